"""Causes of pale leaves and the evidence for and against each: common practice, and extension keys from memory
[leaf-keys]."""

from __future__ import annotations

from dataclasses import dataclass

# Question → its answers; '' is always "not looked at".
QUESTIONS: dict[str, tuple[str, tuple[tuple[str, str], ...]]] = {
    "leaves": (
        "Which leaves first?",
        (("old", "old ones, low down"), ("new", "new ones, at the tips"), ("all", "all alike")),
    ),
    "pattern": (
        "How?",
        (
            ("even", "evenly pale"),
            ("veins", "yellow, veins stay green"),
            ("edges", "edges scorched"),
            ("spots", "spots and patches"),
        ),
    ),
    "onset": ("How did it come?", (("slow", "over weeks or years"), ("sudden", "suddenly and everywhere"))),
    "season": ("When?", (("cold", "cold spring, soil still cold"), ("warm", "in growth, soil warm"))),
    "fed": ("Last feed?", (("recent", "within two months"), ("long", "longer ago, or never"))),
    "water": ("Soil moisture?", (("dry", "dry"), ("wet", "standing wet"), ("right", "right"))),
    "ground": ("Beside it?", (("lime", "concrete, mortar, limestone chips"), ("plain", "nothing of the kind"))),
}


@dataclass(frozen=True)
class Cause:
    """A cause: ``signs`` maps an evidence (question=answer, or a test finding) to its weight, and ``next_step`` what
    then."""

    key: str
    name: str
    signs: dict[str, tuple[float, str]]
    next_step: str
    correct: str


CAUSES: tuple[Cause, ...] = (
    Cause(
        "nitrogen",
        "nitrogen short",
        {
            "leaves=old": (2, "old leaves pale first: nitrogen moves to new ones"),
            "leaves=all": (1, "all leaves alike"),
            "leaves=new": (-2, "new leaves first: nitrogen would leave the old ones"),
            "pattern=even": (2, "evenly pale"),
            "pattern=veins": (-2, "veins stay green"),
            "fed=long": (2, "not fed for long"),
            "fed=recent": (-2, "fed within two months"),
            "season=cold": (-1, "cold soil gives little, and takes little"),
            "om=low": (1, "little organic matter"),
            "ph=high": (-1, "alkaline soil points elsewhere"),
        },
        "Feed as the year's plan says: the dose is there, by need and label.",
        "plan",
    ),
    Cause(
        "magnesium",
        "magnesium short",
        {
            "leaves=old": (2, "old leaves first"),
            "pattern=veins": (2, "yellow between green veins"),
            "leaves=new": (-2, "new leaves first"),
            "pattern=even": (-1, "evenly pale"),
            "mg=low": (3, "magnesium tests low"),
            "mg=adequate": (-3, "magnesium tests adequate"),
            "mg=high": (-3, "magnesium tests high"),
            "k=high": (1, "much potassium crowds magnesium out"),
            "ph=low": (1, "acid soil"),
        },
        "Magnesium sulphate by its label, or dolomitic lime where the pH is low too.",
        "mg",
    ),
    Cause(
        "potassium",
        "potassium short",
        {
            "leaves=old": (1, "old leaves first"),
            "leaves=new": (-2, "new leaves first"),
            "pattern=edges": (2, "scorched edges"),
            "pattern=even": (-1, "evenly pale"),
            "onset=slow": (0.5, "came slowly"),
            "k=low": (3, "potassium tests low"),
            "k=adequate": (-3, "potassium tests adequate"),
            "k=high": (-3, "potassium tests high"),
        },
        "Potash for what the test lacks, less what the year's feeds bring.",
        "k",
    ),
    Cause(
        "lime-iron",
        "iron or manganese locked up by lime",
        {
            "leaves=new": (2, "new leaves first"),
            "leaves=old": (-2, "old leaves first"),
            "pattern=veins": (3, "yellow between green veins"),
            "pattern=even": (-2, "evenly pale"),
            "onset=slow": (1, "came slowly"),
            "ph=high": (3, "the soil is alkaline"),
            "ph=low": (-3, "the soil is acid: iron is free"),
            "ph=right": (-1, "the pH is in range"),
            "p=high": (1, "high phosphorus binds iron"),
            "ground=lime": (1, "lime beside it"),
            "fed=recent": (1, "feeding did not help"),
        },
        "Feeding harder does not help. Lower the pH if free lime allows, else a chelate that holds at this pH, or"
        " tolerant plants.",
        "ph",
    ),
    Cause(
        "iron-short",
        "iron or manganese truly short",
        {
            "leaves=new": (2, "new leaves first"),
            "leaves=old": (-2, "old leaves first"),
            "pattern=veins": (2, "yellow between green veins"),
            "pattern=even": (-1, "evenly pale"),
            "fe=low": (2, "iron tests low"),
            "mn=low": (2, "manganese tests low"),
            "fe=adequate": (-1, "iron tests adequate"),
            "fe=high": (-2, "iron tests high"),
            "mn=adequate": (-1, "manganese tests adequate"),
            "mn=high": (-2, "manganese tests high"),
            "ph=high": (-3, "the soil is alkaline: locked up more than short"),
            "ph=right": (1, "the pH does not lock it up"),
            "ph=low": (0.5, "the pH does not lock it up"),
        },
        "The element that tests low, by its label. Without a test of iron and manganese, test first.",
        "fe",
    ),
    Cause(
        "phosphorus-excess",
        "phosphorus excess binding iron",
        {
            "p=high": (3, "phosphorus tests high"),
            "p=adequate": (-2, "phosphorus tests adequate"),
            "p=low": (-3, "phosphorus tests low"),
            "leaves=new": (1, "new leaves first"),
            "pattern=veins": (1, "yellow between green veins"),
        },
        "No phosphorus for years; iron as a chelate meanwhile.",
        "plan",
    ),
    Cause(
        "cold",
        "cold soil: wait",
        {
            "season=cold": (3, "the soil is still cold"),
            "season=warm": (-3, "the soil is warm"),
            "leaves=old": (1, "old leaves, in spring"),
            "onset=slow": (0.5, "with the spring"),
        },
        "Wait for warmth and look again; a feed now is lost.",
        "",
    ),
    Cause(
        "roots",
        "roots or water",
        {
            "onset=sudden": (3, "sudden and everywhere"),
            "onset=slow": (-1, "came slowly"),
            "water=wet": (3, "standing wet: roots cannot breathe"),
            "water=dry": (2, "dry"),
            "water=right": (-2, "moisture is right"),
            "pattern=edges": (2, "scorched edges"),
        },
        "Dig and look at the roots; mend water and drainage first.",
        "water",
    ),
    Cause(
        "salt",
        "too much feed or salt",
        {
            "pattern=edges": (2, "scorched edges"),
            "fed=recent": (2, "fed within two months"),
            "fed=long": (-2, "not fed for long"),
            "salts=high": (3, "salts test high"),
            "salts=low": (-2, "salts test low"),
        },
        "Water through with good water; no feed until growth is healthy.",
        "water",
    ),
    Cause(
        "sulphur",
        "sulphur short",
        {
            "leaves=new": (1, "new leaves first"),
            "leaves=all": (0.5, "all leaves"),
            "pattern=even": (1, "evenly pale"),
            "s=low": (2, "sulphur tests low"),
            "s=adequate": (-2, "sulphur tests adequate"),
            "om=low": (0.5, "little organic matter"),
        },
        "A feed with sulphate in it: the sulphate feeds, it does not change the pH.",
        "s",
    ),
    Cause(
        "damage",
        "disease, insects or spray",
        {
            "pattern=spots": (3, "spots and patches"),
            "onset=sudden": (1, "sudden"),
            "pattern=even": (-1, "evenly pale"),
        },
        "Have it looked at before anything is put down: feed does not cure it.",
        "",
    ),
)
