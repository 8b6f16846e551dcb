"""The product form: the label, copied."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any, Literal, Self

from pydantic import BeforeValidator, Field, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed, typed_label
from amber_acre.core.errors import AmberError, Doubtful, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.products.label_rates import grass_keys
from amber_acre.core.products.label_text import named_sites
from amber_acre.core.products.product import SITES, Label, Pack, Product, SoilAction, parse_grade
from amber_acre.core.products.sources import contradictions
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money
from amber_acre.core.tables.grasses import GRASS_BY_KEY
from amber_acre.core.tables.liming import MESHES
from amber_acre.core.tables.nitrogen_forms import FAMILIES, NITROGEN_FORMS, NitrogenForm
from amber_acre.core.typed_counts import count_rates
from amber_acre.store.shelf import Known
from amber_acre.store.tables import ProductRow
from amber_acre.web.forms.days import seen_on
from amber_acre.web.forms.fields import (
    Checked,
    Needed,
    Note,
    OptionalDensity,
    OptionalLasting,
    OptionalPercent,
    OptionalShare,
    Price,
    Span,
)
from amber_acre.web.forms.reading import Form

# Families that stand on the shelf for something else than N-P-K, and forms a family's slow nitrogen comes in.
WITHOUT_GRADE = ("lime", "sulphur", "acidifier", "gypsum", "bulk", "iron", "stimulant", "preemergent", "inoculant")
NO_GRADE = "0-0-0"
SLOW_FORM: dict[str, NitrogenForm] = {"coated": "coated", "organic": "insoluble", "biosolid": "insoluble"}
KNOWN = ("label_where", "label_season", "claims", "evidence", "outcome", "handling")
OTHER_ELEMENTS = ("Ca", "Mg", "S", "Na", "Cl", "Fe", "Mn", "Zn", "Cu", "B", "Mo")


class FormsForm(Form):
    """Nitrogen forms as percentages of the product."""

    ammoniacal: OptionalPercent = None
    nitrate: OptionalPercent = None
    urea: OptionalPercent = None
    slow_soluble: OptionalPercent = None
    coated: OptionalPercent = None
    insoluble: OptionalPercent = None


class OthersForm(Form):
    """Secondary and micro nutrients as percentages of the product."""

    Ca: OptionalPercent = None
    Mg: OptionalPercent = None
    S: OptionalPercent = None
    Na: OptionalPercent = None
    Cl: OptionalPercent = None
    Fe: OptionalPercent = None
    Mn: OptionalPercent = None
    Zn: OptionalPercent = None
    Cu: OptionalPercent = None
    B: OptionalPercent = None
    Mo: OptionalPercent = None


class PackForm(Form):
    size: Needed
    price: Price
    supplier: Note = ""


class SievesForm(Form):
    """Share of a lime that passes each mesh, per cent."""

    m4: OptionalPercent = None
    m8: OptionalPercent = None
    m20: OptionalPercent = None
    m60: OptionalPercent = None
    m100: OptionalPercent = None


class SoilForm(Form):
    """What the product does to soil."""

    lime_kind: Literal["", "calcitic", "dolomitic", "hydrated"] = ""
    neutralising: OptionalShare = None
    moisture: OptionalPercent = None
    sieves: SievesForm = Field(default_factory=SievesForm)
    sulphur: OptionalPercent = None
    aluminium: OptionalPercent = None
    material: str = ""

    def action(self) -> SoilAction:
        """The core value."""
        sieves = {mesh: getattr(self.sieves, f"m{mesh}") for mesh in MESHES}
        return SoilAction(
            self.neutralising,
            self.lime_kind,
            {mesh: share.value for mesh, share in sieves.items() if share},
            self.moisture.value if self.moisture else 0.0,
            self.sulphur.value if self.sulphur else 0.0,
            self.aluminium.value if self.aluminium else 0.0,
            self.material,
        )


class ProductForm(Form):
    name: Needed
    family: str
    state: Literal["solid", "liquid"]
    density: OptionalDensity = None
    grade: str = ""
    slow: OptionalPercent = None
    forms: FormsForm = Field(default_factory=FormsForm)
    longevity: OptionalLasting = None
    others: OthersForm = Field(default_factory=OthersForm)
    derived_from: Note = ""
    label_min: str
    label_max: str
    interval: Span
    yearly_max: str = ""
    packs: list[PackForm] = Field(default_factory=list)
    soil: SoilForm = Field(default_factory=SoilForm)
    sites: str = ""
    label_text: Note = ""
    grasses: str = ""
    later_max: str = ""
    label_by: Note = ""
    label_seen_on: Annotated[date | None, BeforeValidator(lambda text: text or None)] = None
    label_where: Note = ""
    label_season: Note = ""
    claims: Note = ""
    evidence: Note = ""
    outcome: Note = ""
    handling: Note = ""
    sources_confirmed: Checked = False
    confirmed: Checked = False
    past: Literal["", "keep", "correct"] = ""

    @field_validator("grade")
    @classmethod
    def _three_numbers(cls, value: str, info: ValidationInfo) -> str:
        if not value and info.data.get("family") in WITHOUT_GRADE:
            return NO_GRADE
        parse_grade(value)
        return value

    @field_validator("family")
    @classmethod
    def _known(cls, value: str) -> str:
        if value not in FAMILIES:
            raise NotUnderstood("Choose the product's family.", field="family")
        return value

    @field_validator("grasses")
    @classmethod
    def _grasses(cls, value: str) -> str:
        return " ".join(grass_keys(value))

    @field_validator("label_by")
    @classmethod
    def _by_count(cls, value: str) -> str:
        count_rates(value)
        return value

    @field_validator("label_min", "label_max", "yearly_max", "later_max")
    @classmethod
    def _rate(cls, value: str, info: ValidationInfo) -> str:
        field = info.field_name or ""
        if value:
            reader = typed.volume_rate if info.data.get("state") == "liquid" else typed.mass_rate
            reader(value, field)
        elif field not in ("yearly_max", "later_max"):
            raise NotUnderstood("This is needed: copy it from the label with its unit.", field=field)
        return value

    @field_validator("label_seen_on")
    @classmethod
    def _seen(cls, value: date | None, info: ValidationInfo) -> date | None:
        return seen_on(value, (info.context or {})["today"], "label_seen_on") if value is not None else None

    @field_validator("density")
    @classmethod
    def _density_for_liquids(cls, value: float | None, info: ValidationInfo) -> float | None:
        if value is None and info.data.get("state") == "liquid":
            raise MissingInput(
                "A liquid needs its density in kg/L (on the safety sheet), or volume cannot be turned into nutrient.",
                field="density",
            )
        return value

    @model_validator(mode="after")
    def _as_product(self) -> Self:
        product = self.product()
        if self.family == "sulphur" and product.soil.elemental_sulphur == 0:
            raise MissingInput(
                "How much of it is elemental sulphur? Copy it from the label: only that makes acid.",
                field="soil-sulphur",
            )
        if self.family == "lime" and not product.soil.lime_kind:
            raise MissingInput(
                "Which lime is it? Choose it: the amount and the cautions depend on it.", field="soil-lime_kind"
            )
        against = contradictions(parse_grade(self.grade), self.derived_from)
        if against and not self.sources_confirmed:
            raise Doubtful(" ".join(against) + " Check both against the bag, or confirm.", field="derived_from")
        named = named_sites(f"{self.name}. {self.label_text}")
        if not self.sites and named and not self.confirmed:
            raise Doubtful(
                f"Name or label speak of {SITES[named][0]}: choose where the label allows it, or it is planned"
                " everywhere. Confirm where its label names every site.",
                field="sites",
            )
        doubts: tuple[AmberError, ...] = product.plausibility_doubts()
        if doubts and not self.confirmed:
            raise doubts[0]
        return self

    @property
    def known(self) -> Known:
        """What is known beside the label's figures."""
        return Known(self.label_seen_on, *(getattr(self, name) for name in KNOWN))

    def product(self, key: int = 0) -> Product:
        """The core value; refuses what the core refuses."""
        nitrogen, p2o5, k2o = parse_grade(self.grade)
        liquid = self.state == "liquid"
        others = {element: getattr(self.others, element) for element in OTHER_ELEMENTS}
        return Product(
            key,
            self.name,
            self.family,
            liquid,
            nitrogen,
            self._nitrogen(nitrogen),
            p2o5,
            k2o,
            Label(
                self._mass_rate("label_min"),
                self._mass_rate("label_max"),
                int(self.interval.value),
                self._mass_rate("yearly_max") if self.yearly_max else None,
                self._mass_rate("later_max") if self.later_max else None,
                count_rates(self.label_by),
            ),
            tuple(self._pack(n, pack) for n, pack in enumerate(self.packs)),
            {element: share.value for element, share in others.items() if share and share.value > 0},
            self.density,
            self.longevity.value if self.longevity else None,
            self.soil.action(),
            self.sites,
            self.grasses,
        )

    def _nitrogen(self, total: float) -> dict[NitrogenForm, float]:
        """Nitrogen by form: as the label has it, or split by how much of it the label calls slow."""
        stated = {form: getattr(self.forms, form) for form in NITROGEN_FORMS}
        if total == 0 or any(share is not None for share in stated.values()):
            return {form: share.value for form, share in stated.items() if share}
        if self.slow is None:
            raise MissingInput(
                f"How much of the {100 * total:.4g} % nitrogen does the label call slow or slowly available? Type it as"
                " a percentage of the product; 0 where it says nothing. Or copy its forms below.",
                field="slow",
            )
        if self.slow.value > total + 1e-9:
            slow, nitrogen = 100 * self.slow.value, 100 * total
            raise OutOfRange(
                f"{slow:.4g} % slow is more than the {nitrogen:.4g} % nitrogen of the bag. Where that is a share of the"
                f" nitrogen, type {slow * total:.3g} %.",
                field="slow",
                value=self.slow.value,
                limits=(0, total),
            )
        quick: NitrogenForm = "ammoniacal" if self.family in ("organic", "biosolid") else "urea"
        split = {quick: total - self.slow.value, SLOW_FORM.get(self.family, "slow_soluble"): self.slow.value}
        return {form: share for form, share in split.items() if share > 0}

    def _mass_rate(self, field: str) -> GramsPerSquareMetre:
        text = getattr(self, field)
        if self.state == "liquid":
            return GramsPerSquareMetre(typed.volume_rate(text, field).value * (self.density or 0.0))
        return GramsPerSquareMetre(typed.mass_rate(text, field).value)

    def _pack(self, number: int, pack: PackForm) -> Pack:
        field, price, by = f"packs-{number}-size", Money(pack.price.value), " ".join(pack.supplier.split())
        size = typed_label.without_pack_words(pack.size)
        if self.state == "liquid":
            read = typed.volume(size, field=field)
            return Pack(read.text, Kilograms(read.value * (self.density or 0.0)), price, by)
        if self.density:
            try:
                read = typed.volume(size, "kg", field)
                return Pack(read.text, Kilograms(read.value * self.density), price, by)
            except NotUnderstood:
                pass  # no volume: a weight
        read = typed.mass(size, field=field)
        return Pack(read.text, Kilograms(read.value), price, by)


def without_empty_packs(posted: dict[str, str]) -> dict[str, str]:
    """The form without pack rows nobody filled in."""
    kept = dict(posted)
    for n in range(8):
        names = (f"packs-{n}-size", f"packs-{n}-price", f"packs-{n}-supplier")
        if not any(posted.get(name, "").strip() for name in names):
            for name in names:
                kept.pop(name, None)
    return kept


def typed_product(row: ProductRow) -> dict[str, str]:
    """A product as the form shows it."""
    texts: dict[str, Any] = {
        "name": row.name,
        "state": "liquid" if row.liquid else "solid",
        "family": row.family,
        "density": _plain(row.density_kg_l),
        "grade": "-".join(f"{100 * share:.6g}" for share in (row.total_nitrogen, row.p2o5, row.k2o)),
        "longevity": _plain(row.longevity_days),
        "derived_from": row.derived_from,
        "label_seen_on": row.label_seen_on.isoformat() if row.label_seen_on else "",
        **{name: getattr(row, name) for name in KNOWN},
        "sites": row.sites,
        "label_min": row.label_min_typed,
        "label_max": row.label_max_typed,
        "yearly_max": row.yearly_max_typed,
        "later_max": row.later_max_typed,
        "label_by": row.label_by,
        "grasses": ", ".join(GRASS_BY_KEY[key].common_name for key in row.grasses.split()),
        "interval": str(row.interval_days),
        "version": str(row.version),
    }
    texts |= _typed_soil(row)
    for form in NITROGEN_FORMS:
        texts[f"forms-{form}"] = _plain(100 * getattr(row, f"n_{form}"))
    for other in row.others:
        texts[f"others-{other.element}"] = _plain(100 * other.fraction)
    for n, pack in enumerate(row.packs):
        texts |= {f"packs-{n}-size": pack.size_typed, f"packs-{n}-price": f"{pack.price:.10g}"}
        texts[f"packs-{n}-supplier"] = pack.supplier
    if row.rate_confirmed:
        texts["confirmed"] = "on"
    return texts


def _typed_soil(row: ProductRow) -> dict[str, str]:
    """What a product does to soil, as the form shows it."""
    action = row.soil_action
    if action is None:
        return {}
    texts = {
        "soil-lime_kind": action.lime_kind,
        "soil-neutralising": _plain(100 * (action.neutralising_value or 0)),
        "soil-moisture": _plain(100 * action.moisture),
        "soil-sulphur": _plain(100 * action.elemental_sulphur),
        "soil-aluminium": _plain(100 * action.aluminium),
        "soil-material": action.material,
    }
    return texts | {f"soil-sieves-m{sieve.mesh}": _plain(100 * sieve.passing) for sieve in row.sieves}


def _plain(value: float | None) -> str:
    return f"{value:.6g}" if value else ""
