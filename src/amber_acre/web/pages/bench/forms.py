"""What each sum of the bench asks: a field a line, with its title and how it is typed.

Titles and hints are shown on the page and written into the description of the interface for programs.
"""

from __future__ import annotations

from typing import Literal

from amber_acre.core.bench.converting import OXIDES
from amber_acre.core.bench.swapping import SWELLS
from amber_acre.core.tables.liming import LIME_TEXTURES
from amber_acre.core.tables.materials import MATERIALS
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.web.forms.fields import Checked
from amber_acre.web.forms.reading import Form
from amber_acre.web.pages.bench.fields import (
    BUFFERS,
    PLACED,
    REGION_CHOICES,
    SULPHUR_TEXTURES,
    UNITS,
    Amount,
    Cce,
    Day,
    Density,
    Depth,
    DepthThere,
    Dilution,
    Figures,
    Fineness,
    Flow,
    Grade,
    Grams,
    Held,
    Length,
    Loose,
    Mass,
    MassRate,
    Millilitres,
    Minutes,
    Often,
    Ounces,
    Percent,
    PerLitre,
    Ph,
    Plants,
    Pressure,
    Price,
    Rate,
    RateSpan,
    Size,
    Span,
    Speed,
    Spoons,
    Strength,
    TakesIn,
    Thickness,
    Times,
    TrunkDose,
    TrunkDoseMl,
    Trunks,
    Volume,
    VolumeOrMass,
    VolumeRate,
    asked,
)


class Bench(Form):
    """Every sum: which system a figure without a unit is in."""

    units: Literal["metric", "us"] = asked("A figure without a unit is", "", UNITS, default="metric")


class RateForm(Bench):
    grade: Grade = asked("N-P-K of the bag", "16-2-9; 0-0-0 if it feeds nothing")
    density: Density = asked("Density", "kg/L, of liquids alone")
    rate: Rate = asked("Rate of product", "4 lb/1000, 20 g/m², 6 fl oz/1000")
    nitrogen: MassRate = asked("or nitrogen wanted", "0.7 lb/1000, 3.5 g/m²")
    cover: Size = asked("or what a pack covers", "5,000 sq ft, 450 m²")
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    pack: Amount = asked("A pack holds", "20 kg, 40 lb, 2.5 L")
    price: Price = asked("A pack costs")


class TankForm(Bench):
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    rate: VolumeRate = asked("Rate of product", "6 fl oz/1000, 2 mL/m²")
    per_litre: PerLitre = asked("or product in a litre of mix", "mL")
    spray: VolumeRate = asked("Mix put down", "1 gal/1000, 400 L/ha")
    tank: Volume = asked("A tank holds", "15 L, 4 gal")
    pack: Volume = asked("A bottle holds", "5 L, 1 gal")
    times: Times = asked("Times a year")


class ScheduleForm(Bench):
    rate: VolumeOrMass = asked("A rate", "6 fl oz/1000, 2 mL/m², 4 lb/1000")
    often: Often = asked("How often", "monthly, every 4 weeks, 6 times")
    other_rate: VolumeOrMass = asked("or a rate", "of the same kind")
    other_often: Often = asked("How often that", "fortnightly")
    label_rate: RateSpan = asked("The label’s rate", "3–5 fl oz/1000, 20–30 g/m²")
    label_days: Span = asked("Days between by the label", "42–56")
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    held: Held = asked("At hand", "5 L, 15 kg")
    first: Day = asked("First time on", "2026-05-04")


class InjectionForm(Bench):
    trunks: Trunks = asked("Trunks, across", "22 cm; 31 cm or 9 in; 12 in")
    girth: Thickness = asked("Girth for a port", "by the label: 15 cm, 6 in")
    diameter: Thickness = asked("or diameter for a port", "5 cm, 2 in")
    each: Millilitres = asked("Dose in a port", "by the label: 5 mL")
    per_cm: TrunkDoseMl = asked("or dose for the trunk, across", "2 mL/cm, 6 mL/in")
    most: Millilitres = asked("Most in a port", "10 mL")
    shot: Millilitres = asked("A stroke gives", "2.5 mL")
    minutes: Minutes = asked("Minutes a port", "2 if empty")


class FeedForm(Bench):
    strength: Strength = asked("Nitrogen in the feed", "150 mg/L = 150 ppm")
    grade: Grade = asked("N-P-K of the product", "18-7-15")
    injector: Dilution = asked("Injector", "1:100")
    feed: Volume = asked("Feed to make", "200 L, 50 gal")
    stock: Volume = asked("Stock tank", "20 L, 5 gal")


class CountForm(Bench):
    plants: Plants = asked("Plants")
    each: Grams = asked("A plant gets", "25 g, 1 oz")
    spoons: Spoons = asked("or spoons or handfuls a plant")
    spoon: Grams = asked("One of yours weighs", "weigh ten, type a tenth: 5 g")
    pack: Mass = asked("A pack holds", "2 kg, 4 lb")
    serves: Span = asked("It says it serves", "60–80 plants")


class TrunkForm(Bench):
    trunks: Trunks = asked("Trunks, across", "8 cm; 25 cm or 3 in; 10 in")
    dose: TrunkDose = asked("Dose by the label", "5 mL/cm, 2 fl oz/in, 40 g/in")


class VolumeForm(Bench):
    size: Size = asked("Ground", "less trunks and crowns: 60 m², 640 sq ft")
    want: Depth = asked("Depth wanted, settled", "7 cm, 3 in; ¼ in of top-dressing is 0.25 in")
    found: DepthThere = asked("Depth that lies there", "2 cm, 1 in")
    settles: Percent = asked("It sinks by", "20 %")
    material: str = asked(
        "What it is",
        "for its weight",
        [
            ("", "not said"),
            *((key, row.name) for key, row in MULCHES.items()),
            *((key, row.name) for key, row in MATERIALS.items() if key not in MULCHES),
        ],
        default="",
    )
    bag: Loose = asked("A bag holds", "50 L, 2 cu ft")
    barrow: Loose = asked("A barrow holds", "85 L, 3 cu ft")
    bag_price: Price = asked("A bag costs")
    bulk_price: Price = asked("Bulk costs", "a m³, or a yd³ in feet and pounds")
    delivery: Price = asked("Its delivery costs")


class SwapForm(Bench):
    size: Size = asked("Ground", "28 m², 300 sq ft")
    depth: Depth = asked("To what depth", "40 cm, 16 in")
    texture: Literal["sand", "loam", "clay", "rubble"] = asked(
        "The old soil is", choices=[(key, words) for key, (words, _) in SWELLS.items()], default="loam"
    )
    settles: Percent = asked("New soil sinks by", "15 % where nothing is typed")
    material: str = asked(
        "The new soil is",
        "for its weight",
        [("", "not said"), *((key, row.name) for key, row in MATERIALS.items())],
        default="",
    )
    trailer: Loose = asked("A trip carries", "1.5 m³, 2 cu yd")
    tip: Price = asked("To be rid of it costs", "a m³, or a yd³ in feet and pounds")
    buy: Price = asked("New soil costs", "the same")
    trip: Price = asked("A trip costs")


class LimeForm(Bench):
    advice: MassRate = asked("Pure lime advised", "50 lb/1000, 250 g/m²: by the laboratory, as calcium carbonate")
    cce: Cce = asked("Neutralising value (CCE)", "% by the label")
    fine: Fineness = asked("Fine enough to act", "% by its sieves; empty is all of it")
    moisture: Percent = asked("Moisture", "%")
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    pack: Mass = asked("A bag holds", "20 kg, 50 lb")
    dug: Checked = asked("it is dug in, not left on the surface", default=False)


class RaiseForm(Bench):
    ph: Ph = asked("pH now", "in water")
    target: Ph = asked("pH wanted", "6.5")
    depth: Depth = asked("Depth of soil", "10 cm, 4 in")
    placement: Literal["", "surface", "raked", "tilled"] = asked("It goes", choices=PLACED, default="")
    buffer_ph: Ph = asked("Buffer pH", "of the report; empty: by texture")
    buffer_method: Literal["", "smp", "mehlich", "adams-evans"] = asked("Its method", choices=BUFFERS, default="")
    texture: Literal["", "sand", "sandy loam", "loam", "silt loam", "clay loam", "muck"] = asked(
        "or texture", choices=[(one, one) for one in LIME_TEXTURES], default=""
    )
    region: Literal["", "cool", "warm"] = asked("Soils of", choices=REGION_CHOICES, default="")
    cce: Cce = asked("Neutralising value (CCE) of the lime", "% by the label")
    fine: Fineness = asked("Fine enough to act", "% by its sieves; empty is all of it")
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    pack: Mass = asked("A bag holds", "20 kg, 50 lb")


class LowerForm(Bench):
    ph: Ph = asked("pH now", "in water")
    target: Ph = asked("pH wanted", "6.5, acid lovers 5")
    depth: Depth = asked("Depth of soil", "10 cm, 4 in")
    texture: Literal["", "sand", "loam", "clay"] = asked("Texture", choices=SULPHUR_TEXTURES, default="")
    placement: Literal["", "surface", "raked", "tilled"] = asked("It goes", choices=PLACED, default="")
    free_lime: Percent = asked("Free lime", "%; 0: no fizz")
    sulphur: Percent = asked("Sulphur in it", "% as the element")
    iron: Percent = asked("or its iron", "%")
    aluminium: Percent = asked("or its aluminium", "%")
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    pack: Mass = asked("A bag holds", "20 kg, 50 lb")


class AcidForm(Bench):
    grade: Grade = asked("N-P-K", "21-0-0")
    nitrate: Percent = asked("Nitrate nitrogen in it", "% of the product")
    sulphur: Percent = asked("Sulphur S", "%")
    calcium: Percent = asked("Calcium Ca", "%")
    magnesium: Percent = asked("Magnesium Mg", "%")
    chloride: Percent = asked("Chloride Cl", "%")
    sodium: Percent = asked("Sodium Na", "%; of sodium nitrate 27")
    rate: MassRate = asked("Rate of product", "4 lb/1000, 20 g/m²")
    grass: Checked = asked("on grass", default=False)


class SprayerForm(Bench):
    flow: Flow = asked("Flow of a nozzle", "1.2 L/min, 0.4 gal/min")
    speed: Speed = asked("Speed", "4 km/h, 3 mph, 30 m in 25 s")
    spacing: Length = asked("Width a nozzle covers", "0.5 m, 20 in")
    caught: Volume = asked("or what a measured strip took", "2.4 L, 80 fl oz")
    strip: Size = asked("The strip", "50 m², 500 sq ft")
    ounces: Ounces = asked("or ounces caught in the time of a 128th acre", "fl oz; a square of 18 ft 5 in")
    want: VolumeRate = asked("Mix wanted", "400 L/ha, 1 gal/1000")
    pressure: Pressure = asked("Pressure now", "2 bar, 30 psi")
    density: Density = asked("Density of the mix", "kg/L; water is 1")


class SpreaderForm(Bench):
    caught: Mass = asked("Went down in the test", "0.8 kg, 1.6 lb")
    run: Length = asked("Length of the run", "20 m, 50 ft")
    width: Length = asked("Effective width", "2.5 m, 8 ft")
    rate: MassRate = asked("Rate wanted", "4 lb/1000, 20 g/m²")
    size: Size = asked("Ground", "4,500 sq ft, 420 m²")
    across: Length = asked("The ground is wide", "19 m, 62 ft")
    pans: Figures = asked("What a row of pans caught", "1; 3; 6; 9; 6; 3; 1 in grams, one pass, from left to right")
    pan: Length = asked("Pans are apart", "0.3 m, 1 ft")
    spacing: Length = asked("Passes are apart", "2.1 m, 7 ft")


class HalfWayForm(Bench):
    planned: Mass = asked("Planned for all of it", "18 kg, 40 lb")
    size: Size = asked("All the ground", "900 m², 10,000 sq ft")
    used: Mass = asked("Used so far", "10 kg, 22 lb")
    done: Size = asked("Ground done so far", "450 m², 5,000 sq ft")


class SprinklerForm(Bench):
    flow: Flow = asked("Flow", "35 L/min, 9 gal/min")
    wetted: Size = asked("Ground wetted", "60 m², 640 sq ft")
    cans: Figures = asked("or what cans caught", "4; 5; 6 in mm")
    minutes: Minutes = asked("in so many minutes")
    want: Depth = asked("Water wanted", "12 mm, 0.5 in")
    takes: TakesIn = asked("The soil takes in", "mm an hour")


class ConvertForm(Bench):
    value: str = asked("A figure and its unit", "4 lb/1000 ft², 6 fl oz/1000, 12 yd³, 30 psi, 3 oz wt", default="")
    density: Density = asked("Density", "kg/L: weight as volume, and the other way")
    oxide: str = asked(
        "It is", "", [("", "nothing by itself"), *((key, row[0]) for key, row in OXIDES.items())], default=""
    )
