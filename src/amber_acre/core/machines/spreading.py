"""What a spreader puts down: catch tests, the setting for a rate, passes, overlap, the check half way."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from amber_acre.core.errors import AmberError, DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.working import Figure, Limit, Working

EVEN_CV = 0.15  # of what lies across the passes; more is seen as stripes [common-practice]
SETTING_WITHIN = 0.05  # of a setting: what a lever or dial is set back to [common-practice]
VERIFIED_WITHIN = 0.1  # a measured pass this near its target proves a setting [common-practice]


def caught_rate(caught_kg: float, run_m: float, width_m: float, working: Working) -> float:
    """Rate in g/m² from what went down on a measured run: weight ÷ (length × effective width); all above 0."""
    for value, field, what in (
        (caught_kg, "caught", "The weight"),
        (run_m, "run", "The run"),
        (width_m, "width", "The width"),
    ):
        if value <= 0:
            raise OutOfRange(f"{what} is above zero.", field=field, value=value, limits=(0, None))
    figures = [
        Figure("caught", caught_kg, "kg", "what went down"),
        Figure("run", run_m, "m", "length of the run"),
        Figure("width", width_m, "m", "effective width"),
    ]
    result = caught_kg * 1000 / (run_m * width_m)
    return working.step("Rate put down", "caught * 1000 / (run * width)", figures, result, "g/m²", "plane-geometry")


@dataclass(frozen=True)
class Caught:
    """A catch test: the setting and the rate it gave, g/m²; both above 0. ``on_ground``: a measured pass of the job."""

    setting: float
    rate_g_m2: float
    on_ground: bool = False


@dataclass(frozen=True)
class Setting:
    """A setting for a rate, between two measured ones; ``exact``: measured itself."""

    setting: float
    below: Caught
    above: Caught

    @property
    def exact(self) -> bool:
        """Whether this very rate was measured."""
        return self.below == self.above


def setting_for(tests: Sequence[Caught], rate_g_m2: float, working: Working) -> Setting:
    """The setting for a rate along the line between the two nearest tests; never past the measured ones.

    Tests of one setting are averaged. MissingInput with fewer than two settings (unless the rate itself was measured),
    DoesNotFit where a higher setting gave less, OutOfRange outside what was measured: a curve does not go through zero.
    """
    curve = averaged(tests)
    for one in curve:
        if math.isclose(one.rate_g_m2, rate_g_m2, rel_tol=1e-6):
            return Setting(one.setting, one, one)
    if len(curve) < 2:
        raise MissingInput(
            "One setting says nothing about another: catch at a second setting, one below and one above the rate.",
            field="setting",
        )
    for lower, upper in pairwise(curve):
        if upper.rate_g_m2 <= lower.rate_g_m2:
            raise DoesNotFit(
                f"Setting {upper.setting:g} gave less than {lower.setting:g}: one of the two was caught wrong. Catch"
                " again.",
                field="setting",
            )
    for lower, upper in pairwise(curve):
        if lower.rate_g_m2 <= rate_g_m2 <= upper.rate_g_m2:
            return _between(lower, upper, rate_g_m2, working)
    raise OutOfRange(
        f"{rate_g_m2:.4g} g/m² lies outside what was measured, {curve[0].rate_g_m2:.4g} to {curve[-1].rate_g_m2:.4g}"
        " g/m². Catch at a setting beyond it: no line is drawn past a test.",
        field="rate",
        value=rate_g_m2,
        limits=(curve[0].rate_g_m2, curve[-1].rate_g_m2),
    )


@dataclass(frozen=True)
class OnLever:
    """A setting a lever stops at, and the rate it gives there, g/m²."""

    setting: float
    rate_g_m2: float


def on_lever(
    tests: Sequence[Caught], found: Setting, rate_g_m2: float, step: float | None, working: Working
) -> OnLever:
    """The stop of a lever, ``step`` apart (None: it stops anywhere; above 0), that gives what comes nearest to a rate.

    Never a stop past the measured ones, nor one that gives over a tenth too much where one that gives less is measured.
    DoesNotFit where no stop lies among the measured ones.
    """
    if step is None:
        return OnLever(found.setting, rate_g_m2)
    if step <= 0:
        raise OutOfRange("The steps of a lever are above zero.", field="step", value=step, limits=(0, None))
    curve = averaged(tests)
    below = math.floor(found.setting / step + 1e-9)
    stops = [
        OnLever(stop, _gives(curve, stop))
        for stop in (round(n * step, 9) for n in (below, below + 1))
        if curve[0].setting - 1e-9 <= stop <= curve[-1].setting + 1e-9
    ]
    if not stops:
        raise DoesNotFit(
            f"Its lever stops every {step:g}, and none of its stops lies among what was caught. Catch at one below and"
            " one above.",
            field="setting",
        )
    fair = [one for one in stops if one.rate_g_m2 <= rate_g_m2 * (1 + VERIFIED_WITHIN)] or stops
    best = min(fair, key=lambda one: (abs(one.rate_g_m2 - rate_g_m2), one.setting))
    figures = [
        Figure("stop", best.setting, "", "stop of the lever"),
        Figure("gives", best.rate_g_m2, "g/m²", "rate at that stop, along the line"),
        Figure("rate", rate_g_m2, "g/m²", "rate wanted"),
    ]
    working.step("Off by", "gives / rate - 1", figures, best.rate_g_m2 / rate_g_m2 - 1, "", "common-practice")
    return best


def _gives(curve: Sequence[Caught], setting: float) -> float:
    """Rate of a setting among the measured ones, along the line."""
    for lower, upper in pairwise(curve):
        if lower.setting - 1e-9 <= setting <= upper.setting + 1e-9:
            share = (setting - lower.setting) / (upper.setting - lower.setting)
            return lower.rate_g_m2 + share * (upper.rate_g_m2 - lower.rate_g_m2)
    return curve[0].rate_g_m2


def averaged(tests: Sequence[Caught]) -> list[Caught]:
    """Tests by setting, those of one setting averaged, from low to high."""
    by: dict[float, list[float]] = {}
    for one in tests:
        by.setdefault(one.setting, []).append(one.rate_g_m2)
    return [Caught(setting, sum(rates) / len(rates)) for setting, rates in sorted(by.items())]


def _between(lower: Caught, upper: Caught, rate_g_m2: float, working: Working) -> Setting:
    figures = [
        Figure("low", lower.setting, "", "setting below"),
        Figure("high", upper.setting, "", "setting above"),
        Figure("rate", rate_g_m2, "g/m²", "rate wanted"),
        Figure("gave_low", lower.rate_g_m2, "g/m²", "rate of the one below"),
        Figure("gave_high", upper.rate_g_m2, "g/m²", "rate of the one above"),
    ]
    result = lower.setting + (upper.setting - lower.setting) * (rate_g_m2 - lower.rate_g_m2) / (
        upper.rate_g_m2 - lower.rate_g_m2
    )
    formula = "low + (high - low) * (rate - gave_low) / (gave_high - gave_low)"
    return Setting(working.step("Setting", formula, figures, result, "", "common-practice"), lower, upper)


def proves(target_g_m2: float, measured_g_m2: float) -> bool:
    """Whether a measured pass proves a setting: within a tenth of its target."""
    return abs(measured_g_m2 - target_g_m2) <= VERIFIED_WITHIN * target_g_m2 * (1 + 1e-9)


def passes(ground_m: float, spacing_m: float, working: Working) -> int:
    """Passes over a ground so wide at a spacing, both above 0: whole ones."""
    if ground_m <= 0 or spacing_m <= 0:
        raise OutOfRange("Ground and spacing are above zero.", field="spacing", limits=(0, None))
    figures = [Figure("ground", ground_m, "m", "width of the ground"), Figure("spacing", spacing_m, "m", "spacing")]
    count = math.ceil(round(ground_m / spacing_m, 9))
    return int(working.step("Passes", "ceil(ground / spacing)", figures, float(count), "", "plane-geometry"))


@dataclass(frozen=True)
class Overlap:
    """What lies across the passes: mean of the pans, and its coefficient of variation as a fraction."""

    mean: float
    variation: float

    @property
    def even(self) -> bool:
        """Whether it is as even as the eye wants it."""
        return self.variation <= EVEN_CV


def overlapped(pans: Sequence[float], pan_m: float, spacing_m: float, one_way: bool = False) -> Overlap:
    """Passes laid side by side at a spacing, from one pass caught in a row of pans ``pan_m`` apart.

    The middle of the row is the track. Up and down, every other pass lies mirrored; ``one_way``: all in one direction.
    The spacing is a whole number of pans (DoesNotFit); at least three pans, none below 0, not all empty (OutOfRange).
    """
    if len(pans) < 3 or any(pan < 0 for pan in pans) or sum(pans) <= 0:
        raise OutOfRange("Type what each pan caught, at least three, none below zero.", field="pans")
    step = round(spacing_m / pan_m)
    if step < 1 or not math.isclose(step * pan_m, spacing_m, rel_tol=1e-6):
        raise DoesNotFit("The spacing of the passes is a whole number of pans.", field="spacing")
    period = step if one_way else 2 * step
    laid = [0.0] * period
    for n, start in enumerate(range(0, period, step)):
        for at, caught in enumerate(reversed(pans) if n % 2 else pans):
            laid[(start + at) % period] += caught
    mean = sum(laid) / period
    variance = sum((one - mean) ** 2 for one in laid) / period * step / max(1, step - 1)
    return Overlap(mean, math.sqrt(variance) / mean)


def left_share(pans: Sequence[float]) -> float:
    """What of a pass lies left of its track, 0–1, the pan on the track halved; pans are typed from left to right."""
    half = len(pans) // 2
    middle = pans[half] / 2 if len(pans) % 2 else 0.0
    return (sum(pans[:half]) + middle) / sum(pans)


def widest_even(pans: Sequence[float], pan_m: float) -> float | None:
    """The widest spacing of passes that is still even, m; None where none is."""
    found = [n for n in range(1, len(pans) + 1) if overlapped(pans, pan_m, n * pan_m).even]
    return max(found) * pan_m if found else None


@dataclass(frozen=True)
class HalfWay:
    """How a job ends if nothing changes, and what the rest takes to end right: kg, g/m²."""

    so_far_g_m2: float
    ends_kg: float
    rest_g_m2: float
    rest_kg: float

    @property
    def change(self) -> float:
        """The rate of the rest over the rate so far."""
        return self.rest_g_m2 / self.so_far_g_m2


def half_way(used_kg: float, done_m2: float, size_m2: float, planned_kg: float, working: Working) -> HalfWay:
    """The check on the way: used so far over the ground done. ``done_m2`` above 0 and under ``size_m2`` (OutOfRange).

    DoesNotFit where all that was planned, or more, has gone down already.
    """
    if not 0 < done_m2 < size_m2:
        raise OutOfRange(
            "The ground done lies between nothing and all of it.", field="done", value=done_m2, limits=(0, size_m2)
        )
    if used_kg <= 0:
        raise OutOfRange("What was used is above zero.", field="used", value=used_kg, limits=(0, None))
    if used_kg >= planned_kg:
        raise DoesNotFit(
            "All that was planned has gone down, and ground is left. Stop: what lies there is over its rate. Log it"
            " as it is.",
            field="used",
        )
    used, done = Figure("used", used_kg, "kg", "used so far"), Figure("done", done_m2, "m²", "ground done")
    size, planned = Figure("size", size_m2, "m²", "all the ground"), Figure("planned", planned_kg, "kg", "planned")
    so_far = working.step(
        "Rate so far",
        "used * 1000 / done",
        [used, done],
        used_kg * 1000 / done_m2,
        "g/m²",
        "plane-geometry",
        (Limit("planned rate", None, planned_kg * 1000 / size_m2 * (1 + VERIFIED_WITHIN), "common-practice"),),
    )
    ends = working.step(
        "In all, if nothing changes",
        "used / done * size",
        [used, done, size],
        used_kg / done_m2 * size_m2,
        "kg",
        "plane-geometry",
    )
    rest = working.step(
        "Left to put down", "planned - used", [planned, used], planned_kg - used_kg, "kg", "plane-geometry"
    )
    left = Figure("left", rest, "kg", "left to put down")
    rate = working.step(
        "Rate for the rest",
        "left * 1000 / (size - done)",
        [left, size, done],
        rest * 1000 / (size_m2 - done_m2),
        "g/m²",
        "plane-geometry",
    )
    return HalfWay(so_far, ends, rate, rest)


@dataclass(frozen=True)
class Advised:
    """What a machine is set to for a job: each of two crosswise passes, or one pass; ``verified`` by a measured pass.

    ``setting`` None: nothing measured says it, and ``why`` says what is missing. ``off``: share by which the stop of
    the lever gives more (below 0: less) than was wanted.
    """

    machine: str
    setting: float | None
    each_way: bool = False
    verified: bool = False
    why: str = ""
    off: float = 0.0


def advise(machine: str, tests: Sequence[Caught], rate_g_m2: float, step: float | None = None) -> Advised:
    """The setting for half the rate in two directions; where that was not measured, for the rate in one pass.

    ``step``: from one stop of its lever to the next, None where it stops anywhere.
    """
    refused = ""
    for each_way in (True, False):
        rate = rate_g_m2 / 2 if each_way else rate_g_m2
        try:
            exact = setting_for(tests, rate, Working("Setting"))
            found = on_lever(tests, exact, rate, step, Working("Setting"))
        except AmberError as refusal:
            refused = refusal.sentence
            continue
        proved = verified(tests, found.setting, rate)
        return Advised(machine, found.setting, each_way, proved, off=found.rate_g_m2 / rate - 1)
    return Advised(machine, None, why=refused)


def verified(tests: Sequence[Caught], setting: float, rate_g_m2: float) -> bool:
    """Whether a pass measured on the ground proves a setting for a rate."""
    return any(
        one.on_ground
        and proves(rate_g_m2, one.rate_g_m2)
        and abs(one.setting - setting) <= SETTING_WITHIN * abs(setting) * (1 + 1e-9)
        for one in tests
    )
