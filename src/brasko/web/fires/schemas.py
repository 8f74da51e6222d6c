"""What the fire endpoints take and give, round the published fire format."""

from datetime import datetime

from ninja import Schema
from pydantic import ConfigDict, Field

from brasko.formats.bounds import Figure
from brasko.formats.fire import (
    AdviceOut,
    AdvisedOut,
    CourseOut,
    FeltOut,
    FireSideOut,
    HoursOut,
    MapOut,
    PlacedIn,
    PreparationOut,
    SettledOut,
    SetupIn,
    SetupOut,
    WishedIn,
)


class PanAtIn(Schema):
    """A pan that ships, or of one's own size, on a grate."""

    model_config = ConfigDict(extra="forbid")

    key: str = Field(min_length=1, max_length=40)
    ware: str
    x_mm: Figure
    y_mm: Figure
    width_mm: Figure | None = None
    depth_mm: Figure | None = None
    heat_j_k: Figure | None = None


class PanFelt(Schema):
    """What an empty pan settles at there, and when it is nearly so hot."""

    key: str
    settles_c: float
    ready_s: float


class LookIn(Schema):
    """A fire with food on it; at_s looks at it so long after lighting instead of settled."""

    model_config = ConfigDict(extra="forbid")

    setup: SetupIn
    grate: str | None = None
    pieces: list[PlacedIn] = Field(default_factory=list, max_length=40)
    pans: list[PanAtIn] = Field(default_factory=list, max_length=8)
    at_s: Figure | None = None


class FoodOut(Schema):
    """What the food feels, and what should change."""

    pieces: list[FeltOut]
    pans: list[PanFelt]
    cover: float
    refuge_share: float
    warnings: list[AdviceOut]


class LookOut(FoodOut):
    """The grate from above."""

    setup: SetupOut
    settled: SettledOut
    map: MapOut
    side: FireSideOut
    half_distance_gain: float


class CourseAskIn(Schema):
    model_config = ConfigDict(extra="forbid")

    setup: SetupIn
    hours: Figure = 3.0


class SteadinessOut(Schema):
    """What a lid open for a minute costs, and how long a fire run too hot takes to come down."""

    drop_k: float | None
    back_s: float | None
    too_hot_k: float
    down_s: float | None


class CourseAnswer(Schema):
    """How long until it is ready, how long it serves, what to do beforehand, and its curve."""

    hours: HoursOut
    steps: list[PreparationOut]
    course: CourseOut
    convert_s: float
    steadiness: SteadinessOut
    dangers: list[str]


class SetForIn(Schema):
    model_config = ConfigDict(extra="forbid")

    setup: SetupIn
    wanted_c: Figure


class AdviseIn(Schema):
    model_config = ConfigDict(extra="forbid")

    setup: SetupIn
    wished: WishedIn


class AdviseOut(Schema):
    setup: SetupOut
    advised: AdvisedOut


class GrateOfGrill(Schema):
    key: str
    name: str
    shape: str
    width_mm: float
    depth_mm: float
    height_mm: float


class BurnerOfGrill(Schema):
    key: str
    name: str
    kind: str
    x_mm: float
    y_mm: float
    width_mm: float
    depth_mm: float
    power_w: float


class KnobMark(Schema):
    """What people call a setting of a knob, and its share of the burner's heat."""

    key: str
    name: str
    share: float


class GrillKind(Schema):
    """A grill that ships, with its usual fire."""

    key: str
    name: str
    kind: str
    grates: list[GrateOfGrill]
    burners: list[BurnerOfGrill]
    layouts: list[str]
    burns_coal: bool
    has_knobs: bool
    knob_marks: list[KnobMark]
    has_box: bool
    has_lid: bool
    has_vents: bool
    has_deflector: bool
    set_low_c: float | None
    set_high_c: float | None
    usual: SetupOut


class Named(Schema):
    key: str
    name: str
    why: str


class FuelKind(Schema):
    key: str
    name: str
    chimney_kg: float


class WareKind(Schema):
    key: str
    name: str
    width_mm: float
    depth_mm: float
    heat_j_k: float
    heat_j_gk: float


class FoodKind(Schema):
    """A cut as it lies on a grate."""

    key: str
    name: str
    group: str
    width_mm: float
    depth_mm: float
    thickness_mm: float
    fat_share: float


class FireReference(Schema):
    """Everything the Fire place offers to choose from."""

    grills: list[GrillKind]
    layouts: list[Named]
    fuels: list[FuelKind]
    wares: list[WareKind]
    foods: list[FoodKind]
    half_distance: str


class WeatherHour(Schema):
    at: datetime
    air_c: float
    wind_m_s: float
    sun_w_m2: float
    humidity: float


class WeatherOut(Schema):
    """The simulated weather service's answer, from now on by the hour. fridge_clock_s is how long food may be out."""

    source: str
    now: WeatherHour
    hours: list[WeatherHour]
    fridge_clock_s: float
    words: str
