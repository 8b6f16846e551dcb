"""The product form: the label, copied."""

from __future__ import annotations

from typing import Any, Literal, Self

from pydantic import Field, ValidationInfo, field_validator, model_validator

from amber_acre.core import typed
from amber_acre.core.errors import AmberError, MissingInput, NotUnderstood, OutOfRange
from amber_acre.core.products.product import Label, Pack, Product, SoilAction, parse_grade
from amber_acre.core.quantities import GramsPerSquareMetre, Kilograms, Money
from amber_acre.core.tables.liming import MESHES
from amber_acre.core.tables.nitrogen_forms import FAMILIES, NITROGEN_FORMS
from amber_acre.store.tables import ProductRow
from amber_acre.web.forms.fields import Checked, Needed, Note, Number, OptionalNumber, OptionalPercent, OptionalShare
from amber_acre.web.forms.reading import Form

OTHER_ELEMENTS = ("Ca", "Mg", "S", "Fe", "Mn", "Zn", "Cu", "B", "Mo")


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
    Fe: OptionalPercent = None
    Mn: OptionalPercent = None
    Zn: OptionalPercent = None
    Cu: OptionalPercent = None
    B: OptionalPercent = None
    Mo: OptionalPercent = None


class PackForm(Form):
    size: Needed
    price: Number


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
    state: Literal["solid", "liquid"]
    family: str
    density: OptionalNumber = None
    grade: str
    forms: FormsForm = Field(default_factory=FormsForm)
    longevity: OptionalNumber = None
    others: OthersForm = Field(default_factory=OthersForm)
    derived_from: Note = ""
    label_min: str
    label_max: str
    interval: Number
    yearly_max: str = ""
    packs: list[PackForm] = Field(default_factory=list)
    soil: SoilForm = Field(default_factory=SoilForm)
    confirmed: Checked = False

    @field_validator("grade")
    @classmethod
    def _three_numbers(cls, value: str) -> str:
        parse_grade(value)
        return value

    @field_validator("family")
    @classmethod
    def _known(cls, value: str) -> str:
        if value not in FAMILIES:
            raise NotUnderstood("Choose the product's family.", field="family")
        return value

    @field_validator("label_min", "label_max", "yearly_max")
    @classmethod
    def _rate(cls, value: str, info: ValidationInfo) -> str:
        field = info.field_name or ""
        if value:
            reader = typed.volume_rate if info.data.get("state") == "liquid" else typed.mass_rate
            reader(value, field)
        elif field != "yearly_max":
            raise NotUnderstood("This is needed: copy it from the label with its unit.", field=field)
        return value

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
        doubts: tuple[AmberError, ...] = product.plausibility_doubts()
        if doubts and not self.confirmed:
            raise doubts[0]
        return self

    def product(self, key: int = 0) -> Product:
        """The core value; refuses what the core refuses."""
        nitrogen, p2o5, k2o = parse_grade(self.grade)
        liquid = self.state == "liquid"
        if self.interval != int(self.interval):
            raise OutOfRange("The interval is in whole days.", field="interval")
        shares = {form: getattr(self.forms, form) for form in NITROGEN_FORMS}
        others = {element: getattr(self.others, element) for element in OTHER_ELEMENTS}
        return Product(
            key,
            self.name,
            self.family,
            liquid,
            nitrogen,
            {form: share.value for form, share in shares.items() if share},
            p2o5,
            k2o,
            Label(
                self._mass_rate("label_min"),
                self._mass_rate("label_max"),
                int(self.interval),
                self._mass_rate("yearly_max") if self.yearly_max else None,
            ),
            tuple(self._pack(n, pack) for n, pack in enumerate(self.packs)),
            {element: share.value for element, share in others.items() if share and share.value > 0},
            self.density,
            self.longevity,
            self.soil.action(),
        )

    def _mass_rate(self, field: str) -> GramsPerSquareMetre:
        text = getattr(self, field)
        if self.state == "liquid":
            return GramsPerSquareMetre(typed.volume_rate(text, field).value * (self.density or 0.0))
        return GramsPerSquareMetre(typed.mass_rate(text, field).value)

    def _pack(self, number: int, pack: PackForm) -> Pack:
        field = f"packs-{number}-size"
        if self.state == "liquid":
            read = typed.volume(pack.size, field=field)
            return Pack(read.text, Kilograms(read.value * (self.density or 0.0)), Money(pack.price))
        if self.density:
            try:
                read = typed.volume(pack.size, "kg", field)
                return Pack(read.text, Kilograms(read.value * self.density), Money(pack.price))
            except NotUnderstood:
                pass  # no volume: a weight
        read = typed.mass(pack.size, field=field)
        return Pack(read.text, Kilograms(read.value), Money(pack.price))


def without_empty_packs(posted: dict[str, str]) -> dict[str, str]:
    """The form without pack rows nobody filled in."""
    kept = dict(posted)
    for n in range(8):
        names = (f"packs-{n}-size", f"packs-{n}-price")
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
        "label_min": row.label_min_typed,
        "label_max": row.label_max_typed,
        "yearly_max": row.yearly_max_typed,
        "interval": str(row.interval_days),
    }
    texts |= _typed_soil(row)
    for form in NITROGEN_FORMS:
        texts[f"forms-{form}"] = _plain(100 * getattr(row, f"n_{form}"))
    for other in row.others:
        texts[f"others-{other.element}"] = _plain(100 * other.fraction)
    for n, pack in enumerate(row.packs):
        texts |= {f"packs-{n}-size": pack.size_typed, f"packs-{n}-price": f"{pack.price:g}"}
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
