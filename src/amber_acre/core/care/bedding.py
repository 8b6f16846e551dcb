"""Bedding: when it is planted out, from which its year is counted."""

from __future__ import annotations

from datetime import date, timedelta

from amber_acre.core.care.planting import Planting
from amber_acre.core.season.stages import AFTER_FROST_DAYS, Stages, last_frost_after

BEFORE_WAKING_DAYS = 60  # in which a day of planting still is this season's [common-practice]
THAWS_WITHIN_DAYS = 200  # before waking the twelve months begin in which the last frost is looked for


def planted_out(planting: Planting, stages: Stages) -> date:
    """The day bedding is planted out: as the form says it for this season, else after hard frost where any of it is
    tender, else as the soil wakes."""
    said = planting.planted_on
    if said is not None and stages.wakes - timedelta(days=BEFORE_WAKING_DAYS) <= said <= stages.last:
        return said
    plants = [one.plant for one in planting.grown if one.plant is not None]
    tender = not plants or any("t" in plant.flags for plant in plants)
    thawed = last_frost_after(stages.climate, stages.wakes - timedelta(days=THAWS_WITHIN_DAYS))
    if tender and thawed is not None:
        return max(stages.wakes, thawed + timedelta(days=AFTER_FROST_DAYS))
    return stages.wakes


def begins(planting: Planting, stages: Stages) -> date:
    """The day from which what is planted asks for food: bedding when it is planted out, all else as it wakes."""
    return planted_out(planting, stages) if planting.group.key == "bedding" else stages.wakes
