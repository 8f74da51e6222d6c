"""brasko/meal@1: a meal as it is planned, kept and taken along: pieces, hour and who is at the table.

Temperatures in °C, lengths in mm, masses in g.
"""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from brasko.formats.bounds import Count, Figure, Moment
from brasko.formats.fire import OwnFireIn

MEAL_FORMAT = "brasko/meal@1"
MOST_PIECES = 8


class PieceIn(BaseModel):
    """One piece as its eater wants it; everything but cut and thickness has a default."""

    model_config = ConfigDict(extra="forbid")

    cut: str
    thickness_mm: Figure
    mass_g: Figure | None = None
    finish_c: Figure | None = None
    start_c: Figure = 4.0
    method: str = "low_then_sear"
    fire: str | None = None
    gentle_c: Figure | None = None
    crust: str = "good"
    flip_every_s: Figure | None = None
    rest: str = "foil"
    rest_min: Figure | None = None
    salt: str = "hour"
    temper_min: Figure = 0.0
    air_c: Figure = 22.0
    treatment: str = "whole"
    below_agency_accepted: bool = False
    own_fire: OwnFireIn | None = None
    sear_fire: str | None = None
    marks: str = "none"
    lid: str = "usual"
    fat: str = "oil"
    wrap: str = "none"
    pull_offset: Figure | None = None
    salt_min: Figure | None = None
    rub: str = "none"
    finishing: str = "none"
    boned: bool = False
    frozen: bool = False
    thaw: str = "fridge"
    at_risk: bool = False
    count: Count = 1


class EaterIn(BaseModel):
    """One who eats, and how warm in the middle they like it."""

    model_config = ConfigDict(extra="forbid")

    name: str = Field(min_length=1, max_length=40)
    finish_c: Figure


class TableIn(BaseModel):
    """Who is at the table, and what the amounts are reckoned with."""

    model_config = ConfigDict(extra="forbid")

    eaters: int = Field(2, ge=1, le=60)
    appetite: str = "usual"
    salt_kind: str = "coarse_dense"
    price_kg: Figure | None = None
    wishes: list[EaterIn] = Field(default_factory=list, max_length=12)


class MealIn(BaseModel):
    """The whole of a planned meal. Read again it gives the same plan, as long as model_version is the same."""

    model_config = ConfigDict(extra="forbid")

    format: Literal["brasko/meal@1"]
    model_version: str = ""
    title: str = Field("", max_length=120)
    eat_at: Moment
    table: TableIn = Field(default_factory=TableIn)
    pieces: list[PieceIn] = Field(min_length=1, max_length=MOST_PIECES)
