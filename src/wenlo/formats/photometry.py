"""Reading measured light distributions: IES LM-63 (1995, 2002, 2019) and EULUMDAT; bad files are answered line
by line.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from wenlo.core.errors import FieldError, UnsupportedFile
from wenlo.core.photometry.distribution import Distribution

Array = NDArray[np.float64]

MOST_ANGLES = 721
FEET = 0.3048
LARGEST = 4 * 1024 * 1024
"""Longest file that is read. [byte]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class Photometry:
    """A measured lamp: its distribution and what the file says of it."""

    distribution: Distribution
    edition: str
    keywords: dict[str, str] = field(default_factory=dict)
    lumens: float | None = None
    """Rated lumens of the lamp; None when the intensities are absolute."""

    warnings: tuple[str, ...] = ()


class Lines:
    """A text line by line, so that what is wrong is told with its number."""

    def __init__(self, text: str) -> None:
        self.rows = text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
        self.at = 0

    def fail(self, message: str, line: int | None = None) -> UnsupportedFile:
        """The error for a line, by its index; the one that comes next if left out."""
        number = (self.at if line is None else line) + 1
        whole = f"line {number}: {message}"
        return UnsupportedFile(whole, fields=[FieldError(path=f"line {number}", message=message)])

    def next(self, what: str) -> str:
        """The next line, which should hold ``what``."""
        if self.at >= len(self.rows):
            raise self.fail(f"the file ends where {what} should be", len(self.rows) - 1)
        row = self.rows[self.at]
        self.at += 1
        return row

    def number(self, what: str) -> float:
        """One number on a line of its own; a decimal comma is taken as a point."""
        text = self.next(what).strip().replace(",", ".")
        try:
            value = float(text)
        except ValueError:
            raise self.fail(f"{what} should be a number, not “{text[:40]}”", self.at - 1) from None
        if not math.isfinite(value):
            raise self.fail(f"{what} must be finite", self.at - 1)
        return value

    def count(self, what: str, low: int, high: int) -> int:
        """A whole number on a line of its own."""
        value = self.number(what)
        if value != round(value) or not low <= value <= high:
            raise self.fail(f"{what} must be a whole number from {low} to {high}, not {value:g}", self.at - 1)
        return int(value)

    def numbers(self, count: int, what: str) -> list[float]:
        """So many numbers, spread over as many lines as they need."""
        values: list[float] = []
        while len(values) < count:
            row = self.next(f"{what} {len(values) + 1} of {count}")
            for word in row.replace(",", " ").split():
                try:
                    values.append(float(word))
                except ValueError:
                    raise self.fail(f"{what} should be numbers, not “{word[:40]}”", self.at - 1) from None
        if len(values) > count:
            raise self.fail(f"{count} {what} are wanted, and the last of their lines goes on with more", self.at - 1)
        if not all(math.isfinite(v) for v in values):
            raise self.fail(f"{what} must be finite", self.at - 1)
        return values


def rising(lines: Lines, values: Sequence[float], what: str) -> Array:
    """Values that must rise, as an array."""
    array = np.asarray(values, dtype=np.float64)
    if np.any(np.diff(array) <= 0.0):
        where = int(np.argmax(np.diff(array) <= 0.0))
        raise lines.fail(f"{what} must rise; {array[where + 1]:g} follows {array[where]:g}", lines.at - 1)
    return array


def _closed(planes: Array, rows: Array) -> tuple[Array, Array]:
    """All round from what symmetry leaves out: planes to 90, 180, from 90 to 270, or to 360 degrees."""
    first, last = planes[0], planes[-1]
    if len(planes) == 1:
        return np.array([0.0, 360.0]), np.concatenate([rows, rows])
    if first == 90.0 and last == 270.0:
        # symmetric about the plane 90–270: the half that is given is turned to start at 0
        mirrored = np.concatenate([180.0 - planes[planes <= 180.0][::-1], planes[planes > 90.0]])
        half = np.concatenate([rows[planes <= 180.0][::-1], rows[planes > 90.0]])
        order = np.argsort(mirrored, kind="stable")
        planes, rows = mirrored[order], half[order]
        kept = np.concatenate([[True], np.diff(planes) > 0.0])
        planes, rows = planes[kept], rows[kept]
        upper = planes > 180.0
        other = 540.0 - planes[upper][::-1]
        more = other > planes[-1]
        planes = np.concatenate([planes, other[more], [360.0]])
        rows = np.concatenate([rows, rows[upper][::-1][more], rows[:1]])
        return planes, rows
    if last == 90.0:
        planes = np.concatenate([planes, 180.0 - planes[-2::-1]])
        rows = np.concatenate([rows, rows[-2::-1]])
        last = 180.0
    if last == 180.0:
        planes = np.concatenate([planes, 360.0 - planes[-2::-1]])
        rows = np.concatenate([rows, rows[-2::-1]])
        last = 360.0
    if last < 360.0:
        planes, rows = np.concatenate([planes, [360.0]]), np.concatenate([rows, rows[:1]])
    return planes, rows


def _type_c(planes: Array, angles: Array, rows: Array, kind: int) -> tuple[Array, Array, Array]:
    """Type A or B photometry (about an axis across the beam) onto C planes about the beam.

    Type B: planes turn about the level axis, type A about the upright one (LM-63, annex); both are read at
    the directions of a C, γ grid.
    """
    c, g = np.radians(np.arange(0.0, 361.0, 5.0)), np.radians(np.arange(0.0, 181.0, 2.5))
    cc, gg = np.meshgrid(c, g, indexing="ij")
    x, y, z = np.sin(gg) * np.cos(cc), np.sin(gg) * np.sin(cc), np.cos(gg)
    if kind == 2:
        turn, tilt = np.degrees(np.arctan2(y, z)), np.degrees(np.arcsin(np.clip(x, -1, 1)))
    else:
        turn, tilt = np.degrees(np.arctan2(x, z)), np.degrees(np.arcsin(np.clip(y, -1, 1)))
    if planes[0] >= 0.0:
        turn = np.abs(turn)
    if angles[0] >= 0.0:
        tilt = np.abs(tilt)
    inside = (turn >= planes[0]) & (turn <= planes[-1]) & (tilt >= angles[0]) & (tilt <= angles[-1])
    i = np.clip(np.searchsorted(planes, turn) - 1, 0, max(len(planes) - 2, 0))
    j = np.clip(np.searchsorted(angles, tilt) - 1, 0, max(len(angles) - 2, 0))
    i1, j1 = np.minimum(i + 1, len(planes) - 1), np.minimum(j + 1, len(angles) - 1)
    u = np.clip((turn - planes[i]) / np.maximum(planes[i1] - planes[i], 1e-9), 0, 1)
    v = np.clip((tilt - angles[j]) / np.maximum(angles[j1] - angles[j], 1e-9), 0, 1)
    low = rows[i, j] * (1 - v) + rows[i, j1] * v
    high = rows[i1, j] * (1 - v) + rows[i1, j1] * v
    return np.degrees(c), np.degrees(g), np.where(inside, low * (1 - u) + high * u, 0.0)


EDITIONS = {"IESNA:LM-63-1995": "1995", "IESNA:LM-63-2002": "2002", "IES:LM-63-2019": "2019"}


def read_ies(text: str) -> Photometry:
    """Read IES LM-63 of 1995, 2002 or 2019.

    Parameters
    ----------
    text: the file.

    Raises
    ------
    UnsupportedFile
        The message starts with the number of the line.
    """
    lines = Lines(within_limits(text))
    first = lines.next("the edition, for example “IESNA:LM-63-2002”").strip()
    edition = EDITIONS.get(first)
    if edition is None:
        known = ", ".join(EDITIONS)
        raise lines.fail(f"“{first[:40]}” is not an edition that is read here ({known})", 0)
    keywords: dict[str, str] = {}
    last = ""
    while True:
        row = lines.next("TILT=").strip()
        if row.upper().startswith("TILT="):
            tilt = row[5:].strip().upper()
            break
        if row.startswith("[") and "]" in row:
            name, _, value = row[1:].partition("]")
            if name.upper() == "MORE" and last:
                keywords[last] += " " + value.strip()
            else:
                last = name.upper()
                keywords[last] = value.strip()
        elif row:
            raise lines.fail(f"a keyword in brackets or TILT= is wanted, not “{row[:40]}”", lines.at - 1)
    if tilt == "INCLUDE":
        lines.number("the lamp's position for TILT")
        pairs = lines.count("the number of tilt angles", 1, 361)
        lines.numbers(pairs, "tilt angles")
        lines.numbers(pairs, "tilt factors")
    elif tilt != "NONE":
        raise lines.fail("TILT= must be NONE or INCLUDE; a file of its own is not read", lines.at - 1)
    start = lines.at
    head = lines.numbers(10, "numbers of the lamp")
    lamps, per_lamp, factor, n_angles, n_planes, kind, units, width, length, height = head
    for entry, name, low, high in (
        (n_angles, "the number of vertical angles", 2, MOST_ANGLES),
        (n_planes, "the number of horizontal angles", 1, MOST_ANGLES),
        (kind, "the photometric type", 1, 3),
        (units, "the unit of length", 1, 2),
    ):
        if entry != round(entry) or not low <= entry <= high:
            raise lines.fail(f"{name} must be a whole number from {low} to {high}, not {entry:g}", start)
    if factor <= 0.0:
        raise lines.fail("the factor on the intensities must be more than 0", start)
    start = lines.at
    ballast, second, watts = lines.numbers(3, "ballast factor, file type and watts")
    # before 2019 the second of them is for future use; since then it tells how the file was made
    del second
    angles = rising(lines, lines.numbers(int(n_angles), "vertical angles"), "vertical angles")
    planes = (
        rising(lines, lines.numbers(int(n_planes), "horizontal angles"), "horizontal angles")
        if n_planes > 1
        else np.array(lines.numbers(1, "horizontal angles"))
    )
    rows = np.array([lines.numbers(int(n_angles), f"intensities of plane {i + 1}") for i in range(int(n_planes))])
    if np.any(rows < 0.0):
        raise lines.fail("intensities must not be negative", lines.at - 1)
    rows = rows * factor * ballast
    unit = FEET if units == 1 else 1.0
    if kind == 1:
        if angles[0] not in (0.0, 90.0) or angles[-1] not in (90.0, 180.0):
            raise lines.fail("vertical angles must go from 0 or 90 to 90 or 180 for type C", start)
        if planes[-1] not in (0.0, 90.0, 180.0, 270.0, 360.0) and planes[-1] < 270.0:
            raise lines.fail("horizontal angles must end at 0, 90, 180 or 360, or go all round, for type C", start)
        planes, rows = _closed(planes, rows)
    else:
        planes, angles, rows = _type_c(planes, angles, rows, int(kind))
    warnings = []
    absolute = per_lamp < 0.0
    rated = None if absolute else lamps * per_lamp
    if rated is not None and rated <= 0.0:
        raise lines.fail("the lumens of a lamp must be more than 0, or −1 for absolute intensities", start)
    distribution = Distribution(
        planes=np.radians(planes),
        angles=np.radians(angles),
        intensity=rows if absolute else rows * (1000.0 / rated if rated else 1.0),
        absolute=absolute,
        size=(abs(length) * unit, abs(width) * unit, abs(height) * unit),
        watts=watts,
    )
    if rated and distribution.lumens > 1050.0:
        warnings.append(f"the table holds {distribution.lumens / 10:.0f} % of the lamp's lumens; more than all of them")
    return Photometry(
        distribution=distribution, edition=edition, keywords=keywords, lumens=rated, warnings=tuple(warnings)
    )


def write_ies(lamp: Photometry) -> str:
    """Write LM-63-2019, type C, absolute intensities unless rated lumens are given; metres."""
    d = lamp.distribution
    rated = lamp.lumens
    scale = 1.0 if rated is None else rated / 1000.0
    keywords = {
        "TEST": "not stated",
        "TESTLAB": "not stated",
        "ISSUEDATE": "not stated",
        "MANUFAC": "not stated",
        **lamp.keywords,
    }
    rows = ["IES:LM-63-2019", *(f"[{name}] {value}" for name, value in keywords.items()), "TILT=NONE"]
    rows.append(
        f"1 {-1 if rated is None else rated:g} 1 {len(d.angles)} {len(d.planes)} 1 2 {d.size[1]:g} {d.size[0]:g}"
        f" {d.size[2]:g}"
    )
    # file type 1.00001: nothing is said of how it was made
    rows.append(f"1 1.00001 {d.watts:g}")
    rows += _wrapped(np.degrees(d.angles))
    rows += _wrapped(np.degrees(d.planes))
    for row in d.intensity:
        rows += _wrapped(row * scale)
    return "\r\n".join(rows) + "\r\n"


def _wrapped(values: Array, width: int = 12) -> list[str]:
    words = [f"{v:.6g}" for v in values]
    return [" ".join(words[i : i + width]) for i in range(0, len(words), width)]


def within_limits(text: str) -> str:
    """The text, unless it is far too long for a lamp."""
    if len(text) > LARGEST:
        raise UnsupportedFile(f"the file is longer than {LARGEST // 2**20} MiB, which no lamp needs")
    return text
