"""Find: properties, lawns, clients, products, climates and rule sets by part of a name."""

from __future__ import annotations

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.store.find import find
from amber_acre.web.page import Reading, render

router = APIRouter()


@router.get("/find")
def find_anything(request: Request, session: Reading, q: str = "") -> HTMLResponse:
    wanted = q.strip()[:80]
    return render(request, "find/find.html", wanted=wanted, hits=find(session, wanted) if wanted else [])
