"""What soil and leaves of a planting ask beside feed: sulphur for acid lovers, chelates, leaching, loosening, tests."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta

from amber_acre.core.care.chlorosis import Ladder, ladder
from amber_acre.core.care.planting import Planting
from amber_acre.core.care.said import Said, SaidCode
from amber_acre.core.correction.ph_brief import PhBrief, PhChoice
from amber_acre.core.correction.ph_plan import plan_ph
from amber_acre.core.errors import AmberError
from amber_acre.core.jobs.dose import Dose
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.products.product import Product
from amber_acre.core.rules.judge import AreaBook
from amber_acre.core.rules.unfed import veteran
from amber_acre.core.season.climate import next_season_start
from amber_acre.core.season.stages import Stages
from amber_acre.core.soil.probe import PROBE_ERROR
from amber_acre.core.tables.care_groups import FED_FINDINGS
from amber_acre.core.tables.chelates import CHELATES

SULPHUR_DEPTH_MM = 150.0  # where roots of acid lovers lie [common-practice]
BLUE_PH = 5.2  # [hydrangea-colour]
BLUE_FROM_PH = 5.6  # over it a blue is helped by acid [hydrangea-colour]
LEACH_TIMES = 3  # waterings that carry salt through, after thaw [common-practice]
LEACH_MM = 50.0  # each [common-practice]
TREE_STEPS = ("injection",)  # of the ladder, for trunks alone
PALE_STAGE = 3  # of a look: yellow between green veins
SODIUM_HIGH_MG_KG = 250.0  # from which gypsum is looked at with the exchange [common-practice]


def soil_of(
    planting: Planting, book: AreaBook, shelf: Sequence[Product], stages: Stages, today: date
) -> tuple[list[Job], list[Said]]:
    """Jobs and sentences by what a test, a probe and the leaves say."""
    jobs: list[Job] = []
    said: list[Said] = []
    for more, told in (
        _acid(planting, book, shelf, stages, today),
        _leaves(planting, book, shelf, stages, today),
        _finding(planting, stages, today),
        _tests(planting, stages, today),
    ):
        jobs += more
        said += told
    return jobs, said


def free_lime(planting: Planting) -> bool | None:
    """Whether the ground holds free lime, by test or by a drop of acid; None where nobody looked."""
    found = planting.ground.free_lime
    return None if found is None else found > 0


def _acid(
    planting: Planting, book: AreaBook, shelf: Sequence[Product], stages: Stages, today: date
) -> tuple[list[Job], list[Said]]:
    """Lowering the pH where acid lovers, or a blue that is wanted, ask for it."""
    ground = planting.ground
    blue = ground.says("colour") == "blue"
    if ground.traits.by_litre or not (planting.group.key == "acid" or blue):
        return [], []
    apart = _apart(planting)
    if apart:
        return [], [Said("conflict", apart)]
    high = min(ground.wanted_ph[1], BLUE_FROM_PH) if blue else ground.wanted_ph[1]
    target = BLUE_PH if blue else sum(ground.wanted_ph) / 2
    said: list[Said] = []
    if blue:
        said.append(Said("two_seasons", "Blue comes with acid and aluminium over one to two seasons; no bone meal."))
        if planting.phosphorus == "high":
            said.append(Said("no_high_p", "Phosphorus is high and binds aluminium: no phosphorus, no bone meal."))
    if ground.ph is None:
        return [], [*said, Said("need_test", "Nobody has read the pH: test it before sulphur.")]
    if ground.ph <= high + 0.2:
        return [], said
    said.append(
        Said(
            "ph_cause",
            f"pH {ground.ph:.1f} is above what grows here wants, {ground.wanted_ph[0]:g} to {high:g}:"
            " it locks iron up.",
        )
    )
    if free_lime(planting):
        said.append(
            Said(
                "free_lime",
                "Free lime: sulphur is spent on it first, so the pH is not lowered. A chelate that"
                " holds, or another bed.",
            )
        )
        return [], said
    if book.ground.running == "down":
        return [], [*said, Said("two_seasons", "The pH is being lowered already, over one to two seasons.")]
    product = next((p for p in shelf if p.soil.elemental_sulphur > 0.5), None)
    if product is None:
        return [], [*said, Said("no_product", "No sulphur on the shelf: it is what lowers the pH here.", True)]
    return _sulphur(planting, book, product, target, stages, today, said)


def _sulphur(
    planting: Planting,
    book: AreaBook,
    product: Product,
    target: float,
    stages: Stages,
    today: date,
    said: list[Said],
) -> tuple[list[Job], list[Said]]:
    """The season's part of the sulphur, by the planner of the soil page: capped, split, in warm ground."""
    ground = book.ground
    brief = PhBrief(
        ground.kind,
        ground.planted,
        ground.canopy,
        ground.says("wet") == "yes",
        ground.climate,
        ground.ph_test,
        ground.ph,
        ground.on_probe,
        ground.probe.half_spread if ground.probe else PROBE_ERROR,
        ground.texture,
        ground.says("fizz"),
        None,
        ground.running,
        False,
        thick=ground.thick,
        size_m2=ground.size_m2,
    )
    first = max(today, stages.wakes)
    try:
        made = plan_ph(
            brief,
            PhChoice(
                "down",
                max(4.0, target),
                product,
                "surface",
                SULPHUR_DEPTH_MM,
                first,
                max(42, product.label.interval_days),
            ),
        )
    except AmberError as refused:
        return [], [*said, Said("ph_cause", refused.sentence, True)]
    end = next_season_start(stages.start)
    own = [job for job in made.jobs if job.work == "spread" and job.on < end]
    later = sum(job.work == "spread" for job in made.jobs) - len(own)
    doses = "one small dose" if len(own) == 1 else f"{len(own)} small doses"
    said.append(
        Said(
            "two_seasons",
            f"Sulphur lowers the pH over one to two seasons: {doses} this year"
            + (f", {later} more later, after a test." if later else ", then test."),
        )
    )
    test = next((job for job in made.jobs if job.work == "sample"), None)
    why = f"pH {ground.ph:.1f} to {target:.1f} in small doses under what the soil bears, then a test"
    kept = [*own, *([test] if test is not None and test.on < end else [])]
    return [replace(job, answers=f"pH {ground.ph:.1f}", reason=why) for job in kept], said


def _apart(planting: Planting) -> str:
    """Why pH is neither raised nor lowered: plants of one bed that want opposite things; '' where they agree."""
    plants = [one.plant for one in planting.grown if one.plant is not None]
    for one in plants:
        for other in plants:
            if one.ph[1] < other.ph[0]:
                return (
                    f"{one.common.split(';')[0].capitalize()} wants pH {one.ph[0]:g}–{one.ph[1]:g},"
                    f" {other.common.split(';')[0]} {other.ph[0]:g}–{other.ph[1]:g}: not both in one bed. Neither lime"
                    " nor sulphur; move one of them."
                )
    return ""


def ladder_of(planting: Planting) -> Ladder | None:
    """The ladder of a planting whose new leaves are yellow between green veins; None where nobody saw that."""
    stage = planting.stage or 0
    if stage < 3 and planting.finding != "pale-new":
        return None
    ground = planting.ground
    return ladder(
        max(stage, 3),
        ground.ph,
        free_lime=bool(free_lime(planting)),
        wet=ground.says("wet") == "yes",
        iron_low=_leaf(planting, "iron"),
        manganese_low=_leaf(planting, "manganese"),
    )


def _leaf(planting: Planting, element: str) -> bool | None:
    said = planting.ground.says(f"leaf_{element}")
    return None if not said else said == "low"


def _leaves(
    planting: Planting, book: AreaBook, shelf: Sequence[Product], stages: Stages, today: date
) -> tuple[list[Job], list[Said]]:
    """The first steps of the ladder as jobs, the rest said."""
    if planting.finding == "k-old" or (planting.group.key == "palm" and planting.potassium == "low"):
        return [], [
            Said(
                "mg_test",
                "Old leaves of palms: potassium and magnesium are told apart by a test; potash goes"
                " with magnesium where both are low.",
            )
        ]
    steps = ladder_of(planting)
    if steps is None:
        return [], []
    said = [Said("wetness" if "wet" in steps.cause else "ph_cause", steps.cause)]
    codes: dict[str, SaidCode] = {
        "replant": "replant",
        "replant_next": "replant",
        "injection": "licensed",
        "test": "need_diagnosis",
        "drain": "wetness",
        "sulphur": "two_seasons",
    }
    tree = planting.ground.kind == "tree"
    shown = [step for step in steps.steps if tree or step.key not in TREE_STEPS]
    said += [Said(codes.get(step.key, "result_range"), _timed(step.sentence, step.days)) for step in shown]
    free = free_lime(planting)
    if free:
        said.append(Said("free_lime", "Free lime: the pH is not lowered by any dose that plants bear."))
    jobs: list[Job] = []
    on = max(today + timedelta(days=3), stages.wakes + timedelta(days=21))
    if any(step.key == "soil_chelate" for step in steps.steps) and on <= stages.rests:
        fit = [p for key in reversed(steps.chelates) for p in shelf if p.soil.material == key]
        product = next((p for key in steps.chelates for p in shelf if p.soil.material == key), None) or next(
            iter(fit), None
        )
        if product is not None:
            jobs.append(_treatment(planting, product, on, f"Iron chelate, {CHELATES[product.soil.material][0]}"))
        else:
            names = " or ".join(CHELATES[key][0] for key in steps.chelates)
            said.append(
                Said("no_product", f"No {names} on the shelf: other chelates lose their iron at this pH.", True)
            )
    if any(step.key == "manganese" for step in steps.steps) and on <= stages.rests:
        product = next((p for p in shelf if p.other.get("Mn", 0) > 0.05 and p.other.get("Fe", 0) < 0.01), None)
        if product is not None:
            jobs.append(_treatment(planting, product, on, "Manganese"))
    if jobs:
        look = on + timedelta(days=42)
        jobs.append(_work("Look whether new leaves are green", "look", look, planting))
    return [job for job in jobs if not any(v.severity == "stop" for v in book.judged(job))], said


def _timed(sentence: str, days: tuple[int, int]) -> str:
    if days[1] == 0:
        return sentence
    if days[1] > 120:
        return f"{sentence} Expect it in {days[0] / 30.4:.0f} to {days[1] / 30.4:.0f} months."
    return f"{sentence} Expect it within {days[0] / 7:.0f} to {days[1] / 7:.0f} weeks."


def _treatment(planting: Planting, product: Product, on: date, name: str) -> Job:
    rate = float(product.label.keeps_g_m2) / planting.ground.thick
    return Job(
        0,
        name,
        "drench",
        on,
        on,
        on + timedelta(days=28),
        Dose(rate),
        product,
        placement="dripline" if planting.ground.kind == "tree" else "base",
        answers="new leaves yellow with green veins",
        reason="The label's dose into the root zone while new leaves grow; old leaves stay as they are.",
    )


def _finding(planting: Planting, stages: Stages, today: date) -> tuple[list[Job], list[Said]]:
    """What a finding asks that is no feed."""
    finding, jobs, said = planting.finding, list[Job](), list[Said]()
    waking = max(today, stages.wakes)
    if finding == "salt" or planting.salty:
        for n in range(LEACH_TIMES):
            on = waking + timedelta(days=10 * n)
            jobs.append(
                _work(f"Leach salt: {LEACH_MM:.0f} mm of clean water, {n + 1} of {LEACH_TIMES}", "water", on, planting)
            )
        said.append(
            Said("salt", "Salt: leach in spring before growth; no chloride, no manure; shield it from de-icing spray.")
        )
        test = planting.ground.test
        sodium = test.values.get("na") if test is not None else None
        if sodium is not None and sodium >= SODIUM_HIGH_MG_KG:
            said.append(Said("salt", "Sodium is high: gypsum by the soil page, where a test shows its share."))
    if finding == "wilt":
        jobs.append(_work("Water through to the roots", "water", today, planting))
        said.append(Said("heat", "In heat: water early, mulch, no quick nitrogen."))
    if finding == "roots":
        jobs.append(_work("Have roots and stand looked at by a licensed person", "check", today, planting))
        jobs.append(_work("Water through to the roots", "water", today, planting))
    if finding in ("compact", "roots"):
        jobs.append(_work("Loosen the ground in radial lines", "core", waking + timedelta(days=14), planting))
        jobs.append(_work("Check how deep the probe goes", "check", waking + timedelta(days=70), planting))
    if finding == "cold":
        jobs.append(
            _work("Look again once the soil is warm", "look", max(today + timedelta(days=28), waking), planting)
        )
    if finding == "pot-dry":
        jobs.append(_work("Water until it drains", "water", today, planting))
    if finding == "failing":
        jobs.append(_work("Look at the roots", "check", waking, planting))
    return jobs, said


def _work(name: str, work: Work, on: date, planting: Planting, why: str = "What was found asks for it.") -> Job:
    return Job(
        0,
        name,
        work,
        on,
        on,
        on + timedelta(days=14),
        answers=planting.finding or planting.group.name,
        reason=why,
    )


def _tests(planting: Planting, stages: Stages, today: date) -> tuple[list[Job], list[Said]]:
    """That there is no test; and a job to take one where what to do hangs on it."""
    if planting.ground.traits.by_litre or planting.ground.test is not None or planting.group.key == "lean":
        return [], []
    words = "No soil test: phosphorus is kept low and potash is not counted as needed. Test before feeding harder."
    said = [Said("need_test", words)]
    acid = planting.group.key == "acid" or planting.ground.says("colour") == "blue"
    pale = planting.finding in ("failing", "pale-new") or (planting.stage or 0) >= PALE_STAGE
    if veteran(planting.ground) and planting.finding in FED_FINDINGS:
        why = "An old tree is fed by a test alone."
        return [_work("Sample the soil and test it", "sample", today + timedelta(days=14), planting, why)], said
    if planting.ground.ph is not None or not (acid or pale):
        return [], said
    on = max(today + timedelta(days=14), stages.wakes - timedelta(days=21))
    why = "What helps pale leaves hangs on the pH, and nobody has read it."
    if acid:
        why = "They thrive or yellow by the pH, and nobody has read it."
    return [_work("Sample the soil and test it", "sample", on, planting, why)], said
