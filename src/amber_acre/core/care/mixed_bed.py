"""A bed of several kinds: whose ground the feed of the group that decides is for, who is passed over, and who is fed
plant by plant beside it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from amber_acre.core.care.planting import Grown, Planting
from amber_acre.core.measure.area_facts import ReadFact
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.spots import ground_shared
from amber_acre.core.tables.care_groups import CARE_GROUPS, GREEDY, group_of_plant, usual_m2


@dataclass(frozen=True)
class MixedBed:
    """How a planting shares its feed. ``fed``: the plants that take the deciding group's, on their own ground; the
    whole planting where nobody is passed over. ``passed``: plants that must not get it. ``own``: plants that ask for
    more or another, each group on its own ground."""

    fed: Planting
    passed: tuple[Grown, ...] = ()
    own: tuple[Planting, ...] = ()

    @property
    def by_plant(self) -> bool:
        """True where the feed goes plant by plant, for some are passed over."""
        return bool(self.passed)

    def takes(self, part: Planting) -> bool:
        """Whether plants with a feed of their own take the bed's as well."""
        return not any(one in self.passed for one in part.grown)


def mixed_bed(planting: Planting, day: date) -> MixedBed:
    """How the plants of a bed share its feed in the season of ``day``; other plantings, and beds of one line, as they
    are. Where the form says what a bed is cared for as, nobody is fed beside it."""
    if planting.ground.kind != "bed" or len(planting.grown) < 2 or planting.unknown:
        return MixedBed(planting)
    new = tuple(one for one in planting.new_among(day) if one.woody)
    passed = tuple(one for one in planting.grown if one.name in planting.loses or one in new)
    takers = [one for one in planting.grown if one not in passed]
    if not takers:
        return MixedBed(planting)
    fed = _on_their_ground(planting, takers, planting.group.key) if passed else planting
    if planting.ground.says("care") or planting.ground.says("lean") == "yes":
        return MixedBed(fed, passed)
    by_group: dict[str, list[Grown]] = {}
    for one in planting.grown:
        key = _key(one, planting)
        if key != planting.group.key and key in GREEDY and one not in new:
            by_group.setdefault(key, []).append(one)
    return MixedBed(fed, passed, tuple(_on_their_ground(planting, by_group[key], key) for key in sorted(by_group)))


def _key(one: Grown, planting: Planting) -> str:
    return group_of_plant(one.plant) if one.plant is not None else planting.group.key


def _on_their_ground(planting: Planting, grown: Sequence[Grown], key: str) -> Planting:
    """Some plants of a bed as a planting of one group, on their part of its ground."""
    ground = planting.ground
    part = ground_of(planting, grown) / ground.size_m2
    names = {one.name for one in grown}
    lines = tuple(Listed(one.count, one.name, one.planted_on.isoformat() if one.planted_on else "") for one in grown)
    facts = {name: fact for name, fact in ground.facts.items() if name not in ("plants", "care")}
    theirs = replace(
        ground,
        size_m2=SquareMetres(ground.size_m2 * part),
        low_m2=SquareMetres(ground.low_m2 * part),
        plants=tuple(one.plant for one in grown if one.plant is not None),
        facts=facts | {"plants": ReadFact(lines, "\n".join(f"{one.count} × {one.name}" for one in lines))},
    )
    own = replace(planting, ground=theirs, group=CARE_GROUPS[key], grown=tuple(grown), loses=())
    if key == planting.group.key:
        return replace(own, loses=tuple(name for name in planting.loses if name in names))
    return replace(own, ground=replace(theirs, in_bloom=None), bloom_end=None)  # the bed's bloom is not theirs


def ground_of(planting: Planting, grown: Sequence[Grown]) -> float:
    """Ground of some plants of a bed, m²: their part of it by what such plants usually stand on."""
    usual = sum(one.count * usual_m2(one.plant) for one in grown)
    whole = sum(one.count * usual_m2(one.plant) for one in planting.grown)
    return ground_shared(usual, whole, planting.ground.size_m2)
