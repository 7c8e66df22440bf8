"""Engine, sessions and migrations."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Generic, TypeVar

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine
from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session, sessionmaker

from wenlo.db.remembered import forget_with_connections
from wenlo.db.state import MIGRATIONS, translated

S = TypeVar("S")

POOL, POOL_SECONDS = 16, 5.0
"""So many connections are kept, since opening one costs more than most of what is asked through it; and how long one is
waited for. [s]
"""


def make_engine(url: str) -> Engine:
    """Engine with a pool that notices a restarted database before it hands a connection out."""
    engine = create_engine(
        url,
        pool_pre_ping=True,
        pool_size=POOL,
        max_overflow=0,
        pool_timeout=POOL_SECONDS,
        connect_args={"connect_timeout": 5},
    )
    forget_with_connections(engine)
    return engine


def make_sessions(engine: Engine) -> sessionmaker[Session]:
    """Factory of sessions; objects stay readable after a commit."""
    return sessionmaker(engine, expire_on_commit=False)


def migrate(engine: Engine, revision: str = "head") -> None:
    """Bring the database to ``revision`` (``"base"`` goes all the way back)."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
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
        except SQLAlchemyError as error:
            said = translated(error)
            if said is None:
                raise
            raise said from error
