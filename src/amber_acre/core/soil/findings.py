"""What a soil test says about a lawn's feeding: levels of phosphorus and potassium, the pH, what is assumed."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.plants import ph_text
from amber_acre.core.tables.soil_measures import MEASURES, Measured
from amber_acre.core.tables.soil_ranges import LAWN_PH_RANGE, PH_MARGIN, RANGES, SHARE_OF_TURF, SoilOf
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


def findings(
    test: SoilTest | None,
    today: date,
    wanted_ph: tuple[float, float] = LAWN_PH_RANGE,
    ph_at_hand: tuple[float | None, str] = (None, ""),
) -> SoilFindings:
    """Sufficiency reading of a test, or what has to be assumed without one [sufficiency-turf].

    ``wanted_ph``: of what grows there. ``ph_at_hand``: the pH gone by and who says it, test or probe.
    """
    working = Working("Soil test reading")
    probed, probed_from = ph_at_hand
    by_probe = probed is not None and (test is None or test.ph is None)
    if test is None:
        said = [f"By {probed_from}: {_ph_sentence(probed, wanted_ph)}"] if probed is not None else []
        return SoilFindings(
            "unknown",
            "unknown",
            ("No soil test: a programme without one is a guess.", *said),
            NO_TEST[:1] if by_probe else NO_TEST,
            working,
        )
    named = f", {RANGES[test.extractant].name}" if test.extractant else ""
    sentences, assumptions = (
        [f"{'Made up by the simulated laboratory,' if test.simulated else 'Tested'} {test.taken_on:%-d %B %Y}{named}."],
        [],
    )
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
    if test.ph is not None:
        sentences.append(_ph_sentence(test.ph, wanted_ph))
    elif probed is not None:
        sentences.append(f"By {probed_from}: {_ph_sentence(probed, wanted_ph)}")
    else:
        assumptions.append("The test has no pH: it is taken to be in a range where the feed works.")
    age = test.age_doubt(today)
    return SoilFindings(
        levels["p"],
        levels["k"],
        tuple(sentences),
        (*assumptions, *((age.sentence,) if age else ())),
        working,
    )


def level(test: SoilTest, element: Measured, working: Working | None = None, soil_of: SoilOf = "turf") -> Level:
    """Low, adequate or high by the sufficiency range of the test's extractant, for what grows there; unknown without
    figure or range."""
    value = test.values.get(element)
    row = RANGES[test.extractant] if test.extractant else None
    bounds = row.adequate.get(element) if row else None
    if value is None or row is None or bounds is None:
        return "unknown"
    share = SHARE_OF_TURF[soil_of].get(element, (1.0, 1.0))
    bounds = (bounds[0] * share[0], bounds[1] * share[1])
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


def _ph_sentence(ph: float, wanted_ph: tuple[float, float]) -> str:
    low, high = wanted_ph
    name = f"the range of what grows here, {ph_text(wanted_ph)}"
    if low - PH_MARGIN - 1e-9 <= ph < low or high < ph <= high + PH_MARGIN + 1e-9:
        return f"pH {ph:g} is at the edge of {name}: within the error of a test, nothing to correct."
    if ph < low:
        return f"pH {ph:g} is below {name}: correct it before feeding harder."
    if ph > high:
        return (
            f"pH {ph:g} is above {name}: yellowing here is likely locked-up iron, "
            "not hunger; feeding harder does not help."
        )
    return f"pH {ph:g} is inside {name}."
