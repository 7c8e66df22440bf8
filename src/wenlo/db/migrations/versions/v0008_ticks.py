"""Ticks refer to what is to be done, no longer to its place in a list.

Purpose: a check that is cured moves no tick to another one. The rig's old ticks say a place (``check-3``), and what
    stood there cannot be known any more: they go, since a tick on the wrong line is worse than none. Risk: checklists
    of rigs begin anew. Going back: such ticks are not brought back, and longer keys go.
"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"

NOW, BEFORE = 200, 80


def upgrade() -> None:
    """Room for longer keys; ticks of places go."""
    op.alter_column("ticks", "key", type_=sa.String(NOW), existing_type=sa.String(BEFORE), existing_nullable=False)
    op.execute("delete from ticks where list = 'rig' and key ~ '^(check|set|strike)-[0-9]+$'")


def downgrade() -> None:
    """Only keys that fit are kept."""
    op.execute(f"delete from ticks where length(key) > {BEFORE}")
    op.alter_column("ticks", "key", type_=sa.String(BEFORE), existing_type=sa.String(NOW), existing_nullable=False)
