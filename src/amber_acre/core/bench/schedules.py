"""A rate again and again: what it comes to in a year, two ways side by side, and against what a label allows."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.working import Figure, Working

YEAR_DAYS = 365.25
FIRST_DAYS = (date(2000, 1, 1), date(2100, 12, 31))  # beyond them a year is a slip [common-practice]
CALENDAR = {"month": 12.0, "fortnight": 26.0, "week": 52.0, "quarter": 4.0, "year": 1.0}  # times in a year


@dataclass(frozen=True)
class Schedule:
    """A rate (any unit, the same for all) and how often in a year, both above 0; ``words`` how it was said."""

    rate: float
    times_a_year: float
    words: str

    def __post_init__(self) -> None:
        if self.rate <= 0 or self.times_a_year <= 0:
            raise OutOfRange("Rate and how often are above zero.", field="rate", limits=(0, None))

    @property
    def a_year(self) -> float:
        """All of a year."""
        return self.rate * self.times_a_year


@dataclass(frozen=True)
class ScheduleAsked:
    """``one`` against ``other`` or None; the label's rates low to high and its days between, short to long, or None.

    ``held``: product at hand, mL or g as the rate has it, for ``size_m2`` of ground; ``first``: the day of the first
    time.
    """

    one: Schedule
    other: Schedule | None = None
    label_rates: tuple[float, float] | None = None
    label_days: tuple[float, float] | None = None
    unit: str = ""
    size_m2: float | None = None
    held: float | None = None
    first: date | None = None


def schedule_sum(asked: ScheduleAsked) -> Answer:
    """What each comes to, how far they differ, and how far the first lies over its label."""
    answer = Answer(Working("A rate again and again"))
    first = _a_year("one", asked.one, asked.unit, answer)
    if asked.other is not None:
        second = _a_year("other", asked.other, asked.unit, answer)
        figures = [Figure("second", second, asked.unit, "the other"), Figure("first", first, asked.unit, "the one")]
        answer.reckon(
            "difference",
            "The other brings in a year",
            "second / first - 1",
            figures,
            second / first - 1,
            "%/100",
            "plane-geometry",
            "more where it is above zero, less below",
        )
        strongest = max(asked.one.rate, asked.other.rate) / min(asked.one.rate, asked.other.rate)
        answer.tell("at_once", "Strongest dose over the weakest", strongest, "")
    _label(asked, answer)
    _lasts(asked, answer)
    return answer


def _lasts(asked: ScheduleAsked, answer: Answer) -> None:
    """How many times what is at hand does the ground, how long that is, and when more must be there."""
    if asked.held is None and asked.size_m2 is None:
        return
    if asked.held is None or asked.size_m2 is None:
        field = "held" if asked.held is None else "size"
        raise MissingInput("Say how much is at hand and for what ground.", field=field)
    if asked.held <= 0 or asked.size_m2 <= 0:
        raise OutOfRange("This is above zero.", field="held" if asked.held <= 0 else "size", limits=(0, None))
    if asked.first is not None and not FIRST_DAYS[0] <= asked.first <= FIRST_DAYS[1]:
        raise OutOfRange(
            f"The first time lies between {FIRST_DAYS[0].year} and {FIRST_DAYS[1].year}. Check the year.",
            field="first",
            value=asked.first,
        )
    plain = asked.unit.split("/")[0]
    figures = [
        Figure("held", asked.held, plain, "at hand"),
        Figure("rate", asked.one.rate, asked.unit, "rate"),
        Figure("size", asked.size_m2, "m²", "ground"),
    ]
    times = math.floor(round(asked.held / (asked.one.rate * asked.size_m2), 9))
    answer.reckon(
        "treatments",
        "Times what is at hand does it",
        "floor(held / (rate * size))",
        figures,
        float(times),
        "",
        "plane-geometry",
    )
    apart = YEAR_DAYS / asked.one.times_a_year
    answer.tell("lasts", "Weeks until more must be there", times * apart / 7, "")
    if asked.first is not None and times * apart > 3650:
        answer.said.append("It lasts longer than a product keeps: look at the date on its pack.")
    elif asked.first is not None:
        short = asked.first + timedelta(days=math.floor(times * apart))
        answer.said.append(
            f"Buy before {short:%-d %B %Y}: on that day what is at hand does not do it{' once more' if times else ''}."
        )


def _a_year(key: str, schedule: Schedule, unit: str, answer: Answer) -> float:
    figures = [
        Figure("rate", schedule.rate, unit, "rate"),
        Figure("times", schedule.times_a_year, "", f"times a year, {schedule.words}"),
    ]
    return answer.reckon(
        f"{key}_year",
        f"{'The one' if key == 'one' else 'The other'}, {schedule.words}, in a year",
        "rate * times",
        figures,
        schedule.a_year,
        unit,
        "plane-geometry",
    )


def _label(asked: ScheduleAsked, answer: Answer) -> None:
    if asked.label_rates is None:
        if asked.label_days is not None:
            raise MissingInput("At what rate does the label allow it?", field="label_rate")
        return
    low, high = asked.label_rates
    if not 0 < low <= high:
        raise DoesNotFit("The label's lowest rate is above zero and not above its highest.", field="label_rate")
    over = asked.one.rate / high
    answer.tell("over_label", "Each time, of the label's highest", over, "%/100")
    if over > 1 + 1e-9:
        answer.asked.append(f"Each time {100 * (over - 1):.1f} % over the label: the label is the law.")
    if asked.label_days is None:
        return
    short, long = asked.label_days
    if not 0 < short <= long:
        raise DoesNotFit("The label's shorter interval comes first.", field="label_days")
    used = asked.one.a_year / YEAR_DAYS * 7
    most, least = high / short * 7, low / long * 7
    figures = [
        Figure("used", used, asked.unit, "a week as used"),
        Figure("most", most, asked.unit, "a week by the label"),
    ]
    answer.reckon(
        "times_most",
        "A week, of the most the label comes to",
        "used / most",
        figures,
        used / most,
        "",
        "label",
        f"{used / least:.2f} times the least it comes to",
    )
    if used > most * (1 + 1e-9):
        answer.asked.append("More often or more than the label allows: its interval holds as its rate does.")
