"""The weekly model of a lawn: a pool of nitrogen that products fill and the grass empties, as a mixed-integer
programme.

Columns of every step: what of each product goes down (and whether), whether somebody comes, the pool, what is left in
grains that have not released, what of the demand goes unmet in three slices, what is taken up past it. The year runs in
a circle. Rows hold label, rule, heat and shade as they stand in the care pattern.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from amber_acre.core.care.pattern import PASSED, Asks, Need
from amber_acre.core.linear import Program, total
from amber_acre.core.programme.feeds import (
    LEAST_NITROGEN_G_M2,
    QUICK_AT_ONCE,
    SPREAD_APART,
    Feed,
    Fixed,
    allowed,
    feed_of,
    interval_steps,
    release_by_step,
    stays_over,
)
from amber_acre.core.programme.weights import School, Weights
from amber_acre.core.season.phases import STEP_DAYS, STEPS, Steps
from amber_acre.core.season.release import warmth_factor


@dataclass(frozen=True)
class Bought:
    """What is bought for a lawn alone: its size in m² (0 unknown), without the products ``at_hand`` (keys), which the
    firm has anyway."""

    size_m2: float = 0.0
    at_hand: frozenset[int] = frozenset()


FOR_ALL = Bought()  # what is bought is used elsewhere as well
OFF_EDGE = 0.005  # a slow share is held this far above a rule's, so that rounding does not fall under it
AHEAD_STEPS = 12  # steps whose demand bounds one dose where growth never stops: three months [common-practice]
BEGUN_SHARE = 0.85  # of a part's share of the need in a season planned from later on [common-practice]
CAP_STEPS = 4  # the cap of one feed holds for any four steps, 30 days [application-caps]


@dataclass
class Model:
    """A programme with the numbers of its columns: ``x``/``y`` by feed and step, ``visit`` by step, ``bag`` by feed
    that is bought; the row that ties x to y, and the most that may go down there."""

    program: Program
    asks: Asks
    feeds: tuple[Feed, ...]
    x: dict[tuple[int, int], int] = field(default_factory=dict)
    y: dict[tuple[int, int], int] = field(default_factory=dict)
    visit: dict[int, int] = field(default_factory=dict)
    bag: dict[int, int] = field(default_factory=dict)
    link: dict[tuple[int, int], int] = field(default_factory=dict)
    most: dict[tuple[int, int], float] = field(default_factory=dict)
    pool: list[int] = field(default_factory=list)
    unmet: list[list[int]] = field(default_factory=list)
    rows_of_amounts: int = 0
    kept_apart: bool = False
    carried: Steps = field(default_factory=lambda: np.zeros(STEPS))


def build(
    asks: Asks,
    feeds: Sequence[Feed],
    school: School,
    lost: Steps,
    fixed: Sequence[Fixed] = (),
    visited: frozenset[int] = frozenset(),
    opened: frozenset[int] = frozenset(),
    bought: Bought = FOR_ALL,
) -> Model:
    """The programme of a lawn. ``lost``: share of the pool that drains in each step. ``visited``: steps in which
    somebody is on the property anyway, ``opened``: keys of products that stand open there, ``bought``: what is
    bought for this lawn alone."""
    model = Model(Program(), asks, tuple(feeds), carried=_within(asks.carried_g_m2.copy(), asks.started, asks))
    _uses(model, school, fixed, visited, opened)
    _bags(model, school, opened | bought.at_hand | {use.product.key for use in fixed}, bought.size_m2)
    released = _release(model, school, fixed)
    _pool(model, school, released, lost)
    _caps(model, fixed)
    _shares(model, school, fixed)
    _nutrient(model, asks.phosphorus, "phosphorus", fixed)
    _nutrient(model, asks.potassium, "potassium", fixed)
    _frame(model, school)
    model.rows_of_amounts = model.program.height
    _intervals(model)
    return model


def _bags(model: Model, school: School, opened: frozenset[int], size_m2: float) -> None:
    """Products that are bought for this lawn alone: what of a pack would stay over, once however often it is used."""
    p, weights = model.program, school.weights
    for f, feed in enumerate(model.feeds):
        ys = [y for (g, _), y in model.y.items() if g == f]
        over = stays_over(feed, size_m2)
        if ys and over > 0 and feed.product.key not in opened:
            model.bag[f] = bag = p.column(weights.bag * over, 1.0, whole=True)
            for y in ys:
                p.row({y: 1.0, bag: -1.0}, high=0.0)


def _uses(
    model: Model, school: School, fixed: Sequence[Fixed], visited: frozenset[int], opened: frozenset[int]
) -> None:
    """What goes down where, whether, and whether somebody comes."""
    asks, weights, p = model.asks, school.weights, model.program
    for f, feed in enumerate(model.feeds):
        near = _near_fixed(feed, fixed)
        for t in range(STEPS):
            if t in near or not allowed(feed, asks, t):
                continue
            most = feed.high
            for share, cap in ((feed.quick, asks.quick_cap[t]), (feed.nitrogen, asks.total_cap[t])):
                most = min(most, cap / share) if share else most
            for share, need in ((feed.potassium, asks.potassium), (feed.phosphorus, asks.phosphorus)):
                most = min(most, need.once_g_m2 / share) if share and need.once_g_m2 else most
            if school.visit_n_cap is not None and feed.nitrogen:
                most = min(most, max(school.visit_n_cap / feed.nitrogen, feed.low))
            if asks.ahead and feed.nitrogen:
                after = [(t + n) % STEPS for n in range(AHEAD_STEPS)]
                most = min(most, max(asks.ahead * float(asks.demand_g_m2[after].sum()) / feed.nitrogen, feed.low))
            if feed.low > most + 1e-9:
                continue
            x = p.column(_cost_of(feed, asks, school))
            new = 0.0 if feed.product.key in opened else weights.new_product
            y = p.column(new + (weights.spray if feed.product.liquid else weights.dose), 1.0, whole=True)
            model.x[f, t], model.y[f, t] = x, y
            model.link[f, t] = p.row({x: 1.0, y: -most}, high=0.0)
            model.most[f, t] = most
            if feed.low > 0:
                p.row({x: 1.0, y: -feed.low}, low=0.0)
    _visits(model, weights, visited)


def _visits(model: Model, weights: Weights, visited: frozenset[int]) -> None:
    """A visit for every step in which something goes down; it spreads one feed of nitrogen."""
    p = model.program
    for t in range(STEPS):
        ys = [model.y[f, t] for f in range(len(model.feeds)) if (f, t) in model.y]
        if not ys:
            continue
        model.visit[t] = v = p.column(weights.shared_visit if t in visited else weights.visit, 1.0, whole=True)
        for y in ys:
            p.row({y: 1.0, v: -1.0}, high=0.0)
        p.row({**dict.fromkeys(ys, 1.0), v: -1.0}, low=0.0)  # nobody comes for nothing
        spread = [model.y[f, t] for f, feed in enumerate(model.feeds) if feed.spread_nitrogen and (f, t) in model.y]
        if len(spread) > 1:  # as much of one in one pass, or of the other on another day
            p.row({**dict.fromkeys(spread, 1.0), v: -1.0}, high=0.0)


def _near_fixed(feed: Feed, fixed: Sequence[Fixed]) -> set[int]:
    """Steps that lie within a product's interval of what goes down of it anyway, and of spread nitrogen within some
    weeks of any that does."""
    near: set[int] = set()
    for use in fixed:
        other = feed_of(use.product, 1.0)
        k = interval_steps(feed.product.label.interval_days) if other.product.key == feed.product.key else 0
        if feed.spread_nitrogen and other.spread_nitrogen and use.rate_g_m2 * other.nitrogen >= LEAST_NITROGEN_G_M2:
            k = max(k, SPREAD_APART)
        near |= {(use.step + n) % STEPS for n in range(-k + 1, k)}
    return near


def _cost_of(feed: Feed, asks: Asks, school: School) -> float:
    """What a gram of product costs: money (lightly, and less than in proportion), and acid against the soil's need."""
    weights = school.weights
    per_gram_n = feed.price_g / feed.nitrogen * 1000 if feed.nitrogen else feed.price_g * 100
    cost = weights.money * per_gram_n / (per_gram_n + 10.0) * (feed.nitrogen or 0.2)
    if asks.acid_wanted < 0:
        cost += weights.acid * max(0.0, feed.acid)
    elif asks.acid_wanted > 0:
        cost += weights.acid * max(0.0, 3.0 * feed.nitrogen - feed.acid)
    return cost


def _release(model: Model, school: School, fixed: Sequence[Fixed]) -> list[list[tuple[int, float]]]:
    """Terms of what is released in each step; ``carried`` of the model gets what fixed uses release."""
    p, warmth, begun = model.program, warmth_factor(model.asks.phases.mean_c) * STEP_DAYS, model.asks.begun
    released: list[list[tuple[int, float]]] = [[] for _ in range(STEPS)]
    for (f, t), x in model.x.items():
        quick = model.feeds[f].quick
        if quick:
            released[t].append((x, QUICK_AT_ONCE * quick))
            if (t + 1) % STEPS != begun:
                released[(t + 1) % STEPS].append((x, (1 - QUICK_AT_ONCE) * quick))
    rates = sorted({k for feed in model.feeds for _, k in feed.classes})
    for k in rates:
        kept = np.exp(-k * warmth)
        half = np.exp(-k * warmth / 2)
        left = p.columns(STEPS)
        if begun is not None:
            p.cost[left[begun - 1]] += school.weights.loss
        for t in range(STEPS):
            goes_in = [
                (x, share)
                for (f, step), x in model.x.items()
                if step == t
                for share, rate in model.feeds[f].classes
                if rate == k
            ]
            before = [] if t == begun else [left[t - 1]]
            still = [(column, -kept[t]) for column in before]
            p.row(total([(left[t], 1.0), *still, *((x, -share * half[t]) for x, share in goes_in)]), 0.0, 0.0)
            released[t] += [(column, 1 - kept[t]) for column in before]
            released[t] += [(x, share * (1 - half[t])) for x, share in goes_in]
    for use in fixed:
        of_use = release_by_step(feed_of(use.product, 1.0), use.step, warmth) * use.rate_g_m2
        model.carried += _within(of_use, use.step, model.asks)
    return released


def _within(released: Steps, step: int, asks: Asks) -> Steps:
    """What is released from a step on to where the circle of a begun season is cut, by its steps.

    What went down before the season could be fed is there from the cut on: the steps before it are the coming year's.
    """
    if asks.begun is None:
        return released
    after = (np.arange(STEPS) - asks.begun) % STEPS
    if not 0 < after[asks.started] <= after[step]:
        return np.where(after >= after[step], released, 0.0)
    found: Steps = np.where(after < after[step], released, 0.0)
    found[asks.begun] += released[after >= after[step]].sum()
    return found


def _pool(model: Model, school: School, released: list[list[tuple[int, float]]], lost: Steps) -> None:
    """A/(1 − λ) = A₋₁ + release − (demand − unmet) − luxury, round the year, or from where the season began; what
    drains is weighed."""
    asks, weights, p = model.asks, school.weights, model.program
    model.pool = p.columns(STEPS)
    model.unmet = [[] for _ in range(STEPS)]
    for t in range(STEPS):
        demand = float(asks.demand_g_m2[t])
        for share, weight in weights.unmet:
            model.unmet[t].append(p.column(weight, share * demand))
        luxury = p.column(weights.luxury, weights.luxury_share * demand)
        over = p.column(weights.pool)
        keeps = max(1e-6, 1 - float(lost[t]))
        p.cost[model.pool[t]] += weights.loss * (1 / keeps - 1)
        terms = [(model.pool[t], 1 / keeps), (luxury, 1.0)]
        terms += [(model.pool[t - 1], -1.0)] if t != asks.begun else []
        terms += [(u, -1.0) for u in model.unmet[t]]
        terms += [(column, -value) for column, value in released[t]]
        p.row(total(terms), float(model.carried[t]) - demand, float(model.carried[t]) - demand)
        p.row({model.pool[t]: 1.0, over: -1.0}, high=weights.pool_free)
    if asks.begun is not None:  # what nothing of this season takes up
        p.cost[model.pool[asks.begun - 1]] += weights.loss


def _of(model: Model, share: str, steps: Sequence[int]) -> list[tuple[int, float]]:
    """Terms of an element over steps: quick, slow, nitrogen, phosphorus or potassium."""
    wanted = set(steps)
    return [
        (x, float(getattr(model.feeds[f], share)))
        for (f, t), x in model.x.items()
        if t in wanted and getattr(model.feeds[f], share)
    ]


def _down(fixed: Sequence[Fixed], share: str, steps: Sequence[int]) -> float:
    wanted = set(steps)
    return sum(use.rate_g_m2 * float(getattr(feed_of(use.product, 1.0), share)) for use in fixed if use.step in wanted)


def _caps(model: Model, fixed: Sequence[Fixed]) -> None:
    asks, p = model.asks, model.program
    for t in range(STEPS):
        for share, cap in (("quick", asks.quick_cap[t]), ("nitrogen", asks.total_cap[t])):
            terms = total(_of(model, share, [t]))
            if len(terms) > 1:
                p.row(terms, high=float(cap), name=f"the most {'quick ' * (share == 'quick')}nitrogen of one feed")
        near = [(t + n) % STEPS for n in range(CAP_STEPS)]
        terms = total(_of(model, "nitrogen", near))
        if terms:
            most = max(float(asks.total_cap[near].max()) - _down(fixed, "nitrogen", near), 0.0)
            p.row(terms, high=most, name="the cap of one feed, which holds for thirty days")
        if asks.slow_least[t]:
            row = [(x, v * asks.slow_least[t]) for x, v in _of(model, "nitrogen", [t])]
            row += [(x, -v) for x, v in _of(model, "slow", [t])]
            if row:
                p.row(total(row), high=0.0)
    year = list(range(STEPS))
    for f, feed in enumerate(model.feeds):
        yearly = feed.product.label.yearly_max_g_m2
        if yearly is not None and (terms := {x: 1.0 for (g, _), x in model.x.items() if g == f}):
            down = sum(use.rate_g_m2 for use in fixed if use.product.key == feed.product.key)
            most = max(0.0, yearly * feed.high / feed.product.label.keeps_g_m2 - down)
            p.row(terms, high=most, name=f"the yearly maximum of {feed.product.name}’s label")
    if terms := total(_of(model, "nitrogen", year)):
        most = max(0.0, asks.year_most_g_m2 - _down(fixed, "nitrogen", year))
        p.row(terms, high=most, name="the most nitrogen of a year")


def keep_apart(model: Model) -> None:
    """Rows for branching, once: feeds of nitrogen are spread some weeks apart. The search looks to it by itself."""
    if model.kept_apart:
        return
    model.kept_apart = True
    for t in range(STEPS):
        near = {(t + n) % STEPS for n in range(SPREAD_APART)}
        spread = [y for (f, step), y in model.y.items() if step in near and model.feeds[f].spread_nitrogen]
        if len(spread) > 1:
            model.program.row(dict.fromkeys(spread, 1.0), high=1.0)


def _intervals(model: Model) -> None:
    """A product's label interval, as steps, round the year."""
    p = model.program
    for f, feed in enumerate(model.feeds):
        k = interval_steps(feed.product.label.interval_days)
        if k > 1:
            for t in range(STEPS):
                terms = {model.y[f, s]: 1.0 for s in ((t + n) % STEPS for n in range(k)) if (f, s) in model.y}
                if len(terms) > 1:
                    p.row(terms, high=1.0)


def _shares(model: Model, school: School, fixed: Sequence[Fixed]) -> None:
    """Parts of the year, the rule's slow share, and what one would like of it."""
    asks, weights, p = model.asks, school.weights, model.program
    for share in asks.shares:
        steps = [t for t in range(STEPS) if share.on[t]]
        short = p.column(weights.share_short)
        terms = total([*_of(model, "nitrogen", steps), (short, 1.0)])
        need = share.least * (asks.need_g_m2 if share.name == "new grass" else 0.0)
        if share.name != "new grass":
            every = list(range(STEPS))
            terms = total([*terms.items(), *((x, -share.least * v) for x, v in _of(model, "nitrogen", every))])
            need = share.least * _down(fixed, "nitrogen", every)
        p.row(terms, low=need - _down(fixed, "nitrogen", steps))
        if asks.begun is not None:  # also where the year began without: of its need, as far as growth is still to come
            ahead = float(sum(asks.demand_g_m2[t] for t in steps if asks.open[t]))
            late = min(BEGUN_SHARE * share.least * asks.need_g_m2 - _down(fixed, "nitrogen", steps), ahead)
            p.row(total([*_of(model, "nitrogen", steps), (p.column(weights.share_short), 1.0)]), low=late)
    year = list(range(STEPS))
    slow_down, all_down = _down(fixed, "slow", year), _down(fixed, "nitrogen", year)
    for least, weight in ((asks.slow_share_min, None), (weights.slow_wanted, weights.slow_short)):
        if not least:
            continue
        edge = least + (OFF_EDGE if weight is None else 0.0)
        terms_of = [*_of(model, "slow", year), *((x, -edge * v) for x, v in _of(model, "nitrogen", year))]
        terms_of.append((p.column(50.0 if weight is None else weight), 1.0))
        p.row(total(terms_of), low=edge * all_down - slow_down, name="" if weight else "the rule’s slow-release share")


def _nutrient(model: Model, need: Need, share: str, fixed: Sequence[Fixed]) -> None:
    """Phosphorus or potassium: short and idle weighed, most of once and of the year held."""
    p, year = model.program, list(range(STEPS))
    steps = [t for t in year if need.on is None or need.on[t]]
    everything = _of(model, share, year)
    if not everything:
        return
    if need.wanted_g_m2 > 0:
        short = p.column(need.short_weight)
        p.row(total([*_of(model, share, steps), (short, 1.0)]), low=need.wanted_g_m2 - _down(fixed, share, year))
    idle = p.column(need.idle_weight)
    p.row(total([*everything, (idle, -1.0)]), high=max(0.0, need.wanted_g_m2 - _down(fixed, share, year)))
    if need.most_g_m2 is not None:
        p.row(total(everything), high=max(0.0, need.most_g_m2 - _down(fixed, share, year)))
    for t in year:
        if need.once_g_m2 and len(terms := total(_of(model, share, [t]))) > 1:
            p.row(terms, high=need.once_g_m2)
    if need.rounds > 1 and need.wanted_g_m2 > 0:  # split: none brings more than its part
        for t in year:
            if terms := total(_of(model, share, [t])):
                p.row(terms, high=max(need.wanted_g_m2 / need.rounds, 0.8))


def _frame(model: Model, school: School) -> None:
    """Visits: never too long without one where growth never stops, never more than the school goes."""
    asks, p = model.asks, model.program
    if asks.gap_steps:
        for t in range(STEPS):
            steps = [(t + n) % STEPS for n in range(asks.gap_steps)]
            fed = [y for (f, s), y in model.y.items() if s in steps and model.feeds[f].nitrogen]
            passed = any(asks.closed_because[s] == PASSED for s in steps)  # the coming year feeds there again
            if fed and not passed and not any(asks.parts[s] == "heat" for s in steps):
                p.row({**dict.fromkeys(fed, 1.0), p.column(school.weights.gap_short): 1.0}, low=1.0)
    if school.most_visits is not None and model.visit:
        p.row(dict.fromkeys(model.visit.values(), 1.0), high=float(school.most_visits))
    if school.alternate:
        organic = [(y, 1.0) for (f, _), y in model.y.items() if model.feeds[f].organic]
        mineral = [(y, -1.0) for (f, _), y in model.y.items() if not model.feeds[f].organic and model.feeds[f].nitrogen]
        if organic and mineral:
            p.row(total([*organic, *mineral]), -1.0, 1.0)
