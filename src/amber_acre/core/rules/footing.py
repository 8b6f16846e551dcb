"""What the ground itself forbids or asks: roots, sodium, wet, mulch, lean plants, pots."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.products.cautions import IRON_STAINS_FROM
from amber_acre.core.rules.direction import moves_ph
from amber_acre.core.rules.limits import why_not_tilled
from amber_acre.core.rules.mulched import mulch_on
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Millimetres, Plain, Rate, Sentence
from amber_acre.core.soil.evidence import newest_with
from amber_acre.core.tables.soil_ranges import SODIUM_SLAKES_FROM

MULCH_IN_THE_WAY_MM = 20.0  # granules on more of it do not reach the soil [common-practice]
LEAN_NITROGEN_G_M2 = 2.4  # half a pound on 1000 ft²: what dry-country natives bear at most [common-practice]


def sodium_share(case: Case) -> float | None:
    """Exchangeable sodium of the newest test that has it and the exchange, 0–1; None where it is not known."""
    test = newest_with(case.ground.tests, "na")
    if test is None:
        return None
    sodium, exchange = test.values.get("na"), test.values.get("cec")
    if sodium is None or not exchange:
        return None
    return sodium / 230.0 / exchange  # mg/kg of sodium in a meq/100 g, 22.99 × 10 [iupac-masses]


def _tilled(case: Case) -> Iterable[Broken]:
    ground = case.ground
    why = why_not_tilled(case.job.placement, ground.traits.roots_near, ground.planted, ground.canopy)
    if why:
        yield Broken(Sentence(why), "placement")


def _gypsum(case: Case) -> Iterable[Broken]:
    if case.product is None or case.product.family != "gypsum":
        return
    share = sodium_share(case)
    if share is None:
        yield Broken(
            Sentence.of(
                "Gypsum answers sodium, and no test shows sodium here: it changes neither pH nor clay without it. Test"
                " sodium and the exchange first, or say what it is for."
            ),
            "product",
        )
    elif share < SODIUM_SLAKES_FROM:
        yield Broken(
            Sentence.of(
                "Sodium is {share} of the exchange, under {limit}: gypsum has nothing to do here. Say what it is for.",
                share=Plain(f"{share * 100:.1f} %"),
                limit=Plain(f"{SODIUM_SLAKES_FROM * 100:.0f} %"),
            ),
            "product",
        )


def _wet(case: Case) -> Iterable[Broken]:
    sulphur = case.product is not None and case.product.soil.elemental_sulphur > 0
    if not sulphur:
        return
    if case.ground.says("wet") == "yes":
        yield Broken(
            Sentence.of(
                "The ground stands wet: sulphur makes no acid without air, but sulphide that kills roots. Drain it"
                " first."
            ),
            "product",
        )


def _drainage(case: Case) -> Iterable[Broken]:
    sulphur = case.product is not None and case.product.soil.elemental_sulphur > 0
    if sulphur and case.ground.says("wet") == "":
        yield Broken(
            Sentence.of(
                "Nobody has said whether this ground stands wet: sulphur in wet ground kills roots. Look, and mark it"
                " on the area's form."
            ),
            "product",
        )


def _in_the_way(case: Case) -> float:
    """Depth of mulch, mm, that granules would lie on; 0 where none is in their way. Bulk material is laid over it."""
    product = case.product
    if product is None or product.liquid or case.job.placement == "tilled" or case.job.work in ("mulch", "inject"):
        return 0.0
    depth, _ = mulch_on(case.ground, case.others, case.job.on)
    return depth if depth >= MULCH_IN_THE_WAY_MM and product.family != "bulk" else 0.0


def _mulch(case: Case) -> Iterable[Broken]:
    if _in_the_way(case) and not _corrects(case):
        yield Broken(
            Sentence.of(
                "{depth} of mulch lies here: pull it back, spread on the soil, water in, and put it back.",
                depth=Millimetres(_in_the_way(case)),
            )
        )


def _corrects(case: Case) -> bool:
    product = case.product
    return product is not None and (moves_ph(product) is not None or product.family == "gypsum")


def _correction_on_mulch(case: Case) -> Iterable[Broken]:
    if _in_the_way(case) and _corrects(case) and case.job.placement != "under_mulch":
        yield Broken(
            Sentence.of(
                "{depth} of mulch lies here: on it this never reaches the soil. Pull the mulch back, spread, water in,"
                " put it back, and write down that it is done so.",
                depth=Millimetres(_in_the_way(case)),
            )
        )


def _lean(case: Case) -> Iterable[Broken]:
    product, ground = case.product, case.ground
    marked = ground.says("lean") == "yes" or (bool(ground.plants) and all("d" in p.flags for p in ground.plants))
    if product is None or not marked or ground.traits.turf or moves_ph(product) is not None:
        return
    nitrogen = case.thick_g_m2 * product.total_nitrogen
    if nitrogen > LEAN_NITROGEN_G_M2:
        yield Broken(
            Sentence.of(
                "Lean dry-country plants: {brings} of nitrogen makes them soft and short-lived; they bear {limit} at"
                " most.",
                brings=Rate(nitrogen),
                limit=Rate(LEAN_NITROGEN_G_M2),
            ),
            "product",
        )


def _by_litre(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or not case.ground.traits.by_litre or case.job.dose.basis != "area":
        return
    if moves_ph(product) is not None:
        yield Broken(
            Sentence.of(
                "Pots are limed and acidified by the litre of medium, never by the field's table: too much in a small"
                " volume. Dose it by the label for containers."
            ),
            "rate",
        )


def _iron_beside_paving(case: Case) -> Iterable[Broken]:
    product = case.product
    if product is None or product.other.get("Fe", 0.0) < IRON_STAINS_FROM or case.ground.says("hard_edge") != "yes":
        return
    yield Broken(
        Sentence.of(
            "{product} carries iron, and paving runs along this area: it stains for good. Say how the edge is kept"
            " clear: a strip left, a shield, rinsed at once.",
            product=Plain(product.name),
        ),
        "product",
    )


# What treats the cause of a patch: a material of the shelf, or a work. [common-practice]
TREATS: dict[str, tuple[str, ...]] = {
    "dry": ("wetting",),
    "bare": ("seed",),
    "worn": ("core", "seed"),
    "trench": ("core",),
}


def _on_the_patch(case: Case) -> Iterable[Broken]:
    treats = {case.job.work, case.product.soil.material if case.product is not None else ""}
    own = [patch for patch in case.ground.patches if treats & set(TREATS.get(patch.cause, ()))]
    if own:
        yield Broken(
            Sentence.of(
                "This treats what {patches} {are} there for: it belongs on the {patch}, and the lawn round about is not"
                " asking for it.",
                patches=Plain(" and ".join(patch.name for patch in own)),
                are=Plain("are" if len(own) > 1 else "is"),
                patch=Plain("patches" if len(own) > 1 else "patch"),
            )
        )


RULES = (
    Rule("dug-in", "ground", "Nothing is dug in under a crown, in a hedge's roots, in standing turf or a planted bed.",
         "stop", "common-practice", _tilled),
    Rule("gypsum-without-sodium", "ground", "Gypsum is for sodium a test has shown.", "warn", "handbook-60", _gypsum),
    Rule("wet-sulphur", "ground", "No sulphur on ground that stands wet.", "stop", "common-practice", _wet),
    Rule("drainage-unknown", "ground", "Before sulphur somebody says whether the ground stands wet.", "warn",
         "common-practice", _drainage),
    Rule("mulch-in-the-way", "ground", "Feed in granules goes under the mulch, not on it.", "note",
         "common-practice", _mulch, custom=True),
    Rule("correction-on-mulch", "ground", "Lime, sulphur and gypsum go under the mulch: it is pulled back first.",
         "warn", "common-practice", _correction_on_mulch),
    Rule("lean", "ground", "Lean plants are hardly fed.", "warn", "common-practice", _lean, custom=True),
    Rule("on-the-patch", "ground", "A treatment for the cause of a patch lands on the patch, not on its lawn.", "warn",
         "common-practice", _on_the_patch, custom=True),
    Rule("iron-beside-paving", "ground", "Iron beside paving: the edge is kept clear, and somebody says how.", "warn",
         "common-practice", _iron_beside_paving),
    Rule("by-litre", "ground", "Pots are limed and acidified by the litre of medium.", "stop", "common-practice",
         _by_litre),
)  # fmt: skip
