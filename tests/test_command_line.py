"""The command line: makes the demo, finds a free port, says what it does."""

from __future__ import annotations

import socket
from datetime import date
from pathlib import Path

import pytest

from amber_acre import __main__ as command_line
from amber_acre.demo.world import FIRM, TODAY
from amber_acre.settings import Settings
from amber_acre.store.areas import all_lawns
from amber_acre.store.session import open_engine, reading
from amber_acre.web.app import create_app
from amber_acre.web.serving import application


def test_the_demo_is_made_and_made_again(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("AMBER_ACRE_DATABASE", str(tmp_path / "demo.sqlite"))
    for _ in range(2):
        command_line.main(["demo", "--only-make"])
        engine = open_engine(tmp_path / "demo.sqlite")
        with reading(engine) as session:
            assert len(all_lawns(session)) == 15
        engine.dispose()


def test_a_port_in_use_gives_way_to_the_next(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str], tmp_path: Path
) -> None:
    served: list[int] = []
    monkeypatch.setattr("uvicorn.run", lambda _app, **how: served.append(how["port"]))
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        command_line.serve(Settings(database=tmp_path / "x.sqlite", port=port))
    assert served == [command_line.free_port("127.0.0.1", port + 1)]
    said = capsys.readouterr().out
    assert f"Port {port} is in use" in said
    assert f"http://127.0.0.1:{served[0]}/" in said


def test_the_demo_pins_its_day_and_its_own_database(monkeypatch: pytest.MonkeyPatch) -> None:
    from amber_acre.demo.build import demo_settings

    made = demo_settings(Settings())
    assert (made.firm, made.day(), made.database) == (FIRM, TODAY, Path("var/demo.sqlite"))
    monkeypatch.setenv("AMBER_ACRE_TODAY", "2026-09-12")
    assert demo_settings(Settings()).day() == date(2026, 9, 12)


def test_without_a_command_it_explains_itself(capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit):
        command_line.main([])
    assert "serve" in capsys.readouterr().err


def test_the_demo_leaves_a_file_it_did_not_make(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    own = tmp_path / "own.sqlite"
    create_app(Settings(database=own)).state.engine.dispose()
    before = own.read_bytes()
    monkeypatch.setenv("AMBER_ACRE_DATABASE", str(own))
    assert command_line.main(["demo", "--only-make"]) == 1
    assert "was not made by the demo: it is left as it is" in capsys.readouterr().err
    assert own.read_bytes() == before


def test_what_cannot_be_served_is_said_in_a_sentence(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    odd = tmp_path / "odd.sqlite"
    odd.write_text("this is a letter, not a database, and long enough to be taken for one" * 20)
    monkeypatch.setenv("AMBER_ACRE_DATABASE", str(odd))
    for command in (["serve"], ["check"], ["backup", str(tmp_path / "copy.sqlite")]):
        assert command_line.main(command) == 1
        said = capsys.readouterr().err
        assert "not a database" in said
        assert "Traceback" not in said
    with pytest.raises(SystemExit, match="not a database"):
        application()


def test_a_wide_address_is_warned_about(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str], tmp_path: Path
) -> None:
    monkeypatch.setattr("uvicorn.run", lambda _app, **_how: None)
    command_line.serve(Settings(database=tmp_path / "x.sqlite", host="0.0.0.0"))
    assert "there is no log-in" in capsys.readouterr().out
    command_line.serve(Settings(database=tmp_path / "x.sqlite"))
    assert "log-in" not in capsys.readouterr().out


def test_copy_and_check_from_the_command_line(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    own = tmp_path / "own.sqlite"
    create_app(Settings(database=own)).state.engine.dispose()
    monkeypatch.setenv("AMBER_ACRE_DATABASE", str(own))
    assert command_line.main(["backup", str(tmp_path / "copies" / "one.sqlite")]) == 0
    assert command_line.main(["check", str(tmp_path / "copies" / "one.sqlite")]) == 0
    assert "is in order" in capsys.readouterr().out
    assert command_line.main(["backup", str(tmp_path / "copies" / "one.sqlite")]) == 1
    assert "is there already" in capsys.readouterr().err
