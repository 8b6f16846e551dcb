"""What was deleted: a list that brings each thing back."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.store.deleted import deleted
from amber_acre.web.page import UNDO, Reading, render

router = APIRouter()


@router.get("/deleted")
def show_deleted(request: Request, session: Reading) -> HTMLResponse:
    """Everything deleted, latest first."""
    return render(request, "deleted/deleted.html", things=deleted(session), what=UNDO)
