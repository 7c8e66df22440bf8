"""Prove's answers as plain results, and the tasks that work them out."""

from collections.abc import Mapping, Sequence
from typing import Any, Literal

from pydantic import Field

from wenlo.core.calibration.fit import Unknown, fit
from wenlo.core.calibration.model import BARE, KEY, bounds_of, predictor, suspects
from wenlo.core.calibration.moving import move_for
from wenlo.core.calibration.next_reading import next_reading
from wenlo.core.calibration.next_setting import (
    ShotSetting,
    from_reading,
    ladder,
    mark_sentence,
    marks_for,
    stops_asked_for,
)
from wenlo.core.calibration.shots import ShotReading
from wenlo.core.catalog.own import OwnBackdrop, OwnLamp, OwnSheet
from wenlo.core.document.shoot import Shoot
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.units.fields import ShortText
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.results import FactResult, Result
from wenlo.services.said import fact_result

ControlName = Literal["power", "iso", "shutter", "aperture", "distance", "gel"]


class ShotExposure(Result):
    """How a shot was set: share of the lamp's power, shutter [s], f-number, ISO; None where nobody wrote it down."""

    power: float | None = Field(default=None, ge=1 / 1024, le=1.0)
    shutter: float | None = Field(default=None, ge=1 / 16000, le=60.0)
    aperture: float | None = Field(default=None, ge=0.7, le=64.0)
    iso: float | None = Field(default=None, ge=25.0, le=409600.0)


class NextAsked(Result):
    """What is to be changed: a judgement in words, or a reading against what is wanted [lx]; how the shot was set that
    it is said of; controls that are locked.
    """

    judgement: str = Field(default="", max_length=120)
    read: float | None = Field(default=None, gt=0.0, le=1e7)
    wanted: float | None = Field(default=None, gt=0.0, le=1e7)
    locked: list[ControlName] = Field(default_factory=list, max_length=6)
    taken: ShotExposure = Field(default_factory=ShotExposure)


class NextRequest(NextAsked):
    """The same, of a shoot."""

    document: Shoot


class NextMarkResult(Result):
    """One control turned alone; ``path`` and ``value`` of the document where it is there."""

    control: ControlName
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
    """An unknown as found: stops from what was assumed, and its 95 % half-width."""

    unknown: Unknown
    stops: float
    error: float


class TakeOverRequest(Result):
    """What was found is to be taken over: on the Shelf, and in the shoot."""

    document: Shoot
    unknown: Unknown
    stops: float = Field(ge=-4.0, le=4.0)
    error: float = Field(default=0.1, ge=0.0, le=4.0)


class TakeOverChange(Result):
    """A value of the document that takes another's place."""

    path: str
    value: float | OwnSheet | OwnLamp | OwnBackdrop


class TakeOverResult(Result):
    """The changes of the shoot that use it."""

    changes: list[TakeOverChange]


class MissResult(Result):
    """How far a reading is from the prediction, before and after. [stop]"""

    meter: str
    before: float
    after: float


class NextReadingResult(Result):
    """The place to read at to tell rivals apart, and what each outcome there would mean."""

    meter: str
    says: FactResult
    outcomes: list[FactResult]


class FitResult(Result):
    """What explains the misses, what may be kept, and what to read next."""

    says: list[FactResult]
    next: NextReadingResult | None
    found: list[FoundResult]
    rivals: list[Unknown]
    misses: list[MissResult]


PATHS: dict[str, str] = {
    "power": "brief.lamp.power",
    "iso": "brief.camera.iso",
    "shutter": "brief.camera.shutter",
    "aperture": "brief.camera.aperture",
    "gel": "",
}


def next_setting(document: Document, request: Mapping[str, Any]) -> NextResult:
    """The next mark on a dial, from how the shot was set; see ``NextResult``. Raises InvalidInput when a judgement is
    not understood.
    """
    asked = NextAsked.model_validate(request)
    shoot = resolve_document(document)
    brief, taken = shoot.brief, asked.taken
    if asked.read is not None and asked.wanted is not None:
        stops = from_reading(asked.read, asked.wanted)
    else:
        stops = stops_asked_for(asked.judgement)
    stops = min(max(stops, -10.0), 10.0)
    # what nobody wrote down of the shot is as the shoot has it
    now = ShotSetting(
        power=taken.power or brief.lamp.power,
        shutter=taken.shutter or brief.camera.shutter,
        aperture=taken.aperture or brief.camera.aperture,
        iso=taken.iso or brief.camera.iso,
    )
    locked = frozenset(asked.locked)
    move = None if "distance" in locked else move_for(stops, brief, shoot.design, units=shoot.units)
    found = marks_for(stops, now, brief.lamp.type, locked=locked, move=move)
    paths = {**PATHS, "distance": "" if move is None else f"design.{move.parameter}"}
    return NextResult(
        stops=stops,
        marks=[
            NextMarkResult(control=m.control, value=m.value, words=mark_sentence(m), off=m.off, path=paths[m.control])
            for m in found
        ],
    )


def next_trial(request: LadderRequest) -> LadderResult:
    """The next trial shot. Raises InvalidInput when verdicts contradict each other."""
    step = ladder([(t.stops, t.verdict) for t in request.tried])
    return LadderResult(next=step.next, low=step.low, high=step.high, left=step.left, done=step.done)


def predicted(document: Document, meters: Sequence[str]) -> PredictedResult:
    """What the meters should read; see ``PredictedResult``."""
    shoot = resolve_document(document)
    names = list(dict.fromkeys([KEY, *meters]))
    lux = predictor(shoot.brief, shoot.design, shoot.meters, names)({})
    lines = [PredictedLine(meter=name, lux=float(value)) for name, value in zip(names, lux, strict=True)]
    return PredictedResult(lines=lines)


def fit_readings(document: Document, readings: Sequence[Mapping[str, Any]]) -> FitResult:
    """What explains the readings; see ``FitResult``."""
    shoot = resolve_document(document)
    names = [str(r["meter"]) for r in readings]
    predict = predictor(shoot.brief, shoot.design, shoot.meters, names)
    brief, design = shoot.brief, shoot.design
    lux = [float(r["lux"]) for r in readings]
    found = fit(lux, predict, suspects(brief, design), bounds_of(brief, design))
    called = {mark.key: mark.name for mark in shoot.meters if mark.key}
    unread = [mark.key or mark.name for mark in shoot.meters if not {mark.key, mark.name} & set(names)]
    able = kind_of(design).capabilities
    places = [*unread, *(name for name in (KEY, *((BARE,) if able.sheet is not None else ())) if name not in names)]
    following = next_reading(found, predictor(brief, design, shoot.meters, places), places) if found.rivals else None
    said = found.says([called.get(name, name) for name in names], proposed=following is not None)
    asked = following and NextReadingResult(
        meter=following.meter,
        says=fact_result(following.says(called.get(following.meter, following.meter))),
        outcomes=[fact_result(one) for one in following.would_mean()],
    )
    return FitResult(
        says=[fact_result(one) for one in said],
        next=asked,
        rivals=list(found.rivals),
        found=[
            FoundResult(unknown=f.unknown, stops=f.stops, error=max(f.high - f.stops, f.stops - f.low))
            for f in found.kept
            if f.unknown != "daylight"
        ],
        misses=[
            MissResult(meter=name, before=float(b), after=float(a))
            for name, b, a in zip(names, found.before, found.after, strict=True)
        ],
    )
