"""Builds the demo database from the invented world, through the same core and store a person uses."""

from __future__ import annotations

import os
from dataclasses import replace
from datetime import UTC, datetime
from importlib.resources import files
from pathlib import Path

from sqlalchemy.orm import Session

from amber_acre.core import typed
from amber_acre.core.rules import swap
from amber_acre.core.season.climate import Climate, MonthDay, season_start
from amber_acre.demo import world
from amber_acre.demo.by_hand import by_hand
from amber_acre.demo.caring import care_for
from amber_acre.demo.digging import answer, dig
from amber_acre.demo.gardens import GARDENS, PACERS
from amber_acre.demo.laying_out import lay_out, measured
from amber_acre.demo.machines import bring_machines
from amber_acre.demo.seeing import see
from amber_acre.demo.shapes import DemoShape
from amber_acre.demo.stocking import stock_the_shelf
from amber_acre.exchange.climate_csv import read_climate
from amber_acre.settings import Settings
from amber_acre.store import areas, clients, climates, daybook, jobs, programmes, rules, site, soil_tests
from amber_acre.store.session import migrate, open_engine, writing
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.store.upkeep import THE_DEMO, Unusable, aside, hold, made_by_the_demo, mark, seal, written_since


def demo_settings(settings: Settings) -> Settings:
    """The settings of the demo: its own database, firm and pinned day."""
    chosen = (
        settings.database if settings.database != Settings.model_fields["database"].default else Path("var/demo.sqlite")
    )
    return settings.model_copy(
        update={
            "database": chosen,
            "firm": world.FIRM,
            "today": settings.today or world.TODAY,
            "simulated_weather": True,
            "simulated_devices": True,
            "demo": True,
        }
    )


def build_demo(settings: Settings) -> Path | None:
    """Makes the demo database anew and gives where an earlier one was put aside, if anybody had written into it.

    Refuses a file that the demo did not make, and a demo that is being served (Unusable).
    """
    if settings.database.exists() and not made_by_the_demo(settings.database):
        raise Unusable(
            f"{settings.database} was not made by the demo: it is left as it is. Take AMBER_ACRE_DATABASE away, or name"
            " a new file in it, for the demo.",
            field="database",
        )
    held = hold(settings.database, alone=True)
    try:
        return _build(settings)
    finally:
        os.close(held)


def _build(settings: Settings) -> Path | None:
    """Builds it while nobody else has it."""
    kept = aside(settings.database) if settings.database.exists() and written_since(settings.database) else None
    for suffix in ("", "-wal", "-shm"):
        Path(f"{settings.database}{suffix}").unlink(missing_ok=True)
    engine = open_engine(settings.database)
    migrate(engine)
    with writing(engine) as session:
        for climate in (
            _climate("ostrey_vale.csv", "Ostrey Vale", 45.2, MonthDay(5, 1), MonthDay(10, 10), 410.0),
            _climate("marram_reach.csv", "Marram Reach", -37.4, None, None, 12.0),
        ):
            climates.save_climate(session, climate, depot=True)
        rules.save_rule_set(session, world.OUSELET, world.OUSELET_NOTE)
        rules.save_rule_set(session, world.NO_RULE)
        rules.save_rule_set(session, world.BAY)
        stock_the_shelf(session)
        bring_machines(session)
        session.flush()
        for name, paces, distance in PACERS:
            site.save_pacer(session, name, paces, distance, typed.length(distance).value)
        places = {place.name: _property(session, place) for place in world.PROPERTIES}
        lawns = [(lay_lawn(session, places[p.name], lawn), lawn) for p in world.PROPERTIES for lawn in p.lawns]
        lawns += [(lay_lawn(session, places[name], lawn), lawn) for name, lawn in world.LATE_LAWNS]
        for name, garden in GARDENS.items():
            lay_out(session, places[name], garden)
        keys = {name: place.id for name, place in places.items()}
        dig(session, keys)
        session.expire_all()
        see(session)
        for row, lawn in lawns:
            _plan_and_log(session, row, lawn)
        session.expire_all()
        answer(session, keys)
        by_hand(session)
        session.expire_all()
        for place in places.values():
            care_for(session, place)
        session.commit()
    engine.dispose()
    mark(settings.database, THE_DEMO)
    seal(settings.database)
    return kept


def _climate(
    file: str, name: str, latitude: float, last: MonthDay | None, first: MonthDay | None, elevation_m: float
) -> Climate:
    text = files("amber_acre.demo").joinpath(file).read_text(encoding="utf-8")
    return replace(read_climate(text, name, latitude, last, first), elevation_m=elevation_m, region="humid")


def _property(session: Session, place: world.DemoProperty) -> PropertyRow:
    climate = climates.climate_named(session, place.climate)
    rule_set = rules.rule_set_named(session, place.rules)
    if climate is None or rule_set is None:
        raise LookupError(f"{place.name} names a climate or rule set the demo does not have")
    return clients.save_property(
        session,
        client_id=clients.client_named(session, place.client).id,
        name=place.name,
        climate_id=climate.id,
        rule_set_id=rule_set.id,
        units=place.units,
        plot_m2=typed.area(place.plot).value if place.plot else None,
        plot_typed=place.plot,
    )


def lay_lawn(session: Session, place: PropertyRow, lawn: world.DemoLawn) -> AreaRow:
    """Writes a lawn as measured, with its soil test where it has one."""
    cuts = [DemoShape(cut[1], cut[2], at=cut[3] if len(cut) == 4 else None, name=cut[0]) for cut in lawn.cut_outs]
    outline = DemoShape(lawn.outline, lawn.sides, lawn.rows)
    draft = measured(session, "lawn", lawn.name, outline, cuts, {}, lawn.instrument)
    draft = replace(
        draft,
        grass=lawn.grass,
        upkeep=lawn.upkeep,
        clippings_returned=lawn.clippings_returned,
        irrigated=lawn.irrigated,
        no_soil_test=lawn.test is None,
    )
    row = areas.save_area(session, place.id, draft)
    if lawn.test is not None:
        soil_tests.save_soil_test(session, row.id, lawn.test)
    session.expire_all()
    return row


def _plan_and_log(session: Session, row: AreaRow, lawn: world.DemoLawn) -> None:
    start = season_start(climates.climate_of(row.property.climate), world.TODAY)
    known = lawn.log or lawn.moved or lawn.name not in {late.name for _, late in world.LATE_LAWNS}
    rounds = {r.number: r for r in programmes.plan_area(session, row, start if known else world.TODAY).rounds}
    if lawn.moved is not None:
        moved = rounds[lawn.moved[0]]
        there = swap.moved(jobs.job_of(moved), lawn.moved[1])
        noon = datetime(world.TODAY.year, world.TODAY.month, world.TODAY.day, 12, tzinfo=UTC)
        jobs.change_job(session, moved, there, moved.version, lawn.moved[2], noon)
    for number, day, share, who, reason in lawn.log:
        done = rounds[number]
        amount = done.dose * row.size_m2 / 1000 * share
        daybook.write_entry(
            session,
            form_key=f"demo-{row.id}-{number}",
            area_id=row.id,
            job_id=done.id,
            product_id=done.product_id,
            applied_on=day,
            amount_kg=round(amount, 2),
            amount_typed=f"{amount:.2f} kg",
            covered_m2=row.size_m2,
            covered_typed=f"{row.size_m2:.1f} m²",
            who=who,
            licence=world.CREW_LICENCES[who],
            weather="dry, light wind",
            note="",
            reason=reason,
            recorded_at=datetime(day.year, day.month, day.day, 16, tzinfo=UTC),
        )
