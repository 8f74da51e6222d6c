"""Errors of the core.

BraskoError
├── InvalidInput       a value is outside what the model or the trade allows
│   └── UnknownName    a name is not in a table; carries the nearest ones
└── Infeasible         the wish is valid, but no cook can meet it
"""

from __future__ import annotations

import difflib
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass

from brasko.core.words import quantity, say

LONGEST_NAME = 60
"""What came is told and compared no further than this."""


class BraskoError(Exception):
    """Root of everything the core raises on purpose."""


class InvalidInput(BraskoError, ValueError):
    """A value that is not allowed. Says what came, what is allowed and what to do."""

    def __init__(self, field: str, message: str, *, suggestion: str | None = None) -> None:
        super().__init__(f"{field} {message}")
        self.field = field
        self.message = message
        self.suggestion = suggestion

    def __reduce__(self) -> tuple[object, ...]:
        return _rebuilt, (type(self), self.args, vars(self))


class UnknownName(InvalidInput):
    """A name that no table holds, with the nearest names that do."""

    def __init__(self, field: str, got: str, known: Iterable[str]) -> None:
        names, got = sorted(known), got[:LONGEST_NAME]
        near = difflib.get_close_matches(got, names, n=3, cutoff=0.5)
        hint = say("errors-did-you-mean", near=", ".join(near)) if near else say("errors-known", names=", ".join(names))
        super().__init__(
            field, say("errors-is-not-known-got", got=f"{got!r}", hint=hint), suggestion=near[0] if near else None
        )


@dataclass(frozen=True)
class Remedy:
    """What would make a wish possible, in words; with the field and value that were tried, where there are any."""

    text: str
    field: str = ""
    value: str | float = ""


class Infeasible(BraskoError):
    """A reasoned refusal: why the wish cannot be met and what would make it possible."""

    def __init__(self, reason: str, remedies: tuple[Remedy, ...] = (), field: str = "finish_c") -> None:
        super().__init__(reason)
        self.reason = reason
        self.remedies = remedies
        self.field = field

    def __reduce__(self) -> tuple[object, ...]:
        return _rebuilt, (type(self), self.args, vars(self))

    @property
    def nearest(self) -> dict[str, str | float]:
        """Fields and the values with which the rest of the wish can be had."""
        return {remedy.field: remedy.value for remedy in self.remedies if remedy.field}


def _rebuilt(kind: type[BraskoError], args: tuple[object, ...], state: dict[str, object]) -> BraskoError:
    """An error as it was in another process."""
    made = kind.__new__(kind, *args)
    made.args = args
    made.__dict__.update(state)
    return made


@contextmanager
def inside(place: str) -> Iterator[None]:
    """Name the place of a field that is refused: food.thickness_m instead of thickness_m."""
    try:
        yield
    except InvalidInput as exc:
        raise InvalidInput(f"{place}.{exc.field}", exc.message, suggestion=exc.suggestion) from exc
    except Infeasible as exc:
        raise Infeasible(exc.reason, exc.remedies, f"{place}.{exc.field}") from exc


def require_between(field: str, value: float, low: float, high: float, unit: str, hint: str = "") -> None:
    """Raise InvalidInput unless low <= value <= high (a value that is not a number fails too)."""
    if not low <= value <= high:
        tail = f" {hint}" if hint else ""
        raise InvalidInput(
            field,
            say(
                "errors-must-be-between-and-got",
                low=quantity.general(low),
                high=quantity.general(high),
                unit=unit,
                value=quantity.general(value),
                tail=tail,
            ),
        )
