"""Seasons a practitioner would sign: each described lawn, climate and rule set planned, and every statement of it.

Statements of low confidence are advice and do not fail. Sources stand in the cases: extension consensus, from memory.
"""

from __future__ import annotations

import json
from functools import lru_cache
from pathlib import Path
from typing import Any

import pytest

from tests.cases.lawn_seasons import plan_of
from tests.cases.season_scoring import Plan, true

FILE = Path(__file__).parents[2] / "cases" / "published" / "lawn_seasons.json"
CASES: dict[str, dict[str, Any]] = {case["id"]: case for case in json.loads(FILE.read_text(encoding="utf-8"))}


@lru_cache(maxsize=64)
def planned(key: str) -> Plan:
    return Plan.of(CASES[key], plan_of(CASES[key]))


@pytest.mark.parametrize("key", CASES)
def test_a_season_holds_what_a_practitioner_would_sign(key: str) -> None:
    plan = planned(key)
    broken = [
        (one["stmt"], one["args"], one["why"])
        for one in CASES[key]["expect"]
        if one["confidence"] != "low" and not true(one["stmt"], one["args"], plan, planned)
    ]
    assert not broken, [(row["day"], row["n_g_m2"], row["quick_n_g_m2"]) for row in plan.rounds]


def test_statements_can_fail() -> None:
    """A plan that a practitioner would not sign: all quick nitrogen, in winter and in the heat."""
    key = "ls-cont42-bluegrass"
    row = {
        "n_g_m2": 6.0,
        "quick_n_g_m2": 6.0,
        "slow_n_g_m2": 0.0,
        "p_g_m2": 1.0,
        "k_g_m2": 0.0,
        "fe_g_m2": 0.0,
        "product_acidity": 5.3,
        "slow_days": 90,
        "reason": "",
    }
    plan = Plan.of(CASES[key], {"rounds": [row | {"day": "2026-01-10"}, row | {"day": "2026-07-15"}], "says": []})
    broken = {one["stmt"] for one in CASES[key]["expect"] if not true(one["stmt"], one["args"], plan, planned)}
    assert {"reasons", "round_cap", "nothing_between", "quick_cap_when_hot", "share_between", "sum"} <= broken
