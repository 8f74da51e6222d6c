"""What the cook endpoints take and give. Times of a cook are in the cook's own clock."""

from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from ninja import Schema
from pydantic import BaseModel, ConfigDict, Field

from brasko.formats.bounds import Count, Figure, Moment, Number
from brasko.formats.meal import PieceIn
from brasko.formats.text import Name
from brasko.web.cooks.events import Deed
from brasko.web.plans.schemas import PieceResult


class StartIn(Schema):
    """How a plan is put on the fire. practice runs on a simulated probe at a chosen speed from the first task on."""

    model_config = ConfigDict(extra="forbid")

    practice: bool = True
    speed: Literal[1, 10, 60] = 1
    hands: Literal["mine", "plan"] = "mine"
    thermometer_id: Number | None = None
    thermometers: dict[Count, Number] = Field({}, max_length=8)
    """Thermometers by the position of the piece they go into."""
    trouble: Literal["", "slipped", "lid", "dying", "battery", "dropouts"] = ""
    """What goes wrong in a practice cook, for practice."""


class EventIn(Schema):
    model_config = ConfigDict(extra="forbid")

    client_id: UUID
    kind: Literal[
        "done",
        "flip",
        "turn",
        "move",
        "lid",
        "vent",
        "weather",
        "reading",
        "flare",
        "smoke",
        "pause",
        "pull",
        "guests",
        "note",
        "undo",
    ]
    piece_id: Number | None = None
    at: Moment | None = None
    task: str | None = Field(default=None, max_length=160)
    text: str | None = Field(default=None, max_length=2000)
    undoes: UUID | None = None
    place: Literal["hot", "cool", "high", "off", "back"] | None = None
    open: bool | None = None
    on: bool | None = None
    rain: Literal["none", "light", "steady", "heavy"] | None = None
    wind: Literal["still", "breeze", "windy"] | None = None
    delta_k: Figure | None = Field(default=None, ge=-150, le=150)
    air_c: Figure | None = None
    temp_c: Figure | None = None
    source: Literal["hand", "surface", "air"] | None = None
    pull_c: Figure | None = None
    sear_factor: Figure | None = Field(default=None, ge=0.2, le=4)
    sear_more_s: Figure | None = Field(default=None, ge=-600, le=600)
    hold_more_s: Figure | None = Field(default=None, ge=-10800, le=10800)
    late_min: Figure | None = None


class SpeedIn(Schema):
    speed: Literal[1, 10, 60]


class HandsIn(Schema):
    hands: Literal["mine", "plan"]


class EaterSaidIn(Schema):
    """What one who ate said of one piece."""

    model_config = ConfigDict(extra="forbid")

    piece_id: Number
    eater: Name = Field(min_length=1, max_length=40)
    doneness: Literal["", "under", "right", "over"] = ""
    crust: Literal["", "thin", "right", "heavy"] = ""


class RatingIn(Schema):
    model_config = ConfigDict(extra="forbid")

    stars: int = Field(ge=1, le=5)
    doneness: Literal["", "under", "right", "over"] = ""
    crust: Literal["", "thin", "right", "heavy"] = ""
    rim: Literal["", "thin", "right", "wide"] = ""
    tenderness: Literal["", "tough", "right", "soft"] = ""
    smoke: Literal["", "faint", "right", "heavy"] = ""
    note: str = Field("", max_length=4000)
    eaters: list[EaterSaidIn] = Field([], max_length=24)


class NextTimeOut(Schema):
    """A change for the next plan, and the piece that takes it."""

    key: str
    words: str
    piece: PieceIn


class ClockOut(Schema):
    """The cook's time is cook_at + (now - real_at) * speed; server_at tells the browser how its own clock differs."""

    real_at: datetime
    cook_at: datetime
    speed: float
    server_at: datetime


class EventOut(Schema):
    """Something that was done; deed says what, by its kind."""

    id: int
    client_id: UUID
    piece_id: int | None
    at: datetime
    deed: Deed


class ReadingOut(BaseModel):
    # a cook has thousands: a plain model is made in half the time of one that resolves fields

    id: int
    piece_id: int
    at: datetime
    temp_c: float
    source: str


class ExpectedOut(Schema):
    """A task as it stands now, and what it is done to. Of a meal: whose it is and where; without a piece it is a side's
    or a fire's, key is its id, and least_c what the middle must show. notes are dangers."""

    piece_id: int | None
    key: str
    name: str
    lane: str
    why: str
    sign: str
    start_at: datetime
    end_at: datetime
    state: Literal["done", "now", "next", "later"]
    dish: str
    person: str
    place: str
    notes: list[str]
    least_c: float | None


class WhenOut(Schema):
    """A moment with the range in which it lies in eight cooks of ten."""

    at: datetime
    low: datetime
    high: datetime


class DegreesOut(Schema):
    c: float
    low: float
    high: float


class FaultOut(Schema):
    key: str
    since: datetime
    words: str
    advice: str


class CoachOut(Schema):
    """How long a sear still goes on; until is the moment to stop, by crust or by core, whichever is first."""

    until: datetime
    by: str
    crust_at: datetime | None
    core_limit_at: datetime | None
    after_k: float
    crust_share: float
    words: str


class AheadOut(Schema):
    """The curve as it is forecast now; time_s counts from the plan's hour of eating."""

    time_s: list[float]
    core_c: list[float]
    core_low_c: list[float]
    core_high_c: list[float]


class ReadingAskOut(Schema):
    """What the middle has to show before the last heat ends, and what it shows by hand or by a probe in its place."""

    needed_c: float
    read_c: float | None
    by: Literal["hand", "probe"] | None
    enough: bool
    words: str


class OutlookOut(Schema):
    """How a piece on the fire stands, and what is forecast of it. end is of the step that is on: the pull, for a slow
    one."""

    piece_id: int
    phase: str
    step: str
    aside: str
    lid_open: bool
    pull_c: float
    end: WhenOut | None
    done: WhenOut | None
    peak: DegreesOut | None
    why: str
    faults: list[FaultOut]
    probe_off_mm: float | None
    coach: CoachOut | None
    peak_at: datetime | None
    slice_now: bool
    reading: ReadingAskOut | None = None
    late_words: str = ""
    readings: int
    members: int
    ahead: AheadOut | None


class CorrectionOut(Schema):
    key: str
    name: str
    how: str
    done_at: datetime
    sooner_s: float
    peak_c: float
    grey_rim_share: float
    crust_share: float
    words: str
    event: dict[str, Any]


class CorrectionsOut(Schema):
    """What can be done now for one piece, going on as it is first; late_s is how late it is for the table then."""

    table_at: datetime
    late_s: float
    options: list[CorrectionOut]


class AskIn(Schema):
    """What a practice thermometer is to read: the middle by hand, or the grate or pan from above."""

    model_config = ConfigDict(extra="forbid")

    source: Literal["hand", "surface"]


class SurfaceIn(Schema):
    model_config = ConfigDict(extra="forbid")

    temp_c: Figure = Field(ge=0, le=900)


class SurfaceOut(Schema):
    read_c: float
    needed_c: float
    sear_s: float | None
    planned_s: float
    peak_c: float
    words: str


class OutcomeOut(Schema):
    slow_foreseen_s: float
    slow_measured_s: float | None
    pull_foreseen_c: float
    pull_measured_c: float | None
    peak_foreseen_c: float
    peak_measured_c: float | None
    mean_gap_k: float | None
    lessons: list[str]
    reading_needed_c: float | None = None
    reading_c: float | None = None


class CookPieceOut(Schema):
    id: int
    position: int
    name: str
    inputs: PieceIn
    result: PieceResult
    thermometer: str | None
    outcome: OutcomeOut | None
    on_at: datetime | None
    middle: list[str]


class DrillsOut(Schema):
    """What to do at once; with every cook, so that it is there without the server."""

    flare_up: list[str]
    black_smoke: list[str]
    vents: list[str]


class SkyOut(Schema):
    """Rain and wind together, and what they do to the fire as it is set; with every cook, as the drills."""

    rain: str
    rain_name: str
    wind: str
    wind_name: str
    words: str


class RatingOut(Schema):
    stars: int | None
    doneness: str
    crust: str
    rim: str
    tenderness: str
    smoke: str
    note: str
    eaters: list[EaterSaidIn]
    photo: bool
    version: str


class HelperOut(Schema):
    """A helper of a meal, by the key that its tasks name."""

    key: str
    name: str


class CookOut(Schema):
    id: int
    title: str
    plan_id: int | None
    meal_id: int | None
    eat_at: datetime
    practice: bool
    hands: str
    started_at: datetime
    ended_at: datetime | None
    clock: ClockOut
    pieces: list[CookPieceOut]
    helpers: list[HelperOut]
    table_at: datetime
    expected: list[ExpectedOut]
    outlooks: list[OutlookOut]
    events: list[EventOut]
    readings: list[ReadingOut]
    rating: RatingOut
    drills: DrillsOut
    skies: list[SkyOut]
    next_time: list[NextTimeOut]
    cursor: str


class LookLinkOut(Schema):
    """The path of a link by which anybody may look on; shown this one time."""

    path: str
    expires_at: datetime


class LooksOut(Schema):
    """How many links to look on are open."""

    open: int


class LookedOut(Schema):
    """A cook as a link shows it, with how its household reads quantities."""

    cook: CookOut
    units: str
    clock: str


class UpdateOut(Schema):
    """One message of the event stream: what is new since the cursor the browser had."""

    cursor: str
    clock: ClockOut
    hands: str
    ended_at: datetime | None
    table_at: datetime
    expected: list[ExpectedOut]
    outlooks: list[OutlookOut]
    events: list[EventOut]
    readings: list[ReadingOut]
