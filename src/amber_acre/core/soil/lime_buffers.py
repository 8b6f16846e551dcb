"""Lime by a buffer: what SMP, modified Mehlich and Adams–Evans buffers say a soil needs."""

from __future__ import annotations

from amber_acre.core.errors import OutOfRange
from amber_acre.core.quantities import INCH_M, POUND_PER_ACRE_G_M2, TON_ACRE_G_M2
from amber_acre.core.tables import liming
from amber_acre.core.working import Figure, Working


def from_smp(buffer_ph: float, target_ph: float, depth_mm: float, working: Working) -> float:
    """g/m² of effective CaCO₃ by the SMP buffer; buffer pH 4.8 and more, target 6.0 to 6.5 [smp-1961].

    Lines between the printed tenths; above 6.8 the table asks for nothing.
    """
    if not 6.0 <= target_ph <= 6.5:
        raise OutOfRange(
            f"The SMP table reaches pH 6.0 to 6.5, not {target_ph:g}. Choose a target in it, or the texture table.",
            field="target",
            limits=(6.0, 6.5),
        )
    if buffer_ph < 4.8:
        raise OutOfRange(
            "The SMP table ends at a buffer pH of 4.8. Check the figure.", field="buffer_ph", limits=(4.8, 7.5)
        )
    if buffer_ph > 6.8:
        working.assume(f"Buffer pH {buffer_ph:g} is above 6.8: the SMP table asks for no lime.")
        return 0.0
    tons = {}
    for column in (6.0, 6.5):
        tons[column] = working.step(
            f"SMP table to pH {column:g}, between the printed tenths",
            "low_tons + (high_tons - low_tons) * (buffer_high - buffer_ph) / 0.1",
            *_smp_cell(column, buffer_ph),
            "short tons/acre",
            "smp-1961",
        )
    between = working.step(
        "At the target",
        "to60 + (to65 - to60) * (target - 6.0) / 0.5",
        [
            Figure("to60", tons[6.0], "short tons/acre", "to pH 6.0"),
            Figure("to65", tons[6.5], "short tons/acre", "to pH 6.5"),
            Figure("target", target_ph, "", "target pH"),
        ],
        tons[6.0] + (tons[6.5] - tons[6.0]) * (target_ph - 6.0) / 0.5,
        "short tons/acre",
        "smp-1961",
    )
    return ton_step(between, liming.SMP_LIME_EFFECTIVE, liming.SMP_DEPTH_IN, depth_mm, "smp-1961", working)


def _smp_cell(column: float, buffer_ph: float) -> tuple[list[Figure], float]:
    table = liming.SMP_TONS_ACRE[column]
    above = min(ph for ph in table if ph >= buffer_ph - 1e-9)
    below = max((ph for ph in table if ph < above - 1e-9), default=above)
    low, high = table[above], table[below]
    figures = [
        Figure("low_tons", low, "short tons/acre", f"at buffer pH {above:g}"),
        Figure("high_tons", high, "short tons/acre", f"at buffer pH {below:g}"),
        Figure("buffer_high", above, "", "buffer pH of the row above"),
        Figure("buffer_ph", buffer_ph, "", "buffer pH"),
    ]
    return figures, low + (high - low) * (above - buffer_ph) / 0.1


def from_mehlich(
    ph: float, buffer_ph: float, target_ph: float, depth_mm: float, working: Working, credit_tons: float = 0.0
) -> float:
    """g/m² of effective CaCO₃ by the Mehlich buffer: acidity 4 × (6.6 − buffer); ``credit_tons`` of lime still acting.

    Target and soil below pH 6.6 [mehlich-1976]; nothing where the soil is at its target.
    """
    if target_ph >= 6.6:
        raise OutOfRange("The Mehlich buffer reaches targets under pH 6.6.", field="target", limits=(None, 6.6))
    acidity = working.step(
        "Acidity by the Mehlich buffer",
        "(6.6 - buffer_ph) * 4",
        [Figure("buffer_ph", buffer_ph, "", "buffer pH")],
        (6.6 - buffer_ph) * 4,
        "meq/100 cm³",
        "mehlich-1976",
    )
    if ph >= target_ph:
        working.assume(f"pH {ph:g} is at the target {target_ph:g} already: no lime.")
        return 0.0
    tons = working.step(
        "Lime by the Mehlich buffer",
        "max(0, acidity * (target - ph) / (6.6 - ph) - credit)",
        [
            Figure("acidity", acidity, "meq/100 cm³", "acidity"),
            Figure("target", target_ph, "", "target pH"),
            Figure("ph", ph, "", "pH"),
            Figure("credit", credit_tons, "short tons/acre", "lime still acting"),
        ],
        max(0.0, acidity * (target_ph - ph) / (6.6 - ph) - credit_tons),
        "short tons/acre",
        "mehlich-1976",
    )
    return ton_step(tons, liming.MEHLICH_LIME_EFFECTIVE, liming.MEHLICH_DEPTH_IN, depth_mm, "mehlich-1976", working)


def from_organic(ph: float, depth_mm: float, working: Working) -> float:
    """g/m² of effective CaCO₃ for an organic soil, by its pH in water: SMP is not made for it [tri-state-organic].

    Short tons an acre for 8 in: 32.9 − 6.31 × pH; nothing from pH 5.2 on, where organic soils are left.
    """
    tons = working.step(
        "Limestone for an organic soil, by its pH",
        "max(0, 32.9 - 6.31 * ph)",
        [Figure("ph", ph, "", "pH in water")],
        max(0.0, 32.9 - 6.31 * ph),
        "short tons/acre",
        "tri-state-organic",
        note="Organic soils are limed to about pH 5.3 and no further, whatever the target of mineral soil.",
    )
    return ton_step(tons, liming.SMP_LIME_EFFECTIVE, liming.SMP_DEPTH_IN, depth_mm, "tri-state-organic", working)


def acid_saturation(ph: float) -> float:
    """Share of the exchange held by acid at a pH, Adams–Evans curve: pH = 7.79 − 5.55·Hs + 2.27·Hs² [adams-evans-1962].

    pH 4.4 to 7.79, where the curve falls steadily (OutOfRange beyond).
    """
    a, b, c = liming.ADAMS_EVANS_CURVE
    if not a - b**2 / (4 * c) <= ph <= a:
        raise OutOfRange(
            f"The Adams–Evans curve runs from pH 4.4 to {a:g}; {ph:g} lies outside.", field="ph", limits=(4.4, a)
        )
    return float((b - (b**2 - 4 * c * (a - ph)) ** 0.5) / (2 * c))


def from_adams_evans(ph: float, buffer_ph: float, target_ph: float, depth_mm: float, working: Working) -> float:
    """g/m² of pure CaCO₃ by the Adams–Evans buffer, with its field factor of 1.5 [adams-evans-1962]."""
    acid = working.step(
        "Soil acidity by the Adams–Evans buffer",
        "8 * (8.00 - buffer_ph)",
        [Figure("buffer_ph", buffer_ph, "", "buffer pH")],
        8 * (8.00 - buffer_ph),
        "meq/100 g",
        "adams-evans-1962",
    )
    if ph >= target_ph:
        working.assume(f"pH {ph:g} is at the target {target_ph:g} already: no lime.")
        return 0.0
    shares = [
        working.step(
            f"Acid on the exchange {when}",
            "(5.55 - sqrt(5.55 ** 2 - 4 * 2.27 * (7.79 - ph))) / (2 * 2.27)",
            [Figure("ph", value, "", f"pH {when}")],
            acid_saturation(value),
            "",
            "adams-evans-1962",
        )
        for when, value in (("now", ph), ("at the target", target_ph))
    ]
    pounds = working.step(
        "Pure calcium carbonate for two million pounds of soil",
        "1000 * acid * (now - then) / now * 1.5",
        [
            Figure("acid", acid, "meq/100 g", "soil acidity"),
            Figure("now", shares[0], "", "acid share now"),
            Figure("then", shares[1], "", "acid share at the target"),
        ],
        1000 * acid * (shares[0] - shares[1]) / shares[0] * liming.ADAMS_EVANS_FIELD_FACTOR,
        "lb/acre",
        "adams-evans-1962",
        note="1.5 is the field factor of the published tables.",
    )
    return working.step(
        "In g/m², for the depth to correct",
        "pounds * pound_acre * depth_mm / table_mm",
        [
            Figure("pounds", pounds, "lb/acre", "calcium carbonate"),
            Figure("pound_acre", POUND_PER_ACRE_G_M2, "g/m²", "1 lb/acre"),
            Figure("depth_mm", depth_mm, "mm", "depth to correct"),
            Figure("table_mm", liming.ADAMS_EVANS_DEPTH_IN * INCH_M * 1000, "mm", "depth of two million pounds"),
        ],
        pounds * POUND_PER_ACRE_G_M2 * depth_mm / (liming.ADAMS_EVANS_DEPTH_IN * INCH_M * 1000),
        "g/m²",
        "adams-evans-1962",
    )


def ton_step(tons: float, effective: float, table_in: float, depth_mm: float, source: str, working: Working) -> float:
    """Short tons an acre of the table's lime → g/m² of effective CaCO₃ for the depth to correct."""
    return working.step(
        "As effective calcium carbonate, for the depth to correct",
        "tons * ton_acre * effective * depth_mm / table_mm",
        [
            Figure("tons", tons, "short tons/acre", "by the table"),
            Figure("ton_acre", TON_ACRE_G_M2, "g/m²", "1 short ton/acre"),
            Figure("effective", effective, "", "effective share of the table's lime"),
            Figure("depth_mm", depth_mm, "mm", "depth to correct"),
            Figure("table_mm", table_in * INCH_M * 1000, "mm", "depth of the table"),
        ],
        tons * TON_ACRE_G_M2 * effective * depth_mm / (table_in * INCH_M * 1000),
        "g/m²",
        source,
    )
