"""Arguments of facts as text, in the units of the display."""

import math
from collections.abc import Callable, Mapping

from wenlo.core.facts import Argument
from wenlo.core.units.length import CLOSE, METRES_PER_INCH, UnitSystem, format_length, rounded


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


def _millimetres(metres: float) -> str:
    return f"{trimmed(metres * 1000)} mm"


def _number(text: Callable[[float], str]) -> Callable[[object], str]:
    def shown(value: object) -> str:
        if not isinstance(value, int | float):
            raise TypeError(f"{value!r} is no number")
        return text(float(value))

    return shown


def shown(argument: Argument, units: UnitSystem) -> str:
    """A number, a size, a label or a choice as text; lists and facts are put into words by who reads them.

    Raises
    ------
    KeyError
        If it is a list or a fact.
    TypeError
        If its value is not what it says it is.
    """
    if argument.kind == "size":
        if not isinstance(argument.value, tuple):
            raise TypeError("a size is two lengths")
        return " × ".join(_number(lambda v: tape(v, units))(side) for side in argument.value)
    if argument.kind in ("label", "choice"):
        return str(argument.value)
    kinds: Mapping[str, Callable[[float], str]] = {
        "length": lambda v: tape(v, units),
        "fine": lambda v: _millimetres(v) if units == "metric" else format_length(v, system=units),
        "drill": lambda v: _millimetres(v) if units == "metric" else tape(v, units),
        "count": lambda v: rounded(v, 0),
        "angle": lambda v: f"{rounded(math.degrees(v), 0)}°",
        "celsius": lambda v: f"{rounded(v, 0)} °C",
        "force": lambda v: f"{rounded(v, 0)} N",
        "stops": lambda v: trimmed(v, 0 if abs(v) >= 3 else 1),
    }
    return _number(kinds[argument.kind])(argument.value)
