"""How far the stops of a spreader's lever lie apart."""

from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute(
        "ALTER TABLE machines ADD COLUMN step DOUBLE CONSTRAINT ck_machines_step CHECK (step IS NULL OR step > 0)"
    )


def downgrade() -> None:
    with op.batch_alter_table("machines") as table:
        table.drop_constraint(op.f("ck_machines_step"), type_="check")
        table.drop_column("step")
