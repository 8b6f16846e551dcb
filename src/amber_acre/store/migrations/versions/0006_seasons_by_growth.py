"""Jobs that stay when the rest is planned again; the school of a programme, its proven gap, and all it says."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute("ALTER TABLE jobs ADD COLUMN pinned BOOLEAN NOT NULL DEFAULT 0")
    op.execute("ALTER TABLE programmes ADD COLUMN school VARCHAR NOT NULL DEFAULT 'test'")
    op.execute("ALTER TABLE programmes ADD COLUMN gap DOUBLE")
    op.execute("ALTER TABLE programme_notes ADD COLUMN code VARCHAR NOT NULL DEFAULT ''")
    _kinds("'assumption', 'obstacle', 'advice'")


def downgrade() -> None:
    op.execute("DELETE FROM programme_notes WHERE kind = 'advice'")
    _kinds("'assumption', 'obstacle'")
    op.execute("ALTER TABLE programme_notes DROP COLUMN code")
    op.execute("ALTER TABLE programmes DROP COLUMN gap")
    op.execute("ALTER TABLE programmes DROP COLUMN school")
    op.execute("ALTER TABLE jobs DROP COLUMN pinned")


def _kinds(allowed: str) -> None:
    with op.batch_alter_table("programme_notes") as table:
        table.drop_constraint(op.f("ck_programme_notes_kind"), type_="check")
        table.create_check_constraint(op.f("ck_programme_notes_kind"), sa.text(f"kind IN ({allowed})"))
