"""Hydrangea flower colour: from now to wanted, through the aluminium that pH sets free, and what works against it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from amber_acre.core.soil.findings import Level

Colour = Literal["pink", "mauve", "blue", "white", "not flowering"]
COLOURS: tuple[Colour, ...] = get_args(Colour)
BLUE_BELOW, PINK_ABOVE = 5.5, 6.5  # [hydrangea-colour]
BLUE_TARGET, PINK_TARGET, MAUVE_TARGET = 5.2, 6.6, 6.0
ALUMINIUM_LOW_MG_KG = 100.0  # Mehlich-3: below, acid alone may not blue it [from-memory]
SEASONS = (1, 2)


@dataclass(frozen=True)
class ColourPlan:
    """pH to aim at (None: nothing to do or nothing that helps), direction, seasons it takes, reasons, what works
    against it."""

    target_ph: float | None
    direction: Literal["up", "down", ""]
    seasons: tuple[int, int]
    sentences: tuple[str, ...]
    against: tuple[str, ...]


def colour_plan(
    now: Colour,
    wanted: Colour,
    ph: float | None,
    phosphorus: Level,
    aluminium_mg_kg: float | None,
    changes: bool | None,
    concrete_near: bool = False,
    hard_water: bool = False,
) -> ColourPlan:
    """What brings a hydrangea from a colour to another. ``changes`` False: a cultivar known not to change; None:
    unknown.

    Blue needs pH under about 5.5 and aluminium, pink above about 6.5 [hydrangea-colour]; one to two seasons.
    """
    if changes is False or "white" in (now, wanted):
        why = "White cultivars stay white" if "white" in (now, wanted) else "This cultivar keeps its colour"
        return ColourPlan(None, "", SEASONS, (f"{why} at any pH: nothing put down changes it.",), ())
    if wanted == "not flowering":
        return ColourPlan(None, "", SEASONS, ("Choose the colour that is wanted.",), ())
    target = {"blue": BLUE_TARGET, "pink": PINK_TARGET, "mauve": MAUVE_TARGET}[wanted]
    sentences = [
        f"{wanted.capitalize()} wants pH"
        f" {'under 5.5' if wanted == 'blue' else 'above 6.5' if wanted == 'pink' else '5.5 to 6.5'}: "
        + (
            "acid sets aluminium free, and that blues the flower."
            if wanted == "blue"
            else "there aluminium stays bound."
        )
    ]
    if now == wanted:
        sentences.append("The colour is there: keep the pH, test yearly.")
    against = _against(wanted, phosphorus, aluminium_mg_kg, concrete_near, hard_water)
    if ph is None:
        sentences.append("The pH is not known: read it at the plants before anything is put down.")
        return ColourPlan(target, "", SEASONS, tuple(sentences), against)
    direction: Literal["up", "down", ""] = "down" if ph > target + 0.05 else "up" if ph < target - 0.05 else ""
    if (wanted == "blue" and ph <= BLUE_BELOW) or (wanted == "pink" and ph >= PINK_ABOVE):
        direction = ""
        sentences.append(f"pH {ph:g} is right for it already.")
        if wanted == "blue" and now != "blue":
            sentences.append(
                "Look at aluminium and phosphorus, not at more acid; or the cutting grew in limed potting mix: wait a"
                " season."
            )
    elif direction:
        sentences.append(
            f"From pH {ph:g} to about {target:g}: in steps, seen in one to two seasons, and kept up after."
        )
    if changes is None:
        sentences.append("Whether this cultivar changes is not known: try one plant first.")
    sentences.append("The cutting decides nothing: a cutting of a blue plant flowers pink in alkaline mix.")
    return ColourPlan(target, direction, SEASONS, tuple(sentences), against)


def _against(
    wanted: str, phosphorus: Level, aluminium: float | None, concrete: bool, hard_water: bool
) -> tuple[str, ...]:
    found = []
    if wanted == "blue":
        if phosphorus == "high":
            found.append(
                "Phosphorus is high and binds aluminium: no phosphorus, no bone meal; the blue may stay weak for years."
            )
        elif phosphorus == "unknown":
            found.append("Phosphorus is not tested: where it is high it binds aluminium, whatever the pH.")
        if aluminium is None:
            found.append("Aluminium is not tested: soilless and sandy mixes may hold too little.")
        elif aluminium < ALUMINIUM_LOW_MG_KG:
            found.append(
                f"Aluminium is low ({aluminium:g} mg/kg): acid alone may not do. Aluminium sulphate at its label's"
                " hydrangea dose is the classic, with gloves, away from other plants, pets and people: too much"
                " aluminium is toxic."
            )
        if concrete:
            found.append("Concrete or mortar beside it leaches lime: move the plant, or expect to repeat.")
        if hard_water:
            found.append("Hard water limes it at each watering: use rain water.")
        found.append("Bone meal and superphosphate work against blue.")
    if wanted == "pink":
        found.append(
            "Pink by lime brings iron chlorosis above about 6.5–7: stop there, and look for yellow between green veins."
        )
    return tuple(found)
