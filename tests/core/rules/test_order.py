"""What comes before what, at the edge of its days (common practice, no source)."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.products.product import Product
from tests.core.rules.cases import COMPOST, book, broken, entry, ground, job, logged
from tests.core.rules.test_conflicts import LEAF
from tests.core.worlds import QUICK

MAY = date(2026, 5, 20)


def work(name: str, day: date, key: int, what: Product | None = None) -> Any:
    return job(what, 3000 if what else 0, day, key=key, work=name)


@pytest.mark.parametrize(
    ("first", "second", "gap", "breaks"),
    [
        ("core", "seed", 3, False),
        ("seed", "core", 3, True),
        ("topdress", "core", 13, True),
        ("topdress", "core", 14, False),
        ("core", "topdress", 0, False),
        ("seed", "core", 0, False),
        ("seed", "core", 1, True),
        ("seed", "topdress", 1, True),
    ],
)
def test_core_then_dress_then_seed(first: str, second: str, gap: int, breaks: bool) -> None:
    one, two = work(first, MAY, 1), work(second, MAY + timedelta(days=gap), 2)
    assert ("core-dress-seed" in broken(ground(), two, one)) is breaks
    assert ("core-dress-seed" in broken(ground(), one, two)) is breaks


@pytest.mark.parametrize("days", [1, 13, 14])
def test_a_bed_is_planted_then_fed_then_mulched(days: int) -> None:
    bed, later = ground("bed"), MAY + timedelta(days=days)
    right = [
        (job(None, 0, MAY, work="plant"), job(QUICK, 15, later, key=2)),
        (job(QUICK, 15, MAY), job(COMPOST, 2000, later, key=2, work="mulch")),
        (job(None, 0, MAY, work="plant"), job(COMPOST, 2000, later, key=2, work="mulch")),
    ]
    for first, second in right:
        assert "plant-feed-mulch" not in broken(bed, first, second)
        assert "plant-feed-mulch" not in broken(bed, second, first)
        earlier, after = replace(second, on=MAY), replace(first, on=later)
        for one, other in ((earlier, after), (after, earlier)):
            found = broken(bed, one, other)
            assert ("plant-feed-mulch" in found) is (days < 14)
        assert "plant-feed-mulch" not in broken(ground(), earlier, after)  # turf has an order of its own


def test_what_goes_under_the_mulch_or_through_it_or_into_the_ground_keeps_no_order() -> None:
    bed, later = ground("bed"), MAY + timedelta(days=3)
    mulch = job(COMPOST, 2000, MAY, work="mulch")
    assert "plant-feed-mulch" in broken(bed, job(QUICK, 15, later, key=2, placement="base"), mulch)
    assert "plant-feed-mulch" not in broken(bed, job(QUICK, 15, later, key=2, placement="under_mulch"), mulch)
    assert "plant-feed-mulch" not in broken(bed, job(LEAF, 3, later, key=2), mulch)
    dug = job(COMPOST, 9000, MAY, placement="tilled")
    assert "plant-feed-mulch" not in broken(bed, job(None, 0, later, key=2, work="plant"), dug)
    said = logged(bed, entry(QUICK, 12, later, key=91), entry(COMPOST, 2000, MAY))["plant-feed-mulch"]
    assert said.severity == "warn"


@pytest.mark.parametrize("later", ["plant", "feed", "mulch"])
@pytest.mark.parametrize(("days", "breaks"), [(-1, True), (-13, True), (-14, False), (0, False), (5, False)])
def test_water_is_mended_before_a_bed_is_planted_fed_or_mulched(later: str, days: int, breaks: bool) -> None:
    """``days``: from the repair to the work."""
    on = MAY + timedelta(days=days)
    other = {
        "plant": job(None, 0, on, key=2, work="plant"),
        "feed": job(QUICK, 15, on, key=2),
        "mulch": job(COMPOST, 2000, on, key=2, work="mulch"),
    }[later]
    repair = work("repair", MAY, 1)
    for one, two in ((other, repair), (repair, other)):
        found = broken(ground("bed"), one, two)
        assert ("plant-feed-mulch" in found) is breaks
        if breaks:
            assert "mend the water, plant first" in str(found["plant-feed-mulch"].sentence)
    assert "plant-feed-mulch" not in broken(ground("container"), other, repair)


def test_water_is_mended_before_turf_is_cored_or_sown() -> None:
    for name in ("core", "seed", "topdress"):
        early = work(name, MAY - timedelta(days=3), 2, COMPOST if name == "topdress" else None)
        said = broken(ground(), early, work("repair", MAY, 1))["core-dress-seed"]
        assert "mend the water, core first" in str(said.sentence)
    assert "core-dress-seed" not in broken(
        ground(), job(QUICK, 12, MAY - timedelta(days=3), key=2), work("repair", MAY, 1)
    )


@pytest.mark.parametrize(("late", "waits"), [(1, True), (59, True), (60, False)])
def test_what_comes_after_waits_for_what_is_not_logged(late: int, waits: bool) -> None:
    """``late``: days since the planting was planned; today mulch is to be laid."""
    plant = job(None, 0, MAY, key=1, work="plant")
    today = MAY + timedelta(days=late)
    mulch = job(COMPOST, 2000, today, key=2, work="mulch")
    verdicts = {v.rule: v for v in book(ground("bed"), plant, mulch, day=today).judged(mulch)}
    assert ("waits-for" in verdicts) is waits
    if waits:
        assert "was planned for 20 May and is not logged: it comes first" in str(verdicts["waits-for"].sentence)
    back = {v.rule for v in book(ground("bed"), plant, mulch, day=today).judged(plant)}
    assert "waits-for" not in back


def test_what_is_of_one_rank_does_not_wait_and_one_day_does() -> None:
    today = MAY + timedelta(days=5)
    thick, thin = (job(COMPOST, 2000, MAY, key=n, work="mulch") for n in (1, 2))
    later = replace(thin, on=today)
    assert "waits-for" not in {v.rule for v in book(ground("bed"), thick, later, day=today).judged(later)}
    plant = job(None, 0, MAY, key=1, work="plant")
    assert "waits-for" in {v.rule for v in book(ground("bed"), plant, thin, day=today).judged(thin)}


def test_it_does_not_wait_for_what_is_done_left_out_or_still_to_come() -> None:
    today = MAY + timedelta(days=5)
    mulch = job(COMPOST, 2000, today, key=2, work="mulch")
    for plant in (
        job(None, 0, MAY, key=1, work="plant", skipped=True),
        job(None, 0, today, key=1, work="plant"),
    ):
        assert "waits-for" not in {v.rule for v in book(ground("bed"), plant, mulch, day=today).judged(mulch)}
    early = book(ground("bed"), job(None, 0, MAY, key=1, work="plant"), mulch, day=MAY)
    assert "waits-for" not in {v.rule for v in early.judged(mulch)}  # it is not late yet
    sown = book(ground(), work("core", MAY, 1), work("seed", today, 2), day=today)
    assert "waits-for" in {v.rule for v in sown.judged(sown.jobs[1].job)}


def test_the_log_asks_by_the_day_that_is_logged() -> None:
    plant = job(None, 0, MAY, key=1, work="plant")
    mulch = job(COMPOST, 2000, MAY + timedelta(days=30), key=2, work="mulch")
    today = MAY + timedelta(days=5)
    at = book(ground("bed"), plant, mulch, day=today)
    assert [one.rule for one in at.not_yet_logged(mulch, today)] == ["waits-for"]
    assert at.not_yet_logged(mulch, MAY - timedelta(days=1)) == []  # before its day nothing was owed
    assert at.not_yet_logged(plant, today) == []
    done = book(ground("bed"), plant, mulch, entries=(replace(entry(QUICK, 0, MAY, job=1), product=None),), day=today)
    assert done.not_yet_logged(mulch, today) == []


def test_a_feed_plant_by_plant_need_not_wait_for_a_planting_beside_them() -> None:
    bed, planting = ground("bed"), work("plant", MAY + timedelta(days=1), 2)
    over_all, by_plant = job(QUICK, 8, MAY), job(QUICK, 0, MAY, dose=Dose(20.0, "plant", 9))
    for feed, breaks in ((over_all, True), (by_plant, False)):
        assert ("plant-feed-mulch" in broken(bed, feed, planting)) is breaks
        assert ("plant-feed-mulch" in broken(bed, planting, feed)) is breaks
    mulch = job(COMPOST, 3000, MAY - timedelta(days=1), key=3, work="mulch")
    assert "plant-feed-mulch" in broken(bed, by_plant, mulch)


def test_what_went_down_plant_by_plant_is_known_by_its_job() -> None:
    bed, planting = ground("bed"), work("plant", MAY + timedelta(days=1), 2)
    by_plant = job(QUICK, 0, MAY, dose=Dose(20.0, "plant", 9))
    down = entry(QUICK, 2, MAY, job=1)
    uses = book(bed, by_plant, planting, entries=(down,)).uses
    assert [use.by_plant for use in uses if use.down] == [True]
    assert not any(use.by_plant for use in book(bed, job(QUICK, 8, MAY), planting, entries=(down,)).uses)
