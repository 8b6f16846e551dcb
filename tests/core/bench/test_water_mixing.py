"""Mixes by the litre, by pencil (common practice, no source); units by NIST Handbook 44."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.mixing import MOST_PARTS
from amber_acre.core.bench.water_mixing import LITRES_AT_MOST, InWater, water_mix
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.products.pot_feeding import SALT_LIMIT_MG_L
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import OUNCE_KG, US_FLUID_OUNCE_L, US_GALLON_L
from amber_acre.core.typed_counts import CountRate, in_water, litres_of
from tests.core.worlds import product

POTFEED = product(71, "Potwell 15-5-20", {"nitrate": 15}, (1, 20), p2o5=5, k2o=20)
KELP = product(72, "Kelp", {}, (1, 9), "stimulant", liquid=True, density_kg_l=1.1)
CALCIUM = product(73, "Calnit 15-0-0", {"nitrate": 15}, (1, 20), other={"Ca": 0.19})


def labelled(what: Product, low: float, high: float) -> Product:
    return replace(what, label=replace(what.label, by=(CountRate("water", low, high),)))


def test_a_recipe_by_the_litre_is_scaled_to_tanks() -> None:
    """2 g and 5 mL of 1.1 kg/L in a litre, 40 L in tanks of 15: two full ones with 30 g and 82.5 g, the last of 10 L
    with 20 g and 55 g; 2 g of 15 % are 300 mg/L of nitrogen."""
    found = water_mix([InWater(KELP, 5.5), InWater(POTFEED, 2.0)], 40.0, 15.0)
    assert (found.tanks, found.last_l) == pytest.approx((3, 10.0))
    assert [one.part.product.name for one in found.parts] == ["Potwell 15-5-20", "Kelp"]  # powders first
    salt, kelp = found.parts
    assert (salt.tank_kg, salt.last_kg, salt.all_kg) == pytest.approx((0.030, 0.020, 0.080))
    assert (kelp.tank_kg, kelp.last_kg, kelp.all_kg) == pytest.approx((0.0825, 0.055, 0.220))
    assert found.water_l == pytest.approx(40 * 0.995)
    assert found.holds.nitrogen * 1000 == pytest.approx(300)
    assert found.strong == ""
    assert water_mix([InWater(POTFEED, 2.0)], 9.0, 15.0).parts[0].tank_kg == pytest.approx(0.018)


@pytest.mark.parametrize(("g_l", "fit"), [(1.0, "fits"), (0.99, "under"), (3.0, "fits"), (3.01, "over")])
def test_it_is_held_against_the_label_in_water(g_l: float, fit: str) -> None:
    assert InWater(labelled(POTFEED, 1000, 3000), g_l).fit == fit
    assert InWater(POTFEED, g_l).fit == "unsaid"
    assert bool(water_mix([InWater(labelled(POTFEED, 1000, 3000), g_l)], 10, 10).over) is (fit != "fits")


def test_what_falls_out_or_burns_is_said() -> None:
    found = water_mix([InWater(CALCIUM, 1.0), InWater(POTFEED, 1.0)], 10, 10)
    assert any("falls out with the phosphate" in one for one in found.against)
    edge = SALT_LIMIT_MG_L / 150
    assert water_mix([InWater(POTFEED, edge)], 10, 10).strong == ""
    assert "burns roots" in water_mix([InWater(POTFEED, edge * 1.001)], 10, 10).strong


def test_bad_recipes_are_refused() -> None:
    one = [InWater(POTFEED, 1.0)]
    for litres, tank, field in ((0, 10, "water"), (LITRES_AT_MOST * 1.01, 10, "water"), (10, 0, "tank")):
        with pytest.raises(OutOfRange) as refused:
            water_mix(one, litres, tank)
        assert refused.value.field == field
    with pytest.raises(MissingInput):
        water_mix([], 10, 10)
    with pytest.raises(OutOfRange):
        water_mix(one * (MOST_PARTS + 1), 10, 10)
    with pytest.raises(OutOfRange):
        InWater(POTFEED, 0.0)
    with pytest.raises(DoesNotFit):
        water_mix([InWater(KELP, 551.0)], 10, 10)
    assert water_mix([InWater(KELP, 550.0)], 10, 10).water_l == pytest.approx(5)  # half and half is the most
    assert len(water_mix(one * MOST_PARTS, 20_000, 20_000).parts) == MOST_PARTS
    with pytest.raises(OutOfRange):
        water_mix(one, 20_001, 10)


@pytest.mark.parametrize(
    ("text", "grams"),
    [
        ("2 g/L", 2.0),
        ("5 mL/L", 5.5),
        ("2 g per litre of water", 2.0),
        ("1 fl oz/gal", US_FLUID_OUNCE_L * 1.1 * 1000 / US_GALLON_L),
        ("1 oz wt/gal", OUNCE_KG * 1000 / US_GALLON_L),
        ("50 g/L", 50.0),
    ],
)
def test_a_rate_in_water_is_read(text: str, grams: float) -> None:
    assert in_water(text, "rate", 1.1) == pytest.approx(grams)


@pytest.mark.parametrize("text", ["2 g", "2 g/m²", "2/L", "", "50.1 g/L", "0 g/L", "five g/L", "2 L/2"])
def test_what_is_no_rate_in_water_is_refused(text: str) -> None:
    with pytest.raises(AmberError):
        in_water(text, "rate", 1.1)
    with pytest.raises(NotUnderstood):
        in_water("5 mL/L", "rate", None)


def test_so_many_pots_that_get_so_much() -> None:
    assert litres_of("40 L", "L", "water") == 40
    assert litres_of("40", "L", "water") == 40
    assert litres_of("24 × 1.5 L", "L", "water") == pytest.approx(36)
    assert litres_of("24 x 1500 mL", "L", "water") == pytest.approx(36)
    for text in ("0 L", "0 × 2 L", "many × 2 L", "2 × many"):
        with pytest.raises(AmberError):
            litres_of(text, "L", "water")


@given(st.floats(0.1, 20), st.floats(1, 5000), st.floats(1, 500))
def test_tanks_add_up_to_the_mix(g_l: float, litres: float, tank: float) -> None:
    found = water_mix([InWater(POTFEED, g_l)], litres, tank)
    full = min(tank, litres)
    assert (found.tanks - 1) * full + found.last_l == pytest.approx(litres)
    part = found.parts[0]
    assert (found.tanks - 1) * part.tank_kg + part.last_kg == pytest.approx(part.all_kg)
