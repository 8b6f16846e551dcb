"""A local rule set: closed periods, phosphorus, caps of nitrogen, the slow share, the strip along water."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.season.windows import Blackout
from amber_acre.core.soil.findings import Level

# Caps of one application where a rule set states none: 0.7 and 1.0 lb N/1000 ft² [application-caps].
QUICK_CAP_G_M2 = GramsPerSquareMetre(3.4)
TOTAL_CAP_G_M2 = GramsPerSquareMetre(4.9)


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
        if _leaves_no_day(self.blackouts):
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


@lru_cache(maxsize=256)
def _leaves_no_day(blackouts: tuple[Blackout, ...]) -> bool:
    """Whether closed periods cover every day of a leap year."""
    days = (date(2024, 1, 1) + timedelta(days=n) for n in range(366))
    return bool(blackouts) and all(any(blackout.covers(day) for blackout in blackouts) for day in days)


def phosphorus_forbidden(rules: RuleSet, tested: Level) -> str:
    """The reason no phosphorus may go down under a local rule and at a tested level, or '' where it may."""
    if tested == "high":
        return "the soil test is high in phosphorus"
    if tested == "unknown" and rules.phosphorus_only_on_test:
        return f"{rules.name} allows phosphorus only on a soil test, and there is none"
    if tested == "adequate" and rules.phosphorus_only_on_test:
        return f"{rules.name} allows phosphorus only where a test shows need, and the test is adequate"
    return ""
