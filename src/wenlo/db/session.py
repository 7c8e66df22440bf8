"""Engine, sessions and migrations."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine
from sqlalchemy.orm import Session, sessionmaker


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
