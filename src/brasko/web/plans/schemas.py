"""What the plan endpoints take and give. Temperatures in °C, lengths in mm, masses in g, times in s."""

from datetime import datetime
from typing import Literal

from ninja import Schema
from pydantic import AwareDatetime, ConfigDict, Field, FiniteFloat

from brasko.formats.fire import MapOut, OwnFireIn


class PieceIn(Schema):
    """One piece as its eater wants it; everything but cut and thickness has a default."""

    model_config = ConfigDict(extra="forbid")

    cut: str
    thickness_mm: FiniteFloat
    mass_g: FiniteFloat | None = None
    finish_c: FiniteFloat | None = None
    start_c: FiniteFloat = 4.0
    method: str = "low_then_sear"
    fire: str | None = None
    gentle_c: FiniteFloat | None = None
    crust: str = "good"
    flip_every_s: FiniteFloat | None = None
    rest: str = "foil"
    rest_min: FiniteFloat | None = None
    salt: str = "hour"
    temper_min: FiniteFloat = 0.0
    air_c: FiniteFloat = 22.0
    treatment: str = "whole"
    below_agency_accepted: bool = False
    own_fire: OwnFireIn | None = None


class PreviewIn(Schema):
    piece: PieceIn
    eat_at: AwareDatetime | None = None
    ranges: bool = False
    quick: bool = False


class PlanIn(Schema):
    model_config = ConfigDict(extra="forbid")

    title: str | None = Field(None, max_length=120)
    eat_at: AwareDatetime
    pieces: list[PieceIn] = Field(min_length=1, max_length=8)
    grill_id: int | None = None


class TaskOut(Schema):
    key: str
    lane: str
    name: str
    start_s: float
    end_s: float
    why: str
    step: str


class StepOut(Schema):
    name: str
    start_s: float
    end_s: float
    core_c: float
    reached: str


class CautionOut(Schema):
    key: str
    place: str
    text: str


class MinimumOut(Schema):
    core_c: float
    rest_s: float
    words: str


class CurveOut(Schema):
    """Curves that count from putting the food on; low and high hold eight cooks in ten."""

    time_s: list[float]
    core_c: list[float]
    face_a_c: list[float]
    face_b_c: list[float]
    core_low_c: list[float] | None = None
    core_high_c: list[float] | None = None


class SectionOut(Schema):
    """The piece cut open over time. temp and peak are base64 bytes of whole °C, (frame, row, column), row 0 at face a.

    Columns go from the middle outwards, or from a bone (of bone_mm) to the other edge; half_width_mm is all they span.
    The outermost rows are the crust, half a millimetre deep. middle_column is where the core is read.
    """

    rows: int
    columns: int
    thickness_mm: float
    half_width_mm: float
    bone_mm: float = 0.0
    middle_column: int = 0
    time_s: list[float]
    temp: str
    peak: str


class SpanOut(Schema):
    low: float
    high: float


class ZoneOut(Schema):
    key: str
    name: str
    role: str
    shown_c: float


class MarkOut(Schema):
    """One set of stripes from the rods of the grate."""

    face: str
    turn_deg: float
    browning_s: float


class PlanGrate(Schema):
    """The grate of a plan's fire with the food's places; moving a place plans anew with this fire as the cook's own."""

    map: MapOut
    fire: OwnFireIn


class PieceResult(Schema):
    model_version: str
    cut_name: str
    headline: str
    finish_c: float
    finish_words: dict[str, str]
    minimum: MinimumOut | None
    method: str = "low_then_sear"
    fire: str = "kettle_two_zone"
    pull_c: float
    peak_core_c: float
    sear_s: float
    flip_every_s: float
    lead_s: float
    on_s: float
    grey_rim_share: float
    mass_loss_share: float
    salmonella_log10_core: float
    salmonella_log10_surface: float
    slow_step: str
    slow_task: str
    tasks: list[TaskOut]
    steps: list[StepOut]
    flips_s: list[float]
    cautions: list[CautionOut]
    curve: CurveOut
    section: SectionOut
    marks: list[MarkOut] = []
    marks_words: str = ""
    browning_a_s: float = 0.0
    browning_b_s: float = 0.0
    evaporated_share: float = 0.0
    drip_share: float = 0.0
    step_ranges_s: dict[str, SpanOut] | None = None
    step_core_ranges_c: dict[str, SpanOut] | None = None
    peak_range_c: SpanOut | None = None
    grey_rim_range: SpanOut | None = None
    mass_loss_range: SpanOut | None = None
    zones: list[ZoneOut]
    grate: PlanGrate | None = None


class PreviewOut(Schema):
    piece: PieceIn
    result: PieceResult
    earliest: datetime


class PlanPieceOut(Schema):
    position: int
    inputs: PieceIn
    result: PieceResult


class PlanLine(Schema):
    id: int
    title: str
    eat_at: datetime
    cut: str
    first_task_at: datetime
    pull_c: float
    finish_c: float
    thickness_mm: float


class PlanOut(Schema):
    id: int
    title: str
    eat_at: datetime
    grill_id: int | None
    created_at: datetime
    set_aside: bool
    pieces: list[PlanPieceOut]


class CutOut(Schema):
    key: str
    name: str
    group: str
    typical_thickness_mm: float
    typical_mass_g: float
    default_finish_c: float
    method: str
    crust: str
    may_be_tenderised: bool
    below_agency: Literal["free", "recorded", "never"]
    below_agency_tenderised: Literal["free", "recorded", "never"]
    note: str


class BandOut(Schema):
    word: str
    low_c: float
    high_c: float


class ChoiceOut(Schema):
    key: str
    name: str
    why: str


class GentleOut(Schema):
    """What a gentle phase may be set to; usual_c is null where it follows from the finish."""

    name: str
    usual_c: float | None
    low_c: float
    high_c: float


class MethodOut(Schema):
    """A way of cooking. sears_apart: its sear has a length of its own; browns: a crust can be asked of it."""

    key: str
    name: str
    why: str
    sears_apart: bool
    browns: bool
    gentle: GentleOut | None
    fires: list[ChoiceOut]


class ScaleOut(Schema):
    key: str
    name: str
    bands: list[BandOut]


class ColourStop(Schema):
    temp_c: float
    colour: str


class GrateOut(Schema):
    fire: str
    grate: PlanGrate


class ReferenceOut(Schema):
    """Everything the interface offers to choose from."""

    cuts: list[CutOut]
    scales: list[ScaleOut]
    methods: list[MethodOut]
    treatments: list[ChoiceOut]
    crusts: list[ChoiceOut]
    rests: list[ChoiceOut]
    salts: list[ChoiceOut]
    colours: list[ColourStop]
    grates: list[GrateOut]
