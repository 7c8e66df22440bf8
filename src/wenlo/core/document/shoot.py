"""The shoot: the document that people edit. Typed, versioned, upgradeable; SI inside."""

import json
from typing import Annotated, Any, Literal, Union

from pydantic import BaseModel, Field, ValidationError, model_validator

from wenlo.core.brief.brief import MOST_OTHERS, MOST_PIECES, Brief, GelId
from wenlo.core.brief.set_objects import PIECE_TAGS, MeterMark
from wenlo.core.catalog.own import REF_TAGS, is_natural
from wenlo.core.document.rigging import Rigging
from wenlo.core.document.upgrade import upgraded, with_keys
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.ids import ElementId, Key
from wenlo.core.modifiers.registry import first_kind, kinds
from wenlo.core.units.fields import DocumentPart, ShortText, Text, at_field, field_errors, quantity

MOST_SECOND = 6

SCHEMA_VERSION = 2
"""Raised whenever older documents need upgrading to be read; see :mod:`wenlo.core.document.upgrade`."""

_types: tuple[Any, ...] = tuple(kind.parameters for kind in kinds().values())
AnyDesign: Any = _types[0] if len(_types) == 1 else Annotated[Union[_types], Field(discriminator="kind")]  # noqa: UP007
"""Parameters of any kind that the registry found, told apart by their ``kind``."""


KIND_TAGS = frozenset(kinds()) | REF_TAGS | PIECE_TAGS
"""What tells the members of unions apart in paths of errors."""


class LampState(DocumentPart):
    """How a lamp is set in a look."""

    power: float = quantity(1 / 512, 1.0, unit="share", label="power", default=1.0)
    gel: GelId = "none"
    on: bool = True
    hue: float | None = quantity(0.0, 360.0, unit="degree", label="hue of a colour lamp", default=None)
    saturation: float = quantity(0.0, 1.0, unit="share", label="saturation of a colour lamp", default=1.0)


class Look(DocumentPart):
    """A state of the set: the lamps' settings, those of the others by their keys, what is carried out, by its keys, and
    the modifier.

    Lamps and things that came later stay as they are when the look is taken.
    """

    key: Key = ""
    name: ShortText = "look"
    lamp: LampState = Field(default_factory=LampState)
    others: dict[ElementId, LampState] = Field(default_factory=dict, max_length=MOST_OTHERS)
    hidden: list[ElementId] = Field(default_factory=list, max_length=MOST_PIECES)
    design: AnyDesign = Field(default_factory=first_kind().parameters)


class SecondModifier(DocumentPart):
    """A modifier before another light than the key: which one, by its key, and its parameters."""

    light: ElementId = "light-1"
    design: AnyDesign = Field(default_factory=first_kind().parameters)


class Shoot(DocumentPart):
    """One shoot: its brief, the modifier designed for it, meters that stay in the set, and looks."""

    schema_version: Literal[2] = 2
    title: ShortText = "Untitled shoot"
    units: Literal["metric", "imperial"] = "metric"
    brief: Brief = Field(default_factory=Brief)
    design: AnyDesign = Field(default_factory=first_kind().parameters)
    second: list[SecondModifier] = Field(default_factory=list, max_length=MOST_SECOND)
    meters: list[MeterMark] = Field(default_factory=list, max_length=12)
    looks: list[Look] = Field(default_factory=list, max_length=9)
    rig: Rigging = Field(default_factory=Rigging)
    notes: Text = ""

    @model_validator(mode="before")
    @classmethod
    def _with_keys(cls, data: Any) -> Any:
        return with_keys(data)

    @model_validator(mode="after")
    def _second_before_lamps(self) -> "Shoot":
        taken: set[str] = set()
        lamps = {light.key for light in self.brief.others if not is_natural(light.id)}
        for k, second in enumerate(self.second):
            if second.light not in lamps:
                raise at_field(
                    f"second.{k}.light", "A second modifier stands before a second lamp; add the lamp first."
                )
            if second.light in taken:
                raise at_field(f"second.{k}.light", "This lamp has a modifier already.")
            if kinds()[second.design.kind].by_day(second.design):
                raise at_field(
                    f"second.{k}.design", "A window or open shade is the key's; choose a modifier for a lamp."
                )
            taken.add(second.light)
        return self


def answer_paths() -> list[str]:
    """Dotted paths of all answers of the Brief, for marking those that nobody has given yet."""
    found = []

    def visit(model: type[BaseModel], prefix: str) -> None:
        for name, info in model.model_fields.items():
            if isinstance(info.annotation, type) and issubclass(info.annotation, BaseModel):
                visit(info.annotation, f"{prefix}{name}.")
            elif name not in {"assumed", "kind"}:
                found.append(f"{prefix}{name}")

    visit(Brief, "brief.")
    return found


def read_shoot(data: Any) -> Shoot:
    """Validate a document that arrived as JSON values.

    Raises
    ------
    InvalidInput
        With one :class:`FieldError` a field that is wrong.
    """
    try:
        return Shoot.model_validate_json(json.dumps(upgraded(data)))
    except ValidationError as error:
        fields = field_errors(Shoot, error.errors(include_url=False), tags=KIND_TAGS)
        raise InvalidInput(fields[0].message if fields else "This is not a shoot.", fields=fields) from None
    except (TypeError, ValueError, RecursionError):
        problem = FieldError(path="", message="This is not a shoot document.")
        raise InvalidInput(problem.message, fields=[problem]) from None


def write_shoot(shoot: Shoot) -> dict[str, Any]:
    """The document as JSON values, every field written out."""
    written: dict[str, Any] = shoot.model_dump(mode="json")
    return written
