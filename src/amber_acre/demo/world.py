"""The invented world of the demo: firm, depots, rules, clients, lawns. All of it made up."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import MonthDay
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.evidence import SoilTest

FIRM = "Brindlewick Grounds"
TODAY = date(2026, 5, 27)

OUSELET = RuleSet(
    "Ouselet by-law",
    (Blackout("winter closed period", MonthDay(11, 15), MonthDay(3, 15)),),
    phosphorus_only_on_test=True,
    yearly_cap_g_m2=GramsPerSquareMetre(16.0),
    slow_share_min=0.3,
    buffer_m=10.0,
)
OUSELET_NOTE = "10 m unfed strip along the Ouselet."
NO_RULE = RuleSet("No local rule", (), phosphorus_only_on_test=False)
BAY = RuleSet(
    "Marram Reach practice",
    (),
    phosphorus_only_on_test=True,
    yearly_cap_g_m2=GramsPerSquareMetre(18.0),
    slow_share_min=0.2,
)


@dataclass(frozen=True)
class DemoLawn:
    """A lawn as measured; ``log`` says which rounds were done, each (round, day, share of plan, who, reason);
    ``moved`` a round moved by hand, with its new day and reason.
    """

    name: str
    outline: str
    sides: tuple[str, ...]
    grass: str
    upkeep: str
    cut_outs: tuple[
        tuple[str, str, tuple[str, ...]] | tuple[str, str, tuple[str, ...], tuple[float, float, float]], ...
    ] = ()
    rows: str = ""
    instrument: str = "tape"
    clippings_returned: bool = True
    irrigated: bool = False
    test: SoilTest | None = None
    log: tuple[tuple[int, date, float, str, str], ...] = ()
    moved: tuple[int, date, str] | None = None


@dataclass(frozen=True)
class DemoProperty:
    """A property with its lawns."""

    client: str
    name: str
    climate: str
    rules: str
    units: str
    plot: str
    lawns: tuple[DemoLawn, ...]


_OLD = SoilTest.of(date(2022, 2, 3), "mehlich-3", ph=6.1, p=34.0, k=61.0)

PROPERTIES = (
    DemoProperty(
        "Maud Quillfeather",
        "Quillfeather House",
        "Ostrey Vale",
        "Ouselet by-law",
        "metric",
        "0.4 ha",
        (
            DemoLawn(
                "Front lawn",
                "offsets",
                ("3 m",),
                "bluegrass",
                "high",
                (
                    ("Statue circle", "circle", ("7.2 m",), (6, 8.5, 0)),
                    ("Lily pool", "rectangle", ("6 m", "4 m"), (20, 11, 0)),
                ),
                rows="15.2\n16.9\n17.8\n18.4\n18.7\n18.6\n18.3\n17.6\n16.9\n16.4",
                irrigated=True,
                log=((1, date(2026, 4, 15), 1.0, "Wren", ""),),
            ),
            DemoLawn(
                "Orchard lawn",
                "rectangle",
                ("38 m", "17.2 m"),
                "perennial-rye",
                "high",
                irrigated=True,
                log=((1, date(2026, 4, 16), 1.05, "Wren", ""),),
            ),
        ),
    ),
    DemoProperty(
        "Tannery Court Owners",
        "Tannery Court",
        "Ostrey Vale",
        "Ouselet by-law",
        "us",
        "",
        (
            DemoLawn(
                "No. 1",
                "rectangle",
                ("38 ft 6 in", "22 ft"),
                "cool-mixture",
                "high",
                (("Patio", "rectangle", ("12 ft", "10 ft"), (3.4, 5.2, 0)),),
                irrigated=True,
                log=((1, date(2026, 4, 20), 1.0, "Tobias", ""), (2, date(2026, 4, 20), 1.0, "Tobias", "")),
            ),
            DemoLawn(
                "No. 2",
                "triangle",
                ("41 ft", "33 ft", "27 ft"),
                "cool-mixture",
                "high",
                irrigated=True,
                log=((1, date(2026, 4, 20), 1.31, "Tobias", "the whole bag was emptied on a lawn measured too large"),),
            ),
            DemoLawn("No. 3", "rectangle", ("36 ft", "20 ft"), "cool-mixture", "middle"),
        ),
    ),
    DemoProperty(
        "Gorse End Trust",
        "Gorse End",
        "Ostrey Vale",
        "No local rule",
        "metric",
        "",
        (DemoLawn("Heath lawn", "circle", ("21.4 m",), "fine-fescue", "low"),),
    ),
    DemoProperty(
        "Ostrey Almshouses",
        "Ostrey Almshouses",
        "Ostrey Vale",
        "Ouselet by-law",
        "metric",
        "",
        (
            DemoLawn(
                "Stream lawn",
                "rectangle",
                ("42 m", "14 m"),
                "tall-fescue",
                "high",
                irrigated=True,
                log=((1, date(2026, 4, 22), 0.96, "Imke", ""),),
            ),
            DemoLawn(
                "Chapel lawn",
                "range",
                ("1,020 m²", "1,115 m²"),
                "cool-mixture",
                "middle",
                test=_OLD,
                log=((1, date(2026, 4, 23), 1.0, "Imke", ""),),
            ),
        ),
    ),
    DemoProperty(
        "Drayman's Green Committee",
        "Drayman's Green",
        "Ostrey Vale",
        "Ouselet by-law",
        "metric",
        "1.3 ha",
        (
            DemoLawn(
                "Village green",
                "rectangle",
                ("124 m", "92 m"),
                "perennial-rye",
                "middle",
                (("Bandstand", "circle", ("11 m",), (62, 46, 0)),),
                log=((1, date(2026, 4, 28), 0.98, "Oda", ""),),
            ),
        ),
    ),
    DemoProperty(
        "Ines Shearwater",
        "Shearwater Row 7",
        "Marram Reach",
        "Marram Reach practice",
        "metric",
        "",
        (
            DemoLawn(
                "Bay lawn",
                "rectangle",
                ("22 m", "13 m"),
                "couch",
                "high",
                irrigated=True,
                log=(
                    (1, date(2025, 10, 2), 1.0, "Oda", ""),
                    (2, date(2025, 10, 2), 1.0, "Oda", ""),
                    (3, date(2025, 11, 20), 1.0, "Oda", ""),
                    (4, date(2026, 1, 5), 1.0, "Oda", ""),
                    (5, date(2026, 2, 12), 0.97, "Oda", ""),
                    (6, date(2026, 2, 12), 1.0, "Oda", ""),
                ),
            ),
        ),
    ),
    DemoProperty(
        "Marram Lodge",
        "Marram Lodge",
        "Marram Reach",
        "Marram Reach practice",
        "metric",
        "",
        (
            DemoLawn(
                "Paddock lawn",
                "rectangle",
                ("34 m", "25 m"),
                "kikuyu",
                "middle",
                log=((1, date(2025, 9, 14), 1.0, "Oda", ""), (2, date(2025, 11, 15), 0.94, "Oda", "")),
            ),
            DemoLawn(
                "Court lawn",
                "triangle",
                ("19 m", "16.5 m", "14 m"),
                "tall-fescue",
                "high",
                irrigated=True,
                log=(
                    (1, date(2025, 9, 10), 1.0, "Oda", ""),
                    (2, date(2025, 10, 21), 1.0, "Oda", ""),
                    (3, date(2025, 11, 27), 1.0, "Oda", ""),
                    (4, date(2026, 3, 5), 1.0, "Oda", ""),
                ),
                moved=(5, date(2026, 5, 29), "the court was closed for repaving until the end of May"),
            ),
        ),
    ),
    DemoProperty("Lantern Yard Inn", "The Lantern Yard", "Ostrey Vale", "No local rule", "metric", "456 m²", ()),
)
# Lawns added after the others: measured, planned, nothing logged.
LATE_LAWNS = (
    (
        "Tannery Court",
        DemoLawn("No. 4", "trapezium", ("36 ft", "33 ft", "21 ft"), "cool-mixture", "high", irrigated=True),
    ),
    (
        "Tannery Court",
        DemoLawn("No. 5", "rectangle", ("15", "9"), "cool-mixture", "high", irrigated=True, instrument="paces:Wren"),
    ),
    (
        "Tannery Court",
        DemoLawn(
            "No. 6",
            "polygon",
            (),
            "cool-mixture",
            "high",
            rows="0\t0\n37 ft\t0\n37 ft\t18 ft\n25 ft\t22 ft\n0\t21 ft",
            irrigated=True,
        ),
    ),
)
CREW_LICENCES = {"Wren": "BG-0417", "Tobias": "BG-0421", "Imke": "BG-0430", "Oda": "BG-0433"}
