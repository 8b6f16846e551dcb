"""A described planting: the year the application plans for it, as the jobs, advice and values of the cases."""

from __future__ import annotations

import json
import math
from collections.abc import Mapping
from datetime import date, timedelta
from pathlib import Path
from typing import Any

from amber_acre.core.care.planting import planting_of
from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.area_facts import read_facts
from amber_acre.core.products.product import Label, Pack, Product, SoilAction
from amber_acre.core.programme.garden_year import GardenPlan, plan_garden
from amber_acre.core.programme.patch_year import plan_patch
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money, SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.rules.pot_pellets import rated_months
from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.nitrogen_forms import NitrogenForm
from amber_acre.core.tables.plant_names import nearest
from amber_acre.core.tables.textures import TEXTURES
from tests.cases import lawn_seasons

YEAR = 2026
TESTED = date(2025, 9, 1)
PUBLISHED = Path(__file__).parent / "published" / "care"
SWING_C = {"arid_hot": 8.0, "arid_cold": 8.0}
GROUPS = {
    "hedge": "",
    "shrub_bed": "shrub",
    "rose_bed": "rose",
    "perennials": "",
    "bulbs": "bulb",
    "groundcover": "",
    "lean_native_bed": "lean",
    "acid_lovers": "acid",
    "big_leaf_exotics": "exotic",
    "palm": "palm",
    "conifer": "conifer",
    "young_tree": "young-tree",
    "mature_tree": "mature-tree",
    "new_tree": "young-tree",
    "ornamental_bed": "",
    "lawn_patch": "",
}
AIMS = (
    ("less", "less"),
    ("growth", "growth"),
    ("size", "growth"),
    ("thick", "growth"),
    ("flower", "flowers"),
    ("fruit", "flowers"),
    ("dense", "keep"),
    ("recover", "recover"),
    ("green", "recover"),
)
MULCHES = {
    "bark_coarse": "bark",
    "bark_fine": "bark-fine",
    "bark_pine": "bark-pine",
    "pine_needles": "needles",
    "living_mulch": "living",
    "leaf_mould": "leaf-mould",
    "mushroom_compost": "mushroom",
}
TOLD_MULCH = {own: told for told, own in MULCHES.items()}
TEXTURE = {"gravelly sandy loam": "sandy loam"}
KINDS = {
    "feed": "feed",
    "drench": "drench",
    "mulch": "mulch",
    "sample": "test",
    "check": "inspect",
    "look": "inspect",
    "core": "aerate",
    "topdress": "amend",
    "inject": "inject",
    "plant": "plant",
    "spray": "foliar",
}
PLACES = {
    "base": "base",
    "dripline": "broadcast",
    "medium": "pot_surface",
    "under_mulch": "surface",
    "surface": "surface",
    "raked": "surface",
    "tilled": "mixed_in",
}
LABEL_25 = 0.75 ** (4 / 5)


def plan_of(case: Mapping[str, Any]) -> dict[str, Any]:
    """Jobs, advice and values of one described planting."""
    if case["subject"]["kind"] == "lawn_patch":
        return _patch(case)
    try:
        ground = ground_of(case)
        planting = planting_of(ground)
        start = date(YEAR, 1, 1) if case["climate"]["hemisphere"] == "N" else date(YEAR, 7, 2)
        today = start
        if case.get("today_day"):
            today = start = date(YEAR, 1, 1) + timedelta(days=case["today_day"] - 1)
        plan = plan_garden(planting, AreaBook(ground, (), (), today), shelf(), start, today)
    except AmberError as refused:
        return {"jobs": [], "advice": [f"bad input: {refused.sentence}"], "values": {}}
    advice = [f"{one.code}: {one.sentence}" for one in plan.said][:15]
    values: dict[str, Any] = {}
    if plan.cover is not None:
        values["renew_years"] = plan.cover.renew_years
    return {"jobs": [_job(job, plan, case) for job in plan.jobs], "advice": advice, "values": values}


def _patch(case: Mapping[str, Any]) -> dict[str, Any]:
    """A patch of a lawn by its cause."""
    inputs, told = case.get("inputs") or {}, " ".join((case["title"], str(case.get("inputs") or ""))).lower()
    cause = next(
        (
            own
            for word, own in (
                ("trench", "trench"),
                ("shade", "shade"),
                ("worn", "worn"),
                ("dry", "dry"),
                ("repel", "dry"),
                ("bare", "bare"),
                ("dog", "scorched"),
                ("scorch", "scorched"),
            )
            if word in told
        ),
        "unknown",
    )
    texts = {"cause": cause} | ({"sunk": f"{inputs['sunk_mm']} mm"} if inputs.get("sunk_mm") else {})
    facts, _ = read_facts("patch", texts)
    size = SquareMetres(float(case["measures"]["treated_m2"]))
    start = date(YEAR, 1, 1) if case["climate"]["hemisphere"] == "N" else date(YEAR, 7, 2)
    today = date(YEAR, 1, 1) + timedelta(days=case["today_day"] - 1) if case.get("today_day") else start
    grass = lawn_seasons.grass_of(case["subject"]["plants"][0]["name"])
    ground = Ground(
        case["title"],
        "patch",
        size,
        size,
        climate_of(case["climate"]),
        RuleSet("no rule", (), False),
        grass,
        facts=facts,
        tests=_tests(case.get("soil")),
    )
    plan = plan_patch(AreaBook(ground, (), (), today), shelf(), today, today)
    jobs = [
        {
            "day": min(365, job.on.timetuple().tm_yday),
            "kind": _kind(job),
            "placement": "surface",
            "year": 1,
            "reason": job.reason,
        }
        for job in plan.jobs
    ]
    return {"jobs": jobs, "advice": [f"{one.code}: {one.sentence}" for one in plan.said], "values": {}}


def ground_of(case: Mapping[str, Any]) -> Ground:
    """The area of a case as its form would say it."""
    subject, measures, inputs = case["subject"], case["measures"], case.get("inputs") or {}
    kind, texts = _texts(case, subject, measures, inputs)
    facts, faults = read_facts(kind, texts)
    hard = [fault for fault in faults if fault.value is not None]
    if hard:
        raise hard[0]
    size = SquareMetres(float(measures.get("treated_m2") or max(0.5, float(measures.get("medium_L", 100)) / 250)))
    plants = tuple(plant for one in subject["plants"] if (plant := nearest(one["name"])) is not None)
    tests = _tests(case.get("soil"))
    lies = case.get("mulch_now") or {}
    soil = case.get("soil") or {}
    named = soil.get("texture", "") if isinstance(soil, dict) else ""
    return Ground(
        case["title"],
        kind,
        size,
        size,
        climate_of(case["climate"]),
        RuleSet("no rule", (), False),
        None,
        plants,
        facts,
        tests,
        None,
        TEXTURES.get(TEXTURE.get(named, named)),
        mulch_mm=float(lies.get("depth_mm") or 0.0),
    )


def _texts(
    case: Mapping[str, Any], subject: Mapping[str, Any], measures: Mapping[str, Any], inputs: Mapping[str, Any]
) -> tuple[str, dict[str, str]]:
    """The kind of area and the texts of its form."""
    told, plants = subject["kind"], subject["plants"]
    kind = "hedge" if told == "hedge" else "container" if told in ("container_group", "citrus_pots") else "bed"
    if told in ("mature_tree", "new_tree") and sum(p.get("count", 1) for p in plants) == 1:
        kind = "tree"
    texts = MEASURED[kind](subject, measures, inputs)
    goals = " ".join(subject.get("goals") or []).lower()
    texts["aim"] = next((own for word, own in AIMS if word in goals), "keep")
    if "blue" in goals:
        texts["colour"] = "blue"
    texts["finding"] = _finding(inputs, case)
    texts |= _dates(case, kind) | _ground(case, kind)
    if kind == "container":
        planted = "gone" if "planted" in (case.get("events") or {}) else "out"
        texts["winter"] = "in" if told == "citrus_pots" else planted
    return kind, {key: text for key, text in texts.items() if text}


def _bed(subject: Mapping[str, Any], measures: Mapping[str, Any], inputs: Mapping[str, Any]) -> dict[str, str]:
    lines = "\n".join(f"{p.get('count', 1)} × {p['name']}" for p in subject["plants"])
    trunks = {"trunks": str(measures["plants"]), "clear": "0.2 m"} if measures.get("caliper_cm") else {}
    since = {"since": str(YEAR - inputs["bed_age_years"])} if inputs.get("bed_age_years") else {}
    return {"plants": lines, "care": GROUPS[subject["kind"]], **trunks, **since}


def _hedge(subject: Mapping[str, Any], measures: Mapping[str, Any], inputs: Mapping[str, Any]) -> dict[str, str]:
    sizes = {own: f"{measures[told]} m" for own, told in (("run", "run_m"), ("width", "width_m"))}
    margin = f"{measures['root_margin_m']} m"
    return {"plant": subject["plants"][0]["name"], **sizes, "margin": margin, "plants": str(measures["plants"])}


def _tree(subject: Mapping[str, Any], measures: Mapping[str, Any], inputs: Mapping[str, Any]) -> dict[str, str]:
    plant = subject["plants"][0]
    trunk = plant.get("caliper_cm") or plant.get("dbh_cm") or (plant.get("dbh_in") or 12) * 2.54
    texts = {"plant": plant["name"], "trunk_by": "diameter", "stems": f"{trunk:g} cm", "zone_by": "trunk"}
    texts["age"] = "young" if subject["kind"] == "new_tree" else "mature"
    if inputs.get("stage"):
        texts["stage"] = str(inputs["stage"] + 1)
    if inputs.get("leaf_mn_ppm") is not None:
        texts["leaf_manganese"] = "low" if inputs["leaf_mn_ppm"] < LEAF_MN_LOW else "fine"
        texts["leaf_iron"] = "low" if inputs.get("leaf_fe_ppm", 100) < LEAF_FE_LOW else "fine"
    return texts


def _pots(subject: Mapping[str, Any], measures: Mapping[str, Any], inputs: Mapping[str, Any]) -> dict[str, str]:
    pots = measures.get("pots") or measures.get("plants") or 1
    volume = f"{measures['medium_L'] / pots:g} L"
    return {"plant": subject["plants"][0]["name"], "count": str(pots), "volume": volume}


LEAF_MN_LOW, LEAF_FE_LOW = 20, 50
MEASURED = {"bed": _bed, "hedge": _hedge, "tree": _tree, "container": _pots}


def _dates(case: Mapping[str, Any], kind: str) -> dict[str, str]:
    """Days of clipping, bloom and planting."""
    events = case.get("events") or {}
    texts = {}
    clips = [events[key] for key in sorted(events) if key.startswith("clip")]
    if clips and kind == "hedge":
        texts["clips"] = "; ".join(_md(day) for day in clips)
    if events.get("bloom_end") and kind == "bed":
        texts["bloom_end"] = _md(events["bloom_end"])
    north = case["climate"]["hemisphere"] == "N"
    if events.get("planted"):
        on = date(YEAR, 1, 1) + timedelta(days=events["planted"] - 1)
        start = date(YEAR, 1, 1) if north else date(YEAR, 7, 2)
        texts["planted_on"] = (on if on >= start else on.replace(year=YEAR + 1)).isoformat()
    elif case["subject"]["kind"] == "new_tree":
        texts["planted_on"] = f"{YEAR}-{'03-20' if north else '09-20'}"
    return texts


def _ground(case: Mapping[str, Any], kind: str) -> dict[str, str]:
    """Mulch, free lime, wet and slope."""
    lies, soil, inputs = case.get("mulch_now") or {}, case.get("soil") or {}, case.get("inputs") or {}
    texts = {}
    if kind != "container":
        bare = "chips" if lies.get("depth_mm") else "none"
        texts["mulch_kind"] = MULCHES.get(lies.get("kind", ""), lies.get("kind") or bare)
        texts["fabric"] = "yes" if lies.get("fabric") else ""
        texts["against"] = "yes" if lies.get("against_stems") else ""
        texts["wet"] = "yes" if inputs.get("drainage") == "waterlogged" else "no"
    if isinstance(soil, dict) and soil.get("free_lime") is not None:
        texts["fizz"] = "strong" if soil["free_lime"] else "none"
    if case["measures"].get("slope_pct"):
        texts["slope"] = f"{case['measures']['slope_pct']} %"
    return texts


def _finding(inputs: Mapping[str, Any], case: Mapping[str, Any]) -> str:
    """The finding of a case in the words of the form."""
    told = " ".join(str(inputs.get(key) or "") for key in ("finding", "symptom", "medium_moisture")).lower()
    title = case["title"].lower()
    if inputs.get("probe_depth_cm") or "compact" in told:
        return "compact"
    if "soil 6 degc" in told or ("cold" in told and "pale" in told):
        return "cold"
    if "speckled" in told:
        return "k-old"
    if "veins" in told or inputs.get("stage"):
        return "pale-new"
    if "older first" in told or "pale" in told:
        return "pale-old"
    if "low n" in told:
        return "low-n"
    if "short" in told or "small" in told or "growth" in told:
        return "short"
    if "wilt" in title:
        return "wilt"
    if (isinstance(case.get("soil"), dict) and case["soil"].get("ec_ds_m", 0) > 2) or "de-icing" in title:
        return "salt"
    if inputs.get("bed_age_years", 0) >= 10 and "fail" in title:
        return "failing"
    return "pot-dry" if "dry" in told else ""


def _md(day: int) -> str:
    return f"{date(YEAR, 1, 1) + timedelta(days=day - 1):%m-%d}"


def _tests(soil: Any) -> tuple[SoilTest, ...]:
    if not isinstance(soil, dict):
        return ()
    names = {
        "ph": "ph",
        "p_mehlich3_ppm": "p",
        "k_mehlich3_ppm": "k",
        "mg_ppm": "mg",
        "ec_ds_m": "salts",
        "na_ppm": "na",
    }
    values = {own: float(soil[told]) for told, own in names.items() if soil.get(told) is not None}
    if soil.get("om_pct") is not None:
        values["organic_matter"] = soil["om_pct"] / 100
    return (SoilTest.of(TESTED, "mehlich-3", **values),) if values else ()


def climate_of(told: Mapping[str, Any]) -> Climate:
    """A climate of the cases; a day's swing where it tells means alone."""
    means = tuple(float(mean) for mean in told["tmean_c_jan_dec"])
    swing = SWING_C.get(told["kind"], 5.0)
    last, first = told.get("last_hard_frost_day"), told.get("first_hard_frost_day")
    return Climate(
        told["kind"],
        told["latitude"],
        means,
        tuple(m - swing for m in means),
        tuple(m + swing for m in means),
        tuple(float(rain) for rain in told["precip_mm_jan_dec"]),
        None if last is None or first is None else _month_day(last),
        None if last is None or first is None else _month_day(first),
    )


def _month_day(day: int) -> MonthDay:
    on = date(YEAR, 1, 1) + timedelta(days=day - 1)
    return MonthDay(on.month, on.day)


# What the shelf of the cases says in words: forms of nitrogen, what else is in it. Shares of the nitrogen.
FORMS: dict[str, dict[NitrogenForm, float]] = {
    "mineral_quick": {"ammoniacal": 0.6, "nitrate": 0.4},
    "urea": {"urea": 1},
    "ammonium_sulphate": {"ammoniacal": 1},
    "nitrate": {"nitrate": 1},
    "mineral_slow": {"slow_soluble": 0.65, "urea": 0.35},
    "coated": {"coated": 0.9, "ammoniacal": 0.1},
    "organic": {"insoluble": 1},
    "biosolid": {"insoluble": 1},
    "palm_slow": {"coated": 0.85, "ammoniacal": 0.15},
    "acid_slow": {"ammoniacal": 0.35, "slow_soluble": 0.65},
    "soluble": {"nitrate": 0.6, "ammoniacal": 0.4},
    "bone_meal": {"insoluble": 1},
}
FAMILY = {
    "mineral_quick": "quick",
    "urea": "quick",
    "ammonium_sulphate": "quick",
    "nitrate": "quick",
    "mineral_slow": "methylene",
    "coated": "coated",
    "organic": "organic",
    "biosolid": "biosolid",
    "palm_slow": "coated",
    "acid_slow": "methylene",
    "soluble": "liquid",
    "bone_meal": "organic",
    "potash": "quick",
    "iron_sulphate": "acidifier",
    "manganese": "quick",
    "sulphur": "sulphur",
    "magnesium_sulphate": "quick",
    "gypsum": "gypsum",
    "lime_calcitic": "lime",
    "lime_dolomitic": "lime",
    "aluminium_sulphate": "acidifier",
}
OTHER = {
    "potash": {"Cl": 0.45},
    "iron_sulphate": {"Fe": 0.2, "S": 0.11},
    "manganese": {"Mn": 0.31},
    "magnesium_sulphate": {"Mg": 0.1, "S": 0.13},
    "gypsum": {"Ca": 0.22, "S": 0.17},
    "palm_slow": {"Mg": 0.04},
    "acid_slow": {"S": 0.1},
    "ammonium_sulphate": {"S": 0.24},
    "nitrate": {"Ca": 0.19},
}
SOIL = {
    "chelate_EDDHA": SoilAction(material="eddha"),
    "chelate_DTPA": SoilAction(material="dtpa"),
    "chelate_EDTA": SoilAction(material="edta"),
    "sulphur": SoilAction(elemental_sulphur=0.9),
    "lime_calcitic": SoilAction(0.95, "calcitic", {60: 0.7}),
    "lime_dolomitic": SoilAction(1.0, "dolomitic", {60: 0.7}),
    "aluminium_sulphate": SoilAction(aluminium=0.08),
}
IRON = {"chelate_EDDHA": 0.06, "chelate_DTPA": 0.1, "chelate_EDTA": 0.13}
PRICE = {"urea": 0.8, "ammonium_sulphate": 0.9, "mineral_quick": 1.2, "organic": 1.1, "biosolid": 0.7}


def shelf() -> list[Product]:
    """The neutral shelf of the cases, with mulches beside it."""
    rows = json.loads((PUBLISHED / "shelf.json").read_text(encoding="utf-8"))
    found = [_product(key, row) for key, row in enumerate(rows, start=1)]
    for key, material in enumerate(("chips", "bark-fine", "bark-pine", "leaf-mould", "gravel", "living"), start=100):
        label = Label(GramsPerSquareMetre(1.0), GramsPerSquareMetre(400_000.0), 0)
        found.append(
            Product(
                key,
                TOLD_MULCH.get(material, material),
                "bulk",
                False,
                0.0,
                {},
                0.0,
                0.0,
                label,
                (),
                density_kg_l=1.6 if material == "gravel" else 0.35,
                soil=SoilAction(material=material),
            )
        )
    return found


def _product(key: int, row: Mapping[str, Any]) -> Product:
    told = row["type"]
    n, p, k = (share / 100 for share in row["analysis_n_p2o5_k2o"])
    shares = FORMS.get(told, {})
    months = 8.5 if "8-9" in row["note"] else 5.5 if "5-6" in row["note"] else 4.0
    coated = "coated" in shares
    most = float(row["label_max_g_m2"] or (25.0 if told == "soluble" else 60.0))
    other = dict(OTHER.get(told, {})) | ({"Fe": IRON[told]} if told in IRON else {})
    price = PRICE.get(told, 2.0) * 20
    return Product(
        key,
        told,
        FAMILY.get(told, "quick"),
        False,
        n,
        {form: n * share for form, share in shares.items()} if n else {},
        p,
        k,
        Label(GramsPerSquareMetre(most / 10), GramsPerSquareMetre(most), row["interval_days"]),
        (Pack("a bag", Kilograms(20.0), Money(price)),),
        other,
        None,
        months * 365 / 12 * LABEL_25 if coated else None,
        SOIL.get(told, SoilAction()),
    )


def _job(job: Job, plan: GardenPlan, case: Mapping[str, Any]) -> dict[str, Any]:
    planting = plan.planting
    size = planting.ground.size_m2
    told: dict[str, Any] = {
        "day": min(365, job.on.timetuple().tm_yday),
        "year": 1,
        "kind": _kind(job),
        "reason": job.reason,
        "placement": PLACES[job.placement],
        "cautions": [],
    }
    if job.product is not None:
        grams = job.dose.mass_kg(size, job.product.density_kg_l) * 1000
        product = job.product
        told |= {
            "product": product.name,
            "product_g": grams,
            "n_g": grams * product.total_nitrogen,
            "p_g": grams * product.phosphorus_fraction,
            "k_g": grams * product.potassium_fraction,
        }
        if job.dose.basis == "water":
            told |= {"conc_ppm_n": job.dose.value * product.total_nitrogen, "volume_L": job.dose.count}
        if product.longevity_days and plan.pots is not None and plan.pots.spent is not None:
            told["months"] = plan.pots.months
        elif product.longevity_days:
            told["months"] = rated_months(product)
    if job.work == "mulch" and plan.cover is not None:
        cover = plan.cover
        told |= {
            "product": TOLD_MULCH.get(cover.mulch.key, cover.mulch.key),
            "n_g": 0,
            "p_g": 0,
            "k_g": 0,
            "depth_mm": cover.add_mm,
            "volume_m3": cover.net_m2 * cover.add_mm / 1000,
            "ring_mm": cover.ring_mm,
            "renew_years": cover.renew_years,
            "fabric": planting.lies.fabric,
            "bags": math.ceil(cover.volume_m3 * 1000 / (case.get("inputs") or {}).get("mulch_bag_L", 50)),
        }
    return told


def _kind(job: Job) -> str:
    if job.product is not None and job.product.soil.material in ("eddha", "dtpa", "edta"):
        return "chelate"
    if job.product is not None and job.product.soil.elemental_sulphur > 0:
        return "sulphur"
    if job.work == "water":
        return "leach" if "leach" in job.name.lower() else "water"
    if job.product is not None and job.product.name == "soluble":
        return "drench"
    return KINDS.get(job.work, "other")
