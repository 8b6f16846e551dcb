"""Stamps: what changed last, so that what rests on the rest may be kept."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "stamps",
        sa.Column("scope", sa.String(), nullable=False),
        sa.Column("key", sa.Integer(), autoincrement=False, nullable=False),
        sa.Column("at", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("scope", "key", name=op.f("pk_stamps")),
    )


def downgrade() -> None:
    rows = op.get_bind().execute(sa.text("SELECT name FROM sqlite_master WHERE type = 'trigger'")).scalars()
    for name in [name for name in rows if name.startswith("stamp_")]:
        op.execute(f"DROP TRIGGER {name}")
    op.drop_table("stamps")
