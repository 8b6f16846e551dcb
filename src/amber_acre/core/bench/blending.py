"""The cheapest products of the shelf, in whole packs, that together bring what is wanted, within their labels.

A mixed-integer programme for HiGHS: a product is used or not, between its label's lowest and highest rate; packs are
whole. What is asked of each nutrient has a low end and may have a high one. The same question has the same answer.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.linear import INFINITE, Program
from amber_acre.core.products.product import Pack, Product
from amber_acre.core.quantities import Kilograms, Money
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS, NITROGEN_FORMS, NitrogenForm

# What may be asked of, its name, and its share in a product.
NUTRIENTS: dict[str, str] = {
    "n": "nitrogen N",
    "p2o5": "phosphate P₂O₅",
    "k2o": "potash K₂O",
    "s": "sulphur S",
    "mg": "magnesium Mg",
    "fe": "iron Fe",
}
NAMED: dict[str, NitrogenForm] = {form: form for form in NITROGEN_FORMS}
MOST_KINDS = 3  # products a crew mixes or lays one after another on a day [common-practice]
NODES = 20_000
GAP = 1e-4
USED_SHARE = 0.02  # of its price counts for what goes down: no more is laid because the pack is open anyway
WEIGHT_MONEY_KG = 1e-4  # of money a kg carried: of two that cost the same the lighter one
PACKS_AT_MOST = 500.0
SLACK_G_M2 = 1e-4  # what a scale does not show
BINDS = 1e-6
FORM_SOFTER = 0.5  # a form of the nitrogen gives way before its amount does [common-practice]
MEASURE_G_M2 = 1.0  # what a limit of nothing is measured by when it gives way [common-practice]


def share(product: Product, nutrient: str) -> float:
    """The fraction of a nutrient in a product, phosphate and potash as oxides."""
    known = {"n": product.total_nitrogen, "p2o5": product.p2o5, "k2o": product.k2o}
    if nutrient == "s":
        return max(product.other.get("S", 0.0), product.soil.elemental_sulphur)
    return known[nutrient] if nutrient in known else product.other.get(nutrient.capitalize(), 0.0)


@dataclass(frozen=True)
class Wanted:
    """g/m² of each nutrient at least, and at most where a figure stands (0 allowed); quick nitrogen at most.

    ``form_least``/``form_most``: shares of the nitrogen by form, 0–1.
    """

    size_m2: float
    least: Mapping[str, float]
    most: Mapping[str, float] = field(default_factory=dict)
    slow_share: float = 0.0
    quick_most: float | None = None
    kinds: int = MOST_KINDS
    form_least: Mapping[NitrogenForm, float] = field(default_factory=dict)
    form_most: Mapping[NitrogenForm, float] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if self.size_m2 <= 0:
            raise OutOfRange("The ground is above zero.", field="size", limits=(0, None))
        if not any(value > 0 for value in self.least.values()):
            raise MissingInput("Ask for one nutrient at least, like 3 g/m² of nitrogen.", field="n")
        for key, most in self.most.items():
            if most < self.least.get(key, 0.0):
                raise DoesNotFit(
                    f"At most {most:g} of {NUTRIENTS[key]} is less than what is asked for.", field=f"{key}_most"
                )
        if not 0 <= self.slow_share <= 1:
            raise OutOfRange("A share lies between 0 and 100 %.", field="slow", limits=(0, 1))
        for form, part in (*self.form_least.items(), *self.form_most.items()):
            if not 0 <= part <= 1:
                raise OutOfRange("A share lies between 0 and 100 %.", field=form, limits=(0, 1))
        if sum(self.form_least.values()) + self.slow_share > 1 + 1e-9:
            raise DoesNotFit(
                f"Shares of the nitrogen come to {sum(self.form_least.values()) + self.slow_share:.0%}: together they"
                " are 100 % at most.",
                field=next(iter(self.form_least)),
            )


@dataclass(frozen=True)
class Larger:
    """A larger pack in place of those of a blend: the money it costs more (below 0: less), and from how much of the
    product on, kg, it is the cheaper way to buy."""

    pack: Pack
    more: Money
    pays_from_kg: Kilograms


@dataclass(frozen=True)
class Part:
    """One product of a blend: its rate, what it takes, the packs bought."""

    product: Product
    rate_g_m2: float
    packs: tuple[tuple[Pack, int], ...]

    @property
    def cost(self) -> float:
        """What its packs cost."""
        return sum(pack.price * count for pack, count in self.packs)

    @property
    def larger(self) -> Larger | None:
        """The larger pack that is cheapest by mass, where that is less than these packs cost by mass; else None."""
        bought = sum(pack.mass_kg * count for pack, count in self.packs)
        most = max((pack.mass_kg for pack, _ in self.packs), default=0.0)
        sizes = [one for one in self.product.packs if one.mass_kg > most * (1 + 1e-9)]
        best = min(sizes, key=lambda one: (one.price / one.mass_kg, one.mass_kg), default=None)
        if best is None or not bought or best.price / best.mass_kg >= self.cost / bought * (1 - 1e-9):
            return None
        return Larger(best, Money(best.price - self.cost), Kilograms(best.price * bought / self.cost))


@dataclass(frozen=True)
class Blend:
    """Parts, what they cost, what they bring (g/m² by nutrient), which limits they lie against, in words."""

    parts: tuple[Part, ...]
    cost: Money
    brings: Mapping[str, float]
    binds: tuple[str, ...]
    used_cost: Money

    @property
    def kinds(self) -> frozenset[int]:
        """Keys of its products."""
        return frozenset(part.product.key for part in self.parts)

    @property
    def idle(self) -> float:
        """What is paid for product that stays in the packs."""
        return self.cost - self.used_cost


@dataclass(frozen=True)
class Blended:
    """The cheapest blend and the next best of other products; None where no other fits."""

    best: Blend
    next_best: Blend | None


@dataclass
class _Asked:
    """The programme and where its columns are."""

    program: Program
    rates: list[int]
    used: list[int]
    packs: list[list[int]]


def usable(products: Sequence[Product], wanted: Wanted) -> list[Product]:
    """Products with packs that bring something that is asked for; bulk is laid by depth, not blended."""
    return [
        product
        for product in products
        if product.packs
        and product.family != "bulk"
        and any(share(product, key) > 0 for key, least in wanted.least.items() if least > 0)
    ]


def blend(products: Sequence[Product], wanted: Wanted) -> Blended:
    """The cheapest blend, and the next best without one of its products. DoesNotFit says what would have to give."""
    shelf = usable(products, wanted)
    if not shelf:
        raise DoesNotFit("Nothing on the shelf holds what is asked for and has a pack.", field="n")
    try:
        best = _solve(shelf, wanted)
    except DoesNotFit:
        raise DoesNotFit(_least_change(shelf, wanted), field="n") from None
    others: list[Blend] = []
    for part in best.parts:
        try:
            others.append(_solve([one for one in shelf if one.key != part.product.key], wanted))
        except DoesNotFit:
            continue
    return Blended(best, min(others, key=lambda one: one.cost, default=None))


def _posed(shelf: Sequence[Product], wanted: Wanted) -> _Asked:
    """Columns and rows that always hold: labels, packs, how many kinds."""
    program = Program()
    rates, used, packs = [], [], []
    for product in shelf:
        price = min(pack.price / pack.mass_kg for pack in product.packs)
        laid = (USED_SHARE * price + WEIGHT_MONEY_KG) * wanted.size_m2 / 1000
        rate = program.column(laid, float(product.label.keeps_g_m2))
        on = program.column(high=1, whole=True)
        program.row({rate: 1, on: -float(product.label.keeps_g_m2)}, high=0)
        program.row({rate: 1, on: -max(float(product.label.min_g_m2), SLACK_G_M2)}, low=0)
        mine = [program.column(pack.price, PACKS_AT_MOST, whole=True) for pack in product.packs]
        held = {column: float(pack.mass_kg) for column, pack in zip(mine, product.packs, strict=True)}
        program.row(held | {rate: -wanted.size_m2 / 1000}, low=-BINDS)
        rates.append(rate)
        used.append(on)
        packs.append(mine)
    program.row(dict.fromkeys(used, 1.0), high=wanted.kinds)
    return _Asked(program, rates, used, packs)


def _nutrients(asked: _Asked, shelf: Sequence[Product], wanted: Wanted, give: Mapping[str, int] | None = None) -> None:
    """What is asked of nutrients; ``give``: columns that lift a limit, by its name."""
    give = give or {}
    for key in NUTRIENTS:
        terms = {rate: share(p, key) for rate, p in zip(asked.rates, shelf, strict=True) if share(p, key) > 0}
        least, most = wanted.least.get(key, 0.0), wanted.most.get(key)
        if least > 0:
            asked.program.row(terms | ({give[f"{key} least"]: 1.0} if f"{key} least" in give else {}), low=least)
        if most is not None and terms:
            asked.program.row(terms | ({give[f"{key} most"]: -1.0} if f"{key} most" in give else {}), high=most)
    if wanted.slow_share > 0:
        terms = {
            rate: p.slow_fraction - wanted.slow_share * p.total_nitrogen
            for rate, p in zip(asked.rates, shelf, strict=True)
            if p.total_nitrogen > 0
        }
        asked.program.row(terms | ({give["slow"]: 1.0} if "slow" in give else {}), low=0)
    for form, part, way in _forms(wanted):
        terms = {
            rate: way * (p.nitrogen.get(form, 0.0) - part * p.total_nitrogen)
            for rate, p in zip(asked.rates, shelf, strict=True)
            if p.total_nitrogen > 0
        }
        name = f"{form} {'least' if way > 0 else 'most'}"
        asked.program.row(terms | ({give[name]: 1.0} if name in give else {}), low=0)
    if wanted.quick_most is not None:
        terms = {rate: p.quick_fraction for rate, p in zip(asked.rates, shelf, strict=True) if p.quick_fraction > 0}
        asked.program.row(terms | ({give["quick"]: -1.0} if "quick" in give else {}), high=wanted.quick_most)


def _forms(wanted: Wanted) -> list[tuple[NitrogenForm, float, float]]:
    """Each share of a form of nitrogen that is asked for: form, share, 1 at least or −1 at most."""
    return [
        *((form, part, 1.0) for form, part in wanted.form_least.items() if part > 0),
        *((form, part, -1.0) for form, part in wanted.form_most.items()),
    ]


def _solve(shelf: Sequence[Product], wanted: Wanted) -> Blend:
    if not shelf:
        raise DoesNotFit("Nothing is left on the shelf.", field="n")
    asked = _posed(shelf, wanted)
    _nutrients(asked, shelf, wanted)
    found = asked.program.solve(GAP, NODES)
    return _read(asked, shelf, wanted, found.x)


def _read(asked: _Asked, shelf: Sequence[Product], wanted: Wanted, x: Sequence[float]) -> Blend:
    parts = []
    for product, rate, columns in zip(shelf, asked.rates, asked.packs, strict=True):
        if x[rate] <= SLACK_G_M2 / 2:
            continue
        bought = tuple(
            (pack, round(x[column])) for pack, column in zip(product.packs, columns, strict=True) if round(x[column])
        )
        parts.append(Part(product, x[rate], bought))
    brings = {key: sum(part.rate_g_m2 * share(part.product, key) for part in parts) for key in NUTRIENTS}
    used = sum(
        part.rate_g_m2 * wanted.size_m2 / 1000 * part.cost / sum(pack.mass_kg * n for pack, n in part.packs)
        for part in parts
        if part.packs
    )
    cost = Money(sum(part.cost for part in parts))
    return Blend(tuple(parts), cost, brings, _binds(parts, brings, wanted), Money(min(used, cost)))


def _binds(parts: Sequence[Part], brings: Mapping[str, float], wanted: Wanted) -> tuple[str, ...]:
    said = []
    for key, name in NUTRIENTS.items():
        if wanted.least.get(key, 0.0) > 0 and abs(brings[key] - wanted.least[key]) < SLACK_G_M2:
            said.append(f"{name} is at the least asked for")
        if key in wanted.most and abs(brings[key] - wanted.most[key]) < SLACK_G_M2:
            said.append(f"{name} is at the most allowed")
    for part in parts:
        label = part.product.label
        if abs(part.rate_g_m2 - label.keeps_g_m2) < SLACK_G_M2:
            said.append(f"{part.product.name} lies at the highest rate of its label")
        elif abs(part.rate_g_m2 - label.min_g_m2) < SLACK_G_M2:
            said.append(f"{part.product.name} lies at the lowest rate of its label")
    for form, share_of, _ in _forms(wanted):
        brought = sum(part.rate_g_m2 * part.product.nitrogen.get(form, 0.0) for part in parts)
        if abs(brought - share_of * brings["n"]) < SLACK_G_M2:
            said.append(f"{FORM_ROWS[form].name} nitrogen is at {share_of:.0%} of it")
    quick = sum(part.rate_g_m2 * part.product.quick_fraction for part in parts)
    if wanted.quick_most is not None and abs(quick - wanted.quick_most) < SLACK_G_M2:
        said.append("quick nitrogen is at the most of one application")
    if len(parts) == wanted.kinds:
        said.append(f"no more than {wanted.kinds} products")
    return tuple(said)


def _least_change(shelf: Sequence[Product], wanted: Wanted) -> str:
    """Which limit gives way least, each measured as a share of itself, and by how much."""
    asked = _posed(shelf, wanted)
    give: dict[str, int] = {}
    for column in range(len(asked.program.cost)):
        asked.program.cost[column] *= 1e-6
    for key in NUTRIENTS:
        if wanted.least.get(key, 0.0) > 0:
            give[f"{key} least"] = asked.program.column(1 / wanted.least[key], INFINITE)
        if key in wanted.most:
            give[f"{key} most"] = asked.program.column(1 / max(wanted.most[key], MEASURE_G_M2), INFINITE)
    if wanted.slow_share > 0:
        give["slow"] = asked.program.column(1.0, INFINITE)
    for form, part, way in _forms(wanted):
        weight = FORM_SOFTER / max(part * wanted.least.get("n", 0.0), MEASURE_G_M2)
        give[f"{form} {'least' if way > 0 else 'most'}"] = asked.program.column(weight, INFINITE)
    if wanted.quick_most is not None:
        give["quick"] = asked.program.column(1 / wanted.quick_most, INFINITE)
    _nutrients(asked, shelf, wanted, give)
    x = asked.program.solve(GAP, NODES).x
    said = [_given(name, x[column], wanted) for name, column in give.items() if x[column] > SLACK_G_M2]
    words = " and ".join(said) or "more than so few products"
    return f"No blend of the shelf meets all of it within the labels. The least that has to give: {words}."


def _given(name: str, by: float, wanted: Wanted) -> str:
    """A limit that gives way, in words; ``by``: g/m²."""
    key, _, end = name.partition(" ")
    if name == "slow":
        return "less of the nitrogen slow"
    if name == "quick":
        return f"{(wanted.quick_most or 0.0) + by:.3g} g/m² of quick nitrogen at once"
    if key in NAMED:
        return f"{'less' if end == 'least' else 'more'} of the nitrogen {FORM_ROWS[NAMED[key]].name}"
    if end == "least":
        return f"{wanted.least[key] - by:.3g} g/m² of {NUTRIENTS[key]} instead of {wanted.least[key]:g} g/m²"
    limit = wanted.most[key]
    return f"up to {limit + by:.3g} g/m² of {NUTRIENTS[key]} instead of {limit:g} g/m²"
