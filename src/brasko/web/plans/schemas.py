"""What the plan endpoints take and give. Temperatures in °C, lengths in mm, masses in g, times in s."""

from datetime import datetime
from typing import Literal

from ninja import Schema
from pydantic import BaseModel, ConfigDict, Field

from brasko.formats.bounds import Count, Moment, Number
from brasko.formats.fire import MapOut, OwnFireIn
from brasko.formats.meal import MAX_PIECES, PieceIn, TableIn
from brasko.formats.text import Name


class ChoiceOut(Schema):
    key: str
    name: str
    why: str


class AnchorIn(Schema):
    """One fixed moment from which all others follow."""

    model_config = ConfigDict(extra="forbid")

    what: Literal["eat", "light", "on"] = "eat"
    at: Moment


class PreviewIn(Schema):
    """focus is the piece whose whole result is wanted."""

    model_config = ConfigDict(extra="forbid")

    pieces: list[PieceIn] = Field(min_length=1, max_length=MAX_PIECES)
    focus: Count = Field(0, ge=0)
    anchor: AnchorIn | None = None
    ranges: bool = False
    quick: bool = False


class PlanIn(Schema):
    model_config = ConfigDict(extra="forbid")

    title: Name | None = Field(None, max_length=120)
    eat_at: Moment
    pieces: list[PieceIn] = Field(min_length=1, max_length=MAX_PIECES)
    grill_id: Number | None = None
    table: TableIn = Field(default_factory=TableIn)


class TaskOut(BaseModel):
    key: str
    lane: str
    name: str
    start_s: float
    end_s: float
    why: str
    step: str
    hands_s: float = 0.0
    slack_s: float = 0.0
    critical: bool = False
    guide: str = ""
    piece: int | None = None


class StepOut(BaseModel):
    name: str
    start_s: float
    end_s: float
    core_c: float
    reached: str


class RemedyOut(Schema):
    """What would do better: the answer it changes, and to what. The field "way" takes "method@fire"."""

    text: str
    field: str
    value: str


class CautionOut(Schema):
    key: str
    place: str
    text: str
    remedy: RemedyOut | None = None


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


class ZoneOut(BaseModel):
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


class SmokeOut(Schema):
    """index 0 to 10, in a word; ring_mm is the likely depth of the ring; assumed says what of it is."""

    index: float
    word: str
    ring_mm: float
    assumed: str


class PartOut(Schema):
    """A thin end or another muscle of the piece: where it ends, and what to do about it. sooner_s before the rest is
    done."""

    key: str
    name: str
    at_end: bool
    thickness_mm: float
    wanted_c: float
    peak_c: float
    turned_c: float | None
    sooner_s: float | None
    words: str


class Programme(BaseModel):
    """What is read back of a stored result: when each step and task was to be, and at which figures.

    Plain pydantic, like what it holds: it is read at every reading that comes in, and a Schema takes twenty times as
    long (measured).

    Records of before a field was there have its default; what was renamed since is put right in `stored_programme`.
    """

    model_version: str = ""
    cut_name: str
    finish_c: float
    pull_c: float
    reading_c: float | None = None
    peak_core_c: float
    sear_s: float
    flip_every_s: float
    lead_s: float
    on_s: float
    slow_step: str
    slow_task: str
    tasks: list[TaskOut]
    steps: list[StepOut]
    zones: list[ZoneOut] = []
    method: str = ""
    fire: str = ""
    browning_a_s: float = 0.0
    browning_b_s: float = 0.0
    grey_rim_share: float = 0.0

    def step(self, name: str) -> StepOut:
        """The step with this name. Raises KeyError."""
        for each in self.steps:
            if each.name == name:
                return each
        raise KeyError(name)

    @property
    def step_names(self) -> list[str]:
        """The steps in order."""
        return [each.name for each in self.steps]


class PieceResult(Programme):
    model_version: str
    headline: str
    finish_words: dict[str, str]
    minimum: MinimumOut | None
    method: str = "low_then_sear"
    fire: str = "kettle_two_zone"
    grey_rim_share: float
    mass_loss_share: float
    salmonella_log10_core: float
    salmonella_log10_surface: float
    flips_s: list[float]
    cautions: list[CautionOut]
    curve: CurveOut
    section: SectionOut
    marks: list[MarkOut] = []
    marks_words: str = ""
    on_rods: bool = False
    in_pan: bool = False
    has_lid: bool = False
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
    smoke: SmokeOut | None = None
    parts: list[PartOut] = []
    fat_lost_share: float = 0.0


class BriefOut(Schema):
    """Another piece of the same meal: what the line and the order need of it."""

    piece: int
    cut_name: str
    on_s: float
    pull_c: float
    peak_core_c: float
    finish_c: float
    time_s: list[float]
    core_c: list[float]


class PreviewOut(Schema):
    """The piece in focus in full, the others in brief, and the order of the work for all of them together."""

    piece: PieceIn
    result: PieceResult
    others: list[BriefOut]
    order: list[TaskOut]
    cautions: list[CautionOut]
    notes: list[str]
    lead_s: float
    eat_at: datetime | None
    earliest: datetime
    methods: list[ChoiceOut] = Field(description="for the piece in focus; why is why not, empty where it suits")


class PlanPieceOut(Schema):
    position: int
    inputs: PieceIn
    result: PieceResult


class PlanLine(Schema):
    id: int
    title: str
    eat_at: datetime
    first_task_at: datetime
    pull_c: float
    reading_c: float | None = None
    finish_c: float
    thickness_mm: float
    pieces: list[str]


class PastLine(Schema):
    """A plan that was cooked or set aside."""

    id: int
    title: str
    eat_at: datetime
    cut: str
    finish_c: float
    thickness_mm: float
    cooked: int
    stars: int | None


class PlanOut(Schema):
    id: int
    version: str
    title: str
    eat_at: datetime
    grill_id: int | None
    created_at: datetime
    set_aside: bool
    pieces: list[PlanPieceOut]
    table: TableIn
    order: list[TaskOut]
    kit: list[str]
    notes: list[str]
