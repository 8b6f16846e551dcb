"""Mixes: scaled by hand arithmetic; order and what falls out are common practice, no source."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.mixing import MOST_PARTS, SHARE_AT_MOST, Part, against, in_order, mix
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.products.product import SoilAction
from tests.core.bench.test_blending import DAP, UREA
from tests.core.test_working import check
from tests.core.worlds import IRON, LEAF, LIME, MEAL, product

WETTER = product(
    70, "Wetter", {}, (1, 3), "stimulant", liquid=True, density_kg_l=1.02, soil=SoilAction(material="wetting")
)
LIVING = product(71, "Living", {}, (1, 5), "inoculant", liquid=True, density_kg_l=1.02)
CALCIUM = product(72, "Calc", {"nitrate": 15}, (5, 20), other={"Ca": 0.19})


def test_a_recipe_scaled_to_tanks() -> None:
    """900 m² at 0.05 L/m² are 45 L: two tanks of 16 and one of 13; 2 g/m² are 0.04 kg a litre."""
    made = mix([Part(IRON, 2.0)], 900, 0.05, 16)
    assert made.tanks == 3
    assert made.last_l == pytest.approx(13)
    one = made.parts[0]
    assert one.tank_kg == pytest.approx(0.04 * 16)
    assert one.last_kg == pytest.approx(0.04 * 13)
    assert one.all_kg == pytest.approx(1.8)
    assert check(made.working) > 0
    small = mix([Part(IRON, 2.0)], 100, 0.05, 16)
    assert small.tanks == 1
    assert small.parts[0].tank_kg == pytest.approx(0.2)


@given(st.floats(10, 5000), st.floats(0.03, 0.2), st.floats(5, 600), st.floats(0.5, 5), st.floats(0.5, 5))
def test_tanks_hold_all_of_each_part(size: float, spray: float, tank: float, iron: float, leaf: float) -> None:
    made = mix([Part(IRON, iron), Part(LEAF, leaf)], size, spray, tank)
    for one in made.parts:
        assert one.tank_kg * (made.tanks - 1) + one.last_kg == pytest.approx(one.all_kg)
    assert made.water_l < made.mix_l


def test_powders_go_in_first_and_what_wets_last() -> None:
    order = in_order([Part(WETTER, 1), Part(LIVING, 1), Part(LEAF, 1), Part(IRON, 1), Part(UREA, 1)])
    assert [part.product.name for part in order] == [one.name for one in (UREA, IRON, LEAF, LIVING, WETTER)]


@pytest.mark.parametrize(
    ("first", "second", "words"),
    [
        (CALCIUM, DAP, "Calcium"),
        (IRON, DAP, "Iron"),
        (LIVING, IRON, "kills"),
        (LEAF, IRON, None),
        (UREA, IRON, None),
        (MEAL, IRON, "does not dissolve"),
    ],
)
def test_what_does_not_go_into_one_tank(first: object, second: object, words: str | None) -> None:
    parts = [Part(first, 5), Part(second, 5)]  # type: ignore[arg-type]
    for pair in (parts, parts[::-1]):
        found = against(pair)
        assert any(words in one for one in found) if words else not any("falls out" in one for one in found)


def test_ammonium_and_lime() -> None:
    ammonium = replace(DAP, nitrogen={"ammoniacal": 0.18})
    assert any("ammonia" in one for one in against([Part(LIME, 50), Part(ammonium, 5)]))


def test_labels_at_their_edges_and_limits() -> None:
    low, high = float(IRON.label.min_g_m2), float(IRON.label.max_g_m2)
    assert [Part(IRON, rate).fit for rate in (low, high, low * 0.99, high * 1.01)] == ["fits", "fits", "under", "over"]
    assert mix([Part(IRON, high * 1.01)], 100, 0.1, 10).over
    density = IRON.density_kg_l or 1.0
    mix([Part(IRON, 1000 * density * 0.01 * SHARE_AT_MOST)], 100, 0.01, 10)
    with pytest.raises(DoesNotFit, match="product"):
        mix([Part(IRON, 1000 * density * 0.01 * SHARE_AT_MOST * 1.01)], 100, 0.01, 10)
    with pytest.raises(MissingInput):
        mix([], 100, 0.05, 10)
    with pytest.raises(OutOfRange):
        mix([Part(IRON, 2)] * (MOST_PARTS + 1), 100, 1, 10)
    for bad in ((0, 0.05, 10), (100, 0, 10), (100, 0.05, 0)):
        with pytest.raises(OutOfRange):
            mix([Part(IRON, 2)], *bad)
    with pytest.raises(OutOfRange):
        Part(IRON, 0)
