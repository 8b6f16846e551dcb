"""Lime and sulphur to a pH: SMP, Mehlich, Adams–Evans and Kellogg's table, the Western Fertilizer Handbook, free lime
by stoichiometry, small-fruit bulletins, each as the published cases recall them."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.bench.ph_sums import LowerAsked, RaiseAsked, lower_sum, raise_sum
from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.quantities import FOOT_M, INCH_M, POUND_KG, POUND_PER_ACRE_G_M2, POUND_PER_THOUSAND_G_M2

TON = 2000 * POUND_PER_ACRE_G_M2
INCH = INCH_M * 1000


def raised(**changes: Any) -> RaiseAsked:
    return RaiseAsked(**({"ph": 5.2, "target_ph": 6.5, "depth_mm": 8 * INCH} | changes))


@pytest.mark.parametrize(("buffer", "tons"), [(6.8, 1.2), (6.6, 2.9), (6.4, 4.7), (6.2, 6.4)])
def test_lime_by_smp_as_its_table(buffer: float, tons: float) -> None:
    """Shoemaker, McLean & Pratt 1961, NCR-221: tons of ground limestone, 90 % of which acts, on 8 in."""
    said = raise_sum(raised(buffer_ph=buffer, buffer_method="smp"))
    assert said.value("carbonate") == pytest.approx(tons * 0.9 * TON, rel=0.01)


def test_lime_by_mehlich_and_by_adams_and_evans() -> None:
    """Mehlich 1976: 1.0 ton/acre to 6.0 at 8 in, of 95 %; Adams & Evans 1962: 2,276 lb of pure carbonate per acre."""
    mehlich = raise_sum(raised(ph=5.0, target_ph=6.0, buffer_ph=6.2, buffer_method="mehlich"))
    assert mehlich.value("carbonate") == pytest.approx(0.95 * TON, rel=0.005)
    adams = raise_sum(raised(ph=5.0, buffer_ph=7.7, buffer_method="adams-evans", depth_mm=6.67 * INCH))
    assert adams.value("carbonate") == pytest.approx(2276 * POUND_PER_ACRE_G_M2, rel=0.005)


def test_lime_by_texture_band_by_band_and_of_the_lime_at_hand() -> None:
    """Kellogg 1957: a loam takes 1.2 tons an acre from 4.5 to 5.5; at 45 % effect it is twice what 90 % takes."""
    table = {"ph": 4.5, "target_ph": 5.5, "texture": "loam", "depth_mm": 6.67 * INCH}
    weak = raise_sum(raised(**table, effective=0.45, size_m2=500.0, pack_kg=25.0))
    good = raise_sum(raised(**table, effective=0.90))
    assert weak.value("rate") == pytest.approx(2 * good.value("rate"))
    assert weak.value("rate") * 0.45 == pytest.approx(weak.value("carbonate"))
    assert weak.value("needed") == pytest.approx(weak.value("rate") * 0.5)
    assert weak.value("packs") == pytest.approx(-(-weak.value("needed") // 25))
    most = 50 * POUND_PER_THOUSAND_G_M2
    assert weak.value("dressings") == -(-weak.value("rate") // most)
    tilled = raise_sum(raised(**table, effective=0.45, placement="tilled"))
    assert tilled.value("dressings") < weak.value("dressings")


@pytest.mark.parametrize(
    ("ph", "texture", "pounds"), [(7.5, "sand", 500), (7.5, "loam", 800), (8.5, "sand", 2000), (8.5, "clay", 3000)]
)
def test_sulphur_by_the_handbook(ph: float, texture: Any, pounds: float) -> None:
    """Western Fertilizer Handbook: pounds of sulphur an acre for a six-inch layer, to pH 6.5."""
    said = lower_sum(LowerAsked(ph, 6.5, texture, 6 * INCH, free_lime=0.0))
    assert said.value("sulphur") == pytest.approx(pounds * POUND_PER_ACRE_G_M2, rel=0.06)


def test_sulphur_for_acid_lovers_and_of_iron_sulphate() -> None:
    """Small-fruit bulletins: 1.2 lb on 100 ft² of sand from 6.0 to 4.5; ferrous sulphate is 8.67 times as much."""
    asked = LowerAsked(6.0, 4.5, "sand", 6 * INCH, free_lime=0.0, iron=0.20088, size_m2=10.0)
    said = lower_sum(asked)
    hundred = 100 * FOOT_M**2
    assert said.value("sulphur") * hundred / 1000 / POUND_KG == pytest.approx(1.2, abs=0.11)
    assert said.value("rate") / said.value("sulphur") == pytest.approx(8.67, rel=0.01)
    assert said.value("needed") == pytest.approx(said.value("rate") / 100)


def test_free_lime_comes_first_and_a_per_cent_of_it_is_hopeless() -> None:
    """A per cent of free lime is 20,000 lb in two million: 6,406 lb of sulphur an acre, sixteen years of the limit."""
    said = lower_sum(LowerAsked(7.8, 6.5, "loam", 6.67 * INCH, free_lime=0.01))
    assert said.value("for_lime") == pytest.approx(6406.5 * POUND_PER_ACRE_G_M2, rel=0.003)
    assert said.value("years") > 16
    assert said.said[0].startswith("Hopeless: free lime")
    assert len(said.said) == 1


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        (raised(ph=2.0, texture="loam"), "ph"),
        (raised(), "texture"),
        (raised(buffer_ph=6.2), "buffer_method"),
        (raised(buffer_ph=6.2, buffer_method="adams-evans"), "buffer_ph"),
        (raised(texture="loam", target_ph=7.0), "target"),
        (raised(texture="loam", depth_mm=5.0), "depth"),
        (raised(texture="loam", effective=1.9), "cce"),
        (raised(texture="loam", ph=4.0), "method"),
    ],
)
def test_what_cannot_be_limed_is_refused_at_its_field(asked: RaiseAsked, field: str) -> None:
    with pytest.raises((OutOfRange, MissingInput, DoesNotFit)) as refused:
        raise_sum(asked)
    assert refused.value.field == field


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        (LowerAsked(8.7, 6.5, "loam", 150.0), "ph"),
        (LowerAsked(1.0, 6.5, "loam", 150.0), "ph"),
        (LowerAsked(7.5, 4.4, "loam", 150.0), "target"),
        (LowerAsked(7.5, 6.5, "loam", 401.0), "depth"),
        (LowerAsked(7.5, 6.5, "loam", 150.0, sulphur=0.01), "sulphur"),
    ],
)
def test_what_cannot_be_lowered_is_refused_at_its_field(asked: LowerAsked, field: str) -> None:
    with pytest.raises(AmberError) as refused:
        lower_sum(asked)
    assert refused.value.field == field


def test_nothing_where_the_soil_is_there() -> None:
    assert raise_sum(raised(ph=6.6, texture="loam")).value("carbonate") == 0
    assert lower_sum(LowerAsked(6.0, 6.5, "loam", 150.0)).value("sulphur") == 0


@given(st.floats(4.5, 6.4), st.floats(0.01, 1.0), st.floats(20, 380))
def test_more_to_go_and_deeper_takes_no_less_lime(ph: float, more: float, depth: float) -> None:
    at = [
        raise_sum(raised(ph=one, texture="loam", depth_mm=deep)).value("carbonate")
        for one, deep in ((ph, depth), (max(4.5, ph - more), depth), (ph, depth + 20))
    ]
    assert at[1] >= at[0] - 1e-9
    assert at[2] >= at[0] - 1e-9


def test_edges_of_what_acts_and_of_one_dressing() -> None:
    """A lime of 180 % is the most there can be; 50 lb/1000 ft² on the surface is one dressing, a gram more two; a
    product of 2 % acid is one, of less none."""
    table = {"ph": 4.5, "target_ph": 5.5, "texture": "loam", "depth_mm": 6.67 * INCH}
    need = raise_sum(raised(**table)).value("carbonate")
    assert raise_sum(raised(**table, effective=1.8)).value("rate") == pytest.approx(need / 1.8)
    for effective in (0.0, 1.81):
        with pytest.raises(OutOfRange) as refused:
            raise_sum(raised(**table, effective=effective))
        assert refused.value.limits == (0, 1.8)
    once = 50 * POUND_PER_THOUSAND_G_M2
    one, two = (raise_sum(raised(**table, effective=need / rate)) for rate in (once, once + 1))
    assert (one.value("dressings"), two.value("dressings")) == (1, 2)
    assert two.value("each") == pytest.approx((once + 1) / 2)
    with pytest.raises(KeyError):
        one.value("each")
    assert lower_sum(LowerAsked(7.5, 6.5, "loam", 150.0, sulphur=0.02)).value("rate") > 0
    with pytest.raises(DoesNotFit):
        lower_sum(LowerAsked(7.5, 6.5, "loam", 150.0, sulphur=0.0199))
    assert len(raise_sum(raised(ph=6.6, texture="loam")).said) == 1
