"""Why a product of the shelf goes down nowhere in a lawn's year: one sentence each, with the limit that stands
there."""

from __future__ import annotations

from collections.abc import Sequence

from amber_acre.core.care.pattern import Asks
from amber_acre.core.products.nutrients import is_starter
from amber_acre.core.products.product import Product
from amber_acre.core.programme.feeds import NEEDS_NITROGEN, Feed, allowed, feed_of
from amber_acre.core.quantities import unrounded
from amber_acre.core.season.phases import STEPS


def refusals(shelf: Sequence[Product], asks: Asks, thin: float, forbidden: str) -> tuple[str, ...]:
    """A sentence for each feed of the shelf that may go down in no step; ``forbidden``: why no phosphorus may."""
    feeds = [feed_of(product, thin) for product in shelf if product.total_nitrogen >= NEEDS_NITROGEN]
    if not feeds:
        return ("No nitrogen feed is on the shelf.",)
    if not asks.open.any():
        return (f"No day is open for feeding{f': {why}' if (why := closed_most(asks)) else ''}.",)
    return tuple(
        f"{feed.product.name}: {_why(feed, asks, forbidden)}"
        for feed in feeds
        if not feed.product.packs
        or (is_starter(feed.product) and not asks.new_grass)
        or not any(allowed(feed, asks, step) for step in range(STEPS))
    )


def closed_most(asks: Asks) -> str:
    """What closes most of the year's growth to feeding, in words; '' where half of it and more is open."""
    by_reason: dict[str, float] = {}
    for step in range(STEPS):
        if not asks.open[step] and asks.closed_because[step]:
            reason = asks.closed_because[step]
            by_reason[reason] = by_reason.get(reason, 0.0) + float(asks.demand_g_m2[step])
    top = max(by_reason, key=lambda reason: by_reason[reason], default="")
    return top if top and sum(by_reason.values()) > asks.need_g_m2 / 2 else ""


def _why(feed: Feed, asks: Asks, forbidden: str) -> str:
    if not feed.product.packs:
        return "no pack with a price on the shelf."
    if is_starter(feed.product) and not asks.new_grass:
        return "a starter is for seed and new turf alone."
    if feed.phosphorus and forbidden:
        return f"carries phosphorus: {forbidden}."
    if feed.low > feed.high + 1e-9:
        return "its lowest label rate is over its highest on the smallest the lawn can be."
    brings, quick = feed.low * feed.nitrogen, feed.low * feed.quick
    if brings > asks.total_cap.max() or quick > asks.quick_cap.max():
        return (
            f"the label’s lowest rate, {feed.product.rate_words(feed.low)}, brings {unrounded(brings)} g/m² of nitrogen"
            f" ({unrounded(quick)} g/m² quick); one feed here holds {unrounded(float(asks.total_cap.max()))} g/m²"
            f" ({unrounded(float(asks.quick_cap.max()))} g/m² quick)."
        )
    return "too much of it would come out after growth has ended."
