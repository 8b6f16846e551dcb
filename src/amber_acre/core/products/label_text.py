"""Reads a label pasted as text: grade, forms of nitrogen, other nutrients, sources, weight, rate, interval.

What it finds is told as the fields of the product form; what it does not find stays empty and nothing is guessed.
"""

from __future__ import annotations

import re
from collections.abc import Mapping

from amber_acre.core.errors import AmberError
from amber_acre.core.typed_counts import count_rate

_SHARE = r"(\d{1,3}(?:[.,]\d+)?)\s*%"
# How labels name forms of nitrogen and other nutrients; the first that fits a line counts.
_FORMS: tuple[tuple[str, str], ...] = (
    (r"ammoniacal|ammonium n", "forms-ammoniacal"),
    (r"nitrate n|nitric", "forms-nitrate"),
    (r"water[- ]insoluble", "forms-insoluble"),
    (r"coated|controlled[- ]release|encapsulated", "forms-coated"),
    (r"other water[- ]soluble|slowly available|methylene|slow(?:ly)?[- ](?:available|release)", "forms-slow_soluble"),
    (r"urea n|ureic|\burea\b", "forms-urea"),
)
_OTHERS: tuple[tuple[str, str], ...] = (
    (r"calcium|\(ca\)", "Ca"),
    (r"magnesium|\(mg\)", "Mg"),
    (r"sulphur|sulfur|\(s\)", "S"),
    (r"sodium|\(na\)", "Na"),
    (r"chlori[nd]e|\(cl\)", "Cl"),
    (r"\biron\b|\(fe\)", "Fe"),
    (r"manganese|\(mn\)", "Mn"),
    (r"\bzinc\b|\(zn\)", "Zn"),
    (r"copper|\(cu\)", "Cu"),
    (r"\bboron\b|\(b\)", "B"),
    (r"molybdenum|\(mo\)", "Mo"),
)
_MAIN: tuple[tuple[str, str], ...] = (
    (r"total nitrogen|nitrogen \(n\)", "n"),
    (r"phosphate|p2o5|p₂o₅|phosphoric", "p"),
    (r"potash|k2o|k₂o", "k"),
)
_GRADE = re.compile(
    r"(?<![\d.-])(\d{1,2}(?:\.\d+)?)\s*[-–]\s*(\d{1,2}(?:\.\d+)?)\s*[-–]\s*(\d{1,2}(?:\.\d+)?)(?![\d-])"
)
_SITE_WORDS: dict[str, str] = {
    "turf": r"\b(?:lawns?|turf|turfgrass)\b",
    "plantings": r"\b(?:roses?|shrubs?|beds?|borders?|hedges?|perennials?|trees?|ericaceous|azaleas?|palms?)\b",
    "pots": r"\b(?:containers?|pots?|tubs|hanging baskets?|planters?)\b",
}
_NOT_ON = r"\b(?:not for(?: use on)?|do not use on|keep off|never on)\b[^.;\n]*"
_SITES_OF = {
    frozenset({"turf"}): "turf",
    frozenset({"plantings"}): "plantings",
    frozenset({"pots"}): "pots",
    frozenset({"plantings", "pots"}): "garden",
    frozenset({"turf", "plantings"}): "ground",
}
_UNITS_OF_MASS = r"(?:lbs?|pounds?|oz|kg|g|grams?)"
_RATE = re.compile(
    rf"(\d+(?:\.\d+)?)\s*(?:(?:-|–|to)\s*(\d+(?:\.\d+)?)\s*)?(fl\.? ?oz|{_UNITS_OF_MASS}|ml|l|litres?)\s*(?:per|/)\s*"
    r"(1,?000\s*(?:sq\.?\s*ft\.?|ft2|ft²|square feet)?|100\s*(?:m2|m²|sq\.?\s*ft\.?|ft2|ft²)|acre|ha|hectare|m2|m²)",
)
_WEIGHT = re.compile(rf"net (?:weight|wt\.?|contents?)[:\s]*(\d+(?:\.\d+)?)\s*({_UNITS_OF_MASS}|l|ml|gal(?:lons?)?)\b")
_BY_COUNT = re.compile(
    r"(\d+(?:\.\d+)?(?:\s*(?:-|–|to)\s*\d+(?:\.\d+)?)?)\s*"
    rf"(fl\.? ?oz|{_UNITS_OF_MASS}|ml)\s*(?:per|/|for (?:each|every))\s*"
    r"((?:plant|shrub|rose|bush|clump|perennial|tree)\b"
    r"|(?:cm|inch|in)\s+(?:of )?(?:trunk|caliper)(?: diameter)?"
    r"|(?:l|lit(?:re|er)|gal(?:lon)?)\s+(?:of )?(?:medium|mix|compost|water)"
    r"|(?:m|met(?:re|er)|ft|foot)\s+of (?:hedge|row))"
)
_EVERY = re.compile(
    r"(?:every|repeat after|interval of|at least)\s+(\d+(?:\s*(?:-|–|to)\s*\d+)?\s*(?:days?|weeks?|months?))"
)
# A span with the warmth it is told at is a coating's.
_LASTS = re.compile(
    r"(\d+(?:\s*(?:-|–|to)\s*\d+)?\s*(?:days?|weeks?|months?))\s*(?:at|@)\s*(?:an average of\s*)?(\d+)\s*°?\s*([cf])\b"
)


def read_label(text: str) -> Mapping[str, str]:
    """The fields of the product form that a pasted label fills; empty where nothing was recognised."""
    found: dict[str, str] = {}
    shares: dict[str, str] = {}
    for line in re.split(r"[\n;•]+", text):
        _line(" ".join(line.split()).lower(), found, shares)
    plain = " ".join(text.split())
    grade = _GRADE.search(plain)
    if grade is not None:
        found["grade"] = "-".join(grade.groups())
    elif "n" in shares:
        found["grade"] = "-".join(shares.get(key, "0") for key in ("n", "p", "k"))
    derived = re.search(r"derived from:?\s*(.+?)(?:\.\s|\.$|$|\n\s*\n)", text, re.IGNORECASE | re.DOTALL)
    if derived is not None:
        found["derived_from"] = " ".join(derived[1].split())[:400]
    return found | _said(plain.lower()) | ({"sites": site} if (site := named_sites(text)) else {})


def named_sites(text: str) -> str:
    """Where a text says it goes, a key of SITES: what it names of turf, plantings and pots; '' where it names none, or
    all of them. “Not for lawns” names no lawn."""
    plain = " ".join(text.lower().split())
    told = {site for site, words in _SITE_WORDS.items() if re.search(words, re.sub(_NOT_ON, " ", plain))}
    return _SITES_OF.get(frozenset(told), "")


def _line(line: str, found: dict[str, str], shares: dict[str, str]) -> None:
    """One line of the analysis: a name and its share, in either order."""
    if "derived from" in line:
        return
    share = re.search(_SHARE, line)
    if share is None:
        return
    value = share[1].replace(",", ".")
    for pattern, key in _MAIN:
        if re.search(pattern, line):
            shares.setdefault(key, _trimmed(value))
            return
    for pattern, field in _FORMS:
        if re.search(pattern, line):
            found.setdefault(field, _trimmed(value))
            return
    for pattern, element in _OTHERS:
        if re.search(pattern, line):
            found.setdefault(f"others-{element}", _trimmed(value))
            return


def _said(plain: str) -> dict[str, str]:
    """Rate, interval and weight, as they are said in a sentence."""
    found: dict[str, str] = {}
    rate = _RATE.search(plain)
    if rate is not None:
        low, high, unit, per = rate.groups()
        area = re.sub(r"1,?000.*", "1000 ft²", per.strip())
        area = {"hectare": "ha", "m2": "m²"}.get(area, area)
        unit = unit.replace(".", "")
        found["label_max"] = f"{high or low} {unit}/{area}"
        if high:
            found["label_min"] = f"{low} {unit}/{area}"
        if unit in ("fl oz", "floz", "ml", "l", "litre", "litres"):
            found["state"] = "liquid"
    by: dict[str, str] = {}
    for amount, unit, per in _BY_COUNT.findall(plain):
        text = f"{amount} {unit.replace('.', '')}/{per}"
        try:
            by.setdefault(count_rate(text).basis, text)
        except AmberError:
            continue  # no dose a label gives: left for the person
    if by:
        found["label_by"] = "; ".join(by.values())
    every = _EVERY.search(plain)
    if every is not None:
        found["interval"] = every[1]
    lasts = _LASTS.search(plain)
    if lasts is not None:
        found["longevity"] = f"{lasts[1]} at {lasts[2]} °{lasts[3].upper()}"
    weight = _WEIGHT.search(plain)
    if weight is not None:
        found["packs-0-size"] = f"{weight[1]} {weight[2]}"
    return found


def _trimmed(value: str) -> str:
    return f"{float(value):g}"
