"""Iron chelates: the highest pH of the soil at which each still holds its iron; from memory of growers' tables."""

from __future__ import annotations

# Key as a product's material says it: name, pH up to which it holds.
CHELATES: dict[str, tuple[str, float]] = {
    "edta": ("Fe-EDTA", 6.5),
    "dtpa": ("Fe-DTPA", 7.2),
    "eddha": ("Fe-EDDHA", 9.0),
}


def holds_at(ph: float) -> tuple[str, ...]:
    """Chelates that hold their iron at a soil pH, the cheapest first."""
    return tuple(key for key, (_, most) in CHELATES.items() if ph < most)
