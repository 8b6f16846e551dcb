"""Whether what a label says a product is derived from can be true of its grade: what contradicts is asked, not refused.

Names of raw materials and what each must bring are common knowledge of the trade [common-practice].
"""

from __future__ import annotations

import re

# What a raw material brings by its name; what may bring a nutrient at all, where the list names something.
BRINGS: tuple[tuple[str, str, str], ...] = (
    (r"phosphate|phosphoric|\bbone\b", "p2o5", "phosphate"),
    (r"potash|potassium|langbeinite|kainite", "k2o", "potash"),
    (r"\burea\b|ammoni|nitrate|urea[- ]?form|methylene|isobutylidene|\bblood\b|feather|\bhorn\b", "n", "nitrogen"),
)
MAY_BRING: tuple[tuple[str, str, str], ...] = (
    (
        r"urea|ammoni|nitrat|nitrogen|methylene|isobutyl|blood|feather|horn|meal|manure|poultry|compost|biosolid|sludge"
        r"|fish|guano|protein|amino|soy|bone"
        r"|casting|cake|seed|kelp|seaweed|humic|hoof|hair|wool|bran|vinasse|keratin|husk|algae",
        "n",
        "nitrogen",
    ),
    (
        r"phosph|bone|manure|poultry|compost|biosolid|sludge|fish|guano|meal|cake|casting|slag|seed|bran|ash|husk"
        r"|protein|soy|plant|algae|amino",
        "p2o5",
        "phosphate",
    ),
    (
        r"potas|langbein|kainit|kelp|seaweed|manure|poultry|compost|molasses|vinasse|ash|guano|meal|casting|fish|cake"
        r"|greensand|husk|seed|bran|algae|protein|soy|plant|amino",
        "k2o",
        "potash",
    ),
)


def contradictions(grade: tuple[float, float, float], derived_from: str) -> tuple[str, ...]:
    """What of a source list cannot be true of a grade, in sentences; nothing where no list was copied.

    ``grade``: N, P2O5, K2O as fractions.
    """
    words = derived_from.lower().strip()
    if not words:
        return ()
    has = dict(zip(("n", "p2o5", "k2o"), grade, strict=True))
    found = []
    for pattern, key, name in BRINGS:
        named = re.search(pattern, words)
        if named and has[key] == 0:
            found.append(f"“{named[0]}” brings {name}, and the grade says there is none.")
    for pattern, key, name in MAY_BRING:
        if has[key] > 0 and not re.search(pattern, words):
            found.append(f"The grade says {100 * has[key]:.4g} % {name}, and nothing it is derived from brings any.")
    return tuple(found)
