"""The caution that matters on this ground stands first; what is asked about an area is used."""

from __future__ import annotations

from dataclasses import replace

from amber_acre.core.products.product import SoilAction
from amber_acre.core.rules.cautions import SALT_BURNS_FROM, cautions_for
from amber_acre.core.rules.ground import STEEP
from amber_acre.core.tables.plant_names import find_plant
from amber_acre.core.tables.plants import catalogue
from tests.core.rules.cases import facts, ground
from tests.core.worlds import BYLAW, COPPERAS, LEAF, LIME, QUICK, SLOW, product

CROWNS = next(plant for plant in catalogue().values() if "c" in plant.flags)


def test_the_products_own_comes_first() -> None:
    assert cautions_for(QUICK, ground(), "feed")[0].startswith("It burns leaves it lies on")
    assert cautions_for(SLOW, ground(), "feed")[0].startswith("Urea left on the surface")
    assert sum("Urea left" in words for words in cautions_for(SLOW, ground(), "feed")) == 1
    edge = product(81, "Edge", {"ammoniacal": SALT_BURNS_FROM * 100}, (1, 9))
    under = product(82, "Under", {"ammoniacal": SALT_BURNS_FROM * 100 - 1}, (1, 9))
    burns = ["It burns" in cautions_for(one, ground(), "feed")[0] for one in (edge, under)]
    assert burns == [True, False]


def test_iron_beside_this_areas_paving_once() -> None:
    at = ground(facts=facts(hard_edge="yes"))
    said = cautions_for(COPPERAS, at, "spread")
    assert said[0].startswith("Paving runs along this area")
    assert sum("stains" in words for words in said) == 1
    assert any(words.startswith("Iron stains paving") for words in cautions_for(COPPERAS, ground(), "spread"))


def test_crowns_wells_slopes_wind_and_pets_of_this_area() -> None:
    bed = ground("bed", plants=(CROWNS,))
    assert f"Keep granules off the crowns of {CROWNS.common.split(';')[0]}" in cautions_for(QUICK, bed, "feed")[1]
    assert not any("crowns" in words for words in cautions_for(LEAF, bed, "spray"))
    well = ground(facts=facts(water="well, 12 m"), rules=replace(BYLAW, buffer_m=3.0))
    assert any(
        words.startswith("Well, 12 m: nothing goes down within 3 m") for words in cautions_for(QUICK, well, "feed")
    )
    assert not any("Well" in words for words in cautions_for(LIME, well, "spread"))
    for slope, told in ((STEEP, True), (STEEP - 0.01, False)):
        said = cautions_for(QUICK, ground(facts=facts(slope=slope)), "feed")
        assert any("slopes by" in words for words in said) is told
    steep = ground("bed", facts=facts(slope=0.3))
    action = SoilAction(material="chips")
    chips = product(88, "Lane Chips", {}, (1, 400_000), "bulk", interval=0, density_kg_l=0.3, soil=action)
    assert not any("slopes by" in words for words in cautions_for(chips, steep, "mulch"))
    assert not any("granules" in words for words in cautions_for(chips, bed, "mulch"))
    exposed = ground(facts=facts(wind="exposed", pets="yes"))
    assert any("exposed" in words for words in cautions_for(LEAF, exposed, "spray"))
    assert not any("exposed" in words for words in cautions_for(QUICK, exposed, "feed"))
    rain_only = ground("bed", irrigated=False)
    assert any("Nobody waters here" in words for words in cautions_for(QUICK, rain_only, "feed"))
    assert not any("Nobody waters" in words for words in cautions_for(LEAF, rain_only, "spray"))
    assert any("Pets run here" in words for words in cautions_for(None, exposed, "core"))
    assert "pipes" in cautions_for(None, ground(), "core")[-1]
    assert cautions_for(None, ground(), "sample") == ()


def test_mulch_keeps_off_dry_country_plants_among_others() -> None:
    roses, lavender = find_plant("garden roses"), find_plant("lavender")
    assert roses is not None
    assert lavender is not None
    chips = product(
        88, "Lane Chips", {}, (1, 400_000), "bulk", interval=0, density_kg_l=0.3, soil=SoilAction(material="chips")
    )
    said = "No mulch on lavender: it keeps their crowns moist, and they rot. Stop a hand short."
    assert cautions_for(chips, ground("bed", plants=(roses, lavender)), "mulch")[0] == said
    for plants in ((roses,), (lavender,), ()):  # of lavender alone the judge asks for a reason
        assert said not in cautions_for(chips, ground("bed", plants=plants), "mulch")
    stone = replace(chips, soil=SoilAction(material="gravel"))
    assert said not in cautions_for(stone, ground("bed", plants=(roses, lavender)), "mulch")
    assert said not in cautions_for(QUICK, ground("bed", plants=(roses, lavender)), "feed")
