"""What an item of the Shelf was measured from.

Purpose: readings of the Bench are kept with the item and with each of its versions. Risk: none, the columns are new and
    may be empty; going back drops the readings, not what they found.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    """Add the columns."""
    for table in ("shelf_items", "shelf_versions"):
        op.add_column(table, sa.Column("bench", JSONB(none_as_null=True), nullable=True))


def downgrade() -> None:
    """Drop them."""
    for table in ("shelf_items", "shelf_versions"):
        op.drop_column(table, "bench")
