"""A cook as a cook tells it: where the piece is, until when, how it is turned."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.custom import OwnFire
from brasko.core.fire.grills import Spot
from brasko.core.fire.zones import HOTTEST_GENTLE_C, Fire
from brasko.core.heat.simulation import Food
from brasko.core.programme.steps import MAX_STEP_S, Baste
from brasko.core.words import say


@dataclass(frozen=True)
class AtFire:
    """A place of a fire.

    fire            with its places, or a kitchen's pan
    place           "gentle", "sear" or "pan", or a spot on the grate of the fire as it is set
    air_c           air of the gentle place, or the highest of a controlled sear; None as the fire is set
    lid             "open", "shut", or "usual"
    fat             a key of foods.fats, in a pan
    wrap            "none", "paper" or "foil"
    warmer_by_k, film_times, hotter_by_k
                    how a gentle place, and a searing one, differ from the fire as it is computed
    """

    fire: OwnFire | Fire
    place: Literal["gentle", "sear", "pan"] | Spot = "gentle"
    air_c: float | None = None
    lid: Literal["usual", "open", "shut"] = "usual"
    fat: str = "oil"
    wrap: str = "none"
    warmer_by_k: float = 0.0
    film_times: float = 1.0
    hotter_by_k: float = 0.0

    def __post_init__(self) -> None:
        if self.air_c is not None:
            low, high = (150.0, 400.0) if self.place == "sear" else (60.0, HOTTEST_GENTLE_C)
            require_between("air", self.air_c, low, high, "°C")
        if isinstance(self.fire, Fire) and self.place != "pan":
            raise InvalidInput("place", say("steps-a-kitchens-burner-has-a-pan-only"), suggestion="pan")
        require_between("warmer_by_k", self.warmer_by_k, -60.0, 60.0, "K")
        require_between("film_times", self.film_times, 0.3, 3.0, "")
        require_between("hotter_by_k", self.hotter_by_k, -150.0, 150.0, "K")


@dataclass(frozen=True)
class InPan:
    """A skillet of this temperature as the food arrives, over a fire that gives it so much heat at the most: it is
    turned down again once the skillet is back there."""

    start_c: float
    power_w: float | None = None

    def __post_init__(self) -> None:
        require_between("pan", self.start_c, 20.0, 450.0, "°C", say("steps-a-skillet-on-a-strong-burner"))
        if self.power_w is not None:
            require_between("power_w", self.power_w, 0.0, 6000.0, "W")


@dataclass(frozen=True)
class OnIron:
    """Metal that is kept at one temperature, under the lower face or about both."""

    temp_c: float
    both: bool = False

    def __post_init__(self) -> None:
        require_between("plates" if self.both else "iron", self.temp_c, 20.0, 450.0, "°C")


@dataclass(frozen=True)
class InBath:
    """Warm fat, or stirred water about a bag."""

    temp_c: float
    of: Literal["fat", "bag"] = "bag"

    def __post_init__(self) -> None:
        require_between("bath", self.temp_c, 30.0, 99.0, "°C", say("steps-a-bath-is-held-below-boiling"))


@dataclass(frozen=True)
class AtRest:
    """Off the fire: a key of fire.rests."""

    rest: str


@dataclass(frozen=True)
class OnCounter:
    """On a rack in a room."""

    air_c: float

    def __post_init__(self) -> None:
        require_between("counter", self.air_c, -10.0, 60.0, "°C")


Where = AtFire | InPan | OnIron | InBath | AtRest | OnCounter


@dataclass(frozen=True)
class Ends:
    """When a step ends: whichever comes first. core_c is of the coldest point, reading_c of what a thermometer in the
    middle shows, crust a key of planner.methods.CRUSTS."""

    minutes: float | None = None
    core_c: float | None = None
    crust: str | None = None
    reading_c: float | None = None

    def __post_init__(self) -> None:
        if self.minutes is None and self.core_c is None and self.crust is None and self.reading_c is None:
            raise InvalidInput("until", say("steps-needs-at-least-one-of-core"))
        if self.minutes is not None:
            require_between("until.minutes", self.minutes, 0.0, MAX_STEP_S / 60.0, "min")
        if self.core_c is not None:
            require_between("until.core", self.core_c, -5.0, 150.0, "°C")
        if self.reading_c is not None:
            require_between("until.reading", self.reading_c, -5.0, 150.0, "°C")


@dataclass(frozen=True)
class CookStep:
    """One stretch of a cook."""

    name: str
    on: Where
    until: Ends
    flip_every_s: float | None = None
    flip_first: bool = False
    turn_deg: float = 0.0
    baste: Baste | None = None

    def __post_init__(self) -> None:
        if self.flip_every_s is not None:
            require_between("flip_every_s", self.flip_every_s, 1.0, MAX_STEP_S, "s")


@dataclass(frozen=True)
class Cook:
    """A piece and its steps, in order."""

    food: Food
    fat_share: float
    steps: tuple[CookStep, ...]

    def __post_init__(self) -> None:
        if not 1 <= len(self.steps) <= 100:
            raise InvalidInput("steps", say("steps-must-be-1-to-100-got", steps=len(self.steps)))
