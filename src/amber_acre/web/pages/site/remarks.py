"""What the sheet says in words: what overlaps, what it could not take, what a move changed."""

from __future__ import annotations

import re
from dataclasses import dataclass

from amber_acre.core.measure.site import escapes, overlaps, shared_with_trees, taken_from
from amber_acre.store.site import OnSheet
from amber_acre.store.tables import AreaRow
from amber_acre.web.shown import Shown


@dataclass(frozen=True)
class Moved:
    """What was just moved: where it lay before ((), for nowhere), and what its new place takes from whom."""

    id: int
    name: str
    was: tuple[str, ...]
    sentences: tuple[str, ...]


def moved_from(chosen: AreaRow | None, was: str | None, drawn: list[OnSheet], shown: Shown) -> Moved | None:
    if chosen is None or was is None or not re.fullmatch(r"|-?[\d.]{1,12},-?[\d.]{1,12},-?[\d.]{1,8}", was):
        return None
    pairs = overlaps([p for item in drawn if (p := item.placed) is not None])
    said = [
        f"It takes {shown.area(o.size_m2)} of {o.giver.name}: fed once, as {o.taker.name}."
        for o in pairs
        if o.taker.key == chosen.id and o.giver.key != chosen.parent_id
    ]
    said += [
        f"{o.taker.name} takes {shown.area(o.size_m2)} of it: fed once, as {o.taker.name}."
        for o in pairs
        if o.giver.key == chosen.id and o.taker.parent != chosen.id
    ]
    places = tuple(f"{part} m" if n < 2 else part for n, part in enumerate(was.split(","))) if was else ()
    return Moved(chosen.id, chosen.name, places, tuple(said))


def not_taken(
    drawn: list[OnSheet], contexts: list[OnSheet], unknown: list[AreaRow], buffer_m: float
) -> list[tuple[str, str]]:
    """What the sheet could not take: areas that lie nowhere on it, and areas of which nothing would be left."""
    unseen = [item.row for item in drawn if item.place is None and item.row.kind not in ("tree", "container")] + unknown
    nowhere = [row.name for row in unseen if row.kind != "patch"]
    lawns = {row.id: row.name for row in (*(item.row for item in drawn), *unknown)}
    remarks = [
        (
            "quiet",
            f"{row.name} has no place on the sheet: all of it is taken from {lawns[row.parent_id]}."
            " Put it where it lies.",
        )
        for row in unseen
        if isinstance(row, AreaRow) and row.kind == "patch" and row.parent_id in lawns
    ]
    if nowhere and contexts:
        strip = " and the unfed strip" if buffer_m else ""
        remarks.append(
            (
                "warn",
                f"Not on the sheet: {', '.join(nowhere)}. Overlaps{strip} are not taken from what is not placed or"
                " drawn.",
            )
        )
    remarks += [
        (
            "warn",
            (
                f"{item.row.name} loses ground to {item.taken[0]} and has cut-outs without a place: if one is the same"
                " thing, it is taken twice. Place the cut-out, or delete it."
            ),
        )
        for item in drawn
        if item.taken and item.loose_cut
    ]
    areas = [p for item in drawn if (p := item.placed) is not None]
    if all(item.taken for item in drawn) or not (contexts or overlaps(areas)):
        return remarks
    lost = taken_from(areas, tuple(p for item in contexts if (p := item.placed) is not None), buffer_m)
    for item in drawn:
        if lost.get(item.row.id) and not item.taken:
            takers = ", ".join(t.name for t in lost[item.row.id])
            remarks.append(
                (
                    "stop",
                    (
                        f"{item.row.name} lies wholly on {takers}: nothing of it may be fed, yet its measured size"
                        " still stands. Move it, or delete it."
                    ),
                )
            )
    return remarks


def remarks_on(drawn: list[OnSheet], contexts: list[OnSheet], shown: Shown) -> list[tuple[str, str]]:
    """Sentences about what overlaps and what escapes: (weight, sentence)."""
    areas = [p for item in drawn if (p := item.placed) is not None]
    edge = next((p for item in contexts if item.row.kind == "boundary" and (p := item.placed) is not None), None)
    remarks: list[tuple[str, str]] = []
    for o in overlaps(areas):
        if o.taker.parent == o.giver.key:
            remarks.append(
                (
                    "quiet",
                    f"{o.taker.name} takes {shown.area(o.size_m2)} of {o.giver.name}: only the patch is dosed there.",
                )
            )
        else:
            remarks.append(
                (
                    "warn",
                    (
                        f"{o.taker.name} and {o.giver.name} overlap by {shown.area(o.size_m2)}: it is fed once, as"
                        f" {o.taker.name}."
                    ),
                )
            )
    for area, holder, outside in escapes(areas, edge):
        remarks.append(("warn", f"{shown.area(outside)} of {area.name} lies outside {holder.name}."))
    remarks += [
        (
            "quiet",
            (
                f"The crown of {o.taker.name} spreads over {shown.area(o.size_m2)} of {o.giver.name}: that ground is"
                f" fed as {o.giver.name}."
            ),
        )
        for o in shared_with_trees(areas)
    ]
    return remarks
