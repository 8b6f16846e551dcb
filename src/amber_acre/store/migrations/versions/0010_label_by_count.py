"""What a label says beside its rate by area: by plant, trunk, run and litre, after the first time, on which grasses."""

from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None
COLUMNS = ("grasses", "later_max_typed", "label_by")


def upgrade() -> None:
    for name in COLUMNS:
        op.execute(f"ALTER TABLE products ADD COLUMN {name} VARCHAR NOT NULL DEFAULT ''")


def downgrade() -> None:
    rows = op.get_bind().exec_driver_sql("SELECT name FROM sqlite_master WHERE type = 'trigger'").scalars()
    for name in [name for name in rows if name.startswith("stamp_")]:
        op.execute(f"DROP TRIGGER {name}")
    for name in COLUMNS:
        op.execute(f"ALTER TABLE products DROP COLUMN {name}")
