"""Names as people type them: everyday, in the plural, of a cultivar; and none taken for what it may not be."""

from __future__ import annotations

from dataclasses import replace

import pytest

from amber_acre.core.tables.plant_names import find_plant, may_mean, nearest
from amber_acre.core.tables.plants import catalogue


@pytest.mark.parametrize(
    ("typed", "botanical"),
    [
        ("Rosa hybrids", "Rosa hybrids"),
        ("roses", "Rosa hybrids"),
        ("Rose", "Rosa hybrids"),
        ("hybrid teas", "Rosa hybrids"),
        ("climbing rose", "Rosa (climbing group)"),
        ("rock roses", "Cistus × purpureus"),  # no rose
        ("lavenders", "Lavandula angustifolia"),
        ("cotton lavender", "Santolina chamaecyparissus"),
        ("Hostas", "Hosta hybrids"),
        ("Day lilies", "Hemerocallis hybrids"),
        ("peonies", "Paeonia lactiflora"),
        ("boxes", "Buxus sempervirens"),
        ("ivies", "Hedera helix"),
        ("crocuses", "Crocus hybrids"),
        ("figs", "Ficus carica"),
        ("Boxwood", "Buxus sempervirens"),
        ("beeches", "Fagus sylvatica"),
        ("azaleas", "Rhododendron (azalea group)"),
        ("Rhododendron (azalea)", "Rhododendron (azalea group)"),
        ("Rosa (climbing)", "Rosa (climbing group)"),
        ("Rosa (hybrid tea)", "Rosa hybrids"),
        ("blueberries", "Vaccinium corymbosum"),
        ("irises", None),  # bearded ones live lean, those of meadows do not
        ("Agapanthus", "Agapanthus praecox"),  # no plural
        ("Rosa 'White Sail'", "Rosa hybrids"),
        ("Prunus laurocerasus ‘Low Door’", "Prunus laurocerasus"),
        ("Hydrangea macrophylla (blue)", "Hydrangea macrophylla"),
        ("Magnolia x soulangeana", "Magnolia × soulangeana"),
        ("Viburnum rhytidophyllum", "Viburnum tinus"),  # a viburnum, hedge or shrub
        ("Ilex opaca", None),  # some hollies love acid
        ("bay", "Laurus nobilis"),  # no magnolia
        ("bamboo", "Phyllostachys aurea"),  # no nandina
        ("quince", "Cydonia oblonga"),  # no ornament
        ("crab apples", "Malus sylvestris"),
        ("tree ferns", "Dicksonia antarctica"),
        ("hybrid tea roses", "Rosa hybrids"),
        ("lamb's ears", "Stachys byzantina"),
        ("dogwoods", "Cornus alba"),
        ("succulents", "Agave attenuata"),  # any of them
        ("bulbs", "Tulipa hybrids"),
        ("shrubs", None),  # lean, acid and neither
        ("laurels", None),  # of the hedge, or of the pot
        ("Salvia", None),  # rosemary lives lean, sage does not
        ("red roses", None),  # asked, not taken
        ("plastic flamingo", None),
        ("", None),
    ],
)
def test_what_people_type(typed: str, botanical: str | None) -> None:
    found = nearest(typed)
    assert (found and found.botanical) == botanical


def test_every_plant_is_found_by_each_of_its_names() -> None:
    for plant in catalogue().values():
        exact = find_plant(plant.botanical)
        assert exact is not None
        for name in (plant.botanical, plant.botanical.upper(), plant.common.split(";")[0]):
            found = nearest(name)
            assert found is not None, name
            assert (found.group, "d" in found.flags) == (plant.group, "d" in plant.flags), name


def test_one_of_several_bears_what_any_of_them_bears() -> None:
    """“Maple” is not red maple: nobody acidifies a field maple's ground for it."""
    maple, red = nearest("maple"), find_plant("red maple")
    assert maple is not None
    assert red is not None
    maples = [plant for plant in catalogue().values() if plant.botanical.startswith("Acer ")]
    assert maple.ph == (min(one.ph[0] for one in maples), max(one.ph[1] for one in maples))
    assert "k" in red.flags
    assert "k" not in maple.flags
    assert maple.salt == "sensitive"
    box_elder, any_maple = nearest("Acer negundo"), nearest("maples")
    assert box_elder is not None
    assert any_maple is not None
    assert (box_elder.common, any_maple.common) == ("Acer negundo", "maples")  # as it was typed
    assert replace(box_elder, common="") == replace(any_maple, common="")


def test_what_a_name_may_mean_is_asked_of_its_last_word() -> None:
    names = ("red roses", "English yew", "roses", "irises", "Salvia", "pumpkin", "giant pumpkin", "lime tree", "")
    assert {name: [plant.botanical for plant in may_mean(name)] for name in names} == {
        "red roses": ["Rosa hybrids"],
        "English yew": ["Taxus baccata"],
        "roses": [],  # means some
        "irises": ["Iris germanica", "Iris sibirica"],  # not cared for alike
        "Salvia": ["Salvia nemorosa", "Salvia splendens", "Salvia rosmarinus", "Salvia farinacea"],
        "pumpkin": [],
        "giant pumpkin": [],
        "lime tree": [],  # a tree says nothing of which
        "": [],
    }


def test_no_common_name_is_of_two_plants() -> None:
    names = [name.strip().lower() for plant in catalogue().values() for name in plant.common.split(";")]
    assert sorted(name for name in set(names) if names.count(name) > 1) == []


def test_only_plants_there_are_meant() -> None:
    there = {key: plant for key, plant in catalogue().items() if plant.botanical == "Salvia nemorosa"}
    found = nearest("Salvia", there)
    assert found is not None
    assert found.botanical == "Salvia nemorosa"
    assert nearest("roses", there) is None
    assert nearest("roses", {}) is None


@pytest.mark.parametrize(
    ("typed", "botanical"),
    [
        ("Busy Lizzies", "Impatiens walleriana"),
        ("zonal geraniums", "Pelargonium"),
        ("wallflowers", "Erysimum cheiri"),
        ("pot marigolds", "Calendula officinalis"),
        ("marigolds", "Tagetes hybrids"),
        ("trailing fuchsias", "Fuchsia hybrids"),
        ("hardy fuchsia", "Fuchsia magellanica"),
        ("geraniums", "Geranium"),
    ],
)
def test_bedding_is_known_by_what_people_call_it(typed: str, botanical: str) -> None:
    found = nearest(typed)
    assert found is not None
    assert found.botanical == botanical


def test_a_fuchsia_may_be_bedding_or_a_shrub_and_is_asked_about() -> None:
    assert nearest("fuchsias") is None
    assert {plant.botanical for plant in may_mean("fuchsias")} == {"Fuchsia hybrids", "Fuchsia magellanica"}
