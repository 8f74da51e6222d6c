"""What thermometers send and are told."""

from datetime import datetime
from typing import Any

from ninja import Schema
from pydantic import ConfigDict, Field

from brasko.formats.meal import PieceIn


class ReadingsIn(Schema):
    """A batch. Each reading is judged on its own, so that one bad reading loses no other."""

    model_config = ConfigDict(extra="forbid")

    readings: list[dict[str, Any]] = Field(min_length=1, max_length=2000)


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
    thermometer_id: int
    inputs: PieceIn
    pull_c: float
    sear_s: float
    flip_every_s: float
    step_of_task: dict[str, str]
    done_at: dict[str, datetime]


class Scene(Schema):
    """What a practice probe has to know of the world it pretends to be in."""

    cook_id: int
    now: datetime
    speed: float
    pieces: list[ScenePiece]
