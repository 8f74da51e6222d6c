"""brasko/meal@2: a whole table as it is asked for, kept and taken along, and what `brasko plan` and the interface tell
of it.

Temperatures in °C, lengths in mm, masses in g, waits and courses in minutes.
"""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from brasko.formats.bounds import Figure, Moment
from brasko.formats.fire import OwnFireIn
from brasko.formats.meal import PieceIn
from brasko.formats.text import Name

MAX_SENT = 40
"""More dishes, fires or people than this are not even looked at."""


class _Sent(BaseModel):
    model_config = ConfigDict(extra="forbid")


class TableFireIn(_Sent):
    """A fire of the table: one that ships by its key, or the cook's own."""

    key: str = Field(min_length=1, max_length=40)
    fire: str | None = None
    own_fire: OwnFireIn | None = None


class PersonIn(_Sent):
    """Somebody with hands. At the fire, in the kitchen, or both."""

    key: str = Field(min_length=1, max_length=40)
    name: Name = Field(min_length=1, max_length=40)
    may: list[Literal["fire", "kitchen"]] = Field(["fire", "kitchen"], min_length=1, max_length=2)


class PinIn(_Sent):
    """What is fixed of a dish; the rest is planned round it."""

    variant: Name | None = Field(None, max_length=120)
    person: str | None = Field(None, max_length=40)
    wait_min: Figure | None = None


class DishIn(_Sent):
    """A dish: a piece of meat, or a side with how it lies there. Without fires it may go on any."""

    key: str = Field(min_length=1, max_length=40)
    piece: PieceIn | None = None
    side: str | None = Field(None, max_length=40)
    way: Literal["open", "basket", "foil", "husk", "pan", "pot"] | None = None
    count: int | None = Field(None, ge=1, le=1000)
    fires: list[str] = Field(default_factory=list, max_length=MAX_SENT)
    course_min: Figure = 0.0
    pin: PinIn = Field(default_factory=PinIn)


class SittingIn(_Sent):
    """So many of the eaters come so much later: what comes in pieces is cooked again for them."""

    eaters: int = Field(ge=-1_000_000, le=1_000_000)
    after_min: Figure


class MealTableIn(_Sent):
    """The whole of a table. Read again it gives the same plan, as long as model_version is the same."""

    format: Literal["brasko/meal@2"] = "brasko/meal@2"
    model_version: str = ""
    title: Name = Field("", max_length=120)
    eat_at: Moment
    eaters: int = Field(2, ge=-1_000_000, le=1_000_000)
    sittings: list[SittingIn] = Field(default_factory=list, max_length=MAX_SENT)
    people: list[PersonIn] = Field(max_length=MAX_SENT)
    fires: list[TableFireIn] = Field(max_length=MAX_SENT)
    dishes: list[DishIn] = Field(max_length=MAX_SENT)


class BarOut(BaseModel):
    """A dish in a place of a fire for a while [s from eating]."""

    place: str
    state: str
    state_words: str = ""
    start_s: float
    end_s: float
    area_cm2: int


class DishWayOut(BaseModel):
    """One way in which a dish can be cooked here."""

    key: str
    label: str
    on_s: float
    most_wait_s: float
    as_wished: bool


class SideLookOut(BaseModel):
    """How a side looks as it comes off, cut open: colours as #rrggbb, size in mm. marks_share of its faces is marked,
    black_share of the marks is coal."""

    face: str
    marks: str
    inside: str
    marks_share: float
    black_share: float
    width_mm: float
    thickness_mm: float
    words: str


class DishOut(BaseModel):
    """A dish in the schedule; left_out where there was no room for it, piece where it is meat that a forecast can
    follow, of the key of the dish that was asked for where this is a lot of it or the part of a later sitting."""

    key: str
    of: str = ""
    name: str
    colour: Literal["meat", "plant", "bread", "other"]
    left_out: bool
    piece: bool = False
    variant: str = ""
    label: str = ""
    why: str = ""
    done_words: str = ""
    look: SideLookOut | None = None
    person: str = ""
    on_s: float = 0.0
    done_s: float = 0.0
    serve_s: float = 0.0
    wait_s: float = 0.0
    most_wait_s: float = 0.0
    bars: list[BarOut] = []
    ways: list[DishWayOut] = []


class TablePlaceOut(BaseModel):
    """A place of a fire, with the room it has for food."""

    key: str
    name: str
    area_cm2: int


class TableFireOut(BaseModel):
    """A fire of the table."""

    key: str
    name: str
    places: list[TablePlaceOut]


class WorkOut(BaseModel):
    """One call on somebody's hands [s from eating]. of is a dish's key, or a fire's; place "" is the kitchen."""

    id: str
    key: str
    of: str
    person: str
    place: str
    name: str
    why: str
    start_s: float
    lasts_s: float
    least_c: float | None = None


class NoteOut(BaseModel):
    """A danger note, of a fire or a dish by its key."""

    of: str
    text: str


class TableOut(BaseModel):
    """A table, planned. status "rule": a first answer; "optimal": proven the best; "feasible": at the most gap dearer
    than the best; "clash": not all of it can be had, clash says which dishes are at odds and helps what would do."""

    format: Literal["brasko/table-plan@1"] = "brasko/table-plan@1"
    model_version: str
    title: str
    eat_at: Moment
    status: Literal["rule", "feasible", "optimal", "clash"]
    gap: float | None
    reasons: list[str]
    clash: list[str]
    helps: list[str]
    begins_s: float
    dishes: list[DishOut]
    fires: list[TableFireOut]
    work: list[WorkOut]
    cautions: list[NoteOut] = []
