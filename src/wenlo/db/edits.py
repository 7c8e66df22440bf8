"""Edits on PostgreSQL, beside what they change; whoever looks at the same thing is told by a notification."""

import json
from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID

from sqlalchemy import bindparam, func, select
from sqlalchemy.orm import Session

from wenlo.core.document.merge import Change
from wenlo.db.tables import EditRow, table_of
from wenlo.services.edit_ports import Edited, Since

CHANNEL = "wenlo_changes"

MOST_STEPS = 60
"""So many edits can be taken back."""


# as in ``shoots``: what every save does is written once and in tables
_EDITS = table_of(EditRow)
_TOLD = select(func.pg_notify(CHANNEL, bindparam("what")))
_KNOWN = select(_EDITS.c.outcome).where(_EDITS.c.id == bindparam("edit"), _EDITS.c.owner_id == bindparam("owner"))
_SINCE = (
    select(_EDITS.c.writer, _EDITS.c.changes)
    .where(
        _EDITS.c.target_id == bindparam("target"), _EDITS.c.version > bindparam("version"), _EDITS.c.state == "applied"
    )
    .order_by(_EDITS.c.version)
)
_KEPT = _EDITS.insert()


def tell(session: Session, **what: Any) -> None:
    """Tell everybody who listens, when this transaction is done."""
    session.execute(_TOLD, {"what": json.dumps(what, default=str, separators=(",", ":"))})


class SqlEditStore:
    """Implements ``EditStore`` on a session."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def known(self, owner: UUID, edit: UUID) -> Mapping[str, Any] | None:
        """What became of an edit that came before."""
        return self._session.execute(_KNOWN, {"edit": edit, "owner": owner}).scalar_one_or_none()

    def since(self, target: UUID, version: int) -> Sequence[Since]:
        """What was changed after a version, in its order."""
        rows = self._session.execute(_SINCE, {"target": target, "version": version})
        return [Since(writer=w, changes=[Change.model_validate(c) for c in changes]) for w, changes in rows]

    def keep(self, owner: UUID, target: UUID, edited: Edited) -> None:
        """Write it down, and tell whoever looks at the same thing."""
        state = edited.outcome["state"]
        row = {
            "id": edited.id,
            "owner_id": owner,
            "target_id": target,
            "device": edited.device,
            "called": edited.called,
            "writer": edited.writer,
            "label": edited.label,
            "changes": list(edited.changes),
            "undoes": edited.undoes,
            "redoes": edited.redoes,
            "made_at": edited.made_at,
            "version": edited.version,
            "state": state,
            "outcome": dict(edited.outcome),
        }
        self._session.execute(_KEPT, row)
        if state == "applied":
            tell(self._session, target=target, version=edited.version, writer=edited.writer)

    def steps(self, target: UUID, device: str) -> Sequence[Edited]:
        """The newest edits of a device that are in the document, in their order."""
        query = select(EditRow).where(EditRow.target_id == target, EditRow.device == device, EditRow.state == "applied")
        rows = self._session.scalars(query.order_by(EditRow.version.desc()).limit(MOST_STEPS)).all()
        return [
            Edited(
                id=r.id,
                device=r.device,
                called=r.called,
                writer=r.writer,
                label=r.label,
                changes=r.changes,
                undoes=r.undoes,
                redoes=r.redoes,
                made_at=r.made_at,
                version=r.version,
                outcome=r.outcome,
            )
            for r in reversed(rows)
        ]
