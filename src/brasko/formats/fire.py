"""brasko/fire@1: a grill, its fire and the food on it, or the zones that are wished of it. Lengths in mm, temperatures
in °C."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field

from brasko.core.fire.side import PartKind
from brasko.formats.bounds import Figure
from brasko.formats.strict import Strict
from brasko.formats.text import Name

FORMAT = "brasko/fire@1"
RESULT_FORMAT = "brasko/fire-result@1"
"""Names of the published formats."""


class BurnerIn(Strict):
    """A gas burner; x_mm, y_mm is the middle of its plate, from the middle of the grate."""

    name: Name = Field("", max_length=40)
    x_mm: Figure
    y_mm: Figure = 0.0
    width_mm: Figure = 130.0
    depth_mm: Figure = 400.0
    power_w: Figure = 3500.0
    kind: Literal["main", "sear", "side"] = "main"


class GrillIn(Strict):
    """A grill like one that ships, with what differs. The factors are what its owner has learned of it."""

    like: str = Field(
        description="key of a shipped grill: kettle, kamado, offset, gas_2 to gas_6, pellet, brazier, chimney, oven"
    )
    width_mm: Figure | None = None
    depth_mm: Figure | None = None
    height_mm: Figure | None = Field(
        None, description="of the grate over the coals' floor, or over the burners' plates"
    )
    burners: list[BurnerIn] | None = None
    loses: Figure = Field(1.0, description="how many times as much its walls lose as usual")
    draws: Figure = Field(1.0, description="how many times as well its fire uses the air")


class CharcoalIn(Strict):
    """How much of what lies how."""

    layout: str = Field(description="level, half, third, banked, centre or ring")
    amount: Figure
    unit: Literal["kg", "chimneys", "briquettes"] = "kg"
    fuel: str = "briquettes"
    side: Literal["left", "right"] = "right"
    wood: str = "none"


class WeatherIn(Strict):
    """Over the grill."""

    air_c: Figure = 20.0
    wind_m_s: Figure = 1.0
    sun_w_m2: Figure = 0.0
    humidity: Figure = 0.5
    rain_mm_h: Figure = 0.0


class PlacedIn(Strict):
    """Food on a grate."""

    key: str = Field(min_length=1, max_length=40)
    x_mm: Figure
    y_mm: Figure
    width_mm: Figure = 120.0
    depth_mm: Figure = 120.0
    thickness_mm: Figure = 30.0
    fat_share: Figure = 0.1
    grate: str | None = None


class SpotIn(Strict):
    """A place on a grate."""

    x_mm: Figure
    y_mm: Figure
    grate: str | None = None


class SetupIn(Strict):
    """A fire as it is set. What is left out is as usual for the grill."""

    grill: str | GrillIn
    charcoal: CharcoalIn | None = None
    bottom_share: Figure | None = None
    top_share: Figure | None = None
    knobs: list[Figure] | None = None
    set_c: Figure | None = None
    lid_open: bool = False
    deflector: bool | None = None
    drip_pan: bool | None = None
    smoker_box: str | None = None
    coal_tray_kg: Figure | None = None
    weather: WeatherIn = Field(default_factory=WeatherIn)


class OwnFireIn(Strict):
    """A fire with a place for the gentle part and one for the sear."""

    name: Name = Field(min_length=1, max_length=80)
    setup: SetupIn
    gentle: SpotIn
    sear: SpotIn


class WishedIn(Strict):
    """Zones to be advised on."""

    gentle_low_c: Figure | None = None
    gentle_high_c: Figure | None = None
    sear: bool = False
    hours: Figure = 1.0
    fatty: bool = False
    fuel: str = "briquettes"


class FireIn(SetupIn):
    """What `brasko fire` reads. With wished, the fire is advised; with wanted_c, vents or knobs are set for it."""

    format: Literal["brasko/fire@1"]
    wished: WishedIn | None = None
    wanted_c: Figure | None = None
    grate: str | None = None
    pieces: list[PlacedIn] = Field(default_factory=list, max_length=40)
    spots: list[SpotIn] = Field(default_factory=list, max_length=40)
    units: Literal["metric", "us"] = Field("metric", description="of the sentences in the answer")
    hours: Figure = Field(3.0, description="how much of the fire's course to tell")


class SetupOut(BaseModel):
    """The fire as it stands."""

    bottom_share: float
    bottom_words: str
    top_share: float
    top_words: str
    knobs: list[float]
    set_c: float | None
    lid_open: bool
    deflector: bool
    drip_pan: bool
    smoker_box: str
    coal_tray_kg: float
    tray_burner: int | None = Field(
        None, description="the burner that a tray of coals stands in for, by its place in knobs"
    )
    layout: str | None
    charcoal_kg: float | None
    fuel: str | None
    side: str | None
    wood: str | None


class SettledOut(BaseModel):
    """What it settles at. balance_error is the share of the heat that is not accounted for."""

    air_c: float
    wall_c: float
    coal_c: float | None
    power_w: float
    flow_kg_s: float
    limited_by: str
    alight: bool
    zones_c: list[float]
    balance_error: float
    highest_c: float | None
    dies_after_s: float | None


class HoursOut(BaseModel):
    """Ready, usable, refuelling."""

    ready_s: float
    usable_s: float
    refuel_s: list[float]
    add_words: str
    fuel_kg_h: float
    fuel_name: str
    smoke_s: float
    fuse_m: float | None


class BoxOut(BaseModel):
    """A rectangle seen from above: what glows, waits or stands under the grate."""

    name: str
    left_mm: float
    right_mm: float
    front_mm: float
    back_mm: float
    gap_mm: float
    temp_c: float | None


class NamedZoneOut(BaseModel):
    """A part of the grate by its heat."""

    key: str
    name: str
    share: float
    x_mm: float
    y_mm: float
    equivalent_c: float


class MapOut(BaseModel):
    """Heat over a grate; rows run from front to back, null off the grate."""

    grate: str
    name: str
    shape: str
    width_mm: float
    depth_mm: float
    x_mm: list[float]
    y_mm: list[float]
    equivalent_c: list[list[float | None]]
    hand_s: list[list[float | None]]
    flux_kw_m2: list[list[float | None]]
    zones: list[NamedZoneOut]
    refuge_share: float
    fire: list[BoxOut]


class FirePartOut(BaseModel):
    """One thing of a fire seen from its front; heights are over the lowest grate."""

    kind: PartKind
    left_mm: float
    right_mm: float
    low_mm: float
    high_mm: float


class FireSideOut(BaseModel):
    """A fire from its front; a vent is null where there is none."""

    parts: list[FirePartOut]
    half_width_mm: float
    floor_mm: float
    grate_mm: float
    lid: Literal["shut", "open", "none"]
    bottom_share: float | None
    top_share: float | None


class FlareOut(BaseModel):
    """Risk of a flare-up and what to do."""

    risk: str
    words: str


class FeltOut(BaseModel):
    """What a piece feels at its place."""

    key: str
    place: str
    role: str
    equivalent_c: float
    air_c: float
    flux_kw_m2: float
    hand_s: float
    flare: FlareOut


class AdviceOut(BaseModel):
    """Something to change."""

    key: str
    text: str
    pieces: list[str]


class SpotOut(BaseModel):
    """The read-out at one spot."""

    x_mm: float
    y_mm: float
    equivalent_c: float
    flux_kw_m2: float
    hand_s: float
    air_c: float


class CourseOut(BaseModel):
    """The fire over time from lighting, or from coals poured out of a chimney; changes are where vents are moved."""

    time_s: list[float]
    gauge_c: list[float]
    grate_c: list[float]
    coal_c: list[float | None]
    power_w: list[float]
    fuel_kg: list[float]
    changes: list[ChangeOut]


class ChangeOut(BaseModel):
    """At this second the vents stand so."""

    at_s: float
    bottom_words: str
    top_words: str


class PreparationOut(BaseModel):
    """Something done to the fire beforehand."""

    key: str
    lane: str
    name: str
    lasts_s: float
    why: str


class AdvisedOut(BaseModel):
    """Why this fire, where its places are, and when to light it."""

    why: list[str]
    gentle: SpotIn | None
    gentle_c: float | None
    sear: SpotIn | None
    sear_c: float | None
    sear_hand_s: float | None
    convert_s: float
    light_before_s: float


class FireOut(BaseModel):
    """What `brasko fire` prints."""

    format: Literal["brasko/fire-result@1"]
    grill: str
    setup: SetupOut
    settled: SettledOut
    hours: HoursOut
    map: MapOut
    half_distance_gain: float
    pieces: list[FeltOut]
    cover: float
    refuge_share: float
    warnings: list[AdviceOut]
    spots: list[SpotOut]
    steps: list[PreparationOut]
    course: CourseOut
    advised: AdvisedOut | None


CourseOut.model_rebuild()
