"""Two frames held against each other: stops of the same area, spill with and without, one camera's own curve; exposures
counted in.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.calibration.measures import CURVE_DOUBT, AreaLevel, Difference, exposure_between, stops_apart
from wenlo.core.errors import Impossible

Exposure = tuple[float, float, float]
"""F-number, shutter [s], ISO."""

LEAST_SHARE = 0.03
"""Less spill than this share of what was there is not told from noise. [-]"""


def exposure_apart(
    one: Exposure | None, other: Exposure | None, *, card: tuple[AreaLevel, AreaLevel] | None = None
) -> float:
    """How much more exposure the other frame had. [stop]

    Parameters
    ----------
    one, other: as the files tell it; None where one does not, as of a phone that adjusts itself.
    card: something in both frames whose light did not change; it ties frames whose files tell nothing.

    Raises
    ------
    Impossible
        When neither files nor a card tell it.
    """
    if card is not None:
        return math.log2(card[1].luminance / card[0].luminance)
    if one is None or other is None:
        raise Impossible(
            "A frame does not tell its exposure: it may have adjusted itself. Lock the exposure, or draw a neutral card"
            " whose light did not change."
        )
    return exposure_between(other, one)


def frames_apart(one: AreaLevel, other: AreaLevel, *, exposure: float, tied: bool, fitted: bool) -> Difference:
    """How much brighter an area is in one frame than in the other, as if both had the same exposure.

    Source: [Palmer2010].

    Parameters
    ----------
    one, other: the same area of both.
    exposure: how much more exposure the other had. [stop]
    tied: whether a card tells the exposure, whose own error then counts.
    fitted: whether the camera's curve was found.

    Returns
    -------
    Difference: stops by which the area is brighter in ``one``, with the 95 % half-width. [stop]
    """
    apart = stops_apart(one, other, fitted=fitted, exposure=exposure)
    # marks of shutter, aperture and ISO are kept to about a twentieth of a stop
    doubt = CURVE_DOUBT * abs(exposure) * 0.5 if tied else 0.05
    return Difference(stops=apart.stops, error=math.hypot(apart.error, doubt))


@dataclass(frozen=True, kw_only=True)
class Spill:
    """Light that one lamp adds to an area: stops against the reference area, its 95 % half-width, and how much brighter
    it makes the area.
    """

    against: float
    error: float
    lifts: float


def spill(
    with_light: AreaLevel, without: AreaLevel, reference: AreaLevel, *, exposure: float = 0.0, fitted: bool = False
) -> Spill:
    """What a lamp spills on a wall, from a frame with and one without it.

    Light adds: what the lamp gives is the difference in linear light, told against what the reference gets.

    Source: [Palmer2010].

    Parameters
    ----------
    with_light, without: the wall in both frames.
    reference: what the spill is held against, such as the face in the frame with the lamp.
    exposure: how much more exposure the frame without had. [stop]
    fitted: whether the camera's curve was found.

    Returns
    -------
    Spill: what the lamp gives the wall, under the reference. [stop]

    Raises
    ------
    Impossible
        When the lamp adds too little to be told.
    """
    dark = without.luminance * 2.0**-exposure
    added = with_light.luminance - dark
    if added < LEAST_SHARE * with_light.luminance:
        raise Impossible(
            f"The lamp adds less than {LEAST_SHARE * 100:.0f} % to {with_light.name}: too little to be told from noise."
        )
    share = added / with_light.luminance
    # errors of both levels, as stops of the difference
    noise = math.hypot(with_light.error, without.error * dark / with_light.luminance) / share
    against = math.log2(added / reference.luminance)
    doubt = (0.25 if fitted else 1.0) * CURVE_DOUBT * abs(against)
    return Spill(
        against=against,
        error=math.hypot(math.hypot(noise, reference.error), doubt),
        lifts=math.log2(with_light.luminance / max(dark, 1e-9)),
    )


def words_on_exposure(frames: Sequence[Exposure | None], own: Sequence[bool | None]) -> str:
    """What is to be known of frames that cameras exposed: which adjusted themselves, and what is done about it; empty
    when nothing is.

    Parameters
    ----------
    frames: exposures as the files tell them.
    own: whether the camera chose each itself, None where the file does not say.
    """
    if any(frame is None for frame in frames):
        return (
            "A file does not tell its exposure: only areas of one frame are held against each other, or frames tied by"
            " a neutral card."
        )
    told = [frame for frame in frames if frame is not None]
    changed = len(told) > 1 and any(abs(exposure_between(told[0], frame)) > 0.05 for frame in told[1:])
    if any(own) and changed:
        return (
            "The camera chose its exposure itself and changed it between the frames; what the files tell of it is"
            " counted in."
        )
    if changed:
        return "The exposure changed between the frames; what the files tell of it is counted in."
    if any(own):
        return (
            "The camera chose this exposure itself: lock it before the next frame, or two frames cannot be held against"
            " each other by eye."
        )
    return ""
