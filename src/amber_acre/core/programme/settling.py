"""A season's rounds among everything else that is done on the lawn: each on a day the judge lets pass."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import replace
from datetime import date, timedelta

from amber_acre.core.jobs.job import Job
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.rule import Verdict


def settle(
    book: AreaBook, rounds: Sequence[Job], today: date, keep: Collection[int] = ()
) -> tuple[tuple[Job, ...], tuple[str, ...]]:
    """Rounds each on the day nearest to its own, in its window and not before ``today``, that breaks least; and a
    sentence for every round that moved or that nothing lets pass.

    A round that the judge still forbids is left out of the plan: it could not be done. ``book`` holds the lawn's other
    jobs and its log, not the rounds of the plan it replaces. ``keep``: keys of rounds that stay whatever is said of
    them.
    """
    settled: list[Job] = list(rounds)
    said: list[str] = []
    for n, job in enumerate(rounds):
        if job.key in keep:
            continue
        others = [one for one in settled if one is not settled[n]]
        verdicts = book.judged(job, others)
        found = _of_day(verdicts)
        if not found:
            continue
        best = min(_days(job, today), key=lambda day: (_weight(book.judged(_on(job, day), others)), abs(day - job.on)))
        if _weight(book.judged(_on(job, best), others)) < _weight(verdicts) and best != job.on:
            said.append(f"{job.name} lies on {best:%-d %B} instead of {job.on:%-d %B}: {found[0].sentence}")
            settled[n] = _on(job, best)
    kept: list[Job] = []
    for job in settled:
        stops = [v for v in book.judged(job, [one for one in settled if one is not job]) if v.severity == "stop"]
        if stops and job.key not in keep:
            said.append(f"{job.name} is left out: {stops[0].sentence}")
        else:
            kept.append(job)
    kept.sort(key=lambda job: job.on)
    return tuple(replace(job, number=n) for n, job in enumerate(kept, start=1)), tuple(said)


def _days(job: Job, today: date) -> list[date]:
    first = max(job.opens, today) if job.closes >= today else job.opens
    return [first + timedelta(days=n) for n in range((job.closes - first).days + 1)]


def _on(job: Job, day: date) -> Job:
    """The round on another day of its own window, which stays."""
    return replace(job, on=day)


def _of_day(verdicts: Sequence[Verdict]) -> list[Verdict]:
    """What another day could mend."""
    return [verdict for verdict in verdicts if verdict.field == "on_day" and verdict.severity != "note"]


def _weight(verdicts: Sequence[Verdict]) -> tuple[int, int]:
    """How much is broken: what forbids, then what wants a reason."""
    return (
        sum(verdict.severity == "stop" for verdict in verdicts),
        sum(verdict.severity == "warn" for verdict in verdicts),
    )
