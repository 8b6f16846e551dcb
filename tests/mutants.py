"""``make mutants``: changes each number and comparison of a module that decides, one at a time, and shows what no test
of its own name saw.

A mutant that survives is a constant without a row at its edge. Modules are given as paths; without any, those of the
core that differ from the last commit.
"""

from __future__ import annotations

import ast
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).parents[1]
CORE = Path("src/amber_acre/core")
OTHER = {ast.Lt: "<=", ast.LtE: "<", ast.Gt: ">=", ast.GtE: ">", ast.Eq: "!=", ast.NotEq: "=="}
SIGNS = {ast.Lt: "<", ast.LtE: "<=", ast.Gt: ">", ast.GtE: ">=", ast.Eq: "==", ast.NotEq: "!="}


@dataclass(frozen=True)
class Mutant:
    """One change: line, what stood there, what stands there now, and the whole text with it."""

    line: int
    was: str
    now: str
    text: str


def mutants(text: str) -> Iterator[Mutant]:
    """Every number a tenth larger (whole ones by one), and every comparison with its edge on the other side."""
    lines = text.splitlines(keepends=True)
    for node in ast.walk(ast.parse(text)):
        if isinstance(node, ast.Constant) and isinstance(node.value, int | float) and not isinstance(node.value, bool):
            yield _with(lines, node.lineno, node.col_offset, node.end_col_offset or 0, repr(_more(node.value)))
        elif isinstance(node, ast.Compare) and len(node.ops) == 1 and type(node.ops[0]) in OTHER:
            sign, right = SIGNS[type(node.ops[0])], node.comparators[0]
            if node.left.end_lineno != right.lineno:
                continue
            start = node.left.end_col_offset or 0
            where = lines[right.lineno - 1].encode().find(sign.encode(), start)
            if start <= where < right.col_offset:
                yield _with(lines, right.lineno, where, where + len(sign), OTHER[type(node.ops[0])])


def _more(value: float) -> float:
    return value + 1 if isinstance(value, int) else round(value * 1.1 + (value == 0), 12)


def _with(lines: list[str], line: int, start: int, end: int, now: str) -> Mutant:
    raw = lines[line - 1].encode()
    changed = raw[:start] + now.encode() + raw[end:]
    text = "".join([*lines[: line - 1], changed.decode(), *lines[line:]])
    return Mutant(line, raw[start:end].decode(), now, text)


def own_tests(module: Path) -> list[str]:
    """The tests of a module's own name."""
    return [str(path.relative_to(ROOT)) for path in sorted((ROOT / "tests").rglob(f"test_{module.stem}.py"))]


def survivors(module: Path, place: Path) -> tuple[list[Mutant], int]:
    """Mutants of a module that its tests let pass, and how many were tried, in a copy of the project at ``place``."""
    target, tests = place / module, own_tests(module)
    kept = target.read_text(encoding="utf-8")
    left, tried = [], 0
    for mutant in mutants(kept):
        target.write_text(mutant.text, encoding="utf-8")
        tried += 1
        command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", *tests]
        if subprocess.run(command, cwd=place, capture_output=True, check=False).returncode == 0:
            left.append(mutant)
    target.write_text(kept, encoding="utf-8")
    return left, tried


def changed_modules() -> list[Path]:
    """Modules of the core that differ from the last commit, or were changed by it where nothing does."""
    for against in ("HEAD", "HEAD~1"):
        shown = subprocess.run(
            ["git", "diff", "--name-only", against, "--", str(CORE)],
            cwd=ROOT,
            capture_output=True,
            text=True,
            check=True,
        )
        found = [Path(name) for name in shown.stdout.split() if name.endswith(".py") and (ROOT / name).exists()]
        if found:
            return found
    return []


def main() -> None:
    """Prints what survived, module by module; ends with 1 where anything did."""
    modules = [Path(name) for name in sys.argv[1:]] or changed_modules()
    any_left = False
    with tempfile.TemporaryDirectory() as folder:
        place = Path(folder)
        for name in ("src", "tests"):
            shutil.copytree(ROOT / name, place / name)
        shutil.copy(ROOT / "pyproject.toml", place)
        for module in modules:
            if not own_tests(module):
                print(f"{module}: no test of its own name")
                continue
            left, tried = survivors(module, place)
            print(f"{module}: {tried - len(left)} of {tried} seen")
            for mutant in left:
                print(f"  line {mutant.line}: {mutant.was} → {mutant.now} passed")
            any_left = any_left or bool(left)
    sys.exit(1 if any_left else 0)


if __name__ == "__main__":
    main()
