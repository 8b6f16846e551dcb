"""The shelf: products, packs, and stock as deliveries less what the log used."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from amber_acre.core import typed
from amber_acre.core.errors import DoesNotFit
from amber_acre.core.products.product import Label, Pack, Product, SoilAction
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money
from amber_acre.core.tables.nitrogen_forms import NITROGEN_FORMS
from amber_acre.core.typed_counts import count_rates
from amber_acre.store.stamps import FIRM, under
from amber_acre.store.tables import (
    OtherNutrientRow,
    PackRow,
    PriceRow,
    ProductRow,
    SieveRow,
    SoilActionRow,
)


@dataclass(frozen=True)
class Known:
    """What is known of a product beside its label's figures: when and where it was read, what is said of it."""

    label_seen_on: date | None = None
    label_where: str = ""
    label_season: str = ""
    claims: str = ""
    evidence: str = ""
    outcome: str = ""
    handling: str = ""


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
            later_max_of(row.later_max_typed, row.density_kg_l if row.liquid else None),
            count_rates(row.label_by),
        ),
        tuple(Pack(p.size_typed, Kilograms(p.mass_kg), Money(p.price), p.supplier) for p in row.packs),
        {other.element: other.fraction for other in row.others},
        row.density_kg_l,
        row.longevity_days,
        _soil_action(row),
        row.sites,
        row.grasses,
    )


def later_max_of(text: str, density_of_liquid: float | None) -> GramsPerSquareMetre | None:
    """The rate after the first as it was typed, g/m²; of a liquid by its volume. None of nothing."""
    if not text:
        return None
    if density_of_liquid:
        return GramsPerSquareMetre(typed.volume_rate(text, "later_max").value * density_of_liquid)
    return GramsPerSquareMetre(typed.mass_rate(text, "later_max").value)


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


def any_product(session: Session) -> bool:
    """Whether anything stands on the shelf."""
    return session.scalar(select(ProductRow.id).where(ProductRow.deleted_at.is_(None)).limit(1)) is not None


def shelf(session: Session) -> list[Product]:
    """Every product in use as core values."""
    return list(_on_shelf(session))


@under(FIRM)
def _on_shelf(session: Session) -> tuple[Product, ...]:
    return tuple(product_of(row) for row in product_rows(session))


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
    later_max_typed: str = "",
    label_by: str = "",
    product_id: int | None = None,
    since: date | None = None,
    known: Known | None = None,
) -> ProductRow:
    """Writes a product with its packs; with ``product_id`` in place of the one there.

    ``since``: the day its prices are of, for the log of prices. ``known``: what is known beside the label; None leaves
    it as it is.
    """
    row = (session.get(ProductRow, product_id) if product_id else None) or ProductRow()
    row.name, row.family, row.liquid = product.name, product.family, product.liquid
    row.version = (row.version or 0) + 1
    row.sites, row.grasses = product.sites, product.grasses
    row.later_max_typed, row.label_by = later_max_typed, label_by
    row.density_kg_l, row.longevity_days = product.density_kg_l, product.longevity_days
    row.total_nitrogen, row.p2o5, row.k2o = product.total_nitrogen, product.p2o5, product.k2o
    for form in NITROGEN_FORMS:
        setattr(row, f"n_{form}", product.nitrogen.get(form, 0.0))
    row.label_min_g_m2, row.label_max_g_m2 = product.label.min_g_m2, product.label.max_g_m2
    row.interval_days, row.yearly_max_g_m2 = product.label.interval_days, product.label.yearly_max_g_m2
    row.label_min_typed, row.label_max_typed = label_min_typed, label_max_typed
    row.yearly_max_typed, row.rate_confirmed, row.derived_from = yearly_max_typed, rate_confirmed, derived_from
    for name, value in (vars(known) if known is not None else {}).items():
        setattr(row, name, value)
    row.packs.clear()
    row.others.clear()
    row.sieves.clear()
    row.soil_action = None
    session.add(row)
    session.flush()
    row.packs = [
        PackRow(size_typed=p.name, mass_kg=p.mass_kg, price=p.price, supplier=p.supplier) for p in product.packs
    ]
    if since is not None:
        _log_prices(session, row, since)
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


def _log_prices(session: Session, row: ProductRow, since: date) -> None:
    """Notes each price that is not the one noted last."""
    last = {(one.size_typed, one.supplier): one.price for one in reversed(prices(session, row.id))}
    for pack in row.packs:
        if last.get((pack.size_typed, pack.supplier)) != pack.price:
            session.add(
                PriceRow(
                    product_id=row.id,
                    size_typed=pack.size_typed,
                    price=pack.price,
                    supplier=pack.supplier,
                    since=since,
                )
            )
    session.flush()


def prices(session: Session, product_id: int) -> list[PriceRow]:
    """Every price noted of a product's packs, newest first."""
    query = select(PriceRow).where(PriceRow.product_id == product_id)
    return list(session.scalars(query.order_by(PriceRow.since.desc(), PriceRow.id.desc())))


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


@under(FIRM)
def every_product(session: Session) -> Mapping[int, Product]:
    """Every product there ever was by its key, also those that have left the shelf."""
    return {row.id: product_of(row) for row in session.scalars(select(ProductRow))}
