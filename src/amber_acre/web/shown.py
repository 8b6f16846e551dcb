"""Formats quantities for people, once: in the property's units, figures and unit always together."""

from __future__ import annotations

import math
import re
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.jobs.dose import BASES, Dose
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import FOOT_M, INCH_M, POUND_KG, POUND_PER_THOUSAND_G_M2, US_FLUID_OUNCE_L, US_GALLON_L
from amber_acre.core.sentence import Sentence
from amber_acre.core.typed_counts import UNIT_OF, CountRate
from amber_acre.core.working import Step
from amber_acre.web.figures import figure, plain_figure, with_unit
from amber_acre.web.in_words import in_words

Units = Literal["metric", "us"]
_INCH_MM = INCH_M * 1000
SMALL_KG, SMALL_LB = 0.5, 1.0  # below: grams, ounces
# Units of workings as those who measure in feet read them: factor, what is added, name.
_US: dict[str, tuple[float, float, str]] = {
    "m²": (1 / FOOT_M**2, 0, "ft²"),
    "m": (1 / FOOT_M, 0, "ft"),
    "mm": (1 / _INCH_MM, 0, "in"),
    "mm/day": (1 / _INCH_MM, 0, "in/day"),
    "kg": (1 / POUND_KG, 0, "lb"),
    "g/m²": (1 / POUND_PER_THOUSAND_G_M2, 0, "lb/1000 ft²"),
    "mL/m²": (1000 * FOOT_M**2 / (US_FLUID_OUNCE_L * 1000), 0, "fl oz/1000 ft²"),
    "L": (1 / US_GALLON_L, 0, "gal"),
    "m³": (1000 / US_GALLON_L, 0, "gal"),
    "kg/L": (US_GALLON_L / POUND_KG, 0, "lb/gal"),
    "°C": (1.8, 32, "°F"),
    "m/s": (3600 / (5280 * FOOT_M), 0, "mph"),
}
_ML_M2_PER_FLOZ_1000 = US_FLUID_OUNCE_L * 1000 / (1000 * FOOT_M**2)
_IN_CM, _OUNCE_G = FOOT_M * 100 / 12, POUND_KG * 1000 / 16
# Doses by count in US units: grams or mL of the core in one, the unit, and its count of one of the core's.
_US_COUNTS: dict[str, tuple[float, str, float, str]] = {
    "plant": (_OUNCE_G, "oz wt a plant", 1.0, "plants"),
    "plant_volume": (US_FLUID_OUNCE_L * 1000, "fl oz a plant", 1.0, "plants"),
    "trunk": (_OUNCE_G / _IN_CM, "oz wt an inch of trunk", 1 / _IN_CM, "inches of trunk"),
    "trunk_volume": (US_FLUID_OUNCE_L * 1000 / _IN_CM, "fl oz an inch of trunk", 1 / _IN_CM, "inches of trunk"),
    "litre": (_OUNCE_G / US_GALLON_L, "oz wt a gallon of medium", 1 / US_GALLON_L, "gallons of medium"),
    "water": (_OUNCE_G * 1000 / US_GALLON_L, "oz wt a gallon of water", 1 / US_GALLON_L, "gallons of water"),
    "run": (_OUNCE_G * FOOT_M, "oz wt a foot of hedge", 1.0, "feet of hedge"),
}


@dataclass(frozen=True)
class Shown:
    """Writes quantities in one property's units and the firm's currency."""

    units: Units = "metric"
    currency: str = "$"

    @property
    def other(self) -> Shown:
        """The other system, for showing both."""
        return Shown("metric" if self.units == "us" else "us", self.currency)

    def area(self, size_m2: float) -> str:
        if self.units == "us":
            return f"{size_m2 / FOOT_M**2:,.0f} ft²"
        return f"{figure(size_m2)} m²" if size_m2 < 100 else f"{size_m2:,.0f} m²"

    def both_areas(self, size_m2: float) -> str:
        """The area in m² and ft², whichever the property speaks first."""
        return f"{self.area(size_m2)} = {self.other.area(size_m2)}"

    def exact_area(self, size_m2: float) -> str:
        """The area to five digits, for a field it is kept from."""
        return f"{plain_figure(size_m2 / FOOT_M**2)} ft²" if self.units == "us" else f"{plain_figure(size_m2)} m²"

    def length(self, metres: float) -> str:
        if self.units == "us":
            feet, inches = divmod(round(metres / FOOT_M * 12), 12)
            return f"{feet} ft {inches} in" if inches else f"{feet} ft"
        return f"{metres:.2f} m"

    def coordinate(self, metres: float) -> str:
        """A distance on the site sheet, to be typed again."""
        return f"{metres / FOOT_M:.2f} ft" if self.units == "us" else f"{metres:.2f} m"

    def depth(self, depth_mm: float) -> str:
        if self.units == "us":
            return f"{depth_mm / FOOT_M / 1000 * 12:.1f} in"
        return f"{depth_mm / 10:.1f} cm" if depth_mm >= 20 else f"{depth_mm:.0f} mm"

    def volume(self, litres: float) -> str:
        """A volume of loose material: m³ or litres, cubic yards or cubic feet."""
        if self.units == "us":
            feet = litres / (FOOT_M * 10) ** 3
            return f"{figure(feet / 27)} yd³" if feet >= 13.5 else f"{figure(feet)} ft³"
        return f"{figure(litres / 1000)} m³" if litres >= 100 else f"{figure(litres)} L"

    def mass(self, mass_kg: float) -> str:
        """A weight; small ones in grams or ounces, as a scale shows them."""
        if self.units == "us":
            pounds = mass_kg / POUND_KG
            return f"{figure(pounds * 16)} oz wt" if 0 < abs(pounds) < SMALL_LB else f"{figure(pounds)} lb"
        return f"{figure(mass_kg * 1000)} g" if 0 < abs(mass_kg) < SMALL_KG else f"{figure(mass_kg)} kg"

    @property
    def mass_unit(self) -> str:
        return "lb" if self.units == "us" else "kg"

    def per_mass(self, per_kg: float) -> float:
        """A price of a kilogram as that of a kilogram or a pound."""
        return per_kg * POUND_KG if self.units == "us" else per_kg

    def water(self, depth_mm: float) -> str:
        """A depth of water or of a thin dressing."""
        return f"{figure(depth_mm / FOOT_M / 1000 * 12)} in" if self.units == "us" else f"{figure(depth_mm)} mm"

    def rain(self, depth_mm: float) -> str:
        """A day's rain or use without its unit: tenths of a millimetre, hundredths of an inch."""
        return f"{depth_mm / (INCH_M * 1000):.2f}" if self.units == "us" else f"{depth_mm:.1f}"

    def degrees_between(self, celsius: float) -> str:
        """A difference of temperatures."""
        return f"{celsius * 9 / 5:.0f} °F" if self.units == "us" else f"{celsius:.0f} °C"

    def degrees(self, celsius: float) -> str:
        """A whole degree without its unit."""
        return f"{celsius * 1.8 + 32:.0f}" if self.units == "us" else f"{celsius:.0f}"

    def temperature(self, celsius: float) -> str:
        return f"{self.degrees(celsius)} {'°F' if self.units == 'us' else '°C'}"

    def day_rain(self, depth_mm: float) -> str:
        return f"{depth_mm / (INCH_M * 1000):.2f} in" if self.units == "us" else f"{depth_mm:.0f} mm"

    def wind(self, m_s: float) -> str:
        return f"{m_s * 3600 / (5280 * FOOT_M):.0f} mph" if self.units == "us" else f"{m_s:.0f} m/s"

    def water_volume(self, litres: float) -> str:
        """A volume of water: litres or m³, gallons."""
        if self.units == "us":
            return f"{figure(litres / US_GALLON_L)} gal"
        return f"{figure(litres / 1000)} m³" if litres >= 1000 else f"{figure(litres)} L"

    def amount(self, product: Product, mass_kg: float) -> str:
        """Mass of a solid, volume of a liquid and of mulch."""
        if product.loose and product.density_kg_l:
            return self.volume(mass_kg / product.density_kg_l)
        if product.liquid and product.density_kg_l:
            litres = mass_kg / product.density_kg_l
            if self.units == "us":
                gallons = litres / US_GALLON_L
                return f"{figure(gallons)} gal" if gallons >= 1 else f"{litres / US_FLUID_OUNCE_L:.1f} fl oz"
            return f"{figure(litres)} L" if litres >= 1 else f"{litres * 1000:.0f} mL"
        return self.mass(mass_kg)

    def rate(self, product: Product | None, rate_g_m2: float) -> str:
        """Product per area: g/m² or mL/m², lb or fl oz per 1000 ft²; mulch by its depth; of no product: as a solid."""
        if product is not None and product.loose and product.density_kg_l:
            return f"{self.depth(rate_g_m2 / 1000 / product.density_kg_l)} deep"
        if product is not None and product.liquid and product.density_kg_l:
            ml_m2 = rate_g_m2 / product.density_kg_l
            if self.units == "us":
                return f"{figure(ml_m2 / _ML_M2_PER_FLOZ_1000)} fl oz/1000 ft²"
            return f"{figure(ml_m2)} mL/m²"
        if self.units == "us":
            return f"{figure(rate_g_m2 / POUND_PER_THOUSAND_G_M2)} lb/1000 ft²"
        return f"{figure(rate_g_m2)} g/m²"

    def nutrient(self, g_m2: float) -> str:
        if self.units == "us":
            return f"{round(g_m2 / POUND_PER_THOUSAND_G_M2, 2) + 0.0:.2f} lb/1000 ft²"
        return f"{round(g_m2, 1) + 0.0:.1f} g/m²"

    def bare_nutrient(self, g_m2: float) -> str:
        """A nutrient without its unit, for columns whose head says it."""
        return self.nutrient(g_m2).partition(" ")[0]

    def nutrients(self, parts: Sequence[float]) -> list[str]:
        """Parts and then their sum, without units, so rounded that the parts add up to the sum shown."""
        per, decimals = (POUND_PER_THOUSAND_G_M2, 2) if self.units == "us" else (1.0, 1)
        return adding_up([part / per for part in parts], decimals)

    def to_the_litre(self, parts: Sequence[float]) -> list[str]:
        """Amounts to a litre of medium and their sum, g: they add up as they are printed."""
        return adding_up(parts, 3)

    def typed_depth(self, depth_mm: float) -> str:
        """A depth to be kept or changed in a field: read again it is the same to a twentieth of a millimetre."""
        if self.units == "metric":
            return f"{depth_mm / 10:.4g} cm"
        inches = depth_mm / (INCH_M * 1000)
        short = f"{inches:.2g}"
        return f"{short if abs(float(short) - inches) * INCH_M * 1000 < 0.05 else f'{inches:.4g}'} in"

    def in_units(self, value: float, unit: str) -> str:
        """A figure of a working in the reader's units with its unit; '' where it reads the same in them."""
        if self.units == "metric" or unit not in _US:
            return ""
        factor, add, name = _US[unit]
        return f"{plain_figure(value * factor + add, 4)} {name}"

    def step_result(self, step: Step) -> str:
        """The result of a step with its unit; money in the firm's currency."""
        if step.unit == "money":
            return self.money(step.result)
        return with_unit(step.result, step.unit)

    def step_figures(self, step: Step) -> str:
        """What went into a step and what came out, in the reader's units; '' where nothing reads otherwise."""
        if not any(self.in_units(one.value, one.unit) for one in step.figures) and not self.in_units(
            step.result, step.unit
        ):
            return ""
        parts = [
            f"{one.meaning} {self.in_units(one.value, one.unit) or with_unit(one.value, one.unit)}"
            for one in step.figures
        ]
        return f"{'; '.join(parts)}: {self.in_units(step.result, step.unit) or self.step_result(step)}"

    def sentence_rate(self, g_m2: float, density_kg_l: float | None) -> str:
        """A rate of a sentence, of a liquid as volume."""
        if density_kg_l:
            ml_m2 = g_m2 / density_kg_l
            if self.units == "us":
                return f"{figure(ml_m2 / _ML_M2_PER_FLOZ_1000)} fl oz/1000 ft²"
            return f"{figure(ml_m2)} mL/m²"
        return self.rate(None, g_m2)

    def sentence_count(self, value: float, basis: str) -> str:
        """A dose by plant, trunk, litre or run of a sentence."""
        return self._count(value, value, basis)

    def by_count(self, rate: CountRate) -> str:
        """A label's dose by plant, trunk, litre or run, lowest to highest."""
        return self._count(rate.low, rate.high, rate.basis)

    def dose(self, dose: Dose) -> str:
        """A job's dose by plant, trunk or litre with how many it is for; '' for one by area."""
        return ", ".join(self.dose_parts(dose))

    def short_dose(self, dose: Dose) -> str:
        """What each gets of a dose by plant, trunk or litre, as short as a table wants it; '' of one by area."""
        if dose.basis == "litre":
            return f"{figure(dose.value)} g/L"
        if dose.basis == "water":
            return f"{figure(dose.value / 1000)} g/L water"
        return next(iter(self.dose_parts(dose)), "")

    def dose_parts(self, dose: Dose) -> tuple[str, ...]:
        """What each gets and how many they are, of a dose by plant, trunk or litre; () of one by area."""
        if dose.basis not in UNIT_OF:
            return ()
        many, of = dose.count or 0.0, BASES[dose.basis].counts
        if self.units == "us" and dose.basis in _US_COUNTS:
            many, of = many * _US_COUNTS[dose.basis][2], _US_COUNTS[dose.basis][3]
        return self.sentence_count(dose.value, dose.basis), f"{plain_figure(many, 3)} {of[:-1] if many == 1 else of}"

    def _count(self, low: float, high: float, basis: str) -> str:
        per, unit = (1000.0, "g a litre of water") if basis == "water" else (1.0, UNIT_OF[basis])
        if self.units == "us" and basis in _US_COUNTS:
            per, unit = _US_COUNTS[basis][:2]
        text = plain_figure(high / per, 3)
        if low < high:
            text = f"{plain_figure(low / per, 3)}–{text}"
        return f"{text} {unit}"

    def sentence_length(self, mm: float) -> str:
        """A depth of a sentence."""
        return self.depth(mm)

    def sentence_degrees(self, celsius: float) -> str:
        """A temperature of a sentence."""
        return self.temperature(celsius)

    def sentence_wind(self, m_s: float) -> str:
        """A wind of a sentence."""
        return self.wind(m_s)

    def sentence_mass(self, kg: float) -> str:
        """An amount of a sentence."""
        return self.mass(kg)

    def sentence_rain(self, mm: float) -> str:
        """A depth of rain of a sentence."""
        return self.day_rain(mm)

    def sentence(self, text: str | Sentence) -> str:
        """A sentence in this property's units: one that keeps its figures has them written here.

        One that is written already speaks SI unrounded; its figures with units are turned.
        """
        if isinstance(text, Sentence):
            return text.shown(self)
        return in_words(text, self)

    def money(self, amount: float) -> str:
        return f"{self.currency}{amount:,.2f}"

    def price_of_mass(self, money_kg: float) -> str:
        """Money per kilogram or pound."""
        per_lb = self.units == "us"
        return f"{self.money(money_kg * (POUND_KG if per_lb else 1.0))} per {'lb' if per_lb else 'kg'}"

    def day(self, day: date) -> str:
        return f"{day:%-d %b %Y}"

    def short_day(self, day: date) -> str:
        return f"{day:%-d %b}"

    def percent(self, share: float) -> str:
        return f"{100 * share:.4g} %"


def adding_up(parts: Sequence[float], decimals: int) -> list[str]:
    """Parts and their sum to so many decimals; what rounding leaves over goes to the parts it takes most from."""
    unit = 10**-decimals
    total = round(sum(parts) / unit)
    whole = [math.floor(part / unit + 1e-9) for part in parts]
    rest = sorted(range(len(parts)), key=lambda n: whole[n] - parts[n] / unit)
    for n in rest[: max(0, total - sum(whole))]:
        whole[n] += 1
    return [f"{count * unit + 0.0:.{decimals}f}" for count in (*whole, total)]


def substituted(step: Step) -> str:
    """A step's formula with its figures in place of the symbols and × ÷ − for the operators."""
    return _filled(step.formula, {item.symbol: _in_a_formula(item.value) for item in step.figures})


def _in_a_formula(value: float) -> str:
    """A figure as it stands in a formula; a negative one in brackets, so that a square is not misread."""
    written = plain_figure(abs(value))
    return written if value >= 0 or written == "0" else f"(−{written})"


def worded(step: Step) -> str:
    """A step's formula with the meaning of each figure in place of its symbol."""
    return _filled(step.formula, {item.symbol: _as_one(item.meaning) for item in step.figures})


def _as_one(meaning: str) -> str:
    """What a figure means, in brackets where its words hold signs that would be read into the formula."""
    return f"({meaning})" if re.search(r"[−+×÷:]", meaning) else meaning


def _filled(formula: str, words: dict[str, str]) -> str:
    for plain, sign in ((" ** 2", "²"), ("**", "^"), (" * ", " × "), (" / ", " ÷ "), (" - ", " − ")):
        formula = formula.replace(plain, sign)
    signs = {"pi": "π", "sqrt": "√", **words}
    return re.sub(r"[A-Za-z_][A-Za-z0-9_]*", lambda found: signs.get(found[0], found[0]), formula)
