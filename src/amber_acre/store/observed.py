"""What people saw of weather and ground and which forecasts they brought, read as the sky over each property."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from datetime import date, timedelta

from sqlalchemy import or_, select
from sqlalchemy.orm import Session

from amber_acre.core.errors import DoesNotFit, OutOfRange
from amber_acre.core.rules.held_day import USUAL, Limits
from amber_acre.core.season.weather import KINDS, DayWeather, Kind, Observation, Sky, standing
from amber_acre.store.in_use import PlaceInUse
from amber_acre.store.kept_parts import AMONG, of_areas
from amber_acre.store.stamps import SEEN, SKY, under
from amber_acre.store.tables import AreaRow, PropertyRow
from amber_acre.store.weather_tables import ForecastDayRow, HoldLimitRow, ObservationRow

# What any firm may set a custom threshold to: mm, m/s, °C, hours. [common-practice]
LIMIT_BOUNDS = {
    "heavy_rain_mm": (5.0, 60.0),
    "wind_m_s": (1.0, 8.0),
    "sulphur_c": (15.0, 35.0),
    "leaf_hours": (1.0, 24.0),
    "thrown_m_s": (3.0, 15.0),
    "seed_m_s": (1.0, 12.0),
}
YEAR_BACK = timedelta(days=400)  # observations older than this say nothing of a season any more


def observe(session: Session, row: ObservationRow) -> ObservationRow:
    """Writes an observation; one that corrects another of the same place takes its place (DoesNotFit twice)."""
    if row.corrects_id is not None and session.scalar(
        select(ObservationRow.id).where(ObservationRow.corrects_id == row.corrects_id)
    ):
        raise DoesNotFit("This observation was corrected meanwhile. Look at the newer one.", field="corrects")
    session.add(row)
    session.flush()
    return row


def observation_row(session: Session, key: int) -> ObservationRow | None:
    """One observation by its key."""
    return session.get(ObservationRow, key)


def observation_of(row: ObservationRow) -> Observation:
    """A row as a value of the core."""
    kind: Kind = next(kind for kind in KINDS if kind == row.kind)
    return Observation(
        row.id,
        kind,
        row.on_day,
        row.who,
        row.value,
        row.word,
        row.until,
        row.depth_m,
        row.area_id,
        row.corrects_id,
        row.struck,
    )


def observations(session: Session, place: PropertyRow, since: date) -> list[ObservationRow]:
    """Every observation over a property since a day, newest first: its own and those of its depot."""
    here = or_(ObservationRow.property_id == place.id, ObservationRow.climate_id == place.climate_id)
    query = select(ObservationRow).where(here, ObservationRow.on_day >= since)
    return list(session.scalars(query.order_by(ObservationRow.on_day.desc(), ObservationRow.id.desc())))


@of_areas(SEEN)
def colours_on(session: Session, keys: Collection[int]) -> Mapping[int, tuple[tuple[date, int], ...]]:
    """Days and grades of leaf colour seen on areas, by the area's key, newest first."""
    rows = [observation_of(row) for row in session.scalars(_LEAVES, {"keys": list(keys)})]
    found = {}
    for key in keys:
        seen = standing(one for one in rows if one.area == key)
        found[key] = tuple((one.on, int(one.word)) for one in reversed(seen) if one.word.isdecimal())
    return found


_LEAVES = select(ObservationRow).where(ObservationRow.area_id.in_(AMONG), ObservationRow.kind == "leaf")


@under(SKY)
def _told(session: Session, day: date) -> Mapping[tuple[str, int], Sequence[Observation]]:
    """Growth, mowing and bloom seen in the year up to a day, by what they were seen over: ('place', key of a property)
    or ('climate', key)."""
    when = ObservationRow.on_day.between(day - YEAR_BACK, day)
    kinds = ObservationRow.kind.in_(("growth", "mowing", "bloom"))
    found: dict[tuple[str, int], list[Observation]] = {}
    for row in session.scalars(select(ObservationRow).where(when, kinds)):
        for over, key in (("place", row.property_id), ("climate", row.climate_id)):
            if key is not None:
                found.setdefault((over, key), []).append(observation_of(row))
    return found


def told_by_plants(
    session: Session, areas: Sequence[AreaRow], day: date
) -> tuple[dict[int, tuple[Observation, ...]], dict[int, tuple[Observation, ...]]]:
    """What was seen in the year up to a day over each area, by its key: of growth and rest (over its depot too), and
    what bloomed at it or on its whole property."""
    told = _told(session, day)
    grown, bloomed = {}, {}
    for area in areas:
        at_it = told.get(("place", area.property_id), ())
        over_it = told.get(("climate", area.property.climate_id), ())
        here = {one.key for one in at_it}
        own = [one for one in standing([*at_it, *over_it]) if one.area in (None, area.id)]
        grown[area.id] = tuple(one for one in own if one.kind != "bloom")
        bloomed[area.id] = tuple(one for one in own if one.kind == "bloom" and one.key in here)
    return grown, bloomed


def add_forecast(session: Session, rows: Sequence[ForecastDayRow]) -> None:
    """Writes the days of a forecast somebody brought."""
    session.add_all(rows)
    session.flush()


def skies(
    session: Session,
    places: Sequence[PlaceInUse],
    first: date,
    last: date,
    base: Mapping[str, Mapping[date, DayWeather]],
) -> dict[int, Sky]:
    """The sky over each property from ``first`` to ``last``, read together for all.

    ``base``: what a stand-in says, by the name of the climate; forecasts people brought stand before it.
    """
    ids, climates = {p.id for p in places}, {p.climate_id for p in places}
    there = or_(ObservationRow.property_id.in_(ids), ObservationRow.climate_id.in_(climates))
    seen = list(session.scalars(select(ObservationRow).where(there, ObservationRow.on_day >= first - YEAR_BACK)))
    under = or_(ForecastDayRow.property_id.in_(ids), ForecastDayRow.climate_id.in_(climates))
    query = select(ForecastDayRow).where(under, ForecastDayRow.day.between(first, last))
    brought = list(session.scalars(query.order_by(ForecastDayRow.recorded_at, ForecastDayRow.id)))
    found = {}
    for place in places:
        days = dict(base.get(place.climate.name, {}))
        here = [row for row in brought if row.climate_id == place.climate_id]  # the depot's, then the property's own
        here += [row for row in brought if row.property_id == place.id]
        for row in here:
            better = _weather_of(row)
            days[row.day] = days[row.day].under(better) if row.day in days else better
        own = [o for o in seen if o.property_id == place.id or o.climate_id == place.climate_id]
        found[place.id] = Sky(days, standing(observation_of(o) for o in own))
    return found


def _weather_of(row: ForecastDayRow) -> DayWeather:
    said = (f"forecast, {row.who}, {row.recorded_at:%-d %B}",)
    return DayWeather(row.day, row.rain_mm, row.min_c, row.max_c, row.wind_m_s, row.rain_from_hour, said)


@under(SKY)
def hold_limits(session: Session) -> Limits:
    """The thresholds of holds as the firm has them: its own where it has set one, else the usual."""
    own = {row.key: row.value for row in session.scalars(select(HoldLimitRow))}
    return Limits(
        own.get("heavy_rain_mm", USUAL.heavy_rain_mm),
        own.get("wind_m_s", USUAL.wind_m_s),
        own.get("sulphur_c", USUAL.sulphur_c),
        int(own.get("leaf_hours", USUAL.leaf_hours)),
        own.get("thrown_m_s", USUAL.thrown_m_s),
        own.get("seed_m_s", USUAL.seed_m_s),
    )


def hold_limit_rows(session: Session) -> dict[str, HoldLimitRow]:
    """The thresholds the firm has set itself, by key."""
    return {row.key: row for row in session.scalars(select(HoldLimitRow))}


def set_hold_limit(session: Session, key: str, value: float, typed: str, why: str, since: date) -> None:
    """Sets a custom threshold with its reason (OutOfRange outside what any trade uses)."""
    low, high = LIMIT_BOUNDS[key]
    if not low <= value <= high:
        raise OutOfRange(f"This limit lies from {low:g} to {high:g}. Check the unit.", field=key, limits=(low, high))
    session.merge(HoldLimitRow(key=key, value=value, typed=typed, why=why, since=since))


def usual_again(session: Session, key: str) -> None:
    """Takes a threshold back to the usual one."""
    row = session.get(HoldLimitRow, key)
    if row is not None:
        session.delete(row)
