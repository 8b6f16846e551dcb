"""Refusals as pages: one template, the right status, our words, no stack trace."""

from __future__ import annotations

import logging
from urllib.parse import urlsplit

from fastapi import FastAPI, HTTPException, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import HTMLResponse, RedirectResponse, Response
from sqlalchemy.exc import DatabaseError
from starlette.exceptions import HTTPException as StarletteHTTPException

from amber_acre.core.errors import AmberError
from amber_acre.store.session import trouble_of
from amber_acre.web.page import render
from amber_acre.web.sending import CannotSend, SentAlready

_log = logging.getLogger(__name__)
_WORDS = {
    404: "There is no page at this address. Check it, or start from This week.",
    405: "This address cannot be used that way. Start from This week.",
}


def install(app: FastAPI) -> None:
    """Registers a handler for everything a route may raise."""
    app.add_exception_handler(AmberError, _refusal)
    app.add_exception_handler(CannotSend, _cannot_send)
    app.add_exception_handler(SentAlready, _sent_already)
    app.add_exception_handler(DatabaseError, _database)
    app.add_exception_handler(StarletteHTTPException, _http)
    app.add_exception_handler(RequestValidationError, _address)
    app.add_exception_handler(Exception, _defect)


def _problem(request: Request, status: int, sentence: str) -> HTMLResponse:
    return render(request, "problem.html", status, sentence=sentence, code=status)


def _refusal(request: Request, error: Exception) -> Response:
    return _problem(request, 422, error.sentence if isinstance(error, AmberError) else str(error))


def _again(request: Request, status: int, sentence: str) -> Response:
    """The page that holds the whole form, to be sent again in one press."""
    files = request.headers.get("content-type", "").startswith("multipart/form-data")
    try:
        back = urlsplit(request.headers.get("referer", "")).path
    except ValueError:
        back = ""
    kept = {name: value for name, value in request.state.posted.items() if name not in ("csrf", "once")}
    return render(
        request,
        "again.html",
        status,
        sentence=sentence,
        kept=kept,
        files=files,
        address=request.url.path + (f"?{request.url.query}" if request.url.query else ""),
        back=back or "/",
    )


def _cannot_send(request: Request, error: Exception) -> Response:
    if not isinstance(error, CannotSend):  # pragma: no cover - the registry sends no other
        return _defect(request, error)
    answer = _again if error.again else _problem
    return answer(request, error.status_code, error.detail)


def _sent_already(_request: Request, error: Exception) -> Response:
    return RedirectResponse(error.location if isinstance(error, SentAlready) else "/", status_code=303)


def _database(request: Request, error: Exception) -> Response:
    """A locked, full, read-only or damaged database: a sentence, and the form as it was typed."""
    sentence = trouble_of(error)
    if sentence is None:
        return _defect(request, error)
    _log.error("database trouble on %s: %s", request.url.path, error)
    answer = _again if hasattr(request.state, "posted") else _problem
    return answer(request, 503, sentence)


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
