"""A job on a day under a sky: what every check of a hold asks, the thresholds that are custom, and what decides."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.in_season import SULPHUR_BURNS_FROM_C
from amber_acre.core.season.weather import DayWeather, Sky
from amber_acre.core.sentence import Sentence

LEAF_HOURS = 6  # a leaf feed needs a dry leaf so long after it [common-practice]
STEEP_SHARE = 0.6  # of the heavy rain of level ground that is heavy there [common-practice]


@dataclass(frozen=True)
class Limits:
    """The thresholds that are custom, which a firm may set: mm of rain in a day, m/s, °C, hours."""

    heavy_rain_mm: float = 25.0  # washes granules off [common-practice]
    wind_m_s: float = 4.0  # drift of a spray, about 9 mph [common-practice]
    sulphur_c: float = SULPHUR_BURNS_FROM_C
    leaf_hours: int = LEAF_HOURS
    thrown_m_s: float = 10.0  # carries granules over the edge of what is fed [common-practice]
    seed_m_s: float = 6.0  # carries seed [common-practice]


USUAL = Limits()


@dataclass(frozen=True)
class Reason:
    """What decides: a code that does not change, and its sentence."""

    code: str
    sentence: Sentence


def spread_dry(job: Job) -> bool:
    """Whether granules or powder go down, no bulk material: what is poured or injected lies on no leaf."""
    product, dry = job.product, job.work not in ("drench", "inject", "water")
    return product is not None and dry and not product.liquid and product.family != BULK


def thrown(job: Job) -> bool:
    """Whether granules are spread over an area and lie there, so that a strong wind takes them along."""
    return spread_dry(job) and job.dose.basis == "area" and job.placement != "tilled"


@dataclass(frozen=True)
class HeldDay:
    """A job on a day under a sky, with what every check asks."""

    job: Job
    ground: Ground
    sky: Sky
    day: date
    hour: int
    limits: Limits

    @property
    def product(self) -> Product | None:
        """What goes down; None for work without product."""
        return self.job.product

    @property
    def weather(self) -> DayWeather:
        """The day itself."""
        return self.sky.of(self.day)

    def after(self, days: int) -> DayWeather:
        """A day so many days on."""
        return self.sky.of(self.day + timedelta(days=days))

    @property
    def bulk(self) -> bool:
        """Laid by depth."""
        return self.product is not None and self.product.family == BULK

    @property
    def granules(self) -> bool:
        """Spread dry, and no bulk material: what is poured or injected lies on no leaf."""
        return spread_dry(self.job)

    @property
    def sprayed(self) -> bool:
        """Put out as a spray, which drifts."""
        return self.product is not None and self.product.liquid and self.job.work not in ("drench", "inject", "water")

    @property
    def to_leaf(self) -> bool:
        """Meant for the leaf."""
        return self.sprayed and self.product is not None and self.product.family in ("liquid", "iron")

    @property
    def feeds(self) -> bool:
        """Brings nitrogen, and is no bulk material."""
        return self.product is not None and not self.bulk and self.product.total_nitrogen > 0

    def grams(self, share: float) -> float:
        """g/m² of a share of the product."""
        return self.job.rate_on(self.ground.size_m2) * share if self.product is not None else 0.0

    @property
    def heavy_mm(self) -> float:
        """Rain of a day that is heavy on this slope."""
        return self.limits.heavy_rain_mm * (STEEP_SHARE if self.ground.steep else 1.0)

    @property
    def _rain_to_come_mm(self) -> float:
        """Rain of the day; none where most of it fell before the working hour."""
        begins = self.weather.rain_from_hour
        return 0.0 if begins is not None and begins < self.hour - 2 else self.weather.rain_mm or 0.0

    @property
    def light_rain_mm(self) -> float:
        """Rain that waters it in: of the day from the working hour on, and of the night and day after."""
        return max(self._rain_to_come_mm, self.after(1).rain_mm or 0.0)

    @property
    def rain_by_morning_mm(self) -> float:
        """Rain within a day: what keeps urea from going off, and ends a drought."""
        next_day = self.after(1)
        soon = next_day.rain_from_hour is None or next_day.rain_from_hour <= self.hour
        return max(self._rain_to_come_mm, (next_day.rain_mm or 0.0) if soon else 0.0)
