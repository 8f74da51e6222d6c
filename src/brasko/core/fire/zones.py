"""Zones of a fire as the food feels them.

Each zone has its air, its lid and the coals it sees, as fire.placing reads them off a set-up of the fire model; pans
are in fire.fires.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from brasko.core.errors import InvalidInput, require_between
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.heat.films import STILL_FAT_W_M2K
from brasko.core.programme.steps import Metal, Side, Surroundings
from brasko.core.sourced import Sourced
from brasko.core.words import say

Role = Literal["gentle", "sear", "pan", "bath"]
NEIGHBOUR_C = 65.0
"""Face of other food beside a piece: wet, so no hotter than this for most of a cook (assumed)."""


def radiant_equivalent_c(seen: tuple[tuple[float, float], ...]) -> float:
    """Temperature [°C] of one black source that shines as much as several (view factor, °C) seen together.

    T⁴ = Σ F_i T_i⁴ / Σ F_i, from the Stefan-Boltzmann law. Source: incropera_2011, ch. 13.
    """
    total = sum(view for view, _ in seen)
    kelvin4 = sum(view * (temp_c + 273.15) ** 4 for view, temp_c in seen) / total
    return float(kelvin4**0.25) - 273.15


WIRE_HALF = Sourced(0.59, "-", "", "assumed")
"""Lower half of the wires' surface, in parts of the grate: half of π 6 mm in every 16 mm."""
WIRE_FILM = Sourced(2.0, "-", "incropera_2011", "from memory")
"""How much better a thin wire takes up heat from the air than a piece of meat does: films grow as bodies get
smaller."""


@dataclass(frozen=True)
class Rods:
    """The rods of a grate, per square metre of grate: six-millimetre wire every sixteen (assumed, typical).

    share touches a piece that lies on them, hidden is what they keep from it of the fire below. With food on top they
    take up heat with the lower half of each wire only.
    """

    share: float = 0.20
    hidden: float = 0.37
    contact_w_m2k: float = 300.0
    heat_j_m2k: float = 6200.0
    loss_w_m2k: float = 33.0

    def metal(self, area_m2: float, free_c: float) -> Metal:
        """The rods under a piece of this area, as hot as they are where nothing lies on them."""
        return Metal(
            contact_w_m2k=self.contact_w_m2k,
            heat_j_k=max(self.heat_j_m2k * area_m2, 10.0),
            share=self.share,
            hidden=self.hidden,
            loss_w_k=self.loss_w_m2k * area_m2,
            around_c=free_c,
            start_c=free_c,
        )

    def under(self, side: Side, free_c: float) -> Side:
        """A face on rods in gentle heat: they are steady, and give what reaches them from about them.

        What a wire takes up, by its film and by radiation, and what it passes on where it touches, in a row.
        """
        taken = WIRE_HALF.value * (
            WIRE_FILM.value * side.h_w_m2k + 4.0 * STEFAN_BOLTZMANN.value * (free_c + 273.15) ** 3
        )
        touch = self.share * self.contact_w_m2k
        return replace(
            side,
            h_w_m2k=(1.0 - self.hidden) * side.h_w_m2k,
            view_factor=(1.0 - self.hidden) * side.view_factor,
            contact_c=free_c,
            contact_w_m2k=taken * touch / (taken + touch),
        )


@dataclass(frozen=True)
class Zone:
    """One part of a grill, or a pan on it.

    doing               where a piece goes, as the cook would say it: "On the cool side", "over the coals"
    air_c, film_w_m2k   air about the food and how well it gives its heat
    coal_c, coal_view   glowing fuel and the share of the view from below that it fills
    lid_c               what the food sees above it
    vapour_kg_m3        water vapour in that air
    rods                a grate whose rods are hot enough to mark
    pan                 a skillet that it lies in
    in_fat              it lies in warm fat of air_c instead of air
    around_c            walls below and beside; as hot as the air, if not given
    side_view           share of an edge's view that glowing fuel fills; a quarter of coal_view, if not given
    top_film_w_m2k      how well the air above gives its heat; as below, if not given
    neighbours          share of an edge's view that other food fills, itself hardly warm
    """

    key: str
    name: str
    role: Role
    doing: str
    air_c: float
    film_w_m2k: float
    lid_c: float
    coal_c: float = 20.0
    coal_view: float = 0.0
    above_air_c: float | None = None
    vapour_kg_m3: float = 0.020
    rods: Rods | None = None
    pan: Metal | None = None
    in_fat: bool = False
    around_c: float | None = None
    side_view: float | None = None
    neighbours: float = 0.0
    top_film_w_m2k: float | None = None

    def __post_init__(self) -> None:
        require_between("air_c", self.air_c, 0.0, 700.0, "°C")
        require_between("coal_view", self.coal_view, 0.0, 0.95, "")

    @property
    def below_c(self) -> float:
        """Radiant equivalent of what a face sees below."""
        around = self.air_c if self.around_c is None else self.around_c
        return radiant_equivalent_c(((self.coal_view, self.coal_c), (1.0 - self.coal_view, around)))

    @property
    def surroundings(self) -> Surroundings:
        """What the three sides of a piece in this zone see."""
        if self.in_fat:
            fat = Side(air_c=self.air_c, h_w_m2k=STILL_FAT_W_M2K.value, vapour_open=False)
            return Surroundings(fat, fat, fat)
        above = self.air_c if self.above_air_c is None else self.above_air_c
        fire = self.coal_view / 4.0 if self.side_view is None else self.side_view
        fire, food = fire * (1.0 - self.neighbours), self.neighbours
        beside = radiant_equivalent_c(
            ((fire, self.coal_c), (food, NEIGHBOUR_C), (1.0 - fire - food, (self.air_c + self.lid_c) / 2.0))
        )
        middle = (self.air_c + above) / 2.0
        h, vapour = self.film_w_m2k, self.vapour_kg_m3
        h_top = h if self.top_film_w_m2k is None else self.top_film_w_m2k
        top = Side(air_c=above, h_w_m2k=h_top, radiant_c=self.lid_c, vapour_kg_m3=vapour)
        if self.pan is not None:
            return Surroundings(bottom=Side(), top=top, edge=replace(top, air_c=middle, radiant_c=beside))
        below = Side(air_c=self.air_c, h_w_m2k=h, radiant_c=self.below_c, vapour_kg_m3=vapour)
        return Surroundings(
            bottom=below if self.rods is None or self.role == "sear" else self.rods.under(below, self.rods_c),
            top=top,
            edge=Side(air_c=middle, h_w_m2k=h, radiant_c=beside, vapour_kg_m3=vapour),
        )

    @property
    def rods_c(self) -> float:
        """How hot rods get where nothing lies on them: half a view of the fire, half of the lid, and the gas between.

        Radiation counts about twice as much as convection on a thin wire at these temperatures (assumed).
        """
        seen = radiant_equivalent_c(((0.5, self.below_c), (0.5, self.lid_c)))
        return (2.0 * seen + self.air_c) / 3.0

    def greased(self, contact: float) -> Zone:
        """The same zone with a pan that a face touches so much better or worse; others stay as they are."""
        if self.pan is None or contact == 1.0:
            return self
        return replace(self, pan=replace(self.pan, contact_w_m2k=contact * self.pan.contact_w_m2k))

    def metal(self, area_m2: float) -> Metal | None:
        """What a piece with a face of this area lies on, where that has a heat of its own."""
        if self.pan is not None:
            return self.pan
        return None if self.rods is None or self.role != "sear" else self.rods.metal(area_m2, self.rods_c)

    @property
    def searing_c(self) -> float:
        """What an infrared thermometer shows of it before the sear: its rods, its pan, or the coals."""
        return self.rods_c if self.rods is not None and self.pan is None else self.shown_c

    @property
    def shown_c(self) -> float:
        """The temperature a cook would quote: of the pan, of the hot grate, or of the air of a gentle zone."""
        if self.pan is not None and self.pan.start_c is not None:
            return self.pan.start_c
        if self.role != "sear":
            return self.air_c
        return self.below_c if self.rods is None else self.rods_c


@dataclass(frozen=True)
class Preparation:
    """Something done to the fire beforehand; together they end when the food goes on, or when its sear begins."""

    key: str
    lane: Literal["fire", "hands"]
    name: str
    lasts_s: float
    why: str
    before: Literal["on", "sear"] = "on"


@dataclass(frozen=True)
class Fire:
    """A grill with a fire in it: its zones, how it is made ready, and what opening it up for a sear takes."""

    key: str
    name: str
    zones: tuple[Zone, ...]
    preparations: tuple[Preparation, ...]
    convert_s: float = 0.0
    convert_name: str = ""
    convert_why: str = ""
    charcoal: bool = True
    chimney: bool = False
    gas: bool = False

    def zone(self, role: Role) -> Zone:
        """The zone with this role. Raises InvalidInput where the fire has none."""
        for zone in self.zones:
            if zone.role == role:
                return zone
        raise InvalidInput(
            "fire", say("zones-has-no-choose-another-fire-or", role_words=ROLE_WORDS[role], name=self.name)
        )

    def has(self, role: Role) -> bool:
        """Whether one of the zones has this role."""
        return any(zone.role == role for zone in self.zones)

    @property
    def gentle(self) -> Zone:
        """The gentle side."""
        return self.zone("gentle")

    @property
    def sear(self) -> Zone:
        """The searing side."""
        return self.zone("sear")


ROLE_WORDS: dict[Role, str] = {
    "gentle": say("zones-gentle-side"),
    "sear": say("zones-searing-side"),
    "pan": "pan",
    "bath": say("zones-bath-of-warm-fat"),
}
"""What a zone is called by its role."""


HOTTEST_GENTLE_C = 290.0
"""555 °F: roasting away from the fire is done no hotter (common practice, no source)."""
GENTLE_HINT = say("zones-the-gentle-side-runs-at-200")
"""Said where a gentle heat is asked for that no fire gives."""


def with_gentle_air(fire: Fire, air_c: float, role: Role = "gentle") -> Fire:
    """The same fire with its gentle side, or its bath, held at another temperature [°C]."""
    if role == "bath":
        require_between("gentle_c", air_c, 40.0, 95.0, "°C", say("zones-the-fat-stays-a-little-above"))
    else:
        require_between("gentle_c", air_c, 80.0, HOTTEST_GENTLE_C, "°C", GENTLE_HINT)
    zone = fire.zone(role)
    changed = replace(zone, air_c=air_c, lid_c=air_c)
    return replace(fire, zones=tuple(changed if each is zone else each for each in fire.zones))


def with_held_air(zone: Zone, air_c: float) -> Zone:
    """The place with its air held at another temperature, and all about it by as much warmer or cooler [°C]."""
    by = air_c - zone.air_c

    def moved(temp_c: float | None) -> float | None:
        return None if temp_c is None else temp_c + by

    return replace(
        zone, air_c=air_c, lid_c=zone.lid_c + by, above_air_c=moved(zone.above_air_c), around_c=moved(zone.around_c)
    )


OUTSIDE_C = 20.0
"""The air of the yard where nothing else is said."""


def with_lid(zone: Zone, lid: str) -> Zone:
    """The zone with its lid "open" or "shut"; "usual" leaves it.

    Open, the sky is overhead and the air above half from outside; shut, the lid and the air above are near the air
    that rises from below (assumed).
    """
    if lid == "open":
        return replace(zone, lid_c=OUTSIDE_C, above_air_c=(zone.air_c + OUTSIDE_C) / 2.0)
    if lid == "shut":
        return replace(zone, lid_c=max(zone.lid_c, 0.85 * zone.air_c), above_air_c=None)
    return zone


def lid_open(zone: Zone, outside_c: float) -> Surroundings:
    """The zone's surroundings with its lid open: the air above is half from outside, the sky is overhead, it moves
    more."""
    around = zone.surroundings
    above = (zone.air_c + outside_c) / 2.0
    top = replace(around.top, air_c=above, radiant_c=outside_c, h_w_m2k=1.3 * zone.film_w_m2k, vapour_kg_m3=0.010)
    return replace(around, top=top, edge=replace(around.edge, air_c=(zone.air_c + above) / 2.0))
