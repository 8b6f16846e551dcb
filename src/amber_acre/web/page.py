"""The one Jinja environment, the dependencies of every route, and how a page is rendered."""

from __future__ import annotations

import os
from collections.abc import AsyncIterator, Iterable
from dataclasses import replace
from datetime import UTC, date, datetime
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any, TypeVar

from fastapi import Depends, HTTPException, Query, Request
from fastapi.responses import HTMLResponse, RedirectResponse
from jinja2 import ChoiceLoader, Environment, FileSystemLoader, StrictUndefined
from pydantic import Field
from sqlalchemy.orm import Session

from amber_acre.core.jobs.job import PLACEMENT_WORDS
from amber_acre.core.season.months import MONTH_NAMES
from amber_acre.core.soil.ph_class import ph_class
from amber_acre.core.tolerance import over
from amber_acre.settings import Settings
from amber_acre.store.session import reading
from amber_acre.web.compiled import compiled_templates
from amber_acre.web.draw.leaf import leaves
from amber_acre.web.figures import figure, plain_figure, with_unit
from amber_acre.web.forms.reading import Faults
from amber_acre.web.named_faults import named
from amber_acre.web.pieces import piece
from amber_acre.web.references import REFERENCES
from amber_acre.web.sending import Posted, Writing, leads_to, new_key, written
from amber_acre.web.shown import Shown, Units, substituted, worded

if TYPE_CHECKING:
    from amber_acre.core.measure.methods import Method
    from amber_acre.core.products.product import Product

_WEB = Path(__file__).parent
_environment = Environment(
    loader=ChoiceLoader([FileSystemLoader(_WEB / "shared"), FileSystemLoader(_WEB / "pages")]),
    autoescape=True,
    undefined=StrictUndefined,
    trim_blocks=True,
    lstrip_blocks=True,
    bytecode_cache=compiled_templates(_WEB),
    auto_reload="AMBER_ACRE_DEV" in os.environ,  # else nobody looks at the disk for a template while somebody waits
)


def _choices_of(rows: Iterable[Any]) -> list[tuple[int, str]]:
    return [(row.id, row.name) for row in rows]


def _choices_of_products(products: Iterable[Product], also: Product) -> list[tuple[int, str]]:
    """The shelf as choices, with the product of a round that has left it."""
    there = {product.key: product.name for product in products}
    return list({**there, also.key: also.name}.items())


def _methods_of(methods: Iterable[Method]) -> dict[str, dict[str, Any]]:
    """What each way of measuring asks for, for the page's script."""
    return {
        m.key: {"sides": [a.name for a in m.sides], "columns": [a.name for a in m.columns], "hint": m.hint}
        for m in methods
    }


def _method_choices(methods: Iterable[Method], ranges: bool) -> list[tuple[str, str]]:
    return [(m.key, m.name) for m in methods if ranges or m.key != "range"]


_environment.filters.update(
    figure=figure, plain=plain_figure, with_unit=with_unit, substituted=substituted, worded=worded
)
_environment.globals.update(
    choices_of=_choices_of,
    over=over,
    ph_class=ph_class,
    choices_of_products=_choices_of_products,
    letters=lambda known: ", ".join(f"{letter} {words}" for letter, words in known.items()),
    methods_of=_methods_of,
    method_choices=_method_choices,
    zip_same=lambda names: [(name, name) for name in names],
    MONTH_NAMES=MONTH_NAMES,
    new_key=new_key,
    piece=piece,
    sentences_of=lambda faults: {name: fault.sentence for name, fault in faults.items()},
    REFERENCES=REFERENCES,
    PLACEMENT_WORDS=PLACEMENT_WORDS,
    LEAVES=leaves(),
)

__all__ = [
    "AsOf",
    "Key",
    "Posted",
    "Reading",
    "Today",
    "Writing",
    "found",
    "go",
    "render",
    "settings_of",
    "units_of",
]

PLACES = (
    ("This week", "/"),
    ("Properties", "/properties"),
    ("Shelf", "/shelf"),
    ("Bench", "/bench"),
    ("Day book", "/daybook"),
    ("Almanac", "/almanac"),
)


def moment_of(request: Request) -> datetime:
    """When something is written, by the program's day: a pinned day is not dated by the wall clock."""
    now = datetime.now(UTC)
    pinned = settings_of(request).today
    return now if pinned is None else datetime.combine(pinned, now.timetz())


def settings_of(request: Request) -> Settings:
    settings: Settings = request.app.state.settings
    return settings


async def _today(request: Request) -> date:  # nothing that waits: asked where the request is, not in a thread
    return settings_of(request).day()


async def _reading(request: Request) -> AsyncIterator[Session]:  # opens nothing before the route asks for something
    with reading(request.app.state.engine) as session:
        yield session


# A row's number in an address.
Key = Annotated[int, Field(ge=1, le=2**53)]
# A day in an address: any day a season can be computed for.
AsOf = Annotated[date | None, Query(ge=date(1990, 1, 1), le=date(2090, 1, 1))]
Today = Annotated[date, Depends(_today)]
Reading = Annotated[Session, Depends(_reading)]


def render(request: Request, template: str, status: int = 200, units: Units = "metric", **context: Any) -> HTMLResponse:
    """A page from a template; ``shown`` formats in ``units``."""
    settings = settings_of(request)
    shown = Shown(units, settings.currency)
    faults: Faults = context.get("faults", {})
    context["faults"] = {
        name: replace(fault, sentence=" ".join(shown.sentence(one) for one in (fault.sentence, *fault.more)))
        for name, fault in faults.items()
    }
    text = _environment.get_template(template).render(
        places=PLACES,
        path=request.url.path,
        csrf=request.scope.get("csrf", ""),
        firm=settings.firm,
        today=settings.day(),
        pinned=settings.today is not None,
        demo=settings.demo,
        undo=_undo_of(request),
        shown=shown,
        **context,
    )
    return HTMLResponse(named(text, faults), status_code=status)


def units_of(text: str) -> Units:
    return "us" if text == "us" else "metric"


def go(url: str) -> RedirectResponse:
    """After a form: what it wrote is kept; look at the result. The last thing a route does."""
    leads_to(url)
    written()
    return RedirectResponse(url, status_code=303)


_T = TypeVar("_T")


def found(value: _T | None, what: str) -> _T:
    """The value, or a 404 page that says what is missing."""
    if value is None:
        raise HTTPException(404, f"{what} is not here. It may have been deleted; go back and look at the list.")
    return value


UNDO = {
    "areas": "area",
    "contexts": "shape on the sheet",
    "machines": "machine",
    "properties": "property",
    "shelf": "product",
    "soil-tests": "soil test",
}


def _undo_of(request: Request) -> dict[str, str] | None:
    """What was just deleted, from the address: the form that brings it back."""
    kind, number = request.query_params.get("deleted", ""), request.query_params.get("id", "")
    if kind not in UNDO or not number.isdecimal():
        return None
    return {
        "action": f"/{kind}/{number}/restore",
        "what": UNDO[kind],
    }
