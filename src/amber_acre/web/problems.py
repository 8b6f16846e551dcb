"""Refusals as pages: one template, the right status, our words, no stack trace."""

from __future__ import annotations

import logging

from fastapi import FastAPI, HTTPException, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import HTMLResponse, Response
from starlette.exceptions import HTTPException as StarletteHTTPException

from amber_acre.core.errors import AmberError
from amber_acre.web.page import render

_log = logging.getLogger(__name__)
_WORDS = {
    404: "There is no page at this address. Check it, or start from This week.",
    405: "This address cannot be used that way. Start from This week.",
}


def install(app: FastAPI) -> None:
    """Registers a handler for everything a route may raise."""
    app.add_exception_handler(AmberError, _refusal)
    app.add_exception_handler(StarletteHTTPException, _http)
    app.add_exception_handler(RequestValidationError, _address)
    app.add_exception_handler(Exception, _defect)


def _problem(request: Request, status: int, sentence: str) -> HTMLResponse:
    return render(request, "problem.html", status, sentence=sentence, code=status)


def _refusal(request: Request, error: Exception) -> Response:
    return _problem(request, 422, error.sentence if isinstance(error, AmberError) else str(error))


def _http(request: Request, error: Exception) -> Response:
    if not isinstance(error, StarletteHTTPException):  # pragma: no cover - the registry sends no other
        return _defect(request, error)
    ours = isinstance(error, HTTPException) and error.detail not in ("Not Found", "Method Not Allowed")
    return _problem(request, error.status_code, error.detail if ours else _WORDS.get(error.status_code, error.detail))


def _address(request: Request, _error: Exception) -> Response:
    return _problem(
        request, 422, "Part of this address cannot be read. Check the date or number in it, or start from This week."
    )


def _defect(request: Request, error: Exception) -> Response:
    _log.error("unexpected failure on %s", request.url.path, exc_info=error)
    return _problem(
        request,
        500,
        "Something went wrong on our side and was written to the server's log. Nothing was saved; go back and try"
        " again.",
    )
