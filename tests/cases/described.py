"""Products, grounds and days from the plain words a case describes them with."""

from __future__ import annotations

import re
from collections.abc import Mapping
from datetime import date
from typing import Any

from amber_acre.core.jobs.job import Work
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.products.product import Label, Product, SoilAction
from amber_acre.core.quantities import P_PER_P2O5, GramsPerSquareMetre, SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import MonthDay
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.nitrogen_forms import NitrogenForm
from amber_acre.core.tables.plants import catalogue
from amber_acre.core.tables.textures import TEXTURES
from tests.core.worlds import BAY, HOT, VALE

TESTED = date(2025, 10, 1)
WORKS: tuple[tuple[str, Work], ...] = (
    ("coring", "core"),
    ("aerat", "core"),
    ("hollow", "core"),
    ("scarif", "core"),
    ("verticut", "core"),
    ("spik", "core"),
    ("tine", "core"),
    ("seed", "seed"),
    ("turf laid", "plant"),
    ("sod", "plant"),
    ("mulch", "mulch"),
    ("planting", "plant"),
)
WITHOUT_NITROGEN = ("potash", "potass", "kelp", "seaweed", "humic", "magnes", "mangan", "biostim", "bacteri")
BULK = ("topdress", "compost", "loam", "sand", "manure, bulk", "soil, bulk")
SLOW_FORMS: tuple[tuple[str, NitrogenForm], ...] = (
    ("coated", "coated"),
    ("methylene", "slow_soluble"),
    ("organic", "insoluble"),
    ("biosolid", "insoluble"),
    ("manure", "insoluble"),
    ("meal", "insoluble"),
)
KINDS = {
    "lawn": "lawn",
    "turf": "lawn",
    "patch": "patch",
    "hedge": "hedge",
    "tree": "tree",
    "bed": "bed",
    "border": "bed",
    "shrub": "bed",
    "rose": "bed",
    "pot": "container",
    "container": "container",
}
GRASSES = (
    ("couch", "couch"),
    ("bermuda", "couch"),
    ("kikuyu", "kikuyu"),
    ("zoysia", "zoysia"),
    ("buffalo", "buffalo"),
    ("augustine", "buffalo"),
    ("centipede", "centipede"),
    ("paspalum", "seashore-paspalum"),
    ("warm", "couch"),
    ("tall fescue", "tall-fescue"),
    ("fescue", "fine-fescue"),
    ("rye", "perennial-rye"),
    ("bent", "browntop"),
)


def words_of(item: Mapping[str, Any]) -> str:
    """Family, product, form and method of a described job in one lower-case line."""
    return " ".join(str(item.get(key) or "") for key in ("family", "product", "form", "method")).lower()


def work_of(item: Mapping[str, Any]) -> Work | None:
    """The work of a described job without product; None where something is put down."""
    told = words_of(item)
    if item.get("rate_g_m2") or item.get("n_g_m2") or "pre-emergent" in told or "sulph" in told:
        return None
    return next((work for word, work in WORKS if word in told and not any(bulk in told for bulk in BULK)), None)


def product_of(item: Mapping[str, Any], key: int, interval: int) -> tuple[Product, float]:
    """A described product and its rate in g/m²; label limits wide around the rate, so that they do not decide."""
    family, values, rate = _made(item, words_of(item))
    label = Label(GramsPerSquareMetre(rate / 4), GramsPerSquareMetre(rate * 2), interval)
    nitrogen = values.pop("nitrogen", {})
    made = Product(
        key,
        str(item.get("product") or item["family"]),
        family,
        values.pop("liquid", False),
        sum(nitrogen.values()),
        nitrogen,
        values.pop("p2o5", 0.0),
        0.0,
        label,
        (),
        **values,
    )
    return made, rate


def _made(item: Mapping[str, Any], told: str) -> tuple[str, dict[str, Any], float]:
    """Family, what it is made of, and its rate; the first kind that its words name."""
    rate = float(item.get("rate_g_m2") or 0.0)
    liquid = "liquid" in told or "spray" in told or "foliar" in told
    wet = {"liquid": True, "density_kg_l": 1.1} if liquid else {}
    if "pre-emergent" in told:
        return "preemergent", {"longevity_days": float(item.get("barrier_days") or 90)}, rate or 15.0
    if "mycorr" in told or "inocul" in told:
        return "inoculant", {}, rate or 10.0
    if "wetting" in told:
        soil = SoilAction(material="wetting")
        return "stimulant", {"liquid": True, "density_kg_l": 1.0, "soil": soil}, rate or 2.0
    if "gypsum" in told:
        return "gypsum", {"other": {"Ca": 0.22, "S": 0.17}}, rate or 490.0
    if "lime" in told.replace("limestone", "lime") and "sulph" not in told:
        kind = "hydrated" if "hydrated" in told else "dolomitic" if "dolomit" in told else "calcitic"
        return "lime", {"soil": SoilAction(0.95, kind, {60: 0.7})}, rate or (20.0 if kind == "hydrated" else 200.0)
    if "alumin" in told:
        return "acidifier", {"soil": SoilAction(aluminium=0.08)}, rate or 40.0
    if "sulphate" in told and ("ferrous" in told or "iron" in told):
        return "acidifier", {"other": {"Fe": 0.2, "S": 0.115}, **wet}, rate or 50.0
    if "elemental" in told or item.get("family") == "sulphur":
        return "sulphur", {"other": {"S": 0.9}, "soil": SoilAction(elemental_sulphur=0.9)}, rate or 20.0
    if any(bulk in told for bulk in BULK) or item.get("depth_mm"):
        rate = rate or float(item.get("depth_mm") or 6.0) * 600.0
        share = float(item.get("n_total_g_m2") or 0.0) / rate
        p2o5 = float(item.get("p_g_m2") or 0.0) / P_PER_P2O5 / rate
        return "bulk", {"nitrogen": {"insoluble": share}, "p2o5": p2o5, "density_kg_l": 0.6}, rate
    if "iron" in told and not item.get("n_g_m2"):
        rate = float(item.get("fe_g_m2") or 0.2) / 0.06
        return "iron", {"other": {"Fe": 0.06}, "liquid": True, "density_kg_l": 1.2}, rate
    if not item.get("n_g_m2") and any(word in told for word in WITHOUT_NITROGEN):
        return ("quick" if "potash" in told or "potass" in told else "stimulant"), dict(wet), rate or 5.0
    return _feed(item, told, liquid)


def _feed(item: Mapping[str, Any], told: str, liquid: bool) -> tuple[str, dict[str, Any], float]:
    grade = re.search(r"\b(\d+)-(\d+)-(\d+)\b", told)
    total = int(grade[1]) / 100 if grade else 0.21
    rate = float(item.get("n_g_m2") or 2.0) / total
    ammonium, urea = float(item.get("ammoniacal_share") or 0.0), float(item.get("urea_share") or 0.0)
    slow = next((form for word, form in SLOW_FORMS if word in told), None)
    forms: dict[NitrogenForm, float] = {"ammoniacal": ammonium * total, "urea": urea * total}
    quick = item.get("quick_share")
    nothing_told = not ammonium and not urea and quick is None
    if slow is None and nothing_told and not liquid:
        forms["ammoniacal"] = total
    rest: NitrogenForm = slow or "nitrate"
    forms[rest] = forms.get(rest, 0.0) + total - sum(forms.values())
    p2o5 = float(item.get("middle_number") or (grade[2] if grade else 0)) / 100
    if not p2o5 and item.get("p_g_m2"):
        p2o5 = float(item["p_g_m2"]) / P_PER_P2O5 / rate
    values: dict[str, Any] = {"nitrogen": {form: share for form, share in forms.items() if share > 1e-9}, "p2o5": p2o5}
    if slow == "coated":
        values["longevity_days"] = 90.0
    if "iron" in told:
        values["other"] = {"Fe": 0.02}
    family = "quick"
    for word, name in (
        ("coated", "coated"),
        ("biosolid", "biosolid"),
        ("manure", "manure"),
        ("organic", "organic"),
        ("methylene", "methylene"),
    ):
        family = name if word in told else family
    if liquid:
        family, values["liquid"], values["density_kg_l"] = "liquid", True, 1.2
    return family, values, rate


def grass_key(told: str) -> str:
    """The key of a grass by the words it is told with; smooth meadow-grass where none is."""
    keys = [key for word, key in GRASSES if word in told.lower()]
    return keys[0] if keys else "bluegrass"


def ground_of(kind_told: str, told: Mapping[str, Any], ph: float | None) -> Ground:
    """The ground a case describes: kind, grass, tests, mulch, what lies beside it, its local rule."""
    kind = next((kind for word, kind in KINDS.items() if word in kind_told.lower()), "lawn")
    values: dict[str, Any] = {}
    grass = GRASS_BY_KEY[grass_key(str(told.get("grass") or ""))] if kind in ("lawn", "patch") else None
    if grass is not None:
        values["grass"] = grass
        values["plants"] = (catalogue()["poa-pratensis"],) if grass.key == "bluegrass" else ()
    mulch = float(told.get("mulch_depth_cm") or 0.0) * 10
    texture = str(told.get("soil_texture") or "").replace(" ", "-")
    south = "south" in str(told.get("month_kind") or "")
    return Ground(
        "the area",
        kind,
        SquareMetres(200.0),
        SquareMetres(200.0),
        BAY if south else HOT if grass is not None and grass.season == "warm" else VALE,
        _rules(told),
        facts=_facts(told),
        tests=_tests(told, ph),
        texture=TEXTURES.get(texture),
        canopy="as told" if told.get("canopy") or "crown" in str(told.get("beside") or "") else "",
        mulch_mm=mulch,
        irrigated=told.get("irrigated"),
        **values,
    )


def _facts(told: Mapping[str, Any]) -> dict[str, ReadFact]:
    beside = f"{told.get('beside') or ''} {told.get('near') or ''}".lower()
    found: dict[str, Any] = {"wet": "yes" if told.get("soil_state") == "saturated" or told.get("wet") else "no"}
    if any(word in beside for word in ("paving", "drive", "concrete", "stone", "terrace", "path", "patio")):
        found["hard_edge"] = "yes"
    if any(word in beside for word in ("stream", "pond", "water", "river", "well")):
        found["water"] = beside.strip()
    if told.get("bare") or "unplanted" in str(told.get("state") or ""):
        found["bare"] = "yes"
    return {key: ReadFact(value, str(value)) for key, value in found.items()}


def _tests(told: Mapping[str, Any], ph: float | None) -> tuple[SoilTest, ...]:
    values: dict[str, float] = {}
    tested = told.get("soil_ph", ph)
    if tested is not None:
        values["ph"] = float(tested)
    phosphorus = told.get("soil_p_mehlich3_ppm") or {"low": 8.0, "adequate": 40.0, "high": 120.0}.get(
        str(told.get("soil_p") or "")
    )
    if phosphorus:
        values |= {"p": float(phosphorus), "k": 120.0}
    if told.get("sodium_percent_cec") is not None:
        values |= {"cec": 10.0, "na": float(told["sodium_percent_cec"]) / 100 * 10.0 * 230.0}
    return (SoilTest.of(TESTED, "mehlich-3", **values),) if values else ()


def _rules(told: Mapping[str, Any]) -> RuleSet:
    caps: dict[str, Any] = {}
    if told.get("n_cap_round_g_m2"):
        caps["total_cap_g_m2"] = GramsPerSquareMetre(float(told["n_cap_round_g_m2"]))
    if told.get("n_cap_year_g_m2"):
        caps["yearly_cap_g_m2"] = GramsPerSquareMetre(float(told["n_cap_year_g_m2"]))
    closed = tuple(
        Blackout("closed period", *(MonthDay(*(int(part) for part in end.split("-")[-2:])) for end in pair))
        for pair in told.get("blackouts") or ()
    )
    return RuleSet("the local rule", closed, told.get("p_rule", "free") != "free", **caps)
