"""What the Yard keeps of grills, pans, kept fires and thermometers. Lengths in mm, temperatures in °C."""

from datetime import datetime
from typing import Literal

from ninja import Schema
from pydantic import ConfigDict, Field

from brasko.formats.bounds import Figure, Moment
from brasko.formats.fire import GrillIn, OwnFireIn
from brasko.formats.text import Name


class GrillBody(Schema):
    model_config = ConfigDict(extra="forbid")

    name: Name = Field(min_length=1, max_length=80)
    spec: GrillIn


class GrillOut(Schema):
    id: int
    version: str
    name: Name
    fire: str
    kind: str
    spec: GrillIn
    set_aside: bool


class PanBody(Schema):
    model_config = ConfigDict(extra="forbid")

    name: Name = Field(min_length=1, max_length=80)
    like: str
    width_mm: Figure
    depth_mm: Figure
    heat_j_k: Figure


class PanOut(PanBody):
    id: int
    version: str
    mass_g: float
    heft: str
    set_aside: bool
    too_wide_for: list[str]


class LaidFireOut(Schema):
    id: int
    version: str
    fire: OwnFireIn
    set_aside: bool


class CheckIn(Schema):
    model_config = ConfigDict(extra="forbid")

    kind: Literal["ice", "boiling"]
    read_c: Figure
    altitude_m: Figure = 0.0


class CheckEffectOut(Schema):
    """What a check would make of readings: near freezing, at a usual pull and at the boil [°C], read and put right."""

    read_c: list[float]
    right_c: list[float]


class PutRightIn(Schema):
    """Since when readings are to be corrected anew."""

    model_config = ConfigDict(extra="forbid")

    since: Moment


class PutRightOut(Schema):
    readings: int
    cooks: list[int]


class CheckOut(Schema):
    id: int
    kind: str
    read_c: float
    altitude_m: float
    true_c: float
    at: datetime


class ThermometerOut(Schema):
    """offset_k and slope correct every reading from now on: true = read + offset_k + slope * read."""

    id: int
    version: str
    name: Name
    kind: str
    simulated: bool
    battery: float | None
    last_seen_at: datetime | None
    expires_at: datetime
    revoked_at: datetime | None
    offset_k: float
    slope: float
    checks: list[CheckOut]


class TeachingOut(Schema):
    """What one cook said of a fire: how much hotter its gentle side was, and how many times the usual heat went in."""

    id: int
    title: str
    at: datetime
    air_more_k: float
    film_more: float
    left_out: bool


class FigureOut(Schema):
    """One figure that a cook told of a fire."""

    id: int
    title: str
    at: datetime
    value: float
    left_out: bool


class HabitOut(Schema):
    """What is known of a fire besides its gentle side, in words, and the cooks that say so."""

    key: str
    words: str
    figures: list[FigureOut]


class LearnedOut(Schema):
    """What is known of a fire by its cooks, in words too, and those cooks."""

    fire: str
    name: str
    words: str
    cooks: int
    air_more_k: float
    air_sd_k: float
    film_more: float
    film_sd: float
    taught: list[TeachingOut]
    habits: list[HabitOut]


class VerdictOut(Schema):
    """What was said of one piece: under, right or over in the middle, thin, right or heavy crust."""

    id: int
    title: str
    at: datetime
    ate_c: float
    doneness: str
    crust: str
    left_out: bool


class TasteOut(Schema):
    """How an eater likes a cut, in words; what to plan for is null while too little was said. eater "" is the
    household."""

    eater: str
    cut: str
    cut_name: str
    words: str
    finish_c: float | None
    crust: str | None
    verdicts: list[VerdictOut]


class LearnedFiresOut(Schema):
    """Every fire and every taste that cooks have taught of, and how far the air of a fire is off before any has."""

    fires: list[LearnedOut]
    tastes: list[TasteOut]
    usual_air_sd_k: float


class LeaveOutIn(Schema):
    left_out: bool


class ThermometerIn(Schema):
    name: Name = Field(min_length=1, max_length=80)
    simulated: bool = False
    kind: Literal["probe", "controller", "hand", "infrared"] = "probe"


class NameIn(Schema):
    model_config = ConfigDict(extra="forbid")

    name: Name = Field(min_length=1, max_length=80)


class PairedOut(Schema):
    thermometer: ThermometerOut
    token: str


class TrueOut(Schema):
    """What a sound thermometer reads there."""

    ice_c: float
    boiling_c: float
    pressure_pa: float
