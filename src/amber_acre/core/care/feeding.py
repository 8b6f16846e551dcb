"""What a planting asks to be fed in a year: how much nitrogen, argued; in which rounds; or why nothing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from amber_acre.core.care.bedding import planted_out
from amber_acre.core.care.last_nitrogen import SOON_DAYS, coniferous, last_nitrogen, of_the_end
from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said
from amber_acre.core.care.unfed import left_out, why_unfed
from amber_acre.core.quantities import depth_in_both, unrounded
from amber_acre.core.rules.unfed import ROOTED_DAYS
from amber_acre.core.season.stages import BEFORE_WAKING_DAYS, Stages, days_into_rains, last_frost_after
from amber_acre.core.tables.care_groups import FED_FINDINGS, RoundRow
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.soil_ranges import HIGH_ORGANIC_MATTER

# Where between the low and the high end of its group a planting lies, by what is wanted of it [common-practice].
PLACE_BY_AIM = {"less": 0.0, "keep": 0.2, "flowers": 0.45, "growth": 0.7, "recover": 0.4}
BY_FINDING = 0.4  # a feed that answers a finding [common-practice]
RICH_SOIL = 0.8  # of the need where organic matter is high: the soil itself feeds [organic-matter-n]
FEEDING_MULCH = 0.8  # of the need under compost or manure [common-practice]
LOVE_HEAT = ("exotic", "palm")  # groups that are fed in it [common-practice]
ON_POOR_GROUND = 0.5  # of the need, of heathers that are fed at all [common-practice]
DEEP_SHADE_HOURS, DEEP_SHADE = 3.0, 0.7  # of summer sun, and of the need then [common-practice]
FEEDING_MULCHES, FEEDS_FROM_MM = ("compost", "manure", "mushroom", "living"), 20.0
SAND = ("sand", "loamy sand")
SPLIT_FROM_G_M2 = 2.0  # on sand a dose over it goes down in two halves [common-practice]
SPLIT_DAYS = 42
SLOW_ENOUGH = 0.5  # share of slow nitrogen from which a dose is not split on sand [common-practice]
OPENS_BEFORE, CLOSES_AFTER = 7, 28  # days round a round's day [common-practice]
LATE_DAYS = 60  # after which a spring feed is no longer made up for [common-practice]
LATE_DAYS_ALL_YEAR = 150  # where nothing stops growth [common-practice]
YEAR_DAYS, FADES_DAYS = 365, 7  # from being seen in bloom to having bloomed [common-practice]
CLIP_AFTER_WAKING = 40  # a clip sooner than this is still within reach of the spring feed [common-practice]
MIDDLE = 0.55  # of the way from the last round to the last day for nitrogen
ANSWERS_DAYS, ANSWERED = 45, 0.5  # a feed so near a round, and so much of it, has been that round [common-practice]
GAP_DAYS = 28  # between two rounds at least [common-practice]
WORDS = {
    "short": "short shoots or small leaves",
    "low-n": "a test low in nitrogen",
    "pale-old": "old leaves pale first",
    "pale-new": "new leaves yellow with green veins",
    "k-old": "oldest leaves speckled and scorched",
    "wilt": "wilting",
    "salt": "browning by salt",
    "compact": "a thin crown on compacted ground",
    "roots": "cut or crushed roots",
    "cold": "pale leaves on cold soil",
    "failing": "a bed that fails",
    "pot-dry": "a dry pot",
}

# Words of the table that are true of winters and frost alone, and what is said elsewhere.
FROSTLESS = {
    "as hard frost ends and shoots come": "as shoots come",
    "flowers until frost": "flowers until growth slows",
    "the last that still hardens before frost": "the last that the season still uses",
}
BY_RAINS = {
    "Spring feed": "Feed as the rains come",
    "the first flush after winter": "the first flush as the rains come",
    "the first flush and the flowers": "the first flush and the flowers, as the rains come",
    "as shoots come": "as shoots come with the rains",
    "they start late, and then fast": "the first flush as the rains come",
    "leaf on leaf while it is warm": "leaf on leaf, as no cold stops it",
    "the last that is still used": "leaf on leaf, as no cold stops it",
    "slow and steady while it is warm": "slow and steady, as no cold stops it",
    "Summer feed": "Second feed",
    "Late summer feed": "Third feed",
    "the last flush hardens before the cold": "the last flush of the year draws on it",
}


@dataclass(frozen=True)
class RoundAsked:
    """A round that is wanted: its day and window, its nitrogen in g/m² (or g a litre), why, whether quick is held
    back by heat, and whether it is made up for ``late`` or moved behind one that is."""

    name: str
    on: date
    opens: date
    closes: date
    nitrogen: float
    why: str
    hot: bool = False
    late: bool = False


@dataclass(frozen=True)
class FeedAsked:
    """The year's nitrogen, g/m² (or g a litre), with each factor in words; its rounds; what is said; ``answers``: the
    finding or goal."""

    nitrogen: float
    factors: tuple[str, ...]
    rounds: tuple[RoundAsked, ...]
    said: tuple[Said, ...]
    answers: str


def feed_asked(planting: Planting, stages: Stages, today: date, fed: Sequence[tuple[date, float]] = ()) -> FeedAsked:
    """What a planting is fed in its twelve months; ``fed``: nitrogen of this season that is down or stays planned, g/m²
    (or g a litre) by its day."""
    why_not = why_unfed(planting, stages, today)
    if why_not:
        return FeedAsked(0.0, (), (), tuple(why_not), "")
    need, factors = _need(planting)
    said: list[Said] = []
    if planting.woody and (planting.new_on(stages.start) or planting.new_on(today)):
        need, factors = need / 2, (*factors, "× 0.5: plants of this year")
    if len(factors) > 1:
        factors = (*factors, f"= {unrounded(need)} {_unit(planting)} a year")
    left = max(0.0, need - sum(grams for _, grams in fed))
    rounds, passed = _rounds(planting, stages, today, need, fed)
    open_need = left > 0 and planting.group.basis == "area"
    said += of_the_end(planting, stages, today, passed, not rounds and open_need, bool(fed))
    said += left_out(planting, max(today, stages.start))
    answers = WORDS.get(planting.finding, "") or f"the year of {planting.group.name}"
    return FeedAsked(need, factors, rounds, tuple(said), answers)


def _unit(planting: Planting) -> str:
    return "g a litre" if planting.group.basis == "litre" else "g/m²"


def _need(planting: Planting) -> tuple[float, tuple[str, ...]]:
    """The year's nitrogen by the group's low and high end, with each factor argued."""
    low, high = planting.group.need
    place = BY_FINDING if planting.finding in FED_FINDINGS else PLACE_BY_AIM[planting.aim]
    need = low + place * (high - low)
    unit = _unit(planting)
    words = WORDS.get(planting.finding) if planting.finding in FED_FINDINGS else f"aim: {planting.aim}"
    factors = [f"{unrounded(need)} {unit} of {low:g}–{high:g} {unit} for {planting.group.name} ({words})"]
    test = planting.ground.test
    organic = test.organic_matter if test is not None else None
    if organic is not None and organic >= HIGH_ORGANIC_MATTER and planting.group.basis == "area":
        need, factors = need * RICH_SOIL, [*factors, f"× {RICH_SOIL:g}: organic matter {organic:.1%} feeds"]
    if planting.lies.kind in FEEDING_MULCHES and planting.lies.depth_mm >= FEEDS_FROM_MM:
        need, lies = need * FEEDING_MULCH, MULCHES[planting.lies.kind].name
        factors.append(f"× {FEEDING_MULCH:g}: {depth_in_both(planting.lies.depth_mm)} of {lies} feeds")
    if planting.heath:
        need, factors = need * ON_POOR_GROUND, [*factors, f"× {ON_POOR_GROUND:g}: heathers live on poor ground"]
    hours = planting.ground.metres("sun")
    if hours is not None and hours < DEEP_SHADE_HOURS and planting.group.key not in ("fern", "acid"):
        need, factors = need * DEEP_SHADE, [*factors, f"× {DEEP_SHADE:g}: {hours:g} hours of sun"]
    return need, tuple(factors)


def _due(chosen: Sequence[tuple[RoundRow, date]], need: float, fed: Sequence[tuple[date, float]]) -> list[float]:
    """What each round still brings: its share of the need, nothing where half of that and more went down near its day,
    and all together no more than is left."""
    whole = sum(row.share for row, _ in chosen)
    wanted = [need * row.share / whole for row, _ in chosen]
    near = [0.0] * len(chosen)
    for on, grams in fed:
        n = min(range(len(chosen)), key=lambda one: abs((chosen[one][1] - on).days))
        near[n] += grams if abs((chosen[n][1] - on).days) <= ANSWERS_DAYS else 0.0
    due = [0.0 if down >= ANSWERED * share else share for share, down in zip(wanted, near, strict=True)]
    left = max(0.0, need - sum(grams for _, grams in fed))
    return [share * min(1.0, left / sum(due)) if sum(due) > 0 else 0.0 for share in due]


def _rounds(
    planting: Planting, stages: Stages, today: date, need: float, fed: Sequence[tuple[date, float]]
) -> tuple[tuple[RoundAsked, ...], tuple[tuple[str, date], ...]]:
    """The rounds of the year that are still to come, each on its stage's day, none after the last day for nitrogen;
    and name and day of those that passed and are not made up for, or stand too near one that is."""
    if need <= 0 or planting.group.basis == "litre":
        return (), ()
    last, _ = last_nitrogen(planting, stages)
    chosen: list[tuple[RoundRow, date]] = []
    cooled: set[date] = set()
    for row in _rows(planting):
        due = _once_rooted(row, _day_of(row, planting, stages, chosen[-1][1] if chosen else None, last), planting)
        on = _out_of_heat(due, planting, stages, last)
        if on is not None and on != due:
            cooled.add(on)
        if on is not None and on <= last and (not chosen or (on - chosen[-1][1]).days >= GAP_DAYS):
            chosen.append((row, on))
    if not chosen:
        return (), ()
    sandy = planting.ground.texture is not None and planting.ground.texture.name in SAND
    found: list[RoundAsked] = []
    late = LATE_DAYS_ALL_YEAR if stages.all_year else LATE_DAYS
    for (row, on), share in zip(chosen, _due(chosen, need, fed), strict=True):
        if share <= 0:
            continue
        days = [on]
        half = on + timedelta(days=SPLIT_DAYS)
        free = all(abs((half - other).days) >= GAP_DAYS for _, other in chosen if other != on)
        if sandy and planting.group.slow_least < SLOW_ENOUGH and share > SPLIT_FROM_G_M2 and half <= last and free:
            days.append(half)
        for n, day in enumerate(days):
            called, because = _worded(row, stages)
            because += ", and after the heat" * (on in cooled)
            why = because if n == 0 else "the second half: sand holds little"
            name = called if n == 0 else f"{called}, second half"
            found.append(_asked(name, day, share / len(days), why, stages, last))
    made_up = [one for one in (_from_today(one, today, last, late) for one in found) if one is not None]
    apart = [one for n, one in enumerate(made_up) if n + 1 == len(made_up) or made_up[n + 1].on > one.on]
    rounds = tuple(replace(one, hot=stages.hot(one.on)) for one in _after_the_late(apart, today, last))
    stay = {one.name for one in rounds}
    return rounds, tuple((one.name, one.on) for one in found if one.name not in stay)


def _out_of_heat(on: date | None, planting: Planting, stages: Stages, last: date) -> date | None:
    """The day of a round, or the end of the heat it falls in: plants rest then; where heat lasts to the last day, and
    for plants that love it, it stays."""
    if on is None or planting.group.key in LOVE_HEAT:
        return on
    after = next((day for n in range((last - on).days + 1) if not stages.hot(day := on + timedelta(days=n))), None)
    return on if after is None else after


def _worded(row: RoundRow, stages: Stages) -> tuple[str, str]:
    """Name and reason of a round as they are true of the place: no frost where none comes, no winter where it rains."""
    name, why = row.name, row.why
    if stages.frost is None:
        why = FROSTLESS.get(why, why)
    if stages.by_rains:
        name, why = BY_RAINS.get(name, name), BY_RAINS.get(why, why)
    return name, why


def _after_the_late(rounds: Sequence[RoundAsked], today: date, last: date) -> list[RoundAsked]:
    """Rounds that follow one which is made up for now, each at least GAP_DAYS after it; none after the last day."""
    kept: list[RoundAsked] = []
    for one in rounds:
        before = kept[-1] if kept and kept[-1].late else None
        if before is None or (one.on - before.on).days >= GAP_DAYS:
            kept.append(one)
        elif (on := before.on + timedelta(days=GAP_DAYS)) <= last:
            opens, closes = max(today, on - timedelta(days=OPENS_BEFORE)), min(on + timedelta(days=CLOSES_AFTER), last)
            kept.append(replace(one, on=on, opens=opens, closes=max(on, closes), late=True))
    return kept


def _asked(name: str, on: date, nitrogen: float, why: str, stages: Stages, last: date) -> RoundAsked:
    opens, closes = on - timedelta(days=OPENS_BEFORE), min(on + timedelta(days=CLOSES_AFTER), last)
    return RoundAsked(name, on, opens, max(on, closes), nitrogen, why, stages.hot(on))


def _from_today(asked: RoundAsked, today: date, last: date, late: int) -> RoundAsked | None:
    """A round as it can still be done: moved to the days ahead where its own has just passed; None where it is late."""
    soon = today + timedelta(days=SOON_DAYS)
    if asked.on >= today:
        return asked
    if (today - asked.on).days > late or soon > last:
        return None
    closes = min(soon + timedelta(days=CLOSES_AFTER), last)
    return replace(asked, on=soon, opens=today, closes=closes, why=f"{asked.why}; late this year", late=True)


def _rows(planting: Planting) -> tuple[RoundRow, ...]:
    """The rounds of the group that this planting can have: of two that are each the whole year, the first it knows."""
    rows = planting.group.rounds
    if len(rows) > 1 and all(row.share == 1.0 for row in rows):
        blooms = planting.bloom_end is not None or planting.ground.in_bloom is not None
        first = next((row for row in rows if row.at == "bloom" and blooms), None)
        return (first or next(row for row in rows if row.at == "wakes"),)
    return rows


def _day_of(row: RoundRow, planting: Planting, stages: Stages, before: date | None, last: date) -> date | None:
    """The day of a round in the twelve months; None where nobody knows its stage."""
    after = timedelta(days=row.after_days)
    match row.at:
        case "wakes":
            on = stages.wakes + (_round_the_year(row, planting, stages) if stages.by_rains else after)
            thawed = last_frost_after(stages.climate, stages.wakes - timedelta(days=200))
            if planting.group.key == "perennial" and thawed is not None and 0 < (thawed - on).days < 60:
                on = thawed - timedelta(days=7)
            return on
        case "out":
            return planted_out(planting, stages) + after
        case "bloom":
            return _after_bloom(planting, stages, after)
        case "clip":
            if coniferous(planting):
                return None
            clips = [stages.in_year(*clip, before=0) + after for clip in planting.clips]
            first = stages.wakes + timedelta(days=CLIP_AFTER_WAKING)
            fit = [on for on in clips if first <= on <= last]
            return min(fit, default=None)
        case "middle":
            since = before or stages.wakes
            days = (last - since).days
            return since + timedelta(days=round(days * MIDDLE)) if days > 2 * GAP_DAYS else None
        case "rests":
            return stages.rests


def _once_rooted(row: RoundRow, on: date | None, planting: Planting) -> date | None:
    """The day of a round, or the day on which what was planted this season has rooted; bedding takes hold sooner."""
    if on is None or row.at == "out" or planting.planted_on is None or not planting.new_on(on):
        return on
    return max(on, planting.planted_on + timedelta(days=ROOTED_DAYS))


def _round_the_year(row: RoundRow, planting: Planting, stages: Stages) -> timedelta:
    """Days after waking where no cold stops growth: rounds that follow one another from there part the year evenly,
    where nobody waters the time of the rains."""
    rows = [one for one in planting.group.rounds if one.at == "wakes"]
    share = rows.index(row) / len(rows)
    if planting.ground.irrigated:
        return timedelta(days=round(YEAR_DAYS * share))
    return timedelta(days=days_into_rains(stages.climate, stages.wakes, share))


def _after_bloom(planting: Planting, stages: Stages, after: timedelta) -> date | None:
    """After the bloom as the form says it, or later where it was seen in bloom since; by what was seen where the form
    is silent."""
    on = stages.in_year(*planting.bloom_end, before=BEFORE_WAKING_DAYS) + after if planting.bloom_end else None
    seen = planting.ground.in_bloom
    if seen is None or not 0 <= (seen - stages.wakes).days + BEFORE_WAKING_DAYS < YEAR_DAYS:
        return on
    faded = seen + timedelta(days=FADES_DAYS) + after
    return faded if on is None else max(on, faded)
