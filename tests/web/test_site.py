"""The site: areas of every kind measured, placed, looked at, brought in and taken out through the pages."""

from __future__ import annotations

import html
import json
import re

import pytest

from tests.conftest import Browser
from tests.exchange.test_photo import picture
from tests.web.forms import BED, HEDGE, LAWN, LOOK, PATCH, PLANT, POTS, PROPERTY, TREE, sentence_beside
from tests.web.test_bad_input import kept


def text_of(browser: Browser, url: str) -> str:
    return html.unescape(re.sub(r"<[^>]+>", " ", browser.get(url).text))


@pytest.mark.parametrize(
    ("kind", "form", "size"),
    [
        ("hedge", HEDGE, "57.6 m²"),
        ("tree", TREE, "106 m²"),
        ("container", POTS, "1.09 m²"),
        ("container", {"name": "Tubs", "facts-count": "2", "facts-volume": "30 L"}, "0.178 m²"),
        ("bed", BED, "11.7 m²"),
        ("patch", PATCH, "4.47 m²"),
    ],
)
def test_every_kind_is_measured_and_opened_again(demo: Browser, kind: str, form: dict[str, str], size: str) -> None:
    answer = demo.post(f"/properties/1/areas/new/{kind}", form)
    assert answer.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', answer.text)
    page = text_of(demo, answer.headers["location"])
    assert form["name"] in page
    assert size in page
    number = answer.headers["location"].split("area=")[1]
    again = demo.get(f"/areas/{number}/edit").text
    for name, value in form.items():
        if name.startswith("facts-") and name != "facts-plants":
            assert kept(again, name, value) or kept(again, name, f"{value} m"), name
    changed = demo.post(
        f"/areas/{number}/edit",
        form | {"name": "Renamed", "version": re.findall(r'name="version" value="(\d+)"', again)[0]},
    )
    assert changed.status_code == 303
    year = text_of(demo, "/properties/1")
    assert "Renamed" in year
    assert f"/areas/{number}/year" in demo.get("/properties/1").text


SPOILT = [
    ("hedge", HEDGE | {"facts-run": ""}, "facts-run", "Give the run of the hedge"),
    ("hedge", HEDGE | {"facts-width": "wide"}, "facts-width", "cannot be read as a length"),
    ("hedge", HEDGE | {"facts-height": "-2 m"}, "facts-height", "above zero"),
    ("tree", TREE | {"facts-stems": ""}, "facts-stems", "Stems: this is needed (one size a stem"),
    ("tree", TREE | {"facts-stems": "56 m"}, "facts-stems", "Check the unit"),
    ("tree", TREE | {"facts-factor": "30"}, "facts-factor", "outside 12 to 18"),
    ("tree", TREE | {"facts-zone_by": "dripline"}, "facts-crown", "dripline needs"),
    ("tree", TREE | {"facts-hard_surface": "400 m²"}, "facts-hard_surface", "covers the whole root zone"),
    ("container", POTS | {"facts-depth": ""}, "facts-depth", "volume of one container, or its depth"),
    ("container", POTS | {"facts-count": "2.5"}, "facts-count", "not a whole number"),
    ("bed", BED | {"size-rows": "0\n1.5\nx\n2"}, "size-rows", "Row 3"),
    ("bed", BED | {"size-rows": ""}, "size-rows", "table is empty"),
    ("bed", BED | {"size-rows": "1\n2"}, "size-rows", "at least 3 rows"),
    ("bed", BED | {"facts-plants": "roses"}, "facts-plants", "Line 1"),
    ("bed", BED | {"facts-slope": "20"}, "facts-slope", "no unit of slope"),
    ("bed", BED | {"size-outline": "polygon", "size-rows": "0,0\n10,10\n10,0\n0,10"}, "size-rows", "crosses itself"),
    (
        "bed",
        BED | {"size-outline": "traverse", "size-rows": "0 20\n90 20\n180 20\n270 3"},
        "size-rows",
        "does not close",
    ),
    ("bed", BED | {"size-outline": "traverse", "size-rows": "0 20\n90 20\n180 20\n270 17"}, "size-rows", "1 in 26"),
    ("bed", BED | {"size-outline": "freehand"}, "size-outline", "Choose one"),
    ("patch", PATCH | {"parent": ""}, "parent", "measure the lawn first"),
    ("patch", PATCH | {"parent": "3"}, "parent", "lawn is gone"),
    ("patch", PATCH | {"facts-cause": ""}, "facts-cause", "Cause: this is needed"),
]


@pytest.mark.parametrize(("kind", "form", "field", "says"), SPOILT)
def test_what_cannot_be_is_said_beside_its_field_and_kept(
    demo: Browser, kind: str, form: dict[str, str], field: str, says: str
) -> None:
    answer = demo.post(f"/properties/1/areas/new/{kind}", form)
    assert answer.status_code == 422
    assert says in sentence_beside(answer.text, field)
    page = html.unescape(answer.text)
    assert all(value.split("\n")[0] in page for value in form.values() if value not in ("", "freehand"))


def test_a_poor_walk_can_be_confirmed(demo: Browser) -> None:
    walk = BED | {"size-outline": "traverse", "size-rows": "0 20\n90 20\n180 20\n270 17"}
    assert 'name="size-confirmed"' in demo.post("/properties/1/areas/new/bed", walk).text
    assert demo.post("/properties/1/areas/new/bed", walk | {"size-confirmed": "on"}).status_code == 303


def test_paces_are_measured_and_used(demo: Browser) -> None:
    bad = demo.post("/almanac/paces", {"name": "Tobias", "paces": "50", "distance": "380 m"})
    assert "a pace: outside" in sentence_beside(bad.text, "distance")
    assert "with its unit" in sentence_beside(
        demo.post("/almanac/paces", {"name": "Tobias", "paces": "50", "distance": "38"}).text, "distance"
    )
    assert "10 whole paces" in sentence_beside(
        demo.post("/almanac/paces", {"name": "Tobias", "paces": "3", "distance": "38 m"}).text, "paces"
    )
    assert demo.post("/almanac/paces", {"name": "Tobias", "paces": "50", "distance": "40 m"}).status_code == 303
    form = demo.get("/properties/1/areas/new/bed").text
    chosen = re.search(r'value="(paces:\d+)">paces of Tobias \(0\.80 m\)', html.unescape(form))
    assert chosen is not None
    walked = BED | {
        "size-outline": "rectangle",
        "size-side_1": "20",
        "size-side_2": "5 m",
        "size-rows": "",
        "instrument": chosen[1],
    }
    where = demo.post("/properties/1/areas/new/bed", walked).headers["location"]
    assert "80.0 m²" in text_of(demo, where)
    assert 'value="20 pace"' in demo.get(f"/areas/{where.split('area=')[1]}/edit").text


def test_the_board_shows_cut_outs_where_they_lie_and_the_error(demo: Browser) -> None:
    form = LAWN | {"size-cut_outs-0-x": "3 m", "size-cut_outs-0-y": "4 m", "instrument": "tape"}
    board = demo.post("/properties/1/areas/board/lawn", form).text
    assert "May be off by about" in board
    assert "only set in a row" not in board
    assert "only set in a row" in demo.post("/properties/1/areas/board/lawn", LAWN).text
    tree = demo.post("/properties/1/areas/board/tree", TREE).text
    assert "106 m²" in tree
    assert "12 × 0.48383" in html.unescape(tree)


def test_an_area_is_placed_and_what_that_takes_is_said(demo: Browser) -> None:
    where = demo.post(
        "/properties/1/areas/new/bed", BED | {"size-outline": "rectangle", "size-side_1": "6 m", "size-side_2": "2 m"}
    ).headers["location"]
    number = where.split("area=")[1]
    before = text_of(demo, "/properties/1/site?area=2")
    assert "654 m²" in before
    answer = demo.post(f"/areas/{number}/place", {"x": "20 m", "y": "47", "turn": "0", "by": "ph"})
    assert answer.headers["location"] == f"/properties/1/site?area={number}&by=ph"
    page = text_of(demo, "/properties/1/site?area=2")
    assert "642 m²" in page
    assert "South border and Orchard lawn overlap by 12.0 m²: it is fed once, as South border." in page
    working = html.unescape(demo.get("/properties/1?area=2&working=size").text)
    assert "South border" in working
    assert demo.post(f"/areas/{number}/place", {"off": "1"}).status_code == 303
    assert "654 m²" in text_of(demo, "/properties/1/site?area=2")
    wrong = demo.post(f"/areas/{number}/place", {"x": "far", "y": "47", "turn": "0"})
    assert wrong.status_code == 422
    assert "cannot be read" in sentence_beside(wrong.text, "x")
    assert kept(wrong.text, "x", "far")


def test_corners_snap_when_asked(demo: Browser) -> None:
    form = BED | {"size-outline": "rectangle", "size-side_1": "4 m", "size-side_2": "2 m", "size-rows": ""}
    number = demo.post("/properties/1/areas/new/bed", form).headers["location"].split("area=")[1]
    demo.post(f"/areas/{number}/place", {"x": "44.2 m", "y": "47", "turn": "0", "snap": "on"})
    page = demo.get(f"/properties/1/site?area={number}").text
    assert kept(page, "x", "44.20 m")  # typed: it stays where it was put
    hand = {"x": "44.2 m", "y": "47", "turn": "0", "snap": "on", "by_hand": "on"}
    demo.post(f"/areas/{number}/place", hand)
    page = demo.get(f"/properties/1/site?area={number}").text
    assert kept(page, "x", "44.00 m")  # the orchard lawn ends at 42 m


def test_water_takes_its_strip_and_a_house_its_ground(demo: Browser) -> None:
    stream = {
        "kind": "water",
        "name": "brook",
        "size-outline": "rectangle",
        "size-side_1": "60 m",
        "size-side_2": "2 m",
        "size-x": "23 m",
        "size-y": "61 m",
    }
    assert demo.post("/properties/1/contexts/new", stream).status_code == 303
    page = text_of(demo, "/properties/1/site?area=2")
    assert "unfed strip, 10 m from brook" in page
    missing = demo.post("/properties/1/contexts/new", stream | {"size-x": "", "name": ""})
    assert "Say where its middle lies" in sentence_beside(
        demo.post("/properties/1/contexts/new", stream | {"size-x": ""}).text, "size-x"
    )
    assert "needed" in sentence_beside(missing.text, "name")
    assert "measured shape" in sentence_beside(
        demo.post(
            "/properties/1/contexts/new",
            stream | {"size-outline": "range", "size-side_1": "5 m²", "size-side_2": "6 m²"},
        ).text,
        "size-outline",
    )
    row = re.search(r'href="/contexts/(\d+)">brook', demo.get("/properties/1/site").text)
    assert row is not None
    assert demo.post(f"/contexts/{row[1]}", stream | {"size-y": "90 m"}).status_code == 303
    assert "10 m from brook" not in text_of(demo, "/properties/1/site?area=2")
    assert demo.post(f"/contexts/{row[1]}", {"remove": "1"}).status_code == 303
    assert "brook" not in text_of(demo, "/properties/1/site")


def test_a_deleted_bed_gives_its_ground_back(demo: Browser) -> None:
    assert "401 m²" in text_of(demo, "/properties/1/site?area=1")
    patch = re.search(r'data-row="(\d+)"[^>]*> ?<th[^>]*><a[^>]*>Trench strip', demo.get("/properties/1/site").text)
    assert patch is not None
    assert demo.post(f"/areas/{patch[1]}/delete", {}).headers["location"].startswith("/properties/1/site?deleted=areas")
    assert "412 m²" in text_of(demo, "/properties/1/site?area=1")
    demo.post(f"/areas/{patch[1]}/restore", {})
    assert "401 m²" in text_of(demo, "/properties/1/site?area=1")


def test_looks_are_kept_compared_and_photographed(demo: Browser) -> None:
    empty = demo.post("/areas/1/looks", {"on_day": "2026-05-26", "who": "Wren", "form_key": "e"})
    assert "Nothing was noted" in sentence_beside(empty.text, "colour")
    ahead = demo.post("/areas/1/looks", LOOK | {"on_day": "2026-06-26"})
    assert "still to come" in sentence_beside(ahead.text, "on_day")
    assert "Check the unit" in sentence_beside(demo.post("/areas/1/looks", LOOK | {"probe_mm": "7 m"}).text, "probe_mm")
    assert "Name the spot" in sentence_beside(demo.post("/areas/1/looks", LOOK | {"ph": "6.4"}).text, "spot")
    token = re.search(r'name="csrf" value="([^"]+)"', demo.get("/areas/1/looks").text)
    assert token is not None
    files = [
        ("photos", ("leaf.jpg", picture(orientation=6), "image/jpeg")),
        ("photos", ("lawn.png", picture("PNG"), "image/png")),
    ]
    sent = {"csrf": token[1], **LOOK, "photo_spot": "gate"}
    for _ in range(2):  # sent twice, kept once
        assert demo.client.post("/areas/1/looks", data=sent, files=files, follow_redirects=False).status_code == 303
    page = demo.get("/areas/1/looks").text
    assert "Probe goes in <b" in page
    assert "7.0 cm" in page
    photos = re.findall(r"/photos/([0-9a-f]{32})\?small=1", page)
    assert len(set(photos)) == 2
    shown = demo.get(f"/photos/{photos[0]}")
    assert shown.headers["content-type"] == "image/jpeg"
    assert demo.get("/photos/../demo.sqlite").status_code == 404
    assert demo.get(f"/photos/{'0' * 32}").status_code == 404
    bad = demo.client.post(
        "/areas/1/looks", data=sent | {"form_key": "other"}, files=[("photos", ("x.jpg", b"no", "image/jpeg"))]
    )
    assert "not a picture" in sentence_beside(bad.text, "photos")


def test_any_two_looks_can_be_compared(demo: Browser) -> None:
    page = demo.get("/areas/1/looks").text
    choices = {html.unescape(name): key for key, name in re.findall(r'<option value="(\d+)"[^>]*>([^<]+)<', page)}
    first, second = choices["Front lawn, 15 Apr 2026"], choices["Trench strip, 12 May 2026"]
    compared = text_of(demo, f"/areas/1/looks?first={first}&second={second}")
    assert re.search(r"Probe goes in\s+14\.0 cm\s+6\.0 cm\s+worse", compared)
    assert re.search(r"Roots of a plug\s+unknown\s+4\.5 cm\s+–", compared)


def test_the_walk_goes_on_where_it_was_left(demo: Browser) -> None:
    assert "Look at Heath lawn" in text_of(demo, "/properties/3/walk")
    step = demo.post(
        "/areas/6/walk/look",
        {"on_day": "2026-05-27", "who": "Imke", "colour": "2", "form_key": "w1"},
    )
    assert step.headers["location"] == "/areas/6/walk/sample"
    assert "Sample Heath lawn" in text_of(demo, "/properties/3/walk")
    assert 'value="Imke"' in demo.get("/areas/6/walk/sample").text
    wrong = demo.post(
        "/areas/6/walk/sample", {"on_day": "2026-05-27", "who": "Imke", "form_key": "w2"}, page="/areas/6/walk/sample"
    )
    assert "Name the spot" in sentence_beside(wrong.text, "spot")
    done = {"on_day": "2026-05-27", "who": "Imke", "spot": "middle", "ph": "5.3", "form_key": "w3"}
    assert demo.post("/areas/6/walk/sample", done).headers["location"] == "/properties/3/walk"
    assert "Look at Heath lawn" not in text_of(demo, "/properties/3/walk")
    assert "pH 5.3 probe" in text_of(demo, "/properties/3/site?by=ph&area=6")
    assert demo.post("/areas/6/walk/look", {"leave": "1"}).status_code == 303
    measured = demo.post("/properties/3/areas/new/container", POTS | {"walk": "1"})
    assert re.fullmatch(r"/areas/\d+/walk/look", measured.headers["location"])


def send(browser: Browser, place: int, content: bytes, **more: str) -> str:
    token = re.search(r'name="csrf" value="([^"]+)"', browser.get(f"/properties/{place}/files").text)
    assert token is not None
    answer = browser.client.post(
        f"/properties/{place}/files",
        data={"csrf": token[1], "kind": "bed", **more},
        files={"file": ("x.json", content)},
    )
    return str(answer.text)


@pytest.mark.parametrize("place", [1, 3, 7, 8])
@pytest.mark.parametrize("frame", ["metres", "lonlat"])
def test_a_property_goes_out_and_comes_into_another(browser: Browser, demo: Browser, place: int, frame: str) -> None:
    if frame == "lonlat" and place != 1:
        assert "not known" in demo.get(f"/properties/{place}/site.geojson?frame=lonlat").text
        return
    sent = demo.get(f"/properties/{place}/site.geojson?frame={frame}").text
    browser.post("/properties/new", PROPERTY)
    page = send(browser, 1, sent.encode(), **({"grass": "couch"}), confirmed="on")
    assert "fault" not in page, re.findall(r'class="fault[^>]*>([^<]+)', page)
    back = browser.get(f"/properties/1/site.geojson?frame={frame}").text
    one, two = (sorted(json.loads(t)["features"], key=lambda f: f["properties"]["name"]) for t in (sent, back))
    assert [f["properties"]["name"] for f in one] == [f["properties"]["name"] for f in two]
    scale = 0.001 if frame == "metres" else 0.001 / 78_000
    for a, b in zip(one, two, strict=True):
        for ring_a, ring_b in zip(a["geometry"]["coordinates"], b["geometry"]["coordinates"], strict=True):
            pairs = zip(ring_a, ring_b, strict=True)
            assert all(abs(p[0] - q[0]) <= scale and abs(p[1] - q[1]) <= scale for p, q in pairs), a["properties"][
                "name"
            ]


def test_a_file_comes_in_whole_or_not_at_all(demo: Browser) -> None:
    assert "Choose a file" in sentence_beside(send(demo, 1, b""), "file")
    assert "no text file" in sentence_beside(send(demo, 1, b"\x00\x01\x02"), "file")
    ring = [[[5, 5], [9, 5], [9, 9], [5, 9], [5, 5]]]
    features = [
        {"type": "Feature", "properties": {"name": "Good"}, "geometry": {"type": "Polygon", "coordinates": ring}},
        {
            "type": "Feature",
            "properties": {"name": "Lawn", "kind": "lawn"},
            "geometry": {"type": "Polygon", "coordinates": ring},
        },
    ]
    content = json.dumps({"type": "FeatureCollection", "features": features}).encode()
    assert "choose what grows there" in sentence_beside(send(demo, 3, content, metres="on"), "grass")
    assert "Good" not in text_of(demo, "/properties/3/site")
    assert "“Good” is on the sheet" in html.unescape(send(demo, 3, content, metres="on", grass="fine-fescue"))
    assert "“Good (2)” is on the sheet" in html.unescape(send(demo, 3, content, metres="on", grass="fine-fescue"))


def test_the_firm_changes_a_plant_and_takes_it_back(demo: Browser) -> None:
    page = demo.get("/almanac/plants/rosa-hybrids").text
    typed = dict(re.findall(r'name="(common|ph|sun|flags)"[^>]*value="([^"]*)"', html.unescape(page)))
    chosen = {"growth": "all season", "nitrogen": "high", "salt": "sensitive", "mulch": "organic"}
    wrong = demo.post("/almanac/plants/rosa-hybrids", typed | chosen | {"ph": "sour", "sun": "X"})
    assert "not a pH range" in sentence_beside(wrong.text, "ph")
    assert "use the letters" in sentence_beside(wrong.text, "sun")
    assert demo.post("/almanac/plants/rosa-hybrids", typed | chosen | {"ph": "6.2-6.8"}).status_code == 303
    changed = text_of(demo, "/almanac/plants/rosa-hybrids")
    assert "6.2–6.8" in changed
    assert "shipped: 6.0–7.0" in changed
    assert "changed by us" in text_of(demo, "/almanac/plants?q=garden+roses")
    demo.post("/almanac/plants/rosa-hybrids", {"ship": "1"})
    assert "shipped:" not in text_of(demo, "/almanac/plants/rosa-hybrids")


def test_a_body_too_large_is_refused(demo: Browser) -> None:
    answer = demo.client.post("/areas/1/looks", content=b"x", headers={"content-length": str(200 * 1024 * 1024)})
    assert answer.status_code == 413


def test_a_wider_strip_is_taken_at_once(demo: Browser) -> None:
    assert "420 m²" in text_of(demo, "/properties/4/site?area=7")
    page = demo.get("/almanac/rules/1").text
    typed = dict(re.findall(r'name="([\w-]+)" type="\w+" value="([^"]*)"', html.unescape(page)))
    typed |= {"phosphorus_only_on_test": "on", "buffer": "14 m"}
    assert demo.post("/almanac/rules/1", typed).status_code == 303
    assert "unfed strip, 14 m from the Ouselet" in text_of(demo, "/properties/4/site?area=7")
    assert demo.post("/almanac/rules/1", typed | {"buffer": "60 m"}).status_code == 303
    page = text_of(demo, "/properties/4/site?area=7")
    assert "nothing of it may be fed" in page
    assert "Not on the sheet: Chapel lawn." in page
    wrong = demo.post("/almanac/rules/1", typed | {"buffer": "900 m"})
    assert "0 to 200 m wide" in sentence_beside(wrong.text, "buffer")


def test_a_huge_outline_in_a_file_is_asked_about(demo: Browser) -> None:
    ring = [[[0, 0], [300, 0], [300, 200], [0, 200], [0, 0]]]
    content = json.dumps({"type": "Polygon", "coordinates": ring}).encode()
    page = send(demo, 3, content, metres="on")
    assert "“outline 1”: 60,000 m² is large" in sentence_beside(page, "file")
    assert "is on the sheet" in html.unescape(send(demo, 3, content, metres="on", confirmed="on"))


def test_what_was_taken_off_the_sheet_comes_back(demo: Browser) -> None:
    answer = demo.post("/contexts/2", {"remove": "1"})
    assert answer.headers["location"] == "/properties/1/site?deleted=contexts&id=2"
    page = demo.get(answer.headers["location"]).text
    assert "The shape on the sheet was deleted" in page
    assert "House" not in re.sub("Quillfeather House", "", text_of(demo, "/properties/1/site"))
    assert demo.post("/contexts/2/restore", {}).status_code == 303
    assert "House" in re.sub("Quillfeather House", "", text_of(demo, "/properties/1/site"))


def test_places_are_in_feet_where_the_property_speaks_them(demo: Browser) -> None:
    page = demo.get("/properties/2/site?area=3").text
    assert kept(page, "x", "21.33 ft")
    demo.post("/areas/3/place", {"x": "25", "y": "29 ft", "turn": "0"})
    assert kept(demo.get("/properties/2/site?area=3").text, "x", "25.00 ft")


def test_photographs_are_taken_on_the_walk(demo: Browser) -> None:
    token = re.search(r'name="csrf" value="([^"]+)"', demo.get("/areas/6/walk/look").text)
    assert token is not None
    sent = {
        "csrf": token[1],
        "on_day": "2026-05-27",
        "who": "Imke",
        "colour": "2",
        "form_key": "w9",
        "photo_spot": "gate",
    }
    files = [("photos", ("leaf.jpg", picture(), "image/jpeg"))]
    answer = demo.client.post("/areas/6/walk/look", data=sent, files=files, follow_redirects=False)
    assert answer.status_code == 303
    assert "gate, 27 May 2026" in demo.get("/areas/6/looks").text


def test_plants_are_found_by_the_ph_of_the_soil(demo: Browser) -> None:
    sour, limy = text_of(demo, "/almanac/plants?ph=4.5"), text_of(demo, "/almanac/plants?ph=7.6")
    assert "Calluna vulgaris" in sour
    assert "Calluna vulgaris" not in limy
    assert "Syringa vulgaris" in limy
    assert "Syringa vulgaris" not in sour
    wrong = demo.get("/almanac/plants?ph=sour&q=lilac").text
    assert "not a number" in sentence_beside(wrong, "ph")
    assert 'value="lilac"' in wrong
    assert "Syringa vulgaris" in wrong
    assert "no soil reads that" in sentence_beside(demo.get("/almanac/plants?ph=76").text, "ph")


def test_the_firm_adds_a_plant_of_its_own(demo: Browser) -> None:
    mine = PLANT | {"botanical": "Quillwort × ambrosia", "group": "perennial", "common": "amber quillwort"}
    wrong = demo.post("/almanac/plants/new", mine | {"botanical": "7", "group": "moss", "ph": "sweet"})
    assert "Choose a group" in sentence_beside(wrong.text, "group")
    assert "botanical name" in sentence_beside(wrong.text, "botanical")
    assert "not a pH range" in sentence_beside(wrong.text, "ph")
    assert demo.post("/almanac/plants/new", mine).headers["location"] == "/almanac/plants/own-quillwort-x-ambrosia"
    assert "already" in sentence_beside(demo.post("/almanac/plants/new", mine).text, "botanical")
    assert "already" in sentence_beside(
        demo.post("/almanac/plants/new", mine | {"botanical": "Buxus sempervirens"}).text, "botanical"
    )
    assert "Entered by the firm itself" in text_of(demo, "/almanac/plants/own-quillwort-x-ambrosia")
    assert (
        demo.post(
            "/almanac/plants/own-quillwort-x-ambrosia", PLANT | {"common": "amber quillwort", "ph": "5.5-6.5"}
        ).status_code
        == 303
    )
    assert "5.5–6.5" in text_of(demo, "/almanac/plants?q=quillwort")
    where = demo.post("/properties/1/areas/new/hedge", HEDGE | {"facts-plant": "amber quillwort"}).headers["location"]
    assert "pH 5.5–6.5" in text_of(demo, where)
    assert "amber quillwort" in text_of(demo, "/find?q=quillwort")
    demo.post("/almanac/plants/own-quillwort-x-ambrosia", {"ship": "1"})
    assert "amber quillwort" in text_of(demo, "/almanac/plants/own-quillwort-x-ambrosia")


def test_saving_an_area_again_keeps_what_the_sheet_takes(demo: Browser) -> None:
    page = html.unescape(demo.get("/areas/1/edit").text)
    typed = dict(re.findall(r'name="([\w-]+)"[^>]*?value="([^"]*)"', page.split('name="version"')[1]))
    typed = {name: text for name, text in typed.items() if name.startswith("size-") and "confirmed" not in name}
    rows = re.search(r'name="size-rows"[^>]*>([^<]*)<', page)
    version = re.search(r'name="version" value="(\d+)"', page)
    assert rows is not None
    assert version is not None
    typed |= {
        "size-outline": "offsets",
        "size-side_1": "3 m",
        "size-rows": rows[1],
        "name": "Front lawn",
        "grass": "bluegrass",
        "upkeep": "high",
    }
    typed |= {
        "size-cut_outs-0-outline": "circle",
        "size-cut_outs-1-outline": "rectangle",
        "clippings": "returned",
        "water": "irrigated",
    }
    typed |= {"evidence": "kept", "version": version[1], "instrument": "tape"}
    assert demo.post("/areas/1/edit", typed).status_code == 303
    after = text_of(demo, "/properties/1/site?area=1")
    assert "401 m²" in after
    assert "less 10.8 m² , Trench strip" in re.sub(r"\s+", " ", after)
    assert "taken twice" not in after
    typed |= {"size-cut_outs-0-x": "", "size-cut_outs-0-y": ""}
    version = re.search(r'name="version" value="(\d+)"', demo.get("/areas/1/edit").text)
    assert version is not None
    assert demo.post("/areas/1/edit", typed | {"version": version[1]}).status_code == 303
    assert "taken twice" in text_of(demo, "/properties/1/site?area=1")


def test_the_same_again_makes_trees_of_their_own(demo: Browser) -> None:
    """The north birch of the demo has a chlorosis of its own: its copies have not."""
    tree = "/areas/18"
    page = demo.get(f"{tree}/edit").text
    assert "The same again" in page
    made = demo.post(f"{tree}/copies", {"copies": "2"})
    assert made.status_code == 303
    place = made.headers["location"].removesuffix("/site")
    sheet = demo.get(f"{place}/site").text
    numbers = {name: re.search(rf"area=(\d+)[^>]*>[^<]*{name}", sheet) for name in ("North birch 2", "North birch 3")}
    for name, found in numbers.items():
        assert found, name
        again = demo.get(f"/areas/{found[1]}/edit").text
        for key in ("stems", "crown", "age"):
            assert re.findall(rf'name="facts-{key}" [^>]*value="([^"]*)"', again) == re.findall(
                rf'name="facts-{key}" [^>]*value="([^"]*)"', page
            )
        assert "No feed: Healthy mature trees need none" in html.unescape(plan_of(demo, found[1]))
    one_more = demo.post(f"/areas/{numbers['North birch 3'][1]}/copies", {"copies": "1"})  # type: ignore[index]
    assert "North birch 4" in demo.get(one_more.headers["location"]).text


def plan_of(demo: Browser, area: str) -> str:
    demo.post(f"/areas/{area}/plan", {})
    return demo.get(f"/areas/{area}/year").text


@pytest.mark.parametrize("typed", ["", "0", "41", "2.5", "many", "-1", "9" * 400])
def test_how_many_again_is_a_number_in_bounds(demo: Browser, typed: str) -> None:
    answer = demo.post("/areas/18/copies", {"copies": typed})
    assert answer.status_code == 422
    assert sentence_beside(answer.text, "copies")
    assert 'value="North birch"' in answer.text
    assert "North birch 2" not in demo.get("/properties/3/site").text
