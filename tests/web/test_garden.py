"""The year of plantings and patches over the pages: planned by one press, logged, mulched, injected, refused."""

from __future__ import annotations

import html
import math
import re
from datetime import date

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from amber_acre.store.gardens import plan_any, without_a_year
from amber_acre.store.plans import season_to_show
from amber_acre.store.programmes import judged_jobs
from amber_acre.store.tables import AreaRow
from tests.conftest import Browser
from tests.web.forms import sentence_beside, words

LANE_CHIPS = "36"  # of the demo's shelf, in its order


def area(engine: Engine, name: str) -> int:
    with engine.connect() as connection:
        return int(connection.execute(text("SELECT id FROM areas WHERE name = :n"), {"n": name}).scalar_one())


def say(engine: Engine, key: int, **facts: str) -> None:
    with engine.connect() as connection:
        for name, value in facts.items():
            statement = "INSERT OR REPLACE INTO facts (area_id, name, text) VALUES (:a, :n, :v)"
            connection.execute(text(statement), {"a": key, "n": name, "v": value})
        connection.commit()


def jobs(engine: Engine, key: int) -> list[tuple[str, str, str, bool]]:
    """Name, work, day and whether pinned, of the newest plan of an area."""
    query = text(
        "SELECT name, work, on_day, pinned FROM jobs WHERE programme_id = (SELECT MAX(id) FROM programmes WHERE"
        " area_id = :a) ORDER BY on_day, id"
    )
    with engine.connect() as connection:
        return [(r.name, r.work, r.on_day, bool(r.pinned)) for r in connection.execute(query, {"a": key})]


@pytest.mark.parametrize(
    ("name", "must"),
    [
        ("Yew hedge", ("Spring feed", "Mulch: 55 mm", "Last nitrogen by")),
        ("Rose bed", ("Feed after first bloom", "garden roses", "aim: flowers", "compost feeds")),
        ("Long border", ("38 of 52 plants are clump perennials", "wants another year", "Keep granules and mulch off")),
        ("North birch", ("Fe-EDDHA", "Yellow leaves, step by step", "licensed", "tolerant kind", "injection sheet")),
        ("Street tree", ("Newly planted", "water well")),
        ("Hydrangea row", ("Blue comes with acid", "Slowburn 20-0-8")),
        ("Azalea bank", ("Feed after bloom",)),
        ("Palm corner", ("Palm feed", "Frondfare")),
        ("Courtyard pots", ("Pellets", "months at the season", "Potseason", "g a litre")),
        ("Citrus in pots", ("Soluble feed, 150 mg/L", "g/L water")),
        ("Rock bed", ("stay healthy lean", "not fed")),
        ("Old pine", ("no finding asks for it",)),
        ("Trench strip", ("relaid trench", "Hollow-core", "look closes the patch")),
        ("Cricket square margin", ("Nobody has said what grows here",)),
    ],
)
def test_every_kind_of_the_demo_has_a_year(
    demo: Browser, demo_engine: Engine, name: str, must: tuple[str, ...]
) -> None:
    said = words(demo, f"/areas/{area(demo_engine, name)}/year")
    for one in must:
        assert one in said, (name, one)


def test_a_property_shows_its_plantings_on_the_tape(demo: Browser) -> None:
    said = words(demo, "/properties/1")
    for name in ("Yew hedge", "North birch", "Rose bed", "Long border"):
        assert name in said
    assert demo.get("/properties/1").text.count('class="lane-draw"') >= 7
    letter = words(demo, "/properties/1/letter")
    assert "Rose bed" in letter


def test_planning_again_keeps_what_is_pinned_and_done(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Rose bed")
    page = f"/areas/{key}/year"
    with demo_engine.connect() as connection:
        query = text("SELECT id FROM jobs WHERE area_id = :a AND name = 'Feed after first bloom' ORDER BY id DESC")
        job = int(connection.execute(query, {"a": key}).scalars().first() or 0)
    assert demo.post(f"/jobs/{job}/pin", {}, page).status_code == 303
    assert demo.post(f"/areas/{key}/plan", {}, page).headers["location"] == f"/areas/{key}/year"
    after = jobs(demo_engine, key)
    assert [row for row in after if row[3]] == [("Feed after first bloom", "feed", "2026-07-11", True)] or any(
        row[0] == "Feed after first bloom" and row[3] for row in after
    )
    assert sum(row[0] == "Feed after first bloom" for row in after) == 1
    assert not any(row[1] == "mulch" for row in after)  # it was laid in April


def test_a_finding_opens_a_trees_year(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Old pine")
    assert not any(row[1] == "feed" for row in jobs(demo_engine, key))
    say(demo_engine, key, finding="short")
    with demo_engine.connect() as connection:
        connection.execute(text("DELETE FROM jobs WHERE area_id = :a"), {"a": key})
        connection.execute(text("DELETE FROM programmes WHERE area_id = :a"), {"a": key})
        connection.commit()
    demo.post(f"/areas/{key}/plan", {}, f"/areas/{key}/year")
    planned = jobs(demo_engine, key)
    assert any(row[1] == "feed" for row in planned)
    assert "short shoots" in words(demo, f"/areas/{key}/year")


def test_feeds_are_numbered_among_themselves_on_their_lane(demo: Browser, demo_engine: Engine) -> None:
    """The long border has two feeds, a mulching and ten waterings between them."""
    lane = demo.get(f"/areas/{area(demo_engine, 'Long border')}/year").text
    assert re.findall(r">F(\d+) ", lane) == ["1", "2"]
    assert lane.count(">W<") == 10


def test_mulch_logged_without_a_job_is_asked_about_beyond_its_ring(demo: Browser, demo_engine: Engine) -> None:
    """The birch's roots reach over 46 m²; its mulch lies on a ring, and a feed on all of it."""
    key = area(demo_engine, "North birch")
    with demo_engine.connect() as connection:
        products = {name: str(n) for n, name in connection.execute(text("SELECT id, name FROM products"))}
    form = {
        "form_key": "ring" * 5,
        "amount": "0.2 m³",
        "covered": "46.32 m²",
        "applied_on": "2026-05-26",
        "who": "Wren",
    }
    mulch = form | {"product": products["Lane Chips"]}
    assert "It lies on 4.2" in html.unescape(demo.post(f"/areas/{key}/log/reading", mulch).text)
    assert "It lies on" not in demo.post(f"/areas/{key}/log/reading", mulch | {"covered": "4.2 m²"}).text
    asked = demo.post(f"/areas/{key}/log", mulch)
    assert asked.status_code == 422
    assert "46.3 m² covered is more than the ground it lies on here, 4.2" in sentence_beside(asked.text, "covered")
    feed = form | {"product": products["Slowburn 20-0-8"], "amount": "0.5 kg"}
    assert "is more than the ground" not in demo.post(f"/areas/{key}/log", feed).text
    assert demo.post(f"/areas/{key}/log", mulch | {"covered": "4.2 m²", "reason": "more lay there"}).status_code == 303


@pytest.mark.parametrize(
    ("place", "name", "what", "covered", "asks"),
    [
        ("North birch", "Lane Chips", "0.2 m³", "46.32", True),  # its roots; the ring has 4.2 m²
        ("North birch", "Lane Chips", "0.2 m³", "4.2", False),
        ("Front lawn", "Evenrow 23-0-7", "50 kg", "4000", True),
    ],
)
def test_a_file_asks_about_ground_that_is_not_there(
    demo: Browser, place: str, name: str, what: str, covered: str, asks: bool
) -> None:
    rows = "applied_on;property;area;product;amount_as_typed;covered_m2;who\n"
    rows += f"2026-05-26;Quillfeather House;{place};{name};{what};{covered};Wren\n"
    said = html.unescape(demo.post("/daybook/bring", {"text": rows}).text)
    assert ("more than the ground it lies on here" in said) is asks


def test_the_mulch_planner_of_pots_says_that_their_year_lays_none(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Citrus in pots")
    said = words(demo, f"/areas/{key}/mulch")
    assert "Its year lays no mulch on" in said
    assert "above zero" not in said
    assert "Again after" in words(demo, f"/areas/{key}/mulch?want=3+cm&kind=chips")
    assert "Type the depth that is wanted." in words(demo, f"/areas/{area(demo_engine, 'Long border')}/mulch?want=")


def test_the_mulch_planner_holds_its_state_in_the_address(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Long border")
    said = words(
        demo, f"/areas/{key}/mulch?kind=chips&want=75+mm&found=25+mm&bag=50+L&bag_price=8&bulk_price=32&delivery=40"
    )
    assert "50 mm more, on 25 mm that lie there." in said
    assert "bulk costs less" in said
    assert "Chips of unknown source: gloves" in said
    wrong = words(demo, f"/areas/{key}/mulch?want=30+cm", 422)
    assert "Check the unit" in wrong
    assert 'value="30 cm"' in demo.get(f"/areas/{key}/mulch?want=30+cm").text
    windy = words(demo, f"/areas/{key}/mulch?wind=on")
    assert "in wind: it blows" in windy
    assert demo.get("/areas/1/mulch").status_code in (404, 422)


def test_mulch_is_planned_in_layers_and_by_parts(demo: Browser, demo_engine: Engine) -> None:
    """75 mm on 25: 20 of compost laid 26.7 mm, 30 of chips laid 35.3 mm, each a job; living mulch 1 to 5."""
    key = area(demo_engine, "Long border")
    said = words(demo, f"/areas/{key}/mulch?kind=chips&want=75+mm&found=25+mm&below=20+mm")
    assert "In two layers compost 2.7 cm laid" in said
    assert "arborist chips 3.5 cm laid" in said
    assert "with what lies there pulled back" in said
    assert said.count("plan it") == 3  # the renewal too
    assert "Make it a job" not in said
    assert "of a day’s swing at its top reaches the soil" in said
    wrong = words(demo, f"/areas/{key}/mulch?kind=chips&want=75+mm&found=25+mm&below=50+mm", 422)
    assert "leave nothing for arborist chips" in wrong
    living = words(demo, f"/areas/{key}/mulch?kind=living&want=75+mm&found=0+mm")
    assert "Mixed from compost" in living
    assert "ground local trimmings" in living
    other = words(demo, f"/areas/{key}/mulch?kind=living&want=75+mm&found=0+mm&trimming_parts=0", 422)
    assert "Each part of a blend is above zero" in other


def test_mulch_is_brought_from_somewhere_and_tipped_somewhere(demo: Browser, demo_engine: Engine) -> None:
    """5 cm more on the border's 65.4 m², laid 6.7 cm, are 4.36 m³: four trips of a trailer of 1.2 m³."""
    key = area(demo_engine, "Long border")
    address = f"/areas/{key}/mulch?kind=compost&want=75+mm&found=25+mm&trailer=1.2+m³&trip=15&weeds=on"
    page = demo.get(f"{address}&source=the+own+heap&drop=on+the+drive").text
    said = " ".join(html.unescape(re.sub(r"<[^>]+>", " ", page)).split())
    assert re.search(r"Trips 4 ?, \$60", said)
    assert "from the own heap, tipped on the drive" in said
    job = re.search(r'class="button" href="(/areas/\d+/jobs/new\?[^"]+)"', page)
    assert job is not None
    assert "from the own heap, tipped on the drive" in html.unescape(demo.get(html.unescape(job[1])).text)
    assert "against weeds" in said.split("Every kind")[1]
    words(demo, f"/areas/{key}/mulch?kind=chips&want=75+mm&trailer=big", 422)


def test_fabric_is_said_before_bark(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Long border")
    say(demo_engine, key, fabric="yes")
    assert "Fabric under organic mulch" in words(demo, f"/areas/{key}/mulch?kind=bark")
    assert "Fabric" not in words(demo, f"/areas/{key}/mulch?kind=gravel").split("Every kind")[0]


def test_the_injection_sheet_counts_wounds(demo: Browser, demo_engine: Engine) -> None:
    """32 cm across is 100.5 cm round: seven ports of 15 mL, 21 strokes."""
    key = area(demo_engine, "North birch")
    label = "by=girth&per_port=15&dose_by=port&dose=15&shot=5&minutes=2"
    said = words(demo, f"/areas/{key}/injection?{label}")
    for must in ("7 and 6 from before: 13 wounds", "105 mL", "21", "14.0 min", "trained, licensed people"):
        assert must in said, must
    assert "no injection now" in words(demo, f"/areas/{key}/injection?{label}&months=36")
    assert "no injection now" not in words(demo, f"/areas/{key}/injection?{label}&months=20")
    assert demo.get(f"/areas/{area(demo_engine, 'Rose bed')}/injection").status_code in (404, 422)
    assert words(demo, f"/areas/{key}/injection?per_port=x&dose=15", 422)


def test_an_injection_label_in_inches(demo: Browser, demo_engine: Engine) -> None:
    """32 cm is 12.6 in: seven ports at 2 in, 75.6 mL at 6 mL for an inch; a girth below zero is refused."""
    page = f"/areas/{area(demo_engine, 'North birch')}/injection?"
    said = words(demo, f"{page}by=diameter&per_port=2+in&dose_by=trunk&dose=6+mL/in&most=15")
    assert "7 and 6 from before" in said
    assert "75.6 mL" in said
    assert "above zero" in words(demo, f"{page}per_port=-3&dose=15", 422)
    assert "above zero" in words(demo, f"{page}per_port=15&dose=0", 422)


def test_an_injection_is_kept_as_a_job_and_its_ports_are_counted(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "North birch")
    page = f"/areas/{key}/injection"
    label = {"by": "girth", "per_port": "15", "dose_by": "port", "dose": "15", "months": "36", "rounds": "up"}
    shown = f"{page}?per_port=15&dose=15"
    early = demo.post(page, label | {"on_day": "2027-06-10"}, shown)
    assert early.status_code == 422
    assert "36 months between treatments" in html.unescape(early.text)  # the last was on 11 June 2024
    assert 'value="2027-06-10"' in early.text
    assert demo.post(page, label, shown).status_code == 422
    assert "Copy ports and dose" in demo.post(page, {"on_day": "2026-06-10"}, shown).text
    kept = demo.post(page, label | {"on_day": "2027-06-11"}, shown)
    assert kept.status_code == 303, re.findall("fault[^<]*<[^<]*", kept.text)[:3]
    said = words(demo, kept.headers["location"])
    assert "Inject: 7 ports, 105 mL" in said
    assert "15 mL in each port" in said
    assert "planned for 11 Jun 2027" in words(demo, page)


def test_the_planner_lays_what_the_year_lays_and_makes_it_a_job(demo: Browser, demo_engine: Engine) -> None:
    """Chips on a tree's ring: 1.2 m out, 0.31 m clear round the middle, 4.22 m2, to 75 mm."""
    key = area(demo_engine, "North birch")
    page = demo.get(f"/areas/{key}/mulch?want=75+mm&found=0+cm&kind=chips").text
    assert "4.22 m²" in page
    later = re.search(r'href="(/areas/\d+/jobs/new\?[^"]+on_day=2027-[^"]+)">plan it', page)  # chips last a good year
    assert later is not None
    renewal = demo.get(html.unescape(later[1])).text
    assert "renewal by the mulch planner" in renewal
    assert re.search(r'name="on_day"[^>]*value="2027-', renewal)
    link = re.search(r'class="button" href="(/areas/\d+/jobs/new\?[^"]+)"', page)
    assert link is not None
    form = demo.get(html.unescape(link[1])).text
    assert 'value="mulch" selected' in form
    assert "by the mulch planner" in form
    assert re.search(r'name="rate"[^>]*value="0.37\d m³"', form)
    key_of = re.search(r"product=(\d+)", link[1])
    assert key_of is not None
    posted = {"work": "mulch", "product": key_of[1], "placement": "surface", "on_day": "2026-06-01", "days": "14"}
    posted |= {"reason": "thin", "name": "More chips"}
    deep = demo.post(f"/areas/{key}/jobs/new", posted | {"rate": "0.373 m³"})  # 68 mm lie there: 143 in all
    assert deep.status_code == 422
    assert "of mulch in all, over" in html.unescape(deep.text)
    made = demo.post(f"/areas/{key}/jobs/new", posted | {"rate": "0.05 m³"})
    assert made.status_code == 303
    assert "50.0 L in all, 12 mm deep as it is laid" in words(demo, made.headers["location"])  # on 4.22 m2
    assert "Make it a job" not in demo.get(f"/areas/{key}/mulch?want=75+mm&found=75+mm&kind=chips").text


def test_mulch_of_a_tree_is_told_by_volume_not_as_a_thin_layer(demo: Browser, demo_engine: Engine) -> None:
    """0.37 m³ on a ring is 75 mm deep: spread over the root zone on paper it would read 8 mm."""
    key = area(demo_engine, "North birch")
    with demo_engine.connect() as connection:
        query = text("SELECT id FROM jobs WHERE area_id = :a AND work = 'mulch' ORDER BY id DESC")
        job = connection.execute(query, {"a": key}).scalars().first()
    assert "in all, to the depth in its name" in words(demo, f"/jobs/{job}")
    assert "0.8 cm deep" not in words(demo, f"/areas/{key}/year")


def test_facts_of_care_are_read_and_refused_in_words(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Rose bed")
    page = demo.get(f"/areas/{key}/edit").text
    assert "Bloom is over by" in page
    assert "What was found" in page
    form = dict(re.findall(r'<input[^>]*name="([^"]+)"[^>]*value="([^"]*)"', page))
    form |= {"facts-bloom_end": "31 February", "facts-plants": "14 × Rosa hybrids", "csrf": form.get("csrf", "")}
    refused = demo.post(f"/areas/{key}/edit", {name: value for name, value in form.items() if name != "csrf"})
    assert refused.status_code == 422
    assert "is no day of the year" in html.unescape(refused.text)


def test_areas_that_are_not_there(demo: Browser) -> None:
    for page in ("year", "mulch", "injection"):
        assert demo.get(f"/areas/99999/{page}").status_code == 404
    assert demo.client.get("/areas/1/year", follow_redirects=False).status_code == 303


def test_the_firms_trees_by_stage_and_trend(demo: Browser) -> None:
    said = words(demo, "/trees")
    assert said.index("North birch") < said.index("Old pine")
    assert "worse than 19 August 2025" in said
    assert "nobody has looked" in said
    assert "Look whether new leaves are green" in said


def test_bloom_that_is_written_down_is_read(demo: Browser, demo_engine: Engine) -> None:
    from tests.web.test_observed import SEEN, key_of

    key = area(demo_engine, "Rose bed")
    form = SEEN | {"place": key_of(demo_engine, "Quillfeather House"), "bloom": "Rosa", "on_day": "2026-05-26"}
    assert demo.post("/observed/new", form, page="/observed/new").status_code == 303
    say(demo_engine, key, bloom_end="")
    demo.post(f"/areas/{key}/plan", {}, f"/areas/{key}/year")
    assert ("Feed after first bloom", "feed") in [(row[0], row[1]) for row in jobs(demo_engine, key)]


def test_habits_of_feeding_pots_are_told_apart(demo: Browser, demo_engine: Engine) -> None:
    said = words(demo, f"/areas/{area(demo_engine, 'Citrus in pots')}/year")
    assert "3.50 and 7.00 times as much" in said


def test_every_page_goes_by_the_mulch_that_lies_today(demo: Browser, demo_engine: Engine) -> None:
    """A look of 12 May saw 60 mm of compost: a fortnight later a little less, on the planner and the sheet alike."""
    key = area(demo_engine, "Rose bed")
    form = demo.get(f"/areas/{key}/mulch").text
    typed = re.search(r'name="found"[^>]*value="([\d.]+) cm"', form)
    assert typed is not None
    assert 5.6 <= float(typed[1]) < 6.0
    with demo_engine.connect() as connection:
        owner = connection.execute(text("SELECT property_id FROM areas WHERE id = :a"), {"a": key}).scalar_one()
    assert f"{float(typed[1]):g} cm" in words(demo, f"/properties/{owner}/site?by=mulch")


def test_mulch_seen_long_ago_is_less_today(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Azalea bank")
    say(demo_engine, key, mulch_kind="bark", mulch_depth="6 cm", mulch_seen_on="2024-05-27")
    found = re.search(r'name="found"[^>]*value="([\d.]+) cm"', demo.get(f"/areas/{key}/mulch").text)
    assert found is not None
    assert float(found[1]) == pytest.approx(3.4, abs=0.05)  # two years at a quarter a year: 60 x 0.5625 = 33.75 mm


def test_a_year_goes_over_to_another_planting_of_its_group(demo: Browser, demo_engine: Engine) -> None:
    roses, border, azaleas = (area(demo_engine, name) for name in ("Rose bed", "Long border", "Azalea bank"))
    page = demo.get(f"/areas/{azaleas}/year").text
    assert "Blueberry rows" in page
    assert f'value="{azaleas}"' not in page  # itself is no choice
    berries = area(demo_engine, "Blueberry rows")
    own = {name for name, work, _, _ in jobs(demo_engine, berries) if work == "feed"}
    went = demo.post(f"/areas/{azaleas}/copy-year", {"to": str(berries)}, f"/areas/{azaleas}/year")
    assert went.status_code == 303
    said = words(demo, f"/areas/{berries}/year")
    assert "Copied from Azalea bank, Gorse End" in said
    there = jobs(demo_engine, berries)
    assert there
    assert all(pinned for *_, pinned in there)
    assert {work for _, work, _, _ in there} <= {"feed", "drench", "mulch"}
    assert own
    refused = demo.post(f"/areas/{roses}/copy-year", {"to": str(border)}, f"/areas/{roses}/year")
    assert refused.status_code == 422
    assert "has the year of roses" in refused.text
    assert 'id="fault-to"' in refused.text
    for wrong in ("", "x", "99999", str(roses), "1"):  # nothing, itself, a lawn
        answer = demo.post(f"/areas/{roses}/copy-year", {"to": wrong}, f"/areas/{roses}/year")
        assert answer.status_code == 422
        assert "Choose the planting" in answer.text
    assert demo.post("/areas/1/copy-year", {"to": str(roses)}, f"/areas/{roses}/year").status_code == 404


@pytest.mark.parametrize(("day", "start"), [("2026-12-01", "2027-03-01"), ("2026-11-30", "2026-03-01")])
def test_the_coming_year_is_planned_from_ninety_days_before_it(demo_engine: Engine, day: str, start: str) -> None:
    """In winter, where the feeds of this year are over: the coming one, whatever was logged; shown once it is planned,
    with what is still open of the old on the list."""
    keys = [area(demo_engine, name) for name in ("Jubilee ring", "Front lawn", "Phlox drift")]  # phlox asks for mulch
    ring, on = keys[0], date.fromisoformat(day)
    with Session(demo_engine) as session:
        for key in keys:
            row = session.get(AreaRow, key)
            assert row is not None
            assert season_to_show(session, row, on) == date(2026, 3, 1)
            planned = plan_any(session, row, on)
            assert planned.season_start == date.fromisoformat(start)
            assert any(job.work == "feed" for job in planned.rounds) is (start == "2027-03-01")
            assert season_to_show(session, row, on) == planned.season_start
        row = session.get(AreaRow, ring)
        assert row is not None
        on_the_list = {judged.job.on for _, judged in judged_jobs(session, [row], on)}
        # the look of this year, still open, unless this year itself was planned again
        assert (date(2026, 5, 31) in on_the_list) is (start == "2027-03-01")


def test_the_whole_firm_is_planned_ahead_in_winter_and_once(demo_engine: Engine) -> None:
    """From ninety days before a season every area waits for it that nobody has planned since; planned, it waits no
    more, whichever season it was that still had work."""
    with Session(demo_engine) as session:
        now = {one.id for one in without_a_year(session, date(2026, 5, 27))}
        before = {one.id for one in without_a_year(session, date(2026, 11, 30)) if one.property.id == 1}
        waiting = [one for one in without_a_year(session, date(2026, 12, 1)) if one.property.id == 1]
        assert before <= now
        assert len(waiting) > len(before)
        for one in waiting[:3]:
            row = session.get(AreaRow, one.id)
            assert row is not None
            plan_any(session, row, date(2026, 12, 1))
        left = {one.id for one in without_a_year(session, date(2026, 12, 2))}
        assert not left & {one.id for one in waiting[:3]}


@pytest.mark.parametrize(
    ("name", "typed", "says"),
    [
        ("Rose bed", "50 mm", "5.0 cm deep as it is laid"),
        ("Rose bed", "5 cm deep", "5.0 cm deep as it is laid"),
        ("Rose bed", "2 in", "5.1 cm deep as it is laid"),
        ("Rose bed", "1 1/2 inches", "3.8 cm deep as it is laid"),
        ("North birch", "50 mm", "5.0 cm deep as it is laid"),  # on its ring
    ],
)
def test_mulch_by_hand_is_typed_as_deep_as_it_is_laid(
    demo: Browser, demo_engine: Engine, name: str, typed: str, says: str
) -> None:
    key, chips = area(demo_engine, name), LANE_CHIPS
    form = {
        "work": "mulch",
        "product": chips,
        "rate": typed,
        "on_day": "2026-10-20",
        "days": "2 weeks",
        "reason": "thin",
    }
    warned = {"warned": "mulch-depth finding-open"}
    answer = demo.post(f"/areas/{key}/jobs/new", form | warned)
    assert answer.status_code == 303, answer.text
    job = answer.headers["location"]
    assert "window 20 Oct to 3 Nov" in words(demo, job)
    assert says in words(demo, job)
    shown = re.search(r'name="rate_shown" value="([^"]+)"', demo.get(job).text)
    assert shown is not None
    assert shown[1] == says.removesuffix(" as it is laid")
    log = words(demo, f"/areas/{key}/log?job={job.rsplit('/', 1)[1]}")
    assert f"Planned: {shown[1]}" in re.sub(r"Planned: [^,]+, [^,]+, ", "Planned: ", log)
    changed = {"version": "1", "on_day": "2026-10-20", "product": chips, "rate_shown": shown[1], "reason": "less"}
    answer = demo.post(f"{job}/change", changed | warned | {"rate": "3 cm deep"})
    assert answer.status_code == 303, answer.text
    assert "3.0 cm deep as it is laid" in words(demo, job)
    answer = demo.post(f"{job}/change", changed | warned | {"version": "2", "rate": "0.2 m³"})
    assert answer.status_code == 303, answer.text
    assert "0.200 m³ in all" in words(demo, job)


def test_what_is_no_amount_of_mulch_is_refused_beside_its_field(demo: Browser, demo_engine: Engine) -> None:
    key, chips = area(demo_engine, "Rose bed"), LANE_CHIPS
    form = {"work": "mulch", "product": chips, "on_day": "2026-10-20", "days": "14", "reason": "thin"}
    for typed, sentence in (
        ("2 apples", "“2 apples” is no amount of mulch. Type a volume, like 0.4 m³ or 14 ft³, or a depth"),
        ("50 in", "of mulch is outside 0–15 cm. Check the unit"),
        ("0 mm", "must be above zero"),
    ):
        answer = demo.post(f"/areas/{key}/jobs/new", form | {"rate": typed})
        assert answer.status_code == 422
        assert sentence in sentence_beside(answer.text, "rate")


def test_plants_by_the_names_people_use_over_the_pages(demo: Browser, demo_engine: Engine) -> None:
    """The sheet, the year and the judge take a name alike; one that nobody knows is asked about."""
    key = area(demo_engine, "Jubilee ring")
    say(demo_engine, key, plants="40 × Lavenders\n6 × roses\n2 × red roses")
    year = words(demo, f"/areas/{key}/year")
    assert "40 of 46 plants are lean dry-country plants" in year
    assert "red roses not in the Almanac: is it garden roses?" in year
    sheet = words(demo, f"/properties/5/site?area={key}")
    assert "Lavandula angustifolia" in sheet
    assert "Rosa hybrids" in sheet
    form = {"work": "feed", "product": "1", "rate": "20 g/m²", "on_day": "2026-06-02", "days": "14", "reason": "thin"}
    answer = demo.post(f"/areas/{key}/jobs/new", form)
    assert answer.status_code == 422
    assert "stay healthy lean" in html.unescape(answer.text)


def test_the_day_book_and_the_log_tell_pots_by_the_litre(demo: Browser, demo_engine: Engine) -> None:
    """67 g/m² of a feed in water is no rate, and no label is passed by it."""
    book = html.unescape("".join(demo.get(f"/daybook?year={year}").text for year in (2026, 2025)))
    rows = [row for row in re.findall(r'<tr id="entry-\d+".*?</tr>', book, re.S) if "Citrus in pots" in row]
    assert any("1.07 g/L water" in row for row in rows)
    assert any("3.40 g/L" in row for row in rows)
    assert not any("above the label" in row for row in rows)
    key = area(demo_engine, "Citrus in pots")
    query = text("SELECT id, product_id FROM jobs WHERE area_id = :a AND work = 'drench' ORDER BY on_day DESC, id DESC")
    with demo_engine.connect() as connection:
        number, product = connection.execute(query, {"a": key}).first() or (0, 0)
    form = {"product": str(product), "amount": "73 g", "covered": "1.09 m²"}
    said = html.unescape(demo.post(f"/areas/{key}/log/reading?job={number}", form).text)
    assert "1.07 g a litre of water" in said
    assert "above the label" not in said
    told = re.search(r"N\s+([\d.]+) g a litre of medium", said)
    assert told is not None, said
    litres = 6 * math.pi * 0.24**2 * 0.42 * 1000  # six pots of 48 cm by 42 cm, as cylinders
    assert float(told[1]) == pytest.approx(73 * 0.14 / litres, rel=0.01)
    assert "/m²" not in said


def test_the_account_of_pots_is_to_the_litre_and_adds_up(demo: Browser, demo_engine: Engine) -> None:
    said = html.unescape(demo.get(f"/areas/{area(demo_engine, 'Citrus in pots')}/account").text)
    table = said.split("g a litre of medium", 1)[1].split("</table>", 1)[0]
    rows = [re.findall(r'<td class="num figures">([\d.-]+)</td>', row) for row in table.split("<tr>")]
    kept = [[float(value) for value in row] for row in rows if row]
    assert len(kept) > 5
    assert all(round(row[0] + row[1], 3) == row[2] for row in kept)
    assert "left under the cap" not in said
    assert "Plants in pots use" in said


def test_a_trees_mulch_is_told_and_priced_on_its_ring(demo: Browser, demo_engine: Engine) -> None:
    """4.22 m² round the bark, not the 46.3 m² of its roots: on the letter, the crew's sheet and in the quote's time."""
    key = area(demo_engine, "North birch")
    form = {"work": "mulch", "product": LANE_CHIPS, "rate": "50 mm", "on_day": "2026-06-01", "days": "14"}
    warned = {"warned": "mulch-depth finding-open", "reason": "thin"}
    assert demo.post(f"/areas/{key}/jobs/new", form | warned).status_code == 303
    letter = words(demo, "/properties/1/letter")
    assert re.search(r"North birch: \S.{0,60} with Lane Chips, 0\.211 m³ on 4\.22 m²", letter), letter
    sheets = words(demo, "/sheets?day=2026-06-01")
    assert "North birch 4.22 m²" in sheets
    quote = words(demo, "/properties/1/quote?hour=60&minutes=100&set_up=0")  # a minute for each m²
    minutes = re.search(r"North birch: Lane Chips, 0\.211 m³ \S+ (\d+) \$4\.\d\d", quote)
    assert minutes is not None, quote
    assert minutes[1] == "4"


def test_a_trees_mulch_from_a_file_lies_on_its_ring_too(demo: Browser, demo_engine: Engine) -> None:
    head = "applied_on,property,area,product,amount_as_typed,who\n"
    rows = head + "2026-05-20,Quillfeather House,North birch,Lane Chips,0.2 m³,Wren\n"
    answer = demo.post("/daybook/bring", {"text": rows, "write": "1", "reason": "from paper"}, page="/daybook/bring")
    assert answer.status_code == 303, answer.text
    assert re.search(r"North birch Lane Chips 0\.200 m³ 4\.22 m² 4\.7 cm deep", words(demo, "/daybook"))


@pytest.mark.parametrize("name", ["Azalea bank", "Yew hedge"])
def test_the_drawing_of_mulch_is_of_the_kind_that_is_to_be_laid(demo: Browser, demo_engine: Engine, name: str) -> None:
    """Bare ground: what the plan lays of the shelf, whatever usually lies under such plants."""
    key = area(demo_engine, name)
    say(demo_engine, key, mulch_kind="none", mulch_depth="0", mulch_seen_on="2026-05-20")
    with demo_engine.connect() as connection:
        connection.execute(text("DELETE FROM walks WHERE area_id = :a"), {"a": key})
        connection.commit()
    assert demo.post(f"/areas/{key}/plan", {}, page=f"/areas/{key}/year").status_code == 303
    said = words(demo, f"/areas/{key}/year")
    planned = re.search(r"Mulch: [\d.]+ mm of ([a-z ]+?) (?:due|coming|waiting|late)", said)
    assert planned is not None
    assert f"{planned[1].capitalize()}: of " in said


def test_a_tick_for_fire_country_decides_the_mulch(demo: Browser, demo_engine: Engine) -> None:
    key = area(demo_engine, "Hydrangea row")  # bark lies there
    said = words(demo, f"/areas/{key}/mulch?want=5+cm&fire=on")
    assert "What lies here burns: rake it back" in said
    assert "within 1.5 m (5 ft) of the house gravel or bare ground" in said
    assert "Gravel or rock" in said
    assert "Fire country: within" not in words(demo, f"/areas/{key}/mulch?want=5+cm")
