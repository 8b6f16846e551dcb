"""From what a form of the bench reads to the core's sums."""

from __future__ import annotations

from typing import TypeVar

from amber_acre.core.bench.answer import Answer
from amber_acre.core.bench.by_count import CountAsked, TrunkAsked, count_sum, trunk_sum
from amber_acre.core.bench.converting import convert
from amber_acre.core.bench.liquids import FeedAsked, TankAsked, feed_sum, tank_sum
from amber_acre.core.bench.machine_sums import (
    HalfWayAsked,
    SprayerAsked,
    SpreaderAsked,
    SprinklerAsked,
    half_way_sum,
    sprayer_sum,
    spreader_sum,
    sprinkler_sum,
)
from amber_acre.core.bench.ph_sums import LowerAsked, RaiseAsked, lower_sum, raise_sum
from amber_acre.core.bench.rates import RateAsked, rate_sum
from amber_acre.core.bench.schedules import Schedule, ScheduleAsked, schedule_sum
from amber_acre.core.bench.soil_sums import AcidAsked, LimeAsked, acid_sum, lime_sum
from amber_acre.core.bench.swapping import NEW_SETTLES, SwapAsked, swap_sum
from amber_acre.core.bench.volumes import VolumeAsked, volume_sum
from amber_acre.core.errors import DoesNotFit, MissingInput
from amber_acre.core.products.injection import SAID, InjectionLabel, sheet
from amber_acre.core.quantities import VOLUME_L, in_both
from amber_acre.core.typed import Typed
from amber_acre.web.pages.bench import forms

_T = TypeVar("_T")


def needed(value: _T | None, field: str) -> _T:
    """A value the sum cannot do without."""
    if value is None:
        raise MissingInput("This is needed. Fill it in.", field=field)
    return value


def of(read: Typed | None) -> float | None:
    """The figure of a text, where there is one."""
    return read.value if read is not None else None


def share(read: Typed | None) -> float:
    """A share typed in per cent; nothing typed is none."""
    return read.value if read is not None else 0.0


def rate(form: forms.RateForm) -> Answer:
    return rate_sum(
        RateAsked(
            needed(form.grade, "grade"),
            form.rate,
            of(form.nitrogen),
            of(form.cover),
            of(form.size),
            form.pack,
            of(form.price),
            form.density,
        )
    )


def tank(form: forms.TankForm) -> Answer:
    spray = of(form.spray)
    return tank_sum(
        TankAsked(
            needed(form.size, "size").value,
            spray / 1000 if spray is not None else None,
            of(form.rate),
            form.per_litre,
            of(form.tank),
            of(form.pack),
            form.times or 1.0,
        )
    )


def schedule(form: forms.ScheduleForm) -> Answer:
    rate, unit = needed(form.rate, "rate")
    one = Schedule(rate, *needed(form.often, "often"))
    other = None
    if form.other_rate is not None:
        second, kind = form.other_rate
        if kind != unit:
            raise DoesNotFit("A volume and a weight are not compared. Type both the same way.", field="other_rate")
        other = Schedule(second, *needed(form.other_often, "other_often"))
    label = form.label_rate
    if label is not None and label[2] != unit:
        raise DoesNotFit("Rate and label are by volume, or both by weight.", field="label_rate")
    rates = (label[0], label[1]) if label is not None else None
    if form.held is not None and not unit.startswith(form.held[1]):
        raise DoesNotFit("Rate and what is at hand are by volume, or both by weight.", field="held")
    held = form.held[0] if form.held is not None else None
    return schedule_sum(ScheduleAsked(one, other, rates, form.label_days, unit, of(form.size), held, form.first))


def injection(form: forms.InjectionForm) -> Answer:
    label = InjectionLabel(form.girth, form.diameter, "up", form.each, form.per_cm, form.most, form.shot)
    made = sheet(needed(form.trunks, "trunks"), label)
    answer = Answer(made.working, said=list(SAID))
    for n, tree in enumerate(made.trees, start=1):
        answer.tell(f"ports_{n}", f"Ports of tree {n}, {in_both(tree.trunk_cm / 100)}", float(tree.ports), "")
        answer.tell(f"each_{n}", "in each of them", tree.each_ml, "mL")
    answer.tell("ports", "Ports, each a wound", float(made.ports), "")
    answer.tell("total", "Goes in", made.total_ml, "mL")
    answer.tell("carry", "To carry, a tenth more", made.carry_l * 1000, "mL")
    if made.shots is not None:
        answer.tell("shots", "Strokes", float(made.shots), "")
    answer.tell("minutes", "Time, about", made.minutes(form.minutes if form.minutes is not None else 2.0), "min")
    return answer


def feed(form: forms.FeedForm) -> Answer:
    return feed_sum(
        FeedAsked(
            needed(form.strength, "strength").value,
            needed(form.grade, "grade"),
            form.injector,
            of(form.feed),
            of(form.stock),
        )
    )


def count(form: forms.CountForm) -> Answer:
    each, spoon = of(form.each), of(form.spoon)
    return count_sum(
        CountAsked(
            form.plants,
            each * 1000 if each is not None else None,
            form.spoons,
            spoon * 1000 if spoon is not None else None,
            form.pack.value * 1000 if form.pack is not None else None,
            form.serves,
        )
    )


def trunk(form: forms.TrunkForm) -> Answer:
    ml_cm, g_cm = needed(form.dose, "dose")
    return trunk_sum(TrunkAsked(needed(form.trunks, "trunks"), ml_cm, g_cm))


def volume(form: forms.VolumeForm) -> Answer:
    bulk = of(form.bulk_price)
    per = VOLUME_L["yd³"] / 1000 if form.units == "us" else 1.0
    return volume_sum(
        VolumeAsked(
            needed(form.size, "size").value,
            needed(form.want, "want").value * 1000,
            (of(form.found) or 0.0) * 1000,
            share(form.settles),
            form.material,
            of(form.bag),
            of(form.barrow),
            of(form.bag_price),
            bulk / per if bulk is not None else None,
            of(form.delivery) or 0.0,
        )
    )


def swap(form: forms.SwapForm) -> Answer:
    per = VOLUME_L["yd³"] / 1000 if form.units == "us" else 1.0
    tip, buy = of(form.tip), of(form.buy)
    return swap_sum(
        SwapAsked(
            needed(form.size, "size").value,
            needed(form.depth, "depth").value * 1000,
            form.texture,
            share(form.settles) if form.settles else NEW_SETTLES,
            form.material,
            of(form.trailer),
            tip / per if tip is not None else None,
            buy / per if buy is not None else None,
            of(form.trip) or 0.0,
        )
    )


def lime(form: forms.LimeForm) -> Answer:
    return lime_sum(
        LimeAsked(
            needed(form.advice, "advice").value,
            needed(form.cce, "cce") / 100,
            form.fine.value if form.fine is not None else 1.0,
            share(form.moisture),
            of(form.size),
            of(form.pack),
            not form.dug,
        )
    )


def raised(form: forms.RaiseForm) -> Answer:
    cce = form.cce / 100 if form.cce is not None else None
    return raise_sum(
        RaiseAsked(
            needed(form.ph, "ph"),
            needed(form.target, "target"),
            needed(form.depth, "depth").value * 1000,
            needed(form.placement or None, "placement"),
            form.buffer_ph,
            form.buffer_method or None,
            form.texture or None,
            form.region or "cool",
            cce * (form.fine.value if form.fine is not None else 1.0) if cce is not None else None,
            of(form.size),
            of(form.pack),
        )
    )


def lowered(form: forms.LowerForm) -> Answer:
    return lower_sum(
        LowerAsked(
            needed(form.ph, "ph"),
            needed(form.target, "target"),
            needed(form.texture or None, "texture"),
            needed(form.depth, "depth").value * 1000,
            needed(form.placement or None, "placement"),
            form.free_lime.value if form.free_lime is not None else None,
            share(form.sulphur),
            share(form.iron),
            share(form.aluminium),
            of(form.size),
            of(form.pack),
        )
    )


def acid(form: forms.AcidForm) -> Answer:
    return acid_sum(
        AcidAsked(
            needed(form.grade, "grade"),
            share(form.nitrate),
            share(form.sulphur),
            share(form.calcium),
            share(form.magnesium),
            share(form.chloride),
            share(form.sodium),
            form.grass,
            of(form.rate),
        )
    )


def sprayer(form: forms.SprayerForm) -> Answer:
    want = of(form.want)
    return sprayer_sum(
        SprayerAsked(
            of(form.flow),
            of(form.speed),
            of(form.spacing),
            of(form.caught),
            of(form.strip),
            form.ounces,
            want / 1000 if want is not None else None,
            of(form.pressure),
            form.density,
        )
    )


def spreader(form: forms.SpreaderForm) -> Answer:
    return spreader_sum(
        SpreaderAsked(
            of(form.caught),
            of(form.run),
            of(form.width),
            of(form.rate),
            of(form.size),
            of(form.across),
            tuple(form.pans or ()),
            of(form.pan),
            of(form.spacing),
        )
    )


def half_way(form: forms.HalfWayForm) -> Answer:
    return half_way_sum(
        HalfWayAsked(
            needed(form.planned, "planned").value,
            needed(form.size, "size").value,
            needed(form.used, "used").value,
            needed(form.done, "done").value,
        )
    )


def sprinkler(form: forms.SprinklerForm) -> Answer:
    want = of(form.want)
    return sprinkler_sum(
        SprinklerAsked(
            of(form.flow),
            of(form.wetted),
            tuple(form.cans or ()),
            form.minutes,
            want * 1000 if want is not None else None,
            form.takes,
        )
    )


def converted(form: forms.ConvertForm) -> Answer:
    if not form.value:
        raise MissingInput("Type a figure with its unit.", field="value")
    return convert(form.value, form.density, form.oxide)
