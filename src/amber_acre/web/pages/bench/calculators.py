"""The sums of the bench: key, what each is for, what it asks, an example; page and interface follow from a row."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from amber_acre.core.bench.answer import Answer
from amber_acre.web.pages.bench import forms, solving


@dataclass(frozen=True)
class Calculator:
    """``group``: under which heading of the bench it stands; ``example``: what its form is filled with to try it."""

    key: str
    group: str
    title: str
    does: str
    form: type[forms.Bench]
    solve: Callable[[Any], Answer]
    example: Mapping[str, str] = field(default_factory=dict)


CALCULATORS: tuple[Calculator, ...] = (
    Calculator(
        "rate",
        "Granules",
        "Rate, product and packs",
        "From a rate, a nitrogen target or what a pack covers: product, nutrients, packs, cost.",
        forms.RateForm,
        solving.rate,
        {"grade": "19-2-6", "nitrogen": "3.1 g/m²", "size": "415 m²", "pack": "15 kg", "price": "31.90"},
    ),
    Calculator(
        "plants",
        "Granules",
        "By plant, spoon and handful",
        "From a dose a plant, or spoons of one's own weight: what all take, how many a pack serves.",
        forms.CountForm,
        solving.count,
        {"plants": "42", "spoons": "3", "spoon": "6.5 g", "pack": "3 kg"},
    ),
    Calculator(
        "trunks",
        "Granules",
        "By the trunk",
        "A dose for the thickness of the trunk, tree by tree.",
        forms.TrunkForm,
        solving.trunk,
        {"trunks": "7 cm; 19 cm", "dose": "6 mL/cm"},
    ),
    Calculator(
        "tank",
        "Liquids",
        "Liquid, water and tanks",
        "From a rate and the mix put down: product, water, tanks with the last part tank, times a bottle does it.",
        forms.TankForm,
        solving.tank,
        {"size": "730 m²", "rate": "1.6 mL/m²", "spray": "500 L/ha", "tank": "16 L", "pack": "5 L"},
    ),
    Calculator(
        "feed",
        "Liquids",
        "Feed in water",
        "mg/L of nitrogen as grams in a litre, ounces in 100 gallons and the stock of an injector.",
        forms.FeedForm,
        solving.feed,
        {"strength": "120", "grade": "18-7-15", "injector": "1:80", "stock": "25 L"},
    ),
    Calculator(
        "schedule",
        "Liquids",
        "One dose or two halves",
        "A rate again and again: what a year comes to, two ways and against the label; how long what is at hand lasts.",
        forms.ScheduleForm,
        solving.schedule,
        {"rate": "1.8 mL/m²", "often": "monthly", "other_rate": "0.9 mL/m²", "other_often": "fortnightly"},
    ),
    Calculator(
        "injection",
        "Liquids",
        "Trunk injection by a label",
        "Ports, dose, strokes, litres and minutes for trunks; each port a wound, the label decides every figure.",
        forms.InjectionForm,
        solving.injection,
        {"trunks": "23 cm; 34 cm", "girth": "12", "each": "4", "shot": "2"},
    ),
    Calculator(
        "volume",
        "By depth",
        "Mulch, compost, top-dressing",
        "From ground and depth: volume, weight, bags, barrows, and from what volume bulk costs less.",
        forms.VolumeForm,
        solving.volume,
        {"size": "37 m²", "want": "6 cm", "found": "1.5 cm", "settles": "18 %", "material": "compost", "bag": "40 L"},
    ),
    Calculator(
        "swap",
        "By depth",
        "Soil swapped in a bed",
        "What leaves, loose, and what comes before it settles: volume, weight, trips, money.",
        forms.SwapForm,
        solving.swap,
        {"size": "26 m²", "depth": "35 cm", "texture": "clay", "material": "topsoil", "trailer": "1.2 m³", "buy": "31"},
    ),
    Calculator(
        "lime",
        "Soil",
        "Lime of a laboratory's advice",
        "Pure lime advised as so much of the lime at hand, with the dressings it takes.",
        forms.LimeForm,
        solving.lime,
        {"advice": "310 g/m²", "cce": "91", "moisture": "4 %", "size": "265 m²", "pack": "25 kg"},
    ),
    Calculator(
        "raise",
        "Soil",
        "Lime to a pH",
        "By the buffer of a report or by texture: pure lime, the lime at hand, dressings, bags.",
        forms.RaiseForm,
        solving.raised,
        {
            "ph": "5.3",
            "target": "6.4",
            "depth": "12 cm",
            "placement": "surface",
            "texture": "loam",
            "region": "cool",
            "cce": "88",
            "size": "310 m²",
            "pack": "25 kg",
        },
    ),
    Calculator(
        "lower",
        "Soil",
        "Sulphur to a pH",
        "By the tables and for free lime: sulphur, the product at hand, dressings, years; and when it is hopeless.",
        forms.LowerForm,
        solving.lowered,
        {
            "ph": "7.3",
            "target": "5.2",
            "depth": "14 cm",
            "texture": "loam",
            "placement": "raked",
            "free_lime": "0",
            "sulphur": "90",
            "size": "34 m²",
            "pack": "5 kg",
        },
    ),
    Calculator(
        "acid",
        "Soil",
        "Acid a feed leaves",
        "The lime that undoes a feed, from its analysis.",
        forms.AcidForm,
        solving.acid,
        {"grade": "24-5-9", "rate": "18 g/m²", "grass": "on"},
    ),
    Calculator(
        "spreader",
        "Machines",
        "Spreader: catch, passes, pattern",
        "Rate of a catch test, half loads in two directions, passes, how even they lie.",
        forms.SpreaderForm,
        solving.spreader,
        {"caught": "0.66 kg", "run": "18 m", "width": "2.2 m", "rate": "17 g/m²", "size": "540 m²", "across": "23 m"},
    ),
    Calculator(
        "half-way",
        "Machines",
        "Half-way check",
        "Weight and ground so far: how it ends, and the rate that ends it right.",
        forms.HalfWayForm,
        solving.half_way,
        {"planned": "21 kg", "size": "1100 m²", "used": "12.4 kg", "done": "520 m²"},
    ),
    Calculator(
        "sprayer",
        "Machines",
        "Sprayer: what it puts down",
        "By nozzle, by a measured strip or the ounces of a 128th acre; speed and pressure for what is wanted.",
        forms.SprayerForm,
        solving.sprayer,
        {"flow": "0.9 L/min", "speed": "30 m in 26 s", "spacing": "0.8 m", "want": "350 L/ha", "pressure": "2 bar"},
    ),
    Calculator(
        "sprinkler",
        "Machines",
        "Sprinklers",
        "Water an hour by flow or cans, minutes for a depth, turns where it would run off.",
        forms.SprinklerForm,
        solving.sprinkler,
        {"cans": "5; 7; 6; 4; 8", "minutes": "20", "want": "12 mm", "takes": "10"},
    ),
    Calculator(
        "units",
        "Units",
        "Units of the trade",
        "A figure in every unit of its kind; asks where a word means two.",
        forms.ConvertForm,
        solving.converted,
        {"value": "3.4 lb/1000 ft²"},
    ),
)
BY_KEY = {one.key: one for one in CALCULATORS}
