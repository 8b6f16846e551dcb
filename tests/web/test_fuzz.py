"""Odd requests against every address: none ends in a defect, none changes anything without a form of ours.

Two thousand in each run; ``make fuzz`` sends a hundred thousand. The same seed gives the same requests.
"""

from __future__ import annotations

import hashlib
import os
import random
import re
import sqlite3
import time
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest
from fastapi.routing import APIRoute
from fastapi.testclient import TestClient

from amber_acre.settings import Settings
from amber_acre.web.app import create_app
from amber_acre.web.opening import PAGES
from amber_acre.web.pages.planning import longer

REQUESTS = int(os.environ.get("AMBER_ACRE_FUZZ", "2400"))
PROCESSOR_S = 1.0
# What takes long by its nature: setting a paper, and branching, which waits for nobody and holds no lock.
LONG, LONG_S = re.compile(r"\.pdf$|/longer/look$"), 20.0
ODD = (
    "",
    " ",
    "0",
    "-1",
    "1e309",
    "NaN",
    "9" * 400,
    "9" * 5000,
    "1.5",
    "½",
    "٣",
    "12 kg",
    "4 lb/1000 ft²",
    "38 ft 6 in",
    "2026-02-30",
    "0001-01-01",
    "9999-12-31",
    "02/10/2026",
    "on",
    "<script>alert(1)</script>",
    "{{ 7*7 }}",
    "../../etc/passwd",
    "%00",
    "\x00",
    "\u202eevil",
    "\ud800",
    "a" * 20_000,
    "1,2,3\n4,5\n",
    ",,,,\n,,,,",
    "a\rb\rc",
    '"unclosed',
    "x\ty\n1\t2\n3",
    "0 0\n9 9\n0 9\n9 0",
    "[" * 3000,
    '{"type": "FeatureCollection", "features": [{}]}',
    '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "c">]><gpx/>',
    "N 45 E",
    "1:0",
    "60 %",
    "-40 F",
    "3 weeks",
    "$-4",
)
FILES = (
    b"",
    b"\xff\xfe\x00",
    b"\xff\xfea\x00,\x00b\x00\n\x001\x00,\x002\x00",
    b"\x89PNG\r\n\x1a\n" + b"\x00" * 40,
    b"a,b\r1,2\r",
)
HEADERS: tuple[dict[str, str], ...] = (
    {},
    {"origin": "null"},
    {"origin": "http://["},
    {"referer": "http://[::"},
    {"accept-language": "x" * 3000},
    {"cookie": "a[b]=1; x/y=2"},
    {"hx-request": "true"},
    {"content-type": "multipart/form-data"},
    {"content-type": "multipart/form-data; boundary="},
    {"content-type": "application/json"},
    {"range": "bytes=9-1"},
    {"if-modified-since": "yesterday"},
)


@pytest.fixture
def client(demo_settings_copy: Settings, monkeypatch: pytest.MonkeyPatch) -> Iterator[TestClient]:
    monkeypatch.setattr(longer, "STEPS", (1,))
    app = create_app(demo_settings_copy)
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as made:
        yield made


def fields_by_page(client: TestClient, paths: list[str]) -> dict[str, list[str]]:
    """Names of the fields that the pages hold, by the address their forms post to."""
    found: dict[str, list[str]] = {}
    for path in paths:
        text = client.get(path).text
        for form in re.findall(r"<form.*?</form>", text, re.DOTALL):
            action = re.search(r'action="([^"]*)"', form)
            names = re.findall(r'name="([^"]+)"', form)
            found.setdefault(re.sub(r"\d+", "#", action[1]) if action else "", []).extend(names)
    return {action: sorted(set(names)) for action, names in found.items()}


def filled(template: str, chance: random.Random) -> str:
    """An address with a number or a text in each of its places: mostly one that is there."""
    odd = [text for text in ODD if text.isprintable() and "/" not in text and len(text) < 500 and text.strip()]

    def one(match: re.Match[str]) -> str:
        if match[1].endswith("_id"):
            return str(chance.choice([1, 2, 3, 6, 9, 18, 20, 26, 999, 0, 2**63])) if chance.random() < 0.9 else "x"
        return chance.choice(["lawn", "bed", "tree", "look", "sample", "Rosa rugosa", "a" * 32, *odd[:6]])

    return re.sub(r"\{(\w+)(?::\w+)?\}", one, template)


def form_for(names: list[str], chance: random.Random) -> dict[str, str]:
    form = {name: chance.choice(ODD) for name in names if chance.random() < 0.7}
    for _ in range(chance.randrange(3)):
        form["-".join(chance.choices(["size", "cut_outs", "packs", "0", "7", "9" * 12, "side_1"], k=3))] = (
            chance.choice(ODD)
        )
    return form


def state_of(database: Path) -> str:
    with closing(sqlite3.connect(database)) as connection:
        return hashlib.sha256("\n".join(connection.iterdump()).encode("utf-8", "surrogatepass")).hexdigest()


def body_of(form: dict[str, str]) -> bytes:
    def escaped(text: str) -> str:
        return "".join(f"%{byte:02x}" for byte in text.encode("utf-8", "surrogatepass"))

    return "&".join(f"{escaped(name)}={escaped(value)}" for name, value in form.items()).encode()


def test_odd_requests_end_in_a_page_and_change_nothing_without_a_form(
    client: TestClient, demo_settings_copy: Settings
) -> None:
    chance = random.Random(20260527)
    routes = [route for pages in PAGES for route in pages.load().routes if isinstance(route, APIRoute)]
    assert len(routes) > 80
    pages = ["/shelf/new", "/properties/new", "/properties/1/areas/new/lawn", "/areas/1/edit", "/areas/1/soil"]
    pages += ["/areas/1/log", "/areas/6/soil/tests/new", "/areas/6/soil/ph?way=up", "/properties/1/soil/file"]
    pages += ["/properties/1/files", "/almanac/climates/new", "/almanac/rules/new", "/areas/6/looks", "/corrections/1"]
    pages += ["/machines/new", "/machines/1", "/shelf/bring", "/shelf/1", "/bench/rate", "/bench/mix", "/bench/blend"]
    names = fields_by_page(client, pages)
    every = sorted({name for group in names.values() for name in group} - {"csrf", "once"})
    token = re.search(r'name="csrf" value="([^"]+)"', client.get("/shelf/new").text)
    assert token is not None
    before, faults = state_of(demo_settings_copy.database), list[str]()
    for ours in (False, True):
        for number in range(REQUESTS // 2):
            route = chance.choice(routes)
            method = chance.choice(sorted((route.methods or set()) | {chance.choice(["GET", "POST", "PUT", "DELETE"])}))
            url = filled(route.path, chance)
            if chance.random() < 0.5:
                keys = chance.choices(
                    ["day", "area", "round", "working", "q", "by", "way", "deleted", "id", "job"], k=2
                )
                url += "?" + body_of({key: chance.choice(ODD)[:600] for key in keys}).decode()
            form = form_for(names.get(re.sub(r"\d+", "#", url.partition("?")[0])) or chance.sample(every, 12), chance)
            form["csrf"] = token[1] if ours else chance.choice([*ODD[:8], token[1][::-1]])
            trouble = _sent(client, method, url, form, chance)
            if trouble:
                faults.append(f"{number}: {trouble}: {method} {url[:200]} {str(form)[:400]}")
        if not ours:
            assert state_of(demo_settings_copy.database) == before
    assert faults[:8] == []


def _sent(client: TestClient, method: str, url: str, form: dict[str, str], chance: random.Random) -> str:
    """What is wrong with the answer; '' for nothing."""
    headers = dict(chance.choice(HEADERS))
    body: bytes | None = None
    files = None
    if method in ("POST", "PUT"):
        if chance.random() < 0.15:
            files = {chance.choice(["file", "photos"]): (chance.choice(["a.csv", "🐝.png", ""]), chance.choice(FILES))}
            headers.pop("content-type", None)
        else:
            headers.setdefault("content-type", "application/x-www-form-urlencoded")
            body = body_of(form)
    spent, most = [], LONG_S if LONG.search(url.partition("?")[0]) else PROCESSOR_S
    for _ in range(2):
        begun = time.process_time()
        if files is not None:
            plain = {k: v.encode("utf-8", "replace").decode() for k, v in form.items()}
            answer = client.request(method, url, data=plain, files=files, headers=headers, follow_redirects=False)
        else:
            answer = client.request(method, url, content=body, headers=headers, follow_redirects=False)
        spent.append(time.process_time() - begun)
        if spent[-1] <= most or answer.status_code >= 500:
            break
    if answer.status_code >= 500 and answer.status_code != 503:
        return str(answer.status_code)
    return f"{min(spent):.1f} s of the processor" if min(spent) > most else ""
