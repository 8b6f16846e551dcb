"""Product arithmetic as published and as the trade tells it; labels, packs and grades."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import nnls

from amber_acre.core import quantities as q
from amber_acre.core.errors import AmberError, DoesNotFit, Doubtful, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.products.cautions import cautions
from amber_acre.core.products.nutrient_rates import blend, parts_per_million, product_for, stock_g_l
from amber_acre.core.products.nutrients import carried
from amber_acre.core.products.packs import cheapest_packs, product_amount, whole_packs
from amber_acre.core.products.product import Label, Pack, Product, parse_grade
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money, SquareMetres
from amber_acre.core.working import Working
from tests.core.published_cases import case, hold, ids
from tests.core.worlds import IRON, LEAF, MEAL, QUICK, SLOW, product

LB_1000 = q.POUND_PER_THOUSAND_G_M2


def case_per_pound() -> dict[str, Any]:
    grades = case("product_rates", "03-product-per-lb-N")["inputs"]["grades"]
    return {grade: product_for(1.0, parse_grade(grade)[0]) for grade in grades}


def case_blend() -> dict[str, Any]:
    names = ["18-46-0", "46-0-0", "0-0-60"]
    rates = blend(
        {"N": 1, "P2O5": 0.5, "K2O": 1}, [dict(zip(("N", "P2O5", "K2O"), parse_grade(n), strict=True)) for n in names]
    )
    return dict(zip(names, rates, strict=True))


def case_infeasible() -> dict[str, Any]:
    balanced = dict(zip(("N", "P2O5", "K2O"), parse_grade("10-10-10"), strict=True))
    try:
        blend({"N": 1, "P2O5": 0, "K2O": 0.5}, [balanced])
        attainable = True
    except DoesNotFit:
        attainable = False
    return {
        "exactly_attainable": attainable,
        "P2O5_forced_when_N_met": product_for(1, balanced["N"]) * balanced["P2O5"],
    }


def case_uan() -> dict[str, Any]:
    density = 10.65 * q.POUND_KG / q.US_GALLON_L
    uan = product(
        9,
        "Solution 28-0-0",
        {"urea": 14, "ammoniacal": 7, "nitrate": 7},
        (2, 20),
        "liquid",
        liquid=True,
        density_kg_l=density,
    )
    one_gallon = q.US_GALLON_L * density
    assert uan.litres(Kilograms(one_gallon)) == pytest.approx(q.US_GALLON_L)
    return {"N": one_gallon * uan.total_nitrogen / q.POUND_KG, "N_metric": density * 1000 * uan.total_nitrogen}


def case_stock() -> dict[str, Any]:
    nitrogen, p2o5, k2o = parse_grade("20-10-20")
    grams = stock_g_l(200, nitrogen, 100)
    per_gallon = grams * q.US_GALLON_L / 1000 / q.OUNCE_KG
    feed = grams * 1000 / 100
    return {
        "stock": per_gallon,
        "stock_metric": grams,
        "P_in_feed": feed * p2o5 * q.P_PER_P2O5,
        "K_in_feed": feed * k2o * q.K_PER_K2O,
    }


def case_row() -> dict[str, Any]:
    size = 40 * q.FOOT_M * 30 * q.INCH_M
    rate = q.mass_rate_g_m2(2.5, "lb", "ft²") / 100
    return {"result": product_amount(GramsPerSquareMetre(rate), SquareMetres(size), Working("")) / q.POUND_KG}


ANSWERS: dict[str, Any] = {
    "03-product-per-lb-N": case_per_pound,
    "03-bags-exact-multiple": lambda: {
        "whole_bags": whole_packs(Kilograms(100 * q.POUND_KG), Pack("25 lb", Kilograms(25 * q.POUND_KG), Money(1)))
    },
    "03-blend-DAP-urea-MOP": case_blend,
    "03-blend-infeasible": case_infeasible,
    "03-UAN-28": case_uan,
    "03-factor-75": lambda: {"result": parts_per_million(1, 1)},
    "03-ppm-direct": lambda: {"result": 150 / parts_per_million(1, 0.20)},
    "03-ppm-stock-1to100": case_stock,
    # Bulk density 0.96 kg/L of a granular 10-10-10, as handbooks print it.
    "03-pint-is-a-pound": lambda: {"result": q.US_GALLON_L / 8 * 0.96 / q.POUND_KG},
    "03-row-feeding": case_row,
    "03-caliper-dose": lambda: {"N": 0.12 * 3.5, "product": product_for(0.12 * 3.5, parse_grade("24-8-16")[0])},
}


@pytest.mark.parametrize("key", ids("product_rates"))
def test_product_rates_as_published(key: str) -> None:
    hold("product_rates", key, ANSWERS[key]())


def test_factor_75_follows_from_the_units() -> None:
    assert parts_per_million(1, 1) == pytest.approx(q.OUNCE_KG * 1e6 / (100 * q.US_GALLON_L), rel=1e-6)


@given(st.lists(st.floats(0.1, 3), min_size=3, max_size=3))
def test_blends_agree_with_non_negative_least_squares(targets: list[float]) -> None:
    straights = [{"N": 0.18, "P2O5": 0.46}, {"N": 0.46}, {"K2O": 0.6}]
    wanted = dict(zip(("N", "P2O5", "K2O"), targets, strict=True))
    exact, residual = nnls([[s.get(n, 0) for s in straights] for n in wanted], targets)
    if residual < 1e-9:
        assert blend(wanted, straights) == pytest.approx(list(exact), abs=1e-6)
    else:
        with pytest.raises(DoesNotFit):
            blend(wanted, straights)


# Trade arithmetic, recomputed: common practice, no source.
def test_bottle_coverage_told_in_the_trade() -> None:
    """2.5 L does 1,250 m² at 2 mL/m²; five times 250 m²."""
    rate_ml = 2.5 * 1000 / 1250
    assert rate_ml == 2.0
    assert 250 * rate_ml == 500
    assert rate_ml * 10 == 20  # L/ha
    assert rate_ml / q.volume_rate_ml_m2(1, "fl oz", "1000 ft²") == pytest.approx(6.28, abs=0.005)
    assert 1250 / q.AREA_M2["ft²"] == pytest.approx(13_455, abs=1)
    rate_g = GramsPerSquareMetre(rate_ml * 1.18)
    amount = product_amount(rate_g, SquareMetres(250), Working(""))
    assert LEAF.litres(amount) == pytest.approx(0.5)


PLAINMEAL = product(
    7, "Plainmeal 10-0-2", {"insoluble": 10}, (4 * LB_1000, 8 * LB_1000), "organic", k2o=2, pack=(25 * q.POUND_KG, 24)
)
GREENLINE = product(
    8,
    "Greenline 16-0-8",
    {"urea": 8, "slow_soluble": 8},
    (3 * LB_1000, 5 * LB_1000),
    "methylene",
    k2o=8,
    pack=(33 * q.POUND_KG, 15),
)


def square_feet(value: float) -> SquareMetres:
    return SquareMetres(value * q.FOOT_M**2)


@pytest.mark.parametrize(
    ("bag", "lb", "ft2", "rate", "nitrogen", "potash"),
    [
        (PLAINMEAL, 25, 6250, 4.00, 0.400, 0.080),
        (PLAINMEAL, 25, 4500, 5.556, 0.556, 0.111),
        (GREENLINE, 33, 7600, 4.342, 0.695, 0.347),
        (GREENLINE, 4.8, 1000, 4.8, 0.768, 0.384),
        (PLAINMEAL, 40, 8000, 5.0, 0.5, 0.1),
        (PLAINMEAL, 40, 4000, 10.0, 1.0, 0.2),
        (PLAINMEAL, 120, 11000, 10.91, 1.091, 0.218),  # low end
        (PLAINMEAL, 120, 12000, 10.00, 1.0, 0.2),  # high end
    ],
)
def test_bags_on_lawns_told_in_the_trade(
    bag: Product, lb: float, ft2: float, rate: float, nitrogen: float, potash: float
) -> None:
    spread = GramsPerSquareMetre(lb * q.POUND_KG * 1000 / square_feet(ft2))
    brings = carried(bag, spread)
    assert spread / LB_1000 == pytest.approx(rate, rel=1e-3)
    assert brings.nitrogen / LB_1000 == pytest.approx(nitrogen, rel=2e-3)
    assert brings.potassium / q.K_PER_K2O / LB_1000 == pytest.approx(potash, rel=1e-2)


def test_spraying_more_and_sooner_than_the_label_told_in_the_trade() -> None:
    """Label 12–18 fl oz/1000 every 6–8 weeks, used 20 every 4: 11.1 % over a spray, 1.67–3.33 times a week."""
    ounce = q.volume_rate_ml_m2(1, "fl oz", "1000 ft²")
    label = Label(GramsPerSquareMetre(12 * ounce), GramsPerSquareMetre(18 * ounce), 42)
    used = 20 * ounce
    assert used / label.max_g_m2 - 1 == pytest.approx(0.111, abs=5e-4)
    per_week = used / 4
    assert per_week / ounce == pytest.approx(5.0)
    assert per_week / (label.max_g_m2 / 6) == pytest.approx(1.67, abs=0.005)
    assert per_week / (label.min_g_m2 / 8) == pytest.approx(3.33, abs=0.005)


def test_bag_prices_told_in_the_trade() -> None:
    """38.9 % over the bag's own rate; 5.28 lb N a bag, $2.84 a lb N; 10.5 % over."""
    assert pytest.approx(0.389, abs=5e-4) == 6250 / 4500 - 1
    pounds_n = 33 * 0.16
    assert pounds_n == pytest.approx(5.28)
    assert GREENLINE.cost_per_kg_nitrogen is not None
    assert GREENLINE.cost_per_kg_nitrogen * q.POUND_KG == pytest.approx(2.84, abs=0.005)
    assert 12 / pounds_n == pytest.approx(2.27, abs=0.005)
    assert pytest.approx(1.97, abs=0.005) == 15 / 7.6
    assert pytest.approx(0.105, abs=1e-3) == 4.8 / (33 / 7.6) - 1


def test_whole_packs_left_over_and_what_emptying_does() -> None:
    """25 lb on 4,500 ft² at the bag's 4 lb/1000: 18 lb needed, 7 lb left, 5.556 lb/1000 if emptied."""
    size = square_feet(4500)
    working = Working("")
    amount = product_amount(GramsPerSquareMetre(4 * LB_1000), size, working)
    count = cheapest_packs(PLAINMEAL, amount, size, size, working)
    assert count.packs == 1
    assert count.left_over_kg / q.POUND_KG == pytest.approx(7)
    assert count.emptied_rate_g_m2 / LB_1000 == pytest.approx(5.556, rel=1e-3)
    assert count.emptied_fits_label
    assert count.cost == pytest.approx(24)
    assert count.used_cost == pytest.approx(24 * 18 / 25)


def test_the_cheapest_pack_size_is_taken_and_the_label_held_at_the_small_end() -> None:
    two = product(1, "Two sizes", {"urea": 20}, (5, 12), pack=(20, 40))
    small = Product(**{**vars(two), "packs": (*two.packs, Pack("5 kg", Kilograms(5), Money(11)))})
    four, twenty = (
        cheapest_packs(small, Kilograms(m), SquareMetres(400), SquareMetres(300), Working("")) for m in (4, 19)
    )
    assert (four.pack.name, four.packs) == ("5 kg", 1)
    assert (twenty.pack.name, twenty.packs) == ("20 kg", 1)
    assert not twenty.emptied_fits_label  # 20 kg on 300 m² is 66.7 g/m²
    with pytest.raises(MissingInput, match="no pack"):
        cheapest_packs(
            Product(**{**vars(two), "packs": ()}), Kilograms(1), SquareMetres(9), SquareMetres(9), Working("")
        )


@given(st.integers(1, 60), st.floats(0.3, 40))
def test_exact_multiples_never_round_up(count: int, pack_kg: float) -> None:
    pack = Pack("any", Kilograms(pack_kg), Money(1))
    assert whole_packs(Kilograms(count * pack_kg), pack) == count
    assert whole_packs(Kilograms(count * pack_kg * 1.001), pack) == count + 1


@pytest.mark.parametrize(
    ("text", "shares"), [("20-0-8", (0.2, 0, 0.08)), ("15.5/0/0", (0.155, 0, 0)), ("6 4 0", (0.06, 0.04, 0))]
)
def test_grades_are_read(text: str, shares: tuple[float, ...]) -> None:
    assert parse_grade(text) == pytest.approx(shares)


@pytest.mark.parametrize(
    ("text", "error", "says"),
    [
        ("640", NotUnderstood, "Did you mean 6-4-0"),
        ("2008", NotUnderstood, "Did you mean 20-0-8"),
        ("20-0", NotUnderstood, "three numbers"),
        ("a-b-c", NotUnderstood, "three numbers"),
        ("60-40-20", OutOfRange, "over 100"),
        ("", NotUnderstood, "three numbers"),
    ],
)
def test_grades_are_asked_about_not_guessed(text: str, error: type[AmberError], says: str) -> None:
    with pytest.raises(error, match=says):
        parse_grade(text)


def bad(**changes: Any) -> Product:
    return Product(**{**vars(QUICK), **changes})


@pytest.mark.parametrize(
    ("changes", "error", "says"),
    [
        ({"liquid": True}, MissingInput, "density"),
        ({"density_kg_l": 10.65}, OutOfRange, "lb/gal"),
        ({"nitrogen": {"urea": 0.15}}, DoesNotFit, "forms add up to 15"),
        ({"p2o5": 0.8}, OutOfRange, "over 100"),
        ({"nitrogen": {"coated": 0.21}}, MissingInput, "6 months at 21 °C"),
        ({"family": "magic"}, NotUnderstood, "family"),
    ],
)
def test_a_product_refuses_what_no_label_says(changes: dict[str, Any], error: type[AmberError], says: str) -> None:
    with pytest.raises(error, match=says):
        bad(**changes)


def test_labels_refuse_contradictions() -> None:
    g = GramsPerSquareMetre
    with pytest.raises(DoesNotFit, match="must not be above"):
        Label(g(20), g(10), 28)
    with pytest.raises(OutOfRange, match="interval"):
        Label(g(10), g(20), 500)
    with pytest.raises(DoesNotFit, match="yearly maximum"):
        Label(g(10), g(20), 28, g(15))


@pytest.mark.parametrize(
    ("rates", "asks"),
    [
        ((870.0, 2178.0), "per 1000 ft²"),
        ((0.2, 0.45), "typed as per acre"),
        ((10.0, 25.0), None),
        ((50.0, 100.0), "nitrogen at once"),
    ],
)
def test_the_slip_between_acre_and_thousand_is_asked_about(rates: tuple[float, float], asks: str | None) -> None:
    doubts = product(1, "Any 20-0-0", {"urea": 20}, rates).plausibility_doubts()
    assert (not doubts) if asks is None else (isinstance(doubts[0], Doubtful) and asks in doubts[0].sentence)


def test_cautions_follow_from_the_label() -> None:
    assert any("Iron stains" in c for c in cautions(IRON))
    assert any("ammonia" in c for c in cautions(SLOW))
    assert not any("Iron stains" in c or "ammonia" in c for c in cautions(QUICK))
    assert any("mask" in c for c in cautions(MEAL))
    assert cautions(QUICK)[0].startswith("The label is the law")
