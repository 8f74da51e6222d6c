"""What can be answered about a piece, and how an answer is declared.

Each is declared once, beside its field in spec.piece: everything that reads, bounds, sends, shows or resets it
follows.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import MISSING, dataclass, fields, replace
from functools import cache
from typing import TYPE_CHECKING, Any, Literal, Protocol, TypeVar, get_type_hints

from brasko.core.errors import UnknownName, require_between
from brasko.core.foods.cuts import Cut

if TYPE_CHECKING:
    from _typeshed import DataclassInstance

    Asked = TypeVar("Asked", bound=DataclassInstance)

Kind = Literal[
    "cut",
    "length",
    "mass",
    "temperature",
    "rise",
    "minutes",
    "seconds",
    "percent",
    "count",
    "number",
    "name",
    "flag",
    "fire",
]
Group = Literal["first", "piece", "salt", "fire", "sear", "rest", "log"]
"""Where it is asked; what the log says is asked nowhere."""
When = Literal[
    "",
    "bone",
    "intact",
    "frozen",
    "tempered",
    "salted_ahead",
    "pan",
    "gentle",
    "two_parts",
    "long",
    "wrapped",
    "browns",
    "rods",
    "flipped",
    "lid",
]
"""What must hold for an answer to mean anything; the interface asks only then."""


class Named(Protocol):
    """A row of a table with the name that people say."""

    @property
    def name(self) -> str: ...


@dataclass(frozen=True)
class Unit:
    """How a kind of quantity is written outside the core: its unit, how many go into one of ours, how a field's name
    ends."""

    outside: str
    per: float
    suffix: str
    core_suffix: str


UNITS: Mapping[Kind, Unit] = {
    "length": Unit("mm", 1000.0, "_mm", "_m"),
    "mass": Unit("g", 1000.0, "_g", "_kg"),
    "temperature": Unit("°C", 1.0, "_c", "_c"),
    "rise": Unit("K", 1.0, "_k", "_k"),
    "minutes": Unit("min", 1.0 / 60.0, "_min", "_s"),
    "seconds": Unit("s", 1.0, "_s", "_s"),
    "percent": Unit("%", 100.0, "_percent", "_share"),
}
"""How a kind of quantity is said outside."""
PLAIN = Unit("", 1.0, "", "")
"""A number without a unit."""


@dataclass(frozen=True)
class FieldSpec:
    """One answer about a piece.

    kind        what it is; quantities are SI in the core and in UNITS outside
    words       what it is called where it is asked
    low, high, hint
                what may be answered, in the unit outside, and what a refusal adds
    slider      what is usual, where that is narrower
    of          the unit of a count
    names       the table whose keys can be answered
    of_cut      what a cut of a thickness [m] brings, where nothing is said
    must        it has to be said outside all the same
    reset_by    answers whose change sets it back to its default
    picked      Brasko picks it until the cook has answered it
    group, when where it is asked, and what must hold
    guide       the entry of the guide that explains it; where it ends with a colon, what is answered follows
    own, starts words that say that nobody but the cook decides it, and the figure it then starts with
    outside, spoken
                its names in formats and on the command line, where they do not follow from the field's
    """

    kind: Kind
    words: str = ""
    low: float | None = None
    high: float | None = None
    hint: str = ""
    slider: tuple[float, float] | None = None
    of: str = ""
    names: Mapping[str, str | Named | tuple[Any, ...]] | None = None
    of_cut: Callable[[Cut, float], Any] | None = None
    must: bool = False
    reset_by: tuple[str, ...] = ()
    picked: bool = False
    group: Group = "piece"
    when: When = ""
    guide: str = ""
    own: str = ""
    starts: float = 0.0
    outside: str = ""
    spoken: str = ""

    @property
    def unit(self) -> Unit:
        """How it is written outside."""
        return UNITS.get(self.kind, PLAIN)

    def explained(self, answered: str) -> str:
        """The key of the guide's entry for what is answered; empty where there is none."""
        return f"{self.guide}{answered}" if self.guide.endswith(":") else self.guide

    def named(self) -> dict[str, str]:
        """The table's keys with the names that people say."""
        return {key: _name_of(row) for key, row in (self.names or {}).items()}


def _name_of(row: str | Named | tuple[Any, ...]) -> str:
    if isinstance(row, str):
        return row
    return str(row[0]) if isinstance(row, tuple) else row.name


@dataclass(frozen=True)
class Declared:
    """An answer as declared: its field in the core, its names outside, the type and the default there."""

    name: str
    answer: FieldSpec
    is_optional: bool
    default: Any

    @property
    def has_default(self) -> bool:
        """Whether it may be left out of a wish."""
        return self.default is not MISSING

    @property
    def outside(self) -> str:
        """Its name in formats."""
        return self.answer.outside or _ended(self.name, self.answer.unit, self.answer.unit.suffix)

    @property
    def spoken(self) -> str:
        """Its name on the command line, where a quantity carries its own unit."""
        if self.answer.spoken:
            return self.answer.spoken
        is_word = self.answer.kind in ("length", "mass", "temperature")
        return _ended(self.name, self.answer.unit, "") if is_word else self.outside

    def to_outside(self, value: Any) -> Any:
        """A value of the core as it is written outside."""
        return value * self.answer.unit.per if self._is_scaled(value) else value

    def to_core(self, value: Any) -> Any:
        """A value from outside in the core's unit."""
        return value / self.answer.unit.per if self._is_scaled(value) else value

    def _is_scaled(self, value: Any) -> bool:
        return value is not None and self.answer.unit.per != 1.0


def _ended(name: str, unit: Unit, suffix: str) -> str:
    return f"{name.removesuffix(unit.core_suffix)}{suffix}" if unit.core_suffix else name


@cache
def declared(kind: type[DataclassInstance]) -> dict[str, Declared]:
    """Every answer of a wish by its field's name, in order."""
    hints = get_type_hints(kind, include_extras=True)
    found = {}
    for field in fields(kind):
        answer = next(a for a in hints[field.name].__metadata__ if isinstance(a, FieldSpec))
        is_optional = type(None) in getattr(hints[field.name].__origin__, "__args__", ())
        found[field.name] = Declared(field.name, answer, is_optional, field.default)
    return found


def check_answers(asked: DataclassInstance) -> None:
    """Raise InvalidInput where a figure breaks its bounds, or UnknownName where a name is in no table."""
    for each in declared(type(asked)).values():
        value, answer = getattr(asked, each.name), each.answer
        if value is None:
            continue
        if answer.names is not None and answer.kind == "name" and value not in answer.names:
            raise UnknownName(each.name, value, answer.names)
        if answer.low is not None and answer.high is not None:
            unit = answer.of or answer.unit.outside
            require_between(each.name, each.to_outside(value), answer.low, answer.high, unit, answer.hint)


def with_answers(asked: Asked, **changed: Any) -> Asked:
    """The same wish with other answers; what goes with what was changed is set back, unless it is answered too.

    Raises InvalidInput where that cannot be.
    """
    back = {
        each.name: each.default
        for each in declared(type(asked)).values()
        if each.has_default and each.name not in changed and changed.keys() & set(each.answer.reset_by)
    }
    return replace(asked, **back, **changed)
