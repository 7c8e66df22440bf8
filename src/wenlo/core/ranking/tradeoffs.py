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
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.registry import kind_of, standing_for
from wenlo.core.ranking.ranked import Ranked
from wenlo.core.scene import scene_builder

SAYS = Phrases(
    "dispute",
    {
        "question": {"about": "choice"},
        "side": {"name": "choice"},
        "variant": {"name": "choice"},
        "argues": {
            "side": "choice",
            "kind": "label",
            "edge": "length",
            "loss": "in_stops",
            "missed": "share",
            "minutes": "count",
        },
        "alike": {},
        "differs": {"ahead": "list"},
        "ahead": {"measure": "choice", "who": "fact"},
        "who": {"kind": "label"},
        "who-varied": {"kind": "label", "variant": "fact"},
        "even": {"one": "in_stops", "other": "in_stops"},
        "by-measure": {"known": "in_stops", "spread": "in_stops"},
        "by-trial": {"shots": "count"},
        "measure-first": {"sure": "choice"},
        "on-set": {"what": "choice", "stops": "in_stops"},
        "lift": {"stops": "in_stops", "times": "tenth"},
        "darken": {"stops": "in_stops"},
        "on-set-first": {"far": "choice"},
    },
    room="ranking",
)


@dataclass(frozen=True, kw_only=True)
class School:
    """A question with its sides: the ways of working that kinds stand for, the first of which that serves the brief
    speaks for it.
    """

    about: str
    sides: tuple[str, ...]


SCHOOLS = (
    School(about="sheet-or-board", sides=("shoot through", "bounce", "book light")),
    School(about="box-or-sheet", sides=("enclosed", "open")),
    School(about="lamp-facing", sides=("facing the sheet", "facing the back")),
    School(about="day-or-lamps", sides=("daylight", "lamps")),
    School(about="above-or-side", sides=("above", "side")),
)


@dataclass(frozen=True, kw_only=True)
class Variants:
    """A question about one kind, the first that stands for a way of working and serves: values of one of its
    parameters, by the names of the sides.
    """

    about: str
    method: str
    parameter: str
    sides: tuple[tuple[str, Any], ...]


VARIANTS = (
    Variants(
        about="lining",
        method="lined",
        parameter="lining",
        sides=(("white", "white_painted_canvas"), ("mirror", "silver_cloth")),
    ),
    Variants(about="layers", method="layered", parameter="layers", sides=(("one", 1), ("two", 2))),
)


@dataclass(frozen=True, kw_only=True)
class DisputeSide:
    """One side of a question: its name, the kind that stands for it, and its argument in figures."""

    name: Fact
    kind: str
    argument: Fact


@dataclass(frozen=True, kw_only=True)
class Dispute:
    """A question whose sides both serve the brief, and what tells them apart here."""

    question: Fact
    sides: tuple[DisputeSide, ...]
    verdict: tuple[Fact, ...]


def _key(name: str) -> str:
    # as a message can choose by it
    return name.replace(" ", "-")


def _argument(row: Ranked, side: str) -> Fact:
    assert row.result is not None
    assert row.handling is not None
    light = row.result.light
    return SAYS(
        "argues",
        side=_key(side),
        kind=row.name,
        edge=light.shadow_edge,
        loss=told_stops(light.loss),
        missed=max(light.missed, 0.0),
        minutes=row.handling.setup,
    )


NOTICED = {"light": 0.5, "spill": 0.1, "depth": 0.5, "set-up": 8.0, "money": 30.0}
"""What is plainly noticed of each: stops, share, stops, minutes, EUR."""


def _measures(row: Ranked) -> dict[str, float]:
    # the less, the better
    assert row.result is not None
    assert row.handling is not None
    assert row.build is not None
    contrast = row.result.contrast
    return {
        "light": row.result.light.loss,
        "spill": row.result.light.missed,
        "depth": -contrast if math.isfinite(contrast) else 0.0,
        "set-up": row.handling.setup,
        "money": row.build.total,
    }


def _verdict(rows: Sequence[Ranked], names: Sequence[Fact]) -> Fact:
    measured = [_measures(row) for row in rows]
    spans = []
    for measure, least in NOTICED.items():
        values = [m[measure] for m in measured]
        if all(map(math.isfinite, values)):
            spans.append(((max(values) - min(values)) / least, measure, names[values.index(min(values))]))
    spans.sort(key=lambda span: span[:2], reverse=True)
    ahead = tuple(SAYS("ahead", measure=measure, who=who) for span, measure, who in spans[:3] if span >= 1.0)
    return SAYS("differs", ahead=ahead) if ahead else SAYS("alike")


def _varied(brief: Brief, row: Ranked, parameter: str, value: Any) -> Ranked | None:
    """The same design with another value, evaluated; None where it cannot be built so."""
    assert row.design is not None
    design = kind_of(row.design).slots[parameter].put(row.design, value)
    brief = scene_builder.with_daylight(brief, design)
    try:
        build = work_out(kind_of(design).build(design, brief))
    except Impossible:
        return None
    result = evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    return replace(row, design=design, build=build, result=result)


def _of_variants(brief: Brief, serving: dict[str, Ranked]) -> Iterator[Dispute]:
    for variant in VARIANTS:
        row = next((serving[kind.id] for kind in standing_for(variant.method) if kind.id in serving), None)
        if row is None:
            continue
        made = [(name, _varied(brief, row, variant.parameter, value)) for name, value in variant.sides]
        speakers = [(SAYS("variant", name=name), name, one) for name, one in made if one is not None]
        if len(speakers) < len(made):
            continue
        names = [SAYS("who-varied", kind=row.name, variant=said) for said, _, _ in speakers]
        falls = [one.result.light.sheet.centre_to_edge for _, _, one in speakers if one.result is not None]
        verdict = [_verdict([one for _, _, one in speakers], names)]
        if all(map(math.isfinite, falls)):
            verdict.append(SAYS("even", one=falls[0], other=falls[1]))
        yield Dispute(
            question=SAYS("question", about=variant.about),
            sides=tuple(
                DisputeSide(name=said, kind=row.kind, argument=_argument(one, name)) for said, name, one in speakers
            ),
            verdict=tuple(verdict),
        )


SURE = 0.33
"""What is known so well needs no reading. [stop]"""

LEAST_WORK = 0.5
"""Less is not worth correcting, on the set or afterwards. [stop]"""


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
    tries = max(1, math.ceil(math.log2(max(unsure + 2.0, 0.34) / SURE)))
    yield Dispute(
        question=SAYS("question", about="measure-or-trial"),
        sides=(
            DisputeSide(
                name=SAYS("side", name="by-measure"),
                kind=best.kind,
                argument=SAYS("by-measure", known=error + unsure / 2, spread=unsure),
            ),
            DisputeSide(name=SAYS("side", name="by-trial"), kind=best.kind, argument=SAYS("by-trial", shots=tries)),
        ),
        verdict=(SAYS("measure-first", sure=yes(unsure <= SURE)),),
    )
    if not (result.with_room and math.isfinite(result.contrast)):
        return
    off = result.contrast - wanted.contrast
    if abs(off) < LEAST_WORK:
        return
    lift = SAYS("lift", stops=off, times=2**off) if off > 0.0 else SAYS("darken", stops=-off)
    yield Dispute(
        question=SAYS("question", about="set-or-after"),
        sides=(
            DisputeSide(
                name=SAYS("side", name="on-set"),
                kind=best.kind,
                argument=SAYS("on-set", what="card" if off > 0 else "black", stops=abs(off)),
            ),
            DisputeSide(name=SAYS("side", name="afterwards"), kind=best.kind, argument=lift),
        ),
        verdict=(SAYS("on-set-first", far=yes(abs(off) > 1.0)),),
    )


def disputes(brief: Brief, rows: Sequence[Ranked]) -> tuple[Dispute, ...]:
    """The questions that this brief raises.

    Parameters
    ----------
    brief: what the picture needs.
    rows: all kinds, ranked.
    """
    serving = {row.kind: row for row in rows if row.design is not None}
    found = []
    for school in SCHOOLS:
        sides, speakers = [], []
        for name in school.sides:
            row = next((serving[kind.id] for kind in standing_for(name) if kind.id in serving), None)
            if row is not None and row not in speakers:
                speakers.append(row)
                said = SAYS("side", name=_key(name))
                sides.append(DisputeSide(name=said, kind=row.kind, argument=_argument(row, name)))
        if len(sides) > 1:
            verdict = _verdict(speakers, [SAYS("who", kind=row.name) for row in speakers])
            question = SAYS("question", about=school.about)
            found.append(Dispute(question=question, sides=tuple(sides), verdict=(verdict,)))
    found += _of_variants(brief, serving)
    if rows and rows[0].design is not None:
        found += _of_method(brief, rows[0])
    return tuple(found)
