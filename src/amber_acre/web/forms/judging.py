"""A plan asked of the judge before it is entered: what is forbidden, and what wants its reason."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from amber_acre.core.jobs.job import Job
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.sentence import Sentence
from amber_acre.web.forms.reading import Read

ALL_THE_SAME = Sentence.of("To do it all the same, say here why, and press again.")
REASON = "all_the_same"  # the field in which somebody says why a warning does not hold here


def reason_given(read: Read[Any]) -> str:
    """What was typed as the reason to do it all the same."""
    return read.typed.get(REASON, "").strip()[:300]


def hold_plan(read: Read[Any], book: AreaBook, jobs: Sequence[Job], fields: Mapping[str, str]) -> bool:
    """Asks the judge about every job of a plan; False where it is forbidden.

    What is forbidden goes beside its field (``fields``: what the form calls them); what wants a reason asks for it.
    """
    verdicts = list(dict.fromkeys(verdict for _, found in book.judged_plan(jobs) for verdict in found))
    return hold_verdicts(read, verdicts, fields)


def hold_verdicts(read: Read[Any], verdicts: Sequence[Verdict], fields: Mapping[str, str]) -> bool:
    """As :func:`hold_plan`, of verdicts at hand."""
    forbidden = [verdict for verdict in verdicts if verdict.severity == "stop"]
    read.forbid(forbidden, fields)
    if not reason_given(read):
        read.forbid([replace(verdict, field=REASON) for verdict in verdicts if verdict.severity == "warn"])
    return not forbidden


def with_reason(jobs: Sequence[Job], read: Read[Any], book: AreaBook) -> list[Job]:
    """Jobs with the reason somebody gave to do them all the same, and the rules it answers."""
    why = reason_given(read)
    if not why:
        return list(jobs)
    return [
        replace(
            job,
            reason=f"{job.reason} All the same: {why}.".strip(),
            answered=answers(verdicts),
        )
        for job, verdicts in book.judged_plan(jobs)
    ]


def answers(verdicts: Sequence[Verdict]) -> frozenset[str]:
    """The rules that one typed reason answers."""
    return frozenset(verdict.rule for verdict in verdicts if verdict.severity == "warn")


def hold_change(read: Read[Any], verdicts: Sequence[Verdict], warned: str, reason: str = "reason") -> None:
    """Refuses what is forbidden; what wants a reason is shown once, and goes through with the reason typed after it.

    ``warned``: keys of the rules that the form has shown already.
    """
    read.forbid([verdict for verdict in verdicts if verdict.severity == "stop"])
    asked = [verdict for verdict in verdicts if verdict.severity == "warn"]
    if not {verdict.rule for verdict in asked} <= set(warned.split()):
        read.forbid([replace(verdict, field=reason) for verdict in asked])
        there = read.faults[reason]
        read.faults[reason] = replace(there, more=(*there.more, ALL_THE_SAME))
        read.typed = {**read.typed, "warned": " ".join(sorted({verdict.rule for verdict in asked}))}
