"""Sums of machines that need no firm: sprayer, spreader, the check half way, sprinklers."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.machines.spraying import (
    SPEED_M_S,
    by_nozzle,
    by_strip,
    ounces_are_gallons,
    pressure_for,
    rain_of,
    water_for,
)
from amber_acre.core.machines.spreading import (
    EVEN_CV,
    VERIFIED_WITHIN,
    caught_rate,
    half_way,
    left_share,
    overlapped,
    passes,
    proves,
    widest_even,
)
from amber_acre.core.working import Figure, Working

NEAR = 0.05  # of what is wanted: nearer than a sprayer keeps to [common-practice]


@dataclass(frozen=True)
class SprayerAsked:
    """One of nozzle (flow, speed, spacing), strip (caught, strip) and ounces; ``want_l_m2``, ``bar`` of now."""

    flow_l_min: float | None = None
    speed_m_s: float | None = None
    spacing_m: float | None = None
    caught_l: float | None = None
    strip_m2: float | None = None
    ounces: float | None = None
    want_l_m2: float | None = None
    bar: float | None = None
    density_kg_l: float | None = None


def sprayer_sum(asked: SprayerAsked) -> Answer:
    """Mix put down, and the speed or pressure that gives what is wanted [plane-geometry]."""
    answer = Answer(Working("Sprayer"))
    down = answer.tell("puts_down", "Mix put down", _puts_down(asked, answer), "L/m²")
    if asked.want_l_m2 is not None:
        _to_want(asked, down, asked.want_l_m2, answer)
    answer.said.append("Measured with clean water. Eye protection and gloves as for the product that follows.")
    return answer


def _puts_down(asked: SprayerAsked, answer: Answer) -> float:
    ways = [asked.flow_l_min is not None, asked.caught_l is not None, asked.ounces is not None]
    if sum(ways) != 1:
        raise MissingInput(
            "Fill in one way: the nozzle with speed and width, a measured strip, or the ounces of a 128th acre.",
            field="flow",
        )
    if asked.ounces is not None:
        return ounces_are_gallons(asked.ounces, answer.working)
    if asked.caught_l is not None:
        if asked.strip_m2 is None:
            raise MissingInput("How large is the strip?", field="strip")
        return by_strip(asked.caught_l, asked.strip_m2, answer.working)
    if asked.speed_m_s is None:
        raise MissingInput("How fast? Walk a measured length, and type it like 30 m in 25 s.", field="speed")
    if asked.spacing_m is None:
        raise MissingInput("What width does a nozzle cover?", field="spacing")
    flow = asked.flow_l_min or 0.0
    if asked.density_kg_l is not None:
        flow = answer.tell("flow", "Flow of this mix", water_for(flow, asked.density_kg_l, answer.working), "L/min")
    return by_nozzle(flow, asked.speed_m_s, asked.spacing_m, answer.working)


def _to_want(asked: SprayerAsked, down: float, want: float, answer: Answer) -> None:
    now, then = Figure("now", down, "L/m²", "put down now"), Figure("want", want, "L/m²", "wanted")
    if abs(down / want - 1) <= NEAR:
        answer.said.append("That is what is wanted, within a twentieth: leave it.")
        return
    if asked.speed_m_s is not None:
        speed = Figure("speed", asked.speed_m_s, "m/s", "speed now")
        needed = asked.speed_m_s * down / want
        if SPEED_M_S[0] <= needed <= SPEED_M_S[1]:
            figures = [speed, now, then]
            answer.reckon("speed", "Speed for it", "speed * now / want", figures, needed, "m/s", "plane-geometry")
        else:
            answer.asked.append("No speed to walk or drive at gives it: take another nozzle, or check both units.")
    if asked.bar is not None:
        bar = answer.tell("pressure", "or pressure for it", pressure_for(asked.bar, down, want, answer.working), "bar")
        if bar > 2 * asked.bar or bar < asked.bar / 2:
            answer.asked.append("That is far from the pressure now: droplets change with it. Take another nozzle.")


@dataclass(frozen=True)
class SpreaderAsked:
    """A catch (caught, run, width), the rate wanted, the ground and how wide it is, pans of one pass."""

    caught_kg: float | None = None
    run_m: float | None = None
    width_m: float | None = None
    want_g_m2: float | None = None
    size_m2: float | None = None
    across_m: float | None = None
    pans: Sequence[float] = ()
    pan_m: float | None = None
    spacing_m: float | None = None


def spreader_sum(asked: SpreaderAsked) -> Answer:
    """Rate of a catch, half loads in two directions, passes and how even they lie [plane-geometry]."""
    answer = Answer(Working("Spreader"))
    if asked.caught_kg is not None:
        for value, field in ((asked.run_m, "run"), (asked.width_m, "width")):
            if value is None:
                raise MissingInput("A catch needs the run and the effective width.", field=field)
        rate = caught_rate(asked.caught_kg, asked.run_m or 0.0, asked.width_m or 0.0, answer.working)
        answer.tell("gives", "This setting gives", rate, "g/m²")
        if asked.want_g_m2 is not None:
            _held_against(rate, asked.want_g_m2, answer)
    if asked.want_g_m2 is not None and asked.size_m2 is not None:
        load = asked.want_g_m2 * asked.size_m2 / 1000
        figures = [Figure("rate", asked.want_g_m2, "g/m²", "rate"), Figure("size", asked.size_m2, "m²", "ground")]
        answer.reckon(
            "each", "Each of two directions", "rate * size / 1000 / 2", figures, load / 2, "kg", "common-practice"
        )
        answer.tell("half_rate", "set to half the rate", asked.want_g_m2 / 2, "g/m²")
    spacing = asked.spacing_m or asked.width_m
    if asked.across_m is not None:
        if spacing is None:
            raise MissingInput("How far are the passes apart?", field="spacing")
        answer.tell("passes", "Passes", float(passes(asked.across_m, spacing, answer.working)), "")
    if asked.pans:
        _pans(asked, answer)
    if not answer.told:
        raise MissingInput("Type a catch, a rate with its ground, or what a row of pans caught.", field="caught")
    return answer


def _held_against(rate: float, want: float, answer: Answer) -> None:
    if proves(want, rate):
        answer.said.append("Within a tenth of what is wanted: the setting stands.")
        return
    answer.asked.append(
        f"{rate / want:.2f} times what is wanted. Change the setting and catch again: a setting is not scaled, one that"
        " gave double the rate was one and a half times as far open."
    )


def _pans(asked: SpreaderAsked, answer: Answer) -> None:
    if asked.pan_m is None or asked.spacing_m is None:
        raise MissingInput("How far apart are pans, and passes?", field="pan" if asked.pan_m is None else "spacing")
    found = overlapped(asked.pans, asked.pan_m, asked.spacing_m)
    answer.tell("mean", "A pan gets, passes together", found.mean, "g")
    answer.tell("variation", "Up and down, it varies by", found.variation, "%/100", f"even up to {EVEN_CV:.0%}")
    one_way = overlapped(asked.pans, asked.pan_m, asked.spacing_m, one_way=True)
    answer.tell("variation_one_way", "All passes in one direction, by", one_way.variation, "%/100")
    left = left_share(asked.pans)
    answer.tell("left", "Left of the track lies", left, "%/100")
    if abs(left - 0.5) > ONE_SIDED:
        answer.asked.append(
            f"It throws {max(left, 1 - left):.0%} to the {'left' if left > 0.5 else 'right'}: set it by its manual and"
            " catch again. Going up and down lays two thick strips beside each other."
        )
    widest = widest_even(asked.pans, asked.pan_m)
    if widest is not None:
        answer.tell("widest", "Passes may be apart", widest, "m")
    if not found.even:
        answer.asked.append("Stripes would be seen: put the passes nearer, or half the rate in two directions.")


ONE_SIDED = 0.05  # off the half from which a spreader throws to one side [common-practice]


@dataclass(frozen=True)
class HalfWayAsked:
    """kg planned and used, m² of all and done."""

    planned_kg: float
    size_m2: float
    used_kg: float
    done_m2: float


def half_way_sum(asked: HalfWayAsked) -> Answer:
    """How a job ends if nothing changes, and the rate that ends it right [plane-geometry]."""
    answer = Answer(Working("Half-way check"))
    found = half_way(asked.used_kg, asked.done_m2, asked.size_m2, asked.planned_kg, answer.working)
    answer.tell("so_far", "Rate so far", found.so_far_g_m2, "g/m²")
    answer.tell("ends", "In all, if nothing changes", found.ends_kg, "kg")
    answer.tell("rest", "Left to put down", found.rest_kg, "kg")
    answer.tell("rest_rate", "Rate for the rest", found.rest_g_m2, "g/m²")
    answer.tell("change", "It is so many times the rate so far", found.change, "")
    if abs(found.change - 1) <= VERIFIED_WITHIN:
        answer.said.append("On course: leave the setting.")
    else:
        way = "Close" if found.change < 1 else "Open"
        answer.asked.append(f"{way} the setting by its own catch tests, not in proportion, and weigh again.")
    return answer


@dataclass(frozen=True)
class SprinklerAsked:
    """Flow and ground, or cans (mm) in minutes; water wanted in mm; what the soil takes in, mm/h."""

    flow_l_min: float | None = None
    wetted_m2: float | None = None
    cans_mm: Sequence[float] = ()
    minutes: float | None = None
    want_mm: float | None = None
    takes_mm_h: float | None = None


def sprinkler_sum(asked: SprinklerAsked) -> Answer:
    """Water an hour, how even by the lowest quarter of the cans, minutes for a depth, turns where it runs off."""
    answer = Answer(Working("Sprinklers"))
    rate = answer.tell("rate", "Water put down", _rain(asked, answer), "mm/h")
    if asked.want_mm is not None:
        figures = [Figure("want", asked.want_mm, "mm", "water wanted"), Figure("rate", rate, "mm/h", "put down")]
        minutes = answer.reckon(
            "minutes", "Minutes for it", "want / rate * 60", figures, asked.want_mm / rate * 60, "min", "plane-geometry"
        )
        if asked.takes_mm_h is not None and 0 < asked.takes_mm_h < rate:
            answer.tell("share", "The soil takes in of it at once", asked.takes_mm_h / rate, "%/100")
            answer.said.append(
                f"It would run off: give it in turns over at least {minutes * rate / asked.takes_mm_h:.0f} minutes."
            )
    return answer


def _rain(asked: SprinklerAsked, answer: Answer) -> float:
    if (asked.flow_l_min is None) == (not asked.cans_mm):
        raise MissingInput("Fill in one way: flow and the ground wetted, or what cans caught.", field="flow")
    if asked.flow_l_min is not None:
        if asked.wetted_m2 is None:
            raise MissingInput("How much ground is wetted?", field="wetted")
        return rain_of(asked.flow_l_min, asked.wetted_m2, answer.working)
    if asked.minutes is None or asked.minutes <= 0:
        raise MissingInput("In how many minutes did the cans catch it?", field="minutes")
    if min(asked.cans_mm) < 0 or sum(asked.cans_mm) <= 0:
        raise OutOfRange("What a can caught is not below zero, and not nothing in all of them.", field="cans")
    if len(asked.cans_mm) < 3:
        raise DoesNotFit("Set out three cans at least.", field="cans")
    mean = sum(asked.cans_mm) / len(asked.cans_mm)
    lowest = sorted(asked.cans_mm)[: max(1, len(asked.cans_mm) // 4)]
    answer.tell(
        "uniformity",
        "Distribution uniformity",
        sum(lowest) / len(lowest) / mean,
        "%/100",
        "lowest quarter over the mean",
    )
    figures = [Figure("mean", mean, "mm", "mean of the cans"), Figure("minutes", asked.minutes, "min", "time")]
    return answer.working.step(
        "Water put down", "mean / minutes * 60", figures, mean / asked.minutes * 60, "mm/h", "plane-geometry"
    )
