"""Users, shoots and their revisions.

Purpose: the first tables. Risk: none, there is nothing to lose yet.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0001"
down_revision = None


def upgrade() -> None:
    """Create the tables."""
    op.create_table(
        "users",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("name", sa.String(120), nullable=False, unique=True),
    )
    op.create_table(
        "shoots",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("title", sa.String(120), nullable=False),
        sa.Column("updated_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
    )
    op.create_index("ix_shoots_owner_id", "shoots", ["owner_id"])
    op.create_table(
        "revisions",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("shoot_id", sa.Uuid(), sa.ForeignKey("shoots.id", ondelete="CASCADE"), nullable=False),
        sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("parent", sa.Integer()),
        sa.Column("label", sa.String(120), nullable=False),
        sa.Column("document", JSONB(), nullable=False),
        sa.Column("core_version", sa.String(20), nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
        sa.UniqueConstraint("shoot_id", "number", name="revision_number"),
    )
    op.create_index("revision_parent", "revisions", ["shoot_id", "parent"])


def downgrade() -> None:
    """Drop the tables and all shoots with them."""
    op.drop_table("revisions")
    op.drop_table("shoots")
    op.drop_table("users")
