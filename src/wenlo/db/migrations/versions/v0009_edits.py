"""Edits are known by their ids; what is deleted goes to the trash first.

Purpose: an edit that is sent twice is done once, two people's edits are merged field by field, and what was deleted can
    be taken back for a month. Risk: none, table and columns are new. Going back: who changed what is forgotten, and
    what is in the trash goes for good.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0009"
down_revision = "0008"

TRASHED = ("shoots", "shots", "shot_photographs", "shelf_items", "shelf_photographs")


def upgrade() -> None:
    """Add them."""
    op.create_table(
        "edits",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False),
        sa.Column("target_id", sa.Uuid(), nullable=False),
        sa.Column("device", sa.String(60), nullable=False),
        sa.Column("called", sa.String(60), nullable=False),
        sa.Column("writer", sa.String(60), nullable=False),
        sa.Column("label", sa.String(120), nullable=False),
        sa.Column("changes", JSONB(), nullable=False),
        sa.Column("undoes", sa.Uuid()),
        sa.Column("redoes", sa.Uuid()),
        sa.Column("made_at", sa.DateTime(timezone=True)),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("state", sa.String(10), nullable=False),
        sa.Column("outcome", JSONB(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
    )
    op.create_index("ix_edits_owner_id", "edits", ["owner_id"])
    op.create_index("edit_target", "edits", ["target_id", "version"])
    op.add_column("revisions", sa.Column("name", sa.String(120), nullable=False, server_default=""))
    op.add_column("revisions", sa.Column("edit_id", sa.Uuid()))
    op.add_column("revisions", sa.Column("aside", sa.Boolean(), nullable=False, server_default=sa.false()))
    for table in TRASHED:
        op.add_column(table, sa.Column("trashed_at", sa.DateTime(timezone=True)))


def downgrade() -> None:
    """Drop them, with what is in the trash."""
    for table in TRASHED:
        op.execute(f"delete from {table} where trashed_at is not null")
        op.drop_column(table, "trashed_at")
    op.execute("delete from revisions where aside")
    for name in ("aside", "edit_id", "name"):
        op.drop_column("revisions", name)
    op.drop_table("edits")
