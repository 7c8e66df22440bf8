"""The Shelf: items, their versions and photographs.

Purpose: what people own, with measured values. Risk: none, the tables are new; going back drops the Shelf.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0002"
down_revision = "0001"


def _owner() -> sa.Column[object]:
    return sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("users.id", ondelete="CASCADE"), nullable=False)


def _item() -> sa.Column[object]:
    return sa.Column("item_id", sa.Uuid(), sa.ForeignKey("shelf_items.id", ondelete="CASCADE"), nullable=False)


def _when(name: str) -> sa.Column[object]:
    return sa.Column(name, sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now())


def upgrade() -> None:
    """Create the tables."""
    op.create_table(
        "shelf_items",
        sa.Column("id", sa.Uuid(), primary_key=True),
        _owner(),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("category", sa.String(20), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("count", sa.Float(), nullable=False),
        sa.Column("measured", sa.Boolean(), nullable=False),
        sa.Column("note", sa.String(2000), nullable=False),
        sa.Column("starter", sa.String(60)),
        sa.Column("values", JSONB(), nullable=False),
        _when("updated_at"),
    )
    op.create_index("ix_shelf_items_owner_id", "shelf_items", ["owner_id"])
    op.create_table(
        "shelf_versions",
        sa.Column("id", sa.Uuid(), primary_key=True),
        _item(),
        _owner(),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("measured", sa.Boolean(), nullable=False),
        sa.Column("values", JSONB(), nullable=False),
        sa.Column("core_version", sa.String(20), nullable=False),
        _when("created_at"),
        sa.UniqueConstraint("item_id", "number", name="shelf_version_number"),
    )
    op.create_table(
        "shelf_photographs",
        sa.Column("id", sa.Uuid(), primary_key=True),
        _item(),
        _owner(),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("content", sa.LargeBinary(), nullable=False),
        _when("created_at"),
    )
    op.create_index("ix_shelf_photographs_item_id", "shelf_photographs", ["item_id"])


def downgrade() -> None:
    """Drop the Shelf."""
    op.drop_table("shelf_photographs")
    op.drop_table("shelf_versions")
    op.drop_table("shelf_items")
