"""What roses ask beside their rounds: a class for the sun there is, a rootstock for the ground, nitrogen by season, new
soil in pots. Told in the trade; from memory."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta

from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said
from amber_acre.core.jobs.job import Job
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.stages import Stages
from amber_acre.core.tables.media import MEDIA

ANY_CLASS_HOURS, FLORIBUNDA_HOURS = 6.0, 4.0  # of summer sun; under the second miniatures alone [from-memory]
HOT_SEASON_C = 18.0  # mean of a month from which roses take their nitrogen nearly all as nitrate [from-memory]
AMMONIUM_HOT, AMMONIUM_COLD = 0.10, 0.30  # of nitrate and ammonium together [from-memory]
REPOT_BEFORE_DAYS, REPOT_UNTIL_DAYS = 14, 60  # of waking [common-practice]
REPOTTED_DAYS = 300  # after which it is due again: once a year [from-memory]


def has_roses(planting: Planting) -> bool:
    """Whether garden roses grow there; wild ones live as shrubs do."""
    return any(
        one.plant is not None and one.plant.group == "rose" and one.plant.nitrogen != "low" for one in planting.grown
    )


def ammonium_wanted(climate: Climate, on: date) -> float:
    """Share of ammonium in nitrate and ammonium together that roses want on a day: 0.1 in the hot season, else 0.3."""
    return AMMONIUM_HOT if climate.mean_c[on.month - 1] >= HOT_SEASON_C else AMMONIUM_COLD


def said_of_roses(planting: Planting) -> list[Said]:
    """What is said of the roses of a bed or pot: their sun, and their roots where the medium does not suit them."""
    if not has_roses(planting):
        return []
    found = []
    hours = planting.ground.metres("sun")
    if hours is not None and hours < ANY_CLASS_HOURS:
        few = hours < FLORIBUNDA_HOURS
        words = "miniature roses alone flower well" if few else "floribundas flower well, large-flowered ones do not"
        found.append(Said("rose_sun", f"{hours:g} hours of sun in summer: with so few {words}."))
    medium = planting.ground.says("medium")
    if planting.ground.says("rootstock") == "indica" and planting.ground.traits.by_litre and medium != "soil":
        where = f"in {MEDIA[medium].name}" if medium in MEDIA else "in a mix without soil"
        found.append(
            Said(
                "rootstock",
                f"Roots of Indica are for soil alone: {where} they fail. Move these roses into a soil-based mix, or"
                " take ones on multiflora.",
            )
        )
    return found


def repotting(planting: Planting, stages: Stages, today: date, planted: Iterable[date]) -> list[Job]:
    """New soil for roses in pots once a year, before they wake; ``planted``: days on which they got it or will."""
    on = max(stages.wakes - timedelta(days=REPOT_BEFORE_DAYS), today)
    until = stages.wakes + timedelta(days=REPOT_UNTIL_DAYS)
    pots = planting.ground.traits.by_litre and planting.ground.says("winter") != "gone"
    if not pots or not has_roses(planting) or on > until:
        return []
    if any(abs((on - day).days) < REPOTTED_DAYS for day in planted):
        return []
    return [
        Job(
            0,
            "Repot, or swap the top third of the soil",
            "plant",
            on,
            on,
            until,
            answers="roses in pots use their soil up",
            reason="Salts and roots fill the old soil; while they rest it costs them least.",
        )
    ]
