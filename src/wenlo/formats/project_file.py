"""The project file: one shoot as open JSON, with a published schema."""

import json
from typing import Any

from wenlo.core import CORE_VERSION
from wenlo.core.document.shoot import SCHEMA_VERSION, Shoot, read_shoot, write_shoot
from wenlo.core.errors import UnsupportedFile

FORMAT = "wenlo-project"


def write_project(shoot: Shoot) -> bytes:
    """A shoot as a project file, UTF-8 JSON."""
    content = {"format": FORMAT, "version": SCHEMA_VERSION, "made_by_core": CORE_VERSION, "shoot": write_shoot(shoot)}
    return json.dumps(content, ensure_ascii=False, indent=1).encode()


def read_project(content: bytes) -> Shoot:
    """A shoot from a project file.

    Raises
    ------
    UnsupportedFile
        When it is not one of ours, is damaged, or comes from a newer Wenlo.
    InvalidInput
        When a value in it is outside what is accepted; the fields are named.
    """
    try:
        data = json.loads(content)
    except (ValueError, RecursionError):
        raise UnsupportedFile(
            "This file is not a Wenlo project: it is not readable as JSON. Choose a file that was saved by Wenlo."
        ) from None
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise UnsupportedFile(f"This file is not a Wenlo project: it does not begin with “format”: “{FORMAT}”.")
    version = data.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise UnsupportedFile("This project file does not say which version it is; it may be damaged.")
    if version > SCHEMA_VERSION:
        raise UnsupportedFile(
            f"This project was saved by a newer Wenlo (file version {version}; this one reads up to {SCHEMA_VERSION}). "
            "Update Wenlo and try again."
        )
    return read_shoot(data.get("shoot"))


def project_schema() -> dict[str, Any]:
    """JSON Schema of the project file."""
    shoot = Shoot.model_json_schema(ref_template="#/$defs/{model}")
    definitions = shoot.pop("$defs", {})
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Wenlo project",
        "type": "object",
        "required": ["format", "version", "shoot"],
        "properties": {
            "format": {"const": FORMAT},
            "version": {"type": "integer", "minimum": 1, "maximum": SCHEMA_VERSION},
            "made_by_core": {"type": "string"},
            "shoot": {"$ref": "#/$defs/Shoot"},
        },
        "$defs": {**definitions, "Shoot": shoot},
    }
