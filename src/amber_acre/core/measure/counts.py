"""What of an area a dose by count is multiplied by: plants, cm of trunk, metres of hedge, litres of medium."""

from __future__ import annotations

from collections.abc import Mapping

from amber_acre.core.errors import AmberError
from amber_acre.core.measure.area_facts import ReadFact, listed, number_of
from amber_acre.core.measure.planting import trunk_diameter
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.typed_counts import CountBasis
from amber_acre.core.working import Working


def count_for(basis: CountBasis, kind: str, facts: Mapping[str, ReadFact]) -> float | None:
    """How many of a basis an area says it holds; None where it does not say. A hedge's plants may follow from its
    run and spacing; a tree is one plant with the trunk its stems come to together [bs5837]."""
    if basis in ("plant", "plant_volume"):
        return _plants(kind, facts)
    if basis in ("trunk", "trunk_volume"):
        return _trunk_cm(kind, facts)
    if basis == "run" and kind == "hedge":
        plants, spacing = number_of(facts, "plants"), number_of(facts, "spacing")
        return number_of(facts, "run") or (plants * spacing if plants and spacing else None)
    if basis == "litre" and kind == "container":
        try:
            return size_by_facts(kind, facts).other
        except AmberError:
            return None
    return None


def _plants(kind: str, facts: Mapping[str, ReadFact]) -> float | None:
    if kind == "tree":
        return 1.0
    if kind == "hedge":
        run, spacing = number_of(facts, "run"), number_of(facts, "spacing")
        return number_of(facts, "plants") or (round(run / spacing) if run and spacing else None)
    if kind == "container":
        return number_of(facts, "count")
    return float(sum(line.count for line in listed(facts))) or None


def _trunk_cm(kind: str, facts: Mapping[str, ReadFact]) -> float | None:
    stems = facts["stems"].value if "stems" in facts else ()
    if kind != "tree" or not isinstance(stems, tuple):
        return None
    around = "trunk_by" in facts and facts["trunk_by"].value == "circumference"
    sizes = tuple(size for size in stems if isinstance(size, float))
    return trunk_diameter(sizes, Working(""), around) * 100 if sizes else None
