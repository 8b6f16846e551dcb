"""Where a job goes: round a base, over a root zone, on a pot's medium, under the mulch; where a label allows it.

Entries point at jobs, so the table of jobs is not made anew: its CHECK is written into the schema, as SQLite's manual
describes it for changes of constraints that let more pass.
"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

BEFORE = "('surface', 'raked', 'tilled')"
AFTER = "('surface', 'raked', 'tilled', 'base', 'dripline', 'medium', 'under_mulch')"


def upgrade() -> None:
    _placements(BEFORE, AFTER)
    op.execute("ALTER TABLE products ADD COLUMN sites VARCHAR NOT NULL DEFAULT ''")


def downgrade() -> None:
    op.execute("ALTER TABLE products DROP COLUMN sites")
    op.execute("UPDATE jobs SET placement = 'surface' WHERE placement NOT IN ('surface', 'raked', 'tilled')")
    _placements(AFTER, BEFORE)


def _placements(was: str, is_now: str) -> None:
    connection = op.get_bind()
    version = connection.execute(sa.text("PRAGMA schema_version")).scalar_one()
    connection.execute(sa.text("PRAGMA writable_schema = ON"))
    connection.execute(
        sa.text("UPDATE sqlite_master SET sql = replace(sql, :was, :is_now) WHERE type = 'table' AND name = 'jobs'"),
        {"was": was, "is_now": is_now},
    )
    connection.execute(sa.text(f"PRAGMA schema_version = {version + 1}"))
    connection.execute(sa.text("PRAGMA writable_schema = OFF"))
