"""The firm's trees by stage and trend: which yellow, whether they grow worse, and what comes next."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.measure.condition import COLOURS
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.store.areas import areas_in_use, facts_on
from amber_acre.store.programmes import judged_jobs
from amber_acre.store.tables import AreaRow
from amber_acre.store.walks import colours_of
from amber_acre.web.page import Reading, Today, render

router = APIRouter()


@dataclass(frozen=True)
class TreeLine:
    """A tree: its stage (0: nobody looked) and when, the trend in words, ports so far, its next job."""

    area: AreaRow
    stage: int
    seen_on: date | None
    trend: str
    ports: str
    next_job: JudgedJob | None

    @property
    def words(self) -> str:
        """Its stage in words."""
        return COLOURS.get(self.stage, "nobody has looked")


@router.get("/trees")
def firms_trees(request: Request, session: Reading, today: Today) -> HTMLResponse:
    """Every tree of the firm, the worst first, then those that nobody looked at."""
    trees = [row for row in areas_in_use(session) if row.kind == "tree"]
    looked = colours_of(session, [row.id for row in trees])
    coming: dict[int, JudgedJob] = {}
    for area, one in judged_jobs(session, trees, today):
        if not one.done and one.job.counts and one.job.closes >= today:
            known = coming.get(area.id)
            if known is None or one.job.on < known.job.on:
                coming[area.id] = one
    facts = facts_on(session, looked)
    lines = [_line(row, facts[row.id], looked[row.id], coming.get(row.id)) for row in trees]
    lines.sort(key=lambda line: (-line.stage, line.area.property.name.lower(), line.area.name.lower()))
    return render(request, "garden/trees.html", lines=lines, day=today)


def _line(
    row: AreaRow, facts: Mapping[str, ReadFact], colours: list[tuple[date, int]], coming: JudgedJob | None
) -> TreeLine:
    told, ports = (facts[key].text if key in facts else "" for key in ("stage", "ports"))
    stage, on = (colours[0][1], colours[0][0]) if colours else (int(told) if told.isdecimal() else 0, None)
    return TreeLine(row, stage, on, _trend(colours), ports, coming)


def _trend(colours: list[tuple[date, int]]) -> str:
    """How the last two looks compare; '' with fewer."""
    if len(colours) < 2:
        return ""
    now, before = colours[0][1], colours[1][1]
    word = "worse" if now > before else "better" if now < before else "the same"
    return f"{word} than {colours[1][0]:%-d %B %Y}"
