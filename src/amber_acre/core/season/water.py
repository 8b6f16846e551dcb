"""Water through the year: reference evapotranspiration and how far rain and soil store carry growth.

A monthly bucket on climate normals, for lawns that are not irrigated. It is a planning figure: a
real summer is wetter or drier.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.season.climate import Climate
from amber_acre.core.season.months import MONTH_DAYS, MONTH_NAMES
from amber_acre.core.tables.grasses import Season
from amber_acre.core.tables.lawn_water import USUAL_ROOTS_MM
from amber_acre.core.tables.textures import TEXTURES
from amber_acre.core.working import Figure, Working

TURF_COEFFICIENT: dict[Season, float] = {"cool": 0.95, "warm": 0.85}  # mid season [fao-56]
# A loam over the usual roots of a lawn [fao-56, common-practice]; used where the texture is not known.
ROOT_ZONE_STORE_MM = TEXTURES["loam"].available * USUAL_ROOTS_MM
LATENT_HEAT_MM_PER_MJ = 0.408  # [fao-56]
_MID_MONTH = tuple(sum(MONTH_DAYS[:m]) + MONTH_DAYS[m] // 2 + 1 for m in range(12))


@dataclass(frozen=True)
class WaterYear:
    """Reference evapotranspiration (mm a month) and the share of growth water allows, January first."""

    reference_et_mm: tuple[float, ...]
    share: tuple[float, ...]


def extraterrestrial_radiation(latitude_deg: float, day_of_year: int) -> float:
    """Ra in MJ/m²/day, FAO-56 eq. 21 with eqs 23–25; latitude −66 to 66°, day 1–366 [fao-56]."""
    latitude = math.radians(latitude_deg)
    angle = 2 * math.pi * day_of_year / 365
    inverse_distance = 1 + 0.033 * math.cos(angle)  # eq. 23
    declination = 0.409 * math.sin(angle - 1.39)  # eq. 24
    sunset = math.acos(min(1.0, max(-1.0, -math.tan(latitude) * math.tan(declination))))  # eq. 25
    return (
        24
        * 60
        / math.pi
        * 0.0820
        * inverse_distance
        * (
            sunset * math.sin(latitude) * math.sin(declination)
            + math.cos(latitude) * math.cos(declination) * math.sin(sunset)
        )
    )


def hargreaves_et(mean_c: float, min_c: float, max_c: float, radiation: float) -> float:
    """Reference evapotranspiration in mm/day, FAO-56 eq. 52; ``radiation`` Ra in MJ/m²/day [fao-56].

    0 where the mean is below −17.8 °C. Temperatures in °C with min ≤ max.
    """
    if mean_c <= -17.8:
        return 0.0
    return 0.0023 * (mean_c + 17.8) * math.sqrt(max_c - min_c) * LATENT_HEAT_MM_PER_MJ * radiation


def water_year(climate: Climate, season: Season, working: Working, store_mm: float | None = None) -> WaterYear:
    """Share of growth that rain and the soil store (60 mm where it is not known) allow each month, 0–1 [fao-56].

    Runs the bucket round the year until it repeats; records each month's line.
    """
    et_month = [_reference_et(climate, m, working) for m in range(12)]
    turf = TURF_COEFFICIENT[season]
    most = ROOT_ZONE_STORE_MM if store_mm is None else store_mm
    store = most
    shares = [1.0] * 12
    for last_lap in (False, False, True):
        for m in range(12):
            use = turf * et_month[m]
            available = climate.rain_mm[m] + store
            share = min(1.0, available / use) if use > 0 else 1.0
            if last_lap and use > 0:
                shares[m] = working.step(
                    f"Water in {MONTH_NAMES[m]}",
                    "min(1, (rain_mm + store_mm) / (turf * reference_mm))",
                    [
                        Figure("rain_mm", climate.rain_mm[m], "mm", "rain"),
                        Figure("store_mm", store, "mm", "in the soil at the start"),
                        Figure("turf", turf, "", "turf coefficient"),
                        Figure("reference_mm", et_month[m], "mm", "reference evapotranspiration"),
                    ],
                    share,
                    "",
                    "fao-56",
                )
            store = min(most, max(0.0, available - use))
    if store_mm is None:
        working.assume(
            f"Soil water store taken as {ROOT_ZONE_STORE_MM:.0f} mm (loam, 15 cm of roots): the texture is not known."
        )
    return WaterYear(tuple(et_month), tuple(shares))


def _reference_et(climate: Climate, month: int, working: Working) -> float:
    """Reference evapotranspiration of a month in mm, recorded."""
    mean, low, high = climate.mean_c[month], climate.min_c[month], climate.max_c[month]
    radiation = extraterrestrial_radiation(climate.latitude_deg, _MID_MONTH[month])
    return working.step(
        f"Reference evapotranspiration in {MONTH_NAMES[month]}",
        "days * max(0, 0.0023 * (mean_c + 17.8) * sqrt(max_c - min_c) * 0.408 * radiation)",
        [
            Figure("days", MONTH_DAYS[month], "days", "days"),
            Figure("mean_c", mean, "°C", "mean"),
            Figure("max_c", high, "°C", "maximum"),
            Figure("min_c", low, "°C", "minimum"),
            Figure("radiation", radiation, "MJ/m²/day", "radiation above the air in mid-month"),
        ],
        MONTH_DAYS[month] * hargreaves_et(mean, low, high, radiation),
        "mm",
        "fao-56",
    )
