"""Which product of the shelf a round of a planting takes: each held against what the plants bear, with reasons."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.care.feeding import RoundAsked
from amber_acre.core.care.planting import Planting
from amber_acre.core.care.roses import ammonium_wanted
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.products.acid_balance import acidity_share
from amber_acre.core.products.product import Product
from amber_acre.core.rules.in_season import hot_quick_cap
from amber_acre.core.rules.late_on_plants import comes_too_late
from amber_acre.core.rules.plant_forms import CHLORIDE_FROM, NO_CHLORIDE, wrong_form
from amber_acre.core.typed_counts import CountBasis

FEEDS = ("quick", "coated", "methylene", "organic", "manure", "biosolid", "liquid", "conditioner")
NITROGEN_FROM = 0.02  # fraction of nitrogen from which a product is a feed [common-practice]
IRON_FOR_COLOUR = 0.03  # fraction of iron from which it is put down for colour, not as a feed [common-practice]
P_REMOVED = 0.08  # P for a gram of N that plants take up anyway, as elements [from-memory]
P_WANTED, P_LOW_WEIGHT = 0.15, 1.6  # the same where a test is low, and what being off it weighs [from-memory]
P_TRACE = 0.04  # P for a gram of N that counts as none, as elements [common-practice]
HOT_QUICK_SHARE = 0.35  # most of a feed that may be quick in heat [common-practice]
# What a mismatch weighs; from memory, judgement. A doubling of the price weighs PRICE.
UNNAMED_WEIGHT = 0.35  # of a product whose label does not name plantings
SHORT_WEIGHT, OVER_WEIGHT, SLOW_WEIGHT, QUICK_WEIGHT = 3.0, 2.0, 2.0, 0.4
P_WEIGHT, K_WEIGHT, K_LOW_WEIGHT, SALT_WEIGHT, ACID_WEIGHT, PRICE, OPEN_BONUS = 4.0, 0.3, 1.5, 1.0, 0.6, 0.25, 0.15
FORM_WEIGHT = 0.4  # of nitrate and ammonium in other shares than roses want; judgement, from memory
ACID_PER_N = 2.5  # g CaCO₃ a gram of nitrogen from which a feed counts as acid [sluijsmans-1970]


COUNTED: tuple[CountBasis, ...] = ("trunk", "trunk_volume", "plant", "plant_volume", "run")  # as a label is asked
LOW_END_MORE = 1.5  # a label's lowest dose may bring so much of what is asked, no more [common-practice]


@dataclass(frozen=True)
class Picked:
    """A product for a round: its dose, what that is in g/m² of product, and what it weighs (lower is better)."""

    product: Product
    dose: Dose
    rate_g_m2: float
    weight: float

    @property
    def nitrogen_g_m2(self) -> float:
        """Nitrogen it brings, g/m²."""
        return self.rate_g_m2 * self.product.total_nitrogen


def why_not(product: Product, planting: Planting, hot: bool) -> str:
    """Why a product is no feed for these plants, in words; '' where it is one."""
    if product.family not in FEEDS or product.total_nitrogen < NITROGEN_FROM:
        return "no feed"
    if not product.allowed_on(planting.ground.site):
        return "not by its label"
    if product.other.get("Fe", 0.0) >= IRON_FOR_COLOUR or product.soil.material:
        return "for something else"
    nitrogen = product.total_nitrogen
    phosphorus, group = product.phosphorus_fraction / nitrogen, planting.group
    most = P_TRACE if planting.phosphorus == "high" and group.key != "palm" else group.p_per_n
    if phosphorus > most + 1e-9:
        return "too much phosphorus"
    sensitive = planting.salt_sensitive or planting.salty or group.key in NO_CHLORIDE
    if product.other.get("Cl", 0.0) >= CHLORIDE_FROM and sensitive:
        return "chloride"
    if planting.salty and product.family == "manure":
        return "salty"
    form = wrong_form(product, group.key)
    if form:
        return form
    if group.slow_least >= 0.5 and product.slow_fraction < (group.slow_least - 0.25) * nitrogen:
        return "too quick here"
    if hot and product.quick_fraction > HOT_QUICK_SHARE * nitrogen:
        return "quick nitrogen in heat"
    return ""


def candidates(
    asked: RoundAsked, planting: Planting, shelf: Sequence[Product], opened: frozenset[int] = frozenset()
) -> list[Picked]:
    """Products that may go down in a round, the best first; ``opened``: keys of those the property has open."""
    ground, key = planting.ground, planting.group.key
    fit = [
        product
        for product in shelf
        if not why_not(product, planting, asked.hot) and not comes_too_late(product, ground, key, asked.on)
    ]
    size = planting.ground.size_m2
    made = [(product, dose) for product in fit if (dose := _dose(product, asked, planting)) is not None]
    prices = [cost for product, _ in made if (cost := product.cost_per_kg_nitrogen)]
    cheapest = float(min(prices, default=1.0))
    rates = [(product, dose, float(dose.rate_g_m2(size, product.density_kg_l))) for product, dose in made]
    found = [
        Picked(product, dose, rate, _weight(product, rate, asked, planting, cheapest, product.key in opened))
        for product, dose, rate in rates
    ]
    return sorted(found, key=lambda one: (round(one.weight, 9), one.product.key))


def _dose(product: Product, asked: RoundAsked, planting: Planting) -> Dose | None:
    """The dose that brings so much nitrogen within label and cap; None where its lowest would bring half as much again.

    What a label says by trunk, plant or metre of hedge holds where that is counted and alike; else its rate by area,
    where the area is smallest.
    """
    label, ground = product.label, planting.ground
    quick = product.quick_fraction
    cap = min(ground.rules.quick_cap_g_m2, hot_quick_cap(ground.season, ground.irrigated) if asked.hot else math.inf)
    once = cap / quick if quick > 0 and not ground.traits.by_litre else math.inf
    wanted, most = asked.nitrogen / product.total_nitrogen, min(label.keeps_g_m2, once) / ground.thick
    if ground.alike:  # of plants of several kinds nobody can say what each gets
        for basis in COUNTED:
            rate, count = label.rate_by(basis), ground.count_for(basis)
            by_volume = basis in ("plant_volume", "trunk_volume")
            if rate is None or not count or product.liquid is not by_volume:
                continue
            over_each = ground.size_m2 / count / ((product.density_kg_l or 1.0) if by_volume else 1.0)
            each, most_each = wanted * over_each, min(rate.high, most * over_each)
            large = ground.kind == "tree" and basis in ("plant", "plant_volume") and each > rate.high
            if rate.low > LOW_END_MORE * each or rate.low > most_each or large:  # it means other plants, or other gaps
                continue
            held = min(max(each, rate.low), most_each)
            if basis != "run":
                return Dose(held, basis, count)
            return Dose(held / over_each) if held / over_each >= label.min_g_m2 * (1 - 1e-9) else None
    by_area = min(wanted, most)
    if by_area >= label.min_g_m2:
        return Dose(by_area)
    return Dose(float(label.min_g_m2)) if label.min_g_m2 <= min(LOW_END_MORE * wanted, most) else None


def _weight(
    product: Product, rate: float, asked: RoundAsked, planting: Planting, cheapest: float, opened: bool
) -> float:
    nitrogen, group = product.total_nitrogen, planting.group
    got = rate * nitrogen / asked.nitrogen
    weight = 0.0 if product.sites else UNNAMED_WEIGHT
    weight += SHORT_WEIGHT * max(0.0, 1 - got) + OVER_WEIGHT * max(0.0, got - 1)
    slow = product.slow_fraction / nitrogen
    weight += SLOW_WEIGHT * max(0.0, group.slow_least - slow) + QUICK_WEIGHT * max(0.0, slow - 0.9) * (
        group.slow_least == 0
    )
    phosphorus, potassium = product.phosphorus_fraction / nitrogen, product.potassium_fraction / nitrogen
    if planting.phosphorus == "low":
        weight += P_LOW_WEIGHT * abs(phosphorus - P_WANTED)
    else:
        weight += P_WEIGHT * max(0.0, phosphorus - P_REMOVED)
    short_k = max(0.0, group.k_per_n - potassium)
    weight += (K_LOW_WEIGHT if planting.potassium == "low" or group.key == "palm" else K_WEIGHT) * short_k
    if planting.potassium == "high":
        weight += K_WEIGHT * potassium
    if planting.salt_sensitive or planting.salty:
        weight += SALT_WEIGHT * product.quick_fraction / nitrogen * (1.0 if planting.salty else 0.3)
    acid = acidity_share(product) / nitrogen
    if group.key == "acid":
        weight -= ACID_WEIGHT * (acid >= ACID_PER_N)
    elif planting.ground.ph is not None and planting.ground.ph_side() is not None:
        down = planting.ground.ph_side() == "down"
        weight += ACID_WEIGHT * ((acid < 0) if down else (acid >= ACID_PER_N))
    if planting.lies.fabric and not product.liquid:
        weight += 1.0
    if group.key == "rose":
        weight += FORM_WEIGHT * _off_form(product, asked, planting)
    if product.cost_per_kg_nitrogen:
        weight += PRICE * math.log2(max(1.0, float(product.cost_per_kg_nitrogen) / cheapest))
    else:
        weight += PRICE
    return weight - (OPEN_BONUS if opened else 0.0)


def _off_form(product: Product, asked: RoundAsked, planting: Planting) -> float:
    """How far ammonium lies from its share of nitrate and ammonium, by how much of the nitrogen they are, 0–1."""
    ammonium, nitrate = product.nitrogen.get("ammoniacal", 0.0), product.nitrogen.get("nitrate", 0.0)
    both = ammonium + nitrate
    if both <= 0:
        return 0.0
    off = abs(ammonium / both - ammonium_wanted(planting.ground.climate, asked.on))
    return float(off * both / product.total_nitrogen)


def potash(shelf: Sequence[Product], salt_sensitive: bool) -> Product | None:
    """The potash of a shelf that brings nothing else: without chloride where plants are sensitive; None without one."""
    fit = [
        product
        for product in shelf
        if product.k2o >= 0.2
        and product.allowed_on("plantings")
        and product.total_nitrogen < 0.01
        and product.p2o5 < 0.01
        and product.family in FEEDS
        and (product.other.get("Cl", 0.0) < 0.01 or not salt_sensitive)
    ]
    return min(fit, key=lambda one: (one.other.get("Cl", 0.0) > 0.01, one.key), default=None)
