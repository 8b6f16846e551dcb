"""Soil: any measure of a test, probe readings, corrections with their jobs, findings; what products do to soil."""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    kept = _take_tests()
    _create_lab_layouts()
    _create_sieves()
    _create_soil_actions()
    _create_corrections()
    _create_findings()
    _create_probe_readings()
    _create_soil_jobs()
    _create_soil_works()
    _create_soil_advice()
    _create_soil_values()
    _put_tests_back(kept)
    op.execute("ALTER TABLE climates ADD COLUMN region VARCHAR NOT NULL DEFAULT ''")
    op.execute("ALTER TABLE climates ADD COLUMN elevation_m DOUBLE NOT NULL DEFAULT 0")
    op.execute(
        "ALTER TABLE entries ADD COLUMN soil_job_id INTEGER CONSTRAINT fk_entries_soil_job_id REFERENCES soil_jobs (id)"
    )
    op.create_index(op.f("ix_entries_soil_job_id"), "entries", ["soil_job_id"])
    for action in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER soil_works_no_{action.lower()} BEFORE {action} ON soil_works BEGIN "
            "SELECT RAISE(ABORT, 'a log entry is never changed: write a correction'); END"
        )


def downgrade() -> None:
    raise RuntimeError("The soil's figures would be lost: restore the copy made before the upgrade instead.")


def _take_tests() -> list[Any]:
    """Reads the tests of the first revision and makes their table anew."""
    columns = "id, area_id, taken_on, extractant, ph, phosphorus_mg_kg, potassium_mg_kg, organic_matter, unit_typed"
    kept = list(op.get_bind().execute(sa.text(f"SELECT {columns} FROM soil_tests ORDER BY id")))  # noqa: S608
    op.drop_index(op.f("ix_soil_tests_area_id"), "soil_tests")
    op.drop_table("soil_tests")
    op.create_table(
        "soil_tests",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("taken_on", sa.Date(), nullable=False),
        sa.Column("extractant", sa.String(), nullable=True),
        sa.Column("buffer_method", sa.String(), nullable=True),
        sa.Column("depth_mm", sa.Double(), nullable=True),
        sa.Column("laboratory", sa.String(), nullable=False),
        sa.Column("note", sa.String(), nullable=False),
        sa.Column("confirmed", sa.Boolean(), nullable=False),
        sa.Column("deleted_at", sa.DateTime(), nullable=True),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.CheckConstraint("depth_mm IS NULL OR depth_mm BETWEEN 10 AND 1000", name=op.f("ck_soil_tests_depth")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_soil_tests_area_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_soil_tests")),
    )
    op.create_index(op.f("ix_soil_tests_area_id"), "soil_tests", ["area_id"])
    return kept


def _put_tests_back(kept: list[Any]) -> None:
    """Writes each kept test with its figures as rows of their own."""
    connection = op.get_bind()
    for row in kept:
        connection.execute(
            sa.text(
                "INSERT INTO soil_tests (id, area_id, taken_on, extractant, laboratory, note, confirmed, version) "
                "VALUES (:id, :area_id, :taken_on, :extractant, '', '', 0, 1)"
            ),
            {"id": row.id, "area_id": row.area_id, "taken_on": row.taken_on, "extractant": row.extractant},
        )
        for measure, value in (
            ("ph", row.ph),
            ("p", row.phosphorus_mg_kg),
            ("k", row.potassium_mg_kg),
            ("organic_matter", row.organic_matter),
        ):
            if value is not None:
                connection.execute(
                    sa.text(
                        "INSERT INTO soil_values (test_id, measure, value, typed) VALUES (:id, :measure, :value, '')"
                    ),
                    {"id": row.id, "measure": measure, "value": value},
                )


def _create_lab_layouts() -> None:
    op.create_table(
        "lab_layouts",
        sa.Column("laboratory", sa.String(length=120), nullable=False),
        sa.Column("columns", sa.String(), nullable=False),
        sa.Column("unit", sa.String(), nullable=False),
        sa.Column("extractant", sa.String(), nullable=False),
        sa.Column("buffer_method", sa.String(), nullable=False),
        sa.PrimaryKeyConstraint("laboratory", name=op.f("pk_lab_layouts")),
    )


def _create_sieves() -> None:
    op.create_table(
        "sieves",
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("mesh", sa.Integer(), nullable=False),
        sa.Column("passing", sa.Double(), nullable=False),
        sa.CheckConstraint("passing BETWEEN 0 AND 1", name=op.f("ck_sieves_passing")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_sieves_product_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("product_id", "mesh", name=op.f("pk_sieves")),
    )


def _create_soil_actions() -> None:
    op.create_table(
        "soil_actions",
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("neutralising_value", sa.Double(), nullable=True),
        sa.Column("lime_kind", sa.String(), nullable=False),
        sa.Column("moisture", sa.Double(), nullable=False),
        sa.Column("elemental_sulphur", sa.Double(), nullable=False),
        sa.Column("aluminium", sa.Double(), nullable=False),
        sa.Column("material", sa.String(), nullable=False),
        sa.CheckConstraint(
            "elemental_sulphur BETWEEN 0 AND 1 AND aluminium BETWEEN 0 AND 1", name=op.f("ck_soil_actions_acid")
        ),
        sa.CheckConstraint("moisture BETWEEN 0 AND 0.5", name=op.f("ck_soil_actions_moisture")),
        sa.CheckConstraint(
            "neutralising_value IS NULL OR neutralising_value BETWEEN 0.3 AND 1.8",
            name=op.f("ck_soil_actions_neutralising"),
        ),
        sa.ForeignKeyConstraint(
            ["product_id"], ["products.id"], name=op.f("fk_soil_actions_product_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("product_id", name=op.f("pk_soil_actions")),
    )


def _create_corrections() -> None:
    op.create_table(
        "corrections",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("answers", sa.String(), nullable=False),
        sa.Column("made_on", sa.Date(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=True),
        sa.Column("from_ph", sa.Double(), nullable=True),
        sa.Column("target_ph", sa.Double(), nullable=True),
        sa.Column("half_spread", sa.Double(), nullable=False),
        sa.Column("drift_per_year", sa.Double(), nullable=False),
        sa.Column("placement", sa.String(), nullable=False),
        sa.Column("full_g_m2", sa.Double(), nullable=False),
        sa.Column("total_g_m2", sa.Double(), nullable=False),
        sa.Column("option", sa.String(), nullable=False),
        sa.Column("working", sa.String(), nullable=False),
        sa.Column("ended_at", sa.DateTime(), nullable=True),
        sa.Column("ended_why", sa.String(), nullable=False),
        sa.CheckConstraint("kind IN ('up', 'down', 'physical', 'nutrient', 'water')", name=op.f("ck_corrections_kind")),
        sa.CheckConstraint("placement IN ('surface', 'raked', 'tilled')", name=op.f("ck_corrections_placement")),
        sa.CheckConstraint("full_g_m2 >= 0 AND total_g_m2 >= 0", name=op.f("ck_corrections_amounts")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_corrections_area_id")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_corrections_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_corrections")),
    )
    with op.batch_alter_table("corrections", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_corrections_area_id"), ["area_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_corrections_product_id"), ["product_id"], unique=False)


def _create_findings() -> None:
    op.create_table(
        "findings",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("found_on", sa.Date(), nullable=False),
        sa.Column("words", sa.String(), nullable=False),
        sa.Column("evidence", sa.String(), nullable=False),
        sa.Column("cause", sa.String(), nullable=False),
        sa.Column("closed_on", sa.Date(), nullable=True),
        sa.Column("closed_why", sa.String(), nullable=False),
        sa.CheckConstraint(
            "kind IN ('clay', 'sand', 'compacted', 'stripped', 'repellent', 'pale')", name=op.f("ck_findings_kind")
        ),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_findings_area_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_findings")),
    )
    with op.batch_alter_table("findings", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_findings_area_id"), ["area_id"], unique=False)


def _create_probe_readings() -> None:
    op.create_table(
        "probe_readings",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("spot", sa.String(length=120), nullable=False),
        sa.Column("ph", sa.Double(), nullable=False),
        sa.Column("x_m", sa.Double(), nullable=True),
        sa.Column("y_m", sa.Double(), nullable=True),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("struck", sa.String(), nullable=False),
        sa.CheckConstraint("ph BETWEEN 3 AND 10", name=op.f("ck_probe_readings_ph")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_probe_readings_area_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_probe_readings")),
    )
    with op.batch_alter_table("probe_readings", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_probe_readings_area_id"), ["area_id"], unique=False)


def _create_soil_jobs() -> None:
    op.create_table(
        "soil_jobs",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("correction_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("work", sa.String(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("opens", sa.Date(), nullable=False),
        sa.Column("closes", sa.Date(), nullable=False),
        sa.Column("rate_g_m2", sa.Double(), nullable=False),
        sa.Column("skipped", sa.Boolean(), nullable=False),
        sa.Column("change_reason", sa.String(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.CheckConstraint("rate_g_m2 >= 0 AND (work <> 'spread' OR rate_g_m2 > 0)", name=op.f("ck_soil_jobs_rate")),
        sa.CheckConstraint("work IN ('spread', 'core', 'retest', 'recheck', 'water')", name=op.f("ck_soil_jobs_work")),
        sa.CheckConstraint("opens <= closes", name=op.f("ck_soil_jobs_window")),
        sa.ForeignKeyConstraint(
            ["correction_id"], ["corrections.id"], name=op.f("fk_soil_jobs_correction_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_soil_jobs")),
    )
    with op.batch_alter_table("soil_jobs", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_soil_jobs_correction_id"), ["correction_id"], unique=False)


def _create_soil_works() -> None:
    op.create_table(
        "soil_works",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.Column("corrects_id", sa.Integer(), nullable=True),
        sa.Column("form_key", sa.String(), nullable=False),
        sa.Column("done_on", sa.Date(), nullable=False),
        sa.Column("undone", sa.Boolean(), nullable=False),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("note", sa.String(), nullable=False),
        sa.Column("recorded_at", sa.DateTime(), nullable=False),
        sa.ForeignKeyConstraint(["corrects_id"], ["soil_works.id"], name=op.f("fk_soil_works_corrects_id")),
        sa.ForeignKeyConstraint(["job_id"], ["soil_jobs.id"], name=op.f("fk_soil_works_job_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_soil_works")),
        sa.UniqueConstraint("corrects_id", name=op.f("uq_soil_works_corrects_id")),
        sa.UniqueConstraint("form_key", name=op.f("uq_soil_works_form_key")),
    )
    with op.batch_alter_table("soil_works", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_soil_works_job_id"), ["job_id"], unique=False)


def _create_soil_advice() -> None:
    op.create_table(
        "soil_advice",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("test_id", sa.Integer(), nullable=False),
        sa.Column("material", sa.String(), nullable=False),
        sa.Column("typed", sa.String(), nullable=False),
        sa.Column("rate_g_m2", sa.Double(), nullable=False),
        sa.CheckConstraint("rate_g_m2 >= 0", name=op.f("ck_soil_advice_rate")),
        sa.ForeignKeyConstraint(
            ["test_id"], ["soil_tests.id"], name=op.f("fk_soil_advice_test_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_soil_advice")),
    )
    with op.batch_alter_table("soil_advice", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_soil_advice_test_id"), ["test_id"], unique=False)


def _create_soil_values() -> None:
    op.create_table(
        "soil_values",
        sa.Column("test_id", sa.Integer(), nullable=False),
        sa.Column("measure", sa.String(), nullable=False),
        sa.Column("value", sa.Double(), nullable=False),
        sa.Column("typed", sa.String(), nullable=False),
        sa.CheckConstraint("value >= 0", name=op.f("ck_soil_values_value")),
        sa.ForeignKeyConstraint(
            ["test_id"], ["soil_tests.id"], name=op.f("fk_soil_values_test_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("test_id", "measure", name=op.f("pk_soil_values")),
    )
