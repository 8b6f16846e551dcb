"""Stock: deliveries, what the log used, what was counted; lot by lot, first in first out."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session, aliased

from amber_acre.core.products.lots import Hand, Lot, Move, in_hand
from amber_acre.core.products.stock import Stock
from amber_acre.core.quantities import Money
from amber_acre.store.stamps import STOCK, under
from amber_acre.store.tables import DeliveryRow, EntryRow, StockCountRow


def add_delivery(
    session: Session,
    product_id: int,
    on_day: date,
    mass_kg: float,
    note: str,
    paid: float | None = None,
    lot: str = "",
) -> None:
    """Books stock in; ``paid`` for all of it, None where nobody knows."""
    session.add(DeliveryRow(product_id=product_id, on_day=on_day, mass_kg=mass_kg, note=note, paid=paid, lot=lot))
    session.flush()


def add_count(session: Session, product_id: int, on_day: date, mass_kg: float, typed: str, who: str) -> None:
    """Writes what was counted at the end of a day, 0 or more."""
    session.add(StockCountRow(product_id=product_id, on_day=on_day, mass_kg=mass_kg, typed=typed, who=who))
    session.flush()


@under(STOCK)
def hands(session: Session) -> dict[int, Hand]:
    """What is in hand by product id, with what each entry was drawn from; what nothing is known of is not there."""
    moves: dict[int, list[Move]] = {}
    for row in session.scalars(select(DeliveryRow).order_by(DeliveryRow.id)):
        lot = Lot(row.on_day, row.mass_kg, Money(row.paid) if row.paid is not None else None, row.lot)
        moves.setdefault(row.product_id, []).append(Move(row.on_day, "came", row.mass_kg, lot))
    later = aliased(EntryRow)
    stands = ~select(later.id).where(later.corrects_id == EntryRow.id).exists()
    used = select(EntryRow.id, EntryRow.product_id, EntryRow.applied_on, EntryRow.amount_kg)
    for key, product, day, mass in session.execute(
        used.where(EntryRow.product_id.is_not(None), stands).order_by(EntryRow.id)
    ):
        if product is not None:
            moves.setdefault(product, []).append(Move(day, "went", float(mass), key=key))
    for count in session.scalars(select(StockCountRow).order_by(StockCountRow.id)):
        moves.setdefault(count.product_id, []).append(Move(count.on_day, "counted", count.mass_kg))
    return {key: in_hand(of_it) for key, of_it in moves.items()}


def stocks(session: Session) -> dict[int, Stock]:
    """Stock by product id."""
    return {key: hand.stock for key, hand in hands(session).items()}


def stock_kg(session: Session) -> Mapping[int, float]:
    """Mass in hand by product id, below zero where more was logged than came."""
    return {key: stock.net_kg for key, stock in stocks(session).items()}


def stock_is_kept(session: Session, product_id: int) -> bool:
    """Whether the firm writes deliveries or counts of a product down: only then does the stock say anything."""
    return any(
        session.scalar(select(table.id).where(table.product_id == product_id).limit(1)) is not None
        for table in (DeliveryRow, StockCountRow)
    )


def in_stock(session: Session) -> frozenset[int]:
    """Keys of products of which something is in hand."""
    return frozenset(key for key, kg in stock_kg(session).items() if kg > 0)
