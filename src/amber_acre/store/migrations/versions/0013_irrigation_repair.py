"""Mending the irrigation is work of its own.

As for 0007, the CHECK is written into the schema: entries point at jobs, and the table is not made anew.
"""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None

BEFORE = "'look', 'sample', 'check')"
AFTER = "'look', 'sample', 'check', 'repair')"


def upgrade() -> None:
    _works(BEFORE, AFTER)


def downgrade() -> None:
    op.execute("UPDATE jobs SET work = 'check' WHERE work = 'repair'")
    _works(AFTER, BEFORE)


def _works(was: str, is_now: str) -> None:
    connection = op.get_bind()
    version = connection.execute(sa.text("PRAGMA schema_version")).scalar_one()
    connection.execute(sa.text("PRAGMA writable_schema = ON"))
    connection.execute(
        sa.text("UPDATE sqlite_master SET sql = replace(sql, :was, :is_now) WHERE type = 'table' AND name = 'jobs'"),
        {"was": was, "is_now": is_now},
    )
    connection.execute(sa.text(f"PRAGMA schema_version = {version + 1}"))
    connection.execute(sa.text("PRAGMA writable_schema = OFF"))
