"""The season chosen: the shortlist of the shelf, the search over the model, and what was found read back."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from amber_acre.core.by_content import by_content
from amber_acre.core.care.pattern import Asks
from amber_acre.core.products.nutrients import is_starter
from amber_acre.core.products.product import Product
from amber_acre.core.programme.feeds import LEAST_NITROGEN_G_M2, NEEDS_NITROGEN, Feed, Fixed, allowed, drained, feed_of
from amber_acre.core.programme.model import FOR_ALL, Bought, Model, build, keep_apart
from amber_acre.core.programme.searching import Found, Search
from amber_acre.core.programme.weights import School
from amber_acre.core.season.phases import STEPS, Steps
from amber_acre.core.season.water_steps import bucket

ONE_PRODUCT_GAP, ONE_PRODUCT_NODES = 0.01, 800  # of branching where the shelf holds a single feed
KEPT_CHOICES = 512  # seasons that are kept as chosen: the same input is never solved twice
BINDS_FROM = 0.02  # a limit whose relaxing saves less for each gram binds nothing to speak of
PROVEN_GAP = 0.01  # branching ends where nothing can be better by more
FEW_STEPS = 3  # bare weeks under it are bridged by what lies there already [common-practice]
SLOW_ROLE, HALF_ROLE = 0.65, 0.2  # slow share from which a product plays the slow, the half part


@dataclass(frozen=True)
class Dose:
    """A product on a step at a rate, g/m²."""

    step: int
    product: Product
    rate_g_m2: float


@dataclass(frozen=True)
class Choice:
    """What was chosen: doses by step, what it costs in weights, the bound proved below it, the model's figures.

    ``pool``: available nitrogen lying at each step's end, ``unmet``: demand not met, ``drained``: what drains, g/m².
    ``prices``: limits that bind, each with what a unit more of it would save, the dearest first. ``nodes``: branches
    that were looked through after the search.
    """

    doses: tuple[Dose, ...]
    objective: float
    bound: float
    pool: tuple[float, ...]
    unmet: tuple[float, ...]
    drains: tuple[float, ...]
    feeds: tuple[Feed, ...]
    prices: tuple[tuple[str, float], ...] = ()
    nodes: int = 0

    @property
    def gap(self) -> float:
        """How far the optimum may still lie below what was found, as a share of it."""
        return max(0.0, (self.objective - self.bound) / self.objective) if self.objective > 1e-9 else 0.0


@by_content(KEPT_CHOICES)
def choose(
    asks: Asks,
    shelf: Sequence[Product],
    school: School,
    thin: float = 1.0,
    fixed: Sequence[Fixed] = (),
    visited: frozenset[int] = frozenset(),
    opened: frozenset[int] = frozenset(),
    nodes: int = 0,
    bought: Bought = FOR_ALL,
) -> Choice:
    """The doses of a year; none where no product may go down or need is worth no visit.

    ``thin``: smallest size over size planned on. ``visited``: steps somebody comes anyway, ``opened``: products the
    property has open already, ``bought``: for this lawn alone. ``nodes``: of branching after the search, 0 none:
    slower, and proven better.
    """
    lost = drained(asks, bucket(asks.phases, asks.capacity_mm).surplus_mm)
    every = [feed_of(p, thin) for p in shelf]
    usual = shortlist(every, asks, school, rest=False)
    model = build(asks, shortlist(every, asks, school), school, lost, fixed, visited, opened, bought)
    bound = model.program.solve(nodes=0)
    found = _searched(model, frozenset(f.product.key for f in usual)) if model.x else None
    if found is None:
        return _read(model, bound.x if not model.x else [0.0] * len(bound.x), bound.objective, bound.objective, lost)
    least = bound.objective
    if nodes:
        found, least = _branched(model, found, nodes, least)
    read = _read(model, found.look.x, found.look.objective, least, lost)
    return replace(read, prices=_prices(model, found), nodes=nodes)


def _searched(model: Model, usual: frozenset[int]) -> Found | None:
    """The best pattern of the search, first among the usual products (keys); a shelf of one product is branched as
    well, and the search goes on from there."""
    search = Search(model)
    found = search.best(frozenset(f for f, feed in enumerate(model.feeds) if feed.product.key in usual))
    if len(model.feeds) > 1:
        return found
    keep_apart(model)
    branched = model.program.solve(ONE_PRODUCT_GAP, ONE_PRODUCT_NODES)
    pattern = frozenset(use for use, y in model.y.items() if branched.x[y] > 0.5)
    other = search.climb(pattern)
    return min((one for one in (found, other) if one is not None), key=lambda one: one.look.objective, default=None)


def _branched(model: Model, found: Found, nodes: int, least: float) -> tuple[Found, float]:
    """What branching makes of what the search found, and the bound it proves; never a worse one."""
    keep_apart(model)
    solved = model.program.solve(PROVEN_GAP, nodes, known=found.look.x)
    pattern = frozenset(use for use, y in model.y.items() if solved.x[y] > 0.5)
    other = Search(model).climb(pattern) if pattern != found.pattern else None
    best = min((one for one in (found, other) if one is not None), key=lambda one: one.look.objective)
    return best, min(max(least, solved.bound), best.look.objective)


def _prices(model: Model, found: Found) -> tuple[tuple[str, float], ...]:
    """What a unit more of each limit that binds would save: rows by their name, doses by the limit of their rate."""
    price: dict[str, float] = {}
    for row, name in model.program.named.items():
        price[name] = max(price.get(name, 0.0), abs(found.look.row_price[row]))
    for use in found.pattern:
        feed = model.feeds[use[0]]
        name = f"the highest rate of {feed.product.name}"
        saves = -found.look.row_price[model.link[use]] / (feed.nitrogen or 1.0)
        price[name] = max(price.get(name, 0.0), saves)
    binding = [(name, value) for name, value in price.items() if value > BINDS_FROM]
    return tuple(sorted(binding, key=lambda one: (-one[1], one[0])))


def whole(asks: Asks, shelf: Sequence[Product], school: School, nodes: int, gap: float = 0.0) -> Choice:
    """The same choice by branch and bound over the whole programme, to a gap or a number of nodes: what the search is
    checked against."""
    lost = drained(asks, bucket(asks.phases, asks.capacity_mm).surplus_mm)
    model = build(asks, shortlist([feed_of(p, 1.0) for p in shelf], asks, school), school, lost)
    solved = model.program.solve(gap, nodes)
    return _read(model, solved.x, solved.objective, solved.bound, lost)


def shortlist(feeds: Sequence[Feed], asks: Asks, school: School, rest: bool = True) -> list[Feed]:
    """One product for each part it can play, so that the choice stays quick: of several for one part the cheapest
    nitrogen that may go down here at all; with ``rest`` those too that steps need in which none of them may.

    Parts: quick, half slow, slow, organic, sprayed; carriers of potassium and phosphorus where they are wanted; of acid
    or base where the soil asks.
    """
    usable = [
        f
        for f in feeds
        if f.product.packs
        and (asks.new_grass or not is_starter(f.product))
        and any(allowed(f, asks, t) for t in range(STEPS))
    ]
    nitrogen = [
        f
        for f in usable
        if f.nitrogen >= NEEDS_NITROGEN
        and (not school.only or f.product.family in school.only)
        and (school.visit_n_cap is not None or f.high * f.nitrogen >= LEAST_NITROGEN_G_M2)
    ]
    fit = nitrogen
    mineral = [f for f in nitrogen if not f.organic]
    if school.mineral_first and mineral and asks.phosphorus.wanted_g_m2 <= 0:
        nitrogen = mineral
    mineral_left = any(not f.organic for f in nitrogen)
    kept: list[Feed] = []
    for part in ("quick", "half", "slow", "organic", "spray"):
        of_part = [f for f in nitrogen if _part(f) == part]
        kept += _best(of_part, asks)
        if part == "organic" and nitrogen and not mineral_left:  # one organic feed alone leaves its interval between
            kept += _best([f for f in of_part if f not in kept], asks)[:1]
    if asks.potassium.wanted_g_m2 > 0:
        kept += sorted(
            (f for f in usable if f.potassium and f not in kept), key=lambda f: (f.price_g / f.potassium, f.product.key)
        )[:1]
        kept += sorted(
            (f for f in nitrogen if f.potassium > 0.4 * f.nitrogen and f not in kept),
            key=lambda f: (f.price_g / f.nitrogen, f.product.key),
        )[:1]
    if asks.phosphorus.wanted_g_m2 > 0:
        kept += sorted(
            (f for f in nitrogen if f.phosphorus and f not in kept),
            key=lambda f: (f.price_g / f.phosphorus, f.product.key),
        )[:1]
    return sorted([*kept, *(_for_the_rest(kept, fit, asks) if rest else ())], key=lambda f: f.product.key)


def _for_the_rest(kept: Sequence[Feed], feeds: Sequence[Feed], asks: Asks) -> list[Feed]:
    """Feeds for open steps with demand in which none of those kept may go down: the cheapest first, none in vain."""
    wanted = [t for t in range(STEPS) if asks.open[t] and asks.demand_g_m2[t] > 0]
    bare = {t for t in wanted if not any(allowed(f, asks, t) for f in kept if f.nitrogen >= NEEDS_NITROGEN)}
    found: list[Feed] = []
    for feed in sorted(feeds, key=lambda f: (f.organic, f.price_g / f.nitrogen, f.product.key)):
        there = {t for t in bare if feed not in kept and allowed(feed, asks, t)}
        if len(there) >= FEW_STEPS:
            found.append(feed)
            bare -= there
    return found


def _part(feed: Feed) -> str:
    if feed.organic:
        return "organic"
    if feed.product.liquid:
        return "spray"
    slow = feed.slow / feed.nitrogen
    return "slow" if slow >= SLOW_ROLE else "half" if slow >= HALF_ROLE else "quick"


def _best(feeds: Sequence[Feed], asks: Asks) -> list[Feed]:
    """The cheapest of a part that carries no phosphorus nobody wants; beside it the one that suits the soil's acid."""
    if not feeds:
        return []
    idle = asks.phosphorus.wanted_g_m2 <= 0

    def merit(f: Feed) -> tuple[float, float, int]:
        """Phosphorus nobody wants, then the price of nitrogen."""
        return (f.phosphorus if idle else 0.0, f.price_g / f.nitrogen, f.product.key)

    found = [min(feeds, key=merit)]
    if asks.acid_wanted:
        suits = min(feeds, key=lambda f: (-asks.acid_wanted * f.acid / f.nitrogen, f.product.key))
        if suits not in found:
            found.append(suits)
    return found


def _read(model: Model, x: Sequence[float], objective: float, bound: float, lost: Steps) -> Choice:
    doses = [
        Dose(t, model.feeds[f].product, x[c])
        for (f, t), c in sorted(model.x.items(), key=lambda one: (one[0][1], one[0][0]))
        if x[c] > 1e-6
    ]
    pool = tuple(x[a] for a in model.pool)
    unmet = tuple(sum(x[u] for u in row) for row in model.unmet)
    drains = tuple(float(a * share / max(1e-6, 1 - share)) for a, share in zip(pool, lost, strict=True))
    return Choice(tuple(doses), objective, bound, pool, unmet, drains, model.feeds)
