"""Edits of shoots, shots and items of the Shelf: each is known by its id, so that it is done once however often it
comes, and merged with what others changed meanwhile, field by field.
"""

import json
from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Annotated, Any, Generic, Literal, TypeVar
from uuid import UUID, uuid4

from pydantic import BaseModel, ConfigDict, Field, field_validator

from wenlo.core.document.merge import Change, NotThere, changes_between, is_disputed, meet, value_at, with_change
from wenlo.core.errors import InvalidInput
from wenlo.core.units.fields import ShortText
from wenlo.services.edit_ports import Edited, EditStore, Since
from wenlo.services.ports import User
from wenlo.services.results import Result

R = TypeVar("R")

MOST_CHANGES = 4000
"""Of one edit: another modifier, or a shoot set back to how it stood, changes much at once."""

MOST_EDITS = 200
"""Sent at once; who was away for long sends more in turn."""

Name = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00]*$")]


class Edit(BaseModel):
    """What one person changed at once.

    ``base`` is the version that they saw, ``writer`` the page that it comes from; ``undoes`` and ``redoes`` name the
    edit that it takes back or does again.
    """

    model_config = ConfigDict(extra="forbid")

    id: UUID
    base: int = Field(ge=0, le=2_000_000_000)
    writer: Name
    label: ShortText = "Changed"
    changes: list[Change] = Field(min_length=1, max_length=MOST_CHANGES)
    undoes: UUID | None = None
    redoes: UUID | None = None
    made_at: datetime | None = None

    @field_validator("changes")
    @classmethod
    def _can_be_kept(cls, changes: list[Change]) -> list[Change]:
        # what nobody can write down: numbers that are none, and the mark that ends a text in a database
        written = json.dumps([c.model_dump(mode="python") for c in changes], allow_nan=False)
        if "\\u0000" in written:
            raise ValueError("Text must not hold the null mark.")
        return changes


class EditsRequest(BaseModel):
    """Edits in their order, and the device that they come from, by its own id and by what it is called."""

    model_config = ConfigDict(extra="forbid")

    device: Name
    called: Name = "a browser"
    edits: list[Edit] = Field(min_length=1, max_length=MOST_EDITS)


class DisputeOver(Result):
    """A field that somebody else changed meanwhile, to another value; ``gone``: it is not there any more."""

    path: list[str]
    mine: Any
    theirs: Any
    gone: bool


class WrongField(Result):
    """What was wrong at a field, and what is accepted."""

    path: str
    message: str


class Outcome(Result):
    """What became of an edit: it is in the document, the person is asked, or it is not accepted."""

    id: UUID
    state: Literal["applied", "asked", "refused"]
    version: int
    disputes: list[DisputeOver] = Field(default_factory=list)
    message: str = ""
    fields: list[WrongField] = Field(default_factory=list)


def disputed(document: Any, changes: Sequence[Change], since: Sequence[Since], writer: str) -> list[DisputeOver]:
    """The fields of an edit that stand against what was made of them since its author saw them."""
    found = []
    others = [change for edit in since for change in edit.changes]
    for change in changes:
        if not is_disputed(document, change, others) or _goes_on(change, since, writer):
            continue
        try:
            theirs, gone = value_at(document, change.path), False
        except NotThere:
            theirs, gone = None, True
        found.append(DisputeOver(path=list(change.path), mine=change.value, theirs=theirs, gone=gone))
    return found


def _goes_on(change: Change, since: Sequence[Since], writer: str) -> bool:
    # its author has seen what they wrote themselves, if not yet how the server wrote it down
    newest = next((e for e in reversed(since) if any(meet(c, change) for c in e.changes)), None)
    return (
        newest is not None
        and newest.writer == writer
        and any(c.path == change.path and c.value == change.was for c in newest.changes)
    )


def merged(document: Any, changes: Sequence[Change]) -> Any:
    """The document with those changes whose places are still there."""
    for change in changes:
        try:
            document = with_change(document, change)
        except NotThere:
            continue
    return document


class Target(Generic[R]):
    """What edits are made of, inside one transaction: a shoot, a shot or an item, locked."""

    id: UUID
    record: R

    @property
    def document(self) -> Mapping[str, Any]:
        """As it stands, in JSON values."""
        raise NotImplementedError

    @property
    def version(self) -> int:
        """It rises with every write."""
        raise NotImplementedError

    def settled(self, now: Any, edit: Edit, dispute: DisputeOver) -> Change | None:
        """A change that keeps both values of a disputed field, where that can be; a text may hold two."""
        return None

    def write(self, document: Any, edit: Edit) -> None:
        """Write it. Raises InvalidInput, and nothing is written then."""
        raise NotImplementedError

    def keep_aside(self, document: Any, edit: Edit) -> None:
        """Keep what is not shown where it can be found again."""


def whole_edit(before: Any, after: Any, *, version: int, label: str) -> Edited:
    """What a program that sends whole documents changed, as an edit."""
    return Edited(
        id=(key := uuid4()),
        device="",
        called="another program",
        writer=str(key),
        label=label,
        changes=[c.model_dump(mode="json") for c in changes_between(before, after)],
        undoes=None,
        redoes=None,
        made_at=None,
        version=version,
        outcome=Outcome(id=key, state="applied", version=version).model_dump(mode="json"),
    )


def take_in(store: EditStore, user: User, target: Target[R], request: EditsRequest) -> list[Outcome]:
    """Make edits in their order, each once; what became of each."""
    return [_take(store, user, target, request, edit) for edit in request.edits]


def _take(store: EditStore, user: User, target: Target[R], request: EditsRequest, edit: Edit) -> Outcome:
    known = store.known(user.id, edit.id)
    if known is not None:
        return Outcome.model_validate(known)
    since = store.since(target.id, edit.base)
    changes = list(edit.changes)
    disputes = disputed(target.document, changes, since, edit.writer)
    for dispute in list(disputes):
        both = target.settled(target.document, edit, dispute)
        if both is not None:
            changes = [both if list(c.path) == dispute.path else c for c in changes]
            disputes.remove(dispute)
    outcome = Outcome(id=edit.id, state="asked" if disputes else "applied", version=target.version, disputes=disputes)
    if not disputes:
        outcome = _written(target, edit, changes, outcome, late=any(e.writer != edit.writer for e in since))
    if outcome.state == "asked":
        target.keep_aside(merged(target.document, changes), edit)
    outcome = outcome.model_copy(update={"version": target.version})
    store.keep(
        user.id,
        target.id,
        Edited(
            id=edit.id,
            device=request.device,
            called=request.called,
            writer=edit.writer,
            label=edit.label,
            changes=[c.model_dump(mode="json") for c in changes],
            undoes=edit.undoes,
            redoes=edit.redoes,
            made_at=edit.made_at,
            version=target.version,
            outcome=outcome.model_dump(mode="json"),
        ),
    )
    return outcome


def _written(target: Target[R], edit: Edit, changes: Sequence[Change], outcome: Outcome, *, late: bool) -> Outcome:
    document: Any = target.document
    try:
        for change in changes:
            document = with_change(document, change)
        target.write(document, edit)
    except NotThere:
        words = "What this changes is not there any more."
        return outcome.model_copy(update={"state": "refused", "message": words})
    except InvalidInput as problem:
        if late:
            # it went with what its author saw; it does not go with what others made of it
            disputes = [
                DisputeOver(path=list(c.path), mine=c.value, theirs=_now(target.document, c), gone=False)
                for c in changes
            ]
            return outcome.model_copy(
                update={"state": "asked", "message": problem.message, "disputes": disputes[:MOST_EDITS]}
            )
        fields = [WrongField(path=f.path, message=f.message) for f in problem.fields]
        return outcome.model_copy(update={"state": "refused", "message": problem.message, "fields": fields})
    return outcome


def _now(document: Any, change: Change) -> Any:
    try:
        return value_at(document, change.path)
    except NotThere:
        return None
