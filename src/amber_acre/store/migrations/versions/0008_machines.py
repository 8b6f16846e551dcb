"""Spreaders and sprayers, what was caught from them, settings in the log; what is known of a product."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None
NOTES = ("label_where", "label_season", "claims", "evidence", "outcome", "handling")


def upgrade() -> None:
    _machines()
    _counts_and_sums()
    _columns()


def _machines() -> None:
    op.create_table(
        "machines",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("width_m", sa.Double(), nullable=False),
        sa.Column("width_typed", sa.String(), nullable=False),
        sa.Column("tank_l", sa.Double(), nullable=True),
        sa.Column("tank_typed", sa.String(), nullable=False),
        sa.Column("scale", sa.String(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("deleted_at", sa.DateTime(), nullable=True),
        sa.CheckConstraint("kind IN ('broadcast', 'drop', 'hand', 'sprayer')", name=op.f("ck_machines_kind")),
        sa.CheckConstraint("width_m > 0", name=op.f("ck_machines_width")),
        sa.CheckConstraint("tank_l IS NULL OR tank_l > 0", name=op.f("ck_machines_tank")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_machines")),
    )
    op.create_table(
        "catches",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("machine_id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=True),
        sa.Column("setting", sa.Double(), nullable=False),
        sa.Column("amount", sa.Double(), nullable=False),
        sa.Column("amount_typed", sa.String(), nullable=False),
        sa.Column("run_m", sa.Double(), nullable=False),
        sa.Column("width_m", sa.Double(), nullable=False),
        sa.Column("on_ground", sa.Boolean(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("struck", sa.Boolean(), nullable=False),
        sa.Column("form_key", sa.String(), nullable=False),
        sa.Column("recorded_at", sa.DateTime(), nullable=False),
        sa.CheckConstraint("setting > 0", name=op.f("ck_catches_setting")),
        sa.CheckConstraint("amount > 0 AND run_m > 0 AND width_m > 0", name=op.f("ck_catches_measured")),
        sa.ForeignKeyConstraint(["machine_id"], ["machines.id"], name=op.f("fk_catches_machine_id")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_catches_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_catches")),
        sa.UniqueConstraint("form_key", name=op.f("uq_catches_form_key")),
    )
    op.create_index(op.f("ix_catches_machine_id"), "catches", ["machine_id"])
    op.create_index(op.f("ix_catches_product_id"), "catches", ["product_id"])


def _counts_and_sums() -> None:
    op.create_table(
        "stock_counts",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("mass_kg", sa.Double(), nullable=False),
        sa.Column("typed", sa.String(), nullable=False),
        sa.Column("who", sa.String(), nullable=False),
        sa.CheckConstraint("mass_kg >= 0", name=op.f("ck_stock_counts_mass")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_stock_counts_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_stock_counts")),
    )
    op.create_index(op.f("ix_stock_counts_product_id"), "stock_counts", ["product_id"])
    op.create_table(
        "kept_sums",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("property_id", sa.Integer(), nullable=True),
        sa.Column("title", sa.String(), nullable=False),
        sa.Column("address", sa.String(), nullable=False),
        sa.Column("kept_on", sa.Date(), nullable=False),
        sa.CheckConstraint("address LIKE '/bench/%'", name=op.f("ck_kept_sums_address")),
        sa.ForeignKeyConstraint(["property_id"], ["properties.id"], name=op.f("fk_kept_sums_property_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_kept_sums")),
    )
    op.create_index(op.f("ix_kept_sums_property_id"), "kept_sums", ["property_id"])


def _columns() -> None:
    op.execute("ALTER TABLE deliveries ADD COLUMN paid DOUBLE")
    op.execute("ALTER TABLE deliveries ADD COLUMN lot VARCHAR NOT NULL DEFAULT ''")
    op.execute("ALTER TABLE entries ADD COLUMN setting VARCHAR NOT NULL DEFAULT ''")
    op.execute("ALTER TABLE products ADD COLUMN label_seen_on DATE")
    for name in NOTES:
        op.execute(f"ALTER TABLE products ADD COLUMN {name} VARCHAR NOT NULL DEFAULT ''")


def downgrade() -> None:
    for name in ("label_seen_on", *NOTES):
        op.execute(f"ALTER TABLE products DROP COLUMN {name}")
    op.execute("ALTER TABLE entries DROP COLUMN setting")
    op.execute("ALTER TABLE deliveries DROP COLUMN lot")
    op.execute("ALTER TABLE deliveries DROP COLUMN paid")
    op.drop_table("kept_sums")
    op.drop_table("stock_counts")
    op.drop_table("catches")
    op.drop_table("machines")
