"""What it takes a newcomer: from an empty database to a planned year, every field counted that must be given."""

from __future__ import annotations

import re
from html.parser import HTMLParser

from tests.conftest import Browser

AT_MOST = 40


class Form(HTMLParser):
    """The form of a page that holds ``field``, as it would be sent if nothing were touched."""

    def __init__(self, page: str, field: str) -> None:
        super().__init__()
        self.forms: list[dict[str, str]] = []
        self._select = ""
        self.feed(page)
        self.kept = next(form for form in self.forms if field in form)

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        """Collects what each field holds; a radio or a box counts once it is checked."""
        has = dict(attrs)
        if tag == "form":
            self.forms.append({})
        elif not self.forms:
            return
        elif tag in ("input", "textarea") and has.get("name"):
            kind, name, value = has.get("type"), str(has["name"]), has.get("value") or ""
            if kind in ("radio", "checkbox"):
                self.forms[-1].setdefault(name, "")
                if "checked" in has:
                    self.forms[-1][name] = value
            elif kind != "file":
                self.forms[-1][name] = value
        elif tag == "select":
            self._select = str(has.get("name") or "")
            self.forms[-1].setdefault(self._select, "")
        elif tag == "option" and "selected" in has:
            self.forms[-1][self._select] = has.get("value") or ""


class Newcomer:
    """Goes from page to page, gives what must be given, and counts it."""

    def __init__(self, browser: Browser) -> None:
        self.browser, self.given = browser, 0

    def sends(self, page: str, **given: str) -> str:
        """Fills the fields of a page, sends the rest as it stands, and says where the answer leads."""
        typed = {name.replace("__", "-"): value for name, value in given.items()}
        shown = self.browser.get(page)
        assert shown.status_code == 200, page
        form = Form(shown.text, next(iter(typed))).kept
        assert set(typed) <= set(form), set(typed) - set(form)
        self.given += len(typed)
        answer = self.browser.client.post(
            page, data={k: v for k, v in (form | typed).items() if v}, follow_redirects=False
        )
        assert answer.status_code == 303, re.findall(r'id="(fault-[^"]+)"[^>]*>([^<]+)', answer.text)
        return str(answer.headers["location"])


def words(page: str) -> str:
    """What a page says."""
    return re.sub(r"\s+", " ", re.sub(r"<[^>]+>", " ", page))


def test_a_lawn_is_planned_with_few_fields(browser: Browser) -> None:
    """Two products, a property with a kind of climate, a measured lawn: what each page shows first is enough."""
    newcomer = Newcomer(browser)
    for name, family, grade, slow in (
        ("Slowmeal 18-0-6", "methylene", "18-0-6", "12"),
        ("Quickgreen 24-0-8", "quick", "24-0-8", "0"),
    ):
        label = {"grade": grade, "slow": slow, "label_min": "10 g/m2", "label_max": "25 g/m2", "interval": "30"}
        newcomer.sends("/shelf/new", name=name, family=family, **label, packs__0__size="20 kg", packs__0__price="31")
    place = newcomer.sends(
        "/properties/new",
        client="Dorrit Lathe",
        name="Lathe Yard",
        climate_id="kind:cool-maritime",
        half="north",
        rule_set_id="none",
    )
    number = re.findall(r"\d+", place)[0]
    lawn = newcomer.sends(
        f"/properties/{number}/areas/new/lawn",
        name="Front",
        size__side_1="14.2 m",
        size__side_2="9.5 m",
        grass="bluegrass",
        upkeep="middle",
    )
    assert newcomer.given <= AT_MOST
    planned = browser.post("/areas/1/plan", {}, page=lawn)
    assert planned.status_code == 303
    year = words(browser.get(planned.headers["location"]).text)
    assert "134.9 m²" in year  # 14.2 × 9.5
    assert {"R1", "R2", "R3"} <= set(year.split())
    assert re.search(r"Slowmeal 18-0-6|Quickgreen 24-0-8", year)
