"""The nutrient ledger of a lawn's season: planned, put down and room left, N, P and K in g/m²."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from amber_acre.core.care.brief import Lawn
from amber_acre.core.jobs.entry import Entry, standing
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.nutrients import Nutrients, carried
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.working import Figure, Limit, Working


@dataclass(frozen=True)
class Ledger:
    """``applied`` from the log, ``to_come`` from open rounds, ``year`` their sum; g/m² over the lawn."""

    applied: Nutrients
    to_come: Nutrients
    year: Nutrients
    room_g_m2: float | None
    slow_share: float
    working: Working


def ledger(
    lawn: Lawn,
    rounds: Sequence[Job],
    entries: Sequence[Entry],
    jobs: Sequence[tuple[str, Product, float]] = (),
    sizes: Mapping[int, float] | None = None,
) -> Ledger:
    """Adds up the season: log entries that stand, and planned rounds not yet logged or skipped.

    Applied figures are mass × fraction over the whole lawn, so that two halves add up to one lawn. ``jobs``: planned
    soil jobs that carry nutrients, each with its words, product and rate in g/m². ``sizes``: what an entry is spread
    over, m², by its key; the lawn where none is given.
    """
    working = Working("Nutrient ledger of the season")
    counted = standing(tuple(entries))
    done = {entry.job for entry in counted}
    applied, to_come = Nutrients(), Nutrients()
    parts: list[Figure] = []
    for n, entry in enumerate(counted, start=1):
        rate = GramsPerSquareMetre(entry.amount_kg * 1000 / (sizes or {}).get(entry.key, lawn.size_m2))
        applied += carried(entry.material, rate)
        parts.append(
            _nitrogen_step(
                working,
                f"a{n}",
                f"Logged {entry.on:%-d %B}: {entry.material.name}",
                rate,
                entry.material.total_nitrogen,
            )
        )
    for item in rounds:
        if not item.counts or item.key in done:
            continue
        to_come += carried(item.material, item.rate_g_m2)
        parts.append(
            _nitrogen_step(
                working,
                f"r{item.number}",
                f"Planned R{item.number}: {item.material.name}",
                item.rate_g_m2,
                item.material.total_nitrogen,
            )
        )
    for n, (words, product, planned) in enumerate(jobs, start=1):
        to_come += carried(product, GramsPerSquareMetre(planned))
        parts.append(
            _nitrogen_step(working, f"s{n}", f"Planned {words}: {product.name}", planned, product.total_nitrogen)
        )
    year = applied + to_come
    cap = lawn.rules.yearly_cap_g_m2
    _year_step(lawn, parts, year, working)
    slow = _slow_share(lawn, year, working)
    return Ledger(applied, to_come, year, None if cap is None else cap - year.nitrogen, slow, working)


def _year_step(lawn: Lawn, parts: list[Figure], year: Nutrients, working: Working) -> None:
    """The sum of the season's nitrogen, held against the rule's yearly cap."""
    cap = lawn.rules.yearly_cap_g_m2
    if parts:
        working.step(
            "Nitrogen of the year",
            " + ".join(part.symbol for part in parts),
            parts,
            year.nitrogen,
            "g/m²",
            "label",
            (Limit("yearly cap", None, cap, "rule"),) if cap is not None else (),
        )


def _slow_share(lawn: Lawn, year: Nutrients, working: Working) -> float:
    """Share of the year's nitrogen that is slow, 0 without any; held against the rule."""
    if not year.nitrogen:
        return 0.0
    return working.step(
        "Slow-release share",
        "slow_g_m2 / nitrogen_g_m2",
        [
            Figure("slow_g_m2", year.slow, "g/m²", "slow nitrogen"),
            Figure("nitrogen_g_m2", year.nitrogen, "g/m²", "nitrogen"),
        ],
        year.slow / year.nitrogen,
        "",
        "label",
        (Limit("slow-release share", lawn.rules.slow_share_min, None, "rule"),),
    )


def _nitrogen_step(working: Working, symbol: str, title: str, rate: float, fraction: float) -> Figure:
    value = working.step(
        title,
        "rate_g_m2 * n_fraction",
        [
            Figure("rate_g_m2", rate, "g/m²", "rate over the lawn"),
            Figure("n_fraction", fraction, "", "nitrogen in the product"),
        ],
        rate * fraction,
        "g/m²",
        "label",
    )
    return Figure(symbol, value, "g/m²", title)
