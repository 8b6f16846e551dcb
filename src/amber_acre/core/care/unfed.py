"""Why a planting, or some of its plants, are not fed: what answers a finding better, what needs none, what is new."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said, SaidCode
from amber_acre.core.rules.unfed import (
    ANSWERED_OTHERWISE,
    LATE_STAGE,
    LATE_STAGE_WORDS,
    NEW_DAYS,
    ROOTED_DAYS,
    TIRED_ROSES,
    VETERAN,
    WET,
    tired_roses,
    unknown_in_words,
    unknown_plants,
    veteran,
)
from amber_acre.core.season.stages import Stages
from amber_acre.core.tables.care_groups import FED_FINDINGS

_CODES: dict[str, SaidCode] = {
    "wilt": "water_first",
    "salt": "salt",
    "compact": "compaction",
    "roots": "water_first",
    "cold": "wait_warm",
    "pot-dry": "wet_first",
}


def why_unfed(planting: Planting, stages: Stages, today: date) -> list[Said]:
    """Why a planting is not fed this year; nothing where it is."""
    group, ground = planting.group, planting.ground
    if group.fed == "never":
        return [Said("lean", f"No feed: {group.name} stay healthy lean; feed makes them soft and short-lived.")]
    if ground.says("wet") == "yes":
        return [Said("wetness", WET)]
    strange = unknown_plants(ground)
    if strange:
        return [Said("strange", str(unknown_in_words(strange)), True)]
    finding = planting.finding
    if finding in ANSWERED_OTHERWISE:
        return [Said(_CODES[finding], ANSWERED_OTHERWISE[finding])]
    if tired_roses(ground, group.key == "rose", stages.start.year):
        return [
            Said("need_diagnosis", TIRED_ROSES),
            Said(
                "replant",
                "If soil and roots say so: replace the soil, move the roses, or replant on a tougher rootstock.",
            ),
            Said(
                "acid_refused",
                "No acid drench is dosed: what acid does hangs on the water's alkalinity, and phosphoric"
                " acid feeds phosphorus as well. It can be recorded as the owner's practice.",
            ),
        ]
    if planting.woody and group.key != "rose" and planting.new_on(max(today, stages.start)):
        return [
            Said("no_hole", "Newly planted: native soil back into the planting hole, nothing fed into it."),
            Said(
                "water_first",
                "No feed in the first year: water well, mulch, keep grass away; feed from the second if"
                " growth stays short.",
            ),
        ]
    if (planting.stage or 0) >= LATE_STAGE and group.basis == "area" and ground.kind == "tree":
        return [Said("ph_cause", LATE_STAGE_WORDS)]
    if veteran(ground) and finding in FED_FINDINGS and finding != "low-n":
        return [Said("need_test", VETERAN)]
    if group.fed == "by finding" and finding not in FED_FINDINGS:
        what = "Grasses flop when fed" if group.key == "grass" else f"Healthy {group.name} need none"
        return [
            Said(
                "need_finding",
                f"No feed: {what}, and no finding asks for it. A test, short shoots or small leaves would.",
            )
        ]
    if planting.heath and finding not in FED_FINDINGS and planting.aim in ("keep", "less"):
        return [Said("no_feed", "No feed due: heathers that look well live on poor acid soil; feed makes them leggy.")]
    if planting.blooms_lean and finding not in FED_FINDINGS and planting.aim != "growth":
        return [Said("no_feed", "No feed due: most of this bedding flowers best on poor ground; feed makes leaves.")]
    if group.fed == "if asked" and finding not in FED_FINDINGS and planting.aim in ("keep", "less"):
        return [Said("no_feed", f"No feed due: {group.name} that look well live on their soil and mulch.")]
    return []


def left_out(planting: Planting, day: date) -> list[Said]:
    """What is said on a day of new plants among older ones: no feed on woody ones for a year, on others until they
    root."""
    found = []
    for one in planting.new_among(day):
        on = one.planted_on or day
        until = on + timedelta(days=NEW_DAYS if one.woody else ROOTED_DAYS)
        if until > day:
            words = (
                f"{one.count} × {one.name}, planted {on:%-d %B %Y}, among older plants: water them through, and keep"
                f" the feed off them until {until:%-d %B %Y}."
            )
            found.append(Said("new_among", words))
    return found
