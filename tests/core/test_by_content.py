"""Results kept by content: alike for alike content, anew for anything else, and never more than so many."""

from __future__ import annotations

from types import MappingProxyType

import pytest

from amber_acre.core.by_content import by_content, by_first, content_of
from tests.core.rules.cases import book, ground, job
from tests.core.worlds import LIME, QUICK


def test_alike_content_has_one_digest_whatever_objects_hold_it() -> None:
    one, other = book(ground(), job(QUICK, 12)), book(ground(), job(QUICK, 12))
    assert content_of(one) == content_of(other)
    assert content_of(one) != content_of(book(ground(), job(QUICK, 12.5)))
    assert content_of(one) != content_of(book(ground(), job(LIME, 12)))
    assert content_of(MappingProxyType({"a": 1})) == content_of(MappingProxyType({"a": 1}))
    with pytest.raises(TypeError):
        content_of(lambda: None)


def test_a_result_is_computed_once_while_it_is_kept() -> None:
    asked: list[int] = []

    @by_content(2)
    def double(n: int, *, plus: int = 0) -> int:
        asked.append(n)
        return 2 * n + plus

    assert [double(1), double(1), double(2), double(1, plus=1)] == [2, 2, 4, 3]
    assert asked == [1, 2, 1]
    double(1)  # pushed out by two others
    assert asked == [1, 2, 1, 1]


def test_what_has_no_content_is_computed_each_time_and_the_first_is_known_by_itself() -> None:
    calls: list[object] = []

    @by_content(5)
    def count(what: object) -> int:
        calls.append(what)
        return len(calls)

    assert [count(lambda: 1), count(lambda: 1)] == [1, 2]

    @by_first(5)
    def name(what: list[int], of: str) -> str:
        calls.append(what)
        return f"{of} {len(what)}"

    shelf = [1]
    assert [name(shelf, "a"), name(shelf, "a"), name([1], "a"), name(shelf, "b")] == ["a 1", "a 1", "a 1", "b 1"]
    assert len(calls) == 5
