"""What thermometers send and are told."""

from datetime import datetime
from typing import Any

from ninja import Schema
from pydantic import ConfigDict, Field

from brasko.formats.bounds import Number
from brasko.formats.meal import PieceIn


class ReadingsIn(Schema):
    """A batch. Each reading is judged on its own, so that one bad reading loses no other."""

    model_config = ConfigDict(extra="forbid")

    readings: list[dict[str, Any]] = Field(min_length=1, max_length=2000)
    cook: Number | None = None


class Refused(Schema):
    index: int
    sequence: int | None
    field: str
    message: str


class ReadingsOut(Schema):
    """accepted and duplicate are safe to forget; refused will never be taken, with the reason."""

    accepted: list[int]
    duplicate: list[int]
    refused: list[Refused]


class ScenePiece(Schema):
    piece_id: int
    seed: int
    position: int
    thermometer_id: int
    inputs: PieceIn
    on_at: datetime | None
    began: list[tuple[str, float]]
    asides: list[tuple[str, float, float | None]]
    changes: list[tuple[float, float]]
    pull_c: float
    hold_s: float
    sear: tuple[float, float]
    wanted: list[str]


class Scene(Schema):
    """What the practice devices have to know of the world they pretend to be in. devices are numbers by kind."""

    cook_id: int
    now: datetime
    speed: float
    trouble: str
    drill: str
    devices: dict[str, int]
    pieces: list[ScenePiece]
