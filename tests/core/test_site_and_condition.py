"""The site's geometry against shapely, what areas take from each other, looks, kinds and the plant catalogue."""

from __future__ import annotations

import math
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon as Shape
from shapely import get_coordinates, set_precision
from shapely.affinity import rotate, translate

from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.measure.area_facts import read_facts
from amber_acre.core.measure.area_kinds import KINDS, facts_of
from amber_acre.core.measure.condition import COLOURS, Look, compare
from amber_acre.core.measure.entry import Reading
from amber_acre.core.measure.perimeter import joined_perimeter_m
from amber_acre.core.measure.polygon import require_apart
from amber_acre.core.measure.shapes import Point, Rectangle, arc
from amber_acre.core.measure.site import (
    JOINTS,
    Place,
    Placed,
    escapes,
    inside_ring,
    joined_ring,
    joint_of,
    overlaps,
    placed_ring,
    shared_with_trees,
    snapped,
    strips,
    taken_from,
)
from amber_acre.core.measure.size_by_facts import clear_rings, size_by_facts
from amber_acre.core.quantities import Metres
from amber_acre.core.tables.grasses import GRASSES
from amber_acre.core.tables.plant_names import find_plant
from amber_acre.core.tables.plants import FLAGS, GROUPS, GROWTH, NITROGEN_G_M2, catalogue, changed, key_of, read_field
from tests.core.published_cases import case, hold
from tests.core.test_working import check


def rectangle(x: float, y: float, wide: float, tall: float) -> tuple[Point, ...]:
    return ((x, y), (x + wide, y), (x + wide, y + tall), (x, y + tall))


@given(st.floats(-50, 50), st.floats(-50, 50), st.floats(-360, 360))
def test_shapes_are_placed_and_turned_as_shapely_would(x: float, y: float, turn: float) -> None:
    ring = ((0.0, 0.0), (9.0, 1.0), (7.0, 5.0), (2.0, 6.0))
    ours = Shape(placed_ring(ring, ring, Place(x, y, turn)))
    theirs = rotate(translate(Shape(ring), x - 4.5, y - 3), -turn, origin=(x, y))
    assert ours.symmetric_difference(theirs).area < 1e-6


def test_the_overlap_of_the_book() -> None:
    inputs = case("geometry", "02-overlap-union")["inputs"]
    a, b = (tuple((p[0], p[1]) for p in inputs[name]["value"]) for name in ("zone_A", "zone_B"))
    (found,) = overlaps([Placed(1, "A", "lawn", a), Placed(2, "B", "bed", b)])
    total = Shape(a).area + Shape(b).area
    answers = {"sum_of_parts": total, "union": total - found.size_m2, "overlap": found.size_m2}
    hold("geometry", "02-overlap-union", answers)


def test_no_square_metre_is_fed_twice() -> None:
    lawn = Placed(1, "Lawn", "lawn", rectangle(0, 0, 20, 10), (rectangle(15, 6, 2, 2),))
    bed = Placed(2, "Bed", "bed", rectangle(18, 4, 6, 4))
    patch = Placed(3, "Dry patch", "patch", rectangle(1, 1, 3, 2), parent=1)
    hedge = Placed(4, "Hedge", "hedge", rectangle(17, 5, 8, 1))
    tree = Placed(5, "Tree", "tree", arc(3))
    pots = Placed(6, "Pots", "container", rectangle(2, 6, 2, 2))
    stream = Placed(1, "stream", "water", rectangle(-5, -12, 40, 4))
    house = Placed(2, "House", "building", rectangle(0, 8, 6, 6))
    areas = [lawn, bed, patch, hedge, tree, pots]
    lost = taken_from(areas, [stream, house], 10.0)
    kept = {a.key: Shape(a.ring, a.holes).area - sum(t.size_m2 for t in lost[a.key]) for a in (lawn, bed, patch, hedge)}
    ground = Shape(lawn.ring, lawn.holes).union(Shape(bed.ring)).union(Shape(hedge.ring))
    ground = ground.difference(Shape(house.ring)).difference(Shape(stream.ring).buffer(10))
    assert sum(kept.values()) == pytest.approx(ground.area, rel=1e-6)
    assert [t.name for t in lost[1]] == ["House", "unfed strip, 10 m from stream", "Dry patch", "Hedge", "Bed"]
    assert 5 not in lost
    assert Shape(strips([stream, house], 10.0)[0]).area == pytest.approx(Shape(stream.ring).buffer(10).area, rel=1e-6)
    assert strips([stream], 0.0) == ()
    assert {o.giver.key for o in shared_with_trees(areas)} == {1, 3}


def test_what_lies_outside_is_named() -> None:
    lawn = Placed(1, "Lawn", "lawn", rectangle(0, 0, 10, 10))
    patch = Placed(2, "Patch", "patch", rectangle(8, 8, 4, 1), parent=1)
    edge = Placed(9, "Boundary", "boundary", rectangle(0, 0, 11, 10))
    found = [(a.name, h.name, round(m2, 6)) for a, h, m2 in escapes([lawn, patch], edge)]
    assert found == [("Patch", "Lawn", 2.0), ("Patch", "Boundary", 1.0)]


def test_corners_snap_to_corners_before_edges() -> None:
    neighbour = rectangle(0, 0, 10, 10)
    assert snapped(rectangle(10.2, 0.1, 3, 3), [neighbour]) == pytest.approx((-0.2, -0.1))
    assert snapped(rectangle(10.3, 4, 3, 3), [neighbour]) == pytest.approx((-0.3, 0))
    assert snapped(rectangle(12, 4, 3, 3), [neighbour]) == (0, 0)


def test_every_kind_is_declared_whole() -> None:
    assert list(KINDS) == ["lawn", "patch", "hedge", "tree", "bed", "container"]
    for kind in KINDS.values():
        keys = [fact.key for fact in facts_of(kind.key)]
        assert len(keys) == len(set(keys))
        assert all(fact.choices for fact in facts_of(kind.key) if fact.quantity == "choice")
        assert kind.later or kind.key != "patch"


def test_facts_are_read_with_their_units_and_every_fault_at_once() -> None:
    texts = {
        "run": "125 ft",
        "width": "4",
        "margin": "0",
        "height": "tall",
        "slope": "18",
        "wind": "gale",
        "built": "1999.5",
    }
    read, faults = read_facts("hedge", texts, Reading("ft", "ft²"))
    assert read["run"].value == pytest.approx(38.1)
    assert read["width"].text == "4 ft"
    assert read["margin"].value == 0
    assert {fault.field for fault in faults} == {"height", "slope", "wind", "built"}
    assert {f.field for f in read_facts("tree", {})[1]} == {"trunk_by", "stems", "zone_by"}


@pytest.mark.parametrize(("kind", "fact"), [("hedge", "margin"), ("bed", "mulch_depth")])
def test_a_length_that_may_be_none_is_none_and_others_are_not(kind: str, fact: str) -> None:
    for text in ("0", "0 cm", "0.0 in"):
        read, faults = read_facts(kind, {fact: text})
        assert read[fact].value == 0
        assert fact not in {one.field for one in faults}
    for text in ("-1 cm", "0 cm 5"):
        assert fact in {one.field for one in read_facts(kind, {fact: text})[1]}
    assert "height" in {one.field for one in read_facts("hedge", {"height": "0"})[1]}


def test_sizes_follow_from_facts() -> None:
    hedge, _ = read_facts("hedge", {"plants": "44", "spacing": "0.8 m", "width": "1 m", "margin": "0.3 m"})
    assert size_by_facts("hedge", hedge).size_m2 == pytest.approx(44 * 0.8 * 1.6)
    tree, _ = read_facts(
        "tree",
        {
            "trunk_by": "circumference",
            "stems": "1.52 m",
            "zone_by": "trunk",
            "factor": "18",
            "hard_surface": "40 sq ft",
        },
    )
    assert size_by_facts("tree", tree).size_m2 == pytest.approx(math.pi * (18 * 1.52 / math.pi) ** 2 - 40 * 0.3048**2)
    pots, _ = read_facts("container", {"count": "16", "diameter": "45 cm", "volume": "35 L"})
    assert size_by_facts("container", pots).other == 560
    rings = clear_rings(read_facts("bed", {"trunks": "3", "clear": "30 cm"})[0])
    assert rings is not None
    assert rings.size_m2 == pytest.approx(3 * math.pi * 0.09)
    assert check(rings.working) == 1
    assert clear_rings(read_facts("bed", {"trunks": "3"})[0]) is None


DAY = date(2026, 5, 12)


def test_two_looks_compared() -> None:
    before = Look(DAY, "Wren", 4, 0.25, dry_spots="many", probe_mm=60, ph=5.2, spot="gate")
    after = Look(DAY, "Wren", 2, 0.25, dry_spots="few", probe_mm=40, weeds="few")
    verdicts = {c.name: c.verdict for c in compare(before, after)}
    assert verdicts == {
        "colour": "better",
        "bare": "same",
        "probe_mm": "worse",
        "dry_spots": "better",
        "weeds": "",
        "ph": "",
    }


@pytest.mark.parametrize(
    ("seen", "refusal"),
    [
        ({"colour": 6}, OutOfRange),
        ({"bare": 1.2}, OutOfRange),
        ({"thatch_mm": 800.0}, OutOfRange),
        ({"mulch_mm": -1.0}, OutOfRange),
        ({"ph": 1.2, "spot": "gate"}, OutOfRange),
        ({"ph": 6.2}, DoesNotFit),
    ],
)
def test_a_look_refuses_what_cannot_be(seen: dict[str, float], refusal: type[AmberError]) -> None:
    with pytest.raises(refusal):
        Look(DAY, "Wren", **seen)  # type: ignore[arg-type]


def test_unknown_stays_unknown_but_something_must_be_seen() -> None:
    assert Look(DAY, "Wren", bare=0.0).seen == ("bare",)
    with pytest.raises(MissingInput, match="Nothing was noted"):
        Look(DAY, "Wren").require_something()
    Look(DAY, "Wren", note="gate locked").require_something()
    assert list(COLOURS) == [1, 2, 3, 4, 5]


def test_the_catalogue_is_large_sound_and_sourced() -> None:
    plants = catalogue()
    assert sum(p.group == "lawn grass" for p in plants.values()) >= 25
    assert sum(p.group != "lawn grass" for p in plants.values()) >= 120
    for plant in plants.values():
        assert plant.group in GROUPS
        assert plant.growth in GROWTH
        assert plant.nitrogen in NITROGEN_G_M2
        assert set(plant.flags) <= set(FLAGS)
        if "a" in plant.flags:
            assert plant.ph[1] <= 7, plant.botanical
        if "d" in plant.flags:
            assert plant.nitrogen == "low", plant.botanical
    assert all(sum(shares) == pytest.approx(1) for _, shares in GROWTH.values())
    assert all(key_of(grass.botanical_name) in plants for grass in GRASSES)
    assert len(GRASSES) >= 25


@pytest.mark.parametrize(
    ("name", "low", "high"),
    [
        ("highbush blueberry", 4.5, 5.3),
        ("azalea", 4.5, 6.0),
        ("camellia", 4.5, 6.0),
        ("rhododendron", 4.5, 6.0),
        ("pieris", 4.5, 6.0),
    ],
)
def test_acid_lovers_as_the_trade_says(name: str, low: float, high: float) -> None:
    """Common practice, no source: azalea, rhododendron, pieris, camellia 4.5–6.0; blueberries 4.5–5.3."""
    plant = find_plant(name)
    assert plant is not None
    assert plant.ph == (low, high)
    assert "a" in plant.flags


def test_maples_and_pin_oak_yellow_on_alkaline_soil() -> None:
    """Common practice, no source: silver and red maple hybrids and pin oak yellow above about 7."""
    for name in ("Acer × freemanii", "red maple", "silver maple", "pin oak"):
        plant = find_plant(name)
        assert plant is not None
        assert "k" in plant.flags
        assert plant.ph[1] <= 7


def test_what_the_firm_changes_stands_over_what_is_shipped() -> None:
    box = catalogue()["buxus-sempervirens"]
    ours = changed(box, {"ph": "6.0–7.5", "flags": "ec", "no_such_field": "x"})
    assert (ours.ph, ours.flags, ours.edited) == ((6.0, 7.5), "ec", ("flags", "ph"))
    assert ours.salt == box.salt
    assert changed(box, {}) is box
    for name, bad in (("ph", "acid"), ("ph", "7-6"), ("sun", "X"), ("sun", ""), ("growth", "fast"), ("common", " ")):
        with pytest.raises((NotUnderstood, OutOfRange)):
            read_field(name, bad)
    assert find_plant("plastic flamingo") is None


@pytest.mark.parametrize("turn", [0.0, 90.0])
@pytest.mark.parametrize("joint", sorted(JOINTS))
def test_a_wing_lies_along_the_edge_it_joins(joint: str, turn: float) -> None:
    """Against shapely: no ground in common, the whole flush side shared, and an L of the summed size."""
    main, wing = Rectangle(Metres(12.0), Metres(7.0)).plan().ring, Rectangle(Metres(4.0), Metres(2.5)).plan().ring
    x_m, y_m = joint_of(wing, main, joint, turn)
    ring = inside_ring(wing, main, x_m, y_m, turn)
    lying, outline = set_precision(Shape(ring), 1e-6), set_precision(Shape(main), 1e-6)
    assert outline.intersection(lying).area == pytest.approx(0, abs=1e-9)
    along = (4.0 if turn == 0 else 2.5) if joint.startswith(("lower", "upper")) else (2.5 if turn == 0 else 4.0)
    assert outline.intersection(lying).length == pytest.approx(along)
    joined = Shape(joined_ring(main, [ring]))
    assert joined.area == pytest.approx(94)
    assert len(get_coordinates(joined.simplify(1e-9))) - 1 == 6  # flush at one end: an L has six corners
    shared = outline.intersection(lying).length
    assert joined_perimeter_m(main, [ring]) == pytest.approx(2 * (12 + 7) + 2 * (4 + 2.5) - 2 * shared)
    assert joined_perimeter_m(main, [inside_ring(wing, main, 40.0, 40.0, turn)]) is None


@pytest.mark.parametrize(("depth_m", "refused"), [(0.0, False), (0.0099, False), (0.0101, True), (1.0, True)])
def test_a_part_may_lie_on_the_outline_by_a_hundredth_only(depth_m: float, refused: bool) -> None:
    """20 × 1 m: up to 0.2 m² is the error of measuring; common practice, no source."""
    main, strip = Rectangle(Metres(30.0), Metres(8.0)).plan().ring, Rectangle(Metres(20.0), Metres(1.0)).plan().ring
    lying = inside_ring(strip, main, 15.0, 8.5 - depth_m, 0.0)
    if refused:
        with pytest.raises(DoesNotFit, match="would count twice") as told:
            require_apart(main, [("Strip", "parts-0-x", lying)])
        assert told.value.field == "parts-0-x"
    else:
        require_apart(main, [("Strip", "parts-0-x", lying)])
