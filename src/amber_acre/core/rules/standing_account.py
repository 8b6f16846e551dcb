"""An area's account of twelve months against what grows there, its rule and the labels of what goes down."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.jobs.brings import Account, account
from amber_acre.core.jobs.use import Use, most_in_a_year, up_to
from amber_acre.core.products.product import Product
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.law import yearly_nitrogen_of
from amber_acre.core.rules.sums import POTS_MOST_G_L, nitrogen_high


@dataclass(frozen=True)
class ProductYear:
    """One product in twelve months: how often, how much (g/m²), what its label leaves (None: no yearly maximum), and
    from when it may go down again."""

    product: Product
    times: int
    used_g_m2: float
    left_g_m2: float | None
    again_from: date


@dataclass(frozen=True)
class AreaYear:
    """The twelve months of an area that end on ``last``: its uses, their account, and what limits them.

    ``need_high_g_m2``: the most nitrogen that what grows there can use. ``litres`` of medium for each square metre, of
    pots that say it: by it amounts are told there, and no rule or label by area holds them. ``left_g_m2``: nitrogen
    left under the rule's cap on that day, ``least_left_g_m2`` the least of any twelve months that hold one of these
    uses; None: no cap.
    """

    last: date
    uses: tuple[Use, ...]
    account: Account
    need_high_g_m2: float
    cap_g_m2: float | None
    left_g_m2: float | None
    least_left_g_m2: float | None
    products: tuple[ProductYear, ...]
    litres: float | None = None


def area_year(book: AreaBook, last: date) -> AreaYear:
    """The account of an area over the twelve months that end on a day, planned uses up to it among them."""
    uses, ground = tuple(up_to(book.uses, last)), book.ground
    pots = ground.traits.by_litre
    cap = None if pots else ground.rules.yearly_cap_g_m2
    return AreaYear(
        last,
        uses,
        account(uses, ground.traits.turf),
        POTS_MOST_G_L * (ground.litres_m2 or 0.0) if pots else nitrogen_high(ground),
        cap,
        None if cap is None else cap - sum(yearly_nitrogen_of(use) for use in uses),
        None if cap is None else cap - most_in_a_year(book.uses, yearly_nitrogen_of),
        tuple(_product_year(key, uses, pots) for key in sorted({use.product.key for use in uses if use.product})),
        ground.litres_m2,
    )


def _product_year(key: int, uses: tuple[Use, ...], pots: bool) -> ProductYear:
    own = [use for use in uses if use.product is not None and use.product.key == key]
    product = own[0].product
    assert product is not None
    used = sum(use.rate_g_m2 for use in own)
    most = None if pots else product.label.yearly_max_g_m2
    again = max(use.on for use in own) + timedelta(days=product.label.interval_days)
    return ProductYear(product, len(own), used, None if most is None else most - used, again)
