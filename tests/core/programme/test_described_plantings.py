"""Plantings a practitioner would sign: each described hedge, bed, tree and pot planned, and every statement of it.

Sources stand in the cases: extension and arborist practice from memory, or arithmetic.
"""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from tests.cases import bench, care
from tests.cases.care_scoring import STATEMENTS, Held, true

PUBLISHED = Path(__file__).parents[2] / "cases" / "published" / "care"
CASES: dict[str, tuple[str, dict[str, Any]]] = {
    case["id"]: (name, case)
    for name in ("care", "mulch", "trees", "pots")
    for case in json.loads((PUBLISHED / f"{name}.json").read_text(encoding="utf-8"))
}


@pytest.mark.parametrize("key", CASES)
def test_a_planting_holds_what_a_practitioner_would_sign(key: str) -> None:
    name, case = CASES[key]
    held = Held(case, care.plan_of(case) if name == "care" else bench.answer(case))
    assert not [statement for statement in case["expect"] if not true(statement, held)], held.advice


BAD = {
    "OC-001": [{"day": 255, "kind": "feed", "product": "mineral_quick", "n_g": 1500, "p_g": 650, "k_g": 1200}],
    "OC-021": [{"day": 260, "kind": "feed", "product": "bone_meal", "n_g": 40, "p_g": 90, "placement": "crown"}],
    "OC-045": [{"day": 60, "kind": "mulch", "product": "compost", "depth_mm": 75, "volume_m3": 6, "ring_mm": 0}],
    "OT-035": [{"day": 100, "kind": "inject", "product": "trunk_iron"}],
}


@pytest.mark.parametrize("key", BAD)
def test_statements_can_fail(key: str) -> None:
    """Plans nobody would sign: quick feed before frost, bone meal on high phosphorus, compost on agaves."""
    _, case = CASES[key]
    held = Held(case, {"jobs": BAD[key], "advice": []})
    failed = [statement["say"] for statement in case["expect"] if not true(statement, held)]
    assert len(failed) >= 2, failed


def test_every_statement_of_the_cases_is_known() -> None:
    said = {statement["say"] for _, case in CASES.values() for statement in case["expect"]}
    assert said <= set(STATEMENTS)
