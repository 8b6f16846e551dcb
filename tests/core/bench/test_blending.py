"""Blends against brute force over whole packs, and against exact blends of straights as published."""

from __future__ import annotations

from dataclasses import replace
from itertools import combinations
from itertools import product as every

import pytest
from hypothesis import given
from hypothesis import settings as budget
from hypothesis import strategies as st

from amber_acre.core.bench.blending import BINDS, MOST_KINDS, NAMED, NUTRIENTS, Blend, Part, Wanted, blend, share
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.products.product import Label, Pack, Product
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money
from amber_acre.core.tables.nitrogen_forms import NitrogenForm
from tests.core.published_cases import hold


def straight(
    key: int,
    grade: tuple[float, float, float],
    price: float,
    pack_kg: float = 20.0,
    label: tuple[float, float] = (1.0, 60.0),
    slow: float = 0.0,
) -> Product:
    n, p2o5, k2o = grade
    forms: dict[NitrogenForm, float] = {"urea": n * (1 - slow), "slow_soluble": n * slow}
    return Product(
        key,
        f"Straight {key}",
        "quick",
        False,
        n,
        forms,
        p2o5,
        k2o,
        Label(GramsPerSquareMetre(label[0]), GramsPerSquareMetre(label[1]), 28),
        (Pack(f"{pack_kg:g} kg", Kilograms(pack_kg), Money(price)),),
    )


UREA, DAP, POTASH = (
    straight(1, (0.46, 0, 0), 20),
    straight(2, (0.18, 0.46, 0), 30),
    straight(3, (0, 0, 0.60), 25),
)


def rates(found: Blend) -> dict[int, float]:
    return {part.product.key: part.rate_g_m2 for part in found.parts}


def test_exact_targets_of_straights_as_published() -> None:
    """1 N, 0.5 P2O5, 1 K2O from 18-46-0, 46-0-0 and 0-0-60, with at most what is asked for."""
    targets = {"n": 1.0, "p2o5": 0.5, "k2o": 1.0}
    low = [
        straight(one.key, (one.total_nitrogen, one.p2o5, one.k2o), 10, label=(0.1, 60)) for one in (UREA, DAP, POTASH)
    ]
    found = rates(blend(low, Wanted(1000, targets, {key: value + 1e-6 for key, value in targets.items()})).best)
    hold("product_rates", "03-blend-DAP-urea-MOP", {"18-46-0": found[2], "46-0-0": found[1], "0-0-60": found[3]})


def cheapest_by_hand(shelf: list[Product], wanted: Wanted) -> float | None:
    """Every set of products and every rate on a fine grid, whole packs of each: what the cheapest costs."""
    grid = [n * 0.5 for n in range(1, 121)]
    best: float | None = None
    for count in range(1, wanted.kinds + 1):
        for chosen in combinations(shelf, count):
            allowed = [[r for r in grid if p.label.min_g_m2 <= r <= p.label.max_g_m2] for p in chosen]
            if len(chosen) > 2:
                allowed = [steps[::6] for steps in allowed]
            for laid in every(*allowed):
                brings = {key: sum(r * share(p, key) for r, p in zip(laid, chosen, strict=True)) for key in NUTRIENTS}
                if any(brings[key] < value - 1e-9 for key, value in wanted.least.items()):
                    continue
                if any(brings[key] > value + 1e-9 for key, value in wanted.most.items()):
                    continue
                cost = sum(
                    -(-round(r * wanted.size_m2 / 1000 / p.packs[0].mass_kg, 9) // 1) * p.packs[0].price
                    for r, p in zip(laid, chosen, strict=True)
                )
                best = cost if best is None else min(best, cost)
    return best


@budget(max_examples=6)
@given(st.floats(1, 4), st.floats(0, 3), st.floats(100, 3000), st.lists(st.integers(8, 60), min_size=3, max_size=3))
def test_never_dearer_than_brute_force(n: float, k2o: float, size: float, prices: list[int]) -> None:
    shelf = [
        straight(1, (0.46, 0, 0), prices[0], 10),
        straight(2, (0.2, 0, 0.1), prices[1], 15),
        straight(3, (0, 0, 0.5), prices[2], 25),
    ]
    wanted = Wanted(size, {"n": n, "k2o": k2o}, {"n": n * 2}, kinds=2)
    by_hand = cheapest_by_hand(shelf, wanted)
    if by_hand is None:
        return
    found = blend(shelf, wanted).best
    assert found.cost <= by_hand + 1e-6 * by_hand
    assert found.brings["n"] >= n - BINDS
    assert found.brings["k2o"] >= k2o - BINDS
    for part in found.parts:
        bought = sum(pack.mass_kg * count for pack, count in part.packs)
        assert bought >= part.rate_g_m2 * size / 1000 - 1e-3
        assert part.product.label.min_g_m2 - 1e-6 <= part.rate_g_m2 <= part.product.label.max_g_m2 + 1e-6


def test_no_more_is_laid_because_the_pack_is_open() -> None:
    """A pack holds far more than is asked for: what goes down is still the least that meets it."""
    found = blend([UREA, POTASH], Wanted(100, {"n": 3, "k2o": 2})).best
    assert rates(found) == pytest.approx({1: 3 / 0.46, 3: 2 / 0.6})
    assert found.idle > 0


def test_limits_hold_and_are_named() -> None:
    half = straight(4, (0.2, 0, 0), 10, slow=0.5)
    slow = blend([UREA, half], Wanted(1000, {"n": 3}, slow_share=0.4)).best
    quick = sum(part.rate_g_m2 * part.product.quick_fraction for part in slow.parts)
    assert quick <= 3 * 0.6 + 1e-6
    capped = blend([UREA, half], Wanted(1000, {"n": 4}, quick_most=2.5)).best
    assert sum(part.rate_g_m2 * part.product.quick_fraction for part in capped.parts) <= 2.5 + 1e-6
    no_p = blend([UREA, DAP], Wanted(1000, {"n": 3}, {"p2o5": 0.0})).best
    assert rates(no_p) == pytest.approx({1: 3 / 0.46})
    assert any("least asked for" in words for words in no_p.binds)


def test_the_next_best_is_of_other_products_and_no_cheaper() -> None:
    made = blend([UREA, straight(5, (0.21, 0, 0), 18), POTASH], Wanted(800, {"n": 3}))
    assert made.next_best is not None
    assert made.next_best.kinds != made.best.kinds
    assert made.next_best.cost >= made.best.cost
    assert blend([UREA], Wanted(800, {"n": 3})).next_best is None


def test_more_of_the_shelf_never_costs_more() -> None:
    shelf = [UREA, DAP, POTASH, straight(6, (0.15, 0.05, 0.2), 22)]
    wanted = Wanted(900, {"n": 3, "k2o": 2})
    costs = [blend(shelf[:count], wanted).best.cost for count in (3, 4)]
    assert costs[1] <= costs[0] + 1e-9


def test_what_would_have_to_give_is_told() -> None:
    """NPK in one: potash cannot come without phosphate."""
    one = straight(7, (0.10, 0.10, 0.10), 15)
    with pytest.raises(DoesNotFit, match="phosphate"):
        blend([one], Wanted(500, {"n": 1, "k2o": 0.5}, {"p2o5": 0}))
    with pytest.raises(DoesNotFit, match="instead of 40"):
        blend([UREA], Wanted(500, {"n": 40}))
    with pytest.raises(DoesNotFit, match="3 g/m² of nitrogen"):
        blend([UREA], Wanted(500, {"n": 5}, quick_most=3))
    with pytest.raises(DoesNotFit, match="Nothing on the shelf"):
        blend([POTASH], Wanted(500, {"n": 3}))


def test_questions_that_ask_nothing() -> None:
    with pytest.raises(MissingInput):
        Wanted(100, {})
    with pytest.raises(OutOfRange):
        Wanted(0, {"n": 1})
    with pytest.raises(DoesNotFit):
        Wanted(100, {"n": 3}, {"n": 2})
    with pytest.raises(OutOfRange):
        Wanted(100, {"n": 3}, slow_share=1.1)
    assert Wanted(100, {"n": 3}).kinds == MOST_KINDS


@pytest.mark.parametrize(
    ("large", "more", "from_kg"),
    [
        (30.0, 20.0, 15.0),  # 2 a kg in the small pack: 30 buy 15 kg of it (by pencil)
        (39.99, 29.99, 19.995),
        (40.0, None, None),  # no cheaper by mass
        (9.0, -1.0, 4.5),  # an offer: less money for more
    ],
)
def test_what_the_next_larger_pack_would_do(large: float, more: float | None, from_kg: float | None) -> None:
    small = Pack("5 kg", Kilograms(5), Money(10))
    product = replace(UREA, packs=(small, Pack("20 kg", Kilograms(20), Money(large))))
    found = Part(product, 10.0, ((small, 1),)).larger
    assert (found is None) is (more is None)
    if found is not None:
        assert found.pack.name == "20 kg"
        assert found.more == pytest.approx(more)
        assert found.pays_from_kg == pytest.approx(from_kg)
    assert Part(product, 10.0, ((product.packs[1], 1),)).larger is None


def of_forms(key: int, price: float, **forms: float) -> Product:
    """A straight whose nitrogen comes in the forms named, as fractions of the product."""
    plain = straight(key, (sum(forms.values()), 0, 0), price, label=(0.1, 60))
    return replace(plain, nitrogen={NAMED[form]: part for form, part in forms.items()})


def test_forms_of_nitrogen_are_targets() -> None:
    """Roses of a hot season: nine parts of nitrate to one of ammonium [common-practice]. Of ammonium nitrate (half and
    half) and calcium nitrate (all nitrate) it is one part of nitrogen to four; by pencil."""
    both = of_forms(1, 10, nitrate=0.16, ammoniacal=0.16)
    calcium = of_forms(2, 30, nitrate=0.155)
    urea = of_forms(3, 5, urea=0.46)
    asked = Wanted(100, {"n": 3.0}, {"n": 3.0 + 1e-6}, form_least={"nitrate": 0.9, "ammoniacal": 0.1})
    found = blend([both, calcium, urea], asked).best
    assert rates(found) == pytest.approx({1: 3 * 0.2 / 0.32, 2: 3 * 0.8 / 0.155}, rel=1e-3)
    assert any("nitrate nitrogen is at 90% of it" in one for one in found.binds)
    cheap = blend([both, calcium, urea], Wanted(100, {"n": 3.0})).best
    assert set(rates(cheap)) == {3}
    none = blend([both, calcium, urea], Wanted(100, {"n": 3.0}, form_most={"urea": 0.0})).best
    assert 3 not in rates(none)


def test_shares_of_forms_that_cannot_be_are_refused() -> None:
    for least in ({"nitrate": 1.1}, {"nitrate": -0.1}):
        with pytest.raises(OutOfRange):
            Wanted(100, {"n": 3.0}, form_least=least)  # type: ignore[arg-type]
    with pytest.raises(DoesNotFit, match="130%"):
        Wanted(100, {"n": 3.0}, slow_share=0.4, form_least={"nitrate": 0.9})
    urea = of_forms(3, 5, urea=0.46)
    with pytest.raises(DoesNotFit, match="less of the nitrogen nitrate"):
        blend([urea], Wanted(100, {"n": 3.0}, form_least={"nitrate": 0.5}))


@given(st.floats(0.0, 1.0), st.floats(1.0, 4.0))
def test_a_share_of_nitrate_holds_in_what_is_found(part: float, n: float) -> None:
    shelf = [of_forms(1, 10, nitrate=0.16, ammoniacal=0.16), of_forms(2, 30, nitrate=0.155), of_forms(3, 5, urea=0.46)]
    found = blend(shelf, Wanted(100, {"n": n}, form_least={"nitrate": part})).best
    nitrate = sum(p.rate_g_m2 * p.product.nitrogen.get("nitrate", 0.0) for p in found.parts)
    assert nitrate >= part * found.brings["n"] - 1e-3
