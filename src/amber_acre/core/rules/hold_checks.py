"""What of a day's weather and ground holds a job: one check a matter, each with the code and sentence that decide."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from amber_acre.core.jobs.job import Work
from amber_acre.core.products.product import Product
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.held_day import HeldDay, Reason, thrown
from amber_acre.core.rules.in_season import burns_in_heat, hot_quick_cap
from amber_acre.core.season.weather import ORDINARY_DRAINAGE_MM, SOAKED_FROM_MM
from amber_acre.core.sentence import Degrees, OnDay, Plain, RainFall, Sentence, WindSpeed
from amber_acre.core.tables.grasses import Season
from amber_acre.core.tables.nitrogen_forms import FORM_ROWS
from amber_acre.core.tables.textures import DRAINS_MM

WET_FOR_LEAF_MM = 1.0  # less than that only dampens a leaf [common-practice]
LIGHT_RAIN_MM = 3.0  # from which rain carries granules into the sward [common-practice]
TWO_DAYS_HEAVIER = 1.5  # times the heavy rain of one day, in two days together [common-practice]
UREA_FROM_G_M2 = 1.0  # of urea nitrogen left lying: less is not worth a hold [common-practice]
SALT_FROM_G_M2 = 2.0  # of ammonium and nitrate in granules, which burn leaves they lie on [common-practice]
COLD_SOIL_C: dict[Season, float] = {"cool": 6.0, "warm": 15.0}  # under it roots take nothing up [from-memory]
DRY_SPELL_DAYS, DRY_SPELL_MM = 21, 10.0  # without rain to speak of turf goes to rest [common-practice]
DRY_SPELL_WARM_C = 22.0  # mean highest temperature of such days [common-practice]
DUSTY = ("lime", "sulphur", "gypsum")
# A night's frost lies on the grass; cold that lasts goes into the ground.
DEEP_FROST_C = -4.0  # a night that freezes the ground itself [common-practice]
THAWS_FROM_C = 5.0  # highest of a day that takes a night's frost off by noon [common-practice]
FREEZING_DAYS = 3  # days on end under 0 °C on average: the ground under them is hard [common-practice]
SPROUTS_FROM_C: dict[Season, float] = {"cool": 8.0, "warm": 18.0}  # soil in which seed comes up [common-practice]
WILTED_DAYS = 3  # how long grass that is watered is taken to stay wilted [common-practice]
HARM_IN_HEAT: dict[Work, str] = {
    "core": "open holes dry out the roots",
    "topdress": "a dressing smothers grass that fights for water",
    "seed": "what comes up dies of it",
}
RAINED_DAYS, RAINED_MM = 7, 25.0  # rain that takes the place of a watering of new roots [common-practice]
IRON_BURNS_FROM = 0.01  # fraction of iron from which a liquid scorches leaves in heat [common-practice]


def _warning(one: HeldDay) -> Iterable[Reason]:
    found = one.sky.warning(one.day)
    if (one.product is not None or one.job.work == "seed") and found is not None:
        yield Reason(
            "official_warning",
            Sentence.of(
                "Official warning to {until}: {warns}. Nothing goes down under it.",
                until=OnDay(found.until or found.on),
                warns=Plain(found.word or "heavy rain"),
            ),
        )


def _frozen(one: HeldDay) -> Iterable[Reason]:
    seen, low = one.sky.ground(one.day), one.weather.min_c
    if seen is not None and seen.word == "frozen" and (one.day - seen.on).days <= 1:
        yield Reason(
            "frozen",
            Sentence.of("The ground is frozen ({who}, {on}): nothing on it.", who=Plain(seen.who), on=OnDay(seen.on)),
        )
        return
    felt = seen is not None and seen.on == one.day  # and not frozen
    if low is not None and low < 0 and one.to_leaf:
        yield Reason("frost", Sentence.of("Frost, {low}: nothing on a frosted leaf.", low=Degrees(low)))
    elif low is not None and low < 0 and not felt and not thaws_by_noon(one):
        yield Reason("frost", Sentence.of("Frost, {low}: nothing on frozen ground.", low=Degrees(low)))
    elif not felt and (cold := _days_of_frost_c(one)) is not None:
        words = "The {days} days before froze, {cold} on average: the ground is hard below, and what thaws runs off."
        yield Reason("frost", Sentence.of(words, days=Plain(FREEZING_DAYS), cold=Degrees(cold)))


def thaws_by_noon(one: HeldDay) -> bool:
    """Whether a night's frost is gone when the day is warm: it did not go into the ground."""
    low, top = one.weather.min_c, one.weather.max_c
    return low is not None and top is not None and low > DEEP_FROST_C and top >= THAWS_FROM_C


def _days_of_frost_c(one: HeldDay) -> float | None:
    """Mean of the days before where all are known and they froze on average, °C."""
    before = [one.after(-n) for n in range(1, FREEZING_DAYS + 1)]
    means = [(day.min_c + day.max_c) / 2 for day in before if day.min_c is not None and day.max_c is not None]
    mean = sum(means) / FREEZING_DAYS
    return mean if len(means) == FREEZING_DAYS and mean < 0 else None


def _heavy(one: HeldDay) -> Iterable[Reason]:
    today, limit = one.weather.rain_mm or 0.0, one.heavy_mm
    if one.ground.traits.by_litre:
        yield from _out_of_the_pot(one, max(today, one.after(1).rain_mm or 0.0))
        return
    bare = one.product is None or one.bulk
    if today > limit:
        yield Reason(
            "heavy_rain_today",
            Sentence.of(
                "Heavy rain, {rain}{does} (over {limit}).",
                rain=RainFall(today),
                does=Plain(": washes off, and wet ground is smeared" if bare else ": washes off"),
                limit=RainFall(limit),
            ),
        )
        return
    if not (one.granules or one.bulk or one.job.work in ("seed", "topdress")):
        return
    tomorrow, third = one.after(1), one.after(2)
    within = [tomorrow.rain_mm or 0.0]
    if third.rain_from_hour is not None and third.rain_from_hour < one.hour:
        within.append(third.rain_mm or 0.0)
    most = max(within)
    together = today + sum(within)
    if most > limit or together > TWO_DAYS_HEAVIER * limit:
        yield Reason(
            "heavy_rain_ahead",
            Sentence.of(
                "Heavy rain within two days, {rain}: it washes off before it is in (over {limit}).",
                rain=RainFall(most if most > limit else together),
                limit=RainFall(limit if most > limit else TWO_DAYS_HEAVIER * limit),
            ),
        )


def _out_of_the_pot(one: HeldDay, rain_mm: float) -> Iterable[Reason]:
    """A pot drains: heavy rain takes soluble feed with it, and leaves pellets where they lie."""
    soluble = one.product is not None and one.product.quick_fraction > one.product.slow_fraction
    if soluble and rain_mm > one.limits.heavy_rain_mm:
        yield Reason(
            "heavy_rain_ahead" if not one.weather.rain_mm else "heavy_rain_today",
            Sentence.of("Heavy rain, {rain}: it washes the feed out of the pot.", rain=RainFall(rain_mm)),
        )


def _soaked(one: HeldDay) -> Iterable[Reason]:
    if one.ground.traits.by_litre:
        return  # it stands on nothing that wheels smear, and drains
    seen = one.sky.ground(one.day)
    sulphur = one.product is not None and one.product.soil.elemental_sulphur > 0
    does = "sulphur turns to sulphide without air" if sulphur else "wheels and shoes smear it, and nothing goes in"
    if one.job.work == "core":
        does = "tines glaze the holes"
    if seen is not None and seen.on == one.day:
        if seen.word == "wet":
            yield Reason(
                "saturated",
                Sentence.of("The ground is wet ({who}): {does}.", who=Plain(seen.who), does=Plain(does)),
            )
        return  # seen today and not wet
    texture = one.ground.texture.name if one.ground.texture is not None else ""
    drains = DRAINS_MM.get(texture, ORDINARY_DRAINAGE_MM)
    over = one.sky.soaked_mm(one.day, drains)
    if over > SOAKED_FROM_MM:
        yield Reason(
            "after_heavy_rain",
            Sentence.of(
                "The ground still holds {over} more than it should after the rain ({on} drains about {drains} a day):"
                " {does}.",
                over=RainFall(over),
                on=Plain(texture or "ordinary ground"),
                drains=RainFall(drains),
                does=Plain(does),
            ),
        )


def _leaf_rain(one: HeldDay) -> Iterable[Reason]:
    rain, begins = one.weather.rain_mm or 0.0, one.weather.rain_from_hour
    if not one.to_leaf or rain <= WET_FOR_LEAF_MM:
        return
    if begins is None or one.hour <= begins <= one.hour + one.limits.leaf_hours:
        when = f"from {begins} o'clock" if begins is not None else "nobody knows from when"
        yield Reason(
            "rain_within_hours",
            Sentence.of(
                "Rain, {rain}, {when}: a foliar feed needs a dry leaf for {hours} hours.",
                rain=RainFall(rain),
                when=Plain(when),
                hours=Plain(one.limits.leaf_hours),
            ),
        )
    elif begins < one.hour:
        yield Reason(
            "wet_leaf",
            Sentence.of(
                "Rain, {rain}, from {from_hour} o'clock: the leaf is wet.", rain=RainFall(rain), from_hour=Plain(begins)
            ),
        )


def _wind(one: HeldDay) -> Iterable[Reason]:
    """Spray and dust drift; seed and granules thrown over an area come down beside it."""
    wind, product = one.weather.wind_m_s, one.product
    if wind is None:
        return
    if one.job.work == "seed":
        what, limit = "seed comes down elsewhere", one.limits.seed_m_s
    elif product is None:
        return
    elif one.sprayed or product.family in DUSTY:
        what, limit = "spray drifts" if one.sprayed else "the dust drifts", one.limits.wind_m_s
    elif thrown(one.job) and not one.ground.traits.by_litre:
        what, limit = "it carries granules over the edge", one.limits.thrown_m_s
    else:
        return
    if wind > limit:
        words = "Wind, {wind}: {what} (over {limit})."
        yield Reason("wind", Sentence.of(words, wind=WindSpeed(wind), what=Plain(what), limit=WindSpeed(limit)))


def _heat(one: HeldDay) -> Iterable[Reason]:
    top, product = one.weather.max_c, one.product
    heat = one.ground.heat_from_c
    harm = HARM_IN_HEAT.get(one.job.work) if one.ground.traits.turf and not _grows_in_heat(one) else None
    if top is not None and harm is not None and top >= heat:
        words = "Heat, {heat}: {harm}; wait for under {limit}."
        yield Reason("heat", Sentence.of(words, heat=Degrees(top), harm=Plain(harm), limit=Degrees(heat)))
    if top is None or product is None:
        return
    if burns_in_heat(product):
        if top >= one.limits.sulphur_c and one.job.placement != "tilled":
            yield Reason(
                "sulphur_heat",
                Sentence.of(
                    "Heat, {heat}: sulphur and iron sulphate burn leaves and turf; wait for under {limit}.",
                    heat=Degrees(top),
                    limit=Degrees(one.limits.sulphur_c),
                ),
            )
    elif scorches(product) and top >= one.limits.sulphur_c:
        yield Reason(
            "iron_heat",
            Sentence.of(
                "Heat, {heat}: iron on the leaf scorches; wait for under {limit}.",
                heat=Degrees(top),
                limit=Degrees(one.limits.sulphur_c),
            ),
        )
    elif top >= heat and one.feeds and (one.to_leaf or one.grams(product.quick_fraction) > _hot_cap(one)):
        yield Reason(
            "heat",
            Sentence.of(
                "Heat, {heat}: quick nitrogen waits for under {limit}.", heat=Degrees(top), limit=Degrees(heat)
            ),
        )


def _grows_in_heat(one: HeldDay) -> bool:
    """Whether what is worked on, or what is sown, grows best in heat and is watered."""
    season = one.ground.seed_season if one.job.work == "seed" else one.ground.season
    return season == "warm" and one.ground.irrigated is True


def _hot_cap(one: HeldDay) -> float:
    return hot_quick_cap(one.ground.season, one.ground.irrigated)


def scorches(product: Product) -> bool:
    """Whether a liquid carries enough iron to scorch leaves in heat."""
    return product.liquid and product.other.get("Fe", 0.0) >= IRON_BURNS_FROM


def _rests(one: HeldDay) -> Iterable[Reason]:
    """Turf that takes nothing up: at rest, wilted, its roots cold; seed that would lie in cold ground."""
    if one.job.work == "seed":
        words = "Soil at {soil} ({who}, {on}): seed lies and rots, or is eaten; it comes up from {limit}."
        yield from _colder(one, SPROUTS_FROM_C[one.ground.seed_season], words)
    limes = one.product is not None and moves_ph(one.product) == "up"
    if not one.ground.traits.turf or not (one.feeds or limes or one.job.work == "core"):
        return
    growth = one.sky.growth(one.day)
    if limes and (growth is None or growth.word != "wilted"):
        return
    if growth is not None and growth.word == "dormant":
        does = "it takes nothing up" if one.feeds else "holes do not close"
        words = "The grass rests ({who}, {on}): {does}."
        said = Sentence.of(words, who=Plain(growth.who), on=OnDay(growth.on), does=Plain(does))
        yield Reason("dormant", said)
    elif growth is not None and growth.word == "wilted" and (one.day - growth.on).days <= WILTED_DAYS:
        words = "The grass is wilted ({who}, {on}): water it, and wait until it stands again."
        yield Reason("drought", Sentence.of(words, who=Plain(growth.who), on=OnDay(growth.on)))
    if one.feeds:
        winter = one.ground.winter_grass(one.day)
        coldest = COLD_SOIL_C[winter.season if winter is not None else one.ground.season]
        yield from _colder(one, coldest, "Soil at {soil} ({who}, {on}): the roots take nothing up under {limit}.")


def _colder(one: HeldDay, limit_c: float, words: str) -> Iterable[Reason]:
    """Where the newest soil temperature is under a limit, in ``words`` with soil, who, on and limit."""
    soil = one.sky.soil(one.day)
    if soil is not None and soil.value is not None and soil.value < limit_c:
        read, limit = Degrees(soil.value), Degrees(limit_c)
        yield Reason("cold_soil", Sentence.of(words, soil=read, who=Plain(soil.who), on=OnDay(soil.on), limit=limit))


def _dry(one: HeldDay) -> Iterable[Reason]:
    seen, growth = one.sky.ground(one.day), one.sky.growth(one.day)
    dry = seen is not None and seen.word == "dry" and one.sky.soaked_mm(one.day, ORDINARY_DRAINAGE_MM) == 0
    wilted = growth is not None and growth.word == "wilted"
    if one.job.work == "core" and dry:
        yield Reason("drought", Sentence("Dry ground: the tines do not go in. Water two days before."))
    turf = one.ground.traits.turf
    if one.job.work == "seed" and dry and one.ground.irrigated is False and one.rain_by_morning_mm < LIGHT_RAIN_MM:
        yield Reason("drought", Sentence("The ground is dry and nobody waters here: seed does not come up."))
    if not one.feeds or one.ground.irrigated or one.ground.traits.by_litre:
        return
    nobody = "nobody waters here" if one.ground.irrigated is False else "nobody has said whether there is water here"
    if dry or (wilted and turf):
        if one.rain_by_morning_mm < LIGHT_RAIN_MM and (turf or one.ground.irrigated is False):
            words = "The ground is dry and {nobody}: no water, no feed."
            yield Reason("drought", Sentence.of(words, nobody=Plain(nobody)))
        return
    spell = one.sky.dry_spell(one.day, DRY_SPELL_DAYS)
    if turf and seen is None and spell is not None and spell[0] < DRY_SPELL_MM and spell[1] >= DRY_SPELL_WARM_C:
        yield Reason(
            "drought",
            Sentence.of(
                "{rain} of rain in {days} warm days, and {nobody}: the grass goes to rest.",
                rain=RainFall(spell[0]),
                days=Plain(DRY_SPELL_DAYS),
                nobody=Plain(nobody),
            ),
        )


def must_be_watered(one: HeldDay) -> str:
    """Why it has to be watered in the same day; '' where it need not."""
    product = one.product
    if product is None or one.bulk or one.to_leaf or one.job.placement == "tilled":
        return ""
    urea = one.grams(product.nitrogen.get("urea", 0.0))
    if one.granules and urea >= UREA_FROM_G_M2:
        return "urea left dry goes off as ammonia"
    salt = one.grams(sum(share for form, share in product.nitrogen.items() if FORM_ROWS[form].burns))
    if one.granules and salt >= SALT_FROM_G_M2:
        return "it burns leaves it lies on"
    if product.soil.material == "wetting":
        return "it works in the soil"
    return "it burns leaves it lies on" if one.sprayed and burns_in_heat(product) else ""


def _no_water(one: HeldDay) -> Iterable[Reason]:
    why = must_be_watered(one)
    urea = why.startswith("urea")
    rain = one.rain_by_morning_mm if urea else one.light_rain_mm
    if (
        not why
        or one.ground.irrigated is not False
        or one.ground.traits.by_litre
        or rain >= LIGHT_RAIN_MM
        or not knows_enough(one)
    ):
        return
    yield Reason(
        "no_water_for_urea" if urea else "needs_watering_in",
        Sentence.of(
            "It must be watered in ({why}), nobody waters here and no rain is in sight: wait for light rain.",
            why=Plain(why),
        ),
    )


def _rained(one: HeldDay) -> Iterable[Reason]:
    """Whether rain has done what a watering of new roots is for, or does it by tomorrow."""
    seen = one.sky.ground(one.day)
    if seen is not None and seen.on == one.day and seen.word == "wet":
        words = "The ground is wet ({who}): roots in a ball that stands wet rot. Water when it has drained."
        yield Reason("rain_watered", Sentence.of(words, who=Plain(seen.who)))
        return
    fell = sum(one.after(-n).rain_mm or 0.0 for n in range(1, RAINED_DAYS + 1))
    coming = (one.weather.rain_mm or 0.0) + (one.after(1).rain_mm or 0.0)
    if fell + coming >= RAINED_MM:
        words = "{rain} of rain in the {days} days before and by tomorrow: as much as this watering."
        yield Reason("rain_watered", Sentence.of(words, rain=RainFall(fell + coming), days=Plain(RAINED_DAYS)))


def knows_enough(one: HeldDay) -> bool:
    """Whether the days that count are known: the day, its wind for what drifts, and the next for what may wash off."""
    if not one.weather.known or (one.sprayed and one.weather.wind_m_s is None):
        return False
    return not (one.granules or one.bulk) or one.after(1).rain_mm is not None


Check = Callable[[HeldDay], Iterable[Reason]]
# In this order they decide: law, ground that bears nothing, water that carries it off, air, plants, want of water.
CHECKS: tuple[Check, ...] = (
    _warning,
    _frozen,
    _heavy,
    _soaked,
    _leaf_rain,
    _wind,
    _heat,
    _rests,
    _dry,
    _no_water,
)
WATER_CHECKS: tuple[Check, ...] = (_frozen, _rained)  # of a watering of new roots
