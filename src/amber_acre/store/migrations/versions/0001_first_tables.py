"""The first tables, and the triggers that keep log entries as they were written."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    _create_clients()
    _create_climates()
    _create_pacers()
    _create_plant_edits()
    _create_products()
    _create_rule_sets()
    _create_blackouts()
    _create_climate_months()
    _create_deliveries()
    _create_other_nutrients()
    _create_packs()
    _create_properties()
    _create_areas()
    _create_contexts()
    _create_facts()
    _create_programmes()
    _create_shapes()
    _create_soil_tests()
    _create_taken()
    _create_walks()
    _create_photos()
    _create_programme_notes()
    _create_rounds()
    _create_entries()
    for action in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER entries_no_{action.lower()} BEFORE {action} ON entries BEGIN "
            "SELECT RAISE(ABORT, 'a log entry is never changed: write a correction'); END"
        )


def downgrade() -> None:
    _drop_entries()
    _drop_rounds()
    _drop_programme_notes()
    _drop_photos()
    _drop_walks()
    _drop_taken()
    _drop_soil_tests()
    _drop_shapes()
    _drop_programmes()
    _drop_facts()
    _drop_contexts()
    _drop_areas()
    _drop_properties()
    _drop_packs()
    _drop_other_nutrients()
    _drop_deliveries()
    _drop_climate_months()
    _drop_blackouts()
    _drop_rule_sets()
    _drop_products()
    _drop_plant_edits()
    _drop_pacers()
    _drop_climates()
    _drop_clients()


def _create_clients() -> None:
    op.create_table(
        "clients",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("contact", sa.String(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_clients")),
    )


def _create_climates() -> None:
    op.create_table(
        "climates",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("depot", sa.Boolean(), nullable=False),
        sa.Column("latitude_deg", sa.Double(), nullable=False),
        sa.Column("last_frost_month", sa.Integer(), nullable=True),
        sa.Column("last_frost_day", sa.Integer(), nullable=True),
        sa.Column("first_frost_month", sa.Integer(), nullable=True),
        sa.Column("first_frost_day", sa.Integer(), nullable=True),
        sa.CheckConstraint("latitude_deg BETWEEN -70 AND 70", name=op.f("ck_climates_latitude")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_climates")),
        sa.UniqueConstraint("name", name=op.f("uq_climates_name")),
    )


def _create_pacers() -> None:
    op.create_table(
        "pacers",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("paces", sa.Integer(), nullable=False),
        sa.Column("distance_typed", sa.String(), nullable=False),
        sa.Column("pace_m", sa.Double(), nullable=False),
        sa.CheckConstraint("paces >= 10 AND pace_m BETWEEN 0.3 AND 1.5", name=op.f("ck_pacers_pace")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_pacers")),
        sa.UniqueConstraint("name", name=op.f("uq_pacers_name")),
    )


def _create_plant_edits() -> None:
    op.create_table(
        "plant_edits",
        sa.Column("plant", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("text", sa.String(), nullable=False),
        sa.PrimaryKeyConstraint("plant", "name", name=op.f("pk_plant_edits")),
    )


def _create_products() -> None:
    op.create_table(
        "products",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("family", sa.String(), nullable=False),
        sa.Column("liquid", sa.Boolean(), nullable=False),
        sa.Column("density_kg_l", sa.Double(), nullable=True),
        sa.Column("total_nitrogen", sa.Double(), nullable=False),
        sa.Column("n_ammoniacal", sa.Double(), nullable=False),
        sa.Column("n_nitrate", sa.Double(), nullable=False),
        sa.Column("n_urea", sa.Double(), nullable=False),
        sa.Column("n_slow_soluble", sa.Double(), nullable=False),
        sa.Column("n_coated", sa.Double(), nullable=False),
        sa.Column("n_insoluble", sa.Double(), nullable=False),
        sa.Column("longevity_days", sa.Double(), nullable=True),
        sa.Column("p2o5", sa.Double(), nullable=False),
        sa.Column("k2o", sa.Double(), nullable=False),
        sa.Column("label_min_g_m2", sa.Double(), nullable=False),
        sa.Column("label_max_g_m2", sa.Double(), nullable=False),
        sa.Column("label_min_typed", sa.String(), nullable=False),
        sa.Column("label_max_typed", sa.String(), nullable=False),
        sa.Column("interval_days", sa.Integer(), nullable=False),
        sa.Column("yearly_max_g_m2", sa.Double(), nullable=True),
        sa.Column("yearly_max_typed", sa.String(), nullable=False),
        sa.Column("rate_confirmed", sa.Boolean(), nullable=False),
        sa.Column("derived_from", sa.String(), nullable=False),
        sa.Column("deleted_at", sa.DateTime(), nullable=True),
        sa.CheckConstraint("0 <= label_min_g_m2 AND label_min_g_m2 <= label_max_g_m2", name=op.f("ck_products_label")),
        sa.CheckConstraint("NOT liquid OR density_kg_l IS NOT NULL", name=op.f("ck_products_density")),
        sa.CheckConstraint("total_nitrogen + p2o5 + k2o <= 1.000001", name=op.f("ck_products_analysis")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_products")),
    )


def _create_rule_sets() -> None:
    op.create_table(
        "rule_sets",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("phosphorus_only_on_test", sa.Boolean(), nullable=False),
        sa.Column("yearly_cap_g_m2", sa.Double(), nullable=True),
        sa.Column("slow_share_min", sa.Double(), nullable=False),
        sa.Column("quick_cap_g_m2", sa.Double(), nullable=False),
        sa.Column("total_cap_g_m2", sa.Double(), nullable=False),
        sa.Column("buffer_m", sa.Double(), nullable=False),
        sa.Column("note", sa.String(), nullable=False),
        sa.CheckConstraint("buffer_m BETWEEN 0 AND 200", name=op.f("ck_rule_sets_buffer")),
        sa.CheckConstraint("quick_cap_g_m2 > 0 AND total_cap_g_m2 > 0", name=op.f("ck_rule_sets_caps")),
        sa.CheckConstraint("slow_share_min BETWEEN 0 AND 1", name=op.f("ck_rule_sets_slow_share")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_rule_sets")),
        sa.UniqueConstraint("name", name=op.f("uq_rule_sets_name")),
    )


def _create_blackouts() -> None:
    op.create_table(
        "blackouts",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("rule_set_id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("opens_month", sa.Integer(), nullable=False),
        sa.Column("opens_day", sa.Integer(), nullable=False),
        sa.Column("closes_month", sa.Integer(), nullable=False),
        sa.Column("closes_day", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(
            ["rule_set_id"], ["rule_sets.id"], name=op.f("fk_blackouts_rule_set_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_blackouts")),
    )
    with op.batch_alter_table("blackouts", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_blackouts_rule_set_id"), ["rule_set_id"], unique=False)


def _create_climate_months() -> None:
    op.create_table(
        "climate_months",
        sa.Column("climate_id", sa.Integer(), nullable=False),
        sa.Column("month", sa.Integer(), nullable=False),
        sa.Column("mean_c", sa.Double(), nullable=False),
        sa.Column("min_c", sa.Double(), nullable=False),
        sa.Column("max_c", sa.Double(), nullable=False),
        sa.Column("rain_mm", sa.Double(), nullable=False),
        sa.CheckConstraint("min_c <= mean_c AND mean_c <= max_c", name=op.f("ck_climate_months_rising")),
        sa.CheckConstraint("month BETWEEN 1 AND 12", name=op.f("ck_climate_months_month")),
        sa.CheckConstraint("rain_mm >= 0", name=op.f("ck_climate_months_rain")),
        sa.ForeignKeyConstraint(
            ["climate_id"], ["climates.id"], name=op.f("fk_climate_months_climate_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("climate_id", "month", name=op.f("pk_climate_months")),
    )


def _create_deliveries() -> None:
    op.create_table(
        "deliveries",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("mass_kg", sa.Double(), nullable=False),
        sa.Column("note", sa.String(), nullable=False),
        sa.CheckConstraint("mass_kg > 0", name=op.f("ck_deliveries_mass")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_deliveries_product_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_deliveries")),
    )
    with op.batch_alter_table("deliveries", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_deliveries_product_id"), ["product_id"], unique=False)


def _create_other_nutrients() -> None:
    op.create_table(
        "other_nutrients",
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("element", sa.String(), nullable=False),
        sa.Column("fraction", sa.Double(), nullable=False),
        sa.CheckConstraint(
            "element IN ('Ca','Mg','S','Fe','Mn','Zn','Cu','B','Mo')", name=op.f("ck_other_nutrients_element")
        ),
        sa.CheckConstraint("fraction > 0 AND fraction <= 1", name=op.f("ck_other_nutrients_fraction")),
        sa.ForeignKeyConstraint(
            ["product_id"], ["products.id"], name=op.f("fk_other_nutrients_product_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("product_id", "element", name=op.f("pk_other_nutrients")),
    )


def _create_packs() -> None:
    op.create_table(
        "packs",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("size_typed", sa.String(), nullable=False),
        sa.Column("mass_kg", sa.Double(), nullable=False),
        sa.Column("price", sa.Double(), nullable=False),
        sa.CheckConstraint("mass_kg > 0 AND price >= 0", name=op.f("ck_packs_pack")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_packs_product_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_packs")),
    )
    with op.batch_alter_table("packs", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_packs_product_id"), ["product_id"], unique=False)


def _create_properties() -> None:
    op.create_table(
        "properties",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("client_id", sa.Integer(), nullable=False),
        sa.Column("climate_id", sa.Integer(), nullable=False),
        sa.Column("rule_set_id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("units", sa.String(), nullable=False),
        sa.Column("plot_m2", sa.Double(), nullable=True),
        sa.Column("plot_typed", sa.String(), nullable=False),
        sa.Column("origin_longitude", sa.Double(), nullable=True),
        sa.Column("origin_latitude", sa.Double(), nullable=True),
        sa.Column("deleted_at", sa.DateTime(), nullable=True),
        sa.CheckConstraint("units IN ('metric', 'us')", name=op.f("ck_properties_units")),
        sa.CheckConstraint("plot_m2 IS NULL OR plot_m2 > 0", name=op.f("ck_properties_plot")),
        sa.ForeignKeyConstraint(["client_id"], ["clients.id"], name=op.f("fk_properties_client_id")),
        sa.ForeignKeyConstraint(["climate_id"], ["climates.id"], name=op.f("fk_properties_climate_id")),
        sa.ForeignKeyConstraint(["rule_set_id"], ["rule_sets.id"], name=op.f("fk_properties_rule_set_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_properties")),
    )
    with op.batch_alter_table("properties", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_properties_client_id"), ["client_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_properties_climate_id"), ["climate_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_properties_rule_set_id"), ["rule_set_id"], unique=False)


def _create_areas() -> None:
    op.create_table(
        "areas",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("property_id", sa.Integer(), nullable=False),
        sa.Column("parent_id", sa.Integer(), nullable=True),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("size_m2", sa.Double(), nullable=False),
        sa.Column("low_m2", sa.Double(), nullable=False),
        sa.Column("high_m2", sa.Double(), nullable=False),
        sa.Column("error_m2", sa.Double(), nullable=True),
        sa.Column("size_confirmed", sa.Boolean(), nullable=False),
        sa.Column("instrument", sa.String(), nullable=False),
        sa.Column("pace_m", sa.Double(), nullable=True),
        sa.Column("x_m", sa.Double(), nullable=True),
        sa.Column("y_m", sa.Double(), nullable=True),
        sa.Column("turn_deg", sa.Double(), nullable=False),
        sa.Column("grass", sa.String(), nullable=False),
        sa.Column("upkeep", sa.String(), nullable=False),
        sa.Column("clippings_returned", sa.Boolean(), nullable=False),
        sa.Column("irrigated", sa.Boolean(), nullable=False),
        sa.Column("no_soil_test", sa.Boolean(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("deleted_at", sa.DateTime(), nullable=True),
        sa.CheckConstraint("(kind = 'patch') = (parent_id IS NOT NULL)", name=op.f("ck_areas_parent")),
        sa.CheckConstraint("instrument IN ('', 'tape', 'wheel', 'paces', 'gps')", name=op.f("ck_areas_instrument")),
        sa.CheckConstraint("kind <> 'lawn' OR grass <> ''", name=op.f("ck_areas_grass")),
        sa.CheckConstraint(
            "kind IN ('lawn', 'patch', 'hedge', 'tree', 'bed', 'container')", name=op.f("ck_areas_kind")
        ),
        sa.CheckConstraint("upkeep IN ('low', 'middle', 'high')", name=op.f("ck_areas_upkeep")),
        sa.CheckConstraint("0 < low_m2 AND low_m2 <= size_m2 AND size_m2 <= high_m2", name=op.f("ck_areas_size")),
        sa.ForeignKeyConstraint(["parent_id"], ["areas.id"], name=op.f("fk_areas_parent_id")),
        sa.ForeignKeyConstraint(["property_id"], ["properties.id"], name=op.f("fk_areas_property_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_areas")),
    )
    with op.batch_alter_table("areas", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_areas_parent_id"), ["parent_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_areas_property_id"), ["property_id"], unique=False)


def _create_contexts() -> None:
    op.create_table(
        "contexts",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("property_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("deleted_at", sa.DateTime(), nullable=True),
        sa.Column("method", sa.String(), nullable=False),
        sa.Column("side_1", sa.String(), nullable=False),
        sa.Column("side_2", sa.String(), nullable=False),
        sa.Column("side_3", sa.String(), nullable=False),
        sa.Column("rows", sa.String(), nullable=False),
        sa.Column("x_m", sa.Double(), nullable=True),
        sa.Column("y_m", sa.Double(), nullable=True),
        sa.Column("turn_deg", sa.Double(), nullable=False),
        sa.CheckConstraint("kind IN ('building', 'paving', 'water', 'boundary')", name=op.f("ck_contexts_kind")),
        sa.ForeignKeyConstraint(["property_id"], ["properties.id"], name=op.f("fk_contexts_property_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_contexts")),
    )
    with op.batch_alter_table("contexts", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_contexts_property_id"), ["property_id"], unique=False)


def _create_facts() -> None:
    op.create_table(
        "facts",
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("text", sa.String(), nullable=False),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_facts_area_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("area_id", "name", name=op.f("pk_facts")),
    )


def _create_programmes() -> None:
    op.create_table(
        "programmes",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("season_start", sa.Date(), nullable=False),
        sa.Column("planned_on", sa.Date(), nullable=False),
        sa.Column("need_g_m2", sa.Double(), nullable=False),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_programmes_area_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_programmes")),
    )
    with op.batch_alter_table("programmes", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_programmes_area_id"), ["area_id"], unique=False)


def _create_shapes() -> None:
    op.create_table(
        "shapes",
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("role", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("method", sa.String(), nullable=False),
        sa.Column("side_1", sa.String(), nullable=False),
        sa.Column("side_2", sa.String(), nullable=False),
        sa.Column("side_3", sa.String(), nullable=False),
        sa.Column("rows", sa.String(), nullable=False),
        sa.Column("x_m", sa.Double(), nullable=True),
        sa.Column("y_m", sa.Double(), nullable=True),
        sa.Column("turn_deg", sa.Double(), nullable=False),
        sa.CheckConstraint("role IN ('outline', 'part', 'cut_out')", name=op.f("ck_shapes_role")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_shapes_area_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("area_id", "position", name=op.f("pk_shapes")),
    )


def _create_soil_tests() -> None:
    op.create_table(
        "soil_tests",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("taken_on", sa.Date(), nullable=False),
        sa.Column("ph", sa.Double(), nullable=False),
        sa.Column("phosphorus_mg_kg", sa.Double(), nullable=False),
        sa.Column("potassium_mg_kg", sa.Double(), nullable=False),
        sa.Column("unit_typed", sa.String(), nullable=False),
        sa.Column("extractant", sa.String(), nullable=False),
        sa.Column("organic_matter", sa.Double(), nullable=True),
        sa.CheckConstraint("ph BETWEEN 3 AND 10", name=op.f("ck_soil_tests_ph")),
        sa.CheckConstraint("phosphorus_mg_kg >= 0 AND potassium_mg_kg >= 0", name=op.f("ck_soil_tests_nutrients")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_soil_tests_area_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_soil_tests")),
    )
    with op.batch_alter_table("soil_tests", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_soil_tests_area_id"), ["area_id"], unique=False)


def _create_taken() -> None:
    op.create_table(
        "taken",
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("size_m2", sa.Double(), nullable=False),
        sa.CheckConstraint("size_m2 > 0", name=op.f("ck_taken_size")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_taken_area_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("area_id", "position", name=op.f("pk_taken")),
    )


def _create_walks() -> None:
    op.create_table(
        "walks",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("who", sa.String(), nullable=False),
        sa.Column("colour", sa.Integer(), nullable=True),
        sa.Column("bare", sa.Double(), nullable=True),
        sa.Column("thatch_mm", sa.Double(), nullable=True),
        sa.Column("probe_mm", sa.Double(), nullable=True),
        sa.Column("dry_spots", sa.String(), nullable=False),
        sa.Column("mulch_mm", sa.Double(), nullable=True),
        sa.Column("weeds", sa.String(), nullable=False),
        sa.Column("root_mm", sa.Double(), nullable=True),
        sa.Column("spot", sa.String(), nullable=False),
        sa.Column("ph", sa.Double(), nullable=True),
        sa.Column("note", sa.String(), nullable=False),
        sa.Column("form_key", sa.String(), nullable=False),
        sa.CheckConstraint("bare BETWEEN 0 AND 1", name=op.f("ck_walks_bare")),
        sa.CheckConstraint("colour BETWEEN 1 AND 5", name=op.f("ck_walks_colour")),
        sa.CheckConstraint("ph BETWEEN 3 AND 10", name=op.f("ck_walks_ph")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_walks_area_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_walks")),
        sa.UniqueConstraint("form_key", name=op.f("uq_walks_form_key")),
    )
    with op.batch_alter_table("walks", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_walks_area_id"), ["area_id"], unique=False)


def _create_photos() -> None:
    op.create_table(
        "photos",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("walk_id", sa.Integer(), nullable=False),
        sa.Column("file_name", sa.String(), nullable=False),
        sa.Column("spot", sa.String(), nullable=False),
        sa.ForeignKeyConstraint(["walk_id"], ["walks.id"], name=op.f("fk_photos_walk_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_photos")),
        sa.UniqueConstraint("file_name", name=op.f("uq_photos_file_name")),
    )
    with op.batch_alter_table("photos", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_photos_walk_id"), ["walk_id"], unique=False)


def _create_programme_notes() -> None:
    op.create_table(
        "programme_notes",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("programme_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("sentence", sa.String(), nullable=False),
        sa.CheckConstraint("kind IN ('assumption', 'obstacle')", name=op.f("ck_programme_notes_kind")),
        sa.ForeignKeyConstraint(
            ["programme_id"], ["programmes.id"], name=op.f("fk_programme_notes_programme_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_programme_notes")),
    )
    with op.batch_alter_table("programme_notes", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_programme_notes_programme_id"), ["programme_id"], unique=False)


def _create_rounds() -> None:
    op.create_table(
        "rounds",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("programme_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("on_day", sa.Date(), nullable=False),
        sa.Column("opens", sa.Date(), nullable=False),
        sa.Column("closes", sa.Date(), nullable=False),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("rate_g_m2", sa.Double(), nullable=False),
        sa.Column("target_g_m2", sa.Double(), nullable=False),
        sa.Column("share", sa.Double(), nullable=False),
        sa.Column("yearly_g_m2", sa.Double(), nullable=False),
        sa.Column("reason", sa.String(), nullable=False),
        sa.Column("change_reason", sa.String(), nullable=False),
        sa.Column("skipped", sa.Boolean(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.CheckConstraint("opens <= closes", name=op.f("ck_rounds_window")),
        sa.CheckConstraint("rate_g_m2 > 0", name=op.f("ck_rounds_rate")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_rounds_product_id")),
        sa.ForeignKeyConstraint(["programme_id"], ["programmes.id"], name=op.f("fk_rounds_programme_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_rounds")),
        sa.UniqueConstraint("programme_id", "number", name=op.f("uq_rounds_programme_id_number")),
    )
    with op.batch_alter_table("rounds", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_rounds_product_id"), ["product_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_rounds_programme_id"), ["programme_id"], unique=False)


def _create_entries() -> None:
    op.create_table(
        "entries",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("area_id", sa.Integer(), nullable=False),
        sa.Column("round_id", sa.Integer(), nullable=True),
        sa.Column("product_id", sa.Integer(), nullable=False),
        sa.Column("corrects_id", sa.Integer(), nullable=True),
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
            "amount_kg > 0 OR (amount_kg = 0 AND corrects_id IS NOT NULL)", name=op.f("ck_entries_amount")
        ),
        sa.CheckConstraint("covered_m2 > 0", name=op.f("ck_entries_covered")),
        sa.ForeignKeyConstraint(["area_id"], ["areas.id"], name=op.f("fk_entries_area_id")),
        sa.ForeignKeyConstraint(["corrects_id"], ["entries.id"], name=op.f("fk_entries_corrects_id")),
        sa.ForeignKeyConstraint(["product_id"], ["products.id"], name=op.f("fk_entries_product_id")),
        sa.ForeignKeyConstraint(["round_id"], ["rounds.id"], name=op.f("fk_entries_round_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_entries")),
        sa.UniqueConstraint("corrects_id", name=op.f("uq_entries_corrects_id")),
        sa.UniqueConstraint("form_key", name=op.f("uq_entries_form_key")),
    )
    with op.batch_alter_table("entries", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_entries_area_id"), ["area_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_entries_product_id"), ["product_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_entries_round_id"), ["round_id"], unique=False)


def _drop_entries() -> None:
    with op.batch_alter_table("entries", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_entries_round_id"))
        batch_op.drop_index(batch_op.f("ix_entries_product_id"))
        batch_op.drop_index(batch_op.f("ix_entries_area_id"))
    op.drop_table("entries")


def _drop_rounds() -> None:
    with op.batch_alter_table("rounds", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_rounds_programme_id"))
        batch_op.drop_index(batch_op.f("ix_rounds_product_id"))
    op.drop_table("rounds")


def _drop_programme_notes() -> None:
    with op.batch_alter_table("programme_notes", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_programme_notes_programme_id"))
    op.drop_table("programme_notes")


def _drop_photos() -> None:
    with op.batch_alter_table("photos", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_photos_walk_id"))
    op.drop_table("photos")


def _drop_walks() -> None:
    with op.batch_alter_table("walks", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_walks_area_id"))
    op.drop_table("walks")


def _drop_taken() -> None:
    op.drop_table("taken")


def _drop_soil_tests() -> None:
    with op.batch_alter_table("soil_tests", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_soil_tests_area_id"))
    op.drop_table("soil_tests")


def _drop_shapes() -> None:
    op.drop_table("shapes")


def _drop_programmes() -> None:
    with op.batch_alter_table("programmes", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_programmes_area_id"))
    op.drop_table("programmes")


def _drop_facts() -> None:
    op.drop_table("facts")


def _drop_contexts() -> None:
    with op.batch_alter_table("contexts", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_contexts_property_id"))
    op.drop_table("contexts")


def _drop_areas() -> None:
    with op.batch_alter_table("areas", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_areas_property_id"))
        batch_op.drop_index(batch_op.f("ix_areas_parent_id"))
    op.drop_table("areas")


def _drop_properties() -> None:
    with op.batch_alter_table("properties", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_properties_rule_set_id"))
        batch_op.drop_index(batch_op.f("ix_properties_climate_id"))
        batch_op.drop_index(batch_op.f("ix_properties_client_id"))
    op.drop_table("properties")


def _drop_packs() -> None:
    with op.batch_alter_table("packs", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_packs_product_id"))
    op.drop_table("packs")


def _drop_other_nutrients() -> None:
    op.drop_table("other_nutrients")


def _drop_deliveries() -> None:
    with op.batch_alter_table("deliveries", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_deliveries_product_id"))
    op.drop_table("deliveries")


def _drop_climate_months() -> None:
    op.drop_table("climate_months")


def _drop_blackouts() -> None:
    with op.batch_alter_table("blackouts", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_blackouts_rule_set_id"))
    op.drop_table("blackouts")


def _drop_rule_sets() -> None:
    op.drop_table("rule_sets")


def _drop_products() -> None:
    op.drop_table("products")


def _drop_plant_edits() -> None:
    op.drop_table("plant_edits")


def _drop_pacers() -> None:
    op.drop_table("pacers")


def _drop_climates() -> None:
    op.drop_table("climates")


def _drop_clients() -> None:
    op.drop_table("clients")
