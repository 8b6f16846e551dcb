"""What a soil test says about a lawn's feeding: levels of phosphorus and potassium, the pH, what is assumed."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.soil_measures import MEASURES, Measured
from amber_acre.core.tables.soil_ranges import LAWN_PH_RANGE, RANGES
from amber_acre.core.working import Figure, Limit, Working

Level = Literal["unknown", "low", "adequate", "high"]


@dataclass(frozen=True)
class SoilFindings:
    """What the evidence says: level of P and K, the sentence for each, the pH finding, assumptions."""

    phosphorus: Level
    potassium: Level
    sentences: tuple[str, ...]
    assumptions: tuple[str, ...]
    working: Working


NO_TEST = (
    (
        "No soil test: phosphorus and potassium are unknown. No phosphorus is planned on purpose; "
        "potassium is not counted as needed."
    ),
    "No soil test: pH taken to be in a range where the feed works.",
)


def findings(test: SoilTest | None, today: date) -> SoilFindings:
    """Sufficiency reading of a test, or what has to be assumed without one [sufficiency-turf]."""
    working = Working("Soil test reading")
    if test is None:
        return SoilFindings(
            "unknown", "unknown", ("No soil test: a programme without one is a guess.",), NO_TEST, working
        )
    named = f", {RANGES[test.extractant].name}" if test.extractant else ""
    sentences, assumptions = [f"Tested {test.taken_on:%-d %B %Y}{named}."], []
    levels: dict[Measured, Level] = {}
    for element in ("p", "k"):
        levels[element] = level(test, element, working)
        name = MEASURES[element].name
        if levels[element] == "unknown":
            sentences.append(f"{name} was not tested.")
            assumptions.append(f"{name} is not in the test: it stays unknown and none is planned on purpose.")
            continue
        low, high = RANGES[test.extractant].adequate[element] if test.extractant else (0, 0)
        sentences.append(f"{name} {test.values[element]:g} mg/kg: {levels[element]} (adequate {low:g}–{high:g}).")
    if test.ph is None:
        assumptions.append("The test has no pH: it is taken to be in a range where the feed works.")
    else:
        sentences.append(_ph_sentence(test.ph))
    age = test.age_doubt(today)
    return SoilFindings(
        levels["p"],
        levels["k"],
        tuple(sentences),
        (*assumptions, *((age.sentence,) if age else ())),
        working,
    )


def level(test: SoilTest, element: Measured, working: Working | None = None) -> Level:
    """Low, adequate or high by the sufficiency range of the test's extractant; unknown without figure or range."""
    value = test.values.get(element)
    row = RANGES[test.extractant] if test.extractant else None
    bounds = row.adequate.get(element) if row else None
    if value is None or row is None or bounds is None:
        return "unknown"
    found: Level = "low" if value < bounds[0] else "high" if value > bounds[1] else "adequate"
    if working is not None:
        name = MEASURES[element].name
        working.step(
            f"{name} is {found} ({row.extractant_of(element)})",
            "tested_mg_kg",
            [Figure("tested_mg_kg", value, "mg/kg", name.lower())],
            value,
            "mg/kg",
            row.source,
            (Limit("adequate", bounds[0], bounds[1], row.source),),
        )
    return found


def _ph_sentence(ph: float) -> str:
    low, high = LAWN_PH_RANGE
    if ph < low:
        return f"pH {ph:g} is below the lawn range {low:g}–{high:g}: correct it before feeding harder."
    if ph > high:
        return (
            f"pH {ph:g} is above the lawn range {low:g}–{high:g}: yellowing here is likely locked-up iron, "
            "not hunger; feeding harder does not help."
        )
    return f"pH {ph:g} is inside the lawn range {low:g}–{high:g}."
