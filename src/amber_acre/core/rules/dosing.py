"""A dose typed by plant, trunk, hedge or litre, put on the ground it is for."""

from __future__ import annotations

from dataclasses import replace

from amber_acre.core.errors import DoesNotFit, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.jobs.dose import BASES, Dose
from amber_acre.core.products.product import Product
from amber_acre.core.rules.ground import Ground
from amber_acre.core.typed_counts import CountRate, count_rate, counted

RUN = "metres of hedge"
COUNT_AT_MOST = 100_000.0  # plants, cm, metres or litres of one area [common-practice]
# How a kept dose is typed again: its unit as the reader takes it, and what its value is divided by.
TYPED_AS: dict[str, tuple[str, float]] = {
    "plant": ("g/plant", 1.0),
    "plant_volume": ("mL/plant", 1.0),
    "trunk": ("g/cm of trunk", 1.0),
    "trunk_volume": ("mL/cm of trunk", 1.0),
    "litre": ("g/L of medium", 1.0),
    "water": ("g/L of water", 1000.0),
}


def dose_by_count(text: str, product: Product, ground: Ground, field: str = "rate") -> Dose:
    """The dose of ``30 g/plant`` on a ground that knows its plants, or of ``30 g/plant × 12`` on any.

    By the metre of hedge it becomes a rate by area. Refuses a range (DoesNotFit), a count nobody said (MissingInput)
    and a weight of a liquid by plant or trunk (NotUnderstood).
    """
    plain, typed_count = counted(text)
    rate = count_rate(plain, field)
    if rate.low < rate.high:
        raise DoesNotFit(f"“{text}” is a range: type the one dose this job gives.", field=field, value=text)
    _fits(rate, product, field)
    count = typed_count or ground.count_for(rate.basis)
    if count is not None and count > COUNT_AT_MOST:
        raise OutOfRange(f"“{text}” is for {count:,.0f}: check the count.", field=field, limits=(0, COUNT_AT_MOST))
    if count is None or count <= 0:
        of = RUN if rate.basis == "run" else BASES[rate.basis].counts
        raise MissingInput(f"How many {of}? This area does not say: type it like {plain} × 12.", field=field)
    return Dose(rate.high * count / ground.size_m2) if rate.basis == "run" else Dose(rate.high, rate.basis, count)


def _fits(rate: CountRate, product: Product, field: str) -> None:
    by_volume = rate.basis in ("plant_volume", "trunk_volume")
    if by_volume and not product.density_kg_l:
        raise MissingInput(
            f"A dose in {rate.unit} is a volume: {product.name} needs its density in kg/L on the shelf.", field=field
        )
    if product.liquid and rate.basis in ("plant", "trunk", "run"):
        raise NotUnderstood(f"{product.name} is a liquid, and {rate.unit} is a weight: type mL or fl oz.", field=field)


def recounted(dose: Dose, ground: Ground, field: str = "area") -> Dose:
    """A dose by count on another ground: its own plants, trunk or litres. Refuses where nobody said (MissingInput)."""
    if dose.basis not in ("plant", "plant_volume", "trunk", "trunk_volume", "litre") or dose.count is None:
        return dose
    count = ground.count_for(dose.basis)
    if count is None or count <= 0:
        raise MissingInput(
            f"{ground.name} does not say how many {BASES[dose.basis].counts} it holds: make the job there by hand.",
            field=field,
        )
    return replace(dose, count=count)


def typed_again(dose: Dose) -> str:
    """A kept dose by count as it can be typed: ``30 g/plant``; '' for one by area, depth or volume."""
    if dose.basis not in TYPED_AS:
        return ""
    unit, per = TYPED_AS[dose.basis]
    return f"{dose.value / per:.6g} {unit}"
