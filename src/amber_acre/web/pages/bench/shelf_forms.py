"""What is asked of the shelf: products beside each other, and blends."""

from __future__ import annotations

from typing import Annotated, Literal

from amber_acre.core.bench.blending import MOST_KINDS
from amber_acre.core.products.product import parse_grade
from amber_acre.web.pages.bench.forms import Bench, MassRate, Number, Percent, Size, asked, plain

Nutrient = Literal["n", "p2o5", "k2o", "s", "mg", "fe"]
Ratio = Annotated[tuple[float, float, float] | None, plain(parse_grade)]


class OverShelf(Bench):
    """A ground: one of the firm's areas, or a size."""

    area: Number = asked("Area")
    size: Size = asked("or a ground of", "4,500 sq ft, 420 m²")
    site: Literal["turf", "plantings", "pots"] = asked("for", "", default="turf")


class CompareForm(OverShelf):
    nutrient: Nutrient = asked("Nutrient", default="n")
    need: MassRate = asked("How much of it", "0.7 lb/1000, 3 g/m²")
    ratio: Ratio = asked("Nearest to a ratio", "3-1-2")


class BlendForm(OverShelf):
    n: MassRate = asked("Nitrogen, at least", "0.7 lb/1000, 3 g/m²")
    p2o5: MassRate = asked("Phosphate, at least")
    k2o: MassRate = asked("Potash, at least")
    s: MassRate = asked("Sulphur, at least")
    mg: MassRate = asked("Magnesium, at least")
    fe: MassRate = asked("Iron, at least")
    n_most: MassRate = asked("Nitrogen, at most")
    p2o5_most: MassRate = asked("Phosphate, at most", "0 g/m² keeps it out")
    k2o_most: MassRate = asked("Potash, at most")
    slow: Percent = asked("of the nitrogen slow", "%, at least")
    nitrate: Percent = asked("of it nitrate", "%, at least")
    ammoniacal: Percent = asked("of it ammonium", "%, at least")
    urea: Percent = asked("of it urea", "%, at most")
    kinds: Number = asked("Products at most", f"{MOST_KINDS} where nothing is typed")
