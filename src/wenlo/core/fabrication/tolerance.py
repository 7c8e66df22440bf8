"""What a few millimetres do to a frame: which cuts matter, and from measured pieces back to the one to recut."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from wenlo.core.fabrication.parts import BuildPlan, Piece, Run
from wenlo.core.units.length import UnitSystem, format_length

Symptom = Literal["none", "bowed", "twisted", "out of square", "gaps"]

CUT_SPREAD = 0.001
"""How far a careful cut against a stop is off. [m]"""

SEEN = 0.0005
"""Smaller differences are not worth a cut. [m]"""

BOW_SEEN = 0.003
"""A bow that shows in the cloth. [m]"""


def bow(length: float, excess: float) -> float:
    """How far a member bows that is too long for the rigid ends between which it is trapped, √(3·L·e/8). [m]

    From the length of a shallow arc over its chord, L + 8h²/3L.

    Source: [Geometry].

    >>> round(bow(1.2, 0.002) * 1000)
    30
    """
    return math.sqrt(3.0 * length * excess / 8.0) if excess > 0.0 else 0.0


@dataclass(frozen=True, kw_only=True)
class Stack:
    """A finished dimension: how far it is off at worst and likely, with every cut off by the spread [m], and what it
    hangs on.
    """

    run: str
    wanted: float
    worst: float
    likely: float
    pieces: tuple[str, ...]


def stacks(plan: BuildPlan, *, spread: float = CUT_SPREAD) -> tuple[Stack, ...]:
    """How cuts add up in every finished dimension, the worst first.

    Source: [Geometry].

    Parameters
    ----------
    plan: with its runs.
    spread: how far a cut is off, either way. [m]
    """
    found = []
    for run in plan.runs:
        labels = tuple(span.piece for span in run.spans if span.piece)
        found.append(
            Stack(
                run=run.name,
                wanted=run.wanted,
                worst=spread * len(labels),
                likely=spread * math.sqrt(len(labels)),
                pieces=labels,
            )
        )
    return tuple(sorted(found, key=lambda s: -s.worst))


def twins(plan: BuildPlan) -> tuple[tuple[Piece, ...], ...]:
    """Pieces that must be alike, since they stand opposite each other: those cut to one length under one name."""
    groups: dict[tuple[str, int], list[Piece]] = {}
    for piece in plan.pieces:
        groups.setdefault((piece.name, round(piece.cut * 1e5)), []).append(piece)
    return tuple(tuple(group) for group in groups.values() if len(group) > 1)


@dataclass(frozen=True, kw_only=True)
class Finding:
    """A piece to recut, what it does as it is, and how much comes off (+) or is missing (−). [m]"""

    label: str
    off: float
    text: str


def measured_back(
    plan: BuildPlan, measured: Mapping[str, float], *, symptom: Symptom = "none", units: UnitSystem = "metric"
) -> tuple[Finding, ...]:
    """From measured pieces and what is seen of the frame to what to recut, the most harmful first.

    Parameters
    ----------
    plan: what was to be cut.
    measured: lengths by label; others are taken to be right. [m]
    symptom: what is seen of the frame put together.
    units: how lengths are written.
    """
    pieces = {piece.label: piece for piece in plan.pieces}
    off = {label: value - pieces[label].cut for label, value in measured.items() if label in pieces}
    found = [
        *_together(plan, off, symptom, units),
        *_against_twins(plan, off, units),
        *_alone(plan, off, pieces, units),
    ]
    weight = {"bowed": 2.0, "twisted": 1.0, "out of square": 1.0, "gaps": 1.0, "none": 1.0}[symptom]
    found.sort(key=lambda f: -abs(f.off) * (weight if f.off > 0.0 else 1.0))
    if not found and symptom != "none":
        found.append(Finding(label="", off=0.0, text=_elsewhere(symptom)))
    return tuple(found)


def _cut_words(label: str, off: float, units: UnitSystem) -> str:
    if off > 0.0:
        return f"Cut {format_length(off, system=units, fine=True)} off {label}"
    return (
        f"{label} is lost by {format_length(-off, system=units, fine=True)}: cut a new one, or bring its twin to the"
        " same length and live with a smaller frame"
    )


def _together(plan: BuildPlan, off: Mapping[str, float], symptom: Symptom, units: UnitSystem) -> Iterator[Finding]:
    # all of a kind too long by as much: no twin tells them from one another, the frame's size and its sides do
    for group in twins(plan):
        labels = [piece.label for piece in group]
        if any(label not in off for label in labels):
            continue
        common = min(off[label] for label in labels)
        if common < SEEN:
            continue
        named = f"{', '.join(labels[:-1])} and {labels[-1]}"
        all_of = "both" if len(labels) == 2 else f"all {len(labels)}"
        excess = format_length(common, system=units, fine=True)
        what = _dimension([r for r in plan.runs if any(s.piece in labels for s in r.spans)], common, units)
        pushed = (
            " The pieces at their ends are pushed apart, and bow where something else holds them."
            if symptom == "bowed"
            else ""
        )
        text = f"{named} ({group[0].name}) are {all_of} {excess} too long{what}.{pushed} Cut {excess} off {all_of}."
        yield Finding(label=", ".join(labels), off=common, text=text)


def _against_twins(plan: BuildPlan, off: Mapping[str, float], units: UnitSystem) -> Iterator[Finding]:
    for group in twins(plan):
        known = {piece.label: off.get(piece.label, 0.0) for piece in group}
        if not any(label in off for label in known):
            continue
        shortest = min(known.values())
        for piece in group:
            excess = known[piece.label] - shortest
            if excess < SEEN or piece.label not in off:
                continue
            out = bow(piece.cut, excess)
            bows = (
                f"trapped between rigid corners it bows {format_length(out, system=units)}"
                if out > BOW_SEEN
                else "it leaves the frame out of square"
            )
            other = next(label for label, value in known.items() if value == shortest)
            text = (
                f"{piece.label} ({piece.name}) is {format_length(excess, system=units, fine=True)} longer than {other}:"
                f" {bows}. {_cut_words(piece.label, excess, units)}."
            )
            yield Finding(label=piece.label, off=excess, text=text)


def _alone(
    plan: BuildPlan, off: Mapping[str, float], pieces: Mapping[str, Piece], units: UnitSystem
) -> Iterator[Finding]:
    paired = {piece.label for group in twins(plan) for piece in group}
    for label, value in off.items():
        if abs(value) < SEEN or (label in paired and value > 0.0):
            continue
        runs = [run for run in plan.runs if any(span.piece == label for span in run.spans)]
        if label in paired and not _all_short(plan, off, label):
            continue
        what = _dimension(runs, value, units)
        text = (
            f"{label} ({pieces[label].name}) is {format_length(abs(value), system=units, fine=True)} too"
            f" {'long' if value > 0 else 'short'}{what}. {_cut_words(label, value, units)}."
        )
        yield Finding(label=label, off=value, text=text)


def _all_short(plan: BuildPlan, off: Mapping[str, float], label: str) -> bool:
    group = next(g for g in twins(plan) if any(p.label == label for p in g))
    return off[label] == min(off.get(p.label, 0.0) for p in group)


def _dimension(runs: list[Run], value: float, units: UnitSystem) -> str:
    if not runs:
        return ""
    run = runs[0]
    return (
        f": the {run.name} comes to {format_length(run.wanted + value, system=units, fine=True)} instead of"
        f" {format_length(run.wanted, system=units, fine=True)}"
    )


def _elsewhere(symptom: Symptom) -> str:
    return {
        "bowed": (
            "No measured piece is too long: look for a joint that does not go home on one side, or a member that was"
            " bent before."
        ),
        "twisted": (
            "No measured piece explains a twist: one joint sits deeper than its mark, or a tee is turned; lay the frame"
            " on a flat floor and turn it."
        ),
        "out of square": (
            "Opposite pieces are alike, so the frame only leans: pull it square by its diagonals before anything is"
            " glued."
        ),
        "gaps": "Pieces are right: the joints are not pushed to their marks, or a burr holds them off.",
        "none": "",
    }[symptom]
