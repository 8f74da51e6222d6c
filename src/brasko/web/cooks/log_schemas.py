"""What the log's endpoints take and give: lines, a season, differences, and cooks from elsewhere."""

from datetime import datetime

from ninja import Schema
from pydantic import ConfigDict, Field

from brasko.formats.bounds import Count, Figure, Moment
from brasko.formats.meal import PieceIn
from brasko.formats.readings_csv import Role, TimeKind, Unit
from brasko.formats.text import Name
from brasko.web.cooks.schemas import OutcomeOut


class MappedIn(Schema):
    """What a column of a file is."""

    model_config = ConfigDict(extra="forbid")

    index: Count
    role: Role
    unit: Unit = "C"


class FileLookIn(Schema):
    """A CSV, as text."""

    model_config = ConfigDict(extra="forbid")

    text: str = Field(max_length=2_000_000)


class ColumnOut(Schema):
    """A column of a file: its heading, the first of what it holds, what it seems to be, in which unit, and how its
    times are written."""

    name: str
    samples: list[str]
    role: Role
    unit: Unit | None
    time: TimeKind | None


class FileLookOut(Schema):
    """What a file seems to hold."""

    columns: list[ColumnOut]
    rows: int


class RunningLine(Schema):
    """A running cook."""

    id: int
    title: str
    eat_at: datetime
    practice: bool


class ElsewhereIn(Schema):
    """A cook that another device recorded: its file, what its columns are, what was cooked, and when it went on and
    came off, in minutes from the first row. every_s: how far rows are apart, where none says when."""

    model_config = ConfigDict(extra="forbid")

    title: Name = Field("", max_length=120)
    piece: PieceIn
    text: str = Field(max_length=2_000_000)
    columns: list[MappedIn] = Field(min_length=1, max_length=60)
    time: TimeKind
    every_s: Figure | None = Field(None, gt=0, le=3600)
    began_at: Moment | None = None
    on_min: Figure = Field(0, ge=0, le=3000)
    off_min: Figure | None = Field(None, ge=0, le=3000)


class CutCount(Schema):
    cut: str
    cooks: int


class SeasonOut(Schema):
    """A season at a glance. gap_k is the median miss of the peak; trend_k how it changed, with its 90 % interval."""

    cooks: int
    cuts: list[CutCount]
    gap_k: float | None
    slow_off: float | None
    near_share: float | None
    trend_k: float | None
    trend_span_k: list[float] | None
    stars: float | None
    words: str


class DifferenceOut(Schema):
    """How a cook differs from the first, in words."""

    cook_id: int
    words: str


class CookLine(Schema):
    id: int
    title: str
    meal_id: int | None
    practice: bool
    started_at: datetime
    ended_at: datetime | None
    eat_at: datetime
    cut: str
    cut_key: str
    method: str
    fire: str
    weather: str
    doneness: str
    crust: str
    photo: bool
    again: PieceIn
    thickness_mm: float
    finish_c: float
    stars: int | None
    note: str
    outcome: OutcomeOut | None
    spark_c: list[float]


class GoneLine(Schema):
    """A cook that was let go, and when it goes for good."""

    id: int
    title: str
    started_at: datetime
    leaves_at: datetime
