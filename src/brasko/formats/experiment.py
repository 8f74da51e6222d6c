"""brasko/experiment@1: ways to cook beside one another, what is swept and what matters; brasko/experiment-result@1:
what came of it."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field, model_validator

from brasko.core.lab.ensemble import MAX_RUNS, MIN_RUNS
from brasko.core.lab.variants import Figures
from brasko.formats.bounds import Count, Figure
from brasko.formats.cook import CookIn
from brasko.formats.meal import PieceIn
from brasko.formats.strict import Strict
from brasko.formats.text import Name

EXPERIMENT_FORMAT = "brasko/experiment@1"
EXPERIMENT_RESULT_FORMAT = "brasko/experiment-result@1"
"""Names of the published formats."""


class VariantIn(Strict):
    """One way: a piece to be planned, or a whole cook told forwards with the finish it is after."""

    name: Name = Field(min_length=1, max_length=80)
    piece: PieceIn | None = None
    cook: CookIn | None = None
    finish: str | Figure | None = Field(None, description='of a cook told forwards, "130 F"; a bare number is in °C')

    @model_validator(mode="after")
    def _one_way(self) -> VariantIn:
        if (self.piece is None) == (self.cook is None):
            raise ValueError("needs exactly one of piece and cook.")
        if self.finish is not None and self.cook is None:
            raise ValueError("finish|belongs to cook only: a piece says finish_c.")
        return self


class AxisIn(Strict):
    """One answer of a piece and what it goes through: n values from low to high, or values one by one."""

    field: str = Field(max_length=40, description="as a piece of brasko/meal@1 calls it: thickness_mm, flip_every_s")
    low: Figure | None = None
    high: Figure | None = None
    n: Count | None = None
    values: list[str | Figure] | None = Field(None, max_length=1000)

    @model_validator(mode="after")
    def _one_kind(self) -> AxisIn:
        evenly = (self.low, self.high, self.n)
        if self.values is not None and evenly == (None, None, None):
            return self
        if self.values is None and None not in evenly:
            return self
        raise ValueError("needs either low, high and n, or values.")


class SweepIn(Strict):
    """What is swept, about which of the variants (the first is 0)."""

    of: Count = 0
    axes: list[AxisIn] = Field(min_length=1, max_length=2)


class MattersIn(Strict):
    """What matters most for which of the variants, from about so many kitchens."""

    of: Count = 0
    runs: int = Field(512, ge=MIN_RUNS, le=MAX_RUNS)


class ExperimentIn(Strict):
    """What `brasko compare` reads."""

    format: Literal["brasko/experiment@1"]
    title: Name = Field("", max_length=120)
    variants: list[VariantIn] = Field(min_length=1, max_length=4)
    sweep: SweepIn | None = None
    matters: MattersIn | None = None


class LineOut(BaseModel):
    """A way's curves; time_s counts from going on."""

    time_s: list[float]
    core_c: list[float]
    face_a_c: list[float]
    face_b_c: list[float]


class VariantToldOut(BaseModel):
    """A way as it goes; where it cannot be cooked, why, and which field says so. words: how it differs from the first
    that can."""

    name: Name
    finish_c: float | None
    pull_c: float | None
    line: LineOut | None
    figures: Figures | None
    words: str = ""
    why: str = ""
    field: str = ""


class PointOut(BaseModel):
    """One point of a sweep. Times in s; null where it cannot be had, and why."""

    at: list[str | float | None]
    minutes_s: float | None
    pull_c: float | None
    peak_c: float | None
    rise_k: float | None
    sear_s: float | None
    rim_share: float | None
    crust_share: float | None
    loss_share: float | None
    hands_s: float | None
    late_k: float | None
    why: str = ""


class SweptOut(BaseModel):
    """A sweep: its fields, the values of each, and a point for every place, null while it is not worked out."""

    of: int
    fields: list[str]
    values: list[list[str | float | None]]
    points: list[PointOut | None]


class ShareOut(BaseModel):
    """How much of the variance of an outcome one unknown makes: by itself, with all it acts on, give or take."""

    key: str
    words: str
    alone: float
    whole: float
    unsure: float


class MattersOut(BaseModel):
    """What matters most for one outcome, the weightiest first. sd: between kitchens."""

    outcome: str
    sd: float
    words: str
    shares: list[ShareOut]


class ExperimentOut(BaseModel):
    """What `brasko compare` prints."""

    format: Literal["brasko/experiment-result@1"]
    model_version: str
    title: str
    variants: list[VariantToldOut]
    sweep: SweptOut | None
    matters: list[MattersOut] | None
