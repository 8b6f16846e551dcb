"""Forms are written once, edits know what they change, and a label keeps what it said when it was logged."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None

VERSIONED = ("products", "properties", "rule_sets", "climates", "contexts")


def upgrade() -> None:
    op.create_table(
        "sent_forms",
        sa.Column("key", sa.String(length=64), nullable=False),
        sa.Column("path", sa.String(), nullable=False),
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("location", sa.String(), nullable=False),
        sa.Column("sent_at", sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_sent_forms")),
    )
    for table in VERSIONED:
        op.execute(f"ALTER TABLE {table} ADD COLUMN version INTEGER NOT NULL DEFAULT 1")
    op.execute("ALTER TABLE climates ADD COLUMN assumed VARCHAR NOT NULL DEFAULT ''")
    _admit_sodium_and_chloride()
    # One scale of pale leaves: a tree's stage 0 to 4 becomes the colour 1 to 5 that looks are graded by.
    op.execute("UPDATE facts SET text = CAST(CAST(text AS INTEGER) + 1 AS VARCHAR) WHERE name = 'stage' AND text <> ''")
    op.create_table(
        "product_versions",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("until", sa.DateTime(), nullable=False),
        sa.Column("content", sa.String(), nullable=False),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_product_versions_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_product_versions")),
    )
    op.create_index(op.f("ix_product_versions_product_id"), "product_versions", ["product_id"])
    for action in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER product_versions_no_{action.lower()} BEFORE {action} ON product_versions BEGIN "
            "SELECT RAISE(ABORT, 'what a label said when it was logged is never changed'); END"
        )


def _admit_sodium_and_chloride() -> None:
    op.execute("ALTER TABLE other_nutrients RENAME TO other_nutrients_before")
    op.create_table(
        "other_nutrients",
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("element", sa.String(), nullable=False),
        sa.Column("fraction", sa.Double(), nullable=False),
        sa.CheckConstraint("element IN ('Ca','Mg','S','Na','Cl','Fe','Mn','Zn','Cu','B','Mo')", name="element"),
        sa.CheckConstraint("fraction > 0 AND fraction <= 1", name="fraction"),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("product_id", "element"),
    )
    op.execute("INSERT INTO other_nutrients SELECT product_id, element, fraction FROM other_nutrients_before")
    op.drop_table("other_nutrients_before")


def downgrade() -> None:
    raise RuntimeError("What labels said when they were logged would be lost: restore the copy made before instead.")
