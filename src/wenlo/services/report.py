"""Everything that Wenlo finds of a project file, as facts: documented and versioned JSON for scripts and tests
(docs/formats.md).

No server, no database. Later versions add fields and keep these; sentences are there to be read, codes and numbers to
be compared.
"""

import math
import time
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any, Literal

from pydantic import Field

from wenlo.core import CORE_VERSION
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.formats.project_file import read_project
from wenlo.messages.speaker import speaker
from wenlo.services.assembly_results import AssemblyFacts, assembly_facts
from wenlo.services.build_models import BarResult, ClothResult, CoverResult, HoleResult, RunResult, ShoppingResult
from wenlo.services.report_parts import PARTS, PartName
from wenlo.services.resolve_document import resolve_document
from wenlo.services.results import Result
from wenlo.services.rig_models import CheckLine
from wenlo.services.said import StepSaid, words_of

REPORT_VERSION = 1
"""Raised when a field changes its meaning or goes; new fields do not raise it."""

ASKED = (-1.0, -1 / 3, 1 / 3, 1.0)
"""Changes for which the next settings are told. [stop]"""


class FigureFact(Result):
    """A figure: its value and the band that the Brief asks for, in SI, stops or shares; None where it cannot
    be known.
    """

    id: str
    value: float | None
    low: float | None
    high: float | None
    unit: str
    state: str


class LampFact(Result):
    """What the meters get from one lamp. [lx], or [lx·s] of a flash"""

    id: str
    readings: dict[str, float]


class LightFacts(Result):
    """The light: figures of the gauges, readings at the meters, what each lamp gives, and how sure the key is."""

    figures: list[FigureFact]
    readings: dict[str, float]
    key_error: float
    lamps: list[LampFact]
    with_room: bool
    source_size: list[float]
    effective_size: list[float]


class RankedFact(Result):
    """A kind for the brief: its place, what it weighs, why not; the design as it was sized, its figures and the reasons
    in words.
    """

    kind: str
    place: int
    serves: bool
    penalty: float | None
    cannot: str | None
    reasons: list[str]
    design: dict[str, Any] | None
    figures: dict[str, float | None]


class StepFact(Result):
    """A step of the work: a key that stays, its title and caution in words, all that it says as facts, minutes of hands
    and of waiting, parts.
    """

    key: str
    title: str
    does: str
    minutes: float
    wait: float
    hands: int
    parts: list[str]
    caution: str
    said: StepSaid


STEP_KEYS = set(StepFact.model_fields) - {"title", "caution"}


class BuildFacts(Result):
    """What is made: runs, cloth, holes, shopping, steps; mass [kg], price, minutes."""

    name: str
    bar: str
    mass: float
    price: float
    currency: str
    minutes: float
    waiting: float
    runs: list[RunResult]
    cloth: list[ClothResult]
    holes: list[HoleResult]
    shopping: list[ShoppingResult]
    steps: list[StepFact]


class CutFacts(Result):
    """How bars and coverings are cut: lengths in metres; ``lower_bound`` on what must be bought."""

    kerf: float
    bars: list[BarResult]
    covers: list[CoverResult]
    bought: float
    own: float
    used: float
    dust: float
    offcuts: float
    lower_bound: float


class HoldFact(Result):
    """How a thing is held. [kg], [m]"""

    name: str
    by: str
    over: str
    mass: float
    place: list[float]
    support: str | None
    ballast: float
    counterweight: float
    overhead: bool


class CircuitFact(Result):
    """A circuit and its mean current. [A]"""

    number: int
    amperes: float
    share: float
    loads: list[str]


class RigFacts(Result):
    """How it is held and all checks: state, value, limit, unit, source, cure; gust that is counted with. [m/s]"""

    holdings: list[HoldFact]
    checks: list[CheckLine]
    outside: int
    unanswered: int
    circuits: list[CircuitFact]
    needed: dict[str, float]
    gust: float


class MarkFact(Result):
    """A control turned alone, and how far from what was asked it ends. [stop]"""

    control: str
    value: float
    off: float
    path: str
    words: str


class NextFact(Result):
    """Stops that are asked for, and every control that gives them."""

    stops: float
    marks: list[MarkFact]


class Report(Result):
    """All of it; parts that were not asked for, or that cannot be worked out (``problems`` says why), are None."""

    report: Literal[1] = 1
    core_version: str = CORE_VERSION
    title: str
    kind: str
    light: LightFacts | None = None
    ranking: list[RankedFact] | None = None
    build: BuildFacts | None = None
    cut_plan: CutFacts | None = None
    assembly: AssemblyFacts | None = None
    rig: RigFacts | None = None
    next_settings: list[NextFact] | None = None
    problems: dict[str, str] = Field(default_factory=dict)
    seconds: dict[str, float] = Field(default_factory=dict)


def _known(value: float) -> float | None:
    return float(value) if math.isfinite(value) else None


def _light(shoot: Shoot) -> LightFacts:
    from wenlo.core.analysis.figures import evaluate
    from wenlo.core.analysis.gauges import gauges
    from wenlo.core.transport.solve import Effort

    result = evaluate(shoot.brief, shoot.design, effort=Effort())
    power, levels, light = shoot.brief.lamp.power, result.levels, result.light
    names = ("key", "far_ear", "exposure", "lit", "fill", "backdrop", "lens")
    return LightFacts(
        figures=[
            FigureFact(
                id=g.key,
                value=None if g.value is None else _known(g.value),
                low=g.low,
                high=g.high,
                unit=g.unit,
                state=g.state,
            )
            for g in gauges(shoot.brief, shoot.design, result)
        ],
        readings={name: getattr(levels, name) * power for name in names},
        key_error=levels.key_error * power,
        lamps=[
            LampFact(id=lamp, readings={name: row.get(lamp, 0.0) * power for name, row in levels.by_lamp.items()})
            for lamp in levels.by_lamp["key"]
        ],
        with_room=result.with_room,
        source_size=list(shoot.design.source_size),
        effective_size=[light.across.edge_equivalent, light.upright.edge_equivalent],
    )


def _ranking(shoot: Shoot) -> list[RankedFact]:
    from wenlo.core.ranking.ranking import rank

    facts = []
    say = speaker("ranking", shoot.units).say
    for place, row in enumerate(rank(shoot.brief, units=shoot.units), start=1):
        result = row.result
        figures = (
            {}
            if result is None
            else {
                "shadow_edge": _known(result.light.shadow_edge),
                "contrast": _known(result.contrast),
                "background": _known(result.background),
                "loss": _known(result.light.loss),
                "spill": _known(result.light.missed),
            }
        )
        facts.append(
            RankedFact(
                kind=row.kind,
                place=place,
                serves=row.design is not None,
                penalty=_known(row.penalty),
                cannot=None if row.cannot is None else say(row.cannot),
                reasons=[" ".join(say(one) for one in reason) for reason in row.reasons],
                design=None if row.design is None else row.design.model_dump(mode="json"),
                figures=figures,
            )
        )
    return facts


def _build(document: Mapping[str, Any]) -> tuple[BuildFacts, CutFacts]:
    from wenlo.services.build_results import build

    result = build(document)
    made = result.model_dump()
    steps = [
        StepFact(title=words.title, caution=words.caution, **step.model_dump(include=STEP_KEYS))
        for step, words in ((one, words_of(one.said)) for one in result.steps)
    ]
    facts = BuildFacts.model_validate(
        {**{key: made[key] for key in BuildFacts.model_fields if key in made}, "steps": steps, "price": made["total"]}
    )
    return facts, CutFacts.model_validate({key: made[key] for key in CutFacts.model_fields})


def _rig(document: Mapping[str, Any]) -> RigFacts:
    from wenlo.services.rig_results import rig

    found = rig(document).model_dump()
    return RigFacts(
        holdings=[
            HoldFact(
                **{
                    key: h[key]
                    for key in ("name", "by", "over", "mass", "place", "ballast", "counterweight", "overhead")
                },
                support=None if h["support"] is None else h["support"]["id"],
            )
            for h in found["holdings"]
        ],
        checks=[CheckLine.model_validate(c) for c in found["checks"]],
        outside=found["outside"],
        unanswered=found["unknown"],
        circuits=[
            CircuitFact(
                number=c["number"], amperes=c["amperes"], share=c["share"], loads=[x["name"] for x in c["loads"]]
            )
            for c in found["circuits"]
        ],
        needed={row["name"]: row["count"] for row in found["needed"]},
        gust=found["wind"],
    )


def _next(document: Mapping[str, Any]) -> list[NextFact]:
    from wenlo.services.proof_results import next_setting

    found = []
    for stops in ASKED:
        answer = next_setting(document, {"judgement": f"{stops:+.6f}"})
        found.append(NextFact(stops=stops, marks=[MarkFact.model_validate(mark.model_dump()) for mark in answer.marks]))
    return found


def report(document: Mapping[str, Any], parts: tuple[PartName, ...] = PARTS) -> Report:
    """The facts of a document.

    Parameters
    ----------
    document: the shoot as JSON values.
    parts: which of them; what cannot be worked out is told among the problems and stops nothing else.

    Raises
    ------
    InvalidInput
        When the document is not a shoot.
    """
    from wenlo.core.errors import WenloError

    shoot = resolve_document(document)
    answer = Report(title=shoot.title, kind=shoot.design.kind)

    def worked(name: PartName, job: Callable[[], Any]) -> Any:
        if name not in parts:
            return None
        start = time.perf_counter()
        try:
            return job()
        except WenloError as problem:
            answer.problems[name] = problem.message
            return None
        finally:
            answer.seconds[name] = round(time.perf_counter() - start, 3)

    answer.light = worked("figures", lambda: _light(shoot))
    answer.ranking = worked("ranking", lambda: _ranking(shoot))
    made = worked("build", lambda: _build(document))
    if made is not None:
        answer.build, answer.cut_plan = made
    answer.assembly = worked("assembly", lambda: assembly_facts(document))
    answer.rig = worked("rig", lambda: _rig(document))
    answer.next_settings = worked("next", lambda: _next(document))
    return answer


def report_file(file: Path, parts: tuple[PartName, ...] = PARTS) -> str:
    """The facts of a project file as JSON; see :func:`report`.

    Raises
    ------
    UnsupportedFile, InvalidInput
        The message is one line that names the field.
    OSError
        When the file cannot be read.
    """
    document = write_shoot(read_project(file.read_bytes()))
    return report(document, parts).model_dump_json(indent=1)
