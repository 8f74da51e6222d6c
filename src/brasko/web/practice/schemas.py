"""What the Practice place takes and gives."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from ninja import Field, Schema
from pydantic import BaseModel, ConfigDict

from brasko.core.practice.debrief import Moment
from brasko.core.practice.score import Part
from brasko.formats.bounds import Moment as At

Kind = Literal["hand", "colour", "firmness", "smoke"]


class DrillLine(Schema):
    """A drill, and what this household has made of it."""

    key: str
    name: str
    story: str
    watch: str
    pieces: int
    attempts: list[int]
    best: int | None
    running: int | None


class FeelLine(Schema):
    kind: Kind
    name: str
    rounds: list[int]
    of: int


class PracticeOut(Schema):
    drills: list[DrillLine]
    feel: list[FeelLine]


class DrillStartIn(Schema):
    model_config = ConfigDict(extra="forbid")

    speed: Literal[1, 10, 60] = 10


class BegunOut(Schema):
    cook_id: int


class SaidOut(Schema):
    at: datetime
    words: str


class StoryOut(Schema):
    """What the cook of a drill has been told by now; drill is "" for a cook that is none."""

    drill: str
    name: str
    story: str
    watch: str
    said: list[SaidOut]


class HandsOut(BaseModel):
    """How other hands would have done in the same kitchen."""

    key: str
    name: str
    points: int
    peak_c: float
    rim_share: float
    crust_share: float


class DebriefPiece(BaseModel):
    """One piece of a drill, scored and explained. Times count from putting it on [s]."""

    name: str
    points: int
    safe: bool
    parts: list[Part]
    moments: list[Moment]
    hands: list[HandsOut]
    time_s: list[float]
    core_c: list[float]
    planned_time_s: list[float]
    planned_core_c: list[float]
    finish_c: float


class PieceDebriefed(DebriefPiece):
    """The same with when it went on."""

    on_at: datetime


class DebriefOut(Schema):
    """A drill that is over. said is what happened, and how soon it was seen to."""

    cook_id: int
    drill: str
    name: str
    watch: str
    points: int
    best: int
    said: list[str]
    pieces: list[PieceDebriefed]


class AgainIn(Schema):
    """From which moment of a drill to try again."""

    model_config = ConfigDict(extra="forbid")

    at: At
    speed: Literal[1, 10, 60] = 10


class AskedOut(Schema):
    asked: str
    colour: str
    choices: list[str]


class FeelOut(Schema):
    """A round of questions."""

    kind: Kind
    name: str
    seed: int
    questions: list[AskedOut]


class AnswersIn(Schema):
    model_config = ConfigDict(extra="forbid")

    seed: int = Field(ge=0, le=10**9)
    answers: list[int] = Field(max_length=20)


class AnsweredOut(Schema):
    right: int
    given: int
    why: str


class FeelResult(Schema):
    """What a round came to."""

    right: int
    of: int
    answers: list[AnsweredOut]
