"""A sum of the bench may be kept for one job."""

from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute(
        "ALTER TABLE kept_sums ADD COLUMN job_id INTEGER CONSTRAINT fk_kept_sums_job_id REFERENCES jobs (id)"
        " ON DELETE SET NULL"
    )
    op.create_index(op.f("ix_kept_sums_job_id"), "kept_sums", ["job_id"])


def downgrade() -> None:
    op.drop_index(op.f("ix_kept_sums_job_id"), "kept_sums")
    with op.batch_alter_table("kept_sums") as table:
        table.drop_constraint(op.f("fk_kept_sums_job_id"), type_="foreignkey")
        table.drop_column("job_id")
