"""What the areas of a site sheet can carry: kind, next job, nitrogen so far, pH, condition, mulch depth."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from amber_acre.core.jobs.standing import OPEN
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.measure.condition import COLOURS
from amber_acre.core.rules.ground import ph_at_hand, ph_made_up
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.core.soil.ph_class import class_words, ph_class
from amber_acre.core.soil.probe import ProbeSummary
from amber_acre.store.programmes import Lane
from amber_acre.store.soil_tests import tests_of
from amber_acre.store.tables import AreaRow, WalkRow
from amber_acre.web.draw.sheet import Reading
from amber_acre.web.shown import Shown

UNKNOWN = Reading(0, "")
WORK_LETTERS = {"sample": "test", "check": "probe", "topdress": "dress", "repair": "mend"}
STEPS: dict[str, tuple[str, tuple[tuple[int, str], ...]]] = {
    "kind": ("Kind", tuple((n, kind.name) for n, kind in enumerate(KINDS.values(), start=1))),
    "job": ("Next job", ((1, "due now"), (2, "within 30 days"), (3, "later"), (4, "nothing more planned"))),
    "nitrogen": (
        "Nitrogen so far",
        (
            (1, "none"),
            (2, "up to a third of the year's need"),
            (3, "up to two thirds"),
            (4, "more"),
            (5, "over the need"),
        ),
    ),
    "ph": ("Soil pH", class_words()),
    "condition": ("Condition", tuple((n, f"{n} {words}") for n, words in COLOURS.items())),
    "mulch": ("Mulch depth", ((1, "bare"), (2, "under 5 cm"), (3, "5–8 cm"), (4, "over 8 cm"))),
}


def reading_of(
    by: str,
    row: AreaRow,
    lane: Lane | None,
    walk: WalkRow | None,
    day: date,
    shown: Shown,
    probe: ProbeSummary | None = None,
    jobs: Sequence[JudgedJob] = (),
    book: AreaBook | None = None,
) -> Reading:
    """One area's reading; UNKNOWN where nobody measured or looked."""
    match by:
        case "job":
            return _job(jobs, day, shown)
        case "nitrogen":
            return _nitrogen(lane, shown) if lane else UNKNOWN
        case "ph":
            return _ph(row, probe)
        case "condition":
            return Reading(walk.colour, f"colour {walk.colour}") if walk and walk.colour else UNKNOWN
        case "mulch":
            return _mulch(book, shown) if book is not None else UNKNOWN
        case _:
            return Reading(list(KINDS).index(row.kind) + 1, shown.area(row.size_m2) if row.kind != "tree" else "")


def _job(jobs: Sequence[JudgedJob], day: date, shown: Shown) -> Reading:
    """The next job of any kind that is still open."""
    waiting = [one for one in jobs if one.state(day) in OPEN]
    if not waiting:
        return Reading(4, "nothing planned")
    first = min(waiting, key=lambda one: one.job.on)
    words = f"R{first.job.number}" if first.job.maker == "season" else WORK_LETTERS.get(first.job.work, first.job.work)
    if first.state(day) in ("due", "late", "in part"):
        return Reading(1, f"{words} now")
    return Reading(2 if (first.job.on - day).days <= 30 else 3, f"{words} {shown.short_day(first.job.on)}")


def _nitrogen(lane: Lane, shown: Shown) -> Reading:
    down, need = lane.year.ledger.applied.nitrogen, lane.year.need.yearly_g_m2
    share = down / need if need else 0.0
    step = 1 if down <= 0 else 2 if share <= 1 / 3 else 3 if share <= 2 / 3 else 4 if share <= 1.001 else 5
    return Reading(step, f"N {shown.nutrient(down)}")


def _ph(row: AreaRow, probe: ProbeSummary | None) -> Reading:
    tests = tuple(tests_of(row))
    value, _, on_probe = ph_at_hand(tests, probe)
    made_up = ph_made_up(tests, probe)
    if value is None:
        return UNKNOWN
    return Reading(ph_class(value), f"pH {value:.1f}{' simulated' if made_up else ''}{' probe' if on_probe else ''}")


def _mulch(book: AreaBook, shown: Shown) -> Reading:
    depth_mm, kind = book.mulch
    if book.ground.traits.turf or not (depth_mm or kind or book.ground.says("mulch_kind") or book.ground.mulch_on):
        return UNKNOWN
    step = 1 if depth_mm <= 0 else 2 if depth_mm < 50 else 3 if depth_mm <= 80 else 4
    return Reading(step, shown.depth(depth_mm))


def known(readings: Mapping[int, Reading]) -> bool:
    """True where any area carries something."""
    return any(r.step for r in readings.values())
