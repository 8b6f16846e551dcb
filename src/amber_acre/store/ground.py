"""What is known of an area's soil, gathered once: tests, probe, texture, plants, needs, corrections, findings."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.correction.acid_balance import acidity_g_m2
from amber_acre.core.correction.limits import Direction
from amber_acre.core.correction.nutrient_plan import carries
from amber_acre.core.correction.ph_plan import PhBrief
from amber_acre.core.measure.area_kinds import ReadFact, number_of
from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import standing
from amber_acre.core.programme.choosing import phosphorus_forbidden
from amber_acre.core.season.climate import Climate, next_season_start, season_start
from amber_acre.core.soil.evidence import SoilTest, newest_with
from amber_acre.core.soil.findings import level
from amber_acre.core.soil.probe import PROBE_ERROR, ProbeReading, ProbeSummary, summary
from amber_acre.core.soil.texture import texture_of
from amber_acre.core.tables.grasses import GRASS_BY_KEY, Season
from amber_acre.core.tables.plants import Plant
from amber_acre.core.tables.soil_measures import Measured
from amber_acre.core.tables.soil_ranges import LAWN_PH_RANGE
from amber_acre.core.tables.textures import TextureClass
from amber_acre.store.areas import areas_of, facts_of
from amber_acre.store.climates import climate_of
from amber_acre.store.corrections import (
    corrected_since,
    corrections_of,
    findings_of,
    moved_direction,
    running_direction,
)
from amber_acre.store.daybook import entries_of
from amber_acre.store.plants import plant_named
from amber_acre.store.programmes import Lane, lane, season_to_show
from amber_acre.store.rules import rule_set_of
from amber_acre.store.soil_tests import probe_rows, tests_of
from amber_acre.store.tables import AreaRow, CorrectionRow, FindingRow, WalkRow
from amber_acre.store.walks import walks_of

LABORATORY_STANDS_DAYS = 365  # [common-practice]


@dataclass(frozen=True)
class Ground:
    """An area's soil as it stands on a day; None and '' are unknown. Depths in mm, rates in g/m².

    ``season``: of the grass, a patch's that of its lawn; cool for what is no turf.
    """

    area: AreaRow
    climate: Climate
    facts: Mapping[str, ReadFact]
    tests: tuple[SoilTest, ...]
    probe: ProbeSummary | None
    ph: float | None
    ph_from: str
    on_probe: bool
    texture: TextureClass | None
    texture_from: str
    plants: tuple[Plant, ...]
    wanted_ph: tuple[float, float]
    season: Season
    nitrogen_g_m2: float | None
    acid_g_m2_year: float
    probe_depth_mm: float | None
    thatch_mm: float
    mulch_mm: float
    roots_mm: float | None
    running: Direction | None
    moved: Direction | None
    corrected_since_test: bool
    no_phosphorus: str
    beside: tuple[str, Direction] | None
    corrections: tuple[CorrectionRow, ...]
    findings: tuple[FindingRow, ...]

    @property
    def test(self) -> SoilTest | None:
        """The newest test that holds nutrients, else the newest."""
        return newest_with(self.tests, "p", "k", "ca", "mg")

    @property
    def ph_test(self) -> SoilTest | None:
        """The newest test with a pH."""
        return newest_with(self.tests, "ph")

    def advised(self, material: str, test: SoilTest | None) -> float | None:
        """What the laboratory of a test advises of a material, g/m², or None."""
        rows = [row for row in self.area.soil_tests if test is not None and row.taken_on == test.taken_on]
        return next((a.rate_g_m2 for row in rows for a in row.advice if a.material == material), None)

    def says(self, fact: str) -> str:
        """A choice or text among the area's facts, or ''."""
        value = self.facts[fact].value if fact in self.facts else ""
        return value if isinstance(value, str) else ""

    def metres(self, fact: str) -> float | None:
        """A length among the area's facts."""
        return number_of(self.facts, fact)


def ground_of(session: Session, area: AreaRow, day: date) -> Ground:
    """Everything known of an area's soil on a day."""
    facts = facts_of(area)
    looks = walks_of(session, area.id)
    probe = probings(session, [area.id], day).get(area.id)
    tests = tuple(test for test in tests_of(area) if test.taken_on <= day)
    ph, ph_from, on_probe = ph_at_hand(tests, probe)
    texture, texture_from = _texture(facts, tests)
    around = session.get(AreaRow, area.parent_id) if area.parent_id else None
    if around is not None and texture is None:
        texture, texture_from = _texture(facts_of(around), tuple(tests_of(around)))
        texture_from = f"{texture_from}, as the lawn around it" if texture else ""
    read_on = _read_on(tests, probe, on_probe)
    plants = _plants(session, area, facts)
    roots = number_of(facts, "roots")
    newest = {
        key: next((getattr(look, key) for look in looks if getattr(look, key) is not None), None)
        for key in ("probe_mm", "thatch_mm", "mulch_mm", "root_mm")
    }
    mulch = number_of(facts, "mulch_depth")
    acid, nitrogen = _year(session, area, day)
    return Ground(
        area,
        climate_of(area.property.climate),
        facts,
        tests,
        probe,
        ph,
        ph_from,
        on_probe,
        texture,
        texture_from,
        plants,
        _wanted(area, plants),
        _season(area, around),
        nitrogen,
        acid,
        newest["probe_mm"],
        newest["thatch_mm"] or 0.0,
        newest["mulch_mm"] if newest["mulch_mm"] is not None else (mulch or 0.0) * 1000,
        newest["root_mm"] if newest["root_mm"] is not None else roots * 1000 if roots is not None else None,
        running_direction(session, area.id, day),
        moved_direction(session, area.id, day),
        corrected_since(session, area.id, read_on),
        _no_phosphorus(area, newest_with(tests, "p")),
        _beside(session, area, day),
        tuple(corrections_of(session, [area.id])),
        tuple(findings_of(session, [area.id])),
    )


def probings(session: Session, area_ids: Sequence[int], day: date) -> dict[int, ProbeSummary]:
    """What the probe says of areas up to a day: readings spot by spot, and those of looks."""
    readings: dict[int, list[ProbeReading]] = {}
    for row in probe_rows(session, area_ids):
        readings.setdefault(row.area_id, []).append(ProbeReading(row.on_day, row.spot, row.ph))
    for look in session.scalars(select(WalkRow).where(WalkRow.area_id.in_(area_ids), WalkRow.ph.is_not(None))):
        if look.ph is not None and look.spot:
            readings.setdefault(look.area_id, []).append(ProbeReading(look.on_day, look.spot, look.ph))
    found = {key: summary([r for r in rows if r.on_day <= day]) for key, rows in readings.items()}
    return {key: read for key, read in found.items() if read is not None}


def ph_at_hand(tests: tuple[SoilTest, ...], probe: ProbeSummary | None) -> tuple[float | None, str, bool]:
    """The pH to go by, and whether only a probe says it: a laboratory's of the last twelve months stands before a
    probe."""
    tested = next((test for test in tests if test.ph is not None), None)
    if probe is not None and (tested is None or (probe.on_day - tested.taken_on).days > LABORATORY_STANDS_DAYS):
        return probe.mean, f"probe, {probe.on_day:%-d %B %Y}", True
    if tested is not None:
        return tested.ph, f"laboratory, {tested.taken_on:%-d %B %Y}", False
    return None, "", False


def ph_around(session: Session, area: AreaRow, day: date) -> list[tuple[AreaRow, float, str]]:
    """The pH of the other areas of a property, where it is known, and how: a hint, never a figure to dose by."""
    others = [row for row in areas_of(session, area.property_id) if row.id != area.id]
    probes = probings(session, [row.id for row in others], day)
    found = []
    for row in others:
        tests = tuple(test for test in tests_of(row) if test.taken_on <= day)
        ph, how, _ = ph_at_hand(tests, probes.get(row.id))
        if ph is not None:
            found.append((row, ph, how))
    return found


def _texture(facts: Mapping[str, ReadFact], tests: tuple[SoilTest, ...]) -> tuple[TextureClass | None, str]:
    """Texture class and where it is from: the newest test with sand, silt and clay, else as judged by feel."""
    feel = facts["texture"].value if "texture" in facts else ""
    sampled = newest_with(tests, "sand")
    texture = texture_of(sampled, feel if isinstance(feel, str) else "")
    tested = sampled is not None and "sand" in sampled.values
    return texture, "laboratory" if texture and tested else "by feel" if texture else ""


def _read_on(tests: tuple[SoilTest, ...], probe: ProbeSummary | None, on_probe: bool) -> date | None:
    """The day of the pH that is gone by."""
    if on_probe and probe is not None:
        return probe.on_day
    tested = next((test for test in tests if test.ph is not None), None)
    return tested.taken_on if tested else None


def _plants(session: Session, area: AreaRow, facts: Mapping[str, ReadFact]) -> tuple[Plant, ...]:
    names = [str(facts["plant"].value)] if "plant" in facts else []
    listed = facts["plants"].value if "plants" in facts else ()
    names += [item[1] for item in listed if isinstance(item, tuple)] if isinstance(listed, tuple) else []
    if area.kind == "lawn":
        names.append(GRASS_BY_KEY[area.grass].botanical_name)
    found = [plant for name in names if (plant := plant_named(session, name)) is not None]
    return tuple(found)


def _beside(session: Session, area: AreaRow, day: date) -> tuple[str, Direction] | None:
    """The lawn a patch lies in, or a patch of a lawn, whose pH is moved; the first that is."""
    near = select(AreaRow).where(
        AreaRow.deleted_at.is_(None), AreaRow.id == area.parent_id if area.parent_id else AreaRow.parent_id == area.id
    )
    for row in session.scalars(near.order_by(AreaRow.id)):
        way = running_direction(session, row.id, day) or moved_direction(session, row.id, day)
        if way is not None:
            return row.name, way
    return None


def _no_phosphorus(area: AreaRow, test: SoilTest | None) -> str:
    """Why no phosphorus may go down, '' where it may. Local rules speak of turf: elsewhere only the test does."""
    tested = level(test, "p") if test is not None else "unknown"
    rules = rule_set_of(area.property.rule_set)
    turf = area.kind in ("lawn", "patch")
    return phosphorus_forbidden(rules if turf else replace(rules, phosphorus_only_on_test=False), tested)


def _season(area: AreaRow, around: AreaRow | None) -> Season:
    """The season of the grass of a lawn, or of the lawn a patch lies in; cool for what is no turf."""
    turf = area if area.kind == "lawn" else around if area.kind == "patch" else None
    return GRASS_BY_KEY[turf.grass].season if turf is not None and turf.grass in GRASS_BY_KEY else "cool"


def _wanted(area: AreaRow, plants: tuple[Plant, ...]) -> tuple[float, float]:
    """The pH range of what grows; the lawn range for a lawn and its patches, garden plants' where nothing is known."""
    if area.kind in ("lawn", "patch"):
        return LAWN_PH_RANGE
    if plants:
        low, high = max(p.ph[0] for p in plants), min(p.ph[1] for p in plants)
        return (low, high) if low <= high else (min(p.ph[0] for p in plants), max(p.ph[1] for p in plants))
    return (6.0, 6.8)


def _year(session: Session, area: AreaRow, day: date) -> tuple[float, float | None]:
    """Acid of the season's fertilizers as CaCO₃, planned and put down, and the year's nitrogen of a lawn, g/m²."""
    if area.kind != "lawn":
        return acidity_g_m2(_logged_uses(session, area, day), grass=area.kind == "patch"), None
    one = lane(session, area, season_to_show(session, area, day), day)
    acid = acidity_g_m2(_uses_of_lane(one), grass=True)
    return acid, one.year.ledger.year.nitrogen if one.programme is not None else float(one.year.need.yearly_g_m2)


def _logged_uses(session: Session, area: AreaRow, day: date) -> list[tuple[Product, float]]:
    """Feeds logged in the season on an area that is no lawn, g/m²; jobs of corrections are not among them."""
    start = season_start(climate_of(area.property.climate), day)
    end = next_season_start(start)
    logged = standing(entries_of(session, area.id, {}))
    return [(e.product, e.amount_kg * 1000 / area.size_m2) for e in logged if start <= e.on < end and not e.soil_job]


def _uses_of_lane(one: Lane) -> list[tuple[Product, float]]:
    """Feeds of a lawn's season, logged and planned, g/m²; jobs of corrections are not among them."""
    year, size = one.year, one.area.size_m2
    uses = [(e.product, e.amount_kg * 1000 / size) for e in standing(year.entries) if not e.soil_job]
    return uses + [(j.round.product, float(j.round.rate_g_m2)) for j in year.rounds if j.round.counts and not j.done]


def brought_of(session: Session, area: AreaRow, element: Measured, day: date) -> float:
    """What the season's feeds bring of an element, g/m²."""
    if area.kind == "lawn":
        uses = _uses_of_lane(lane(session, area, season_to_show(session, area, day), day))
    else:
        uses = _logged_uses(session, area, day)
    return sum(carries(product, element) * rate for product, rate in uses)


def brief_of(ground: Ground, crowns: Sequence[tuple[str, float]] = ()) -> PhBrief:
    """What the core needs to know of the ground. ``crowns``: trees that reach over it by the site sheet, with m²."""
    canopy = (
        "by the area's form"
        if ground.says("canopy") == "yes"
        else ", ".join(f"{name}: {size:.1f} m² of it by the site sheet" for name, size in crowns)
    )
    advice = ground.advised("lime", ground.ph_test)
    kind = ground.area.kind
    planted = kind in ("lawn", "hedge", "tree", "patch") or (kind == "bed" and ground.says("bare") != "yes")
    return PhBrief(
        kind,
        planted and ground.says("bare") != "yes",
        canopy,
        ground.says("wet") == "yes",
        ground.climate,
        ground.ph_test,
        ground.ph,
        ground.on_probe,
        ground.probe.half_spread if ground.probe else PROBE_ERROR,
        ground.texture,
        ground.says("fizz"),
        advice,
        ground.running,
        ground.corrected_since_test,
        ground.acid_g_m2_year,
        ground.moved,
        lime_test.values.get("free_lime") if (lime_test := newest_with(ground.tests, "free_lime")) else None,
        ground.area.size_m2 / ground.area.low_m2,
        ground.beside,
    )
