"""Judges every round as it stands: amounts, packs, limits held, warnings, room for what comes later.

A *stop* is what may not be: above the label, inside a blackout, phosphorus where it is forbidden. A
*warning* is what a person may decide with a reason: a cap, heat, a cold day, too little nitrogen.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.products.cautions import cautions
from amber_acre.core.products.nutrients import Nutrients, carried
from amber_acre.core.products.packs import PackCount, cheapest_packs, product_amount
from amber_acre.core.programme.brief import Entry, Lawn, PlannedRound, standing
from amber_acre.core.programme.choosing import HOT_QUICK_CAP_G_M2, phosphorus_forbidden
from amber_acre.core.quantities import K_PER_K2O, P_PER_P2O5, Kilograms, unrounded
from amber_acre.core.season.climate import DailySeries
from amber_acre.core.season.growth import GROWING_ABOVE, growth_potential
from amber_acre.core.season.windows import HEAT_FROM_C
from amber_acre.core.soil.findings import SoilFindings
from amber_acre.core.working import Figure, Limit, Working


@dataclass(frozen=True)
class Room:
    """What is left after a round: nitrogen to the yearly cap, product to the label year, next day."""

    nitrogen_g_m2: float | None
    product_g_m2: float | None
    product_again_from: date


@dataclass(frozen=True)
class JudgedRound:
    """A round with every figure of its job; masses in kg, rates in g/m²."""

    round: PlannedRound
    done_on: date | None
    logged_kg: float
    heat_from_c: float
    amount_kg: Kilograms
    packs: PackCount | None
    brings: Nutrients
    stops: tuple[DoesNotFit, ...]
    warnings: tuple[str, ...]
    cautions: tuple[str, ...]
    room: Room
    working: Working

    @property
    def done(self) -> bool:
        """True where a standing log entry answers the round."""
        return self.done_on is not None


@dataclass(frozen=True)
class _Use:
    """One use of a product on the lawn, planned or logged."""

    on: date
    key: int
    rate_g_m2: float
    nitrogen_g_m2: float
    number: int | None


def judge(
    lawn: Lawn,
    rounds: Sequence[PlannedRound],
    entries: Sequence[Entry],
    series: DailySeries,
    soil: SoilFindings,
) -> tuple[JudgedRound, ...]:
    """Every round in order of its day, held against label, rule, caps, season and one another."""
    counted = standing(tuple(entries))
    done = {entry.round_number for entry in counted}
    open_rounds = [r for r in rounds if r.counts and r.number not in done]
    uses = [
        _Use(r.on, r.product.key, r.rate_g_m2, r.rate_g_m2 * r.product.total_nitrogen, r.number) for r in open_rounds
    ] + [
        _Use(
            e.on,
            e.product.key,
            e.amount_kg * 1000 / lawn.size_m2,
            e.amount_kg * 1000 / lawn.size_m2 * e.product.total_nitrogen,
            None,
        )
        for e in counted
    ]
    return tuple(
        _judge_one(item, [e for e in counted if e.round_number == item.number], lawn, uses, series, soil)
        for item in sorted(rounds, key=lambda r: (r.on, r.number))
    )


def _judge_one(
    item: PlannedRound, logged: list[Entry], lawn: Lawn, uses: list[_Use], series: DailySeries, soil: SoilFindings
) -> JudgedRound:
    working = Working(f"R{item.number} {item.product.name}")
    _target_steps(item, lawn, series, working)
    product = item.product
    _rate_steps(item, lawn, working)
    amount = product_amount(item.rate_g_m2, lawn.size_m2, working)
    packs = cheapest_packs(product, amount, lawn.size_m2, lawn.low_m2, working) if product.packs else None
    brings = carried(product, item.rate_g_m2)
    others = [use for use in uses if use.number != item.number or use.number is None]
    stops = (*_label_stops(item, lawn, others), *_rule_stops(item, lawn, soil, series))
    warnings = _warnings(item, lawn, series, brings, packs, uses)
    return JudgedRound(
        item,
        logged[-1].on if logged else None,
        sum(entry.amount_kg for entry in logged),
        HEAT_FROM_C[lawn.grass.season],
        amount,
        packs,
        brings,
        stops if item.counts and not logged else (),
        warnings if item.counts and not logged else (),
        cautions(product),
        _room(item, lawn, uses),
        working,
    )


def _target_steps(item: PlannedRound, lawn: Lawn, series: DailySeries, working: Working) -> None:
    """Growth on the day, and the nitrogen of the round from its share of the year."""
    day = series.index(item.on)
    if 0 <= day < len(series.mean_c):
        growth_potential(float(series.mean_c[day]), lawn.grass.season, working)
    passed_on = working.step(
        "Passed on by rounds at their cap (below zero: passed on to others)",
        "kept_g_m2 - yearly_g_m2 * share",
        [
            Figure("kept_g_m2", item.target_g_m2, "g/m²", "nitrogen of the round as it was planned"),
            Figure("yearly_g_m2", item.yearly_g_m2, "g/m²", "nitrogen divided over the rounds"),
            Figure("share", item.share, "", "share of the round"),
        ],
        item.target_g_m2 - item.yearly_g_m2 * item.share,
        "g/m²",
        "common-practice",
        note="What the cap of one application keeps from a round goes to the rounds that have room.",
    )
    working.step(
        "Nitrogen for this round",
        "yearly_g_m2 * share + passed_on_g_m2",
        [
            Figure("yearly_g_m2", item.yearly_g_m2, "g/m²", "nitrogen divided over the rounds"),
            Figure("share", item.share, "", "share of the round"),
            Figure("passed_on_g_m2", passed_on, "g/m²", "passed on"),
        ],
        item.target_g_m2,
        "g/m²",
        "common-practice",
        (Limit("cap of one application", None, lawn.rules.total_cap_g_m2, "rule"),),
        note="Shares by the pattern of the grass; the nitrogen divided is the year's need less what was logged.",
    )


def _rate_steps(item: PlannedRound, lawn: Lawn, working: Working) -> None:
    product, label = item.product, item.product.label
    if product.total_nitrogen:
        working.step(
            "Rate that would meet the round's nitrogen",
            "target_g_m2 / n_fraction",
            [
                Figure("target_g_m2", item.target_g_m2, "g/m²", "nitrogen for this round"),
                Figure("n_fraction", product.total_nitrogen, "", f"nitrogen in {product.grade}"),
            ],
            item.target_g_m2 / product.total_nitrogen,
            "g/m²",
            "label",
        )
    rate = Figure("rate_g_m2", item.rate_g_m2, "g/m²", "rate planned")
    thick = working.step(
        "Rate where the lawn is smallest" if lawn.low_m2 < lawn.size_m2 else "Rate held against the label",
        "rate_g_m2 * size_m2 / low_m2",
        [
            rate,
            Figure("size_m2", lawn.size_m2, "m²", "size planned on"),
            Figure("low_m2", lawn.low_m2, "m²", "smallest it can be"),
        ],
        item.rate_g_m2 * lawn.size_m2 / lawn.low_m2,
        "g/m²",
        "label",
        (Limit("label rate", label.min_g_m2, label.max_g_m2, "label"),),
    )
    held = Figure("held_g_m2", thick, "g/m²", "rate held")
    for name, fraction, limit in (
        ("Nitrogen", product.total_nitrogen, Limit("cap of one application", None, lawn.rules.total_cap_g_m2, "rule")),
        (
            "Quick nitrogen",
            product.quick_fraction,
            Limit("quick cap of one application", None, lawn.rules.quick_cap_g_m2, "rule"),
        ),
    ):
        working.step(
            f"{name} it carries",
            "held_g_m2 * fraction",
            [held, Figure("fraction", fraction, "", f"{name.lower()} in the product")],
            thick * fraction,
            "g/m²",
            "label",
            (limit,),
        )
    _oxide_steps(item, rate, working)


def _oxide_steps(item: PlannedRound, rate: Figure, working: Working) -> None:
    """Phosphorus and potassium of a round, as elements."""
    product = item.product
    for name, oxide, factor, fraction in (
        ("Phosphorus", "p2o5", P_PER_P2O5, product.p2o5),
        ("Potassium", "k2o", K_PER_K2O, product.k2o),
    ):
        working.step(
            f"{name} it carries, as the element",
            f"rate_g_m2 * {oxide} * factor",
            [
                rate,
                Figure(oxide, fraction, "", f"{oxide.upper()} in the product"),
                Figure("factor", factor, "", "element in the oxide"),
            ],
            item.rate_g_m2 * fraction * factor,
            "g/m²",
            "aapfco",
        )


def _label_stops(item: PlannedRound, lawn: Lawn, others: Sequence[_Use]) -> tuple[DoesNotFit, ...]:
    """A refusal for every label limit a round breaks: highest rate, interval, yearly maximum."""
    product, label = item.product, item.product.label
    thick = lawn.size_m2 / lawn.low_m2
    found = []
    if item.rate_g_m2 * thick > label.max_g_m2 * (1 + 1e-6):
        at = " at the small end of the lawn" if thick > 1 else ""
        found.append(
            DoesNotFit(
                f"{product.rate_words(item.rate_g_m2 * thick)}{at} is above the label's highest rate, "
                f"{product.rate_words(label.max_g_m2)}. The label is the law: lower the rate.",
                field="rate",
                value=item.rate_g_m2,
                limits=(label.min_g_m2, label.max_g_m2 / thick),
            )
        )
    same = [use for use in others if use.key == product.key]
    found += [
        DoesNotFit(
            f"{product.name} is also down for {use.on:%-d %B}, {abs((use.on - item.on).days)} days away; the "
            f"label asks for {label.interval_days} days between. Move one.",
            field="on_day",
            value=item.on,
        )
        for use in same
        if abs((use.on - item.on).days) < label.interval_days
    ]
    if label.yearly_max_g_m2 is not None:
        total = (item.rate_g_m2 + sum(use.rate_g_m2 for use in same)) * thick
        if total > label.yearly_max_g_m2 * (1 + 1e-6):
            found.append(
                DoesNotFit(
                    f"{product.name} adds up to {product.rate_words(total)} this season; the label allows "
                    f"{product.rate_words(label.yearly_max_g_m2)} a year. Lower or drop a round.",
                    field="rate",
                    value=total,
                    limits=(None, label.yearly_max_g_m2),
                )
            )
    return tuple(found)


def _rule_stops(item: PlannedRound, lawn: Lawn, soil: SoilFindings, series: DailySeries) -> tuple[DoesNotFit, ...]:
    found = [
        DoesNotFit(
            f"{item.on:%-d %B} lies in the rule's closed period “{blackout.name}” ({lawn.rules.name}). Move the round.",
            field="on_day",
            value=item.on,
        )
        for blackout in lawn.rules.blackouts
        if blackout.covers(item.on)
    ]
    if not 0 <= series.index(item.on) < len(series.mean_c):
        found.append(
            DoesNotFit(
                f"{item.on:%-d %B %Y} lies outside this season, {series.start:%-d %B %Y} to "
                f"{series.day(len(series.mean_c) - 1):%-d %B %Y}. Choose a day in it.",
                field="on_day",
                value=item.on,
            )
        )
    forbidden = phosphorus_forbidden(lawn.rules, soil.phosphorus)
    if item.product.p2o5 > 0 and forbidden:
        found.append(
            DoesNotFit(
                f"{item.product.name} carries phosphorus: {forbidden}. Choose another product.",
                field="product",
                value=item.product.name,
            )
        )
    return tuple(found)


def _warnings(
    item: PlannedRound, lawn: Lawn, series: DailySeries, brings: Nutrients, packs: PackCount | None, uses: list[_Use]
) -> tuple[str, ...]:
    rules, thick = lawn.rules, lawn.size_m2 / lawn.low_m2
    found = []
    if item.rate_g_m2 < item.product.label.min_g_m2 * (1 - 1e-6):
        found.append(
            f"{item.product.rate_words(item.rate_g_m2)} is under the label's lowest rate, "
            f"{item.product.rate_words(item.product.label.min_g_m2)}: it may not work."
        )
    for name, value, cap in (
        ("quick nitrogen", brings.quick, rules.quick_cap_g_m2),
        ("nitrogen", brings.nitrogen, rules.total_cap_g_m2),
    ):
        if value * thick > cap * (1 + 1e-6):
            found.append(
                f"{unrounded(value * thick)} g/m² of {name} is over the cap of one application, {unrounded(cap)} g/m²:"
                " burn margin is gone."
            )
    day = series.index(item.on)
    if 0 <= day < len(series.mean_c):
        if series.max_c[day] >= HEAT_FROM_C[lawn.grass.season] and brings.quick > HOT_QUICK_CAP_G_M2:
            found.append(
                f"{unrounded(brings.quick)} g/m² of quick nitrogen in the heat (usual maximum {series.max_c[day]:.0f}"
                " °C): burn and disease."
            )
        growth = growth_potential(float(series.mean_c[day]), lawn.grass.season)
        if growth < GROWING_ABOVE[lawn.grass.season]:
            found.append(
                f"The grass is hardly growing then (growth potential {growth:.2f}): the feed would wait or wash away."
            )
    yearly = rules.yearly_cap_g_m2
    if yearly is not None and (total := sum(use.nitrogen_g_m2 for use in uses)) > yearly * (1 + 1e-6):
        found.append(
            f"The year adds up to {unrounded(total)} g/m² of nitrogen; {rules.name} allows {unrounded(yearly)} g/m²."
        )
    if packs is None:
        found.append("No pack with a price on the shelf: packs and cost are unknown.")
    return tuple(found)


def _room(item: PlannedRound, lawn: Lawn, uses: list[_Use]) -> Room:
    cap, yearly = lawn.rules.yearly_cap_g_m2, item.product.label.yearly_max_g_m2
    upto = [use for use in uses if use.on <= item.on]
    spent = sum(use.rate_g_m2 for use in upto if use.key == item.product.key)
    return Room(
        None if cap is None else cap - sum(use.nitrogen_g_m2 for use in upto),
        None if yearly is None else yearly - spent,
        item.on + timedelta(days=item.product.label.interval_days),
    )


def remarks(lawn: Lawn, entry: Entry, others: Sequence[Entry], soil: SoilFindings) -> tuple[str, ...]:
    """What a log entry went past: label rate, interval, yearly maximum, closed time, phosphorus rule.

    A log records what happened; these sentences are shown beside it and want a reason. ``others`` are the
    season's standing entries without this one.
    """
    found = [*label_remarks(entry, others, lawn.size_m2)]
    found += [
        f"{entry.on:%-d %B} lies in the closed period “{blackout.name}”."
        for blackout in lawn.rules.blackouts
        if blackout.covers(entry.on) and entry.soil_job is None
    ]
    forbidden = phosphorus_forbidden(lawn.rules, soil.phosphorus)
    if entry.product.p2o5 > 0 and forbidden:
        found.append(f"It carries phosphorus: {forbidden}.")
    return tuple(found)


def label_remarks(entry: Entry, others: Sequence[Entry], size_m2: float) -> tuple[str, ...]:
    """What a log entry went past on the label: highest rate, interval, yearly maximum, on an area of ``size_m2``."""
    label = entry.product.label
    found = []
    if entry.achieved_rate_g_m2 > label.max_g_m2 * 1.001:
        found.append(
            f"{entry.product.rate_words(entry.achieved_rate_g_m2)} is above the label's highest rate, "
            f"{entry.product.rate_words(label.max_g_m2)}."
        )
    same = [other for other in others if other.product.key == entry.product.key]
    found += [
        f"{entry.product.name} also went down on {other.on:%-d %B}; the label asks for {label.interval_days} days"
        " between."
        for other in same
        if 0 < abs((other.on - entry.on).days) < label.interval_days
    ]
    total = sum(other.amount_kg for other in (*same, entry)) * 1000 / size_m2
    if label.yearly_max_g_m2 is not None and total > label.yearly_max_g_m2 * 1.001:
        found.append(
            f"{entry.product.rate_words(total)} this season is over the label's "
            f"{entry.product.rate_words(label.yearly_max_g_m2)} a year."
        )
    return tuple(found)
