"""What answers a finding better than a feed, and plants too new for one: planner and judge ask the same."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date

from amber_acre.core.jobs.use import BY_PLANT
from amber_acre.core.measure.area_facts import listed, number_of, planted_on
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.law import nitrogen_of
from amber_acre.core.rules.plant_forms import groups_of
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import OnDay, Plain, Sentence
from amber_acre.core.tables.care_groups import yearly_tree
from amber_acre.core.tables.plants import Plant

STOPS_UNKNOWN = ("bed", "container")  # kinds whose plants alone say what they bear
NOT_SAID = "these plants"  # of pots whose form names none
NEW_DAYS = 365  # a plant is new for its first twelve months [common-practice]
ROOTED_DAYS = 42  # new roses and perennials are fed once they have rooted: six weeks [common-practice]
OLD_BED_YEARS = 10  # a bed of roses this old is tested before it is fed harder [common-practice]
WOODY = ("tree", "shrub", "hedging", "conifer", "climber", "fruit")  # groups of the catalogue
LATE_STAGE = 3  # of yellowing between green veins from which nitrogen does not help a tree [common-practice]
WET = "No feed while the ground stands wet: roots without air take nothing up. Drain first."
VETERAN_TRUNK_M = 0.75  # across, from which a tree is fed by a test alone [common-practice]
VETERAN = (
    "A tree this old is not pushed with nitrogen for short shoots: have the soil tested and the roots and stand looked"
    " at, loosen compacted ground, water and mulch. Only a test or leaf analysis low in nitrogen asks for a feed."
)
LATE_STAGE_WORDS = "No nitrogen for yellow leaves with green veins: pH and roots come first."
TIRED_ROSES = "A rose bed this old is tested and its roots checked before it is fed harder."
ANSWERED_OTHERWISE = {
    "wilt": "Water first: wilting in heat or drought is no hunger. No nitrogen until growth resumes.",
    "salt": (
        "Salt in the ground: leach it with clean water in spring, nothing salty, no chloride; no feed until new growth"
        " comes."
    ),
    "compact": (
        "Compacted ground: loosen it (core or air tools, in radial lines under a crown) and mulch; no nitrogen for it."
    ),
    "roots": (
        "Roots were cut or crushed: no nitrogen, it drives leaves that such roots cannot keep. Keep machines off, water"
        " through drought, loosen by air or in radial lines, mulch wide; let a licensed person look at its stand first."
    ),
    "cold": (
        "Wait until the soil is warm: on cold soil everything is pale and nothing is taken up. Look again in four"
        " weeks."
    ),
    "pot-dry": "Water the dry pot first until it drains, and feed at the next watering: feed burns dry roots.",
}


def tired_roses(ground: Ground, roses: bool, year: int) -> bool:
    """Whether a bed of roses fails, or is so old in a year that a test of its soil comes before feed."""
    since = number_of(ground.facts, "since")
    old = since is not None and year - int(since) >= OLD_BED_YEARS and ground.test is None
    return roses and (old or ground.says("finding") == "failing")


def unknown_plants(ground: Ground) -> tuple[str, ...]:
    """Names in a bed or in pots of which nothing is known, where they leave open what it bears: any in pots, which are
    dosed alike, and half of a bed. Nothing where its form says what it is cared for as, or that it is lean."""
    if ground.kind not in STOPS_UNKNOWN or ground.says("care") or ground.says("lean") == "yes":
        return ()
    rows = list(listed(ground.facts))
    if ground.says("plant"):
        rows.append(Listed(int(number_of(ground.facts, "count") or 1), ground.says("plant")))
    if not rows and ground.kind == "container":
        return (NOT_SAID,)
    strange = [row for row in rows if ground.plant_called(row.name) is None]
    alone = ground.kind == "container" or 2 * sum(row.count for row in strange) >= sum(row.count for row in rows)
    return tuple(dict.fromkeys(row.name for row in strange)) if alone else ()


def unknown_in_words(names: tuple[str, ...]) -> Sentence:
    """Why what nobody knows is not fed."""
    return Sentence.of(
        "Nothing is known of what {plants} bear, and some plants die of a usual feed (insect eaters, cacti, heathers):"
        " name them botanically, add them in the Almanac, or say what the area is cared for as.",
        plants=Plain(", ".join(names)),
    )


def _unknown(case: Case) -> Iterable[Broken]:
    names = unknown_plants(case.ground) if nitrogen_of(case.itself) else ()
    if names:
        yield Broken(unknown_in_words(names), "product")


def veteran(ground: Ground) -> bool:
    """Whether a tree that waits for a finding is so thick that short shoots are no reason to feed it."""
    if ground.kind != "tree" or yearly_tree(ground.plants) or "stems" not in ground.facts:
        return False
    measured = size_by_facts(ground.kind, ground.facts)
    return measured.other >= VETERAN_TRUNK_M * (1 - 1e-9)


def answered_otherwise(ground: Ground, year: int) -> str:
    """Why no feed answers what its form says of a planting, in words; '' where nothing is in a feed's way."""
    if ground.says("wet") == "yes":
        return WET
    stage = ground.says("stage")
    if ground.kind == "tree" and stage and int(stage) >= LATE_STAGE:
        return LATE_STAGE_WORDS
    if veteran(ground) and ground.says("finding") != "low-n":
        return VETERAN
    keys = groups_of(ground, "")
    if tired_roses(ground, bool(keys) and set(keys) == {"rose"}, year):
        return TIRED_ROSES
    return ANSWERED_OTHERWISE.get(ground.says("finding"), "")


def _finding_first(case: Case) -> Iterable[Broken]:
    if case.ground.traits.turf or not nitrogen_of(case.itself):
        return
    words = answered_otherwise(case.ground, case.job.on.year)
    if words:
        yield Broken(Sentence(words), "product")


def _woody(plant: Plant) -> bool:
    return plant.group in WOODY


def _new_among(ground: Ground, day: date) -> list[str]:
    """Woody plants in their first year among others, by name."""
    lines = [line for line in listed(ground.facts) if (plant := ground.plant_called(line.name)) and _woody(plant)]
    return [line.name for line in lines if line.planted_on and 0 <= (day - line.planted_on).days < NEW_DAYS]


def _new_plants(case: Case) -> Iterable[Broken]:
    ground, on = case.ground, case.job.on
    if ground.traits.turf or not nitrogen_of(case.itself):
        return
    planted, grown = planted_on(ground.facts), ground.plants
    among = _new_among(ground, on) if ground.kind == "bed" and case.job.dose.basis not in BY_PLANT else []
    if planted is None:
        if among:
            yield Broken(
                Sentence.of(
                    "Spread over the whole bed it reaches {plants}, planted within a year: woody plants are not fed in"
                    " their first. Dose it by plant for the others.",
                    plants=Plain(", ".join(among)),
                ),
                "rate",
            )
        return
    days = (on - planted).days
    if ground.kind in ("hedge", "tree") or (bool(grown) and all(map(_woody, grown))):
        if 0 <= days < NEW_DAYS:
            yield Broken(
                Sentence.of(
                    "Planted on {day}: woody plants of the first year are watered and mulched, not fed. Native soil"
                    " goes back into the hole.",
                    day=OnDay(planted, year=True),
                )
            )
    elif ground.kind == "bed" and grown and 0 <= days < ROOTED_DAYS and "bedding" not in groups_of(ground, ""):
        yield Broken(
            Sentence.of(
                "Planted on {day}: roots first. What is new is fed from six weeks after planting on.",
                day=OnDay(planted, year=True),
            )
        )


RULES: tuple[Rule, ...] = (
    Rule(
        "unknown-plants",
        "ground",
        "What nobody knows is not fed: in pots any unknown plant, in a bed where half of it is unknown.",
        "warn",
        "common-practice",
        _unknown,
    ),
    Rule(
        "finding-first",
        "ground",
        "No feed for what water, warmth, air at the roots or leaching answers.",
        "warn",
        "common-practice",
        _finding_first,
        custom=True,
    ),
    Rule(
        "new-plants",
        "season",
        "Woody plants are not fed in their first year, others in beds not in their first six weeks.",
        "warn",
        "common-practice",
        _new_plants,
        custom=True,
    ),
)
