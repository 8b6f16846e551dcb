"""A sentence keeps its figures until it is shown, and is equal by words and figures."""

from __future__ import annotations

from datetime import date

import pytest

from amber_acre.core.sentence import Degrees, Millimetres, OnDay, Plain, RainFall, Rate, Sentence, WindSpeed
from amber_acre.core.soil.ph_class import CLASSES, class_words, ph_class
from amber_acre.web.shown import Shown

ALL = Sentence.of(
    "{rate} and {liquid} at {deep}, {rain}, {heat}, {wind} on {day} or {year}: {word} {number}.",
    rate=Rate(12.5),
    liquid=Rate(5.9, 1.18),
    deep=Millimetres(50),
    rain=RainFall(31),
    heat=Degrees(27),
    wind=WindSpeed(4),
    day=OnDay(date(2026, 5, 20)),
    year=OnDay(date(2026, 5, 20), year=True),
    word=Plain("go"),
    number=Plain(1.5),
)


def test_one_sentence_in_both_units_and_in_the_cores_own() -> None:
    assert str(ALL) == "12.5 g/m² and 5 mL/m² at 50 mm, 31 mm, 27 °C, 4 m/s on 20 May or 20 May 2026: go 1.5."
    metric, us = Shown("metric").sentence(ALL), Shown("us").sentence(ALL)
    assert metric == "12.5 g/m² and 5.00 mL/m² at 5.0 cm, 31 mm, 27 °C, 4 m/s on 20 May or 20 May 2026: go 1.5."
    assert us == (
        "2.56 lb/1000 ft² and 15.7 fl oz/1000 ft² at 2.0 in, 1.22 in, 81 °F, 9 mph on 20 May or 20 May 2026: go 1.5."
    )


def test_equal_by_words_and_figures_and_a_missing_figure_is_a_defect() -> None:
    assert Sentence.of("{a}", a=RainFall(3)) == Sentence.of("{a}", a=RainFall(3))
    assert Sentence.of("{a}", a=RainFall(3)) != Sentence.of("{a}", a=RainFall(4))
    with pytest.raises(KeyError):
        str(Sentence("{missing}"))


@pytest.mark.parametrize(
    ("ph", "step"),
    [(4.4, 1), (5.5, 1), (5.54, 1), (5.6, 2), (6.5, 2), (6.6, 3), (7.3, 3), (7.4, 4), (7.8, 4), (7.9, 5)],
)
def test_classes_of_reaction_at_their_edges(ph: float, step: int) -> None:
    """Soil Survey Manual: strongly acid to 5.5, slightly acid to 6.5, neutral to 7.3, slightly alkaline to 7.8
    [nrcs-reaction]."""
    assert ph_class(ph) == step
    assert len(class_words()) == len(CLASSES) == 5
    assert class_words()[2] == (3, "neutral, 6.6–7.3")
