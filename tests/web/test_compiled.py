"""Templates stay compiled from one start to the next; without a place for it every start compiles anew."""

from __future__ import annotations

import os
import sys
from pathlib import Path

import pytest
from jinja2 import DictLoader, Environment

from amber_acre.web.compiled import compiled_templates


@pytest.fixture(autouse=True)
def python_writes(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(sys, "dont_write_bytecode", False)
    monkeypatch.setattr(sys, "pycache_prefix", None)


def rendered(folder: Path, text: str) -> str:
    return (
        Environment(loader=DictLoader({"one": text}), bytecode_cache=compiled_templates(folder), autoescape=True)
        .get_template("one")
        .render()
    )


def test_a_template_is_compiled_once_and_anew_when_its_text_changed(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert rendered(tmp_path, "lime") == "lime"
    assert len(list((tmp_path / "__pycache__").glob("*.template"))) == 1
    monkeypatch.setattr(Environment, "compile", lambda *_: pytest.fail("compiled again"))
    assert rendered(tmp_path, "lime") == "lime"
    monkeypatch.undo()
    monkeypatch.setattr(sys, "dont_write_bytecode", False)
    assert rendered(tmp_path, "sulphur") == "sulphur"


def test_they_lie_under_pythons_own_prefix_where_it_has_one(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(sys, "pycache_prefix", str(tmp_path / "elsewhere"))
    rendered(tmp_path, "lime")
    assert not (tmp_path / "__pycache__").exists()
    assert len(list((tmp_path / "elsewhere").rglob("*.template"))) == 1


def test_nothing_is_written_where_python_writes_nothing_or_nothing_can_be_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    (tmp_path / "file").write_text("not a folder", encoding="ascii")
    assert compiled_templates(tmp_path / "file") is None
    monkeypatch.setattr(os, "access", lambda *_: False)
    assert compiled_templates(tmp_path) is None
    monkeypatch.undo()
    monkeypatch.setattr(sys, "dont_write_bytecode", True)
    assert compiled_templates(tmp_path) is None
    assert rendered(tmp_path, "lime") == "lime"
