"""Where the rounds of a year fall: by the property's own climate, never by month names.

Cool-season pattern: green-up, late spring (light), late summer to early autumn (main), last before
growth stops. Warm-season pattern: evenly through the demand from full green-up to six weeks before
frost or dormancy. Where cool-season grass never stops growing the rounds follow the demand.
Shares and distances are common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

import numpy as np

from amber_acre.core.programme.brief import Lawn
from amber_acre.core.season.climate import Daily, DailySeries
from amber_acre.core.season.growth import GROWING_ABOVE, daily_growth
from amber_acre.core.season.windows import Mask, blackout_mask, frost_mask, heat_mask, runs_of

STOP_WEEKS_BEFORE_FROST = 6  # warm-season and tender growth [common-practice]
SEARCH_DAYS = 28  # how far a round may move from its best day to clear a window
WINDOW_BEFORE, WINDOW_AFTER = 7, 14  # days a round stays right around its day
APART_DAYS = WINDOW_BEFORE + WINDOW_AFTER + 14  # rounds along the demand keep this distance
MIN_GROWING_DAYS = 45  # below this there is no season to speak of


@dataclass(frozen=True)
class Slot:
    """A place for a round: its best day, the window round it, its share of the year's nitrogen."""

    name: str
    on: date
    opens: date
    closes: date
    share: float
    hot: bool
    reason: str


@dataclass(frozen=True)
class Placing:
    """The slots of a year in order, and a sentence for every slot that had no room."""

    slots: tuple[Slot, ...]
    obstacles: tuple[str, ...]


@dataclass(frozen=True)
class _Wish:
    name: str
    index: int
    share: float
    reason: str


def place_rounds(lawn: Lawn, series: DailySeries, demand: Daily, yearly_g_m2: float) -> Placing:
    """Slots for one season's ``series``; empty with its reason where nothing can be placed."""
    growing = daily_growth(series.mean_c, lawn.grass.season) >= GROWING_ABOVE[lawn.grass.season]
    if int(growing.sum()) < MIN_GROWING_DAYS:
        return Placing(
            (),
            (
                (
                    f"{lawn.grass.common_name} grows on only {int(growing.sum())} days of this climate: "
                    "no round is worth placing. Check the grass or the climate."
                ),
            ),
        )
    frost = frost_mask(lawn.climate, series)
    open_days = growing & ~blackout_mask(lawn.rules.blackouts, series)
    if lawn.grass.season == "warm":
        open_days &= ~_before_and_in_frost(frost, growing)
        wishes = _along_demand(demand, _warm_span(growing, frost), _warm_count(yearly_g_m2))
    elif growing.all():
        wishes = _along_demand(demand, (0, len(demand) - 1), _cool_count(yearly_g_m2))
    else:
        open_days &= series.min_c > 0  # nothing on frozen ground
        wishes = _cool_pattern(max(runs_of(growing), key=lambda run: run[1] - run[0]), yearly_g_m2)
    return _fit(wishes, open_days, heat_mask(series, lawn.grass.season), frost, series)


def _cool_count(yearly_g_m2: float) -> int:
    return 2 if yearly_g_m2 < 6 else 3 if yearly_g_m2 < 10 else 4


def _warm_count(yearly_g_m2: float) -> int:
    return 2 if yearly_g_m2 < 8 else 3 if yearly_g_m2 < 13 else 4 if yearly_g_m2 < 19 else 5


def _cool_pattern(run: tuple[int, int], yearly_g_m2: float) -> list[_Wish]:
    """Green-up, late spring, main and last, thinned where little nitrogen or little time is there."""
    first, last = run
    count = _cool_count(yearly_g_m2)
    if last - first < 150:
        count = min(count, 3)
    shares = {2: (0.4, 0.0, 0.6, 0.0), 3: (0.3, 0.0, 0.45, 0.25), 4: (0.2, 0.15, 0.4, 0.25)}[count]
    wishes = (
        _Wish("Green-up", first + 7, shares[0], "growth has started (mean near 10 °C): a small first feed"),
        _Wish("Late spring", first + 49, shares[1], "light: spring growth is strong already"),
        _Wish("Main feed", last - 45, shares[2], "summer heat is over and roots store: the year's main feed"),
        _Wish("Last feed", last - 14, shares[3], "the last while growth can still take it up"),
    )
    return [wish for wish in wishes if wish.share > 0]


def _warm_span(growing: Mask, frost: Mask) -> tuple[int, int]:
    """First and last index of the main growing run, ended six weeks before frost or dormancy."""
    usable = growing & ~frost
    if usable.all():
        return 0, len(usable) - 1
    runs = runs_of(usable)
    first, last = max(runs, key=lambda run: run[1] - run[0])
    ends_inside = last < len(usable) - 1
    return first, max(first, last - 7 * STOP_WEEKS_BEFORE_FROST * ends_inside)


def _before_and_in_frost(frost: Mask, growing: Mask) -> Mask:
    """Days of frost or dormancy and the six weeks before either begins."""
    closed = frost | ~growing
    spread = closed.copy()
    for first, _ in runs_of(closed):
        spread[max(0, first - 7 * STOP_WEEKS_BEFORE_FROST) : first] = True
    return spread


def _along_demand(demand: Daily, span: tuple[int, int], count: int) -> list[_Wish]:
    """Rounds at the starts of ``count`` equal parts of the demand in a span."""
    first, last = span
    count = min(count, 1 + (last - first) // APART_DAYS)
    total = np.cumsum(demand[first : last + 1])
    starts = [int(np.searchsorted(total, total[-1] * n / count)) for n in range(count)]
    return [
        _Wish(
            f"Feed {n + 1}",
            first + start + (7 if n == 0 else 0),
            1 / count,
            (
                "full green-up: the start of the season's demand"
                if n == 0
                else f"the next {100 / count:.0f} % of the season's demand begins"
            ),
        )
        for n, start in enumerate(starts)
    ]


def _fit(wishes: list[_Wish], open_days: Mask, hot: Mask, frost: Mask, series: DailySeries) -> Placing:
    slots, obstacles = [], []
    open_runs = runs_of(open_days)
    last = -1
    for wish in wishes:
        near = [
            (abs(index - wish.index), index, run)
            for run in open_runs
            for index in [min(max(wish.index, run[0], last + 21), run[1])]
            if index > last
        ]
        if not near or min(near)[0] > SEARCH_DAYS:
            obstacles.append(
                f"{wish.name}: no day within {SEARCH_DAYS} days of {series.day(wish.index):%-d %B} is free of "
                "frost, dormancy, the rule's blackout and the round before it. It is left out, and with it "
                f"{wish.share:.0%} of the year's nitrogen."
            )
            continue
        moved, index, run = min(near)
        opens, closes = max(run[0], index - WINDOW_BEFORE, last + 1), min(run[1], index + WINDOW_AFTER)
        reason = wish.reason + (f"; moved {moved} days to clear a closed window" if moved else "")
        if frost[index]:
            reason += "; frost is still likely then, which growing cool-season turf takes: never on frozen ground"
        slots.append(
            Slot(
                wish.name,
                series.day(index),
                series.day(opens),
                series.day(closes),
                wish.share,
                bool(hot[index]),
                reason,
            )
        )
        last = closes
    return Placing(tuple(slots), tuple(obstacles))


def still_open(placing: Placing, today: date) -> Placing:
    """The slots whose window has not closed by ``today``; a past one is not caught up, and says so."""
    slots, obstacles = [], list(placing.obstacles)
    for slot in placing.slots:
        if slot.closes < today:
            obstacles.append(
                f"{slot.name}: its window closed on {slot.closes:%-d %B %Y}. Growth that has passed is not "
                "fed afterwards."
            )
        else:
            day = max(slot.on, today)
            slots.append(Slot(slot.name, day, max(slot.opens, today), slot.closes, slot.share, slot.hot, slot.reason))
    return Placing(tuple(slots), tuple(obstacles))
