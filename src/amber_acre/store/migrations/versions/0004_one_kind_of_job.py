"""One kind of job and one log: rounds, jobs of corrections and works without product become rows of two tables."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

WORKS = (
    "'feed', 'spread', 'spray', 'drench', 'core', 'topdress', 'seed', 'plant', 'mulch', 'inject', 'water', 'clip',"
    " 'look', 'sample', 'check'"
)
BASES = "'area', 'plant', 'plant_volume', 'trunk', 'trunk_volume', 'water', 'litre', 'depth', 'volume'"


def upgrade() -> None:
    _jobs()
    _entries()
    op.drop_table("soil_works")
    op.drop_table("soil_jobs")
    op.drop_table("rounds")
    op.create_table(
        "job_changes",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("before", sa.String(), nullable=False),
        sa.Column("why", sa.String(), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name=op.f("fk_job_changes_job_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_job_changes")),
    )
    op.create_index(op.f("ix_job_changes_job_id"), "job_changes", ["job_id"])
    op.create_table(
        "softened_rules",
        sa.Column("key", sa.String(), nullable=False),
        sa.Column("why", sa.String(), nullable=False),
        sa.Column("since", sa.Date(), nullable=False),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_softened_rules")),
    )


def _jobs() -> None:
    op.create_table(
        "jobs",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("programme_id", sa.Integer(), nullable=True),
        sa.Column("correction_id", sa.Integer(), nullable=True),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("work", sa.String(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("opens", sa.Date(), nullable=False),
        sa.Column("closes", sa.Date(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=True),
        sa.Column("dose", sa.Double(), nullable=False),
        sa.Column("basis", sa.String(), nullable=False),
        sa.Column("dose_count", sa.Double(), nullable=True),
        sa.Column("placement", sa.String(), nullable=False),
        sa.Column("answers", sa.String(), nullable=False),
        sa.Column("reason", sa.String(), nullable=False),
        sa.Column("target_g_m2", sa.Double(), nullable=False),
        sa.Column("share", sa.Double(), nullable=False),
        sa.Column("yearly_g_m2", sa.Double(), nullable=False),
        sa.Column("change_reason", sa.String(), nullable=False),
        sa.Column("skipped", sa.Boolean(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.CheckConstraint(f"work IN ({WORKS})", name=op.f("ck_jobs_work")),
        sa.CheckConstraint("opens <= closes", name=op.f("ck_jobs_window")),
        sa.CheckConstraint(f"basis IN ({BASES})", name=op.f("ck_jobs_basis")),
        sa.CheckConstraint("dose >= 0 AND (product_id IS NULL OR dose > 0)", name=op.f("ck_jobs_dose")),
        sa.CheckConstraint("dose_count IS NULL OR dose_count > 0", name=op.f("ck_jobs_dose_count")),
        sa.CheckConstraint("placement IN ('surface', 'raked', 'tilled')", name=op.f("ck_jobs_placement")),
        sa.CheckConstraint("programme_id IS NULL OR correction_id IS NULL", name=op.f("ck_jobs_one_plan")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_jobs_area_id")),
        sa.ForeignKeyConstraint(["programme_id"], ["programmes.id"], name=op.f("fk_jobs_programme_id")),
        sa.ForeignKeyConstraint(
            ["correction_id"], ["corrections.id"], name=op.f("fk_jobs_correction_id"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_jobs_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_jobs")),
    )
    for column in ("area_id", "programme_id", "correction_id", "product_id"):
        op.create_index(op.f(f"ix_jobs_{column}"), "jobs", [column])
    # A round keeps its number; a job of a correction is numbered on behind the last round.
    op.execute(
        "INSERT INTO jobs SELECT r.id, p.area_id, r.programme_id, NULL, r.number, r.name, 'feed', r.on_day, r.opens,"
        " r.closes, r.product_id, r.rate_g_m2, 'area', NULL, 'surface', 'the year''s nitrogen need', r.reason,"
        " r.target_g_m2, r.share, r.yearly_g_m2, r.change_reason, r.skipped, r.version"
        " FROM rounds r JOIN programmes p ON p.id = r.programme_id"
    )
    op.execute(
        "INSERT INTO jobs SELECT s.id + (SELECT COALESCE(MAX(id), 0) FROM rounds), c.area_id, NULL, s.correction_id,"
        " s.number, s.name, CASE s.work WHEN 'retest' THEN 'sample' WHEN 'recheck' THEN 'check' ELSE s.work END,"
        " s.on_day, s.opens, s.closes, CASE s.work WHEN 'spread' THEN c.product_id END,"
        " CASE WHEN s.work = 'spread' AND c.product_id IS NOT NULL THEN s.rate_g_m2 ELSE 0 END, 'area', NULL,"
        " c.placement, c.answers, '', 0, 0, 0, s.change_reason, s.skipped, s.version"
        " FROM soil_jobs s JOIN corrections c ON c.id = s.correction_id"
    )


def _entries_table() -> None:
    op.create_table(
        "entries",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=True),
        sa.Column("product_id", sa.Integer(), nullable=True),
        sa.Column("corrects_id", sa.Integer(), nullable=True),
        sa.Column("struck", sa.Boolean(), nullable=False),
        sa.Column("went_past", sa.String(), nullable=False),
        sa.Column("form_key", sa.String(), nullable=False),
        sa.Column("applied_on", sa.Date(), nullable=False),
        sa.Column("amount_kg", sa.Double(), nullable=False),
        sa.Column("amount_typed", sa.String(), nullable=False),
        sa.Column("covered_m2", sa.Double(), nullable=False),
        sa.Column("covered_typed", sa.String(), nullable=False),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("licence", sa.String(), nullable=False),
        sa.Column("weather", sa.String(), nullable=False),
        sa.Column("note", sa.String(), nullable=False),
        sa.Column("reason", sa.String(), nullable=False),
        sa.Column("recorded_at", sa.DateTime(), nullable=False),
        sa.CheckConstraint(
            "(product_id IS NULL AND amount_kg = 0) OR amount_kg > 0 OR (amount_kg = 0 AND struck)",
            name=op.f("ck_entries_amount"),
        ),
        sa.CheckConstraint("NOT struck OR corrects_id IS NOT NULL", name=op.f("ck_entries_struck")),
        sa.CheckConstraint("covered_m2 > 0", name=op.f("ck_entries_covered")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_entries_area_id")),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name=op.f("fk_entries_job_id")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_entries_product_id")),
        sa.ForeignKeyConstraint(["corrects_id"], ["entries.id"], name=op.f("fk_entries_corrects_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_entries")),
        sa.UniqueConstraint("corrects_id", name=op.f("uq_entries_corrects_id")),
        sa.UniqueConstraint("form_key", name=op.f("uq_entries_form_key")),
    )


def _carry_entries() -> None:
    op.execute(
        "INSERT INTO entries SELECT e.id, e.area_id,"
        " COALESCE(e.round_id, e.soil_job_id + (SELECT COALESCE(MAX(id), 0) FROM rounds)), e.product_id,"
        " e.corrects_id, e.amount_kg = 0, '', e.form_key, e.applied_on, e.amount_kg, e.amount_typed, e.covered_m2,"
        " e.covered_typed, e.who, e.licence, e.weather, e.note, e.reason, e.recorded_at"
        " FROM entries_before e ORDER BY e.id"
    )
    # Works without product come behind the last entry; what they covered is the area as it is measured now.
    op.execute(
        "INSERT INTO entries SELECT w.id + (SELECT COALESCE(MAX(id), 0) FROM entries_before), c.area_id,"
        " w.job_id + (SELECT COALESCE(MAX(id), 0) FROM rounds), NULL,"
        " w.corrects_id + (SELECT COALESCE(MAX(id), 0) FROM entries_before), w.undone, '',"
        " CASE WHEN EXISTS (SELECT 1 FROM entries_before b WHERE b.form_key = w.form_key)"
        " THEN 'work-' || w.form_key ELSE w.form_key END,"
        " w.done_on, 0, '', a.size_m2, '', w.who, '', '', w.note, '', w.recorded_at"
        " FROM soil_works w JOIN soil_jobs s ON s.id = w.job_id JOIN corrections c ON c.id = s.correction_id"
        " JOIN areas a ON a.id = c.area_id ORDER BY w.id"
    )


def _entries() -> None:
    op.execute("DROP TRIGGER entries_no_update")
    op.execute("DROP TRIGGER entries_no_delete")
    for index in ("area_id", "round_id", "soil_job_id", "product_id"):
        op.execute(f"DROP INDEX IF EXISTS ix_entries_{index}")
    op.execute("ALTER TABLE entries RENAME TO entries_before")
    _entries_table()
    for column in ("area_id", "job_id", "product_id"):
        op.create_index(op.f(f"ix_entries_{column}"), "entries", [column])
    _carry_entries()
    op.drop_table("entries_before")
    for action in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER entries_no_{action.lower()} BEFORE {action} ON entries BEGIN "
            "SELECT RAISE(ABORT, 'a log entry is never changed: write a correction'); END"
        )


def downgrade() -> None:
    raise RuntimeError("Jobs and log would have to be torn apart again: restore the copy made before the upgrade.")
