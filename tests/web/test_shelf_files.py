"""Shelf and price lists as files: out and in again is the same; each change is shown first, each door asks."""

from __future__ import annotations

import csv
import io

from sqlalchemy import Engine

from amber_acre.store.session import reading
from amber_acre.store.shelf import prices, product_named
from tests.conftest import Browser
from tests.web.forms import PRODUCT


def rows_of(text: str) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(text)))


def written(rows: list[dict[str, str]]) -> str:
    out = io.StringIO()
    writer = csv.DictWriter(out, fieldnames=list(rows[0]))
    writer.writeheader()
    writer.writerows(rows)
    return out.getvalue()


def test_a_shelf_out_and_in_again_changes_nothing(demo: Browser) -> None:
    text = demo.client.get("/shelf.csv").text
    assert len(rows_of(text)) >= 45
    page = demo.post("/shelf/bring", {"text": text}).text
    assert "0 new, 0 changed" in page
    assert "at fault" not in page


def test_changes_are_shown_before_they_are_written(demo: Browser, demo_engine: Engine) -> None:
    rows = rows_of(demo.client.get("/shelf.csv").text)
    two = [row for row in rows if row["name"] in ("Evenrow 23-0-7", "Slowburn 20-0-8")]
    next(row for row in two if row["name"] == "Evenrow 23-0-7")["label_max"] = "24 g/m²"
    text = written([*two, {**two[0], "name": "Twin Feed", "packs-0-supplier": "Reedmarket"}])
    seen = demo.post("/shelf/bring", {"text": text}).text
    assert "1 new, 1 changed, 1 as they are" in seen
    assert "<b>24 g/m²</b>" in seen
    with reading(demo_engine) as session:
        assert product_named(session, "Twin Feed") is None
    assert demo.post("/shelf/bring", {"text": text, "write": "1"}).status_code == 303
    with reading(demo_engine) as session:
        row = product_named(session, "Evenrow 23-0-7")
        assert row is not None
        assert row.label_max_g_m2 == 24
        assert row.versions  # what was logged under the old label keeps it
        assert product_named(session, "Twin Feed") is not None


def test_a_price_list_finds_packs_by_their_size(demo: Browser, demo_engine: Engine) -> None:
    text = "Product;Pack;Price;Supplier\nSlowburn 20-0-8;22000 g;43.50;Ostrey Yard\n"
    text += "Slowburn 20-0-8;12 kg;12345.67;Reedmarket\n"
    assert "1 changed" in demo.post("/shelf/bring", {"text": text}).text
    assert demo.post("/shelf/bring", {"text": text, "write": "1"}).status_code == 303
    with reading(demo_engine) as session:
        row = product_named(session, "Slowburn 20-0-8")
        assert row is not None
        known = {(pack.size_typed, pack.supplier): pack.price for pack in row.packs}
        assert known["22 kg", "Ostrey Yard"] == 43.5
        assert known["12 kg", "Reedmarket"] == 12345.67  # not cut to six figures
        assert 43.5 in {one.price for one in prices(session, row.id)}
    assert 'name="packs-2-size"' in demo.get(f"/shelf/{row.id}/edit").text


def test_every_door_asks_what_the_form_asks(demo: Browser) -> None:
    head = "name,family,state,grade,forms-urea,derived_from,label_min,label_max,interval,packs-0-size,packs-0-price\n"
    for line, words in (
        ('Bag A,quick,solid,10-0-0,10,"ammonium phosphate",5 g/m²,20 g/m²,30,20 kg,10', "brings phosphate"),
        ("Bag B,quick,solid,10-0-0,8,urea,5 g/m²,20 g/m²,30,20 kg,10", "add up to"),
        ("Bag C,quick,solid,80-40-0,80,urea,5 g/m²,20 g/m²,30,20 kg,10", "over 100"),
        ("Bag D,quick,solid,10-0-0,10,urea,5,20 g/m²,30,20 kg,10", "per what area"),
        ("Bag E,quick,solid,10-0-0,10,urea,50 g/m²,900 g/m²,30,20 kg,10", "far above"),
        ("Bag F,quick,liquid,10-0-0,10,urea,1 mL/m²,2 mL/m²,30,5 L,10", "density"),
    ):
        page = demo.post("/shelf/bring", {"text": head + line, "write": "1"})
        assert page.status_code == 422, line
        assert words in page.text, line
    # An answer given of other figures is no answer.
    demo.post("/shelf/new", PRODUCT | {"derived_from": "urea, ammonium phosphate", "sources_confirmed": "on"})
    name = PRODUCT["name"]
    kept = demo.post("/shelf/bring", {"text": f"product,pack,price\n{name},33 lb,17"}).text
    assert "1 changed" in kept
    turned = demo.post("/shelf/bring", {"text": f'name,derived_from\n{name},"urea, potassium phosphate"'}).text
    assert "brings phosphate" in turned


def test_files_that_are_none(demo: Browser) -> None:
    for text, words in (
        ("", "heading row"),
        ("name,colour\nBag,red", "“colour” is none"),
        ("grade,family\n1-2-3,quick", "No column is called"),
        ("product,pack,price\nNo such bag,20 kg,12", "is not on the shelf"),
        ("product,pack,price\nSlowburn 20-0-8,some,12", "cannot be read"),
        ("product,pack,price\nSlowburn 20-0-8,22 kg,dear", "not a number"),
        ("name,label_max\nSlowburn 20-0-8,26 g/m²\nslowburn 20-0-8,27 g/m²", "twice"),
    ):
        page = demo.post("/shelf/bring", {"text": text, "write": "1"})
        assert page.status_code == 422, text
        assert words in page.text, text
