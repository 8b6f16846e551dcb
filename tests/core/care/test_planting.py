"""What decides a planting's year, and what it asks: groups by form, kind and plants; needs and rounds (common
practice)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from itertools import pairwise
from typing import Any, Literal

import pytest

from amber_acre.core.care.bedding import BEFORE_WAKING_DAYS, begins, planted_out
from amber_acre.core.care.covering import LEAST_MM, conditions_of, cover_asked, left_bare, net_m2
from amber_acre.core.care.demand import demand
from amber_acre.core.care.feeding import ANSWERED, ANSWERS_DAYS, GAP_DAYS, feed_asked
from amber_acre.core.care.mixed_bed import ground_of
from amber_acre.core.care.planting import Planting, planting_of
from amber_acre.core.errors import MissingInput
from amber_acre.core.measure.area_facts import ReadFact, read_facts
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.unfed import OLD_BED_YEARS
from amber_acre.core.season.climate import Climate, daily_series, next_season_start, season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.stages import AFTER_FROST_DAYS, Stages, days_into_rains, last_frost_after, stages
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.care_groups import CARE_GROUPS, FED_FINDINGS
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.plant_names import nearest
from amber_acre.core.working import Working
from tests.core.worlds import FREE, VALE

START = date(2026, 3, 1)
HEDGE = {"run": "20 m", "width": "1 m", "margin": "0.3 m", "plants": "40"}
SIZE = SquareMetres(40.0)
TREE = {"trunk_by": "diameter", "stems": "30 cm", "zone_by": "trunk"}


def ground(kind: str, plants: str = "", climate: Climate = VALE, **texts: str) -> Ground:
    """The ground of an area as its form would say it; ``plants``: lines of a bed, or the one plant."""
    typed = {"hedge": HEDGE, "tree": TREE, "container": {"count": "4", "volume": "30 L"}}.get(kind, {}) | texts
    if plants:
        typed["plants" if kind == "bed" else "plant"] = plants
    facts, faults = read_facts(kind, typed)
    assert not faults, faults
    names = [line.split("× ", 1)[-1] if kind == "bed" else line for line in plants.splitlines()]
    found = tuple(plant for name in names if (plant := nearest(name)) is not None)
    depth = facts["mulch_depth"].value if "mulch_depth" in facts else 0.0
    assert isinstance(depth, float)
    return Ground("Test planting", kind, SIZE, SIZE, climate, FREE, None, found, facts, mulch_mm=depth * 1000)


def planting(kind: str, plants: str = "", **texts: str) -> Planting:
    return planting_of(ground(kind, plants, VALE, **texts))


def year(one: Planting, start: date = START) -> Stages:
    return stages(one.ground.climate, one.group.start_c, start)


@pytest.mark.parametrize(
    ("kind", "plants", "texts", "group"),
    [
        ("bed", "14 × Rosa hybrids", {}, "rose"),
        ("bed", "14 × Rosa hybrids", {"care": "shrub"}, "shrub"),
        ("bed", "9 × Lavandula angustifolia\n4 × Rosa hybrids", {}, "lean"),
        ("bed", "20 × Hemerocallis hybrids\n4 × Lavandula angustifolia", {}, "perennial"),
        ("bed", "5 × Lavandula angustifolia\n5 × Hemerocallis hybrids", {}, "lean"),
        ("bed", "30 × Hemerocallis hybrids\n90 × Narcissus hybrids", {}, "perennial"),  # bulbs stand on little ground
        ("bed", "300 × Vinca minor\n100 × Hedera helix", {}, "groundcover"),
        ("bed", "6 × Rhododendron hybrids", {}, "acid"),
        ("bed", "3 × Musa basjoo\n4 × Canna hybrids", {}, "exotic"),
        ("bed", "40 × Vinca minor", {}, "groundcover"),
        ("bed", "3 × Trachycarpus fortunei", {}, "palm"),
        ("bed", "14 × Rosa hybrids", {"lean": "yes"}, "lean"),
        ("bed", "", {}, "shrub"),
        ("hedge", "Taxus baccata", {}, "hedge"),
        ("hedge", "Lavandula angustifolia", {}, "lean"),
        ("tree", "Quercus robur", {}, "mature-tree"),
        ("tree", "Quercus robur", {"age": "young"}, "young-tree"),
        ("tree", "Quercus robur", {"planted_on": "2026-08-20", "stems": "5 cm"}, "young-tree"),
        ("tree", "Quercus robur", {"planted_on": "2026-08-20", "stems": "14.9 cm"}, "young-tree"),
        ("tree", "Quercus robur", {"planted_on": "1991-11-02", "stems": "15 cm"}, "mature-tree"),
        ("tree", "Quercus robur", {"stems": "5 cm"}, "mature-tree"),  # a rowan of the hills is old at that
        ("tree", "Quercus robur", {"planted_on": "2026-08-20", "stems": "5 cm", "age": "mature"}, "mature-tree"),
        ("tree", "Picea abies", {}, "conifer"),
        ("tree", "Picea abies", {"age": "mature"}, "mature-tree"),
        ("tree", "Trachycarpus fortunei", {}, "palm"),
        ("container", "Petunia hybrids", {}, "pots"),
        ("container", "Citrus × limon", {}, "citrus"),
        ("container", "Echeveria elegans", {}, "succulent"),
    ],
)
def test_the_group_is_found_in_a_stated_order(kind: str, plants: str, texts: dict[str, str], group: str) -> None:
    assert planting(kind, plants, **texts).group.key == group


def test_a_mixed_bed_says_who_loses() -> None:
    one = planting("bed", "20 × Hemerocallis hybrids\n4 × Lavandula angustifolia\n3 × Geranium")
    assert one.loses == ("Lavandula angustifolia",)
    assert one.how == "23 of 27 plants are clump perennials"
    assert one.count == 27


def test_plants_are_known_by_the_names_people_use() -> None:
    """Lavender by its common name is lavender: it decides, and no feed goes over it."""
    one = planting("bed", "30 × Lavender\n5 × roses\n4 × Hostas")
    assert one.group.key == "lean"
    assert [grown.plant and grown.plant.botanical for grown in one.grown] == [
        "Lavandula angustifolia",
        "Rosa hybrids",
        "Hosta hybrids",
    ]
    assert one.strange == ()


@pytest.mark.parametrize(("fire", "kind"), [("yes", "gravel"), ("no", "bark-fine")])
def test_near_a_house_in_fire_country_nothing_is_laid_that_burns(fire: str, kind: str) -> None:
    """Embers: nothing that burns within 5 ft of a house (defensible-space codes, from memory)."""
    bed = planting("bed", "14 × Hosta hybrids", mulch_kind="none", fire=fire)
    cover, said = cover_asked(bed, year(bed), (), START)
    assert cover is not None
    assert cover.mulch.key == kind
    assert any("1.5 m" in one.sentence for one in said) is (fire == "yes")
    burns = planting("bed", "14 × Hosta hybrids", mulch_kind="chips", mulch_depth="2 cm", fire=fire)
    laid, told = cover_asked(burns, year(burns), (), START)
    assert (laid is None and any("burns" in one.sentence for one in told)) is (fire == "yes")


@pytest.mark.parametrize(
    ("plants", "group", "how"),
    [
        (
            "11 × pumpkin\n10 × Hosta",
            "shrub",
            "most of its plants are not in the catalogue: mulched and watered as shrubs are, and not fed",
        ),
        (
            "10 × pumpkin\n10 × Hosta",
            "shrub",
            "most of its plants are not in the catalogue: mulched and watered as shrubs are, and not fed",
        ),
        ("9 × pumpkin\n10 × Hosta", "perennial", "its plants are clump perennials"),
        (
            "9 × pumpkin",
            "shrub",
            "most of its plants are not in the catalogue: mulched and watered as shrubs are, and not fed",
        ),
        ("", "shrub", "nobody has said what grows here: taken as shrubs"),
    ],
)
def test_plants_nobody_knows_decide_nothing_by_silence(plants: str, group: str, how: str) -> None:
    one = planting("bed", plants)
    assert (one.group.key, one.how) == (group, how)
    assert one.strange == (("pumpkin",) if "pumpkin" in plants else ())
    assert planting("bed", plants, care="perennial").strange == ()  # somebody has chosen


def test_turf_is_no_planting() -> None:
    lawn = replace(ground("bed", "3 × Rosa hybrids"), kind="lawn")
    with pytest.raises(MissingInput):
        planting_of(lawn)


def test_nobody_has_said_what_grows() -> None:
    assert planting("bed").unknown
    assert not planting("bed", care="rose").unknown
    assert not planting("hedge", "Taxus baccata").unknown


def asked(one: Planting, today: date = START, *fed: tuple[date, float]) -> Any:
    return feed_asked(one, year(one), today, fed)


@pytest.mark.parametrize("group", [key for key, row in CARE_GROUPS.items() if row.basis == "area"])
@pytest.mark.parametrize("aim", ["less", "keep", "flowers", "growth", "recover"])
def test_the_need_stays_in_the_groups_range(group: str, aim: str) -> None:
    one = planting("bed", "10 × Rosa hybrids", care=group, aim=aim, finding="short", bloom_end="28 June")
    low, high = CARE_GROUPS[group].need
    found = asked(one)
    assert 0 <= found.nitrogen <= high
    assert found.nitrogen >= low or found.nitrogen == 0
    assert sum(row.nitrogen for row in found.rounds) <= found.nitrogen + 1e-9


@pytest.mark.parametrize("group", ["mature-tree", "young-tree", "conifer", "grass"])
def test_some_are_fed_by_a_finding_alone(group: str) -> None:
    assert not asked(planting("bed", "10 × Rosa hybrids", care=group)).rounds
    for finding in FED_FINDINGS:
        assert asked(planting("bed", "10 × Rosa hybrids", care=group, finding=finding)).nitrogen > 0


@pytest.mark.parametrize("finding", ["wilt", "salt", "compact", "cold"])
def test_other_findings_ask_for_no_feed(finding: str) -> None:
    found = asked(planting("hedge", "Taxus baccata", finding=finding))
    assert not found.rounds
    assert found.said


def test_no_round_after_the_last_day_and_none_before_waking() -> None:
    for group in CARE_GROUPS:
        one = (
            planting("bed", "10 × Rosa hybrids", care=group, finding="short", bloom_end="20 July")
            if (CARE_GROUPS[group].basis == "area")
            else planting("container", "Petunia hybrids", care=group)
        )
        stage = year(one)
        for row in asked(one).rounds:
            assert row.on <= stage.last
            assert row.on >= stage.wakes - timedelta(days=1)
            assert row.opens <= row.on <= row.closes


def test_conifers_make_one_flush() -> None:
    yew = planting("hedge", "Taxus baccata", clips="20 June; 20 August")
    box = planting("hedge", "Ligustrum ovalifolium", clips="20 June; 20 August")
    assert [row.name for row in asked(yew).rounds] == ["Spring feed"]
    assert [row.name for row in asked(box).rounds] == ["Spring feed", "Feed after clipping"]


def test_plants_of_the_first_year() -> None:
    hedge = planting("hedge", "Taxus baccata", planted_on="2026-03-15")
    assert {one.code for one in asked(hedge).said} == {"no_hole", "water_first"}
    roses = planting("bed", "8 × Rosa hybrids", planted_on="2026-04-15")
    assert asked(roses).nitrogen == pytest.approx(asked(planting("bed", "8 × Rosa hybrids")).nitrogen / 2)
    assert min(row.on for row in asked(roses).rounds) >= date(2026, 5, 27)
    assert [words[:1] for words in asked(roses).factors][1:] == ["×", "="]
    assert float(asked(roses).factors[-1].split()[1]) == pytest.approx(asked(roses).nitrogen, rel=0.005)
    assert len(asked(planting("bed", "8 × Rosa hybrids")).factors) == 1


def test_old_roses_are_tested_first() -> None:
    old, young = str(START.year - OLD_BED_YEARS), str(START.year - OLD_BED_YEARS + 1)
    assert not asked(planting("bed", "8 × Rosa hybrids", since=old)).rounds
    assert asked(planting("bed", "8 × Rosa hybrids", since=young)).rounds


def test_what_went_down_is_not_fed_again() -> None:
    one = planting("bed", "8 × Rosa hybrids")
    whole = asked(one)
    winter = whole.rounds[0].on - timedelta(days=ANSWERS_DAYS + 1)  # of no round's
    half = asked(one, START, (winter, whole.nitrogen / 2))
    assert sum(row.nitrogen for row in half.rounds) == pytest.approx(whole.nitrogen / 2)
    assert len(half.rounds) == len(whole.rounds)
    assert not asked(one, START, (winter, whole.nitrogen)).rounds


@pytest.mark.parametrize(
    ("days", "part", "again"),
    [
        (0, 1.0, False),
        (ANSWERS_DAYS, 1.0, False),
        (ANSWERS_DAYS + 1, 1.0, True),
        (-ANSWERS_DAYS, 1.0, False),
        (0, ANSWERED, False),
        (0, ANSWERED - 0.01, True),
    ],
)
def test_a_round_that_was_given_is_not_given_again(days: int, part: float, again: bool) -> None:
    """The spring feed of a border went down in April: planned again in June it asks for the feed after bloom alone."""
    border = planting("bed", "30 × Hemerocallis hybrids", bloom_end="20 July")
    spring, later = asked(border).rounds
    fed = (spring.on + timedelta(days=days), spring.nitrogen * part)
    told = asked(border, START, fed).rounds
    assert (spring.name in [one.name for one in told]) is again
    assert sum(one.nitrogen for one in told) <= asked(border).nitrogen - fed[1] + 1e-9
    if not again:
        assert [(one.name, one.on) for one in told] == [(later.name, later.on)]
        assert told[0].nitrogen == pytest.approx(later.nitrogen)


def test_a_late_round_is_made_up_for_only_while_it_helps() -> None:
    one = planting("hedge", "Ligustrum ovalifolium")
    wakes = year(one).wakes
    assert asked(one, today=wakes + timedelta(days=50)).rounds[0].on == wakes + timedelta(days=57)
    assert not asked(one, today=wakes + timedelta(days=80)).rounds


def test_demand_adds_up_to_the_need() -> None:
    one = planting("bed", "8 × Rosa hybrids")
    series = daily_series(VALE, START, next_season_start(START))
    found = demand(one, year(one), series, 9.0)
    assert found.sum() == pytest.approx(9.0)
    assert (found >= 0).all()
    assert found[series.index(date(2026, 12, 20))] == 0


@pytest.mark.parametrize(
    ("texts", "kind", "says"),
    [
        ({"mulch_kind": "none"}, "chips", ""),
        ({"mulch_kind": "chips", "mulch_depth": "9 cm"}, None, "too_much_mulch"),
        ({"mulch_kind": "bark", "mulch_depth": "5 cm", "fabric": "yes"}, None, "fabric"),
        ({}, None, "mulch"),
    ],
)
def test_mulch_by_what_lies_there(texts: dict[str, str], kind: str | None, says: str) -> None:
    one = planting("hedge", "Carpinus betulus", **texts)
    cover, said = cover_asked(one, year(one), [], START)
    assert (cover.mulch.key if cover else None) == kind
    assert not says or says in {note.code for note in said}


def test_a_thin_top_up_is_not_worth_a_visit() -> None:
    wanted = CARE_GROUPS["hedge"].mulch_mm
    for gap, planned in ((LEAST_MM, True), (LEAST_MM - 1, False)):
        one = planting("hedge", "Carpinus betulus", mulch_kind="chips", mulch_depth=f"{wanted - gap:g} mm")
        assert (cover_asked(one, year(one), [], START)[0] is not None) is planned


def test_lean_plants_get_gravel_and_never_on_chips() -> None:
    bare = planting("bed", "8 × Lavandula angustifolia", mulch_kind="none")
    cover, _ = cover_asked(bare, year(bare), [], START)
    assert cover is not None
    assert cover.mulch.key == "gravel"
    chips = planting("bed", "8 × Lavandula angustifolia", mulch_kind="chips", mulch_depth="3 cm")
    assert cover_asked(chips, year(chips), [], START)[0] is None


def test_a_ring_wider_than_the_bed_is_said() -> None:
    one = planting("bed", "4 × Rosa hybrids", mulch_kind="none", trunks="30", clear="1 m")
    cover, said = cover_asked(one, year(one), [], START)
    assert cover is None
    assert any(note.obstacle and "larger than the bed" in note.sentence for note in said)


def test_a_place_speaks_for_and_against() -> None:
    assert "slope" in conditions_of(planting("bed", "4 × Rosa hybrids", slope="1:5"))
    assert "slope" not in conditions_of(planting("bed", "4 × Rosa hybrids", slope="1:8"))
    assert "acid" in conditions_of(planting("bed", "4 × Pieris japonica"))


def test_soils_of_woody_plants_have_their_own_ranges() -> None:
    """45 mg/kg of phosphorus by Mehlich-3 is within a bed's range and within a wood's; 50 is high under trees alone."""
    tested = (SoilTest.of(date(2026, 1, 5), "mehlich-3", ph=6.5, p=50, k=60),)
    bed = planting_of(replace(ground("bed", "9 × Hemerocallis hybrids"), tests=tested))
    tree = planting_of(replace(ground("tree", "Quercus robur"), tests=tested))
    assert (bed.phosphorus, tree.phosphorus) == ("adequate", "high")
    assert (bed.potassium, tree.potassium) == ("low", "adequate")


@pytest.mark.parametrize(
    ("told", "seen", "on"),
    [
        ("28 June", None, date(2026, 7, 1)),
        ("28 June", date(2026, 6, 10), date(2026, 7, 1)),
        ("28 June", date(2026, 7, 9), date(2026, 7, 19)),
        ("", date(2026, 7, 9), date(2026, 7, 19)),
        ("28 June", date(2025, 7, 9), date(2026, 7, 1)),
    ],
)
def test_a_bloom_that_was_seen_moves_the_feed_after_it(told: str, seen: date | None, on: date) -> None:
    at = replace(ground("bed", "8 × Rosa hybrids", VALE, **({"bloom_end": told} if told else {})), in_bloom=seen)
    found = asked(planting_of(at))
    assert [row.on for row in found.rounds if row.name == "Feed after first bloom"] == [on]


@pytest.mark.parametrize("kind", ["bed", "hedge"])
def test_what_follows_a_round_made_up_late_keeps_its_distance(kind: str) -> None:
    """Planned on any day of the year: never two rounds nearer than four weeks, none after the last day."""
    one = (
        planting("bed", "14 × Rosa hybrids", aim="flowers")
        if kind == "bed"
        else planting("hedge", "Photinia × fraseri")
    )
    turn = year(one)
    late = 0
    for n in range(0, 330, 3):
        today = START + timedelta(days=n)
        rounds = feed_asked(one, turn, today).rounds
        late += any(row.late for row in rounds)
        assert all(after.on - before.on >= timedelta(days=GAP_DAYS) for before, after in pairwise(rounds)), today
        assert all(row.opens <= row.on <= row.closes and row.on <= turn.last for row in rounds), today
        assert all(row.hot is turn.hot(row.on) for row in rounds)
    assert late


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_no_round_speaks_of_frost_or_winter_where_none_comes(kind: str, half: Literal["north", "south"]) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    for group, at in (
        ("hedge", ground("hedge", "Ligustrum ovalifolium", climate)),
        ("rose", ground("bed", "14 × Rosa hybrids", climate)),
        ("perennial", ground("bed", "30 × Hemerocallis hybrids", climate)),
    ):
        planting = planting_of(at)
        year = stages(climate, planting.group.start_c, date(2026, 3, 1))
        rounds = feed_asked(planting, year, year.wakes - timedelta(days=40)).rounds
        words = " ".join(f"{one.name} {one.why}" for one in rounds)
        assert year.frost is not None or "frost" not in words, (group, words)
        assert not year.by_rains or not {"Spring", "winter"} & set(words.split()), (group, words)
        if group == "rose" and climate.first_frost is not None:
            assert "hardens before frost" in words


def test_heathers_live_on_poor_ground() -> None:
    """Fed by a finding or a wish alone, and then half of what other acid lovers get (common practice, no source)."""
    bank, azaleas = "50 × Calluna vulgaris\n12 × Erica carnea", "30 × Rhododendron (azalea group)"
    heath, other = planting("bed", bank), planting("bed", azaleas)
    assert (heath.group.key, other.group.key) == ("acid", "acid")
    assert (heath.heath, other.heath) == (True, False)
    none = feed_asked(heath, year(heath), START)
    assert none.nitrogen == 0
    assert [one.code for one in none.said] == ["no_feed"]
    for text in ({"aim": "flowers"}, {"finding": "short"}):
        fed = [feed_asked(planting("bed", plants, **text), year(heath), START) for plants in (bank, azaleas)]
        assert fed[0].nitrogen == pytest.approx(fed[1].nitrogen / 2)
    assert not planting("bed", "4 × Calluna vulgaris\n5 × Rhododendron (azalea group)").heath


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize(("plants", "waits"), [("24 × Rosa hybrids", True), ("6 × Musa basjoo", False)])
def test_a_round_in_heat_waits_for_its_end(plants: str, waits: bool, half: Literal["north", "south"]) -> None:
    """Roses rest in a desert's summer; what loves heat is fed in it (common practice, no source)."""
    desert = next(kind for kind in KINDS if kind.key == "hot-desert").climate(half)
    start = season_start(desert, START)
    one = planting_of(ground("bed", plants, desert, aim="flowers"))
    stages_there = stages(desert, one.group.start_c, start)
    asked = feed_asked(one, stages_there, start)
    assert asked.rounds
    assert any(round.hot for round in asked.rounds) is not waits
    moved = [round for round in asked.rounds if round.why.endswith("and after the heat")]
    assert bool(moved) is waits
    for round in moved:
        assert stages_there.hot(round.on - timedelta(days=1))  # the first day after it
        assert round.on <= stages_there.last


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", ["wet-tropics", "tropical-highland"])
@pytest.mark.parametrize("plants", ["9 × Musa basjoo", "3 × Trachycarpus fortunei"])
def test_where_no_cold_comes_the_rounds_part_the_rains(plants: str, kind: str, half: Literal["north", "south"]) -> None:
    """Not all within a quarter, as where a summer ends: a third of the wet time lies between two, whichever season of
    rain it falls in; where somebody waters, a third of the year (common practice, no source)."""
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    at = ground("bed", plants, climate)
    start = season_start(climate, START)
    for watered in (False, True):
        one = planting_of(replace(at, irrigated=watered))
        there = stages(climate, one.group.start_c, start)
        days = [round.on for round in feed_asked(one, there, start).rounds]
        assert len(days) == 3
        assert days[0] == there.wakes
        gaps = [(b - a).days for a, b in pairwise(days)]
        assert min(gaps) >= (120 if watered else 55)
        assert (days[-1] - days[0]).days >= 190
        assert days[-1] <= there.last
        if not watered:
            met = [(climate.rain_mm[day.month - 1], day) for day in days]
            assert all(rain > min(climate.rain_mm) * 1.2 for rain, _ in met)
        said = " ".join(round.why for round in feed_asked(one, there, start).rounds)
        assert "start late" not in said
        assert "still used" not in said


def test_a_share_of_the_rains_is_counted_in_wet_time_alone() -> None:
    """A year of rain is shared evenly, one without any as the year itself; a dry half moves a share past it."""
    bay = next(one for one in KINDS if one.key == "wet-tropics").climate("north")
    day = date(2026, 1, 1)
    always, never = replace(bay, rain_mm=(500.0,) * 12), replace(bay, rain_mm=(0.0,) * 12)
    for one in (always, never):
        assert days_into_rains(one, day, 0.0) == 0
        assert days_into_rains(one, day, 1 / 3) == pytest.approx(122, abs=4)
        assert days_into_rains(one, day, 2 / 3) == pytest.approx(243, abs=4)
    half = replace(bay, rain_mm=(500.0,) * 3 + (0.0,) * 6 + (500.0,) * 3)
    assert 60 <= days_into_rains(half, day, 0.45) <= 95
    assert days_into_rains(half, day, 0.55) >= 270


def test_mulch_stops_short_of_what_it_would_rot() -> None:
    """Twenty daylilies stand on most of a bed, four lavenders on the rest: that ground is left bare, and said."""
    mixed = planting(
        "bed", "20 × Hemerocallis hybrids\n4 × Lavandula angustifolia", mulch_kind="chips", mulch_depth="0"
    )
    assert mixed.group.key == "perennial"
    chips, gravel = MULCHES["chips"], MULCHES["gravel"]
    assert [one.name for one in left_bare(mixed, chips)] == ["Lavandula angustifolia"]
    assert left_bare(mixed, gravel) == ()
    working = Working("Mulch")
    bare = ground_of(mixed, left_bare(mixed, chips))
    assert 0 < bare < SIZE / 2
    assert net_m2(mixed, working, chips) == pytest.approx(net_m2(mixed, Working(""), gravel) - bare, rel=0.02)
    assert "Lavandula" in working.steps[0].figures[1].meaning
    asked, said = cover_asked(mixed, year(mixed), [], START)
    assert asked is not None
    assert asked.volume_m3 == pytest.approx(asked.net_m2 * asked.place_mm / 1000)
    assert any("None on Lavandula angustifolia" in one.sentence for one in said)
    alike = planting("bed", "20 × Hemerocallis hybrids\n4 × Rosa hybrids", mulch_kind="chips", mulch_depth="0")
    assert left_bare(alike, chips) == ()


def test_plants_of_a_hedge_are_counted_or_spaced_or_unknown() -> None:
    at = ground("hedge", "Taxus baccata")
    uncounted = {key: fact for key, fact in at.facts.items() if key != "plants"}
    spaced = uncounted | {"spacing": ReadFact(0.6, "60 cm")}
    told = [planting_of(replace(at, facts=facts)) for facts in (at.facts, spaced, uncounted)]
    assert [(one.count, one.counted) for one in told] == [(40, True), (33, True), (1, False)]  # 20 m by 60 cm
    assert planting("tree", "Quercus palustris").counted


@pytest.mark.parametrize(
    ("kind", "plants", "texts", "group"),
    [
        ("tree", "Malus domestica", {}, "fruit"),
        ("tree", "plum", {"age": "mature"}, "fruit"),
        ("tree", "fig", {}, "mature-tree"),  # lean fruit
        ("tree", "lemon", {}, "citrus-tree"),
        ("tree", "Citrus reticulata", {"age": "young"}, "citrus-tree"),
        ("tree", "avocado", {}, "evergreen-fruit"),
        ("tree", "papaya", {"age": "mature"}, "evergreen-fruit"),
        ("tree", "mango", {}, "mature-tree"),  # lean
        ("bed", "2 × avocado", {}, "evergreen-fruit"),
        ("container", "lemon", {}, "citrus"),
        ("tree", "oak", {}, "mature-tree"),
        ("bed", "12 × raspberry", {}, "fruit"),
        ("bed", "3 × grape vine", {}, "shrub"),
        ("bed", "12 × blueberry", {}, "acid"),
    ],
)
def test_hungry_fruit_and_citrus_have_years_of_their_own(
    kind: str, plants: str, texts: dict[str, str], group: str
) -> None:
    assert planting(kind, plants, **texts).group.key == group


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("climate", KINDS, ids=lambda kind: kind.key)
def test_fruit_is_fed_once_and_citrus_three_times_at_most_in_any_climate(
    climate: Any, half: Literal["north", "south"]
) -> None:
    where = climate.climate(half)
    start = season_start(where, START)
    for plants, most in (("apple", 1), ("lemon", 3)):
        one = planting_of(ground("tree", plants, where))
        rounds = feed_asked(one, year(one, start), start).rounds
        assert len(rounds) <= most
        assert sum(each.nitrogen for each in rounds) <= one.group.need[1]
        assert rounds


def days_of(one: Planting, start: date = START) -> list[date]:
    return [row.on for row in feed_asked(one, year(one, start), start).rounds]


def test_tender_bedding_is_fed_once_it_is_planted_out_after_hard_frost() -> None:
    """The vale's last hard frost is on 1 May: out on the 11th, fed a fortnight later, and twice until August."""
    begonias = planting("bed", "24 × bedding begonia")
    assert begonias.group.key == "bedding"
    last = last_frost_after(VALE, START)
    assert last is not None
    out = last + timedelta(days=AFTER_FROST_DAYS)
    assert days_of(begonias) == [out + timedelta(days=days) for days in (14, 56, 91)]
    hardy = planting("bed", "40 × pansy")
    assert days_of(hardy)[0] == year(hardy).wakes + timedelta(days=14) < days_of(begonias)[0]
    both = planting("bed", "40 × pansy\n3 × petunia")
    assert days_of(both)[0] == days_of(begonias)[0]  # what is tender among them decides


@pytest.mark.parametrize(
    ("planted", "first"),
    [("2026-06-10", date(2026, 6, 24)), ("2025-06-10", date(2026, 5, 25)), ("2026-10-10", date(2026, 5, 25))],
)
def test_the_day_it_was_planted_this_season_stands_before_the_usual_one(planted: str, first: date) -> None:
    assert days_of(planting("bed", "24 × petunia", planted_on=planted))[0] == first


@pytest.mark.parametrize(
    ("plants", "group"),
    [
        ("9 × dahlia", "bedding"),
        ("90 × tulip", "bulb"),
        ("1 × fig", "shrub"),
        ("9 × canna", "exotic"),
        ("3 × bay laurel", "shrub"),
        ("3 × lemon", "citrus-tree"),
    ],
)
def test_what_is_planted_out_each_year_is_bedding_and_what_keeps_its_wood_is_not(plants: str, group: str) -> None:
    assert planting("bed", plants).group.key == group


def test_bedding_that_flowers_on_poor_ground_is_left_unfed() -> None:
    """Nasturtiums, cosmos: fed they make leaves (common practice, no source)."""
    lean = planting("bed", "30 × nasturtium\n20 × cosmos\n10 × petunia")
    assert lean.blooms_lean
    assert not days_of(lean)
    assert days_of(planting("bed", "30 × nasturtium", aim="growth"))
    assert days_of(planting("bed", "30 × nasturtium", finding="short"))
    assert not planting("bed", "10 × nasturtium\n30 × petunia").blooms_lean
    assert not planting("bed", "30 × Rosa hybrids").blooms_lean


@pytest.mark.parametrize("half", ["north", "south"])
@pytest.mark.parametrize("kind", [one.key for one in KINDS])
def test_no_bedding_is_fed_before_hard_frost_is_over(kind: str, half: Literal["north", "south"]) -> None:
    climate = next(one for one in KINDS if one.key == kind).climate(half)
    start = season_start(climate, START)
    one = planting_of(ground("bed", "24 × petunia", climate))
    frost = last_frost_after(climate, start)
    rounds = feed_asked(one, year(one, start), start).rounds
    assert rounds
    for row in rounds:
        assert frost is None or row.on > frost or row.on > start + timedelta(days=200)
        assert frost is not None or "frost" not in row.why


def test_bedding_asks_for_food_from_the_day_it_is_out() -> None:
    begonias, hosta = planting("bed", "24 × bedding begonia"), planting("bed", "24 × hosta")
    stage = year(begonias)
    assert begins(begonias, stage) == planted_out(begonias, stage) == date(2026, 5, 11)
    assert begins(hosta, year(hosta)) == year(hosta).wakes
    series = daily_series(VALE, START, next_season_start(START))
    asked_for = demand(begonias, stage, series, 7.2)
    assert float(asked_for.sum()) == pytest.approx(7.2)
    assert float(asked_for[: (date(2026, 5, 11) - START).days].max()) == 0
    assert float(asked_for[(date(2026, 5, 20) - START).days]) > 0


@pytest.mark.parametrize(("days", "said"), [(BEFORE_WAKING_DAYS, True), (BEFORE_WAKING_DAYS + 1, False)])
def test_a_day_of_planting_long_before_the_season_is_another_years(days: int, said: bool) -> None:
    wakes = year(planting("bed", "24 × petunia")).wakes
    on = wakes - timedelta(days=days)
    one = planting("bed", "24 × petunia", planted_on=on.isoformat())
    assert (planted_out(one, year(one)) == on) is said
