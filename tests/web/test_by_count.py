"""Doses by plant, trunk and litre at every door: the shelf, a job by hand, a change, a copy, the log, a file."""

from __future__ import annotations

import html
import re

from httpx2 import Response
from sqlalchemy import Engine, text

from tests.conftest import Browser
from tests.web.forms import PRODUCT, words
from tests.web.test_garden import area


def product_id(engine: Engine, name: str) -> str:
    with engine.connect() as connection:
        return str(connection.execute(text("SELECT id FROM products WHERE name = :n"), {"n": name}).scalar_one())


def job(engine: Engine, key: int) -> tuple[str, float, float | None]:
    with engine.connect() as connection:
        row = connection.execute(text("SELECT basis, dose, dose_count FROM jobs WHERE id = :k"), {"k": key}).one()
        return row.basis, row.dose, row.dose_count


def number_in(address: str) -> int:
    found = re.search(r"/jobs/(\d+)", address)
    assert found is not None, address
    return int(found[1])


def by_hand(engine: Engine, browser: Browser, name: str, product: str, rate: str, **more: str) -> Response:
    form = {"work": "feed", "on_day": "2026-06-03", "days": "14", "placement": "surface", "reason": "asked for"}
    form |= {"product": product_id(engine, product) if product else "", "rate": rate} | more
    return browser.post(f"/areas/{area(engine, name)}/jobs/new", form)


def test_a_label_by_plant_is_kept_shown_and_goes_out_and_in(demo: Browser) -> None:
    form = PRODUCT | {
        "label_by": "25–50 g/plant; 60 g/m of hedge",
        "later_max": "4 lb/1000",
        "grasses": "Perennial ryegrass, couch",
    }
    made = demo.post("/shelf/new", form)
    assert made.status_code == 303
    page = words(demo, made.headers["location"])
    assert "25–50 g a plant" in page
    assert "33 lb is enough for 299 to 598 plants" in page  # 14,968.5 g / 50 and / 25 by pencil
    assert "at most 4 lb/1000" in page
    assert "Only on Perennial ryegrass, Couch / bermuda" in page
    table = demo.get("/shelf.csv").text
    assert "later_max,label_by,grasses" in table.splitlines()[0]
    assert "25–50 g/plant; 60 g/m of hedge" in table
    row = next(line for line in table.splitlines() if line.startswith("Evenfeed"))
    changed = "\n".join([table.splitlines()[0], row.replace("25–50 g/plant", "25–40 g/plant")])
    preview = demo.post("/shelf/bring", {"text": changed}, "/shelf/bring")
    assert "25–40 g/plant" in html.unescape(preview.text)


def test_what_no_label_says_stays_beside_its_field(demo: Browser) -> None:
    for field, value, says in (
        ("label_by", "30 g", "does not say what it is for"),
        ("label_by", "30 g/plant; 40 g/plant", "one, as lowest to highest"),
        ("later_max", "9 lb/1000", "between the lowest and the highest"),
        ("later_max", "9 lb", "does not say per what area"),
        ("grasses", "moss", "none of the grasses"),
    ):
        answer = demo.post("/shelf/new", PRODUCT | {field: value})
        assert answer.status_code == 422
        shown = html.unescape(answer.text)
        assert says in shown, (field, value)
        assert value in shown


def test_a_job_by_the_plant_is_counted_judged_and_told(demo: Browser, demo_engine: Engine) -> None:
    unsaid = by_hand(demo_engine, demo, "Yew hedge", "Hedgerow Slow 17-3-9", "40 g/plant")
    assert "How many plants" in html.unescape(unsaid.text)  # its form says a run, and no spacing
    unsaid = by_hand(demo_engine, demo, "Long border", "Hedgerow Slow 17-3-9", "20 g/cm of trunk")
    assert "How many cm of trunk" in html.unescape(unsaid.text)
    made = by_hand(demo_engine, demo, "Azalea bank", "Shrubmeal 6-1-2", "80 g/plant", on_day="2026-06-20")
    assert made.status_code == 303, re.findall(r"fault[^>]*>([^<]+)", made.text)
    key = number_in(made.headers["location"])
    basis, dose, count = job(demo_engine, key)
    assert (basis, dose) == ("plant", 80)
    page = words(demo, f"/jobs/{key}")
    assert f": 80 g a plant, {count:g} plants" in page or f"oz wt a plant, {count:g} plants" in page
    over = by_hand(demo_engine, demo, "Azalea bank", "Shrubmeal 6-1-2", "290 g/plant × 4", on_day="2026-06-20")
    assert over.status_code == 422
    assert "above the label's highest rate" in html.unescape(over.text)
    assert "290 g/plant × 4" in html.unescape(over.text)


def test_a_dose_by_the_litre_is_changed_by_the_litre(demo: Browser, demo_engine: Engine) -> None:
    """The form shows and takes the dose in its own basis: a rate by area is not a dose by the litre."""
    with demo_engine.connect() as connection:
        row = connection.execute(
            text(
                "SELECT id, dose, version, on_day FROM jobs WHERE basis = 'litre'"
                " AND id NOT IN (SELECT job_id FROM entries WHERE job_id IS NOT NULL)"
            )
        ).first()
    assert row is not None
    page = demo.get(f"/jobs/{row.id}").text
    shown = f"{row.dose:.6g} g/L of medium"
    assert shown in page
    form = {
        "version": str(row.version),
        "on_day": row.on_day,
        "product": product_id(demo_engine, "Potseason 16-7-11"),
        "rate_shown": shown,
        "placement": "medium",
        "reason": "less this year",
    }
    answer = demo.post(f"/jobs/{row.id}/change", form | {"rate": "9 g/L of medium"}, f"/jobs/{row.id}")
    assert "above the label's highest rate" in html.unescape(answer.text)
    answer = demo.post(f"/jobs/{row.id}/change", form | {"rate": "2.5 g/L of medium"}, f"/jobs/{row.id}")
    if answer.status_code == 422:
        warned = re.search(r'name="warned" value="([^"]*)"', answer.text)
        assert warned is not None
        again = form | {"rate": "2.5 g/L of medium", "warned": warned[1]}
        answer = demo.post(f"/jobs/{row.id}/change", again, f"/jobs/{row.id}")
    assert answer.status_code == 303, re.findall(r'class="fault[^>]*>([^<]+)', answer.text)
    assert job(demo_engine, row.id)[:2] == ("litre", 2.5)


def test_a_copy_counts_the_plants_where_it_goes(demo: Browser, demo_engine: Engine) -> None:
    made = by_hand(demo_engine, demo, "Azalea bank", "Shrubmeal 6-1-2", "80 g/plant × 8", on_day="2026-06-20")
    key = number_in(made.headers["location"])
    form = {"area": str(area(demo_engine, "Courtyard pots")), "copy_day": "2026-06-10", "copy_reason": "there too"}
    other = demo.post(f"/jobs/{key}/copy", form, f"/jobs/{key}")
    assert "Choose an area of this property" in html.unescape(other.text)
    with demo_engine.connect() as connection:
        query = (
            "SELECT id FROM areas WHERE kind = 'lawn' AND property_id = (SELECT property_id FROM areas WHERE id = :a)"
        )
        lawn = connection.execute(text(query), {"a": area(demo_engine, "Azalea bank")}).scalars().first()
    answer = demo.post(f"/jobs/{key}/copy", form | {"area": str(lawn)}, f"/jobs/{key}")
    assert answer.status_code == 422
    assert "does not say how many plants" in html.unescape(answer.text)


def test_a_handful_is_weighed_once_and_told_on_job_and_sheet(demo: Browser, demo_engine: Engine) -> None:
    """Ten handfuls of 420 g are 42 g each; 80 g a plant are 2 of them (84 g)."""
    product = product_id(demo_engine, "Shrubmeal 6-1-2")
    page = f"/shelf/{product}"
    form = {"measured_by": "Wren", "measure": "handful", "together": "10", "weighs": "420 g"}
    for field, typed, says in (
        ("measured_by", "", "Whose is it"),
        ("weighs", "", "Type a weight"),
        ("weighs", "42 m", "not a unit"),
        ("weighs", "50 kg", "Check the unit"),
        ("together", "0", "1 to 100"),
        ("together", "many", "is not a number"),
        ("measure", "bucket", "Choose what was weighed"),
    ):
        wrong = demo.post(f"{page}/measures", form | {field: typed}, page)
        assert wrong.status_code == 422, field
        assert says in html.unescape(wrong.text), (field, typed)
    assert demo.post(f"{page}/measures", form, page).status_code == 303
    assert demo.post(f"{page}/measures", form | {"weighs": "430 g"}, page).status_code == 303  # weighed again
    assert demo.post(f"{page}/measures", form, page).status_code == 303
    assert words(demo, page).count("Wren: a handful is") == 1  # in place of the one before
    made = by_hand(demo_engine, demo, "Azalea bank", "Shrubmeal 6-1-2", "80 g/plant", on_day="2026-06-20")
    assert "2 of Wren's handfuls (84 g) a plant" in words(demo, made.headers["location"])
    assert "2 of Wren's handfuls (84 g) a plant" in words(demo, "/sheets?day=2026-06-20")


def test_a_dose_by_the_plant_is_logged_by_the_plant(demo: Browser, demo_engine: Engine) -> None:
    """What was planned and what went down are told in the same measure, and by the plant where the plan is."""
    made = by_hand(demo_engine, demo, "Azalea bank", "Shrubmeal 6-1-2", "80 g/plant", on_day="2026-05-27")
    assert made.status_code == 303, re.findall(r"fault[^>]*>([^<]+)", made.text)
    key, place = number_in(made.headers["location"]), area(demo_engine, "Azalea bank")
    _, _, count = job(demo_engine, key)
    assert count is not None
    page = f"/areas/{place}/log?job={key}"
    assert f"Shrubmeal 6-1-2, 80 g a plant × {count:g} plants = " in words(demo, page)
    covered = re.search(r'name="covered"[^>]*value="([^"]+)"', demo.get(page).text)
    assert covered is not None
    form = {
        "product": product_id(demo_engine, "Shrubmeal 6-1-2"),
        "amount": f"{count * 0.06:.4g} kg",
        "covered": covered[1],
        "applied_on": "2026-05-27",
        "who": "Wren",
        "form_key": "s" * 32,
    }
    said = demo.post(page, form, page=page)
    assert "60 g a plant went down, 80 g a plant was planned" in html.unescape(said.text)


def test_what_comes_first_is_asked_for_where_something_is_logged(demo: Browser, demo_engine: Engine) -> None:
    """The irrigation was to be mended on 20 May and nobody has logged it: feed and mulch ask, once it is logged not."""
    repair = by_hand(demo_engine, demo, "Azalea bank", "", "", work="repair", on_day="2026-05-20")
    assert repair.status_code == 303, repair.text
    mended = number_in(repair.headers["location"])
    feed = ("Azalea bank", "Hedgerow Slow 17-3-9", "20 g/m²")
    said = by_hand(demo_engine, demo, *feed, on_day="2026-05-27")
    assert "it comes first" in said.text  # the plan asks already
    warned = re.search(r'name="warned" value="([^"]+)"', said.text)
    assert warned is not None
    made = by_hand(demo_engine, demo, *feed, on_day="2026-05-27", warned=warned[1])
    assert made.status_code == 303, made.text
    job_id, key = number_in(made.headers["location"]), area(demo_engine, "Azalea bank")
    page = f"/areas/{key}/log?job={job_id}"
    form = {"as_planned": "1", "form_key": "q" * 32, "who": "Wren", "licence": "BG-0417"}
    asked = demo.post(page, form, page=page)
    assert asked.status_code == 422
    assert "was planned for 20 May and is not logged: it comes first" in asked.text
    work = {"form_key": "r" * 32, "done_on": "2026-05-21", "who": "Wren", "note": ""}
    assert demo.post(f"/jobs/{mended}/done", work, page=f"/jobs/{mended}").status_code == 303
    again = demo.post(page, form, page=page)
    assert "is not logged: it comes first" not in again.text
