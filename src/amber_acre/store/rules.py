"""Local rule sets: data the firm edits."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from amber_acre.core.errors import DoesNotFit
from amber_acre.core.quantities import GramsPerSquareMetre
from amber_acre.core.rules.judge import RULE_BY_KEY
from amber_acre.core.rules.local import RuleSet
from amber_acre.core.season.climate import MonthDay
from amber_acre.core.season.windows import Blackout
from amber_acre.store.stamps import FIRM, under
from amber_acre.store.tables import BlackoutRow, RuleSetRow, SoftenedRuleRow


def rule_set_of(row: RuleSetRow) -> RuleSet:
    """The core value of a rule-set row."""
    return RuleSet(
        row.name,
        tuple(
            Blackout(b.name, MonthDay(b.opens_month, b.opens_day), MonthDay(b.closes_month, b.closes_day))
            for b in row.blackouts
        ),
        row.phosphorus_only_on_test,
        None if row.yearly_cap_g_m2 is None else GramsPerSquareMetre(row.yearly_cap_g_m2),
        row.slow_share_min,
        GramsPerSquareMetre(row.quick_cap_g_m2),
        GramsPerSquareMetre(row.total_cap_g_m2),
        row.buffer_m,
    )


@under(FIRM)
def every_rule_set(session: Session) -> Mapping[int, RuleSet]:
    """Every rule set of the firm by its key."""
    return {row.id: rule_set_of(row) for row in session.scalars(select(RuleSetRow))}


def rule_sets(session: Session) -> Sequence[RuleSetRow]:
    return session.scalars(select(RuleSetRow).order_by(RuleSetRow.name)).all()


def rule_set_named(session: Session, name: str) -> RuleSetRow | None:
    return session.scalars(select(RuleSetRow).where(RuleSetRow.name == name)).one_or_none()


def save_rule_set(session: Session, rules: RuleSet, note: str = "", rule_set_id: int | None = None) -> RuleSetRow:
    """Writes a rule set; with ``rule_set_id`` in place of the one there."""
    row = (session.get(RuleSetRow, rule_set_id) if rule_set_id else None) or RuleSetRow()
    row.name, row.note = rules.name, note
    row.version = (row.version or 0) + 1
    row.phosphorus_only_on_test = rules.phosphorus_only_on_test
    row.yearly_cap_g_m2, row.slow_share_min = rules.yearly_cap_g_m2, rules.slow_share_min
    row.quick_cap_g_m2, row.total_cap_g_m2 = rules.quick_cap_g_m2, rules.total_cap_g_m2
    row.buffer_m = rules.buffer_m
    row.blackouts = [
        BlackoutRow(
            name=b.name,
            opens_month=b.opens.month,
            opens_day=b.opens.day,
            closes_month=b.closes.month,
            closes_day=b.closes.day,
        )
        for b in rules.blackouts
    ]
    session.add(row)
    session.flush()
    return row


@under(FIRM)
def softened(session: Session) -> frozenset[str]:
    """Keys of the customary rules the firm only wants noted."""
    return frozenset(session.scalars(select(SoftenedRuleRow.key)))


def softened_rows(session: Session) -> dict[str, SoftenedRuleRow]:
    """Softened rules by key, with why and since when."""
    return {row.key: row for row in session.scalars(select(SoftenedRuleRow))}


def soften(session: Session, key: str, why: str, today: date) -> None:
    """Softens a customary rule to a note; label, law and what harms for good cannot be softened (DoesNotFit)."""
    rule = RULE_BY_KEY.get(key)
    if rule is None or not rule.custom:
        raise DoesNotFit("This rule cannot be softened: it is label, law or harm for good.", field="why")
    session.merge(SoftenedRuleRow(key=key, why=why, since=today))
    session.flush()


def harden(session: Session, key: str) -> None:
    """Takes a softened rule back to what it was."""
    row = session.get(SoftenedRuleRow, key)
    if row is not None:
        session.delete(row)
        session.flush()
