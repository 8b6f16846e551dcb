"""The neutralising value of a lime from what it is made of: carbonates, oxides, hydroxides, silicates."""

from __future__ import annotations

import re
from collections.abc import Mapping

from amber_acre.core import typed
from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.core.quantities import CARBONATE_EQUIVALENT
from amber_acre.core.working import Figure, Working

_KNOWN = {name.lower(): name for name in CARBONATE_EQUIVALENT}
_PART = re.compile(r"([a-z][a-z0-9()]*)\s*(\d+(?:\.\d+)?)\s*%?")


def neutralising_value(parts: Mapping[str, float], working: Working) -> float:
    """CaCO₃ equivalent of a mixture, 1.0 for pure CaCO₃, from the fraction of mass of each part [iupac-masses].

    ``parts``: keys of CARBONATE_EQUIVALENT; what is missing to 1 neutralises nothing. Refuses unknown parts
    (NotUnderstood) and a sum over 1 (OutOfRange).
    """
    unknown = [name for name in parts if name not in CARBONATE_EQUIVALENT]
    if unknown:
        known = ", ".join(CARBONATE_EQUIVALENT)
        raise NotUnderstood(f"“{unknown[0]}” is none of {known}.", field="neutralising")
    if not 0 < sum(parts.values()) <= 1 + 1e-9:
        raise OutOfRange("The parts of a lime add up to between 0 and 100 %.", field="neutralising", limits=(0, 1))
    figures, terms = [], []
    for n, (name, share) in enumerate(parts.items(), start=1):
        figures += [
            Figure(f"share_{n}", share, "", f"{name} in it"),
            Figure(f"worth_{n}", CARBONATE_EQUIVALENT[name], "", f"CaCO₃ that {name} is worth"),
        ]
        terms.append(f"share_{n} * worth_{n}")
    value = sum(share * CARBONATE_EQUIVALENT[name] for name, share in parts.items())
    return working.step("Neutralising value of the mixture", " + ".join(terms), figures, value, "", "iupac-masses")


def read_neutralising(text: str, field: str = "neutralising") -> float:
    """A neutralising value from ``94 %``, or from what the label says it is made of: ``CaCO3 60, MgCO3 35``.

    0 to 200 %; refuses what it cannot read (NotUnderstood, OutOfRange).
    """
    plain = text.strip()
    if not re.search(r"[a-z]", plain.lower()):
        value = typed.number(plain.removesuffix("%"), field)
        if not 0 <= value <= 200:
            raise OutOfRange(
                f"“{text}” is outside 0–200 %. Copy it from the label.", field=field, value=value, limits=(0, 200)
            )
        return value / 100
    found = _PART.findall(plain.lower().replace("₂", "2").replace("₃", "3"))
    rest = _PART.sub("", plain.lower().replace("₂", "2").replace("₃", "3")).strip(" ,;+%")
    if not found or rest or any(name not in _KNOWN for name, _ in found):
        raise NotUnderstood(
            f"“{text}” cannot be read as a neutralising value. Type it like 94 %, or CaCO3 60, MgCO3 35.", field=field
        )
    parts = {_KNOWN[name]: typed.number(share, field) / 100 for name, share in found}
    try:
        return neutralising_value(parts, Working(""))
    except OutOfRange as refusal:
        refusal.field = field
        raise
