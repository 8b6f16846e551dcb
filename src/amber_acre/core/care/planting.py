"""A planting with everything its year depends on, read off its ground: what grows, who decides, what was seen."""

from __future__ import annotations

from collections import Counter, defaultdict
from dataclasses import dataclass, replace
from datetime import date

from amber_acre.core.errors import MissingInput
from amber_acre.core.measure.area_facts import listed, number_of, planted_on, year_days_of
from amber_acre.core.measure.listed_plants import Listed
from amber_acre.core.measure.size_by_facts import size_by_facts
from amber_acre.core.rules.ground import Ground
from amber_acre.core.rules.unfed import NEW_DAYS
from amber_acre.core.soil.findings import Level, level
from amber_acre.core.tables.care_groups import (
    CARE_GROUPS,
    CAREFUL_FIRST,
    CITRUS,
    CareGroup,
    group_of_plant,
    usual_m2,
    yearly_tree,
)
from amber_acre.core.tables.mulches import MULCHES
from amber_acre.core.tables.plants import Plant
from amber_acre.core.tables.soil_ranges import SoilOf

SALTS_HIGH = 2.0  # dS/m of a saturated paste from which sensitive plants suffer [handbook-60]
YOUNG_TRUNK_M = 0.15  # under it a tree whose planting somebody dated still fills its place [common-practice]
TREES = ("conifer", "young-tree", "mature-tree", "fruit", "citrus-tree", "evergreen-fruit")
WOODY = ("hedge", "shrub", *TREES, "rose", "acid")  # groups that keep their wood
YEARLY_TREES = {
    "palm": "a palm",
    "fruit": "a fruit tree",
    "citrus-tree": "a citrus tree",
    "evergreen-fruit": "an evergreen fruit tree",
}
AS_MUCH = 0.9  # of the most ground a group holds from which another holds as much [common-practice]
HOW_MANY = 1  # what grows there where nobody has counted


@dataclass(frozen=True)
class Grown:
    """Plants of one kind in an area: name as typed, count, the catalogue's plant or None, when they were planted where
    that is known of them alone."""

    name: str
    count: int
    plant: Plant | None = None
    planted_on: date | None = None

    def new_on(self, day: date) -> bool:
        """Whether they are in their first year on a day; False where nobody says when they were planted."""
        return self.planted_on is not None and -NEW_DAYS < (day - self.planted_on).days < NEW_DAYS

    @property
    def woody(self) -> bool:
        """True for what keeps its wood over winter; what is not in the catalogue is taken so."""
        return self.plant is None or group_of_plant(self.plant) in WOODY


@dataclass(frozen=True)
class Lies:
    """The mulch that lies there: depth mm, kind, whether over fabric, whether against stems; ``known``: somebody said
    so."""

    depth_mm: float = 0.0
    kind: str = ""
    fabric: bool = False
    against: bool = False
    known: bool = False

    @property
    def organic(self) -> bool:
        """True where it is organic."""
        return self.kind in MULCHES and MULCHES[self.kind].organic


@dataclass(frozen=True)
class Planting:
    """One area of plants. ``how``: how its group was found, in words; ``loses``: names of plants the group does not
    suit. Sizes in m², cm of trunk, litres of medium; 0 where there is none.
    """

    ground: Ground
    group: CareGroup
    how: str
    grown: tuple[Grown, ...]
    loses: tuple[str, ...]
    lies: Lies
    aim: str
    finding: str
    clips: tuple[tuple[int, int], ...]
    bloom_end: tuple[int, int] | None
    planted_on: date | None
    trunks_cm: tuple[float, ...]
    medium_l: float
    since: int | None
    stage: int | None

    @property
    def count(self) -> int:
        """How many plants."""
        return sum(one.count for one in self.grown)

    @property
    def counted(self) -> bool:
        """Whether somebody said how many plants there are; of a hedge they may count, or measure its spacing."""
        facts = self.ground.facts
        return self.ground.kind != "hedge" or "plants" in facts or {"run", "spacing"} <= facts.keys()

    @property
    def caliper_cm(self) -> float:
        """Diameters of all trunks together, cm."""
        return sum(self.trunks_cm)

    def new_on(self, day: date) -> bool:
        """Whether its plants are in their first year on a day."""
        if self.planted_on is not None:
            return -NEW_DAYS < (day - self.planted_on).days < NEW_DAYS
        return 2 * sum(one.count for one in self.grown if one.new_on(day)) > self.count

    def new_among(self, day: date) -> tuple[Grown, ...]:
        """Plants in their first year on a day, among older ones."""
        return () if self.new_on(day) else tuple(one for one in self.grown if one.new_on(day))

    @property
    def unknown(self) -> bool:
        """True of a bed of which nobody has said what grows there."""
        told = bool(self.grown) or bool(self.ground.says("care")) or self.ground.says("lean") == "yes"
        return self.ground.kind == "bed" and not told

    @property
    def strange(self) -> tuple[str, ...]:
        """Names that mean no plant of the catalogue, where the form does not say what it is cared for as."""
        return () if self.ground.says("care") else tuple(one.name for one in self.grown if one.plant is None)

    @property
    def woody(self) -> bool:
        """True for what keeps its wood over winter."""
        return self.group.key in WOODY

    @property
    def phosphorus(self) -> Level:
        """Level of phosphorus for what grows here."""
        return self._level("p")

    @property
    def potassium(self) -> Level:
        """Level of potassium for what grows here."""
        return self._level("k")

    @property
    def heath(self) -> bool:
        """True where heathers hold most of its ground: they are at home on poor acid soil."""
        return 2 * self._ground_of("h") > self._ground_of("") > 0

    @property
    def blooms_lean(self) -> bool:
        """True where bedding that flowers on poor ground holds most of it."""
        lean = sum(one.count * usual_m2(one.plant) for one in self.grown if _blooms_lean(one.plant))
        return self.group.key == "bedding" and 2 * lean > self._ground_of("") > 0

    def _ground_of(self, flag: str) -> float:
        """Usual ground, m², of its plants of a flag; of all for ''."""
        return sum(
            one.count * usual_m2(one.plant) for one in self.grown if one.plant is not None and flag in one.plant.flags
        )

    def _level(self, element: str) -> Level:
        test = self.ground.test
        if test is None or self.ground.traits.by_litre:
            return "unknown"
        return level(test, "p" if element == "p" else "k", soil_of=soil_kind(self.group))

    @property
    def salty(self) -> bool:
        """True where a test shows salts that harm sensitive plants."""
        test = self.ground.test
        salts = test.values.get("salts") if test is not None else None
        return salts is not None and salts >= SALTS_HIGH

    @property
    def salt_sensitive(self) -> bool:
        """True where most of its plants are sensitive to salt."""
        tender = sum(one.count for one in self.grown if one.plant is not None and one.plant.salt == "sensitive")
        return 2 * tender > self.count > 0

    @property
    def crowns(self) -> tuple[str, ...]:
        """Names of plants whose crowns granules rot or burn."""
        return tuple(
            one.plant.common.split(";")[0] for one in self.grown if one.plant is not None and "c" in one.plant.flags
        )


def soil_kind(group: CareGroup) -> SoilOf:
    """Whose sufficiency ranges hold: 'woody' of trees, conifers, hedges and shrubs, else 'bed'."""
    return "woody" if group.key in ("hedge", "shrub", *TREES, "acid") else "bed"


def planting_of(ground: Ground) -> Planting:
    """The planting of an area that is no turf (MissingInput for turf)."""
    if ground.traits.turf:
        raise MissingInput(f"{ground.name} is turf: its year is a lawn's.", field="kind")
    grown = _grown(ground)
    group, how = group_of(ground, grown)
    loses = tuple(one.name for one in grown if one.plant is not None and not _suits(one.plant, group, ground.kind))
    fallen = ground.says("mulch_kind")
    lies = Lies(
        ground.mulch_mm,
        "" if fallen == "none" else fallen,
        ground.says("fabric") == "yes",
        ground.says("against") == "yes",
        bool(fallen) or ground.mulch_mm > 0,
    )
    blooms = year_days_of(ground.facts, "bloom_end")
    measured = size_by_facts(ground.kind, ground.facts) if ground.kind in ("tree", "container") else None
    since, stage = number_of(ground.facts, "since"), ground.says("stage")
    return Planting(
        ground,
        group,
        how,
        grown,
        loses,
        lies,
        ground.says("aim") or "keep",
        "" if ground.says("finding") == "none" else ground.says("finding"),
        year_days_of(ground.facts, "clips"),
        blooms[0] if blooms else None,
        planted_on(ground.facts),
        (measured.other * 100,) if measured is not None and ground.kind == "tree" else (),
        measured.other if measured is not None and ground.kind == "container" else 0.0,
        int(since) if since is not None else None,
        int(stage) if stage else None,
    )


def with_mulch(planting: Planting, depth_mm: float, kind: str) -> Planting:
    """The planting with the mulch that lies on a day, by looks, form and log."""
    known = planting.lies.known or depth_mm > 0
    return replace(planting, lies=replace(planting.lies, depth_mm=depth_mm, kind=kind, known=known))


def _grown(ground: Ground) -> tuple[Grown, ...]:
    rows = listed(ground.facts)
    run, spacing = number_of(ground.facts, "run"), number_of(ground.facts, "spacing")
    along = round(run / spacing) if run and spacing else 0
    counted = number_of(ground.facts, "count") or number_of(ground.facts, "plants") or along
    if ground.says("plant"):
        rows = (*rows, Listed(int(counted or HOW_MANY), ground.says("plant")))
    return tuple(Grown(row.name, row.count, ground.plant_called(row.name), row.planted_on) for row in rows)


def group_of(ground: Ground, grown: tuple[Grown, ...]) -> tuple[CareGroup, str]:
    """The group that decides an area's year, and how it was found.

    What the form says first; then the kind of area; then the plants by the ground they usually stand on, and where
    several groups hold as much of it the one that bears least.
    """
    said = ground.says("care")
    if said in CARE_GROUPS:
        return CARE_GROUPS[said], f"cared for as {CARE_GROUPS[said].name}, as the form says"
    plants = [one.plant for one in grown if one.plant is not None]
    if ground.kind == "container":
        return _of_pots(plants)
    if ground.kind == "tree":
        return _of_tree(ground, plants)
    if ground.says("lean") == "yes":
        return CARE_GROUPS["lean"], "marked as lean dry-country plants"
    if ground.kind == "hedge":
        lean = bool(plants) and all("d" in plant.flags for plant in plants)
        key = "lean" if lean else "acid" if plants and all("a" in p.flags for p in plants) else "hedge"
        return CARE_GROUPS[key], f"a hedge of {CARE_GROUPS[key].name}" if key != "hedge" else "a hedge"
    counts: Counter[str] = Counter()
    grounds: defaultdict[str, float] = defaultdict(float)
    for one in grown:
        if one.plant is not None:
            counts[group_of_plant(one.plant)] += one.count
            grounds[group_of_plant(one.plant)] += one.count * usual_m2(one.plant)
    strange = sum(one.count for one in grown if one.plant is None)
    if not grown:
        return CARE_GROUPS["shrub"], "nobody has said what grows here: taken as shrubs"
    if strange and 2 * strange >= sum(one.count for one in grown):
        return CARE_GROUPS[
            "shrub"
        ], "most of its plants are not in the catalogue: mulched and watered as shrubs are, and not fed"
    most, total = max(grounds.values()), sum(counts.values())
    leading = [key for key, held in grounds.items() if held >= most * AS_MUCH]
    key = next((one for one in CAREFUL_FIRST if one in leading), leading[0])
    name = CARE_GROUPS[key].name
    if len(leading) > 1:
        return CARE_GROUPS[key], f"{name} hold as much ground as others: the one that bears least decides"
    if counts[key] == total:
        return CARE_GROUPS[key], f"its plants are {name}"
    hold = "" if 2 * counts[key] > total else ", and hold the most ground"
    return CARE_GROUPS[key], f"{counts[key]} of {total} plants are {name}{hold}"


def _of_pots(plants: list[Plant]) -> tuple[CareGroup, str]:
    if plants and all("d" in plant.flags or plant.group == "succulent" for plant in plants):
        named = "succulents" if all(plant.group == "succulent" for plant in plants) else "of dry country"
        return CARE_GROUPS["succulent"], f"its plants are {named}"
    if plants and all(plant.botanical.startswith(CITRUS) for plant in plants):
        return CARE_GROUPS["citrus"], "its plants are citrus"
    return CARE_GROUPS["pots"], "plants in pots"


def _of_tree(ground: Ground, plants: list[Plant]) -> tuple[CareGroup, str]:
    plant = plants[0] if plants else None
    yearly = yearly_tree(plants[:1])
    if yearly:
        return CARE_GROUPS[yearly], YEARLY_TREES[yearly]
    if plant is not None and "n" in plant.flags and ground.says("age") != "mature":
        return CARE_GROUPS["conifer"], "a conifer"
    if ground.says("age") == "young":
        return CARE_GROUPS["young-tree"], "a young tree"
    dated = not ground.says("age") and planted_on(ground.facts) is not None
    if dated and size_by_facts(ground.kind, ground.facts).other < YOUNG_TRUNK_M:
        return CARE_GROUPS["young-tree"], "a young tree by its planting day and its slender trunk"
    return CARE_GROUPS["mature-tree"], "a mature tree" if ground.says("age") else "a tree: mature unless somebody says"


def _blooms_lean(plant: Plant | None) -> bool:
    return plant is not None and group_of_plant(plant) == "bedding" and plant.nitrogen == "low"


def _suits(plant: Plant, group: CareGroup, kind: str) -> bool:
    """Whether a plant bears the year of a group: lean plants bear no feed, acid lovers only their own."""
    own = group_of_plant(plant)
    if kind in ("tree", "container", "hedge"):
        return own not in ("lean",) or group.key in ("lean", "succulent")
    return own == group.key or own not in ("lean", "grass", "fern", "acid", "palm")
