"""How far a year runs before or behind the usual, by what people saw of the grass."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from datetime import date, timedelta

from amber_acre.core.season.climate import Climate
from amber_acre.core.season.growing import grows_on
from amber_acre.core.season.weather import Observation, growth_told
from amber_acre.core.tables.grasses import Grass
from amber_acre.core.tables.plants import Plant

# A stage seen farther from the computed one than this says something else: a hot wall, another grass, a slip.
FARTHEST_DAYS = 45  # [common-practice]
YEAR = 365


def growth_begins(climate: Climate, grass: Grass, near: date) -> date | None:
    """The day nearest to ``near`` on which growth begins by the usual climate; None where it never stops or starts."""
    start = near - timedelta(days=YEAR // 2)
    usual = replace(climate, early_days=0)
    growing = [grows_on(usual, grass, start + timedelta(days=n)) for n in range(YEAR)]
    begins = [start + timedelta(days=n) for n in range(1, YEAR) if growing[n] and not growing[n - 1]]
    return min(begins, key=lambda day: abs((day - near).days), default=None)


def early_days(climate: Climate, grass: Grass, seen: Iterable[Observation], day: date) -> int:
    """Days this year's growth runs before the usual (below 0: behind), by what was seen of it up to a day.

    Grass seen growing before growth usually begins moves the year forward; grass seen at rest after it, back. What was
    seen over half a year ago, or farther than six weeks from the usual begin, moves nothing.
    """
    found = 0
    rows = sorted((o for o in growth_told(seen) if 0 <= (day - o.on).days <= YEAR // 2), key=lambda o: o.on)
    for one in rows:
        begins = growth_begins(climate, grass, one.on)
        if begins is None:
            continue
        ahead = (begins - one.on).days
        if one.word == "growing" and 0 < ahead <= FARTHEST_DAYS:
            found = max(found, ahead)
        elif one.word == "dormant" and -FARTHEST_DAYS <= ahead <= 0:
            found = min(found, ahead)
    return found


def last_in_bloom(seen: Iterable[Observation], plants: Iterable[Plant], area: int) -> date | None:
    """The last day the plants of an area were seen in bloom: at the area itself, or anywhere on its property under one
    of their names; None where nobody saw it."""
    genera = {plant.botanical.lower().split(" ")[0] for plant in plants}
    commons = {name.strip() for plant in plants for name in plant.common.lower().split(";")}
    days = [
        one.on
        for one in seen
        if one.kind == "bloom"
        and (one.area == area or one.word.lower().split(" ")[0] in genera or one.word.lower().strip() in commons)
    ]
    return max(days, default=None)
