"""Handfuls and spoons by one's own weight: weighed once, told as so many of them to the quarter."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange

MEASURES: dict[str, tuple[str, str]] = {
    "handful": ("handful", "handfuls"),
    "spoon": ("spoon", "spoons"),
    "cup": ("cup", "cups"),
    "scoop": ("scoop", "scoops"),
}
GRAMS = (0.5, 2000.0)  # from a tea spoon of dust to a big scoop of lime [common-practice]
MOST_TOLD = 40.0  # more of them are weighed, not counted [common-practice]
_QUARTERS = {0: "", 1: "¼", 2: "½", 3: "¾"}


@dataclass(frozen=True)
class HandMeasure:
    """One person's measure of a product: ``name`` a key of MEASURES, ``grams`` of it that it holds level.

    Refuses what no hand or spoon holds (OutOfRange).
    """

    who: str
    name: str
    grams: float

    def __post_init__(self) -> None:
        low, high = GRAMS
        if not low <= self.grams <= high:
            raise OutOfRange(
                f"{self.grams:.3g} g in one is outside {low:g} g to {high / 1000:g} kg. Check the unit, and how many"
                " were weighed together.",
                field="weighs",
                value=self.grams,
                limits=GRAMS,
            )

    def told(self, grams: float) -> str:
        """So many of it as come nearest to ``grams``: ``2¼ of Wren's handfuls (76.5 g)``; '' where a scale is better,
        under a quarter and over forty of them."""
        quarters = round(grams / self.grams * 4)
        if quarters < 1 or quarters / 4 > MOST_TOLD:
            return ""
        whole, part = divmod(quarters, 4)
        one, more = MEASURES[self.name]
        count = f"{whole or ''}{_QUARTERS[part]}"
        comes_to = quarters / 4 * self.grams
        weighs = f"{comes_to:,.0f}" if comes_to >= 100 else f"{comes_to:.3g}"
        return f"{count} of {self.who}'s {one if quarters <= 4 else more} ({weighs} g)"
