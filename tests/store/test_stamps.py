"""Stamps: every change of what a book rests on draws new ones, by whomever; what is kept is what would be computed."""

from __future__ import annotations

import random
import sqlite3
from collections.abc import Collection, Iterator
from contextlib import closing
from datetime import date

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from amber_acre.core.by_content import forget
from amber_acre.settings import Settings
from amber_acre.store.areas import all_lawns, areas_in_use
from amber_acre.store.gardens import garden_lanes
from amber_acre.store.in_use import everything_in_use
from amber_acre.store.kept_parts import of_areas
from amber_acre.store.observed import hold_limits, set_hold_limit
from amber_acre.store.programmes import Lane, jobs_in_use, judged_jobs, lanes_as_shown
from amber_acre.store.session import migrate, open_engine, reading, writing
from amber_acre.store.shelf import shelf
from amber_acre.store.stamps import (
    AREA,
    LOG,
    PARTS,
    PLAN,
    SEEN,
    SOIL,
    STAMPED,
    UNSTAMPED,
    put_on,
    stamps_of,
    take_off,
    triggers,
)
from amber_acre.store.stock import add_delivery, stock_kg
from amber_acre.store.tables import AreaRow, Base, PropertyRow
from amber_acre.store.written import lines_of, years_written

DAY = date(2026, 5, 27)


@pytest.fixture
def engine(demo_settings_copy: Settings) -> Iterator[Engine]:
    made = open_engine(demo_settings_copy.database)
    yield made
    made.dispose()


def moved(engine: Engine, statement: str) -> tuple[set[int], set[int]]:
    """Areas whose stamps a statement of another program moved, and all areas."""
    with reading(engine) as session:
        before = stamps_of(session)
    with closing(sqlite3.connect(engine.url.database or "")) as other:
        other.execute(statement)
        other.commit()
    with reading(engine) as session:
        after = stamps_of(session)
    return {key for key in before if before[key] != after.get(key)}, set(before)


def family(engine: Engine, area: int) -> set[int]:
    with reading(engine) as session:
        row = session.get_one(AreaRow, area)
        head = row.parent_id or row.id
        return {one.id for one in row.property.areas if head in (one.id, one.parent_id)}


def test_every_table_is_stamped_or_said_not_to_count() -> None:
    assert set(STAMPED) | UNSTAMPED == set(Base.metadata.tables)
    assert not set(STAMPED) & UNSTAMPED
    assert len(triggers()) == 3 * len(STAMPED)


@pytest.mark.parametrize("table", ["areas", "facts", "jobs", "programmes", "soil_tests", "shapes", "corrections"])
def test_a_change_in_one_area_moves_its_family_alone(engine: Engine, table: str) -> None:
    column = "id" if table == "areas" else "area_id"
    with reading(engine) as session:
        area = session.execute(text(f"SELECT {column} FROM {table} ORDER BY 1 LIMIT 1")).scalar_one()
    assert moved(engine, f"UPDATE {table} SET {column} = {column} WHERE {column} = {area}")[0] == family(engine, area)


@pytest.mark.parametrize(
    ("change", "part"),
    [
        ("UPDATE areas SET name = name || ' aside' WHERE id = {0}", AREA),
        ("UPDATE facts SET text = text WHERE area_id = {0}", AREA),
        ("UPDATE soil_tests SET note = note WHERE area_id = {0}", SOIL),
        ("UPDATE soil_values SET value = value WHERE test_id IN (SELECT id FROM soil_tests WHERE area_id = {0})", SOIL),
        ("UPDATE jobs SET pinned = pinned WHERE area_id = {0}", PLAN),
        ("DELETE FROM programme_notes WHERE programme_id IN (SELECT id FROM programmes WHERE area_id = {0})", PLAN),
        ("INSERT INTO walks (area_id, on_day, who, dry_spots, weeds, spot, note, form_key)"
         " VALUES ({0}, '2026-05-20', 'Aster', '', '', '', '', 'k' || random())", SEEN),
    ],
)  # fmt: skip
def test_a_change_draws_the_stamp_of_its_part_alone(engine: Engine, change: str, part: str) -> None:
    with reading(engine) as session:
        area = session.execute(text("SELECT min(area_id) FROM soil_tests")).scalar_one()
        before = {one: stamps_of(session).parts(area, [one]) for one in PARTS}
    moved(engine, change.format(area))
    with reading(engine) as session:
        after = {one: stamps_of(session).parts(area, [one]) for one in PARTS}
    assert {one for one in PARTS if before[one] != after[one]} == {part}


def test_an_area_made_anew_has_every_stamp_and_another_kind_draws_all(engine: Engine) -> None:
    with reading(engine) as session:
        before = stamps_of(session).parts(1, PARTS)
    moved(engine, "UPDATE areas SET kind = 'bed' WHERE id = 1")
    with reading(engine) as session:
        after = stamps_of(session).parts(1, PARTS)
    assert before is not None
    assert after is not None
    assert all(one != other for one, other in zip(before[2:], after[2:], strict=True))
    with reading(engine) as session:
        known = [row[1] for row in session.execute(text("PRAGMA table_info(areas)")) if row[1] != "id"]
    moved(engine, f"INSERT INTO areas ({', '.join(known)}) SELECT {', '.join(known)} FROM areas WHERE id = 2")
    with reading(engine) as session:
        newest = session.execute(text("SELECT max(id) FROM areas")).scalar_one()
        assert len(set(stamps_of(session).parts(newest, PARTS) or ())) == 2 + len(PARTS)


def test_what_lies_on_an_area_is_loaded_once_for_as_long_as_its_part_stands(engine: Engine) -> None:
    loaded: list[list[int]] = []

    @of_areas(LOG)
    def asked(_session: Session, keys: Collection[int]) -> dict[int, str]:
        loaded.append(sorted(keys))
        return {key: f"log of {key}" for key in keys}

    with reading(engine) as session:
        assert asked(session, [1, 2]) == {1: "log of 1", 2: "log of 2"}
        assert asked(session, [2, 3]) == {2: "log of 2", 3: "log of 3"}
        assert loaded == [[1, 2], [3]]
    moved(engine, "UPDATE areas SET name = name WHERE id = 1")
    with reading(engine) as session:
        assert set(asked(session, [1, 2, 3])) == {1, 2, 3}
        assert len(loaded) == 2  # another part of the area changed
    moved(engine, "UPDATE entries SET id = id WHERE area_id = 1 AND 0")
    moved(engine, "INSERT OR REPLACE INTO stamps (scope, key, at) VALUES ('log', 1, random())")
    with reading(engine) as session:
        asked(session, [1, 2, 3])
        assert loaded[2:] == [[1]]
    moved(engine, "UPDATE products SET name = name WHERE id = 1")
    with reading(engine) as session:
        asked(session, [1, 2, 3])
        assert loaded[3:] == [[1, 2, 3]]  # what the firm has touches all


@pytest.mark.parametrize(
    ("table", "through"),
    [("soil_values", "soil_tests"), ("soil_advice", "soil_tests"), ("programme_notes", "programmes")],
)
def test_rows_of_rows_move_the_area_they_belong_to(engine: Engine, table: str, through: str) -> None:
    key = {"soil_tests": "test_id", "programmes": "programme_id"}[through]
    with reading(engine) as session:
        row, area = session.execute(
            text(f"SELECT t.{key}, b.area_id FROM {table} t JOIN {through} b ON b.id = t.{key} LIMIT 1")
        ).one()
    assert moved(engine, f"DELETE FROM {table} WHERE {key} = {row}")[0] == family(engine, area)


@pytest.mark.parametrize("table", ["products", "packs", "climate_months", "rule_sets", "blackouts", "pack_prices"])
def test_what_all_areas_rest_on_moves_all(engine: Engine, table: str) -> None:
    found, every = moved(engine, f"UPDATE {table} SET rowid = rowid WHERE rowid = (SELECT min(rowid) FROM {table})")
    assert found == every


def test_a_property_moves_its_own_areas_and_an_observation_what_it_is_over(engine: Engine) -> None:
    with reading(engine) as session:
        place = session.query(PropertyRow).order_by(PropertyRow.id).first()
        assert place is not None
        key, mine, climate = place.id, {row.id for row in place.areas}, place.climate_id
    assert moved(engine, f"UPDATE properties SET name = name WHERE id = {key}")[0] == mine
    with reading(engine) as session:
        known = [row[1] for row in session.execute(text("PRAGMA table_info(observations)"))]
    names = [name for name in known if name not in ("id", "property_id", "climate_id", "area_id", "corrects_id")]
    for over, value, expected in (("property_id", key, mine), ("climate_id", climate, None)):
        seen = (
            f"INSERT INTO observations ({over}, {', '.join(names)})"
            f" SELECT {value}, {', '.join(names)} FROM observations LIMIT 1"
        )
        found, every = moved(engine, seen)
        assert found == (expected if expected is not None else every)


def test_what_no_book_rests_on_moves_nothing(engine: Engine) -> None:
    for table in ("deliveries", "clients", "contexts", "machines"):
        assert moved(engine, f"UPDATE {table} SET rowid = rowid")[0] == set()


@pytest.mark.parametrize(
    ("table", "scopes"),
    [
        ("deliveries", {"stock"}),
        ("stock_counts", {"stock"}),
        ("forecast_days", {"sky"}),
        ("hold_limits", {"sky"}),
        ("observations", {"sky"}),
        ("clients", set()),
        ("facts", set()),
    ],
)
def test_sky_and_stock_have_a_stamp_each(engine: Engine, table: str, scopes: set[str]) -> None:
    def drawn() -> dict[str, int]:
        with reading(engine) as session:
            rows = session.execute(text("SELECT scope, at FROM stamps WHERE key = 0 AND scope IN ('sky', 'stock')"))
            return {str(row.scope): int(row.at) for row in rows}

    before = drawn()
    with writing(engine) as session:
        if not session.execute(text(f"SELECT count(*) FROM {table}")).scalar_one():
            new = {
                "hold_limits": "('wind_m_s', 3.0, '3', 'sheltered', '2026-01-01')",
                "stock_counts": "(1, 1, '2026-01-01', 4.0, '4 kg', 'Aster')",
            }[table]
            session.execute(text(f"INSERT INTO {table} VALUES {new}"))
        elif table in ("forecast_days", "observations"):  # never changed: a new row takes the place of an old one
            names = ", ".join(row[1] for row in session.execute(text(f"PRAGMA table_info({table})")) if row[1] != "id")
            session.execute(text(f"INSERT INTO {table} ({names}) SELECT {names} FROM {table} LIMIT 1"))
        else:
            session.execute(text(f"UPDATE {table} SET rowid = rowid WHERE rowid = (SELECT min(rowid) FROM {table})"))
        session.commit()
    after = drawn()
    assert set(before) == {"sky", "stock"}
    assert {scope for scope in before if before[scope] != after[scope]} == scopes


def test_kept_sky_limits_and_stock_follow_every_change(engine: Engine) -> None:
    with writing(engine) as session:
        product = session.execute(text("SELECT product_id FROM deliveries LIMIT 1")).scalar_one()
        held, usual = stock_kg(session)[product], hold_limits(session).wind_m_s
        add_delivery(session, product, DAY, 7.5, "")
        assert stock_kg(session)[product] == pytest.approx(held + 7.5)
        set_hold_limit(session, "wind_m_s", usual / 2, "less", "sheltered", DAY)
        session.flush()
        assert hold_limits(session).wind_m_s == pytest.approx(usual / 2)
        session.rollback()
    with reading(engine) as session:
        assert stock_kg(session)[product] == pytest.approx(held)
        assert hold_limits(session).wind_m_s == usual


def test_a_stamp_is_never_drawn_twice(engine: Engine) -> None:
    """Two changes after the same state do not meet: what was rolled back is never taken for what came later."""
    drawn = []
    for _ in range(3):
        with writing(engine) as session:
            session.execute(text("UPDATE areas SET name = 'Elsewhere' WHERE id = 1"))
            drawn.append(stamps_of(session)[1])
            session.rollback()
    with reading(engine) as session:
        drawn.append(stamps_of(session)[1])
    assert len(set(drawn)) == 4


# Changes of every sort, as another program might make them; {} a number drawn anew.
CHANGES = (
    "INSERT INTO walks (area_id, on_day, who, colour, mulch_mm, ph, dry_spots, weeds, spot, note, form_key) SELECT"
    " id, '2026-05-2{0}', 'Aster', 3, 1{0}, 5.{0}, '', '', 'by the gate', '', 'k' || random() FROM areas"
    " WHERE id % 5 = {0}",
    "INSERT INTO entries (form_key, area_id, product_id, struck, went_past, applied_on, amount_kg, amount_typed,"
    " covered_m2, covered_typed, who, licence, weather, note, reason, recorded_at) SELECT 'k' || random(), area_id,"
    " product_id, 0, '', '2026-05-1{0}', amount_kg, amount_typed, covered_m2, covered_typed, who, '', '', '', '',"
    " recorded_at FROM entries WHERE product_id IS NOT NULL ORDER BY id LIMIT 1 OFFSET {0}",
    "INSERT INTO observations (property_id, on_day, who, kind, typed, word, struck, recorded_at)"
    " SELECT {0}, '2026-04-0{0}', 'Aster', 'growth', 'growing', 'growing', 0, '2026-04-05 10:00:00'",
    "UPDATE probe_readings SET ph = ph + 0.{0}",
    "UPDATE soil_tests SET taken_on = date(taken_on, '-{0} days')",
    "UPDATE facts SET text = 'clay' WHERE name = 'texture' AND area_id % 5 = {0}",
    "UPDATE programmes SET need_g_m2 = need_g_m2 + {0} WHERE id = (SELECT max(id) FROM programmes)",
    "DELETE FROM programmes WHERE id = (SELECT max(id) FROM programmes)"
    " AND NOT EXISTS (SELECT 1 FROM jobs WHERE programme_id = programmes.id)",
    "UPDATE corrections SET ended_at = '2026-05-0{0}' WHERE id = (SELECT min(id) FROM corrections)",
    "UPDATE areas SET size_m2 = size_m2 * 1.0{0}, low_m2 = low_m2 * 1.0{0}, high_m2 = high_m2 * 1.0{0}"
    " WHERE id = (SELECT id FROM areas WHERE kind = 'lawn' ORDER BY id LIMIT 1 OFFSET {0})",
    "UPDATE areas SET deleted_at = '2026-05-01' WHERE id = (SELECT id FROM areas ORDER BY id LIMIT 1 OFFSET 2{0})",
    "UPDATE jobs SET on_day = date(on_day, '+{0} days'), opens = date(opens, '-9 days'),"
    " closes = date(closes, '+9 days') WHERE id = (SELECT id FROM jobs ORDER BY id LIMIT 1 OFFSET {0})",
    "UPDATE jobs SET skipped = 1 WHERE id = (SELECT id FROM jobs ORDER BY id LIMIT 1 OFFSET 1{0})",
    "UPDATE products SET label_max_g_m2 = label_max_g_m2 * 0.9{0} WHERE label_max_g_m2 * 0.9 > label_min_g_m2",
    "UPDATE rule_sets SET yearly_cap_g_m2 = 1{0} WHERE yearly_cap_g_m2 IS NOT NULL",
    "UPDATE climate_months SET mean_c = mean_c + 0.{0}, min_c = min_c + 0.{0}, max_c = max_c + 0.{0}",
    "UPDATE soil_values SET value = value * 1.{0} WHERE test_id = (SELECT min(id) FROM soil_tests)",
    "DELETE FROM facts WHERE rowid = (SELECT rowid FROM facts ORDER BY rowid LIMIT 1 OFFSET {0})",
    "INSERT INTO softened_rules (key, why, since) SELECT 'nitrogen-together', 'tried', '2026-05-01'"
    " WHERE NOT EXISTS (SELECT 1 FROM softened_rules WHERE key = 'nitrogen-together')",
    "UPDATE areas SET name = name || ' {0}' WHERE id IN (SELECT area_id FROM entries)",
    "UPDATE jobs SET name = name || ' {0}', dose = dose * 1.{0} WHERE id IN (SELECT job_id FROM entries)",
    "UPDATE properties SET name = name || ' {0}', units = CASE units WHEN 'us' THEN 'metric' ELSE 'us' END",
    "UPDATE products SET name = name || ' {0}'",
)


def as_it_reads(one: Lane) -> tuple[object, ...]:
    return one.area.id, repr(one.year), one.year.rounds, one.year.jobs, one.year.remarks, one.programme


def test_kept_is_always_what_would_be_computed(engine: Engine) -> None:
    draw = random.Random(7)
    order = [draw.choice(CHANGES) for _ in range(6)] + list(CHANGES)
    for n, change in enumerate(order):
        moved(engine, change.format(draw.randint(1, 5)))
        with reading(engine) as session:
            kept = jobs_in_use(session, DAY)
            shown = lanes_as_shown(session, all_lawns(session)[:6], DAY) if n % 4 == 0 else []
            gardens = garden_lanes(session, areas_in_use(session), DAY) if n % 4 == 1 else []
            written = [(year, lines_of(session, year)) for year in years_written(session)]
        forget()
        with reading(engine) as session:
            fresh = judged_jobs(session, areas_in_use(session), DAY)
            again = lanes_as_shown(session, all_lawns(session)[:6], DAY) if n % 4 == 0 else []
            regrown = garden_lanes(session, areas_in_use(session), DAY) if n % 4 == 1 else []
            assert written == [(year, lines_of(session, year)) for year in years_written(session)], change
        assert [(area.id, one) for area, one in kept] == [(area.id, one) for area, one in fresh], change
        assert [(one.area.id, one.programme, repr(one.season)) for one in gardens] == [
            (one.area.id, one.programme, repr(one.season)) for one in regrown
        ], change
        assert [as_it_reads(one) for one in shown] == [as_it_reads(one) for one in again], change


def test_lists_name_what_the_rows_do(engine: Engine) -> None:
    with reading(engine) as session:
        named = everything_in_use(session)
        rows = areas_in_use(session)
        assert [(one.id, one.name, one.kind, one.size_m2, one.property.id, one.property.client) for one in named] == [
            (row.id, row.name, row.kind, row.size_m2, row.property_id, row.property.client.name) for row in rows
        ]
        assert len({one.property.climate.name for one in named}) == len({row.property.climate.name for row in rows})


def test_a_shelf_read_before_a_change_is_read_again_after(engine: Engine) -> None:
    with reading(engine) as session:
        before = {one.name for one in shelf(session)}
    with writing(engine) as session:
        session.execute(text("UPDATE products SET deleted_at = '2026-05-01' WHERE id = 1"))
        assert len(shelf(session)) == len(before) - 1
        session.rollback()
    with reading(engine) as session:
        assert {one.name for one in shelf(session)} == before


def test_without_stamps_nothing_is_kept_and_a_start_puts_them_back(engine: Engine) -> None:
    with engine.connect() as connection:
        take_off(connection)
        connection.execute(text("DELETE FROM stamps"))
        connection.commit()
    with reading(engine) as session:
        assert stamps_of(session) == {}
        bare = jobs_in_use(session, DAY)
    migrate(engine)
    with reading(engine) as session:
        assert len(stamps_of(session)) == session.execute(text("SELECT count(*) FROM areas")).scalar_one()
        assert jobs_in_use(session, DAY) == bare
        before = stamps_of(session)
    with engine.connect() as connection:
        put_on(connection)  # a second time changes nothing
    with reading(engine) as session:
        assert stamps_of(session) == before
