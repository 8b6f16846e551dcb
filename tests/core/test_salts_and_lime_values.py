"""Neutralising values, organic soils, salts in water, stress, humidity, perimeters and open root zones."""

from __future__ import annotations

import math

import periodictable
import pytest
from pyproj import Geod

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.measure.entry import read_outline
from amber_acre.core.measure.perimeter import perimeter_m
from amber_acre.core.measure.planting import ROOT_RADIUS_AT_MOST_M, root_zone
from amber_acre.core.measure.polygon import LonLatPolygon, Polygon
from amber_acre.core.measure.shapes import Circle
from amber_acre.core.measure.site import Placed, open_ground, slid_clear, snapped
from amber_acre.core.quantities import CARBONATE_EQUIVALENT, IMPERIAL_GALLON_L, Metres
from amber_acre.core.season.evapotranspiration import vapour_from_humidity
from amber_acre.core.soil.lime_buffers import from_organic
from amber_acre.core.soil.lime_value import neutralising_value, read_neutralising
from amber_acre.core.soil.salinity import dissolved_solids, exchangeable_sodium, leaching_requirement, relative_yield
from amber_acre.core.soil.water_store import stress_coefficient, water_stress
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.working import Working
from tests.core.test_working import check


@pytest.mark.parametrize(("formula", "charge"), [(name, 1) for name in CARBONATE_EQUIVALENT])
def test_each_equivalent_follows_from_the_masses(formula: str, charge: int) -> None:
    """One formula unit of each neutralises two of acid, as CaCO₃ does: IUPAC standard atomic weights."""
    unit = periodictable.formula(formula.replace("(OH)2", "O2H2")).mass
    assert CARBONATE_EQUIVALENT[formula] == pytest.approx(charge * periodictable.formula("CaCO3").mass / unit, abs=6e-4)


def test_a_mixture_neutralises_as_its_parts_do() -> None:
    """Burnt dolomite half slaked, by hand: 0.3 × 1.785 + 0.2 × 2.483 + 0.4 × 1.351."""
    working = Working("lime")
    value = neutralising_value({"CaO": 0.3, "MgO": 0.2, "Ca(OH)2": 0.4}, working)
    assert value == pytest.approx(0.3 * 1.785 + 0.2 * 2.483 + 0.4 * 1.351)
    check(working)
    assert read_neutralising("CaCO3 60, MgCO3 35 %") == pytest.approx(0.6 + 0.35 * 1.187)
    assert read_neutralising("94 %") == 0.94
    for text, error in (("CaCO3 70, MgCO3 40", OutOfRange), ("chalk 90", NotUnderstood), ("201", OutOfRange)):
        with pytest.raises(error):
            read_neutralising(text)


def test_lime_for_organic_soil_goes_by_its_ph() -> None:
    """Tri-State recommendations, tons/acre at 8 in: pH 5.1 0.7, pH 4.8 2.6, pH 4.4 5.1; from memory."""
    ton, effective = 2000 * 453.59237 / 4046.8564224, 0.90
    for ph, tons in ((5.1, 0.7), (4.8, 2.6), (4.4, 5.1)):
        assert from_organic(ph, 203.2, Working("")) == pytest.approx(tons * ton * effective, abs=0.05 * ton)
    assert from_organic(5.3, 203.2, Working("")) == 0.0


def test_sodium_and_salts_as_the_handbooks_have_them() -> None:
    """USDA Handbook 60: SAR 13 stands for about 15 % sodium. FAO-29: 640 mg/L a dS/m; LR = ECw/(5 ECe − ECw)."""
    assert exchangeable_sodium(13) == pytest.approx(0.15, abs=0.006)
    assert exchangeable_sodium(0) == 0.0
    assert dissolved_solids(1.2) == pytest.approx(768)
    assert dissolved_solids(5.0) == 3200
    assert dissolved_solids(5.1) == pytest.approx(4080)
    working = Working("water")
    assert leaching_requirement(1.5, 3.0, working) == pytest.approx(1.5 / 13.5)
    check(working)
    with pytest.raises(OutOfRange, match="keeps no soil"):
        leaching_requirement(7.5, 3.0, Working(""))
    for wrong in (-0.1, 60.1):
        with pytest.raises(OutOfRange):
            exchangeable_sodium(wrong)
    assert relative_yield(5.0, 3.0, 0.13) == pytest.approx(0.74)  # Maas & Hoffman: 100 − b (ECe − a)
    assert (relative_yield(2.0, 3.0, 0.13), relative_yield(30, 3.0, 0.13)) == (1.0, 0.0)


def test_stress_begins_where_the_allowed_share_is_gone() -> None:
    """FAO-56 eq. 84, with its own figures: TAW 40 mm, p 0.5, Dr 30 mm gives 0.5."""
    assert stress_coefficient(40, 20, 0.5) == 1.0
    assert stress_coefficient(40, 30, 0.5) == pytest.approx(0.5)
    assert stress_coefficient(40, 40, 0.5) == 0.0
    assert water_stress(40, 0.5, 5, 4) == 1.0
    assert 0 < water_stress(40, 0.5, 5, 9) < water_stress(40, 0.5, 5, 6) < 1
    with pytest.raises(OutOfRange):
        stress_coefficient(40, 41, 0.5)


def test_vapour_pressure_from_humidity() -> None:
    """FAO-56 example 5: 18 and 25 °C with 54 to 82 % give 1.70 kPa; eq. 19 with the mean 68 % gives 1.78."""
    assert vapour_from_humidity(18, 25, 0.82, 0.54) == pytest.approx(1.70, abs=0.01)
    assert vapour_from_humidity(18, 25, 0.68) == pytest.approx(1.78, abs=0.01)
    with pytest.raises(OutOfRange):
        vapour_from_humidity(18, 25, 0.5, 0.6)


def test_perimeters() -> None:
    """A geodesic ring as the reference library has it; plane ones by hand."""
    ring = ((8.5712, 50.1103), (8.5731, 50.1104), (8.5733, 50.1112), (8.5724, 50.1117), (8.5711, 50.1113))
    assert perimeter_m(LonLatPolygon(ring)) == pytest.approx(526.111109, rel=1e-6)
    assert perimeter_m(LonLatPolygon(ring)) == pytest.approx(
        Geod(ellps="WGS84").geometry_length(_closed(ring)), rel=1e-9
    )
    assert perimeter_m(Polygon(((0, 0), (3, 0), (3, 4)))) == pytest.approx(12)
    assert perimeter_m(Circle(Metres(10))) == pytest.approx(10 * math.pi)
    ellipse = read_outline("ellipse", ("20 m", "20 m")).shape
    assert perimeter_m(ellipse) == pytest.approx(20 * math.pi)  # type: ignore[arg-type]


def _closed(ring: tuple[tuple[float, float], ...]) -> object:
    from shapely import LineString

    return LineString([*ring, ring[0]])


def _placed(key: int, kind: str, west: float, south: float, east: float, north: float) -> Placed:
    return Placed(key, f"{kind} {key}", kind, ((west, south), (east, south), (east, north), (west, north)))


def test_a_root_circle_is_cut_by_what_lies_on_the_sheet() -> None:
    """Half of it under a house, and the drive that reaches under the house counts once."""
    house, drive = _placed(1, "building", 0, -50, 50, 50), _placed(2, "paving", -2, -50, 10, 50)
    left, covered = open_ground((0, 0), 5.0, [house, drive, _placed(3, "boundary", -90, -90, 90, 90)])
    names = dict(covered)
    circle = math.pi * 25
    assert names["building 1"] == pytest.approx(circle / 2, rel=1e-3)
    strip = 25 * math.acos(2 / 5) - 2 * math.sqrt(21)  # the part of the circle beyond 2 m
    assert left == pytest.approx(strip, rel=1e-3)
    assert sum(names.values()) + left == pytest.approx(circle, rel=1e-3)


def test_a_drop_slides_clear_by_the_shortest_way() -> None:
    fixed, moving = _placed(1, "bed", 0, 0, 10, 10), _placed(2, "bed", 9, 2, 13, 6)
    shift = slid_clear(moving, [fixed, moving])
    assert shift is not None
    assert shift[0] == pytest.approx(1.0, abs=0.05)
    assert abs(shift[1]) < 0.05
    assert slid_clear(moving, [_placed(3, "bed", -500, -500, 500, 500)]) is None


@pytest.mark.parametrize(("gap", "snaps"), [(0.39, True), (0.4, True), (0.41, False), (0.6, False)])
def test_nothing_snaps_further_than_forty_centimetres(gap: float, snaps: bool) -> None:
    still, moving = ((0, 0), (4, 0), (4, 4), (0, 4)), ((4 + gap, 0), (8, 0), (8, 4), (4 + gap, 4))
    assert (snapped(moving, [still]) != (0.0, 0.0)) is snaps


def test_a_root_radius_ends_at_fifteen_metres_with_twelve_diameters() -> None:
    """BS 5837:2012: twelve stem diameters, at most 15 m or 707 m²; from memory."""
    big = root_zone((1.4,), radius_per_diameter=12)
    assert big.size_m2 == pytest.approx(math.pi * ROOT_RADIUS_AT_MOST_M**2)
    assert round(big.size_m2) == 707
    check(big.working)
    assert root_zone((1.25,), radius_per_diameter=12).size_m2 == pytest.approx(math.pi * 15**2)
    assert root_zone((1.4,), radius_per_diameter=18).size_m2 == pytest.approx(math.pi * (18 * 1.4) ** 2)


@pytest.mark.parametrize(
    ("name", "low", "high"),
    [
        ("sand", 0.05, 0.11),
        ("loamy sand", 0.06, 0.12),
        ("sandy loam", 0.11, 0.15),
        ("loam", 0.13, 0.18),
        ("silt loam", 0.13, 0.19),
        ("silt", 0.16, 0.20),
        ("silty clay loam", 0.13, 0.18),
        ("silty clay", 0.13, 0.19),
        ("clay", 0.12, 0.20),
    ],
)
def test_available_water_is_the_printed_column(name: str, low: float, high: float) -> None:
    """FAO-56, table 19: the third column is printed, not the difference of the others."""
    assert TEXTURES[name].available == pytest.approx((low + high) / 2, abs=0.0051)


def test_the_imperial_gallon_is_read_when_it_is_named() -> None:
    assert typed.volume("2 imp gal").value == pytest.approx(2 * IMPERIAL_GALLON_L)
    assert typed.volume("1 gal").value == pytest.approx(3.785411784)
