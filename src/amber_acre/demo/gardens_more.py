"""What lies round and between the lawns of the demo's southern depot, and in the inn's yard.

Metres east and north of each property's gate.
"""

from __future__ import annotations

from datetime import date

from amber_acre.demo.shapes import DemoArea, DemoLook, DemoShape, Garden, pots

MORE_GARDENS: dict[str, Garden] = {
    "Shearwater Row 7": Garden(
        (
            ("building", DemoShape("rectangle", ("12 m", "8 m"), at=(12, 20, 0), name="Bungalow")),
            ("paving", DemoShape("rectangle", ("12 m", "2.5 m"), at=(12, 14.7, 0), name="Deck")),
        ),
        (
            DemoArea(
                "patch",
                "Dry crown",
                (17, 6.5, 20),
                {"cause": "dry", "treatment": "wetting agent", "pair": "Dry corner"},
                DemoShape("offsets-simpson", ("1.5 m",), "0\n2.2\n3.1\n2.9\n0"),
                "Bay lawn",
                instrument="wheel",
            ),
            DemoArea(
                "patch",
                "Dry corner",
                (6, 4.5, 0),
                {"cause": "dry", "treatment": "none: left to compare"},
                DemoShape("triangle", ("4 m", "3.5 m", "3 m")),
                "Bay lawn",
            ),
        ),
        {"Bay lawn": (12, 6.8, 0)},
        (
            DemoLook("Dry crown", date(2026, 4, 2), "Oda", {"colour": 4, "dry_spots": "many", "bare": 0.25}),
            DemoLook("Dry crown", date(2026, 5, 14), "Oda", {"colour": 2, "dry_spots": "few", "bare": 0.15}),
            DemoLook("Dry corner", date(2026, 4, 2), "Oda", {"colour": 4, "dry_spots": "many", "bare": 0.2}),
            DemoLook("Dry corner", date(2026, 5, 14), "Oda", {"colour": 4, "dry_spots": "many", "bare": 0.3}),
        ),
    ),
    "Marram Lodge": Garden(
        (
            ("building", DemoShape("rectangle", ("18 m", "10 m"), at=(22, 40, 0), name="Lodge")),
            ("paving", DemoShape("rectangle", ("18 m", "4 m"), at=(22, 32.5, 0), name="Veranda")),
        ),
        (
            DemoArea(
                "hedge",
                "Lilly pilly hedge",
                (41, 22, 90),
                {
                    "plant": "Syzygium smithii",
                    "plants": "44",
                    "spacing": "0.8 m",
                    "width": "1 m",
                    "margin": "0.3 m",
                    "height": "2.4 m",
                    "clips": "5 November; 20 February",
                    "mulch_kind": "chips",
                    "mulch_depth": "3 cm",
                    "wet": "no",
                },
            ),
            pots(
                "Citrus in pots",
                "Citrus × limon",
                "6",
                "48 cm",
                None,
                depth="42 cm",
                medium="bark",
                winter="out",
                aim="flowers",
            ),
            DemoArea(
                "bed",
                "Rock bed",
                (50, 38, 0),
                {
                    "plants": "7 × Agave attenuata\n11 × Westringia fruticosa",
                    "mulch_kind": "gravel",
                    "mulch_depth": "5 cm",
                    "fabric": "yes",
                    "lean": "yes",
                },
                DemoShape("turns", rows="0\t7\n75\t8\n70\t6.4\n95\t8.5\n25\t3.3"),
                instrument="paces:Oda",
            ),
        ),
        {"Paddock lawn": (20, 14, 0), "Court lawn": (54, 20, 0)},
    ),
    "The Lantern Yard": Garden(
        (
            ("boundary", DemoShape("rectangle", ("24 m", "19 m"), at=(12, 9.5, 0), name="Yard wall")),
            (
                "building",
                DemoShape("polygon", rows="0\t0\n24\t0\n24\t5\n6\t5\n6\t14\n0\t14", at=(12, 12, 180), name="Inn"),
            ),
        ),
        (
            pots(
                "Courtyard pots",
                "Pelargonium",
                "16",
                "45 cm",
                (8.5, 8.6, 0),
                volume="35 L",
                medium="peat",
                winter="gone",
                aim="flowers",
                planted_on="2026-05-16",
            ),
            pots(
                "Bay trees at the door",
                "Laurus nobilis",
                "6",
                "0.6 m",
                (15.5, 12.4, 0),
                depth="50 cm",
                medium="soil",
                winter="in",
            ),
            DemoArea(
                "bed",
                "Gravel bed",
                (5, 3, 0),
                {
                    "plants": "9 × Lavandula angustifolia\n5 × Stipa gigantea\n3 × Yucca filamentosa",
                    "mulch_kind": "gravel",
                    "mulch_depth": "4 cm",
                    "fabric": "no",
                    "lean": "yes",
                    "sun": "9",
                },
                DemoShape("unequal-offsets", rows="0\t1.2\n1.5\t2.6\n3.8\t3.1\n6.0\t2.4\n8.2\t0.8"),
            ),
            DemoArea(
                "bed",
                "Palm corner",
                (17.5, 3.2, 0),
                {
                    "plants": "1 × Trachycarpus fortunei",
                    "mulch_kind": "bark",
                    "mulch_depth": "9 cm",
                    "trunks": "1",
                    "clear": "30 cm",
                },
                DemoShape("rectangle", ("4 m", "3 m")),
            ),
        ),
        {},
        (
            DemoLook(
                "Courtyard pots", date(2026, 5, 22), "Tobias", {"colour": 2, "note": "light green: hungry in a pot"}
            ),
            DemoLook("Gravel bed", date(2026, 5, 22), "Tobias", {"colour": 1, "mulch_mm": 38.0, "weeds": "none"}),
        ),
    ),
}
