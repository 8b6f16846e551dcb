"""The feeds of a planting: each round with the product of the shelf that its plants and the judge let pass."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Sequence
from dataclasses import replace
from datetime import date, timedelta

from amber_acre.core.care.feeding import FeedAsked, RoundAsked
from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Placement
from amber_acre.core.products.product import Product
from amber_acre.core.programme.picking import Picked, candidates, potash
from amber_acre.core.quantities import GramsPerSquareMetre, unrounded
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.rule import Verdict

TRIED = 8  # products of a round that are put before the judge, the best first
VISIT_DAYS = 10  # a round moves so far to a day on which somebody is there anyway [common-practice]
WAITS_DAYS = 14  # a round waits so long for the product that suits best [common-practice]
SHOWS_WEEKS = {True: (3, 8), False: (1, 4)}  # a slow feed, a quick one: when leaves show it [common-practice]
LOOK_DAYS = 42  # after a feed [common-practice]
PULLED_BACK_MM = 20.0  # of organic mulch from which granules go under it [common-practice]
K_SHORT = 0.6  # of the potassium wanted that feeds must bring where the test is low [common-practice]
POTASH_ONCE_G_M2 = 6.0  # of potassium at a time [common-practice]


def feeds(
    planting: Planting,
    asked: FeedAsked,
    book: AreaBook,
    shelf: Sequence[Product],
    today: date,
    visited: Collection[date],
    opened: frozenset[int],
    given: Callable[[Job], Job] = lambda job: job,
) -> tuple[list[Job], list[Said]]:
    """Each round with the best product that the judge lets pass; a sentence for one that nothing fits. ``given``: a job
    by area as it is given, which is what is judged."""
    jobs: list[Job] = []
    said: list[Said] = []
    for wanted in asked.rounds:
        on = nearest_visit(wanted.on, max(wanted.opens, today), wanted.closes, visited)
        picked = candidates(replace(wanted, on=on), planting, shelf, opened)[:TRIED]
        made = [given(_feed_job(planting, asked, wanted, on, one, picked)) for one in picked]
        job = _best_a_little_later(wanted, book, made, jobs) or _let_pass(book, made, jobs)
        if job is None:
            said.append(Said("no_product", _why_none(wanted, shelf, made, book, jobs), True))
            continue
        jobs.append(job)
        opened = opened | {job.material.key}
    if jobs:
        said += _told_of_feeds(planting, jobs)
        jobs += [one for job in _potash(planting, jobs, shelf) if not stops(book, one := given(job), jobs)]
        last = max(jobs, key=lambda job: job.on)
        look = last.on + timedelta(days=LOOK_DAYS)
        jobs.append(
            Job(
                0,
                "Look whether it grows as wanted",
                "look",
                look,
                look,
                look + timedelta(days=21),
                answers=asked.answers,
                reason="The look closes the feed or asks the question again.",
            )
        )
    return jobs, said


def _why_none(
    wanted: RoundAsked, shelf: Sequence[Product], made: Sequence[Job], book: AreaBook, others: Sequence[Job]
) -> str:
    """Why a round has no product: an empty shelf, none that suits, or what stops the one that suits best."""
    asks = f"{wanted.name} ({unrounded(wanted.nitrogen)} g/m² of nitrogen)"
    if not shelf:
        return f"{asks}: the shelf is empty. Copy the label of a feed for plantings to it, then plan again."
    if not made:
        return f"{asks}: nothing on the shelf suits these plants then."
    stop = next(verdict for verdict in book.judged(made[0], others) if verdict.severity == "stop")
    return f"{asks}: {made[0].material.name} would suit best, and is stopped. {stop.sentence}"


def _told_of_feeds(planting: Planting, jobs: Sequence[Job]) -> list[Said]:
    said: list[Said] = []
    slow = jobs[0].material.slow_fraction > 0.5 * jobs[0].material.total_nitrogen
    first, last = SHOWS_WEEKS[slow]
    said.append(Said("result_range", f"Leaves show it within {first} to {last} weeks; look then."))
    if planting.phosphorus == "high":
        said.append(Said("no_high_p", "Phosphorus is high: none is planned, and no bone meal."))
    if planting.lies.fabric:
        said.append(
            Said(
                "fabric",
                "Fabric lies here: granules on top do not reach the soil. Feed soluble, or pull back"
                " mulch and fabric first.",
            )
        )
    return said


def nearest_visit(on: date, opens: date, closes: date, visited: Collection[date]) -> date:
    """A day, or the nearest within VISIT_DAYS of it between two others on which somebody is there anyway."""
    near = [day for day in visited if opens <= day <= closes and abs((day - on).days) <= VISIT_DAYS]
    return min(near, key=lambda day: (abs((day - on).days), day), default=on)


def _feed_job(
    planting: Planting, asked: FeedAsked, wanted: RoundAsked, on: date, picked: Picked, others: Sequence[Picked]
) -> Job:
    product = picked.product
    placement: Placement = "dripline" if planting.group.placement == "dripline" else "base"
    if planting.lies.depth_mm >= PULLED_BACK_MM and not product.liquid and not planting.lies.fabric:
        placement = "under_mulch" if planting.lies.organic else placement
    got = picked.nitrogen_g_m2
    slow = product.slow_fraction / product.total_nitrogen
    each = (
        f"; {picked.rate_g_m2 * float(planting.ground.size_m2) / planting.count:.3g} g a plant"
        if planting.count > 1 and planting.ground.alike and picked.dose.basis == "area"
        else ""
    )
    other = next((one for one in others if one is not picked and one.weight > picked.weight), None)
    second = f"\nNext best: {other.product.name}." if other is not None else ""
    short = (
        f" Label and caps allow {got:.2g} of the {wanted.nitrogen:.2g} g/m² asked."
        if got < 0.9 * wanted.nitrogen
        else ""
    )
    return Job(
        0,
        wanted.name,
        "drench" if product.liquid else "feed",
        on,
        min(wanted.opens, on),
        max(wanted.closes, on),
        picked.dose,
        product,
        placement=placement,
        answers=asked.answers,
        reason=(
            f"{wanted.why[:1].upper()}{wanted.why[1:]}: {got:.3g} g/m² of nitrogen, {slow:.0%} slow{each}."
            f"{short}{second}"
        ),
        target_g_m2=wanted.nitrogen,
    )


def _let_pass(book: AreaBook, made: Iterable[Job], others: Sequence[Job]) -> Job | None:
    """The first job the judge says nothing grave of; else the first it does not stop; None where it stops all."""
    second = None
    for job in made:
        gravest = {verdict.severity for verdict in book.judged(job, others)}
        if not gravest & {"stop", "warn"}:
            return job
        if second is None and "stop" not in gravest:
            second = job
    return second


def _best_a_little_later(wanted: RoundAsked, book: AreaBook, made: Sequence[Job], others: Sequence[Job]) -> Job | None:
    """The best product on the first day of a fortnight on which its label's interval has passed, where that alone
    stops it: better than another product at once. None of any other round."""
    if not made or {one.rule for one in _gravely(book, made[0], others)} != {"label-interval"}:
        return None
    days = min((wanted.closes - made[0].on).days, WAITS_DAYS)
    for later in range(1, days + 1):
        job = replace(made[0], on=made[0].on + timedelta(days=later))
        if not _gravely(book, job, others):
            return job
    return None


def _gravely(book: AreaBook, job: Job, others: Sequence[Job]) -> list[Verdict]:
    return [verdict for verdict in book.judged(job, others) if verdict.severity != "note"]


def stops(book: AreaBook, job: Job, others: Sequence[Job]) -> bool:
    """Whether the judge stops a job beside others that are planned with it."""
    return any(verdict.severity == "stop" for verdict in book.judged(job, others))


def _potash(planting: Planting, jobs: Sequence[Job], shelf: Sequence[Product]) -> list[Job]:
    """Potash beside the feeds where the test is low, or palms ask for it, and the feeds bring too little."""
    palm = planting.group.key == "palm"
    if planting.potassium != "low" and not (palm and planting.potassium != "high"):
        return []
    size = planting.ground.size_m2
    nitrogen = sum(job.rate_on(size) * job.material.total_nitrogen for job in jobs)
    brought = sum(job.rate_on(size) * job.material.potassium_fraction for job in jobs)
    wanted = (planting.group.k_per_n if palm else max(0.6, planting.group.k_per_n)) * nitrogen
    if brought >= K_SHORT * wanted and not (palm and brought < nitrogen * 0.9):
        return []
    product = potash(shelf, planting.salt_sensitive or planting.salty or planting.group.key == "acid")
    if product is None:
        return []
    rate = min(wanted - brought, POTASH_ONCE_G_M2) / product.potassium_fraction
    rate = min(max(rate, float(product.label.min_g_m2)), product.label.keeps_g_m2 / planting.ground.thick)
    first = min(jobs, key=lambda job: job.on)
    return [
        Job(
            0,
            "Potash",
            "feed",
            first.on,
            first.opens,
            first.closes,
            Dose(GramsPerSquareMetre(rate)),
            product,
            placement=first.placement,
            answers="a test low in potassium"
            if planting.potassium == "low"
            else "palms take as much potash as nitrogen",
            reason=f"{unrounded(rate * product.potassium_fraction)} g/m² of potassium: the feeds bring"
            f" {unrounded(brought)} g/m² of {unrounded(wanted)} g/m².",
        )
    ]
