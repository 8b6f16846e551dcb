"""How figures are written and lanes are drawn."""

from __future__ import annotations

import math
import re
from dataclasses import replace
from datetime import date, timedelta
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, text

from amber_acre.core.correction.column import column
from amber_acre.core.correction.course import course
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.entry import METRIC, read_outline
from amber_acre.core.measure.kept import TypedShape
from amber_acre.core.measure.methods import METHODS
from amber_acre.core.measure.size import net_size
from amber_acre.core.programme.planning import plan_year
from amber_acre.core.programme.year import lawn_year
from amber_acre.core.season.climate import next_season_start, season_start
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.reading import Exchange, trends, verdicts
from amber_acre.core.soil.texture import texture_class
from amber_acre.core.working import Figure, Step, Working
from amber_acre.store.areas import areas_of, size_of
from amber_acre.store.clients import properties
from amber_acre.store.session import reading
from amber_acre.store.site import sheet_of
from amber_acre.web.draw.board import HEIGHT, WIDTH, draw_board
from amber_acre.web.draw.climate_chart import draw_climate
from amber_acre.web.draw.labels import Labels
from amber_acre.web.draw.lane import BASE, PLOT_TOP, SPUR_MOST, _flags, _Pole, draw_lane
from amber_acre.web.draw.planting import bed_plan, hedge_plan
from amber_acre.web.draw.sheet import Reading as Carried
from amber_acre.web.draw.sheet import Subject, draw_sheet
from amber_acre.web.draw.soil import (
    draw_column,
    draw_exchange,
    draw_ladder,
    draw_range,
    draw_trend,
    draw_triangle,
)
from amber_acre.web.draw.tape import Scale, draw_tape
from amber_acre.web.draw.water_chart import BASE as GROUND
from amber_acre.web.draw.water_chart import TALL, draw_water_year
from amber_acre.web.figures import figure, plain_figure, with_unit
from amber_acre.web.shown import Shown, Units, substituted
from tests.conftest import Browser
from tests.core.test_programme import LAWNS
from tests.core.worlds import BAY, LEAF, SHELF, SLOW, VALE, lawn


@pytest.mark.parametrize(
    ("value", "text"),
    [
        (0, "0"),
        (412.28, "412"),
        (5.1742, "5.17"),
        (0.20697, "0.207"),
        (1234567, "1,234,567"),
        (0.9999, "1.00"),
        (-188.4, "-188"),
        (12.55, "12.6"),
    ],
)
def test_figures_have_three_digits_and_no_powers(value: float, text: str) -> None:
    assert figure(value) == text


@pytest.mark.parametrize(
    ("text", "metric", "american"),
    [
        ("Lay 12 mm at most.", "Lay 12 mm at most.", "Lay 0.47 in at most."),
        ("between 2 and 40 cm.", "between 2 and 40 cm.", "between 0.79 and 16 in."),
        ("5–15 cm deep", "5–15 cm deep", "2.0–5.9 in deep"),
        ("between 0.5 mm and 30 cm", "between 0.5 mm and 30 cm", "between 0.020 in and 12 in"),
        ("at most 1 m.", "at most 1 m.", "at most 3.28 ft."),
        ("12.5 m² and 3 m³ lie", "12.5 m² and 3 m³ lie", "135 ft² and 3.92 yd³ lie"),
        ("1,200 m² covered", "1,200 m² covered", "12,917 ft² covered"),
        ("0.2 to 0.3 m³", "0.2 to 0.3 m³", "7.06 ft³ to 10.6 ft³"),
        ("0.74 m³, 56 mm (2.2 in)", "0.74 m³, 56 mm", "0.968 yd³, 2.2 in"),
        ("about 150 L (40 gal), slowly", "about 150 L, slowly", "about 40 gal, slowly"),
        ("Type 420 m² or 3,800 sq ft.", "Type 420 m² or 3,800 sq ft.", "Type 420 m² or 3,800 sq ft."),
        ("Soil near 9 °C.", "Soil near 9 °C.", "Soil near 48 °F."),
        ("outside −60 to 60 °C.", "outside −60 to 60 °C.", "outside −76 to 140 °F."),
        ("between 15 and 20 °C", "between 15 and 20 °C", "between 59 and 68 °F"),
        ("“158 F” is 70 °C", "“158 F” is 70 °C", "“158 F” is 158 °F"),
        ("14.5 °C or 58 °F", "14.5 °C or 58 °F", "14.5 °C or 58 °F"),
        ("like 0.4 m³ or 14 ft³", "like 0.4 m³ or 14 ft³", "like 0.4 m³ or 14 ft³"),
        ("Type it like 30 cm or 12 in.", "Type it like 30 cm or 12 in.", "Type it like 30 cm or 12 in."),
        ("“25 cm” is too deep for 20 cm", "“25 cm” is too deep for 20 cm", "“25 cm” is too deep for 7.9 in"),
        ("0.1 to 5,000 g/m²", "0.100 to 5,000 g/m²", "0.0205 to 1,024 lb/1000 ft²"),
        ("pH 5 and 24.4121 g/m² more", "pH 5 and 24.4 g/m² more", "pH 5 and 5.00 lb/1000 ft² more"),
        ("2 mL/m²", "2.00 mL/m²", "6.28 fl oz/1000 ft²"),
    ],
)
def test_a_sentence_speaks_the_units_of_the_property(text: str, metric: str, american: str) -> None:
    """1 in is 25.4 mm; 1 lb/1000 ft² is 4.88243 g/m²; 1 fl oz/1000 ft² is 0.31832 mL/m²; 1 m² is 10.7639 ft²,
    1 m³ 35.3147 ft³, 27 ft³ a cubic yard (exact definitions)."""
    assert Shown("metric").sentence(text) == metric
    assert Shown("us").sentence(text) == american


@given(st.floats(-1e7, 1e7))
def test_a_working_shows_five_digits_that_read_back(value: float) -> None:
    back = float(plain_figure(value).replace(",", ""))
    assert back == pytest.approx(value, rel=6e-5, abs=1e-12)


def test_every_unit_in_both_systems() -> None:
    metric, us = Shown("metric"), Shown("us")
    assert (metric.area(412.28), us.area(418.0636)) == ("412 m²", "4,500 ft²")
    assert (metric.length(11.7348), us.length(11.7348), us.length(3.048)) == ("11.73 m", "38 ft 6 in", "10 ft")
    assert (metric.rate(SLOW, 19.5297), us.rate(SLOW, 19.5297)) == ("19.5 g/m²", "4.00 lb/1000 ft²")
    assert (metric.rate(LEAF, 2 * 1.18), us.rate(LEAF, 2 * 1.18)) == ("2.00 mL/m²", "6.28 fl oz/1000 ft²")
    assert (metric.amount(LEAF, 0.59), metric.amount(LEAF, 2.95), us.amount(LEAF, 0.59)) == (
        "500 mL",
        "2.50 L",
        "16.9 fl oz",
    )
    assert (metric.amount(SLOW, 7.004), us.amount(SLOW, 11.33981)) == ("7.00 kg", "25.0 lb")
    assert us.nutrient(4.882428) == "1.00 lb/1000 ft²"
    assert metric.money(1234.5) == "$1,234.50"
    assert metric.both_areas(418.0636) == "418 m² = 4,500 ft²"


@settings(max_examples=25, deadline=None)
@given(LAWNS)
def test_nothing_in_a_lane_leaves_it_or_covers_its_neighbour(place: object) -> None:
    from amber_acre.core.care.brief import Lawn

    assert isinstance(place, Lawn)
    start = season_start(place.climate, date(2026, 4, 1))
    made = plan_year(place, SHELF, start, start)
    year = lawn_year(place, made.rounds, (), start, start)
    tape = draw_tape(start, next_season_start(start), year.spans, date(2026, 4, 1))
    drawn = draw_lane(year, tape.scale, start, Shown())
    for path in (drawn.demand, *(r.path for r in drawn.ribbons)):
        numbers = [float(n) for n in re.findall(r"-?\d+\.\d", path)]
        assert all(0 <= x <= tape.scale.width for x in numbers[::2])
        assert all(PLOT_TOP - 0.1 <= y <= BASE + 0.1 for y in numbers[1::2])
    boxes = [(f.left, f.left + f.width, f.y) for f in drawn.flags]
    for n, (left, right, y) in enumerate(boxes):
        assert left >= 0
        assert right <= tape.scale.width + 0.2
        assert not any(y == y2 and left < r2 and l2 < right for l2, r2, y2 in boxes[n + 1 :])
    assert len(drawn.flags) == len(made.rounds)
    assert place.name in drawn.words


def test_the_tape_starts_where_the_season_does() -> None:
    for climate, first in ((VALE, "Mar"), (BAY, "Sep")):
        start = season_start(climate, date(2026, 5, 27))
        year = lawn_year(lawn(climate=climate), (), (), start, start)
        tape = draw_tape(start, next_season_start(start), year.spans, date(2026, 5, 27))
        assert tape.months[0].name == first
        assert len(tape.months) == 12
        assert sum(m.width for m in tape.months) == pytest.approx(tape.scale.width, abs=1)
        assert tape.plumb == pytest.approx((date(2026, 5, 27) - start).days / 365 * 912, abs=0.1)
        rows: dict[int, list[tuple[float, float]]] = {}
        for span in tape.spans:
            assert all(span.x >= right or span.x + span.width <= left for left, right in rows.get(span.row, []))
            rows.setdefault(span.row, []).append((span.x, span.x + span.width))
    assert draw_tape(start, next_season_start(start), (), date(2030, 1, 1)).plumb is None


@pytest.mark.parametrize(
    ("kind", "texts"),
    [
        ("rectangle", ("80 m", "2 m")),
        ("rectangle", ("4 m", "30 m")),
        ("triangle", ("41 ft", "33 ft", "27 ft")),
        ("triangle", ("10 m", "9.9 m", "0.5 m")),
        ("circle", ("21.4 m",)),
        ("range", ("300 m²", "340 m²")),
    ],
)
def test_the_board_is_to_scale(kind: str, texts: tuple[str, ...]) -> None:
    size = net_size(read_outline(kind, texts).shape)
    systems: tuple[Units, ...] = ("metric", "us")
    for units in systems:
        post = TypedShape("circle", ("0.3 m",), "post")
        board = draw_board(TypedShape(kind, texts), [], [post], size, units, METRIC)
        metres = float(board.bar_text.split()[0]) * (0.3048 if units == "us" else 1)
        scale = board.bar_px / metres
        assert drawn_px2(board.outline) / scale**2 == pytest.approx(size.size_m2, rel=0.02)
        assert drawn_px2(board.cut_outs[0]) / scale**2 == pytest.approx(3.14159 * 0.15**2, rel=0.15)


def drawn_px2(path: str) -> float:
    xy = [tuple(map(float, p.split())) for p in path[1:-2].split(" L")]
    assert all(0 <= x <= WIDTH and 0 <= y <= HEIGHT for x, y in xy)
    return abs(sum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in zip(xy, [*xy[1:], xy[0]], strict=True))) / 2


def test_a_climate_is_drawn_inside_its_box() -> None:
    chart = draw_climate(BAY)
    assert all(0 <= y <= chart.height for _, y, _ in chart.bars)
    assert len(chart.bars) == 12
    wet = draw_climate(replace(BAY, rain_mm=(600.0, *BAY.rain_mm[1:]), max_c=(47.0, *BAY.max_c[1:])))
    assert wet.bars[0][2] == pytest.approx(wet.height * 0.8, abs=0.1)  # no month is cut off
    assert wet.bars[1][2] == pytest.approx(BAY.rain_mm[1] / 600 * wet.height * 0.8, abs=0.1)
    assert min(float(y) for y in re.findall(r" ([\d.]+)(?: L| Z)", wet.band)) == 0


def test_labels_never_cover_each_other(demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        for place in properties(session):
            drawn, contexts, _ = sheet_of(session, place)
            subjects = [Subject(i.row.id, i.row.name, i.row.kind, i.plan, i.place, Carried(1, "123 m²")) for i in drawn]
            around_it = [Subject(i.row.id, i.row.name, i.row.kind, i.plan, i.place) for i in contexts]
            sheet = draw_sheet(subjects, around_it, [], "metric", None)
            labels = Labels(sheet.width, sheet.height, 13.0)
            for label in sheet.labels:
                foot, turn = 13.0 * 0.35, math.radians(label.angle)
                spot = (label.x + foot * math.sin(turn), label.y - foot * math.cos(turn), label.angle)
                assert labels.write(label.text, [spot]), f"{place.name}: {label.text}"
            named = {label.text for label in sheet.labels} | {piece.name for piece in sheet.waiting}
            assert {i.row.name for i in drawn} <= named, place.name


def test_the_demo_uses_every_way_to_measure_and_every_kind(demo_engine: Engine) -> None:
    with reading(demo_engine) as session:
        places = properties(session)
        assert len(places) == 8
        rows = [row for place in places for row in areas_of(session, place.id)]
        used = {shape.method for row in rows for shape in row.shapes}
        assert used == set(METHODS)
        assert {row.kind for row in rows} == set(KINDS)
        for row in rows:
            assert size_of(row).size_m2 == pytest.approx(row.size_m2)


def test_negative_figures_stand_in_brackets() -> None:
    figures = (Figure("east_m", 0.10158, "m", "east"), Figure("north_m", -0.16632, "m", "north"))
    step = Step("Closing error", "sqrt(east_m ** 2 + north_m ** 2)", figures, 0.19488, "m", "compass-rule")
    assert substituted(step) == "√(0.10158² + (−0.16632)²)"


def test_loose_material_and_water_in_both_systems() -> None:
    metric, us = Shown("metric"), Shown("us")
    assert (metric.volume(235), metric.volume(40)) == ("0.235 m³", "40.0 L")
    assert (us.volume(764.554857984), us.volume(28.316846592)) == ("1.00 yd³", "1.00 ft³")
    assert (metric.mass(141), us.mass(0.45359237 * 311)) == ("141 kg", "311 lb")
    assert (metric.water(5.25), us.water(25.4)) == ("5.25 mm", "1.00 in")


def test_the_ladder_and_the_column_stay_inside_their_boxes() -> None:
    doses = [(date(2026, 5, 27), 0.5), (date(2026, 11, 23), 0.5)]
    run = course(VALE, doses, 5.9, 0.7, "down", "surface", spread=0.3)
    jobs = [
        (Job(n, f"Sulphur {n} of 2", "spread", day, day, day, Dose(10.0)), n == 1)
        for n, (day, _) in enumerate(doses, start=1)
    ]
    ladder = draw_ladder(run, jobs, 5.2, date(2026, 6, 1))
    numbers = [float(n) for n in re.findall(r"-?\d+\.?\d*", ladder.band + ladder.middle)]
    assert min(numbers) >= 0
    assert max(numbers) <= ladder.width
    assert [rung.done for rung in ladder.rungs] == [True, False]
    assert ladder.today is not None
    assert ladder.steps[0][2] == "4.5"
    assert draw_ladder(run, jobs, 5.2, date(2020, 1, 1)).today is None
    shapes = draw_column(column(120, 110, thatch_mm=4, mulch_mm=3))
    assert shapes[-1].y + shapes[-1].height == pytest.approx(400 * 0.62, abs=0.2)
    labels = [shape.label_y for shape in shapes]
    assert all(b - a >= 16.9 for a, b in pairwise(labels))  # none covers another


def test_a_figure_stands_in_its_third_of_the_range() -> None:
    test = SoilTest.of(date(2026, 4, 1), "mehlich-3", ph=6.4, p=13, k=100, ca=9000, na=20)
    bars = {v.element: draw_range(v) for v in verdicts(test, None, Working(""))}
    assert bars["na"] is None
    low, mid, high = (bars[e] for e in ("p", "k", "ca"))
    assert low is not None
    assert mid is not None
    assert high is not None
    assert low.x == pytest.approx(40)
    assert 80 < mid.x < 160 < high.x <= 240
    triangle = draw_triangle(0.4, 0.2, texture_class(0.4, 0.4, 0.2))
    assert [c.name for c in triangle.classes if c.here] == ["loam"]
    assert triangle.point is not None
    assert draw_triangle(None, None, None).point is None


def test_a_trend_lies_to_scale_with_its_band() -> None:
    """Phosphorus 60, 90, 120 over four years against 26–54: every dot above the band, evenly rising, inside the box."""
    tests = [
        SoilTest.of(date(year, 4, 1), "mehlich-3", ph=6.4, p=p) for year, p in ((2022, 60), (2024, 90), (2026, 120))
    ]
    ph, phosphorus = trends(tests)
    drawn = draw_trend(phosphorus, (26, 54))
    assert drawn.band is not None
    ys = [y for _, y in drawn.dots]
    assert ys[0] - ys[1] == pytest.approx(ys[1] - ys[2], abs=0.2)
    assert max(ys) < drawn.band[0]
    assert drawn.band[1] / (ys[0] - ys[2]) == pytest.approx((54 - 26) / (120 - 60), abs=0.02)
    assert all(0 < x < drawn.width and 0 < y < drawn.height for x, y in drawn.dots)
    assert drawn.band[0] + drawn.band[1] <= drawn.height
    flat = draw_trend(ph, None)
    assert flat.band is None
    assert {y for _, y in flat.dots} == {flat.height / 2}


@settings(deadline=None)
@given(st.lists(st.floats(0.005, 1), min_size=5, max_size=5))
def test_words_of_the_exchange_stand_clear_of_each_other(parts: list[float]) -> None:
    whole = sum(parts)
    shares = {ion: part / whole for ion, part in zip(("ca", "mg", "k", "na", "acid"), parts, strict=True)}
    drawn = draw_exchange(Exchange(12.0, False, shares, ()))
    assert sum(part.width for part in drawn) == pytest.approx(480, abs=0.5)
    ends = [part.words_x + 7 * len(part.words) for part in drawn]
    assert all(end <= after.words_x for end, after in zip(ends, drawn[1:], strict=False))
    assert ends[-1] <= 480
    assert drawn[0].words_x >= 0


@pytest.mark.parametrize(
    ("wettest", "units", "ticks"),
    [
        (154.0, "metric", ["0", "50", "100", "150", "200"]),
        (154.0, "us", ["0", "2", "4", "6", "8"]),
        (640.0, "metric", ["0", "200", "400", "600", "800"]),
        (9.0, "us", ["0", "0.1", "0.2", "0.3", "0.4"]),
    ],
)
def test_the_chart_of_water_reaches_over_its_highest_bar(wettest: float, units: Units, ticks: list[str]) -> None:
    """No month is cut off; bars stand in the proportion of their millimetres whatever the unit of the ticks."""
    chart = draw_water_year([("Jan", wettest / 2, wettest), *[("Feb", 3.0, 0.0)] * 11], units)
    assert [text for text, _ in chart.ticks] == ticks
    assert chart.ticks[-1][1] == pytest.approx(GROUND - TALL)
    assert chart.rain[0][2] == pytest.approx(2 * chart.use[0][2], abs=0.2)
    assert chart.rain[0][2] <= TALL
    assert chart.rain[1][2] == 0
    assert chart.unit in chart.words


def test_water_is_told_in_litres_and_gallons() -> None:
    assert Shown("metric").water_volume(8670) == "8.67 m³"
    assert Shown("metric").water_volume(640) == "640 L"
    assert Shown("us").water_volume(1138.8) == "301 gal"  # 3.785 L to the gallon, NIST Handbook 44
    assert [Shown("us").rain(12.7), Shown("metric").rain(12.71)] == ["0.50", "12.7"]


def test_lengths_on_the_board_are_written_clear_of_a_cut_out() -> None:
    """A circle over three of the lines: their lengths go above, below or beside it."""
    outline = TypedShape("offsets", ("3 m", "", ""), "", "15 m\n17 m\n18 m\n18.5 m\n18 m\n17 m")
    bed = TypedShape("circle", ("7 m", "", ""), "Bed", "", 6.0, 9.0)
    board = draw_board(outline, [], [bed], net_size(outline.read(METRIC).shape), "metric", METRIC)
    numbers = [float(n) for n in re.findall(r"-?\d+\.?\d*", board.cut_outs[0])]
    west, east, top, bottom = min(numbers[::2]), max(numbers[::2]), min(numbers[1::2]), max(numbers[1::2])
    lengths = [label for label in board.labels if label.text.endswith(" m")]
    assert len(lengths) == 6
    half_high = 20  # an upright length of four letters is some 40 px high
    for label in lengths:
        within = west < label.x < east and top - half_high < label.y < bottom + half_high
        assert not within, label


def test_one_of_what_is_counted_and_a_nothing_below_nothing() -> None:
    assert [with_unit(n, "packs") for n in (0.0, 1.0, 2.0, 1.5)] == ["0 packs", "1 pack", "2 packs", "1.5 packs"]
    assert (with_unit(1.0, "kg"), with_unit(1.0, "")) == ("1 kg", "1")
    nothing = Step("rate", "a + b", (Figure("a", 2.0, "", "a"), Figure("b", -1e-16, "", "b")), 2.0, "", "definition")
    assert substituted(nothing) == "2 + 0"


def test_a_single_plant_stands_apart_from_none() -> None:
    alone, pair = bed_plan(11.7, [("a", 1)], 0.3), bed_plan(11.7, [("a", 2)], 0.3)
    assert alone is not None
    assert pair is not None
    assert alone.words == "One plant on 11.7 m²; a ring of 30 cm is kept clear of mulch and granules."
    assert pair.words.startswith("2 plants on 11.7 m², 242 cm apart")  # the root of 5.85 m², by pencil


def test_a_hedge_stands_in_a_row() -> None:
    drawn = hedge_plan(25.2, 18.0, 30, 0.08)
    assert drawn is not None
    assert drawn.words == ("30 plants along 18.0 m, 60 cm apart; rings of 8 cm are kept clear of mulch and granules.")
    assert len({y for _, y, _ in drawn.plants}) == 1
    across = [x for x, _, _ in drawn.plants]
    assert [round(b - a, 6) for a, b in pairwise(across)] == [round((drawn.width - 4) / 30, 6)] * 29
    assert 0 < drawn.plant_r < drawn.ring_r < (across[1] - across[0]) / 2  # no plant covers its neighbour
    alone = hedge_plan(2.0, 2.0, 1, 0.08)
    assert alone is not None
    assert alone.words.startswith("One plant along 2.0 m")
    assert (hedge_plan(25.0, 0.0, 30, 0.08), hedge_plan(25.0, 18.0, 0, 0.08)) == (None, None)


def test_a_property_in_pounds_and_feet_is_told_in_them_alone(demo: Browser, demo_engine: Engine) -> None:
    """Also what a pointer reads on the lanes, what a hold says, and the firm's year; workings keep SI beside it."""
    with demo_engine.begin() as connection:
        connection.execute(text("UPDATE properties SET units = 'us'"))
    year = demo.get("/properties/1").text.split('id="working"')[0]
    assert re.search(r"[\d.]+ lb/1000 ft² N applied = [\d.]+ released \+ [\d.]+ remaining", year)
    assert "lb/1000 ft² a day, beyond this lane" in demo.get("/properties/7").text
    week = demo.get("/").text
    assert re.search(r"drains about 0\.\d+ in a day", week)
    of_the_firm = week.index("For all stops")  # what is loaded is told in the units of the firm
    for page in (year, week[:of_the_firm], demo.get("/properties").text):
        words = re.sub(r"<[^>]+>", " ", re.sub(r"<(script|select)\b.*?</\1>", " ", page, flags=re.DOTALL))
        assert not re.findall(r".{30}\d (?:g/m²|mL/m²|m²|m³|mm a day).{10}", re.sub(r"\s+", " ", words))


@pytest.mark.parametrize("apart", [0, 1, 3, 16])
def test_flags_of_close_days_never_hide_one_anothers_words(apart: int) -> None:
    """Three within days on two levels: the third hangs beside its pole, not farther off than its spur is long."""
    scale = Scale(date(2026, 9, 1), date(2027, 9, 1))
    poles = [
        _Pole(date(2026, 9, 5) + timedelta(n * apart), text, text, "due")
        for n, text in enumerate(("F1 192 g", "M", "Test"))
    ]
    flags = _flags(poles, scale)
    for n, one in enumerate(flags):
        assert 0 <= one.left - one.x <= SPUR_MOST
        for other in flags[n + 1 :]:
            assert one.y != other.y or one.left + one.width <= other.left
    assert any(one.left > one.x for one in flags) is (apart < 16)
    ends = _flags([_Pole(date(2027, 8, 30), "F1 192 g", "", "due")] * 3, scale)
    assert all(one.left + one.width <= scale.width for one in ends)
