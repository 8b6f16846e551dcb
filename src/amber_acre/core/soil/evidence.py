"""A soil test and what it says about phosphorus, potassium and pH for a lawn."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.errors import Doubtful, OutOfRange
from amber_acre.core.quantities import PPM_PER_POUND_PER_ACRE
from amber_acre.core.tables.soil_ranges import (
    EXTRACTANTS,
    LAWN_PH_RANGE,
    RANGES,
    TEST_GOOD_FOR_YEARS,
    Extractant,
)
from amber_acre.core.working import Figure, Limit, Working

Level = Literal["unknown", "low", "adequate", "high"]
TestUnit = Literal["ppm", "lb/acre"]


@dataclass(frozen=True)
class SoilTest:
    """One lab test: pH 3–10, P and K as elements in mg/kg, 0–5,000; organic matter a fraction or None.

    Refuses values outside (OutOfRange). ``taken_on`` is the sampling day.
    """

    taken_on: date
    ph: float
    phosphorus_mg_kg: float
    potassium_mg_kg: float
    extractant: Extractant
    organic_matter: float | None = None

    def __post_init__(self) -> None:
        if not 3 <= self.ph <= 10:
            raise OutOfRange(
                f"pH {self.ph:g} is outside 3–10: no soil reads that. Check the figure.",
                field="ph",
                value=self.ph,
                limits=(3, 10),
            )
        for field, name in (("phosphorus_mg_kg", "Phosphorus"), ("potassium_mg_kg", "Potassium")):
            value = getattr(self, field)
            if not 0 <= value <= 5000:
                raise OutOfRange(
                    f"{name} of {value:,.0f} mg/kg is outside 0–5,000. Check the unit on the report.",
                    field=field,
                    value=value,
                    limits=(0, 5000),
                )
        if self.extractant not in EXTRACTANTS:
            raise OutOfRange("Choose the extractant named on the report.", field="extractant")

    def age_doubt(self, today: date) -> Doubtful | None:
        """The sentence for a test more than three years old on ``today``, or None."""
        years = (today - self.taken_on).days / 365.25
        if years <= TEST_GOOD_FOR_YEARS:
            return None
        return Doubtful(
            f"The soil test is {years:.1f} years old; over {TEST_GOOD_FOR_YEARS} years it no longer "
            "describes the soil. Re-test before relying on it.",
            field="taken_on",
            value=self.taken_on,
        )


@dataclass(frozen=True)
class SoilFindings:
    """What the evidence says: level of P and K, the sentence for each, the pH finding, assumptions."""

    phosphorus: Level
    potassium: Level
    sentences: tuple[str, ...]
    assumptions: tuple[str, ...]
    working: Working


def ppm_from_typed(value: float, unit: TestUnit) -> float:
    """mg/kg from a lab figure in ppm or lb/acre (furrow slice: halve it) [furrow-slice]."""
    return value * PPM_PER_POUND_PER_ACRE if unit == "lb/acre" else value


def findings(test: SoilTest | None, today: date) -> SoilFindings:
    """Sufficiency reading of a test, or what has to be assumed without one [sufficiency-turf]."""
    working = Working("Soil test reading")
    if test is None:
        return SoilFindings(
            "unknown",
            "unknown",
            ("No soil test: a programme without one is a guess.",),
            (
                "No soil test: phosphorus and potassium are unknown. No phosphorus is planned on purpose; "
                "potassium is not counted as needed.",
                "No soil test: pH taken to be in a range where the feed works.",
            ),
            working,
        )
    row = RANGES[test.extractant]
    levels: dict[str, Level] = {}
    sentences = [f"Tested {test.taken_on:%-d %B %Y}, {row.name}."]
    for name, symbol, value, bounds, extractant in (
        ("Phosphorus", "phosphorus_mg_kg", test.phosphorus_mg_kg, row.phosphorus, row.name),
        ("Potassium", "potassium_mg_kg", test.potassium_mg_kg, row.potassium, row.potassium_extractant),
    ):
        level: Level = "low" if value < bounds[0] else "high" if value > bounds[1] else "adequate"
        levels[name] = level
        working.step(
            f"{name} is {level} ({extractant})",
            symbol,
            [Figure(symbol, value, "mg/kg", name.lower())],
            value,
            "mg/kg",
            row.source,
            (Limit("adequate", bounds[0], bounds[1], row.source),),
        )
        sentences.append(f"{name} {value:g} mg/kg: {level} (adequate {bounds[0]:g}–{bounds[1]:g}).")
    sentences.append(_ph_sentence(test.ph))
    age = test.age_doubt(today)
    return SoilFindings(
        levels["Phosphorus"],
        levels["Potassium"],
        tuple(sentences),
        (age.sentence,) if age else (),
        working,
    )


def times_as_acid(ph: float, than_ph: float) -> float:
    """How many times as acid ``ph`` is as ``than_ph``: 10 ** (than − ph) [ph-definition]."""
    return float(10 ** (than_ph - ph))


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
