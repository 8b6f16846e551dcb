"""Reads a posted form with a Pydantic model and gathers every fault under the name of its field."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import TYPE_CHECKING, Any, Generic, TypeVar

from pydantic import BaseModel, ConfigDict, ValidationError

from amber_acre.core.errors import AmberError, Doubtful
from amber_acre.core.sentence import Sentence

if TYPE_CHECKING:
    from amber_acre.core.rules.rule import Verdict


@dataclass(frozen=True)
class Fault:
    """What to show beside a field: a sentence and ``more``; ``doubtful``: it can be confirmed instead of corrected."""

    sentence: str | Sentence
    doubtful: bool = False
    more: tuple[Sentence, ...] = ()


Faults = dict[str, Fault]


class Form(BaseModel):
    """Base of every form: unknown fields are left alone, texts are stripped."""

    model_config = ConfigDict(extra="ignore", str_strip_whitespace=True, arbitrary_types_allowed=True)


_F = TypeVar("_F", bound=BaseModel)


@dataclass
class Read(Generic[_F]):
    """A read form: ``value`` where it was in order, ``faults`` by field, and what was ``typed``."""

    value: _F | None
    typed: Mapping[str, str]
    faults: Faults = field(default_factory=dict)

    def refuse(self, error: AmberError, prefix: str = "") -> None:
        """Adds a refusal of the core under the field it names."""
        name = "-".join(part for part in (prefix, error.field) if part) or "form"
        self.faults.setdefault(name, self.fault_of(error))

    @staticmethod
    def fault_of(error: AmberError) -> Fault:
        """A refusal of the core as a fault."""
        return Fault(error.sentence, isinstance(error, Doubtful))

    def forbid(self, verdicts: Iterable[Verdict], fields: Mapping[str, str] | None = None) -> None:
        """Adds what the judge forbids under the field each verdict names; ``fields``: what this form calls them."""
        for verdict in verdicts:
            name = (fields or {}).get(verdict.field, verdict.field)
            there = self.faults.get(name)
            if there is None:
                self.faults[name] = Fault(verdict.sentence)
            elif verdict.sentence not in (there.sentence, *there.more):
                self.faults[name] = replace(there, more=(*there.more, verdict.sentence))


def changed_meanwhile(read: Read[Any], theirs: Mapping[str, str], version: int) -> bool:
    """Whether somebody else saved since the form was opened; if so, theirs stands beside each field that differs.

    ``theirs``: the fields as they are now. The form then carries the ``version`` it was held against, so that sending
    it again keeps one's own. A form without a version was opened by nobody: it is taken as it is.
    """
    if read.typed.get("version", "") in ("", str(version)):
        return False
    for name, text in theirs.items():
        if name in read.typed and " ".join(read.typed[name].split()) != " ".join(text.split()):
            read.faults.setdefault(
                name, Fault(f"Meanwhile somebody else wrote {f'“{text}”' if text else 'nothing'} here.")
            )
    read.faults["version"] = Fault(
        "Somebody else changed this while you were typing. Theirs stands beside each field that differs: correct yours,"
        " then save again; what then stands in the form is kept."
    )
    read.typed = {**read.typed, "version": str(version)}
    return True


def read_form(model: type[_F], posted: Mapping[str, str], **context: Any) -> Read[_F]:
    """Validates ``posted`` (names like ``size-cut_outs-0-side_1`` nest); never raises for bad input."""
    read: Read[_F] = Read(None, posted)
    try:
        read.value = model.model_validate(nest(posted), context=context)
    except ValidationError as error:
        for line in error.errors():
            name, fault = _fault(line)
            read.faults.setdefault(name, fault)
    return read


def nest(posted: Mapping[str, str]) -> dict[str, Any]:
    """``{'a-0-b': 'x'}`` → ``{'a': [{'b': 'x'}]}``: numbered parts become lists, in order."""
    tree: dict[str, Any] = {}
    for name, value in posted.items():
        branch = tree
        *path, leaf = name.split("-")
        for part in path:
            following = branch.setdefault(part, {})
            if not isinstance(following, dict):
                following = branch[part] = {}
            branch = following
        branch[leaf] = value
    return {name: _listed(branch) for name, branch in tree.items()}


def _listed(branch: Any) -> Any:
    if not isinstance(branch, dict):
        return branch
    grown = {key: _listed(value) for key, value in branch.items()}
    if grown and all(key.isdecimal() for key in grown):
        return [grown[key] for key in sorted(grown, key=int)]
    return grown


def _fault(line: Any) -> tuple[str, Fault]:
    where = [str(part) for part in line["loc"]]
    error = (line.get("ctx") or {}).get("error")
    if isinstance(error, AmberError):
        if error.field and (not where or where[-1] != error.field):
            where.append(error.field)
        return "-".join(where) or "form", Fault(error.sentence, isinstance(error, Doubtful))
    return "-".join(where) or "form", Fault(_OURS.get(line["type"], "This is not filled in as needed. Check it."))


_OURS = {
    "missing": "This is needed. Fill it in.",
    "string_too_short": "This is needed. Fill it in.",
    "string_too_long": "This is too long. Shorten it.",
    "literal_error": "Choose one of the options.",
    "date_from_datetime_parsing": "This is not a date. Type it like 2026-04-18.",
    "date_parsing": "This is not a date. Type it like 2026-04-18.",
    "int_parsing": "This is not a whole number. Type it like 42.",
    "list_type": "This is not filled in as needed. Check it.",
}
