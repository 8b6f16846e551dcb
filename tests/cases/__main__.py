"""``python -m tests.cases conflicts|holds|lawn_seasons|care|mulch|trees|pots FILE``: prints the application's own
answers to cases as JSON."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any

from tests.cases import bench, care, conflicts, holds, lawn_seasons

ANSWERERS: dict[str, Callable[[Mapping[str, Any]], Any]] = {
    "conflicts": conflicts.answer,
    "holds": holds.answer,
    "lawn_seasons": lawn_seasons.plan_of,
    "care": care.plan_of,
    "mulch": bench.answer,
    "trees": bench.answer,
    "pots": bench.answer,
}


def main(arguments: list[str]) -> int:
    """Reads a file of cases and prints ``{id: answer}``."""
    if len(arguments) != 2 or arguments[0] not in ANSWERERS:
        print(f"usage: python -m tests.cases {'|'.join(ANSWERERS)} FILE", file=sys.stderr)
        return 2
    cases = json.loads(Path(arguments[1]).read_text(encoding="utf-8"))
    answers = {case["id"]: ANSWERERS[arguments[0]](case) for case in cases}
    print(json.dumps(answers, indent=1))
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
