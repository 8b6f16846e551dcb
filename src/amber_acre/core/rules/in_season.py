"""What the time of year forbids: work on ground that cannot heal, feed without growth, sulphur and quick feed in heat.

Read from the climate's normals for the area's place; what the weather really does is a hold of the day.
"""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta
from functools import lru_cache

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Work
from amber_acre.core.products.nutrients import is_starter
from amber_acre.core.products.product import Product
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.late_release import WINDOW_DAYS
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.season.climate import Climate, DailySeries, daily_series
from amber_acre.core.season.growing import growing, grows_on, soil_on
from amber_acre.core.season.phases import phases
from amber_acre.core.season.stages import HARD_COLD_C
from amber_acre.core.season.water_steps import capacity_mm, too_dry
from amber_acre.core.sentence import Degrees, OnDay, Plain, Rate, Sentence
from amber_acre.core.tables.grass_growth import growth_of
from amber_acre.core.tables.grasses import Grass, Season
from amber_acre.core.tolerance import over

HOT_QUICK_CAP_G_M2 = 1.0  # about 0.2 lb/1000 ft² of quick nitrogen in heat [common-practice]
# Half a pound on 1000 ft²: warm-season turf that is watered grows in heat, and is fed through it [common-practice].
HOT_QUICK_WATERED_G_M2 = 2.4
HOT_TOTAL_G_M2 = 2.4  # half a pound on 1000 ft² of any nitrogen on cool-season turf in heat [common-practice]
BEFORE_AUTUMN_QUICK = 2.4  # of a cool lawn until summer is over: more only drives top growth [common-practice]
SUMMER_ENDS_DAYS = 8  # of its end in which an autumn feed may go down: the window of a round [common-practice]
FLAT = 0.3  # how far a year must have seasons for spring and autumn to be told apart [common-practice]
SULPHUR_BURNS_FROM_C = 27.0  # sulphur on leaves and turf in hot weather, about 80 °F [common-practice]
LAST_NITROGEN_DAYS = 42  # before the first hard frost, of all but turf [common-practice]
COLD_QUICK_G_M2 = 1.0  # of quick nitrogen where roots are cold: more washes away [common-practice]
HEALS_DAYS = 28  # growth a lawn needs after coring or sowing to close again [common-practice]
WOUNDS: tuple[Work, ...] = ("core", "seed")


def hot_quick_cap(season: Season, irrigated: bool | None) -> float:
    """The most quick nitrogen of one feed in heat, g/m²: more on warm-season turf that is known to be watered."""
    return HOT_QUICK_WATERED_G_M2 if season == "warm" and irrigated else HOT_QUICK_CAP_G_M2


@lru_cache(maxsize=64)
def _year_of(climate: Climate) -> DailySeries:
    return daily_series(climate, date(2001, 1, 1), date(2002, 1, 1))


def usual(case: Case, days_on: int = 0) -> tuple[float, float]:
    """Usual mean and maximum of the air, °C, on the job's day or so many days after it."""
    day = case.job.on + timedelta(days=days_on)
    series = _year_of(case.ground.climate)
    n = min(day.timetuple().tm_yday, 365) - 1
    return float(series.mean_c[n]), float(series.max_c[n])


def grows(case: Case, days_on: int = 0) -> bool:
    """Whether the area's grass grows then by the usual soil, or the winter grass sown into it."""
    day = case.job.on + timedelta(days=days_on)
    return any(
        grows_on(case.ground.climate, grass, day)
        for grass in (case.ground.turf_grass, case.ground.winter_grass(day))
        if grass is not None
    )


def first_healing_day(climate: Climate, grass: Grass, day: date) -> date:
    """The first day from ``day`` on which the grass grows and has four weeks of growth to heal; ``day`` where no day of
    the year has."""
    for n in range(366):
        on = day + timedelta(days=n)
        if all(grows_on(climate, grass, on + timedelta(days=more)) for more in (0, HEALS_DAYS)):
            return on
    return day


def _wound(case: Case) -> Iterable[Broken]:
    ground = case.ground
    dressing = case.product is not None and case.product.family == BULK and case.job.placement == "surface"
    if not ground.traits.turf or not (case.job.work in WOUNDS or case.job.work == "topdress" or dressing):
        return
    if grows(case) and grows(case, HEALS_DAYS):
        return
    yield Broken(
        Sentence.of(
            "The grass does not grow on {day} and the four weeks after (soil usually {soil}): it would lie open or"
            " covered and not heal. Choose a day with growth behind it.",
            day=OnDay(case.job.on),
            soil=Degrees(soil_on(ground.climate, case.job.on)),
        )
    )


def _no_growth(case: Case) -> Iterable[Broken]:
    if not case.ground.traits.turf or not case.itself.feeds or case.product is None:
        return
    if _meant_for_then(case):
        return
    if case.product.total_nitrogen > 0 and moves_ph(case.product) is None and not grows(case):
        grass = case.ground.turf_grass
        yield Broken(
            Sentence.of(
                "The grass is hardly growing then: the soil is usually {soil}, and {grass} takes nothing up under"
                " {base}:"
                " the feed would wait or wash away.",
                soil=Degrees(soil_on(case.ground.climate, case.job.on)),
                grass=Plain(grass.common_name),
                base=Degrees(growth_of(grass).base_c),
            )
        )


def _meant_for_then(case: Case) -> bool:
    """A round logged in its own window, which was found by growth: a day at its edge is meant."""
    return case.logged and case.job.maker == "season" and case.job.opens <= case.job.on <= case.job.closes


def _cold_roots(case: Case) -> Iterable[Broken]:
    """Plantings in open ground: quick nitrogen on cold soil; slow feed that lies ready for spring is left alone."""
    product, traits = case.product, case.ground.traits
    if product is None or traits.turf or traits.by_litre or not case.itself.feeds or _meant_for_then(case):
        return
    soil, quick = soil_on(case.ground.climate, case.job.on), case.thick_g_m2 * product.quick_fraction
    if soil < HARD_COLD_C and over(quick, COLD_QUICK_G_M2):
        yield Broken(
            Sentence.of(
                "The soil is usually {soil} then, and under {cold} roots take nothing up: {quick} of quick nitrogen"
                " would wash away. Wait for warmer soil, or choose a slow feed.",
                soil=Degrees(soil),
                cold=Degrees(HARD_COLD_C),
                quick=Rate(quick),
            )
        )


@lru_cache(maxsize=128)
def _before_summer_ends(climate: Climate, grass: Grass) -> tuple[bool, ...]:
    """Steps in which a grass grows before its summer is over; none where a year has no seasons."""
    grows_then = growing(grass, phases(climate))
    return tuple(grows_then.seasons > FLAT and part in ("rising", "full") for part in grows_then.parts)


def _quick_before_autumn(case: Case) -> Iterable[Broken]:
    """Cool-season turf: quick nitrogen before the end of summer goes into leaves, not into roots and stores."""
    product, ground = case.product, case.ground
    if product is None or not ground.traits.turf or ground.season != "cool" or not case.itself.feeds:
        return
    quick = case.thick_g_m2 * product.quick_fraction
    if not over(quick, BEFORE_AUTUMN_QUICK) or is_starter(product):
        return
    year, before = phases(ground.climate), _before_summer_ends(ground.climate, ground.turf_grass)
    if all(before[year.step_of(case.job.on + timedelta(days=ahead))] for ahead in (0, SUMMER_ENDS_DAYS)):
        yield Broken(
            Sentence.of(
                "{quick} of quick nitrogen before summer is over drives leaves, not roots: {most} at a time, or a slow"
                " feed. Quick feed belongs to autumn.",
                quick=Rate(quick),
                most=Rate(BEFORE_AUTUMN_QUICK),
            ),
            "rate",
        )


def _last_nitrogen(case: Case) -> Iterable[Broken]:
    """Woody plants and perennials: soft growth that frost kills, in the six weeks before the first hard frost."""
    product, first = case.product, case.ground.climate.first_frost
    if case.ground.traits.turf or product is None or not case.itself.feeds or not product.total_nitrogen:
        return
    if moves_ph(product) is not None or first is None:
        return
    if case.ground.traits.by_litre and case.ground.says("winter") == "in":
        return
    day = case.job.on
    frost = next(on for on in (first.in_year(day.year), first.in_year(day.year + 1)) if on >= day)
    if (frost - day).days < LAST_NITROGEN_DAYS:
        yield Broken(
            Sentence.of(
                "Hard frost is usual from {frost}: nitrogen in the six weeks before it makes soft growth that freezes."
                " Wait until the plants rest, or for spring, or say why.",
                frost=OnDay(frost),
            )
        )


def _dry_season(case: Case) -> Iterable[Broken]:
    """Turf that nobody waters, in the time of year when rain does not carry its growth; a round in its window goes."""
    ground = case.ground
    if not ground.traits.turf or ground.irrigated is not False or not case.itself.feeds or _meant_for_then(case):
        return
    if case.product is None or case.product.total_nitrogen <= 0 or moves_ph(case.product) is not None:
        return
    year = phases(ground.climate)
    dry = too_dry(year, capacity_mm(ground.texture.name if ground.texture is not None else ""))
    if all(dry[year.step_of(case.job.on - timedelta(days=before))] for before in (0, WINDOW_DAYS)):
        yield Broken(
            Sentence.of(
                "Nobody waters here, and by {day} rain usually brings too little for growth: what is fed lies dry, and"
                " burns in the sun. Wait for the rains, or water.",
                day=OnDay(case.job.on),
            )
        )


def _hot_feed(case: Case) -> Iterable[Broken]:
    product = case.product  # pots are fed by the litre of medium, weak in water or coated
    if product is None or not case.itself.feeds or case.ground.traits.by_litre:
        return
    hottest = usual(case)[1]
    quick = case.thick_g_m2 * product.quick_fraction
    if hottest >= case.ground.heat_from_c and quick > hot_quick_cap(case.ground.season, case.ground.irrigated):
        yield Broken(
            Sentence.of(
                "{quick} of quick nitrogen in the heat (usual maximum {max}): burn and disease.",
                quick=Rate(quick),
                max=Degrees(hottest),
            )
        )
        return
    cool = case.ground.traits.turf and case.ground.season == "cool" and not _meant_for_then(case)
    in_heat = min(hottest, usual(case, -WINDOW_DAYS)[1]) >= case.ground.heat_from_c
    if cool and in_heat and over(case.thick_g_m2 * product.total_nitrogen, HOT_TOTAL_G_M2):
        yield Broken(
            Sentence.of(
                "{brings} of nitrogen in the heat (usual maximum {max}), slow as it is: cool-season grass rests then,"
                " {most} at most.",
                brings=Rate(case.thick_g_m2 * product.total_nitrogen),
                max=Degrees(hottest),
                most=Rate(HOT_TOTAL_G_M2),
            ),
            "rate",
        )


def burns_in_heat(product: Product | None) -> bool:
    """Whether a product burns leaves in hot weather: sulphur and acidifiers."""
    return product is not None and moves_ph(product) == "down"


def _hold_covers(case: Case) -> Iterable[Broken]:
    if not burns_in_heat(case.product) or case.job.placement == "tilled":
        return
    days = (case.job.closes - case.job.opens).days
    coolest = min(usual(case, n)[1] for n in range((case.job.opens - case.job.on).days, days + 1, 3))
    if coolest >= SULPHUR_BURNS_FROM_C:
        yield Broken(
            Sentence.of(
                "Sulphur waits for under {limit}, and the usual maximum never falls below {coolest} in its window: it"
                " would be held all the time. Choose a cooler day.",
                limit=Degrees(SULPHUR_BURNS_FROM_C),
                coolest=Degrees(coolest),
            )
        )


RULES = (
    Rule("heals", "season", "Coring, sowing and dressing only while the grass grows and has four weeks to heal.",
         "stop", "common-practice", _wound, custom=True),
    Rule("no-growth", "season", "No nitrogen on grass that hardly grows.", "warn", "grass-thresholds", _no_growth,
         custom=True),
    Rule("cold-roots", "season", "No quick nitrogen on plantings while their soil is under 5 °C.", "warn",
         "common-practice", _cold_roots, custom=True),
    Rule("last-nitrogen", "season",
         "Woody plants and perennials get their last nitrogen six weeks before hard frost.", "warn",
         "common-practice", _last_nitrogen, custom=True),
    Rule("quick-before-autumn", "season",
         "Half a pound of quick nitrogen at most on cool-season turf before summer is over.", "warn",
         "common-practice", _quick_before_autumn, custom=True),
    Rule("hot-feed", "season", "Hardly any quick nitrogen in heat, and little of any on cool-season turf.", "warn",
         "common-practice", _hot_feed, custom=True),
    Rule("dry-season", "season", "No feed on turf nobody waters while rain does not carry growth.", "warn",
         "common-practice", _dry_season, custom=True),
    Rule("hold-covers-window", "season", "Never a job whose own hold covers its whole window: sulphur in heat.",
         "stop", "common-practice", _hold_covers),
)  # fmt: skip
