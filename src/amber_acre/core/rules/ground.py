"""The ground a job is judged on: everything known of an area on a day, as values the core can hold."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from hashlib import sha256

from amber_acre.core.jobs.entry import BULK
from amber_acre.core.jobs.job import Job, Work
from amber_acre.core.measure.area_facts import ReadFact, day_of, listed, number_of
from amber_acre.core.measure.area_kinds import KINDS, AreaKind
from amber_acre.core.measure.counts import count_for
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.products.product import Product, Site
from amber_acre.core.quantities import SquareMetres
from amber_acre.core.rules.limits import Direction
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import Climate
from amber_acre.core.season.stages import HOT_FROM_C
from amber_acre.core.season.windows import HEAT_FROM_C
from amber_acre.core.soil.evidence import SoilTest, newest_with
from amber_acre.core.soil.findings import Level, level
from amber_acre.core.soil.probe import ProbeSummary
from amber_acre.core.tables.acidifying import FIZZ_TEST
from amber_acre.core.tables.grasses import GRASS_BY_KEY, Grass, Season
from amber_acre.core.tables.plant_names import nearest
from amber_acre.core.tables.plants import Plant
from amber_acre.core.tables.soil_ranges import GARDEN_PH_RANGE, LAWN_PH_RANGE, PH_MARGIN, SoilOf
from amber_acre.core.tables.textures import TextureClass
from amber_acre.core.typed_counts import CountBasis

USUAL_GRASS = "cool-mixture"  # what most turf of unknown grass is [common-practice]
WINTER_GRASS_DAYS = 240  # of a grass sown for the winter, until heat ends it [common-practice]
STEEP = 0.15  # rise over run from which rain runs off with what lies there, and mulch moves [common-practice]
CLEAR_OF_BARK_M = 0.15  # mulch keeps off the bark of trees [common-practice]
# A tree's mulch where the form names none: so many trunks out, between two radii, within its root zone
# [common-practice]
RING_RADIUS_M, RING_TRUNKS, RING_AT_MOST_M = 1.5, 5.0, 5.0
LABORATORY_STANDS_DAYS = 365  # a laboratory's pH stands before a probe's so long [common-practice]


@dataclass(frozen=True)
class PatchIn:
    """A patch of a lawn: its name, cause (a key of the patch's causes, or ''), size in m², and whether it is fed with
    its lawn."""

    name: str
    cause: str
    size_m2: SquareMetres
    fed_with_lawn: bool = True


@dataclass(frozen=True)
class Ground:
    """An area's ground as it stands on a day; None and '' are unknown. Depths in mm.

    ``grass``: of a lawn, a patch's that of its lawn. ``canopy``: how it is known to lie under a tree, '' where it does
    not. ``running``: which way a correction that runs moves the pH, ``moved``: which way what went down within a year
    does. ``softened``: keys of customary rules the firm only wants noted.
    ``patches``: those of a lawn. ``irrigated``: whether somebody can water here. ``in_bloom``: the last day its plants
    were seen in bloom within the year. ``mulch_mm``: the depth of mulch that was last seen or said, ``mulch_on`` the
    day of it, None where nobody said; what was laid since is the log's.
    """

    name: str
    kind: str
    size_m2: SquareMetres
    low_m2: SquareMetres
    climate: Climate
    rules: RuleSet
    grass: Grass | None = None
    plants: tuple[Plant, ...] = ()
    facts: Mapping[str, ReadFact] = field(default_factory=dict)
    tests: tuple[SoilTest, ...] = ()
    probe: ProbeSummary | None = None
    texture: TextureClass | None = None
    canopy: str = ""
    mulch_mm: float = 0.0
    running: Direction | None = None
    moved: Direction | None = None
    softened: frozenset[str] = frozenset()
    patches: tuple[PatchIn, ...] = ()
    irrigated: bool | None = None
    in_bloom: date | None = None
    mulch_on: date | None = None

    @property
    def fed_patches_m2(self) -> float:
        """What the patches add that are fed with this lawn, m²."""
        return sum(patch.size_m2 for patch in self.patches if patch.fed_with_lawn)

    def sizes_of(self, job: Job) -> tuple[SquareMetres, SquareMetres]:
        """Size and smallest size a job covers: a feed covers the patches that are fed with their lawn."""
        more = self.fed_patches_m2 if is_feed(job.work, job.product) else 0.0
        return SquareMetres(self.size_m2 + more), SquareMetres(self.low_m2 + more)

    def size_of_entry(self, work: Work | None, product: Product | None) -> SquareMetres:
        """The size an entry is spread over in the account: with the patches where a feed went down."""
        more = self.fed_patches_m2 if is_feed(work or "feed", product) else 0.0
        return SquareMetres(self.size_m2 + more)

    def count_for(self, basis: CountBasis) -> float | None:
        """How many plants, cm of trunk, metres or litres it says it holds; None where it does not say."""
        return count_for(basis, self.kind, self.facts)

    @property
    def litres_m2(self) -> float | None:
        """Litres of medium for each square metre, of pots that say how large they are; None of other ground."""
        litres = self.count_for("litre") if self.traits.by_litre else None
        return litres / self.size_m2 if litres else None

    @property
    def alike(self) -> bool:
        """True where all it holds is of one kind and one age, so that each gets what the others get."""
        return len({(line.name.lower(), line.planted) for line in listed(self.facts)}) <= 1

    def plant_called(self, name: str) -> Plant | None:
        """The plant of a line by what it is called there; None where none of that name grows here."""
        return nearest(name, {plant.key: plant for plant in self.plants})

    @property
    def traits(self) -> AreaKind:
        """What kind of area it is, with what follows from it."""
        return KINDS[self.kind]

    @property
    def site(self) -> Site:
        """Which part of a label holds here."""
        return "turf" if self.traits.turf else "pots" if self.traits.by_litre else "plantings"

    @property
    def ring_m(self) -> float | None:
        """Outer radius of a tree's mulch, m: the form's, else by its trunk, at most its root zone; None of others."""
        if self.kind != "tree":
            return None
        measured = size_by_facts(self.kind, self.facts) if "stems" in self.facts else None
        by_trunk = RING_TRUNKS * measured.other if measured is not None else 0.0
        usual = min(max(RING_RADIUS_M, by_trunk), RING_AT_MOST_M)
        return self.metres("ring") or min(usual, math.sqrt(self.size_m2 / math.pi))

    @property
    def mulched_m2(self) -> float:
        """Ground that its mulch lies on, m²: under a tree the ring less what keeps off its bark, else the whole."""
        if self.ring_m is None:
            return self.size_m2
        measured = size_by_facts(self.kind, self.facts) if "stems" in self.facts else None
        inner = (measured.other if measured is not None else 0.0) / 2 + CLEAR_OF_BARK_M
        return min(float(self.size_m2), math.pi * max(self.ring_m**2 - inner**2, CLEAR_OF_BARK_M**2))

    @property
    def steep(self) -> bool:
        """Whether rain runs off with what lies there; False where nobody said how it slopes."""
        return (self.metres("slope") or 0.0) >= STEEP

    @property
    def thick(self) -> float:
        """Size planned on over the smallest it can be: how much thicker the same amount may lie."""
        return self.size_m2 / self.low_m2

    @property
    def season(self) -> Season:
        """The season of its grass; cool for what is no turf."""
        return self.grass.season if self.grass is not None else "cool"

    @property
    def heat_from_c(self) -> float:
        """Usual maximum, °C, from which hardly anything quick goes down: by its turf, else what plants bear."""
        return HEAT_FROM_C[self.season] if self.traits.turf else HOT_FROM_C

    def winter_grass(self, day: date) -> Grass | None:
        """The grass that stands in for a resting lawn on a day, from its sowing until heat ends it; None for none."""
        sown = day_of(self.facts, "begins_on")
        return self.sown_for_winter if sown is not None and 0 <= (day - sown).days < WINTER_GRASS_DAYS else None

    @property
    def seed_season(self) -> Season:
        """The season of what would be sown here: of the winter grass its form names, else of its own."""
        return self.sown_for_winter.season if self.sown_for_winter is not None else self.season

    @property
    def sown_for_winter(self) -> Grass | None:
        """The grass its form says is sown into it for the winter; None for none."""
        return GRASS_BY_KEY.get(self.says("winter_grass")) if self.says("begins") == "over" else None

    @property
    def turf_grass(self) -> Grass:
        """Its grass; a mixture for cool seasons where none is named."""
        return self.grass if self.grass is not None else GRASS_BY_KEY[USUAL_GRASS]

    @property
    def _at_hand(self) -> tuple[float | None, date | None, bool]:
        return ph_at_hand(self.tests, self.probe)

    @property
    def ph(self) -> float | None:
        """The pH gone by."""
        return self._at_hand[0]

    @property
    def ph_on(self) -> date | None:
        """The day that pH was read."""
        return self._at_hand[1]

    @property
    def on_probe(self) -> bool:
        """True where only a probe says the pH."""
        return self._at_hand[2]

    @property
    def ph_from(self) -> str:
        """Who says the pH and when; '' where nobody does."""
        _, on, by_probe = self._at_hand
        if on is None:
            return ""
        made_up = "simulated " if ph_made_up(self.tests, self.probe) else ""
        return f"{made_up}{'probe' if by_probe else 'laboratory'}, {on:%-d %B %Y}"

    @property
    def evidence(self) -> str:
        """A mark of what tests and probe say of the soil: another figure, another mark; never ''."""
        told = [(test.taken_on, sorted(test.values.items()), test.extractant) for test in self.tests]
        read = [(one.on_day, one.spot, one.ph) for one in self.probe.readings] if self.probe is not None else []
        return sha256(repr((told, read)).encode()).hexdigest()[:16]

    def newer_than(self, evidence: str, planned_on: date) -> bool:
        """Whether the soil was read since a plan was made under ``evidence``; of one that kept none, after its day."""
        if evidence:
            return evidence != self.evidence
        days = [test.taken_on for test in self.tests] + ([self.probe.on_day] if self.probe is not None else [])
        return max(days, default=planned_on) > planned_on

    @property
    def wanted_ph(self) -> tuple[float, float]:
        """The pH range of what grows: the plant's own, of several what they share, else the usual of its kind."""
        return wanted_ph(self.plants, self.traits.turf)

    @property
    def test(self) -> SoilTest | None:
        """The newest test that holds nutrients, else the newest."""
        return newest_with(self.tests, "p", "k", "ca", "mg")

    @property
    def ph_test(self) -> SoilTest | None:
        """The newest test with a pH."""
        return newest_with(self.tests, "ph")

    @property
    def phosphorus(self) -> Level:
        """The level of phosphorus by the newest test that has it."""
        test = newest_with(self.tests, "p")
        return level(test, "p", soil_of=self.soil_of) if test is not None else "unknown"

    @property
    def soil_of(self) -> SoilOf:
        """Whose sufficiency ranges hold here by the kind of area."""
        return "turf" if self.traits.turf else "woody" if self.traits.roots_near else "bed"

    @property
    def planted(self) -> bool:
        """True where something grows: unless the ground is said to be bare, or is a pot's."""
        return self.traits.grown and self.says("bare") != "yes"

    def says(self, fact: str) -> str:
        """A choice or text among the area's facts, or ''."""
        value = self.facts[fact].value if fact in self.facts else ""
        return value if isinstance(value, str) else ""

    def metres(self, fact: str) -> float | None:
        """A length among the area's facts."""
        return number_of(self.facts, fact)

    @property
    def free_lime(self) -> float | None:
        """Free lime of the soil as a fraction of its mass, by test, else the least a drop of acid points to; None where
        nobody looked."""
        test = newest_with(self.tests, "free_lime")
        if test is not None and "free_lime" in test.values:
            return test.values["free_lime"]
        fizz = self.says("fizz")
        return FIZZ_TEST[fizz][1] if fizz in FIZZ_TEST else None

    def ph_side(self) -> Direction | None:
        """Which way its pH should go by what grows there, beyond the margin of a test; None: none, or unknown."""
        if self.ph is None:
            return None
        low, high = self.wanted_ph
        return "up" if self.ph < low - PH_MARGIN - 1e-9 else "down" if self.ph > high + PH_MARGIN + 1e-9 else None


def is_feed(work: Work, product: Product | None) -> bool:
    """Whether it feeds a lawn as a whole: a product with nitrogen put down as a feed, no bulk material."""
    return work == "feed" and product is not None and product.family != BULK and product.total_nitrogen > 0


def ph_at_hand(tests: tuple[SoilTest, ...], probe: ProbeSummary | None) -> tuple[float | None, date | None, bool]:
    """The pH to go by, its day, and whether only a probe says it: a laboratory's of the last twelve months before the
    probing stands before it."""
    tested = next((test for test in tests if test.ph is not None), None)
    if probe is not None and (tested is None or (probe.on_day - tested.taken_on).days > LABORATORY_STANDS_DAYS):
        return probe.mean, probe.on_day, True
    return (tested.ph, tested.taken_on, False) if tested is not None else (None, None, False)


def ph_made_up(tests: tuple[SoilTest, ...], probe: ProbeSummary | None) -> bool:
    """Whether the pH gone by was made up by a stand-in of a probe or laboratory."""
    _, _, by_probe = ph_at_hand(tests, probe)
    if by_probe:
        return probe is not None and probe.simulated
    return next((test.simulated for test in tests if test.ph is not None), False)


def wanted_ph(plants: tuple[Plant, ...], turf: bool) -> tuple[float, float]:
    """The pH range of plants: what all share, else from the lowest to the highest any wants; the usual without any."""
    if not plants:
        return LAWN_PH_RANGE if turf else GARDEN_PH_RANGE
    low, high = max(p.ph[0] for p in plants), min(p.ph[1] for p in plants)
    return (low, high) if low <= high else (min(p.ph[0] for p in plants), max(p.ph[1] for p in plants))
