"""Keeping a sum: for a job, for a property, or for the firm."""

from __future__ import annotations

import re
from datetime import date

from fastapi import APIRouter
from fastapi.responses import Response

from amber_acre.core.errors import MissingInput, NotUnderstood
from amber_acre.store.clients import properties, property_of
from amber_acre.store.kept_sums import forget_sum, keep_sum
from amber_acre.store.programmes import jobs_in_use
from amber_acre.store.tables import JobRow
from amber_acre.web.page import Key, Posted, Reading, Today, Writing, found, go

router = APIRouter()
BACK_DAYS, AHEAD_DAYS, JOBS_AT_MOST = 28, 42, 60  # jobs a sum may be kept for
ADDRESS = re.compile(r"/bench/[a-z-]{2,20}\?[^\s\"<>\\\\]{1,3000}")


@router.post("/bench/keep")
def keep(session: Writing, posted: Posted, today: Today) -> Response:
    """Keeps an address of the bench."""
    address, title = posted.get("address", ""), " ".join(posted.get("title", "").split())[:120]
    if ADDRESS.fullmatch(address) is None:
        raise NotUnderstood("Only a sum of the bench with something typed can be kept.", field="address")
    if not title:
        raise MissingInput("Under what title should it be kept?", field="title")
    kind, _, key = posted.get("place", "").rpartition("-")
    number = int(key) if key.isdecimal() and len(key) < 16 else None
    if kind == "job" and number is not None:
        job = found(session.get(JobRow, number), "This job")
        keep_sum(session, title, address, job.area.property_id, today, job.id)
        return go(f"/jobs/{job.id}")
    place = property_of(session, number) if number is not None else None
    keep_sum(session, title, address, place.id if place is not None else None, today)
    return go(f"/properties/{place.id}" if place is not None else "/bench")


def kept_for(session: Reading, today: date) -> dict[str, list[tuple[str, str]]]:
    """What a sum may be kept for, by heading: jobs of these weeks, and properties."""
    near = [
        (judged.job.on, f"job-{judged.job.key}", f"{area.property.name}, {area.name}: {judged.job.called}")
        for area, judged in jobs_in_use(session, today)
        if judged.job.counts and not judged.done and -BACK_DAYS <= (judged.job.on - today).days <= AHEAD_DAYS
    ]
    return {
        "a job": [(key, f"{words}, {on:%-d %B}") for on, key, words in sorted(near)[:JOBS_AT_MOST]],
        "a property": [(str(row.id), row.name) for row in properties(session)],
    }


@router.post("/bench/kept/{key}/forget")
def forget(session: Writing, _posted: Posted, key: Key) -> Response:
    forget_sum(session, key)
    return go("/bench")
