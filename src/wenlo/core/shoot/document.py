"""The shoot: the document that people edit. Typed, versioned, upgradeable; SI inside."""

import json
from functools import reduce
from typing import Annotated, Any, Literal, Union

from pydantic import Field, ValidationError

from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.modifiers.registry import kinds
from wenlo.core.shoot.brief import Brief
from wenlo.core.shoot.fields import Part, ShortText, Text, field_errors

SCHEMA_VERSION = 1
"""Raised whenever older documents need upgrading to be read."""

_types = tuple(kind.parameters for kind in kinds().values())
AnyDesign: Any = (
    Annotated[reduce(lambda a, b: Union[a, b], _types), Field(discriminator="kind")]  # noqa: UP007
    if len(_types) > 1
    else _types[0]
)


class Shoot(Part):
    """One shoot: its brief and the modifier designed for it."""

    schema_version: Literal[1] = SCHEMA_VERSION
    title: ShortText = "Untitled shoot"
    units: Literal["metric", "imperial"] = "metric"
    brief: Brief = Field(default_factory=Brief)
    design: AnyDesign = Field(default_factory=kinds()["diffusion_frame"].parameters)
    notes: Text = ""


def read_shoot(data: Any) -> Shoot:
    """Validate a document that arrived as JSON values.

    Raises
    ------
    InvalidInput
        With one :class:`FieldError` a field that is wrong.
    """
    try:
        return Shoot.model_validate_json(json.dumps(data))
    except ValidationError as error:
        fields = field_errors(Shoot, error.errors(include_url=False))
        raise InvalidInput(fields[0].message if fields else "This is not a shoot.", fields=fields) from None
    except (TypeError, ValueError, RecursionError):
        problem = FieldError(path="", message="This is not a shoot document.")
        raise InvalidInput(problem.message, fields=[problem]) from None


def write_shoot(shoot: Shoot) -> dict[str, Any]:
    """The document as JSON values, every field written out."""
    written: dict[str, Any] = shoot.model_dump(mode="json")
    return written
