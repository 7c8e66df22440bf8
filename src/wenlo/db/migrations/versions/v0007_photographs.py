"""Photographs of shots are kept made small, too.

Purpose: nobody waits for a photograph to be decoded each time that it is looked at or measured. Risk: none, the columns
    are new and are filled as photographs are looked at; going back drops what can be made again.
"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    """Add the columns."""
    for name in ("shown", "working"):
        op.add_column("shot_photographs", sa.Column(name, sa.LargeBinary(), nullable=True))


def downgrade() -> None:
    """Drop them."""
    for name in ("shown", "working"):
        op.drop_column("shot_photographs", name)
