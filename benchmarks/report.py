"""What was measured, as the text of docs/performance.md."""

from __future__ import annotations

import statistics
from collections.abc import Sequence

from benchmarks.seasons import LOOKED, Measured
from benchmarks.starting import Start
from benchmarks.visitors import Answers, Together

HEAD = """\
# Performance

Ratios measured in one run by `make bench`; medians. They compare the program with plain work on the same
machine in the same minute, so they travel better than seconds do."""
TAIL = """\
Whole pages are kept by the database's version: a page that changed nothing draws nothing. After any change a
page is put together anew. Triggers draw a new stamp for the part of the area (itself, its soil, plans, log, looks),
the property or the firm a change touches; what lies on an area, books, judged jobs, seasons and plans on the sheet
under old stamps are not read again, pieces of a page written from them not written again. What is left is the
changed part's own rows, the judging of its area and the frame of the page. Planning looks at some hundred patterns
of doses, each a linear programme. The same input is never chosen for twice."""


def slowest_hundredth(rounds: Sequence[Answers]) -> float:
    """p99 over p50, median over rounds."""
    taken = [sorted(one.seconds) for one in rounds]
    return statistics.median(seconds[int(len(seconds) * 0.99)] / statistics.median(seconds) for seconds in taken)


def of_pages(lines: Sequence[str], one_row: float) -> str:
    """Pages over the page of one row, whose own cost over a hello route is ``one_row``."""
    return "\n".join(
        (
            f"A page of one list costs {one_row:.1f} times a hello-world route of the same server.",
            "Over that page, asked turn about:",
            "",
            "| page | nothing changed | one area changed | one job changed | nothing kept |",
            "|---|---|---|---|---|",
            *lines,
        )
    )


def of_people(eight: Together, bare_written: float) -> str:
    """Eight people at once; ``bare_written``: the rate of a form that checks nothing, over its hello route."""
    week, made, plain = (slowest_hundredth(one) for one in (eight.week, eight.made, eight.hello))
    written = statistics.median(one.rate / look.rate for one, look in zip(eight.written, eight.hello, strict=True))
    return f"""\
Eight readers at once: the slowest hundredth of the week's answers takes {week:.1f} times the middle one,
of a page that is made anew each time {made:.1f} times, of the hello route {plain:.1f} times.
Eight people writing at once are answered, on disk, at {written:.2f} of the rate of the hello route. A form of the
same framework and mapper that checks nothing and writes one row is answered at {bare_written:.2f} of the hello route
beside it."""


def of_starts(start: Start, over_frame: Start, imported: Start) -> str:
    """First answer and memory over a bare route, over one of the web framework, and of one that imported it."""
    return f"""\
A process gives its first answer after {start.first:.1f} times, and holds {start.memory:.1f} times the memory of, a
bare ASGI route; {over_frame.first:.1f} and {over_frame.memory:.1f} times those of a bare route of its web framework.
A bare ASGI route that has imported framework, mapper and templates, and does nothing with them, takes
{imported.first:.1f} and {imported.memory:.1f} times."""


def of_planning(chosen: Measured, again: float, twelve: float, over_lawn: tuple[float, float]) -> str:
    """Planning over plain work, and how near the best a season lies."""
    garden, firm = over_lawn
    lawns, relaxed = chosen.lawns, chosen.over_relaxation
    return f"""\
| planning | over | ratio |
|---|---|---|
| a season chosen, median of {lawns} lawns in ten climates | its own linear relaxation | {relaxed:.0f} × |
| the same season again | a bare NumPy loop over a year's daily arithmetic | {again:.0f} × |
| a property of twelve lawns, all different and new | one new lawn | {twelve:.0f} × |
| a property of twelve areas, four of them lawns | one new lawn | {garden:.1f} × |
| 200 areas as the demo mixes them, all lawns different | one new lawn | {firm:.0f} × |

The choice lies {chosen.gap:.0%} (median) over the relaxation's bound, which leaves out that visits are whole. The bound
is what is weak: after {LOOKED} branches of a longer look it lies {chosen.looked_gap:.0%} below (median), and of
{lawns} choices {chosen.stayed} stayed as they were; the others gained {chosen.most_gained:.1%} at most. Of six
lawns with one product {chosen.proved} were branched to a proof within 2 %: the choice lies at most
{chosen.above_proof:.1%} over it."""
