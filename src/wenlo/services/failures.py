"""What failures of a shoot teach, and the limits that they tighten on the Shelf."""

from collections.abc import Mapping, Sequence
from typing import Any, Literal
from uuid import UUID

from wenlo.core.document.failures import Failure
from wenlo.core.document.shoot import Shoot
from wenlo.core.inventory.stocked import stocked
from wenlo.core.rigging.failures import learned
from wenlo.services.resolve_document import Document, resolve_document
from wenlo.services.results import Result


class FailureRequest(Result):
    """What failed, in the set as it stands."""

    document: Shoot
    failure: Failure


class LearnedResult(Result):
    """The limit that is tightened: of the sheet (°C) or of a support (kg); ``key`` names the support."""

    of: Literal["sheet", "support"]
    key: str
    before: float
    now: float
    words: str


def failure_learned(
    document: Document, failure: Mapping[str, Any], shelf: Sequence[dict[str, Any]] = ()
) -> LearnedResult:
    """The limit that a failure tightens; see ``LearnedResult``."""
    found = learned(resolve_document(document), Failure.model_validate(failure), stocked(shelf))
    return LearnedResult(of=found.of, key=found.key, before=found.before, now=found.now, words=found.words)


def own_id(key: str) -> UUID | None:
    """The item of the Shelf that a support's id stands for; None for a generic one."""
    return UUID(key.removeprefix("own_")) if key.startswith("own_") else None
