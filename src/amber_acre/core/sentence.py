"""A sentence that keeps its figures until it is shown: worded and converted once, at the reader's end."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Protocol

from amber_acre.core.quantities import unrounded
from amber_acre.core.typed_counts import UNIT_OF


class Figures(Protocol):
    """How a reader sees each kind of figure; the interface's formatter is one, :class:`Metric` the core's own."""

    def sentence_rate(self, g_m2: float, density_kg_l: float | None) -> str:
        """Mass per area, of a liquid volume."""
        ...

    def sentence_count(self, value: float, basis: str) -> str:
        """A dose by plant, trunk, litre or run."""
        ...

    def sentence_length(self, mm: float) -> str:
        """A depth or length."""
        ...

    def sentence_degrees(self, celsius: float) -> str:
        """A temperature."""
        ...

    def sentence_wind(self, m_s: float) -> str:
        """A wind."""
        ...

    def sentence_rain(self, mm: float) -> str:
        """A depth of rain."""
        ...

    def sentence_mass(self, kg: float) -> str:
        """An amount."""
        ...


@dataclass(frozen=True)
class Rate:
    """Mass per area, g/m²; of a liquid with its density, kg/L, so that it is read as a volume."""

    g_m2: float
    density_kg_l: float | None = None

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_rate(self.g_m2, self.density_kg_l)


@dataclass(frozen=True)
class Millimetres:
    """A depth or a length, mm."""

    mm: float

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_length(self.mm)


@dataclass(frozen=True)
class RainFall:
    """A depth of rain or water, mm."""

    mm: float

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_rain(self.mm)


@dataclass(frozen=True)
class Degrees:
    """A temperature, °C."""

    celsius: float

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_degrees(self.celsius)


@dataclass(frozen=True)
class WindSpeed:
    """A wind, m/s."""

    m_s: float

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_wind(self.m_s)


@dataclass(frozen=True)
class Mass:
    """An amount, kg."""

    kg: float

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_mass(self.kg)


@dataclass(frozen=True)
class ByCount:
    """A dose by plant, trunk, litre or run, in the unit of its basis."""

    value: float
    basis: str

    def shown(self, figures: Figures) -> str:
        """As the reader sees it."""
        return figures.sentence_count(self.value, self.basis)


@dataclass(frozen=True)
class Plain:
    """A number that reads alike everywhere, or words: a pH, a count, a name."""

    value: float | str

    def shown(self, _figures: Figures) -> str:
        """As the reader sees it."""
        return self.value if isinstance(self.value, str) else unrounded(self.value)


@dataclass(frozen=True)
class OnDay:
    """A day, with its year where that is worth saying."""

    day: date
    year: bool = False

    def shown(self, _figures: Figures) -> str:
        """As the reader sees it."""
        return f"{self.day:%-d %B %Y}" if self.year else f"{self.day:%-d %B}"


@dataclass(frozen=True)
class Apart:
    """How far two uses lie from each other, whole days of 0 or more."""

    days: int

    def shown(self, _figures: Figures) -> str:
        """As the reader sees it."""
        if self.days == 0:
            return "is on the same day"
        return f"lies {self.days} day{'s' if self.days > 1 else ''} away"


Figure = Rate | ByCount | Mass | Millimetres | RainFall | Degrees | WindSpeed | Plain | OnDay | Apart


class Metric:
    """Figures as the core itself writes them: SI, unrounded."""

    def sentence_rate(self, g_m2: float, density_kg_l: float | None) -> str:
        """Mass per area, of a liquid volume."""
        if density_kg_l:
            return f"{unrounded(g_m2 / density_kg_l)} mL/m²"
        return f"{unrounded(g_m2)} g/m²"

    def sentence_count(self, value: float, basis: str) -> str:
        """A dose by plant, trunk, litre or run."""
        return f"{unrounded(value)} {UNIT_OF.get(basis, '')}"

    def sentence_length(self, mm: float) -> str:
        """A depth or length."""
        return f"{unrounded(mm)} mm"

    def sentence_degrees(self, celsius: float) -> str:
        """A temperature."""
        return f"{celsius:.0f} °C"

    def sentence_wind(self, m_s: float) -> str:
        """A wind."""
        return f"{m_s:.0f} m/s"

    def sentence_rain(self, mm: float) -> str:
        """A depth of rain."""
        return f"{mm:.0f} mm"

    def sentence_mass(self, kg: float) -> str:
        """An amount."""
        return f"{unrounded(kg)} kg"


@dataclass(frozen=True)
class Sentence:
    """Words with places for figures: ``Sentence.of("Heavy rain, {rain}.", rain=RainFall(31))``.

    Equal by words and figures. A place without a figure is a defect (KeyError when shown).
    """

    words: str
    figures: tuple[tuple[str, Figure], ...] = ()

    @classmethod
    def of(cls, words: str, **figures: Figure) -> Sentence:
        """A sentence with its figures by name."""
        return cls(words, tuple(figures.items()))

    def shown(self, reader: Figures) -> str:
        """The sentence with every figure as the reader sees it."""
        return self.words.format(**{name: one.shown(reader) for name, one in self.figures})

    def __str__(self) -> str:
        return self.shown(Metric())
