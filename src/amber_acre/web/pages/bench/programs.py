"""The same sums for other programs: JSON, described by OpenAPI, and a page of it that needs no network."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from urllib.parse import urlencode

from fastapi import APIRouter, Request
from fastapi.openapi.utils import get_openapi
from fastapi.responses import HTMLResponse, JSONResponse
from pydantic import BaseModel

from amber_acre.core.bench.answer import Answer
from amber_acre.web.page import render, settings_of
from amber_acre.web.pages.bench.calculators import CALCULATORS, Calculator
from amber_acre.web.pages.bench.figures import both
from amber_acre.web.pages.bench.routes import worked

router = APIRouter()
sums = APIRouter(prefix="/api/bench")


class ToldOut(BaseModel):
    """One figure: its value in ``unit`` (SI; '' is a count, ``money`` the firm's), and as both systems show it."""

    key: str
    words: str
    value: float
    unit: str
    metric: str
    us: str
    note: str


class StepOut(BaseModel):
    """A step of the working: ``formula`` in the symbols of ``figures``."""

    title: str
    formula: str
    figures: dict[str, float]
    result: float
    unit: str
    source: str


class AnswerOut(BaseModel):
    """What a sum answers."""

    figures: list[ToldOut]
    said: list[str]
    asked: list[str]
    working: list[StepOut]


class FaultsOut(BaseModel):
    """What is wrong, by the name of its field."""

    faults: dict[str, str]


def _out(answer: Answer, currency: str) -> AnswerOut:
    figures = []
    for told in answer.told:
        metric, us = both(told, currency)
        figures.append(
            ToldOut(
                key=told.key, words=told.words, value=told.value, unit=told.unit, metric=metric, us=us, note=told.note
            )
        )
    return AnswerOut(
        figures=figures,
        said=answer.said,
        asked=answer.asked,
        working=[
            StepOut(
                title=step.title,
                formula=step.formula,
                figures={one.symbol: one.value for one in step.figures},
                result=step.result,
                unit=step.unit,
                source=step.source,
            )
            for step in answer.working.steps
        ],
    )


def parameters(one: Calculator) -> list[dict[str, Any]]:
    """The fields of a sum as OpenAPI describes them: every one a text with its unit."""
    found = []
    for name, info in one.form.model_fields.items():
        schema: dict[str, Any] = {"type": "string"}
        extra = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
        choices = extra.get("choices")
        if isinstance(choices, list):
            schema["enum"] = [choice[0] for choice in choices if isinstance(choice, (list, tuple))]
        words = f"{info.title}: {info.description}" if info.description else str(info.title)
        row: dict[str, Any] = {"name": name, "in": "query", "required": False, "description": words, "schema": schema}
        if name in one.example:
            row["example"] = one.example[name]
        found.append(row)
    return found


def _endpoint(one: Calculator) -> Callable[[Request], JSONResponse]:
    known = set(one.form.model_fields)

    def solve(request: Request) -> JSONResponse:
        strange = sorted(set(request.query_params) - known)
        if strange:
            takes = f"This sum asks for no such thing. It takes: {', '.join(sorted(known))}."
            return JSONResponse({"faults": dict.fromkeys(strange, takes)}, status_code=422)
        read, answer = worked(one, {"units": settings_of(request).units} | dict(request.query_params))
        if answer is None:
            faults = {name: str(fault.sentence) for name, fault in read.faults.items()}
            said = faults or {"form": "Nothing was given: fill in the parameters of this sum."}
            return JSONResponse({"faults": said}, status_code=422)
        return JSONResponse(_out(answer, settings_of(request).currency).model_dump())

    return solve


for _one in CALCULATORS:
    sums.add_api_route(
        f"/{_one.key}",
        _endpoint(_one),
        response_model=AnswerOut,
        responses={422: {"model": FaultsOut, "description": "What is wrong, by field"}},
        summary=_one.title,
        description=_one.does,
        operation_id=_one.key.replace("-", "_"),
        openapi_extra={"parameters": parameters(_one)},
        tags=[_one.group],
    )


def description() -> dict[str, Any]:
    """The OpenAPI document of the sums."""
    return get_openapi(
        title="Amber Acre bench",
        version="1",
        description="The sums of the bench. Every parameter is a text with its unit; figures come in SI.",
        routes=sums.routes,
    )


@router.get("/api/openapi.json")
def openapi() -> JSONResponse:
    return JSONResponse(description())


@router.get("/api")
def show_interface(request: Request) -> HTMLResponse:
    """The description for people: each sum, its parameters, an address to try."""
    return render(
        request,
        "bench/api.html",
        sums=[(one, parameters(one), f"/api/bench/{one.key}?{urlencode(one.example)}") for one in CALCULATORS],
        fields=AnswerOut.model_fields,
    )
