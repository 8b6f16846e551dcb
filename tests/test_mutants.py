"""The mutants themselves: what is changed, and that the text around it stays."""

from __future__ import annotations

import ast
from pathlib import Path

from tests.mutants import mutants, own_tests

TEXT = """EDGE = 14
SHARE = 0.2  # é


def near(days: int) -> bool:
    'Within 3 days.'
    return days < EDGE and days != 0
"""


def test_each_number_and_comparison_is_changed_once() -> None:
    found = [(one.line, one.was, one.now) for one in mutants(TEXT)]
    assert sorted(found) == [(1, "14", "15"), (2, "0.2", "0.22"), (7, "!=", "=="), (7, "0", "1"), (7, "<", "<=")]
    for one in mutants(TEXT):
        ast.parse(one.text)
        assert len(one.text.splitlines()) == len(TEXT.splitlines())


def test_a_rule_finds_its_own_tests() -> None:
    assert own_tests(Path("src/amber_acre/core/rules/label.py")) == ["tests/core/rules/test_label.py"]
    assert own_tests(Path("src/amber_acre/core/nothing_here.py")) == []
