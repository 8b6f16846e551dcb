"""pH by probe at spots: lowest, mean, highest, spots that differ, drift over dates, and how far to trust them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from statistics import mean, median

from amber_acre.core.errors import OutOfRange

PROBE_ERROR = 0.3  # a field probe against a laboratory's pH, either way [from-memory]
DIFFERS_BY = 0.8  # a spot this far from the middle of the others is another soil, or a bad contact [common-practice]
SIMULATED_PROBE = "simulated probe"  # who read what a stand-in made up
PROBING_DAYS = 30  # readings this close belong to one occasion [common-practice]
LARGE_LIME_G_M2 = 245.0  # one surface application; beyond it a probe alone is not enough [common-practice]
LARGE_SULPHUR_G_M2 = 22.5


@dataclass(frozen=True)
class ProbeReading:
    """pH 3–10 read at a named spot on a day (OutOfRange); ``simulated``: made up by a stand-in, and told as such."""

    on_day: date
    spot: str
    ph: float
    simulated: bool = False

    def __post_init__(self) -> None:
        if not 3 <= self.ph <= 10:
            raise OutOfRange(
                f"pH {self.ph:g} is outside 3–10: no soil reads that. Clean the probe, wet the soil and read again.",
                field="ph",
                value=self.ph,
                limits=(3, 10),
            )


@dataclass(frozen=True)
class ProbeSummary:
    """The newest day's readings: lowest, mean and highest of all, spots that differ, drift against earlier days."""

    on_day: date
    lowest: float
    mean: float
    highest: float
    readings: tuple[ProbeReading, ...]
    differing: tuple[ProbeReading, ...]
    sentences: tuple[str, ...]

    @property
    def simulated(self) -> bool:
        """Whether any of its readings was made up by a stand-in."""
        return any(reading.simulated for reading in self.readings)

    @property
    def half_spread(self) -> float:
        """Half of lowest to highest, and never less than the probe's own error."""
        return max(PROBE_ERROR, (self.highest - self.lowest) / 2)


def summary(readings: Sequence[ProbeReading]) -> ProbeSummary | None:
    """The newest probing against itself and the one before; every reading is kept. None without readings.

    A probing is the newest reading of each spot within thirty days. The mean is of the readings as read: pH values are
    what tables are entered with.
    """
    if not readings:
        return None
    day = max(reading.on_day for reading in readings)
    now = _probing(readings, day)
    values = [reading.ph for reading in now]
    differing = tuple(
        reading
        for n, reading in enumerate(now)
        if len(now) >= 3 and abs(reading.ph - median(values[:n] + values[n + 1 :])) >= DIFFERS_BY
    )
    who = "Simulated probe" if any(one.simulated for one in now) else "Probe"
    sentences = [
        f"{who}, {day:%-d %B %Y}: lowest {min(values):.1f}, mean {mean(values):.1f}, highest {max(values):.1f} at"
        f" {len(now)} spot{'s' if len(now) > 1 else ''}."
    ]
    if len(now) < 3:
        sentences.append("Fewer than three spots: read more before judging the area by them.")
    sentences += [
        f"“{reading.spot}” reads {reading.ph:.1f}, {abs(reading.ph - median(values)):.1f} away from the middle: "
        "read it again, and treat it by itself if it stands."
        for reading in differing
    ]
    sentences += _drift(now, [r for r in readings if (day - r.on_day).days > PROBING_DAYS])
    return ProbeSummary(day, min(values), mean(values), max(values), now, differing, tuple(sentences))


def _probing(readings: Sequence[ProbeReading], day: date) -> tuple[ProbeReading, ...]:
    """The newest reading of each spot in the thirty days up to ``day``, in the order they were read."""
    newest: dict[str, ProbeReading] = {}
    for reading in sorted(readings, key=lambda r: r.on_day):
        if 0 <= (day - reading.on_day).days <= PROBING_DAYS:
            newest[reading.spot] = reading
    return tuple(newest.values())


def _drift(now: Sequence[ProbeReading], earlier: Sequence[ProbeReading]) -> list[str]:
    """How the spots read on both occasions moved; the means where no spot was read twice."""
    if not earlier:
        return []
    before_day = max(reading.on_day for reading in earlier)
    before = {reading.spot: reading.ph for reading in _probing(earlier, before_day)}
    moves = [reading.ph - before[reading.spot] for reading in now if reading.spot in before]
    shift = mean(moves) if moves else mean(r.ph for r in now) - mean(before.values())
    where = f"{len(moves)} spot{'s' if len(moves) != 1 else ''} read both times" if moves else "the mean"
    steady = abs(shift) < PROBE_ERROR
    return [
        f"Since {before_day:%-d %B %Y} {where} moved {shift:+.1f}: "
        + ("within what the probe cannot tell." if steady else "a drift worth a laboratory test.")
    ]


def large_on_probe(dose_g_m2: float, limit_g_m2: float) -> str:
    """The question for a large dose that rests on a probe alone, or '' for a small one."""
    if dose_g_m2 <= limit_g_m2:
        return ""
    return (
        f"{dose_g_m2:.0f} g/m² rests on a probe alone, which may be {PROBE_ERROR:g} off either way: have a laboratory"
        " test it before a dose this large, or confirm."
    )
