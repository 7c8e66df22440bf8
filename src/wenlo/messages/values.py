"""Arguments of facts as text, in the units of the display; words of values come from ``values.ftl``."""

import math
from collections.abc import Callable, Mapping

from wenlo.core.facts import DEEPEST, NO_LIGHT, Argument
from wenlo.core.units.length import CLOSE, METRES_PER_INCH, UnitSystem, format_length, rounded

Words = Callable[[str, Mapping[str, float | str]], str]
"""Says a message of ``values.ftl``."""

THIRDS = 3


def tape(metres: float, units: UnitSystem) -> str:
    r"""A length as a tape has it; what sixteenths of an inch cannot say stays metric, as drills are sold.

    >>> tape(0.004, "imperial"), tape(0.4, "imperial")
    ('4 mm', '1\' 3 3/4"')
    """
    nearest = round(metres / METRES_PER_INCH * 16) * METRES_PER_INCH / 16
    if units == "imperial" and abs(nearest - metres) > CLOSE * abs(metres):
        return _millimetres(metres)
    return format_length(metres, system=units)


def trimmed(value: float, digits: int = 1) -> str:
    """A number without zeros that say nothing.

    >>> trimmed(2.50), trimmed(70.0)
    ('2.5', '70')
    """
    text = rounded(value, digits)
    return text.rstrip("0").rstrip(".") if "." in text else text


def significant(value: float, digits: int) -> str:
    """A number with so many digits that mean something, in full.

    >>> significant(12345.0, 2), significant(0.04567, 3), significant(581.4, 3)
    ('12000', '0.0457', '581')
    """
    if value == 0.0:
        return "0"
    places = digits - 1 - math.floor(math.log10(abs(value)))
    return (
        rounded(value, places) if places >= 0 else rounded(float(rounded(value * 10.0**places, 0)) * 10.0**-places, 0)
    )


def with_half_width(value: float, half: float) -> str:
    """A reading and its half-width, both to the first digit of the half-width, written out.

    >>> with_half_width(559.3, 21.7), with_half_width(4.1234, 0.0312), with_half_width(581.2, 0.0)
    ('560 ± 20', '4.12 ± 0.03', '581')
    """
    if not half > 0.0:
        return significant(value, 3)
    places = -math.floor(math.log10(half))
    step = 10.0**-places

    def to_step(number: float) -> str:
        return rounded(float(rounded(number / step, 0)) * step, max(places, 0))

    return f"{to_step(value)} ± {to_step(half)}"


def signed(text: str, value: float) -> str:
    """Text of an amount with the sign of its value, which nothing has that is shown as zero.

    >>> signed("1.3", -1.3), signed("0.0", 0.01), signed("2", 2.0)
    ('−1.3', '0.0', '+2')
    """
    if not text.strip("0."):
        return text
    return f"{'+' if value > 0 else '−'}{text}"


def _millimetres(metres: float) -> str:
    return f"{trimmed(metres * 1000)} mm"


def _stops(value: float, say: Words, *, sign: bool) -> str:
    if abs(value) >= NO_LIGHT:
        return say("value_no-light", {})
    size = rounded(abs(value), 1)
    text = signed(size, value) if sign else size if value >= 0.0 else signed(size, value)
    return say("value_stops", {"text": text, "count": float(size)})


def _deep_stops(value: float, say: Words) -> str:
    if value >= DEEPEST:
        return say("value_over", {"text": _stops(DEEPEST, say, sign=False)})
    return _stops(value, say, sign=False)


def _power(value: float, say: Words) -> str:
    if value <= 0.0:
        return say("value_no-light", {})
    whole, thirds = divmod(round(math.log2(value) * THIRDS), THIRDS)
    if whole == 0:
        base = say("value_full", {})
    else:
        base = f"1/{2**-whole}" if whole < 0 else say("value_times-full", {"text": f"{2**whole}"})
    return base if thirds == 0 else f"{base} + {thirds}/3"


def _number(text: Callable[[float], str]) -> Callable[[object], str]:
    def shown(value: object) -> str:
        if not isinstance(value, int | float):
            raise TypeError(f"{value!r} is no number")
        return text(float(value))

    return shown


def shown(argument: Argument, units: UnitSystem, say: Words) -> str:
    """A number, a size, a label or a choice as text; lists and facts are put into words by who reads them.

    Parameters
    ----------
    argument: what to show.
    units: in which lengths are written.
    say: the words of values.

    Raises
    ------
    KeyError
        If it is a list or a fact.
    TypeError
        If its value is not what it says it is.
    """
    kind, value = argument.kind, argument.value
    if value is None:
        return "–"
    if kind in ("size", "reading"):
        if not isinstance(value, tuple):
            raise TypeError(f"a {kind} is two numbers")
        if kind == "size":
            return " × ".join(_number(lambda v: tape(v, units))(side) for side in value)
        amount, half = (float(_number(repr)(one)) for one in value)
        return with_half_width(amount, half)
    if kind in ("label", "choice"):
        return str(value)
    kinds: Mapping[str, Callable[[float], str]] = {
        "length": lambda v: tape(v, units),
        "fine": lambda v: _millimetres(v) if units == "metric" else format_length(v, system=units),
        "drill": lambda v: _millimetres(v) if units == "metric" else tape(v, units),
        "count": lambda v: rounded(v, 0),
        "tenth": lambda v: rounded(v, 1).replace("-", "−"),
        "hundredth": lambda v: rounded(v, 2),
        "rough": lambda v: significant(v, 3),
        "share": lambda v: f"{rounded(v * 100, 0 if abs(v) >= 0.0995 or v == 0.0 else 1)} %",
        "angle": lambda v: f"{rounded(math.degrees(v), 0)}°",
        "turn": lambda v: f"{signed(rounded(abs(math.degrees(v)), 0), v)}°",
        "celsius": lambda v: f"{rounded(v, 0)} °C",
        "kelvin": lambda v: f"{rounded(v / 100, 0)}00 K",
        "force": lambda v: f"{rounded(v, 0)} N",
        "mass": lambda v: f"{rounded(v, 2 if abs(v) < 10.0 else 1)} kg",
        "speed": lambda v: f"{trimmed(v, 3)} m/s",
        "luminance": lambda v: f"{significant(v, 2)} cd/m²",
        "stops": lambda v: trimmed(v, 0 if abs(v) >= 3 else 1),
        "in_stops": lambda v: _stops(v, say, sign=False),
        "by_stops": lambda v: _stops(v, say, sign=True),
        "deep_stops": lambda v: _deep_stops(v, say),
        "power": lambda v: _power(v, say),
    }
    return _number(kinds[kind])(value)
