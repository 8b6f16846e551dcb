"""Bounds of typed figures at their edges. The ends themselves are common practice, no source."""

from __future__ import annotations

import math

import pytest

from amber_acre.core.bounds import BOUNDS, within
from amber_acre.core.errors import OutOfRange


@pytest.mark.parametrize("kind", BOUNDS)
def test_a_kind_takes_its_ends_and_nothing_past_them(kind: str) -> None:
    row = BOUNDS[kind]
    assert within(row.most, kind) == row.most
    refused = [math.nextafter(row.most, math.inf), -1e-9, math.inf, math.nan]
    if row.from_zero:
        assert within(0.0, kind) == 0.0
    else:
        refused.append(0.0)
    if row.least:
        assert within(row.least, kind) == row.least
        refused.append(math.nextafter(row.least, 0))
    for value in refused:
        with pytest.raises(OutOfRange) as caught:
            within(value, kind, "so much", "there")
        assert caught.value.field == "there"
        assert "“so much”" in str(caught.value.sentence)
