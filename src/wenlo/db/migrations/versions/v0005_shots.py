"""The log: shots and their photographs.

Purpose: what was set, read and seen, in order, beside the prediction. Risk: none, the tables are new; going back drops
    the log.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0005"
down_revision = "0004"


def _owner() -> sa.Column[object]:
    return sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False)


def upgrade() -> None:
    """Create the tables."""
    op.create_table(
        "shots",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("shoot_id", sa.Uuid(), sa.ForeignKey("shoots.id", ondelete="CASCADE"), nullable=False),
        _owner(),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("values", JSONB(), nullable=False),
        sa.Column("core_version", sa.String(20), nullable=False),
        sa.Column("taken_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
        sa.UniqueConstraint("shoot_id", "number", name="shot_number"),
    )
    op.create_index("ix_shots_owner_id", "shots", ["owner_id"])
    op.create_table(
        "shot_photographs",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("shot_id", sa.Uuid(), sa.ForeignKey("shots.id", ondelete="CASCADE"), nullable=False),
        _owner(),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("content", sa.LargeBinary(), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
    )
    op.create_index("ix_shot_photographs_shot_id", "shot_photographs", ["shot_id"])


def downgrade() -> None:
    """Drop them."""
    op.drop_table("shot_photographs")
    op.drop_table("shots")
