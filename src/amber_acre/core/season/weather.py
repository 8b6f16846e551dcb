"""What is known of the weather at a place: seen by somebody, forecast, or made up by a stand-in; and of the ground.

Trusted in that order. Days are whole days; rain in mm, temperatures in °C, wind in m/s at 2 m.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from datetime import date, timedelta
from typing import Literal, get_args

Kind = Literal["rain", "soil", "ground", "growth", "mowing", "bloom", "leaf", "warning"]
KINDS: tuple[Kind, ...] = get_args(Kind)
GroundState = Literal["frozen", "wet", "dry", "moist"]  # the most cautious first
GROUND_STATES: tuple[GroundState, ...] = get_args(GroundState)
Growth = Literal["dormant", "wilted", "growing"]
GROWTHS: tuple[Growth, ...] = get_args(Growth)
GROUND_STANDS_DAYS = 7  # how long what was seen of the ground counts, with rain since reckoned on [common-practice]
SOIL_STANDS_DAYS = 5  # how long a soil temperature counts [common-practice]
GROWTH_STANDS_DAYS = 45  # how long growth or rest that was seen counts [common-practice]
MOWN_GROWS_DAYS = 14.0  # between two mowings of grass that grows [common-practice]
WET_MM = 25.0  # over what the ground holds, where somebody saw it wet [common-practice]
SOAKED_FROM_MM = 5.0  # over what it holds: wheels sink and shoes smear [common-practice]
ORDINARY_DRAINAGE_MM = 15.0  # a day, of soil nobody has felt [common-practice]


@dataclass(frozen=True)
class Observation:
    """Something one person saw at a place on a day.

    ``value`` in mm (rain), °C (soil), days (mowing); ``word``: a ground state, a growth, a plant in bloom, a colour, or
    the words of a warning.

    ``until``: the last day of a warning. ``depth_m`` of a soil temperature. ``area``: key of the only area it is of, or
    None. ``corrects``: the one it takes the place of. ``struck``: it takes that one's place with nothing.
    """

    key: int
    kind: Kind
    on: date
    who: str
    value: float | None = None
    word: str = ""
    until: date | None = None
    depth_m: float | None = None
    area: int | None = None
    corrects: int | None = None
    struck: bool = False


def standing(seen: Iterable[Observation]) -> tuple[Observation, ...]:
    """Observations that no other has taken the place of, by day."""
    rows = tuple(seen)
    gone = {one.corrects for one in rows}
    return tuple(sorted((o for o in rows if o.key not in gone and not o.struck), key=lambda o: (o.on, o.key)))


def growth_told(seen: Iterable[Observation]) -> tuple[Observation, ...]:
    """What was seen of growth and rest, and what mowing says of it: grass cut every two weeks or oftener grows."""
    found = []
    for one in seen:
        if one.kind == "growth":
            found.append(one)
        elif one.kind == "mowing" and one.value is not None and one.value <= MOWN_GROWS_DAYS:
            found.append(replace(one, kind="growth", word="growing"))
    return tuple(found)


@dataclass(frozen=True)
class DayForecast:
    """One day of a weather service: rain mm, lowest and highest °C, mean wind m/s at 2 m.

    ``vapour_kpa`` and ``solar_mj_m2`` where the service has them, else None.
    """

    day: date
    rain_mm: float
    min_c: float
    max_c: float
    wind_m_s: float
    vapour_kpa: float | None = None
    solar_mj_m2: float | None = None


@dataclass(frozen=True)
class DayWeather:
    """What is known of one day; None is unknown. ``rain_from_hour``: when its rain begins, 0–23; ``said``: by whom."""

    day: date
    rain_mm: float | None = None
    min_c: float | None = None
    max_c: float | None = None
    wind_m_s: float | None = None
    rain_from_hour: int | None = None
    said: tuple[str, ...] = ()
    stand_in: bool = False

    @property
    def known(self) -> bool:
        """Whether there is enough for a verdict: rain and both temperatures."""
        return None not in (self.rain_mm, self.min_c, self.max_c)

    def under(self, better: DayWeather) -> DayWeather:
        """This day where a better source says nothing; each figure from the better one that has it."""
        taken = {
            name: mine if theirs is None else theirs
            for name in ("rain_mm", "min_c", "max_c", "wind_m_s", "rain_from_hour")
            for mine, theirs in ((getattr(self, name), getattr(better, name)),)
        }
        if better.rain_mm is not None:
            taken["rain_from_hour"] = better.rain_from_hour
        used = better.known and better.wind_m_s is not None
        said = better.said if used else tuple(dict.fromkeys((*better.said, *self.said)))
        return replace(better, **taken, said=said, stand_in=self.stand_in and not used)


def of_service(days: Iterable[DayForecast], said: str) -> dict[date, DayWeather]:
    """The days of a simulated service, marked as the stand-in they are."""
    return {
        one.day: DayWeather(one.day, one.rain_mm, one.min_c, one.max_c, one.wind_m_s, None, (said,), True)
        for one in days
    }


@dataclass(frozen=True)
class Sky:
    """The weather of a place: its days as they are known, and what was seen there (standing observations)."""

    days: Mapping[date, DayWeather] = field(default_factory=dict)
    seen: tuple[Observation, ...] = ()

    def at(self, area: int) -> Sky:
        """The sky over one area: what was seen on others is left out."""
        return replace(self, seen=tuple(o for o in self.seen if o.area in (None, area)))

    def of(self, day: date) -> DayWeather:
        """A day, unknown where nobody says anything of it; rain in the gauge stands before any forecast."""
        told = self.days.get(day, DayWeather(day))
        gauges = [o for o in self.seen if o.kind == "rain" and o.on == day and o.value is not None]
        if not gauges:
            return told
        most = max(gauges, key=lambda o: (o.value or 0.0, o.key))
        fell = replace(told, rain_mm=most.value, rain_from_hour=None)
        return replace(fell, said=(f"rain gauge, {most.who}", *told.said))

    def newest(self, kind: Kind, day: date, within_days: int) -> tuple[Observation, ...]:
        """What was seen of a kind on the last day up to ``day`` it was seen at all, not longer ago; () without any."""
        near = [o for o in self.seen if o.kind == kind and 0 <= (day - o.on).days <= within_days]
        last = max((o.on for o in near), default=None)
        return tuple(o for o in near if o.on == last)

    def ground(self, day: date) -> Observation | None:
        """The newest state of the ground seen by a day; of several of one day the most cautious."""
        found = self.newest("ground", day, GROUND_STANDS_DAYS)
        return min(found, key=lambda o: GROUND_STATES.index(_state(o)), default=None)

    def growth(self, day: date) -> Observation | None:
        """The newest growth or rest of the grass seen by a day; of several of one day the most cautious."""
        found = Sky(seen=growth_told(self.seen)).newest("growth", day, GROWTH_STANDS_DAYS)
        return min(found, key=lambda o: GROWTHS.index(_growth(o)), default=None)

    def soil(self, day: date) -> Observation | None:
        """The newest soil temperature read by a day; of several of one day the coldest."""
        found = [o for o in self.newest("soil", day, SOIL_STANDS_DAYS) if o.value is not None]
        return min(found, key=lambda o: (o.value or 0.0, o.key), default=None)

    def warning(self, day: date) -> Observation | None:
        """An official warning that covers a day."""
        return next((o for o in self.seen if o.kind == "warning" and o.on <= day <= (o.until or o.on)), None)

    def soaked_mm(self, day: date, drains_mm: float) -> float:
        """Water over what the ground holds on the morning of a day, mm: rain of the days before, less what drains.

        ``drains_mm`` a day, above 0. It is reckoned on from the newest state somebody saw; unknown days are dry.
        """
        seen = self.ground(day)
        first = seen.on if seen is not None else day - timedelta(days=GROUND_STANDS_DAYS)
        over = WET_MM if seen is not None and seen.word in ("wet", "frozen") else 0.0
        for n in range((day - first).days):
            rain = self.of(first + timedelta(days=n)).rain_mm or 0.0
            over = max(0.0, over + rain - drains_mm)
        return over

    def dry_spell(self, day: date, days: int) -> tuple[float, float] | None:
        """Rain and mean highest temperature of so many days before a day, mm and °C; None where one is not known."""
        before = [self.of(day - timedelta(days=n)) for n in range(1, days + 1)]
        rain = [one.rain_mm for one in before if one.rain_mm is not None]
        tops = [one.max_c for one in before if one.max_c is not None]
        return (sum(rain), sum(tops) / days) if len(rain) == len(tops) == days else None


def _state(seen: Observation) -> GroundState:
    return next((state for state in GROUND_STATES if state == seen.word), "moist")


def _growth(seen: Observation) -> Growth:
    return next((growth for growth in GROWTHS if growth == seen.word), "growing")
