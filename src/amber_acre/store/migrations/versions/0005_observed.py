"""What people see of weather and ground, forecasts they bring, the firm's own limits of a hold; answered warnings."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

PLACE = "(property_id IS NULL) <> (climate_id IS NULL)"


def _place() -> list[sa.Column[int]]:
    return [
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("property_id", sa.Integer(), nullable=True),
        sa.Column("climate_id", sa.Integer(), nullable=True),
    ]


def _keys(table: str) -> list[sa.Constraint]:
    return [
        sa.CheckConstraint(PLACE, name=op.f(f"ck_{table}_place")),
        sa.ForeignKeyConstraint(["property_id"], ["properties.id"], name=op.f(f"fk_{table}_property_id")),
        sa.ForeignKeyConstraint(["climate_id"], ["climates.id"], name=op.f(f"fk_{table}_climate_id")),
        sa.PrimaryKeyConstraint("id", name=op.f(f"pk_{table}")),
    ]


def upgrade() -> None:
    op.execute("ALTER TABLE jobs ADD COLUMN answered VARCHAR NOT NULL DEFAULT ''")
    _prices()
    _observations()
    _forecasts()
    _never_changed()
    _limits()


def _prices() -> None:
    op.execute("ALTER TABLE packs ADD COLUMN supplier VARCHAR NOT NULL DEFAULT ''")
    op.create_table(
        "pack_prices",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("size_typed", sa.String(), nullable=False),
        sa.Column("price", sa.Double(), nullable=False),
        sa.Column("supplier", sa.String(), nullable=False),
        sa.Column("since", sa.Date(), nullable=False),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_pack_prices_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_pack_prices")),
    )
    op.create_index(op.f("ix_pack_prices_product_id"), "pack_prices", ["product_id"])


def _observations() -> None:
    op.create_table(
        "observations",
        *_place(),
        sa.Column("area_id", sa.Integer(), nullable=True),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("until", sa.Date(), nullable=True),
        sa.Column("value", sa.Double(), nullable=True),
        sa.Column("typed", sa.String(), nullable=False),
        sa.Column("word", sa.String(), nullable=False),
        sa.Column("depth_m", sa.Double(), nullable=True),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("recorded_at", sa.DateTime(), nullable=False),
        sa.Column("corrects_id", sa.Integer(), nullable=True),
        sa.Column("struck", sa.Boolean(), nullable=False),
        *_keys("observations"),
        sa.CheckConstraint(
            "kind IN ('rain','soil','ground','growth','mowing','bloom','leaf','warning')",
            name=op.f("ck_observations_kind"),
        ),
        sa.CheckConstraint("until IS NULL OR until >= on_day", name=op.f("ck_observations_until")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_observations_area_id")),
        sa.ForeignKeyConstraint(["corrects_id"], ["observations.id"], name=op.f("fk_observations_corrects_id")),
    )


def _forecasts() -> None:
    op.create_table(
        "forecast_days",
        *_place(),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("rain_mm", sa.Double(), nullable=True),
        sa.Column("rain_from_hour", sa.Integer(), nullable=True),
        sa.Column("min_c", sa.Double(), nullable=True),
        sa.Column("max_c", sa.Double(), nullable=True),
        sa.Column("wind_m_s", sa.Double(), nullable=True),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("recorded_at", sa.DateTime(), nullable=False),
        *_keys("forecast_days"),
        sa.CheckConstraint("rain_mm IS NULL OR rain_mm >= 0", name=op.f("ck_forecast_days_rain_mm")),
        sa.CheckConstraint(
            "rain_from_hour IS NULL OR rain_from_hour BETWEEN 0 AND 23", name=op.f("ck_forecast_days_rain_from_hour")
        ),
    )
    op.create_index(op.f("ix_forecast_days_day"), "forecast_days", ["day"])


def _never_changed() -> None:
    for table in ("observations", "forecast_days"):
        for column in ("property_id", "climate_id"):
            op.create_index(op.f(f"ix_{table}_{column}"), table, [column])
        for action in ("UPDATE", "DELETE"):
            op.execute(
                f"CREATE TRIGGER {table}_no_{action.lower()} BEFORE {action} ON {table} BEGIN "
                "SELECT RAISE(ABORT, 'what was seen or forecast is never changed: a new row corrects it'); END"
            )


def _limits() -> None:
    op.create_table(
        "hold_limits",
        sa.Column("key", sa.String(), nullable=False),
        sa.Column("value", sa.Double(), nullable=False),
        sa.Column("typed", sa.String(), nullable=False),
        sa.Column("why", sa.String(), nullable=False),
        sa.Column("since", sa.Date(), nullable=False),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_hold_limits")),
    )


def downgrade() -> None:
    raise RuntimeError("What was seen would be lost: restore the copy made before instead.")
