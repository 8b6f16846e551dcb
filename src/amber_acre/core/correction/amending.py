"""A physical amendment worked out: volume, mass, packs' worth, water it holds, phosphorus it adds, share of the root
zone."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from amber_acre.core.correction.instalments import split
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.products.nutrients import phosphorus_share
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.conflicts import DRESSED_MOST_MM
from amber_acre.core.rules.limits import Cap
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.holes import Holes
from amber_acre.core.soil.salinity import gypsum_requirement, sodium_to_replace
from amber_acre.core.tables.amendments import OPTIONS, Finding, Option
from amber_acre.core.tables.materials import MATERIALS, Material
from amber_acre.core.tolerance import over
from amber_acre.core.working import Figure, Working

DENSITY_OF_SOIL = 1.3  # kg/L, a loam in place [common-practice]
CALCIUM_OF_GYPSUM = 40.078 / 172.17  # CaSO₄·2H₂O [iupac-masses]


@dataclass(frozen=True)
class Amendment:
    """One option for an area: litres and kg in all, mm it lies, water it adds, P it adds, its share of the zone.

    All of the option's own material: in a blend its part of it, while ``laid_mm`` is the whole blend. ``parts``:
    equal parts that a dose by a test goes down in, 0 where it is repeated as the option asks. ``apart_days``: least
    days between two applications by the label, 0 without one.
    """

    option: Option
    litres: float
    mass_kg: float
    depth_mm: float
    rate_g_m2: float
    water_mm: float
    phosphorus_g_m2: float
    zone_volume_share: float
    zone_mass_share: float
    warnings: tuple[str, ...]
    working: Working
    apart_days: int = 0
    laid_mm: float = 0.0
    parts: int = 0


def share_in_blend(option: Option, parts: Mapping[str, float]) -> float:
    """Share by volume of the option's material in a blend by parts, 1 for no blend; it has to be among them
    (MissingInput)."""
    material = MATERIALS.get(option.material)
    if not parts or material is None:
        return 1.0
    own = sum(part for name, part in parts.items() if material_named(name) is material)
    if own <= 0:
        raise MissingInput(
            f"Name the {material.name.split(' (')[0]} among the parts, or leave the blend empty.", field="blend"
        )
    return own / sum(parts.values())


def material_named(name: str) -> Material | None:
    """The material that a part of a blend names, or None for one that is not tabled."""
    spoken = re.findall(r"[a-z]+", name.lower())
    return next((row for row in MATERIALS.values() if any(word in spoken for word in row.words)), None)


def options_for(finding: Finding) -> tuple[Option, ...]:
    """Every option for a finding, of every school, in the order of the table: no league."""
    return tuple(option for option in OPTIONS if option.finding == finding)


def amend(
    option: Option,
    size_m2: SquareMetres,
    zone_mm: float,
    holes: Holes | None = None,
    dose: float | None = None,
    product: Product | None = None,
    no_phosphorus: str = "",
    turf: bool = True,
    thick: float = 1.0,
    share: float = 1.0,
) -> Amendment:
    """Works an option out for an area with a root zone of ``zone_mm`` (20–1,000) [plane-geometry, amendment-figures].

    ``dose`` in the option's unit replaces the one of the table (depth 0.5–300 mm, rate 0.1–5,000 g/m²); ``product``
    at hand brings its density, phosphorus and label, which is held where the area is smallest (``thick``: size
    planned on over the smallest it can be). ``no_phosphorus``: why none may go down, '' where it may. ``share``
    (above 0, to 1): part of the material, by volume, in a blend laid as deep.
    """
    if not 20 <= zone_mm <= 1000:
        raise OutOfRange("The root zone lies between 2 cm and 1 m.", field="zone", limits=(20, 1000))
    working = Working(f"{option.name}")
    material = MATERIALS.get(option.material)
    if material is None:
        return Amendment(option, 0, 0, 0, 0, 0, 0, 0, 0, (), working)
    density = (product.density_kg_l if product else None) or material.density_kg_l
    bulk = Figure("density", density, "kg/L", f"bulk density of {material.name}")
    laid, rate = _laid(option, holes, dose, bulk, working)
    depth, rate = _in_blend(material.name, laid, rate, share, working)
    if product is not None:
        _within_label(product, rate, option, thick)
    litres, mass, water = _quantities(option, material, size_m2, depth, rate, working)
    phosphorus = _phosphorus_step(material, product, rate, working)
    by_volume, by_mass = _zone_shares(depth, rate, zone_mm, working)
    warnings = _warnings(option, laid, phosphorus, no_phosphorus, turf)
    if product is not None and 0 < rate < product.label.min_g_m2:
        warnings += (
            (
                f"{product.rate_words(rate)} is under the label's lowest rate,"
                f" {product.rate_words(product.label.min_g_m2)}."
            ),
        )
    apart = product.label.interval_days if product else 0
    return Amendment(
        option, litres, mass, depth, rate, water, phosphorus, by_volume, by_mass, warnings, working, apart, laid
    )


def _quantities(
    option: Option, material: Material, size_m2: SquareMetres, depth: float, rate: float, working: Working
) -> tuple[float, float, float]:
    """Litres and kg in all, and mm of water that a depth (mm) or rate (g/m²) of a material holds."""
    size = Figure("size_m2", size_m2, "m²", "size of the area")
    litres = working.step(
        "Volume in all",
        "depth_mm * size_m2",
        [Figure("depth_mm", depth, "mm", "spread over the area"), size],
        depth * size_m2,
        "L",
        "plane-geometry",
        note="1 mm on 1 m² is 1 L.",
    )
    mass = working.step(
        "Mass in all",
        "rate_g_m2 * size_m2 / 1000",
        [Figure("rate_g_m2", rate, "g/m²", "rate"), size],
        rate * size_m2 / 1000,
        "kg",
        material.source,
    )
    water = working.step(
        "Water it holds for plants",
        "rate_g_m2 / 1000 * water_share",
        [
            Figure("rate_g_m2", rate, "g/m²", "rate"),
            Figure("water_share", material.water_share, "", "of its own weight"),
        ],
        rate / 1000 * material.water_share,
        "mm",
        material.source,
        note="1 kg of water on 1 m² is 1 mm."
        + (" The soil whose place it takes held some as well." if option.unit == "holes" else ""),
    )
    return litres, mass, water


def _phosphorus_step(material: Material, product: Product | None, rate: float, working: Working) -> float:
    """Phosphorus in g/m², by the product's analysis or what is typical of the material."""
    stated = product is not None and product.phosphorus_fraction > 0
    rich = phosphorus_share(product) if product is not None else material.phosphorus
    return working.step(
        "Phosphorus it adds",
        "rate_g_m2 * phosphorus",
        [
            Figure("rate_g_m2", rate, "g/m²", "rate"),
            Figure("phosphorus", rich, "", "P in it, " + ("by its analysis" if stated else "typical of the material")),
        ],
        rate * rich,
        "g/m²",
        "label" if stated else material.source,
    )


def _zone_shares(depth: float, rate: float, zone_mm: float, working: Working) -> tuple[float, float]:
    """Share of the root zone by volume and by mass."""
    zone = Figure("zone_mm", zone_mm, "mm", "root zone")
    by_volume = working.step(
        "Share of the root zone by volume",
        "depth_mm / zone_mm",
        [Figure("depth_mm", depth, "mm", "of it"), zone],
        depth / zone_mm,
        "",
        "plane-geometry",
    )
    by_mass = working.step(
        "Share of the root zone by mass",
        "rate_g_m2 / (zone_mm * 1000 * soil_density)",
        [
            Figure("rate_g_m2", rate, "g/m²", "rate"),
            zone,
            Figure("soil_density", DENSITY_OF_SOIL, "kg/L", "soil in place"),
        ],
        rate / (zone_mm * 1000 * DENSITY_OF_SOIL),
        "",
        "common-practice",
    )
    return by_volume, by_mass


@dataclass(frozen=True)
class GypsumDose:
    """Gypsum by the sodium of a test: g/m² each time of the product at hand (None: no dose by a test), how often,
    what to say."""

    each_g_m2: float | None
    times: int
    words: str


def gypsum_by_test(
    test: SoilTest | None, zone_mm: float, product: Product | None, working: Working, thick: float = 1.0
) -> GypsumDose:
    """Gypsum for the sodium of a test in the root zone, in equal parts under the product's label where the area is
    smallest."""
    sodium = sodium_to_replace(test, working) if test is not None else None
    if sodium is None:
        return GypsumDose(None, 0, "Sodium is not tested: without it gypsum is a guess.")
    if sodium == 0:
        return GypsumDose(
            None, 0, "Sodium holds no more of the exchange than does no harm: gypsum would only add calcium."
        )
    pure = gypsum_requirement(sodium, zone_mm, DENSITY_OF_SOIL, working)
    if product is None:
        return GypsumDose(pure, 1, "The rate is for pure gypsum, by the sodium of the test.")
    calcium = product.other.get("Ca", 0.0) or CALCIUM_OF_GYPSUM
    whole = working.step(
        "Of this gypsum",
        "pure * calcium_of_pure / calcium",
        [
            Figure("pure", pure, "g/m²", "pure gypsum"),
            Figure("calcium_of_pure", CALCIUM_OF_GYPSUM, "", "calcium in pure gypsum"),
            Figure(
                "calcium",
                calcium,
                "",
                "calcium in this one" if product.other.get("Ca") else "calcium not on its label: taken as pure",
            ),
        ],
        pure * CALCIUM_OF_GYPSUM / calcium,
        "g/m²",
        "label",
    )
    label = product.label
    cap = Cap(
        label.keeps_g_m2 / thick, None, f"the label's highest rate, {product.rate_words(label.keeps_g_m2)}", "label"
    )
    rates = split(whole, cap, working)
    words = f"By the sodium of the test it takes {product.rate_words(whole)} in all"
    return GypsumDose(
        rates[0], len(rates), words + (f", in {len(rates)} parts under the label." if len(rates) > 1 else ".")
    )


def _in_blend(name: str, laid_mm: float, pure_g_m2: float, share: float, working: Working) -> tuple[float, float]:
    """Depth in mm and rate in g/m² of a material that is ``share`` of a blend laid so deep."""
    if share >= 1:
        return laid_mm, pure_g_m2
    part = Figure("part", share, "", f"{name} in the blend, by volume")
    depth = working.step(
        f"Of the blend, {name}",
        "laid_mm * part",
        [Figure("laid_mm", laid_mm, "mm", "blend laid"), part],
        laid_mm * share,
        "mm",
        "plane-geometry",
    )
    rate = working.step(
        "Its rate",
        "whole * part",
        [Figure("whole", pure_g_m2, "g/m²", "rate if it were pure"), part],
        pure_g_m2 * share,
        "g/m²",
        "plane-geometry",
    )
    return depth, rate


def _within_label(product: Product, rate: float, option: Option, thick: float) -> None:
    """The label's highest rate and that of a year, where the area is smallest (DoesNotFit)."""
    label = product.label
    at = " at the small end" if thick > 1 else ""
    if rate * thick > label.keeps_g_m2 * (1 + 1e-9):
        raise DoesNotFit(
            f"{product.rate_words(rate * thick)}{at} is above the label's highest rate of {product.name}, "
            f"{product.rate_words(label.keeps_g_m2)}. Lay less at a time, or choose another product.",
            field="dose",
        )
    apart = max(30.4 * option.every_months, label.interval_days)
    times = 1 if not option.every_months else max(1, int(365 // apart))
    if label.yearly_max_g_m2 is not None and rate * thick * times > label.yearly_max_g_m2 * (1 + 1e-9):
        raise DoesNotFit(
            f"{times} times {product.rate_words(rate * thick)}{at} is above what the label of {product.name} allows in"
            f" a year, {product.rate_words(label.yearly_max_g_m2)}. Lay less at a time.",
            field="dose",
        )


def _laid(
    option: Option, holes: Holes | None, dose: float | None, bulk: Figure, working: Working
) -> tuple[float, float]:
    """Depth in mm over the area and rate in g/m² of an option."""
    if option.unit == "rate":
        rate = option.dose if dose is None else dose
        if not 0.1 <= rate <= 5000:
            raise OutOfRange(
                "A rate here lies between 0.1 and 5,000 g/m². Check the unit.", field="dose", limits=(0.1, 5000)
            )
        depth = working.step(
            "Depth it lies",
            "rate_g_m2 / (density * 1000)",
            [Figure("rate_g_m2", rate, "g/m²", "rate"), bulk],
            rate / (bulk.value * 1000),
            "mm",
            "amendment-figures",
        )
        return depth, rate
    if option.unit == "holes":
        depth = holes.litres_m2 if holes else 0.0
    else:
        depth = option.dose if dose is None else dose
        if not 0.5 <= depth <= 300:
            raise OutOfRange(
                "A depth here lies between 0.5 mm and 30 cm. Check the unit.", field="dose", limits=(0.5, 300)
            )
    rate = working.step(
        "Rate by weight",
        "depth_mm * density * 1000",
        [Figure("depth_mm", depth, "mm", "spread over the area"), bulk],
        depth * bulk.value * 1000,
        "g/m²",
        "amendment-figures",
    )
    return depth, rate


def _warnings(option: Option, depth: float, phosphorus: float, no_phosphorus: str, turf: bool) -> tuple[str, ...]:
    found = [option.honest]
    if turf and option.unit == "depth" and over(depth, DRESSED_MOST_MM):
        found.append(
            f"{depth:g} mm at once smothers turf: at most {DRESSED_MOST_MM:g} mm, or only with the lawn made anew."
        )
    if no_phosphorus and phosphorus > 0.05:
        found.append(
            f"It adds {phosphorus:.1f} g/m² of phosphorus: {no_phosphorus}. Choose a material without, or ask whether"
            " the rule counts it."
        )
    return tuple(found)
