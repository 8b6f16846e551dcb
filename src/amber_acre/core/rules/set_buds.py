"""Nitrogen after next year's buds are set: acid lovers and conifers. The planner ends sooner, by the same table."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta

from amber_acre.core.jobs.use import whose
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.law import nitrogen_of
from amber_acre.core.rules.plant_forms import groups_of
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.season.climate import Climate, season_start
from amber_acre.core.season.stages import Stages, stages
from amber_acre.core.sentence import OnDay, Plain, Sentence
from amber_acre.core.tables.care_groups import CARE_GROUPS

# Days after waking in which the planner feeds those that set their buds in summer [common-practice].
FED_AFTER_WAKING = {"acid": 95, "conifer": 60}
BUDS_SET_DAYS = 40  # after midsummer they are set: nothing after July, in the south after January [common-practice]
MIDSUMMER = {"north": (6, 21), "south": (12, 21)}  # [common-practice]
REACHES_BACK_DAYS = 60  # of waking so long after midsummer that day still is this season's


def sets_buds(ground: Ground, of: str = "") -> str:
    """'acid' or 'conifer' where most of what a feed is for (``of``: a group named by its job) sets its buds in summer,
    else ''."""
    keys = groups_of(ground, of)
    needles = ["n" in plant.flags for plant in ground.plants]
    if 2 * keys.count("acid") > len(keys):
        return "acid"
    return "conifer" if 2 * keys.count("conifer") > len(keys) or (not of and 2 * sum(needles) > len(needles)) else ""


def buds_set_from(climate: Climate, year: Stages, key: str) -> date | None:
    """The day from which buds of 'acid' or 'conifer' plants are set; None where no cold divides the year."""
    if year.by_rains:
        return None
    month, day = MIDSUMMER["south" if climate.latitude_deg < 0 else "north"]
    first = year.wakes - timedelta(days=REACHES_BACK_DAYS)
    midsummer = next(on for n in (0, 1) if (on := date(first.year + n, month, day)) >= first)
    return max(midsummer + timedelta(days=BUDS_SET_DAYS), year.wakes + timedelta(days=FED_AFTER_WAKING[key]))


def _after_buds(case: Case) -> Iterable[Broken]:
    product, ground = case.product, case.ground
    if product is None or ground.traits.turf or ground.traits.by_litre or not case.itself.feeds:
        return
    if not nitrogen_of(case.itself) or moves_ph(product) is not None:
        return
    key = sets_buds(ground, whose(case.job))
    if not key:
        return
    group = CARE_GROUPS[key]
    year = stages(ground.climate, group.start_c, season_start(ground.climate, case.job.on))
    since = buds_set_from(ground.climate, year, key)
    if since is not None and since <= case.job.on < year.rests:
        yield Broken(
            Sentence.of(
                "{plants} have set next year's buds by {since}: nitrogen after it makes soft late shoots."
                " Wait until they rest, or for spring, or say why.",
                plants=Plain(f"{group.name[:1].upper()}{group.name[1:]}"),
                since=OnDay(since),
            )
        )


RULES: tuple[Rule, ...] = (
    Rule(
        "buds-set",
        "season",
        "Acid lovers and conifers get no nitrogen from forty days after midsummer until they rest.",
        "warn",
        "common-practice",
        _after_buds,
        custom=True,
    ),
)
