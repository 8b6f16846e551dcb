"""Kinds of climate to start from: invented monthly normals of a kind of place, for nobody's place in particular.

Each row is written for the northern half of the globe; the southern one is the same six months later. They stand in
until a property's own normals are typed or pasted, and say so. Shapes follow the climate classes of textbooks; every
figure is made up [climate-kinds].
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from amber_acre.core.season.climate import Climate, MonthDay

Half = Literal["north", "south"]


@dataclass(frozen=True)
class ClimateKind:
    """A kind of place: latitude in its middle, metres above the sea, °C and mm from January, frost dates or none."""

    key: str
    name: str
    latitude_deg: float
    elevation_m: float
    region: str
    mean_c: tuple[float, ...]
    swing_c: float
    rain_mm: tuple[float, ...]
    last_frost: MonthDay | None = None
    first_frost: MonthDay | None = None

    def climate(self, half: Half, latitude_deg: float | None = None) -> Climate:
        """The climate of this kind in the northern or southern half; minimum and maximum half the day's swing off."""
        south = half == "south"
        mean, rain = (_later(row) if south else row for row in (self.mean_c, self.rain_mm))
        at = abs(self.latitude_deg if latitude_deg is None else latitude_deg)
        return Climate(
            f"{self.name}, {half}",
            -at if south else at,
            mean,
            tuple(round(value - self.swing_c / 2, 1) for value in mean),
            tuple(round(value + self.swing_c / 2, 1) for value in mean),
            rain,
            _half_a_year_on(self.last_frost) if south else self.last_frost,
            _half_a_year_on(self.first_frost) if south else self.first_frost,
            self.elevation_m,
            self.region,
            "normals of a kind of climate, not of this place",
        )


def _later(row: tuple[float, ...]) -> tuple[float, ...]:
    return row[6:] + row[:6]


def _half_a_year_on(day: MonthDay | None) -> MonthDay | None:
    return None if day is None else MonthDay((day.month + 5) % 12 + 1, day.day)


KINDS: tuple[ClimateKind, ...] = (
    ClimateKind(
        "cool-maritime",
        "Cool maritime",
        52.0,
        60.0,
        "humid",
        (4.6, 4.9, 6.8, 9.2, 12.4, 15.2, 17.1, 16.9, 14.4, 11.0, 7.3, 5.2),
        7.4,
        (78, 58, 60, 56, 58, 60, 64, 70, 68, 86, 88, 84),
        MonthDay(4, 12),
        MonthDay(11, 6),
    ),
    ClimateKind(
        "cool-humid-continental",
        "Cool continental with moist summers",
        44.0,
        240.0,
        "humid",
        (-6.1, -4.6, 1.2, 8.1, 14.4, 19.5, 22.0, 20.9, 16.5, 10.0, 3.2, -3.4),
        10.6,
        (48, 44, 58, 78, 92, 98, 96, 92, 88, 76, 66, 54),
        MonthDay(5, 6),
        MonthDay(10, 6),
    ),
    ClimateKind(
        "dry-interior",
        "Dry interior with cold winters",
        46.0,
        780.0,
        "arid",
        (-3.8, -1.4, 4.2, 8.9, 13.6, 18.0, 22.4, 21.6, 16.3, 9.4, 2.2, -2.9),
        14.2,
        (22, 18, 22, 26, 36, 34, 20, 18, 20, 22, 24, 24),
        MonthDay(5, 14),
        MonthDay(9, 26),
    ),
    ClimateKind(
        "transition-humid",
        "Warm summers and cold winters, between the turf belts",
        38.5,
        160.0,
        "humid",
        (1.2, 2.8, 7.6, 13.4, 18.4, 23.2, 25.6, 24.8, 20.9, 14.4, 8.4, 3.2),
        11.2,
        (72, 68, 92, 94, 108, 98, 102, 88, 84, 78, 80, 78),
        MonthDay(4, 16),
        MonthDay(10, 24),
    ),
    ClimateKind(
        "humid-subtropical",
        "Humid subtropical",
        32.0,
        70.0,
        "humid",
        (9.2, 10.8, 14.8, 18.8, 23.0, 26.4, 27.8, 27.6, 25.0, 19.6, 14.4, 10.2),
        11.8,
        (104, 98, 112, 88, 92, 128, 140, 136, 108, 78, 82, 96),
        MonthDay(3, 12),
        MonthDay(11, 20),
    ),
    ClimateKind(
        "dry-summer-mild",
        "Mild winters and dry summers",
        37.5,
        90.0,
        "interior",
        (9.4, 10.2, 11.9, 14.2, 17.8, 21.8, 24.6, 24.6, 22.0, 17.8, 13.2, 10.2),
        10.4,
        (82, 70, 60, 44, 26, 8, 2, 4, 22, 58, 86, 94),
    ),
    ClimateKind(
        "hot-desert",
        "Hot desert",
        32.5,
        330.0,
        "arid",
        (12.2, 14.4, 17.8, 21.9, 26.8, 31.8, 33.9, 33.2, 29.8, 23.4, 16.6, 11.8),
        15.0,
        (20, 20, 22, 8, 4, 2, 24, 26, 16, 14, 16, 22),
    ),
    ClimateKind(
        "mild-coast",
        "Mild coast, growing nearly all year",
        36.0,
        20.0,
        "humid",
        (11.2, 11.4, 12.8, 14.6, 17.0, 19.4, 21.2, 21.8, 20.4, 17.6, 14.4, 12.0),
        8.2,
        (78, 70, 74, 66, 58, 48, 42, 46, 54, 66, 76, 82),
    ),
    ClimateKind(
        "tropical-highland",
        "Tropical highland",
        6.0,
        2250.0,
        "humid",
        (15.8, 16.4, 16.9, 16.8, 16.4, 15.6, 15.2, 15.4, 15.7, 16.0, 15.6, 15.4),
        11.4,
        (42, 58, 98, 142, 124, 68, 46, 52, 74, 108, 112, 64),
    ),
    ClimateKind(
        "wet-tropics",
        "Wet tropics",
        8.0,
        40.0,
        "humid",
        (26.0, 26.4, 27.2, 27.8, 27.4, 26.8, 26.6, 26.6, 26.7, 26.8, 26.4, 26.0),
        8.0,
        (62, 48, 74, 122, 214, 228, 214, 222, 226, 248, 186, 102),
    ),
)
KIND_BY_KEY: dict[str, ClimateKind] = {kind.key: kind for kind in KINDS}
