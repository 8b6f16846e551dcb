"""What a season says beside its rounds: soil, nutrients, closed periods, room, what is available; each with a code."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.pattern import PASSED, Asks
from amber_acre.core.jobs.job import Job
from amber_acre.core.products.product import Product
from amber_acre.core.programme.feeds import NEEDS_NITROGEN, Feed, Fixed, allowed, interval_steps, late_grams
from amber_acre.core.programme.refusing import closed_most, refusals
from amber_acre.core.programme.solving import Choice
from amber_acre.core.quantities import unrounded
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.local import phosphorus_forbidden
from amber_acre.core.season.phases import STEPS
from amber_acre.core.soil.findings import SoilFindings
from amber_acre.core.tables.plants import ph_text

SULPHUR_UP_TO_PH = 7.5  # of a lawn without free lime: above it the ground is taken to be limy [common-practice]

Code = Literal[
    "lime_advised",
    "lime_not_advised",
    "ph_in_range",
    "sulphur_advised",
    "iron_advised",
    "test_missing",
    "probe_ph_used",
    "p_low",
    "p_rule",
    "p_correction",
    "k_by_test",
    "k_with_bagging",
    "event_iron",
    "blackout_moved",
    "no_room",
    "passed",
    "left_open",
    "capped",
    "n_available_shown",
    "no_growth",
    "new_grass",
    "may_go_unfed",
    "gap",
    "met",
    "refused",
    "slow_share",
    "fixed_dates",
]
UNMET_SAID = 0.2  # of the need that may stay unmet before it is said [common-practice]
CLOSE = 0.01
FEEDS_STEPS = 8  # two months a feed is to last [common-practice]
BESIDE_STEPS = 3  # another feed so near is the same visit [common-practice]


@dataclass(frozen=True)
class Advice:
    """One thing said, with its code; ``obstacle``: it stands in the way of the plan."""

    code: Code
    sentence: str
    obstacle: bool = False


def advice(
    lawn: Lawn,
    ground: Ground,
    soil: SoilFindings,
    asked: Asks,
    choice: Choice,
    rounds: Sequence[Job],
    down: Sequence[Fixed],
    shelf: Sequence[Product],
) -> tuple[Advice, ...]:
    """Everything to say beside the rounds, what stands in the way first. ``down``: what goes down anyway."""
    unpriced = _unpriced(choice, shelf)
    found = [*unpriced, *_growth(lawn, asked, choice, down), *_closed(lawn, asked), *_room(lawn, asked, choice)]
    found += [*_slow_share(lawn, choice, down), *_refused(lawn, soil, asked, choice, shelf)]
    found += [*_acidity(lawn, ground), *_phosphorus(lawn, soil, rounds), *_potassium(asked, soil)]
    found += [*_beside(lawn, asked, choice, rounds), *_proof(choice)]
    if unpriced:  # the true cause alone: not that the need would be worth no visit
        found = [one for one in found if one.code != "may_go_unfed"]
    return tuple(sorted(found, key=lambda one: not one.obstacle))


def _unpriced(choice: Choice, shelf: Sequence[Product]) -> list[Advice]:
    """Of an empty plan: feeds that nothing can be planned from, for nobody has said what they come in or cost."""
    names = [one.name for one in shelf if one.total_nitrogen >= NEEDS_NITROGEN and not one.packs]
    if choice.doses or not names:
        return []
    has = "has" if len(names) == 1 else "have"
    return [
        Advice(
            "refused",
            f"{', '.join(names)} {has} no pack with a price, so no season can be planned from it: type pack and price"
            " on the Shelf, then plan again.",
            True,
        )
    ]


def _growth(lawn: Lawn, asked: Asks, choice: Choice, down: Sequence[Fixed]) -> list[Advice]:
    if not asked.takes_up.any() or asked.need_g_m2 <= 0:
        return [
            Advice(
                "no_growth",
                f"{lawn.grass.common_name} does not grow in this climate: the soil never reaches what it needs. No"
                " feed is"
                " worth placing. Check the grass or the climate.",
                True,
            )
        ]
    fed = sum(use.rate_g_m2 * use.product.total_nitrogen for use in down)
    if not choice.doses and fed >= asked.need_g_m2 * (1 - UNMET_SAID):
        return [
            Advice(
                "met",
                f"The need of {unrounded(asked.need_g_m2)} g/m² is met by the {unrounded(fed)} g/m² that went down"
                " or stay"
                " planned.",
                True,
            )
        ]
    if not choice.doses and asked.open.any():
        return [
            Advice(
                "may_go_unfed",
                f"The need of {unrounded(asked.need_g_m2)} g/m² is worth no visit of its own, or nothing on the shelf"
                f" may go down when it is wanted{f' ({why})' if (why := closed_most(asked)) else ''}: the lawn may go"
                " unfed this season. Look at it, and merge it with another visit or feed every second year.",
                True,
            )
        ]
    return []


def _closed(lawn: Lawn, asked: Asks) -> list[Advice]:
    by_rule = [n for n, why in enumerate(asked.closed_because) if why.startswith("the rule") and asked.takes_up[n]]
    lost = float(asked.demand_g_m2[by_rule].sum()) if by_rule else 0.0
    if lost < 0.05 * max(asked.need_g_m2, 1e-9):
        return []
    names = ", ".join(f"“{b.name}”" for b in lawn.rules.blackouts)
    return [
        Advice(
            "blackout_moved",
            f"Growth in the closed period {names} would take {unrounded(lost)} g/m² of nitrogen: what can be given"
            " before and"
            " after it is, the rest stays out.",
        )
    ]


def _slow_share(lawn: Lawn, choice: Choice, down: Sequence[Fixed]) -> list[Advice]:
    """Where the rule's slow-release share is not reached, what the shelf can do."""
    least = lawn.rules.slow_share_min
    uses = [(d.rate_g_m2, d.product) for d in choice.doses] + [(use.rate_g_m2, use.product) for use in down]
    total = sum(rate * product.total_nitrogen for rate, product in uses)
    slow = sum(rate * product.slow_fraction for rate, product in uses)
    if not least or not total or slow >= least * total * (1 - 1e-6):
        return []
    return [
        Advice(
            "slow_share",
            f"{lawn.rules.name} asks for at least {least:.0%} slow-release nitrogen; the best this shelf can do is"
            f" {slow / total:.0%}. Add a slower product.",
            True,
        )
    ]


def _refused(lawn: Lawn, soil: SoilFindings, asked: Asks, choice: Choice, shelf: Sequence[Product]) -> list[Advice]:
    """Why nothing goes down, product by product, where nothing does."""
    if choice.doses or not asked.takes_up.any():
        return []
    forbidden = phosphorus_forbidden(lawn.rules, soil.phosphorus)
    others = [p for p in shelf if not p.allowed_for(lawn.grass.key)]
    shelf = [p for p in shelf if p not in others]
    said = list(refusals(shelf, asked, lawn.low_m2 / lawn.size_m2, forbidden))
    said += [f"{p.name}: its label does not name {lawn.grass.common_name}." for p in others if p.total_nitrogen]
    least = lawn.rules.slow_share_min
    slowest = max((p.slow_fraction / p.total_nitrogen for p in shelf if p.total_nitrogen), default=1.0)
    if slowest < least:
        said.append(
            f"{lawn.rules.name} asks for at least {least:.0%} slow-release nitrogen; the best this shelf can do is"
            f" {slowest:.0%}. Add a slower product."
        )
    return [Advice("refused", sentence, True) for sentence in said]


def _room(lawn: Lawn, asked: Asks, choice: Choice) -> list[Advice]:
    gone = sum(grams for grams, why in zip(choice.unmet, asked.closed_because, strict=True) if why == PASSED)
    unmet = sum(choice.unmet) - gone
    found = []
    if choice.doses and gone > UNMET_SAID * asked.need_g_m2:
        words = (
            f"{unrounded(gone)} g/m² of the need of {unrounded(asked.need_g_m2)} g/m² belong to growth that has passed:"
            " they are not made up for."
        )
        found.append(Advice("passed", words))
    if choice.doses and unmet > UNMET_SAID * asked.need_g_m2:
        more = _would_fit(asked, choice)
        of = f"{unrounded(unmet)} g/m² of the need of {unrounded(asked.need_g_m2)} g/m²"
        if more is not None:
            feed, step = more
            words = (
                f"{of} is left open: one more feed of {feed.product.name} about {_about(asked, step)} would fit, and"
                " this way of feeding holds it dearer than what it brings. Add it by hand, or look at the other ways."
            )
            found.append(Advice("left_open", words))
        else:
            words = f"{of} finds no room within label, caps and windows. {_least_change(asked, choice)}"
            found.append(Advice("no_room", words, True))
    at_cap = [
        d for d in choice.doses if d.rate_g_m2 * d.product.total_nitrogen >= asked.total_cap[d.step] * (1 - CLOSE)
    ]
    if at_cap:
        found.append(
            Advice("capped", f"{len(at_cap)} of the feeds lie at the cap of one feed; the rest went to others.")
        )
    return found


def _would_fit(asked: Asks, choice: Choice) -> tuple[Feed, int] | None:
    """The feed and the step of one more dose that every limit lets pass and that half its lowest rate would be missed
    at; the step at which most is missed; None where there is none."""
    used = [(d.product.key, d.step) for d in choice.doses]
    found: list[tuple[float, int, int]] = []
    for f, feed in enumerate(choice.feeds):
        apart = max(interval_steps(feed.product.label.interval_days), 1)
        for step in range(STEPS):
            near = min((_between(step, at) for key, at in used if key == feed.product.key), default=STEPS)
            beside = min((_between(step, at) for _, at in used), default=STEPS)
            if not feed.nitrogen or near < apart or beside < BESIDE_STEPS or not allowed(feed, asked, step):
                continue
            missed = sum(choice.unmet[(step + n) % STEPS] for n in range(FEEDS_STEPS))
            if missed >= feed.low * feed.nitrogen / 2:
                found.append((-missed, step, f))
    if not found:
        return None
    _, step, f = min(found)
    return choice.feeds[f], step


def _between(one: int, other: int) -> int:
    """Steps between two steps, the shorter way round the year."""
    return min((one - other) % STEPS, (other - one) % STEPS)


def _about(asked: Asks, step: int) -> str:
    return f"{asked.phases.date_of(step, date(2001, 1, 1)):%-d %B}"


def _least_change(asked: Asks, choice: Choice) -> str:
    """The least change of the shelf that would help, in words."""
    longest = max((f.product.label.interval_days for f in choice.feeds if f.nitrogen), default=0)
    if len([f for f in choice.feeds if f.nitrogen]) == 1:
        return f"Only one feed fits, with {longest} days between uses: a second product would help most."
    if choice.prices:
        return f"What binds most is {choice.prices[0][0]}; a little more of it would help first."
    if not any(f.slow > 0.5 * f.nitrogen for f in choice.feeds if f.nitrogen):
        return "A slower product would carry the weeks between."
    return "What is left is worth no visit of its own."


def _acidity(lawn: Lawn, ground: Ground) -> list[Advice]:
    if ground.ph is None:
        return [Advice("test_missing", "No pH is known: have one tested.")] if lawn.soil_test is None else []
    found = []
    range_ = ph_text(ground.wanted_ph)
    if ground.on_probe:
        found.append(
            Advice("probe_ph_used", f"pH {ground.ph:.1f} is a probe’s: it counts, and a laboratory should confirm it.")
        )
    if lawn.soil_test is None:
        found.append(Advice("test_missing", "No soil test: phosphorus and potassium are unknown."))
    side = ground.ph_side()
    if side == "up":
        found.append(
            Advice(
                "lime_advised",
                f"pH {ground.ph:.1f} is under {range_}, what {lawn.grass.common_name} wants: lime is advised, as its"
                " own"
                " correction; feeds with strong acid are left out.",
            )
        )
    elif side == "down":
        found.append(
            Advice(
                "iron_advised",
                f"pH {ground.ph:.1f} is above {range_}: yellowing is locked-up iron. Iron on the leaf greens it for"
                " weeks.",
            )
        )
        if not ground.free_lime and ground.ph < SULPHUR_UP_TO_PH:
            found.append(Advice("sulphur_advised", f"pH {ground.ph:.1f} can be lowered with sulphur over years."))
    else:
        low, high = ground.wanted_ph
        stands = "is right for" if low <= ground.ph <= high else "is within a test’s error of what is right for"
        found.append(
            Advice("ph_in_range", f"pH {ground.ph:.1f} {stands} {lawn.grass.common_name} ({range_}): no lime.")
        )
    return found


def _phosphorus(lawn: Lawn, soil: SoilFindings, rounds: Sequence[Job]) -> list[Advice]:
    given = sum(job.rate_g_m2 * job.material.phosphorus_fraction for job in rounds)
    if soil.phosphorus == "low":
        if given > 0.3:
            return [Advice("p_correction", f"The test is low in phosphorus: {unrounded(given)} g/m² of it go down.")]
        return [
            Advice(
                "p_low",
                "The test is low in phosphorus, and no feed that fits brings it: correct it on the soil page, or add a"
                " product that carries some.",
            )
        ]
    forbidden = phosphorus_forbidden(lawn.rules, soil.phosphorus)
    return [Advice("p_rule", f"No phosphorus: {forbidden}.")] if forbidden else []


def _potassium(asked: Asks, soil: SoilFindings) -> list[Advice]:
    if asked.potassium.wanted_g_m2 <= 0:
        return []
    code: Code = "k_by_test" if soil.potassium == "low" else "k_with_bagging"
    return [
        Advice(
            code, (f"{unrounded(asked.potassium.wanted_g_m2)} g/m² of potassium over the year: {asked.potassium.why}.")
        )
    ]


def _beside(lawn: Lawn, asked: Asks, choice: Choice, rounds: Sequence[Job]) -> list[Advice]:
    found = [Advice("new_grass", sentence) for _, sentence in asked.said]
    if lawn.events and any(job.name == "Iron for the day" for job in rounds):
        found.append(Advice("event_iron", "Iron goes down eight days before the event, for colour."))
    fed = sum(d.rate_g_m2 * d.product.total_nitrogen for d in choice.doses)
    if fed > 0:
        late = sum(
            d.rate_g_m2 * late_grams(feed, asked, d.step)
            for d in choice.doses
            for feed in choice.feeds
            if feed.product.key == d.product.key and feed.nitrogen
        )
        never = sum(
            d.rate_g_m2 * d.product.nitrogen.get("insoluble", 0.0) * (1 - d.product.mineralised_share)
            for d in choice.doses
        )
        found.append(
            Advice(
                "n_available_shown",
                f"Of {unrounded(fed)} g/m² that go down about {unrounded(fed - never - late)} g/m² become available"
                " while"
                f" the grass grows; {unrounded(sum(choice.drains))} g/m² drain away, an estimate from rain and"
                " texture.",
            )
        )
    return found


def _proof(choice: Choice) -> list[Advice]:
    if not choice.doses:
        return []
    words = f"Proven to within {choice.gap:.0%} of the best there can be"
    if choice.nodes:
        return [Advice("gap", f"{words}, by branching.")]
    return [Advice("gap", f"{words}; the bound leaves out that visits are whole.")]


def of_fixed_days(unused: Sequence[tuple[date, str]]) -> list[Advice]:
    """Fixed rounds on which nothing may go down, with why."""
    return [
        Advice("fixed_dates", f"The fixed round of {day:%-d %B} is left out here: {why}.") for day, why in unused if why
    ]
