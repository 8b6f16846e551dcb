"""A mix or a blend as the jobs of one visit: judged among themselves, and made all together or not at all."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.products.product import Product
from amber_acre.store.books import book_of
from amber_acre.store.jobs import add_job
from amber_acre.store.tables import AreaRow
from amber_acre.web.forms.days import PlannedOn
from amber_acre.web.forms.judging import hold_plan, with_reason
from amber_acre.web.forms.reading import Form, Read
from amber_acre.web.page import Writing

OPEN_DAYS = 14  # a visit may slip so long
FIELDS = dict.fromkeys(("on", "on_day", "rate", "product", "placement"), "on_day")


class VisitForm(Form):
    """When it is to be done, and why all the same; ``which`` of several answers, by number. Context: ``today``."""

    on_day: PlannedOn
    all_the_same: str = ""
    which: str = ""


@dataclass(frozen=True)
class Visit:
    """What goes down on every one of some areas: products with their rates in g/m², and what the jobs say of it."""

    areas: Sequence[AreaRow]
    parts: Sequence[tuple[Product, float]]
    work: Work | None
    answers: str
    reason: str

    def jobs(self, on: date) -> list[Job]:
        """The jobs of one area on a day."""
        return [
            Job(
                0,
                product.name,
                self.work or ("spray" if product.liquid else "feed" if product.total_nitrogen else "spread"),
                on,
                on,
                on + timedelta(days=OPEN_DAYS),
                Dose(rate),
                product,
                maker="hand",
                answers=self.answers,
                reason=self.reason,
            )
            for product, rate in self.parts
        ]


def make_visit(session: Writing, visit: Visit | None, read: Read[VisitForm], today: date) -> bool:
    """Makes the jobs where the judge lets all of them; else says in ``read`` what speaks against it."""
    form = read.value
    if visit is None or not visit.areas:
        read.refuse(MissingInput("Choose one of the firm's areas first: a size alone has no jobs.", field="on_day"))
    if form is None or visit is None or read.faults:
        return False
    made = [(area, book_of(session, area, today, crowns=True)) for area in visit.areas]
    for _, book in made:
        hold_plan(read, book, visit.jobs(form.on_day), FIELDS)
    if read.faults:
        return False
    for area, book in made:
        for job in with_reason(visit.jobs(form.on_day), read, book):
            add_job(session, area.id, job)
    return True


def with_visit(context: dict[str, Any], visit: Read[Any]) -> dict[str, Any]:
    """What a page shows, with what was typed of a visit and what speaks against it."""
    both = {"typed": {**context["typed"], **visit.typed}, "faults": {**context["faults"], **visit.faults}}
    return context | both


def nothing_asked() -> Read[Any]:
    """The form of a visit before anybody has typed in it."""
    return Read(None, {})
