"""A swap keeps the nitrogen, rewrites the reason, and offers only what passes, with why the others do not."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.rules.swap import by_hand, same_nitrogen, swapped, swaps
from tests.core.rules.cases import book, ground, job
from tests.core.worlds import BYLAW, LIME, MEAL, QUICK, SHELF, SLOW, STARTER

MAY = date(2026, 5, 20)


def test_the_nitrogen_stays_and_the_reason_is_new() -> None:
    """15 g/m² of a 21 % feed are 3.15 g/m² of nitrogen: 15.75 of a 20 % one."""
    one = job(QUICK, 15, MAY, name="Late spring", reason="praises Quickstep")
    assert same_nitrogen(one, SLOW) == pytest.approx(15.75)
    other = swapped(one, SLOW, same_nitrogen(one, SLOW) or 0)
    assert (
        "3.15 g/m² of nitrogen from Slowburn 20-0-8, in place of Quickstep 21-0-0 at the same nitrogen" in other.reason
    )
    assert "praises" not in other.reason
    assert "at the same nitrogen" not in swapped(one, SLOW, 12).reason
    assert "it carries 24 % P2O5" in swapped(one, STARTER, 20).reason
    assert same_nitrogen(one, LIME) is None
    assert same_nitrogen(job(LIME, 100), QUICK) is None


def test_what_passes_stands_first_by_cost_and_the_rest_says_why() -> None:
    one = job(QUICK, 15, MAY)
    found = swaps(book(ground(rules=BYLAW), one), one, SHELF)
    assert [swap.job.material for swap in found if swap.passes] == [SLOW]
    refused = {swap.job.material.name: swap for swap in found if not swap.passes}
    assert {MEAL.name, STARTER.name} <= set(refused)
    assert QUICK.name not in refused
    assert any(verdict.rule == "phosphorus" for verdict in refused[STARTER.name].verdicts)


def test_a_copy_belongs_to_no_plan() -> None:
    copy = by_hand(job(QUICK, 15, MAY, maker="season", skipped=True), date(2026, 9, 1))
    assert (copy.key, copy.maker, copy.skipped) == (0, "hand", False)
    assert (copy.closes - copy.opens).days == 14
