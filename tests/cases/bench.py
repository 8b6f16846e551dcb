"""Described sums of mulch, trees and pots: the values the application's own calculators give."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from datetime import date, timedelta
from typing import Any

from amber_acre.core.care.chlorosis import Ladder
from amber_acre.core.care.planting import planting_of
from amber_acre.core.errors import AmberError
from amber_acre.core.measure.planting import tapered_pot_l
from amber_acre.core.measure.root_zones import by_inches, circle_overlap, less_sector, two_zones
from amber_acre.core.mulch.choosing import fabric_said, longest_lasting, weigh
from amber_acre.core.mulch.cover import Kept, bank, covered, tree_rings
from amber_acre.core.mulch.depth import remaining_mm, renew_after_years, renewal_years, top_up
from amber_acre.core.mulch.supply import bags_or_bulk, bill, bulk_order, loads, parts_of, volume_m3, weight_t
from amber_acre.core.products.injection import SAID, InjectionLabel, sheet, too_soon
from amber_acre.core.products.nutrient_rates import parts_per_million, product_for, stock_g_l
from amber_acre.core.products.pot_feeding import STRENGTH_MG_L, grams_per_litre, habits, to_leach
from amber_acre.core.programme.garden_soil import ladder_of
from amber_acre.core.quantities import FOOT_M, POUND_KG
from amber_acre.core.season.coated import months_at, runs_out
from amber_acre.core.tables.mulches import MULCHES, Condition
from tests.cases import care
from tests.cases.care import MULCHES as OWN
from tests.cases.care import TOLD_MULCH

Inputs = Mapping[str, Any]
ML_OF_FL_OZ = 29.5735
FT2 = FOOT_M**2
HEAVY_KG = 25.0
INSPECT_DAYS = 14
STEPS = {"soil_chelate": "chelate_EDDHA", "drain": "test", "manganese": "foliar"}


def answer(case: Mapping[str, Any]) -> dict[str, Any]:
    """Values, advice and jobs of a case of mulch, trees or pots."""
    try:
        return _answer(case)
    except AmberError as refused:
        return {"jobs": [], "advice": [f"bad input: check the figure. {refused.sentence}"], "values": {}}


def _answer(case: Mapping[str, Any]) -> dict[str, Any]:
    inputs: Inputs = case.get("inputs") or {}
    planned: dict[str, Any] = {"jobs": [], "advice": [], "values": {}}
    if case.get("climate") and case["id"].startswith("OT"):
        planned = care.plan_of(case)
        planned["values"] |= _ladder(case)
    values, advice = planned["values"], planned["advice"]
    for reckon in SUMS:
        more, said = reckon(inputs, case)
        values |= more
        advice += said
    return {"jobs": planned["jobs"], "advice": advice[:15], "values": values}


CONDITIONS: tuple[tuple[str, Condition], ...] = (
    ("wind", "wind"),
    ("hot", "heat"),
    ("heat", "heat"),
    ("fire", "fire"),
    ("weed", "weeds"),
    ("feed", "feeds"),
    ("acid", "acid"),
)
Reckoned = tuple[dict[str, Any], list[str]]


def _area(inputs: Inputs) -> float:
    if "area_ft2" in inputs:
        return float(inputs["area_ft2"]) * FT2
    if "run_m" in inputs:
        return float(inputs["run_m"] * (inputs["hedge_width_m"] + 2 * inputs.get("each_side_m", 0.0)))
    return float(inputs.get("area_m2") or inputs.get("plan_area_m2") or 0.0)


def _mm(inputs: Inputs, name: str) -> float | None:
    if f"{name}_in" in inputs:
        return float(inputs[f"{name}_in"]) * 25.4
    value = inputs.get(f"{name}_mm")
    return None if value is None else float(value)


def _mulch(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    advice: list[str] = []
    size, want, found = _area(inputs), _mm(inputs, "want"), _mm(inputs, "found") or 0.0
    if "slope_rise_run" in inputs or ("slope_pct" in inputs and "plan_area_m2" in inputs):
        told = inputs.get("slope_rise_run")
        steep = 1 / float(told.split(":")[1]) if told else inputs["slope_pct"] / 100
        size = float(bank(size, steep))
        values["surface_area_m2"] = size
    if inputs.get("slope_pct") or inputs.get("slope_rise_run"):
        advice.append("slope: mulch slides on a bank; mixed shreds knit")
    stems = inputs.get("trees") or inputs.get("stems") or 0
    kept = Kept(
        int(stems),
        float(inputs.get("trunk_diameter_m") or 0.0),
        float(inputs.get("clear_from_bark_m") or inputs.get("clear_radius_m") or 0.0),
    )
    if inputs.get("outer_radius_m") is not None:
        size = float(tree_rings(int(stems or 1), inputs["outer_radius_m"], kept))
        values["net_area_m2"] = size
    elif stems and size:
        size = float(covered(size, kept))
        values["net_area_m2"] = size
    volume = inputs.get("volume_m3")
    if want is not None and size:
        top = top_up(want, found, float(inputs.get("settling_pct_of_placed") or 0.0) / 100)
        volume = volume_m3(size, top.place_mm)
        values |= {"depth_to_add_mm": top.add_mm, "place_mm": top.place_mm}
        if top.add_mm == 0:
            advice.append(f"too_much_mulch: {top.sentence}")
    elif want is not None:
        top = top_up(want, found, float(inputs.get("settling_pct_of_placed") or 0.0) / 100)
        values |= {"depth_to_add_mm": top.add_mm, "place_mm": top.place_mm}
    if volume is not None:
        values |= _bought(float(volume), inputs)
    return values, advice


def _bought(volume: float, inputs: Inputs) -> dict[str, Any]:
    values: dict[str, Any] = {"volume_m3": volume, "volume_yd3": volume / (3 * FOOT_M) ** 3}
    if "bag_L" in inputs:
        values["bags"] = loads(volume * 1000, inputs["bag_L"])
    if "bag_ft3" in inputs:
        values["bags"] = loads(volume / FOOT_M**3, inputs["bag_ft3"])
    if "barrow_L" in inputs:
        values["barrows"] = loads(volume * 1000, inputs["barrow_L"])
    if "bulk_step_m3" in inputs:
        values["order_m3"] = bulk_order(volume, inputs["bulk_step_m3"])
    kind = OWN.get(inputs.get("kind", ""), inputs.get("kind", ""))
    if kind in MULCHES:
        density = float(inputs.get("density_kg_L") or MULCHES[kind].density_kg_l)
        values["mass_t"] = weight_t(volume, density)
        if "bag_kg" in inputs:
            values["bags"] = loads(volume * density * 1000, inputs["bag_kg"])
    if "bag_price" in inputs:
        offer = bags_or_bulk(
            volume,
            inputs["bag_L"],
            inputs["bag_price"],
            inputs.get("bulk_price_m3", 0.0),
            inputs.get("delivery", 0.0),
            inputs.get("bulk_step_m3", 0.0),
        )
        values |= {
            "bags": offer.bags,
            "cost_bags": offer.bags_cost,
            "cost_bulk": offer.bulk_cost,
            "cheaper": offer.cheaper,
        }
    return values


def _mulch_kinds(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    advice: list[str] = []
    options = [option for option in inputs.get("options") or () if OWN.get(option, option) in MULCHES]
    told = case["subject"]["kind"]
    here: list[Condition] = []
    if told == "lean_native_bed":
        here.append("dry_natives")
        advice.append("lean: dry-country natives, mineral mulch, no feed")
    if told == "lawn_patch":
        here.append("lawn")
    if inputs.get("slope_pct", 0) >= 15:
        here.append("slope")
    words = " ".join(str(inputs.get(key) or "") for key in ("exposure", "site", "purpose", "hazard")).lower()
    here += [one for word, one in CONDITIONS if word in words]
    if told == "acid_lovers":
        here.append("acid")
    if options:
        best = weigh(here, [OWN.get(option, option) for option in options])[0]
        values["choice"] = TOLD_MULCH.get(best.mulch.key, best.mulch.key)
        values["longest_to_shortest"] = [
            TOLD_MULCH.get(key, key) for key in longest_lasting([OWN.get(option, option) for option in options])
        ]
        advice += list(best.bad)
    lies = str(inputs.get("kind_now") or "")
    fabric = fabric_said(OWN.get(lies, lies), bool(inputs.get("fabric_present")))
    if fabric:
        advice.append(f"fabric: {fabric}")
        lifts = [option for option in inputs.get("options") or () if "remove fabric" in option]
        if lifts:
            values["choice"] = lifts[0]
    offered = str(inputs.get("offered") or "")
    if offered:
        advice += [f"ppe: {MULCHES[OWN.get(offered, offered)].caution}", "weeds_in_mulch: look for weeds and seedlings"]
        values["inspect_after_days"] = INSPECT_DAYS
    if inputs.get("use") == "dug in":
        advice.append("n_draw: fresh woody material dug in ties up nitrogen; lay it on top instead")
    return values, advice


def _mulch_years(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    placed = inputs.get("placed_mm")
    loss = inputs.get("loss_pct_per_year")
    if placed is not None and loss is not None:
        left = remaining_mm(placed, loss / 100, inputs.get("look_after_years", 1))
        values["remaining_mm"] = left
        if "renew_below_mm" in inputs:
            values["renew_after_years"] = renew_after_years(placed, loss / 100, inputs["renew_below_mm"])
        if "want_mm" in inputs:
            values["depth_to_add_mm"] = top_up(inputs["want_mm"], left).add_mm
    elif placed is not None and "kind_now" in inputs:
        kind = str(inputs["kind_now"])
        years = renewal_years(OWN.get(kind, kind), placed)
        values["renew_after_years"] = years
        if "placed_date" in inputs:
            values["renew_date"] = (
                date.fromisoformat(inputs["placed_date"]) + timedelta(days=365.25 * years)
            ).isoformat()
    if "renew_every_years" in inputs and "years" in inputs:
        cost = bill(
            inputs["area_m2"],
            inputs["want_mm"],
            inputs["loss_mm_per_two_years"],
            inputs["renew_every_years"],
            inputs["years"],
        )
        values |= {"first_m3": cost.first, "topup_m3": cost.each, "total_m3": cost.total}
    blend = re.fullmatch(r"(\d+):(\d+)(?:-(\d+))?", str(inputs.get("blend") or ""))
    if blend:
        rest = (float(blend[2]) + float(blend[3] or blend[2])) / 2
        values["compost_m3"], values["trimmings_m3"] = parts_of(inputs["total_m3"], float(blend[1]), rest)
    advice: list[str] = []
    if "density_kg_L" in inputs and "bag_L" in inputs and "bags" in inputs:
        values["bag_kg"] = inputs["bag_L"] * inputs["density_kg_L"]
        if values["bag_kg"] > HEAVY_KG:
            advice.append("weight: heavy bags are lifted by two people")
    return values, advice


def _injection(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    advice: list[str] = []
    told = inputs.get("label") or {}
    label = InjectionLabel(
        told.get("girth_per_port_cm"),
        told.get("dbh_per_port_cm"),
        told.get("round", "up"),
        told.get("mL_per_port"),
        told.get("mL_per_cm_dbh"),
        told.get("max_mL_per_port"),
        told.get("mL_per_shot"),
        told.get("interval_months"),
    )
    soon = too_soon(inputs.get("last_injection_months_ago"), label)
    if soon:
        advice.append(f"label: {soon}")
    trunks = inputs.get("dbh_cm")
    if trunks is not None and (label.girth_per_port_cm or label.diameter_per_port_cm):
        many = trunks if isinstance(trunks, list) else [trunks]
        made = sheet(many, label)
        ports = [tree.ports for tree in made.trees]
        values |= {
            "ports": ports if isinstance(trunks, list) else ports[0],
            "ports_total": made.ports,
            "total_mL": made.total_ml,
            "litres_to_carry": made.carry_l,
            "shots": made.shots,
            "mL_per_port": made.trees[0].each_ml,
            "is_volume": True,
        }
        if "minutes_per_port" in inputs:
            values["minutes"] = made.minutes(inputs["minutes_per_port"])
        advice += [f"{code}: {words}" for code, words in zip(("licensed", "wound", "ppe"), SAID, strict=True)]
    if "capsule_fl_oz" in inputs:
        capsule = inputs["capsule_fl_oz"] * ML_OF_FL_OZ
        values |= {"capsule_mL": capsule, "ratio": inputs["port_mL"] / capsule, "is_volume": True}
    return values, advice


def _zones(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    if "old_rule_lb_n_per_in" in inputs:
        whole, _ = by_inches(inputs["dbh_in"], inputs["radius_ft_per_in"])
        values |= {
            "old_lb_n": inputs["dbh_in"] * inputs["old_rule_lb_n_per_in"],
            "area_lb_n": whole / 1000 * inputs["area_rule_lb_n_1000"],
            "use": "area",
        }
    if "paving_ft2" in inputs:
        feet = float(re.match(r"[\d.]+", inputs.get("radius_rule", "1"))[0])  # type: ignore[index]
        values["root_zone_ft2"], values["net_ft2"] = by_inches(inputs["dbh_in"], feet, inputs["paving_ft2"])
        values["net_m2"] = values["net_ft2"] * FT2
        grams = 10.0 * values["net_m2"]
        values |= {"n_g": grams, "n_lb": grams / 1000 / POUND_KG}
    if "paved_sector_deg" in inputs:
        values["net_m2"] = less_sector(inputs["dripline_radius_m"], inputs["paved_sector_deg"])
    if "distance_m" in inputs:
        one, other = inputs["radius_m"]
        values["net_m2"] = two_zones(one, other, inputs["distance_m"])
        values["overlap_m2"] = circle_overlap(one, other, inputs["distance_m"])
    return values, []


def _ladder(case: Mapping[str, Any]) -> dict[str, Any]:
    steps: Ladder | None = ladder_of(planting_of(care.ground_of(case)))
    if steps is None or not steps.steps:
        return {}
    names = [STEPS.get(step.key, step.key) for step in steps.steps]
    values: dict[str, Any] = {"first_step": names[0], "expected_days": round(sum(steps.steps[0].days) / 2)}
    if len(names) > 1:
        values["second_step"] = names[1]
    return values


def _strength(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    share = inputs.get("n_pct", 0) / 100
    target = inputs.get("target_ppm_n")
    if inputs.get("frequency"):
        target = sum(STRENGTH_MG_L[inputs["frequency"]]) / 2
        values["target_ppm_n"] = target
    if target is not None and share:
        values["g_per_L"] = grams_per_litre(target, share)
        if "can_L" in inputs:
            values["g_per_can"] = values["g_per_L"] * inputs["can_L"]
        if "injector" in inputs:
            values["stock_g_per_L"] = stock_g_l(target, share, float(inputs["injector"].split(":")[1]))
            values["stock_total_g"] = values["stock_g_per_L"] * inputs["stock_L"]
    if "oz_per_100gal" in inputs and share:
        values["ppm"] = parts_per_million(inputs["oz_per_100gal"], share)
    if "waterings_per_week" in inputs:
        week = habits(inputs["full_g_per_L"], inputs["litres_per_watering"], inputs["waterings_per_week"])
        values |= {
            "half_each_g_week": week.half_each,
            "full_weekly_g_week": week.full_weekly,
            "full_fortnightly_g_week": week.full_fortnightly,
            "ratio_half_vs_weekly": week.against_weekly,
            "ratio_half_vs_fortnightly": week.against_fortnightly,
        }
    return values, []


def _pellets(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    share = inputs.get("n_pct", 0) / 100
    if "rate_g_L" in inputs:
        each = inputs["rate_g_L"] * inputs["pot_L"]
        total = each * inputs["pots"]
        values |= {"g_per_pot": each, "total_g": total, "n_g_per_L": inputs["rate_g_L"] * share}
        values["total_n_g"] = total * share
    if "mean_c" in inputs:
        values["months"] = months_at(inputs["rated_months"], inputs["mean_c"], inputs["rated_at_c"])
    if "planted_day" in inputs:
        laid = date(2026, 1, 1) + timedelta(days=inputs["planted_day"] - 1)
        spent = runs_out(inputs["rated_months"], laid, care.climate_of(case["climate"]), inputs["rated_at_c"])
        day = spent.on.timetuple().tm_yday if spent.on.year == laid.year else 365
        values |= {"runs_out_day": day, "needs_top_up": day < inputs["season_end_day"]}
    return values, []


def _pots(inputs: Inputs, case: Mapping[str, Any]) -> Reckoned:
    values: dict[str, Any] = {}
    advice: list[str] = []
    if "medium_takes_L" in inputs:
        values["apply_L"] = to_leach(inputs["medium_takes_L"], inputs["target_fraction"])
    if inputs.get("medium_moisture") == "dry":
        advice.append("wet_first: water first until it drains, feed at the next watering")
    if "top_cm" in inputs:
        top, bottom, high = (inputs[key] / 100 for key in ("top_cm", "bottom_cm", "height_cm"))
        filled = inputs.get("fill_pct", 100) / 100
        values |= {
            "pot_L": tapered_pot_l(top, bottom, high),
            "medium_L": tapered_pot_l(top, bottom, high, filled),
        }
    if "batch_L" in inputs and "azalea" in str(inputs.get("plants", "")).lower():
        values["lime_g"] = 0
    grades = [option for option in inputs.get("options") or () if re.fullmatch(r"[\d.]+-[\d.]+-[\d.]+", str(option))]
    if grades:
        values["choice"] = min(grades, key=_phosphorus_per_n)
        advice.append("no_high_p: high phosphorus makes no flowers; a feed with little of it does")
    return values, advice


def _phosphorus_per_n(grade: str) -> float:
    n, p, _ = (float(part) for part in grade.split("-"))
    return p / product_for(n, 1.0)


SUMS: Sequence[Callable[[Inputs, Mapping[str, Any]], Reckoned]] = (
    _mulch,
    _mulch_kinds,
    _mulch_years,
    _injection,
    _zones,
    _strength,
    _pellets,
    _pots,
)
