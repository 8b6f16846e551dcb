"""Why this product, so much, then: what the season asks, what binds the dose, the next best and what it would cost."""

from __future__ import annotations

from amber_acre.core.care.brief import Lawn
from amber_acre.core.care.pattern import Asks
from amber_acre.core.programme.feeds import Feed, allowed
from amber_acre.core.programme.solving import Choice, Dose
from amber_acre.core.quantities import unrounded
from amber_acre.core.season.phases import STEP_DAYS, STEPS
from amber_acre.core.soil.findings import SoilFindings

CLOSE = 0.01  # within a hundredth of a limit a dose is said to be bound by it
PROVED_CLOSE = 0.05  # from which a plan is told as proved to be about the best; above it the bound is what is weak
HALF_BY = 0.05  # of a half, within which nitrogen is told as half slow
SUMMER_FROM = 0.75  # of the soil’s yearly range: a feed from there on is no spring feed [common-practice]
PART_WORDS = {
    "rising": "the soil warms and growth takes off",
    "full": "full growth",
    "heat": "heat: little, and hardly any of it quick",
    "falling": "after the summer, roots and stores fill",
    "rest": "before it takes up much",
}

WARM_WORDS = {
    "heat": "high summer, in which this grass grows as long as it has water",
    "falling": "growth slows, and still uses it",
}
WINTER_WORDS = "the winter grass grows while the lawn rests"
ALL_YEAR_WORDS = "growth goes on all year"


def reason_of(lawn: Lawn, asked: Asks, choice: Choice, dose: Dose, soil: SoilFindings) -> str:
    """The reason of one dose: a line for anybody, and a line of what only the trade asks for."""
    feed = next(f for f in choice.feeds if f.product.key == dose.product.key)
    part = asked.parts[dose.step]
    when = "full" if part == "rising" and nearly_summer(asked, dose.step) else part
    said = [_sentence(_when(lawn, asked, dose.step, when))]
    if dose.step == asked.sown_step:
        said = ["On the day of sowing: nobody walks on it again until it has come up."]
    if feed.nitrogen:
        said.append(_nitrogen(asked, dose, feed))
    else:
        said.append(f"{unrounded(dose.rate_g_m2 * feed.potassium)} g/m² of potassium: {asked.potassium.why}.")
    if feed.nitrogen:
        said.append(_beside(asked, feed, soil))
    inner = [_figures(asked, dose, feed)]
    binds = what_binds(asked, dose, feed, lawn.low_m2 / lawn.size_m2)
    if binds:
        inner.append(f"What sets the dose: {binds}.")
    inner.append(next_best(asked, choice, dose))
    if feed.nitrogen and soil.phosphorus == "unknown":
        inner.append("Answers no finding: there is no soil test.")
    return "\n".join(" ".join(one for one in part if one) for part in (said, inner))


def _when(lawn: Lawn, asked: Asks, step: int, part: str) -> str:
    """What the part of the season means for the grass that grows then."""
    if step in asked.winter_steps:
        return WINTER_WORDS
    if asked.takes_up.all() and part in ("rising", "falling", "full"):
        return ALL_YEAR_WORDS
    return WARM_WORDS.get(part, PART_WORDS[part]) if lawn.grass.season == "warm" else PART_WORDS[part]


def nearly_summer(asked: Asks, step: int) -> bool:
    """Whether the soil has done three quarters of its way to the year's warmest."""
    soil = asked.phases.soil_c
    return bool(soil[step] > soil.min() + SUMMER_FROM * (soil.max() - soil.min()))


def _nitrogen(asked: Asks, dose: Dose, feed: Feed) -> str:
    brings = dose.rate_g_m2 * feed.nitrogen
    slow = feed.slow / feed.nitrogen
    ends = asked.last_uptake(dose.step)
    kind = (
        "slow, so that it meets the growth of the weeks to come"
        if slow >= 0.65
        else "half slow, half quick"
        if abs(slow - 0.5) <= HALF_BY
        else f"{slow:.0%} of it slow, the rest quick"
        if slow >= 0.2
        else "quick, to be used before growth ends"
        if ends < 10
        else "quick, in a dose growth can take"
    )
    return f"{unrounded(brings)} g/m² of nitrogen from {feed.product.name}: {kind}."


def _figures(asked: Asks, dose: Dose, feed: Feed) -> str:
    """What the trade reads beside it: the soil's warmth, and how long roots still take nitrogen up."""
    ends = asked.last_uptake(dose.step)
    left = "" if ends >= STEPS or not feed.nitrogen else f"; uptake ends in about {round(ends * STEP_DAYS / 7)} weeks"
    return f"Soil near {asked.phases.soil_c[dose.step]:.0f} °C{left}."


def _sentence(words: str) -> str:
    return f"{words[:1].upper()}{words[1:]}."


def what_binds(asked: Asks, dose: Dose, feed: Feed, thin: float) -> str:
    """The limit a dose lies at, and what a little more room would give; '' where growth alone sets it."""
    rate = dose.rate_g_m2
    limits = [
        (feed.low, "the label’s lowest rate", False),
        (feed.high, "the label’s highest rate" + (" on the smallest it can be" if thin < 1 else ""), True),
    ]
    if feed.quick:
        cap = float(asked.quick_cap[dose.step])
        why = asked.quick_because[dose.step]
        limits.append((cap / feed.quick, f"{unrounded(cap)} g/m² of quick nitrogen at once{_as(why)}", True))
    if feed.nitrogen:
        cap = float(asked.total_cap[dose.step])
        limits.append((cap / feed.nitrogen, f"{unrounded(cap)} g/m² of nitrogen at once", True))
    for limit, words, top in limits:
        if limit > 0 and abs(rate / limit - 1) <= CLOSE:
            return words + ("; a higher one would be used" if top else "; growth alone would ask less")
    return ""


def _as(why: str) -> str:
    return f", as {why}" if why else ""


def next_best(asked: Asks, choice: Choice, dose: Dose) -> str:
    """The product that would come next at the same nitrogen, and what it costs more or less for 100 m²."""
    own = next(f for f in choice.feeds if f.product.key == dose.product.key)
    if not own.nitrogen:
        return ""
    brings = dose.rate_g_m2 * own.nitrogen
    others = [
        f
        for f in choice.feeds
        if f is not own and f.nitrogen and allowed(f, asked, dose.step) and f.low * f.nitrogen <= brings * 1.3
    ]
    if not others:
        return "No other feed that was weighed fits then."
    slow = own.slow / own.nitrogen
    best = min(others, key=lambda f: (abs(f.slow / f.nitrogen - slow), f.price_g / f.nitrogen))
    its, mine = best.price_g / best.nitrogen, own.price_g / own.nitrogen
    if not its or not mine:
        return f"Next best: {best.product.name}."
    dearer = "dearer" if its >= mine else "cheaper"
    return f"Next best: {best.product.name}, {abs(its / mine - 1):.0%} {dearer} for as much nitrogen."


def _beside(asked: Asks, feed: Feed, soil: SoilFindings) -> str:
    said = []
    if not feed.phosphorus and soil.phosphorus == "unknown":
        said.append("No phosphorus: the soil is not tested.")
    elif not feed.phosphorus and soil.phosphorus != "low":
        said.append(f"No phosphorus: the soil is {soil.phosphorus} in it.")
    elif feed.phosphorus:
        said.append(f"Its phosphorus: {asked.phosphorus.why}.")
    if feed.potassium and asked.potassium.wanted_g_m2 > 0:
        said.append(f"Its potassium: {asked.potassium.why}.")
    return " ".join(said)


def how_near(gap: float) -> str:
    """How near the best a plan is proved to lie: the share of it that another could save at most, in words."""
    if gap <= PROVED_CLOSE:
        return f"nothing can be better by more than {gap:.0%}"
    return f"proved within {gap:.0%} of the best so far: a longer look mostly finds the same plan and proves it nearer"
