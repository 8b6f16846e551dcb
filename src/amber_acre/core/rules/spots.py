"""The ground that a dose by plant lies on: in a bed of several kinds it is not the whole bed."""

from __future__ import annotations

from collections.abc import Collection

from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.use import BY_PLANT
from amber_acre.core.measure.area_facts import listed
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.rules.ground import Ground
from amber_acre.core.tables.care_groups import group_of_plant, usual_m2
from amber_acre.core.tables.plants import Plant

MOST_OVER_USUAL = 2.0  # ground a plant is fed on, over the usual of its kind: its roots end there [common-practice]


def ground_shared(usual: float, of_all: float, size_m2: float) -> float:
    """Ground of some plants of a bed of ``size_m2``: their part of it by what such plants usually stand on (``usual``
    of ``of_all``, m²), and at most twice that."""
    return min(size_m2 * usual / of_all, MOST_OVER_USUAL * usual)


def lines_m2(ground: Ground, plants: Collection[Plant]) -> float:
    """Ground in m² of the lines of a bed's list that are of some plants; 0 of other ground and of plants not listed."""
    lines = listed(ground.facts) if ground.kind == "bed" else ()
    usual = [line.count * _each(line, ground) for line in lines]
    theirs = sum(m2 for line, m2 in zip(lines, usual, strict=True) if ground.plant_called(line.name) in plants)
    return ground_shared(theirs, sum(usual), ground.size_m2) if theirs else 0.0


def spot_m2(ground: Ground, dose: Dose) -> float | None:
    """Ground in m² of the plants a dose by plant is for; None of other doses, and where nobody has listed the plants.

    They are the line or the group of that count, the largest where several fit; else the largest that grow there.
    """
    lines = listed(ground.facts)
    if ground.kind != "bed" or not lines or dose.basis not in BY_PLANT or not dose.count:
        return None
    usual = [line.count * _each(line, ground) for line in lines]
    whole, count = sum(usual), dose.count
    groups: dict[str, tuple[int, float]] = {}
    for line, m2 in zip(lines, usual, strict=True):
        plant = ground.plant_called(line.name)
        key = group_of_plant(plant) if plant is not None else ""
        many, much = groups.get(key, (0, 0.0))
        groups[key] = (many + line.count, much + m2)
    fit = [m2 for line, m2 in zip(lines, usual, strict=True) if line.count == count]
    fit += [m2 for many, m2 in groups.values() if many == count]
    theirs = max(fit) if fit else min(whole, count * max(_each(line, ground) for line in lines))
    return ground_shared(theirs, whole, ground.size_m2)


def _each(line: Listed, ground: Ground) -> float:
    return usual_m2(ground.plant_called(line.name))
