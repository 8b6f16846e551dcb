"""Well-filled forms to start from; tests spoil one field at a time. What a page says, in words."""

from __future__ import annotations

import html
import re

from sqlalchemy import Engine, text

from tests.conftest import Browser
from tests.core.worlds import VALE

LAWN = {
    "name": "Back lawn",
    "size-outline": "rectangle",
    "size-side_1": "38 ft 6 in",
    "size-side_2": "11.7 m",
    "size-cut_outs-0-name": "Patio",
    "size-cut_outs-0-outline": "circle",
    "size-cut_outs-0-side_1": "2.5 m",
    "grass": "bluegrass",
    "upkeep": "middle",
    "clippings": "returned",
    "water": "irrigated",
    "evidence": "test",
    "soil-taken_on": "2025-10-02",
    "soil-ph": "6.4",
    "soil-p": "38",
    "soil-k": "92",
    "soil-unit": "ppm",
    "soil-extractant": "mehlich-3",
    "soil-organic_matter": "3.2",
    "version": "0",
}
PRODUCT = {
    "name": "Evenfeed 16-0-8",
    "state": "solid",
    "family": "methylene",
    "grade": "16-0-8",
    "forms-urea": "8",
    "forms-slow_soluble": "8",
    "label_min": "3 lb/1000",
    "label_max": "5 lb/1000",
    "interval": "35",
    "yearly_max": "20 lb/1000",
    "packs-0-size": "33 lb",
    "packs-0-price": "15",
}
LIQUID = {
    "name": "Leafwater 12-0-4",
    "state": "liquid",
    "family": "liquid",
    "density": "1.18",
    "grade": "12-0-4",
    "forms-urea": "12",
    "label_min": "1.5 mL/m²",
    "label_max": "3 mL/m²",
    "interval": "21",
    "packs-0-size": "2.5 L",
    "packs-0-price": "29",
}
CLIMATE = {"name": "Own valley", "latitude": "45.2 N", "last_frost": "05-01", "first_frost": "10-10"} | {
    f"months-{n}-{key}": f"{values[n]:g}"
    for key, values in (("mean", VALE.mean_c), ("low", VALE.min_c), ("high", VALE.max_c), ("rain", VALE.rain_mm))
    for n in range(12)
}
RULES = {
    "name": "Own rule",
    "blackouts-0-name": "winter",
    "blackouts-0-opens": "11-15",
    "blackouts-0-closes": "03-15",
    "phosphorus_only_on_test": "on",
    "yearly_cap": "160 kg/ha",
    "slow_share": "30",
    "quick_cap": "0.7 lb/1000",
    "total_cap": "1 lb/1000",
}
PROPERTY = (
    {
        "client": "Hedda Marrow",
        "name": "Marrow Hill",
        "units": "metric",
        "plot": "0.2 ha",
        "climate_id": "own",
        "rule_set_id": "own",
    }
    | {f"climate-{key}": value for key, value in CLIMATE.items()}
    | {f"rules-{key}": value for key, value in RULES.items()}
)
ENTRY = {
    "form_key": "0123456789abcdef",
    "product": "1",
    "amount": "6.4 kg",
    "covered": "412 m²",
    "applied_on": "2026-05-26",
    "who": "Wren",
    "licence": "BG-0417",
    "weather": "dry",
}
HEDGE = {
    "name": "East hedge",
    "facts-plant": "Carpinus betulus",
    "facts-run": "126 ft",
    "facts-width": "0.9 m",
    "facts-margin": "0.3 m",
}
TREE = {
    "name": "Old lime",
    "facts-trunk_by": "circumference",
    "facts-stems": "1.52 m",
    "facts-zone_by": "trunk",
    "facts-factor": "12",
}
POTS = {"name": "Door pots", "facts-count": "6", "facts-diameter": "48 cm", "facts-depth": "42 cm"}
BED = {
    "name": "South border",
    "size-outline": "offsets-simpson",
    "size-side_1": "2 m",
    "size-rows": "0\n1.5\n2.2\n1.8\n0",
    "instrument": "tape",
    "facts-plants": "14 × Rosa hybrids",
    "facts-mulch_depth": "2 in",
}
PATCH = {
    "name": "Bare corner",
    "parent": "1",
    "size-outline": "triangle",
    "size-side_1": "4",
    "size-side_2": "3",
    "size-side_3": "3",
    "facts-cause": "bare",
}
LOOK = {"on_day": "2026-05-26", "who": "Wren", "colour": "3", "bare": "12", "probe_mm": "7", "form_key": "look-1"}
WATER = {
    "kind": "water",
    "name": "brook",
    "size-outline": "rectangle",
    "size-side_1": "60 m",
    "size-side_2": "2 m",
    "size-x": "23 m",
    "size-y": "61 m",
}
PLANT = {
    "common": "garden roses",
    "ph": "6.0–7.0",
    "sun": "F",
    "growth": "all season",
    "nitrogen": "high",
    "salt": "sensitive",
    "flags": "",
    "mulch": "organic",
}


def sentence_beside(page: str, field: str) -> str:
    """The fault shown for a field."""
    found = re.search(rf'id="fault-{re.escape(field)}">([^<]+)<', page)
    assert found is not None, f"no fault beside {field}; there are {re.findall(r'id=.fault-([^ >]+?).>', page)}"
    return html.unescape(found[1])


def nothing_in_the_week_of(engine: Engine, monday: str) -> None:
    """Leaves out every job whose window touches the week from a Monday."""
    with engine.connect() as connection:
        touching = "opens <= date(:m, '+6 days') AND closes >= :m"
        connection.execute(text(f"UPDATE jobs SET skipped = 1 WHERE {touching}"), {"m": monday})
        connection.commit()


def words(browser: Browser, url: str, status: int = 200) -> str:
    """What a page says, without its tags, on one line."""
    answer = browser.get(url)
    assert answer.status_code == status, url
    return re.sub(r"\s+", " ", html.unescape(re.sub(r"<[^>]+>", " ", answer.text)))
