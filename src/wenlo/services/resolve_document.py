"""A document as a worker opens it to compute."""

from collections.abc import Mapping
from typing import Any

from wenlo.core.brief.uses import with_wishes
from wenlo.core.document.looks import built_design
from wenlo.core.document.shoot import Shoot, read_shoot
from wenlo.core.scene.scene_builder import with_daylight

Document = Shoot | Mapping[str, Any]
"""A shoot, or its JSON values."""


def read_document(document: Document) -> Shoot:
    """The shoot as it stands. Raises InvalidInput."""
    return document if isinstance(document, Shoot) else read_shoot(document)


def resolve_document(document: Document) -> Shoot:
    """The shoot with the wishes of its use where nobody has answered them, with daylight in the place of its lamp where
    the modifier takes none, and other lights behind their modifiers.
    """
    shoot = read_document(document)
    brief = with_daylight(with_wishes(shoot.brief), shoot.design).with_shaped({s.light: s.design for s in shoot.second})
    return shoot.model_copy(update={"brief": brief})


def resolve_build(document: Document) -> Shoot:
    """The shoot with the design that is built for it: enough for all its looks."""
    shoot = resolve_document(document)
    return shoot.model_copy(update={"design": built_design(shoot)})
