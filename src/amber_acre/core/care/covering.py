"""Mulch of a planting's year: whether, which kind, how deep, how much, clear of what, when, and when again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.care.planting import Grown, Planting
from amber_acre.core.care.said import Said
from amber_acre.core.errors import AmberError
from amber_acre.core.measure.area_facts import number_of
from amber_acre.core.mulch.choosing import Weighed, fabric_said, weigh
from amber_acre.core.mulch.cover import Kept, covered, tree_rings
from amber_acre.core.mulch.depth import renewal_years, top_up
from amber_acre.core.mulch.supply import volume_m3
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import depth_in_both
from amber_acre.core.rules.mulched import bare_under, conditions_of_ground
from amber_acre.core.rules.spots import lines_m2
from amber_acre.core.season.stages import Stages
from amber_acre.core.tables.care_groups import DRY
from amber_acre.core.tables.mulches import AT_MOST_MM, MULCHES, Condition, Mulch
from amber_acre.core.working import Figure, Working

LEAST_MM = 20.0  # a top-up thinner than this is not worth a visit [common-practice]
STEM_M = 0.03  # of a hedge plant or shrub, where nobody measured it [common-practice]
AFTER_FEED_DAYS = 3  # feed goes under mulch: first the one, then the other [common-practice]
RINGS_AT_MOST = 0.3  # of the ground that rings of small stems may take before they are left out [common-practice]
UNBURNT = ("gravel",)  # kinds that do not burn
BURNS_WORDS = "What lies here burns: rake it back to bare ground first. "
FIRE_WORDS = (
    "Fire country: within 1.5 m (5 ft) of the house gravel or bare ground, nothing that burns, and dead leaves raked"
    " off; chips and bark stay beyond it. The local fire code decides."
)  # the strip nearest to a house that embers must not light [ember-zone]
CLOSED = ("bulb", "groundcover", "grass", "fern", "succulent", "pots", "citrus")  # no ring for each plant


@dataclass(frozen=True)
class CoverAsked:
    """Mulch that is to be laid: kind, product of the shelf or None, mm to add, mm to lay, m² and m³, clear ring mm,
    day and window, years until it is renewed, why this kind, and the working."""

    mulch: Mulch
    product: Product | None
    add_mm: float
    place_mm: float
    net_m2: float
    volume_m3: float
    ring_mm: float
    on: date
    opens: date
    closes: date
    renew_years: float
    why: str
    working: Working


def conditions_of(planting: Planting) -> tuple[Condition, ...]:
    """What of a place speaks for or against kinds of mulch."""
    found: list[Condition] = []
    if planting.group.key in DRY:
        found.append("dry_natives")
    if planting.group.key == "acid":
        found.append("acid")
    return (*found, *conditions_of_ground(planting.ground))


def weighed(planting: Planting) -> tuple[Weighed, ...]:
    """Every kind of mulch held against the place."""
    return weigh(conditions_of(planting))


def cover_asked(
    planting: Planting, stages: Stages, shelf: Sequence[Product], today: date, fed_on: Sequence[date] = ()
) -> tuple[CoverAsked | None, tuple[Said, ...]]:
    """The mulch of the year, None where none is laid, and what is said of it. ``fed_on``: days of its feeds, so that
    mulch follows a feed."""
    group, lies = planting.group, planting.lies
    if group.mulch_mm <= 0:
        return None, ()
    said: list[Said] = []
    if lies.against:
        said.append(
            Said("trunk_clear", "Mulch lies against the stems: pull it away from the bark until the flare shows.")
        )
    wrong = fabric_said(lies.kind, lies.fabric)
    if wrong:
        return None, (
            *said,
            Said(
                "fabric",
                f"{wrong} Granules on top do not reach the soil: pull back the mulch and cut"
                " the fabric, or feed soluble.",
            ),
        )
    if not lies.known:
        return None, (
            *said,
            Said("mulch", "Nobody has said what mulch lies here: look, push a finger in, type its depth."),
        )
    if group.key == "lean" and lies.organic:
        return None, (
            *said,
            Said(
                "lean",
                "Organic mulch lies under dry-country plants: rake it off the crowns; gravel"
                " only on bare soil, never over it.",
            ),
        )
    if lies.organic and "fire" in conditions_of(planting):
        return None, (*said, Said("fire", f"{BURNS_WORDS}{FIRE_WORDS}", True))
    wanted = group.mulch_mm
    top = top_up(wanted, lies.depth_mm)
    if lies.depth_mm > AT_MOST_MM or (top.add_mm == 0 and lies.depth_mm > wanted):
        return None, (*said, Said("too_much_mulch", top.sentence))
    if top.add_mm < LEAST_MM:
        return None, (*said, Said("mulch", f"{depth_in_both(lies.depth_mm)} of mulch lie there: enough for this year."))
    return _laid(planting, stages, shelf, today, fed_on, wanted, said)


def left_bare(planting: Planting, mulch: Mulch) -> tuple[Grown, ...]:
    """Plants of a mixed bed that a kind of mulch would rot, or that want none: their ground is left bare."""
    bare = bare_under(planting.ground, mulch) if planting.ground.kind == "bed" else ()
    return tuple(one for one in planting.grown if one.plant in bare)


def bare_said(planting: Planting, mulch: Mulch) -> str:
    """Which plants of a bed get none of a mulch, and why; '' where all may have it."""
    names = ", ".join(one.name for one in left_bare(planting, mulch))
    return f"None on {names}: it keeps their crowns moist, and they rot. Stop a hand short of them." if names else ""


def _laid(
    planting: Planting,
    stages: Stages,
    shelf: Sequence[Product],
    today: date,
    fed_on: Sequence[date],
    wanted: float,
    said: list[Said],
) -> tuple[CoverAsked | None, tuple[Said, ...]]:
    best, product = kind_for(planting, shelf, conditions_of(planting))
    working = Working(f"Mulch on {planting.ground.name}")
    top = top_up(wanted, planting.lies.depth_mm, best.mulch.settles, working)
    try:
        net = net_m2(planting, working, best.mulch)
    except AmberError as refused:
        return None, (*said, Said("mulch", refused.sentence, True))
    volume = volume_m3(net, top.place_mm, working)
    on, opens, closes = _when(planting, stages, today, fed_on)
    clear = max(planting.group.clear_mm, (planting.ground.metres("clear") or 0.0) * 1000)
    years = renewal_years(best.mulch.key, wanted)
    why = "; ".join(best.good) or best.mulch.trades
    bare = bare_said(planting, best.mulch)
    if bare:
        said.append(Said("mulch", bare))
    if best.bad:
        said.append(Said("mulch", f"{best.mulch.name.capitalize()} here: {'; '.join(best.bad)}."))
    if "fire" in conditions_of(planting):
        said.append(Said("fire", FIRE_WORDS))
    if "slope" in conditions_of(planting):
        said.append(Said("slope", "On a slope mulch slides: mixed shreds knit, nuggets roll; lay it in strips across."))
    if product is None:
        said.append(
            Said("no_product", f"No {best.mulch.name} on the shelf: it is planned by volume; add it to load it.")
        )
    asked = CoverAsked(
        best.mulch, product, top.add_mm, top.place_mm, net, volume, clear, on, opens, closes, years, why, working
    )
    return asked, tuple(said)


def kind_for(
    planting: Planting, shelf: Sequence[Product], conditions: Sequence[Condition]
) -> tuple[Weighed, Product | None]:
    """The kind with the least against it among the group's own: the one that lies there before others, one of the
    shelf before one that has to be found. Its product, None where the shelf has none."""
    own = UNBURNT if "fire" in conditions else planting.group.mulches or tuple(MULCHES)
    options = weigh(conditions, own)
    stocked = {product.soil.material: product for product in reversed(shelf) if product.soil.material in MULCHES}
    fits = [one for one in options if one.fits] or list(options)
    same = [one for one in fits if one.mulch.key == planting.lies.kind]
    have = [one for one in fits if one.mulch.key in stocked]
    first = min(fits, key=lambda one: own.index(one.mulch.key))
    best = (
        next(iter(one for one in same if one in have), None)
        or min(have, key=lambda one: own.index(one.mulch.key), default=None)
        or (same[0] if same else first)
    )
    return best, stocked.get(best.mulch.key)


def net_m2(planting: Planting, working: Working, mulch: Mulch) -> float:
    """Ground that a mulch covers, m²: rings under trees, beds less what is kept clear of each stem and less the ground
    of plants it would rot. DoesNotFit where nothing is left."""
    bare = left_bare(planting, mulch)
    size = _without(planting, bare, working)
    ground, clear_m = planting.ground, planting.group.clear_mm / 1000
    if ground.ring_m is not None and planting.trunks_cm:
        return tree_rings(1, ground.ring_m, Kept(1, planting.trunks_cm[0] / 100, clear_m), working)
    trunks = number_of(ground.facts, "trunks")
    if trunks:
        radius = ground.metres("clear") or clear_m
        return covered(size, Kept(int(trunks), 0.0, radius), working)
    kept = Kept(planting.count - sum(one.count for one in bare), STEM_M, clear_m)
    if planting.group.key in CLOSED or kept.stems * kept.each_m2() > RINGS_AT_MOST * size:
        return size
    return covered(size, kept, working)


def _without(planting: Planting, bare: Sequence[Grown], working: Working) -> float:
    """The ground less that of some plants, by what such plants usually stand on."""
    whole = float(planting.ground.size_m2)
    theirs = lines_m2(planting.ground, [one.plant for one in bare if one.plant is not None])
    if not theirs:
        return whole
    return working.step(
        "Ground that is mulched",
        "size_m2 - bare_m2",
        [
            Figure("size_m2", whole, "m²", "the bed"),
            Figure("bare_m2", theirs, "m²", ", ".join(one.name for one in bare)),
        ],
        whole - theirs,
        "m²",
        "common-practice",
    )


def _when(planting: Planting, stages: Stages, today: date, fed_on: Sequence[date]) -> tuple[date, date, date]:
    """After the first feed that is still to come, or as the ground warms; plants of this year at once."""
    if planting.planted_on is not None and planting.new_on(stages.start) and planting.planted_on >= today:
        on = planting.planted_on + timedelta(days=1)
    else:
        ahead = [day for day in fed_on if day >= today]
        on = min(ahead, default=stages.wakes + timedelta(days=7)) + timedelta(days=AFTER_FEED_DAYS)
    if on < today:
        on = today + timedelta(days=7)
    return on, max(today, on - timedelta(days=7)) if on > today else on, on + timedelta(days=42)
