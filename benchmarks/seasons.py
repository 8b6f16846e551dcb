"""How long a season takes to choose, over its own linear relaxation; and how far from a proven bound it ends."""

from __future__ import annotations

import statistics
import time
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.lawn import asks
from amber_acre.core.care.need import nitrogen_need
from amber_acre.core.care.pattern import Asks
from amber_acre.core.products.product import Product
from amber_acre.core.programme.feeds import drained, feed_of
from amber_acre.core.programme.model import build
from amber_acre.core.programme.planning import season_series
from amber_acre.core.programme.solving import choose, shortlist, whole
from amber_acre.core.programme.weights import SCHOOLS
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import season_start
from amber_acre.core.season.climate_kinds import KINDS
from amber_acre.core.season.water_steps import bucket
from amber_acre.core.soil.findings import findings
from amber_acre.core.tables.grasses import GRASS_BY_KEY

DAY = date(2026, 3, 1)
TEST = SCHOOLS["test"]
NODES = 3000
LOOKED = 20  # branches of a longer look
SAME = 0.001  # of the cost: a plan that is better by less stayed as it was


@dataclass(frozen=True)
class Measured:
    """Medians over the lawns: choosing over the relaxation, its gap to the relaxation's bound, and for lawns small
    enough to be branched to a proof how far the choice lies above it. ``looked_gap``: after some branches; ``stayed``:
    lawns for which they found nothing better, ``most_gained``: the most they found of what the choice cost."""

    over_relaxation: float
    gap: float
    above_proof: float
    proved: int
    lawns: int
    looked_gap: float
    stayed: int
    most_gained: float


def lawns_of(first: Lawn) -> list[Lawn]:
    """Two lawns in each kind of climate: one of a cool, one of a warm grass where it grows."""
    rules = RuleSet("none", (), False)
    return [
        replace(first, climate=kind.climate("north"), grass=GRASS_BY_KEY[key], rules=rules, irrigated=True)
        for kind in KINDS[:10]
        for key in ("tall-fescue", "couch")
    ]


def asked(lawn: Lawn) -> Asks:
    start = season_start(lawn.climate, DAY)
    need = float(nitrogen_need(lawn, season_series(lawn, start)).yearly_g_m2)
    return asks(lawn, need, findings(lawn.soil_test, start), start, True)


def measure(first: Lawn, products: Sequence[Product]) -> Measured:
    """Twenty lawns in ten climates."""
    ratios, gaps, above, looked, gained = [], [], [], [], []
    everything = [asked(lawn) for lawn in lawns_of(first)]
    for at in everything:
        lost = drained(at, bucket(at.phases, at.capacity_mm).surplus_mm)
        began = time.perf_counter()
        model = build(at, shortlist([feed_of(p, 1.0) for p in products], at, TEST), TEST, lost)
        model.program.solve(nodes=0)
        relaxed = time.perf_counter() - began
        began = time.perf_counter()
        found = choose.__wrapped__(at, products, TEST)  # type: ignore[attr-defined]
        ratios.append((time.perf_counter() - began) / relaxed)
        gaps.append(found.gap)
        longer = choose(at, products, TEST, nodes=LOOKED)
        looked.append(longer.gap)
        gained.append(1 - longer.objective / found.objective if found.doses else 0.0)
    for at in everything[:6]:
        one = [p for p in products if p.total_nitrogen > 0 and 0.3 < p.slow_fraction / p.total_nitrogen < 0.7][:1]
        proof = whole(at, one, TEST, NODES, 0.01)
        if proof.doses and proof.gap <= 0.02:
            above.append(choose(at, one, TEST).objective / proof.bound - 1)
    ratio, gap, after = (statistics.median(one) for one in (ratios, gaps, looked))
    same = sum(gain < SAME for gain in gained)
    return Measured(ratio, gap, max(above, default=0.0), len(above), len(everything), after, same, max(gained))
