"""A plan keeps what was known of the soil when it was made, so that a newer test or probe is seen.

Plans made before have none: they are held against the day they were made.
"""

from alembic import op

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute("ALTER TABLE programmes ADD COLUMN evidence VARCHAR NOT NULL DEFAULT ''")


def downgrade() -> None:
    op.execute("ALTER TABLE programmes DROP COLUMN evidence")
