"""Statements about a year's plan, as the described seasons word them, held against a plan of rounds.

Shapes are those of the cases: windows run over New Year, climate between month centres is straight, a feed is a round
with half a gram of nitrogen or more.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from itertools import pairwise
from typing import Any

LENGTHS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
FEED_G_M2, EDGE = 0.5, 1e-6
KEYS = {name: f"{name}_g_m2" for name in ("n", "quick_n", "slow_n", "p", "k", "fe")}


def day_of_year(told: str) -> int:
    month, day = int(told[-5:-3]), int(told[-2:])
    return sum(LENGTHS[: month - 1]) + min(day, LENGTHS[month - 1]) - 1


def between(first: int, last: int) -> int:
    return (last - first) % 365


def on_day(months: list[float], day: int) -> float:
    """A monthly normal on a day: straight between the centres of the months."""
    centres = [sum(LENGTHS[:m]) + LENGTHS[m] / 2 for m in range(12)]
    at = day + 0.5
    after = next((m for m in range(12) if centres[m] > at), 0)
    before = (after - 1) % 12
    span = (centres[after] - centres[before]) % 365
    share = ((at - centres[before]) % 365) / span
    return months[before] * (1 - share) + months[after] * share


@dataclass(frozen=True)
class Plan:
    """Rounds in order from the start of the case's year, and what the plan says."""

    case: Mapping[str, Any]
    rounds: list[dict[str, Any]]
    says: list[str]

    @classmethod
    def of(cls, case: Mapping[str, Any], told: Mapping[str, Any]) -> Plan:
        start = day_of_year(case["year_starts"])
        rounds = [
            {**row, "at": day_of_year(row["day"]), "order": between(start, day_of_year(row["day"]))}
            for row in told["rounds"]
        ]
        return cls(case, sorted(rounds, key=lambda row: row["order"]), list(told["says"]))

    @property
    def start(self) -> int:
        return day_of_year(self.case["year_starts"])

    @property
    def feeds(self) -> list[dict[str, Any]]:
        return [row for row in self.rounds if row["n_g_m2"] >= FEED_G_M2 - EDGE]

    @property
    def nitrogen(self) -> float:
        return sum(float(row["n_g_m2"]) for row in self.rounds)

    def within(self, args: Mapping[str, Any], feeds: bool = False) -> list[dict[str, Any]]:
        rows = self.feeds if feeds else self.rounds
        if "from" not in args:
            return rows
        first, last = day_of_year(args["from"]), day_of_year(args["to"])
        inside = [row for row in rows if between(first, row["at"]) <= between(first, last)]
        return [row for row in rows if row not in inside] if args.get("outside") else inside


def held(value: float, args: Mapping[str, Any]) -> bool:
    return bool(args.get("min", -math.inf) - EDGE <= value <= args.get("max", math.inf) + EDGE)


def total(rows: list[dict[str, Any]], what: str) -> float:
    return sum(float(row[KEYS[what]]) for row in rows)


def released_after(plan: Plan, day: str) -> float:
    """Nitrogen that comes out after a day, by the yardstick of the cases: quick over a fortnight, slow first order."""
    end, late = between(plan.start, day_of_year(day)), 0.0
    for row in plan.rounds:
        days = end - row["order"]
        if days < 0:
            continue
        left = 1.0
        for n in range(days):
            warm = on_day(plan.case["climate"]["mean_c"], (row["at"] + n) % 365)
            k = math.log(5) / float(row["slow_days"]) * 2 ** ((min(warm, 30) - 21) / 10)
            left *= math.exp(-k) if warm > 2 else 1.0
        late += row["quick_n_g_m2"] * max(0.0, 1 - days / 14) + row["slow_n_g_m2"] * left
    return late


def gaps(plan: Plan, args: Mapping[str, Any]) -> list[int]:
    first = day_of_year(args["from"])
    steps = sorted(between(first, row["at"]) for row in plan.within({"from": args["from"], "to": args["to"]}, True))
    if args.get("edges"):
        steps = [0, *steps, between(first, day_of_year(args["to"]))]
    return [b - a for a, b in pairwise(steps)]


def in_order(plan: Plan, args: Mapping[str, Any], row: dict[str, Any]) -> bool:
    low = between(plan.start, day_of_year(args["earliest"])) if "earliest" in args else 0
    high = between(plan.start, day_of_year(args["latest"])) if "latest" in args else 364
    return bool(low <= row["order"] <= high)


def weather_cap(plan: Plan, normal: str, over: Callable[[float], bool], most: float) -> bool:
    months = plan.case["climate"][normal]
    return not any(
        bool(over(on_day(months, row["at"]))) and float(row["quick_n_g_m2"]) > most + EDGE for row in plan.rounds
    )


def mirrored(plan: Plan, other: Plan, args: Mapping[str, Any]) -> bool:
    if len(plan.feeds) != len(other.feeds):
        return False
    pairs = zip(plan.feeds, other.feeds, strict=True)
    return all(
        abs((a["at"] - b["at"]) % 365 - 182.5) <= args["days"]
        and abs(a["n_g_m2"] - b["n_g_m2"]) <= args.get("dose", 99) + EDGE
        for a, b in pairs
    )


def share(part: float, whole: float) -> float:
    return part / whole if whole > EDGE else math.nan


def last_quick(plan: Plan, args: Mapping[str, Any]) -> bool:
    last = plan.feeds[-1]
    if "only_after" in args and last["order"] < between(plan.start, day_of_year(args["only_after"])):
        return True
    return held(last["quick_n_g_m2"] / last["n_g_m2"], args)


def slow_share(plan: Plan, args: Mapping[str, Any]) -> bool:
    rows = plan.within(args)
    return total(rows, "n") <= EDGE or held(share(total(rows, "slow_n"), total(rows, "n")), args)


def iron(plan: Plan, args: Mapping[str, Any]) -> bool:
    rows = [row for row in plan.within(args) if row["fe_g_m2"] >= 0.03]
    fit = all(
        row["n_g_m2"] <= args.get("max_n", 99) and row["fe_g_m2"] <= args.get("max_fe", 99) + EDGE for row in rows
    )
    return held(len(rows), args) and fit


def any_days(plan: Plan, args: Mapping[str, Any]) -> bool:
    key = KEYS[args["what"]]
    runs = [sum(r[key] for r in plan.rounds if between(a["at"], r["at"]) < args["days"]) for a in plan.rounds]
    return bool(max(runs, default=0.0) <= args["max"] + EDGE)


def more_in(plan: Plan, args: Mapping[str, Any]) -> bool:
    a, b = (total(plan.within({"from": w[0], "to": w[1]}), "n") for w in (args["a"], args["b"]))
    return bool(a + EDGE >= args.get("factor", 1) * b)


STATEMENTS: dict[str, Callable[[Plan, Mapping[str, Any]], bool]] = {
    "rounds_count": lambda p, a: held(len(p.feeds), a),
    "rounds_between": lambda p, a: held(len(p.within(a, True)), a),
    "sum": lambda p, a: held(total(p.within(a), a["what"]), a),
    "share_between": lambda p, a: held(share(total(p.within(a), "n"), p.nitrogen), a),
    "first_feed": lambda p, a: in_order(p, a, p.feeds[0]),
    "last_feed": lambda p, a: in_order(p, a, p.feeds[-1]),
    "quick_cap_when_hot": lambda p, a: weather_cap(p, "max_c", lambda v: v > a["max_c"], a["g_m2"]),
    "quick_cap_when_dry": lambda p, a: weather_cap(p, "rain_mm", lambda v: v < a["rain_mm"], a["g_m2"]),
    "round_cap": lambda p, a: all(r[KEYS[a["what"]]] <= a["g_m2"] + EDGE for r in p.within(a)),
    "in_any_days": any_days,
    "last_quick_share": last_quick,
    "slow_share": slow_share,
    "released_after": lambda p, a: released_after(p, a["day"]) / p.nitrogen <= a["max_share"] + EDGE,
    "nothing_between": lambda p, a: (
        not any(r[KEYS[w]] > a.get("max", 0.05) for r in p.within(a) for w in a.get("what", ["n"]))
    ),
    "longest_gap": lambda p, a: bool(gaps(p, a)) and max(gaps(p, a)) <= a["max_days"],
    "least_gap": lambda p, a: (
        len(p.feeds) < 2
        or min(between(a_["at"], b["at"]) for a_, b in zip(p.feeds, [*p.feeds[1:], p.feeds[0]], strict=True))
        >= a["min_days"]
    ),
    "more_in": more_in,
    "iron_rounds": iron,
    "nutrient_rounds": lambda p, a: held(sum(r[KEYS[a["what"]]] >= a.get("at_least", 0.5) for r in p.within(a)), a),
    "acidity": lambda p, a: held(
        sum(r["product_acidity"] * r["n_g_m2"] for r in p.feeds) / sum(r["n_g_m2"] for r in p.feeds), a
    ),
    "says": lambda p, a: any(code in p.says for code in a["any_of"]),
    "not_says": lambda p, a: not any(code in p.says for code in a["none_of"]),
    "reasons": lambda p, a: all(str(r["reason"]).strip() for r in p.rounds),
}


def true(name: str, args: Mapping[str, Any], plan: Plan, others: Callable[[str], Plan]) -> bool:
    """Whether a statement holds; ``others`` plans another case by its id."""
    if name == "any_of":
        return any(true(one["stmt"], one.get("args", {}), plan, others) for one in args["of"])
    if name == "mirror_of":
        return mirrored(plan, others(args["case"]), args)
    if name == "year_ratio":
        return held(plan.nitrogen / others(args["case"]).nitrogen, args)
    return STATEMENTS[name](plan, args)
