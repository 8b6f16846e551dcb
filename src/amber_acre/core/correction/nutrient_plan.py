"""A shortage the test shows, corrected: what the soil lacks, less what the year brings anyway, in instalments by
label."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from amber_acre.core.correction.instalments import WINDOW_DAYS, open_days, refuse_too_long, split, under_the_year
from amber_acre.core.errors import DoesNotFit, MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import K_PER_K2O, P_PER_P2O5
from amber_acre.core.rules.limits import Cap, refuse_twice
from amber_acre.core.season.climate import Climate
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.findings import level
from amber_acre.core.soil.reading import minimum_requirement
from amber_acre.core.tables.soil_measures import MEASURES, Measured
from amber_acre.core.tables.soil_ranges import LAWN_PH_RANGE, MINIMUM_LEVELS, RANGES
from amber_acre.core.working import Figure, Working

NeedBy = Literal["minimum", "lab", "range"]
CORRECTABLE: tuple[Measured, ...] = ("k", "p", "mg", "s", "fe", "mn", "zn", "cu", "b")
MICRO: tuple[Measured, ...] = ("fe", "mn", "zn", "cu", "b")
RETEST_DAYS = 365
LOOK_DAYS = 28  # new leaves show a micronutrient within four weeks [common-practice]
GROWS_ABOVE_C = 8.0  # a nutrient is put down while something grows and the ground is open [common-practice]
RANGE_DEPTH_MM, RANGE_DENSITY = (
    100.0,
    1.3,
)  # what a sufficiency range is filled up over: 10 cm of loam [common-practice]


@dataclass(frozen=True)
class NutrientPlan:
    """The correction of one element: lacking and brought anyway (g/m² of the element), product rate, jobs, warnings."""

    element: Measured
    lacking_g_m2: float
    brought_g_m2: float
    total_g_m2: float
    jobs: tuple[Job, ...]
    warnings: tuple[str, ...]
    working: Working


def carries(product: Product, element: Measured) -> float:
    """Share of an element in a product, as the element."""
    if element == "p":
        return product.p2o5 * P_PER_P2O5
    if element == "k":
        return product.k2o * K_PER_K2O
    return product.other.get(element.capitalize(), 0.0)


def plan_nutrient(
    test: SoilTest,
    element: Measured,
    product: Product,
    climate: Climate,
    first: date,
    *,
    by: NeedBy,
    nitrogen_g_m2: float | None,
    brought_g_m2: float,
    forbidden: str = "",
    advice_g_m2: float | None = None,
    chelate: bool = False,
    locked_above: float = LAWN_PH_RANGE[1],
    thick: float = 1.0,
    runs_since: date | None = None,
    corrected_since_test: bool = False,
) -> NutrientPlan:
    """Instalments from ``first`` for an element that tests low. ``brought_g_m2``: what the year's feeds bring of it.

    ``locked_above``: pH over which what grows there finds micronutrients locked up.
    ``forbidden``: why no phosphorus may go down, '' where it may. ``thick``: size planned on over the smallest it can
    be, where the label is held, its highest rate and its yearly one. ``runs_since``: the day a correction of it that
    still runs was entered; ``corrected_since_test``: one went down after the test. Refuses both, and elements that
    are not low, micronutrients that alkaline soil locks up (unless a chelate), products without the element
    (AmberError).
    """
    name, working = MEASURES[element].name, Working(f"{MEASURES[element].name} of the test")
    read = level(test, element, working)
    _allowed(test, element, read, by, forbidden, None if chelate else locked_above)
    refuse_twice(name, runs_since, "element")
    if corrected_since_test:
        raise DoesNotFit(f"Test again first: {name.lower()} has gone down since this test.", field="element")
    share = carries(product, element)
    if share <= 0:
        raise DoesNotFit(f"{product.name} carries no {name.lower()}. Choose another.", field="product")
    if element in MICRO:
        return _by_label_and_look(element, product, climate, first, thick, working)
    lacking = _lacking(test, element, by, nitrogen_g_m2, advice_g_m2, working)
    return _filled_up(element, product, climate, first, lacking, brought_g_m2, thick, working)


def _by_label_and_look(
    element: Measured, product: Product, climate: Climate, first: date, thick: float, working: Working
) -> NutrientPlan:
    """A micronutrient: the label's dose once, then a look; a soil is not filled up with it by mass."""
    name, share = MEASURES[element].name, carries(product, element)
    rate = working.step(
        "One dose as the label has it, where the area is smallest",
        "label_g_m2 / thick",
        [
            Figure("label_g_m2", product.label.keeps_g_m2, "g/m²", "the label's highest rate"),
            Figure("thick", thick, "", "size planned on over the smallest it can be"),
        ],
        product.label.keeps_g_m2 / thick,
        "g/m²",
        "label",
    )
    growing = open_days(climate, first, lambda mean, low, high: mean >= GROWS_ABOVE_C and low > 0)
    day = under_the_year(growing, [], first, rate, Cap(rate, None, "the label", "label"))
    again = day + timedelta(days=LOOK_DAYS)
    jobs = [
        Job(1, f"{name}, one dose", "spread", day, day, day + timedelta(days=WINDOW_DAYS), Dose(rate)),
        Job(2, f"Look whether {name.lower()} helped", "look", again, again, again + timedelta(days=WINDOW_DAYS)),
    ]
    words = (
        f"{name} is wanted in traces: soil is not filled up with it by mass. One dose as the label has it, then look"
        " whether new leaves are green; if not, the cause is another."
    )
    made = tuple(job.made_of(product, "nutrient") for job in jobs)
    return NutrientPlan(element, rate * share, 0.0, rate, made, (words,), working)


def _filled_up(
    element: Measured,
    product: Product,
    climate: Climate,
    first: date,
    lacking: float,
    brought_g_m2: float,
    thick: float,
    working: Working,
) -> NutrientPlan:
    """A major nutrient: what lacks less what the year brings, in instalments under the label."""
    name, share = MEASURES[element].name, carries(product, element)
    left = working.step(
        "Still lacking",
        "max(0, lacking - brought)",
        [
            Figure("lacking", lacking, "g/m²", f"{name.lower()} lacking"),
            Figure("brought", brought_g_m2, "g/m²", "brought by the year's feeds"),
        ],
        max(0.0, lacking - brought_g_m2),
        "g/m²",
        "common-practice",
    )
    total = working.step(
        f"Of {product.name}",
        "left / share",
        [Figure("left", left, "g/m²", "still lacking"), Figure("share", share, "", f"{name.lower()} in it")],
        left / share,
        "g/m²",
        "label",
    )
    cap = _label_cap(product, thick)
    warnings = _remarks(product, total)
    jobs = _jobs(split(total, cap, working), name, first, product.label.interval_days, climate, cap)
    if len(jobs) > 2 and (jobs[-2].on - jobs[0].on).days >= 365:
        warnings.append("The label's limits spread it over more than a year: test again before each season.")
    made = tuple(job.made_of(product, "nutrient") for job in jobs)
    return NutrientPlan(element, lacking, brought_g_m2, total, made, tuple(warnings), working)


def _remarks(product: Product, total: float) -> list[str]:
    """What is read beside a dose: under the label's lowest rate, nitrogen it brings along."""
    remarks = []
    if 0 < total < product.label.min_g_m2:
        remarks.append(
            f"{product.rate_words(total)} is under the label's lowest rate,"
            f" {product.rate_words(product.label.min_g_m2)}."
        )
    if product.total_nitrogen > 0.01 and total > 0:
        remarks.append("It brings nitrogen as well: look at the ledger before it goes down.")
    return remarks


def _label_cap(product: Product, thick: float) -> Cap:
    """The label's highest rate and yearly maximum, held where the area is smallest."""
    label = product.label
    return Cap(
        label.keeps_g_m2 / thick,
        None if label.yearly_max_g_m2 is None else label.yearly_max_g_m2 / thick,
        f"the label's highest rate, {product.rate_words(label.keeps_g_m2)}"
        + (", at the small end" if thick > 1 else ""),
        "label",
    )


def _allowed(
    test: SoilTest, element: Measured, read: str, by: NeedBy, forbidden: str, locked_above: float | None
) -> None:
    name = MEASURES[element].name
    if element not in test.values:
        raise MissingInput(f"{name} is not in the test: nothing is put down for it.", field="element")
    if element == "p" and forbidden:
        raise DoesNotFit(f"No phosphorus: {forbidden}.", field="element")
    if read in ("adequate", "high") and by == "range":
        raise DoesNotFit(f"{name} is {read}: nothing is wanted by the range.", field="by")
    if element in MICRO and read != "low":
        raise DoesNotFit(f"{name} does not test low: no micronutrient without a shortage.", field="element")
    if element in MICRO and locked_above is not None and test.ph is not None and test.ph > locked_above:
        raise DoesNotFit(
            f"At pH {test.ph:g} {name.lower()} is locked up: a plain salt of it would be locked up too. Mend the pH, or"
            " use a chelate that holds there and say so.",
            field="product",
        )


def _lacking(
    test: SoilTest,
    element: Measured,
    by: NeedBy,
    nitrogen_g_m2: float | None,
    advice_g_m2: float | None,
    working: Working,
) -> float:
    if by == "lab":
        if advice_g_m2 is None:
            raise MissingInput("The laboratory advises nothing for it. Choose another way.", field="by")
        return working.step(
            "As the laboratory advises, as the element",
            "advice",
            [Figure("advice", advice_g_m2, "g/m²", "advised")],
            advice_g_m2,
            "g/m²",
            "lab-report",
        )
    if by == "minimum":
        if element not in MINIMUM_LEVELS or test.extractant != "mehlich-3":
            raise MissingInput("There is no minimum level for it by this extractant. Choose another way.", field="by")
        if nitrogen_g_m2 is None:
            raise MissingInput(
                "Minimum levels are for turf: they need the year's nitrogen. Choose the range.", field="by"
            )
        return minimum_requirement(element, nitrogen_g_m2, test.values[element], working)
    row = RANGES[test.extractant] if test.extractant else None
    bounds = row.adequate.get(element) if row else None
    if bounds is None:
        raise MissingInput("There is no range for it by this extractant. Choose another way.", field="by")
    return working.step(
        "To the low end of adequate, in 10 cm of soil",
        "max(0, low - tested) * depth_mm * density / 1000",
        [
            Figure("low", bounds[0], "mg/kg", "low end of adequate"),
            Figure("tested", test.values[element], "mg/kg", "tested"),
            Figure("depth_mm", RANGE_DEPTH_MM, "mm", "depth"),
            Figure("density", RANGE_DENSITY, "g/cm³", "bulk density"),
        ],
        max(0.0, bounds[0] - test.values[element]) * RANGE_DEPTH_MM * RANGE_DENSITY / 1000,
        "g/m²",
        "sufficiency-turf",
    )


def _jobs(rates: list[float], name: str, first: date, interval: int, climate: Climate, cap: Cap) -> list[Job]:
    """Growing days, the label's interval apart, any twelve months under its year."""
    growing = open_days(climate, first, lambda mean, low, high: mean >= GROWS_ABOVE_C and low > 0)
    jobs: list[Job] = []
    day = first
    for n, rate in enumerate(rates, start=1):
        day = under_the_year(growing, jobs, day, rate, cap)
        refuse_too_long([job.on for job in jobs], len(rates), day)
        jobs.append(
            Job(n, f"{name} {n} of {len(rates)}", "spread", day, day, day + timedelta(days=WINDOW_DAYS), Dose(rate))
        )
        day += timedelta(days=max(interval, 28))
    if jobs:
        again = jobs[-1].on + timedelta(days=RETEST_DAYS)
        jobs.append(
            Job(len(jobs) + 1, "Test again", "sample", again, again - timedelta(days=14), again + timedelta(days=28))
        )
    return jobs
