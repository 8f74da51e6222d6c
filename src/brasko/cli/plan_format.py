"""brasko/wish@1 and brasko/plan@1: a cook's own words in, the plan out."""

from __future__ import annotations

from datetime import datetime
from typing import TYPE_CHECKING, Any, Literal

from pydantic import BaseModel, Field, create_model

from brasko.cli.simulation_format import StepOut
from brasko.formats.bounds import Moment
from brasko.formats.cook import CookIn
from brasko.formats.piece import spoken_fields
from brasko.formats.strict import Strict

WISH_FORMAT = "brasko/wish@1"
PLAN_FORMAT = "brasko/plan@1"
"""Names of the published formats."""


if TYPE_CHECKING:
    _Declared = Strict
else:
    _Declared = create_model("_Declared", __base__=Strict, **spoken_fields())


class WishIn(_Declared):
    """What `brasko plan` reads. Quantities are words with their unit, "1.5 in" or "38 mm", "1 lb", "130 F"; a bare
    number is in mm, g or °C. Names may be keys or the names that people say. A finish may be a word of the scale."""

    format: Literal["brasko/wish@1"]
    scale: str = Field("kitchen", description="the doneness scale its words are of")
    eat_at: Moment = Field(strict=False)
    eaters: int = 2
    units: Literal["metric", "us"] = Field("metric", description="of the sentences in the plan")

    if TYPE_CHECKING:

        def __getattr__(self, name: str) -> Any: ...


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


class CooksOut(BaseModel):
    """Pieces of a meal, each as a brasko/cook@1 document."""

    cooks: list[CookIn]


class MealPlanOut(BaseModel):
    """What `brasko plan` prints for a meal."""

    format: Literal["brasko/meal-plan@1"]
    model_version: str
    title: str
    eat_at: datetime
    pieces: list[PiecePlanOut]
    tasks: list[MealTaskOut]
    notes: list[str]
