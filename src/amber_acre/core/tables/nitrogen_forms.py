"""Nitrogen forms of a guaranteed analysis and how each is released.

Half-lives are at 25 °C. They are from memory [release-half-lives] except the temperature
coefficient, Q10 = 2 between 5 and 35 °C [q10-mineralisation]. A coated form has no table value: the
label's longevity gives it [coated-longevity].
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

NitrogenForm = Literal["ammoniacal", "nitrate", "urea", "slow_soluble", "coated", "insoluble"]
NITROGEN_FORMS: tuple[NitrogenForm, ...] = get_args(NitrogenForm)

Q10 = 2.0
REFERENCE_C = 25.0
# A coated product's longevity is the time to release four fifths of its nitrogen.
COATED_SHARE_AT_LONGEVITY = 0.8


@dataclass(frozen=True)
class FormRow:
    """``half_life_days`` at 25 °C (None: from the label); ``quick`` counts against the quick-N cap.

    ``ammonia``: lost as ammonia beside fresh lime. ``burns``: a salt that burns leaves it lies on.
    """

    form: NitrogenForm
    name: str
    quick: bool
    half_life_days: float | None
    source: str
    ammonia: bool = False
    burns: bool = False


FORM_ROWS: dict[NitrogenForm, FormRow] = {
    row.form: row
    for row in (
        FormRow("ammoniacal", "ammoniacal", True, 10.0, "release-half-lives", ammonia=True, burns=True),
        FormRow("nitrate", "nitrate", True, 7.0, "release-half-lives", burns=True),
        FormRow("urea", "urea", True, 10.0, "release-half-lives", ammonia=True),
        FormRow("slow_soluble", "other water-soluble, slow", False, 30.0, "release-half-lives"),
        FormRow("coated", "coated, slow-release", False, None, "coated-longevity"),
        FormRow("insoluble", "water-insoluble (organic)", False, 30.0, "release-half-lives"),
    )
}


@dataclass(frozen=True)
class Family:
    """A product family; ``mineralised_share`` is the share of its insoluble N released in year one.

    ``low_share``, ``high_share``: what that share has been found to be, where it is not known better.
    ``later_shares``: of the same nitrogen, those of years two to four.
    ``plausible_g_m2``: a solid's label rate above it is asked about; the usual cause is a unit slip [common-practice].
    """

    key: str
    name: str
    mineralised_share: float
    note: str
    source: str
    plausible_g_m2: float = 400.0
    later_shares: tuple[float, ...] = ()
    low_share: float = 1.0
    high_share: float = 1.0


FAMILIES: dict[str, Family] = {
    family.key: family
    for family in (
        Family("quick", "Quick mineral", 1.0, "acts in days; burns if over-applied", "release-half-lives"),
        Family("coated", "Coated or stabilised mineral", 1.0, "weeks to months, by warmth", "coated-longevity"),
        Family("methylene", "Methylene urea", 1.0, "weeks, by warmth", "release-half-lives"),
        Family(
            "organic",
            "Plant or animal organic",
            0.65,
            "microbes release it; needs warm soil",
            "release-half-lives",
            later_shares=(0.10, 0.05, 0.03),
            low_share=0.5,
            high_share=0.8,
        ),
        Family(
            "manure",
            "Pelleted manure",
            0.6,
            "slow spring feed",
            "pratt-1973",
            later_shares=(0.15, 0.08, 0.05),
            low_share=0.4,
            high_share=0.75,
        ),
        Family(
            "biosolid",
            "Biosolid organic",
            0.27,
            "phosphorus builds up; no potassium",
            "biosolid-series",
            later_shares=(0.07, 0.05, 0.03),
            low_share=0.22,
            high_share=0.32,
        ),
        Family("liquid", "Soluble or foliar liquid", 1.0, "leaf uptake; quick", "release-half-lives"),
        Family("iron", "Iron for colour", 1.0, "colour without growth; stains paving", "common-practice"),
        Family("stimulant", "Bio-stimulant or wetting agent", 1.0, "support, not nutrient", "common-practice"),
        Family("preemergent", "Weed barrier (pre-emergent)", 1.0, "stops seed from coming up", "common-practice"),
        Family("inoculant", "Live inoculant", 1.0, "live fungi or bacteria; support, not nutrient", "common-practice"),
        Family(
            "conditioner",
            "Soil conditioner",
            0.27,
            "feeds the soil slowly",
            "biosolid-series",
            low_share=0.2,
            high_share=0.35,
        ),
        Family("lime", "Lime", 1.0, "raises pH over months to a year", "common-practice", 800.0),
        Family("sulphur", "Elemental sulphur", 1.0, "lowers pH while the soil is warm and aerated", "common-practice"),
        Family(
            "acidifier",
            "Iron or aluminium sulphate",
            1.0,
            "lowers pH at once; many times the weight of sulphur",
            "common-practice",
            800.0,
        ),
        Family("gypsum", "Gypsum", 1.0, "for sodium; does not change pH", "common-practice", 1000.0),
        Family(
            "bulk",
            "Bulk: compost, sand, soil, calcined clay",
            0.1,
            "by depth or volume",
            "common-practice",
            400_000.0,
            low_share=0.05,
            high_share=0.2,
        ),
    )
}
