"""The bench: sums that need no client. The address of each holds what was typed."""

from __future__ import annotations

from urllib.parse import urlencode

from fastapi import APIRouter, HTTPException, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import AmberError
from amber_acre.store.kept_sums import kept_sums
from amber_acre.web.forms.reading import Read, read_form
from amber_acre.web.page import Reading, Today, render, settings_of
from amber_acre.web.pages.bench.calculators import BY_KEY, CALCULATORS, Calculator
from amber_acre.web.pages.bench.figures import both, per_acre
from amber_acre.web.pages.bench.forms import Bench
from amber_acre.web.pages.bench.keeping import kept_for

router = APIRouter()
# Sums over the firm's own products: address, title, what each does.
OVER_SHELF = (
    ("/bench/mix", "A mix for the tank", "Several products scaled to ground and tank, in order, with what falls out."),
    (
        "/machines",
        "Spreaders and sprayers of the firm",
        "Catch tests, and what each is set to for a product and rate.",
    ),
    (
        "/bench/compare",
        "Products side by side",
        "For one ground and one need: rate, label, packs, money, release.",
    ),
    (
        "/bench/blend",
        "The cheapest blend",
        "Whole packs that bring what is asked for, within labels and caps.",
    ),
)


@router.get("/bench")
def list_sums(request: Request, session: Reading) -> HTMLResponse:
    groups: dict[str, list[Calculator]] = {}
    for one in CALCULATORS:
        groups.setdefault(one.group, []).append(one)
    return render(request, "bench/index.html", groups=groups, over_shelf=OVER_SHELF, kept=kept_sums(session))


@router.get("/bench/{key}")
def show_sum(request: Request, session: Reading, today: Today, key: str) -> HTMLResponse:
    """A sum with what the address says of it worked out."""
    one = BY_KEY.get(key)
    if one is None:
        raise HTTPException(404, "This sum is not on the bench. Go back to the list of them.")
    read, answer = worked(one, {"units": settings_of(request).units} | dict(request.query_params))
    us = read.typed.get("units") == "us"
    currency = settings_of(request).currency
    return render(
        request,
        "bench/sum.html",
        422 if read.faults else 200,
        units="us" if us else "metric",
        sum=one,
        address=f"{request.url.path}?{request.url.query}",
        places_known=kept_for(session, today),
        fields=one.form.model_fields,
        ticks=[name for name, info in one.form.model_fields.items() if info.annotation is bool],
        typed=read.typed,
        faults=read.faults,
        answer=answer,
        lines=[(told, both(told, currency), per_acre(told)) for told in answer.told] if answer else [],
        example=f"/bench/{one.key}?{urlencode(one.example)}",
    )


def worked(one: Calculator, typed: dict[str, str]) -> tuple[Read[Bench], Answer | None]:
    """A sum of what was typed; nothing typed asks nothing, and is no fault."""
    said = {name: text for name, text in typed.items() if text.strip()}
    read = read_form(one.form, said)
    read.typed = typed
    if not set(said) - {"units"}:
        read.faults.clear()
        return read, None
    answer = None
    if read.value is not None:
        try:
            answer = one.solve(read.value)
        except AmberError as refused:
            read.refuse(refused)
    return read, answer
