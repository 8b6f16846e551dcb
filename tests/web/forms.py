"""Well-filled forms to start from; tests spoil one field at a time."""

from __future__ import annotations

from tests.core.worlds import VALE

LAWN = {
    "name": "Back lawn", "size-outline": "rectangle", "size-side_1": "38 ft 6 in", "size-side_2": "11.7 m",
    "size-cut_outs-0-name": "Patio", "size-cut_outs-0-outline": "circle", "size-cut_outs-0-side_1": "2.5 m",
    "grass": "bluegrass", "upkeep": "middle", "clippings": "returned", "water": "irrigated", "evidence": "test",
    "soil-taken_on": "2025-10-02", "soil-ph": "6.4", "soil-phosphorus": "38", "soil-potassium": "92",
    "soil-unit": "ppm", "soil-extractant": "mehlich-3", "soil-organic_matter": "3.2", "version": "0",
}  # fmt: skip
PRODUCT = {
    "name": "Evenfeed 16-0-8", "state": "solid", "family": "methylene", "grade": "16-0-8", "forms-urea": "8",
    "forms-slow_soluble": "8", "label_min": "3 lb/1000", "label_max": "5 lb/1000", "interval": "35",
    "yearly_max": "20 lb/1000", "packs-0-size": "33 lb", "packs-0-price": "15",
}  # fmt: skip
LIQUID = {
    "name": "Leafwater 12-0-4", "state": "liquid", "family": "liquid", "density": "1.18", "grade": "12-0-4",
    "forms-urea": "12", "label_min": "1.5 mL/m²", "label_max": "3 mL/m²", "interval": "21",
    "packs-0-size": "2.5 L", "packs-0-price": "29",
}  # fmt: skip
CLIMATE = {"name": "Own valley", "latitude": "45.2 N", "last_frost": "05-01", "first_frost": "10-10"} | {
    f"months-{n}-{key}": f"{values[n]:g}"
    for key, values in (("mean", VALE.mean_c), ("low", VALE.min_c), ("high", VALE.max_c), ("rain", VALE.rain_mm))
    for n in range(12)
}
RULES = {
    "name": "Own rule", "blackouts-0-name": "winter", "blackouts-0-opens": "11-15", "blackouts-0-closes": "03-15",
    "phosphorus_only_on_test": "on", "yearly_cap": "160 kg/ha", "slow_share": "30", "quick_cap": "0.7 lb/1000",
    "total_cap": "1 lb/1000",
}  # fmt: skip
PROPERTY = (
    {"client": "Hedda Marrow", "name": "Marrow Hill", "units": "metric", "plot": "0.2 ha", "climate_id": "own", "rule_set_id": "own"}
    | {f"climate-{key}": value for key, value in CLIMATE.items()}
    | {f"rules-{key}": value for key, value in RULES.items()}
)  # fmt: skip
ENTRY = {
    "form_key": "0123456789abcdef", "product": "1", "amount": "6.4 kg", "covered": "412 m²", "applied_on": "2026-05-26",
    "who": "Wren", "licence": "BG-0417", "weather": "dry",
}  # fmt: skip
