"""Whether the database can be worked with: it answers, and its tables are those of this version."""

from functools import cache
from pathlib import Path

import structlog
from alembic.config import Config
from alembic.migration import MigrationContext
from alembic.script import ScriptDirectory
from psycopg import errors as codes
from sqlalchemy import Engine, text
from sqlalchemy.exc import DBAPIError, SQLAlchemyError
from sqlalchemy.exc import TimeoutError as NoneFree

from wenlo.core.errors import DatabaseAway, DiskFull, MigrationPending, Unavailable

log = structlog.get_logger()

MIGRATIONS = Path(__file__).parent / "migrations"
OTHER_TABLES = (codes.UndefinedTable, codes.UndefinedColumn)
AWAY = (codes.OperationalError, codes.InterfaceError)
FULL = (codes.DiskFull, codes.OutOfMemory)


@cache
def newest_revision() -> str | None:
    """The revision of the tables that this version works with."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    return ScriptDirectory.from_config(config).get_current_head()


def translated(error: SQLAlchemyError) -> Unavailable | None:
    """What is to be said of an error of the database, None for one that is our own fault; it is logged."""
    cause = error.orig if isinstance(error, DBAPIError) else None
    found: Unavailable | None = None
    if isinstance(cause, FULL):
        found = DiskFull("The disk of the database is full; nothing was changed. Free some space, then do it again.")
    elif isinstance(cause, OTHER_TABLES):
        found = MigrationPending(
            "The database is being brought to this version, or is of another one; nothing was changed. Try again in a"
            " moment."
        )
    elif isinstance(error, NoneFree):
        found = Unavailable("Very many ask the database at once; nothing was lost. Try again in a moment.")
    elif isinstance(error, DBAPIError) and (error.connection_invalidated or isinstance(cause, AWAY)):
        found = DatabaseAway("The database does not answer; nothing was lost. Try again in a moment.")
    if found is not None:
        log.error(
            "database",
            code=found.code,
            cause=type(cause or error).__name__,
            words=str(cause or error).split("\n")[0][:200],
        )
    return found


def holds_nothing(engine: Engine) -> bool:
    """Whether nobody has made anything yet."""
    with engine.connect() as connection:
        return connection.scalar(text("select not exists (select from shoots)")) is True


class DatabaseState:
    """Whether it can be worked with."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def check(self) -> None:
        """Raise DatabaseAway or MigrationPending unless it can."""
        try:
            with self._engine.connect() as connection:
                found = MigrationContext.configure(connection).get_current_revision()
        except SQLAlchemyError as error:
            said = translated(error)
            if said is None:
                raise
            raise said from error
        if found != newest_revision():
            raise MigrationPending(
                f"The tables are of version {found or 'none'}, and {newest_revision()} is needed. Start Wenlo again to"
                " bring them to it."
            )
