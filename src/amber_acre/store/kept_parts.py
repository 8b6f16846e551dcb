"""What lies on an area, read once and kept under the stamps of its parts: values, never rows of a session."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Mapping
from functools import wraps
from typing import Any, TypeVar

from sqlalchemy import BindParameter, bindparam
from sqlalchemy.orm import Session

from amber_acre.core.by_content import Results
from amber_acre.store.stamps import Stamp, stamps_of

R = TypeVar("R")
KEPT_AREAS = 4096  # of one function; some kilobytes each
# The areas a statement is asked of. Statements are put together once: that takes longer than asking.
AMONG: BindParameter[Any] = bindparam("keys", expanding=True)


def of_areas(
    *parts: str,
) -> Callable[
    [Callable[[Session, Collection[int]], Mapping[int, R]]], Callable[[Session, Iterable[int]], dict[int, R]]
]:
    """Keeps, area by area, what a function loads of several areas under the stamps of some of their parts and of the
    firm; what is not kept yet is loaded together.

    ``load`` gives every key it was asked for; its results are shared and must not be written to.
    """

    def keeping(
        load: Callable[[Session, Collection[int]], Mapping[int, R]],
    ) -> Callable[[Session, Iterable[int]], dict[int, R]]:
        """The function that remembers."""
        kept: Results[Stamp, R] = Results(KEPT_AREAS)

        @wraps(load)
        def asked(session: Session, keys: Iterable[int]) -> dict[int, R]:
            """What is kept, and the rest as it was loaded."""
            stamps = stamps_of(session)
            at = {key: stamps.parts(key, parts) for key in keys}
            found = kept.look_all(at)
            new = [key for key in at if key not in found]
            if new:
                for key, one in load(session, new).items():
                    stamp = at[key]
                    found[key] = one if stamp is None else kept.keep(stamp, one)
            return found

        return asked

    return keeping
