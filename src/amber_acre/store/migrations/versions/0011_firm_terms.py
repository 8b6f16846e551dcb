"""What the firm charges, kept for its quotes."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "firm_terms",
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("typed", sa.String(), nullable=False),
        sa.PrimaryKeyConstraint("name", name=op.f("pk_firm_terms")),
    )


def downgrade() -> None:
    op.drop_table("firm_terms")
