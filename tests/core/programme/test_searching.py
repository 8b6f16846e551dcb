"""The choice of a season: the search against branch and bound and against brute force, and what must hold of any."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from itertools import combinations, pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from amber_acre.core.care.lawn import asks
from amber_acre.core.care.need import nitrogen_need
from amber_acre.core.care.pattern import Asks
from amber_acre.core.products.product import Product
from amber_acre.core.programme import searching
from amber_acre.core.programme.feeds import (
    LEAST_NITROGEN_G_M2,
    SPREAD_APART,
    Fixed,
    drained,
    feed_of,
    interval_steps,
    stays_over,
)
from amber_acre.core.programme.model import Bought, build
from amber_acre.core.programme.planning import season_series
from amber_acre.core.programme.searching import Search
from amber_acre.core.programme.solving import Choice, choose, shortlist, whole
from amber_acre.core.programme.weights import SCHOOLS
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.phases import STEPS
from amber_acre.core.season.water_steps import bucket
from amber_acre.core.soil.findings import findings
from tests.core.worlds import BAY, FREE, HOT, LEAF, QUICK, SHELF, VALE, lawn, mehlich, product

HALF = product(31, "Halfway 22-0-4", {"urea": 11, "slow_soluble": 11}, (8, 20), "methylene", k2o=4, interval=35)
SLOW_ONE = product(32, "Longday 28-0-0", {"urea": 4, "coated": 24}, (9, 17), "coated", interval=60, longevity_days=80.0)
TEST = SCHOOLS["test"]


def asked(**changes: object) -> Asks:
    place = lawn(**({"rules": FREE, "soil_test": mehlich()} | changes))
    start = season_start(place.climate, date(2026, 3, 1))
    need = float(nitrogen_need(place, season_series(place, start)).yearly_g_m2)
    return asks(place, need, findings(place.soil_test, start), start, True)


def chosen(at: Asks, shelf: list[Product]) -> Choice:
    return choose(at, shelf, TEST)


@pytest.mark.parametrize("days", [0, 7, 8, 21, 28, 29, 35, 42, 56, 60, 90])
def test_an_interval_in_steps_holds_on_real_days(days: int) -> None:
    """Any two steps so far apart lie at least ``days`` apart on the calendar."""
    from amber_acre.core.season.phases import phases

    year, k = phases(VALE), interval_steps(days)
    for step in range(STEPS):
        first = year.date_of(step, date(2026, 3, 1))
        later = year.date_of((step + k) % STEPS, date(2026, 3, 1))
        assert (later - first).days % 365 >= days or k == 0


@pytest.mark.parametrize("climate", [VALE, HOT])
def test_one_product_is_as_good_as_branch_and_bound_can_prove(climate: object) -> None:
    at = asked(climate=climate)
    found, proved = chosen(at, [HALF]), whole(at, [HALF], TEST, 4000, 0.002)
    assert proved.gap <= 0.02
    assert found.objective <= proved.objective * 1.02
    assert found.objective >= proved.bound - 1e-6


def test_a_small_year_is_the_best_of_all_its_patterns() -> None:
    """Four steps open, one product: every pattern by brute force."""
    at = asked()
    steps = [n for n in range(STEPS) if at.open[n]]
    kept = steps[2 :: max(1, len(steps) // 4)][:4]
    at = replace(at, open=at.open & [n in kept for n in range(STEPS)])
    model = build(at, [feed_of(HALF, 1.0)], TEST, drained(at, bucket(at.phases, at.capacity_mm).surplus_mm))
    search = Search(model)
    looks = [
        search.look(frozenset(pattern))
        for size in range(len(model.x) + 1)
        for pattern in combinations(sorted(model.x), size)
    ]
    best = min(look.objective for look in looks if look is not None)
    found = chosen(at, [HALF])
    assert found.objective == pytest.approx(best, rel=0.003)
    assert found.bound <= found.objective + 1e-9


@pytest.mark.parametrize("climate", [VALE, HOT, BAY])
def test_more_on_the_shelf_never_makes_the_bound_worse(climate: object) -> None:
    at = asked(climate=climate)
    one, two, three = (chosen(at, shelf) for shelf in ([HALF], [HALF, QUICK], [HALF, QUICK, SLOW_ONE]))
    assert two.bound <= one.bound + 1e-6
    assert three.bound <= two.bound + 1e-6
    assert two.objective <= one.objective * 1.03
    assert three.objective <= two.objective * 1.03


def test_the_same_input_gives_the_same_plan() -> None:
    at = asked()
    first, again = chosen(at, list(SHELF)), chosen(at, list(SHELF))
    assert first.doses == again.doses
    assert chosen(at, list(reversed(SHELF))).doses == first.doses


@settings(max_examples=25, deadline=None)
@given(
    st.sampled_from([VALE, HOT, BAY]),
    st.sampled_from(["bluegrass", "tall-fescue", "couch", "kikuyu", "centipede"]),
    st.sampled_from(["test", "soil", "liquid", "alternate", "once", "few"]),
)
def test_every_school_stays_within_label_caps_and_interval(climate: object, grass: str, school: str) -> None:
    at = asked(climate=climate, grass=grass)
    found = choose(at, list(SHELF), SCHOOLS[school])
    by_step: dict[int, float] = {}
    for dose in found.doses:
        label = dose.product.label
        assert label.min_g_m2 * (1 - 1e-6) <= dose.rate_g_m2 <= label.max_g_m2 * (1 + 1e-6)
        assert at.open[dose.step]
        assert dose.rate_g_m2 * dose.product.quick_fraction <= at.quick_cap[dose.step] + 1e-6
        by_step[dose.step] = by_step.get(dose.step, 0.0) + dose.rate_g_m2 * dose.product.total_nitrogen
        for other in found.doses:
            if other is not dose and other.product.key == dose.product.key:
                apart = min((other.step - dose.step) % STEPS, (dose.step - other.step) % STEPS)
                assert apart >= interval_steps(label.interval_days)
    assert all(brings <= at.total_cap[step] + 1e-6 for step, brings in by_step.items())
    assert sum(by_step.values()) <= at.year_most_g_m2 + 1e-6
    visits = SCHOOLS[school].most_visits
    assert visits is None or len(by_step) <= visits
    only = SCHOOLS[school].only
    assert not only or all(d.product.family in only for d in found.doses if d.product.total_nitrogen >= 0.01)


@settings(max_examples=30, deadline=None)
@given(st.lists(st.floats(0, 60), min_size=48, max_size=48), st.integers(0, 47), st.floats(0.1, 80))
def test_more_rain_never_lessens_the_loss(surplus: list[float], step: int, more: float) -> None:
    import numpy as np

    at = asked()
    wetter = list(surplus)
    wetter[step] += more
    less, greater = (drained(at, np.array(rain)) for rain in (surplus, wetter))
    assert greater[step] > less[step]
    assert (greater >= less - 1e-12).all()


def test_a_step_where_none_of_the_usual_may_go_down_gets_one_that_may() -> None:
    """Unwatered couch on the hot plain bears a gram of quick nitrogen in summer: the cheap half-slow feed brings more
    at its lowest, the dearer slow one less."""
    cheap = product(31, "Half", {"urea": 11.5, "slow_soluble": 11.5}, (9, 21), "methylene", pack=(20.0, 20.0))
    dear = product(32, "Slower", {"urea": 8, "coated": 12}, (12, 25), "coated", pack=(20.0, 60.0), longevity_days=60.0)
    at = asked(grass="couch", climate=HOT, irrigated=True)
    dry = replace(at, quick_cap=np.where(at.phases.max_c >= 35.0, 1.0, at.quick_cap))
    feeds = [feed_of(one, 1.0) for one in (cheap, dear)]
    school = SCHOOLS["test"]
    assert [f.product for f in shortlist(feeds, dry, school, rest=False)] == [cheap]
    assert [f.product for f in shortlist(feeds, dry, school)] == [cheap, dear]
    assert [f.product for f in shortlist(feeds, at, school)] == [cheap]  # may go down everywhere: none in vain
    alone, both = chosen(dry, [cheap]), chosen(dry, [cheap, dear])
    assert both.objective <= alone.objective + 1e-9


@settings(max_examples=12, deadline=None)
@given(st.sampled_from([VALE, BAY, HOT]), st.sampled_from(["couch", "tall-fescue", "kikuyu"]), st.booleans())
def test_feeds_for_bare_weeks_never_make_the_choice_worse(climate: Climate, grass: str, watered: bool) -> None:
    at = asked(grass=grass, climate=climate, irrigated=watered)
    usual = shortlist([feed_of(p, 1.0) for p in SHELF], at, SCHOOLS["test"], rest=False)
    few = chosen(at, [f.product for f in usual])
    assert chosen(at, SHELF).objective <= few.objective + 1e-6


@pytest.mark.parametrize(("climate", "grass"), [(VALE, "bluegrass"), (HOT, "couch")])
def test_branching_goes_on_from_the_search_and_never_ends_worse(climate: Climate, grass: str) -> None:
    at = asked(climate=climate, grass=grass, irrigated=True)
    shelf = [HALF, QUICK]
    searched, branched = choose(at, shelf, TEST), choose(at, shelf, TEST, nodes=1)
    steps = sorted(dose.step for dose in branched.doses)
    assert all(later - earlier >= SPREAD_APART for earlier, later in pairwise(steps))
    assert branched.objective <= searched.objective + 1e-9
    assert searched.objective <= branched.objective * 1.02  # the search alone lies within two in a hundred of it
    assert branched.bound >= searched.bound - 1e-9
    assert branched.bound <= branched.objective + 1e-9
    assert branched.gap <= searched.gap + 1e-9
    assert (searched.nodes, branched.nodes) == (0, 1)


def test_a_dose_joins_another_visit_and_two_change_places() -> None:
    """A spray joins what is spread; of two feeds that are spread one takes the other's place."""
    at = asked()
    for other in (LEAF, QUICK):
        search = Search(build(at, [feed_of(HALF, 1.0), feed_of(other, 1.0)], TEST, drained(at, np.zeros(STEPS))))
        steps = [step for f, step in search.uses if f == 0 and (1, step) in search.model.x]
        early, late = steps[0], steps[-1]
        found = set(search._joined(frozenset({(0, early), (1, late)})))
        if other.liquid:
            assert frozenset({(0, early), (1, early)}) in found
            assert frozenset({(0, late), (1, late)}) in found
        else:
            assert {frozenset({(1, early)}), frozenset({(0, late)})} <= found
        assert frozenset({(0, late), (1, early)}) in found
        assert not list(search._joined(frozenset({(0, early)})))
        both = frozenset({(0, early), (1, early)})
        assert search._apart(both) is other.liquid


@pytest.mark.parametrize("kind", ["hot-desert", "cool-maritime", "transition-humid", "dry-interior"])
@pytest.mark.parametrize("grass", ["tall-fescue", "buffalo", "kikuyu"])
def test_feeds_of_nitrogen_are_spread_some_weeks_apart(kind: str, grass: str) -> None:
    """As much of one in one pass: nobody walks a lawn twice within three weeks (common practice, no source)."""
    climate = next(one for one in KINDS if one.key == kind).climate("north")
    at = asked(climate=climate, grass=grass, irrigated=True, worn=True)
    doses = choose(at, SHELF, TEST).doses
    steps = sorted(dose.step for dose in doses if dose.product.total_nitrogen and not dose.product.liquid)
    assert steps
    assert all(later - earlier >= SPREAD_APART for earlier, later in pairwise([*steps, steps[0] + STEPS]))


def test_the_edge_of_some_weeks_holds_round_the_year_and_for_what_is_spread_alone() -> None:
    at = asked()
    feeds = [feed_of(one, 1.0) for one in (HALF, QUICK, LEAF)]
    search = Search(build(at, feeds, TEST, drained(at, np.zeros(STEPS))))
    for apart, holds in ((SPREAD_APART - 1, False), (SPREAD_APART, True)):
        assert search._spread_apart(frozenset({(0, 20), (1, 20 + apart)})) is holds
        assert search._spread_apart(frozenset({(0, STEPS - 1), (1, apart - 1)})) is holds
        assert search._spread_apart(frozenset({(0, 20), (2, 20 + apart)}))  # sprayed
    kept, near = frozenset({(0, 10), (2, 20)}), frozenset({(0, 20 + SPREAD_APART - 1)})
    assert search._with(kept | {(0, 20)}, (1, 20)) == kept | {(1, 20)}
    assert search._with(kept | near, (1, 20)) == kept | near | {(1, 20)}  # on the way
    search.spaced = True
    assert search._with(kept | near, (1, 20)) == kept | {(1, 20)}
    two = search._spaced_from(kept | near | {(1, 20)})
    assert sorted(map(sorted, two)) == sorted(map(sorted, (kept | near, kept | {(1, 20)})))
    assert search._spaced_from(kept) == [kept]


@pytest.mark.parametrize(("grams", "keeps"), [(LEAST_NITROGEN_G_M2 + 0.01, True), (LEAST_NITROGEN_G_M2 - 0.01, False)])
def test_what_is_down_or_pinned_keeps_the_others_some_weeks_off(grams: float, keeps: bool) -> None:
    """A feed worth the name; a pinch on a bare spot keeps nobody off, nor does any keep off what is sprayed."""
    at = asked()
    drains, feeds = drained(at, np.zeros(STEPS)), [feed_of(QUICK, 1.0), feed_of(LEAF, 1.0)]
    free = set(build(at, feeds, TEST, drains).x)
    step = sorted(step for f, step in free if f == 0)[-3]
    fixed = [Fixed(step, HALF, grams / HALF.total_nitrogen)]
    shut = free - build(at, feeds, TEST, drains, fixed).x.keys()
    near = {(0, step + n) for n in range(-SPREAD_APART + 1, SPREAD_APART)}
    assert near <= free
    assert shut == (near if keeps else set())


def test_all_that_follow_or_went_before_slide_and_one_may_drop_out() -> None:
    at = asked()
    search = Search(build(at, [feed_of(HALF, 1.0)], TEST, drained(at, np.zeros(STEPS))))
    steps = [step for _, step in search.uses]
    a, b, c = steps[2], steps[2] + 6, steps[2] + 12
    found = set(search._slid(frozenset({(0, a), (0, b), (0, c)})))
    assert frozenset({(0, a), (0, b + 1), (0, c + 1)}) in found
    assert frozenset({(0, a - 1), (0, b - 1), (0, c)}) in found
    assert frozenset({(0, a + 2), (0, b + 2), (0, c + 2)}) in found
    assert frozenset({(0, a), (0, c - 1)}) in found  # the middle one left out, the last slides
    assert not list(search._slid(frozenset({(0, a)})))


def test_a_season_begun_on_another_day_is_climbed_where_it_is_not_much_dearer(monkeypatch: pytest.MonkeyPatch) -> None:
    """Couch under dry summers: all a step earlier lets one feed more in, which no single change finds. What branching
    proves is the measure; where only what is cheaper at once is climbed, the season ends a tenth dearer."""
    climate = next(one for one in KINDS if one.key == "dry-summer-mild").climate("north")
    at = asked(climate=climate, grass="couch", irrigated=True)
    proved = choose(at, SHELF, TEST, nodes=40)
    assert proved.gap <= 0.02
    assert choose(at, SHELF, TEST).objective <= proved.bound * 1.02
    for worth, ends in ((1.0, 1.05), (searching.WORTH_CLIMBING, 1.0)):
        monkeypatch.setattr(searching, "WORTH_CLIMBING", worth)
        alone: Choice = choose.__wrapped__(at, SHELF, TEST)  # type: ignore[attr-defined]
        assert alone.objective >= proved.objective * ends - 1e-6


def test_without_adding_a_season_never_gets_a_dose_more() -> None:
    at = asked(climate=VALE)
    search = Search(build(at, [feed_of(one, 1.0) for one in (HALF, QUICK)], TEST, drained(at, np.zeros(STEPS))))
    begun = frozenset({search.uses[2]})
    fewer, more = search._climb(begun, 0.005, adding=False), search._climb(begun, 0.005)
    assert fewer is not None
    assert more is not None
    assert len(fewer.pattern) <= 1 < len(more.pattern)
    assert more.look.objective < fewer.look.objective


def test_what_stays_over_of_a_pack() -> None:
    """Half a pack of many, nearly all of one that a small lawn opens; nothing where size or pack is not known."""
    feed = replace(feed_of(HALF, 1.0), pack_g=20_000.0)
    shares = [stays_over(feed, size) for size in (20, 200, 2000, 20_000)]
    assert shares == sorted(shares, reverse=True)
    dose = 2.4 / 0.22 * 20  # g on 20 m²
    assert shares[0] == pytest.approx((20_000 - dose) / 20_000)
    assert shares[3] == pytest.approx(10_000 / (10_000 + dose * 1000))
    assert stays_over(feed, 0) == stays_over(replace(feed, pack_g=0.0), 200) == 0.0


@pytest.mark.parametrize("climate", [VALE, BAY, HOT])
def test_a_small_lawn_opens_no_more_bags_than_a_large_one(climate: Climate) -> None:
    at = asked(climate=climate, grass="couch" if climate is HOT else "bluegrass")
    kinds = [
        len({dose.product.key for dose in choose(at, SHELF, TEST, bought=Bought(size)).doses})
        for size in (30.0, 30_000.0)
    ]
    assert 1 <= kinds[0] <= kinds[1]
    everything = frozenset(one.key for one in SHELF)
    small, large = (choose(at, SHELF, TEST, opened=everything, bought=Bought(size)) for size in (30.0, 30_000.0))
    assert small.doses == large.doses  # what is open costs nobody a bag


def test_bags_are_paid_for_once_and_only_where_they_are_bought_for_the_lawn() -> None:
    at, feeds = asked(climate=VALE), [feed_of(HALF, 1.0), feed_of(QUICK, 1.0)]
    drains = drained(at, np.zeros(STEPS))
    model = build(at, feeds, TEST, drains, bought=Bought(40.0))
    assert set(model.bag) == {0, 1}
    for f, bag in model.bag.items():
        expected = TEST.weights.bag * stays_over(model.feeds[f], 40.0)
        assert model.program.cost[bag] == pytest.approx(expected)
    for more in (
        {"bought": Bought()},
        {"bought": Bought(40.0, frozenset({HALF.key, QUICK.key}))},
        {"bought": Bought(40.0), "opened": frozenset({QUICK.key}), "fixed": [Fixed(10, HALF, 12.0)]},
    ):
        assert build(at, feeds, TEST, drains, **more).bag == {}
