"""What a sum of the bench answers: figures by name, its working, what is said beside."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from amber_acre.core.working import Figure, Working


@dataclass(frozen=True)
class Told:
    """One figure: ``key`` in the file, ``words`` on the page, a value in ``unit`` (SI, ``money``; '' counts)."""

    key: str
    words: str
    value: float
    unit: str
    note: str = ""


@dataclass
class Answer:
    """Figures in the order they are read, the working that gave them, sentences beside; ``asked``: is it meant so?"""

    working: Working
    told: list[Told] = field(default_factory=list)
    said: list[str] = field(default_factory=list)
    asked: list[str] = field(default_factory=list)

    def tell(self, key: str, words: str, value: float, unit: str, note: str = "") -> float:
        """Adds a figure and returns it."""
        self.told.append(Told(key, words, value, unit, note))
        return value

    def reckon(
        self,
        key: str,
        words: str,
        formula: str,
        figures: Sequence[Figure],
        result: float,
        unit: str,
        source: str,
        note: str = "",
    ) -> float:
        """A step of the working that is told as well."""
        return self.tell(key, words, self.working.step(words, formula, list(figures), result, unit, source), unit, note)

    def value(self, key: str) -> float:
        """The figure of a name; KeyError where there is none."""
        for one in self.told:
            if one.key == key:
                return one.value
        raise KeyError(key)
