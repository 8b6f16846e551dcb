"""What is in the bag, drawn as layers as high as their share of the weight."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.products.product import Product
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS

LEFT, TOP, WIDE, TALL = 12.0, 14.0, 130.0, 240.0
LINE_PX = 17.0  # between two labels
TRACE = 0.002  # of the weight: less is told together
NAMES = {"Ca": "calcium", "Mg": "magnesium", "S": "sulphur", "Na": "sodium", "Cl": "chloride", "Fe": "iron"}


@dataclass(frozen=True)
class Layer:
    """A part: band (y, height, px), its class, its words, and where its label stands."""

    y: float
    height: float
    look: str
    words: str
    label_y: float


@dataclass(frozen=True)
class Bag:
    """Layers from the top; ``words`` tells all of it; ``tall``: px of the drawing."""

    layers: tuple[Layer, ...]
    words: str
    tall: float


def draw_bag(product: Product) -> Bag:
    """Geometry of what the guaranteed analysis names; the rest is carrier, oxygen, water."""
    parts = _parts(product)
    y, label_y, layers = TOP, TOP + 10.0, []
    for words, share, look in parts:
        height = share * TALL
        label_y = max(label_y, y + height / 2 + 4)
        layers.append(Layer(round(y, 1), round(height, 1), look, f"{100 * share:.3g} % {words}", round(label_y, 1)))
        y += height
        label_y += LINE_PX
    return Bag(tuple(layers), "; ".join(layer.words for layer in layers), round(max(TOP + TALL + 14, label_y), 1))


def _parts(product: Product) -> list[tuple[str, float, str]]:
    found = [
        (f"nitrogen, {FORM_ROWS[form].name}", share, "bag-n-quick" if FORM_ROWS[form].quick else "bag-n-slow")
        for form, share in product.nitrogen.items()
        if share > 0
    ]
    found += [
        (words, share, look)
        for words, share, look in (
            ("phosphate P₂O₅", product.p2o5, "bag-p"),
            ("potash K₂O", product.k2o, "bag-k"),
            ("elemental sulphur", product.soil.elemental_sulphur, "bag-s"),
        )
        if share > 0
    ]
    named = {key: share for key, share in product.other.items() if key != "S" or not product.soil.elemental_sulphur}
    found += [
        (NAMES.get(key, key), share, "bag-s" if key == "S" else "bag-other")
        for key, share in named.items()
        if share >= TRACE
    ]
    traces = sum(share for share in named.values() if share < TRACE)
    if traces:
        found.append(("trace elements", traces, "bag-other"))
    rest = 1 - sum(share for _, share, _ in found)
    if rest > TRACE:
        found.append(("the rest: carrier, oxygen, water", rest, "bag-rest"))
    return found
