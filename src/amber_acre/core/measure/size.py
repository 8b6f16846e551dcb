"""From an outline and its cut-outs to the net size, with both ends where only a range is known."""

from __future__ import annotations

from dataclasses import dataclass

from amber_acre.core.errors import DoesNotFit, Doubtful, OutOfRange
from amber_acre.core.measure.error import area_error_m2
from amber_acre.core.measure.outline import Measurable, Outline
from amber_acre.core.measure.shapes import KnownRange
from amber_acre.core.quantities import FOOT_M, SquareMetres
from amber_acre.core.tables.instruments import INSTRUMENT_BY_KEY
from amber_acre.core.working import Figure, Working

# Common practice, no source: most single lawns lie far inside these.
DOUBTFUL_ABOVE_M2 = SquareMetres(2_000.0)
DOUBTFUL_BELOW_M2 = SquareMetres(2.0)
IMPOSSIBLE_ABOVE_M2 = SquareMetres(500_000.0)


@dataclass(frozen=True)
class CutOut:
    """A house, drive, pool or bed inside the outline, or a part added to it: a name and its own shape."""

    name: str
    shape: Measurable


@dataclass(frozen=True)
class Taken:
    """Square metres another area, a buffer strip or a paved place takes from this one, and which it is."""

    name: str
    size_m2: SquareMetres


@dataclass(frozen=True)
class Size:
    """The net size to plan on, its two ends in m² (equal when measured), and how it was found."""

    size_m2: SquareMetres
    low_m2: SquareMetres
    high_m2: SquareMetres
    working: Working
    error_m2: float | None = None

    @property
    def is_range(self) -> bool:
        """True where only a low–high pair is known."""
        return self.low_m2 < self.high_m2


def net_size(
    outline: Outline,
    cut_outs: tuple[CutOut, ...] = (),
    *,
    parts: tuple[CutOut, ...] = (),
    slope: float = 0.0,
    taken: tuple[Taken, ...] = (),
    instrument: str = "",
) -> Size:
    """Net size of an area in m²: the outline and its added parts, less every cut-out and what others take.

    A range carries both ends through and plans on their middle. ``slope`` is rise over run (0 for level ground): the
    plan area is stretched to the surface. ``instrument`` is a key of INSTRUMENTS, '' where none is known: no
    error is estimated then. Refuses cut-outs that leave nothing (DoesNotFit) and more than 50 ha (OutOfRange).
    Source: [plane-geometry].
    """
    working = Working("Net size")
    ends = _gross(working, outline, parts)
    cuts = [
        Figure(f"cut_{n}_m2", cut.shape.area_m2(working, f"Cut-out: {cut.name}"), "m²", cut.name)
        for n, cut in enumerate(cut_outs, start=1)
    ]
    cuts += [Figure(f"taken_{n}_m2", item.size_m2, "m²", item.name) for n, item in enumerate(taken, start=1)]
    less = sum(cut.value for cut in cuts)
    if less >= ends[0].value:
        raise DoesNotFit(
            f"The cut-outs take {less:,.1f} m² of {ends[0].value:,.1f} m²: nothing is left to feed. "
            "Check the sizes and units.",
            field="cut_outs",
            value=less,
            limits=(0, ends[0].value),
        )
    nets = [_sloped(working, _less(working, end, cuts), slope) for end in ends]
    if nets[-1] > IMPOSSIBLE_ABOVE_M2:
        raise OutOfRange(
            f"{nets[-1]:,.0f} m² is over {IMPOSSIBLE_ABOVE_M2 / 10_000:.0f} ha: not one area. "
            "Check the unit, or divide it.",
            field="size",
            value=nets[-1],
            limits=(0, IMPOSSIBLE_ABOVE_M2),
        )
    size, error = nets[0], None
    if len(nets) == 2 and nets[0] < nets[1]:
        size = working.step(
            "Size planned on: the middle of the range",
            "(net_low_m2 + net_high_m2) / 2",
            [
                Figure("net_low_m2", nets[0], "m²", "low end, net"),
                Figure("net_high_m2", nets[1], "m²", "high end, net"),
            ],
            (nets[0] + nets[1]) / 2,
            "m²",
            "common-practice",
            note="Label and caps are held at the low end, where the same bags lie thickest.",
        )
    elif instrument and not isinstance(outline, KnownRange):
        shapes = [outline, *(part.shape for part in parts), *(cut.shape for cut in cut_outs)]
        error = area_error_m2(shapes, INSTRUMENT_BY_KEY[instrument], working) * (1 + slope**2) ** 0.5
    return Size(SquareMetres(size), SquareMetres(nets[0]), SquareMetres(nets[-1]), working, error)


def _gross(working: Working, outline: Outline, parts: tuple[CutOut, ...]) -> list[Figure]:
    if isinstance(outline, KnownRange):
        return [
            Figure("low_m2", outline.low_m2, "m²", "low end as told"),
            Figure("high_m2", outline.high_m2, "m²", "high end as told"),
        ]
    first = Figure("outline_m2", outline.area_m2(working, "Outline"), "m²", "outline")
    if not parts:
        return [first]
    added = [
        Figure(f"part_{n}_m2", part.shape.area_m2(working, f"Part: {part.name}"), "m²", part.name)
        for n, part in enumerate(parts, start=1)
    ]
    figures = [first, *added]
    total = sum(figure.value for figure in figures)
    formula = " + ".join(figure.symbol for figure in figures)
    working.step("Outline and parts together", formula, figures, total, "m²", "plane-geometry")
    return [Figure("outline_m2", total, "m²", "outline with its parts")]


def _sloped(working: Working, net: float, slope: float) -> float:
    """The surface of sloping ground: plan × √(1 + slope²) [plane-geometry]."""
    if slope == 0:
        return net
    figures = [Figure("plan_m2", net, "m²", "on the plan"), Figure("slope", slope, "", "rise over run")]
    surface = net * (1 + slope**2) ** 0.5
    return working.step(
        "Surface of the slope", "plan_m2 * sqrt(1 + slope ** 2)", figures, surface, "m²", "plane-geometry"
    )


def doubts_about(size: Size, plot_m2: SquareMetres | None = None) -> Doubtful | None:
    """The question to ask before accepting an unusual size, or None.

    Asks above 2,000 m², below 2 m², and above the whole plot where that is known: the usual cause
    is square feet typed as square metres, or the reverse. Common practice, no source.
    """
    high = size.high_m2
    in_feet = high * FOOT_M**2
    if plot_m2 is not None and high > plot_m2:
        return Doubtful(
            f"{high:,.0f} m² is more than the whole plot, {plot_m2:,.0f} m². If square feet were "
            f"meant it would be {in_feet:,.0f} m². Correct the unit, or confirm the size.",
            field="size",
            value=high,
        )
    if high > DOUBTFUL_ABOVE_M2:
        return Doubtful(
            f"{high:,.0f} m² is large for one area. If square feet were meant it would be "
            f"{in_feet:,.0f} m². Correct the unit, or confirm the size.",
            field="size",
            value=high,
        )
    if size.low_m2 < DOUBTFUL_BELOW_M2:
        return Doubtful(
            f"{size.low_m2:,.2f} m² is very small. Correct the unit, or confirm the size.",
            field="size",
            value=size.low_m2,
        )
    return None


def _less(working: Working, end: Figure, cuts: list[Figure]) -> float:
    net = end.value - sum(cut.value for cut in cuts)
    if not cuts:
        return net
    return working.step(
        f"Net size from the {end.meaning}",
        " - ".join([end.symbol, *(cut.symbol for cut in cuts)]),
        [end, *cuts],
        net,
        "m²",
        "plane-geometry",
    )
