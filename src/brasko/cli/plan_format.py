"""brasko/wish@1 and brasko/plan@1: a cook's own words in, the plan out."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from pydantic import BaseModel, Field

from brasko.cli.simulation_format import StepOut
from brasko.formats.bounds import Figure, Moment
from brasko.formats.strict import Strict

WISH_FORMAT = "brasko/wish@1"
PLAN_FORMAT = "brasko/plan@1"


class WishIn(Strict):
    """What `brasko plan` reads. Quantities are words with their unit, "1.5 in" or "38 mm", "1 lb", "130 F"; a bare
    number is in mm, g or °C. Names may be keys or the names that people say."""

    format: Literal["brasko/wish@1"]
    cut: str
    thickness: str | Figure | None = Field(None, description="the cut's usual one, if not given")
    weight: str | Figure | None = None
    finish: str | Figure | None = Field(None, description="a temperature, or a word of the doneness scale")
    scale: str = Field("kitchen", description="the doneness scale its words are of")
    method: str | None = Field(None, description="the cut's usual one, if not given")
    fire: str | None = None
    eat_at: Moment = Field(strict=False)
    start: str | Figure = 4.0
    gentle: str | Figure | None = None
    crust: str | None = None
    flip_every_s: Figure | None = None
    rest: str = "foil"
    rest_min: Figure | None = None
    salt: str = "hour"
    temper_min: Figure = 0.0
    air: str | Figure = 22.0
    treatment: Literal["whole", "tenderised"] = "whole"
    below_agency_accepted: bool = False
    sear_fire: str | None = Field(None, description="another fire for the sear")
    marks: str = Field("none", description="how it is turned on the rods")
    lid: str = Field("usual", description="of the sear")
    fat: str = Field("oil", description="of the sear in a pan")
    wrap: str = Field("none", description="of a long cook, once it stalls")
    pull_offset_k: Figure | None = Field(None, description="pull so far below the finish, whatever is computed")
    salt_min: Figure | None = Field(None, description="salt so long before the fire")
    rub: str = "none"
    finishing: str = "none"
    boned: bool = False
    frozen: bool = False
    thaw: str = "fridge"
    at_risk: bool = Field(False, description="a guest eats with us who must not have meat below the agency figure")
    count: int = Field(1, description="pieces alike")
    eaters: int = 2
    units: Literal["metric", "us"] = Field("metric", description="of the sentences in the plan")


class SpanOut(BaseModel):
    """Eight cooks in ten lie between."""

    low: float
    high: float


class TaskOut(BaseModel):
    """One thing to do, when and why."""

    key: str
    lane: str
    name: str
    at: datetime
    until: datetime
    why: str
    slack_s: float
    critical: bool


class AmountsOut(BaseModel):
    """For so many eaters."""

    eaters: int
    needed_g: float
    pieces_needed: int
    plate_g: float
    salt_g: float
    fat_g: float
    fuel: str
    fuel_used_g: float


class PlanOut(BaseModel):
    """What `brasko plan` prints."""

    format: Literal["brasko/plan@1"]
    model_version: str
    cut: str
    method: str
    fire: str
    thickness_mm: float
    mass_g: float
    finish_c: float
    finish_word: str
    agency_c: float | None
    below_agency_accepted: bool
    eat_at: datetime
    pull_c: float
    sear_s: float
    flip_every_s: float
    rest_s: float
    peak_core_c: float
    peak_core_range_c: SpanOut
    grey_rim_share: float
    mass_loss_share: float
    headline: str
    steps: list[StepOut]
    step_end_ranges_s: dict[str, SpanOut]
    tasks: list[TaskOut]
    cautions: list[str]
    amounts: AmountsOut
    salmonella_log10_core: float
    salmonella_log10_surface: float


class PiecePlanOut(BaseModel):
    """One piece of a planned meal."""

    cut: str
    method: str
    fire: str
    count: int
    pull_c: float
    sear_s: float
    flip_every_s: float
    rest_s: float
    peak_core_c: float
    cautions: list[str]


class MealTaskOut(TaskOut):
    """A task and the piece it is for, counted from 0."""

    piece: int | None


class MealPlanOut(BaseModel):
    """What `brasko plan` prints for a meal."""

    format: Literal["brasko/meal-plan@1"]
    model_version: str
    title: str
    eat_at: datetime
    pieces: list[PiecePlanOut]
    tasks: list[MealTaskOut]
    notes: list[str]
