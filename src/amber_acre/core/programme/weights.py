"""What a season's choice weighs, in grams of unmet nitrogen a square metre; and the schools that weigh otherwise.

All weights are judgement: from memory, tuned on lawns of many climates. What they must bring about is tested.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from amber_acre.core.products.product import ORGANIC


@dataclass(frozen=True)
class Weights:
    """The price of everything a season can be short of or waste.

    ``unmet``: slices of demand (share, weight of a gram). ``loss``: a gram that drains away. ``luxury``: taken up past
    demand, at most ``luxury_share`` of it. ``pool``: lying over ``pool_free`` g/m² for a step. ``visit``: going there;
    ``shared_visit``: where another area of the property is visited that week anyway. ``dose``/``spray``: a product in a
    visit. ``new_product``: a product the property has not opened yet, ``bag``: the share
    of a pack bought for this lawn alone that would stay over. ``money``: one of currency for a square metre × 100.
    ``acid``: a gram of CaCO3 against the soil's need. ``slow_short``: slow nitrogen under ``slow_wanted`` of the year.
    ``share_short``: a gram under a part's share.
    """

    unmet: tuple[tuple[float, float], ...] = ((0.35, 0.7), (0.35, 1.0), (0.30, 1.5))
    loss: float = 0.6
    luxury: float = 0.15
    luxury_share: float = 0.2
    pool: float = 0.08
    pool_free: float = 2.5
    visit: float = 0.25
    shared_visit: float = 0.10
    dose: float = 0.12
    spray: float = 0.15
    new_product: float = 0.02
    bag: float = 0.15
    money: float = 0.12
    acid: float = 0.08
    slow_wanted: float = 0.3
    slow_short: float = 0.25
    share_short: float = 2.0
    gap_short: float = 1.0


@dataclass(frozen=True)
class School:
    """A way of feeding: its weights, the families it allows (none named: all) and its frame.

    ``fixed``: visits fall on fixed days. ``mineral_first``: organic feeds only where no mineral one is there, or
    phosphorus is wanted. ``most_visits`` a year, None: as many as are worth it. ``alternate``: organic and mineral
    feeds by turns.
    """

    key: str
    name: str
    about: str
    weights: Weights = Weights()
    only: frozenset[str] = frozenset()
    mineral_first: bool = False
    most_visits: int | None = None
    alternate: bool = False
    visit_n_cap: float | None = None
    carbon: str = ""
    fixed: bool = False


_BASE = Weights()
# Slices of demand where visits are few: what is unmet then weighs more than going there.
MEET_IT = ((0.35, 1.4), (0.35, 2.2), (0.30, 3.2))
SCHOOLS: dict[str, School] = {
    school.key: school
    for school in (
        School(
            "test",
            "Test-led",
            "Soil first, then what tests lack, and nitrogen by growth. Nothing else.",
            mineral_first=True,
        ),
        School(
            "soil",
            "Feed the soil",
            "Organic feeds alone: slow, forgiving, carbon for the soil; dearer for each gram, and phosphorus to watch.",
            replace(_BASE, money=0.02, slow_short=0.6, slow_wanted=0.8),
            only=ORGANIC,
            carbon="adds carbon",
        ),
        School(
            "liquid",
            "Liquid, little and often",
            "Small doses through the leaf, many visits; granules only where liquids cannot carry the need.",
            replace(
                _BASE, visit=0.06, shared_visit=0.04, dose=0.05, spray=0.02, pool=0.3, pool_free=0.8, slow_short=0.0
            ),
            visit_n_cap=1.5,
        ),
        School(
            "alternate",
            "Alternating",
            "Organic and mineral by turns: a little of both, and the sum watched.",
            replace(_BASE, money=0.04),
            alternate=True,
        ),
        School(
            "once",
            "Once a season",
            "One slow feed as growth starts and one after summer at most: the fewest visits.",
            replace(_BASE, visit=0.6, shared_visit=0.4, slow_short=0.8, slow_wanted=0.7, unmet=MEET_IT),
            mineral_first=True,
            most_visits=2,
        ),
        School(
            "few",
            "Fewest visits",
            "As few visits as still meet the need: each one has to be worth its way.",
            replace(_BASE, visit=0.9, shared_visit=0.6, dose=0.3, unmet=MEET_IT, money=0.06),
            mineral_first=True,
        ),
        School(
            "fixed",
            "Fixed dates",
            "The same rounds for every garden; what the grass cannot take up on one of them stays in the bag.",
            mineral_first=True,
            fixed=True,
        ),
    )
}
DEFAULT_SCHOOL = "test"
