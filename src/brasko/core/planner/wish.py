"""What the cook wants, and the programme a method makes of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brasko.core.errors import InvalidInput, UnknownName, require_between
from brasko.core.fire.zones import RESTS, Fire, fire_named, with_gentle_air
from brasko.core.foods.cuts import Cut, cut_named
from brasko.core.heat.geometry import piece
from brasko.core.heat.simulation import Food
from brasko.core.programme.steps import Programme, Side, Step, Surroundings, Until
from brasko.core.safety.agency import minimum_for
from brasko.core.sourced import Sourced

Method = Literal["low_then_sear", "sear_then_low", "direct"]

METHODS: dict[str, tuple[str, str]] = {
    "low_then_sear": ("Low, then sear", "gentle heat first, a short fierce sear last: the widest margin and the thinnest grey rim"),
    "sear_then_low": ("Sear, then cool side", "the crust first, then the cool side with the lid on: less time, a little more rim"),
    "direct": ("Over the fire all the way", "hot and fast with many flips: for what needs under about 20 minutes"),
}  # fmt: skip

CRUSTS: dict[str, tuple[str, Sourced]] = {
    "light": ("Light", Sourced(700.0, "s at 140 °C", "", "fitted")),
    "good": ("Good", Sourced(2000.0, "s at 140 °C", "", "fitted")),
    "deep": ("Deep", Sourced(6000.0, "s at 140 °C", "", "fitted")),
}
"""Browning doses, fitted once to common practice: 2-3 min a side on an ordinary two-zone fire gives "good"."""

MAX_SEAR_S = 10 * 60.0
USUAL_FLIP_S = {"low_then_sear": 30.0, "sear_then_low": 120.0, "direct": 30.0}
"""Often once the surface is dry, seldom while a raw one still has to dry (common practice, no source)."""
MAX_PHASE_S = 4 * 3600.0


@dataclass(frozen=True)
class Wish:
    """One piece as its eater wants it. Temperatures in °C, lengths in m, masses in kg, times in s."""

    cut: str
    thickness_m: float
    mass_kg: float
    finish_c: float
    start_c: float = 4.0
    method: str = "low_then_sear"
    fire: str = "kettle_two_zone"
    gentle_c: float | None = None
    crust: str = "good"
    flip_every_s: float | None = None
    rest: str = "foil"
    rest_s: float | None = None
    salt: str = "hour"
    temper_s: float = 0.0
    air_c: float = 22.0

    def __post_init__(self) -> None:
        cut = cut_named(self.cut)
        for field, got, known in (
            ("method", self.method, METHODS), ("crust", self.crust, CRUSTS), ("rest", self.rest, RESTS),
            ("salt", self.salt, SALTS),
        ):  # fmt: skip
            if got not in known:
                raise UnknownName(field, got, known)
        piece(self.thickness_m, self.mass_kg, cut.material.density_kg_m3)
        require_between("thickness_mm", self.thickness_m * 1000, 6.0, 120.0, "mm", "A 1.5 in steak is 38 mm.")
        require_between("start_c", self.start_c, -1.0, 40.0, "°C", "A fridge is about 4 °C; thaw frozen meat first.")
        require_between(
            "finish_c", self.finish_c, 38.0, 96.0, "°C", "Rare starts about 48 °C, well done is above 70 °C."
        )
        if self.flip_every_s is not None:
            require_between("flip_every_s", self.flip_every_s, 10.0, 600.0, "s")
        require_between("temper_min", self.temper_s / 60.0, 0.0, 120.0, "min")
        require_between("air_c", self.air_c, -30.0, 50.0, "°C")
        if self.rest_s is not None:
            require_between("rest_min", self.rest_s / 60.0, 1.0, 60.0, "min")
        if self.gentle_c is not None:
            with_gentle_air(fire_named(self.fire), self.gentle_c)
        fire_named(self.fire)
        if self.start_c >= self.finish_c - 1.0:
            raise InvalidInput(
                "start_c",
                f"must be below the wanted finish (start {{temp:{self.start_c:g}}}, finish {{temp:{self.finish_c:g}}}). "
                "Lower the start temperature or raise the finish.",
            )
        minimum = minimum_for(cut)
        if cut.kind != "intact" and self.finish_c < minimum.core_c:
            raise InvalidInput("finish_c", f"must reach the agency figure for {minimum.words}.")

    @property
    def the_cut(self) -> Cut:
        """The cut by its key."""
        return cut_named(self.cut)

    @property
    def the_fire(self) -> Fire:
        """The fire, with the gentle side where the cook wants it."""
        fire = fire_named(self.fire)
        return fire if self.gentle_c is None else with_gentle_air(fire, self.gentle_c)

    @property
    def food(self) -> Food:
        """The raw piece, with a probe in the middle."""
        material = self.the_cut.material
        return Food(piece(self.thickness_m, self.mass_kg, material.density_kg_m3), material, self.start_c)

    @property
    def flips_s(self) -> float:
        """Time between flips: as wished, or as is usual for the method."""
        return USUAL_FLIP_S[self.method] if self.flip_every_s is None else self.flip_every_s

    @property
    def crust_s(self) -> float:
        """Browning dose wanted on each face."""
        return CRUSTS[self.crust][1].value

    @property
    def resting_s(self) -> float:
        """Rest: 2 min thin, 5 min ordinary, 10 min from 1.5 in up (common practice, no source)."""
        if self.rest_s is not None:
            return self.rest_s
        if self.thickness_m >= 0.0375:
            return 600.0
        return 300.0 if self.thickness_m >= 0.019 else 120.0


SALTS: dict[str, str] = {
    "hour": "50 minutes before the fire",
    "just_before": "right before it goes on",
    "overnight": "the night before, open in the fridge",
}


def programme_of(wish: Wish, pull_c: float, sear: tuple[float, float] | None = None) -> Programme:
    """The steps of the wish's method when its slow phase ends at pull_c.

    sear fixes the length and flip interval of the sear [s]; left out, it ends when both faces have their crust.
    """
    fire = wish.the_fire
    slow = Until(MAX_PHASE_S, core_c=pull_c)
    crust = Until(MAX_SEAR_S, crust_s=wish.crust_s) if sear is None else Until(sear[0])
    flips = wish.flips_s if sear is None else sear[1]
    searing = Step("sear", fire.sear.surroundings, crust, flip_every_s=flips)
    rest = Step("rest", RESTS[wish.rest][1], Until(wish.resting_s))
    if wish.method == "low_then_sear":
        wait = Step("wait", RESTS["open"][1], Until(fire.convert_s))
        return (Step("gentle", fire.gentle.surroundings, slow), wait, searing, rest)
    if wish.method == "sear_then_low":
        return (searing, Step("gentle", fire.gentle.surroundings, slow), rest)
    return (Step("sear", fire.sear.surroundings, slow, flip_every_s=wish.flips_s), rest)


def standing_out(air_c: float) -> Surroundings:
    """A piece on a tray in still air."""
    return Surroundings(*(Side(air_c=air_c, h_w_m2k=6.0, radiant_c=air_c) for _ in range(3)))
