"""What comes before what: core, dress, seed on turf; plant, feed, mulch in beds; water mended before either."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.jobs.use import Use, use_of
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Apart, OnDay, Plain, Sentence

ORDER_DAYS = 14  # works this close are one piece of work [common-practice]
OPEN_DAYS = 60  # so long what was planned and never logged is asked for before what comes after it [common-practice]
DRESSINGS: tuple[Work, ...] = ("topdress", "mulch")
TURF_ORDER: tuple[Work, ...] = ("repair", "core", "topdress", "seed")


def dresses(work: Work, product: Product | None) -> bool:
    """Whether it is laid over the ground by depth."""
    return work in DRESSINGS or (product is not None and product.family == BULK)


def feeds(use: Use) -> bool:
    """Whether a use brings nitrogen and is no bulk material."""
    return use.feeds and use.product is not None and use.product.total_nitrogen > 0


def days_off(case: Case, use: Use) -> int:
    """Days from the job to another use, negative before it."""
    return (use.on - case.job.on).days


def lies(case: Case, use: Use) -> Apart:
    """How far another use lies from the job, for a sentence."""
    return Apart(abs(days_off(case, use)))


def _on_turf(use: Use) -> int | None:
    kind: Work = "topdress" if dresses(use.work, use.product) else use.work
    return TURF_ORDER.index(kind) if kind in TURF_ORDER else None


def _in_beds(use: Use) -> int | None:
    """Its place among repair, planting, feed and mulch; None of what goes into the ground, through mulch or under it,
    and of other work."""
    if use.work in ("repair", "plant"):
        return 0 if use.work == "repair" else 1
    if use.placement in ("tilled", "raked"):
        return None
    if dresses(use.work, use.product):
        return 3
    through = use.placement == "under_mulch" or (use.product is not None and use.product.liquid)
    return 2 if feeds(use) and not through else None


def works_in_order(ground: Ground, first: Job, second: Job) -> bool:
    """Whether two jobs of a ground are works of which one comes before the other."""
    place = _on_turf if ground.traits.turf else None if ground.traits.by_litre else _in_beds
    if place is None:
        return False
    one, other = (place(use_of(job, ground.size_m2)) for job in (first, second))
    return one is not None and other is not None and one != other


Place = Callable[[Use], int | None]


def _place_in(case: Case) -> Place | None:
    """The order of works that this ground keeps; None in pots."""
    traits = case.ground.traits
    return _on_turf if traits.turf else None if traits.by_litre else _in_beds


def _against(case: Case, place: Place) -> Iterable[Use]:
    """Other uses nearby that lie on the wrong side of the job."""
    mine = place(case.itself)
    if mine is None:
        return
    for use in case.others:
        theirs, days = place(use), days_off(case, use)
        if theirs is None or theirs == mine or abs(days) >= ORDER_DAYS or _of_others(case.itself, use):
            continue
        if (theirs < mine and days > 0) or (theirs > mine and days < 0):
            yield use


def _of_others(one: Use, other: Use) -> bool:
    """Whether one is a planting and the other a feed plant by plant, for what stood there before."""
    return "plant" in (one.work, other.work) and (one.by_plant or other.by_plant)


def _order_on_turf(case: Case) -> Iterable[Broken]:
    if _place_in(case) is not _on_turf:
        return
    for use in _against(case, _on_turf):
        yield Broken(
            Sentence.of(
                "{use} comes the wrong way round: {order}core first, then dress, then seed.",
                use=Plain(use.begins),
                order=Plain("mend the water, " if "repair" in (use.work, case.job.work) else ""),
            )
        )


def _order_in_beds(case: Case) -> Iterable[Broken]:
    if _place_in(case) is not _in_beds:
        return
    for use in _against(case, _in_beds):
        yield Broken(
            Sentence.of(
                "{use} comes the wrong way round: {order}plant first, then feed, then mulch. Move one, or feed under"
                " the mulch.",
                use=Plain(use.begins),
                order=Plain("mend the water, " if "repair" in (use.work, case.job.work) else ""),
            )
        )


WAITS_FOR = "waits-for"


def _waits(case: Case) -> Iterable[Broken]:
    place = _place_in(case)
    mine = place(case.itself) if place is not None else None
    if case.logged or place is None or mine is None:
        return
    for use in case.others:
        theirs = place(use)
        overdue = not use.down and use.on < case.day and 0 <= -days_off(case, use) < OPEN_DAYS
        if theirs is not None and theirs < mine and overdue:
            yield Broken(
                Sentence.of(
                    "{use} was planned for {day} and is not logged: it comes first. Log it, move it, or leave it out.",
                    use=Plain(use.begins),
                    day=OnDay(use.on),
                )
            )


RULES = (
    Rule("core-dress-seed", "conflict in time", "On turf: mend the water, core, then dress, then seed.", "warn",
         "common-practice", _order_on_turf, custom=True),
    Rule("plant-feed-mulch", "conflict in time",
         "In beds: mend the water, plant, then feed, then mulch; a feed after it goes under the mulch or through it as"
         " a liquid.", "warn", "common-practice", _order_in_beds, custom=True),
    Rule(WAITS_FOR, "conflict in time", "What should have been done before it is logged, moved or left out first.",
         "warn", "common-practice", _waits, custom=True),
)  # fmt: skip
