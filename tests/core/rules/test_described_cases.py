"""Cases a practitioner would sign, put to the judge: each names its source and how sure it is."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from tests.cases import conflicts, holds
from tests.cases.__main__ import main

FOLDER = Path(__file__).parents[2] / "cases" / "published"


def of(name: str) -> list[Any]:
    cases: list[Any] = json.loads((FOLDER / f"{name}.json").read_text(encoding="utf-8"))
    return cases


@pytest.mark.parametrize("case", of("conflicts"), ids=lambda case: case["id"])
def test_what_does_not_go_together_is_said(case: dict[str, Any]) -> None:
    got, want = conflicts.answer(case), case["expect"]
    assert got["verdict"] in want["verdict"], (got, want["why"])
    if want["least_days"]:
        assert want["least_days"]["min"] <= got["least_days"] <= want["least_days"]["max"], (got, want["why"])


@pytest.mark.parametrize("case", of("holds"), ids=lambda case: case["id"])
def test_a_day_holds_or_goes_as_a_practitioner_would_say(case: dict[str, Any]) -> None:
    for n, (day, got) in enumerate(zip(case["days"], holds.answer(case), strict=True), start=1):
        want = day["expect"]
        if want is None or (want["confidence"] == "low" and got["verdict"] not in want["verdict"]):
            continue
        assert got["verdict"] in want["verdict"], (n, got, want["why"])
        if want["reason"] and got["verdict"] in want["reason_for"]:
            assert got["reason"] in want["reason"], (n, got, want["why"])


def test_a_file_of_cases_is_answered_by_the_command(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["conflicts", str(FOLDER / "conflicts.json")]) == 0
    answers = json.loads(capsys.readouterr().out)
    assert set(answers) == {case["id"] for case in of("conflicts")}
    assert main(["holds", str(FOLDER / "holds.json")]) == 0
    assert all(len(days) for days in json.loads(capsys.readouterr().out).values())
    assert main(["nothing"]) == 2
