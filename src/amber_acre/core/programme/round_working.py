"""How a lawn's round meets growth: what is asked until the next feed, what lies and comes anyway, what it brings."""

from __future__ import annotations

from datetime import date

from amber_acre.core.programme.feeds import LEAST_NITROGEN_G_M2
from amber_acre.core.programme.supply import Ribbon
from amber_acre.core.programme.year import LawnYear
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.working import Figure, Working

CHOSEN_TOGETHER = (
    "Day, product and dose are chosen together with the whole season, so that what becomes available meets growth:"
    " what growth does not find, what drains away, cost and visits are weighed against each other. Label, caps and"
    " closed periods bound it."
)


def round_working(year: LawnYear, judged: JudgedJob) -> Working | None:
    """How a round to come meets growth; None of one that was done, lies outside the season or brings no nitrogen."""
    own = year.ribbon_of(judged)
    if own is None or own.logged or own.applied_g_m2 < LEAST_NITROGEN_G_M2:
        return None
    working = Working(f"{judged.job.called}: the growth it meets")
    _what_growth_asks(year, own, working)
    return working


def _next_feed(year: LawnYear, own: Ribbon) -> date | None:
    """The day of the next feed of the season; None where it is the last."""
    later = [
        one.applied_on
        for one in year.ribbons
        if one.applied_on > own.applied_on and one.applied_g_m2 >= LEAST_NITROGEN_G_M2
    ]
    return min(later, default=None)


def _what_growth_asks(year: LawnYear, own: Ribbon, working: Working) -> None:
    """Demand between a round and the next feed, what meets it without the round, and what the round frees in it."""
    follows = _next_feed(year, own)
    day = year.series.index(own.applied_on)
    until = len(year.series.mean_c) if follows is None else year.series.index(follows)
    then = "the season's end" if follows is None else f"the next feed, {follows:%-d %B}"
    demand = year.need.demand_g_m2
    asked = working.step(
        f"Growth asks for until {then}",
        "by_then_g_m2 - so_far_g_m2",
        [
            Figure("by_then_g_m2", float(demand[:until].sum()), "g/m²", f"of the year's need, used by {then}"),
            Figure("so_far_g_m2", float(demand[:day].sum()), "g/m²", f"used by {own.applied_on:%-d %B}"),
        ],
        float(demand[:until].sum()) - float(demand[:day].sum()),
        "g/m²",
        "growth-potential-celsius",
        note="Growth of each day by soil warmth, light and heat, for this grass; its sum is the year's need.",
    )
    lies = float(year.pool.daily_g_m2[day - 1]) if day else 0.0
    comes = sum(float(one.daily_g_m2[day:until].sum()) for one in year.ribbons if one is not own)
    working.step(
        "Of it met without this round",
        "min(asked_g_m2, lies_g_m2 + comes_g_m2)",
        [
            Figure("asked_g_m2", asked, "g/m²", "asked"),
            Figure("lies_g_m2", lies, "g/m²", "available in the soil on that day"),
            Figure("comes_g_m2", comes, "g/m²", "released by the other feeds in that time"),
        ],
        min(asked, lies + comes),
        "g/m²",
        "first-order-release",
    )
    later = own.applied_g_m2 - float(own.daily_g_m2[day:until].sum())
    working.step(
        "This round frees in that time",
        "brings_g_m2 - later_g_m2",
        [
            Figure("brings_g_m2", own.applied_g_m2, "g/m²", "nitrogen it brings"),
            Figure("later_g_m2", later, "g/m²", "of it still bound then"),
        ],
        own.applied_g_m2 - later,
        "g/m²",
        "first-order-release",
        note=CHOSEN_TOGETHER,
    )
