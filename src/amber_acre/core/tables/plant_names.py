"""Which plant a typed name means: botanical, common, in the plural, of a cultivar; and what else it may have meant."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import replace
from functools import lru_cache

from amber_acre.core.tables.care_groups import group_of_plant
from amber_acre.core.tables.plants import SALT, Plant, catalogue

_ASIDE = re.compile(r"\(.*?\)|['‘’\"“”][^'‘’\"“”]*['‘’\"“”]|;.*$")  # a group in brackets, a cultivar in quotes
_ANY = ("tree", "bush", "plant", "flower", "vine", "weed", "grass")  # last words that say nothing of which
ASKED_AT_MOST = 4  # plants a name is asked about at once
_STAYS = ("ss", "us", "is")  # cypress, agapanthus, iris: no plurals
_OF_SISTERS = ("shes", "ches", "xes", "sses", "ises", "uses")  # beeches, boxes, grasses, irises, crocuses


def find_plant(name: str) -> Plant | None:
    """The plant of exactly this botanical name or one of these common names, or None."""
    wanted = name.strip().lower()
    for plant in catalogue().values():
        if wanted == plant.botanical.lower() or wanted in {c.strip().lower() for c in plant.common.split(";")}:
            return plant
    return None


def nearest(name: str, among: Mapping[str, Plant] | None = None) -> Plant | None:
    """The plant a name most likely means, of the catalogue or ``among``; None where nothing is near.

    Its botanical or a common name, in the plural as well, brackets and cultivars left out, ``x`` for ×; else one of its
    genus, of those whose common names end in the word typed, or of the group so called, where all of them are cared for
    alike. Such a one is called as it was typed: an agave nobody named closer is not called the foxtail agave.
    """
    plants = tuple(dict.fromkeys((catalogue() if among is None else among).values()))
    exact = name.strip().lower()
    if "(" in exact:  # Rosa (climbing) is the climbing group
        grouped = next((plant for plant in plants if plant.botanical.lower().startswith(exact.rstrip(") "))), None)
        if grouped is not None:
            return grouped
    for wanted in (exact, _plain(name)):
        for plant in plants:
            if wanted in _names(plant):
                return plant
    kin = _kin(_plain(name), plants)
    return replace(_any_of(kin), common=name.strip()) if kin and _alike(kin) else None


def may_mean(name: str) -> tuple[Plant, ...]:
    """Plants to ask about where a name means none: its kin where they are not cared for alike, as of irises, else that
    of its last word, as of roses in “red roses”; () where there is nothing to ask, or nothing near."""
    if nearest(name) is not None:
        return ()
    plain = _plain(name)
    kin = _kin(plain, tuple(catalogue().values()))
    word = plain.rpartition(" ")[2] if " " in plain else ""
    last = nearest(word) if word and word not in _ANY else None
    first = list({group_of_plant(plant): plant for plant in reversed(kin)}.values())[::-1]  # one for each way of care
    asked = [*first, *(plant for plant in kin if plant not in first)][:ASKED_AT_MOST]
    return tuple(asked) if kin else (last,) if last is not None else ()


def _kin(plain: str, plants: tuple[Plant, ...]) -> list[Plant]:
    """Plants of the genus a plain name begins with; else those called so by their last word, else those of a group."""
    genus = plain.split(" ", maxsplit=1)[0]
    return (
        [plant for plant in plants if _plain(plant.botanical).split(" ")[0] == genus]
        or [plant for plant in plants if any(one.split(" ")[-1] == plain for one in _common(plant))]
        or [plant for plant in plants if plant.group == plain]
    )


def _plain(name: str) -> str:
    """A name in small letters without what stands aside, each word in the singular."""
    bare = _ASIDE.sub(" ", name.lower().replace(" x ", " × "))
    return " ".join(_singular(word) for word in bare.split())


def _singular(word: str) -> str:
    if word.endswith("ies") and len(word) > 4:
        return word[:-3] + "y"
    if word.endswith(_OF_SISTERS):
        return word[:-2]
    return word[:-1] if word.endswith("s") and not word.endswith(_STAYS) and len(word) > 3 else word


@lru_cache(maxsize=4096)
def _common(plant: Plant) -> frozenset[str]:
    return frozenset(_plain(one) for one in plant.common.split(";"))


@lru_cache(maxsize=4096)
def _names(plant: Plant) -> frozenset[str]:
    exact = {plant.botanical.lower(), *(one.strip().lower() for one in plant.common.split(";"))}
    bare = {_plain(plant.botanical)} if "(" not in plant.botanical else set()
    return frozenset(exact | bare | _common(plant))


def _alike(plants: Iterable[Plant]) -> bool:
    """Whether plants are cared for alike, or are of one group and neither some of them lean nor some acid lovers."""
    cared = {group_of_plant(plant) for plant in plants}
    groups = {(plant.group, "d" in plant.flags, "a" in plant.flags) for plant in plants}
    return len(cared) == 1 or len(groups) == 1


def _any_of(plants: list[Plant]) -> Plant:
    """One of several, nobody said which: the pH any of them bears, what all of them are, the most tender in salt."""
    first = plants[0]
    return replace(
        first,
        ph=(min(one.ph[0] for one in plants), max(one.ph[1] for one in plants)),
        flags="".join(flag for flag in first.flags if all(flag in one.flags for one in plants)),
        salt=min((one.salt for one in plants), key=SALT.index),
    )
