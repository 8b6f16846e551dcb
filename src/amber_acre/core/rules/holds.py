"""Whether a job goes on a day: go, go and water in, rain will water it in, hold, or look; and what that rests on.

A verdict reads a span and not a day: the ground after the rain of days before, the day itself, and the two days after.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from amber_acre.core.by_content import by_content
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.held_day import USUAL, HeldDay, Limits, Reason
from amber_acre.core.rules.hold_checks import CHECKS, LIGHT_RAIN_MM, WATER_CHECKS, knows_enough, must_be_watered
from amber_acre.core.season.weather import Sky
from amber_acre.core.sentence import Degrees, Plain, RainFall, Sentence

Verdict = Literal["go", "water in", "rain waters it in", "hold", "look"]
KEPT_SPANS = 1024  # jobs whose verdicts of a week are kept
WORKING_HOUR = 9  # when a crew is at a usual stop [common-practice]
WATERING_IN_MM = 6.0  # of 5 to 10 mm that are told [common-practice]
LIGHT_TO_MM = 10.0  # of rain that is called light [common-practice]
UNSAID = " Nobody has said whether there is water here: ask."
COOL_HOURS_FROM_C = 25.0  # a leaf is sprayed early or late from such a maximum [common-practice]
# Works that the weather can hold.
WEATHERED: tuple[Work, ...] = (
    "feed",
    "spread",
    "spray",
    "drench",
    "topdress",
    "mulch",
    "seed",
    "plant",
    "core",
    "inject",
)


@dataclass(frozen=True)
class DayVerdict:
    """What a day says to a job. ``reasons``: the deciding one first; ``hours``: when in the day.

    ``rests_on``: whose word it is; ``stand_in``: a made-up forecast is among it. ``water_mm``: what is to be watered
    in, ``minutes`` with this area's sprinklers where they are known.
    """

    day: date
    verdict: Verdict
    reasons: tuple[Reason, ...] = ()
    hours: Sentence | None = None
    rests_on: tuple[str, ...] = ()
    stand_in: bool = False
    water_mm: float | None = None
    minutes: float | None = None

    @property
    def goes(self) -> bool:
        """True where it may go down, watered in or not."""
        return self.verdict in ("go", "water in", "rain waters it in")


def weathered(job: Job) -> bool:
    """Whether the weather can hold a job: rain takes the place of a watering of new roots, of no other watering."""
    return job.work in WEATHERED or job.for_new_roots


def day_verdict(
    job: Job, ground: Ground, sky: Sky, day: date, limits: Limits = USUAL, hour: int = WORKING_HOUR
) -> DayVerdict:
    """What a day says to a job that is done at about ``hour`` (0–23); pure in everything it is given."""
    if not weathered(job):
        return DayVerdict(day, "go")
    one = HeldDay(job, ground, sky, day, hour, limits)
    rests, made_up = _rests_on(one)
    checks = WATER_CHECKS if job.for_new_roots else CHECKS
    held = tuple(reason for check in checks for reason in check(one))
    if held:
        return DayVerdict(day, "hold", held, None, rests, made_up)
    if not knows_enough(one):
        missing = Sentence("Nobody has said what the weather will be: look at the sky and the ground yourself.")
        return DayVerdict(day, "look", (Reason("no_forecast", missing),), None, rests, made_up)
    return _goes(one, rests, made_up)


@by_content(KEPT_SPANS)
def span_verdicts(
    job: Job, ground: Ground, sky: Sky, first: date, days: int, limits: Limits = USUAL
) -> tuple[DayVerdict, ...]:
    """The verdicts of so many days on end from ``first``."""
    return tuple(day_verdict(job, ground, sky, first + timedelta(days=n), limits) for n in range(days))


def said_on_end(days: Sequence[DayVerdict], by_verdict: bool = False) -> list[tuple[str, DayVerdict]]:
    """A line for days on end that say the same: the days in words, and the first of them.

    ``by_verdict``: reasons may differ within a line.
    """
    runs: list[list[DayVerdict]] = []
    for one in days:
        before = runs[-1][0] if runs else None
        alike = before is not None and before.verdict == one.verdict and (by_verdict or before.reasons == one.reasons)
        if alike and (one.day - runs[-1][-1].day).days == 1:
            runs[-1].append(one)
        else:
            runs.append([one])
    return [(_days_in_words(run[0].day, run[-1].day), run[0]) for run in runs]


def _days_in_words(first: date, last: date) -> str:
    return f"{first:%A}" if first == last else f"{first:%A} to {last:%A}"


def _goes(one: HeldDay, rests: tuple[str, ...], made_up: bool) -> DayVerdict:
    hours = _hours(one)
    rain = one.light_rain_mm
    in_soil = one.granules or (one.sprayed and not one.to_leaf)
    if in_soil and LIGHT_RAIN_MM <= rain <= one.heavy_mm:
        today = (one.weather.rain_mm or 0.0) >= LIGHT_RAIN_MM
        words = Sentence.of(
            "{light}, {rain}, {when}: it waters this in.",
            light=Plain("Light rain" if rain <= LIGHT_TO_MM else "Rain"),
            rain=RainFall(rain),
            when=Plain("the same day" if today else "the day after"),
        )
        code = "light_rain_today" if today else "light_rain_ahead"
        return DayVerdict(one.day, "rain waters it in", (Reason(code, words),), hours, rests, made_up)
    why = must_be_watered(one)
    seen = one.sky.ground(one.day)
    if not why and one.granules and one.feeds and seen is not None and seen.word == "dry":
        why = "the ground is dry"
    if not why:
        return DayVerdict(one.day, "go", (), hours, rests, made_up)
    if one.ground.traits.by_litre:
        words = Sentence.of("Water it in the same day: {why}.", why=Plain(why))
        return DayVerdict(one.day, "water in", (Reason("needs_watering_in", words),), hours, rests, made_up)
    words = Sentence.of(
        "Water it in with {water} the same day: {why}.{unsaid}",
        water=RainFall(WATERING_IN_MM),
        why=Plain(why),
        unsaid=Plain(UNSAID if one.ground.irrigated is None else ""),
    )
    rate = one.ground.metres("sprinkler")
    minutes = WATERING_IN_MM / (rate * 1000) * 60 if rate else None
    reasons = (Reason("needs_watering_in", words),)
    return DayVerdict(one.day, "water in", reasons, hours, rests, made_up, WATERING_IN_MM, minutes)


def _hours(one: HeldDay) -> Sentence | None:
    """When in the day, or what comes first."""
    top, low = one.weather.max_c, one.weather.min_c
    if low is not None and low < 0:
        turf = one.ground.traits.turf
        return Sentence("Once the frost is off: white grass breaks under shoes." if turf else "Once the frost is off.")
    seen = one.sky.ground(one.day)
    if one.job.work == "mulch" and seen is not None and seen.word == "dry":
        return Sentence("Water the ground through first: mulch keeps dry ground dry.")
    if one.job.work == "plant" and top is not None and top >= COOL_HOURS_FROM_C:
        return Sentence.of("Towards evening, and watered at once: {max} by day.", max=Degrees(top))
    if one.to_leaf and top is not None and top >= COOL_HOURS_FROM_C:
        return Sentence.of("In the cool hours, before 10 or after 18: {max} by day.", max=Degrees(top))
    if one.granules and not one.ground.traits.by_litre:
        return Sentence("When the dew is off the leaf.")
    return None


def _rests_on(one: HeldDay) -> tuple[tuple[str, ...], bool]:
    """Whose word it is: the days that count, and what was seen."""
    days = [one.weather, one.after(1)] if one.granules or one.bulk else [one.weather]
    said = [words for day in days for words in day.said]
    for seen, what in (
        (one.sky.ground(one.day), "ground {}"),
        (one.sky.growth(one.day), "grass {}"),
        (one.sky.soil(one.day), "soil temperature"),
    ):
        if seen is not None:
            said.append(f"{what.format(seen.word)}, {seen.who}, {seen.on:%-d %B}")
    return tuple(dict.fromkeys(said)), any(day.stand_in for day in days)
