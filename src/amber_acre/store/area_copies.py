"""An area made again: so many more of it on its property, alike in all that is measured and typed, each its own."""

from __future__ import annotations

import re

from sqlalchemy.orm import Session

from amber_acre.core.errors import OutOfRange
from amber_acre.store.areas import areas_of, plan_size_of, set_size, size_of
from amber_acre.store.site import patches_in_m2, require_lawn_left, settle
from amber_acre.store.tables import AreaRow, FactRow, ShapeRow

NAME_AT_MOST = 120  # characters of an area's name, as its column has it
AT_MOST = 40  # copies at a time: a street of trees, a terrace of pots
# What was found of one of them alone.
OF_ONE = ("finding", "stage", "leaf_iron", "leaf_manganese", "injected_on", "ports")
_OWN = ("size_m2", "low_m2", "high_m2", "error_m2", "size_confirmed", "instrument", "pace_m", "grass", "upkeep")
_OWN_TOO = ("clippings_returned", "irrigated", "parent_id", "kind", "property_id")
_OF_SHAPE = ("position", "role", "name", "method", "side_1", "side_2", "side_3", "rows", "x_m", "y_m", "turn_deg")


def copy_area(session: Session, row: AreaRow, copies: int) -> list[AreaRow]:
    """So many more of an area, 1 to AT_MOST (OutOfRange), named on by number.

    What is measured and typed of it is theirs too; what was found of it, its tests, looks, jobs, log and its place on
    the sheet are not.
    """
    if not 1 <= copies <= AT_MOST:
        raise OutOfRange(f"1 to {AT_MOST} at a time.", field="copies", value=copies, limits=(1, AT_MOST))
    lawn = session.get(AreaRow, row.parent_id) if row.parent_id else None
    if lawn is not None:
        more = copies * plan_size_of(row).size_m2
        require_lawn_left(plan_size_of(lawn).size_m2, patches_in_m2(session, lawn) + more, lawn.name, "copies")
    made = []
    for name in names_after(row.name, [one.name for one in areas_of(session, row.property_id)], copies):
        copy = AreaRow(name=name, no_soil_test=True, **{key: getattr(row, key) for key in (*_OWN, *_OWN_TOO)})
        copy.shapes = [ShapeRow(**{key: getattr(shape, key) for key in _OF_SHAPE}) for shape in row.shapes]
        copy.facts = [FactRow(name=fact.name, text=fact.text) for fact in row.facts if fact.name not in OF_ONE]
        session.add(copy)
        session.flush()
        set_size(copy, size_of(copy))  # nothing takes from it before it lies on the sheet
        made.append(copy)
    settle(session, row.property)
    return made


def names_after(name: str, taken: list[str], copies: int) -> list[str]:
    """So many free names that count on from one: after “Birch” or “Birch 1” come “Birch 2”, “Birch 3”."""
    base = re.sub(r"\s+\d{1,4}$", "", name)[: NAME_AT_MOST - 5].rstrip()
    gone, n = {one.lower() for one in taken}, 2
    found: list[str] = []
    while len(found) < copies:
        if f"{base} {n}".lower() not in gone:
            found.append(f"{base} {n}")
        n += 1
    return found
