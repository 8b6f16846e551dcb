"""The soil of the demo: tests, probe readings, what was found, and the corrections that answer it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import UTC, date, datetime

from sqlalchemy.orm import Session

from amber_acre.core import typed
from amber_acre.core.correction.amend_jobs import amend_jobs
from amber_acre.core.correction.amending import amend
from amber_acre.core.correction.nutrient_plan import plan_nutrient
from amber_acre.core.correction.ph_brief import PhChoice
from amber_acre.core.correction.ph_plan import plan_ph
from amber_acre.core.quantities import INCH_M, SquareMetres
from amber_acre.core.soil.advice import Advice
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.holes import core_holes
from amber_acre.core.soil.probe import ProbeReading
from amber_acre.core.tables.amendments import OPTIONS
from amber_acre.core.tables.pale_leaves import CAUSES
from amber_acre.core.tables.soil_ranges import Extractant
from amber_acre.core.working import Working
from amber_acre.demo.world import CREW_LICENCES, TODAY
from amber_acre.store import corrections, daybook, soil_tests
from amber_acre.store.areas import areas_of
from amber_acre.store.ground import brief_of, brought_of, ground_of
from amber_acre.store.shelf import shelf
from amber_acre.store.tables import AreaRow, CorrectionRow, FactRow

LAB = "Vale Soil Desk"


@dataclass(frozen=True)
class DemoGround:
    """The soil of one area as it would be typed: tests with the laboratory's advice, probe readings by spot, facts."""

    tests: tuple[tuple[date, Extractant, str, dict[str, float], tuple[tuple[str, str], ...]], ...] = ()
    probe: tuple[tuple[date, dict[str, float]], ...] = ()
    facts: dict[str, str] = field(default_factory=dict)
    places: dict[str, tuple[float, float]] = field(default_factory=dict)


def _values(text: str) -> dict[str, float]:
    """Figures of a test from ``ph 7.6, p 61``."""
    return {name: float(figure) for name, figure in (part.split() for part in text.split(", "))}


GROUND: dict[tuple[str, str], DemoGround] = {
    ("Quillfeather House", "Front lawn"): DemoGround(
        (
            (
                date(2021, 10, 5),
                "mehlich-3",
                "",
                _values("ph 7.5, p 54, k 171, organic_matter 0.028, ca 4050, mg 320"),
                (),
            ),
            (
                date(2025, 10, 14),
                "mehlich-3",
                "",
                _values(
                    "ph 7.6, p 61, k 158, organic_matter 0.031, ca 4200, mg 310, s 14, fe 38, mn 6, "
                    "zn 1.4, cu 0.9, b 0.8, na 25, cec 24.5, salts 0.6, sand 0.28, silt 0.38, clay 0.34, free_lime 0.04"
                ),
                (),
            ),
        ),
        facts={"fizz": "strong", "topsoil": "22 cm"},
    ),
    ("Quillfeather House", "Orchard lawn"): DemoGround(facts={"texture": "clay loam", "topsoil": "18 cm"}),
    ("Quillfeather House", "North birch"): DemoGround(
        probe=((date(2026, 5, 12), {"north of the trunk": 7.8, "south of the trunk": 7.7, "at the drive": 8.1}),),
        facts={"texture": "clay loam", "canopy": "yes", "fizz": "strong"},
    ),
    ("Tannery Court", "No. 1"): DemoGround(
        (
            (
                date(2026, 2, 20),
                "mehlich-3",
                "",
                _values("ph 7.0, p 12, k 66, organic_matter 0.014, sand 0.36, silt 0.33, clay 0.31"),
                (),
            ),
        ),
        facts={"topsoil": "12 cm", "built": "2024", "roots": "9 cm"},
    ),
    ("Tannery Court", "No. 3"): DemoGround(
        facts={"topsoil": "12 cm", "texture": "clay loam", "built": "2024", "roots": "8 cm"}
    ),
    ("Gorse End", "Heath lawn"): DemoGround(
        (
            (
                date(2025, 3, 20),
                "mehlich-3",
                "smp",
                _values(
                    "ph 5.1, buffer_ph 6.6, p 18, k 52, organic_matter 0.038, ca 420, "
                    "mg 38, s 9, cec 6.2, sand 0.68, silt 0.22, clay 0.1, al 780"
                ),
                (("lime", "1.5 tons/acre"), ("potash", "2 lb/1000 ft²")),
            ),
        ),
    ),
    ("Gorse End", "Hydrangea row"): DemoGround(
        (
            (
                date(2026, 5, 6),
                "mehlich-3",
                "",
                _values("ph 5.9, p 24, k 88, al 640, organic_matter 0.044, sand 0.66, silt 0.23, clay 0.11"),
                (),
            ),
        ),
        (
            (
                date(2025, 5, 14),
                {"first from the east": 5.6, "third plant from the east": 5.7, "sixth": 5.9, "ninth, at the wall": 6.6},
            ),
            (
                date(2026, 4, 29),
                {
                    "first from the east": 5.7,
                    "third plant from the east": 5.6,
                    "sixth": 6.0,
                    "eighth": 6.0,
                    "ninth, at the wall": 7.0,
                },
            ),
        ),
        places={
            "first from the east": (33.2, 21.3),
            "third plant from the east": (30.4, 21.8),
            "sixth": (26.6, 22.5),
            "eighth": (23.6, 23.0),
            "ninth, at the wall": (21.3, 23.4),
        },
    ),
    ("Gorse End", "Blueberry rows"): DemoGround(
        probe=((date(2026, 5, 20), {"west end": 5.1, "middle": 5.0, "east end": 5.3}),), facts={"texture": "sandy loam"}
    ),
    ("Ostrey Almshouses", "Stream lawn"): DemoGround(
        (
            (date(2023, 11, 2), "olsen", "", _values("ph 6.6, p 27, k 101, organic_matter 0.033"), ()),
            (
                date(2024, 11, 6),
                "olsen",
                "",
                _values("ph 6.8, p 31, k 88, organic_matter 0.034, sand 0.41, silt 0.41, clay 0.18"),
                (),
            ),
        ),
    ),
    ("Drayman's Green", "Village green"): DemoGround(
        (
            (date(2019, 9, 24), "mehlich-3", "", _values("ph 6.7, p 68, k 151, organic_matter 0.043"), ()),
            (date(2022, 10, 3), "mehlich-3", "", _values("ph 6.8, p 83, k 147, organic_matter 0.048"), ()),
            (
                date(2025, 9, 30),
                "mehlich-3",
                "",
                _values(
                    "ph 6.9, p 96, k 142, organic_matter 0.052, ca 1980, mg 165, s 22, fe 310, "
                    "mn 11, zn 14, cu 4.1, cec 12.6, salts 0.8, sand 0.44, silt 0.38, clay 0.18"
                ),
                (("phosphate", "0 lb/1000 ft²"),),
            ),
        ),
    ),
    ("Shearwater Row 7", "Bay lawn"): DemoGround(
        (
            (
                date(2025, 8, 19),
                "mehlich-3",
                "",
                _values(
                    "ph 6.8, p 24, k 31, ca 380, mg 55, s 6, "
                    "na 58, cec 3.0, organic_matter 0.009, salts 1.1, sand 0.93, silt 0.04, clay 0.03"
                ),
                (),
            ),
        ),
        facts={"topsoil": "30 cm", "roots": "14 cm"},
    ),
    ("Marram Lodge", "Paddock lawn"): DemoGround(
        probe=((date(2026, 5, 5), {"gate": 5.2, "middle": 5.4, "far fence": 5.6, "trough": 5.3}),),
        facts={"texture": "sandy loam"},
    ),
}


def dig(session: Session, places: Mapping[str, int]) -> None:
    """Writes the evidence: tests, probe readings, what is known of the place."""
    areas = _areas(session, places)
    for key, ground in GROUND.items():
        _write(session, areas[key], ground)


def answer(session: Session, places: Mapping[str, int]) -> None:
    """Writes what was found and the corrections that answer it."""
    _correct(session, _areas(session, places))


def _areas(session: Session, places: Mapping[str, int]) -> dict[tuple[str, str], AreaRow]:
    return {(name, area.name): area for name, key in places.items() for area in areas_of(session, key)}


def _write(session: Session, area: AreaRow, ground: DemoGround) -> None:
    for day, extractant, buffer, values, advised in ground.tests:
        made = SoilTest.of(day, extractant, **{k: v for k, v in values.items() if k != "buffer_ph"})
        test = SoilTest(
            day,
            {**made.values, **({"buffer_ph": values["buffer_ph"]} if buffer else {})},
            made.extractant,
            "smp" if buffer else None,
            100.0,
            LAB,
        )
        advice = [Advice(what, text, typed.mass_rate(text).value) for what, text in advised]
        soil_tests.save_soil_test(session, area.id, test, advice=advice, confirmed=True)
    for day, spots in ground.probe:
        readings = [ProbeReading(day, spot, ph) for spot, ph in spots.items()]
        soil_tests.add_probe_readings(session, area.id, readings, "Imke", ground.places)
    known = {fact.name for fact in area.facts}
    area.facts += [FactRow(name=name, text=text) for name, text in ground.facts.items() if name not in known]
    session.flush()


def _correct(session: Session, areas: Mapping[tuple[str, str], AreaRow]) -> None:
    heath = areas["Gorse End", "Heath lawn"]
    lime = _ph(
        session, heath, "Palestone Mag", PhChoice, first=date(2025, 9, 16), method="lab", target=6.0, interval=190
    )
    _log(session, lime, 1, date(2025, 9, 18), "Imke")
    _ph(
        session,
        areas["Gorse End", "Hydrangea row"],
        "Yellowseam 85",
        PhChoice,
        first=date(2026, 5, 27),
        target=5.2,
        interval=120,
        depth=150.0,
    )
    core = _amend(
        session, areas["Tannery Court", "No. 1"], "compacted-core-compost", "Darkloaf Compost", date(2026, 4, 13), 1
    )
    _amend(session, areas["Tannery Court", "No. 3"], "stripped-dress", "Sieved Loam", date(2026, 9, 7), 3)
    _amend(session, areas["Shearwater Row 7", "Bay lawn"], "repellent-wetting", "Wetwell", date(2026, 5, 25), 1)
    _potash(session, areas["Shearwater Row 7", "Bay lawn"])
    first = next(job for job in core.jobs if job.work == "core")
    daybook.work_done(
        session,
        job=first,
        form_key="demo-core",
        done_on=date(2026, 4, 14),
        who="Tobias",
        note="half-inch tines, two passes",
        recorded_at=datetime(2026, 4, 14, 15, tzinfo=UTC),
    )
    corrections.add_finding(
        session,
        areas["Quillfeather House", "Orchard lawn"],
        "compacted",
        date(2026, 5, 12),
        "Probe stops at clay.",
        "probe goes in 7 cm",
    )
    iron = next(cause for cause in CAUSES if cause.key == "lime-iron")
    corrections.add_finding(
        session,
        areas["Quillfeather House", "North birch"],
        "pale",
        date(2026, 5, 12),
        f"Pale leaves: {iron.name}.",
        '{"leaves": "new", "pattern": "veins", "onset": "slow"}',
        iron.key,
    )


def _ph(
    session: Session,
    area: AreaRow,
    product: str,
    choice: type[PhChoice],
    *,
    first: date,
    target: float,
    interval: int,
    method: str = "texture",
    depth: float = 100.0,
) -> CorrectionRow:
    """A pH correction worked out on its first day, or today where that is to come."""
    ground = ground_of(session, area, min(first, TODAY))
    chosen = next(p for p in shelf(session) if p.name == product)
    brief = brief_of(ground)
    up = brief.ph is not None and brief.ph < target
    plan = plan_ph(
        brief,
        choice(
            "up" if up else "down",
            target,
            chosen,
            "surface",
            depth,
            first,
            interval,
            "lab" if method == "lab" else "texture",
        ),
    )
    return corrections.enter_ph_plan(session, area.id, plan, ground.ph_from, min(first, TODAY))


def _amend(session: Session, area: AreaRow, key: str, product: str, first: date, years: int) -> CorrectionRow:
    option = next(o for o in OPTIONS if o.key == key)
    chosen = next(p for p in shelf(session) if p.name == product)
    holes = (
        core_holes(0.5 * INCH_M * 1000, 2 * INCH_M * 1000, 3 * INCH_M * 1000, 100.0, Working(""))
        if option.unit == "holes"
        else None
    )
    made = amend(option, SquareMetres(area.size_m2), 100.0, holes, product=chosen)
    return corrections.enter_amendment(
        session, area, made, chosen.key, amend_jobs(made, first, years, chosen), min(first, TODAY), "seen on the walk"
    )


def _potash(session: Session, area: AreaRow) -> None:
    """The potassium that the test lacks, by the minimum level, less what the season's feeds bring."""
    ground = ground_of(session, area, TODAY)
    chosen = next(p for p in shelf(session) if p.name == "Straight Potash 0-0-50")
    if ground.test is None:
        return
    plan = plan_nutrient(
        ground.test,
        "k",
        chosen,
        ground.climate,
        date(2026, 9, 7),
        by="minimum",
        nitrogen_g_m2=ground.nitrogen_g_m2,
        brought_g_m2=brought_of(session, area, "k", TODAY),
    )
    corrections.enter_nutrient_plan(session, area.id, plan, chosen.key, ground.test, TODAY)


def _log(session: Session, correction: CorrectionRow, number: int, day: date, who: str) -> None:
    job = next(job for job in correction.jobs if job.number == number)
    area = correction.area
    amount = job.dose * area.size_m2 / 1000
    daybook.write_entry(
        session,
        form_key=f"demo-soil-{job.id}",
        area_id=area.id,
        job_id=job.id,
        product_id=correction.product_id or 0,
        applied_on=day,
        amount_kg=round(amount, 2),
        amount_typed=f"{amount:.2f} kg",
        covered_m2=area.size_m2,
        covered_typed=f"{area.size_m2:.1f} m²",
        who=who,
        licence=CREW_LICENCES[who],
        weather="dry, still",
        note="",
        reason="",
        recorded_at=datetime(day.year, day.month, day.day, 16, tzinfo=UTC),
    )
