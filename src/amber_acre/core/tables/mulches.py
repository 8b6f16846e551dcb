"""Kinds of mulch: grain, usual depth, how fast they go, weight, and what speaks for and against each where.

Figures are common practice, shares of loss from memory of extension sheets; no kind is the best one.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Grain = Literal["coarse", "medium", "fine"]
# A place's conditions that a kind is held against; the words are those of the area's form.
Condition = Literal[
    "slope",
    "wind",
    "heat",
    "dry_natives",
    "acid",
    "lawn",
    "feeds",
    "weeds",
    "cheap",
    "fire",
    "wet",
    "untested",
    "high_p",
]
CONDITION_WORDS: dict[Condition, str] = {
    "slope": "on a slope",
    "wind": "in wind",
    "heat": "in a hot place",
    "dry_natives": "under dry-country natives",
    "acid": "under acid lovers",
    "lawn": "as a top-dressing of lawn",
    "feeds": "to feed the soil",
    "weeds": "against weeds",
    "cheap": "for little money",
    "fire": "near a house in fire country",
    "wet": "on ground that stands wet",
    "untested": "where nobody has tested phosphorus",
    "high_p": "where a test is high in phosphorus",
}


@dataclass(frozen=True)
class Mulch:
    """A kind of mulch. Depths in mm; ``loss_share``: of its depth a year, low and high; ``settles``: share of what is
    laid that sinks in the first weeks; ``suits`` and ``wrong``: conditions it is right or wrong for, with the reason.
    """

    key: str
    name: str
    organic: bool
    grain: Grain
    depth_mm: tuple[float, float]
    loss_share: tuple[float, float]
    settles: float
    density_kg_l: float
    trades: str
    suits: tuple[tuple[Condition, str], ...]
    wrong: tuple[tuple[Condition, str], ...]
    caution: str = ""
    source: str = "common-practice"


_BURNS: tuple[Condition, str] = ("fire", "it burns, or glows for days after embers")
_RICH: tuple[tuple[Condition, str], ...] = (
    ("untested", "a layer brings more of it than plants use in years: test first"),
    ("high_p", "it brings years of it more"),
)
_ROLLS = "big nuggets float and roll"
_MOIST = "it keeps crowns of dry-country plants moist, and they rot"
_COARSE = "too coarse to fall between grass"
MULCHES: dict[str, Mulch] = {
    row.key: row
    for row in (
        Mulch("chips", "arborist chips", True, "coarse", (50, 100), (0.20, 0.35), 0.15, 0.35,
              "cheap, long lasting, knits together; source often unknown",
              (("slope", "mixed sizes knit"), ("wind", "it lies heavy enough"), ("cheap", "often free"),
               ("weeds", "keeps light out for two years"), ("heat", "shades the soil")),
              (("lawn", _COARSE), ("dry_natives", _MOIST), _BURNS),
              "Chips of unknown source: gloves, look for weeds and irritant plants; not from a wilted tree of the same"
              " genus; let them age."),
        Mulch("bark", "coarse bark", True, "coarse", (50, 80), (0.20, 0.30), 0.10, 0.30,
              "looks neat, lasts; brings no food", (("heat", "shades the soil"), ("weeds", "a sterile surface")),
              (("slope", _ROLLS), ("lawn", _COARSE), ("dry_natives", _MOIST), _BURNS,
               ("feeds", "brings next to nothing"))),
        Mulch("bark-fine", "fine bark", True, "medium", (40, 75), (0.30, 0.45), 0.15, 0.35,
              "neat; goes sooner than coarse bark", (("slope", "shreds hold"),),
              (("wind", "light pieces blow"), ("lawn", _COARSE), ("dry_natives", _MOIST), _BURNS)),
        Mulch("bark-pine", "pine bark", True, "coarse", (50, 80), (0.20, 0.30), 0.10, 0.30,
              "for pines and acid lovers; brings no food", (("acid", "acid by nature, slightly"),),
              (("slope", _ROLLS), ("lawn", _COARSE), ("dry_natives", _MOIST), _BURNS)),
        Mulch("needles", "pine needles", True, "medium", (50, 80), (0.30, 0.50), 0.30, 0.10,
              "light, airy, knits; burns easily", (("acid", "usual under acid lovers"), ("slope", "needles knit")),
              (("fire", "it burns easily"), ("lawn", _COARSE), ("dry_natives", _MOIST))),
        Mulch("living", "living mulch", True, "medium", (50, 80), (0.35, 0.50), 0.20, 0.45,
              "compost and ground trimmings: feeds and covers", (("feeds", "compost in it feeds"),),
              (("dry_natives", _MOIST), _BURNS, ("lawn", _COARSE)), "Ground local trimmings: gloves, look for weeds."),
        Mulch("leaf-mould", "leaf mould", True, "fine", (30, 60), (0.50, 0.70), 0.30, 0.40,
              "the woodland floor; gone in a year", (("feeds", "feeds gently"), ("acid", "does not lime")),
              (("wind", "it blows"), ("dry_natives", _MOIST), _BURNS)),
        Mulch("conditioner", "chunky soil conditioner", True, "medium", (40, 75), (0.30, 0.45), 0.15, 0.45,
              "poor for a year or two, then builds soil", (("feeds", "builds soil over years"),),
              (("dry_natives", _MOIST), _BURNS, ("lawn", _COARSE))),
        Mulch("straw", "straw", True, "medium", (75, 150), (0.60, 0.80), 0.40, 0.06,
              "cheap and quick to go; brings seed", (("cheap", "cheap"),),
              (("wind", "it blows"), ("fire", "it burns easily"), ("lawn", _COARSE), ("dry_natives", _MOIST)),
              "Straw holds seed: look for seedlings."),
        Mulch("compost", "compost", True, "fine", (25, 60), (0.50, 0.70), 0.25, 0.60,
              "feeds; blown-in seed comes up in it",
              (("feeds", "brings nitrogen, phosphorus and potash"), ("lawn", "fine enough for grass")),
              (("weeds", "seed that blows in comes up"), ("slope", "it washes off"), ("dry_natives", _MOIST), _BURNS,
               *_RICH),
              "Compost: damp it, ventilate, wash hands."),
        Mulch("manure", "rotted manure", True, "fine", (25, 50), (0.50, 0.70), 0.25, 0.70,
              "feeds; salty, may hold seed and residues", (("feeds", "brings most of all"),),
              (("acid", "salty and liming"), ("dry_natives", _MOIST), _BURNS, ("slope", "it washes off"), *_RICH),
              "Rotted manure: gloves, wash hands; residues of weedkillers are possible."),
        Mulch("mushroom", "mushroom compost", True, "fine", (25, 50), (0.50, 0.70), 0.25, 0.60,
              "feeds; holds lime and salt", (("feeds", "brings nitrogen and lime"),),
              (("acid", "it holds lime"), ("dry_natives", _MOIST), _BURNS, ("slope", "it washes off"), *_RICH)),
        Mulch("gravel", "gravel or rock", False, "coarse", (40, 75), (0.0, 0.05), 0.0, 1.60,
              "lasts; heats and reflects", (("dry_natives", "dry crowns, as at home"), ("fire", "does not burn"),
              ("wind", "it stays")),
              (("heat", "it reflects heat on other plants"), ("feeds", "brings nothing"), ("lawn", _COARSE),
               ("acid", "limestone gravel limes"), ("slope", "loose stones roll"))),
        Mulch("rubber", "rubber", False, "medium", (40, 60), (0.0, 0.05), 0.0, 0.50,
              "not recommended: it heats, smells and sheds zinc", (),
              (("heat", "it heats the soil"), ("fire", "it burns and is hard to put out"), ("feeds", "brings nothing"),
               ("dry_natives", "it heats the soil"), ("lawn", _COARSE), ("slope", "light pieces wash off"))),
    )
}  # fmt: skip
AT_MOST_MM = 100.0  # more mulch than this keeps air and rain from roots [common-practice]
ASKED_ABOVE_MM = 150.0  # nobody lays more: a slip of the unit [common-practice]
RENEW_BELOW_SHARE = 2 / 3  # organic mulch is topped up when a third of its depth is gone [common-practice]
ORGANIC_RENEWAL_YEARS = 2.0  # where nothing was measured [common-practice]
GRAVEL_RENEWAL_YEARS = 10.0  # it sinks and silts up [common-practice]
