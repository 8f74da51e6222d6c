"""What the Table place sends and gets, besides the published formats."""

from __future__ import annotations

from datetime import datetime

from ninja import Schema

from brasko.formats.table import MealTableIn, TableOut


class TableAskIn(Schema):
    """A table to be planned; quick by the rule, at once."""

    table: MealTableIn
    quick: bool = False


class TableLine(Schema):
    """A kept table in a list."""

    id: int
    title: str
    eat_at: datetime
    dishes: list[str]


class KeptTableOut(Schema):
    """A kept table: as it was asked for and as it was planned."""

    id: int
    title: str
    eat_at: datetime
    set_aside: bool
    asked: MealTableIn
    told: TableOut


class SideOut(Schema):
    """A kind of side to choose from; each is how many an eater has; it usually takes from least_min
    to most_min."""

    key: str
    name: str
    group: str
    each: float
    ways: list[str]
    least_min: float
    most_min: float


class NameOut(Schema):
    """A key and what it is called."""

    key: str
    name: str


class TableReferenceOut(Schema):
    """What a table is put together from."""

    sides: list[SideOut]
    ways: list[NameOut]
    fires: list[NameOut]
    most_dishes: int
    most_fires: int
    most_people: int
