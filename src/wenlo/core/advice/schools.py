"""Where practitioners disagree: both sides argued from the figures of this brief, for the user to choose."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.advice.ranking import Ranked
from wenlo.core.quantities.length import UnitSystem, format_length
from wenlo.core.quantities.stops import format_stops


@dataclass(frozen=True, kw_only=True)
class School:
    """A question with the kinds that stand for its sides, the first that serves the brief for each, and what each side says."""

    question: str
    sides: tuple[tuple[str, tuple[str, ...], str], ...]


SCHOOLS = (
    School(
        question="Through a sheet, off a board, or both?",
        sides=(
            ("shoot through", ("diffusion_frame", "hung_curtain"), "keeps the light and stays simple"),
            ("bounce", ("bounce_card", "flash_into_board", "room_bounce"), "hides the lamp and needs no room behind"),
            ("book light", ("book_light",), "hides the lamp and is the most even"),
        ),
    ),
    School(
        question="An enclosed box or an open sheet?",
        sides=(
            ("enclosed", ("rod_softbox", "hanging_softbox", "small_flash_softbox", "ring_softbox"), "lets nothing past it"),
            ("open", ("diffusion_frame", "hung_curtain"), "cools by itself and takes any lamp"),
        ),
    ),
    School(
        question="Daylight or lamps?",
        sides=(
            ("daylight", ("window_sheet", "open_shade"), "costs nothing and is large"),
            ("lamps", ("diffusion_frame", "rod_softbox", "small_flash_softbox"), "stay as they are all day"),
        ),
    ),
    School(
        question="From above or from the side?",
        sides=(
            ("above", ("overhead_bounce", "hanging_softbox", "room_bounce"), "keeps the floor free and the walls darker"),
            ("side", ("diffusion_frame", "bounce_card", "rod_softbox"), "lights the eyes and is quicker to set"),
        ),
    ),
)  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Side:
    """One side of a question: its name, the kind that stands for it, and its argument in figures."""

    name: str
    kind: str
    argument: str


@dataclass(frozen=True, kw_only=True)
class Dispute:
    """A question whose sides both serve the brief, and what tells them apart here."""

    question: str
    sides: tuple[Side, ...]
    verdict: str


def _argument(row: Ranked, says: str, units: UnitSystem) -> str:
    assert row.result is not None
    assert row.handling is not None
    light = row.result.light
    edge = format_length(light.shadow_edge, system=units) if math.isfinite(light.shadow_edge) else "no"
    return (
        f"{says[:1].upper()}{says[1:]}. Here the {row.name} gives a shadow edge of {edge} for {format_stops(light.loss)}, lets "
        f"{max(light.missed, 0.0) * 100:.0f} % of the light past it, and is set up in {row.handling.setup:.0f} minutes."
    )


NOTICED = {
    "light kept": 0.5, "spill": 0.1, "depth of the shadow side": 0.5, "time to set up": 8.0, "money": 30.0,
}  # fmt: skip
"""What is plainly noticed of each: stops, share, stops, minutes, EUR."""


def _measures(row: Ranked) -> dict[str, float]:
    # the less, the better
    assert row.result is not None
    assert row.handling is not None
    assert row.build is not None
    contrast = row.result.contrast
    return {
        "light kept": row.result.light.loss, "spill": row.result.light.missed,
        "depth of the shadow side": -contrast if math.isfinite(contrast) else 0.0, "time to set up": row.handling.setup,
        "money": row.build.total,
    }  # fmt: skip


def _verdict(rows: Sequence[Ranked]) -> str:
    measured = [_measures(row) for row in rows]
    spans = []
    for label, least in NOTICED.items():
        values = [m[label] for m in measured]
        if all(map(math.isfinite, values)):
            spans.append(((max(values) - min(values)) / least, label, rows[values.index(min(values))].name))
    spans.sort(reverse=True)
    told = [f"{label}: {name}" for span, label, name in spans[:3] if span >= 1.0]
    if not told:
        return "Here they hardly differ: take the one you own."
    return f"What differs most here, and who is ahead: {'; '.join(told)}."


def disputes(rows: Sequence[Ranked], *, units: UnitSystem = "metric") -> tuple[Dispute, ...]:
    """The questions that this brief raises.

    Parameters
    ----------
    rows: all kinds, ranked.
    units: how lengths are written.
    """
    serving = {row.kind: row for row in rows if row.design is not None}
    found = []
    for school in SCHOOLS:
        sides, speakers = [], []
        for name, kinds, says in school.sides:
            row = next((serving[kind] for kind in kinds if kind in serving), None)
            if row is not None and row not in speakers:
                speakers.append(row)
                sides.append(Side(name=name, kind=row.kind, argument=_argument(row, says, units)))
        if len(sides) > 1:
            found.append(Dispute(question=school.question, sides=tuple(sides), verdict=_verdict(speakers)))
    return tuple(found)
