"""Prove's answers as plain results, and the tasks that work them out."""

import base64
import math
from collections.abc import Mapping, Sequence
from typing import Any, Literal

from pydantic import Field

from wenlo.core.errors import WenloError
from wenlo.core.proof.fit import Unknown, fit
from wenlo.core.proof.measures import (
    cast,
    edge_width,
    evenness,
    ground,
    level,
    picture_of,
    stops_apart,
)
from wenlo.core.proof.model import KEY, predictor, unknowns_of
from wenlo.core.proof.next_setting import Setting, from_reading, judged, ladder, marks_for, said
from wenlo.core.proof.shots import Area, ShotReading
from wenlo.core.shoot.document import Shoot
from wenlo.core.shoot.fields import ShortText
from wenlo.formats.measured_photograph import read_photograph
from wenlo.services.opened import opened
from wenlo.services.results import Result

Control = Literal["power", "iso", "shutter", "aperture", "distance", "gel"]


class NextRequest(Result):
    """What is to be changed: a judgement in words, or a reading against what is wanted [lx]; controls that are locked."""

    document: Shoot
    judgement: str = Field(default="", max_length=120)
    read: float | None = Field(default=None, gt=0.0, le=1e7)
    wanted: float | None = Field(default=None, gt=0.0, le=1e7)
    locked: list[Control] = Field(default_factory=list, max_length=6)


class NextMarkResult(Result):
    """One control turned alone; ``path`` and ``value`` of the document where it is there."""

    control: Control
    value: float
    words: str
    off: float
    path: str


class NextResult(Result):
    """Stops that are asked for (+ is more light), and every control that gives them."""

    stops: float
    marks: list[NextMarkResult]


class LadderTried(Result):
    """A trial shot: its setting in stops and how it came out."""

    stops: float = Field(ge=-12.0, le=12.0)
    verdict: Literal["too dark", "too bright", "good"]


class LadderRequest(Result):
    """Trial shots for light that cannot be metered."""

    tried: list[LadderTried] = Field(default_factory=list, max_length=20)


class LadderResult(Result):
    """The next trial, what is left between, and how many shots at most."""

    next: float
    low: float
    high: float
    left: int
    done: bool


class PredictRequest(Result):
    """Readings that are to be held against the prediction."""

    document: Shoot
    meters: list[ShortText] = Field(default_factory=list, max_length=40)


class PredictedLine(Result):
    """What a meter should read. [lx]"""

    meter: str
    lux: float


class PredictedResult(Result):
    """What the meters should read, the key first."""

    lines: list[PredictedLine]


class FitRequest(Result):
    """Readings to be explained."""

    document: Shoot
    readings: list[ShotReading] = Field(min_length=1, max_length=20)


class FoundResult(Result):
    """An unknown as found: stops from what was assumed, its 95 % half-width, and the change of the document that takes it over."""

    unknown: Unknown
    stops: float
    error: float
    path: str
    value: float | None


class MissResult(Result):
    """How far a reading is from the prediction, before and after. [stop]"""

    meter: str
    before: float
    after: float


class FitResult(Result):
    """What explains the misses."""

    words: str
    found: list[FoundResult]
    rivals: list[Unknown]
    misses: list[MissResult]


class LevelResult(Result):
    """An area's light in stops from the first area, with its 95 % half-width, its cast, or why it cannot be told."""

    name: str
    stops: float | None
    error: float | None
    warm: float | None
    green: float | None
    problem: str


class EvennessResult(Result):
    """A sheet's evenness: stops from its brightest cell, where that is, and how far it falls to the edges."""

    stops: list[list[float]]
    hot: list[float]
    edge: float
    error: float


class EdgeResult(Result):
    """Width of an edge [m], its 95 % half-width, stops across it, or why it cannot be told."""

    width: float | None
    error: float | None
    stops: float | None
    problem: str


class GroundResult(Result):
    """A ground: share that is clean white, share clipped, stops over clean white."""

    white: float
    clipped: float
    over: float


class EdgeLine(Result):
    """A line across a shadow's edge, in shares of the picture, and how long it is in the scene. [m]"""

    x1: float = Field(ge=0.0, le=1.0)
    y1: float = Field(ge=0.0, le=1.0)
    x2: float = Field(ge=0.0, le=1.0)
    y2: float = Field(ge=0.0, le=1.0)
    metres: float = Field(gt=0.0, le=20.0)


class PhotographRequest(Result):
    """What is to be measured in a photograph."""

    areas: list[Area] = Field(default_factory=list, max_length=40)
    edge: EdgeLine | None = None


class PhotographResult(Result):
    """What a photograph tells; ``exposure`` is f-number, shutter [s], ISO where its file says so."""

    exposure: list[float] | None
    levels: list[LevelResult]
    evenness: EvennessResult | None
    ground: GroundResult | None
    edge: EdgeResult | None


PATHS: dict[str, str] = {
    "power": "brief.lamp.power", "iso": "brief.camera.iso", "shutter": "brief.camera.shutter", "aperture": "brief.camera.aperture",
    "distance": "design.lamp_distance", "gel": "",
}  # fmt: skip


def next_setting(request: NextRequest) -> NextResult:
    """The next mark on a dial. Raises InvalidInput when the judgement is not understood."""
    shoot = request.document
    brief, design = shoot.brief, shoot.design
    if request.read is not None and request.wanted is not None:
        stops = from_reading(request.read, request.wanted)
    else:
        stops = judged(request.judgement)
    stops = min(max(stops, -10.0), 10.0)
    distance = float(getattr(design, "lamp_distance", 1.0))
    setting = Setting(
        power=brief.lamp.power,
        shutter=brief.camera.shutter,
        aperture=brief.camera.aperture,
        iso=brief.camera.iso,
        distance=distance,
    )
    locked = set(request.locked)
    if not hasattr(design, "lamp_distance"):
        locked.add("distance")
    found = marks_for(stops, setting, brief.lamp.type, locked=frozenset(locked))
    return NextResult(
        stops=stops,
        marks=[
            NextMarkResult(control=m.control, value=m.value, words=said(m), off=m.off, path=PATHS[m.control])
            for m in found
        ],
    )


def next_trial(request: LadderRequest) -> LadderResult:
    """The next trial shot. Raises InvalidInput when verdicts contradict each other."""
    step = ladder([(t.stops, t.verdict) for t in request.tried])
    return LadderResult(next=step.next, low=step.low, high=step.high, left=step.left, done=step.done)


def predicted(document: Mapping[str, Any], meters: Sequence[str]) -> dict[str, Any]:
    """What the meters should read; see ``PredictedResult``."""
    shoot = opened(document)
    names = list(dict.fromkeys([KEY, *meters]))
    lux = predictor(shoot.brief, shoot.design, shoot.meters, names)({})
    lines = [PredictedLine(meter=name, lux=float(value)) for name, value in zip(names, lux, strict=True)]
    return PredictedResult(lines=lines).model_dump()


def _taken_over(shoot: Shoot, unknown: Unknown, stops: float) -> tuple[str, float | None]:
    if unknown == "lamp distance":
        return "design.lamp_distance", round(float(shoot.design.lamp_distance) * 2.0**stops, 3)
    return "", None


def fitted(document: Mapping[str, Any], readings: Sequence[Mapping[str, Any]]) -> dict[str, Any]:
    """What explains the readings; see ``FitResult``."""
    shoot = opened(document)
    names = [str(r["meter"]) for r in readings]
    predict = predictor(shoot.brief, shoot.design, shoot.meters, names)
    found = fit([float(r["lux"]) for r in readings], predict, unknowns_of(shoot.design))
    return FitResult(
        words=found.words, rivals=list(found.rivals),
        found=[
            FoundResult(
                unknown=f.unknown, stops=f.stops, error=1.96 * f.deviation, path=_taken_over(shoot, f.unknown, f.stops)[0],
                value=_taken_over(shoot, f.unknown, f.stops)[1],
            )
            for f in found.found
        ],
        misses=[
            MissResult(meter=name, before=float(b), after=float(a)) for name, b, a in zip(names, found.before, found.after, strict=True)
        ],
    ).model_dump()  # fmt: skip


def measured_photograph(content: str, request: Mapping[str, Any]) -> dict[str, Any]:
    """What a photograph tells; see ``PhotographResult``."""
    asked = PhotographRequest.model_validate(request)
    photo = read_photograph(base64.b64decode(content))
    picture = picture_of(photo.encoded)
    levels, first = [], None
    for area in asked.areas:
        try:
            found = level(picture, area)
        except WenloError as trouble:
            levels.append(
                LevelResult(name=area.name, stops=None, error=None, warm=None, green=None, problem=trouble.message)
            )
            continue
        first = first or found
        apart, tint = stops_apart(found, first), cast(found)
        levels.append(
            LevelResult(
                name=area.name, stops=apart.stops if math.isfinite(apart.stops) else None, error=0.0 if found is first else apart.error,
                warm=tint.warm, green=tint.green, problem="",
            )
        )  # fmt: skip
    even = whole = None
    if asked.areas:
        last = asked.areas[-1]
        whole = ground(picture, last)
        try:
            told = evenness(picture, last)
            even = EvennessResult(
                stops=[[round(float(x), 3) for x in row] for row in told.stops],
                hot=list(told.hot),
                edge=told.edge,
                error=told.error,
            )
        except WenloError:
            even = None
    return PhotographResult(
        exposure=None if photo.exposure is None else list(photo.exposure), levels=levels, evenness=even, edge=_edge(picture, asked.edge),
        ground=None if whole is None else GroundResult(white=whole.white, clipped=whole.clipped, over=whole.over),
    ).model_dump()  # fmt: skip


def _edge(picture: Any, line: EdgeLine | None) -> EdgeResult | None:
    if line is None:
        return None
    try:
        found = edge_width(picture, (line.x1, line.y1), (line.x2, line.y2), metres=line.metres)
    except WenloError as trouble:
        return EdgeResult(width=None, error=None, stops=None, problem=trouble.message)
    return EdgeResult(width=found.width, error=found.error, stops=found.stops, problem="")
