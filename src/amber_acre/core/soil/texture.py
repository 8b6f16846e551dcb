"""Texture class from sand, silt and clay, as the soil survey defines it; and the water a soil of given make holds."""

from __future__ import annotations

import math

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.soil.evidence import TEXTURE_SLACK, SoilTest
from amber_acre.core.tables.liming import LimeTexture
from amber_acre.core.tables.textures import ORGANIC_FROM, TEXTURES, TextureClass


def texture_class(sand: float, silt: float, clay: float) -> TextureClass:
    """Class of the fine earth from three fractions (0–1) that add up to one [usda-texture].

    A sum off by no more than a whole per cent of rounding is scaled; any other is refused (DoesNotFit). A point on a
    border goes by the wording of the definitions, e.g. 27 % clay is a clay loam.
    """
    total = sand + silt + clay
    if min(sand, silt, clay) < 0 or abs(total - 1) > TEXTURE_SLACK:
        raise DoesNotFit(
            f"Sand, silt and clay add up to {total * 100:.4g} %, not 100. Copy the three again from the report.",
            field="clay",
            value=total,
            limits=(1, 1),
        )
    parts = [round(100 * part / total, 6) for part in (sand, silt, clay)]
    return TEXTURES[_name(*parts)]


def _name(sand: float, silt: float, clay: float) -> str:
    """The definitions in order, per cent; each rests on those before it having said no."""
    for name, holds in (
        ("sand", silt + 1.5 * clay < 15),
        ("loamy sand", silt + 2 * clay < 30),
        ("silty clay", clay >= 40 and silt >= 40),
        ("sandy clay", clay >= 35 and sand >= 45 and silt < 20 and clay < 55),
        ("clay", clay >= 40),
        ("silty clay loam", clay >= 27 and sand <= 20),
        ("clay loam", clay >= 27 and sand <= 45),
        ("sandy clay loam", clay >= 20 and silt < 28 and sand > 45),
        ("silt", silt >= 80 and clay < 12),
        ("silt loam", silt >= 50),
        ("loam", clay >= 7 and silt >= 28 and sand <= 52),
    ):
        if holds:
            return name
    return "sandy loam"


def texture_of(test: SoilTest | None, by_feel: str = "") -> TextureClass | None:
    """The class of a test's percentages, else the one judged by feel, else None: unknown is a value."""
    if test is not None and all(key in test.values for key in ("sand", "silt", "clay")):
        return texture_class(test.values["sand"], test.values["silt"], test.values["clay"])
    return TEXTURES.get(by_feel)


def lime_texture(texture: TextureClass, organic_matter: float | None) -> LimeTexture:
    """The row of the lime table: muck where organic matter passes a fifth, else the class's own."""
    return "muck" if organic_matter is not None and organic_matter >= ORGANIC_FROM else texture.lime


def water_from_make(sand: float, clay: float, organic_matter: float) -> tuple[float, float]:
    """Field capacity (33 kPa) and wilting point (1,500 kPa), m³/m³, by regression [saxton-rawls-2006].

    Fractions 0–1; made for mineral soils, organic matter up to 8 % and clay up to 60 %: beyond, DoesNotFit.
    """
    if organic_matter > 0.08 or clay > 0.6:
        raise DoesNotFit(
            "The regression is made for mineral soils: organic matter up to 8 %, clay up to 60 %.", field="clay"
        )
    om = organic_matter * 100
    wilt = (
        -0.024 * sand + 0.487 * clay + 0.006 * om + 0.005 * sand * om - 0.013 * clay * om + 0.068 * sand * clay + 0.031
    )
    wilt += 0.14 * wilt - 0.02
    capacity = (
        -0.251 * sand + 0.195 * clay + 0.011 * om + 0.006 * sand * om - 0.027 * clay * om + 0.452 * sand * clay + 0.299
    )
    capacity += 1.283 * capacity**2 - 0.374 * capacity - 0.015
    return capacity, max(0.0, min(wilt, math.nextafter(capacity, 0)))
