"""Steps that are ticked off.

Purpose: a build is ticked off on a phone and seen at the desk, without a new revision of the shoot each time. Risk:
    none, the table is new; going back drops the ticks.
"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    """Create the table."""
    op.create_table(
        "ticks",
        sa.Column("shoot_id", sa.Uuid(), sa.ForeignKey("shoots.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("list", sa.String(20), primary_key=True),
        sa.Column("key", sa.String(80), primary_key=True),
        sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False),
        sa.Column("done_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
    )


def downgrade() -> None:
    """Drop it."""
    op.drop_table("ticks")
