"""What a programme is made for and made of: the lawn, the rule set, planned rounds and log entries."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal, get_args

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, SquareMetres
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.tables.grasses import Grass

Upkeep = Literal["low", "middle", "high"]
# Caps of one application where a rule set states none: 0.7 and 1.0 lb N/1000 ft² [application-caps].
QUICK_CAP_G_M2 = GramsPerSquareMetre(3.4)
TOTAL_CAP_G_M2 = GramsPerSquareMetre(4.9)
UPKEEPS: tuple[Upkeep, ...] = get_args(Upkeep)


@dataclass(frozen=True)
class RuleSet:
    """A local rule set, data the firm edits. Caps in g/m² of nitrogen, the slow share a fraction.

    ``quick_cap_g_m2`` and ``total_cap_g_m2`` hold one application; ``yearly_cap_g_m2`` None: no cap. ``buffer_m``:
    width of the unfed strip along water, 0 to 200. Refuses a slow share outside 0–1 and caps not above zero
    (OutOfRange).
    """

    name: str
    blackouts: tuple[Blackout, ...] = ()
    phosphorus_only_on_test: bool = True
    yearly_cap_g_m2: GramsPerSquareMetre | None = None
    slow_share_min: float = 0.0
    quick_cap_g_m2: GramsPerSquareMetre = QUICK_CAP_G_M2
    total_cap_g_m2: GramsPerSquareMetre = TOTAL_CAP_G_M2
    buffer_m: float = 0.0

    def __post_init__(self) -> None:
        if not 0 <= self.slow_share_min <= 1:
            raise OutOfRange("The slow-release share must be 0 to 100 %.", field="slow_share", limits=(0, 1))
        if not 0 <= self.buffer_m <= 200:
            raise OutOfRange("The unfed strip must be 0 to 200 m wide.", field="buffer", limits=(0, 200))
        if self.blackouts and all(
            any(blackout.covers(day) for blackout in self.blackouts)
            for day in (date(2024, 1, 1) + timedelta(days=n) for n in range(366))
        ):
            raise DoesNotFit(
                "These closed periods leave no day of the year: nothing could ever be fed. Check their first and last"
                " days.",
                field="blackouts",
            )
        if self.quick_cap_g_m2 > self.total_cap_g_m2 * (1 + 1e-9):
            raise DoesNotFit(
                "Of one application more quick nitrogen is allowed than nitrogen in all. Check both and their units.",
                field="quick_cap",
                value=self.quick_cap_g_m2,
                limits=(0, self.total_cap_g_m2),
            )
        for field in ("yearly_cap", "quick_cap", "total_cap"):
            cap = getattr(self, f"{field}_g_m2")
            if cap is not None and not 0 < cap <= 100:
                raise OutOfRange(
                    f"A nitrogen cap of {cap:g} g/m² is outside 0–100. Check the unit.",
                    field=field,
                    value=cap,
                    limits=(0, 100),
                )


@dataclass(frozen=True)
class Lawn:
    """One lawn with everything its programme depends on; sizes in m² with both ends of a range.

    ``store_mm``: water the root zone holds for the grass, None where texture is not known.
    """

    name: str
    size_m2: SquareMetres
    low_m2: SquareMetres
    high_m2: SquareMetres
    grass: Grass
    upkeep: Upkeep
    clippings_returned: bool
    irrigated: bool
    soil_test: SoilTest | None
    climate: Climate
    rules: RuleSet
    store_mm: float | None = None


@dataclass(frozen=True)
class PlannedRound:
    """One planned application: its day and window, product, rate (g/m²) and why it is there.

    ``target_g_m2`` is its nitrogen: ``share`` of the ``yearly_g_m2`` that was divided, plus or less what
    capped rounds passed on.
    ``skipped``: left out by hand. ``missed``: its window closed with nothing logged. Neither counts.
    """

    number: int
    name: str
    on: date
    opens: date
    closes: date
    product: Product
    rate_g_m2: GramsPerSquareMetre
    target_g_m2: float
    share: float
    yearly_g_m2: float
    reason: str
    skipped: bool = False
    missed: bool = False

    @property
    def counts(self) -> bool:
        """True while the round is meant to go down."""
        return not (self.skipped or self.missed)


@dataclass(frozen=True)
class Entry:
    """What really went down: mass over the area covered. ``corrects`` names the entry it replaces,
    ``soil_job`` the job of a correction it answers.

    An amount of 0 is allowed only in a correction, where it says that nothing went down.
    """

    key: int
    round_number: int | None
    on: date
    product: Product
    amount_kg: Kilograms
    covered_m2: SquareMetres
    corrects: int | None = None
    soil_job: int | None = None

    @property
    def achieved_rate_g_m2(self) -> GramsPerSquareMetre:
        """Mass per area over what was covered, g/m²."""
        return GramsPerSquareMetre(self.amount_kg * 1000 / self.covered_m2)


BULK = "bulk"  # family of compost, sand and soil: laid by depth, no feed


def without_bulk(entries: Sequence[Entry]) -> tuple[Entry, ...]:
    """Entries that count as feeding: all but bulk material."""
    return tuple(entry for entry in entries if entry.product.family != BULK)


def standing(entries: tuple[Entry, ...]) -> tuple[Entry, ...]:
    """The entries that count: those no later entry corrects, without voided ones, by day."""
    replaced = {entry.corrects for entry in entries if entry.corrects is not None}
    kept = [entry for entry in entries if entry.key not in replaced and entry.amount_kg > 0]
    return tuple(sorted(kept, key=lambda entry: (entry.on, entry.key)))
