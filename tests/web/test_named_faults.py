"""What is wrong is listed under the names of the fields."""

from __future__ import annotations

from amber_acre.web.named_faults import named
from tests.conftest import Browser

LIST = '<li><a href="#f-why">This is needed.</a></li><li><a href="#f-day">No such day.</a></li>'


def test_a_fault_is_named_by_the_label_of_its_field() -> None:
    form = LIST + '<label for="f-why">Why &amp; when<span class="needed">*</span></label><label for="f-day">Day</label>'
    assert '<a href="#f-why">Why &amp; when: This is needed.</a>' in named(form, ["why", "day"])
    assert '<a href="#f-day">Day: No such day.</a>' in named(form, ["why", "day"])


def test_what_has_no_label_of_its_own_stays_as_it_is() -> None:
    assert named(LIST, ["why", "day"]) == LIST
    assert named(LIST + '<label for="f-why">Why<', []) == LIST + '<label for="f-why">Why<'


def test_a_job_by_hand_without_a_reason_says_which_field(demo: Browser) -> None:
    form = {"work": "feed", "product": "1", "rate": "20 g/m²", "on_day": "2026-05-27", "days": "14", "reason": ""}
    answer = demo.post("/areas/1/jobs/new", form)
    assert answer.status_code == 422
    assert '<a href="#f-reason">Why: This is needed. Fill it in.</a>' in answer.text
