"""The invented world of the demo: firm, depots, rules, products, clients, lawns. All of it made up."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date

from amber_acre.core.products.product import SoilAction
from amber_acre.core.programme.brief import RuleSet
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.season.climate import MonthDay
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.evidence import SoilTest

FIRM = "Brindlewick Grounds"
TODAY = date(2026, 5, 27)

OUSELET = RuleSet(
    "Ouselet by-law",
    (Blackout("winter closed time", MonthDay(11, 15), MonthDay(3, 15)),),
    phosphorus_only_on_test=True,
    yearly_cap_g_m2=GramsPerSquareMetre(16.0),
    slow_share_min=0.3,
    buffer_m=10.0,
)
OUSELET_NOTE = "10 m unfed strip along the Ouselet."
NO_RULE = RuleSet("No local rule", (), phosphorus_only_on_test=False)
BAY = RuleSet(
    "Pelorus Bay practice",
    (),
    phosphorus_only_on_test=True,
    yearly_cap_g_m2=GramsPerSquareMetre(18.0),
    slow_share_min=0.2,
)


@dataclass(frozen=True)
class DemoProduct:
    """A label as it would be typed into the product form; ``stock`` is booked in."""

    name: str
    family: str
    grade: str
    forms: dict[str, str]
    label: tuple[str, str]
    interval: str
    packs: tuple[tuple[str, str], ...]
    yearly_max: str = ""
    liquid: bool = False
    density: str = ""
    longevity: str = ""
    others: dict[str, str] = field(default_factory=dict)
    derived_from: str = ""
    stock: str = ""
    soil: SoilAction = field(default_factory=SoilAction)


PRODUCTS = (
    DemoProduct(
        "Slowburn 20-0-8",
        "coated",
        "20-0-8",
        {"urea": "8", "coated": "12"},
        ("12 g/m²", "25 g/m²"),
        "42",
        (("20 kg", "38"), ("5 kg", "13.50")),
        "100 g/m²",
        longevity="90",
        others={"S": "6"},
        derived_from="coated urea, urea, sulphate of potash",
        stock="60 kg",
    ),
    DemoProduct(
        "Quickstep 21-0-0",
        "quick",
        "21-0-0",
        {"ammoniacal": "21"},
        ("8 g/m²", "20 g/m²"),
        "28",
        (("25 kg", "22"),),
        "60 g/m²",
        others={"S": "24"},
        derived_from="ammonium sulphate",
        stock="50 kg",
    ),
    DemoProduct(
        "Meadowmeal 8-3-1",
        "organic",
        "8-3-1",
        {"ammoniacal": "1", "insoluble": "7"},
        ("30 g/m²", "70 g/m²"),
        "30",
        (("25 kg", "31"),),
        "280 g/m²",
        derived_from="feather, blood and bone meal",
        stock="25 kg",
    ),
    DemoProduct(
        "Plainmeal 10-0-2",
        "organic",
        "10-0-2",
        {"ammoniacal": "1.5", "insoluble": "8.5"},
        ("4 lb/1000 ft²", "8 lb/1000 ft²"),
        "30",
        (("25 lb", "24"),),
        "",
        derived_from="soya and maize protein",
        stock="100 lb",
    ),
    DemoProduct(
        "Hearthcake 6-4-0",
        "biosolid",
        "6-4-0",
        {"ammoniacal": "0.5", "insoluble": "5.5"},
        ("30 g/m²", "80 g/m²"),
        "45",
        (("25 kg", "9"),),
        "240 g/m²",
        others={"Ca": "1.2", "Fe": "2.5"},
        derived_from="biosolids",
        stock="200 kg",
    ),
    DemoProduct(
        "Greenline 16-0-8",
        "methylene",
        "16-0-8",
        {"urea": "8", "slow_soluble": "8"},
        ("3 lb/1000 ft²", "5 lb/1000 ft²"),
        "35",
        (("33 lb", "15"),),
        "20 lb/1000 ft²",
        derived_from="urea, methylene urea, muriate of potash",
        stock="660 lb",
    ),
    DemoProduct(
        "Firstroot 12-24-12",
        "quick",
        "12-24-12",
        {"ammoniacal": "9", "nitrate": "3"},
        ("10 g/m²", "20 g/m²"),
        "60",
        (("20 kg", "34"),),
        "20 g/m²",
        derived_from="ammonium phosphates, potassium nitrate",
        stock="20 kg",
    ),
    DemoProduct(
        "Leaflight 12-0-4",
        "liquid",
        "12-0-4",
        {"urea": "9", "nitrate": "3"},
        ("1.5 mL/m²", "3 mL/m²"),
        "21",
        (("2.5 L", "29"),),
        "18 mL/m²",
        liquid=True,
        density="1.18",
        derived_from="urea, potassium nitrate",
        stock="5 L",
    ),
    DemoProduct(
        "Rustless Iron 6",
        "iron",
        "0-0-0",
        {},
        ("1.9 mL/m²", "4.8 mL/m²"),
        "28",
        (("5 L", "41"),),
        "",
        liquid=True,
        density="1.24",
        others={"Fe": "6", "S": "3.4"},
        derived_from="ferrous sulphate, citric acid",
        stock="5 L",
    ),
    DemoProduct(
        "Kelpline",
        "stimulant",
        "0-0-1",
        {},
        ("3 fl oz/1000 ft²", "6 fl oz/1000 ft²"),
        "14",
        (("1 gal", "36"),),
        "",
        liquid=True,
        density="1.05",
        derived_from="seaweed extract",
        stock="2 gal",
    ),
    DemoProduct(
        "Straight Potash 0-0-50",
        "quick",
        "0-0-50",
        {},
        ("5 g/m²", "15 g/m²"),
        "30",
        (("25 kg", "41"),),
        "45 g/m²",
        others={"S": "17"},
        derived_from="potassium sulphate",
        stock="25 kg",
    ),
    DemoProduct(
        "Bitterspar",
        "quick",
        "0-0-0",
        {},
        ("10 g/m²", "30 g/m²"),
        "30",
        (("10 kg", "13"),),
        "90 g/m²",
        others={"Mg": "9.6", "S": "13"},
        derived_from="magnesium sulphate",
        stock="10 kg",
    ),
    DemoProduct(
        "Chalkdust 94",
        "lime",
        "0-0-0",
        {},
        ("60 g/m²", "300 g/m²"),
        "60",
        (("25 kg", "9"),),
        "",
        others={"Ca": "37"},
        derived_from="ground calcitic limestone",
        stock="100 kg",
        soil=SoilAction(0.94, "calcitic", {4: 1.0, 8: 0.98, 20: 0.86, 60: 0.64, 100: 0.51}, 0.01),
    ),
    DemoProduct(
        "Palestone Mag",
        "lime",
        "0-0-0",
        {},
        ("60 g/m²", "300 g/m²"),
        "60",
        (("20 kg", "11"),),
        "",
        others={"Ca": "21", "Mg": "11.5"},
        derived_from="ground dolomitic limestone",
        stock="160 kg",
        soil=SoilAction(1.01, "dolomitic", {4: 1.0, 8: 0.99, 20: 0.9, 60: 0.7, 100: 0.55}, 0.01),
    ),
    DemoProduct(
        "Slakewhite",
        "lime",
        "0-0-0",
        {},
        ("10 g/m²", "25 g/m²"),
        "90",
        (("20 kg", "14"),),
        "50 g/m²",
        others={"Ca": "50"},
        derived_from="hydrated lime",
        stock="20 kg",
        soil=SoilAction(1.32, "hydrated"),
    ),
    DemoProduct(
        "Yellowseam 90",
        "sulphur",
        "0-0-0",
        {},
        ("5 g/m²", "25 g/m²"),
        "60",
        (("25 kg", "34"),),
        "50 g/m²",
        others={"S": "90"},
        derived_from="elemental sulphur, bentonite",
        stock="25 kg",
        soil=SoilAction(elemental_sulphur=0.9),
    ),
    DemoProduct(
        "Seamling 30",
        "sulphur",
        "0-0-0",
        {},
        ("10 g/m²", "75 g/m²"),
        "60",
        (("2.5 kg", "15"),),
        "150 g/m²",
        others={"S": "30"},
        derived_from="elemental sulphur, clay",
        stock="5 kg",
        soil=SoilAction(elemental_sulphur=0.3),
    ),
    DemoProduct(
        "Greenvitriol",
        "acidifier",
        "0-0-0",
        {},
        ("20 g/m²", "70 g/m²"),
        "60",
        (("10 kg", "16"),),
        "140 g/m²",
        others={"Fe": "20", "S": "11.5"},
        derived_from="ferrous sulphate heptahydrate",
        stock="10 kg",
    ),
    DemoProduct(
        "Alumstone",
        "acidifier",
        "0-0-0",
        {},
        ("20 g/m²", "60 g/m²"),
        "90",
        (("5 kg", "14"),),
        "120 g/m²",
        others={"S": "14"},
        derived_from="aluminium sulphate",
        stock="5 kg",
        soil=SoilAction(aluminium=0.081),
    ),
    DemoProduct(
        "Saltshift Gypsum",
        "gypsum",
        "0-0-0",
        {},
        ("100 g/m²", "500 g/m²"),
        "180",
        (("25 kg", "8"),),
        "",
        others={"Ca": "22", "S": "17.5"},
        derived_from="ground gypsum",
        stock="50 kg",
        soil=SoilAction(material="gypsum"),
    ),
    DemoProduct(
        "Darkloaf Compost",
        "bulk",
        "0.5-0.3-0.3",
        {"insoluble": "0.5"},
        ("0.6 kg/m²", "40 kg/m²"),
        "90",
        (("1 m³", "44"),),
        "",
        density="0.6",
        derived_from="composted garden green waste",
        stock="600 kg",
        soil=SoilAction(material="compost"),
    ),
    DemoProduct(
        "Kilncrumb",
        "bulk",
        "0-0-0",
        {},
        ("0.3 kg/m²", "10 kg/m²"),
        "90",
        (("20 kg", "17"),),
        "",
        density="0.6",
        derived_from="calcined clay",
        stock="40 kg",
        soil=SoilAction(material="calcined-clay"),
    ),
    DemoProduct(
        "Washed Sharp Sand",
        "bulk",
        "0-0-0",
        {},
        ("0.5 kg/m²", "20 kg/m²"),
        "90",
        (("800 kg", "48"),),
        "",
        density="1.6",
        derived_from="washed quartz sand",
        stock="800 kg",
        soil=SoilAction(material="sand"),
    ),
    DemoProduct(
        "Sieved Loam",
        "bulk",
        "0-0-0",
        {},
        ("1 kg/m²", "120 kg/m²"),
        "90",
        (("1 m³", "52"),),
        "",
        density="1.2",
        derived_from="screened topsoil",
        stock="1200 kg",
        soil=SoilAction(material="topsoil"),
    ),
    DemoProduct(
        "Wetwell",
        "stimulant",
        "0-0-0",
        {},
        ("1 mL/m²", "2.5 mL/m²"),
        "28",
        (("5 L", "58"),),
        "",
        liquid=True,
        density="1.02",
        derived_from="non-ionic surfactant",
        stock="5 L",
        soil=SoilAction(material="wetting"),
    ),
    DemoProduct(
        "Blackgrain",
        "conditioner",
        "0.9-0.5-0.5",
        {"insoluble": "0.9"},
        ("5 lb/1000 ft²", "10 lb/1000 ft²"),
        "90",
        (("40 lb", "29"),),
        "",
        density="0.55",
        derived_from="compost, biochar, humic acids",
        stock="80 lb",
        soil=SoilAction(material="carbon"),
    ),
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
                log=((1, date(2026, 4, 20), 1.0, "Tobias", ""),),
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
        "Pelorus Bay",
        "Pelorus Bay practice",
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
                    (2, date(2025, 12, 4), 1.0, "Oda", ""),
                    (3, date(2026, 1, 22), 0.97, "Oda", ""),
                    (4, date(2026, 2, 26), 1.0, "Oda", ""),
                ),
            ),
        ),
    ),
    DemoProperty(
        "Pelorus Lodge",
        "Pelorus Lodge",
        "Pelorus Bay",
        "Pelorus Bay practice",
        "metric",
        "",
        (
            DemoLawn(
                "Paddock lawn",
                "rectangle",
                ("34 m", "25 m"),
                "kikuyu",
                "middle",
                log=((1, date(2025, 10, 3), 1.0, "Oda", ""), (2, date(2026, 1, 15), 0.94, "Oda", "")),
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
                    (2, date(2025, 11, 27), 1.0, "Oda", ""),
                    (3, date(2026, 3, 5), 1.0, "Oda", ""),
                ),
                moved=(4, date(2026, 5, 29), "the court was closed for repaving until the end of May"),
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
