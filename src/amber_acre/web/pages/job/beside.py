"""What stands beside a job on its page: what it costs out of the bag, what each spreader is set to."""

from __future__ import annotations

from amber_acre.core.machines.spreading import Advised
from amber_acre.core.machines.tanks import Filled
from amber_acre.core.products.lots import BagCost, bag_cost, next_from
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.judged import JudgedJob
from amber_acre.store.daybook import entries_of_job
from amber_acre.store.machines import SPRAYED, settings_for, tanks_for
from amber_acre.store.stock import hands
from amber_acre.store.tables import JobRow
from amber_acre.web.page import Reading


def out_of_the_bag(session: Reading, row: JobRow, judged: JudgedJob) -> BagCost | None:
    """What the job costs out of the lots it came from, or will come from; None where nothing was ever booked in."""
    hand = hands(session).get(judged.product.key) if judged.product is not None else None
    if hand is None:
        return None
    drawn = [draw for one in entries_of_job(session, row.id) for draw in hand.drawn.get(one.id, ())]
    return bag_cost(drawn) if judged.done and drawn else next_from(hand, float(judged.stands.left_kg))


def settings_of_job(session: Reading, row: JobRow, judged: JudgedJob) -> list[Advised]:
    """What each spreader that was caught with the product is set to."""
    product = judged.product
    if product is None or product.liquid or judged.job.dose.basis != "area":
        return []
    return settings_for(session, product.key, float(judged.job.rate_on(SquareMetres(row.area.size_m2))))


def tanks_of_job(session: Reading, row: JobRow, judged: JudgedJob) -> list[Filled]:
    """What each measured sprayer is filled with for a spray by area."""
    product = judged.product
    if product is None or judged.job.dose.basis != "area" or judged.job.work not in SPRAYED:
        return []
    rate = float(judged.job.rate_on(SquareMetres(row.area.size_m2)))
    return tanks_for(session, product, rate, float(judged.stands.left_kg))
