"""The list of what is wrong at the head of a form names each field as its label does."""

from __future__ import annotations

import re
from collections.abc import Iterable

_LABEL = re.compile(r'<label for="f-([^"]+)">\s*([^<]+?)\s*<')


def named(page: str, faults: Iterable[str]) -> str:
    """A rendered page whose list of faults begins each with the label of its field, where it has one of its own.

    The list stands above the fields, so their labels are known once the page is written.
    """
    labels = dict(_LABEL.findall(page))
    for name in faults:
        if name in labels:
            link = f'<a href="#f-{name}">'
            page = page.replace(link, f"{link}{labels[name]}: ", 1)
    return page
