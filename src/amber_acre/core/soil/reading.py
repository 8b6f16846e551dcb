"""Reading a test: sufficiency and minimum levels side by side, exchange, salts, trend; each verdict one sentence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.soil.evidence import SoilTest, charge_of, milliequivalents
from amber_acre.core.soil.findings import Level, level
from amber_acre.core.tables import soil_ranges as ranges
from amber_acre.core.tables.soil_measures import CATIONS, ELEMENTS, MEASURES, Measured
from amber_acre.core.working import Figure, Limit, Working


@dataclass(frozen=True)
class Verdict:
    """One element: figure in mg/kg, sufficiency level with its bounds, minimum-level requirement g/m², one sentence."""

    element: Measured
    value: float
    level: Level
    bounds: tuple[float, float] | None
    minimum: float | None
    required_g_m2: float | None
    sentence: str


@dataclass(frozen=True)
class Exchange:
    """The exchange: CEC in meq/100 g (given or summed), share of each cation, acid's share, sentences."""

    cec: float
    summed: bool
    shares: dict[str, float]
    sentences: tuple[str, ...]


def minimum_requirement(
    element: Measured,
    nitrogen_g_m2: float,
    tested_mg_kg: float,
    working: Working,
    depth_mm: float = ranges.MINIMUM_LEVELS_DEPTH_MM,
    bulk_density: float = ranges.MINIMUM_LEVELS_BULK_DENSITY,
) -> float:
    """Fertilizer requirement of an element in g/m²: use + minimum − test, never negative [mlsn].

    Use is the year's nitrogen × what turf takes of the element for a gram of it. KeyError for elements without a level.
    """
    per_ppm = depth_mm / 1000 * bulk_density
    value = nitrogen_g_m2 * ranges.USE_PER_NITROGEN[element] + (ranges.MINIMUM_LEVELS[element] - tested_mg_kg) * per_ppm
    return working.step(
        f"{MEASURES[element].name} required: use + minimum − test",
        "max(0, nitrogen_g_m2 * ratio + minimum * per_ppm - tested * per_ppm)",
        [
            Figure("nitrogen_g_m2", nitrogen_g_m2, "g/m²", "nitrogen of the year"),
            Figure("ratio", ranges.USE_PER_NITROGEN[element], "g/g", "taken for each gram of nitrogen"),
            Figure("minimum", ranges.MINIMUM_LEVELS[element], "mg/kg", "minimum level"),
            Figure("tested", tested_mg_kg, "mg/kg", "tested"),
            Figure("per_ppm", per_ppm, "g/m²", f"1 mg/kg in {depth_mm / 10:g} cm at {bulk_density:g} g/cm³"),
        ],
        max(0.0, value),
        "g/m²",
        "mlsn",
    )


def verdicts(test: SoilTest, nitrogen_g_m2: float | None, working: Working) -> tuple[Verdict, ...]:
    """Every element of a test read by its extractant's range and, for Mehlich-3 at pH above 5.5, by the minimum levels.

    ``nitrogen_g_m2``: the year's nitrogen where grass grows; None: no minimum-level requirement.
    """
    return tuple(_verdict(test, element, nitrogen_g_m2, working) for element in ELEMENTS if element in test.values)


def _verdict(test: SoilTest, element: Measured, nitrogen_g_m2: float | None, working: Working) -> Verdict:
    value, found = test.values[element], level(test, element, working)
    row = ranges.RANGES[test.extractant] if test.extractant else None
    bounds = row.adequate.get(element) if row else None
    minimum = ranges.MINIMUM_LEVELS.get(element) if _levels_hold(test) else None
    required = None
    if minimum is not None and nitrogen_g_m2 is not None:
        required = minimum_requirement(element, nitrogen_g_m2, value, working)
    sentence = _why(element, found, bounds, row.extractant_of(element) if row else "", test)
    if minimum is not None and required is not None:
        sentence += " The minimum level asks for nothing." if required == 0 else " The minimum level asks for some."
    return Verdict(element, value, found, bounds, minimum, required, sentence)


def _levels_hold(test: SoilTest) -> bool:
    return test.extractant == "mehlich-3" and (test.ph is None or test.ph > ranges.MINIMUM_LEVELS_ABOVE_PH)


def _why(element: Measured, found: Level, bounds: tuple[float, float] | None, extractant: str, test: SoilTest) -> str:
    name = MEASURES[element].name
    if bounds is None or found == "unknown":
        return f"{name}: no sufficiency range for this extractant; compare it with earlier tests."
    low, high = bounds
    if found == "low":
        return f"{name} is low: under {low:g} mg/kg by {extractant}.{_low_micro(element, test)}"
    if found == "adequate":
        return f"{name} is adequate: {low:g}–{high:g} mg/kg by {extractant}."
    extra = {
        "p": " No phosphorus; the excess binds iron, manganese and zinc.",
        "k": " Some potassium beats none, much beats nothing more.",
    }.get(element, "")
    return f"{name} is high: over {high:g} mg/kg by {extractant}.{extra}"


def _low_micro(element: Measured, test: SoilTest) -> str:
    """Low iron, manganese, zinc or copper by cause: locked up where the soil is alkaline, short where it is not."""
    if element not in ("fe", "mn", "zn", "cu"):
        return ""
    ph = test.ph
    if ph is None:
        return " Short or locked up? The pH decides, and it is not known."
    if ph > ranges.LAWN_PH_RANGE[1]:
        cure = (
            "free lime holds the pH there, so a chelate that bears it, or to the leaf"
            if test.values.get("free_lime")
            else "mend the pH, or a chelate that holds there"
        )
        return f" At pH {ph:g} it is locked up more than short: {cure}."
    return " The pH does not lock it up: a true shortage, to be added by label."


def exchange(test: SoilTest, working: Working) -> Exchange | None:
    """Base saturation and what it says, or None without Ca and Mg. CEC as reported, else the sum of the cations.

    The sum leaves out acid the report does not give; on calcareous soil the extract dissolves lime and reads too much.
    """
    bases = charge_of(test)
    if bases is None:
        return None
    given = {key: milliequivalents(key, test.values[key]) for key in CATIONS if key in test.values}
    figures = []
    for key, value in given.items():
        equivalent = MEASURES[key].equivalent or 1.0
        working.step(
            f"{MEASURES[key].name} on the exchange",
            "tested / (10 * equivalent)",
            [
                Figure("tested", test.values[key], "mg/kg", "tested"),
                Figure("equivalent", equivalent, "mg/mmol", "mass of one unit of charge"),
            ],
            value,
            "meq/100 g",
            "iupac-masses",
        )
        figures.append(Figure(key, value, "meq/100 g", MEASURES[key].name.lower()))
    total = working.step(
        "Cations together", " + ".join(f.symbol for f in figures), figures, bases, "meq/100 g", "iupac-masses"
    )
    reported = test.values.get("cec")
    cec = max(reported, total) if reported else total
    shares: dict[str, float] = {}
    for key, value in given.items():
        low, high = ranges.SATURATION[key]
        shares[key] = working.step(
            f"{MEASURES[key].name}, share of the exchange",
            "charge / cec",
            [
                Figure("charge", value, "meq/100 g", MEASURES[key].name.lower()),
                Figure("cec", cec, "meq/100 g", "exchange capacity"),
            ],
            value / cec,
            "",
            "base-saturation",
            (Limit("printed for guidance", low, high, "base-saturation"),),
        )
    shares["acid"] = max(0.0, 1 - sum(shares.values()))
    return Exchange(cec, not reported, shares, _exchange_words(test, cec, shares, not reported))


def _exchange_words(test: SoilTest, cec: float, shares: dict[str, float], summed: bool) -> tuple[str, ...]:
    found = [
        f"The exchange holds {cec:.3g} meq/100 g: "
        + (
            "little, as sand does: small doses often."
            if cec < 6
            else "middling."
            if cec < 18
            else "much: slow to change, and it keeps what it gets."
        )
    ]
    if summed:
        found.append("Summed from the cations: acid is not counted in it.")
    if test.ph is not None and test.ph > 7.3:
        found.append("On calcareous soil the extract dissolves lime: calcium and the sum read too high.")
    for key in ("ca", "mg", "k"):
        low, high = ranges.SATURATION[MEASURES[key].key]
        if key in shares and not low <= shares[key] <= high:
            side = "under" if shares[key] < low else "over"
            found.append(
                f"{MEASURES[MEASURES[key].key].name} holds {100 * shares[key]:.2g} %, {side} the {low:.0%}–{high:.0%}"
                " printed for guidance; judge by its mg/kg first."
            )
    return tuple(found)


@dataclass(frozen=True)
class Trend:
    """A measure over years: first and last figure, change a year, a sentence."""

    measure: Measured
    points: tuple[tuple[float, float], ...]
    per_year: float
    sentence: str


def trends(tests: Sequence[SoilTest]) -> tuple[Trend, ...]:
    """How pH, organic matter, P, K and salts went over tests that can be compared (same extractant for elements).

    Oldest to newest over at least half a year; by the first and the last, which is all that two or three tests carry.
    """
    ordered = sorted(tests, key=lambda t: t.taken_on)
    found = []
    watched: tuple[Measured, ...] = ("ph", "organic_matter", "p", "k", "salts")
    for key in watched:
        newest = next((t for t in reversed(ordered) if key in t.values), None)
        same = [
            t
            for t in ordered
            if key in t.values and (key not in ELEMENTS or (newest and t.extractant == newest.extractant))
        ]
        if len(same) < 2 or (same[-1].taken_on - same[0].taken_on).days < 183:
            continue
        years = (same[-1].taken_on - same[0].taken_on).days / 365.25
        first, last = same[0].values[key], same[-1].values[key]
        scale = 100 if MEASURES[key].quantity == "percent" else 1
        unit = " %" if scale == 100 else f" {MEASURES[key].unit}" if MEASURES[key].unit else ""
        per_year = (last - first) / years
        way = "rose" if last > first else "fell" if last < first else "stayed"
        words = f"{MEASURES[key].name} {way} from {first * scale:.4g} to {last * scale:.4g}{unit} in {years:.1f} years."
        found.append(
            Trend(
                key,
                tuple(((t.taken_on - same[0].taken_on).days / 365.25, t.values[key]) for t in same),
                per_year,
                words,
            )
        )
    return tuple(found)
