"""The bench through its texts: every sum answers its example on its page and for programs, and refuses in words."""

from __future__ import annotations

import html
import math
import re

import pytest
from fastapi.testclient import TestClient
from httpx2 import Response
from pydantic.fields import FieldInfo
from sqlalchemy import Engine, text

from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from amber_acre.web.pages.bench.calculators import BY_KEY, CALCULATORS, Calculator
from amber_acre.web.pages.bench.programs import description
from tests.conftest import BASE, Browser
from tests.web.forms import sentence_beside

EACH = pytest.mark.parametrize("one", CALCULATORS, ids=lambda one: one.key)


@pytest.fixture(scope="module")
def browser(tmp_path_factory: pytest.TempPathFactory) -> Browser:
    """An application on an empty database; nothing here writes."""
    settings = Settings(database=tmp_path_factory.mktemp("bench") / "bench.sqlite", firm="Test firm")
    return Browser(TestClient(create_app(settings), base_url=BASE))


def ask(browser: Browser, key: str, **texts: str) -> Response:
    response: Response = browser.client.get(f"/api/bench/{key}", params=texts)
    return response


def figures(response: Response) -> dict[str, float]:
    assert response.status_code == 200, response.text
    return {one["key"]: one["value"] for one in response.json()["figures"]}


def faults(response: Response) -> dict[str, str]:
    assert response.status_code == 422
    found: dict[str, str] = response.json()["faults"]
    return found


@EACH
def test_an_example_is_answered_on_its_page_and_for_programs(browser: Browser, one: Calculator) -> None:
    page = browser.client.get(f"/bench/{one.key}", params=dict(one.example))
    assert page.status_code == 200
    assert "Working" in page.text
    answer = ask(browser, one.key, **one.example)
    assert figures(answer)
    text = html.unescape(page.text)
    for told in answer.json()["figures"]:
        assert told["metric"] in text
        assert told["us"] in text
    for name, typed in one.example.items():
        if one.form.model_fields[name].annotation is not bool:
            assert typed in text


@EACH
def test_nothing_typed_is_no_fault(browser: Browser, one: Calculator) -> None:
    page = browser.get(f"/bench/{one.key}")
    assert page.status_code == 200
    assert "Fill in what is known" in page.text
    assert 'class="notice"' not in page.text
    assert "form" in faults(ask(browser, one.key))


def chosen(info: FieldInfo) -> bool:
    """Whether a field is picked from a list, which keeps no nonsense."""
    return isinstance(info.json_schema_extra, dict) and bool(info.json_schema_extra.get("choices"))


@EACH
def test_nonsense_is_refused_beside_its_field_and_kept(browser: Browser, one: Calculator) -> None:
    for name, info in one.form.model_fields.items():
        if name == "units" or info.annotation is bool:
            continue
        page = browser.client.get(f"/bench/{one.key}", params={name: "−7 furlongs"})
        assert page.status_code == 422, name
        assert chosen(info) or "−7 furlongs" in page.text
        assert 'class="notice"' in page.text


def test_bare_figures_are_in_the_system_asked_for(browser: Browser) -> None:
    metric = figures(ask(browser, "rate", grade="20-0-0", nitrogen="3 g/m²", size="500", pack="20"))
    us = figures(ask(browser, "rate", grade="20-0-0", nitrogen="3 g/m²", size="500", pack="20", units="us"))
    assert metric["needed"] == pytest.approx(7.5)
    assert us["needed"] == pytest.approx(7.5 * 0.09290304)
    assert us["cover"] == pytest.approx(metric["cover"] * 0.45359237)


def test_a_liquid_is_fed_by_its_density(browser: Browser) -> None:
    without = faults(ask(browser, "rate", grade="12-0-0", rate="6 fl oz/1000"))
    assert "density" in without["rate"]
    said = figures(
        ask(browser, "rate", grade="12-0-0", rate="6 fl oz/1000", density="1.2", pack="2.5 L", size="250 m²")
    )
    assert said["rate"] == pytest.approx(1.90996 * 1.2, rel=1e-4)
    assert said["cover"] == pytest.approx(2500 / 1.90996, rel=1e-4)


def test_tons_of_a_laboratory_and_ounces_of_a_label(browser: Browser) -> None:
    two = figures(ask(browser, "lime", advice="2 tons/acre", cce="100"))
    assert two["dressings"] == 2
    asked = faults(ask(browser, "units", value="3 oz"))["value"]
    assert "weight" in asked
    assert "fluid" in asked
    walked = figures(ask(browser, "sprayer", flow="0.4 gal/min", speed="176 ft in 30 s", spacing="20 in"))
    assert walked["puts_down"] * 10_000 == pytest.approx(29.7 * 9.353956, rel=1e-4)
    assert figures(ask(browser, "feed", strength="200 ppm", grade="20-10-20", injector="1:100"))["stock_g_l"] == (
        pytest.approx(100)
    )


def test_how_often_and_against_which_label(browser: Browser) -> None:
    label = {"label_rate": "12–18 fl oz/1000", "label_days": "42-56"}
    told = figures(ask(browser, "schedule", rate="20 fl oz/1000", often="every 4 weeks", **label))
    assert told["over_label"] == pytest.approx(1.111, abs=5e-4)
    assert told["times_most"] == pytest.approx(1.667, abs=2e-3)
    mixed = faults(ask(browser, "schedule", rate="2 mL/m²", often="monthly", other_rate="4 g/m²"))
    assert "Type both the same way" in mixed["other_rate"]
    assert "how often" in faults(ask(browser, "schedule", rate="2 mL/m²", often="now and then"))["often"]
    trees = figures(ask(browser, "injection", trunks="10 in; 0.3 m", girth="15", each="5", shot="2.5"))
    assert trees["ports"] == math.ceil(math.pi * 25.4 / 15) + math.ceil(math.pi * 30 / 15)
    assert trees["shots"] == trees["ports"] * 2
    assert "trunk" in next(iter(faults(ask(browser, "injection", trunks="12 m", girth="15", each="5"))))


def test_a_label_in_inches_is_read_in_inches(browser: Browser) -> None:
    """17.5 in across at 2 in a port is nine ports; 6 mL for an inch is 105 mL (arithmetic)."""
    label = {"units": "us", "trunks": "17.5", "per_cm": "6", "most": "15"}
    for diameter in ("2", "2 in", "5.08 cm"):
        told = figures(ask(browser, "injection", diameter=diameter, **label))
        assert told["ports"] == 9
        assert told["total"] == pytest.approx(105)
    assert figures(ask(browser, "injection", diameter="2", **label | {"per_cm": "6 mL/in"}))["total"] == (
        pytest.approx(105)
    )
    metric = figures(ask(browser, "injection", units="metric", trunks="30", girth="15", each="5 mL", shot="2.5"))
    assert metric["ports"] == 7
    assert metric["total"] == pytest.approx(35)
    assert "above zero" in faults(ask(browser, "injection", girth="-3", **label))["girth"]
    assert "weight" in faults(ask(browser, "injection", girth="6 in", **label | {"per_cm": "3 g/cm"}))["per_cm"]


@EACH
@pytest.mark.parametrize("odd", ["0", "-3", "9e9", "99999999999"])
def test_no_figure_of_a_sum_may_be_nothing_less_or_absurd(browser: Browser, one: Calculator, odd: str) -> None:
    """Each figure of each example in turn: it is refused beside a field, or answered without a negative."""
    for name, typed in one.example.items():
        if not re.match(r"[\d.]", typed) or one.form.model_fields[name].annotation is str:
            continue
        unit = re.sub(r"^[\d.,:]+", "", typed.partition(";")[0])
        for text_ in {odd, odd + unit}:
            for door in (f"/api/bench/{one.key}", f"/bench/{one.key}"):
                answer = browser.client.get(door, params=dict(one.example) | {name: text_})
                assert answer.status_code in (200, 422), (door, name, text_)
                if answer.status_code == 200 and door.startswith("/api"):
                    values = [row["value"] for row in answer.json()["figures"]]
                    assert all(math.isfinite(value) for value in values), (name, text_)


@pytest.mark.parametrize(
    ("key", "name", "typed"),
    [
        ("rate", "density", "0"),
        ("rate", "density", "-1"),
        ("rate", "rate", "0 g/m²"),
        ("feed", "strength", "0"),
        ("tank", "rate", "0 mL/m²"),
        ("tank", "times", "-3"),
        ("sprayer", "want", "0 L/ha"),
        ("sprayer", "density", "0"),
        ("units", "density", "-1"),
        ("trunks", "dose", "0 mL/cm"),
        ("volume", "want", "0 cm"),
    ],
)
def test_what_must_be_above_zero(browser: Browser, key: str, name: str, typed: str) -> None:
    said = faults(ask(browser, key, **dict(BY_KEY[key].example) | {name: typed}))[name]
    assert "above zero" in said or "at least" in said


def test_a_parameter_nobody_asks_for_is_refused_by_name(browser: Browser) -> None:
    said = faults(ask(browser, "tank", size="100 m²", rate="2 mL/m²", tmes="3"))
    assert set(said) == {"tmes"}
    assert "times" in said["tmes"]


@pytest.mark.parametrize(
    ("texts", "lime_kg"),
    [
        ({"grade": "16-0-0", "nitrate": "16", "sodium": "26.5"}, -0.29),  # sodium nitrate
        ({"grade": "15.5-0-0", "nitrate": "14.4", "calcium": "19"}, -0.20),  # calcium nitrate
        ({"grade": "13-0-46", "nitrate": "13"}, -0.26),  # potassium nitrate
        ({"grade": "21-0-0", "sulphur": "24"}, 1.10),  # ammonium sulphate
    ],
)
def test_acid_by_the_cation_of_a_nitrate(browser: Browser, texts: dict[str, str], lime_kg: float) -> None:
    """Published equivalents of the materials, kg CaCO3 a kg (Pierre 1933 as printed in handbooks; from memory)."""
    assert figures(ask(browser, "acid", **texts))["acid_kg"] == pytest.approx(lime_kg, abs=0.06)
    if "nitrate" in texts:
        bare = {name: text_ for name, text_ in texts.items() if name in ("nitrate",)} | {
            "grade": f"{texts['nitrate']}-0-0"
        }
        assert "cation" in faults(ask(browser, "acid", **bare))["calcium"]


def test_a_spreader_that_throws_to_one_side_shows_up_and_down(browser: Browser) -> None:
    """All on the left half: one way even, up and down strips of double rate beside bare ones (arithmetic)."""
    pans = {"pans": "2; 2; 2; 2; 0; 0; 0; 0", "pan": "1 m", "spacing": "4 m"}
    told = figures(ask(browser, "spreader", **pans))
    assert told["variation_one_way"] == pytest.approx(0)
    assert told["variation"] == pytest.approx(1.155, abs=1e-3)  # strips of 4 and 0, of four pans: sqrt(4/3)
    assert told["left"] == pytest.approx(1.0)
    even = figures(ask(browser, "spreader", pans="2; 2; 2; 2", pan="1 m", spacing="4 m"))
    assert even["variation"] == pytest.approx(0)
    assert even["left"] == pytest.approx(0.5)


def test_what_contradicts_itself(browser: Browser) -> None:
    assert "Empty all but one" in faults(ask(browser, "rate", grade="20-0-0", rate="20 g/m²", cover="400 m²"))["rate"]
    assert "over 100" in faults(ask(browser, "rate", grade="60-40-30", rate="20 g/m²"))["grade"]
    assert "one way" in faults(ask(browser, "sprinkler", flow="30 L/min", wetted="50 m²", cans="4; 5; 6"))["flow"]
    assert "cans" in faults(ask(browser, "sprinkler", cans="4; 5", minutes="10"))
    assert "above zero" in faults(ask(browser, "tank", size="0", rate="2 mL/m²"))["size"]
    assert "no spray" not in ask(browser, "tank", size="100", rate="2 mL/m²", spray="0.1 L/m²").text


def test_the_description_names_every_parameter(browser: Browser) -> None:
    paths = browser.client.get("/api/openapi.json").json()["paths"]
    assert set(paths) == {f"/api/bench/{one.key}" for one in CALCULATORS}
    assert description()["openapi"].startswith("3.")
    for path, methods in paths.items():
        named = {row["name"]: row for row in methods["get"]["parameters"]}
        assert set(named) == set(BY_KEY[path.rpartition("/")[2]].form.model_fields)
        assert all(row["description"] and row["schema"]["type"] == "string" for row in named.values())
    page = browser.get("/api").text
    assert all(f"GET /api/bench/{one.key}" in page for one in CALCULATORS)


def test_the_page_fetches_nothing_from_elsewhere(browser: Browser) -> None:
    for address in ("/api", "/bench", "/bench/rate"):
        assert not re.search(r'(?:src|href)="(?:https?:)?//', browser.get(address).text)


def test_a_sum_that_is_not_there(browser: Browser) -> None:
    assert browser.get("/bench/alchemy").status_code == 404
    assert browser.get("/api/bench/alchemy").status_code == 404


def test_products_are_compared_for_an_area_and_for_a_size(demo: Browser) -> None:
    page = demo.get("/bench/compare?area=1&nutrient=n&need=3+g/m²").text
    assert "Quillfeather House" in page
    assert page.count('class="release-line"') >= 3
    assert "Worth as much at" in page
    picked = demo.get(
        "/bench/compare?size=4000+sq+ft&site=turf&nutrient=n&need=0.7+lb/1000&units=us&product=1&product=3"
    )
    assert picked.status_code == 200
    assert "lb/1000 ft²" in picked.text
    assert demo.get("/bench/compare?nutrient=n&need=3+g/m²").status_code == 422
    assert demo.get("/bench/compare?area=999&nutrient=n&need=3+g/m²").status_code == 422
    assert demo.get("/bench/compare?area=1&nutrient=n&need=many").status_code == 422


def test_a_blend_keeps_the_caps_of_its_ground(demo: Browser) -> None:
    page = html.unescape(demo.get("/bench/blend?area=1&n=3+g/m²&k2o=2+g/m²&slow=30").text)
    assert "The cheapest:" in page
    assert "No phosphate" in page
    over = demo.get("/bench/blend?area=1&n=9+g/m²")
    assert over.status_code == 422
    assert "cap of one application" in over.text
    assert demo.get("/bench/blend?area=1&n=3+g/m²&p2o5=1+g/m²").status_code == 422
    assert "least that has to give" in demo.get("/bench/blend?size=400&site=plantings&n=3+g/m²&fe=40+g/m²").text
    assert demo.get("/bench/blend?size=400&n=3+g/m²&kinds=99").status_code == 422
    assert demo.get("/bench/blend").status_code == 200


def test_a_blend_is_for_all_lawns_of_a_property_in_packs_counted_once(demo: Browser, demo_engine: Engine) -> None:
    with demo_engine.connect() as connection:
        lawns = connection.execute(
            text("SELECT id, name, size_m2 FROM areas WHERE property_id = 2 AND kind = 'lawn' AND deleted_at IS NULL")
        ).all()
    assert len(lawns) > 1
    page = html.unescape(demo.get("/bench/blend?area=-2&n=3+g/m²&slow=30").text)
    assert "all lawns" in page
    planned = re.search(r"Plan (\d+) jobs", page)
    assert planned is not None
    assert int(planned[1]) % len(lawns) == 0
    one = html.unescape(demo.get(f"/bench/blend?area={lawns[0].id}&n=3+g/m²&slow=30").text)

    def cost(text: str) -> float:
        found = re.search(r"The cheapest: <span[^>]*>\D*([\d.,]+)", text)
        assert found is not None
        return float(found[1].replace(",", ""))

    assert cost(one) < cost(page) <= cost(one) * len(lawns) * 3
    assert demo.get("/bench/blend?area=-99&n=3+g/m²").status_code == 422
    assert demo.get("/bench/compare?area=-2&nutrient=n&need=3+g/m²").status_code == 200


def test_an_empty_shelf_says_so(browser: Browser) -> None:
    assert browser.get("/bench/compare?size=400&nutrient=n&need=3+g/m²").status_code == 422
    assert browser.get("/bench/blend?size=400&n=3+g/m²").status_code == 422


MIX = "/bench/mix?area=1&spray=400+L/ha&tank=15+L"


def test_a_mix_is_scaled_ordered_and_held_against_labels(demo: Browser) -> None:
    page = demo.get(f"{MIX}&product-0=11&rate-0=2+mL/m²&product-1=12&rate-1=1+mL/m²").text
    told = page[page.index("half the water") :]
    assert told.index("Rustless Iron 6") < told.index("Kelpline") < told.index("the rest of the water")
    assert "Jar test first" in page
    assert "last filled to" in page
    over = demo.get(f"{MIX}&product-0=11&rate-0=12+mL/m²")
    assert over.status_code == 200
    assert "is over its label" in over.text
    for rest, field in (
        ("&product-0=11", "rate-0"),
        ("&product-0=11&rate-0=2+kg/ha", "rate-0"),
        ("&product-0=999&rate-0=2+mL/m²", "product-0"),
    ):
        answer = demo.get(f"{MIX}{rest}")
        assert answer.status_code == 422
        assert f'id="fault-{field}"' in answer.text
    assert demo.get("/bench/mix?area=1&product-0=11&rate-0=2+mL/m²").status_code == 422
    assert demo.get("/bench/mix").status_code == 200


def test_a_mix_by_the_litre_asks_no_ground(demo: Browser) -> None:
    water = "/bench/mix?water=24+×+1.5+L&tank=15+L"
    page = " ".join(re.sub(r"<[^>]+>", " ", demo.get(f"{water}&product-0=12&rate-0=3+mL/L").text).split())
    assert "36.0 L of mix: 3 tanks, the last filled to 6.00 L" in page
    assert "A litre holds" in page
    for address, field in (
        (f"{water}&product-0=12&rate-0=2+mL/m²", "rate-0"),
        (f"{water}&area=1&product-0=12&rate-0=2+mL/L", "water"),
        ("/bench/mix?water=24+×+pots&tank=15+L&product-0=12&rate-0=2+mL/L", "water"),
        ("/bench/mix?water=40+L&product-0=12&rate-0=2+mL/L", "tank"),
        (water, "product-0"),
    ):
        answer = demo.get(address)
        assert answer.status_code == 422, address
        assert f'id="fault-{field}"' in answer.text, address
    assert 'value="24 × 1.5 L"' in demo.get(water).text


def test_a_sum_is_kept_for_a_property_and_forgotten(demo: Browser) -> None:
    address = "/bench/rate?grade=17-3-8&nitrogen=3+g/m%C2%B2&size=410+m%C2%B2"
    kept = demo.post("/bench/keep", {"address": address, "title": "Back lawn by hand", "place": "1"}, address)
    assert kept.headers["location"] == "/properties/1"
    assert "Back lawn by hand" in demo.get("/properties/1").text
    bench = demo.get("/bench").text
    assert html.escape(address) in bench
    number = re.search(r"/bench/kept/(\d+)/forget", bench)
    assert number is not None
    assert demo.post(number[0], {}).status_code == 303
    assert "Back lawn by hand" not in demo.get("/bench").text
    for bad in ("//elsewhere.example/bench", "/shelf", "/bench/rate", '/bench/rate?"><script>', "javascript:alert(1)"):
        assert demo.post("/bench/keep", {"address": bad, "title": "x"}).status_code == 422, bad
    assert demo.post("/bench/keep", {"address": address, "title": " "}).status_code == 422


def test_a_sum_is_kept_for_a_job(demo: Browser, demo_engine: Engine) -> None:
    address = "/bench/rate?grade=17-3-8&nitrogen=3+g/m%C2%B2&size=410+m%C2%B2"
    offered = re.search(r'<optgroup label="a job"><option value="job-(\d+)">', demo.get(address).text)
    assert offered is not None
    job = int(offered[1])
    kept = demo.post("/bench/keep", {"address": address, "title": "Worked out again", "place": f"job-{job}"}, address)
    assert kept.headers["location"] == f"/jobs/{job}"
    assert "Worked out again" in demo.get(f"/jobs/{job}").text
    with demo_engine.connect() as connection:
        query = "SELECT a.property_id FROM jobs j JOIN areas a ON a.id = j.area_id WHERE j.id = :j"
        place = connection.execute(text(query), {"j": job}).scalar_one()
    assert "Worked out again" in demo.get(f"/properties/{place}").text
    assert demo.post("/bench/keep", {"address": address, "title": "x", "place": "job-999999"}).status_code == 404
    assert offered[0] in demo.get("/bench/blend?size=400+m²&n=3+g/m²").text


TWO = f"{MIX}&product-0=11&rate-0=3+mL/m²&product-1=12&rate-1=1+mL/m²"


def by_hand(engine: Engine) -> list[tuple[int, str, str, str]]:
    """Jobs by hand: area, name, day, reason."""
    none = "programme_id IS NULL AND correction_id IS NULL"
    query = text(f"SELECT area_id, name, on_day, reason FROM jobs WHERE {none} ORDER BY id")
    with engine.connect() as connection:
        return [(row[0], row[1], row[2], row[3]) for row in connection.execute(query)]


def test_a_mix_becomes_the_jobs_of_one_visit_and_counts_in_its_month(demo: Browser, demo_engine: Engine) -> None:
    before = by_hand(demo_engine)
    assert "Plan 2 jobs" in demo.get(TWO).text
    made = demo.post(TWO, {"on_day": "2026-07-20"}, TWO)
    assert made.headers["location"] == "/?day=2026-07-20"
    new = by_hand(demo_engine)[len(before) :]
    assert [(area, name, day) for area, name, day, _ in new] == [
        (1, "Rustless Iron 6", "2026-07-20"),
        (1, "Kelpline", "2026-07-20"),
    ]
    assert all("half the water, Rustless Iron 6, Kelpline, the rest of the water" in reason for *_, reason in new)
    account = demo.get("/areas/1/account").text
    assert "By month" in account
    assert "Jul 2026" in account
    again = demo.post(TWO, {"on_day": "2026-07-22", "all_the_same": "why not"}, TWO)  # inside both labels' intervals
    assert again.status_code == 422
    assert "the label asks for" in sentence_beside(again.text, "on_day")
    assert 'value="2026-07-22"' in again.text
    assert by_hand(demo_engine) == before + new


@pytest.mark.parametrize(
    ("address", "day", "said"),
    [
        (TWO, "", "Type it like"),
        (TWO, "2036-06-16", "Check the year"),
        (TWO.replace("area=1", "size=400+m²"), "2026-07-20", "Choose one of the firm's areas"),
        (TWO.replace("rate-0=3", "rate-0=12"), "2026-07-20", "label's highest rate"),
    ],
)
def test_a_mix_that_cannot_be_planned_makes_no_job_at_all(
    demo: Browser, demo_engine: Engine, address: str, day: str, said: str
) -> None:
    before = by_hand(demo_engine)
    answer = demo.post(address, {"on_day": day, "all_the_same": "all the same"})
    assert answer.status_code == 422
    assert by_hand(demo_engine) == before
    assert said.lower() in html.unescape(answer.text).lower()


def test_what_does_not_go_into_one_tank_is_not_planned_into_one(demo: Browser, demo_engine: Engine) -> None:
    """Granules do not dissolve: the page says so, and the press that plans them is neither offered nor taken."""
    before = by_hand(demo_engine)
    granules = f"{MIX}&product-0=12&rate-0=1+mL/m²&product-1=1&rate-1=15+g/m²"
    page = demo.get(granules).text
    assert "Not in one tank" in page
    assert "In one visit, on" not in page
    answer = demo.post(granules, {"on_day": "2026-07-20", "all_the_same": "all the same"}, TWO)
    assert answer.status_code == 422
    assert "Not in one tank" in sentence_beside(answer.text, "on_day")
    assert by_hand(demo_engine) == before


def test_a_blend_becomes_jobs_on_every_lawn_of_the_property_or_none(demo: Browser, demo_engine: Engine) -> None:
    before = by_hand(demo_engine)
    address = "/bench/blend?area=-2&n=1.5+g/m²&slow=30"
    made = demo.post(
        address, {"on_day": "2026-09-08", "which": "0", "all_the_same": "the client asked for it"}, address
    )
    new = by_hand(demo_engine)[len(before) :]
    lawns = {area for area, *_ in new}
    if made.status_code == 303:
        assert len(lawns) > 1
        assert len(new) % len(lawns) == 0
    else:
        assert sentence_beside(made.text, "on_day")
        assert not new
