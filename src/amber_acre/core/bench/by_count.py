"""Doses by plant, trunk, spoon and handful: how much in all, how many a pack serves, whether two sayings agree."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from amber_acre.core.bench.answer import Answer
from amber_acre.core.errors import MissingInput, OutOfRange
from amber_acre.core.products.injection import TRUNK_AT_MOST_CM
from amber_acre.core.quantities import in_both
from amber_acre.core.working import Figure, Working

COUNT_AT_MOST = 100_000
SPOON_ML = {"teaspoon": 5.0, "tablespoon": 15.0}  # metric; a level one of granules is 4 to 6 g [common-practice]


@dataclass(frozen=True)
class CountAsked:
    """``each_g`` a plant, or ``spoons`` of ``spoon_g`` weighed once; ``plants`` 1–100,000; ``pack_g`` or None.

    ``serves``: how many plants the pack is said to serve, low to high.
    """

    plants: float | None = None
    each_g: float | None = None
    spoons: float | None = None
    spoon_g: float | None = None
    pack_g: float | None = None
    serves: tuple[float, float] | None = None


def count_sum(asked: CountAsked) -> Answer:
    """A dose by plant as weight and spoons, what all of them take, and how many a pack serves [plane-geometry]."""
    answer = Answer(Working("By plant"))
    each = _each(asked, answer)
    dose = Figure("each", each, "g", "a plant")
    if asked.spoon_g is not None and asked.spoons is None:
        spoon = Figure("spoon", asked.spoon_g, "g", "a spoon or handful of yours")
        answer.reckon(
            "spoons", "Spoons a plant", "each / spoon", [dose, spoon], each / asked.spoon_g, "", "plane-geometry"
        )
    if asked.plants is not None:
        if not 0 < asked.plants <= COUNT_AT_MOST:
            raise OutOfRange(f"Between 1 and {COUNT_AT_MOST:,} plants.", field="plants", limits=(1, COUNT_AT_MOST))
        plants = Figure("plants", asked.plants, "", "plants")
        answer.reckon(
            "needed",
            "For all of them",
            "each * plants / 1000",
            [dose, plants],
            each * asked.plants / 1000,
            "kg",
            "plane-geometry",
        )
    if asked.pack_g is not None:
        pack = Figure("pack", asked.pack_g, "g", "a pack")
        serves = answer.reckon(
            "serves", "A pack serves", "pack / each", [pack, dose], asked.pack_g / each, "plants", "plane-geometry"
        )
        _agree(asked, serves, answer)
    return answer


def _each(asked: CountAsked, answer: Answer) -> float:
    if asked.each_g is not None and asked.spoons is None:
        return answer.tell("each", "A plant", asked.each_g, "g")
    if asked.spoons is not None and asked.each_g is None:
        if asked.spoon_g is None:
            raise MissingInput(
                "What does one of yours hold? Weigh ten and type a tenth: handfuls differ twofold between people.",
                field="spoon",
            )
        figures = [
            Figure("spoons", asked.spoons, "", "spoons a plant"),
            Figure("spoon", asked.spoon_g, "g", "one of yours"),
        ]
        result = asked.spoons * asked.spoon_g
        return answer.reckon("each", "A plant", "spoons * spoon", figures, result, "g", "plane-geometry")
    raise MissingInput("Type one of them: the weight a plant, or spoons a plant.", field="each")


def _agree(asked: CountAsked, serves: float, answer: Answer) -> None:
    """Whether the dose and what the pack is said to serve are the same saying."""
    if asked.serves is None or asked.pack_g is None:
        return
    low, high = asked.serves
    if low <= serves <= high:
        answer.said.append(f"That agrees with the pack: {low:g} to {high:g} plants.")
        return
    answer.asked.append(
        f"The dose and the pack disagree: by its dose it serves {serves:.0f} plants, by its words {low:g} to {high:g},"
        f" which is {asked.pack_g / high:.3g} to {asked.pack_g / low:.3g} g a plant. Ask the maker; take the lower dose"
        " until then."
    )


@dataclass(frozen=True)
class TrunkAsked:
    """Trunks in cm across, above 0 to 500; a dose for each cm: ``ml_cm`` of a liquid or ``g_cm`` of product."""

    trunks_cm: Sequence[float]
    ml_cm: float | None = None
    g_cm: float | None = None


def trunk_sum(asked: TrunkAsked) -> Answer:
    """A dose by the thickness of the trunk, tree by tree and in all [plane-geometry]."""
    if not asked.trunks_cm:
        raise MissingInput("Type the trunks, such as 8 cm, 25 cm.", field="trunks")
    if (asked.ml_cm is None) == (asked.g_cm is None):
        raise MissingInput("Type one dose: a volume or a weight for each cm or inch of trunk.", field="dose")
    per, unit, scale = (asked.ml_cm, "L", 1000) if asked.ml_cm is not None else (asked.g_cm or 0.0, "kg", 1000)
    answer = Answer(Working("By trunk"))
    total = 0.0
    for n, trunk in enumerate(asked.trunks_cm, start=1):
        if not 0 < trunk <= TRUNK_AT_MOST_CM:
            raise OutOfRange(
                f"A trunk of {in_both(trunk / 100)} across is not possible here. Check the unit, and whether it is the"
                " girth.",
                field="trunks",
                value=trunk,
                limits=(0, TRUNK_AT_MOST_CM),
            )
        figures = [
            Figure("trunk", trunk, "cm", f"trunk {n}"),
            Figure("per", per or 0.0, "mL/cm" if unit == "L" else "g/cm", "dose by the label"),
        ]
        total += answer.reckon(
            f"tree_{n}",
            f"Tree {n}, {in_both(trunk / 100)}",
            "trunk * per / 1000",
            figures,
            trunk * (per or 0.0) / scale,
            unit,
            "label",
        )
    if len(asked.trunks_cm) > 1:
        answer.tell("needed", "For all of them", total, unit)
    answer.said.append("A tree without a finding needs no feed: look, test, then dose.")
    return answer
