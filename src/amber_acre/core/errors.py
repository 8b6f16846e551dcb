"""The refusals of the core, drawn as one tree.

    AmberError (a ValueError)
    ├── NotUnderstood   text that cannot be read as the quantity asked for
    ├── OutOfRange      a value outside what is possible or allowed
    ├── Doubtful        possible, but so unusual that a person has to confirm it
    ├── MissingInput    a result needs a value nobody gave
    ├── DoesNotFit      values that contradict each other or a limit
    └── Unbalanced      a balance that must close does not (a defect, not a user's error)

Every refusal is one plain sentence that says what is wrong, where, and what to do.
"""

from __future__ import annotations


class AmberError(ValueError):
    """Base of every refusal: the field concerned, the value met, and the sentence to show.

    ``field`` is the name of the argument or form field ('' when none), ``value`` what was met,
    ``limits`` the (low, high) it was held against where there are any.
    """

    def __init__(
        self,
        sentence: str,
        *,
        field: str = "",
        value: object = None,
        limits: tuple[float | None, float | None] | None = None,
    ) -> None:
        super().__init__(sentence)
        self.sentence = sentence
        self.field = field
        self.value = value
        self.limits = limits


class NotUnderstood(AmberError):
    """Text that cannot be read as the quantity asked for."""


class OutOfRange(AmberError):
    """A value outside what is possible or what a label or rule allows."""


class Doubtful(AmberError):
    """A value that is possible but unusual: it is accepted once a person has confirmed it."""


class MissingInput(AmberError):
    """A result needs a value that nobody gave; nothing is invented in its place."""


class DoesNotFit(AmberError):
    """Values that contradict each other, or a limit that stands in the way."""


class Unbalanced(AmberError):
    """A balance that must close does not close: a defect in the program, never a user's error."""
