"""The book of an area: its ground, its jobs as they stand and its log, together what any job is judged among."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from datetime import date

from sqlalchemy import and_, select
from sqlalchemy.orm import Session, aliased

from amber_acre.core.by_content import Results
from amber_acre.core.care.brief import plants_of_grass
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import stand
from amber_acre.core.measure.area_facts import ReadFact, day_of, listed, number_of
from amber_acre.core.measure.condition import Look
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground, PatchIn
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.mulched import laid_on_m2
from amber_acre.core.rules.running import mended, moved_direction, running_direction
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.observed_growth import early_days, last_in_bloom
from amber_acre.core.season.weather import Observation
from amber_acre.core.soil.evidence import SoilTest, newest_with
from amber_acre.core.soil.probe import ProbeReading, ProbeSummary, summary
from amber_acre.core.soil.texture import texture_of
from amber_acre.core.tables.grasses import GRASS_BY_KEY, Grass
from amber_acre.core.tables.plant_names import nearest
from amber_acre.core.tables.plants import Plant
from amber_acre.core.tables.textures import TextureClass
from amber_acre.store.areas import facts_on
from amber_acre.store.climates import every_climate
from amber_acre.store.daybook import entries_on
from amber_acre.store.jobs import jobs_on
from amber_acre.store.kept_parts import AMONG
from amber_acre.store.observed import told_by_plants
from amber_acre.store.plants import plants_by_name
from amber_acre.store.rules import every_rule_set, softened
from amber_acre.store.site import crowns_over
from amber_acre.store.soil_tests import probed_on, tests_on
from amber_acre.store.stamps import Stamp, stamps_of
from amber_acre.store.tables import AreaRow, FactRow
from amber_acre.store.walks import looks_on

KEPT_BOOKS = 2048  # areas by days: a firm of some hundred gardens looked at on a few days
_CAUSE, _FED = aliased(FactRow), aliased(FactRow)
_KEPT: Results[tuple[Stamp, date], AreaBook] = Results(KEPT_BOOKS)


def book_of(session: Session, area: AreaRow, day: date, crowns: bool = False) -> AreaBook:
    """The book of one area on a day; ``crowns``: with the trees that reach over it by the site sheet."""
    book = books(session, [area], day)[area.id]
    if not crowns:
        return book
    return replace(book, ground=replace(book.ground, canopy=canopy_of(session, area)))


def books(session: Session, areas: Sequence[AreaRow], day: date) -> dict[int, AreaBook]:
    """The books of several areas: every job in force and every entry up to the day.

    What stands under unchanged stamps is not read again; the rest is read together.
    """
    stamps = stamps_of(session)
    keys = {area.id: (stamps[area.id], day) for area in areas if area.id in stamps}
    found = _KEPT.look_all(keys)
    new = [area for area in areas if area.id not in found]
    if new:
        for key, book in _read(session, new, day).items():
            found[key] = _KEPT.keep(keys[key], book) if key in keys else book
    return found


def _read(session: Session, areas: Sequence[AreaRow], day: date) -> dict[int, AreaBook]:
    """Books put together from their rows."""
    ids = [area.id for area in areas]
    jobs, logged = jobs_on(session, ids), entries_on(session, ids)
    entries = {key: tuple(one for one in logged[key] if one.on <= day) for key in ids}
    grounds = grounds_of(session, areas, day)
    found = {area.id: book_with(grounds[area.id], jobs[area.id], entries[area.id], day) for area in areas}
    fed = [area for area in areas if area.kind == "patch" and grounds[area.id].says("fed") != "own"]
    parents = {key: session.get(AreaRow, key) for area in fed if (key := area.parent_id) and key not in found}
    lawns = found | books(session, [row for row in parents.values() if row is not None], day) if parents else found
    for area in fed:
        if area.parent_id in lawns:
            found[area.id] = replace(found[area.id], from_lawn=lawns[area.parent_id].feeds_of_patches())
    return found


def book_with(ground: Ground, jobs: Iterable[Job], entries: tuple[Entry, ...], day: date) -> AreaBook:
    """A book, its ground told which way jobs and log move the pH."""
    found = [stand(job, *ground.sizes_of(job), entries, day) for job in jobs]
    stands = tuple(replace(one, lies_on_m2=laid_on_m2(ground, one.job)) for one in found)
    moving = replace(
        ground,
        running=running_direction(stands, day),
        moved=moved_direction(entries, day),
        irrigated=True if ground.says("irrigation") == "repair" and mended(stands, day) else ground.irrigated,
    )
    return AreaBook(moving, stands, entries, day)


def grounds_of(session: Session, areas: Sequence[AreaRow], day: date) -> dict[int, Ground]:
    """What is known of the ground of areas on a day, without what jobs and log say."""
    ids = [area.id for area in areas]
    read = [*ids, *(area.parent_id for area in areas if area.parent_id)]
    known, tested = facts_on(session, read), tests_on(session, read)
    looks, probes = looks_on(session, ids), probings(session, ids, day)
    soft, named = softened(session), plants_by_name(session)
    grown, bloomed = told_by_plants(session, areas, day)
    climates, rules, patches = every_climate(session), every_rule_set(session), patches_in(session, ids)
    found = {}
    for area in areas:
        facts = known[area.id]
        around = session.get(AreaRow, area.parent_id) if area.parent_id else None
        tests = tuple(test for test in tested[area.id] if test.taken_on <= day)
        grass = grass_of(area, around)
        lawn = (known[around.id], tested[around.id]) if around is not None else None
        texture, _ = texture_at_hand(facts, tests, lawn)
        mulch = number_of(facts, "mulch_depth")
        seen = mulch_seen(looks[area.id], day)
        found[area.id] = Ground(
            area.name,
            area.kind,
            SquareMetres(area.size_m2),
            SquareMetres(area.low_m2),
            _climate_seen(climates[area.property.climate_id], grass, grown[area.id], day),
            rules[area.property.rule_set_id],
            grass,
            plants_of(named, facts, grass),
            facts,
            tests,
            probes.get(area.id),
            texture,
            canopy_by_form(facts),
            seen[1] if seen is not None else (mulch or 0.0) * 1000,
            softened=soft,
            patches=tuple(patches.get(area.id, ())),
            irrigated=irrigated(area, around, facts),
            mulch_on=seen[0] if seen is not None else day_of(facts, "mulch_seen_on"),
            in_bloom=last_in_bloom(bloomed[area.id], plants_of(named, facts, grass), area.id),
        )
    return found


def _climate_seen(climate: Climate, grass: Grass | None, seen: Sequence[Observation], day: date) -> Climate:
    """The climate over an area, its year moved by what was seen of its grass."""
    return replace(climate, early_days=early_days(climate, grass, seen, day)) if grass and seen else climate


def irrigated(area: AreaRow, around: AreaRow | None, facts: Mapping[str, ReadFact]) -> bool | None:
    """Whether an area can be watered: of a lawn as it is planned, of a patch its lawn, else as its form says; a pot is
    watered by hand wherever it stands."""
    turf = area if area.kind == "lawn" else around if area.kind == "patch" else None
    if turf is not None:
        return turf.irrigated
    said = {"yes": True, "no": False, "repair": False}.get(facts["irrigation"].text if "irrigation" in facts else "")
    return True if said is None and area.kind == "container" else said


def patches_in(session: Session, lawns: Sequence[int]) -> dict[int, list[PatchIn]]:
    """The patches of lawns by the lawn's key, each with its cause and whether it is fed with the lawn."""
    stamps = stamps_of(session)
    if all(key in stamps and not stamps.patches(key) for key in lawns):
        return {}
    found: dict[int, list[PatchIn]] = {}
    for lawn, name, size, cause, fed in session.execute(_PATCHES, {"keys": list(lawns)}):
        found.setdefault(lawn or 0, []).append(PatchIn(name, cause or "", SquareMetres(size), fed != "own"))
    return found


_PATCHES = (
    select(AreaRow.parent_id, AreaRow.name, AreaRow.size_m2, _CAUSE.text, _FED.text)
    .outerjoin(_CAUSE, and_(_CAUSE.area_id == AreaRow.id, _CAUSE.name == "cause"))
    .outerjoin(_FED, and_(_FED.area_id == AreaRow.id, _FED.name == "fed"))
    .where(AreaRow.parent_id.in_(AMONG), AreaRow.kind == "patch", AreaRow.deleted_at.is_(None))
    .order_by(AreaRow.id)
)


def grass_of(area: AreaRow, around: AreaRow | None) -> Grass | None:
    """The grass of a lawn, or of the lawn a patch lies in."""
    turf = area if area.kind == "lawn" else around if area.kind == "patch" else None
    return GRASS_BY_KEY.get(turf.grass) if turf is not None else None


def plants_of(named: Mapping[str, Plant], facts: Mapping[str, ReadFact], grass: Grass | None) -> tuple[Plant, ...]:
    """The catalogue's plants of an area, as the firm has changed them; its grass among them."""
    names = [str(facts["plant"].value)] if "plant" in facts else []
    names += [line.name for line in listed(facts)]
    found = [plant for name in names if (plant := named.get(name.strip().lower()) or nearest(name, named)) is not None]
    if grass is not None:
        own = named.get(grass.botanical_name.lower())
        found += [own] if own is not None else plants_of_grass(grass)
    return tuple(found)


def texture_at_hand(
    facts: Mapping[str, ReadFact],
    tests: tuple[SoilTest, ...],
    around: tuple[Mapping[str, ReadFact], tuple[SoilTest, ...]] | None,
) -> tuple[TextureClass | None, str]:
    """Texture class and where it is from; a patch without its own has that of the lawn ``around`` it, by what is known
    and tested of that."""
    texture, how = _texture(facts, tests)
    if texture is None and around is not None:
        texture, how = _texture(*around)
        how = f"{how}, as the lawn around it" if texture else ""
    return texture, how


def _texture(facts: Mapping[str, ReadFact], tests: tuple[SoilTest, ...]) -> tuple[TextureClass | None, str]:
    """The newest test with sand, silt and clay, else as judged by feel."""
    feel = facts["texture"].value if "texture" in facts else ""
    sampled = newest_with(tests, "sand")
    texture = texture_of(sampled, feel if isinstance(feel, str) else "")
    tested = sampled is not None and "sand" in sampled.values
    return texture, "laboratory" if texture and tested else "by feel" if texture else ""


def probings(session: Session, area_ids: Sequence[int], day: date) -> dict[int, ProbeSummary]:
    """What the probe says of areas up to a day: readings spot by spot, and those of looks."""
    probed, looks = probed_on(session, area_ids), looks_on(session, area_ids)
    found = {}
    for key in area_ids:
        readings = list(probed[key])
        readings += [ProbeReading(one.on_day, one.spot, one.ph) for one in reversed(looks[key]) if one.ph is not None]
        read = summary([reading for reading in readings if reading.on_day <= day])
        if read is not None:
            found[key] = read
    return found


def mulch_seen(looks: Iterable[Look], day: date) -> tuple[date, float] | None:
    """The newest depth of mulch that looks, newest first, have measured up to a day: its day, and mm."""
    measured = (look for look in looks if look.mulch_mm is not None and look.on_day <= day)
    newest = next(measured, None)
    return None if newest is None or newest.mulch_mm is None else (newest.on_day, newest.mulch_mm)


def canopy_by_form(facts: Mapping[str, ReadFact]) -> str:
    """How an area's form says that it lies under a canopy; '' where it does not."""
    return "by the area's form" if "canopy" in facts and facts["canopy"].value == "yes" else ""


def canopy_of(session: Session, area: AreaRow) -> str:
    """How an area is known to lie under a canopy: by its form, else by the crowns of the site sheet."""
    return canopy_by_form(facts_on(session, [area.id])[area.id]) or ", ".join(
        f"{name}: {size:.1f} m² of it by the site sheet" for name, size in crowns_over(session, area)
    )
