"""The house keeps its own rules: sizes, purity, docstrings, glossary, references, what ships."""

from __future__ import annotations

import ast
import re
import tokenize
from collections.abc import Iterator
from graphlib import TopologicalSorter
from pathlib import Path

import pytest

from amber_acre.core import quantities
from amber_acre.core.tables import grasses, instruments, nitrogen_forms, plants, soil_ranges
from amber_acre.web.references import REFERENCES

ROOT = Path(__file__).parent.parent
SOURCE = ROOT / "src" / "amber_acre"
MODULES = sorted(p for p in SOURCE.rglob("*.py") if "versions" not in p.parts)
CORE = [p for p in MODULES if "core" in p.relative_to(SOURCE).parts[:1]]
PYTHON = [*MODULES, *(ROOT / "tests").rglob("*.py"), *(ROOT / "benchmarks").rglob("*.py")]
FUNCTION = ast.FunctionDef | ast.AsyncFunctionDef


def functions(path: Path) -> Iterator[FUNCTION]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, FUNCTION):
            yield node


def length(node: FUNCTION) -> int:
    return (node.end_lineno or node.lineno) - node.lineno + 1


def test_modules_and_functions_stay_small() -> None:
    for path in MODULES:
        assert len(path.read_text(encoding="utf-8").splitlines()) <= 400, path
    lengths = sorted((length(f), f"{path.name}:{f.name}") for path in MODULES for f in functions(path))
    assert lengths[-1][0] <= 60, lengths[-5:]
    assert lengths[int(len(lengths) * 0.95)][0] <= 40, lengths[int(len(lengths) * 0.95) :]


@pytest.mark.parametrize("path", CORE, ids=lambda p: str(p.relative_to(SOURCE)))
def test_the_core_has_no_clock_and_says_what_it_does(path: Path) -> None:
    tree = ast.parse(path.read_text(encoding="utf-8"))
    assert ast.get_docstring(tree), path
    for node in ast.walk(tree):
        if isinstance(node, ast.Attribute):
            assert node.attr not in ("now", "today", "utcnow"), f"{path}:{node.lineno} reads the clock"
        if isinstance(node, FUNCTION | ast.ClassDef) and not node.name.startswith("_"):
            assert ast.get_docstring(node), f"{path}:{node.lineno} {node.name} has no docstring"


def test_nowhere_but_settings_reads_the_clock_for_the_day() -> None:
    for path in MODULES:
        if path.name != "settings.py":
            assert "date.today" not in path.read_text(encoding="utf-8"), path


def name_of(path: Path) -> str:
    parts = path.relative_to(SOURCE.parent).with_suffix("").parts
    return ".".join(parts[:-1] if parts[-1] == "__init__" else parts)


def loaded_by(path: Path, known: set[str]) -> set[str]:
    """The modules of the house that a module loads as it is loaded: not for types alone, not within a function."""
    found: set[str] = set()
    bodies = [ast.parse(path.read_text(encoding="utf-8")).body]
    while bodies:
        for node in bodies.pop():
            if isinstance(node, ast.ImportFrom) and node.module:
                found |= {node.module, *(f"{node.module}.{one.name}" for one in node.names)}
            elif isinstance(node, ast.Import):
                found |= {one.name for one in node.names}
            elif isinstance(node, ast.If) and ast.unparse(node.test) != "TYPE_CHECKING":
                bodies += [node.body, node.orelse]
    return found & known


def test_no_module_waits_for_one_that_waits_for_it() -> None:
    """Pages are loaded in the order people come to them: any module must load first."""
    known = {name_of(path) for path in MODULES}
    loads = {name_of(path): sorted(loaded_by(path, known)) for path in MODULES}
    assert sum(map(len, loads.values())) > 1000
    assert loads["amber_acre.store.job_tables"] == ["amber_acre.store.base"]  # its other imports are for types alone
    list(TopologicalSorter(loads).static_order())  # CycleError names the circle


def cited_in(path: Path) -> Iterator[str]:
    """Keys in square brackets in the comments and docstrings of a module."""
    with path.open("rb") as file:
        for token in tokenize.tokenize(file.readline):
            if token.type == tokenize.COMMENT or (token.type == tokenize.STRING and token.string.startswith('"""')):
                yield from re.findall(r"\[([a-z][a-z0-9-]{2,}(?:, [a-z0-9-]+)*)\]", token.string)


def test_every_source_key_cited_is_listed_once_and_every_source_listed_is_cited() -> None:
    listed = re.findall(r"^\| `([a-z0-9-]+)` \|", (SOURCE / "web" / "references.md").read_text("utf-8"), re.MULTILINE)
    assert len(listed) == len(set(listed)) == len(REFERENCES)
    used = {g.source for g in grasses.GRASSES} | {r.source for r in nitrogen_forms.FORM_ROWS.values()}
    used |= {f.source for f in nitrogen_forms.FAMILIES.values()} | {r.source for r in soil_ranges.RANGES.values()}
    used |= {plant.source for plant in plants.catalogue().values()} | {i.source for i in instruments.INSTRUMENTS}
    for path in CORE:
        used |= set(cited_in(path))
    keys = {key for group in used for key in group.split(", ")}
    assert keys <= set(REFERENCES), keys - set(REFERENCES)
    assert set(REFERENCES) - keys <= {
        "firm-own",
        "label",
        "lab-report",
        "rule",
        "shelf",
        "heron",
        "iupac-masses",
        "from-memory",
        "plane-geometry",
    }


def test_the_glossary_names_every_quantity() -> None:
    glossary = (ROOT / "docs" / "glossary.md").read_text(encoding="utf-8")
    types = [name for name, value in vars(quantities).items() if getattr(value, "__supertype__", None) is float]
    assert len(types) >= 9
    for name in types:
        assert f"`{name}`" in glossary, name


def test_documents_name_files_that_exist() -> None:
    for document in (ROOT / "docs" / "architecture.md", ROOT / "CONTRIBUTING.md", ROOT / "README.md"):
        for path in re.findall(r"`((?:src|tests|docs|benchmarks)/[\w/.-]+)`", document.read_text(encoding="utf-8")):
            assert (ROOT / path).exists(), f"{document.name} names {path}"
    for picture in (ROOT / "docs" / "screenshots").glob("*.png"):
        assert picture.name in (ROOT / "README.md").read_text(encoding="utf-8"), picture.name


def test_nothing_is_fetched_from_elsewhere() -> None:
    for path in SOURCE.rglob("*"):
        if path.suffix in (".html", ".css", ".js") and path.name != "htmx.min.js":
            found = re.findall(r"https?://[^\s\"')]+", path.read_text(encoding="utf-8"))
            assert [u for u in found if "tailwindcss.com" not in u and "w3.org" not in u] == [], path


def test_what_can_be_reviewed_can_be_changed() -> None:
    exempt = sum(path.read_text("utf-8").count("# fmt: " + "skip") for path in PYTHON)
    assert exempt < 20
    for path in SOURCE.rglob("*.html"):
        for number, line in enumerate(path.read_text("utf-8").splitlines(), 1):
            assert len(line) <= 160, f"{path}:{number} has {len(line)} characters"


def test_colours_have_names() -> None:
    style = (SOURCE / "web" / "styles" / "app.css").read_text("utf-8")
    theme = style[style.index("@theme {") : style.index("}", style.index("@theme {"))]
    assert re.findall(r"(?<!-)#[0-9a-f]{3,6}\b", style.replace(theme, "")) == []
    named = re.findall(r"--color-([\w-]+): #", theme)
    assert len(named) == len(set(named))
    drawn = "".join(path.read_text("utf-8") for path in SOURCE.rglob("*.html")) + style
    assert [name for name in named if not re.search(rf"(--color-|[a-z]-){name}\b", drawn)] == []


def test_every_function_is_fully_typed_and_nothing_is_left_unfinished() -> None:
    for path in MODULES:
        text = path.read_text(encoding="utf-8")
        assert not re.search("|".join(("TO" + "DO", "FIX" + "ME", "NotImplemented" + "Error", "type: ignore")), text), (
            path
        )
        for node in functions(path):
            assert node.returns is not None, f"{path}:{node.lineno}"
