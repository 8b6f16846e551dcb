"""Results kept by content: alike for alike content, anew for anything else, and never more than so many."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from datetime import date
from types import MappingProxyType
from typing import Any

import pytest

from amber_acre.core.by_content import Results, by_content, by_each, by_first, content_of, forget
from amber_acre.core.rules.holds import span_verdicts
from amber_acre.core.rules.judged import judged_book
from amber_acre.core.season.weather import DayWeather, Sky
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


def test_what_was_worked_out_since_is_no_content() -> None:
    """A book that somebody judges while another takes its digest: the digest is of what it was made of."""
    one = book(ground(), job(QUICK, 12))
    before = content_of(one)
    assert one.uses
    assert one.with_beginning
    assert one.mulch
    assert content_of(one) == before
    with ThreadPoolExecutor(4) as threads:
        shared = [book(ground(), job(QUICK, 12)) for _ in range(200)]
        asked = [threads.submit(content_of, one) for one in shared for _ in range(3)]
        read = [threads.submit(lambda one: (one.uses, one.with_beginning, one.mulch), one) for one in shared]
        assert {future.result() for future in asked} == {before}
        assert all(future.result() for future in read)


def test_results_of_several_keys_are_looked_up_at_once_and_kept_longest() -> None:
    kept: Results[str, int] = Results(2)
    kept.keep("a", 1)
    kept.keep("b", 2)
    assert kept.look_all({"one": "a", "two": "x", "three": None}) == {"one": 1}
    kept.keep("c", 3)  # "b" was asked for longest ago
    assert kept.look_all({1: "a", 2: "b", 3: "c"}) == {1: 1, 3: 3}


def test_a_sequence_of_kept_results_is_known_by_each_of_them() -> None:
    asked: list[int] = []

    @by_each(8)
    def total(parts: Sequence[list[int]], plus: object = 0) -> int:
        asked.append(len(parts))
        return sum(sum(part) for part in parts)

    a, b = [1], [2]
    assert [total([a, b]), total((a, b)), total([b, a]), total([a, [2]]), total([a, b], {"x": 1})] == [3, 3, 3, 3, 3]
    assert asked == [2, 2, 2, 2]  # the same two in the same order once; alike ones are others
    assert total([]) == 0
    assert total([a, b], lambda: None) == 3  # whose content cannot be told, but which can be looked up


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


def computed(kept: Any) -> Any:
    """The function behind one that remembers."""
    return kept.__wrapped__


def test_kept_years_and_verdicts_are_the_computed_ones() -> None:
    """Whatever was asked before: a change of any input is seen, and the same input gives the same result."""
    for rate in (10, 12, 12, 14, 10):
        for day in (date(2026, 5, 20), date(2026, 6, 20)):
            one = book(ground(), job(QUICK, rate, day))
            assert content_of(judged_book(one)) == content_of(computed(judged_book)(one))
            here, weather = ground(irrigated=True), {day: DayWeather(day, float(rate), 5.0, 18.0, 2.0)}
            asked = (job(QUICK, rate, day), here, Sky(weather), day, 2)
            assert span_verdicts(*asked) == computed(span_verdicts)(*asked)


def test_what_is_forgotten_is_made_anew() -> None:
    kept: Results[str, int] = Results(3)
    made = iter(range(9))
    assert [kept.get(key, lambda: next(made)) for key in "aab"] == [0, 0, 1]
    forget()
    assert [kept.get(key, lambda: next(made)) for key in "aab"] == [2, 2, 3]
