"""Published values with their tolerances, and how a computed answer is held against one."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

FOLDER = Path(__file__).parent / "published"


def case(topic: str, key: str) -> dict[str, Any]:
    """One case of a topic by its id."""
    cases = json.loads((FOLDER / f"{topic}.json").read_text(encoding="utf-8"))
    found: dict[str, Any] = next(c for c in cases if c["id"] == key)
    return found


def ids(topic: str) -> list[str]:
    """Every id of a topic, so that a test can show none was left out."""
    return [c["id"] for c in json.loads((FOLDER / f"{topic}.json").read_text(encoding="utf-8"))]


def hold(topic: str, key: str, answers: dict[str, Any]) -> None:
    """Every expected value of the case must be answered within its tolerance."""
    one = case(topic, key)
    assert set(answers) == set(one["expected"]), f"{key}: answered {set(answers)}"
    for name, expected in one["expected"].items():
        tolerance = one["tolerance"].get("per_key", {}).get(name, one["tolerance"])
        exact = tolerance.get("exact") is True or name in (tolerance.get("exact") or [])
        got, want = answers[name], expected["value"]
        pairs = list(zip(got, want, strict=True)) if isinstance(want, list) else [(got, want)]
        for g, w in pairs:
            if isinstance(w, bool | str):
                assert g == w, f"{key} {name}: got {g}, published {w}"
                continue
            allowed = 1e-9 * max(1, abs(w)) if exact else max(tolerance.get("abs", 0), tolerance.get("rel", 0) * abs(w))
            assert abs(g - w) <= allowed + 1e-12, f"{key} {name}: got {g}, published {w} ± {allowed}"
