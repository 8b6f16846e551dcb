"""Rounds of a season as they stand: the steps of their nitrogen, then what the one judge says of any job."""

from __future__ import annotations

from collections.abc import Sequence

from amber_acre.core.care.brief import Lawn
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import StandingJob
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob, judged_job
from amber_acre.core.season.climate import DailySeries
from amber_acre.core.season.growth import growth_potential
from amber_acre.core.working import Figure, Limit, Working


def judge_rounds(
    lawn: Lawn, book: AreaBook, rounds: Sequence[StandingJob], series: DailySeries
) -> tuple[JudgedJob, ...]:
    """Every round in order of its day, with its working from growth and share to packs."""
    return tuple(
        judged_job(book, one, _working(one.job, lawn, series))
        for one in sorted(rounds, key=lambda one: (one.job.on, one.job.number))
    )


def _working(job: Job, lawn: Lawn, series: DailySeries) -> Working:
    working = Working(f"R{job.number} {job.material.name}")
    _target_steps(job, lawn, series, working)
    if job.material.total_nitrogen:
        working.step(
            "Rate that would meet the round's nitrogen",
            "target_g_m2 / n_fraction",
            [
                Figure("target_g_m2", job.target_g_m2, "g/m²", "nitrogen for this round"),
                Figure("n_fraction", job.material.total_nitrogen, "", f"nitrogen in {job.material.grade}"),
            ],
            job.target_g_m2 / job.material.total_nitrogen,
            "g/m²",
            "label",
        )
    return working


def _target_steps(item: Job, lawn: Lawn, series: DailySeries, working: Working) -> None:
    """Growth on the day, and the nitrogen of the round from its share of the year."""
    day = series.index(item.on)
    if 0 <= day < len(series.mean_c):
        growth_potential(float(series.mean_c[day]), lawn.grass.season, working)
    passed_on = working.step(
        "Passed on by rounds at their cap (below zero: passed on to others)",
        "kept_g_m2 - yearly_g_m2 * share",
        [
            Figure("kept_g_m2", item.target_g_m2, "g/m²", "nitrogen of the round as it was planned"),
            Figure("yearly_g_m2", item.yearly_g_m2, "g/m²", "nitrogen divided over the rounds"),
            Figure("share", item.share, "", "share of the round"),
        ],
        item.target_g_m2 - item.yearly_g_m2 * item.share,
        "g/m²",
        "common-practice",
        note="What the cap of one application keeps from a round goes to the rounds that have room.",
    )
    working.step(
        "Nitrogen for this round",
        "yearly_g_m2 * share + passed_on_g_m2",
        [
            Figure("yearly_g_m2", item.yearly_g_m2, "g/m²", "nitrogen divided over the rounds"),
            Figure("share", item.share, "", "share of the round"),
            Figure("passed_on_g_m2", passed_on, "g/m²", "passed on"),
        ],
        item.target_g_m2,
        "g/m²",
        "common-practice",
        (Limit("cap of one application", None, lawn.rules.total_cap_g_m2, "rule"),),
        note="Shares by the pattern of the grass; the nitrogen divided is the year's need less what was logged.",
    )
