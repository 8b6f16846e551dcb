"""The last day for nitrogen of what grows somewhere, why, and what is said of it and of rounds that have passed."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said
from amber_acre.core.rules.late_on_plants import leaves_until
from amber_acre.core.rules.pot_pellets import pots_fed
from amber_acre.core.rules.set_buds import FED_AFTER_WAKING
from amber_acre.core.season.stages import Stages

SOON_DAYS = 7  # ahead, on which a late round is put [common-practice]
SLOWS = "growth slows down"
_WHY = {
    "acid": "acid lovers set next year's buds after midsummer",
    "conifer": "conifers set their buds in summer",
    "bulb": "the leaves of bulbs have died down by then",
}


def coniferous(planting: Planting) -> bool:
    """Whether most of what grows there bears needles."""
    conifers = sum(one.count for one in planting.grown if one.plant is not None and "n" in one.plant.flags)
    return 2 * conifers > planting.count > 0


def last_nitrogen(planting: Planting, stages: Stages) -> tuple[date, str]:
    """The last day for nitrogen, and what it goes by in words."""
    if planting.group.basis == "litre":
        _, last = pots_fed(planting.ground, stages)
        return last, stages.why_last if last == stages.last else SLOWS
    key = planting.group.key
    if stages.by_rains:  # no summer to set buds after, no cold to die down before
        return stages.last, stages.why_last
    if key == "bulb":
        return min((leaves_until(planting.ground, stages), _WHY["bulb"]), (stages.last, stages.why_last))
    key = key if key in FED_AFTER_WAKING else "conifer" if coniferous(planting) else ""
    if key:
        on = stages.wakes + timedelta(days=FED_AFTER_WAKING[key])
        if on < stages.last:
            return on, _WHY[key]
    return stages.last, stages.why_last


def _named(rounds: Sequence[tuple[str, date]], one: str, more: str) -> str:
    """Rounds by name and day, with what became of one or of more of them."""
    named = [f"the {name[:1].lower()}{name[1:]} ({on:%-d %B})" for name, on in rounds]
    return f"{named[0]} {one}" if len(named) == 1 else f"{', '.join(named[:-1])} and {named[-1]} {more}"


def _passed(rounds: Sequence[tuple[str, date]]) -> str:
    return _named(rounds, "has passed, and is not made up for so late", "have passed, and are not made up for so late")


def of_the_end(
    planting: Planting,
    stages: Stages,
    today: date,
    without: Sequence[tuple[str, date]],
    ended: bool,
    was_fed: bool,
) -> list[Said]:
    """What is said of the last day for nitrogen and of rounds that are left out (``without``, by name and day): they
    passed, or follow a late one too soon. ``ended``: no round is to come though need is left; ``was_fed``: something
    went down or stays planned."""
    passed, near = [one for one in without if one[1] < today], [one for one in without if one[1] >= today]
    last, why = last_nitrogen(planting, stages)
    over = today + timedelta(days=SOON_DAYS) > last
    if ended and not over and (passed or was_fed):
        words = _passed(passed) if passed else "what went down or stays planned stands for its rounds"
        return [Said("passed" if passed else "no_feed", f"Nothing more is fed this season: {words}.")]
    if ended:
        return [Said("frost_stop", f"Nothing more is fed this season, no nitrogen after {last:%-d %B}: {why}.")]
    said = []
    if passed:
        words = _passed(passed)
        said.append(Said("passed", f"{words[:1].upper()}{words[1:]}."))
    if near:
        words = _named(near, "falls away: it would follow the late one", "fall away: they would follow the late one")
        said.append(Said("passed", f"{words[:1].upper()}{words[1:]} within four weeks."))
    if why in _WHY.values() or stages.frost is not None:
        freezes = "; soft growth would freeze" if last == stages.last else ""
        said.append(Said("frost_stop", f"Last nitrogen by {last:%-d %B}: {why}{freezes}."))
    return said
