"""Handfuls and spoons by each person's own weight."""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "hand_measures",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("grams", sa.Double(), nullable=False),
        sa.Column("typed", sa.String(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.CheckConstraint("grams > 0", name=op.f("ck_hand_measures_grams")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_hand_measures_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_hand_measures")),
        sa.UniqueConstraint("product_id", "who", "name", name=op.f("uq_hand_measures_product_id_who_name")),
    )
    op.create_index(op.f("ix_hand_measures_product_id"), "hand_measures", ["product_id"])


def downgrade() -> None:
    op.drop_table("hand_measures")
