"""Pieces of a page kept by the very values they are written from: what did not change is not written again.

A value is known by being the same object, as results that are kept (by stamp or by content) stay the same; it is held
as long as its piece. Nothing of one answer alone (tokens, keys of forms) may stand in a piece.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

from markupsafe import Markup

from amber_acre.core.by_content import Results

PIECES_AT_MOST = 4096  # some kilobytes each
_PIECES: Results[tuple[object, ...], Markup] = Results(PIECES_AT_MOST)


def piece(
    name: str, values: Sequence[object], plain: tuple[object, ...], write: Callable[..., str], *args: object
) -> Markup:
    """What ``write(*args)`` writes, once for the same ``values`` (by identity) and ``plain`` (by content).

    ``name`` tells pieces of one set of values apart.
    """
    key = (name, plain, *map(id, values))
    return _PIECES.get(key, lambda: Markup(write(*args)), tuple(values))  # noqa: S704 - a macro's own markup
