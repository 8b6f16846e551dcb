"""Keeping a sum: for a property, or for the firm."""

from __future__ import annotations

import re

from fastapi import APIRouter
from fastapi.responses import Response

from amber_acre.core.errors import MissingInput, NotUnderstood
from amber_acre.store.clients import property_of
from amber_acre.store.kept_sums import forget_sum, keep_sum
from amber_acre.web.page import Key, Posted, Today, Writing, go

router = APIRouter()
ADDRESS = re.compile(r"/bench/[a-z-]{2,20}\?[^\s\"<>\\\\]{1,3000}")


@router.post("/bench/keep")
def keep(session: Writing, posted: Posted, today: Today) -> Response:
    """Keeps an address of the bench."""
    address, title = posted.get("address", ""), " ".join(posted.get("title", "").split())[:120]
    if ADDRESS.fullmatch(address) is None:
        raise NotUnderstood("Only a sum of the bench with something typed can be kept.", field="address")
    if not title:
        raise MissingInput("Under what title should it be kept?", field="title")
    key = posted.get("place", "")
    place = property_of(session, int(key)) if key.isdecimal() and len(key) < 16 else None
    keep_sum(session, title, address, place.id if place is not None else None, today)
    return go(f"/properties/{place.id}" if place is not None else "/bench")


@router.post("/bench/kept/{key}/forget")
def forget(session: Writing, _posted: Posted, key: Key) -> Response:
    forget_sum(session, key)
    return go("/bench")
