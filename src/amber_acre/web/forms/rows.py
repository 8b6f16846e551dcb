"""What forms read of what is kept, whoever keeps it: the store's rows have these, and so has a test's own value."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Protocol

from amber_acre.core.measure.kept import ShapeTexts


class KeptPacer(Protocol):
    """Somebody's pace."""

    @property
    def id(self) -> int: ...
    @property
    def name(self) -> str: ...
    @property
    def pace_m(self) -> float: ...


class NamedShape(ShapeTexts, Protocol):
    """A part or a cut-out."""

    @property
    def name(self) -> str: ...


class KeptArea(Protocol):
    """The measured shapes of an area."""

    @property
    def instrument(self) -> str: ...
    @property
    def pace_m(self) -> float | None: ...
    @property
    def size_confirmed(self) -> bool: ...
    @property
    def outline(self) -> NamedShape | None: ...
    def shapes_as(self, role: str) -> Sequence[NamedShape]: ...


class KeptValue(Protocol):
    """One figure of a test."""

    @property
    def measure(self) -> str: ...
    @property
    def value(self) -> float: ...
    @property
    def typed(self) -> str: ...


class KeptAdvice(Protocol):
    """One line of a laboratory's advice."""

    @property
    def material(self) -> str: ...
    @property
    def typed(self) -> str: ...


class KeptTest(Protocol):
    """A soil test with its figures as they were typed."""

    @property
    def taken_on(self) -> date: ...
    @property
    def laboratory(self) -> str: ...
    @property
    def extractant(self) -> str | None: ...
    @property
    def buffer_method(self) -> str | None: ...
    @property
    def depth_mm(self) -> float | None: ...
    @property
    def note(self) -> str: ...
    @property
    def confirmed(self) -> bool: ...
    @property
    def version(self) -> int: ...
    @property
    def values(self) -> Sequence[KeptValue]: ...
    @property
    def advice(self) -> Sequence[KeptAdvice]: ...
