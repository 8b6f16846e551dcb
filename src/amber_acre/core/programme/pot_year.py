"""The year of pots: coated pellets by the litre of medium, soluble feed at the watering, and when pellets run out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.feeding import FeedAsked
from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.pot_feeding import grams_per_litre
from amber_acre.core.products.product import Product
from amber_acre.core.programme.picking import P_TRACE
from amber_acre.core.rules.plant_forms import acid_in_pots, wrong_form
from amber_acre.core.rules.pot_pellets import (
    LAID_WITHIN_DAYS,
    LEAST_USED,
    is_coated,
    pots_fed,
    rated_months,
    used_in_season,
)
from amber_acre.core.season.climate import daily_series
from amber_acre.core.season.coated import RunsOut, months_at, runs_out
from amber_acre.core.season.stages import Stages
from amber_acre.core.tolerance import over

COATED_SHARE = 0.75  # of the year's nitrogen that pellets carry where soluble feed follows them [common-practice]
EVERY_DAYS = 14  # soluble feed [common-practice]
WATER_SHARE = 0.15  # of the medium's volume at a watering that feeds: until it drains [common-practice]
STRENGTH_MG_L, LEAN_STRENGTH_MG_L = 150.0, 75.0  # nitrogen of a fortnightly feed; of dry-country plants [fertigation]
LEAN_FEEDS = 3  # a year for them [common-practice]
UNNAMED_DAYS = 60.0  # what a label that does not name pots weighs, in days of release [common-practice]
TOO_LONG, OFF_POTASH_DAYS = 0.3, 40.0  # of a day too long; of potash off by as much as the nitrogen [from-memory]
SEASON_DAYS = 90  # beyond it the length of pellets makes no difference: the pots are emptied [common-practice]
LEAST_OF_LABEL = 0.75  # of a label's lowest rate from which that rate is laid for it [common-practice]
LEAST_LEFT_DAYS = 35  # of a season that pellets do not cover from which soluble feed follows [common-practice]
MOST_P_PER_N = (
    0.44  # P for N of what pots get for want of a leaner feed: phosphate as much as nitrogen [common-practice]
)


@dataclass(frozen=True)
class PotPlan:
    """Jobs of the pots, what is said, when the pellets run out (None without), and their months at the season's
    warmth."""

    jobs: tuple[Job, ...]
    said: tuple[Said, ...]
    spent: RunsOut | None
    months: float = 0.0


def pot_plan(
    planting: Planting,
    asked: FeedAsked,
    stages: Stages,
    shelf: Sequence[Product],
    today: date,
    fed: Sequence[tuple[date, Product]] = (),
) -> PotPlan:
    """Pellets once and soluble feed after them; soluble feed alone where the shelf has no pellets that fit.

    ``fed``: what went down this season or stays planned, by its day: no pellets on pellets, and soluble feed a
    fortnight after the last.
    """
    plan = _planned(planting, asked, stages, shelf, today, fed)
    rich = sorted({job.product.name for job in plan.jobs if job.product is not None and _rich(job.product, planting)})
    if not rich:
        return plan
    words = (
        f"{', '.join(rich)} brings more phosphorus than pots use, and nothing leaner is on the shelf: what is left"
        " washes out with the water that drains."
    )
    return replace(plan, said=(*plan.said, Said("no_high_p", words)))


def _planned(
    planting: Planting,
    asked: FeedAsked,
    stages: Stages,
    shelf: Sequence[Product],
    today: date,
    fed: Sequence[tuple[date, Product]],
) -> PotPlan:
    begins, last = pots_fed(planting.ground, stages)
    first = max(begins, today)
    poured = [on for on, product in fed if on <= today and not is_coated(product)]
    if poured:
        first = max(first, max(poured) + timedelta(days=EVERY_DAYS))
    need, litres = asked.nitrogen, planting.medium_l
    said = [
        Said(
            "wet_first",
            "Water first: feed goes on moist medium, and once a month clean water is let drain through to flush salts.",
        )
    ]
    if acid_in_pots(planting.ground):
        said.append(
            Said(
                "lime_free",
                "Acid lovers: a lime-free medium and rain water; hard tap water limes it at each watering. Measure the"
                " pH of what drains out once a year.",
            )
        )
    if need <= 0 and asked.said:
        return PotPlan((), tuple(said), None)
    if need <= 0 or first >= last or litres <= 0:
        said.append(Said("no_feed", "No feed is due before growth stops: pots are fed while they grow."))
        return PotPlan((), tuple(said), None)
    lean = planting.group.key == "succulent"
    soluble = _soluble(shelf, planting)
    if lean:
        said.append(
            Said("lean", "Dry-country plants: a quarter of the feed, at the base, never in rosettes or crowns.")
        )
        few = max(0, LEAN_FEEDS - len(poured))
        if soluble is None and few:
            words = "No soluble feed on the shelf that pots bear: these plants live a year without, and grow less."
            said.append(Said("no_product", words, True))
        return PotPlan(_soluble_jobs(planting, soluble, first, last, LEAN_STRENGTH_MG_L, few), tuple(said), None)
    laid = max(((on, product) for on, product in fed if is_coated(product)), key=lambda one: one[0], default=None)
    if laid is not None:
        return _after_pellets(planting, stages, soluble, *laid, first, last, said)
    left = (last - first).days / (last - begins).days
    coated = _coated(shelf, planting, first, last)
    why_not = _why_not_so_late(coated, need, left, first, last, stages) if coated is not None else ""
    if why_not and soluble is not None:
        said.append(Said("passed", f"{why_not}: soluble feed until then."))
        coated = None
    if coated is None:
        if soluble is None:
            said.append(Said("no_product", "No coated and no soluble feed on the shelf that pots bear.", True))
        return PotPlan(_soluble_jobs(planting, soluble, first, last, STRENGTH_MG_L), tuple(said), None)
    return _pelleted(planting, asked, stages, coated, soluble, first, last, left, said)


def _pelleted(
    planting: Planting,
    asked: FeedAsked,
    stages: Stages,
    coated: Product,
    soluble: Product | None,
    first: date,
    last: date,
    left: float,
    said: list[Said],
) -> PotPlan:
    """Pellets on the first day, and soluble feed when they are spent; ``left``: the share of the season that is still
    to come."""
    litres = planting.medium_l
    spent = runs_out(rated_months(coated), first, stages.climate)
    warmth = float(daily_series(stages.climate, first, last).mean_c.mean())
    months = months_at(rated_months(coated), warmth)
    till = f"to {spent.on:%-d %B}" if spent.on <= last else "past its end"
    follows = soluble is not None and (last - spent.on).days >= LEAST_LEFT_DAYS
    share = COATED_SHARE if follows else 1.0
    whole = "the season" if left >= 1 else "the rest of the season"
    grams = _grams_left(coated, asked.nitrogen, left, first, last, stages)
    grams = _within_label(grams * share, coated, said)
    job = Job(
        0,
        f"Pellets, {grams:.3g} g a litre of medium",
        "feed",
        first,
        first,
        first + timedelta(days=LAID_WITHIN_DAYS),
        Dose(grams, "litre", litres),
        coated,
        placement="medium",
        answers=asked.answers,
        reason=(
            f"One dose for {whole}: at its {warmth:.0f} °C the pellets last {months:.1f} months, {till}."
            f" {grams * coated.total_nitrogen:.3g} g of nitrogen a litre."
        ),
    )
    jobs = [job]
    if follows:
        jobs += _soluble_jobs(planting, soluble, spent.on, last, STRENGTH_MG_L)
        said.append(
            Said(
                "result_range",
                f"The pellets are spent by {spent.on:%-d %B}; soluble feed follows, so that"
                " leaves stay green weeks longer.",
            )
        )
    return PotPlan(tuple(jobs), tuple(said), spent, months)


def _grams_left(coated: Product, need: float, left: float, first: date, last: date, stages: Stages) -> float:
    """Pellets for the share of a season that is left, g a litre: what comes out by its last day meets that share of the
    need, and no more than a year's need is laid."""
    return need * min(1.0, left / max(used_in_season(coated, first, last, stages), left)) / coated.total_nitrogen


def _why_not_so_late(coated: Product, need: float, left: float, first: date, last: date, stages: Stages) -> str:
    """Why pellets are not laid into a season of which a share is left, in words without an end; '' where they are."""
    spent, label = used_in_season(coated, first, last, stages), coated.label.rate_by("litre")
    ends = f"{last:%-d %B}, their last day for nitrogen"
    if left < 1 and spent < LEAST_USED:
        return f"No {coated.name} so late, {1 - spent:.0%} of it would come out after {ends}"
    grams = _grams_left(coated, need, left, first, last, stages)
    if left < 1 and label is not None and grams < LEAST_OF_LABEL * label.low:
        return f"No {coated.name} so late, its label's lowest rate is for more than what is left until {ends}"
    return ""


def _after_pellets(
    planting: Planting,
    stages: Stages,
    soluble: Product | None,
    laid: date,
    coated: Product,
    first: date,
    last: date,
    said: list[Said],
) -> PotPlan:
    """What follows pellets that lie already: soluble feed from the day they are spent."""
    spent = runs_out(rated_months(coated), laid, stages.climate)
    words = f"The pellets of {laid:%-d %B} last to {spent.on:%-d %B %Y}: no more are laid this season."
    said.append(Said("result_range", words))
    begins = max(first, spent.on)
    jobs = _soluble_jobs(planting, soluble, begins, last, STRENGTH_MG_L) if begins <= last else ()
    return PotPlan(jobs, tuple(said), spent, spent.months)


def _within_label(grams_l: float, coated: Product, said: list[Said]) -> float:
    """Grams a litre within what the label gives for a litre of medium; says what that leaves out."""
    label = coated.label.rate_by("litre")
    if label is None or grams_l <= label.high:
        return max(grams_l, label.low) if label is not None else grams_l
    said.append(
        Said(
            "label",
            f"Their label allows {label.high:.3g} g a litre: {grams_l:.3g} g would meet the season. Soluble feed"
            " makes up for it where leaves pale.",
        )
    )
    return label.high


def _coated(shelf: Sequence[Product], planting: Planting, first: date, last: date) -> Product | None:
    """The coated product that suits the season best."""
    fit = [p for p in shelf if is_coated(p) and _fits(p, planting)]
    return min(fit, key=lambda p: (_rich(p, planting), _misses(p, planting, first, last), p.key), default=None)


def _misses(product: Product, planting: Planting, first: date, last: date) -> float:
    """How badly pellets suit the season: days they end too soon, a part of those they last too long, and potash that is
    off what the group wants."""
    days = (runs_out(rated_months(product), first, planting.ground.climate).on - last).days
    potassium = product.potassium_fraction / product.total_nitrogen
    length = -days if days < 0 else min(days, SEASON_DAYS) * TOO_LONG
    unnamed = 0.0 if product.sites else UNNAMED_DAYS
    return length + unnamed + OFF_POTASH_DAYS * abs(potassium - planting.group.k_per_n)


def _soluble(shelf: Sequence[Product], planting: Planting) -> Product | None:
    """A feed for the watering can: the nearest to nitrogen and potash alike with little phosphorus."""
    fit = [
        p
        for p in shelf
        if p.total_nitrogen >= 0.03
        and p.slow_fraction < 0.2 * p.total_nitrogen
        and _fits(p, planting)
        and (p.liquid or p.family == "liquid")
    ]
    return min(
        fit,
        key=lambda p: (
            _rich(p, planting),
            not p.sites,
            abs(p.potassium_fraction / p.total_nitrogen - planting.group.k_per_n),
            p.key,
        ),
        default=None,
    )


def _rich(product: Product, planting: Planting) -> bool:
    """Whether a feed brings more phosphorus than its plants use: taken where there is no other."""
    return over(product.phosphorus_fraction, max(planting.group.p_per_n, P_TRACE) * product.total_nitrogen)


def _fits(product: Product, planting: Planting) -> bool:
    if (
        not product.allowed_on("pots")
        or (acid_in_pots(planting.ground) and wrong_form(product, "acid"))
        or product.other.get("Fe", 0.0) >= 0.03
        or product.total_nitrogen <= 0
        or product.soil.material
    ):
        return False
    too_rich = over(product.phosphorus_fraction, MOST_P_PER_N * product.total_nitrogen)
    return not too_rich and product.other.get("Cl", 0.0) < 0.01


def _soluble_jobs(
    planting: Planting, product: Product | None, first: date, last: date, strength: float, most: int = 30
) -> tuple[Job, ...]:
    """A feed every fortnight, in litres of water with so many mg/L of nitrogen."""
    if product is None:
        return ()
    litres = planting.medium_l * WATER_SHARE
    grams = grams_per_litre(strength, product.total_nitrogen)
    label = product.label.rate_by("water")
    if label is not None and grams * 1000 > label.high:
        grams = label.high / 1000
        strength = float(f"{grams * product.total_nitrogen * 1000:.3g}")
    count = min(most, (last - first).days // EVERY_DAYS + 1)
    every = max(EVERY_DAYS, (last - first).days // max(1, count))
    jobs = []
    for n in range(count):
        on = first + timedelta(days=every * n)
        jobs.append(
            Job(
                0,
                f"Soluble feed, {strength:g} mg/L of nitrogen",
                "drench",
                on,
                on,
                min(on + timedelta(days=6), max(on, last)),
                Dose(grams * 1000, "water", litres),
                product,
                placement="medium",
                answers="pots while they grow",
                reason=f"{grams:.3g} g in each litre, {litres:.3g} L in all, on moist medium until it drains.",
            )
        )
    return tuple(jobs)
