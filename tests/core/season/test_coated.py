"""How long a label says a coating lasts, at the warmth it tells it; by pencil, common practice, no source."""

from __future__ import annotations

import pytest

from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.season.coated import label_days, months_at


@pytest.mark.parametrize(
    ("text", "days"),
    [
        ("180 days", 180),
        ("12 weeks", 84),
        ("5-6 months", 183),  # the longer end, 182.6 days
        ("180 days at 25 °C", 180),
        ("180 days at 20 °C", 135),  # a quarter shorter 5 °C up
        ("6 months at 21 °C", 145),  # 183 × 0.75^(4/5) = 145.4
        ("5–6 months at 70 °F", 146),  # 21.1 °C: 183 × 0.75^(3.89/5) = 146.3
        ("6 months (21°C)", 145),
        ("6 months @ 21 C", 145),
        ("100 days at 30 °C", 133),  # 100 ÷ 0.75
    ],
)
def test_a_label_tells_its_span_at_its_own_warmth(text: str, days: float) -> None:
    assert label_days(text).value == days


def test_a_span_told_at_21_and_turned_to_25_lasts_as_long_at_21() -> None:
    at_25 = label_days("6 months at 21 °C").value * 12 / 365
    assert months_at(at_25, 21.0, 25.0) == pytest.approx(6.0, abs=0.03)


@pytest.mark.parametrize("text", ["6 months at 70 °C", "6 months at 9.9 °C", "6 months at 35.1 °C"])
def test_a_warmth_no_label_tells_is_asked_about(text: str) -> None:
    with pytest.raises(OutOfRange, match="check the unit"):
        label_days(text)
    assert label_days("6 months at 10 °C").value < label_days("6 months at 35 °C").value


def test_what_is_no_span_is_no_span_at_any_warmth() -> None:
    with pytest.raises(NotUnderstood):
        label_days("long at 21 °C")
