"""What is known of an area's soil, gathered once: tests, probe, texture, plants, needs, corrections, findings."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields
from datetime import date

from sqlalchemy import bindparam, select
from sqlalchemy.orm import Session

from amber_acre.core.correction.nutrient_plan import carries
from amber_acre.core.correction.ph_brief import PhBrief
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.measure.area_facts import number_of
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.products.acid_balance import acidity_g_m2
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground, ph_at_hand
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import shown_rate
from amber_acre.core.rules.limits import Direction
from amber_acre.core.rules.local import phosphorus_forbidden
from amber_acre.core.rules.running import corrected_since
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.soil.evidence import SoilTest, newest_with
from amber_acre.core.soil.probe import PROBE_ERROR
from amber_acre.core.tables.soil_measures import Measured
from amber_acre.store.areas import LIGHTLY, areas_of, facts_on
from amber_acre.store.books import book_of, books, probings, texture_at_hand
from amber_acre.store.climates import climate_of
from amber_acre.store.corrections import Finding, corrections_of, findings_on
from amber_acre.store.plans import season_to_show
from amber_acre.store.programmes import Lane, lane
from amber_acre.store.soil_tests import Report, reports_on, tests_on
from amber_acre.store.stamps import stamps_of
from amber_acre.store.tables import AreaRow, CorrectionRow
from amber_acre.store.walks import looks_on


@dataclass(frozen=True, kw_only=True)
class SoilGround(Ground):
    """An area's ground with what its soil pages show beside: rows, looks, what the year leaves and who said what.

    Depths in mm, rates in g/m². ``book``: the area's jobs and log.
    """

    area: AreaRow
    book: AreaBook
    texture_from: str = ""
    nitrogen_g_m2: float | None = None
    acid_g_m2_year: float = 0.0
    probe_depth_mm: float | None = None
    thatch_mm: float = 0.0
    roots_mm: float | None = None
    corrected_since_test: bool = False
    no_phosphorus: str = ""
    moved_beside: tuple[str, Direction] | None = None
    corrections: tuple[CorrectionRow, ...] = ()
    findings: tuple[Finding, ...] = ()
    reports: tuple[Report, ...] = ()

    def advised(self, material: str, test: SoilTest | None) -> float | None:
        """What the laboratory of a test advises of a material, g/m², or None."""
        same = [one for one in self.reports if test is not None and one.test.taken_on == test.taken_on]
        return next((a.rate_g_m2 for one in same for a in one.advice if a.material == material), None)


def ground_of(session: Session, area: AreaRow, day: date) -> SoilGround:
    """Everything known of an area's soil on a day."""
    near = _near(session, area)
    read = books(session, [area, *near], day)
    book = read[area.id]
    known = book.ground
    looks = looks_on(session, [area.id])[area.id]
    lawn = area.parent_id
    around = (facts_on(session, [lawn])[lawn], tests_on(session, [lawn])[lawn]) if lawn else None
    roots = number_of(known.facts, "roots")
    newest = {
        key: next((getattr(look, key) for look in looks if getattr(look, key) is not None), None)
        for key in ("probe_mm", "thatch_mm", "root_mm")
    }
    acid, nitrogen = _year(session, area, book, day)
    return SoilGround(
        **{one.name: getattr(known, one.name) for one in fields(Ground)},
        area=area,
        book=book,
        texture_from=texture_at_hand(known.facts, known.tests, around)[1],
        nitrogen_g_m2=nitrogen,
        acid_g_m2_year=acid,
        probe_depth_mm=newest["probe_mm"],
        thatch_mm=newest["thatch_mm"] or 0.0,
        roots_mm=newest["root_mm"] if newest["root_mm"] is not None else roots * 1000 if roots is not None else None,
        corrected_since_test=corrected_since(book.entries, known.ph_on),
        no_phosphorus=phosphorus_forbidden(known.rules, known.phosphorus),
        moved_beside=_beside([read[row.id].ground for row in near]),
        corrections=tuple(corrections_of(session, [area.id])),
        findings=findings_on(session, [area.id])[area.id],
        reports=reports_on(session, [area.id])[area.id],
    )


def ph_around(session: Session, area: AreaRow, day: date) -> list[tuple[AreaRow, float, str]]:
    """The pH of the other areas of a property, where it is known, and how: a hint, never a figure to dose by."""
    others = [row for row in areas_of(session, area.property_id, light=True) if row.id != area.id]
    keys = [row.id for row in others]
    probes, tested = probings(session, keys, day), tests_on(session, keys)
    found = []
    for row in others:
        tests = tuple(test for test in tested[row.id] if test.taken_on <= day)
        ph, on, by_probe = ph_at_hand(tests, probes.get(row.id))
        if ph is not None and on is not None:
            found.append((row, ph, f"{'probe' if by_probe else 'laboratory'}, {on:%-d %B %Y}"))
    return found


_PATCHES = (
    select(AreaRow)
    .where(AreaRow.parent_id == bindparam("area"), AreaRow.deleted_at.is_(None))
    .order_by(AreaRow.id)
    .options(*LIGHTLY)
)


def _near(session: Session, area: AreaRow) -> Sequence[AreaRow]:
    """The lawn a patch lies in, or the patches of a lawn."""
    stamps = stamps_of(session)
    if not area.parent_id and area.id in stamps and not stamps.patches(area.id):
        return ()
    if area.parent_id:
        lawn = session.get(AreaRow, area.parent_id)
        return () if lawn is None or lawn.deleted_at is not None else (lawn,)
    return session.scalars(_PATCHES, {"area": area.id}).all()


def _beside(near: Sequence[Ground]) -> tuple[str, Direction] | None:
    """The first neighbour whose pH is moved, and which way."""
    return next(((one.name, way) for one in near if (way := one.running or one.moved)), None)


def _year(session: Session, area: AreaRow, book: AreaBook, day: date) -> tuple[float, float | None]:
    """Acid of the season's fertilizers as CaCO₃, planned and put down, and the year's nitrogen of a lawn, g/m²."""
    if area.kind != "lawn":
        return acidity_g_m2(_logged_uses(area, book, day), grass=book.ground.traits.turf), None
    one = lane(session, area, season_to_show(session, area, day), day)
    acid = acidity_g_m2(_uses_of_lane(one), grass=True)
    return acid, one.year.ledger.year.nitrogen if one.programme is not None else float(one.year.need.yearly_g_m2)


def _of_corrections(book: AreaBook) -> set[int]:
    """Keys of the jobs that corrections made: what they put down is their own, no feed of the year."""
    return {one.job.key for one in book.jobs if one.job.maker not in ("season", "hand")}


def _feeds(entries: Sequence[Entry], book: AreaBook) -> list[tuple[Product, float]]:
    own = _of_corrections(book)
    return [
        (e.product, float(e.rate_over(book.ground.size_m2)))
        for e in standing(entries)
        if e.product is not None and e.job not in own
    ]


def _logged_uses(area: AreaRow, book: AreaBook, day: date) -> list[tuple[Product, float]]:
    """Feeds logged in the season on an area that is no lawn, g/m²; jobs of corrections are not among them."""
    start = season_start(climate_of(area.property.climate), day)
    end = next_season_start(start)
    return _feeds([e for e in book.entries if start <= e.on < end], book)


def _uses_of_lane(one: Lane) -> list[tuple[Product, float]]:
    """Feeds of a lawn's season, logged and planned, g/m²; jobs of corrections are not among them."""
    uses = _feeds(one.year.entries, one.year.book)
    return uses + [
        (stands.product, float(shown_rate(stands)))
        for stands in one.year.stands
        if stands.product is not None and stands.job.counts and not stands.done
    ]


def brought_of(session: Session, area: AreaRow, element: Measured, day: date) -> float:
    """What the season's feeds bring of an element, g/m²."""
    if area.kind == "lawn":
        uses = _uses_of_lane(lane(session, area, season_to_show(session, area, day), day))
    else:
        uses = _logged_uses(area, book_of(session, area, day), day)
    return sum(carries(product, element) * rate for product, rate in uses)


def medium_litres(ground: Ground) -> float:
    """Litres of medium of pots; 0 for other ground."""
    if not ground.traits.by_litre:
        return 0.0
    return size_by_facts(ground.kind, ground.facts).other or 0.0


def brief_of(ground: SoilGround, canopy: str = "") -> PhBrief:
    """What the core needs to know of the ground. ``canopy``: how it is known to lie under trees, by the site sheet."""
    return PhBrief(
        ground.kind,
        ground.planted,
        canopy or ground.canopy,
        ground.says("wet") == "yes",
        ground.climate,
        ground.ph_test,
        ground.ph,
        ground.on_probe,
        ground.probe.half_spread if ground.probe else PROBE_ERROR,
        ground.texture,
        ground.says("fizz"),
        ground.advised("lime", ground.ph_test),
        ground.running,
        ground.corrected_since_test,
        ground.acid_g_m2_year,
        ground.moved,
        lime_test.values.get("free_lime") if (lime_test := newest_with(ground.tests, "free_lime")) else None,
        ground.thick,
        ground.moved_beside,
        ground.says("medium"),
        medium_litres(ground),
        ground.size_m2,
    )
