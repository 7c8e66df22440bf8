"""Typed fields of the shoot document: every number has a unit, a name and limits."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal, cast, get_args, get_origin

from annotated_types import Ge, Le
from pydantic import AfterValidator, BaseModel, ConfigDict, Field
from pydantic_core import PydanticCustomError

from wenlo.core.errors import FieldError
from wenlo.core.units.length import UnitSystem, format_length

Unit = Literal[
    "m",
    "s",
    "degree",
    "stop",
    "share",
    "number",
    "count",
    "m/s",
    "K",
    "lx",
    "lm",
    "W",
    "kg",
    "kg/m",
    "kg/m2",
    "celsius",
    "EUR",
    "N",
    "J",
    "V",
    "A",
    "Wh",
    "mm2",
    "m2",
    "m3/h",
    "min",
]


class DocumentPart(BaseModel):
    """Base of every part of the document: strict, frozen, no unknown fields, no NaN or infinity."""

    model_config = ConfigDict(extra="forbid", frozen=True, strict=True, allow_inf_nan=False)


def quantity(low: float, high: float, *, unit: Unit, label: str, default: float | None) -> Any:
    """Declare a number with its unit, limits and trade name.

    Parameters
    ----------
    low, high: accepted range, both included, in SI.
    unit: unit of the stored value.
    label: what people call it; used in messages and by the interface.
    default: value of a field that is left out; None where the field may stay empty.
    """
    extra = {"unit": unit, "label": label}
    return Field(default, ge=low, le=high, json_schema_extra=extra)  # type: ignore[arg-type]


def _storable(text: str) -> str:
    if "\x00" in text or any("\ud800" <= c <= "\udfff" for c in text):
        raise ValueError("Text holds characters that cannot be stored; type it again.")
    return text


OWN_TAG = "own_item"
"""Tag, in paths of errors, of a thing of one's own where its id could stand."""

MOST_TEXT = 2000
Text = Annotated[str, Field(max_length=MOST_TEXT), AfterValidator(_storable)]
ShortText = Annotated[str, Field(min_length=1, max_length=120), AfterValidator(_storable)]
SCREEN_COLOUR, CURRENCY = r"^#[0-9a-f]{6}$", r"^[A-Z]{3}$"

IN_WORDS = {
    SCREEN_COLOUR: "a number sign and six of 0 to 9 and a to f, such as #c98a2b",
    CURRENCY: "three capital letters, such as EUR",
}
"""What a pattern accepts; all others are those of ids."""

ScreenColour = Annotated[str, Field(pattern=SCREEN_COLOUR)]
"""A colour as a screen shows it (sRGB)."""

PathText = Annotated[str, Field(max_length=80, pattern=r"^[a-z0-9_.]+$")]


def at_field(field: str, message: str) -> PydanticCustomError:
    """An error of a rule over several fields, answered at the one that is best changed."""
    return PydanticCustomError("at_field", "{message}", {"message": message, "field": field})


def show(value: float, unit: Unit, system: UnitSystem = "metric") -> str:
    """A value with its unit, for messages."""
    if unit == "m":
        if system == "metric" and abs(value) >= 1.0:
            return f"{value:g} m"
        return format_length(value, system=system)
    suffix = {
        "s": " s",
        "degree": "°",
        "stop": " stops",
        "share": "",
        "number": "",
        "count": "",
        "m/s": " m/s",
        "K": " K",
        "lx": " lx",
        "lm": " lm",
        "W": " W",
        "kg": " kg",
        "kg/m": " kg/m",
        "kg/m2": " kg/m²",
        "celsius": " °C",
        "EUR": " €",
        "N": " N",
        "J": " J",
        "V": " V",
        "A": " A",
        "Wh": " Wh",
        "mm2": " mm²",
        "m2": " m²",
        "m3/h": " m³/h",
        "min": " min",
    }[unit]
    if unit == "share":
        return f"{value * 100:g} %"
    return f"{value:g}{suffix}"


@dataclass(frozen=True)
class ValueLimits:
    """Least and greatest value of a number, in its unit."""

    low: float
    high: float

    def __contains__(self, value: float) -> bool:
        """Whether a value is accepted."""
        return self.low <= value <= self.high


def limits_of_field(model: type[BaseModel], name: str) -> ValueLimits | None:
    """ValueLimits of a field; None where it is no number that has both. Raises KeyError when there is no such field."""
    low, high = _limits(model.model_fields[name].metadata)
    return None if low is None or high is None else ValueLimits(low, high)


def _limits(metadata: Iterable[Any]) -> tuple[float | None, float | None]:
    # pydantic keeps both as marks on the field
    marks = list(metadata)
    low = next((float(cast(float, m.ge)) for m in marks if isinstance(m, Ge)), None)
    high = next((float(cast(float, m.le)) for m in marks if isinstance(m, Le)), None)
    return low, high


def item_type(annotation: Any) -> Any:
    """What a list holds, or the type itself."""
    return get_args(annotation)[0] if get_origin(annotation) is list else annotation


def _members(annotation: Any) -> tuple[Any, ...]:
    # the types that a tagged union chooses from
    if get_origin(annotation) is Annotated:
        annotation = get_args(annotation)[0]
    if get_origin(annotation) is list:
        return ()
    return tuple(get_args(a)[0] if get_origin(a) is Annotated else a for a in get_args(annotation))


def _field_info(model: type[BaseModel], path: tuple[int | str, ...]) -> tuple[str, Unit, float | None, float | None]:
    label, unit, low, high = str(path[-1]) if path else "document", "number", None, None
    current: Any = model
    for step in path:
        for member in _members(current):
            # pydantic names the chosen member of a tagged union in the path by its tag
            if step == OWN_TAG and hasattr(member, "model_fields"):
                current = member
                continue
            kind = getattr(member, "model_fields", {}).get("kind")
            if kind is not None and kind.default == step:
                current = member
        fields = getattr(current, "model_fields", None)
        if not fields or step not in fields:
            continue
        info = fields[str(step)]
        current = item_type(info.annotation)
        extra = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
        label = str(extra.get("label", str(step).replace("_", " ")))
        unit = str(extra.get("unit", "number"))
        low, high = _limits(info.metadata)
    return label, unit, low, high  # type: ignore[return-value]


def _dotted(loc: Sequence[int | str], tags: frozenset[str]) -> str:
    return ".".join(str(step) for k, step in enumerate(loc) if k == 0 or step not in tags)


def field_errors(
    model: type[BaseModel], errors: Iterable[Mapping[str, Any]], *, tags: frozenset[str] = frozenset()
) -> list[FieldError]:
    """Say in plain words what is wrong at each field and what is accepted.

    Parameters
    ----------
    model: the class that was validated, for names, units and limits.
    errors: what pydantic found, ``ValidationError.errors()``.
    tags: values that tell the members of tagged unions apart; pydantic puts them into paths, people do not.
    """
    result = []
    for item in errors:
        loc = tuple(item["loc"])
        if item["type"] == "at_field":
            result.append(FieldError(path=_dotted((*loc, item["ctx"]["field"]), tags), message=item["msg"]))
            continue
        label, unit, low, high = _field_info(model, loc)
        name = label[:1].upper() + label[1:]
        kind = item["type"]
        if loc and loc[-1] == OWN_TAG:
            name = str(loc[-2]).replace("_", " ").capitalize()
        limits = f"between {show(low, unit)} and {show(high, unit)}" if low is not None and high is not None else ""
        if kind in {"greater_than_equal", "less_than_equal"} and limits:
            given = item["input"]
            message = f"{name} is {show(float(given), unit)}; it must be {limits}."
        elif kind in {"float_type", "int_type", "float_parsing", "finite_number", "int_from_float"}:
            message = f"{name} must be a number{' ' + limits if limits else ''}."
        elif kind == "extra_forbidden":
            message = f"“{loc[-1]}” is not a field that Wenlo knows; remove it."
        elif kind == "missing":
            message = f"{name} is missing."
        elif kind == "literal_error":
            message = f"{name} must be one of {item['ctx']['expected']}."
        elif kind in {"union_tag_invalid", "union_tag_not_found"}:
            message = f"{name}: the kind must be one of {item['ctx'].get('expected_tags', 'those that Wenlo knows')}."
        elif kind == "value_error":
            message = str(item["ctx"]["error"])
        elif kind == "string_pattern_mismatch":
            known = IN_WORDS.get(item["ctx"]["pattern"], "an id of lower-case letters, digits and hyphens, 40 at most")
            message = f"{name} is {known}."
        elif kind == "string_too_short":
            message = f"{name} must not be empty."
        elif kind == "string_too_long":
            message = f"{name} may have at most {item['ctx']['max_length']} characters."
        else:
            message = f"{name}: {item['msg'][:1].lower()}{item['msg'][1:]}."
        result.append(FieldError(path=_dotted(loc, tags), message=message))
    return result
