"""A pH correction put together: need, product, instalments, what is refused, what is asked, what to expect."""

from __future__ import annotations

import math
from dataclasses import dataclass

from amber_acre.core.correction.course import Course, course
from amber_acre.core.correction.instalments import below_the_lab, lime_jobs, split, sulphur_jobs
from amber_acre.core.correction.lime_doubts import lime_doubts
from amber_acre.core.correction.ph_brief import PhBrief, PhChoice
from amber_acre.core.correction.pot_plan import pot_dose, pot_jobs
from amber_acre.core.correction.years_acid import less_the_years_acid, with_the_years_acid
from amber_acre.core.errors import DoesNotFit, MissingInput, OutOfRange
from amber_acre.core.jobs.job import Job
from amber_acre.core.measure.area_kinds import KINDS
from amber_acre.core.products.product import Product
from amber_acre.core.quantities import unrounded
from amber_acre.core.rules.in_season import SULPHUR_BURNS_FROM_C
from amber_acre.core.rules.limits import (
    Cap,
    cap_of_product,
    refuse_both_ways,
    sulphur_cap,
    why_not_tilled,
)
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.lime import LimeGrade, lime_need, lime_product
from amber_acre.core.soil.probe import LARGE_LIME_G_M2, LARGE_SULPHUR_G_M2, PROBE_ERROR, large_on_probe
from amber_acre.core.soil.sulphur import SulphurNeed, acidifying_product, hydrate_of, sulphur_equivalent, sulphur_need
from amber_acre.core.soil.texture import lime_texture
from amber_acre.core.tables.acidifying import CARBONATE_PER_SULPHUR, FIZZ_TEST
from amber_acre.core.tables.liming import LIME_KINDS, LimeKind
from amber_acre.core.tables.textures import TextureClass
from amber_acre.core.working import Working

NEAR_BOTH_TABLES = (
    6.0  # from here to 6.5 a target lies where the sulphur tables of two sources meet and differ [wfh, small-fruit]
)


@dataclass(frozen=True)
class PhPlan:
    """The correction: full and starting amount in g/m² of product, jobs, expected course, sentences, working.

    ``drift_per_year``: what the year's fertilizers move the pH. ``questions`` want a confirmation; ``warnings`` are
    read. ``need_g_m2``: pure CaCO₃ or sulphur for the full change.
    """

    brief: PhBrief
    choice: PhChoice
    need_g_m2: float
    full_g_m2: float
    total_g_m2: float
    jobs: tuple[Job, ...]
    course: Course | None
    sulphur: SulphurNeed | None
    questions: tuple[str, ...]
    warnings: tuple[str, ...]
    working: Working
    drift_per_year: float = 0.0


def plan_ph(brief: PhBrief, choice: PhChoice) -> PhPlan:
    """Works a correction out, or refuses it with the sentence that says why (AmberError)."""
    if brief.ph is None:
        raise MissingInput("The pH is not known: enter a test or read it by probe first.", field="ph")
    refuse_both_ways(choice.direction, brief.running or brief.moved)
    if brief.running == choice.direction:
        raise DoesNotFit("A correction runs here already. End it first, or wait for its re-test.", field="direction")
    if brief.corrected_since_test:
        raise DoesNotFit(
            "Test again first: the last correction has gone down since the newest test.", field="direction"
        )
    why = why_not_tilled(choice.placement, KINDS[brief.kind].roots_near, brief.planted, brief.canopy)
    if why:
        raise DoesNotFit(why, field="placement")
    _right_way(brief.ph, choice)
    working = Working(f"pH {unrounded(brief.ph)} to {choice.target_ph:g}")
    if KINDS[brief.kind].by_litre:
        return _pots(brief, brief.ph, choice, working)
    if choice.direction == "up":
        return _raise(brief, brief.ph, choice, working)
    return _lower(brief, brief.ph, choice, working)


def _right_way(ph: float, choice: PhChoice) -> None:
    if not 4.0 <= choice.target_ph <= 7.5:
        raise OutOfRange("A target lies between pH 4 and 7.5.", field="target", limits=(4.0, 7.5))
    if choice.direction == "up" and ph >= choice.target_ph:
        raise DoesNotFit(f"pH {ph:.1f} is at {choice.target_ph:g} or above already: nothing to raise.", field="target")
    if choice.direction == "down" and ph <= choice.target_ph:
        raise DoesNotFit(f"pH {ph:.1f} is at {choice.target_ph:g} or below already: nothing to lower.", field="target")


def _raise(brief: PhBrief, ph: float, choice: PhChoice, working: Working) -> PhPlan:
    grade = lime_grade(choice.product, choice.rule)
    test = brief.test if brief.test is not None and not brief.on_probe else SoilTest.of(choice.first, ph=ph)
    texture = lime_texture(brief.texture, test.organic_matter) if brief.texture else None
    need = lime_need(
        test,
        choice.target_ph,
        choice.depth_mm,
        choice.method,
        working,
        texture,
        choice.region,
        brief.lime_advice_g_m2,
        1.0 if choice.advice_effective is None else choice.advice_effective,
    )
    asked = need if choice.method == "lab" else with_the_years_acid(need, brief.acid_g_m2_year, working)
    full = lime_product(asked, grade, working)
    total = below_the_lab(full, choice.start_share, working)
    cap = _under_label(cap_of_product("up", choice.placement, choice.product), choice, 1.0, brief.thick)
    jobs = lime_jobs(split(total, cap, working), choice.first, choice.interval_days, brief.climate, cap)
    expected = _course(brief, ph, choice, jobs, full, need, grade.kind == "hydrated")
    warnings = _said_first(brief, choice)
    if choice.method == "lab" and choice.advice_effective is None:
        words = "The report does not say what lime it means: taken as wholly effective (100 %), the high side."
        working.assume(words)
        warnings.append(f"{words} If it means ground limestone as sold, type its effective share.")
    warnings += lime_doubts(test, ph, choice.target_ph, choice.method, need, choice.depth_mm, working)
    if choice.target_ph > 7.0:
        warnings.append("Above pH 7 iron and manganese lock up: stop at the lower part of the range.")
    if grade.kind == "hydrated":
        warnings.append("Hydrated lime is caustic and soon spent; on standing turf limestone is safer.")
    spread = sum(job.work == "spread" for job in jobs)
    if spread > 2:
        warnings.append(f"{spread} applications{_over_years(jobs)}: two a season are usual. Test before each season.")
    question = large_on_probe(total, LARGE_LIME_G_M2) if brief.on_probe else ""
    return PhPlan(
        brief,
        choice,
        need,
        full,
        total,
        _made_of(jobs, choice),
        expected,
        None,
        (question,) if question else (),
        tuple(warnings),
        working,
        _drift(brief, choice, need),
    )


def _pots(brief: PhBrief, ph: float, choice: PhChoice, working: Working) -> PhPlan:
    """Pots, by the litre of their medium: one dose for a unit of pH at most, then a test."""
    product = choice.product
    if choice.direction == "up":
        grade = lime_grade(product, choice.rule)
        share = lime_product(100.0, grade, working) and 100.0 / lime_product(100.0, grade, Working(""))
    else:
        soil = product.soil
        share = sulphur_equivalent(soil.elemental_sulphur, product.other.get("Fe", 0.0), soil.aluminium, working)
        if share < 0.02:
            raise DoesNotFit("This product makes no acid: it holds neither sulphur nor iron enough.", field="product")
    grams = pot_dose(choice.direction, ph, choice.target_ph, brief.medium, share, working)
    jobs = pot_jobs(product, choice.direction, grams, brief.litres, choice.first)
    total = grams * brief.litres / brief.size_m2
    said = (
        f"{unrounded(grams)} g a litre of medium, {unrounded(brief.litres)} L in all: stirred into the top, watered in,"
        " and what drains is tested before any more. The label for containers decides.",
        *_said_first(brief, choice),
    )
    return PhPlan(brief, choice, total * share, total, total, jobs, None, None, (), said, working)


def _lower(brief: PhBrief, ph: float, choice: PhChoice, working: Working) -> PhPlan:
    if brief.stands_wet:
        raise DoesNotFit(
            "The ground stands wet: sulphur makes no acid without air, but sulphide that kills roots. Drain it first.",
            field="direction",
        )
    if brief.texture is None:
        raise MissingInput("The texture is unknown. Judge it by feel on the area's form, or test it.", field="texture")
    free_lime = _free_lime(brief)
    product = choice.product
    share = sulphur_equivalent(
        product.soil.elemental_sulphur, product.other.get("Fe", 0.0), product.soil.aluminium, working
    )
    if product.soil.aluminium > 0:
        raise DoesNotFit(
            "Aluminium sulphate is not planned for a broad correction: aluminium reaches toxic levels. Use sulphur; for"
            " hydrangea see the flower colour page.",
            field="product",
        )
    need = sulphur_need(
        ph,
        choice.target_ph,
        brief.texture.sulphur,
        choice.depth_mm,
        working,
        free_lime,
        yearly_g_m2=sulphur_cap(choice.placement).year_g_m2 or 0,
    )
    if need.hopeless:
        raise DoesNotFit(need.sentence, field="direction")
    left = less_the_years_acid(need.total_g_m2, brief.acid_g_m2_year, working)
    full = acidifying_product(left, share, working)
    total = below_the_lab(full, choice.start_share, working)
    cap = _under_label(sulphur_cap(choice.placement), choice, share, brief.thick)
    rates = split(total, cap, working, share)
    ceiling = math.inf if choice.placement == "tilled" else SULPHUR_BURNS_FROM_C
    jobs = sulphur_jobs(rates, choice.first, choice.interval_days, choice.timing, cap, brief.climate, share, ceiling)
    expected = _course(brief, ph, choice, jobs, full, need.total_g_m2 * CARBONATE_PER_SULPHUR, False)
    warnings = [
        need.sentence,
        *_said_first(brief, choice),
        *_sulphur_doubts(ph, brief.texture, choice, need, free_lime),
    ]
    if product.soil.elemental_sulphur == 0:
        warnings.append(_other_than_sulphur(product, share))
    question = large_on_probe(total * share, LARGE_SULPHUR_G_M2) if brief.on_probe else ""
    return PhPlan(
        brief,
        choice,
        need.total_g_m2,
        full,
        total,
        _made_of(jobs, choice),
        expected,
        need,
        (question,) if question else (),
        tuple(warnings),
        working,
        _drift(brief, choice, need.total_g_m2 * CARBONATE_PER_SULPHUR),
    )


def _over_years(jobs: list[Job]) -> str:
    """How long the doses of a plan take, in words, where it is over a year."""
    days = [job.on for job in jobs if job.work == "spread"]
    months = (days[-1] - days[0]).days / 30.4
    return f" over {months:.0f} months" if months > 12 else ""


def _made_of(jobs: list[Job], choice: PhChoice) -> tuple[Job, ...]:
    return tuple(job.made_of(choice.product, choice.direction, choice.placement) for job in jobs)


def _sulphur_doubts(
    ph: float, texture: TextureClass, choice: PhChoice, need: SulphurNeed, free_lime: float | None
) -> list[str]:
    """What is said where the two sulphur tables differ, near their common edge."""
    if not NEAR_BOTH_TABLES <= choice.target_ph < 6.5 < ph:
        return []
    handbook = sulphur_need(ph, 6.5, texture.sulphur, choice.depth_mm, Working(""), free_lime)
    return [
        f"To pH 6.5 the handbook's table asks for {handbook.total_g_m2:.0f} g/m² of sulphur, to {choice.target_ph:g}"
        f" the acid plants' one for {need.total_g_m2:.0f}: the two sources differ here. Start on the low side and test."
    ]


def _other_than_sulphur(product: Product, share: float) -> str:
    return (
        f"{1 / share:.1f} times the weight of sulphur{_as_hydrate(product)}: right only where iron is short as well."
        " It stains paving."
    )


def _under_label(cap: Cap, choice: PhChoice, share: float, thick: float) -> Cap:
    """The cap held under the product's label, which is the law: rate, interval (DoesNotFit), yearly maximum."""
    label = choice.product.label
    if choice.interval_days < label.interval_days:
        raise DoesNotFit(
            f"The label of {choice.product.name} asks for {label.interval_days} days between. Lengthen the interval.",
            field="interval",
        )
    yearly = None if label.yearly_max_g_m2 is None else label.yearly_max_g_m2 * share / thick
    year = min((limit for limit in (cap.year_g_m2, yearly) if limit is not None), default=None)
    if label.keeps_g_m2 * share / thick < cap.once_g_m2:
        return Cap(
            label.keeps_g_m2 * share / thick,
            year,
            f"the label's highest rate, {choice.product.rate_words(label.keeps_g_m2)}"
            + (", at the small end" if thick > 1 else ""),
            "label",
        )
    return Cap(cap.once_g_m2, year, cap.words, cap.source)


def _said_first(brief: PhBrief, choice: PhChoice) -> list[str]:
    """The word for a test that is too old to be planned on, and for ground beside it that is moved the other way."""
    doubt = brief.test.age_doubt(choice.first) if brief.test is not None and not brief.on_probe else None
    words = [doubt.sentence] if doubt else []
    if brief.beside is not None and brief.beside[1] != choice.direction:
        way = "raised" if brief.beside[1] == "up" else "lowered"
        words.append(
            f"The pH of {brief.beside[0]} is being {way}, and they touch: mark the line, keep one off the other, test"
            " both again."
        )
    return words


def _drift(brief: PhBrief, choice: PhChoice, carbonate_g_m2: float) -> float:
    """pH a year that the fertilizers move, by the lime for a unit of pH in this soil."""
    change = abs(choice.target_ph - (brief.ph or 0.0))
    return -brief.acid_g_m2_year * change / carbonate_g_m2 if carbonate_g_m2 else 0.0


def _as_hydrate(product: Product) -> str:
    name = hydrate_of(product.other.get("Fe", 0.0))
    return f", as {name}" if name else ""


def _free_lime(brief: PhBrief) -> float | None:
    """Free lime from the test, else the least that the fizz test points to, else not known."""
    if brief.free_lime is not None:
        return brief.free_lime
    if brief.test is not None and "free_lime" in brief.test.values:
        return brief.test.values["free_lime"]
    return FIZZ_TEST[brief.fizz][1] if brief.fizz in FIZZ_TEST else None


def lime_grade(product: Product, rule: str) -> LimeGrade:
    """A shelf product as lime; refuses one that is none or whose label figures are missing (AmberError)."""
    soil = product.soil
    kind: LimeKind | None = next((kind for kind in LIME_KINDS if kind == soil.lime_kind), None)
    if kind is None:
        raise DoesNotFit(
            f"{product.name} is not a lime. Choose one, or say on the shelf which lime it is.", field="product"
        )
    if soil.neutralising_value is None:
        raise MissingInput(
            f"{product.name} has no neutralising value (CCE). Copy it from the label on the shelf.", field="product"
        )
    return LimeGrade(soil.neutralising_value, soil.passing, rule, soil.moisture, kind)


def _course(
    brief: PhBrief,
    ph: float,
    choice: PhChoice,
    jobs: list[Job],
    full_g_m2: float,
    carbonate_g_m2: float,
    hydrated: bool,
) -> Course | None:
    """What to expect of the jobs: what they bring, and what the year's fertilizers do meanwhile to the same soil."""
    doses = [(job.on, job.rate_g_m2 / full_g_m2) for job in jobs if job.work == "spread"]
    if not doses:
        return None
    change = abs(choice.target_ph - ph)
    drift = _drift(brief, choice, carbonate_g_m2)
    spread = brief.half_spread if brief.on_probe else PROBE_ERROR / 3
    return course(
        brief.climate,
        doses,
        ph,
        change,
        choice.direction,
        choice.placement,
        not brief.stands_wet,
        hydrated,
        drift,
        spread,
    )
