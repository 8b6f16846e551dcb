"""Spreaders and a sprayer of the demo, with what was caught from them this spring, and handfuls that were weighed."""

from __future__ import annotations

from datetime import UTC, date, datetime, time

from sqlalchemy.orm import Session

from amber_acre.core import typed
from amber_acre.core.products.hand_measures import HandMeasure
from amber_acre.store.hand_measures import keep_measure
from amber_acre.store.machines import NewCatch, add_catch, save_machine
from amber_acre.store.shelf import product_named

# name, kind, effective width, hopper or tank, scale, from one stop of its lever to the next
MACHINES = (
    ("Big green", "broadcast", "2.6 m", "45 L", "lever 1 to 20, half steps", 0.5),
    ("The drop cart", "drop", "0.9 m", "25 L", "dial 1 to 12", None),
    ("Knapsack two", "sprayer", "1.1 m", "15 L", "bar on its gauge", None),
)
# machine, product ('' clean water), setting, went down, run, on the ground, day, who
CATCHES = (
    ("Big green", "Evenrow 23-0-7", 6.0, "0.21 kg", "15 m", False, date(2026, 4, 2), "Wren"),
    ("Big green", "Evenrow 23-0-7", 9.0, "0.43 kg", "15 m", False, date(2026, 4, 2), "Wren"),
    ("Big green", "Evenrow 23-0-7", 12.0, "0.61 kg", "15 m", False, date(2026, 4, 2), "Wren"),
    ("Big green", "Evenrow 23-0-7", 7.5, "0.63 kg", "30 m", True, date(2026, 4, 20), "Wren"),
    ("Big green", "Hearthcake 7-2-0", 11.0, "0.72 kg", "15 m", False, date(2026, 4, 3), "Tobias"),
    ("The drop cart", "Greenline 19-2-6", 4.0, "0.11 kg", "15 m", False, date(2026, 4, 3), "Tobias"),
    ("The drop cart", "Greenline 19-2-6", 6.5, "0.26 kg", "15 m", False, date(2026, 4, 3), "Tobias"),
    ("Knapsack two", "", 2.0, "1.65 L", "30 m", False, date(2026, 4, 7), "Wren"),
)

# product, whose, what, how many together, weigh
MEASURED = (
    ("Shrubmeal 6-1-2", "Wren", "handful", 10, "385 g"),
    ("Shrubmeal 6-1-2", "Tobias", "handful", 10, "510 g"),
    ("Hedgerow Slow 17-3-9", "Wren", "handful", 10, "440 g"),
)


def bring_machines(session: Session) -> None:
    """Writes machines, catches and measures; the products are on the shelf already."""
    widths = {name: typed.length(width).value for name, _, width, *_ in MACHINES}
    rows = {}
    for name, kind, width, holds, scale, step in MACHINES:
        rows[name] = save_machine(
            session,
            name=name,
            kind=kind,
            width_m=widths[name],
            width_typed=width,
            tank_l=typed.volume(holds).value,
            tank_typed=holds,
            scale=scale,
            step=step,
        )
    for n, (machine, product, setting, amount, run, on_ground, day, who) in enumerate(CATCHES):
        row = product_named(session, product) if product else None
        reader = typed.mass if product else typed.volume
        new = NewCatch(
            row.id if row else None,
            setting,
            reader(amount).value,
            amount,
            typed.length(run).value,
            widths[machine],
            on_ground,
            day,
            who,
            f"demo-catch-{n}",
        )
        add_catch(session, rows[machine].id, new, datetime.combine(day, time(17), UTC))
    for product, who, measure, together, weighs in MEASURED:
        row = product_named(session, product)
        if row is not None:
            grams = typed.mass(weighs, "g").value * 1000 / together
            keep_measure(
                session, row.id, HandMeasure(who, measure, grams), f"{together} weigh {weighs}", date(2026, 4, 7)
            )
