"""The one judge: every rule is listed, sourced and reachable; softening is for custom alone; doors agree."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from amber_acre.core.products.product import Product
from amber_acre.core.rules.judge import RULE_BY_KEY, RULES, stops, wants_reason
from amber_acre.core.rules.rule import SUBJECTS
from amber_acre.core.rules.swap import moved
from amber_acre.web.references import REFERENCES
from tests.core.rules.cases import COMPOST, book, broken, entry, ground, job, logged
from tests.core.worlds import BYLAW, LIME, QUICK, SLOW, STARTER

MAY = date(2026, 5, 20)


def test_every_rule_has_its_key_sentence_and_source() -> None:
    assert len(RULE_BY_KEY) == len(RULES) >= 25
    assert {rule.subject for rule in RULES} == set(SUBJECTS)
    for rule in RULES:
        assert rule.words.endswith("."), rule.key
        assert rule.source in REFERENCES, rule.key
        assert not (rule.custom and rule.subject in ("label", "law")), rule.key


def test_only_custom_is_softened_and_the_gravest_stands_first() -> None:
    winter = job(QUICK, 30, date(2026, 12, 1))
    at = ground(rules=BYLAW)
    found = list(broken(at, winter).values())
    assert [v.severity for v in found] == sorted((v.severity for v in found), key=["stop", "warn", "note"].index)
    soft = replace(at, softened=frozenset({"no-growth", "label-high", "closed-period"}))
    after = broken(soft, winter)
    assert after["no-growth"].severity == "note"
    assert (after["label-high"].severity, after["closed-period"].severity) == ("stop", "stop")
    assert len(stops(found)) + len([v for v in wants_reason(found) if v.severity == "warn"]) == len(found)


def test_the_same_job_is_judged_alike_planned_kept_and_logged() -> None:
    """Label, law, direction and sums say the same at the plan and at the log, for the same day and rate."""
    at = ground(rules=BYLAW)
    for what, rate, day in ((QUICK, 30, MAY), (STARTER, 12, MAY), (QUICK, 12, date(2026, 12, 1)), (SLOW, 20, MAY)):
        planned = broken(at, job(what, rate, day))
        new = {v.rule for v in book(at).judged(replace(job(what, rate, day), key=0))}
        down = set(logged(at, entry(what, rate, day)))
        assert new == set(planned)
        both = {key for key, rule in RULE_BY_KEY.items() if rule.subject in ("label", "law", "direction", "sum")}
        both.remove("slow-share")  # of a year's plan: what is down cannot be made slower
        assert down & both == set(planned) & both


@given(st.integers(-300, 300), st.sampled_from([QUICK, SLOW, LIME, COMPOST]), st.floats(1, 60))
def test_a_job_moved_and_moved_back_is_the_same_job(days: int, what: Product, rate: float) -> None:
    one = job(what, rate, MAY)
    there = moved(one, MAY + timedelta(days=days))
    assert there.closes - there.opens == one.closes - one.opens
    assert moved(there, MAY) == one
    assert book(ground(rules=BYLAW), one).judged(moved(there, MAY)) == book(ground(rules=BYLAW), one).judged(one)


@given(st.floats(0.2, 0.8), st.floats(5, 19))
def test_a_lawn_logged_in_two_parts_is_the_whole(share: float, rate: float) -> None:
    at = ground()
    parts = (
        entry(QUICK, rate, MAY, key=90, size=100 * share),
        entry(QUICK, rate, MAY, key=91, size=100 * (1 - share)),
    )
    whole = book(at, entries=(entry(QUICK, rate, MAY),)).uses
    split = book(at, entries=parts).uses
    assert sum(u.rate_g_m2 for u in split) == pytest.approx(sum(u.rate_g_m2 for u in whole))
    assert set(logged(at, parts[1], parts[0])) == set(logged(at, entry(QUICK, rate, MAY)))


def test_work_without_product_and_plans_of_several_jobs_are_judged_together() -> None:
    at = ground()
    days = [MAY + timedelta(days=20 * n) for n in range(3)]
    made = [job(QUICK, 10, day, key=0) for day in days]
    found = book(at).judged_plan(made)
    assert ["label-interval" in {v.rule for v in verdicts} for _, verdicts in found] == [True, True, True]
    assert book(at).judged(job(None, on=MAY, work="sample")) == ()
