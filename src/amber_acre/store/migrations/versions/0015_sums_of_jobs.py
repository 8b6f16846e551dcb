"""A sum of the bench may be kept for one job."""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None

KEY = "fk_kept_sums_job_id"


def upgrade() -> None:
    with op.batch_alter_table("kept_sums") as table:
        table.add_column(sa.Column("job_id", sa.Integer(), nullable=True))
        table.create_foreign_key(op.f(KEY), "jobs", ["job_id"], ["id"], ondelete="SET NULL")
        table.create_index(op.f("ix_kept_sums_job_id"), ["job_id"])


def downgrade() -> None:
    with op.batch_alter_table("kept_sums") as table:
        table.drop_index(op.f("ix_kept_sums_job_id"))
        table.drop_constraint(op.f(KEY), type_="foreignkey")
        table.drop_column("job_id")
