"""A described lawn, climate and rule set: the year the application plans for it, in the words of the cases."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import replace
from datetime import date, timedelta
from pathlib import Path
from typing import Any

from amber_acre.core.care.brief import Establishing, Lawn, plants_of_grass
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.products.product import Label, Pack, Product
from amber_acre.core.programme.planning import plan_year
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money, SquareMetres
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import Climate, MonthDay
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.probe import ProbeReading, summary
from amber_acre.core.tables.grasses import GRASS_BY_KEY, Grass
from amber_acre.core.tables.nitrogen_forms import NitrogenForm
from amber_acre.core.tables.textures import TEXTURES
from tests.cases.described import TESTED

YEAR = 2026
PUBLISHED = Path(__file__).parent / "published"
ACIDITY: dict[str, float | None] = {}
SLOW_DAYS: dict[str, float] = {}
GRASSES = (
    ("plains", "plains-buffalograss"), ("bouteloua dact", "plains-buffalograss"), ("grama", "blue-grama"),
    ("stenotaphrum", "buffalo"), ("augustine", "buffalo"), ("kikuyu", "kikuyu"), ("cenchrus", "kikuyu"),
    ("zoysia", "zoysia"), ("centipede", "centipede"), ("eremochloa", "centipede"), ("axonopus", "carpet-grass"),
    ("paspalum notatum", "bahia"), ("bahia", "bahia"), ("paspalum", "seashore-paspalum"), ("cynodon", "couch"),
    ("couch", "couch"), ("bermuda", "couch"), ("buffalo", "buffalo"), ("tall fescue", "tall-fescue"),
    ("fine fescue", "fine-fescue"), ("festuca rubra", "fine-fescue"), ("agrostis", "browntop"), ("bent", "browntop"),
    ("ryegrass and bluegrass", "cool-mixture"), ("mixture", "cool-mixture"), ("lolium", "perennial-rye"),
    ("ryegrass", "perennial-rye"), ("bluegrass", "bluegrass"), ("poa pratensis", "bluegrass"),
    ("fescue", "fine-fescue"),
)  # fmt: skip
AT_25_FROM_21 = 2 ** (-4 / 10)


def grass_of(told: str) -> Grass:
    """The grass of a description: a botanical name decides before a common one."""
    low = told.lower().split(" with ")[0]
    return GRASS_BY_KEY[next(key for word, key in GRASSES if word in low)]


def plan_of(case: Mapping[str, Any]) -> dict[str, Any]:
    """The rounds of the year and what the plan says, as codes."""
    climate = _climate(case["climate"])
    month, day = (int(part) for part in case["year_starts"].split("-"))
    start = date(YEAR, month, day)
    shelf = shelf_of(case.get("shelf") or "usual")
    lawn, ground = _lawn(case, climate, start)
    made = plan_year(lawn, shelf, start, start, ground=ground)
    return {
        "rounds": [_round(job) for job in made.rounds],
        "says": sorted({one.code for one in made.advice}),
        "gap": round(made.choice.gap, 3),
        "need": round(float(made.need.yearly_g_m2), 2),
    }


def _round(job: Job) -> dict[str, Any]:
    brings, rate = job.material, float(job.rate_g_m2)
    nitrogen = rate * brings.total_nitrogen
    return {
        "day": f"{job.on:%Y-%m-%d}",
        "n_g_m2": nitrogen,
        "quick_n_g_m2": rate * brings.quick_fraction,
        "slow_n_g_m2": rate * brings.slow_fraction,
        "p_g_m2": rate * brings.phosphorus_fraction,
        "k_g_m2": rate * brings.potassium_fraction,
        "fe_g_m2": rate * brings.other.get("Fe", 0.0),
        "product_acidity": ACIDITY.get(brings.name) if nitrogen > 1e-9 else None,
        "slow_days": SLOW_DAYS.get(brings.name, 90),
        "reason": job.reason,
    }


def _climate(told: Mapping[str, Any]) -> Climate:
    def frost(words: str | None) -> MonthDay | None:
        return None if words is None else MonthDay(*(int(part) for part in words.split("-")))

    return Climate(
        told["kind"],
        told["lat_deg"],
        tuple(told["mean_c"]),
        tuple(told["min_c"]),
        tuple(told["max_c"]),
        tuple(told["rain_mm"]),
        frost(told["last_spring_frost"]),
        frost(told["first_autumn_frost"]),
        told["elevation_m"],
    )


def shelf_of(name: str) -> list[Product]:
    """A shelf of the cases, each product at a price usual for its kind."""
    rows = json.loads((PUBLISHED / "shelf.json").read_text(encoding="utf-8"))[name]
    return [_product(n, row) for n, row in enumerate(rows, start=1)]


def _product(key: int, row: Mapping[str, Any]) -> Product:
    slow_form: NitrogenForm = "insoluble" if row.get("organic") else "coated"
    forms: dict[NitrogenForm, float] = {
        "ammoniacal": row.get("n_ammoniacal", 0),
        "nitrate": row.get("n_nitrate", 0),
        "urea": row.get("n_urea", 0),
        slow_form: row.get("slow", 0),
    }
    rest = row["n"] - sum(forms.values())
    forms["urea"] += rest
    forms = {form: share / 100 for form, share in forms.items() if share > 1e-9}
    spray = row["form"] == "spray"
    family = "organic" if row.get("organic") else "iron" if row.get("fe") and not row["n"] else "liquid" if spray else (
        "coated" if row.get("slow") else "quick")  # fmt: skip
    if "biosolid" in row["key"]:
        family = "biosolid"
    ACIDITY[row["key"]] = row.get("acidity")
    SLOW_DAYS[row["key"]] = row.get("slow_days", 90)
    price = 20.0 * (1 + 0.02 * row["n"] + (1.2 if row.get("slow") else 0) + (2 if spray else 0))
    return Product(
        key,
        row["key"],
        family,
        spray,
        row["n"] / 100,
        forms,
        row["p2o5"] / 100 if "p2o5" in row else 0.0,
        row.get("k2o", 0) / 100,
        Label(GramsPerSquareMetre(row["label_min"]), GramsPerSquareMetre(row["label_max"]), row["interval"]),
        (Pack("a bag", Kilograms(20.0), Money(price)),),
        {name.capitalize(): row[name] / 100 for name in ("s", "ca", "fe") if row.get(name)},
        density_kg_l=row.get("density"),
        longevity_days=row["slow_days"] * AT_25_FROM_21 if row.get("slow") and not row.get("organic") else None,
    )


def _lawn(case: Mapping[str, Any], climate: Climate, start: date) -> tuple[Lawn, Ground]:
    rules, extras = _rules(case["rules"]), case.get("extras") or {}
    grass, size = grass_of(case["grass"]), SquareMetres(float(case["area_m2"]))
    test, told = _test(case.get("soil_test")), case.get("soil_test") or {}
    lawn = Lawn(
        case["id"],
        size,
        size,
        size,
        grass,
        {"low": "low", "medium": "middle", "high": "high"}[case["upkeep"]],  # type: ignore[arg-type]
        case["clippings"] == "returned",
        bool(case["irrigated"]),
        test,
        climate,
        rules,
        sun_hours=extras.get("sun_hours"),
        texture=str(told.get("texture") or ""),
        start=_establishing(extras, start),
        events=tuple(_day(extras[key], start) for key in ("event_on",) if extras.get(key)),
    )
    probe = case.get("probe_ph")
    ground = Ground(
        lawn.name,
        "lawn",
        size,
        size,
        climate,
        rules,
        grass,
        plants_of_grass(grass),
        {"fizz": ReadFact("strong", "strong")} if told.get("free_lime") else {},
        (test,) if test else (),
        summary([ProbeReading(start - timedelta(days=30), f"spot {n}", value) for n, value in enumerate(probe)])
        if probe
        else None,
        TEXTURES.get(lawn.texture),
        irrigated=lawn.irrigated,
    )
    return replace(lawn, ph_side=ground.ph_side()), ground


def _establishing(extras: Mapping[str, Any], start: date) -> Establishing | None:
    for key, way in (("seeded_on", "seed"), ("laid_turf_on", "turf"), ("overseeded_on", "over")):
        if extras.get(key):
            other = grass_of(extras["overseed_with"]) if extras.get("overseed_with") else None
            return Establishing(way, _day(extras[key], start), other)  # type: ignore[arg-type]
    return None


def _day(told: str, start: date) -> date:
    month, day = (int(part) for part in told.split("-")[-2:])
    on = date(start.year, month, day)
    return on if on >= start else date(start.year + 1, month, day)


def _rules(told: Mapping[str, Any]) -> RuleSet:
    closed = tuple(
        Blackout("closed period", *(MonthDay(*(int(part) for part in end.split("-")[-2:])) for end in pair))
        for pair in told.get("blackouts") or ()
    )
    cap = told.get("n_cap_round_g_m2") or 4.9
    year = told.get("n_cap_year_g_m2")
    return RuleSet(
        "the local rule",
        closed,
        told.get("p_rule", "free") != "free",
        GramsPerSquareMetre(year) if year else None,
        told.get("slow_share_min") or 0.0,
        GramsPerSquareMetre(min(3.4, cap)),
        GramsPerSquareMetre(cap),
    )


def _test(told: Mapping[str, Any] | None) -> SoilTest | None:
    if not told:
        return None
    values: dict[str, float] = {"ph": float(told["ph"])} if told.get("ph") is not None else {}
    for element, levels in (("p", (9.0, 40.0, 130.0)), ("k", (22.0, 110.0, 300.0))):
        level = told.get(element)
        if level in ("low", "adequate", "high"):
            middle = dict(zip(("low", "adequate", "high"), levels, strict=True))[level]
            values[element] = float(told.get(f"{element}_mehlich3_ppm") or middle)
    return SoilTest.of(TESTED, "mehlich-3", **values)
