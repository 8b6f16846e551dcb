"""A soil test as it is kept, what the report said, and the questions to ask before it is believed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from types import MappingProxyType
from typing import Literal, get_args

from amber_acre.core.errors import AmberError, DoesNotFit, Doubtful, MissingInput, OutOfRange
from amber_acre.core.quantities import PPM_PER_POUND_PER_ACRE, MilligramsPerKilogram
from amber_acre.core.tables.soil_measures import (
    BUFFER_NAMES,
    BUFFER_RANGE,
    CATIONS,
    ELEMENTS,
    MEASURES,
    BufferMethod,
    Measured,
)
from amber_acre.core.tables.soil_ranges import EXTRACTANTS, RANGES, REGIONS, TEST_GOOD_FOR_YEARS, Extractant

TestUnit = Literal["ppm", "lb/acre", "lb/acre 8 in", "meq/100 g"]
TEST_UNITS: tuple[TestUnit, ...] = get_args(TestUnit)
FURROW_SLICE_IN = 6.67  # depth of the two million pounds of an acre [furrow-slice]
TEXTURE_SLACK = 0.011  # laboratories round each fraction to a whole per cent
BASES_OVER_CEC = 1.5  # cations beyond this many times the exchange: doubled figures, or dissolved lime


SIMULATED_LABORATORY = "Simulated laboratory"  # whose figures are made up, and told as such


@dataclass(frozen=True)
class SoilTest:
    """One lab test: any of the measures of the table, in the units kept there; ``taken_on`` the sampling day.

    ``extractant`` is needed with P, K and the other elements, ``buffer_method`` with a buffer pH
    (MissingInput). Refuses values outside what a soil can read (OutOfRange) and textures that miss
    100 % (DoesNotFit). ``depth_mm``: sampling depth where the report gives it.
    """

    taken_on: date
    values: Mapping[Measured, float]
    extractant: Extractant | None = None
    buffer_method: BufferMethod | None = None
    depth_mm: float | None = None
    laboratory: str = ""
    typed: Mapping[str, str] = field(default_factory=dict)

    @property
    def simulated(self) -> bool:
        """Whether its figures were made up by the stand-in of a laboratory."""
        return self.laboratory == SIMULATED_LABORATORY

    def __post_init__(self) -> None:
        object.__setattr__(self, "values", MappingProxyType(dict(self.values)))
        if not self.values:
            raise MissingInput("The test holds no figure. Type at least the pH.", field="ph")
        for key, value in self.values.items():
            check_possible(key, value)
        if self.extractant is not None and self.extractant not in EXTRACTANTS:
            raise OutOfRange("Choose the extractant named on the report.", field="extractant")
        if self.extractant is None and any(element in self.values for element in ELEMENTS):
            raise MissingInput(
                "Choose the extractant named on the report: the same soil reads very different phosphorus by each.",
                field="extractant",
            )
        _check_buffer(self.values.get("buffer_ph"), self.buffer_method)
        _check_texture(self.values)
        if self.depth_mm is not None and not 10 <= self.depth_mm <= 1000:
            raise OutOfRange("A sampling depth lies between 1 cm and 1 m. Check the unit.", field="depth")

    @classmethod
    def of(cls, taken_on: date, extractant: Extractant | None = None, **values: float) -> SoilTest:
        """A test from keyword figures in kept units: ``SoilTest.of(day, "olsen", ph=7.4, p=29, k=240)``."""
        return cls(taken_on, {key: values[key] for key in MEASURES if key in values}, extractant)

    @property
    def ph(self) -> float | None:
        """pH in water, or None where the test has none."""
        return self.values.get("ph")

    @property
    def organic_matter(self) -> float | None:
        """Organic matter as a fraction of soil mass, or None."""
        return self.values.get("organic_matter")

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

    def doubts(self, region: str = "") -> tuple[Doubtful, ...]:
        """What is possible but odd: units that look doubled, the wrong extractant, pH strange for the region."""
        found = [doubt for key in self.values if (doubt := _too_high(self, key)) is not None]
        found += [
            doubt for doubt in (_bases_doubt(self), _extractant_doubt(self), _region_doubt(self, region)) if doubt
        ]
        buffer, ph = self.values.get("buffer_ph"), self.ph
        if buffer is not None and ph is not None and buffer < ph - 0.05 and self.buffer_method != "mehlich":
            found.append(
                Doubtful(
                    f"Buffer pH {buffer:g} is below pH {ph:g}: this buffer starts higher than any soil it is used "
                    "on. Were the two swapped? Correct them, or confirm.",
                    field="buffer_ph",
                    value=buffer,
                )
            )
        return tuple(found)


def check_possible(key: Measured, value: float) -> None:
    """Refuses a figure, in the unit kept, that no soil reads (OutOfRange, field: the measure)."""
    row = MEASURES[key]
    if row.low <= value <= row.high:
        return
    scale = 100 if row.quantity == "percent" else 1
    unit = " %" if row.quantity == "percent" else f" {row.unit}" if row.unit else ""
    name = "pH" if key == "ph" else row.name
    advice = "no soil reads that. Check the figure." if row.quantity == "number" else "Check the unit on the report."
    raise OutOfRange(
        f"{name} {'of ' if key not in ('ph', 'buffer_ph') else ''}{value * scale:,.6g}{unit} is outside "
        f"{row.low * scale:,.5g}–{row.high * scale:,.5g}{unit}: {advice}",
        field=key,
        value=value,
        limits=(row.low, row.high),
    )


def _check_buffer(buffer_ph: float | None, method: BufferMethod | None) -> None:
    if buffer_ph is None:
        return
    if method is None:
        raise MissingInput(
            "Choose the buffer method named on the report: SMP, Mehlich and Adams–Evans give different lime for "
            "one figure.",
            field="buffer_method",
        )
    low, high = BUFFER_RANGE[method]
    if not low <= buffer_ph <= high:
        raise OutOfRange(
            f"A buffer pH of {buffer_ph:g} cannot be {BUFFER_NAMES[method]}, which reads {low:g} to {high:g}. Check the"
            " figure and the method named on the report.",
            field="buffer_ph",
            value=buffer_ph,
            limits=(low, high),
        )


def _check_texture(values: Mapping[Measured, float]) -> None:
    parts = [values.get(key) for key in ("sand", "silt", "clay")]
    given = [part for part in parts if part is not None]
    if not given:
        return
    total = sum(given)
    if len(given) == 3 and abs(total - 1) > TEXTURE_SLACK:
        raise DoesNotFit(
            f"Sand, silt and clay add up to {total * 100:.4g} %, not 100. Copy the three again from the report.",
            field="clay",
            value=total,
            limits=(1, 1),
        )
    if len(given) < 3:
        raise MissingInput("Texture needs sand, silt and clay, all three. Fill in the missing one.", field="clay")


def _too_high(test: SoilTest, key: Measured) -> Doubtful | None:
    row, value = MEASURES[key], test.values[key]
    if row.doubt is None or value <= row.doubt:
        return None
    unit = test.typed.get(f"{key}_unit", "ppm")
    if row.quantity == "element" and unit == "ppm":
        hint = f"If the report is in lb/acre, it is {value * PPM_PER_POUND_PER_ACRE:,.5g} mg/kg"
    else:
        hint = "Check the unit"
    shown = value * (100 if row.quantity == "percent" else 1)
    return Doubtful(
        f"{row.name} {shown:,.5g} {'%' if row.quantity == 'percent' else row.unit} is far above any usual soil. {hint}:"
        " correct it, or confirm.",
        field=key,
        value=value,
        limits=(None, row.doubt),
    )


def _bases_doubt(test: SoilTest) -> Doubtful | None:
    """Cations that cannot fit on the exchange: usually lb/acre typed as ppm; dissolved lime on calcareous soil."""
    cec, ph = test.values.get("cec"), test.ph
    bases = charge_of(test)
    if cec is None or bases is None or cec <= 0 or bases <= BASES_OVER_CEC * cec or (ph is not None and ph > 7.3):
        return None
    return Doubtful(
        f"The cations add up to {bases:.3g} meq/100 g, the exchange capacity is {cec:g}: {bases / cec:.1f} times as"
        " much. If the report is in lb/acre, choose that unit; otherwise check the figures, or confirm.",
        field="cec",
        value=cec,
    )


def charge_of(test: SoilTest) -> float | None:
    """Exchangeable Ca, Mg, K and Na together, meq/100 g (cmol(+)/kg); None where Ca or Mg is missing."""
    if "ca" not in test.values or "mg" not in test.values:
        return None
    return sum(milliequivalents(key, test.values[key]) for key in CATIONS if key in test.values)


def milliequivalents(element: Measured, mg_kg: float) -> float:
    """meq/100 g of a cation from mg/kg: mg/kg ÷ (10 × equivalent mass) [iupac-masses]."""
    equivalent = MEASURES[element].equivalent
    if equivalent is None:
        raise MissingInput(f"{MEASURES[element].name} is not reported in meq/100 g.", field=element)
    return mg_kg / (10 * equivalent)


def _extractant_doubt(test: SoilTest) -> Doubtful | None:
    """Where pH and extractant do not go together, or where two extractants would read the figure differently."""
    ph, p = test.ph, test.values.get("p")
    if ph is None or p is None or test.extractant is None:
        return None
    if test.extractant == "olsen" and ph < 6.0:
        words = f"Olsen is made for neutral and alkaline soil; at pH {ph:g} laboratories use another"
    elif test.extractant == "bray-1" and ph > 7.4:
        words = f"Bray-1 reads too little phosphorus in soil of pH {ph:g}, where lime uses up its acid"
    elif test.extractant == "mehlich-3" and ph >= 7.3 and p < RANGES["mehlich-3"].adequate["p"][0] <= 2.2 * p:
        words = (
            f"At pH {ph:g} many laboratories report Olsen phosphorus; {p:g} mg/kg is low by Mehlich-3 but would be "
            "adequate by Olsen"
        )
    else:
        return None
    return Doubtful(f"{words}. Check which the report names, or confirm.", field="extractant", value=test.extractant)


def _region_doubt(test: SoilTest, region: str) -> Doubtful | None:
    if region not in REGIONS or test.ph is None:
        return None
    name, (low, high) = REGIONS[region]
    if low - 0.5 <= test.ph <= high + 0.5:
        return None
    return Doubtful(
        f"pH {test.ph:g} is odd for soil of this region ({name}, usually {low:g}–{high:g}). It may be right, limed or "
        "brought in: look at the report again, or confirm.",
        field="ph",
        value=test.ph,
        limits=(low, high),
    )


def ppm_from_typed(value: float, unit: TestUnit, element: Measured = "p") -> MilligramsPerKilogram:
    """mg/kg from a lab figure [furrow-slice].

    lb/acre stands for a furrow slice of 6.67 in and two million pounds: halve it. A few laboratories mean 8 in, which
    weighs a fifth more. meq/100 g only for Ca, Mg, K and Na.
    """
    match unit:
        case "lb/acre":
            return MilligramsPerKilogram(value * PPM_PER_POUND_PER_ACRE)
        case "lb/acre 8 in":
            return MilligramsPerKilogram(value * PPM_PER_POUND_PER_ACRE * FURROW_SLICE_IN / 8)
        case "meq/100 g":
            return MilligramsPerKilogram(value / milliequivalents(element, 1.0))
    return MilligramsPerKilogram(value)


def times_as_acid(ph: float, than_ph: float) -> float:
    """How many times as acid ``ph`` is as ``than_ph``: 10 ** (than − ph) [ph-definition]."""
    return float(10 ** (than_ph - ph))


def newest_with(tests: Sequence[SoilTest], *measures: Measured) -> SoilTest | None:
    """The first test, newest first, that holds any of the measures, else the newest, else None.

    A re-test of pH alone does not make phosphorus unknown.
    """
    return next((test for test in tests if any(key in test.values for key in measures)), tests[0] if tests else None)


def refuse_doubts(test: SoilTest, region: str = "") -> None:
    """Raises the first doubt of a test, for callers that want it confirmed (AmberError)."""
    doubts: tuple[AmberError, ...] = test.doubts(region)
    if doubts:
        raise doubts[0]
