"""Groups of plants that ask for the same year: nitrogen, when, in what form, where it goes, mulch.

Nitrogen in g/m² of root zone or bed a year, or g a litre of medium for pots. From memory of extension sheets unless a
row says otherwise: 5 g/m² is about 1 lb/1000 ft².
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from amber_acre.core.tables.plants import Plant

At = Literal["wakes", "out", "bloom", "clip", "middle", "rests"]
Fed = Literal["yearly", "if asked", "by finding", "never"]
Basis = Literal["area", "litre"]


@dataclass(frozen=True)
class RoundRow:
    """A feed of the year: its name, the stage it goes by (``out``: planted out), its share, days after that stage,
    why."""

    name: str
    at: At
    share: float
    after_days: int
    why: str


@dataclass(frozen=True)
class CareGroup:
    """What a group asks for. ``need``: low and high nitrogen of a year; ``start_c``: soil °C at which it is first fed.

    ``fed``: every year, where somebody wants more of it, by a finding alone, or never. ``tender``: nothing before
    growth resumes; woody plants are only kept from soft growth before frost. ``slow_least``: share that is to be slow.
    ``k_per_n``, ``p_per_n``: potassium wanted and phosphorus borne for a gram of nitrogen, as elements. ``organic``:
    only organic feed. ``placement``: where it goes. ``mulch_mm``: depth wanted, 0 none; ``mulches``: kinds, the usual
    first. ``clear_mm``: bark or crown kept clear.
    """

    key: str
    name: str
    need: tuple[float, float]
    fed: Fed
    start_c: float
    rounds: tuple[RoundRow, ...]
    tender: bool = False
    slow_least: float = 0.3
    k_per_n: float = 0.3
    p_per_n: float = 0.3
    organic: bool = False
    placement: str = "base"
    mulch_mm: float = 75.0
    mulches: tuple[str, ...] = ("chips", "bark", "living", "bark-fine")
    clear_mm: float = 75.0
    basis: Basis = "area"
    source: str = "from-memory"


_SPRING = RoundRow("Spring feed", "wakes", 1.0, 0, "growth begins and uses it")
CARE_GROUPS: dict[str, CareGroup] = {
    row.key: row
    for row in (
        CareGroup("hedge", "hedge", (5, 10), "yearly", 6.0, (
            RoundRow("Spring feed", "wakes", 0.6, 0, "the first flush after winter"),
            RoundRow("Feed after clipping", "clip", 0.4, 7, "clipping takes growth away, and it comes again"))),
        CareGroup("conifer", "conifers", (5, 10), "by finding", 6.0, (
            RoundRow("Spring feed", "wakes", 1.0, 0, "one flush a year: buds for the next are set after it"),),
            slow_least=0.5, mulches=("chips", "needles", "bark-pine", "bark"), clear_mm=150.0),
        CareGroup("shrub", "shrubs", (2.5, 7.5), "if asked", 6.0, (
            RoundRow("Feed after bloom", "bloom", 1.0, 5, "spring bloomers grow their next buds after bloom"),
            _SPRING), slow_least=0.5),
        CareGroup("rose", "roses", (7, 16), "yearly", 7.0, (
            RoundRow("Spring feed", "wakes", 0.4, 0, "leaves unfold"),
            RoundRow("Feed after first bloom", "bloom", 0.35, 3, "the next flowers follow at once"),
            RoundRow("Mid-season feed", "middle", 0.25, 0, "the last that still hardens before frost")),
            tender=True, k_per_n=0.55, p_per_n=0.3, mulch_mm=65.0,
            mulches=("living", "bark-fine", "chips", "compost"), clear_mm=75.0),
        CareGroup("perennial", "clump perennials", (4, 8), "yearly", 7.0, (
            RoundRow("Spring feed", "wakes", 0.5, 0, "as hard frost ends and shoots come"),
            RoundRow("Feed after bloom", "bloom", 0.5, 7, "roots and next year's crowns")),
            tender=True, p_per_n=0.4, k_per_n=0.5, mulch_mm=60.0, mulches=("bark-fine", "chips", "leaf-mould"),
            clear_mm=60.0),
        CareGroup("bedding", "bedding plants", (6, 12), "yearly", 7.0, (
            RoundRow("First feed", "out", 0.4, 14, "planted out, their roots have taken hold"),
            RoundRow("Second feed", "out", 0.35, 56, "flower on flower draws on it"),
            RoundRow("Third feed", "out", 0.25, 91, "flowers until frost")),
            tender=True, k_per_n=0.6, p_per_n=0.35, mulch_mm=30.0, mulches=("bark-fine", "leaf-mould", "compost"),
            clear_mm=50.0),
        CareGroup("grass", "ornamental grasses", (0, 2.4), "by finding", 7.0, (_SPRING,), tender=True, mulch_mm=50.0,
            mulches=("chips", "bark-fine", "gravel")),
        CareGroup("fern", "ferns", (2, 5), "yearly", 7.0, (_SPRING,), tender=True, organic=True, slow_least=0.8,
            mulch_mm=45.0, mulches=("leaf-mould", "bark-fine", "conditioner", "chips")),
        CareGroup("bulb", "bulbs", (2, 5), "yearly", 5.0, (
            RoundRow("Feed after bloom", "bloom", 1.0, 3, "leaves fill the bulb for next year"),
            RoundRow("Feed as shoots appear", "wakes", 1.0, 0, "leaves fill the bulb for next year")),
            tender=True, slow_least=0.0, k_per_n=0.8, p_per_n=0.4, mulch_mm=0.0, mulches=("leaf-mould",)),
        CareGroup("groundcover", "ground cover", (3, 8), "yearly", 6.0, (_SPRING,), mulch_mm=50.0, p_per_n=0.3,
            slow_least=0.5, placement="base", mulches=("chips", "bark-fine", "leaf-mould"), clear_mm=50.0),
        CareGroup("lean", "lean dry-country plants", (0, 0), "never", 6.0, (), mulch_mm=50.0, mulches=("gravel",),
            clear_mm=75.0),
        CareGroup("acid", "acid lovers", (3, 7), "yearly", 7.0, (
            RoundRow("Feed after bloom", "bloom", 1.0, 3, "shoots and next year's buds follow"),
            _SPRING), tender=True, slow_least=0.4, p_per_n=0.3, mulch_mm=75.0,
            mulches=("bark-pine", "needles", "chips", "bark"), clear_mm=75.0),
        CareGroup("exotic", "big-leaf exotics", (7, 16), "yearly", 11.5, (
            RoundRow("First feed", "wakes", 0.4, 0, "they start late, and then fast"),
            RoundRow("Second feed", "wakes", 0.35, 45, "leaf on leaf while it is warm"),
            RoundRow("Third feed", "wakes", 0.25, 90, "the last that is still used")),
            tender=True, k_per_n=0.6, p_per_n=0.3, mulch_mm=75.0, mulches=("living", "chips", "bark-fine")),
        CareGroup("palm", "palms", (4, 10), "yearly", 12.0, (
            RoundRow("Palm feed", "wakes", 0.4, 0, "roots grow in warm soil"),
            RoundRow("Second palm feed", "wakes", 0.3, 85, "slow and steady while it is warm"),
            RoundRow("Third palm feed", "wakes", 0.3, 170, "slow and steady while it is warm")),
            tender=True, slow_least=0.6, k_per_n=1.1, p_per_n=0.25, placement="dripline", clear_mm=150.0),
        CareGroup("fruit", "fruit trees and bushes", (4, 9), "yearly", 6.0, (
            RoundRow("Spring feed", "wakes", 1.0, 0, "blossom, shoots and fruit draw on it; later makes soft wood"),),
            slow_least=0.4, k_per_n=0.8, p_per_n=0.3, placement="dripline", clear_mm=150.0),
        CareGroup("citrus-tree", "citrus in the ground", (8, 16), "yearly", 11.0, (
            RoundRow("Spring feed", "wakes", 0.4, 0, "blossom and the first flush"),
            RoundRow("Summer feed", "wakes", 0.35, 75, "fruit swells with the second flush"),
            RoundRow("Late summer feed", "wakes", 0.25, 150, "the last flush hardens before the cold")),
            tender=True, k_per_n=0.6, p_per_n=0.25, placement="dripline", clear_mm=150.0),
        CareGroup("evergreen-fruit", "evergreen fruit trees", (6, 14), "yearly", 11.0, (
            RoundRow("Spring feed", "wakes", 0.4, 0, "the first flush and the flowers"),
            RoundRow("Summer feed", "wakes", 0.35, 75, "fruit swells with the second flush"),
            RoundRow("Late summer feed", "wakes", 0.25, 150, "the last flush hardens before the cold")),
            tender=True, k_per_n=0.7, p_per_n=0.25, placement="dripline", clear_mm=150.0),
        CareGroup("young-tree", "young trees", (5, 10), "by finding", 6.0, (
            RoundRow("Spring feed", "wakes", 1.0, 0, "slow, over the root zone, as growth begins"),),
            slow_least=0.6, placement="dripline", p_per_n=0.25, clear_mm=150.0),
        CareGroup("mature-tree", "mature trees", (5, 12), "by finding", 6.0, (
            RoundRow("Root-zone feed", "wakes", 1.0, 0, "slow, over the root zone, as growth begins"),),
            slow_least=0.65, placement="dripline", p_per_n=0.25, clear_mm=150.0),
        CareGroup("pots", "pots", (0.4, 1.0), "yearly", 10.0, (), tender=True, k_per_n=0.6, p_per_n=0.4,
            placement="medium", mulch_mm=0.0, mulches=(), basis="litre"),
        CareGroup("citrus", "citrus in pots", (0.5, 1.0), "yearly", 10.0, (), tender=True, k_per_n=0.6, p_per_n=0.3,
            placement="medium", mulch_mm=0.0, mulches=(), basis="litre"),
        CareGroup("succulent", "dry-country plants in pots", (0.05, 0.2), "yearly", 12.0, (), tender=True, k_per_n=0.6,
            placement="medium", mulch_mm=0.0, mulches=("gravel",), basis="litre"),
    )
}  # fmt: skip
# Findings that a feed answers; every other has an answer of its own [common-practice].
FED_FINDINGS = ("short", "low-n", "pale-old", "k-old")
# Where plants of several groups share a bed and hold as much ground: the first of these that is there decides, for the
# plants that bear least are spoiled soonest [common-practice].
CAREFUL_FIRST = (
    "lean", "grass", "fern", "acid", "bulb", "palm", "shrub", "groundcover", "perennial", "bedding", "fruit",
    "rose", "citrus-tree", "evergreen-fruit", "exotic", "hedge",
)  # fmt: skip
# The group a plant of the catalogue belongs to, by its group there.
OF_PLANT = {
    "rose": "rose",
    "palm": "palm",
    "conifer": "conifer",
    "fern": "fern",
    "ornamental grass": "grass",
    "succulent": "lean",
    "bulb": "bulb",
    "groundcover": "groundcover",
    "perennial": "perennial",
    "container": "bedding",
    "hedging": "shrub",
    "shrub": "shrub",
    "climber": "shrub",
    "tree": "shrub",
    "fruit": "shrub",
}


DRY = ("lean", "succulent")  # plants of dry country: organic mulch keeps their crowns moist


CITRUS = "Citrus "  # what its botanical names begin with


def group_of_plant(plant: Plant) -> str:
    """The care group of one plant: lean and acid first, greedy warm-season perennials as exotics, hungry fruit
    (deciduous or evergreen) and citrus by themselves, bulbs that are planted out after frost as bedding."""
    if "d" in plant.flags:
        return "lean"
    if "a" in plant.flags:
        return "acid"
    if plant.group == "rose" and plant.nitrogen == "low":
        return "shrub"  # wild roses live as shrubs do
    if plant.growth == "warm season" and plant.nitrogen == "high" and plant.group == "perennial":
        return "exotic"
    if plant.botanical.startswith(CITRUS):
        return "citrus-tree"
    if plant.group == "fruit" and plant.nitrogen != "low":
        return "evergreen-fruit" if {"e", "t"} <= set(plant.flags) else "fruit"
    if plant.group == "bulb" and "t" in plant.flags:
        return "bedding"
    if plant.group == "container" and "e" in plant.flags:
        return "shrub"  # kept in pots for its wood and leaves
    return OF_PLANT.get(plant.group, "shrub")


def yearly_tree(plants: Iterable[Plant]) -> str:
    """The group of trees that are fed every year and wait for no finding: palm, hungry fruit, citrus; '' of others."""
    for plant in plants:
        key = "palm" if plant.group == "palm" else group_of_plant(plant)
        if key in ("palm", "fruit", "citrus-tree", "evergreen-fruit"):
            return key
    return ""


# Ground of one plant of a group in a bed, m²: usual planting distances squared [common-practice].
EACH_M2 = {
    "rose": 0.4,
    "perennial": 0.2,
    "bedding": 0.08,
    "shrub": 1.2,
    "conifer": 1.2,
    "fern": 0.25,
    "grass": 0.4,
    "bulb": 0.02,
    "groundcover": 0.1,
    "lean": 0.25,
    "acid": 0.8,
    "exotic": 0.8,
    "palm": 3.0,
    "fruit": 1.2,
    "citrus-tree": 3.0,
    "evergreen-fruit": 3.0,
    "hedge": 0.3,
}
CLIMBER_M2 = 0.25  # of the group of shrubs, and narrower: half a metre apart [common-practice]
# Groups that are fed plant by plant in a bed that another group decides: greedy ones, and those whose feed is their
# own [common-practice]. Bulbs, ground cover and grasses live on what the bed gets.
GREEDY = ("rose", "exotic", "palm", "acid", "fern", "perennial", "bedding", "fruit", "citrus-tree", "evergreen-fruit")


def usual_m2(plant: Plant | None, key: str = "") -> float:
    """Ground one plant usually stands on, m²: by its group or that of ``key``; a shrub's where nobody knows."""
    if plant is not None and plant.group == "climber":
        return CLIMBER_M2
    return EACH_M2.get(key or (group_of_plant(plant) if plant is not None else ""), EACH_M2["shrub"])
