"""Chosen doses as jobs: a day with its window, a name by the part of the season, and the reason in words."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.pattern import Asks
from amber_acre.core.jobs.dose import Dose as JobDose
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.programme.feeds import LEAST_NITROGEN_G_M2, Fixed, allowed
from amber_acre.core.programme.reasons import nearly_summer, reason_of
from amber_acre.core.programme.solving import Choice, Dose
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.rules.ground import Ground
from amber_acre.core.season.phases import STEPS
from amber_acre.core.soil.findings import SoilFindings

WINDOW_BEFORE, WINDOW_AFTER = 7, 10  # days around a round's day in which it stays right [common-practice]
EVENT_AHEAD_DAYS = 8  # iron for colour, 6–9 days before [common-practice]
IRON_LASTS_DAYS = 14  # colour of a spray [common-practice]
IRON_FOR_COLOUR_G_M2 = 0.2  # of Fe: colour without blackening [from-memory]
IRON_AT_MOST_G_M2 = 0.6  # of one spray [from-memory]
IRON_FROM = 0.01  # of mass: what a product for colour holds at least
ROUNDED_G_M2 = 0.01
MIDWINTER = (*range(STEPS - 4, STEPS), *range(8))  # the coldest month, the year's first steps, and those beside it


def rounds_of(
    lawn: Lawn,
    asked: Asks,
    choice: Choice,
    start: date,
    today: date,
    soil: SoilFindings,
    fixed: Sequence[date] = (),
    down: Sequence[Fixed] = (),
) -> list[Job]:
    """A job for each dose, in order of its day; ``fixed``: days that stand for their steps; ``down``: what went down or
    stays as it is."""
    stands = {asked.phases.step_of(day): day for day in fixed}
    if asked.sown_on is not None and asked.sown_step is not None:
        stands[asked.sown_step] = asked.sown_on
    end = start + timedelta(days=365)
    thin = lawn.low_m2 / lawn.size_m2
    brought = {id(d): d.rate_g_m2 * d.product.total_nitrogen for d in choice.doses}
    dated = sorted(
        ((max(stands.get(d.step) or asked.phases.date_of(d.step, start), today), d) for d in choice.doses),
        key=lambda one: (one[0], -brought[id(one[1])], one[1].product.key),
    )
    names = _names(lawn, asked, [d for _, d in dated], down)
    jobs = []
    for (on, dose), name in zip(dated, names, strict=True):
        opens, closes = _window(asked, dose.step, on, today, lawn)
        rate = _rounded(dose, thin)
        jobs.append(
            Job(
                0,
                name,
                "feed",
                on,
                opens,
                min(closes, end),
                JobDose(GramsPerSquareMetre(rate)),
                dose.product,
                target_g_m2=rate * dose.product.total_nitrogen,
                reason=reason_of(lawn, asked, choice, dose, soil),
                answers="the year's nitrogen need" if dose.product.total_nitrogen else "the soil test",
            )
        )
    return jobs


def _rounded(dose: Dose, thin: float) -> float:
    """The rate rounded for the scale, never past the label or under it."""
    rate = int(dose.rate_g_m2 / ROUNDED_G_M2 + 1e-6) * ROUNDED_G_M2
    return float(min(max(rate, dose.product.label.min_g_m2), max(dose.product.label.keeps_g_m2 * thin, 0.0)))


def _window(asked: Asks, step: int, on: date, today: date, lawn: Lawn) -> tuple[date, date]:
    """From the first to the last day around a round's own on which it is as right: to the edge of open steps, of closed
    periods, and not before today."""
    before = WINDOW_BEFORE if asked.open[step - 1] else 3
    after = WINDOW_AFTER if asked.open[(step + 1) % STEPS] else 3
    closed = lawn.rules.blackouts
    opens, closes = on, on
    while (on - opens).days < before and not any(b.covers(opens - timedelta(days=1)) for b in closed):
        opens -= timedelta(days=1)
    while (closes - on).days < after and not any(b.covers(closes + timedelta(days=1)) for b in closed):
        closes += timedelta(days=1)
    return max(opens, min(today, on)), closes


def _names(lawn: Lawn, asked: Asks, doses: Sequence[Dose], down: Sequence[Fixed]) -> list[str]:
    """Names by the part of the season; where it has none to speak of, by number."""
    feeds = [d for d in doses if d.rate_g_m2 * d.product.total_nitrogen >= LEAST_NITROGEN_G_M2 * 0.99]
    falling = [d for d in feeds if asked.parts[d.step] == "falling" and d.step != asked.sown_step]
    main = max(falling, key=lambda d: d.rate_g_m2 * d.product.total_nitrogen, default=None)
    by_part = lawn.grass.season == "cool" and not asked.gap_steps
    before = [one.step for one in down if one.rate_g_m2 * one.product.total_nitrogen >= LEAST_NITROGEN_G_M2]
    names, fed, risen = [], 0, sum(asked.parts[step] == "rising" for step in before)
    for dose in doses:
        if dose not in feeds:
            names.append("Potash" if dose.product.k2o else "Supplement")
            continue
        fed += 1
        part = asked.parts[dose.step]
        if dose.step == asked.sown_step:
            names.append("Feed with the seed")
        elif not by_part:
            names.append(f"Feed {fed}")
        elif dose is main:
            names.append("Main feed")
        elif part == "falling" and dose.step in MIDWINTER:
            names.append("Winter feed")  # where grass grows on through it
        elif part == "falling":
            names.append("Last feed" if dose is feeds[-1] else "Autumn feed")
        elif part == "rising" and not nearly_summer(asked, dose.step):
            risen += 1
            names.append("Spring feed" if risen == 1 else "Late-spring feed")
        else:
            names.append("Summer feed")
    return names


def iron_jobs(
    lawn: Lawn,
    shelf: Sequence[Product],
    ground: Ground,
    asked: Asks,
    start: date,
    today: date,
    given: Sequence[date] = (),
) -> list[Job]:
    """Iron for colour: before each event, and where high pH locks the soil's iron up, once in growth.

    ``given``: days on which iron went down or stays planned; none is planned within a fortnight of one.
    """
    iron = iron_for_colour(shelf)
    if iron is None:
        return []
    found, share = [], iron.other["Fe"]
    rate = min(
        max(IRON_FOR_COLOUR_G_M2 / share, iron.label.min_g_m2), iron.label.keeps_g_m2 * lawn.low_m2 / lawn.size_m2
    )
    if rate < iron.label.min_g_m2 or rate * share > IRON_AT_MOST_G_M2:
        return []
    days: list[tuple[date, date | None]] = [(on - timedelta(days=EVENT_AHEAD_DAYS), on) for on in lawn.events]
    once = any(start <= day < start + timedelta(days=365) for day in given)
    if not days and ground.ph_side() == "down" and not once:
        grown = [n for n in range(STEPS) if asked.takes_up[n] and asked.parts[n] in ("rising", "full")]
        later = [on for on in (asked.phases.date_of(n, start) for n in grown) if on >= today]
        days = [(later[len(later) // 2], None)] if later else []
    for on, event in days:
        if not max(today, start) <= on < start + timedelta(days=365):
            continue
        if any(abs((on - day).days) <= IRON_LASTS_DAYS for day in given):
            continue
        why = (
            f"Iron for colour, {EVENT_AHEAD_DAYS} days before {event:%-d %B}: it greens in days and lasts weeks. Mow"
            " the day"
            " before the event, not after the spray; a shower within the day washes it off."
            if event
            else "Leaf iron for colour: at this pH the soil locks iron up, and feeding harder does not help. It"
            " greens in"
            " days and lasts weeks; the cause stays."
        )
        found.append(
            Job(
                0,
                "Iron for the day" if event else "Leaf iron",
                "feed",
                on,
                on - timedelta(days=1 if event else 7),
                on + timedelta(days=2 if event else 10),
                JobDose(GramsPerSquareMetre(rate)),
                iron,
                target_g_m2=rate * iron.total_nitrogen,
                reason=f"{why} {rate * share:.2g} g/m² of iron. Rinse paving at once: it stains.",
                answers=f"the event on {event:%-d %B}" if event else "the pH",
            )
        )
    return found


def iron_for_colour(shelf: Sequence[Product]) -> Product | None:
    """The product of the shelf for colour: sprayed iron with the least nitrogen; None where there is none."""
    fitting = [p for p in shelf if p.liquid and p.packs and p.other.get("Fe", 0.0) >= IRON_FROM]
    return min(fitting, key=lambda p: (p.total_nitrogen / p.other["Fe"], p.key), default=None)


def could_go_down(asked: Asks, choice: Choice, step: int) -> list[Product]:
    """Products of the shortlist that may go down in a step."""
    return [feed.product for feed in choice.feeds if allowed(feed, asked, step)]
