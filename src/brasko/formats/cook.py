"""brasko/cook@1: a cook told forwards, step by step; brasko/cook-result@1: what comes of it."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field, model_validator

from brasko.formats.bounds import Figure
from brasko.formats.fire import FireIn, OwnFireIn
from brasko.formats.strict import Strict
from brasko.formats.text import Name

COOK_FORMAT = "brasko/cook@1"
COOK_RESULT_FORMAT = "brasko/cook-result@1"
"""Names of the published formats."""


class CookedPieceIn(Strict):
    """What is cooked. Quantities are words with their unit, "1.5 in", "0.9 lb", "40 F"; a bare number is in mm, g or
    °C."""

    cut: str
    thickness: str | Figure
    weight: str | Figure | None = Field(None, description="the cut's usual one for this thickness, if not given")
    boned: bool = Field(False, description="the bone is taken out of a cut that has one")
    start: str | Figure = Field(4.0, description="temperature all through at the start")
    altitude_m: Figure = 0.0
    surface: Literal["patted dry", "wet", "dry", "salted overnight", "salted twice"] = "patted dry"


class GrateSpotIn(Strict):
    """A spot on the lowest grate, from its middle: x to the right, y to the back."""

    x_mm: Figure
    y_mm: Figure = 0.0


class OnIn(Strict):
    """Where the piece is: exactly one of fire, pan, iron, plates, bath, rest and counter."""

    fire: str | FireIn | OwnFireIn | None = Field(
        None,
        description="a shipped fire or a kitchen's pan by key or name, a whole brasko/fire@1 document, or a fire with "
        "the places where the food goes",
    )
    place: Literal["gentle", "sear", "pan"] | GrateSpotIn | None = Field(
        None, description="of the fire; the gentle place, if not given"
    )
    air: str | Figure | None = Field(None, description="of a gentle place; of a sear, the highest of its controller")
    lid: Literal["open", "shut"] | None = None
    fat: str | None = Field(None, description="in the pan: a fat by key or name")
    wrap: Literal["paper", "foil"] | None = Field(None, description="the piece is wrapped, in the gentle place")
    warmer_by_k: Figure = Field(0.0, description="a gentle place warmer by so much than the fire is computed")
    film_times: Figure = Field(1.0, description="heat goes in so many times as well there")
    hotter_by_k: Figure = Field(0.0, description="a searing place hotter by so much than the fire is computed")
    pan: str | Figure | None = Field(None, description="a skillet of this temperature as the food arrives")
    power_w: Figure | None = Field(
        None,
        description="the most heat it takes up from below; the fire is turned down once the pan is hot again",
    )
    iron: str | Figure | None = Field(None, description="the lower face on metal that is kept at this temperature")
    plates: str | Figure | None = Field(None, description="both faces on metal that is kept at this temperature")
    bath: str | Figure | None = None
    of: Literal["fat", "bag"] | None = Field(None, description="of a bath: warm fat, or stirred water about a bag")
    rest: str | None = Field(None, description="open, board, foil, sauce, paper or cooler")
    counter: str | Figure | None = Field(None, description="on a rack in a room of this temperature")

    @model_validator(mode="after")
    def _one_place(self) -> OnIn:
        places = ("fire", "pan", "iron", "plates", "bath", "rest", "counter")
        given = [name for name in places if getattr(self, name) is not None]
        if len(given) != 1:
            raise ValueError(f"needs exactly one of {', '.join(places)} (got {', '.join(given) or 'none'}).")
        belongs = dict.fromkeys(("place", "air", "lid", "fat", "wrap"), "fire") | {"power_w": "pan", "of": "bath"}
        for name, place in belongs.items():
            if getattr(self, name) is not None and given != [place]:
                raise ValueError(f"{name}|belongs to {place} only: leave it out beside {given[0]}.")
        return self


class CookUntilIn(Strict):
    """When a step ends: whichever comes first."""

    core: str | Figure | None = Field(None, description="of the coldest point")
    reading: str | Figure | None = Field(None, description="of what a thermometer put into the middle shows")
    crust: str | None = Field(None, description="golden, light, good or deep, on both faces")
    minutes: Figure | None = None

    @model_validator(mode="after")
    def _some(self) -> CookUntilIn:
        if all(value is None for value in (self.core, self.reading, self.crust, self.minutes)):
            raise ValueError("needs at least one of core, reading, crust and minutes.")
        return self


class BasteIn(Strict):
    """Water on the upper side and the edge, by spray, brush or mop."""

    g_m2: Figure = Field(description="so much each time, g for a square meter")
    first_min: Figure
    every_min: Figure


class CookStepIn(Strict):
    """One stretch of the cook."""

    name: Name = Field(min_length=1, max_length=80)
    on: OnIn
    until: CookUntilIn
    flip_every_s: Figure | None = None
    flip_first: bool = False
    turn_deg: Figure = Field(0.0, description="how it lies to the rods: another angle makes another set of marks")
    baste: BasteIn | None = None


class CookIn(Strict):
    """What `brasko cook` reads."""

    format: Literal["brasko/cook@1"]
    piece: CookedPieceIn
    steps: list[CookStepIn] = Field(min_length=1, max_length=100)
    every_s: float = Field(10.0, ge=1.0, le=3600.0, allow_inf_nan=False, description="spacing of the curves")


class CookStepOut(BaseModel):
    """How a step went; reached says which of its conditions ended it. Shares are as they are at its end."""

    name: str
    start_s: float
    end_s: float
    reached: Literal["core", "reading", "crust", "time"]
    core_c: float = Field(description="the coldest point")
    probe_c: float = Field(description="what a hand thermometer put into the middle shows")
    face_a_c: float
    face_b_c: float
    crust_share: float = Field(description="of a good crust, on the face that has less")
    mass_loss_share: float


class CookOut(BaseModel):
    """What `brasko cook` prints. Curves share time_s; face a starts down."""

    format: Literal["brasko/cook-result@1"]
    model_version: str
    time_s: list[float]
    core_c: list[float]
    probe_c: list[float] = Field(description="what a thermometer put into the middle shows")
    face_a_c: list[float]
    face_b_c: list[float]
    steps: list[CookStepOut]
    peak_core_c: float
    peak_probe_c: float
    grey_rim_share: float
    crust_share: float
    char_share: float
    mass_loss_share: float
    salmonella_log10: float
