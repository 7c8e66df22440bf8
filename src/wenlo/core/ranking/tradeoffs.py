"""Where practitioners disagree: both sides argued from the figures of this brief, for the user to choose."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import sheet_material
from wenlo.core.errors import Impossible
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.registry import kind_of, standing_for
from wenlo.core.photometry.stops import format_stops
from wenlo.core.ranking.scoring import Ranked
from wenlo.core.scene import scene_builder
from wenlo.core.units.length import UnitSystem, format_length


@dataclass(frozen=True, kw_only=True)
class School:
    """A question with its sides: the way of working that kinds stand for, the first of which that serves the brief
    speaks for it, and what it says.
    """

    question: str
    sides: tuple[tuple[str, str], ...]


SCHOOLS = (
    School(
        question="Through a sheet, off a board, or both?",
        sides=(
            ("shoot through", "keeps the light and stays simple"),
            ("bounce", "hides the lamp and needs no room behind"),
            ("book light", "hides the lamp and is the most even"),
        ),
    ),
    School(
        question="An enclosed box or an open sheet?",
        sides=(("enclosed", "lets nothing past it"), ("open", "cools by itself and takes any lamp")),
    ),
    School(
        question="Lamp facing the sheet, or facing the back?",
        sides=(
            ("facing the sheet", "keeps the light"),
            ("facing the back", "hides the lamp's outline and fills the sheet to its edges"),
        ),
    ),
    School(
        question="Daylight or lamps?",
        sides=(("daylight", "costs nothing and is large"), ("lamps", "stay as they are all day")),
    ),
    School(
        question="From above or from the side?",
        sides=(
            ("above", "keeps the floor free and the walls darker"),
            ("side", "lights the eyes and is quicker to set"),
        ),
    ),
)


@dataclass(frozen=True, kw_only=True)
class Variants:
    """A question about one kind, the first that stands for a way of working and serves: two values of one of its
    parameters.
    """

    question: str
    method: str
    parameter: str
    sides: tuple[tuple[str, Any, str], ...]


VARIANTS = (
    Variants(
        question="White lining or mirror lining?",
        method="lined",
        parameter="lining",
        sides=(
            ("white", "white_painted_canvas", "evens the light out and hides dents"),
            ("mirror", "silver_cloth", "keeps the beam together"),
        ),
    ),
    Variants(
        question="One layer or two?",
        method="layered",
        parameter="layers",
        sides=(("one", 1, "keeps the light"), ("two", 2, "hides the lamp and evens the sheet")),
    ),
)


@dataclass(frozen=True, kw_only=True)
class DisputeSide:
    """One side of a question: its name, the kind that stands for it, and its argument in figures."""

    name: str
    kind: str
    argument: str


@dataclass(frozen=True, kw_only=True)
class Dispute:
    """A question whose sides both serve the brief, and what tells them apart here."""

    question: str
    sides: tuple[DisputeSide, ...]
    verdict: str


def _argument(row: Ranked, says: str, units: UnitSystem) -> str:
    assert row.result is not None
    assert row.handling is not None
    light = row.result.light
    edge = format_length(light.shadow_edge, system=units) if math.isfinite(light.shadow_edge) else "no"
    return (
        f"{says[:1].upper()}{says[1:]}. Here the {row.name} gives a shadow edge of {edge} for"
        f" {format_stops(light.loss)}, lets {max(light.missed, 0.0) * 100:.0f} % of the light past it, and is set up in"
        f" {row.handling.setup:.0f} minutes."
    )


NOTICED = {"light kept": 0.5, "spill": 0.1, "depth of the shadow side": 0.5, "time to set up": 8.0, "money": 30.0}
"""What is plainly noticed of each: stops, share, stops, minutes, EUR."""


def _measures(row: Ranked) -> dict[str, float]:
    # the less, the better
    assert row.result is not None
    assert row.handling is not None
    assert row.build is not None
    contrast = row.result.contrast
    return {
        "light kept": row.result.light.loss,
        "spill": row.result.light.missed,
        "depth of the shadow side": -contrast if math.isfinite(contrast) else 0.0,
        "time to set up": row.handling.setup,
        "money": row.build.total,
    }


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


def _varied(brief: Brief, row: Ranked, parameter: str, value: Any, name: str) -> Ranked | None:
    """The same design with another value, evaluated; None where it cannot be built so."""
    assert row.design is not None
    design = kind_of(row.design).slots[parameter].put(row.design, value)
    brief = scene_builder.with_daylight(brief, design)
    try:
        build = work_out(kind_of(design).build(design, brief))
    except Impossible:
        return None
    result = evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    return replace(row, name=f"{row.name}, {name}", design=design, build=build, result=result)


def _of_variants(brief: Brief, serving: dict[str, Ranked], units: UnitSystem) -> Iterator[Dispute]:
    for variant in VARIANTS:
        row = next((serving[kind.id] for kind in standing_for(variant.method) if kind.id in serving), None)
        if row is None:
            continue
        made = [(side, _varied(brief, row, variant.parameter, side[1], side[0])) for side in variant.sides]
        if any(one is None for _, one in made):
            continue
        speakers = [one for _, one in made if one is not None]
        sides = [
            DisputeSide(
                name=f"{variant.sides[k][0]}", kind=row.kind, argument=_argument(one, variant.sides[k][2], units)
            )
            for k, one in enumerate(speakers)
        ]
        even = [one.result.light.sheet.centre_to_edge for one in speakers if one.result is not None]
        more = (
            f" From the middle of the sheet to its edge: {' against '.join(format_stops(x) for x in even)}."
            if all(map(math.isfinite, even))
            else ""
        )
        yield Dispute(question=variant.question, sides=tuple(sides), verdict=_verdict(speakers) + more)


def _of_method(brief: Brief, best: Ranked) -> Iterator[Dispute]:
    """Placed by measure or by trial, right on the set or corrected afterwards: argued from the best design's
    figures.
    """
    assert best.result is not None
    assert best.design is not None
    result, wanted = best.result, brief.wanted
    low, high = (0.0, 0.0)
    if all(map(math.isfinite, result.loss_band)) and result.loss_band[1] > result.loss_band[0]:
        low, high = result.loss_band
    sheeted = kind_of(best.design).capabilities.sheet
    if sheeted is not None and high == low:
        row = sheet_material(sheeted.material.get(best.design))
        low, high = 0.0, math.log2(row.transmittance_high / row.transmittance_low)
    unsure = high - low
    error = math.log2(1.0 + result.levels.key_error / max(result.levels.key, 1e-9))
    tries = max(1, math.ceil(math.log2(max(unsure + 2.0, 0.34) / 0.33)))
    yield Dispute(
        question="Placed by measure, or by trial?",
        sides=(
            DisputeSide(
                name="by measure",
                kind=best.kind,
                argument=(
                    f"Taped out as drawn, the light is known to {format_stops(error + unsure / 2)} either way; "
                    f"{format_stops(unsure)} of it is the spread of what is sold, which one reading takes away."
                ),
            ),
            DisputeSide(
                name="by trial",
                kind=best.kind,
                argument=(
                    f"From a guess within two stops, halving the doubt at every shot takes about {tries} shots to a"
                    " third of a stop."
                ),
            ),
        ),
        verdict=(
            "Measure first and shoot one trial: it finds the material's true value."
            if unsure > 0.33
            else "Here the figures are as sure as a trial."
        ),
    )
    if not (result.with_room and math.isfinite(result.contrast)):
        return
    off = result.contrast - wanted.contrast
    if abs(off) < 0.5:
        return
    lift = (
        f"Lifting the shadow side {format_stops(off)} afterwards makes it as noisy as {2**off:.1f} times the ISO"
        if off > 0.0
        else (
            f"Darkening the shadow side {format_stops(-off)} afterwards costs no noise, but its soft edge and its"
            " colour stay as they were lit"
        )
    )
    yield Dispute(
        question="Right on the set, or corrected afterwards?",
        sides=(
            DisputeSide(
                name="on the set",
                kind=best.kind,
                argument=(
                    f"The {'card' if off > 0 else 'black'} on the far side has {format_stops(abs(off))} to make up, and"
                    " the sitter sees it."
                ),
            ),
            DisputeSide(name="afterwards", kind=best.kind, argument=f"{lift}; in a film every shot has to be matched."),
        ),
        verdict=(
            "On the set, as far as it goes: more than a stop afterwards shows."
            if abs(off) > 1.0
            else "Either: it is less than a stop."
        ),
    )


def disputes(brief: Brief, rows: Sequence[Ranked], *, units: UnitSystem = "metric") -> tuple[Dispute, ...]:
    """The questions that this brief raises.

    Parameters
    ----------
    brief: what the picture needs.
    rows: all kinds, ranked.
    units: how lengths are written.
    """
    serving = {row.kind: row for row in rows if row.design is not None}
    found = []
    for school in SCHOOLS:
        sides, speakers = [], []
        for name, says in school.sides:
            row = next((serving[kind.id] for kind in standing_for(name) if kind.id in serving), None)
            if row is not None and row not in speakers:
                speakers.append(row)
                sides.append(DisputeSide(name=name, kind=row.kind, argument=_argument(row, says, units)))
        if len(sides) > 1:
            found.append(Dispute(question=school.question, sides=tuple(sides), verdict=_verdict(speakers)))
    found += _of_variants(brief, serving, units)
    if rows and rows[0].design is not None:
        found += _of_method(brief, rows[0])
    return tuple(found)
