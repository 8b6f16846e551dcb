"""The kinds of area: what each is measured by, and what is asked about it."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.measure.condition import COLOURS
from amber_acre.core.measure.entry import METRIC, Reading
from amber_acre.core.tables.acidifying import FIZZ_TEST
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.tables.trunks import BREAST_HEIGHT_M, CALIPER_BOUND_M, CALIPER_LARGE_M, CALIPER_SMALL_M

Quantity = Literal[
    "text", "length", "lengths", "count", "volume", "choice", "number", "area", "slope", "year", "plants", "day"
]
Kind = Literal["lawn", "patch", "hedge", "tree", "bed", "container"]
Choice = tuple[str, str]
YES_NO: tuple[Choice, ...] = (("yes", "yes"), ("no", "no"))


@dataclass(frozen=True)
class Fact:
    """One thing asked about an area: key, label, how it is read; unknown is allowed unless ``needed``."""

    key: str
    label: str
    quantity: Quantity = "text"
    hint: str = ""
    needed: bool = False
    choices: tuple[Choice, ...] = ()
    limits: tuple[float, float] = (0.0, math.inf)


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


_MULCH = (
    ("none", "bare soil"),
    ("bark", "bark"),
    ("chips", "arborist chips"),
    ("compost", "compost or manure"),
    ("conditioner", "chunky soil conditioner"),
    ("living", "living mulch"),
    ("gravel", "gravel or rock"),
    ("rubber", "rubber"),
)
_MEDIUM = (
    ("peat", "peat-based mix"),
    ("bark", "bark-based mix"),
    ("coir", "coir"),
    ("soil", "soil-based"),
    ("soilless", "other soilless"),
)
_PLANT = Fact("plant", "What grows there", "text", "a name from the Almanac, or your own")
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
            Fact("run", "Run", "length", "or plants and spacing below"),
            Fact("plants", "Plants", "count"),
            Fact("spacing", "Spacing", "length"),
            Fact("width", "Width", "length", needed=True),
            Fact("margin", "Root margin on each side", "length", "0.3 m is usual; 0 if walled in", needed=True),
            Fact("height", "Height", "length"),
        ),
        "Feeding of hedges comes later; the soil of one can be corrected.",
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
        ),
        "Feeding of trees comes later: a tree needs a reason of its own before it is fed. Its soil can be corrected.",
        grown=True,
        roots_near=True,
    ),
    AreaKind(
        "bed",
        "Ornamental bed",
        "shape",
        (
            Fact("plants", "Plants", "plants", "one kind a line with its count: 14 × Rosa hybrids"),
            Fact("mulch_kind", "Mulch now", "choice", choices=_MULCH),
            Fact("mulch_depth", "Its depth now", "length", "2 in, 5 cm"),
            Fact("fabric", "Fabric under it", "choice", choices=YES_NO),
            Fact("trunks", "Trunks to keep clear", "count"),
            Fact("clear", "Clear radius round each", "length", "0.3 m"),
            Fact("lean", "Lean dry-country natives", "choice", choices=YES_NO),
        ),
        "Feeding and mulch of beds come later; the soil of one can be corrected.",
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
        ),
        "Feeding of containers comes later.",
        by_litre=True,
    ),
)
KINDS: dict[str, AreaKind] = {kind.key: kind for kind in _KINDS}
SITE_FACTS: tuple[Fact, ...] = (
    Fact("slope", "Slope", "slope", "1:3, 18 % or 10°; the plan is stretched to the surface"),
    Fact("sun", "Hours of sun in summer", "number", limits=(0, 24)),
    Fact("wind", "Wind", "choice", choices=(("sheltered", "sheltered"), ("open", "open"), ("exposed", "exposed"))),
    Fact("irrigation", "Irrigation", "choice", choices=YES_NO),
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

Value = float | str | tuple[float, ...] | tuple[tuple[int, str], ...]


@dataclass(frozen=True)
class ReadFact:
    """A fact's value in the program's units and its text, completed with the unit it was read in."""

    value: Value
    text: str


def facts_of(kind: str) -> tuple[Fact, ...]:
    """Everything asked about an area of this kind."""
    return (*KINDS[kind].facts, *SITE_FACTS)


def read_facts(
    kind: str, texts: Mapping[str, str], reading: Reading = METRIC
) -> tuple[dict[str, ReadFact], list[AmberError]]:
    """Every fact that was given, and every refusal (field: the fact's key). Unknown ones are left out."""
    read, faults = {}, []
    for fact in facts_of(kind):
        text = texts.get(fact.key, "").strip()
        try:
            if text:
                read[fact.key] = read_fact(fact, text, reading)
            elif fact.needed:
                raise MissingInput(f"{fact.label} is needed.", field=fact.key)
        except AmberError as error:
            error.field = fact.key
            faults.append(error)
    return read, faults


def read_fact(fact: Fact, text: str, reading: Reading = METRIC) -> ReadFact:
    """One fact from its text; NotUnderstood and OutOfRange as its quantity refuses."""
    match fact.quantity:
        case "text":
            return ReadFact(text, text)
        case "choice":
            if text not in {key for key, _ in fact.choices}:
                raise NotUnderstood("Choose one of the options.", field=fact.key, value=text)
            return ReadFact(text, text)
        case "length":
            zero = fact.key == "margin" and re.fullmatch(r"0+(\.0+)?\s*\D*", text) is not None
            read = (typed.distance if zero else typed.length)(text, reading.bare_length, fact.key, reading.pace_m)
            return ReadFact(read.value, read.text)
        case "lengths":
            stems = [
                typed.length(part, reading.bare_length, fact.key) for part in re.split(r"[;\n]", text) if part.strip()
            ]
            return ReadFact(tuple(stem.value for stem in stems), "; ".join(stem.text for stem in stems))
        case "area":
            size = typed.area(text, reading.bare_area, fact.key)
            return ReadFact(size.value, size.text)
        case "volume":
            volume = typed.volume(text, "L", fact.key)
            return ReadFact(volume.value, volume.text)
        case "slope":
            return ReadFact(typed.slope(text, fact.key).value, text)
        case "day":
            return ReadFact(_day(text, fact.key), text)
        case "plants":
            return ReadFact(read_plants(text, fact.key), text)
        case "number" | "count" | "year":
            return ReadFact(_number(fact, text), text)


def _day(text: str, field: str) -> str:
    try:
        return date.fromisoformat(text).isoformat()
    except ValueError:
        raise NotUnderstood(
            f"“{text}” is no day. Type year, month and day, like 2026-09-12.", field=field, value=text
        ) from None


def day_of(facts: Mapping[str, ReadFact], key: str) -> date | None:
    """A fact that is a day; None where it is unknown."""
    value = facts[key].value if key in facts else None
    return date.fromisoformat(value) if isinstance(value, str) and value else None


def _number(fact: Fact, text: str) -> float:
    value = typed.number(text, fact.key)
    low, high = (1, 100_000) if fact.quantity == "count" else fact.limits
    if fact.quantity != "number" and value != int(value):
        raise NotUnderstood(f"“{text}” is not a whole number.", field=fact.key, value=text)
    if not low <= value <= high:
        raise OutOfRange(
            f"“{text}” is outside {low:g} to {high:g}. Check it.", field=fact.key, value=value, limits=(low, high)
        )
    return value


def read_plants(text: str, field: str = "plants") -> tuple[tuple[int, str], ...]:
    """Lines like ``14 × Rosa hybrids`` or ``180 Hemerocallis`` as (count, name); NotUnderstood names the line."""
    rows = []
    for n, line in enumerate(filter(None, (part.strip() for part in text.splitlines())), start=1):
        found = re.fullmatch(r"(\d{1,5})\s*(?:[x×*]\s*)?([^\W\d_].*)", line)
        if found is None or int(found[1]) < 1:
            raise NotUnderstood(
                f"Line {n}, “{line}”: type the count and then the name, like 14 × Rosa.", field=field, value=line
            )
        rows.append((int(found[1]), found[2]))
    return tuple(rows)


def number_of(facts: Mapping[str, ReadFact], key: str) -> float | None:
    """A fact that is a number, in the program's unit; None where it is unknown."""
    value = facts[key].value if key in facts else None
    return value if isinstance(value, float) else None
