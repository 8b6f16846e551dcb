"""The pH of pots, by the litre of medium: never by the field's table, which is for square metres of soil."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.correction.instalments import WINDOW_DAYS, retest_job
from amber_acre.core.errors import MissingInput
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.rules.limits import Direction
from amber_acre.core.tables.media import MEDIA, MOST_AT_ONCE_PH, TEST_AGAIN_DAYS
from amber_acre.core.working import Figure, Working


def pot_dose(direction: Direction, ph: float, target_ph: float, medium: str, share: float, working: Working) -> float:
    """Grams of a product for a litre of medium, for a unit of pH at most.

    ``share``: effective calcium carbonate (up) or sulphur (down) in the product, above 0 to 1. Refuses an unknown
    medium (MissingInput).
    """
    row = MEDIA.get(medium)
    if row is None:
        raise MissingInput(
            "Say what the pots are filled with on the area's form: each medium takes another dose.", field="direction"
        )
    step = working.step(
        "Units of pH to move, one at most at a time",
        "min(most, abs(target - ph))",
        [
            Figure("most", MOST_AT_ONCE_PH, "", "most at a time"),
            Figure("target", target_ph, "", "pH wanted"),
            Figure("ph", ph, "", "pH now"),
        ],
        min(MOST_AT_ONCE_PH, abs(target_ph - ph)),
        "",
        "from-memory",
    )
    each = row.carbonate_g_l if direction == "up" else row.sulphur_g_l
    return working.step(
        f"Of this product for a litre of {row.name}",
        "units * each / share",
        [
            Figure("units", step, "", "units of pH"),
            Figure("each", each, "g/L", "for a unit of pH"),
            Figure("share", share, "", "effective in the product"),
        ],
        step * each / share,
        "g/L",
        "from-memory",
    )


def pot_jobs(product: Product, direction: Direction, grams_l: float, litres: float, first: date) -> tuple[Job, ...]:
    """One dose, stirred into the top and watered in, and a test of what drains before any more."""
    name = "Lime, stirred into the top" if direction == "up" else "Sulphur, stirred into the top"
    dose = Dose(grams_l, "litre", litres)
    jobs = [
        Job(1, name, "spread", first, first, first + timedelta(days=WINDOW_DAYS), dose),
        retest_job(2, first + timedelta(days=TEST_AGAIN_DAYS)),
    ]
    return tuple(job.made_of(product, direction) for job in jobs)
