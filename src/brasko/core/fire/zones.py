"""Zones of a fire as the food feels them.

A first, plain description: each zone has its air, its lid and the coals it sees. Values are assumed from common
practice (the trade quotes temperatures, not fluxes) and every one is the owner's to change.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from brasko.core.errors import UnknownName, require_between
from brasko.core.programme.steps import Side, Surroundings

Role = Literal["gentle", "sear", "rest"]


def radiant_equivalent_c(seen: tuple[tuple[float, float], ...]) -> float:
    """Temperature [°C] of one black source that shines as much as several (view factor, °C) seen together.

    T⁴ = Σ F_i T_i⁴ / Σ F_i, from the Stefan-Boltzmann law. Source: incropera_2011, ch. 13.
    """
    total = sum(view for view, _ in seen)
    kelvin4 = sum(view * (temp_c + 273.15) ** 4 for view, temp_c in seen) / total
    return float(kelvin4**0.25) - 273.15


@dataclass(frozen=True)
class Zone:
    """One part of a grill.

    air_c, film_w_m2k   air about the food and how well it gives its heat
    coal_c, coal_view   glowing fuel and the share of the view from below that it fills
    lid_c               what the food sees above it
    vapour_kg_m3        water vapour in that air
    """

    key: str
    name: str
    role: Role
    air_c: float
    film_w_m2k: float
    lid_c: float
    coal_c: float = 20.0
    coal_view: float = 0.0
    above_air_c: float | None = None
    vapour_kg_m3: float = 0.020

    def __post_init__(self) -> None:
        require_between("air_c", self.air_c, 0.0, 700.0, "°C")
        require_between("coal_view", self.coal_view, 0.0, 0.95, "")

    @property
    def surroundings(self) -> Surroundings:
        """What the three sides of a piece in this zone see."""
        above = self.air_c if self.above_air_c is None else self.above_air_c
        below = radiant_equivalent_c(((self.coal_view, self.coal_c), (1.0 - self.coal_view, self.air_c)))
        side_view = self.coal_view / 4.0
        beside = radiant_equivalent_c(((side_view, self.coal_c), (1.0 - side_view, (self.air_c + self.lid_c) / 2.0)))
        middle = (self.air_c + above) / 2.0
        h, vapour = self.film_w_m2k, self.vapour_kg_m3
        return Surroundings(
            bottom=Side(air_c=self.air_c, h_w_m2k=h, radiant_c=below, vapour_kg_m3=vapour),
            top=Side(air_c=above, h_w_m2k=h, radiant_c=self.lid_c, vapour_kg_m3=vapour),
            edge=Side(air_c=middle, h_w_m2k=h, radiant_c=beside, vapour_kg_m3=vapour),
        )

    @property
    def shown_c(self) -> float:
        """The temperature a cook would quote: the air of a gentle zone, the radiant equivalent of a searing one."""
        return self.air_c if self.role == "gentle" else float(self.surroundings.bottom.radiant_c or self.air_c)


@dataclass(frozen=True)
class Fire:
    """A grill with a fire in it: its zones and how long it takes to get there."""

    key: str
    name: str
    gentle: Zone
    sear: Zone
    light_s: float
    preheat_s: float
    convert_s: float
    fuel_note: str


FIRES: dict[str, Fire] = {
    "kettle_two_zone": Fire(
        key="kettle_two_zone",
        name="Charcoal kettle, two zones",
        gentle=Zone("cool", "Cool side, lid shut", "gentle", air_c=107.0, film_w_m2k=16.0, lid_c=107.0, coal_c=680.0, coal_view=0.0135),
        sear=Zone(
            "hot", "Over the coals, lid open", "sear", air_c=190.0, film_w_m2k=18.0, lid_c=40.0,
            coal_c=680.0, coal_view=0.33, above_air_c=70.0,
        ),
        light_s=14 * 60.0,
        preheat_s=15 * 60.0,
        convert_s=5 * 60.0,
        fuel_note="three quarters of a chimney, banked against one side; the other side stays bare",
    )
}  # fmt: skip

RESTS: dict[str, tuple[str, Surroundings]] = {
    "open": (
        "On a rack, open",
        Surroundings(*(Side(air_c=22.0, h_w_m2k=6.0, radiant_c=22.0) for _ in range(3))),
    ),
    "foil": (
        "On a board under loose foil",
        Surroundings(
            bottom=Side(air_c=25.0, contact_c=30.0, contact_w_m2k=10.0),
            top=Side(air_c=35.0, h_w_m2k=4.0, radiant_c=35.0, emissivity=0.2, vapour_kg_m3=0.035),
            edge=Side(air_c=30.0, h_w_m2k=4.0, radiant_c=30.0, emissivity=0.2, vapour_kg_m3=0.030),
        ),
    ),
}
"""Where a piece rests; film coefficients of still air are assumed (incropera_2011, ch. 9, gives 3 to 10 W/m2K)."""


def fire_named(key: str) -> Fire:
    """The fire with this key. Raises UnknownName."""
    if key not in FIRES:
        raise UnknownName("fire", key, FIRES)
    return FIRES[key]


def with_gentle_air(fire: Fire, air_c: float) -> Fire:
    """The same fire with its gentle side held at another temperature [°C]."""
    require_between("gentle_c", air_c, 80.0, 180.0, "°C", "The gentle side runs at 200-275 °F.")
    return replace(fire, gentle=replace(fire.gentle, air_c=air_c, lid_c=air_c))
