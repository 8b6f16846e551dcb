"""Products as the season's model sees them: what they release when, how far apart, and in which steps they may go
down."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from amber_acre.core.care.pattern import Asks
from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.product import Product
from amber_acre.core.rules.late_release import Slow, late_share, slow_of
from amber_acre.core.rules.late_release import late_grams as late_of
from amber_acre.core.season.phases import STEPS, Steps

QUICK_AT_ONCE = 0.5  # of quick nitrogen in the pool within its own step, the rest in the next [common-practice]
DRAINS_MOST = 0.975  # of the pool, what the deepest drainage leaves of one is 2.5 % [from-memory]
DRAINS_BY = 0.6  # of the soil's store that one step's drainage must pass to carry nitrate under the roots [from-memory]
SPREAD_APART = 2  # steps, 15 days, between two feeds of nitrogen that are spread [common-practice]
NEEDS_NITROGEN = 0.01  # of mass: a product under 1 % is no feed
USUAL_NITROGEN_G_M2 = 2.4  # of one dose, about half a pound to 1000 ft² [common-practice]
LEAST_NITROGEN_G_M2 = 0.5  # under it a dose is no feed of its own, about 0.1 lb/1000 ft² [common-practice]


@dataclass(frozen=True)
class Feed:
    """A product as the model sees it; fractions of mass, price in money a gram.

    ``classes``: what of its slow nitrogen releases how fast (1/day at 25 °C). ``pack_g``: its smallest pack,
    0 of none.
    """

    product: Product
    quick: float
    slow: float
    classes: tuple[tuple[float, float], ...]
    phosphorus: float
    potassium: float
    acid: float
    price_g: float
    low: float
    high: float
    organic: bool
    pack_g: float = 0.0

    @property
    def spread_nitrogen(self) -> bool:
        """Whether it is a feed of nitrogen that is spread: two of them within some weeks are one walk too many."""
        return self.nitrogen > 0 and not self.product.liquid

    @property
    def nitrogen(self) -> float:
        """All nitrogen."""
        return self.quick + self.slow

    @property
    def released(self) -> Slow:
        """What of it releases when."""
        return Slow(self.quick, self.classes, self.organic)


@dataclass(frozen=True)
class Fixed:
    """What goes down anyway: logged, or pinned. Its step, product and rate in g/m²."""

    step: int
    product: Product
    rate_g_m2: float


def feed_of(product: Product, thin: float) -> Feed:
    """A product of the shelf as the model sees it; its highest rate held at the small end of the area (``thin``)."""
    slow = slow_of(product)
    price = min((pack.price / pack.mass_kg for pack in product.packs), default=0.0) / 1000
    return Feed(
        product,
        product.quick_fraction,
        product.slow_fraction,
        slow.classes,
        product.phosphorus_fraction,
        product.potassium_fraction,
        acidity_share(product, grass=True),
        price,
        _least(product, thin),
        product.label.keeps_g_m2 * thin,
        slow.organic,
        min((float(pack.mass_kg) * 1000 for pack in product.packs), default=0.0),
    )


def stays_over(feed: Feed, size_m2: float) -> float:
    """Share of what is bought of a product that stays over where it is opened for a lawn of a size: half a pack, more
    where one dose takes less; 0 where size or pack is not known."""
    if size_m2 <= 0 or feed.pack_g <= 0:
        return 0.0
    dose = max(feed.low, min(feed.high, USUAL_NITROGEN_G_M2 / feed.nitrogen if feed.nitrogen else feed.low)) * size_m2
    over = feed.pack_g - min(dose, feed.pack_g / 2)
    return over / (over + dose)


def _least(product: Product, thin: float) -> float:
    """The lowest rate worth spreading: the label's, or what brings half a gram of nitrogen where that is more."""
    low, high = product.label.min_g_m2, product.label.keeps_g_m2 * thin
    if product.total_nitrogen < NEEDS_NITROGEN:
        return low
    return max(low, min(LEAST_NITROGEN_G_M2 / product.total_nitrogen, high))


def interval_steps(days: int) -> int:
    """Steps between two uses so that at least ``days`` lie between them, whatever the months."""
    k = 0
    while (7 * k if k <= 4 else 28 + 7.5 * (k - 4)) < days - 1e-9:
        k += 1
    return k


def left_after(feed: Feed, asks: Asks, step: int) -> float:
    """Share of what a feed releases within a year that comes out after uptake has ended, put down in a step."""
    return late_share(feed.released, asks.takes_up, asks.phases.mean_c, step)


def late_grams(feed: Feed, asks: Asks, step: int) -> float:
    """Nitrogen a gram of product releases after uptake has ended, g; 0 where it never ends."""
    return late_of(feed.released, asks.takes_up, asks.phases.mean_c, step)


def allowed(feed: Feed, asks: Asks, step: int) -> bool:
    """Whether a product may go down in a step at all: open, with growth left to use it, and its lowest rate under the
    step's caps."""
    if not asks.open[step]:
        return False
    if feed.nitrogen and left_after(feed, asks, step) > feed.released.late_allowed:
        return False
    if feed.low * feed.quick > asks.quick_cap[step] + 1e-9 or feed.low * feed.nitrogen > asks.total_cap[step] + 1e-9:
        return False
    if feed.nitrogen > 0 and asks.slow_least[step] and feed.quick * feed.low > asks.quick_cap[step]:
        return False
    if feed.phosphorus > 0 and asks.phosphorus.once_g_m2 <= 0:
        return False
    return feed.low <= feed.high + 1e-9


def drained(asks: Asks, surplus_mm: Steps) -> Steps:
    """Share of the pool that a step's drainage takes under the roots, 0–1: a stated estimate."""
    found: Steps = 1 - DRAINS_MOST * np.exp(-surplus_mm / (DRAINS_BY * asks.capacity_mm))
    return found


def release_by_step(feed: Feed, step: int, warmth: Steps) -> Steps:
    """Nitrogen a gram of product releases in each of the 48 steps from its own on, g; the same as the model's rows."""
    found = np.zeros(STEPS)
    found[step] += QUICK_AT_ONCE * feed.quick
    found[(step + 1) % STEPS] += (1 - QUICK_AT_ONCE) * feed.quick
    for share, k in feed.classes:
        left = share
        for n in range(STEPS):
            t = (step + n) % STEPS
            goes = left * (1 - math.exp(-k * warmth[t] * (0.5 if n == 0 else 1.0)))
            found[t] += goes
            left -= goes
    return found
