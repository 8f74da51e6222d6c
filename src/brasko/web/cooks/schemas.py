"""What the cook endpoints take and give. Times of a cook are in the cook's own clock."""

from datetime import datetime
from typing import Literal
from uuid import UUID

from ninja import Schema
from pydantic import AwareDatetime, ConfigDict, Field

from brasko.formats.meal import PieceIn
from brasko.web.plans.schemas import PieceResult


class StartIn(Schema):
    """How a plan is put on the fire. practice runs on a simulated probe at a chosen speed from the first task on."""

    model_config = ConfigDict(extra="forbid")

    practice: bool = True
    speed: Literal[1, 10, 60] = 1
    hands: Literal["mine", "plan"] = "mine"
    thermometer_id: int | None = None


class EventIn(Schema):
    model_config = ConfigDict(extra="forbid")

    client_id: UUID
    kind: Literal["done", "flip", "note", "undo"]
    piece_id: int | None = None
    at: AwareDatetime | None = None
    task: str | None = Field(None, max_length=40)
    text: str | None = Field(None, max_length=2000)
    undoes: UUID | None = None


class SpeedIn(Schema):
    speed: Literal[1, 10, 60]


class HandsIn(Schema):
    hands: Literal["mine", "plan"]


class RatingIn(Schema):
    model_config = ConfigDict(extra="forbid")

    stars: int = Field(ge=1, le=5)
    doneness: Literal["", "under", "right", "over"] = ""
    crust: Literal["", "thin", "right", "heavy"] = ""
    note: str = Field("", max_length=4000)


class ClockOut(Schema):
    """The cook's time is cook_at + (now - real_at) * speed; server_at tells the browser how its own clock differs."""

    real_at: datetime
    cook_at: datetime
    speed: float
    server_at: datetime


class EventOut(Schema):
    id: int
    client_id: UUID
    piece_id: int | None
    kind: str
    at: datetime
    payload: dict


class ReadingOut(Schema):
    id: int
    piece_id: int
    at: datetime
    temp_c: float


class ExpectedOut(Schema):
    piece_id: int
    key: str
    name: str
    lane: str
    why: str
    start_at: datetime
    end_at: datetime
    state: Literal["done", "now", "next", "later"]


class OutcomeOut(Schema):
    slow_foreseen_s: float
    slow_measured_s: float | None
    pull_foreseen_c: float
    pull_measured_c: float | None
    peak_foreseen_c: float
    peak_measured_c: float | None
    mean_gap_k: float | None
    lessons: list[str]


class CookPieceOut(Schema):
    id: int
    position: int
    name: str
    inputs: PieceIn
    result: PieceResult
    thermometer: str | None
    outcome: OutcomeOut | None
    on_at: datetime | None


class RatingOut(Schema):
    stars: int | None
    doneness: str
    crust: str
    note: str


class CookOut(Schema):
    id: int
    title: str
    plan_id: int | None
    eat_at: datetime
    practice: bool
    hands: str
    started_at: datetime
    ended_at: datetime | None
    clock: ClockOut
    pieces: list[CookPieceOut]
    expected: list[ExpectedOut]
    events: list[EventOut]
    readings: list[ReadingOut]
    rating: RatingOut
    cursor: str


class UpdateOut(Schema):
    """One message of the event stream: what is new since the cursor the browser had."""

    cursor: str
    clock: ClockOut
    hands: str
    ended_at: datetime | None
    expected: list[ExpectedOut]
    events: list[EventOut]
    readings: list[ReadingOut]


class CookLine(Schema):
    id: int
    title: str
    practice: bool
    started_at: datetime
    ended_at: datetime | None
    eat_at: datetime
    cut: str
    thickness_mm: float
    finish_c: float
    stars: int | None
    note: str
    outcome: OutcomeOut | None
    spark_c: list[float]
