"""From a judgement, a reading or a picture to the next mark on a dial; and the fewest trial shots where light cannot be
metered.
"""

import math
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wenlo.core.calibration.moving import Move
from wenlo.core.catalog.materials import LampType
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.optics.lamp import dial_words
from wenlo.core.photometry.exposure import format_aperture, third_stop_aperture, third_stop_iso
from wenlo.core.photometry.stops import THIRD, format_stops

WORDS = {
    "a third": 1 / 3,
    "one third": 1 / 3,
    "third": 1 / 3,
    "two thirds": 2 / 3,
    "half": 0.5,
    "half a": 0.5,
    "a half": 0.5,
    "a": 1.0,
    "one": 1.0,
    "two": 2.0,
    "three": 3.0,
    "a touch": 1 / 3,
    "a little": 1 / 3,
    "a lot": 1.5,
    "one and a half": 1.5,
    "one and a third": 4 / 3,
}
"""Amounts as people say them. [stop]"""

BRIGHTER = r"\b(up|brighter|more|over exposed less|too dark|under)\b"
DARKER = r"\b(down|darker|less|too bright|over|too hot)\b"

GELS = {"a third-stop gel": 0.33, "a half-stop gel": 0.5, "a one-stop gel": 1.0, "a two-stop gel": 2.0}
"""Neutral gels as they are sold. [stop]"""

ACCEPTED = "say it like “two thirds down”, “a stop up”, “1/3 brighter” or “half a stop too bright”"


def stops_asked_for(text: str) -> float:
    """Stops that a judgement asks for: + is more light.

    Source: [ISO2720].

    Parameters
    ----------
    text: the judgement as it was typed.

    Returns
    -------
    float: + is more light. [stop]

    Raises
    ------
    InvalidInput
        When it is not understood.

    >>> round(stops_asked_for("two thirds down"), 3), stops_asked_for("half a stop too dark"), stops_asked_for("+1.5")
    (-0.667, 0.5, 1.5)
    """
    said = text.strip().lower().replace("−", "-")
    plain = re.fullmatch(r"([+-]?\d+(?:[.,]\d+)?)\s*(stops?|ev)?", said)
    if plain:
        return float(plain.group(1).replace(",", "."))
    sign = 1.0 if re.search(BRIGHTER, said) else -1.0 if re.search(DARKER, said) else 0.0
    if sign == 0.0:
        message = f"“{text.strip()[:40]}” is not understood; {ACCEPTED}."
        raise InvalidInput(message, fields=[FieldError(path="judgement", message=message)])
    mixed = re.search(r"(\d+)\s+(\d)\s*/\s*(\d)", said)
    if mixed:
        return sign * (int(mixed.group(1)) + int(mixed.group(2)) / int(mixed.group(3)))
    part = re.search(r"(\d)\s*/\s*([1-9])", said)
    if part:
        return sign * int(part.group(1)) / int(part.group(2))
    number = re.search(r"\d+(?:[.,]\d+)?", said)
    if number:
        return sign * float(number.group(0).replace(",", "."))
    named = [(name, value) for name, value in WORDS.items() if re.search(rf"\b{name}\b", said)]
    amount = max(named, key=lambda row: len(row[0]))[1] if named else THIRD
    return sign * amount


_PER_SECOND = (
    8000,
    6400,
    5000,
    4000,
    3200,
    2500,
    2000,
    1600,
    1250,
    1000,
    800,
    640,
    500,
    400,
    320,
    250,
    200,
    160,
    125,
    100,
    80,
    60,
    50,
    40,
    30,
    25,
    20,
    15,
    13,
    10,
    8,
    6,
    5,
    4,
)
_SECONDS = (
    0.3,
    0.4,
    0.5,
    0.6,
    0.8,
    1.0,
    1.3,
    1.6,
    2.0,
    2.5,
    3.2,
    4.0,
    5.0,
    6.0,
    8.0,
    10.0,
    13.0,
    15.0,
    20.0,
    25.0,
    30.0,
)

SHUTTERS = (*(1.0 / n for n in _PER_SECOND), *_SECONDS)
"""Marks on a shutter dial, in thirds of a stop as they are written. [s]"""


@dataclass(frozen=True, kw_only=True)
class ShotSetting:
    """How the shot was set: share of the lamp's power, shutter [s], f-number, ISO."""

    power: float
    shutter: float
    aperture: float
    iso: float


@dataclass(frozen=True, kw_only=True)
class NextMark:
    """One control turned alone: which, its next value, in words, what else it does, and how far from what was asked it
    ends [stop].
    """

    control: str
    value: float
    words: str
    cost: str
    off: float


ALREADY = 0.02
"""A mark that is no farther than this from where the dial stands is where it stands. [stop]"""


def marks_for(
    wanted: float,
    setting: ShotSetting,
    lamp: LampType,
    *,
    locked: frozenset[str] = frozenset(),
    move: Move | None = None,
) -> tuple[NextMark, ...]:
    """Every control that can give so many stops, the nearest to it first, then those that cost the picture least.

    A control that stands there already, or at the end of its dial, is not offered.

    Parameters
    ----------
    wanted: + is more light in the picture. [stop]
    setting: as the shot was set.
    lamp: its dial.
    locked: controls to leave alone: ``power``, ``iso``, ``shutter``, ``aperture``, ``distance``, ``gel``.
    move: where the light would have to stand, if there is such a place.
    """
    found = list(_turned(wanted, setting, lamp))
    if move is not None:
        found.append(NextMark(control="distance", value=move.value, words=move.words, cost=move.cost, off=move.off))
    if wanted < 0.0:
        name, loss = min(GELS.items(), key=lambda row: abs(row[1] + wanted))
        found.append(NextMark(control="gel", value=loss, words=f"{name} before the lamp", cost="", off=-loss - wanted))
    rank = ("power", "gel", "iso", "shutter", "distance", "aperture")
    kept = [mark for mark in found if mark.control not in locked and abs(mark.off + wanted) > ALREADY]
    return tuple(sorted(kept, key=lambda m: (round(abs(m.off), 2) > THIRD / 2 + 1e-9, rank.index(m.control))))


def _turned(wanted: float, setting: ShotSetting, lamp: LampType) -> Iterator[NextMark]:
    # the dials of lamp and camera, each turned alone to its nearest mark
    flash, more = lamp.kind == "flash", wanted > 0
    power = _dial(setting.power * 2.0**wanted, lamp)
    yield NextMark(
        control="power",
        value=power,
        words=f"lamp to {dial_words(lamp, power)}",
        cost="recycles longer" if flash and more else "",
        off=math.log2(power / setting.power) - wanted,
    )
    iso = third_stop_iso(min(max(setting.iso * 2.0**wanted, 25.0), 409600.0))
    yield NextMark(
        control="iso",
        value=iso,
        words=f"ISO {iso:.0f}",
        cost="more noise" if more else "less noise",
        off=math.log2(iso / setting.iso) - wanted,
    )
    if not flash:
        shutter = min(SHUTTERS, key=lambda mark: abs(math.log2(mark / (setting.shutter * 2.0**wanted))))
        words = f"shutter 1/{round(1 / shutter)} s" if shutter < 0.28 else f"shutter {shutter:g} s"
        yield NextMark(
            control="shutter",
            value=shutter,
            words=words,
            cost="more smear" if more else "less smear",
            off=math.log2(shutter / setting.shutter) - wanted,
        )
    aperture = third_stop_aperture(min(max(setting.aperture * 2.0 ** (-wanted / 2), 0.7), 64.0))
    yield NextMark(
        control="aperture",
        value=aperture,
        words=format_aperture(aperture),
        cost="less in focus" if more else "more in focus",
        off=-2 * math.log2(aperture / setting.aperture) - wanted,
    )


def _dial(power: float, lamp: LampType) -> float:
    # a flash clicks in thirds of a stop, a dimmer turns in whole per cent
    kept = min(max(power, lamp.lowest_power), 1.0)
    if lamp.kind == "flash":
        return max(float(2.0 ** (round(math.log2(kept) * 3) / 3)), lamp.lowest_power)
    return max(round(kept * 100) / 100, lamp.lowest_power)


def from_reading(read: float, wanted: float) -> float:
    """Stops from what was read to what is wanted. [stop]

    >>> from_reading(100.0, 200.0)
    1.0
    """
    return math.log2(wanted / read)


@dataclass(frozen=True, kw_only=True)
class Ladder:
    """Trial shots for light that cannot be metered: the next trial [stop], what is left between too dark and too
    bright, and how many shots at most are still needed.
    """

    next: float
    low: float
    high: float
    left: int
    done: bool


def ladder(
    tried: Sequence[tuple[float, str]], *, low: float = -6.0, high: float = 6.0, enough: float = THIRD
) -> Ladder:
    """The fewest shots to a setting, by halving.

    Source: [ISO2720].

    Parameters
    ----------
    tried: settings in stops, and whether the shot came out ``"too dark"``, ``"too bright"`` or ``"good"``.
    low, high: what it lies between. [stop]
    enough: as close as is wanted. [stop]

    Returns
    -------
    Ladder: the next setting to try and what it lies between. [stop]

    Raises
    ------
    InvalidInput
        When the verdicts contradict each other.

    >>> ladder([]).next, ladder([(0.0, "too bright")]).next
    (0.0, -3.0)
    """
    for stops, verdict in tried:
        if verdict == "good":
            return Ladder(next=stops, low=stops, high=stops, left=0, done=True)
        if verdict == "too dark":
            low = max(low, stops)
        elif verdict == "too bright":
            high = min(high, stops)
    if low > high:
        message = (
            "A darker setting came out too bright and a brighter one too dark; something else changed between the"
            " shots."
        )
        raise InvalidInput(message, fields=[FieldError(path="tried", message=message)])
    if high - low <= 2 * enough:
        return Ladder(next=round((low + high) / 2 / THIRD) * THIRD, low=low, high=high, left=0, done=True)
    middle = round((low + high) / 2 / THIRD) * THIRD
    return Ladder(next=middle, low=low, high=high, left=math.ceil(math.log2((high - low) / (2 * enough))), done=False)


def mark_sentence(mark: NextMark) -> str:
    """A mark as a sentence."""
    rest = (
        ""
        if abs(mark.off) < 0.05
        else f", {format_stops(abs(mark.off))} {'too bright' if mark.off > 0 else 'too dark'}"
    )
    # an f-number keeps its small letter
    words = mark.words if mark.words.startswith("f/") else f"{mark.words[:1].upper()}{mark.words[1:]}"
    return f"{words}{rest}{'; ' if mark.cost else ''}{mark.cost}."
