"""The rule-set form: blackouts, phosphorus rule, caps and slow-release share."""

from __future__ import annotations

from typing import Self

from pydantic import Field, model_validator

from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.windows import Blackout
from amber_acre.web.forms.fields import (
    Checked,
    Needed,
    Note,
    NutrientRate,
    OptionalDistance,
    OptionalNutrientRate,
    OptionalPercent,
    YearDay,
)
from amber_acre.web.forms.reading import Form


class BlackoutForm(Form):
    name: Needed
    opens: YearDay
    closes: YearDay


class RuleSetForm(Form):
    name: Needed
    blackouts: list[BlackoutForm] = Field(default_factory=list)
    phosphorus_only_on_test: Checked = False
    yearly_cap: OptionalNutrientRate = None
    slow_share: OptionalPercent = None
    quick_cap: NutrientRate
    total_cap: NutrientRate
    buffer: OptionalDistance = None
    note: Note = ""

    @model_validator(mode="after")
    def _as_rules(self) -> Self:
        self.rule_set()
        return self

    def rule_set(self) -> RuleSet:
        """The core value; refuses what the core refuses."""
        return RuleSet(
            self.name,
            tuple(Blackout(b.name, b.opens, b.closes) for b in self.blackouts),
            self.phosphorus_only_on_test,
            None if self.yearly_cap is None else GramsPerSquareMetre(self.yearly_cap.value),
            self.slow_share.value if self.slow_share else 0.0,
            GramsPerSquareMetre(self.quick_cap.value),
            GramsPerSquareMetre(self.total_cap.value),
            self.buffer.value if self.buffer else 0.0,
        )


def without_empty_blackouts(posted: dict[str, str], prefix: str = "") -> dict[str, str]:
    """The form without blackout rows nobody filled in."""
    kept = dict(posted)
    for n in range(20):
        names = [f"{prefix}blackouts-{n}-{key}" for key in ("name", "opens", "closes")]
        if not any(posted.get(name, "").strip() for name in names):
            for name in names:
                kept.pop(name, None)
    return kept


def typed_rules(rules: RuleSet, note: str = "") -> dict[str, str]:
    """A rule set as the form shows it."""
    texts = {
        "name": rules.name,
        "quick_cap": f"{rules.quick_cap_g_m2:g} g/m²",
        "total_cap": f"{rules.total_cap_g_m2:g} g/m²",
        "slow_share": f"{100 * rules.slow_share_min:g}",
        "yearly_cap": "" if rules.yearly_cap_g_m2 is None else f"{rules.yearly_cap_g_m2 * 10:g} kg/ha",
        "buffer": f"{rules.buffer_m:g} m" if rules.buffer_m else "",
        "note": note,
    }
    if rules.phosphorus_only_on_test:
        texts["phosphorus_only_on_test"] = "on"
    for n, blackout in enumerate(rules.blackouts):
        texts[f"blackouts-{n}-name"] = blackout.name
        for key, day in (("opens", blackout.opens), ("closes", blackout.closes)):
            texts[f"blackouts-{n}-{key}"] = f"{day.month:02d}-{day.day:02d}"
    return texts
