"""The plant catalogue: what each plant wants and what it does not bear.

Values are classes of the trade; each row names where its pH range comes from. A firm's own changes stand over
a row (``changed``), so that an update of the catalogue does not undo them.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from typing import Any

from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.tables.plant_rows import ROWS

GROUPS = (
    "lawn grass",
    "tree",
    "conifer",
    "hedging",
    "shrub",
    "rose",
    "climber",
    "perennial",
    "ornamental grass",
    "fern",
    "bulb",
    "palm",
    "succulent",
    "groundcover",
    "fruit",
    "container",
)
SUN = {"F": "full sun", "P": "part shade", "S": "shade"}
# Share of the year's growth in each quarter of the plant's own year, from its spring: common practice, no source.
GROWTH = {
    "cool turf": ("spring and autumn, slower in heat", (0.40, 0.20, 0.30, 0.10)),
    "warm turf": ("from warm soil to first cold", (0.30, 0.50, 0.20, 0.0)),
    "one flush": ("one flush in spring", (0.70, 0.25, 0.05, 0.0)),
    "two flushes": ("a flush in spring and one in summer", (0.50, 0.35, 0.15, 0.0)),
    "conifer flush": ("one flush; buds set after it", (0.75, 0.20, 0.05, 0.0)),
    "all season": ("flowers or grows all season", (0.35, 0.45, 0.20, 0.0)),
    "spring burst": ("leaves and flowers early, then rests", (0.80, 0.15, 0.05, 0.0)),
    "warm season": ("starts late, grows while it is warm", (0.20, 0.55, 0.25, 0.0)),
    "winter green": ("grows in the cool half", (0.30, 0.05, 0.30, 0.35)),
}
# Nitrogen a year in g/m² by class: about 1–2, 2–3 and 3–4 lb/1000 ft²; common practice, no source.
NITROGEN_G_M2 = {"low": (0.0, 7.0), "medium": (7.0, 14.0), "high": (14.0, 20.0)}
SALT = ("sensitive", "moderate", "tolerant")
MULCH = ("organic", "bark", "gravel", "none")
FLAGS = {
    "a": "acid lover",
    "k": "poor on alkaline soil",
    "c": "keep granules off the crown",
    "d": "lean: little feed, mineral mulch",
    "e": "evergreen",
    "h": "heath: at home on poor ground, hardly fed",
    "n": "conifer",
    "t": "frost tender",
}
SOURCES = {"L": "plant-ph-lists", "C": "common-practice", "M": "from-memory"}
EDITABLE = ("common", "ph", "sun", "growth", "nitrogen", "salt", "flags", "mulch")


@dataclass(frozen=True)
class Plant:
    """One plant; pH range as (low, high), ``sun`` letters of SUN, ``flags`` letters of FLAGS, ``source`` a key."""

    key: str
    botanical: str
    common: str
    group: str
    ph: tuple[float, float]
    sun: str
    growth: str
    nitrogen: str
    salt: str
    flags: str
    mulch: str
    source: str
    edited: tuple[str, ...] = ()

    @property
    def names(self) -> str:
        """Every name, in small letters, for finding."""
        return f"{self.botanical} {self.common}".lower()

    def text(self, name: str) -> str:
        """A field as it is edited."""
        value = getattr(self, name)
        return ph_text(value) if name == "ph" else str(value)


def ph_text(ph: tuple[float, float]) -> str:
    """A pH range as it is written: one decimal at least."""
    return "–".join(f"{end:.1f}" if round(end, 1) == end else f"{end:g}" for end in ph)


def key_of(botanical: str) -> str:
    """A plant's key: its botanical name in small letters and hyphens, × as x."""
    return re.sub(r"[^a-z]+", "-", botanical.lower().replace("×", "x")).strip("-")


@cache
def catalogue() -> dict[str, Plant]:
    """Every plant of the shipped catalogue by key."""
    plants = {}
    for line in ROWS.strip().splitlines():
        cells = [cell.strip() for cell in line.split("|")]
        botanical, common, group, ph, sun, growth, nitrogen, salt, flags, mulch, source = cells
        key = key_of(botanical)
        plants[key] = Plant(
            key,
            botanical,
            common,
            group,
            _range(ph),
            _letters(sun, SUN, "sun"),
            _one(growth, GROWTH, "growth"),
            _one(nitrogen, NITROGEN_G_M2, "nitrogen"),
            _one(salt, SALT, "salt"),
            _letters(flags, FLAGS, "flags"),
            _one(mulch, MULCH, "mulch"),
            SOURCES[source],
        )
    return plants


def changed(plant: Plant, edits: Mapping[str, str]) -> Plant:
    """The plant with the firm's edits over it; refuses what a field cannot be (NotUnderstood, OutOfRange)."""
    values: dict[str, Any] = {name: read_field(name, text) for name, text in edits.items() if name in EDITABLE}
    return replace(plant, **values, edited=tuple(sorted(values))) if values else plant


def own_plant(key: str, texts: Mapping[str, str]) -> Plant:
    """A plant the firm added itself, from the texts of ``botanical``, ``group`` and every editable field.

    Refuses a name without letters, an unknown group (NotUnderstood) and what a field cannot be.
    """
    if not key_of(texts.get("botanical", "")):
        raise NotUnderstood("Type the botanical name, or the one you go by.", field="botanical")
    group = _one(texts.get("group", ""), GROUPS, "group")
    values: dict[str, Any] = {name: read_field(name, texts.get(name, "")) for name in EDITABLE}
    return Plant(key=key, botanical=texts["botanical"].strip(), group=group, source="firm-own", **values)


def read_field(name: str, text: str) -> str | tuple[float, float]:
    """One editable field from its text."""
    match name:
        case "ph":
            return _range(text)
        case "sun":
            return _letters(text, SUN, name)
        case "flags":
            return _letters(text, FLAGS, name)
        case "growth":
            return _one(text, GROWTH, name)
        case "nitrogen":
            return _one(text, NITROGEN_G_M2, name)
        case "salt":
            return _one(text, SALT, name)
        case "mulch":
            return _one(text, MULCH, name)
        case _:
            if not text.strip():
                raise NotUnderstood("A name is needed.", field=name)
            return text.strip()


def _range(text: str) -> tuple[float, float]:
    found = re.fullmatch(r"\s*(\d+(?:\.\d+)?)\s*(?:–|-|to)\s*(\d+(?:\.\d+)?)\s*", text)
    if found is None:
        raise NotUnderstood(f"“{text}” is not a pH range. Type it like 5.5–6.5.", field="ph", value=text)
    low, high = float(found[1]), float(found[2])
    if not 3 <= low < high <= 10:
        raise OutOfRange(f"“{text}”: the range must rise and lie within 3–10.", field="ph", value=text, limits=(3, 10))
    return low, high


def _letters(text: str, known: Mapping[str, str], field: str) -> str:
    letters = "".join(dict.fromkeys(text.replace(" ", "").replace(",", "")))
    letters = letters.upper() if known is SUN else letters.lower()
    unknown = [letter for letter in letters if letter not in known]
    if unknown or (known is SUN and not letters):
        choices = ", ".join(f"{k} {v}" for k, v in known.items())
        raise NotUnderstood(f"“{text}”: use the letters {choices}.", field=field, value=text)
    return letters


def _one(text: str, known: Mapping[str, object] | tuple[str, ...], field: str) -> str:
    if text not in known:
        raise NotUnderstood(f"“{text}” is none of {', '.join(known)}.", field=field, value=text)
    return text
