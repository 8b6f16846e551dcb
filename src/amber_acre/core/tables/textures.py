"""Soil textures: the twelve classes, their corners on the triangle, the water they hold, and the groups of the
tables."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.tables.acidifying import SulphurTexture
from amber_acre.core.tables.liming import LimeTexture


@dataclass(frozen=True)
class TextureClass:
    """One class: ``corners`` (sand %, clay %) of its place on the triangle [usda-texture]; field capacity and wilting
    point, m³/m³, the middle of the printed range where there is one [fao-56], else as [saxton-rawls-2006]; and what is
    ``printed`` as available, which is a column of its own and not the difference of the others.
    """

    name: str
    short: str
    corners: tuple[tuple[float, float], ...]
    field_capacity: float
    wilting_point: float
    water_source: str
    lime: LimeTexture
    sulphur: SulphurTexture
    printed: float | None = None

    @property
    def available(self) -> float:
        """Water for plants, m³/m³: the printed column, else field capacity less wilting point."""
        return self.printed if self.printed is not None else self.field_capacity - self.wilting_point


TEXTURES: dict[str, TextureClass] = {
    row.name: row
    for row in (
        TextureClass("sand", "S", ((100, 0), (90, 10), (85, 0)), 0.12, 0.045, "fao-56", "sand", "sand", 0.08),
        TextureClass(
            "loamy sand", "LS", ((85, 0), (90, 10), (85, 15), (70, 0)), 0.15, 0.065, "fao-56", "sand", "sand", 0.09
        ),
        TextureClass(
            "sandy loam",
            "SL",
            ((70, 0), (85, 15), (80, 20), (52, 20), (52, 7), (43, 7), (50, 0)),
            0.23,
            0.11,
            "fao-56",
            "sandy loam",
            "sand",
            0.13,
        ),
        TextureClass(
            "loam", "L", ((52, 7), (52, 20), (45, 27), (23, 27), (43, 7)), 0.25, 0.12, "fao-56", "loam", "loam", 0.155
        ),
        TextureClass(
            "silt loam",
            "SiL",
            ((50, 0), (23, 27), (0, 27), (0, 12), (8, 12), (20, 0)),
            0.29,
            0.15,
            "fao-56",
            "silt loam",
            "loam",
            0.16,
        ),
        TextureClass(
            "silt", "Si", ((20, 0), (8, 12), (0, 12), (0, 0)), 0.32, 0.17, "fao-56", "silt loam", "loam", 0.18
        ),
        TextureClass(
            "sandy clay loam",
            "SCL",
            ((52, 20), (80, 20), (65, 35), (45, 35), (45, 27)),
            0.27,
            0.17,
            "saxton-rawls-2006",
            "loam",
            "loam",
        ),
        TextureClass(
            "clay loam",
            "CL",
            ((45, 27), (45, 40), (20, 40), (20, 27)),
            0.36,
            0.22,
            "saxton-rawls-2006",
            "clay loam",
            "clay",
        ),
        TextureClass(
            "silty clay loam",
            "SiCL",
            ((20, 27), (20, 40), (0, 40), (0, 27)),
            0.335,
            0.205,
            "fao-56",
            "clay loam",
            "clay",
            0.155,
        ),
        TextureClass(
            "sandy clay", "SC", ((65, 35), (45, 55), (45, 35)), 0.36, 0.25, "saxton-rawls-2006", "clay loam", "clay"
        ),
        TextureClass(
            "silty clay", "SiC", ((20, 40), (0, 60), (0, 40)), 0.36, 0.23, "fao-56", "clay loam", "clay", 0.16
        ),
        TextureClass(
            "clay",
            "C",
            ((45, 40), (45, 55), (0, 100), (0, 60), (20, 40)),
            0.36,
            0.22,
            "fao-56",
            "clay loam",
            "clay",
            0.16,
        ),
    )
}
ORGANIC_FROM = 0.20  # organic matter, fraction of mass: above it a muck for the lime table [common-practice]

# Water over what it holds that leaves a soil in a day, mm, by texture. [common-practice]
DRAINS_MM: dict[str, float] = {
    "sand": 40.0,
    "loamy sand": 35.0,
    "sandy loam": 25.0,
    "loam": 15.0,
    "silt loam": 12.0,
    "silt": 12.0,
    "sandy clay loam": 12.0,
    "clay loam": 10.0,
    "silty clay loam": 8.0,
    "sandy clay": 8.0,
    "silty clay": 6.0,
    "clay": 6.0,
}
