"""Results of pure functions, kept by the content they rest on and computed once.

Content is what the arguments hold, whatever objects they are; a result is shared and must not be written to.
"""

from __future__ import annotations

import copyreg
import hashlib
import pickle
from collections import OrderedDict
from collections.abc import Callable, Mapping, Sequence
from functools import wraps
from threading import Lock
from types import MappingProxyType
from typing import Any, Concatenate, Generic, ParamSpec, TypeVar
from weakref import WeakSet

P = ParamSpec("P")
K = TypeVar("K")
N = TypeVar("N")
R = TypeVar("R")
F = TypeVar("F")


def _as_dict(proxy: MappingProxyType[object, object]) -> tuple[type, tuple[dict[object, object]]]:
    return dict, (dict(proxy),)


copyreg.pickle(MappingProxyType, _as_dict)  # what cannot be changed is content like any mapping


def content_of(*values: object) -> bytes:
    """A digest of what values hold: alike for alike content, however it was put together (TypeError: cannot tell)."""
    try:
        return hashlib.blake2b(pickle.dumps(values, 5), digest_size=20).digest()
    except (pickle.PicklingError, AttributeError) as refusal:
        raise TypeError(str(refusal)) from refusal


_EVERY: WeakSet[Results[Any, Any]] = WeakSet()


def forget() -> None:
    """Drops every result that is kept: what is asked for next is computed and read anew."""
    for one in tuple(_EVERY):
        with one.lock:
            one.rows.clear()


class Results(Generic[K, R]):
    """The last so many results (1 or more), by key; safe under threads. None is no result.

    Which of them were asked for last is written down from half full on: before that none is dropped, and there are as
    many to come before one is.
    """

    def __init__(self, at_most: int) -> None:
        self.at_most, self.lock = at_most, Lock()
        self.rows: OrderedDict[K, tuple[object, R]] = OrderedDict()
        _EVERY.add(self)

    def _asked(self, key: K) -> None:
        """Of those that are kept this one was asked for last."""
        with self.lock:
            if key in self.rows:  # another thread may have dropped it meanwhile
                self.rows.move_to_end(key)

    def look(self, key: K) -> R | None:
        """The result kept under a key; None where there is none."""
        row = self.rows.get(key)
        if row is None:
            return None
        if 2 * len(self.rows) > self.at_most:
            self._asked(key)
        return row[1]

    def look_all(self, keys: Mapping[N, K | None]) -> dict[N, R]:
        """Of several keys, by whatever names them: the results that are kept."""
        found = {name: self.look(key) for name, key in keys.items() if key is not None}
        return {name: one for name, one in found.items() if one is not None}

    def keep(self, key: K, result: R, held: object = None) -> R:
        """Keeps a result and gives it back; ``held`` lives as long."""
        with self.lock:
            self.rows[key] = (held, result)
            while len(self.rows) > self.at_most:
                self.rows.popitem(last=False)
        return result

    def get(self, key: K, make: Callable[[], R], held: object = None) -> R:
        """The result kept under a key, else made and kept."""
        found = self.look(key)
        return self.keep(key, make(), held) if found is None else found


def by_content(at_most: int) -> Callable[[Callable[P, R]], Callable[P, R]]:
    """Keeps the results of a pure function for its last ``at_most`` (1 or more) different contents."""

    def keeping(function: Callable[P, R]) -> Callable[P, R]:
        """The function that remembers."""
        results: Results[object, R] = Results(at_most)

        @wraps(function)
        def asked(*args: P.args, **kwargs: P.kwargs) -> R:
            """The kept result, or a new one."""
            try:
                key = content_of(args, sorted(kwargs.items()))
            except TypeError:
                return function(*args, **kwargs)
            return results.get(key, lambda: function(*args, **kwargs))

        return asked

    return keeping


def _key(held: object, args: tuple[object, ...], kwargs: dict[str, object]) -> tuple[object, ...]:
    """What is held, with the other arguments as they are, or by their content where they cannot be looked up."""
    key: tuple[object, ...] = (held, args, tuple(sorted(kwargs.items())))
    try:
        hash(key)
    except TypeError:
        key = (held, content_of(args, sorted(kwargs.items())))
    return key


def by_first(at_most: int) -> Callable[[Callable[Concatenate[F, P], R]], Callable[Concatenate[F, P], R]]:
    """As :func:`by_content`, where the first argument is itself a kept result: it is known by being the same object.
    The others are known by being equal, or by their content where they cannot be looked up."""

    def keeping(function: Callable[Concatenate[F, P], R]) -> Callable[Concatenate[F, P], R]:
        """The function that remembers."""
        results: Results[object, R] = Results(at_most)

        @wraps(function)
        def asked(first: F, /, *args: P.args, **kwargs: P.kwargs) -> R:
            """The kept result, or a new one."""
            try:
                key = _key(id(first), args, kwargs)
            except TypeError:
                return function(first, *args, **kwargs)
            return results.get(key, lambda: function(first, *args, **kwargs), first)

        return asked

    return keeping


def by_each(
    at_most: int,
) -> Callable[[Callable[Concatenate[Sequence[F], P], R]], Callable[Concatenate[Sequence[F], P], R]]:
    """As :func:`by_first`, where the first argument is a sequence of kept results, each known by being the same."""

    def keeping(
        function: Callable[Concatenate[Sequence[F], P], R],
    ) -> Callable[Concatenate[Sequence[F], P], R]:
        """The function that remembers."""
        results: Results[object, R] = Results(at_most)

        @wraps(function)
        def asked(first: Sequence[F], /, *args: P.args, **kwargs: P.kwargs) -> R:
            """The kept result, or a new one."""
            held = tuple(first)
            try:
                key = _key(tuple(map(id, held)), args, kwargs)
            except TypeError:
                return function(held, *args, **kwargs)
            return results.get(key, lambda: function(held, *args, **kwargs), held)

        return asked

    return keeping
