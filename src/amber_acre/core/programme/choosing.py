"""Which product, at what rate, for each round: everything that fits is compared, nothing is guessed.

A candidate is a product at the rate that meets the round's nitrogen, pulled back by every limit it
meets. Of all ways to fill the rounds the one chosen keeps the label's interval and yearly maximum and
the rule's slow-release share, then, in this order: leaves fewest rounds empty, keeps organic feed out
of cold ground where it would not be released, does not move the pH the wrong way, carries no phosphorus
nobody needs (unknown counts as not needed), falls short of nitrogen least, brings potassium where the test
wants it, costs least.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from itertools import product as every_way

from amber_acre.core.jobs.entry import Entry
from amber_acre.core.products.nutrients import Nutrients, carried
from amber_acre.core.products.product import Product
from amber_acre.core.programme.brief import Lawn
from amber_acre.core.programme.placing import Slot
from amber_acre.core.quantities import GramsPerSquareMetre, unrounded
from amber_acre.core.rules.direction import leans
from amber_acre.core.rules.in_season import HOT_QUICK_CAP_G_M2
from amber_acre.core.rules.limits import Direction
from amber_acre.core.rules.local import phosphorus_forbidden
from amber_acre.core.soil.findings import SoilFindings

ENOUGH_OF_TARGET = 0.7  # a candidate that cannot bring 70 % of a round is not offered
MOST_OF_TARGET = 1.3  # nor one whose lowest label rate brings more than 130 %
CANDIDATES_PER_ROUND = 6  # the best few are combined; the bound keeps the search exact and quick
COLD_BELOW_C = 12.0  # organics feed through microbes, slow below about 54 °F [common-practice]
NEEDS_NITROGEN_ABOVE = 0.01  # products under 1 % nitrogen are not feeds


@dataclass(frozen=True)
class Candidate:
    """A product that fits a round: its rate in g/m², what it carries, and what pulled the rate back."""

    product: Product
    rate_g_m2: GramsPerSquareMetre
    brings: Nutrients
    cost_m2: float
    held_by: str
    cold: bool


@dataclass(frozen=True)
class Filled:
    """A slot with its nitrogen target (g/m²), its choice or None, and why the others were refused."""

    slot: Slot
    target_g_m2: float
    chosen: Candidate | None
    fitting: tuple[Candidate, ...]
    refused: tuple[str, ...]


def targets(slots: Sequence[Slot], yearly_g_m2: float, cap_g_m2: float) -> list[float]:
    """Nitrogen for each slot in g/m²: its share of the year, none above the application cap.

    What a capped slot cannot take goes to the others in proportion to the room they have.
    """
    wanted = [yearly_g_m2 * slot.share for slot in slots]
    for _ in slots:
        spare = sum(max(0.0, want - cap_g_m2) for want in wanted)
        room = [max(0.0, cap_g_m2 - want) for want in wanted]
        if spare < 1e-9 or sum(room) < 1e-9:
            break
        given = min(spare, sum(room))
        wanted = [min(want, cap_g_m2) + given * space / sum(room) for want, space in zip(wanted, room, strict=True)]
    return [min(want, cap_g_m2) for want in wanted]


def consider(
    product: Product, slot: Slot, target_g_m2: float, lawn: Lawn, forbidden: str, mean_c: float
) -> Candidate | str:
    """A candidate for a slot, or the one sentence saying which limit stands in the way."""
    name = product.name
    if product.total_nitrogen < NEEDS_NITROGEN_ABOVE:
        return f"{name}: not a nitrogen feed."
    if product.p2o5 > 0 and forbidden:
        return f"{name} carries phosphorus: {forbidden}."
    rate = target_g_m2 / product.total_nitrogen
    held_by = ""
    for limit, reason in _rate_limits(product, slot, lawn):
        if rate > limit * (1 + 1e-9):
            rate, held_by = limit, reason
    lowest = product.label.min_g_m2
    if rate < lowest:
        brings = lowest * product.total_nitrogen
        if held_by:
            return (
                f"{name}: {held_by} allows {product.rate_words(rate)}, the label's lowest rate is"
                f" {product.rate_words(lowest)}."
            )
        if brings > MOST_OF_TARGET * target_g_m2:
            return (
                f"{name}: the label's lowest rate, {product.rate_words(lowest)}, brings {unrounded(brings)} g/m² of"
                f" nitrogen; the round wants {unrounded(target_g_m2)} g/m²."
            )
        rate, held_by = lowest, "the label's lowest rate"
        if any(rate > limit * (1 + 1e-9) for limit, _ in _rate_limits(product, slot, lawn)):
            return f"{name}: no rate meets both the label's lowest and the caps."
    brings = rate * product.total_nitrogen
    if brings < ENOUGH_OF_TARGET * target_g_m2:
        return (
            f"{name}: {held_by} holds it to {unrounded(brings)} g/m² of nitrogen; the round wants"
            f" {unrounded(target_g_m2)} g/m²."
        )
    if not product.packs:
        return f"{name}: no pack with a price on the shelf."
    price = min(pack.price / pack.mass_kg for pack in product.packs)
    cold = mean_c < COLD_BELOW_C and product.nitrogen.get("insoluble", 0) > product.total_nitrogen / 2
    return Candidate(
        product,
        GramsPerSquareMetre(rate),
        carried(product, GramsPerSquareMetre(rate)),
        rate * price / 1000,
        held_by,
        cold,
    )


def _rate_limits(product: Product, slot: Slot, lawn: Lawn) -> list[tuple[float, str]]:
    """Highest rate by each limit that binds one application, held at the small end of the lawn."""
    thin = lawn.low_m2 / lawn.size_m2
    quick, total = product.quick_fraction, product.total_nitrogen
    limits = [(product.label.max_g_m2 * thin, "the label's highest rate")]
    limits.append((lawn.rules.total_cap_g_m2 * thin / total, "the total-nitrogen cap of one application"))
    if quick > 0:
        limits.append((lawn.rules.quick_cap_g_m2 * thin / quick, "the quick-nitrogen cap of one application"))
        if slot.hot:
            limits.append((HOT_QUICK_CAP_G_M2 * thin / quick, "heat: quick nitrogen is held"))
    return limits


def fill(
    slots: Sequence[Slot],
    wanted: Sequence[float],
    shelf: Sequence[Product],
    lawn: Lawn,
    findings: SoilFindings,
    mean_c: Sequence[float],
    logged: Sequence[Entry] = (),
) -> tuple[tuple[Filled, ...], tuple[str, ...]]:
    """Fills the slots from the shelf; returns them and a sentence for every limit nothing could meet."""
    forbidden = phosphorus_forbidden(lawn.rules, findings.phosphorus)
    filled = []
    for slot, target, temperature in zip(slots, wanted, mean_c, strict=True):
        looked = [consider(p, slot, target, lawn, forbidden, temperature) for p in shelf]
        fitting = [c for c in looked if isinstance(c, Candidate)]
        filled.append(Filled(slot, target, None, tuple(fitting), tuple(r for r in looked if isinstance(r, str))))
    ways = [_shortlist(item, findings, lawn.ph_side) or [None] for item in filled]
    best, obstacle = _best_way(filled, ways, lawn, findings, logged)
    problems = [obstacle] if obstacle else []
    for item, choice in zip(filled, best, strict=True):
        if choice is None:
            problems.append(_nothing_fits(item))
    done = tuple(replace(item, chosen=choice) for item, choice in zip(filled, best, strict=True))
    return done, tuple(problems)


def _merit(item: Filled, choice: Candidate | None, findings: SoilFindings, side: Direction | None) -> tuple[float, ...]:
    """Smaller is better, in the order the module promises; the shortfall in steps of a tenth of target."""
    if choice is None:
        return (1.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0)
    short = max(0.0, 1 - choice.brings.nitrogen / item.target_g_m2)
    misses_potassium = findings.potassium == "low" and choice.product.k2o == 0
    idle_p = choice.brings.phosphorus if findings.phosphorus != "low" else 0.0
    return (
        0.0,
        float(choice.cold),
        float(side is not None and leans(choice.product) not in (None, side)),
        float(idle_p > 0),
        float(round(short * 10)),
        float(misses_potassium),
        round(idle_p, 2),
        choice.cost_m2,
    )


_WHY = (
    "",
    "because organic feed would lie idle in cold ground",
    "because it does not move the pH the wrong way",
    "because it carries no phosphorus nobody needs",
    "because it comes nearest to the nitrogen wanted",
    "because it brings the potassium the test lacks",
    "because it carries least phosphorus nobody needs",
    "the cheapest",
)


def why(item: Filled, findings: SoilFindings, side: Direction | None = None) -> str:
    """Why the chosen product of a slot was chosen, in words, with the next best named."""
    choice = item.chosen
    rivals = sorted((c for c in item.fitting if c is not choice), key=lambda c: _merit(item, c, findings, side))
    if choice is None or not rivals:
        return "the only one that fits"
    ours, theirs = _merit(item, choice, findings, side), _merit(item, rivals[0], findings, side)
    among = f"of {len(item.fitting)} that fit (next: {rivals[0].product.name})"
    if ours > theirs:
        return f"chosen {among} so that slow-release share, intervals and yearly maxima hold over the year"
    deciding = next((n for n, (a, b) in enumerate(zip(ours, theirs, strict=True)) if a < b), len(_WHY) - 1)
    return f"{_WHY[deciding]} {among}" if deciding == len(_WHY) - 1 else f"chosen {among} {_WHY[deciding]}"


def _shortlist(item: Filled, findings: SoilFindings, side: Direction | None) -> list[Candidate | None]:
    """The best few by merit, and the slowest two so that a slow-release share stays within reach."""
    by_merit = sorted(item.fitting, key=lambda c: _merit(item, c, findings, side))
    slowest = sorted(item.fitting, key=lambda c: -c.product.slow_fraction / c.product.total_nitrogen)[:2]
    kept = by_merit[: CANDIDATES_PER_ROUND - 2]
    return [*kept, *(c for c in slowest if c not in kept)]


def _best_way(
    filled: Sequence[Filled],
    ways: Sequence[Sequence[Candidate | None]],
    lawn: Lawn,
    findings: SoilFindings,
    logged: Sequence[Entry],
) -> tuple[tuple[Candidate | None, ...], str]:
    side, done = lawn.ph_side, Nutrients()
    for entry in logged:
        done += carried(entry.material, GramsPerSquareMetre(entry.amount_kg * 1000 / lawn.size_m2))
    merits = [
        {id(c): _merit(item, c, findings, side) for c in options} for item, options in zip(filled, ways, strict=True)
    ]
    best: tuple[tuple[float, ...], tuple[Candidate | None, ...]] | None = None
    slowest: tuple[float, tuple[Candidate | None, ...]] = (-1.0, tuple(None for _ in filled))
    # A round may be left empty when every filling breaks a product's interval or yearly maximum.
    for way in every_way(*[[*options, None] if options != [None] else options for options in ways]):
        if not _labels_hold(filled, way, lawn, logged):
            continue
        total = done.nitrogen + sum(c.brings.nitrogen for c in way if c)
        slow = done.slow + sum(c.brings.slow for c in way if c)
        share = slow / total if total else 1.0
        merit = tuple(
            sum(column)
            for column in zip(
                *(m.get(id(c), _merit(f, c, findings, side)) for m, f, c in zip(merits, filled, way, strict=True)),
                strict=True,
            )
        )
        empty = sum(c is None for c in way)
        if share > slowest[0] + 1e-9 and empty == sum(not f.fitting for f in filled):
            slowest = (share, way)
        if share + 1e-9 >= lawn.rules.slow_share_min and (best is None or merit < best[0]):
            best = (merit, way)
    unfilled = 0 if best is None else sum(c is None for c in best[1])
    if best is not None and (unfilled == sum(not f.fitting for f in filled) or slowest[0] < 0):
        return best[1], ""
    if slowest[0] < 0:
        return slowest[1], ""
    return (
        slowest[1],
        (
            f"{lawn.rules.name} asks for at least {lawn.rules.slow_share_min:.0%} slow-release nitrogen; the best "
            f"this shelf can do is {slowest[0]:.0%}. Add a slower product."
        ),
    )


def _labels_hold(
    filled: Sequence[Filled], way: Sequence[Candidate | None], lawn: Lawn, logged: Sequence[Entry]
) -> bool:
    """True where every product keeps its interval and yearly maximum over rounds and logged entries."""
    uses: dict[int, list[tuple[int, float]]] = {}
    labels = {}
    for item, choice in zip(filled, way, strict=True):
        if choice is not None:
            uses.setdefault(choice.product.key, []).append((item.slot.on.toordinal(), choice.rate_g_m2))
            labels[choice.product.key] = choice.product.label
    for entry in logged:
        if entry.material.key in uses:
            rate = entry.amount_kg * 1000 / lawn.size_m2
            uses[entry.material.key].append((entry.on.toordinal(), rate))
    for key, used in uses.items():
        label, days = labels[key], sorted(day for day, _ in used)
        if any(b - a < label.interval_days for a, b in pairwise(days)):
            return False
        thick = lawn.size_m2 / lawn.low_m2
        yearly = label.yearly_max_g_m2
        if yearly is not None and sum(rate for _, rate in used) * thick > yearly * (1 + 1e-9):
            return False
    return True


def _nothing_fits(item: Filled) -> str:
    if item.fitting:
        return (
            f"{item.slot.name}: {', '.join(c.product.name for c in item.fitting)} would fit, but not with the "
            "interval or yearly maximum of its label. Add another product."
        )
    reasons = " ".join(item.refused) or "No nitrogen feed is on the shelf."
    return f"{item.slot.name}: nothing on the shelf fits. {reasons}"
