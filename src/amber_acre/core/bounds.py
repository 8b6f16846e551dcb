"""What a typed figure must be above, and below: one table for every form and address.

A figure that divides, counts or weighs is above zero, and no larger than anything of its kind that is met in
the work: beyond that it is a slip of the unit or of the finger. All upper ends are common practice, no source, and
lie well past use.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.errors import OutOfRange


@dataclass(frozen=True)
class Bound:
    """``what`` begins a sentence; ``least`` to ``most`` in ``unit``; ``from_zero``: nothing at all is a value too."""

    what: str
    most: float
    unit: str = ""
    from_zero: bool = False
    least: float = 0.0


BOUNDS: dict[str, Bound] = {
    "density": Bound("A density", 4.0, "kg/L, not lb/gal", least=0.05),
    "size": Bound("A ground", 1e7, "m²"),
    "length": Bound("A length", 5000.0, "m"),
    "depth": Bound("A depth", 10.0, "m"),
    "depth_or_none": Bound("A depth", 10.0, "m", from_zero=True),
    "mass": Bound("A weight", 1e6, "kg"),
    "volume": Bound("A volume", 1e7, "L"),
    "mass_rate": Bound("A rate", 200_000.0, "g/m²"),
    "mass_rate_or_none": Bound("A rate", 200_000.0, "g/m²", from_zero=True),
    "volume_rate": Bound("A rate", 20_000.0, "mL/m²"),
    "speed": Bound("A speed", 15.0, "m/s"),
    "flow": Bound("A flow", 10_000.0, "L/min"),
    "strength": Bound("A strength", 100_000.0, "mg/L"),
    "pressure": Bound("A pressure", 100.0, "bar"),
    "seconds": Bound("A time", 86_400.0, "s"),
    "minutes": Bound("A time", 1440.0, "min"),
    "minutes_or_none": Bound("A time", 1440.0, "min", from_zero=True),
    "months": Bound("A time", 600.0, "months"),
    "years": Bound("A time", 60.0, "years"),
    "times": Bound("A count of times", 366.0),
    "plants": Bound("A count of plants", 1e6),
    "count": Bound("A count", 1000.0),
    "spoons": Bound("A count of spoons", 1000.0),
    "per_litre": Bound("A share of the mix", 1000.0, "mL/L"),
    "trunk_cm": Bound("A thickness", 500.0, "cm"),
    "girth_cm": Bound("A girth for a port", 500.0, "cm"),
    "dose_ml": Bound("A dose", 5000.0, "mL"),
    "dose_ml_cm": Bound("A dose for the trunk", 1000.0, "mL/cm"),
    "dose_g_cm": Bound("A dose for the trunk", 1000.0, "g/cm"),
    "cce": Bound("A neutralising value", 250.0, "%"),
    "fineness": Bound("A share that is fine enough", 1.0),
    "ounces": Bound("A catch", 2000.0, "fl oz"),
    "takes_mm_h": Bound("What soil takes in", 1000.0, "mm/h"),
    "price": Bound("A price", 1e6),
    "catch": Bound("A catch", 1e6, from_zero=True),
    "ph": Bound("A pH", 14.0, from_zero=True),
    "parts": Bound("A count of parts", 1000.0, from_zero=True),
    "factor": Bound("A factor", 1000.0),
    "interval": Bound("A time", 3660.0, "days"),
    "setting": Bound("A setting", 1000.0, from_zero=True),
    "conductivity": Bound("A conductivity", 100.0, "dS/m", from_zero=True),
}


def within(value: float, kind: str, text: str = "", field: str = "") -> float:
    """``value`` where its ``kind``, a row of ``BOUNDS``, allows it; else OutOfRange with ``text`` as it was typed.

    NaN and infinities are refused as well.
    """
    row = BOUNDS[kind]
    typed = f"“{text}”" if text else f"{value:g}"
    limits = (row.least, row.most)
    if math.isnan(value) or value < 0 or (value == 0 and not row.from_zero):
        raise OutOfRange(
            f"{typed} is not above zero. {row.what} must be: check it."
            if not row.from_zero
            else f"{typed} is below zero. {row.what} is 0 or more: check it.",
            field=field,
            value=value,
            limits=limits,
        )
    if not row.least <= value <= row.most:
        end, words = (row.least, "at least") if value < row.least else (row.most, "at most")
        unit = f" {row.unit}" if row.unit else ""
        raise OutOfRange(
            f"{typed} cannot be. {row.what} is {words} {end:,.10g}{unit}: check figure and unit.",
            field=field,
            value=value,
            limits=limits,
        )
    return value
