"""The machinery of forms: nesting, amounts, faults under the right name."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.errors import AmberError, DoesNotFit, Doubtful
from amber_acre.core.products.product import Pack, Product, SoilAction
from amber_acre.core.quantities import Kilograms, Money
from amber_acre.web.forms.amounts import read_amount
from amber_acre.web.forms.climate import ClimateForm, typed_climate
from amber_acre.web.forms.reading import Read, nest, read_form
from amber_acre.web.forms.rules import RuleSetForm, typed_rules, without_empty_blackouts
from tests.core.worlds import BAY, BYLAW, FREE, LEAF, QUICK, VALE
from tests.core.worlds import product as product_of
from tests.web.forms import CLIMATE


def test_names_nest_and_numbers_become_lists() -> None:
    flat = {"a": "1", "b-c": "2", "d-1-e": "4", "d-0-e": "3", "d-10-e": "5"}
    assert nest(flat) == {"a": "1", "b": {"c": "2"}, "d": [{"e": "3"}, {"e": "4"}, {"e": "5"}]}


@given(st.dictionaries(st.text(st.sampled_from("ab-01²"), max_size=8), st.text(max_size=3), max_size=8))
def test_any_names_nest_somehow(flat: dict[str, str]) -> None:
    assert set(nest(flat)) == {name.split("-")[0] for name in flat}


@pytest.mark.parametrize("climate", [VALE, BAY])
def test_a_climate_survives_its_form(climate: object) -> None:
    from amber_acre.core.season.climate import Climate

    assert isinstance(climate, Climate)
    read = read_form(ClimateForm, typed_climate(climate))
    assert read.faults == {}
    assert read.value is not None
    assert read.value.climate() == climate


@pytest.mark.parametrize("rules", [BYLAW, FREE])
def test_a_rule_set_survives_its_form(rules: object) -> None:
    from amber_acre.core.rules.local import RuleSet

    assert isinstance(rules, RuleSet)
    read = read_form(RuleSetForm, without_empty_blackouts(typed_rules(rules)))
    assert read.faults == {}
    assert read.value is not None
    again = read.value.rule_set()
    assert (again.name, again.blackouts, again.phosphorus_only_on_test) == (
        rules.name,
        rules.blackouts,
        rules.phosphorus_only_on_test,
    )
    assert (
        again.yearly_cap_g_m2 == pytest.approx(rules.yearly_cap_g_m2)
        if rules.yearly_cap_g_m2
        else again.yearly_cap_g_m2 is None
    )
    assert again.slow_share_min == pytest.approx(rules.slow_share_min)


def test_fahrenheit_and_inches_become_what_celsius_and_millimetres_say() -> None:
    american = dict(CLIMATE)
    for n in range(12):
        for key in ("mean", "low", "high"):
            american[f"months-{n}-{key}"] = f"{float(CLIMATE[f'months-{n}-{key}']) * 1.8 + 32:.4f} F"
        american[f"months-{n}-rain"] = f"{float(CLIMATE[f'months-{n}-rain']) / 25.4:.6f} in"
    read = read_form(ClimateForm, american)
    assert read.value is not None
    assert read.value.climate().mean_c == pytest.approx(VALE.mean_c, abs=1e-3)
    assert read.value.climate().rain_mm == pytest.approx(VALE.rain_mm, abs=1e-3)


TWO_SIZES = Product(**{**vars(QUICK), "packs": (*QUICK.packs, Pack("5 kg", Kilograms(5), Money(9)))})
CHIPS = product_of(80, "Lane Chips", {}, (1, 400_000), "bulk", density_kg_l=0.35, soil=SoilAction(material="chips"))
NO_PACK = Product(**{**vars(QUICK), "packs": ()})


@pytest.mark.parametrize(
    ("text", "product", "kg"),
    [
        ("12 kg", QUICK, 12),
        ("1.5 bags", QUICK, 37.5),
        ("2 x packs", QUICK, 50),
        ("500 mL", LEAF, 0.59),
        ("2 bottles", LEAF, 5.9),
        ("26.4555 lb", QUICK, 12),
        ("3 × 22.5 kg", TWO_SIZES, 67.5),  # as the program itself writes packs
        ("3 bags of 5 kg", TWO_SIZES, 15),
        ("2x500 mL", LEAF, 1.18),
        ("1.4 m³", CHIPS, 490),
        ("40 x 60 L", CHIPS, 840),
        ("14 ft³", CHIPS, 138.7525),
        ("490 kg", CHIPS, 490),
    ],
)
def test_amounts_by_weight_volume_or_pack(text: str, product: Product, kg: float) -> None:
    assert read_amount(text, product).value == pytest.approx(kg, rel=1e-4)


@pytest.mark.parametrize(
    ("text", "product", "says"),
    [
        ("2 bags", TWO_SIZES, "Packs of which size, .* Type it like 3 × "),
        ("3 x 4 x 5 kg", QUICK, "not a unit of weight"),
        ("60 mm", CHIPS, "no amount of mulch. Type it like 1.4 m³, 14 ft³ or 12 × 60 L"),
        ("3 × 60 mm", CHIPS, "no amount of mulch"),
        ("2 bags", NO_PACK, "no pack on the shelf"),
        ("2 L", QUICK, "not a unit of weight"),
        ("2 kg", LEAF, "not a unit of volume"),
    ],
)
def test_amounts_that_would_be_a_guess_are_refused(text: str, product: Product, says: str) -> None:
    with pytest.raises(AmberError, match=says):
        read_amount(text, product)


def test_refusals_of_the_core_land_under_their_field_and_the_first_stands() -> None:
    read: Read[RuleSetForm] = Read(None, {})
    read.refuse(DoesNotFit("First.", field="rate"))
    read.refuse(DoesNotFit("Second.", field="rate"))
    read.refuse(Doubtful("Sure?", field="size"), "lawn")
    read.refuse(DoesNotFit("Anywhere."))
    assert {name: (f.sentence, f.doubtful) for name, f in read.faults.items()} == {
        "rate": ("First.", False),
        "lawn-size": ("Sure?", True),
        "form": ("Anywhere.", False),
    }
