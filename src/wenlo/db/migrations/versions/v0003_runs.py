"""Long work: the runs, and the queue's own tables in a schema apart.

Purpose: ranking, curves and papers are computed by workers that may run anywhere. Risk: none, the tables are new; going
back drops runs that are under way, nothing else. The queue's tables are those of procrastinate 3.10; a newer version of
it brings its own changes, which a later migration here must apply.
"""

import sqlalchemy as sa
from alembic import op
from procrastinate.schema import SchemaManager
from sqlalchemy.dialects.postgresql import JSONB

revision = "0003"
down_revision = "0002"


def _script(sql: str) -> None:
    # Straight to the driver: it is a script of many statements, with per cent signs that are no parameters.
    connection = op.get_bind().connection.driver_connection
    assert connection is not None
    connection.execute(sql)


def upgrade() -> None:
    """Create the tables."""
    op.create_table(
        "runs",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False),
        sa.Column("task", sa.String(20), nullable=False),
        sa.Column("editor", sa.String(80)),
        sa.Column("arguments", JSONB(), nullable=False),
        sa.Column("state", sa.String(10), nullable=False),
        sa.Column("attempt", sa.Integer(), nullable=False),
        sa.Column("worker", sa.String(80)),
        sa.Column("done", sa.Integer(), nullable=False),
        sa.Column("total", sa.Integer(), nullable=False),
        sa.Column("parts", JSONB(), nullable=False),
        sa.Column("answer", JSONB()),
        sa.Column("problem", JSONB()),
        sa.Column("core_version", sa.String(20), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
    )
    op.create_index("run_editor", "runs", ["owner_id", "task", "editor"])
    op.execute("create schema queue")
    op.execute("set local search_path to queue")
    _script(SchemaManager.get_schema())
    op.execute("set local search_path to public")


def downgrade() -> None:
    """Drop them."""
    op.execute("drop schema queue cascade")
    op.drop_table("runs")
