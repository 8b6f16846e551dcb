"""A round is no share of a year that is divided: it is chosen with the whole season.

The columns are dropped as they stand: entries point at jobs, and the table is not made anew.
"""

from alembic import op

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute("ALTER TABLE jobs DROP COLUMN share")
    op.execute("ALTER TABLE jobs DROP COLUMN yearly_g_m2")


def downgrade() -> None:
    op.execute("ALTER TABLE jobs ADD COLUMN share DOUBLE NOT NULL DEFAULT 0")
    op.execute("ALTER TABLE jobs ADD COLUMN yearly_g_m2 DOUBLE NOT NULL DEFAULT 0")
