"""A local search over what goes down when: each pattern of doses is a linear programme, looked at in milliseconds.

Two beginnings, nothing at all and the doses the relaxed programme leans to, are climbed by single changes: leave a dose
out, move it or its visit by a step or two, lay it in another visit, let two change places, slide all that follow or
went before, put another product there, add the one that pays most by the prices of the rows. The first change that
helps is taken, in a fixed order, so that the same input ends in the same plan. A visit spreads one feed of nitrogen:
another takes its place. On the way they may lie as near one another as labels let them; the end is climbed again with
them weeks apart, and so are the same season begun some steps earlier or later and the season with a dose less.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from amber_acre.core.linear import INFINITE, Look, Looks
from amber_acre.core.programme.feeds import SPREAD_APART, interval_steps
from amber_acre.core.programme.model import Model
from amber_acre.core.season.phases import STEPS

Use = tuple[int, int]  # a feed by its place in the model, and a step
Pattern = frozenset[Use]
SHIFTS = (-1, 1, -2, 2)
SPLIT = 3  # steps a split dose is laid before and after its day
ADDS_OF_A_FEED = 4  # the most promising steps of each feed that are tried
WORTH_TRYING = 0.05  # what a row's price must promise for a dose to be tried
# A change that saves less is left alone: near-ties would only walk about. At last the best is looked at more closely.
COARSE, FINE = 0.005, 0.0005
WORTH_CLIMBING = 1.2  # of the best: what begins dearer, on another day or with a dose less, is left alone
LOOKS_AT_MOST = 1500  # of one search: some seconds


@dataclass(frozen=True)
class Found:
    """A pattern with the values of its programme."""

    pattern: Pattern
    look: Look


class Search:
    """The patterns of one model, each looked at once."""

    def __init__(self, model: Model) -> None:
        self.model, self.looks = model, Looks(model.program, model.rows_of_amounts)
        self.uses = sorted(model.x)
        self.intervals = [interval_steps(feed.product.label.interval_days) for feed in model.feeds]
        self.within = frozenset(range(len(model.feeds)))
        self.spaced = False  # at last: on the way to the best, doses may pass one another
        self.known: dict[Pattern, Look] = {}
        self.dearer: dict[Pattern, float] = {}

    def best(self, usual: frozenset[int] = frozenset()) -> Found | None:
        """The best of both beginnings; None where not even an empty year meets the rows.

        ``usual``: feeds by their place that are tried before the others, so that those never make the end worse.
        """
        every = frozenset(range(len(self.model.feeds)))
        climbed: list[Found] = []
        for within in dict.fromkeys((usual & every or every, every)):
            self.within = within
            climbed += [found for begin in self._beginnings() if (found := self._climb(begin, COARSE)) is not None]
        best = min(climbed, key=lambda found: found.look.objective, default=None)
        return None if best is None else self.climb(best.pattern)

    def climb(self, pattern: Pattern) -> Found | None:
        """The best from a pattern on whose feeds of nitrogen are spread some weeks apart; None where nothing meets the
        rows."""
        self.spaced = True
        begun = self._spaced_from(pattern)
        climbed = [found for one in begun if (found := self._climb(one, COARSE)) is not None]
        best = min(climbed, key=lambda found: found.look.objective, default=None)
        best = None if best is None else self._climb(best.pattern, FINE)
        while best is not None and (other := self._from_afar(best)) is not None:
            best = other
        return best

    def _from_afar(self, found: Found) -> Found | None:
        """What the whole season climbs to that begins some steps earlier or later, or that has one dose less and moves
        the others about; None where none of that is better."""
        most = WORTH_CLIMBING * found.look.objective
        on_other_days = (frozenset((f, (step + by) % STEPS) for f, step in found.pattern) for by in SHIFTS)
        begun = [(one, True) for one in on_other_days] + [
            (found.pattern - {use}, False) for use in sorted(found.pattern)
        ]
        for pattern, adding in begun:
            look = self.look(pattern, most) if pattern <= self.model.x.keys() else None
            if look is None or look.objective >= most:
                continue
            other = self._climb(pattern, COARSE, adding)
            if other is not None and other.look.objective < found.look.objective - COARSE:
                return self._climb(other.pattern, FINE)
        return None

    def _spaced_from(self, pattern: Pattern) -> list[Pattern]:
        """The pattern itself where its feeds of nitrogen lie apart; else what is left of it with one of two left out
        that do not, one way and the other."""
        spread = sorted((step, f) for f, step in pattern if self.model.feeds[f].spread_nitrogen)
        around = zip(spread, [*spread[1:], *spread[:1]], strict=True)
        near = next((two for two in around if len(spread) > 1 and (two[1][0] - two[0][0]) % STEPS < SPREAD_APART), None)
        if near is None:
            return [pattern]
        found = [one for step, f in near for one in self._spaced_from(pattern - {(f, step)})]
        return list(dict.fromkeys(found))

    def look(self, pattern: Pattern, under: float = INFINITE) -> Look | None:
        """The cheapest amounts of a pattern; None where none of them costs less than ``under``."""
        if self.spaced and not self._spread_apart(pattern):
            return None
        if pattern not in self.known and under > self.dearer.get(pattern, -INFINITE):
            found = self.looks.look(self._held(pattern), under) if self._apart(pattern) else None
            if found is None:
                self.dearer[pattern] = under if self._apart(pattern) else INFINITE
            else:
                self.known[pattern] = found
        return self.known.get(pattern)

    def _held(self, pattern: Pattern) -> dict[int, float]:
        held = {self.model.y[use]: float(use in pattern) for use in self.uses}
        steps = {step for _, step in pattern}
        feeds = {f for f, _ in pattern}
        held |= {v: float(step in steps) for step, v in self.model.visit.items()}
        return held | {bag: float(f in feeds) for f, bag in self.model.bag.items()}

    def _apart(self, pattern: Pattern) -> bool:
        """Whether the label intervals hold, round the year, and no visit spreads two feeds of nitrogen."""
        spread = [step for f, step in pattern if self.model.feeds[f].spread_nitrogen]
        return len(set(spread)) == len(spread) and all(
            _so_far_apart([step for g, step in pattern if g == f], apart) for f, apart in enumerate(self.intervals)
        )

    def _spread_apart(self, pattern: Pattern) -> bool:
        """Whether feeds of nitrogen are spread some weeks apart."""
        return _so_far_apart([step for f, step in pattern if self.model.feeds[f].spread_nitrogen], SPREAD_APART)

    def _beginnings(self) -> Iterable[Pattern]:
        yield frozenset()
        leaning = self._leaning()
        if self.look(leaning) is not None:
            yield leaning

    def _leaning(self) -> Pattern:
        """Doses where the visits of the relaxed programme add up to one, each the product that brings most there."""
        relaxed = self.model.program.solve(nodes=0)
        pattern: Pattern = frozenset()
        due = 0.0
        for step in range(STEPS):
            here = [use for use in self.uses if use[1] == step and use[0] in self.within]
            if not here:
                continue
            due += max(relaxed.x[self.model.y[use]] for use in here)
            if due >= 0.5:
                use = max(
                    here, key=lambda use: (relaxed.x[self.model.x[use]] * self.model.feeds[use[0]].nitrogen, -use[0])
                )
                if self._apart(pattern | {use}):
                    pattern |= {use}
                    due -= 1.0
        return pattern

    def _climb(self, pattern: Pattern, step: float, adding: bool = True) -> Found | None:
        """Where single changes that save more than ``step`` end; without ``adding`` none of them adds a dose."""
        look = self.look(pattern)
        if look is None:
            return None
        found = Found(pattern, look)
        while len(self.known) + len(self.dearer) < LOOKS_AT_MOST:
            better = self._first_better(found, step, adding)
            if better is None:
                return found
            found = better
        return found

    def _first_better(self, found: Found, step: float, adding: bool) -> Found | None:
        under = found.look.objective - step
        for pattern in self._changes(found, adding):
            if any(f not in self.within for f, _ in pattern):
                continue
            look = self.look(pattern, under)
            if look is not None and look.objective < under:
                return Found(pattern, look)
        return None

    def _changes(self, found: Found, adding: bool) -> Iterable[Pattern]:
        """Patterns one change away, the likeliest first."""
        pattern = found.pattern
        for use in self._promising(found) if adding else ():
            yield self._with(pattern, use)
        for f, step in sorted(pattern):
            without = pattern - {(f, step)}
            yield without
            for other in range(len(self.model.feeds)):
                if (other, step) in self.model.x and (other, step) not in pattern:
                    yield without | {(other, step)}
            for by in SHIFTS:
                there = (f, (step + by) % STEPS)
                if there in self.model.x and there not in pattern:
                    yield self._with(without, there)
        if adding:
            yield from self._splits(pattern)
        yield from self._joined(pattern)
        yield from self._slid(pattern)
        for step in sorted({step for _, step in pattern}):
            here = {use for use in pattern if use[1] == step}
            for by in SHIFTS if len(here) > 1 else ():
                moved = {(f, (step + by) % STEPS) for f, _ in here}
                if all(use in self.model.x for use in moved):
                    yield (pattern - here) | moved

    def _with(self, pattern: Pattern, use: Use) -> Pattern:
        """A pattern with a dose more, in place of what spreads nitrogen that day; at last, too near."""
        feeds, off = self.model.feeds, SPREAD_APART if self.spaced else 1
        if not feeds[use[0]].spread_nitrogen:
            return pattern | {use}
        near = {(use[1] + n) % STEPS for n in range(-off + 1, off)}
        return frozenset(one for one in pattern if one[1] not in near or not feeds[one[0]].spread_nitrogen) | {use}

    def _slid(self, pattern: Pattern) -> Iterable[Pattern]:
        """Visits that follow one another, some steps earlier or later: labels that keep them apart would stop each
        alone; and all from one on, with that one left out."""
        steps = sorted({step for _, step in pattern})
        runs = [(first, last) for n, first in enumerate(steps) for last in steps[n + 1 :]]
        ends = [(first, last) for first, last in runs if first == steps[0] or last == steps[-1]]
        for first, last in ends:
            run = {use for use in pattern if first <= use[1] <= last}
            less = {use for use in run if use[1] > first}
            for by in SHIFTS:
                for moved in (run, less) if last == steps[-1] and first != steps[0] else (run,):
                    there = {(f, (step + by) % STEPS) for f, step in moved}
                    if there and there <= self.model.x.keys() and not there & (pattern - run):
                        yield (pattern - run) | there

    def _joined(self, pattern: Pattern) -> Iterable[Pattern]:
        """A dose laid in the visit of another, and two doses that change places."""
        uses = sorted(pattern)
        for f, step in uses:
            for there in sorted({other for _, other in uses} - {step}):
                if (f, there) in self.model.x and (f, there) not in pattern:
                    yield self._with(pattern - {(f, step)}, (f, there))
        for n, (f, step) in enumerate(uses):
            for g, other in uses[n + 1 :]:
                crossed = {(f, other), (g, step)}
                if f != g and step != other and crossed <= self.model.x.keys() and not crossed & pattern:
                    yield (pattern - {(f, step), (g, other)}) | crossed

    def _splits(self, pattern: Pattern) -> Iterable[Pattern]:
        """A dose as two, before and after it: of one product or of two."""
        for f, step in sorted(pattern):
            before, after = (step - SPLIT) % STEPS, (step + SPLIT) % STEPS
            for g in range(len(self.model.feeds)):
                pair = {(f, before), (g, after)}
                if pair <= self.model.x.keys() and not pair & pattern:
                    yield (pattern - {(f, step)}) | pair

    def _promising(self, found: Found) -> list[Use]:
        """Doses that are not in the pattern, by what the prices of their rows promise."""
        model = self.model
        gain = {
            use: found.look.row_price[model.link[use]] * model.most[use]
            for use in self.uses
            if use not in found.pattern
        }
        kept: list[Use] = []
        for f in range(len(model.feeds)):
            own = sorted(
                (use for use in gain if use[0] == f and gain[use] < -WORTH_TRYING), key=lambda use: (gain[use], use)
            )
            kept += own[:ADDS_OF_A_FEED]
        return sorted(kept, key=lambda use: (gain[use], use))


def _so_far_apart(steps: Iterable[int], apart: int) -> bool:
    """Whether steps of the year lie that far from one another, round it."""
    found = sorted(steps)
    around = zip(found, [*found[1:], *(step + STEPS for step in found[:1])], strict=True)
    return len(found) < 2 or all(later - earlier >= apart for earlier, later in around)
