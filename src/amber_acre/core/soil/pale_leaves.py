"""Pale leaves: a short dialogue and the evidence at hand, ending in ranked causes; no dose until one is marked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from amber_acre.core.errors import NotUnderstood
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.findings import level
from amber_acre.core.tables.pale_leaves import CAUSES, QUESTIONS, Cause
from amber_acre.core.tables.soil_ranges import SALTS_SENSITIVE_FROM_DS_M


@dataclass(frozen=True)
class RankedCause:
    """A cause with the evidence for and against it; ``weight`` their sum: an order, not a probability."""

    cause: Cause
    weight: float
    for_it: tuple[str, ...]
    against: tuple[str, ...]


def evidence_at_hand(test: SoilTest | None, ph: float | None, wanted_ph: tuple[float, float]) -> set[str]:
    """What pH and test add: ``ph=high``, ``p=low`` … against the pH range of what grows; unknown adds nothing."""
    found = set()
    if ph is not None:
        low, high = wanted_ph
        found.add(f"ph={'low' if ph < low else 'high' if ph > high else 'right'}")
    if test is None:
        return found
    for element in ("p", "k", "mg", "s", "fe", "mn"):
        read = level(test, element)
        if read != "unknown":
            found.add(f"{element}={read}")
    if test.organic_matter is not None and test.organic_matter < 0.02:
        found.add("om=low")
    if "salts" in test.values:
        found.add(f"salts={'high' if test.values['salts'] >= SALTS_SENSITIVE_FROM_DS_M else 'low'}")
    return found


def rank(
    answers: Mapping[str, str], test: SoilTest | None, ph: float | None, wanted_ph: tuple[float, float]
) -> tuple[RankedCause, ...]:
    """Causes by the weight of evidence, strongest first; unanswered questions count for nothing.

    An answer outside its question is refused (NotUnderstood). Weights are judgement: common practice, no source.
    """
    found = evidence_at_hand(test, ph, wanted_ph)
    for question, answer in answers.items():
        if not answer:
            continue
        if answer not in {key for key, _ in QUESTIONS[question][1]}:
            raise NotUnderstood("Choose one of the options.", field=question, value=answer)
        found.add(f"{question}={answer}")
    ranked = []
    for cause in CAUSES:
        held = [cause.signs[sign] for sign in sorted(found) if sign in cause.signs]
        ranked.append(
            RankedCause(
                cause,
                sum(weight for weight, _ in held),
                tuple(words for weight, words in held if weight > 0),
                tuple(words for weight, words in held if weight < 0),
            )
        )
    return tuple(sorted(ranked, key=lambda r: -r.weight))
