"""Engine, sessions and migrations."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Generic, TypeVar

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine
from sqlalchemy.exc import DBAPIError, InterfaceError, OperationalError
from sqlalchemy.orm import Session, sessionmaker

from wenlo.core.errors import Unavailable

S = TypeVar("S")


def make_engine(url: str) -> Engine:
    """Engine with a small pool that notices a restarted database before it hands a connection out."""
    return create_engine(url, pool_pre_ping=True, pool_size=5, max_overflow=10, connect_args={"connect_timeout": 5})


def make_sessions(engine: Engine) -> sessionmaker[Session]:
    """Factory of sessions; objects stay readable after a commit."""
    return sessionmaker(engine, expire_on_commit=False)


def migrate(engine: Engine, revision: str = "head") -> None:
    """Bring the database to ``revision`` (``"base"`` goes all the way back)."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        if revision == "base":
            command.downgrade(config, "base")
        else:
            command.upgrade(config, revision)


class SqlTransactions(Generic[S]):
    """Opens stores; a lost database becomes ``Unavailable`` and nothing half-written remains."""

    def __init__(self, sessions: sessionmaker[Session], store: Callable[[Session], S]) -> None:
        self._sessions = sessions
        self._store = store

    @contextmanager
    def __call__(self) -> Iterator[S]:
        """One transaction."""
        try:
            with self._sessions.begin() as session:
                yield self._store(session)
        except (OperationalError, InterfaceError) as error:
            raise Unavailable("The database does not answer; nothing was lost. Try again in a moment.") from error
        except DBAPIError as error:
            if error.connection_invalidated:
                raise Unavailable("The database does not answer; nothing was lost. Try again in a moment.") from error
            raise
