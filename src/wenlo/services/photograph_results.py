"""What photographs of the log tell, as plain results, and the task that works it out."""

import math
from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID

from pydantic import Field

from wenlo.core.calibration.frames import exposure_apart, frames_apart, spill, words_on_exposure
from wenlo.core.calibration.measures import (
    AreaLevel,
    LinearPhotograph,
    backdrop_evenness,
    cast,
    curve_from_pair,
    evenness,
    level,
    picture_of,
    shadow_edge,
    stops_apart,
)
from wenlo.core.calibration.shots import Area, Line
from wenlo.core.calibration.simulated import SimulatedExposure, Truth, frame
from wenlo.core.calibration.spots import Blemish, leaks, lumps, turn
from wenlo.core.errors import Impossible, WenloError
from wenlo.core.photometry.tone import MIDDLE_GREY
from wenlo.formats.measured_photograph import Photograph, read_photograph, write_frame
from wenlo.formats.photograph import KeptPhotograph, keep_photograph
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.results import Result


class LevelResult(Result):
    """An area's light in stops from the first area, with its 95 % half-width, its cast, or why it cannot be told;
    ``grey`` is how many stops it lies over middle grey in the file.
    """

    name: str
    stops: float | None
    grey: float | None
    error: float | None
    warm: float | None
    green: float | None
    problem: str


class EvennessResult(Result):
    """A sheet's evenness: stops from its brightest cell, where that is, and how far it falls to the edges."""

    name: str
    stops: list[list[float]]
    hot: list[float]
    edge: float
    error: float


class LineResult(Result):
    """What a line tells: an edge's width [m] or a ball's band [degree] with its 95 % half-width and words, or why it
    cannot be told.
    """

    value: float | None
    error: float | None
    words: str
    problem: str


class GroundResult(Result):
    """A ground: share that is clean white, share clipped, stops over clean white, and how its tones are spread from
    black to white.
    """

    name: str
    white: float
    clipped: float
    over: float
    histogram: list[float]


class SpotsResult(Result):
    """Leaks or lumps of an area: each where it is in the picture, in stops from what is round it; or why they cannot be
    told.
    """

    name: str
    what: str
    spots: list[list[float]]
    problem: str


class FrameResult(Result):
    """An area held against the other frame: stops as if both had one exposure, what the light between them adds against
    the first area.
    """

    name: str
    stops: float | None
    error: float | None
    adds: float | None
    adds_error: float | None
    problem: str


class PhotographRequest(Result):
    """What is to be measured in a photograph, and which other one it is held against; ``curve`` finds the camera's own
    curve from both.
    """

    areas: list[Area] = Field(default_factory=list, max_length=40)
    lines: list[Line] = Field(default_factory=list, max_length=40)
    against: UUID | None = None
    curve: bool = False


class PhotographResult(Result):
    """What a photograph tells; ``exposure`` is f-number, shutter [s], ISO where its file says so, ``words`` what is to
    be known of it.
    """

    exposure: list[float] | None
    words: str
    curve: float | None
    curve_problem: str
    levels: list[LevelResult]
    evenness: list[EvennessResult]
    grounds: list[GroundResult]
    spots: list[SpotsResult]
    lines: list[LineResult]
    frames: list[FrameResult]


TONES = 16
"""Steps of a ground's histogram."""


def kept_photograph(content: bytes, *, position: bool) -> KeptPhotograph:
    """A photograph in the sizes in which it is kept; see :func:`wenlo.formats.photograph.keep_photograph`."""
    return keep_photograph(content, position=position)


def measured_photograph(content: bytes, request: Mapping[str, Any], other: bytes | None = None) -> PhotographResult:
    """What a photograph tells; see ``PhotographResult``.

    Parameters
    ----------
    content: the file.
    request: a ``PhotographRequest``.
    other: the file it is held against.
    """
    asked = PhotographRequest.model_validate(request)
    photo = read_photograph(content)
    second = None if other is None else read_photograph(other)
    picture, pair, curve, problem = _pictures(photo, second, curve=asked.curve)
    frames = [photo] if second is None else [photo, second]
    return PhotographResult(
        exposure=None if photo.exposure is None else list(photo.exposure),
        words=words_on_exposure([f.exposure for f in frames], [f.chose for f in frames]),
        curve=curve,
        curve_problem=problem,
        levels=_levels(picture, asked.areas),
        evenness=[
            found
            for area in asked.areas
            if area.shows == "lit sheet" and (found := _evenness(picture, area)) is not None
        ],
        grounds=[_ground(picture, area) for area in asked.areas if area.shows == "ground"],
        spots=[_spots(picture, area) for area in asked.areas if area.shows in ("dark", "lit sheet")],
        lines=[_line(picture, line) for line in asked.lines],
        frames=[] if pair is None or second is None else _frames(asked.areas, picture, pair, photo, second),
    )


def _pictures(
    photo: Photograph, second: Photograph | None, *, curve: bool
) -> tuple[LinearPhotograph, LinearPhotograph | None, float | None, str]:
    picture = picture_of(photo.encoded)
    if second is None:
        return picture, None, None, ""
    pair = picture_of(second.encoded)
    if not curve:
        return picture, pair, None, ""
    try:
        stops = exposure_apart(second.exposure, photo.exposure)
        if picture.light.shape != pair.light.shape or abs(stops) < 0.3:
            return picture, pair, None, "Two frames of one still scene are needed, a stop or two apart."
        gamma = curve_from_pair(picture, pair, stops)
    except WenloError as trouble:
        return picture, pair, None, trouble.message
    bent = [picture_of(p.encoded, gamma=gamma, fitted=True) for p in (photo, second)]
    return bent[0], bent[1], gamma, ""


def _levels(picture: LinearPhotograph, areas: Sequence[Area]) -> list[LevelResult]:
    rows, first = [], None
    for area in areas:
        try:
            found = level(picture, area)
        except WenloError as trouble:
            rows.append(
                LevelResult(
                    name=area.name, stops=None, grey=None, error=None, warm=None, green=None, problem=trouble.message
                )
            )
            continue
        first = first or found
        apart, tint = stops_apart(found, first, fitted=picture.fitted), cast(found)
        rows.append(
            LevelResult(
                name=area.name,
                stops=apart.stops if math.isfinite(apart.stops) else None,
                grey=math.log2(found.luminance / MIDDLE_GREY),
                error=0.0 if found is first else apart.error,
                warm=tint.warm,
                green=tint.green,
                problem="",
            )
        )
    return rows


def _evenness(picture: LinearPhotograph, area: Area) -> EvennessResult | None:
    try:
        told = evenness(picture, area)
    except WenloError:
        # its level says what is wrong
        return None
    stops = [[round(float(x), 3) for x in row] for row in told.stops]
    return EvennessResult(name=area.name, stops=stops, hot=list(told.hot), edge=told.edge, error=told.error)


def _ground(picture: LinearPhotograph, area: Area) -> GroundResult:
    told = backdrop_evenness(picture, area, steps=TONES)
    return GroundResult(
        name=area.name,
        white=told.white,
        clipped=told.clipped,
        over=told.over,
        histogram=[round(float(x), 4) for x in told.histogram],
    )


def _spots(picture: LinearPhotograph, area: Area) -> SpotsResult:
    what = "leaks" if area.shows == "dark" else "lumps"
    try:
        found: Sequence[Blemish] = leaks(picture, area) if area.shows == "dark" else lumps(picture, area)
    except WenloError as trouble:
        return SpotsResult(name=area.name, what=what, spots=[], problem=trouble.message)
    rows = [[round(s.x, 4), round(s.y, 4), round(s.stops, 2), round(s.share, 5)] for s in found]
    return SpotsResult(name=area.name, what=what, spots=rows, problem="")


def _line(picture: LinearPhotograph, line: Line) -> LineResult:
    ends = (line.x1, line.y1), (line.x2, line.y2)
    try:
        if line.across == "ball":
            told = turn(picture, *ends)
            beyond = (
                f"{told.beyond:.0f}° beyond a point source's"
                if told.beyond > told.error
                else "as sharp as a point source's"
            )
            return LineResult(
                value=told.band,
                error=told.error,
                words=f"the light turns to shade over {told.band:.0f}°, {beyond}",
                problem="",
            )
        edge = shadow_edge(picture, *ends, metres=line.metres)
    except WenloError as trouble:
        return LineResult(value=None, error=None, words="", problem=trouble.message)
    return LineResult(value=edge.width, error=edge.error, words=f"{edge.stops:.1f} stops across it", problem="")


def _frames(
    areas: Sequence[Area], picture: LinearPhotograph, pair: LinearPhotograph, photo: Photograph, second: Photograph
) -> list[FrameResult]:
    rows: list[FrameResult] = []
    try:
        card = next(((level(picture, a), level(pair, a)) for a in areas if a.shows == "neutral card"), None)
        exposure = exposure_apart(photo.exposure, second.exposure, card=card)
    except WenloError as trouble:
        return [
            FrameResult(name=a.name, stops=None, error=None, adds=None, adds_error=None, problem=trouble.message)
            for a in areas[:1]
        ]
    reference: AreaLevel | None = None
    for area in areas:
        try:
            one = level(picture, area)
            reference = reference or one
            other = _in_other(pair, area)
            apart = frames_apart(one, other, exposure=exposure, tied=card is not None, fitted=picture.fitted)
        except WenloError as trouble:
            rows.append(
                FrameResult(name=area.name, stops=None, error=None, adds=None, adds_error=None, problem=trouble.message)
            )
            continue
        adds = adds_error = None
        try:
            told = spill(one, other, reference, exposure=exposure, fitted=picture.fitted)
            adds, adds_error = told.against, told.error
        except WenloError:
            # nothing is added there, which is an answer too
            adds = None
        rows.append(
            FrameResult(
                name=area.name, stops=apart.stops, error=apart.error, adds=adds, adds_error=adds_error, problem=""
            )
        )
    return rows


def _in_other(pair: LinearPhotograph, area: Area) -> AreaLevel:
    try:
        return level(pair, area)
    except WenloError as trouble:
        raise Impossible(f"In the other frame: {trouble.message}") from None


def predicted_frame(document: Document, aperture: float, shutter: float, iso: float) -> bytes:
    """The picture that is predicted of the set as it stands, as a frame with these settings."""
    shoot = resolve_document(document)
    taken = SimulatedExposure(aperture=aperture, shutter=shutter, iso=iso)
    encoded, _ = frame(shoot.brief, shoot.design, Truth(), taken, grain=False)
    return write_frame(encoded, aperture=aperture, shutter=shutter, iso=iso)
