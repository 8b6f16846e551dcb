"""When Python looks for memory that nobody holds any more: not while the program loads, seldom while somebody waits."""

from __future__ import annotations

import gc
from collections.abc import Iterator
from contextlib import contextmanager

# New containers between two looks for circles that nobody holds any more, by generation. Python's own 700 suits small
# programs; a page makes tens of thousands, hardly any of them in a circle.
BETWEEN_LOOKS = (2_000, 20, 50)


def settle_memory() -> None:
    """What the program has loaded by now stays: the collector need not walk through it while somebody waits."""
    gc.freeze()
    gc.set_threshold(*BETWEEN_LOOKS)
    gc.enable()


@contextmanager
def loading() -> Iterator[None]:
    """No look while modules load: they leave nothing behind that is worth one. In a served program they then stay as
    what was loaded at its start."""
    looked = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if gc.get_threshold() == BETWEEN_LOOKS:  # settled
            gc.freeze()
        if looked:
            gc.enable()
