"""Lengths as people write them, metric or imperial, to and from metres."""

import math
import re
from fractions import Fraction
from typing import Literal

from wenlo.core.errors import InvalidInput

UnitSystem = Literal["metric", "imperial"]

METRES_PER_INCH = 0.0254
"""Exact by definition (international yard and pound agreement, 1959)."""

ACCEPTED_FORMS = "a length such as 1.35 m, 135 cm, 1350 mm, 5' 2 3/4\" or 62 in"

_NUMBER = r"(?:\d+(?:[.,]\d+)?|[.,]\d+)"
_FRACTION = r"\d+\s*/\s*\d+"
_MIXED = rf"(?:{_NUMBER}(?:\s*[\s-]\s*{_FRACTION})?|{_FRACTION})"
_METRIC = re.compile(rf"^({_NUMBER})\s*(mm|cm|m)?$")
_IMPERIAL = re.compile(rf"^(?:({_MIXED})\s*(?:'|ft|feet|foot))?\s*(?:({_MIXED})\s*(?:\"|''|in|inch|inches)?)?$")
_TYPOGRAPHIC = str.maketrans({"′": "'", "’": "'", "″": '"', "”": '"', "“": '"', "⁄": "/"})
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_WRITTEN = re.compile(r"(?<![\w.,/])(\d+(?:\.\d+)?)(?: × (\d+(?:\.\d+)?))? (mm|cm|m)\b(?![²³/])")

CLOSE = 0.04
"""A length that sixteenths of an inch miss by more than this share stays metric: drills and thin sheet are sold so. [-]
"""

_METRIC_FACTOR = {"mm": 1e-3, "cm": 1e-2, "m": 1.0}


def _mixed_number(text: str) -> float:
    total = Fraction(0)
    for part in re.split(r"[\s-]+(?=\d+\s*/)", text.strip()):
        if "/" in part:
            numerator, denominator = part.split("/")
            if int(denominator) == 0:
                raise InvalidInput(f"A fraction cannot have 0 below the line; write {ACCEPTED_FORMS}.")
            total += Fraction(int(numerator), int(denominator))
        else:
            total += Fraction(part.replace(",", "."))
    return float(total)


def parse_length(text: str, *, bare_unit: Literal["mm", "cm", "m", "in"] = "m") -> float:
    r"""Read a length in any usual form.

    Parameters
    ----------
    text:
        For example ``"1.35 m"``, ``"135cm"``, ``"5' 2 3/4\\""``, ``"62 1/2 in"``.
    bare_unit:
        Unit of a number written without one.

    Returns
    -------
    Length. [m]

    Raises
    ------
    InvalidInput
        If the text is not a length.

    >>> parse_length("135cm")
    1.35
    >>> round(parse_length("62 3/4 in"), 5)
    1.59385
    """
    if len(text) > 60:
        raise InvalidInput(f"That is not a length; write {ACCEPTED_FORMS}.")
    cleaned = text.translate(_TYPOGRAPHIC).strip().lower()
    for symbol, fraction in _VULGAR.items():
        cleaned = cleaned.replace(symbol, f" {fraction}")
    cleaned = cleaned.strip()
    if match := _METRIC.match(cleaned):
        number = float(Fraction(match[1].replace(",", ".")))
        unit = match[2] or bare_unit
        return number * (METRES_PER_INCH if unit == "in" else _METRIC_FACTOR[unit])
    match = _IMPERIAL.match(cleaned)
    if cleaned and match and (match[1] or match[2]):
        feet = _mixed_number(match[1]) if match[1] else 0.0
        inches = _mixed_number(match[2]) if match[2] else 0.0
        return (feet * 12 + inches) * METRES_PER_INCH
    raise InvalidInput(f"“{text.strip()[:24]}” is not a length; write {ACCEPTED_FORMS}.")


def rounded(value: float, digits: int) -> str:
    """A number with so many digits after the point; halves go up, as they do in the browser.

    Parameters
    ----------
    value: any number. [-]
    digits: after the point.

    >>> rounded(12.5, 0), rounded(-12.5, 0), rounded(0.1049, 2)
    ('13', '-13', '0.10')
    """
    scale = 10.0**digits
    text = f"{math.copysign(math.floor(abs(value) * scale + 0.5 + 1e-7), value) / scale:.{digits}f}"
    return text[1:] if float(text) == 0.0 and text.startswith("-") else text


def format_length(metres: float, *, system: UnitSystem = "metric", fine: bool = False) -> str:
    r"""Show a length for reading off a tape measure.

    Parameters
    ----------
    metres:
        Length. [m]
    system:
        ``"metric"`` (whole millimetres below 1 m, two or three decimals of a metre above) or
        ``"imperial"`` (feet, inches and sixteenths).
    fine:
        Metric only: millimetres, with a tenth where there is one, for cutting.

    >>> print(format_length(1.35), format_length(0.4), format_length(1.35, system="imperial"))
    1.35 m 400 mm 4' 5 1/8"
    """
    if not math.isfinite(metres):
        return "–"
    if system == "metric":
        if fine:
            return f"{rounded(metres * 1000, 1).removesuffix('.0')} mm"
        if abs(metres) < 0.9995:
            return f"{rounded(metres * 1000, 0)} mm"
        text = rounded(metres, 3)
        return f"{text[:-1] if text.endswith('0') else text} m"
    sixteenths = math.floor(abs(metres) / METRES_PER_INCH * 16 + 0.5 + 1e-7)
    sign = "-" if metres < 0 and sixteenths else ""
    feet, rest = divmod(sixteenths, 12 * 16)
    inches, rest = divmod(rest, 16)
    fraction = f"{Fraction(rest, 16)}" if rest else ""
    inch_text = " ".join(part for part in (str(inches) if inches or not fraction else "", fraction) if part)
    if feet == 0:
        return f'{sign}{inch_text}"'
    if rest and not inches:
        inch_text = f"0 {fraction}"
    return f"{sign}{feet}'" if not inches and not rest else f"{sign}{feet}' {inch_text}\""


def lengths_in(text: str, system: UnitSystem, *, names: tuple[str, ...] = ()) -> str:
    r"""Words with the metric lengths in them as the other tape has them.

    What sixteenths of an inch miss by more than :data:`CLOSE` stays as it is, as do areas, speeds and names.

    Parameters
    ----------
    text:
        As it is written for the metric tape.
    system:
        Whose tape is used.
    names:
        Things that are sold under a name with a length in it.

    >>> print(lengths_in("A hem of 20 mm on 1.20 m × 900 mm, drilled 4.0 mm.", "imperial"))
    A hem of 13/16" on 3' 11 1/4" × 2' 11 7/16", drilled 4.0 mm.
    """
    if system == "metric":
        return text

    def inches(number: str, unit: str) -> str | None:
        metres = float(number) * _METRIC_FACTOR[unit]
        nearest = round(metres / METRES_PER_INCH * 16) * METRES_PER_INCH / 16
        if metres <= 0.0 or abs(nearest - metres) > CLOSE * metres:
            return None
        return format_length(metres, system="imperial")

    def other(match: re.Match[str]) -> str:
        found = [inches(number, match[3]) for number in match.group(1, 2) if number is not None]
        kept = [word for word in found if word is not None]
        return " × ".join(kept) if len(kept) == len(found) else match[0]

    if not names:
        return _WRITTEN.sub(other, text)
    sold = re.compile("|".join(re.escape(name) for name in sorted(names, key=len, reverse=True)))
    parts, at = [], 0
    for match in sold.finditer(text):
        parts += [_WRITTEN.sub(other, text[at : match.start()]), match[0]]
        at = match.end()
    return "".join([*parts, _WRITTEN.sub(other, text[at:])])
