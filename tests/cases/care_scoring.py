"""Statements about a planting's year, as the described plantings word them, held against jobs, advice and values."""

from __future__ import annotations

import fnmatch
import json
import re
from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from pathlib import Path
from typing import Any

CODES: dict[str, str] = json.loads((Path(__file__).parent / "published/care/codes.json").read_text(encoding="utf-8"))
FEEDS = {"feed", "drench", "foliar"}
QUICK = {"mineral_quick", "soluble", "foliar_feed", "urea", "ammonium_sulphate", "nitrate"}
SLOW = {"coated", "mineral_slow", "organic", "biosolid", "manure", "compost", "palm_slow", "acid_slow"}
MINERAL = {"gravel", "rubber", "fabric"}
MOST_ADVICE = 15
MEASURES = {"m2": "treated_m2", "plant": "plants", "cm_caliper": "caliper_cm", "m_run": "run_m", "L_medium": "medium_L"}
EDGE = 1e-6

Job = Mapping[str, Any]
Says = Mapping[str, Any]


def listed(value: Any) -> list[Any]:
    """A value as a list."""
    return value if isinstance(value, list) else [value]


def within(value: float, told: Says) -> bool:
    """Whether a value lies in the statement's range, rounding aside."""
    low, high = told.get("min"), told.get("max")
    return (low is None or value >= low - EDGE * max(1.0, abs(low))) and (
        high is None or value <= high + EDGE * max(1.0, abs(high))
    )


def in_days(day: int, windows: Sequence[Sequence[int]]) -> bool:
    """Whether a day of the year lies in a window; windows may run over New Year."""
    return any(a <= day <= b if a <= b else day >= a or day <= b for a, b in windows)


def fits(job: Job, told: Mapping[str, Any] | None) -> bool:
    """Whether a job is what a match names; all its keys have to agree."""
    flags: dict[str, bool] = {
        "has_n": (job.get("n_g") or 0) > 0 and job.get("kind") in FEEDS,
        "has_p": (job.get("p_g") or 0) > 0,
        "quick": job.get("product") in QUICK,
        "slow": job.get("product") in SLOW,
    }
    for key, wanted in (told or {}).items():
        if key in flags:
            if flags[key] != wanted:
                return False
        elif key == "year":
            if job.get("year", 1) not in listed(wanted):
                return False
        else:
            has = [str(one) for one in listed(job.get(key) or "")]
            if not any(fnmatch.fnmatchcase(one, str(pattern)) for one in has for pattern in listed(wanted)):
                return False
    return True


class Held:
    """One case with the answer it is held against."""

    def __init__(self, case: Mapping[str, Any], answer: Mapping[str, Any]) -> None:
        self.case, self.jobs = case, list(answer.get("jobs", []))
        self.advice, self.values = list(answer.get("advice", [])), dict(answer.get("values", {}))

    @property
    def feeds(self) -> list[Job]:
        """Feeds of the first year."""
        return [job for job in self.jobs if job.get("kind") in FEEDS and job.get("year", 1) == 1]

    @property
    def mulches(self) -> list[Job]:
        """Mulch of the first year."""
        return [job for job in self.jobs if job.get("kind") == "mulch" and job.get("year", 1) == 1]

    def those(self, told: Says) -> list[Job]:
        """Jobs that match a statement."""
        return [job for job in self.jobs if fits(job, told.get("match"))]

    def per(self, told: Says) -> float:
        """What an amount is divided by."""
        if "over" in told:
            return float(told["over"])
        return 1.0 if told["per"] == "total" else float(self.case["measures"][MEASURES[told["per"]]])

    def from_start(self, job: Job) -> int:
        """Days from the start of the plan."""
        southern = self.case.get("climate", {}).get("hemisphere") == "S"
        first = self.case.get("today_day") or (183 if southern else 1)
        return int((job["day"] - first) % 365 + 365 * (job.get("year", 1) - 1))

    def said(self, code: str) -> bool:
        """Whether a code is found, as a code or by its words, in anything the answer says."""
        texts = [*self.advice]
        for job in self.jobs:
            texts += [*listed(job.get("cautions") or []), job.get("reason") or "", *listed(job.get("placement") or "")]
        return any(text == code or re.search(CODES[code], str(text), re.IGNORECASE) for text in texts)


def _year(key: str) -> Callable[[Says, Held], bool]:
    def holds(told: Says, held: Held) -> bool:
        jobs = [job for job in held.feeds if fits(job, told.get("match"))]
        return within(sum(job.get(key) or 0 for job in jobs) / held.per(told), told)

    return holds


def _total(held: Held, key: str) -> float:
    return float(sum(job.get(key) or 0 for job in held.feeds))


def _n_over_k(told: Says, held: Held) -> bool:
    nitrogen, potassium = _total(held, "n_g"), _total(held, "k_g")
    return nitrogen == 0 or (potassium > 0 and within(nitrogen / potassium, told))


def _p_over_n(told: Says, held: Held) -> bool:
    nitrogen, phosphorus = _total(held, "n_g"), _total(held, "p_g")
    return phosphorus == 0 if nitrogen == 0 else bool(phosphorus / nitrogen <= told["max"] + EDGE)


def _slow_share(told: Says, held: Held) -> bool:
    nitrogen = _total(held, "n_g")
    slow = sum(job.get("n_g") or 0 for job in held.feeds if job.get("product") in SLOW)
    return nitrogen == 0 or slow / nitrogen >= told["min"] - EDGE


def _stop(told: Says, held: Held) -> bool:
    first = (told["frost_day"] - 7 * told["weeks"]) % 365 + 1
    nitrogen = [job for job in held.those(told) if fits(job, {"has_n": True})]
    return not any(in_days(job["day"], [[first, told["until"]]]) for job in nitrogen)


def _spacing(told: Says, held: Held) -> bool:
    days = sorted(held.from_start(job) for job in held.those(told))
    return all(told.get("min_days", 0) <= b - a <= told.get("max_days", 10**6) for a, b in pairwise(days))


def _after(told: Says, held: Held) -> bool:
    event = told.get("event_day", held.case.get("events", {}).get(told.get("event")))
    return any(
        told["min_days"] <= (job["day"] - event + 182) % 365 - 182 <= told["max_days"] for job in held.those(told)
    )


def _pairs(told: Says, held: Held) -> tuple[list[int], list[int]]:
    first = [held.from_start(job) for job in held.jobs if fits(job, told["first"])]
    return first, [held.from_start(job) for job in held.jobs if fits(job, told["then"])]


def _order(told: Says, held: Held) -> bool:
    first, then = _pairs(told, held)
    return bool(first) and (not then or min(then) - min(first) >= told.get("min_days", 0))


def _apart(told: Says, held: Held) -> bool:
    first, then = _pairs(told, held)
    return all(min(abs(a - b), abs(365 - abs(a - b))) >= told["min_days"] for a in first for b in then)


def _named(told: Says, values: Sequence[str]) -> bool:
    """All values among one_of, or none among none_of; both may hold patterns."""
    wanted = told.get("one_of", told.get("none_of", []))
    hits = [any(fnmatch.fnmatchcase(value, pattern) for pattern in wanted) for value in values]
    return all(hits) if "one_of" in told else not any(hits)


def _products(told: Says, held: Held) -> bool:
    return _named(told, [job.get("product", "") for job in held.those(told)])


def _placements(told: Says, held: Held) -> bool:
    return _named(told, [str(place) for job in held.those(told) for place in listed(job.get("placement") or "")])


def _mulch_kind(told: Says, held: Held) -> bool:
    return _named(told, [job.get("product", "") for job in held.mulches])


def _each(key: str) -> Callable[[Says, Held], bool]:
    def holds(told: Says, held: Held) -> bool:
        return all(job.get(key) is not None and within(job[key], told) for job in held.those(told))

    return holds


def _sum(key: str) -> Callable[[Says, Held], bool]:
    def holds(told: Says, held: Held) -> bool:
        return within(sum(job.get(key) or 0 for job in held.those(told) if job.get("year", 1) == 1), told)

    return holds


def _depth(told: Says, held: Held) -> bool:
    lies = told.get("found_mm", held.case.get("mulch_now", {}).get("depth_mm", 0))
    lies = 0 if any(job.get("kind") == "mulch_remove" for job in held.jobs) else lies
    return within(lies + sum(job.get("depth_mm") or 0 for job in held.mulches), told)


def _volume_ok(told: Says, held: Held) -> bool:
    def close(job: Job) -> bool:
        wanted = job["depth_mm"] * told["area_m2"] / 1000
        return bool(abs(job["volume_m3"] - wanted) <= told["rel"] * wanted + 0.02)

    return all(close(job) for job in held.mulches if job.get("depth_mm"))


def _ring(told: Says, held: Held) -> bool:
    return all(within(job["ring_mm"], told) for job in held.mulches if job.get("depth_mm"))


def _renewal(told: Says, held: Held) -> bool:
    years = [job.get("renew_years") for job in held.jobs if job.get("kind") == "mulch"]
    found = [one for one in (*years, held.values.get("renew_years")) if one is not None]
    return bool(found) and all(within(one, told) for one in found)


def _fabric(told: Says, held: Held) -> bool:
    return not any(job.get("fabric") and job.get("product") not in MINERAL for job in held.mulches)


def _value(told: Says, held: Held) -> bool:
    got = held.values.get(told["name"])
    if "equals" in told:
        return bool(got == told["equals"])
    if "one_of" in told:
        return got in told["one_of"]
    if "contains" in told:
        return got is not None and all(one in got for one in told["contains"])
    return got is not None and all(within(one, told) for one in listed(got))


def _says(told: Says, held: Held) -> bool:
    return len(held.advice) <= MOST_ADVICE and any(held.said(code) for code in told["any_of"])


STATEMENTS: dict[str, Callable[[Says, Held], bool]] = {
    "n_year": _year("n_g"),
    "p_year": _year("p_g"),
    "k_year": _year("k_g"),
    "n_per_job": lambda told, held: all(
        within(job["n_g"] / held.per(told), told) for job in held.those(told) if fits(job, {"has_n": True})
    ),
    "n_over_k": _n_over_k,
    "p_over_n": _p_over_n,
    "slow_share": _slow_share,
    "count": lambda told, held: within(sum(job.get("year", 1) == 1 for job in held.those(told)), told),
    "none": lambda told, held: not held.those(told),
    "some": lambda told, held: (
        sum("days" not in told or in_days(job["day"], told["days"]) for job in held.those(told))
        >= told.get("at_least", 1)
    ),
    "within": lambda told, held: all(in_days(job["day"], told["days"]) for job in held.those(told)),
    "not_in": lambda told, held: not any(in_days(job["day"], told["days"]) for job in held.those(told)),
    "stop_before_frost": _stop,
    "spacing": _spacing,
    "after_event": _after,
    "order": _order,
    "apart": _apart,
    "product_in": _products,
    "product_not": _products,
    "placement_in": _placements,
    "placement_not": _placements,
    "conc_ppm_n": _each("conc_ppm_n"),
    "release_months": _each("months"),
    "amount_g": _sum("product_g"),
    "volume_L": _sum("volume_L"),
    "says": _says,
    "reasons": lambda told, held: all(str(job.get("reason") or "").strip() for job in held.those(told)),
    "mulch_total_depth": _depth,
    "mulch_added": lambda told, held: within(sum(job.get("depth_mm") or 0 for job in held.mulches), told),
    "mulch_m3": lambda told, held: within(sum(job.get("volume_m3") or 0 for job in held.mulches), told),
    "mulch_volume_ok": _volume_ok,
    "mulch_bags": lambda told, held: bool(held.mulches) and within(held.mulches[0]["bags"], told),
    "mulch_ring": _ring,
    "mulch_kind": _mulch_kind,
    "fabric_rule": _fabric,
    "renewal_years": _renewal,
    "value": _value,
    "any_of": lambda told, held: any(all(true(one, held) for one in option) for option in told["options"]),
    "if_any": lambda told, held: not held.those(told) or all(true(one, held) for one in told["then"]),
}


def true(statement: Says, held: Held) -> bool:
    """Whether a statement holds of an answer."""
    return STATEMENTS[statement["say"]](statement, held)
