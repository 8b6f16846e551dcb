"""The shelf: products, packs, and stock as deliveries less what the log used."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date, datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session, aliased

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.products.product import Label, Pack, Product, SoilAction
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money
from amber_acre.core.tables.nitrogen_forms import NITROGEN_FORMS
from amber_acre.store.tables import (
    DeliveryRow,
    EntryRow,
    OtherNutrientRow,
    PackRow,
    ProductRow,
    SieveRow,
    SoilActionRow,
)


def product_of(row: ProductRow) -> Product:
    """The core value of a product row; its key is the row's id."""
    yearly = row.yearly_max_g_m2
    return Product(
        row.id,
        row.name,
        row.family,
        row.liquid,
        row.total_nitrogen,
        {form: getattr(row, f"n_{form}") for form in NITROGEN_FORMS},
        row.p2o5,
        row.k2o,
        Label(
            GramsPerSquareMetre(row.label_min_g_m2),
            GramsPerSquareMetre(row.label_max_g_m2),
            row.interval_days,
            None if yearly is None else GramsPerSquareMetre(yearly),
        ),
        tuple(Pack(p.size_typed, Kilograms(p.mass_kg), Money(p.price)) for p in row.packs),
        {other.element: other.fraction for other in row.others},
        row.density_kg_l,
        row.longevity_days,
        _soil_action(row),
    )


def _soil_action(row: ProductRow) -> SoilAction:
    action = row.soil_action
    if action is None:
        return SoilAction()
    return SoilAction(
        action.neutralising_value,
        action.lime_kind,
        {sieve.mesh: sieve.passing for sieve in row.sieves},
        action.moisture,
        action.elemental_sulphur,
        action.aluminium,
        action.material,
    )


def product_rows(session: Session) -> Sequence[ProductRow]:
    return session.scalars(
        select(ProductRow).where(ProductRow.deleted_at.is_(None)).order_by(func.lower(ProductRow.name))
    ).all()


def shelf(session: Session) -> list[Product]:
    """Every product in use as core values."""
    return [product_of(row) for row in product_rows(session)]


def product_named(session: Session, name: str) -> ProductRow | None:
    """The product in use of that name, however it is written."""
    query = select(ProductRow).where(ProductRow.deleted_at.is_(None), func.lower(ProductRow.name) == name.lower())
    return session.scalars(query).first()


def product_row(session: Session, product_id: int) -> ProductRow | None:
    row = session.get(ProductRow, product_id)
    return row if row is not None and row.deleted_at is None else None


def save_product(
    session: Session,
    product: Product,
    *,
    label_min_typed: str,
    label_max_typed: str,
    yearly_max_typed: str,
    rate_confirmed: bool,
    derived_from: str = "",
    product_id: int | None = None,
) -> ProductRow:
    """Writes a product with its packs; with ``product_id`` in place of the one there."""
    row = (session.get(ProductRow, product_id) if product_id else None) or ProductRow()
    row.name, row.family, row.liquid = product.name, product.family, product.liquid
    row.version = (row.version or 0) + 1
    row.density_kg_l, row.longevity_days = product.density_kg_l, product.longevity_days
    row.total_nitrogen, row.p2o5, row.k2o = product.total_nitrogen, product.p2o5, product.k2o
    for form in NITROGEN_FORMS:
        setattr(row, f"n_{form}", product.nitrogen.get(form, 0.0))
    row.label_min_g_m2, row.label_max_g_m2 = product.label.min_g_m2, product.label.max_g_m2
    row.interval_days, row.yearly_max_g_m2 = product.label.interval_days, product.label.yearly_max_g_m2
    row.label_min_typed, row.label_max_typed = label_min_typed, label_max_typed
    row.yearly_max_typed, row.rate_confirmed, row.derived_from = yearly_max_typed, rate_confirmed, derived_from
    row.packs.clear()
    row.others.clear()
    row.sieves.clear()
    row.soil_action = None
    session.add(row)
    session.flush()
    row.packs = [PackRow(size_typed=p.name, mass_kg=p.mass_kg, price=p.price) for p in product.packs]
    row.others = [OtherNutrientRow(element=e, fraction=f) for e, f in product.other.items() if f > 0]
    if product.soil != SoilAction():
        soil = product.soil
        row.soil_action = SoilActionRow(
            neutralising_value=soil.neutralising_value,
            lime_kind=soil.lime_kind,
            moisture=soil.moisture,
            elemental_sulphur=soil.elemental_sulphur,
            aluminium=soil.aluminium,
            material=soil.material,
        )
        row.sieves = [SieveRow(mesh=mesh, passing=share) for mesh, share in soil.passing.items()]
    session.flush()
    return row


def set_product_deleted(session: Session, product_id: int, at: datetime | None) -> None:
    """Takes a product off the shelf, or puts it back with ``at`` None; rounds and entries keep it.

    Refuses (DoesNotFit) to put back beside another of its name.
    """
    row = session.get_one(ProductRow, product_id)
    other = product_named(session, row.name) if at is None else None
    if other is not None and other.id != row.id:
        raise DoesNotFit(
            f"Another product on the shelf is called {row.name} now. Rename that one, then bring this one back.",
            field="name",
        )
    row.deleted_at = at


def add_delivery(session: Session, product_id: int, on_day: date, mass_kg: float, note: str) -> None:
    """Books stock in."""
    session.add(DeliveryRow(product_id=product_id, on_day=on_day, mass_kg=mass_kg, note=note))
    session.flush()


def stock_kg(session: Session) -> Mapping[int, float]:
    """Mass in hand by product id: deliveries less the entries that stand. May be below zero."""
    delivered = select(DeliveryRow.product_id, func.sum(DeliveryRow.mass_kg)).group_by(DeliveryRow.product_id)
    stock: dict[int, float] = {key: float(mass) for key, mass in session.execute(delivered)}
    later = aliased(EntryRow)
    used = (
        select(EntryRow.product_id, func.sum(EntryRow.amount_kg))
        .where(EntryRow.product_id.is_not(None), ~select(later.id).where(later.corrects_id == EntryRow.id).exists())
        .group_by(EntryRow.product_id)
    )
    for key, mass in session.execute(used):
        if key is not None:
            stock[key] = stock.get(key, 0.0) - float(mass)
    return stock


def stock_is_kept(session: Session, product_id: int) -> bool:
    """Whether the firm writes deliveries of a product down: only then does the stock say anything."""
    return session.scalar(select(DeliveryRow.id).where(DeliveryRow.product_id == product_id).limit(1)) is not None


def every_product(session: Session) -> Sequence[ProductRow]:
    """Every product there ever was, also those that have left the shelf."""
    return session.scalars(select(ProductRow)).all()
