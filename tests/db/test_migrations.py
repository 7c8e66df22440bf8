from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import inspect, text

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


def test_ticks_of_places_go_and_those_of_steps_stay(new_database):
    engine = make_engine(new_database())
    migrate(engine, "0007")
    with engine.begin() as connection:
        user, shoot = (connection.execute(text("select gen_random_uuid()")).scalar_one() for _ in range(2))
        connection.execute(text("insert into users (id, name) values (:u, 'maker')"), {"u": user})
        connection.execute(
            text("insert into shoots (id, owner_id, title, version, head) values (:s, :u, 'bench', 1, 1)"),
            {"s": shoot, "u": user},
        )
        for name, key in (("rig", "check-3"), ("rig", "set-12"), ("build", "cut-the-bars"), ("build", "check-1-more")):
            connection.execute(
                text("insert into ticks (shoot_id, list, key, owner_id) values (:s, :n, :k, :u)"),
                {"s": shoot, "n": name, "k": key, "u": user},
            )
    migrate(engine)
    long = "hold.ballast@" + "x" * 180
    with engine.begin() as connection:
        left = connection.execute(text("select key from ticks order by key")).scalars().all()
        assert left == ["check-1-more", "cut-the-bars"]
        connection.execute(
            text("insert into ticks (shoot_id, list, key, owner_id) values (:s, 'rig', :k, :u)"),
            {"s": shoot, "k": long, "u": user},
        )
    engine.dispose()
