"""A job as it leaves the program: one line with every figure in named units, the same for table, JSON and calendar."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from datetime import date


@dataclass(frozen=True)
class JobLine:
    """One job of one area; rates and nutrients in g/m² (elements), amounts in kg, days ISO 8601.

    ``uid`` never changes; ``sequence`` grows with each change. ``shows_from``/``shows_to``: when its result is to be
    seen. ``amount_words``: amount and rate in the units of the
    property. ``state``: coming, due, late, held, missed, done, in part or left out.
    """

    uid: str
    sequence: int
    property_name: str
    area: str
    name: str
    work: str
    day: date
    opens: date
    closes: date
    state: str
    product: str
    grade: str
    rate_g_m2: float
    amount_kg: float
    area_m2: float
    nitrogen_g_m2: float
    quick_nitrogen_g_m2: float
    phosphorus_g_m2: float
    potassium_g_m2: float
    cost: float
    reason: str
    cautions: tuple[str, ...]
    shows_from: date | None
    shows_to: date | None
    amount_words: str = ""

    def flat(self) -> dict[str, object]:
        """Its fields with days as ISO text."""
        return {k: v.isoformat() if isinstance(v, date) else v for k, v in asdict(self).items()}
