"""What lies round and between the lawns of the demo: surroundings, hedges, trees, beds, pots, patches, looks.

Metres east and north of each property's gate. Every way to measure and every kind of area is used at least once.
"""

from __future__ import annotations

from datetime import date

from amber_acre.demo.gardens_more import MORE_GARDENS
from amber_acre.demo.shapes import DemoArea, DemoLook, DemoShape, Garden, hedge, tree

PACERS = (("Wren", 50, "38 m"), ("Oda", 40, "27 m"))


GARDENS: dict[str, Garden] = {
    "Quillfeather House": Garden(
        (
            ("boundary", DemoShape("rectangle", ("72 m", "57 m"), at=(36, 28.5, 0), name="Boundary")),
            (
                "building",
                DemoShape("polygon", rows="0\t0\n18\t0\n18\t7\n12\t7\n12\t11\n0\t11", at=(52, 31, 0), name="House"),
            ),
            ("building", DemoShape("rectangle", ("6 m", "4 m"), at=(66, 52, 0), name="Shed")),
            (
                "paving",
                DemoShape("polygon", rows="0\t0\n4\t0\n4\t24\n14\t24\n14\t28\n0\t28", at=(35, 14, 0), name="Drive"),
            ),
        ),
        (
            DemoArea(
                "patch",
                "Trench strip",
                (54, 6.4, 8),
                {"cause": "trench", "treatment": "core and compost, no extra feed", "pair": "Front lawn beside it"},
                DemoShape("rectangle", ("9 m", "1.2 m")),
                "Front lawn",
            ),
            hedge(
                "Yew hedge",
                "Taxus baccata",
                "38 m",
                "1.2 m",
                (1.4, 30, 90),
                "1.9 m",
                wind="open",
                clips="20 August",
                mulch_kind="chips",
                mulch_depth="2 cm",
            ),
            tree(
                "North birch",
                "Betula nigra",
                "32 cm",
                "7.5 m",
                (13, 33, 0),
                stage="3",
                hard_edge="no",
                age="mature",
                fizz="strong",
                wet="no",
                ring="1.2 m",
                mulch_kind="none",
                ports="6",
                injected_on="2024-06-11",
            ),
            tree(
                "South birch",
                "Betula nigra",
                "24 cm; 19 cm",
                "6 m",
                (9, 23, 0),
                stage="3",
                age="mature",
                fizz="strong",
                wet="no",
                mulch_kind="chips",
                mulch_depth="7 cm",
            ),
            DemoArea(
                "bed",
                "Rose bed",
                (19, 27, 0),
                {
                    "plants": "14 × Rosa hybrids",
                    "mulch_kind": "compost",
                    "mulch_depth": "4 cm",
                    "sun": "7",
                    "aim": "flowers",
                    "bloom_end": "28 June",
                },
                DemoShape("ellipse", ("9 m", "4 m")),
            ),
            DemoArea(
                "bed",
                "Long border",
                (15, 4, 0),
                {
                    "plants": "26 × Hemerocallis hybrids\n9 × Lavandula angustifolia\n"
                    "5 × Rosa hybrids, planted 2025-11-08\n12 × Geranium",
                    "mulch_kind": "bark",
                    "mulch_depth": "3 cm",
                    "aim": "flowers",
                    "bloom_end": "2 August",
                },
                DemoShape("widths", ("3.4 m",), "1.2\n2.6\n3.4\n3.9\n3.6\n2.8\n2.2\n0.8"),
            ),
        ),
        {"Front lawn": (54.5, 12, 0), "Orchard lawn": (23, 47, 0)},
        (
            DemoLook(
                "North birch", date(2025, 8, 19), "Wren", {"colour": 2, "note": "paler than the limes across the lane"}
            ),
            DemoLook("North birch", date(2026, 5, 12), "Wren", {"colour": 3, "note": "green veins on the new leaves"}),
            DemoLook(
                "Front lawn",
                date(2026, 4, 15),
                "Wren",
                {"colour": 2, "bare": 0.02, "thatch_mm": 11.0, "probe_mm": 140.0, "dry_spots": "few"},
            ),
            DemoLook(
                "Front lawn",
                date(2026, 5, 12),
                "Wren",
                {"colour": 1, "bare": 0.01, "thatch_mm": 11.0, "probe_mm": 150.0, "dry_spots": "none"},
            ),
            DemoLook(
                "Trench strip",
                date(2026, 5, 12),
                "Wren",
                {
                    "colour": 2,
                    "bare": 0.2,
                    "probe_mm": 60.0,
                    "root_mm": 45.0,
                    "note": "roots half as long as beside it",
                },
            ),
            DemoLook(
                "Orchard lawn",
                date(2026, 5, 12),
                "Wren",
                {"colour": 2, "probe_mm": 70.0, "note": "probe stops at clay"},
            ),
            DemoLook("Rose bed", date(2026, 5, 12), "Wren", {"colour": 1, "mulch_mm": 60.0, "weeds": "few"}),
            DemoLook("Long border", date(2026, 5, 12), "Wren", {"colour": 1, "mulch_mm": 22.0, "weeds": "many"}),
        ),
        (7.4128, 45.2031),
    ),
    "Tannery Court": Garden(
        (
            ("building", DemoShape("rectangle", ("78 m", "8.5 m"), at=(38, 19, 0), name="Terrace")),
            ("paving", DemoShape("rectangle", ("78 m", "2 m"), at=(38, 13.4, 0), name="Path")),
        ),
        (
            DemoArea(
                "patch",
                "Play corner",
                (10.9, 6.9, 0),
                {"cause": "worn", "treatment": "overseed after the fête"},
                DemoShape("sector", ("8 ft", "90")),
                "No. 1",
            ),
            tree(
                "Street tree",
                "Tilia cordata",
                "4 in",
                "9 ft",
                (70, 1.5, 0),
                trunk_by="caliper",
                hard_surface="2 m²",
                age="young",
                planted_on="2025-11-20",
                ring="3 ft",
                mulch_kind="none",
            ),
        ),
        {
            "No. 1": (6.5, 8.8, 0),
            "No. 2": (19.5, 8.3, 0),
            "No. 3": (32, 9, 0),
            "No. 4": (44, 8.8, 0),
            "No. 5": (56.5, 8.6, 0),
            "No. 6": (69.5, 8.9, 0),
        },
        (
            DemoLook(
                "No. 1",
                date(2026, 5, 18),
                "Tobias",
                {"colour": 2, "probe_mm": 120.0, "note": "12 cm of soil, then hard"},
            ),
            DemoLook("No. 3", date(2026, 5, 18), "Tobias", {"colour": 3, "bare": 0.15, "probe_mm": 110.0}),
        ),
    ),
    "Gorse End": Garden(
        (
            ("building", DemoShape("rectangle", ("10 m", "7 m"), at=(36, 16, 10), name="Cottage")),
            ("paving", DemoShape("trapezium", ("8 m", "4 m", "4 m"), at=(35, 9.5, 10), name="Terrace")),
        ),
        (
            DemoArea(
                "bed",
                "Azalea bank",
                (12, 31, 0),
                {
                    "plants": "17 × Rhododendron (azalea group)\n6 × Pieris japonica",
                    "mulch_kind": "bark",
                    "mulch_depth": "6 cm",
                    "slope": "1:4",
                    "bloom_end": "10 June",
                },
                DemoShape("radial", rows="0\t3.1\n60\t4.4\n120\t6.2\n180\t3.0\n240\t5.1\n300\t4.2"),
            ),
            DemoArea(
                "bed",
                "Blueberry rows",
                (27, 26.4, 0),
                {"plants": "12 × Vaccinium corymbosum", "mulch_kind": "chips", "mulch_depth": "8 cm"},
                DemoShape("trapezium", ("11 m", "8 m", "5 m")),
            ),
            DemoArea(
                "bed",
                "Hydrangea row",
                (27.5, 22.3, 10),
                {
                    "plants": "9 × Hydrangea macrophylla",
                    "mulch_kind": "bark",
                    "mulch_depth": "5 cm",
                    "care": "acid",
                    "colour": "blue",
                },
                DemoShape("rectangle", ("14 m", "1.6 m")),
            ),
            DemoArea(
                "patch", "Mossy shade", (6.5, 16, 0), {"cause": "shade"}, DemoShape("circle", ("4.5 m",)), "Heath lawn"
            ),
            tree("Old pine", "Pinus sylvestris", "1.52 m", "8 m", (2, 27, 0), trunk_by="circumference", age="mature"),
        ),
        {"Heath lawn": (12, 13, 0)},
        (
            DemoLook(
                "Hydrangea row",
                date(2026, 5, 20),
                "Imke",
                {"colour": 1, "ph": 5.4, "spot": "third plant from the east", "note": "client wants blue"},
            ),
            DemoLook("Mossy shade", date(2026, 5, 20), "Imke", {"colour": 2, "bare": 0.3}),
        ),
    ),
    "Ostrey Almshouses": Garden(
        (
            (
                "water",
                DemoShape(
                    "polygon", rows="0\t0\n30\t1.5\n64\t0\n64\t3\n30\t4.5\n0\t3", at=(30, -2.75, 0), name="the Ouselet"
                ),
            ),
            ("building", DemoShape("rectangle", ("44 m", "7 m"), at=(29, 33, 0), name="Almshouses")),
            ("paving", DemoShape("rectangle", ("44 m", "1.8 m"), at=(29, 28.4, 0), name="Walk")),
        ),
        (
            hedge(
                "Hornbeam hedge",
                "Carpinus betulus",
                "64 m",
                "0.9 m",
                (30, 39.5, 0),
                "2.2 m",
                clips="20 June",
                aim="growth",
                mulch_kind="chips",
                mulch_depth="1 cm",
            ),
            DemoArea(
                "bed",
                "Phlox drift",
                (58, 19, 0),
                {
                    "plants": "180 × Phlox paniculata",
                    "mulch_kind": "none",
                    "aim": "flowers",
                    "bloom_end": "10 August",
                },
                DemoShape("traverse", rows="20\t12.1\n95\t7.4\n185\t9.9\n228\t5.4\n288\t6.8"),
                instrument="wheel",
            ),
        ),
        {"Stream lawn": (25, 12, 0)},
        (
            DemoLook(
                "Phlox drift", date(2026, 5, 6), "Imke", {"colour": 1, "weeds": "few", "note": "shoots a hand high"}
            ),
        ),
    ),
    "Drayman's Green": Garden(
        (
            ("paving", DemoShape("rectangle", ("132 m", "3 m"), at=(66, -2, 0), name="High street")),
            ("building", DemoShape("rectangle", ("14 m", "9 m"), at=(142, 14, 0), name="Drayman's inn")),
        ),
        (
            DemoArea(
                "bed",
                "Jubilee ring",
                (66, 48, 0),
                {"plants": "60 × Salvia nemorosa\n8 × Rosa hybrids", "mulch_kind": "living", "mulch_depth": "7 cm"},
                DemoShape("ring", ("17 m", "11 m")),
            ),
            DemoArea(
                "bed",
                "War-memorial bed",
                (16, 88, 0),
                {"plants": "24 × Begonia", "mulch_kind": "none"},
                DemoShape("circumference", ("18.8 m",)),
            ),
            tree("Lime 1", "Tilia cordata", "62 cm", "11 m", (30, 94, 0), zone_by="dripline"),
            tree("Lime 2", "Tilia cordata", "58 cm", "10 m", (60, 95, 0), zone_by="dripline"),
            tree("Lime 3", "Tilia cordata", "66 cm", "12 m", (92, 94, 0), zone_by="dripline"),
            DemoArea(
                "bed",
                "Cricket square margin",
                (104, 30, 0),
                {"mulch_kind": "none"},
                DemoShape("lonlat", rows="7.43180\t45.21120\n7.43192\t45.21124\n7.43186\t45.21133\n7.43174\t45.21129"),
                instrument="gps",
            ),
        ),
        {"Village green": (66, 48, 0)},
        (
            DemoLook(
                "Village green",
                date(2026, 5, 4),
                "Oda",
                {"colour": 1, "bare": 0.05, "thatch_mm": 22.0, "probe_mm": 90.0},
            ),
        ),
        (7.4310, 45.2108),
    ),
    **MORE_GARDENS,
}
