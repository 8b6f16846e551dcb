"""The firm's spreaders and sprayers, what was caught from them, and what each is set to for a product and rate."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.machines.spreading import Advised, Caught, advise, caught_rate
from amber_acre.core.machines.tanks import Filled, fill
from amber_acre.core.products.product import Product
from amber_acre.core.working import Working
from amber_acre.store.machine_tables import CatchRow, MachineRow
from amber_acre.store.once import once

KINDS = {
    "broadcast": "broadcast spreader",
    "drop": "drop spreader",
    "hand": "hand spreader",
    "sprayer": "sprayer",
}
SPREADERS = ("broadcast", "drop", "hand")
SPRAYED = ("feed", "spray", "spread")  # work that a liquid is sprayed for


def machines(session: Session) -> Sequence[MachineRow]:
    """Every machine in use, by name; read once in a session that only reads."""
    query = select(MachineRow).where(MachineRow.deleted_at.is_(None)).order_by(func.lower(MachineRow.name))
    return once(session, "machines", lambda: session.scalars(query).all())


def machine_row(session: Session, key: int) -> MachineRow | None:
    """A machine in use."""
    row = session.get(MachineRow, key)
    return row if row is not None and row.deleted_at is None else None


def save_machine(
    session: Session,
    *,
    name: str,
    kind: str,
    width_m: float,
    width_typed: str,
    tank_l: float | None,
    tank_typed: str,
    scale: str,
    step: float | None = None,
    machine_id: int | None = None,
) -> MachineRow:
    """Writes a machine; refuses (DoesNotFit) a second of its name."""
    query = select(MachineRow.id).where(MachineRow.deleted_at.is_(None), func.lower(MachineRow.name) == name.lower())
    other = session.scalar(query)
    if other is not None and other != machine_id:
        raise DoesNotFit("There is a machine of this name. Name this one differently.", field="name")
    row = (session.get(MachineRow, machine_id) if machine_id else None) or MachineRow(version=0)
    row.name, row.kind, row.scale, row.step = name, kind, scale, step
    row.width_m, row.width_typed, row.tank_l, row.tank_typed = width_m, width_typed, tank_l, tank_typed
    row.version += 1
    session.add(row)
    session.flush()
    return row


def set_machine_deleted(session: Session, key: int, at: datetime | None) -> None:
    """Takes a machine out of use, or back with ``at`` None; refuses (DoesNotFit) beside another of its name."""
    row = session.get_one(MachineRow, key)
    if at is None:
        query = select(MachineRow.id).where(
            MachineRow.deleted_at.is_(None), func.lower(MachineRow.name) == row.name.lower()
        )
        if session.scalar(query) is not None:
            raise DoesNotFit(f"Another machine is called {row.name} now. Rename that one first.", field="name")
    row.deleted_at = at


@dataclass(frozen=True)
class NewCatch:
    """A catch as it was typed; ``product_id`` None of a sprayer's clean water. Amount in kg, of water in litres."""

    product_id: int | None
    setting: float
    amount: float
    amount_typed: str
    run_m: float
    width_m: float
    on_ground: bool
    on_day: date
    who: str
    form_key: str


def add_catch(session: Session, machine_id: int, new: NewCatch, at: datetime) -> CatchRow:
    """Writes a catch once: the same form sent twice gives the first one back."""
    earlier = session.scalars(select(CatchRow).where(CatchRow.form_key == new.form_key)).one_or_none()
    if earlier is not None:
        return earlier
    row = CatchRow(machine_id=machine_id, struck=False, recorded_at=at, **vars(new))
    session.add(row)
    session.flush()
    return row


def catch_row(session: Session, key: int) -> CatchRow | None:
    """One catch by its key."""
    return session.get(CatchRow, key)


def caught_of(row: CatchRow) -> Caught:
    """A catch as a value of the core; a litre of water counts as a kilogram."""
    return Caught(row.setting, caught_rate(row.amount, row.run_m, row.width_m, Working("Catch")), row.on_ground)


def tests_of(machine: MachineRow) -> Mapping[int | None, list[Caught]]:
    """What stands of a machine's catches, by product: never carried to another."""
    found: dict[int | None, list[Caught]] = {}
    for row in machine.catches:
        if not row.struck:
            found.setdefault(row.product_id, []).append(caught_of(row))
    return found


def settings_for(session: Session, product_id: int, rate_g_m2: float) -> list[Advised]:
    """What each spreader that was ever caught with a product is set to for a rate of it."""
    return [
        advise(machine.name, tests, rate_g_m2, machine.step)
        for machine in machines(session)
        if machine.kind in SPREADERS and (tests := tests_of(machine).get(product_id))
    ]


def tanks_for(session: Session, product: Product, rate_g_m2: float, left_kg: float) -> list[Filled]:
    """What each sprayer that was measured is filled with for what is left of a spray job; none of a solid."""
    if not product.liquid or not product.density_kg_l or rate_g_m2 <= 0 or left_kg <= 0:
        return []
    rate_ml_m2, size_m2 = rate_g_m2 / product.density_kg_l, left_kg * 1000 / rate_g_m2
    found = [
        fill(machine.name, tests_of(machine).get(None, []), machine.tank_l, rate_ml_m2, size_m2)
        for machine in machines(session)
        if machine.kind == "sprayer"
    ]
    return [one for one in found if one is not None]
