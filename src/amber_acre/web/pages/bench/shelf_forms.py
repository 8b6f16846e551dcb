"""What is asked of the shelf: products beside each other, and blends."""

from __future__ import annotations

from typing import Annotated, Literal

from amber_acre.core import typed
from amber_acre.core.bench.blending import MOST_KINDS
from amber_acre.core.products.product import parse_grade
from amber_acre.web.forms.fields import optional_number
from amber_acre.web.pages.bench.fields import MassRate, Percent, Size, asked, plain
from amber_acre.web.pages.bench.forms import Bench

Chosen = Annotated[float | None, plain(typed.number)]
Kinds = Annotated[float | None, optional_number("count")]
RateOrNone = Annotated[typed.Typed | None, plain(typed.mass_rate, "mass_rate_or_none")]
Nutrient = Literal["n", "p2o5", "k2o", "s", "mg", "fe"]
Ratio = Annotated[tuple[float, float, float] | None, plain(parse_grade)]


class OverShelf(Bench):
    """A ground: one of the firm's areas, or a size."""

    area: Chosen = asked("Area")
    size: Size = asked("or a ground of", "4,500 sq ft, 420 m²")
    site: Literal["turf", "plantings", "pots"] = asked("for", "", default="turf")


class CompareForm(OverShelf):
    nutrient: Nutrient = asked("Nutrient", default="n")
    need: MassRate = asked("How much of it", "0.7 lb/1000, 3 g/m²")
    ratio: Ratio = asked("Nearest to a ratio", "3-1-2")


class BlendForm(OverShelf):
    n: RateOrNone = asked("Nitrogen, at least", "0.7 lb/1000, 3 g/m²")
    p2o5: RateOrNone = asked("Phosphate, at least")
    k2o: RateOrNone = asked("Potash, at least")
    s: RateOrNone = asked("Sulphur, at least")
    mg: RateOrNone = asked("Magnesium, at least")
    fe: RateOrNone = asked("Iron, at least")
    n_most: RateOrNone = asked("Nitrogen, at most")
    p2o5_most: RateOrNone = asked("Phosphate, at most", "0 g/m² keeps it out")
    k2o_most: RateOrNone = asked("Potash, at most")
    slow: Percent = asked("of the nitrogen slow", "%, at least")
    nitrate: Percent = asked("of it nitrate", "%, at least")
    ammoniacal: Percent = asked("of it ammonium", "%, at least")
    urea: Percent = asked("of it urea", "%, at most")
    kinds: Kinds = asked("Products at most", f"{MOST_KINDS} where nothing is typed")
