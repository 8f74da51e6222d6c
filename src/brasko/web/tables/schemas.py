"""What the Table place sends and gets, besides the published formats."""

from __future__ import annotations

from datetime import datetime

from ninja import Field, Schema

from brasko.formats.bounds import Figure, Moment
from brasko.formats.table import MealTableIn, TableOut


class StoodIn(Schema):
    """How a dish was laid before something changed."""

    dish: str = Field(max_length=60)
    variant: str = Field(max_length=120)
    person: str = Field(max_length=40)
    wait_s: Figure


class TableAskIn(Schema):
    """A table to be planned; quick by the rule, at once, and near to how it stood."""

    table: MealTableIn
    quick: bool = False
    stood: list[StoodIn] = Field(default_factory=list, max_length=100)


class TableLine(Schema):
    """A kept table in a list."""

    id: int
    title: str
    eat_at: datetime
    dishes: list[str]


class KeptTableOut(Schema):
    """A kept table: as it was asked for and as it was planned. current: planned now it would come out the same, but for
    the hour. cook_id: its running cook."""

    id: int
    version: str
    title: str
    eat_at: datetime
    set_aside: bool
    cook_id: int | None
    current: bool
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
    most_sittings: int


class LaterIn(Schema):
    """The table is to be eaten so much later; 0 plans the rest anew for the same hour. at is the moment from which the
    rest is planned; take keeps what comes of it."""

    by_min: int = Field(ge=0, le=180)
    at: Moment
    take: bool = False


class MoveOut(Schema):
    """A dish that goes on at another time than it was to."""

    name: str
    was_at: datetime
    is_at: datetime


class LaterOut(Schema):
    """What comes of eating later: the table, what moves, and what is past its best by then, in words."""

    eat_at: datetime
    status: str
    clash: list[str]
    moves: list[MoveOut]
    past_best: str
    asked: MealTableIn
    told: TableOut
