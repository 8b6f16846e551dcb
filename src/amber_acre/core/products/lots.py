"""What is in hand by delivery: first in, first out, counts that set it right, and what a job costs out of its bag."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Literal

from amber_acre.core.products.stock import TRACE_KG, Stock
from amber_acre.core.quantities import Money

LAST = date.max


@dataclass(frozen=True)
class Lot:
    """A delivery: kg above 0, what was paid for all of it (None: unknown), its lot or batch as printed."""

    on: date
    kg: float
    paid: Money | None = None
    name: str = ""

    @property
    def per_kg(self) -> float | None:
        """What a kilogram of it cost."""
        return None if self.paid is None else self.paid / self.kg


@dataclass(frozen=True)
class Draw:
    """So much of a lot; ``lot`` None: more went down than was ever booked in."""

    lot: Lot | None
    kg: float

    @property
    def cost(self) -> float | None:
        """What it cost; None where nobody wrote down what was paid."""
        per = self.lot.per_kg if self.lot is not None else None
        return None if per is None else per * self.kg


@dataclass(frozen=True)
class Move:
    """What happened on a day: ``came`` a lot, ``went`` kg of an entry (``key``), or ``counted`` kg in hand."""

    on: date
    kind: Literal["came", "went", "counted"]
    kg: float
    lot: Lot | None = None
    key: int = 0


@dataclass
class Hand:
    """What is in hand after all moves, lot by lot, oldest first; what each use was drawn from; losses by counts, kg."""

    lots: list[Draw] = field(default_factory=list)
    drawn: dict[int, list[Draw]] = field(default_factory=dict)
    lost_kg: float = 0.0
    found_kg: float = 0.0
    short_kg: float = 0.0
    short_since: date | None = None

    @property
    def in_hand_kg(self) -> float:
        """All of it."""
        return sum(one.kg for one in self.lots)

    @property
    def stock(self) -> Stock:
        """As the shelf tells it."""
        return Stock(self.in_hand_kg, self.short_kg if self.short_since else 0.0, self.short_since)

    def take(self, kg: float) -> list[Draw]:
        """The oldest first; what is not there is drawn from no lot."""
        taken: list[Draw] = []
        while kg > TRACE_KG and self.lots:
            first = self.lots[0]
            part = min(first.kg, kg)
            taken.append(Draw(first.lot, part))
            kg -= part
            if first.kg - part > TRACE_KG:
                self.lots[0] = Draw(first.lot, first.kg - part)
            else:
                self.lots.pop(0)
        if kg > TRACE_KG:
            taken.append(Draw(None, kg))
        return taken


ORDER = {"came": 0, "went": 1, "counted": 2}


def in_hand(moves: Iterable[Move]) -> Hand:
    """Follows moves by their days; on one day what comes is there before it goes, and a count is taken at its end."""
    hand = Hand()
    for move in sorted(moves, key=lambda one: (one.on, ORDER[one.kind])):
        if move.kind == "came" and move.lot is not None:
            _came(hand, move.lot)
        elif move.kind == "went":
            hand.drawn[move.key] = hand.take(move.kg)
            missing = sum(one.kg for one in hand.drawn[move.key] if one.lot is None)
            if missing > TRACE_KG:
                hand.short_kg += missing
                hand.short_since = hand.short_since or move.on
        elif move.kind == "counted":
            _counted(hand, move)
    return hand


def _came(hand: Hand, lot: Lot) -> None:
    """A delivery covers first what had gone down before it was booked in."""
    covered = min(lot.kg, hand.short_kg)
    hand.short_kg -= covered
    if hand.short_kg <= TRACE_KG:
        hand.short_kg, hand.short_since = 0.0, None
    if lot.kg - covered > TRACE_KG:
        hand.lots.append(Draw(lot, lot.kg - covered))


def _counted(hand: Hand, move: Move) -> None:
    """What was counted is there: less is lost from the oldest, more is a lot nobody knows the price of."""
    off = move.kg - hand.in_hand_kg
    hand.short_kg, hand.short_since = 0.0, None
    if off < -TRACE_KG:
        hand.lost_kg -= off
        hand.take(-off)
    elif off > TRACE_KG:
        hand.found_kg += off
        hand.lots.append(Draw(Lot(move.on, off), off))


@dataclass(frozen=True)
class BagCost:
    """What so much costs out of the lots it comes from; ``unpriced_kg`` of them nobody wrote a price down for."""

    cost: Money
    unpriced_kg: float
    draws: tuple[Draw, ...]


def bag_cost(draws: Sequence[Draw]) -> BagCost:
    """The cost of what was drawn."""
    known = [one.cost for one in draws]
    return BagCost(
        Money(sum(one for one in known if one is not None)),
        sum(draw.kg for draw, one in zip(draws, known, strict=True) if one is None),
        tuple(draws),
    )


def next_from(hand: Hand, kg: float) -> BagCost:
    """What the next ``kg`` will cost out of the oldest lots in hand; the hand stays as it is."""
    return bag_cost(Hand(list(hand.lots)).take(kg))
