"""The kinds of area: what each is measured by, and what is asked about it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from amber_acre.core.measure.condition import COLOURS
from amber_acre.core.tables.acidifying import FIZZ_TEST
from amber_acre.core.tables.care_groups import CARE_GROUPS
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.tables.trunks import BREAST_HEIGHT_M, CALIPER_BOUND_M, CALIPER_LARGE_M, CALIPER_SMALL_M

Quantity = Literal[
    "text",
    "length",
    "lengths",
    "count",
    "volume",
    "choice",
    "number",
    "area",
    "slope",
    "year",
    "plants",
    "day",
    "year_days",
]
Kind = Literal["lawn", "patch", "hedge", "tree", "bed", "container"]
Choice = tuple[str, str]
YES_NO: tuple[Choice, ...] = (("yes", "yes"), ("no", "no"))


@dataclass(frozen=True)
class Fact:
    """One thing asked about an area: key, label, how it is read; unknown is allowed unless ``needed``. ``zero``: a
    length that may be none at all."""

    key: str
    label: str
    quantity: Quantity = "text"
    hint: str = ""
    needed: bool = False
    choices: tuple[Choice, ...] = ()
    limits: tuple[float, float] = (0.0, math.inf)
    zero: bool = False


@dataclass(frozen=True)
class AreaKind:
    """A kind of area. ``drawn_by``: a measured shape, or its facts; ``later``: what is said where rules are to come.

    ``turf``: grass grows there. ``grown``: plants stand there, unless it is said to be bare. ``roots_near``: feeding
    roots lie so near the surface that nothing is dug in. ``by_litre``: doses are by the litre of medium.
    """

    key: Kind
    name: str
    drawn_by: Literal["shape", "facts"]
    facts: tuple[Fact, ...]
    later: str = ""
    turf: bool = False
    grown: bool = False
    roots_near: bool = False
    by_litre: bool = False


_MULCH = (("none", "bare soil"), *((row.key, row.name) for row in MULCHES.values()))
_MEDIUM = (
    ("peat", "peat-based mix"),
    ("bark", "bark-based mix"),
    ("coir", "coir"),
    ("soil", "soil-based"),
    ("soilless", "other soilless"),
)
# What somebody wants of the plants, and what was found: each feed answers one of them [common-practice].
AIMS = (
    ("keep", "keep it healthy"),
    ("less", "less work"),
    ("growth", "more growth"),
    ("flowers", "flowers or fruit"),
    ("recover", "recover"),
)
FINDINGS = (
    ("none", "nothing: it looks well"),
    ("short", "short shoots or small leaves"),
    ("low-n", "a test or leaf analysis low in nitrogen"),
    ("pale-old", "pale, old leaves first"),
    ("pale-new", "new leaves yellow, veins green"),
    ("k-old", "oldest leaves speckled, tips scorched"),
    ("wilt", "wilting in heat or drought"),
    ("salt", "browned by salt"),
    ("compact", "thin crown, ground compacted"),
    ("roots", "roots cut or driven over, building work"),
    ("cold", "pale everywhere, soil still cold"),
    ("failing", "failing after many years"),
    ("pot-dry", "dry and wilted in the pot"),
)
_CARE = (
    Fact("aim", "What is wanted", "choice", "without an answer: keep it healthy", choices=AIMS),
    Fact(
        "finding", "What was found", "choice", "a feed answers a finding; trees are fed by one alone", choices=FINDINGS
    ),
    Fact("planted_on", "Planted on", "day", "plants of this year are watered and mulched, not pushed"),
)
_BLOOM = Fact("bloom_end", "Bloom is over by", "year_days", "a day of the year: 12 June")
_COVER = (
    Fact("mulch_kind", "Mulch now", "choice", choices=_MULCH),
    Fact("mulch_depth", "Its depth now", "length", "2 in, 5 cm; 0 where it is gone", zero=True),
    Fact("mulch_seen_on", "Depth seen on", "day", "it goes down from that day; without one it stays as said"),
    Fact("fabric", "Fabric under it", "choice", choices=YES_NO),
    Fact("against", "Mulch lies against stems", "choice", choices=YES_NO),
)
_BED_GROUPS = tuple((key, row.name) for key, row in CARE_GROUPS.items() if row.basis == "area")
_LEAF = (("low", "low"), ("fine", "fine"))
_PLANT = Fact("plant", "What grows there", "text", "a name from the Almanac, or your own")
_ROOTSTOCK = Fact(
    "rootstock",
    "Rootstock of roses",
    "choice",
    choices=(("multiflora", "multiflora"), ("indica", "Indica"), ("own", "their own roots")),
)
_KINDS = (
    AreaKind(
        "lawn",
        "Lawn",
        "shape",
        (
            Fact(
                "begins",
                "New grass",
                "choice",
                "an established lawn needs no answer",
                choices=(("seed", "sown anew"), ("turf", "laid as turf"), ("over", "overseeded")),
            ),
            Fact("begins_on", "Sown, laid or overseeded on", "day"),
            Fact(
                "winter_grass",
                "Winter grass sown into it",
                "choice",
                "a cool-season grass over a warm-season lawn",
                choices=tuple((g.key, g.common_name) for g in GRASSES if g.season == "cool"),
            ),
            Fact(
                "wear",
                "Wear",
                "choice",
                "what is worn grows again, and takes more",
                choices=(("usual", "as a garden's"), ("heavy", "heavy: games, dogs, a way across")),
            ),
            Fact(
                "leaves",
                "Fallen leaves",
                "choice",
                "mown into it they feed a little",
                choices=(("away", "taken away"), ("mown", "mown into it")),
            ),
            Fact("event", "It must look its best on", "day", "iron for colour is planned backwards from it"),
        ),
        turf=True,
        grown=True,
    ),
    AreaKind(
        "patch",
        "Patch within a lawn",
        "shape",
        (
            Fact(
                "cause",
                "Cause",
                "choice",
                needed=True,
                choices=(
                    ("dry", "dry, repels water"),
                    ("bare", "bare"),
                    ("trench", "relaid over a trench"),
                    ("shade", "shaded"),
                    ("worn", "worn"),
                    ("scorched", "scorched or stained"),
                    ("unknown", "not known yet"),
                ),
            ),
            Fact("sunk", "Sunk by", "length", "under the lawn beside it: 25 mm, 1 in"),
            Fact("treatment", "Treatment", "text", "what is tried here, and only here"),
            Fact(
                "fed",
                "Feeding",
                "choice",
                choices=(("with", "with its lawn"), ("own", "only as its treatment says")),
            ),
            Fact("pair", "Compared with", "text", "the untreated patch or area it is judged against"),
        ),
        "A patch takes its size from the lawn it lies in, and is fed with it unless its treatment says otherwise. Its"
        " soil can be corrected by itself.",
        turf=True,
        grown=True,
    ),
    AreaKind(
        "hedge",
        "Hedge",
        "facts",
        (
            _PLANT,
            Fact("run", "Length of its run", "length", "or plants and spacing below"),
            Fact("plants", "Plants", "count"),
            Fact("spacing", "Spacing", "length"),
            Fact("width", "Width", "length", needed=True),
            Fact(
                "margin", "Root margin on each side", "length", "0.3 m is usual; 0 if walled in", needed=True, zero=True
            ),
            Fact("height", "Height", "length"),
            Fact("clips", "Clipped about", "year_days", "days of the year: 20 May; 9 July"),
            *_CARE,
            *_COVER,
        ),
        grown=True,
        roots_near=True,
    ),
    AreaKind(
        "tree",
        "Tree",
        "facts",
        (
            _PLANT,
            Fact(
                "trunk_by",
                "Trunk measured as",
                "choice",
                f"diameter at {BREAST_HEIGHT_M:g} m (4.5 ft); caliper at {CALIPER_SMALL_M * 100:.0f} cm (6 in), or"
                f" {CALIPER_LARGE_M * 100:.0f} cm (12 in) over {CALIPER_BOUND_M * 100:.0f} cm (4 in)",
                needed=True,
                choices=(
                    ("diameter", "diameter at breast height"),
                    ("caliper", "caliper"),
                    ("circumference", "circumference"),
                ),
            ),
            Fact("stems", "Stems", "lengths", "one size a stem, e.g. 32 cm; 28 cm", needed=True),
            Fact("crown", "Spread of the crown", "length"),
            Fact(
                "zone_by",
                "Root zone",
                "choice",
                needed=True,
                choices=(("trunk", "circle by the trunk"), ("dripline", "out to the dripline")),
            ),
            Fact(
                "factor", "Radius for each trunk diameter", "number", "12 to 18 (1 to 1.5 ft an inch)", limits=(12, 18)
            ),
            Fact("hard_surface", "Hard surface on the root zone", "area"),
            Fact(
                "stage",
                "Chlorosis stage",
                "choice",
                "as in looks; against a neighbour of another kind that is fine",
                choices=tuple((str(grade), f"{grade} {words}") for grade, words in COLOURS.items()),
            ),
            Fact(
                "age",
                "Age",
                "choice",
                "a mature tree is fed by a finding alone",
                choices=(("young", "young, still filling its place"), ("mature", "mature")),
            ),
            *_CARE,
            Fact("leaf_iron", "Iron by a leaf analysis", "choice", choices=_LEAF),
            Fact("leaf_manganese", "Manganese by a leaf analysis", "choice", choices=_LEAF),
            Fact("injected_on", "Last injected on", "day"),
            Fact("ports", "Ports of earlier years", "count", "each is a wound: they are counted"),
            Fact("ring", "Mulch ring, radius", "length", "from the middle of the trunk"),
            *_COVER,
        ),
        grown=True,
        roots_near=True,
    ),
    AreaKind(
        "bed",
        "Ornamental bed",
        "shape",
        (
            Fact(
                "plants",
                "Plants",
                "plants",
                "one kind a line with its count: 14 roses, or 14 × Rosa hybrids, planted 2026-03 where you know",
            ),
            Fact(
                "care",
                "Cared for as",
                "choice",
                "the plants say it; choose where they do not",
                choices=_BED_GROUPS,
            ),
            _BLOOM,
            *_CARE,
            _ROOTSTOCK,
            Fact("since", "Bed planted in", "year", "the year", limits=(1900, 2100)),
            Fact(
                "colour",
                "Hydrangea colour wanted",
                "choice",
                choices=(("as", "as it is"), ("blue", "blue")),
            ),
            *_COVER,
            Fact("trunks", "Trunks to keep clear", "count"),
            Fact("clear", "Clear radius round each", "length", "0.3 m"),
            Fact("lean", "Lean dry-country natives", "choice", choices=YES_NO),
        ),
        grown=True,
    ),
    AreaKind(
        "container",
        "Container group",
        "facts",
        (
            _PLANT,
            Fact("count", "Containers", "count", needed=True),
            Fact("diameter", "Diameter of one", "length", "or the volume"),
            Fact("depth", "Depth of the medium", "length", "with the diameter"),
            Fact("volume", "Volume of one", "volume", "as printed: 30 L"),
            Fact("medium", "Medium", "choice", choices=_MEDIUM),
            _ROOTSTOCK,
            Fact(
                "care",
                "Cared for as",
                "choice",
                "the plant says it; choose where it does not",
                choices=tuple((key, row.name) for key, row in CARE_GROUPS.items() if row.basis == "litre"),
            ),
            Fact(
                "winter",
                "In winter",
                "choice",
                choices=(("out", "stays outside"), ("in", "comes indoors"), ("gone", "planted anew each year")),
            ),
            *_CARE,
        ),
        by_litre=True,
    ),
)
KINDS: dict[str, AreaKind] = {kind.key: kind for kind in _KINDS}
SITE_FACTS: tuple[Fact, ...] = (
    Fact("slope", "Slope", "slope", "1:3, 18 % or 10°; the plan is stretched to the surface"),
    Fact("sun", "Hours of sun in summer", "number", limits=(0, 24)),
    Fact("wind", "Wind", "choice", choices=(("sheltered", "sheltered"), ("open", "open"), ("exposed", "exposed"))),
    Fact("fire", "Fire country, and a house within 1.5 m (5 ft)", "choice", choices=YES_NO),
    Fact("irrigation", "Irrigation", "choice", choices=(*YES_NO, ("repair", "there, to be mended"))),
    Fact("sprinkler", "Sprinklers give in an hour", "length", "by catch cups: 12 mm, 0.5 in", limits=(0.0005, 0.2)),
    Fact("hard_edge", "Paving alongside (iron stains)", "choice", choices=YES_NO),
    Fact(
        "texture",
        "Soil by feel",
        "choice",
        "where no laboratory gave sand, silt and clay",
        choices=tuple((name, name) for name in TEXTURES),
    ),
    Fact("topsoil", "Depth of topsoil", "length", "12 cm, 5 in"),
    Fact("roots", "Depth of roots", "length", "of a plug"),
    Fact("wet", "Stands wet", "choice", choices=YES_NO),
    Fact(
        "fizz",
        "A crumb with a drop of acid",
        "choice",
        "free lime fizzes",
        choices=tuple((key, words) for key, (words, _) in FIZZ_TEST.items()),
    ),
    Fact("canopy", "Under a tree's canopy", "choice", choices=YES_NO),
    Fact("bare", "Bare ground, unplanted", "choice", choices=YES_NO),
    Fact("water", "Water or a well nearby", "text", "what and how far: stream, 12 m"),
    Fact("pets", "Pets on it", "choice", choices=YES_NO),
    Fact("built", "Built or stripped in", "year", "the year", limits=(1500, 2100)),
)


def facts_of(kind: str) -> tuple[Fact, ...]:
    """Everything asked about an area of this kind."""
    return (*KINDS[kind].facts, *SITE_FACTS)
