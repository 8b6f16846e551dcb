"""Days in forms, one range for all: what was done or seen is not to come, what is planned is not years away.

Every form that has one is read with ``today`` in its context (DoesNotFit in the words of the field otherwise).
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Annotated

from pydantic import AfterValidator, ValidationInfo

from amber_acre.core.errors import OutOfRange

FAR_DAYS = 731  # a plan or an entry more than two years from today is a slip of the year [common-practice]
SEEN_FROM = date(1950, 1, 1)  # the oldest laboratory sheet somebody may still type [common-practice]


def not_to_come(value: date, today: date, field: str) -> date:
    """A day on which something was done or seen; OutOfRange after today."""
    if value > today:
        raise OutOfRange(
            f"{value} is still to come. Write down what has been done or seen, on its day.", field=field, value=value
        )
    return value


def done_on(value: date, today: date, field: str) -> date:
    """A day on which work was done: not to come, not over two years ago."""
    if not_to_come(value, today, field) < today - timedelta(days=FAR_DAYS):
        raise OutOfRange(f"{value} is over two years ago. Check the year.", field=field, value=value)
    return value


def seen_on(value: date, today: date, field: str) -> date:
    """A day on which something was seen or sampled: not to come, not before 1950."""
    if not_to_come(value, today, field) < SEEN_FROM:
        raise OutOfRange(f"{value} is too long ago. Check the year.", field=field, value=value)
    return value


def planned_on(value: date, today: date, field: str) -> date:
    """A day work is planned for: within two years of today."""
    if abs((value - today).days) > FAR_DAYS:
        raise OutOfRange(f"{value} is far from today. Check the year.", field=field, value=value)
    return value


def _of_form(check: Callable[[date, date, str], date]) -> AfterValidator:
    def validate(value: date, info: ValidationInfo) -> date:
        return check(value, (info.context or {})["today"], info.field_name or "")

    return AfterValidator(validate)


DoneOn = Annotated[date, _of_form(done_on)]
SeenOn = Annotated[date, _of_form(seen_on)]
PlannedOn = Annotated[date, _of_form(planned_on)]
