"""Rows that never change, remembered as long as the connections that they came through: another database comes with new
ones.
"""

from typing import Any
from weakref import WeakKeyDictionary

from sqlalchemy import Engine, event
from sqlalchemy.orm import Session

from wenlo.services.ports import User

_users: WeakKeyDictionary[Engine, dict[str, User]] = WeakKeyDictionary()


def forget_with_connections(engine: Engine) -> None:
    """Remember nothing beyond the moment at which the database was reached anew."""
    known = _users.setdefault(engine, {})

    @event.listens_for(engine, "connect")
    def _forget(_connection: Any, _record: Any) -> None:
        known.clear()


def remembered_users(session: Session) -> dict[str, User]:
    """Users by name, of the database that a session speaks to."""
    bind = session.get_bind()
    return _users.setdefault(bind if isinstance(bind, Engine) else bind.engine, {})
