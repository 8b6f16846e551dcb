"""A product as its label states it: guaranteed analysis, density, packs, rate range, interval, maximum.

Every rate inside the program is mass per area, g/m² of product, liquids included: density turns
mL/m² into g/m² on the way in and back on the way out, and nowhere else.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Literal

from amber_acre.core.errors import DoesNotFit, Doubtful, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.quantities import K_PER_K2O, P_PER_P2O5, GramsPerSquareMetre, Kilograms, Litres, Money, unrounded
from amber_acre.core.tables.chelates import CHELATES
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.liming import LIME_KINDS
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.nitrogen_forms import FAMILIES, FORM_ROWS, NitrogenForm
from amber_acre.core.typed_counts import CountRate

# Labels round each form to 0.1 %, so that a sum of six may miss the total by this much [aapfco].
FORM_SUM_SLACK = 0.0015
# Plausible label rates; outside them the usual cause is a unit slip. Common practice, no source.
PLAUSIBLE_SOLID_FROM_G_M2 = 1.0  # up to the figure of the family
PLAUSIBLE_LIQUID_ML_M2 = (0.1, 40.0)
PLAUSIBLE_NITROGEN_G_M2 = 15.0
DENSITY_OF_LIQUIDS = (0.7, 1.8)  # kg/L
DENSITY_OF_SOLIDS = (0.2, 2.0)

ORGANIC = frozenset({"organic", "manure", "biosolid", "conditioner"})  # families of feeds of plant or animal origin


@dataclass(frozen=True)
class Pack:
    """What is bought: ``mass_kg`` of product (liquids by density) at a price, both above 0; from whom, '' unsaid."""

    name: str
    mass_kg: Kilograms
    price: Money
    supplier: str = ""

    def __post_init__(self) -> None:
        if self.mass_kg <= 0:
            raise OutOfRange("A pack must hold more than nothing.", field="pack_size", limits=(0, None))
        if self.price < 0:
            raise OutOfRange("A price cannot be negative.", field="pack_price", limits=(0, None))


@dataclass(frozen=True)
class Label:
    """Label limits of one application and of a year, g/m² of product; interval in days.

    ``yearly_max_g_m2`` None: the label states none. ``later_max_g_m2``: the most of every application after the first,
    where the label tells a first rate from a lower one that keeps. ``by``: its rates by plant, trunk, run or litre.
    """

    min_g_m2: GramsPerSquareMetre
    max_g_m2: GramsPerSquareMetre
    interval_days: int
    yearly_max_g_m2: GramsPerSquareMetre | None = None
    later_max_g_m2: GramsPerSquareMetre | None = None
    by: tuple[CountRate, ...] = ()

    @property
    def keeps_g_m2(self) -> GramsPerSquareMetre:
        """The most a plan counts on, g/m²: what the label allows every time, not the first time alone."""
        return self.max_g_m2 if self.later_max_g_m2 is None else self.later_max_g_m2

    def rate_by(self, basis: str) -> CountRate | None:
        """Its rate by plant, trunk, run or litre; None where the label gives none."""
        return next((rate for rate in self.by if rate.basis == basis), None)

    def __post_init__(self) -> None:
        if self.later_max_g_m2 is not None and not (
            self.later_max_g_m2 > 0 and self.min_g_m2 <= self.later_max_g_m2 <= self.max_g_m2 * (1 + 1e-9)
        ):
            raise DoesNotFit(
                "The most after the first time lies between the lowest and the highest rate. Check them and the units.",
                field="later_max",
                value=self.later_max_g_m2,
                limits=(self.min_g_m2, self.max_g_m2),
            )
        if not 0 <= self.min_g_m2 <= self.max_g_m2 or self.max_g_m2 <= 0:
            raise DoesNotFit(
                "The label's lowest rate must not be above its highest. Check both and their units.",
                field="label_min",
                limits=(0, self.max_g_m2),
            )
        if not 0 <= self.interval_days <= 366:
            raise OutOfRange("The interval must be 0 to 366 days.", field="interval_days", limits=(0, 366))
        if self.yearly_max_g_m2 is not None and self.yearly_max_g_m2 < self.max_g_m2 * (1 - 1e-9):
            raise DoesNotFit(
                "The yearly maximum is below one application at the highest rate. Check both and their units.",
                field="yearly_max",
                value=self.yearly_max_g_m2,
                limits=(self.max_g_m2, None),
            )


Site = Literal["turf", "plantings", "pots"]
# Where a label allows a product: '' names nothing, which allows all of them.
SITES: dict[str, tuple[str, tuple[Site, ...]]] = {
    "": ("anything it names", ("turf", "plantings", "pots")),
    "turf": ("turf alone", ("turf",)),
    "plantings": ("beds, hedges and trees", ("plantings",)),
    "pots": ("pots alone", ("pots",)),
    "garden": ("beds, hedges, trees and pots", ("plantings", "pots")),
    "ground": ("turf, beds, hedges and trees", ("turf", "plantings")),
}
LONGEVITY_DAYS = (7, 900)  # from quick coatings to the longest for tree planting [common-practice]
MOISTURE_AT_MOST = 0.5  # of a lime as it is sold [common-practice]


@dataclass(frozen=True)
class SoilAction:
    """What a product does to soil: fractions of mass; ``passing`` maps mesh to the share that passes.

    ``neutralising_value`` (CCE) 0.3–1.8 or None; ``lime_kind`` names which lime. ``elemental_sulphur`` and
    ``aluminium`` 0–1. Iron stands with the other nutrients. ``material``: what it is, a key of the amendments, the
    mulches or the chelates.
    """

    neutralising_value: float | None = None
    lime_kind: str = ""
    passing: Mapping[int, float] = field(default_factory=dict)
    moisture: float = 0.0
    elemental_sulphur: float = 0.0
    aluminium: float = 0.0
    material: str = ""

    def __post_init__(self) -> None:
        if self.material and not (self.material in MATERIALS or self.material in MULCHES or self.material in CHELATES):
            raise NotUnderstood("Choose which material it is.", field="material", value=self.material)
        if self.lime_kind and self.lime_kind not in LIME_KINDS:
            raise NotUnderstood("Choose which lime it is.", field="lime_kind", value=self.lime_kind)
        if self.neutralising_value is not None and not 0.3 <= self.neutralising_value <= 1.8:
            raise OutOfRange(
                f"A neutralising value of {self.neutralising_value * 100:.4g} % is outside 30–180 %. Copy the CCE from"
                " the label.",
                field="neutralising_value",
                limits=(0.3, 1.8),
            )
        if not 0 <= self.moisture <= MOISTURE_AT_MOST:
            raise OutOfRange(
                f"{self.moisture:.0%} of moisture is outside 0–{MOISTURE_AT_MOST:.0%}: that is a slurry, no lime that"
                " is spread. Copy it from the label.",
                field="moisture",
                value=self.moisture,
                limits=(0, MOISTURE_AT_MOST),
            )
        shares = [self.passing[mesh] for mesh in sorted(self.passing)]
        if any(finer > coarser + 1e-9 for coarser, finer in pairwise(shares)):
            raise DoesNotFit(
                "A finer sieve cannot pass more than a coarser one. Check the sieve figures.", field="sieves"
            )


@dataclass(frozen=True)
class Product:
    """A product of the shelf; fractions of mass (0.16 for 16 %).

    ``nitrogen`` by form adds up to ``total_nitrogen`` within label rounding (DoesNotFit). A liquid needs
    ``density_kg_l`` (MissingInput), 0.7–1.8; a solid may have its bulk density, 0.2–2. ``other`` holds Ca, Mg, S, Fe,
    Mn, Zn, Cu, B, Mo. The whole analysis cannot pass 100 % (OutOfRange). ``longevity_days`` is needed with coated
    nitrogen. ``sites``: a key of SITES, where its label allows it. ``grasses``: keys of the grasses it names, with
    spaces between; '' allows all.
    """

    key: int
    name: str
    family: str
    liquid: bool
    total_nitrogen: float
    nitrogen: Mapping[NitrogenForm, float]
    p2o5: float
    k2o: float
    label: Label
    packs: tuple[Pack, ...]
    other: Mapping[str, float] = field(default_factory=dict)
    density_kg_l: float | None = None
    longevity_days: float | None = None
    soil: SoilAction = field(default_factory=SoilAction)
    sites: str = ""
    grasses: str = ""

    def __post_init__(self) -> None:
        self._check_label()
        if self.sites not in SITES:
            raise NotUnderstood("Choose where the label allows it.", field="sites", value=self.sites)
        if self.liquid and self.density_kg_l is None:
            raise MissingInput(
                f"{self.name} is a liquid: give its density in kg/L (on the safety sheet), or volume "
                "cannot be turned into nutrient.",
                field="density",
            )
        low, high = DENSITY_OF_LIQUIDS if self.liquid else DENSITY_OF_SOLIDS
        if self.density_kg_l is not None and not low <= self.density_kg_l <= high:
            raise OutOfRange(
                f"A density of {self.density_kg_l:g} kg/L is outside {low:g}–{high:g}. Check the unit (kg/L, not"
                " lb/gal).",
                field="density",
                value=self.density_kg_l,
                limits=(low, high),
            )
        sulphur = max(0.0, self.soil.elemental_sulphur - self.other.get("S", 0.0))  # on many labels within the S
        potash = self.potassium_fraction if self.other.get("Cl") else self.k2o  # a chloride holds no oxygen
        total = self.total_nitrogen + self.p2o5 + potash + sum(self.other.values()) + sulphur + self.soil.aluminium
        if total > 1 + 1e-9:
            raise OutOfRange(
                f"The analysis adds up to {total:.1%}: over 100 %. Check for a missing dash or point.",
                field="grade",
                value=total,
                limits=(0, 1),
            )
        forms = sum(self.nitrogen.values())
        if abs(forms - self.total_nitrogen) > FORM_SUM_SLACK:
            raise DoesNotFit(
                f"The nitrogen forms add up to {forms:.2%}, the total says {self.total_nitrogen:.2%}. They "
                "must agree; copy them from the label.",
                field="nitrogen_forms",
                value=forms,
                limits=(self.total_nitrogen, self.total_nitrogen),
            )
        if self.nitrogen.get("coated", 0) > 0 and not self.longevity_days:
            raise MissingInput(
                "Coated nitrogen needs how long the label says it lasts: 180 days, or 6 months at 21 °C.",
                field="longevity",
            )
        if self.family == "preemergent" and not self.longevity_days:
            raise MissingInput(
                "A weed barrier needs the days its label says it lasts: no seed comes up before.", field="longevity"
            )
        low_days, high_days = LONGEVITY_DAYS
        if self.longevity_days is not None and not low_days <= self.longevity_days <= high_days:
            raise OutOfRange(
                f"A longevity of {self.longevity_days:,.0f} days is outside {low_days}–{high_days}. Copy it from the"
                " label, in days.",
                field="longevity",
                value=self.longevity_days,
                limits=LONGEVITY_DAYS,
            )
        if self.family not in FAMILIES:
            raise NotUnderstood("Choose the product's family.", field="family", value=self.family)

    def _check_label(self) -> None:
        """Grasses that are none, and doses a liquid or a solid cannot have."""
        strange = next((key for key in self.grasses.split() if key not in GRASS_BY_KEY), None)
        if strange is not None:
            raise NotUnderstood(f"“{strange}” is none of the grasses. Choose from the list.", field="grasses")
        for rate in self.label.by:
            by_volume = rate.basis in ("plant_volume", "trunk_volume")
            if by_volume and not self.density_kg_l:
                raise MissingInput(
                    f"A dose in {rate.unit} is a volume: give the density in kg/L.", field="label_by", value=rate.high
                )
            if self.liquid and rate.basis in ("plant", "trunk"):
                raise NotUnderstood(
                    f"A liquid is dosed by volume, and this is {rate.unit}: a weight. Type mL or fl oz.",
                    field="label_by",
                )

    def allowed_for(self, grass: str) -> bool:
        """Whether its label allows a grass by its key; one that names none allows all."""
        return not self.grasses or grass in self.grasses.split()

    def allowed_on(self, site: Site) -> bool:
        """Whether its label allows it there."""
        return site in SITES[self.sites][1]

    @property
    def loose(self) -> bool:
        """True of mulch, which is ordered, carried and laid by volume; what is an amendment as well goes by weight."""
        mulch = self.soil.material in MULCHES and self.soil.material not in MATERIALS
        return mulch and self.density_kg_l is not None and self.family == "bulk"

    @property
    def quick_fraction(self) -> float:
        """Quick nitrogen as a fraction of product mass."""
        return sum(share for form, share in self.nitrogen.items() if FORM_ROWS[form].quick)

    @property
    def slow_fraction(self) -> float:
        """Slow nitrogen as a fraction of product mass."""
        return sum(share for form, share in self.nitrogen.items() if not FORM_ROWS[form].quick)

    @property
    def phosphorus_fraction(self) -> float:
        """Element P as a fraction of product mass: 0.4364 × P2O5 [aapfco]."""
        return P_PER_P2O5 * self.p2o5

    @property
    def potassium_fraction(self) -> float:
        """Element K as a fraction of product mass: 0.8301 × K2O [aapfco]."""
        return K_PER_K2O * self.k2o

    @property
    def mineralised_share(self) -> float:
        """Share of the insoluble nitrogen released in the first year, by family."""
        return FAMILIES[self.family].mineralised_share

    @property
    def first_year_range(self) -> tuple[float, float]:
        """Nitrogen available in the first year as a fraction of product mass, low to high: quick forms, and of the
        insoluble what such products have been found to free."""
        family, insoluble = FAMILIES[self.family], self.nitrogen.get("insoluble", 0.0)
        return (
            self.total_nitrogen - insoluble * (1 - family.low_share),
            self.total_nitrogen - insoluble * (1 - family.high_share),
        )

    @property
    def cost_per_kg_nitrogen(self) -> Money | None:
        """Price of a kilogram of nitrogen in the cheapest pack; None without nitrogen or pack."""
        if not self.packs or self.total_nitrogen == 0:
            return None
        return Money(min(pack.price / pack.mass_kg for pack in self.packs) / self.total_nitrogen)

    @property
    def grade(self) -> str:
        """The three numbers of the bag, e.g. ``20-0-8``."""
        return "-".join(f"{100 * share:.4g}" for share in (self.total_nitrogen, self.p2o5, self.k2o))

    def rate_words(self, rate_g_m2: float) -> str:
        """A rate of this product as a sentence says it: g/m², or mL/m² of a liquid."""
        if self.liquid and self.density_kg_l:
            return f"{unrounded(rate_g_m2 / self.density_kg_l)} mL/m²"
        return f"{unrounded(rate_g_m2)} g/m²"

    def litres(self, mass_kg: Kilograms) -> Litres:
        """Volume of a mass of a liquid; MissingInput for a solid without density."""
        if self.density_kg_l is None:
            raise MissingInput(f"{self.name} has no density.", field="density")
        return Litres(mass_kg / self.density_kg_l)

    def plausibility_doubts(self) -> tuple[Doubtful, ...]:
        """Questions to ask before a label rate is accepted: the 43.56-fold slip between acre and 1000 ft²."""
        top = float(self.label.max_g_m2)
        bounds, unit = (PLAUSIBLE_SOLID_FROM_G_M2, FAMILIES[self.family].plausible_g_m2), "g/m²"
        if self.liquid and self.density_kg_l:
            top, bounds, unit = top / self.density_kg_l, PLAUSIBLE_LIQUID_ML_M2, "mL/m²"
        carried = float(self.label.max_g_m2) * self.total_nitrogen
        if top > bounds[1] or carried > PLAUSIBLE_NITROGEN_G_M2:
            reason = f"{top:,.0f} {unit}" + (f", {carried:.0f} g/m² of nitrogen at once" if carried else "")
            return (
                Doubtful(
                    f"The highest rate is {reason}: far above any usual label. If it was per acre but typed "
                    f"as per 1000 ft², it would be {top / 43.56:,.1f} {unit}. Correct the unit, or confirm.",
                    field="label_max",
                    value=top,
                    limits=(None, bounds[1]),
                ),
            )
        if top < bounds[0]:
            return (
                Doubtful(
                    f"The highest rate is only {top:.2g} {unit}. If it was per 1000 ft² but typed as per "
                    f"acre, it would be {top * 43.56:,.1f} {unit}. Correct the unit, or confirm.",
                    field="label_max",
                    value=top,
                    limits=(bounds[0], None),
                ),
            )
        return ()


def parse_grade(text: str, field: str = "grade") -> tuple[float, float, float]:
    """N, P2O5 and K2O as fractions from ``18-4-9`` (dashes, slashes or spaces between).

    ``640`` is refused with a question, not guessed; a number over 100 is refused (OutOfRange).
    """
    parts = [part for part in re.split(r"[-–/\s]+", text.strip().replace(",", ".")) if part]
    digits = text.strip()
    if len(parts) == 1 and digits.isdecimal() and len(digits) in (3, 4, 5, 6):
        guess = "-".join(digits) if len(digits) == 3 else f"{digits[:2]}-{digits[2]}-{digits[3:]}"
        raise NotUnderstood(
            f"“{digits}” is one number. Did you mean {guess}? Type the three numbers with dashes between.",
            field=field,
            value=text,
        )
    try:
        shares = tuple(float(part) / 100 for part in parts)
    except ValueError:
        shares = ()
    if len(shares) != 3 or any(share < 0 for share in shares):
        raise NotUnderstood(
            f"“{text}” is not three numbers. Type N-P-K as on the bag, like 20-0-8.", field=field, value=text
        )
    if sum(shares) > 1:
        raise OutOfRange(
            f"“{text}” adds up to {sum(shares):.0%}: over 100 %. Check for a missing dash or point.",
            field=field,
            value=text,
            limits=(0, 1),
        )
    return shares[0], shares[1], shares[2]
