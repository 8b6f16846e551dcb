"""What plantings ask of every door: mulch of the right depth and kind, no feed without a finding, none through fabric,
no chloride on what it harms."""

from __future__ import annotations

from collections.abc import Iterable

from amber_acre.core.measure.area_facts import day_of, listed
from amber_acre.core.rules.law import nitrogen_of
from amber_acre.core.rules.mulched import conditions_of_ground, mulch_of, mulch_on, of_groups, settled_mm, stands_dry
from amber_acre.core.rules.plant_forms import CHLORIDE_FROM, NO_CHLORIDE
from amber_acre.core.rules.rule import Broken, Case, Rule
from amber_acre.core.sentence import Millimetres, OnDay, Plain, Sentence
from amber_acre.core.tables.care_groups import DRY, FED_FINDINGS, group_of_plant, yearly_tree
from amber_acre.core.tables.mulches import ASKED_ABOVE_MM, AT_MOST_MM, CONDITION_WORDS, MULCHES, Condition, Mulch
from amber_acre.core.tables.plants import Plant
from amber_acre.core.tolerance import over

COVERS_FROM_MM = 20.0  # of organic mulch that gravel on it would bury [common-practice]
PORTS_CLOSE_DAYS = 365  # between injections, where no label asks for longer [common-practice]


def _mulch(case: Case) -> Mulch | None:
    return mulch_of(case.ground, case.product, case.job.work)


def _deep(case: Case) -> float:
    """Mulch in all after a job, where it lies deepest, mm; 0 of a job that lays none."""
    mulch = _mulch(case)
    if mulch is None or case.product is None:
        return 0.0
    laid = settled_mm(case.product, mulch, case.rate_g_m2, case.job.placement)
    return laid + mulch_on(case.ground, case.others, case.job.on)[0] if laid > 0 else 0.0


def _far_too_deep(case: Case) -> Iterable[Broken]:
    if over(_deep(case), ASKED_ABOVE_MM):
        yield Broken(
            Sentence.of(
                "{depth} of mulch in all: nobody lays more than {most}. Check the depth and its unit.",
                depth=Millimetres(_deep(case)),
                most=Millimetres(ASKED_ABOVE_MM),
            ),
            "rate",
        )


def _too_deep(case: Case) -> Iterable[Broken]:
    if over(_deep(case), AT_MOST_MM) and not over(_deep(case), ASKED_ABOVE_MM):
        yield Broken(
            Sentence.of(
                "{depth} of mulch in all, over {most}: it keeps air and rain from roots.",
                depth=Millimetres(_deep(case)),
                most=Millimetres(AT_MOST_MM),
            ),
            "rate",
        )


def _mineral_on_organic(case: Case) -> Iterable[Broken]:
    depth, kind = mulch_on(case.ground, case.others, case.job.on)
    mulch, lies = _mulch(case), MULCHES.get(kind)
    buried = lies is not None and lies.organic and depth >= COVERS_FROM_MM
    if mulch is not None and not mulch.organic and buried and lies is not None:
        yield Broken(
            Sentence.of(
                "{depth} of {lies} lie here: {mulch} on it sinks and mixes. Lift the one before the other.",
                depth=Millimetres(depth),
                lies=Plain(lies.name),
                mulch=Plain(mulch.name),
            ),
            "product",
        )


def _organic_on_fabric(case: Case) -> Iterable[Broken]:
    mulch = _mulch(case)
    if mulch is not None and mulch.organic and case.ground.says("fabric") == "yes":
        yield Broken(
            Sentence.of("Fabric lies here: organic mulch must touch the soil. Cut and lift the fabric first."),
            "product",
        )


def _named(plants: Iterable[Plant]) -> Plain:
    return Plain(", ".join(plant.common.split(";")[0] for plant in plants))


def _rots_or_limes(case: Case) -> Iterable[Broken]:
    """Mulch that harms what it lies under: moist on dry-country plants alone, liming on those of acid ground."""
    mulch = _mulch(case)
    wrong = dict(mulch.wrong) if mulch is not None else {}
    harmed: tuple[tuple[Condition, list[Plant]], ...] = (
        ("dry_natives", of_groups(case.ground, DRY) if stands_dry(case.ground) else []),
        ("acid", of_groups(case.ground, ("acid",)) if mulch is not None and mulch.organic else []),
    )
    for condition, plants in harmed:
        if mulch is not None and plants and condition in wrong:
            yield Broken(
                Sentence.of(
                    "{mulch} under {plants}: {why}.",
                    mulch=Plain(mulch.name[0].upper() + mulch.name[1:]),
                    plants=_named(plants),
                    why=Plain(wrong[condition]),
                ),
                "product",
            )


def _out_of_place(case: Case) -> Iterable[Broken]:
    """What of the place speaks against a mulch: slope, wind, heat, and stone that limes plants of acid ground."""
    mulch = _mulch(case)
    if mulch is None:
        return
    here = [
        one for one in conditions_of_ground(case.ground) if not (one in ("heat", "slope") and stands_dry(case.ground))
    ]
    acid: list[Condition] = ["acid"] if not mulch.organic and of_groups(case.ground, ("acid",)) else []
    against = [f"{CONDITION_WORDS[one]} {dict(mulch.wrong)[one]}" for one in (*here, *acid) if one in dict(mulch.wrong)]
    if against:
        yield Broken(
            Sentence.of("{mulch}: {why}.", mulch=Plain(mulch.name.capitalize()), why=Plain("; ".join(against))),
            "product",
        )


def _through_fabric(case: Case) -> Iterable[Broken]:
    product = case.product
    feeds = product is not None and not product.liquid and nitrogen_of(case.itself) > 0
    on_top = case.job.placement in ("surface", "base", "dripline") and case.job.work != "drench"
    if feeds and on_top and case.ground.says("fabric") == "yes" and not case.ground.traits.turf:
        yield Broken(
            Sentence.of(
                "Fabric lies here: granules on top do not reach the soil. Pull back mulch and fabric, or feed soluble."
            ),
            "placement",
        )


def _tree_without_finding(case: Case) -> Iterable[Broken]:
    if case.ground.kind != "tree" or yearly_tree(case.ground.plants) or not nitrogen_of(case.itself):
        return
    if case.ground.says("finding") not in FED_FINDINGS:
        yield Broken(
            Sentence.of(
                "A tree is fed by a finding: short shoots, small leaves, a test low in nitrogen. None is written"
                " down for"
                " {tree}; healthy trees need none.",
                tree=Plain(case.ground.name),
            )
        )


def _chloride(case: Case) -> Iterable[Broken]:
    product, plants = case.product, case.ground.plants
    tender = [
        plant.common.split(";")[0]
        for plant in plants
        if plant.salt == "sensitive" or group_of_plant(plant) in NO_CHLORIDE
    ]
    if product is None or case.ground.traits.turf or product.other.get("Cl", 0.0) < CHLORIDE_FROM:
        return
    if 2 * len(tender) > len(plants):
        yield Broken(
            Sentence.of(
                "{product} holds chloride, and it harms {plants}. Choose sulphate of potash.",
                product=Plain(product.name),
                plants=Plain(", ".join(tender)),
            ),
            "product",
        )


def _passed_over(case: Case) -> Iterable[Broken]:
    """A feed over a whole bed in which some plants stay healthy lean."""
    ground = case.ground
    lines = listed(ground.facts)
    lean = [line.name for line in lines if (plant := ground.plant_called(line.name)) is not None and "d" in plant.flags]
    whole = case.job.dose.basis == "area"
    if ground.kind == "bed" and whole and nitrogen_of(case.itself) > 0 and 0 < len(lean) < len(lines):
        yield Broken(
            Sentence.of(
                "Spread over the whole bed it feeds {plants} as well, which stay healthy lean. Dose it by plant for"
                " the others, and keep it off them.",
                plants=Plain(", ".join(lean)),
            ),
            "rate",
        )


def _ports_close(case: Case) -> Iterable[Broken]:
    if case.job.work != "inject":
        return
    said = day_of(case.ground.facts, "injected_on")
    days = [use.on for use in case.others if use.work == "inject"] + ([said] if said not in (None, case.job.on) else [])
    near = [on for on in days if on is not None and abs((case.job.on - on).days) < PORTS_CLOSE_DAYS]
    if near:
        yield Broken(
            Sentence.of(
                "Another injection stands on {day}: ports close before new ones are set. Keep to the label's interval.",
                day=OnDay(min(near, key=lambda on: abs((case.job.on - on).days)), year=True),
            ),
            "on",
        )


RULES = (
    Rule(
        "mulch-unit",
        "ground",
        "No mulch deeper than 15 cm: a slip of the unit.",
        "stop",
        "common-practice",
        _far_too_deep,
    ),
    Rule(
        "mulch-depth",
        "ground",
        "Mulch stays under 10 cm, with what lies there.",
        "warn",
        "common-practice",
        _too_deep,
        custom=True,
    ),
    Rule(
        "gravel-on-organic",
        "ground",
        "Mineral mulch is not laid on organic mulch.",
        "warn",
        "common-practice",
        _mineral_on_organic,
        custom=True,
    ),
    Rule(
        "organic-on-fabric",
        "ground",
        "Organic mulch touches the soil: no fabric under it.",
        "stop",
        "common-practice",
        _organic_on_fabric,
        custom=True,
    ),
    Rule(
        "mulch-harms",
        "ground",
        "No mulch that rots or limes what it lies under.",
        "warn",
        "common-practice",
        _rots_or_limes,
        custom=True,
    ),
    Rule(
        "mulch-place",
        "ground",
        "A mulch fits its place: slope, wind, heat, plants of acid ground.",
        "note",
        "common-practice",
        _out_of_place,
    ),
    Rule(
        "through-fabric",
        "ground",
        "Granules do not pass fabric.",
        "warn",
        "common-practice",
        _through_fabric,
        custom=True,
    ),
    Rule(
        "lean-in-bed",
        "ground",
        "A feed by area does not reach lean plants among others.",
        "warn",
        "common-practice",
        _passed_over,
        custom=True,
    ),
    Rule(
        "tree-finding",
        "sum",
        "A tree is fed by a finding alone; palms, hungry fruit and citrus every year.",
        "warn",
        "root-zone",
        _tree_without_finding,
        custom=True,
    ),
    Rule(
        "chloride",
        "direction",
        "No chloride on plants that are sensitive to salt, on roses, ferns, bulbs and acid lovers.",
        "warn",
        "common-practice",
        _chloride,
        custom=True,
    ),
    Rule(
        "ports-close",
        "conflict in time",
        "A tree is injected once in twelve months; a label may ask for longer.",
        "warn",
        "common-practice",
        _ports_close,
        custom=True,
    ),
)
