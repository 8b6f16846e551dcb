"""Water that mulch keeps in open ground: what bare soil would lose between wettings, and the share an organic layer
holds back. An estimate: shade, wind and how often it is wet decide more."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange
from amber_acre.core.working import Figure, Working

WETTED_EVERY_DAYS = 7.0  # by rain or hose where nobody says otherwise [common-practice]
SHARE_AT_FULL_COVER = 0.5  # 5 % less evaporation for each tenth of the ground that organic mulch covers [fao-56]
COVERS_FROM_MM = 50.0  # depth from which it covers the ground wholly; thinner covers in proportion [common-practice]
LIGHT_WETTING_MM = 10.0  # water a light wetting leaves to evaporate [fao-56]
MONTHS = 12
FROZEN_BELOW_C = 0.0


@dataclass(frozen=True)
class Saved:
    """Litres a square metre of open ground keeps in a year, and month by month, January first."""

    year_l_m2: float
    months_l_m2: tuple[float, ...]


def bare_share(et_mm_day: float, every_days: float = WETTED_EVERY_DAYS) -> float:
    """Evaporation of bare soil between light wettings over reference evapotranspiration, 0–1.15.

    ``et_mm_day`` above 0 to 15 mm a day, ``every_days`` 1 to 60 (OutOfRange). FAO-56 annex 7: a first stage at the rate
    of the air, a second that falls off, for wettings of up to 10 mm [fao-56].
    """
    if not 0 < et_mm_day <= 15:
        raise OutOfRange("Evapotranspiration lies above 0 and under 15 mm a day.", field="et", limits=(0, 15))
    if not 1 <= every_days <= 60:
        raise OutOfRange("Wettings lie 1 to 60 days apart.", field="wetted", limits=(1, 60))
    rate = 1.15 * et_mm_day
    total = LIGHT_WETTING_MM
    ready = min(max(2.5, 6 / math.sqrt(et_mm_day)), 7.0)
    first = ready / rate
    if every_days <= first:
        return 1.15
    falls = math.exp(-(every_days - first) * rate * (1 + ready / (total - ready)) / total)
    return (total - (total - ready) * falls) / (every_days * et_mm_day)


def saved(
    et_mm: Sequence[float],
    rain_mm: Sequence[float],
    mean_c: Sequence[float],
    depth_mm: float,
    watered: bool,
    working: Working,
) -> Saved:
    """What an organic mulch ``depth_mm`` deep keeps of a year's evaporation.

    ``et_mm``, ``rain_mm``, ``mean_c``: twelve months, January first, mm and °C. Where nobody waters, no month loses
    more than its rain. Frozen months count nothing.
    """
    cover = min(1.0, depth_mm / COVERS_FROM_MM)
    months = []
    for month in range(MONTHS):
        daily = et_mm[month] * MONTHS / 365.25
        if mean_c[month] <= FROZEN_BELOW_C or daily <= 0:
            months.append(0.0)
            continue
        lost = bare_share(daily) * et_mm[month]
        months.append(SHARE_AT_FULL_COVER * cover * (lost if watered else min(lost, rain_mm[month])))
    lost_year = sum(months) / (SHARE_AT_FULL_COVER * cover) if cover else 0.0
    kept = working.step(
        "Water kept in open ground in a year",
        "share * cover * lost_mm",
        [
            Figure("share", SHARE_AT_FULL_COVER, "", "held back under a whole cover"),
            Figure("cover", cover, "", "of the ground covered"),
            Figure("lost_mm", lost_year, "mm", "what bare ground would lose, wetted weekly"),
        ],
        sum(months),
        "mm",
        "fao-56",
    )
    return Saved(kept, tuple(months))
