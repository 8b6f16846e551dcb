"""A job with every figure of it: amount, packs, what it brings and breaks, what room it leaves, and the working."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.by_content import by_content, by_first
from amber_acre.core.jobs.brings import Brings, brings
from amber_acre.core.jobs.job import Job
from amber_acre.core.jobs.standing import StandingJob, State
from amber_acre.core.jobs.use import Use, up_to
from amber_acre.core.products.packs import PackCount, cheapest_packs, product_amount
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import K_PER_K2O, P_PER_P2O5, GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.rules.cautions import cautions_for
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.law import yearly_nitrogen_of
from amber_acre.core.rules.mulched import laid_on_m2
from amber_acre.core.rules.rule import Verdict
from amber_acre.core.rules.spots import spot_m2
from amber_acre.core.working import Figure, Limit, Working

KEPT_BOOKS = 1024  # areas whose judged jobs are kept: a firm of some hundred gardens


@dataclass(frozen=True)
class Room:
    """What is left on the day of a job, by what went down when.

    Nitrogen to the rule's cap of any twelve months and product to the label's, g/m² (None: no such limit), and the day
    from which the product may go down again.
    """

    nitrogen_g_m2: float | None
    product_g_m2: float | None
    product_again_from: date | None


@dataclass(frozen=True)
class JudgedJob:
    """A job as it stands with everything that follows from it; masses in kg, rates in g/m²."""

    stands: StandingJob
    packs: PackCount | None
    brings: Brings
    verdicts: tuple[Verdict, ...]
    cautions: tuple[str, ...]
    room: Room
    working: Working
    heat_from_c: float
    ground: Ground

    @property
    def job(self) -> Job:
        """The job itself."""
        return self.stands.job

    @property
    def product(self) -> Product | None:
        """What goes down; None for work without product."""
        return self.stands.job.product

    @property
    def amount_kg(self) -> Kilograms:
        """Product for the area, kg."""
        return self.stands.amount_kg

    @property
    def logged_kg(self) -> float:
        """What went down so far, kg."""
        return self.stands.logged_kg

    @property
    def done_on(self) -> date | None:
        """The last day something was logged for it; None before."""
        return self.stands.done_on

    @property
    def done(self) -> bool:
        """True where a standing log entry answers the job."""
        return self.stands.done

    @property
    def on(self) -> date:
        """The day it was done; else the day it is planned for."""
        return self.stands.done_on or self.job.on

    @property
    def rate_g_m2(self) -> GramsPerSquareMetre:
        """What went down over the whole area; before that what is planned."""
        return shown_rate(self.stands)

    @property
    def lies_on_m2(self) -> SquareMetres:
        """Ground its product lies on: of mulch what is mulched of the area, else the size it covers."""
        return self.stands.to_cover_m2

    @property
    def planned_where_g_m2(self) -> GramsPerSquareMetre:
        """The rate planned where it lies, g/m²; 0 of work without product."""
        if self.product is None:
            return GramsPerSquareMetre(0.0)
        rate, whole = self.job.rate_on(self.stands.size_m2), self.stands.size_m2
        return rate if self.lies_on_m2 == whole else GramsPerSquareMetre(rate * whole / self.lies_on_m2)

    @property
    def stops(self) -> tuple[Verdict, ...]:
        """What forbids it."""
        return tuple(verdict for verdict in self.verdicts if verdict.severity == "stop")

    @property
    def warnings(self) -> tuple[Verdict, ...]:
        """What wants a reason."""
        return tuple(verdict for verdict in self.verdicts if verdict.severity == "warn")

    @property
    def waiting(self) -> tuple[Verdict, ...]:
        """What wants a reason that nobody has given yet: it waits for an answer."""
        return tuple(verdict for verdict in self.warnings if verdict.rule not in self.job.answered)

    @property
    def notes(self) -> tuple[Verdict, ...]:
        """What is shown."""
        return tuple(verdict for verdict in self.verdicts if verdict.severity == "note")

    def state(self, day: date) -> State:
        """Where it stands on a day."""
        return self.stands.state(day)


def shown_rate(stands: StandingJob) -> GramsPerSquareMetre:
    """The rate of a job over the whole area, g/m²: as it went down where it did, else as it is planned."""
    if stands.logged_kg and not stands.in_part:
        return GramsPerSquareMetre(stands.logged_kg * 1000 / stands.size_m2)
    return stands.job.rate_on(stands.size_m2) if stands.product else GramsPerSquareMetre(0.0)


def judged_job(book: AreaBook, stands: StandingJob, working: Working | None = None) -> JudgedJob:
    """One job of a book, judged. ``working``: steps of its plan that come before its rate and packs."""
    job, ground, product = stands.job, book.ground, stands.product
    working = working or Working(f"{job.called} {product.name if product else ''}".strip())
    at_hand = job if job.on >= book.day else replace(job, on=book.day)  # what is late is done today at the soonest
    verdicts = () if stands.done or not job.counts else book.judged(at_hand)
    held = StandingJob(
        job, stands.size_m2, stands.low_m2, stands.done_on, stands.logged_kg, stands.covered_m2,
        any(verdict.severity == "stop" for verdict in verdicts), laid_on_m2(ground, job),
    )  # fmt: skip
    packs, carried = None, Brings()
    if product is not None:
        rate = shown_rate(stands)
        carried = brings(product, rate, ground.traits.turf)
        rate_steps(stands, ground, rate, working)
        amount = product_amount(rate, stands.size_m2, working)
        packs = cheapest_packs(product, amount, stands.size_m2, stands.low_m2, working) if product.packs else None
    return JudgedJob(
        held,
        packs,
        carried,
        verdicts,
        cautions_for(product, ground, job.work),
        _room(book, stands),
        working,
        ground.heat_from_c,
        ground,
    )


@by_first(KEPT_BOOKS)
@by_content(KEPT_BOOKS)
def judged_book(book: AreaBook) -> tuple[JudgedJob, ...]:
    """Every job of a book, judged, in the order of the book."""
    return tuple(judged_job(book, one) for one in book.jobs)


def rate_steps(stands: StandingJob, ground: Ground, rate_g_m2: GramsPerSquareMetre, working: Working) -> None:
    """The rate against the label where the area is smallest, and what it carries."""
    product = stands.job.material
    rate = Figure("rate_g_m2", rate_g_m2, "g/m²", "rate")
    thick = _held_rate(stands, ground, rate_g_m2, working)
    if product.total_nitrogen:
        held = Figure("held_g_m2", thick, "g/m²", "rate held")
        rules = ground.rules
        for name, fraction, limit in (
            ("Nitrogen", product.total_nitrogen, Limit("cap of one application", None, rules.total_cap_g_m2, "rule")),
            (
                "Quick nitrogen",
                product.quick_fraction,
                Limit("quick cap of one application", None, rules.quick_cap_g_m2, "rule"),
            ),
        ):
            working.step(
                f"{name} it carries",
                "held_g_m2 * fraction",
                [held, Figure("fraction", fraction, "", f"{name.lower()} in the product")],
                thick * fraction,
                "g/m²",
                "label",
                (limit,),
            )
    for name, oxide, factor, fraction in (
        ("Phosphorus", "p2o5", P_PER_P2O5, product.p2o5),
        ("Potassium", "k2o", K_PER_K2O, product.k2o),
    ):
        if product.total_nitrogen or fraction:
            working.step(
                f"{name} it carries, as the element",
                f"rate_g_m2 * {oxide} * factor",
                [
                    rate,
                    Figure(oxide, fraction, "", f"{oxide.upper()} in the product"),
                    Figure("factor", factor, "", "element in the oxide"),
                ],
                rate_g_m2 * fraction * factor,
                "g/m²",
                "aapfco",
            )


def _held_rate(stands: StandingJob, ground: Ground, rate_g_m2: float, working: Working) -> float:
    """The rate that is held against the label: where the area is smallest, or on the ground of the plants it is for."""
    label, spot = stands.job.material.label, spot_m2(ground, stands.job.dose)
    name = "Rate where the area is smallest" if stands.low_m2 < stands.size_m2 else "Rate held against the label"
    held_on = Figure("low_m2", stands.low_m2, "m²", "smallest it can be")
    if spot is not None:
        name = "Rate on the ground these plants stand on"
        held_on = Figure("spot_m2", spot, "m²", "their ground, by usual distances")
    return working.step(
        name,
        f"rate_g_m2 * size_m2 / {held_on.symbol}",
        [
            Figure("rate_g_m2", rate_g_m2, "g/m²", "rate"),
            Figure("size_m2", stands.size_m2, "m²", "size planned on"),
            held_on,
        ],
        rate_g_m2 * stands.size_m2 / held_on.value,
        "g/m²",
        "label",
        (Limit("label rate", label.min_g_m2, label.max_g_m2, "label"),),
    )


def _room(book: AreaBook, stands: StandingJob) -> Room:
    """Room on the day a job was done or is planned for, over the twelve months up to it."""
    product, rules = stands.product, book.ground.rules
    day = stands.done_on or stands.job.on
    uses = up_to(book.uses, day)
    pots = book.ground.traits.by_litre  # no rule or label by area holds them
    cap = None if pots else rules.yearly_cap_g_m2
    left = None if cap is None else cap - sum(yearly_nitrogen_of(use) for use in uses)
    if product is None:
        return Room(left, None, None)
    same: list[Use] = [use for use in uses if use.product is not None and use.product.key == product.key]
    yearly = None if pots else product.label.yearly_max_g_m2
    last = max((use.on for use in same), default=day)
    return Room(
        left,
        None if yearly is None else yearly - sum(use.rate_g_m2 for use in same),
        last + timedelta(days=product.label.interval_days),
    )
