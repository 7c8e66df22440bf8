from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import inspect

from wenlo.db.session import make_engine, migrate
from wenlo.db.tables import Base


def test_up_down_up_on_real_postgresql(new_database):
    engine = make_engine(new_database())
    migrate(engine)
    migrate(engine)  # twice is once
    assert {"users", "shoots", "revisions"} <= set(inspect(engine).get_table_names())
    migrate(engine, "base")
    assert set(inspect(engine).get_table_names()) <= {"alembic_version"}
    migrate(engine)
    with engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []
    engine.dispose()


def test_every_table_but_users_has_an_owner():
    for table in Base.metadata.tables.values():
        assert table.name == "users" or "owner_id" in table.columns, table.name
