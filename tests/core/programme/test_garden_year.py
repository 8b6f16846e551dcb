"""A planting's year: never over label, cap or last day, in any climate; what is chosen and why; pots; patches."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from functools import lru_cache
from typing import Any, Literal

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from amber_acre.core.care.planting import planting_of
from amber_acre.core.jobs.entry import Entry
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import stand
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.products.product import Product
from amber_acre.core.programme.garden_feeds import nearest_visit
from amber_acre.core.programme.garden_season import garden_season
from amber_acre.core.programme.garden_year import GardenPlan, plan_garden
from amber_acre.core.programme.patch_year import CAUSES, LAYER_MM, ONE_CURE_DAYS, PatchPlan, plan_patch
from amber_acre.core.programme.picking import candidates, potash, why_not
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.pot_pellets import rated_months
from amber_acre.core.rules.unfed import ROOTED_DAYS
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.care_groups import CARE_GROUPS
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.tolerance import over
from amber_acre.core.typed_counts import CountRate
from tests.cases.care import shelf
from tests.core.care.test_planting import ground
from tests.core.rules.cases import ground as turf
from tests.core.rules.cases import with_label
from tests.core.worlds import BAY, BYLAW, LIME, VALE

SHELF = shelf()
PLANTS = {
    "hedge": ("hedge", "Ligustrum ovalifolium"),
    "rose": ("bed", "14 × Rosa hybrids"),
    "perennial": ("bed", "30 × Hemerocallis hybrids"),
    "acid": ("bed", "9 × Pieris japonica"),
    "exotic": ("bed", "9 × Musa basjoo"),
    "palm": ("bed", "3 × Trachycarpus fortunei"),
    "young-tree": ("tree", "Quercus robur"),
    "lean": ("bed", "9 × Lavandula angustifolia"),
    "pots": ("container", "Petunia hybrids"),
    "citrus": ("container", "Citrus × limon"),
    "bulb": ("bed", "90 × Narcissus hybrids"),
    "fern": ("bed", "9 × Dryopteris filix-mas"),
}


def planned(at: Ground, today: date | None = None, entries: tuple[Entry, ...] = (), **more: Any) -> GardenPlan:
    start = season_start(at.climate, today or date(2026, 4, 1))
    day = today or start
    return plan_garden(planting_of(at), AreaBook(at, (), entries, day), SHELF, start, day, **more)


HALVES: st.SearchStrategy[Literal["north", "south"]] = st.sampled_from(["north", "south"])


@lru_cache(maxsize=256)
def in_climate(kind: str, half: Literal["north", "south"]) -> Climate:
    return next(one for one in KINDS if one.key == kind).climate(half)


@settings(max_examples=120, deadline=None)
@given(
    st.sampled_from(sorted(PLANTS)),
    st.sampled_from([one.key for one in KINDS]),
    HALVES,
    st.sampled_from(["", "short", "pale-old", "wilt"]),
    st.sampled_from(["keep", "growth", "less"]),
)
def test_no_year_passes_label_cap_or_last_day(
    group: str, kind: str, half: Literal["north", "south"], finding: str, aim: str
) -> None:
    area, plants = PLANTS[group]
    texts = {"aim": aim, "age": "young"} if area == "tree" else {"aim": aim}
    at = ground(area, plants, in_climate(kind, half), **texts | ({"finding": finding} if finding else {}))
    at = replace(at, rules=BYLAW)
    plan = planned(at)
    book = AreaBook(at, (), (), plan.start)
    for job in plan.jobs:
        others = [one for one in plan.jobs if one is not job]
        assert not [v for v in book.judged(job, others) if v.severity == "stop"], (job.name, book.judged(job, others))
        if job.product is None or job.work == "mulch" or not job.product.total_nitrogen:
            continue
        assert plan.start <= job.on
        if area != "container":
            assert job.on <= plan.stages.last
            assert not over(job.rate_on(at.size_m2), job.product.label.max_g_m2)
    nitrogen = sum(
        float(job.rate_on(at.size_m2)) * job.product.total_nitrogen for job in plan.jobs if job.product is not None
    )
    if area != "container":
        assert nitrogen <= CARE_GROUPS[plan.planting.group.key].need[1] * 1.5 + 1e-6


def test_the_same_input_gives_the_same_plan() -> None:
    at = ground("bed", "14 × Rosa hybrids", bloom_end="28 June", mulch_kind="none")
    assert planned(at).jobs == planned(at).jobs


def test_each_job_says_why_and_answers_something() -> None:
    plan = planned(ground("hedge", "Ligustrum ovalifolium", clips="20 June", mulch_kind="chips", mulch_depth="2 cm"))
    assert {job.work for job in plan.jobs} == {"feed", "mulch", "look"}
    assert all(job.reason and job.answers for job in plan.jobs)
    feeds = [job for job in plan.jobs if job.work == "feed"]
    mulch = next(job for job in plan.jobs if job.work == "mulch")
    assert min(job.on for job in feeds) == mulch.on  # one visit: fed, then mulched
    assert min(job.number for job in feeds) < mulch.number


def test_high_phosphorus_keeps_phosphorus_away() -> None:
    tested = (SoilTest.of(date(2026, 1, 5), "mehlich-3", ph=6.5, p=120, k=140),)
    plan = planned(replace(ground("bed", "14 × Rosa hybrids"), tests=tested))
    feeds = [job.material for job in plan.jobs if job.work == "feed"]
    assert feeds
    assert all(product.phosphorus_fraction <= 0.04 * product.total_nitrogen for product in feeds)


def test_low_potassium_is_brought_with_the_feed_or_beside_it() -> None:
    tested = (SoilTest.of(date(2026, 1, 5), "mehlich-3", ph=6.5, p=30, k=25),)
    plan = planned(replace(ground("hedge", "Ligustrum ovalifolium"), tests=tested))
    nitrogen = sum(
        job.rate_g_m2 * job.material.total_nitrogen for job in plan.jobs if job.product and job.work != "mulch"
    )
    potassium = sum(job.rate_g_m2 * job.material.potassium_fraction for job in plan.jobs if job.product)
    assert potassium >= 0.36 * nitrogen


def test_chloride_is_kept_from_acid_lovers() -> None:
    one = planting_of(ground("bed", "9 × Pieris japonica"))
    muriate = next(product for product in SHELF if product.name == "potash")
    assert potash(SHELF, salt_sensitive=False) is muriate
    assert potash(SHELF, salt_sensitive=True) is None
    nitrate = next(product for product in SHELF if product.name == "nitrate")
    assert why_not(nitrate, one, hot=False)


def test_ferns_are_fed_organic_alone() -> None:
    plan = planned(ground("bed", "9 × Dryopteris filix-mas"))
    assert {job.material.family for job in plan.jobs if job.work == "feed"} <= {"organic", "biosolid"}


def test_an_open_bag_and_a_visit_count() -> None:
    at = ground("hedge", "Ligustrum ovalifolium")
    plain = planned(at)
    first = next(job for job in plain.jobs if job.work == "feed")
    visit = first.on + timedelta(days=5)
    assert next(job for job in planned(at, visited=[visit]).jobs if job.work == "feed").on == visit
    rows = candidates(plain.asked.rounds[0], planting_of(at), SHELF)
    opened = candidates(plain.asked.rounds[0], planting_of(at), SHELF, frozenset({rows[1].product.key}))
    assert next(one.weight for one in opened if one.product is rows[1].product) < rows[1].weight


def test_mulch_laid_this_year_is_not_laid_again() -> None:
    chips = next(product for product in SHELF if product.soil.material == "chips")
    at = ground("hedge", "Carpinus betulus", mulch_kind="none")
    today = date(2026, 6, 1)
    laid = Entry(1, None, date(2026, 4, 1), chips, Kilograms(40 * 0.0882 * 350), SquareMetres(40.0))
    assert any(job.work == "mulch" for job in planned(at, today).jobs)
    assert not any(job.work == "mulch" for job in planned(at, today, (laid,)).jobs)


def test_sulphur_for_acid_lovers_stays_under_what_the_soil_bears() -> None:
    tested = (SoilTest.of(date(2026, 1, 5), "mehlich-3", ph=6.2, p=30, k=90),)
    at = replace(ground("bed", "20 × Vaccinium corymbosum", wet="no", texture="sandy loam", fizz="none"), tests=tested)
    plan = planned(replace(at, texture=TEXTURES["sandy loam"]))
    sulphur = [job for job in plan.jobs if job.product is not None and job.product.soil.elemental_sulphur > 0]
    assert sulphur
    assert sum(job.rate_g_m2 for job in sulphur) * 0.9 <= 45.1
    fizzing = replace(at, texture=TEXTURES["sandy loam"], facts={**at.facts, "fizz": ReadFact("strong", "strong")})
    lime = planned(fizzing)
    assert not any(job.product is not None and job.product.soil.elemental_sulphur > 0 for job in lime.jobs)
    assert "free_lime" in {one.code for one in lime.said}


def test_plants_that_want_opposite_soils() -> None:
    tested = (SoilTest.of(date(2026, 1, 5), "mehlich-3", ph=6.2, p=30, k=90),)
    plan = planned(replace(ground("bed", "10 × Pieris japonica\n10 × Buxus sempervirens", care="acid"), tests=tested))
    assert any(one.code == "conflict" and "Neither lime nor sulphur" in one.sentence for one in plan.said)


def test_pots_get_pellets_and_water_after_them() -> None:
    plan = planned(ground("container", "Petunia hybrids", planted_on="2026-05-16", winter="gone"))
    pellets = [job for job in plan.jobs if job.dose.basis == "litre"]
    assert len(pellets) == 1
    assert plan.pots is not None
    assert 3 <= plan.pots.months <= 9
    assert pellets[0].on == date(2026, 5, 16)
    assert 0.2 <= pellets[0].dose.value * pellets[0].material.total_nitrogen <= 1.2
    assert rated_months(pellets[0].material) == pytest.approx(8.5, abs=3.1)


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", ["cool-maritime", "dry-summer-mild", "humid-subtropical"])
def test_pellets_that_lie_are_followed_and_not_doubled(kind: str, half: Literal["north", "south"]) -> None:
    """Planned again two months on, and when they are spent: the soluble feed begins on the day they run out."""
    at = ground("container", "Petunia hybrids", in_climate(kind, half))
    fresh = planned(at)
    pellets = next(job for job in fresh.jobs if job.work == "feed")
    assert fresh.pots is not None
    assert fresh.pots.spent is not None
    kg = pellets.dose.mass_kg(at.size_m2, pellets.material.density_kg_l)
    down = Entry(1, None, pellets.on, pellets.material, Kilograms(kg), at.size_m2)
    for later in (10, 60, 150):
        today = pellets.on + timedelta(days=later)
        again = plan_garden(planting_of(at), AreaBook(at, (), (down,), today), SHELF, fresh.start, today)
        assert not [job for job in again.jobs if job.work == "feed"]
        assert again.pots is not None
        if again.pots.spent is None:  # growth has stopped by then
            assert not [job for job in again.jobs if job.work == "drench"]
            continue
        assert again.pots.spent == fresh.pots.spent
        assert all(job.on >= max(today, fresh.pots.spent.on) for job in again.jobs if job.work == "drench")
        assert any("no more are laid this season" in one.sentence for one in again.said)


def test_soluble_feed_goes_on_a_fortnight_after_the_last() -> None:
    at = ground("container", "Petunia hybrids")
    without = [p for p in SHELF if not p.longevity_days]
    start = season_start(at.climate, date(2026, 4, 1))
    first = plan_garden(planting_of(at), AreaBook(at, (), (), start), without, start, start)
    drench = next(job for job in first.jobs if job.work == "drench")
    kg = drench.dose.mass_kg(at.size_m2, drench.material.density_kg_l)
    down = Entry(1, None, drench.on, drench.material, Kilograms(kg), at.size_m2)
    today = drench.on + timedelta(days=3)
    again = plan_garden(planting_of(at), AreaBook(at, (), (down,), today), without, start, today)
    assert min(job.on for job in again.jobs if job.work == "drench") == drench.on + timedelta(days=14)


def test_pots_without_pellets_on_the_shelf_are_watered_with_feed() -> None:
    at = ground("container", "Petunia hybrids", planted_on="2026-05-16", winter="gone")
    soluble = [product for product in SHELF if product.name == "soluble"]
    start = season_start(VALE, date(2026, 4, 1))
    plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), soluble, start, start)
    assert len(plan.jobs) >= 6
    assert all(40 <= job.dose.value * job.material.total_nitrogen <= 400 for job in plan.jobs)
    none = plan_garden(planting_of(at), AreaBook(at, (), (), start), [], start, start)
    assert not none.jobs
    assert any(one.obstacle for one in none.said)


def test_acid_lovers_in_pots_get_no_nitrate_and_a_word_on_lime() -> None:
    """A pot is limed sooner than a bed: what is mostly nitrate is passed over, for want of another too."""
    azaleas = ground("container", "Rhododendron hybrids")
    start = season_start(VALE, date(2026, 4, 1))
    soluble = next(product for product in SHELF if product.name == "soluble" and product.total_nitrogen == 0.2)
    nitrate = replace(soluble, key=0, name="of nitrate", nitrogen={"nitrate": 0.15, "ammoniacal": 0.05})
    for at, shelf_of, gets in (
        (azaleas, [nitrate, soluble], "soluble"),
        (azaleas, [nitrate], ""),
        (ground("container", "Buxus sempervirens"), [nitrate], "of nitrate"),
    ):
        plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), shelf_of, start, start)
        assert {job.material.name for job in plan.jobs if job.product} == ({gets} if gets else set())
        assert any(one.code == "lime_free" for one in plan.said) is (at is azaleas)


@pytest.mark.parametrize(
    ("p2o5", "gets", "said"), [(0.18, True, False), (0.185, True, True), (0.202, True, True), (0.204, False, False)]
)
def test_pots_take_the_richer_in_phosphorus_for_want_of_another(p2o5: float, gets: bool, said: bool) -> None:
    """As much phosphate as nitrogen is taken and told, more is refused, and a leaner one goes before it."""
    at = ground("container", "Petunia hybrids", planted_on="2026-05-16", winter="gone")
    start = season_start(VALE, date(2026, 4, 1))
    first = next(product for product in SHELF if product.name == "soluble")
    rich, lean = replace(first, key=0, name="rich", p2o5=p2o5), replace(first, key=99, name="lean", p2o5=0.1)
    alone = plan_garden(planting_of(at), AreaBook(at, (), (), start), [rich], start, start)
    assert bool(alone.jobs) is gets
    assert any(one.code == "no_high_p" for one in alone.said) is said
    both = plan_garden(planting_of(at), AreaBook(at, (), (), start), [rich, lean], start, start)
    assert said is False or {job.material.name for job in both.jobs} == {"lean"}
    assert not any(one.code == "no_high_p" for one in both.said)


def test_pots_keep_to_what_the_label_gives_by_the_litre() -> None:
    at = ground("container", "Petunia hybrids", planted_on="2026-05-16", winter="gone")
    rates = (CountRate("litre", 0.4, 0.9), CountRate("water", 100, 300))
    held = [with_label(product, by=rates) for product in SHELF]
    start = season_start(VALE, date(2026, 4, 1))
    plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), held, start, start)
    by = {job.dose.basis: job.dose.value for job in plan.jobs}
    assert by["litre"] == 0.9
    assert any(one.code == "label" and "0.9 g a litre" in one.sentence for one in plan.said)
    soluble = [product for product in held if product.name == "soluble"]
    watered = plan_garden(planting_of(at), AreaBook(at, (), (), start), soluble, start, start)
    assert {job.dose.value for job in watered.jobs if job.dose.basis == "water"} == {300}


def feeds_of(plan: GardenPlan) -> list[Job]:
    return [job for job in plan.jobs if job.product is not None and job.product.total_nitrogen and job.work != "mulch"]


@pytest.mark.parametrize(("interval", "days", "waits"), [(85, 0, True), (86, 1, True), (99, 14, True), (100, 0, False)])
def test_a_round_waits_a_fortnight_for_the_product_that_suits_best(interval: int, days: int, waits: bool) -> None:
    """Palms are fed 85 days after their first feed: with food of their own as soon as its label lets them."""
    own = [with_label(one, interval_days=interval) if one.name == "palm_slow" else one for one in SHELF]
    at = ground("bed", "3 × Trachycarpus fortunei", in_climate("hot-desert", "north"))
    first, second, *_ = feeds_of(
        plan_garden(planting_of(at), AreaBook(at, (), (), date(2026, 4, 1)), own, date(2026, 2, 1), date(2026, 2, 1))
    )
    assert first.material.name == "palm_slow"
    assert (second.material.name == "palm_slow") is waits
    assert (second.on - first.on).days == 85 + days


def fed_by(at: Ground, *rates: CountRate) -> GardenPlan:
    """The plan of a shelf with one feed, whose label gives these rates beside its own by area."""
    feed = next(one for one in SHELF if one.name == feeds_of(planned(at))[0].material.name)
    label = replace(feed.label, max_g_m2=GramsPerSquareMetre(3 * feed.label.max_g_m2), by=rates)
    start = season_start(at.climate, date(2026, 4, 1))
    book = AreaBook(at, (), (), start)
    return plan_garden(planting_of(at), book, [replace(feed, label=label)], start, start)


@pytest.mark.parametrize(
    ("low", "high", "basis", "held"),
    [
        (0.9, 1.2, "plant", 1.0),  # it fits: every plant gets its share
        (0.3, 0.8, "plant", 0.8),  # the label by plant is the most, though the bed would take more
        (1.4, 9.0, "plant", 1.4),  # its lowest dose brings less than half as much again
        (1.6, 9.0, "area", 1.0),  # meant for plants that stand wider apart
    ],
)
def test_plants_of_one_kind_are_dosed_as_their_label_counts(low: float, high: float, basis: str, held: float) -> None:
    at = ground("bed", "14 × Rosa hybrids")
    usual = feeds_of(fed_by(at))[0]
    share = usual.rate_on(at.size_m2) * at.size_m2 / 14
    job = feeds_of(fed_by(at, CountRate("plant", low * share, high * share)))[0]
    assert job.dose.basis == basis
    assert job.rate_on(at.size_m2) == pytest.approx(held * usual.rate_on(at.size_m2))
    assert job.dose.count == (14 if basis == "plant" else None)
    assert ("a plant" in job.reason) is (basis == "area")  # by plant the dose says it


@pytest.mark.parametrize(("liquid", "basis"), [(True, "plant_volume"), (False, "area")])
def test_a_volume_for_each_plant_is_for_liquids(liquid: bool, basis: str) -> None:
    at = ground("bed", "14 × Rosa hybrids")
    feed = next(one for one in SHELF if one.name == feeds_of(planned(at))[0].material.name)
    label = replace(feed.label, by=(CountRate("plant_volume", 1.0, 900.0),))
    odd = replace(feed, label=label, liquid=liquid, density_kg_l=1.25)
    start = season_start(at.climate, date(2026, 4, 1))
    plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), [odd], start, start)
    assert {job.dose.basis for job in feeds_of(plan)} == {basis}


def test_of_several_kinds_nobody_can_say_what_each_gets() -> None:
    at = ground("bed", "8 × Rosa hybrids\n6 × Rosa gallica")
    assert feeds_of(fed_by(at, CountRate("plant", 1.0, 2.0)))[0].dose.basis == "area"


def test_a_large_tree_is_not_the_plant_a_label_means() -> None:
    at = ground("tree", "Quercus robur", finding="short", stems="12 cm")
    assert feeds_of(planned(at))
    assert feeds_of(fed_by(at, CountRate("plant", 20.0, 60.0)))[0].dose.basis == "area"
    by_trunk = feeds_of(fed_by(at, CountRate("trunk", 1.0, 5.0)))[0].dose
    assert by_trunk.basis == "trunk"
    assert by_trunk.count == pytest.approx(at.count_for("trunk") or 0.0)
    assert by_trunk.value <= 5.0


def test_by_the_metre_of_hedge_is_a_rate_by_area_under_both_limits() -> None:
    at = ground("hedge", "Ligustrum ovalifolium")
    usual = feeds_of(fed_by(at))[0].rate_on(at.size_m2)
    run = at.count_for("run")
    assert run
    per_metre = usual * at.size_m2 / run
    job = feeds_of(fed_by(at, CountRate("run", 0.2 * per_metre, 0.7 * per_metre)))[0]
    assert job.dose.basis == "area"
    assert job.rate_on(at.size_m2) == pytest.approx(0.7 * usual)
    thin = fed_by(at, CountRate("run", 0.001 * per_metre, 0.01 * per_metre))
    assert not feeds_of(thin)  # so little that the label's lowest rate by area forbids it


def test_a_bed_nobody_described_is_asked_about() -> None:
    plan = planned(ground("bed", mulch_kind="none"))
    assert not plan.jobs
    assert plan.said[0].obstacle


def test_a_season_reads_its_jobs_and_log() -> None:
    at = ground("hedge", "Ligustrum ovalifolium")
    start = season_start(VALE, date(2026, 4, 1))
    season = garden_season(AreaBook(at, (), (), date(2026, 4, 1)), (), start)
    assert season.need_g_m2 == pytest.approx(float(season.demand.sum()))
    assert season.down_g_m2 == 0
    assert season.per_litre is None
    assert not season.in_season


@pytest.mark.parametrize("cause", list(CAUSES))
@pytest.mark.parametrize("today", [date(2026, 1, 10), date(2026, 5, 27), date(2026, 9, 20)])
def test_a_patch_is_treated_by_its_cause(cause: str, today: date) -> None:
    """Coring and sowing only while the grass heals; a look at the end."""
    at = turf("patch", 9.0, facts={"cause": ReadFact(cause, cause)})
    plan = plan_patch(AreaBook(at, (), (), today), SHELF, today, today)
    assert plan.said
    assert plan.jobs[-1].work == "look"
    assert [job.on for job in plan.jobs] == sorted(job.on for job in plan.jobs)
    for job in plan.jobs:
        assert not [v for v in AreaBook(at, (), (), today).judged(job) if v.severity == "stop"], job.name


@pytest.mark.parametrize(("sunk", "layers"), [(0.0, 1), (LAYER_MM, 1), (LAYER_MM + 1, 2), (25.0, 3)])
def test_a_sunken_trench_is_filled_in_thin_layers(sunk: float, layers: int) -> None:
    told = {"cause": ReadFact("trench", "trench"), "sunk": ReadFact(sunk / 1000, f"{sunk} mm")}
    at = turf("patch", 9.0, facts=told if sunk else {"cause": told["cause"]})
    plan = plan_patch(AreaBook(at, (), (), date(2026, 4, 1)), SHELF, date(2026, 4, 1), date(2026, 4, 1))
    assert sum(job.work == "topdress" for job in plan.jobs) == layers


def after(at: Ground, plan: PatchPlan, done: int, today: date) -> AreaBook:
    """The book of a patch with so many jobs of a plan done on their days."""
    jobs = [replace(job, key=n) for n, job in enumerate(plan.jobs[:done], start=1)]
    entries = tuple(Entry(90 + job.key, job.key, job.on, None, Kilograms(0.0), at.size_m2) for job in jobs)
    stands = tuple(stand(job, at.size_m2, at.size_m2, entries, today) for job in jobs)
    return AreaBook(at, stands, entries, today)


def test_what_was_done_to_a_patch_is_not_planned_again() -> None:
    """Worn ground: cored, then planned again; cored and sown; looked at."""
    at, start = turf("patch", 9.0, facts={"cause": ReadFact("worn", "worn")}), date(2026, 4, 1)
    whole = plan_patch(AreaBook(at, (), (), start), SHELF, start, start)
    works = [job.work for job in whole.jobs]
    assert works == ["core", "seed", "look"]
    for done in (1, 2, 3):
        today = whole.jobs[done - 1].on + timedelta(days=1)
        again = plan_patch(after(at, whole, done, today), SHELF, start, today)
        assert [job.work for job in again.jobs] == works[done:]
        assert all(job.on >= today for job in again.jobs)
    late = whole.jobs[0].on + timedelta(days=ONE_CURE_DAYS)
    assert "core" in [job.work for job in plan_patch(after(at, whole, 3, late), SHELF, start, late).jobs]
    sown = replace(whole.jobs[1], key=7, on=date(2026, 8, 31))
    by_hand = AreaBook(at, (stand(sown, at.size_m2, at.size_m2, (), start),), (), start)
    assert [job.work for job in plan_patch(by_hand, SHELF, start, start).jobs] == ["core", "look"]


def test_layers_that_lie_are_counted() -> None:
    told = {"cause": ReadFact("trench", "trench"), "sunk": ReadFact(0.025, "25 mm")}
    at, start = turf("patch", 9.0, facts=told), date(2026, 4, 1)
    whole = plan_patch(AreaBook(at, (), (), start), SHELF, start, start)
    first = next(n for n, job in enumerate(whole.jobs, start=1) if job.work == "topdress")
    today = whole.jobs[first - 1].on + timedelta(days=1)
    again = plan_patch(after(at, whole, first, today), SHELF, start, today)
    assert [job.name[-6:] for job in again.jobs if job.work == "topdress"] == ["2 of 3", "3 of 3"]


def test_what_was_planted_is_not_planted_again() -> None:
    at = ground("hedge", "Carpinus betulus", planted_on="2026-04-20", mulch_kind="none")
    early = date(2026, 4, 12)
    plant = next(job for job in planned(at, date(2026, 4, 1)).jobs if job.work == "plant")
    entry = Entry(9, 5, early, None, Kilograms(0.0), at.size_m2)
    book = AreaBook(at, (stand(replace(plant, key=5), at.size_m2, at.size_m2, (entry,), early),), (entry,), early)
    again = plan_garden(planting_of(at), book, SHELF, season_start(at.climate, early), early)
    assert not [job for job in again.jobs if job.work == "plant"]
    assert [job for job in again.jobs if job.work == "water"]


@pytest.mark.parametrize(("days", "again"), [(10, False), (149, False), (150, True)])
def test_what_the_soil_asked_for_and_got_is_not_asked_for_again(days: int, again: bool) -> None:
    """Salt is leached three times: planned again after the first two the third is left."""
    at, start = ground("bed", "14 × Rosa hybrids", finding="salt"), date(2026, 3, 1)
    leach = [job for job in planned(at, start).jobs if job.name.startswith("Leach salt")]
    assert len(leach) == 3
    today = leach[1].on + timedelta(days=days)
    jobs = [replace(job, key=n) for n, job in enumerate(leach[:2], start=1)]
    entries = tuple(Entry(90 + job.key, job.key, leach[1].on, None, Kilograms(0.0), at.size_m2) for job in jobs)
    book = AreaBook(at, tuple(stand(job, at.size_m2, at.size_m2, entries, today) for job in jobs), entries, today)
    told = [job.name for job in plan_garden(planting_of(at), book, SHELF, start, today).jobs]
    assert (leach[0].name in told) is again
    assert leach[2].name in told


def test_southern_plantings_are_fed_in_their_own_spring() -> None:
    at = ground("hedge", "Photinia × fraseri", BAY)
    plan = planned(at, date(2026, 9, 1))
    first = next(job for job in plan.jobs if job.work == "feed")
    assert date(2026, 9, 1) <= first.on < date(2026, 11, 15)


def test_planting_comes_before_water_and_mulch() -> None:
    plan = planned(ground("hedge", "Carpinus betulus", planted_on="2026-04-20", mulch_kind="none"), date(2026, 4, 1))
    works = [job.work for job in plan.jobs]
    assert works[0] == "plant"
    assert [job.name.partition(":")[0] for job in plan.jobs if job.work == "water"][:4] == [
        f"Water through to the roots, week {n}" for n in (1, 2, 3, 4)
    ]
    mulch = next(job for job in plan.jobs if job.work == "mulch")
    assert works.index("plant") < works.index("mulch")  # of one visit: planted, watered, mulched
    assert mulch.on >= plan.jobs[0].on
    assert "feed" not in works
    past = planned(ground("hedge", "Carpinus betulus", planted_on="2026-03-20", mulch_kind="none"), date(2026, 4, 1))
    assert "plant" not in [job.work for job in past.jobs]


@pytest.mark.parametrize(("today", "left"), [(0, 5), (1, 4), (8, 3), (29, 0)])
def test_what_is_planted_already_is_still_watered(today: int, left: int) -> None:
    on = date(2026, 4, 20)
    day = on + timedelta(days=today)
    plan = planned(ground("hedge", "Carpinus betulus", planted_on=on.isoformat(), mulch_kind="none"), day)
    of_weeks = [job for job in plan.jobs if job.work == "plant" or "in the week" in job.reason]
    assert len(of_weeks) == left


def test_a_watering_that_was_logged_is_not_planned_again() -> None:
    on = date(2026, 4, 20)
    at = ground("hedge", "Carpinus betulus", planted_on=on.isoformat(), mulch_kind="none")
    week = next(job for job in planned(at, on).jobs if "week 2:" in job.name)
    logged = Entry(9, 5, week.on, None, Kilograms(0.0), at.size_m2)
    done = stand(replace(week, key=5), at.size_m2, at.size_m2, (logged,), week.on)
    book = AreaBook(at, (done,), (logged,), week.on)
    again = plan_garden(planting_of(at), book, SHELF, season_start(VALE, week.on), week.on)
    names = [job.name.rpartition(", ")[2].partition(":")[0] for job in again.jobs if job.work == "water"]
    assert "week 2" not in names
    assert names[:2] == ["week 3", "week 4"]


def test_plants_of_this_year_among_older_ones_are_named_watered_and_left_unfed() -> None:
    today = date(2026, 4, 1)
    at = ground("bed", "20 × Hemerocallis hybrids, 2017\n4 × Rosa hybrids, planted 2026-04-18")
    plan = planned(at, today)
    assert feeds_of(plan)  # the older ones have their year
    assert [job.name for job in plan.jobs if job.work == "plant"] == ["Plant 4 × Rosa hybrids"]
    waters = [job for job in plan.jobs if job.work == "water"]
    assert sum("in the week" in job.reason for job in waters) == 4
    assert all("4 × Rosa hybrids to the roots" in job.name for job in waters)
    said = next(one for one in plan.said if one.code == "new_among").sentence
    assert "4 × Rosa hybrids, planted 18 April 2026" in str(said)
    assert "until 18 April 2027" in str(said)
    soft = planned(ground("bed", "20 × Rosa hybrids\n4 × Hemerocallis hybrids, planted 2026-03-01"), today)
    rooted = date(2026, 3, 1) + timedelta(days=ROOTED_DAYS)
    assert f"until {rooted:%-d %B %Y}" in str(next(one for one in soft.said if one.code == "new_among").sentence)
    later = planned(ground("bed", "20 × Rosa hybrids\n4 × Hemerocallis hybrids, planted 2026-03-01"), rooted)
    assert "new_among" not in {one.code for one in later.said}
    older = planned(ground("bed", "20 × Hemerocallis hybrids\n4 × Rosa hybrids, planted 2025-03-01"), today)
    assert "new_among" not in {one.code for one in older.said}


def test_a_bed_planted_in_parts_this_year_is_new_as_a_whole() -> None:
    """Shrubs of two days of one spring: no majority of one day, and all of them new."""
    at = ground("bed", "4 × Photinia × fraseri, planted 2026-03-02\n4 × Photinia × fraseri, planted 2026-03-16")
    plan = planned(at, date(2026, 4, 1))
    assert not feeds_of(plan)
    assert "no_hole" in {one.code for one in plan.said}


def test_a_round_without_a_product_says_why() -> None:
    """An empty shelf, a shelf of nothing that suits, one whose label holds the one that suits: three sentences."""
    at = ground("bed", "14 × Rosa hybrids")
    start = season_start(at.climate, date(2026, 3, 1))

    def planned(products: list[Product], entries: tuple[Entry, ...] = ()) -> tuple[str, list[Job]]:
        plan = plan_garden(planting_of(at), AreaBook(at, (), entries, start), products, start, start)
        said = [one.sentence for one in plan.said if one.code == "no_product" and one.obstacle]
        return " ".join(said), [job for job in plan.jobs if job.product is not None]

    assert "the shelf is empty" in planned([])[0]
    assert "nothing on the shelf suits these plants then" in planned([LIME])[0]
    said, fed = planned(SHELF)
    assert not said
    only = fed[0].material
    before = Entry(1, None, fed[0].on - timedelta(days=1), only, Kilograms(0.05), at.size_m2)
    held = planned([only], (before,))[0]
    assert f"{only.name} would suit best, and is stopped." in held
    assert "the label asks for" in held


@pytest.mark.parametrize(
    "plant", ["Salvia rosmarinus", "Echeveria hybrids", "Pelargonium hybrids", "Citrus limon", "Acer palmatum"]
)
@pytest.mark.parametrize("only", ["nothing", "granules"])
def test_no_pots_go_without_a_job_and_without_a_word(plant: str, only: str) -> None:
    """A shelf that has nothing for the pot: the year says so."""
    at = ground("container", plant, VALE)
    start = season_start(at.climate, date(2026, 4, 1))
    granules = [one for one in SHELF if not one.liquid and not one.longevity_days and one.family == "quick"]
    assert granules
    on_shelf = granules if only == "granules" else []
    plan = plan_garden(planting_of(at), AreaBook(at, (), (), start), on_shelf, start, start)
    assert not [job for job in plan.jobs if job.product is not None]
    assert [one for one in plan.said if one.code == "no_product" and one.obstacle]


def test_the_nearest_visit_lies_within_ten_days_and_the_window() -> None:
    on, opens, closes = date(2026, 5, 10), date(2026, 5, 1), date(2026, 5, 30)
    for day, goes in ((20, True), (21, False), (1, True)):
        visit = date(2026, 5, day)
        assert nearest_visit(on, opens, closes, [visit]) == (visit if goes else on)
    assert nearest_visit(on, date(2026, 5, 2), closes, [date(2026, 5, 1)]) == on
    assert nearest_visit(on, opens, date(2026, 5, 14), [date(2026, 5, 15)]) == on
    assert nearest_visit(on, opens, closes, [date(2026, 5, 13), date(2026, 5, 7)]) == date(2026, 5, 7)  # the earlier


def test_mulch_samples_and_looks_wait_for_a_day_on_which_somebody_comes() -> None:
    """Not before the feed mulch follows, which it may join; not onto the next; ten days at most."""
    at = ground("bed", "14 × Rosa hybrids", bloom_end="28 June", mulch_kind="none")
    alone = planned(at)
    feeds = [job.on for job in alone.jobs if job.work == "feed"]
    assert len(feeds) >= 2

    def on(work: str, *days: date, of: Ground = at) -> list[date]:
        return [job.on for job in planned(of, visited=days).jobs if job.work == work]

    assert on("mulch") == feeds[:1]
    for days in (-4, 2, 6):  # the feed moves to a visit, and the mulch with it
        near = feeds[0] + timedelta(days=days)
        assert on("mulch", near) == on("feed", near)[:1]
    ahead = feeds[0] + timedelta(days=12)  # too far for either
    assert on("mulch", ahead) == on("feed", ahead)[:1] == feeds[:1]
    look = on("look")[-1]
    assert on("look", look + timedelta(days=10))[-1] == look + timedelta(days=10)
    assert on("look", look + timedelta(days=11))[-1] == look
    assert on("look", look - timedelta(days=1))[-1] == look  # too early to show
    acid = ground("bed", "9 × Pieris japonica", mulch_kind="none")
    plan = planned(acid)
    sample, feed = (next(job for job in plan.jobs if job.work == work) for work in ("sample", "feed"))
    assert sample.on <= feed.on
    assert sample.number < feed.number  # taken before anything goes down
    assert on("sample", feed.on + timedelta(days=2), of=acid) == [sample.on]
