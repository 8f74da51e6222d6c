"""A pellet grill: an auger, a fan and a plate over the fire pot."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING, ClassVar

from brasko.core.fire import fuels
from brasko.core.fire.emitter import BAFFLE_RISE_K, Emitter
from brasko.core.fire.grills import Body, Controller, Grate, Grill
from brasko.core.fire.kinds.controlled import Controlled
from brasko.core.fire.kinds.kind import (
    GENTLE_C,
    MIDDLE,
    MIDDLE_SPOT,
    MINUTE,
    OIL,
    Converts,
    Feeding,
    Found,
    Fuel,
    Hours,
    Ships,
    Smoke,
    refuelled,
)
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.views import Rectangle
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.safety import fires as dangers
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.state import SteadyState

HOPPER_KG = Sourced(9.0, "kg", "", "assumed")
STARTS_S = 6 * MINUTE
"""Until its pellets burn (common practice, no source)."""


FULL_SHARE = 0.8
"""Of a hopper that is burnt before it is filled again (assumed)."""


@dataclass(frozen=True)
class Pellet(Controlled):
    """Set and held, stirred by its fan; it sears at its highest and no hotter."""

    key: ClassVar[str] = "pellet"
    comes_with_rack: ClassVar[bool] = True
    fuel: ClassVar[Fuel] = "pellets"
    converts: ClassVar[Converts] = "by its course"
    blows_w_k: ClassVar[Sourced] = Sourced(8.0, "W K-1", "", "assumed")
    fan_m_s: ClassVar[Sourced] = Sourced(0.6, "m s-1", "", "assumed")
    """Speed that its fan makes over the grate."""

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "pellet", say("pellet-pellet-grill"), self,
                (
                    Grate("main", say("pellet-lower-grate"), "rectangle", 0.62, 0.48, 0.14),
                    Grate("upper", say("pellet-upper-rack"), "rectangle", 0.62, 0.22, 0.30),
                ),
                Body(heat_j_k=22000.0, inner_w_k=60.0, outer_w_k=10.0, area_m2=0.40),
                controller=Controller(low_w=1100.0, high_w=8400.0, band_k=6.0, start_s=360.0, lowest_c=75.0, highest_c=260.0),
            ),
        )  # fmt: skip

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, set_c=121.0, weather=weather)

    def lacks(self, fire: str, fire_name: str) -> str:
        return say("methods-does-not-get-hot-enough-for", fire_name=fire_name)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (MIDDLE, (say("pellet-middle-of-the-hot-grate-lid"), say("pellet-over-the-heat-plate")))
        return (
            Ships("pellet", say("pellet-pellet-grill"), usual["pellet"], GENTLE_C, MIDDLE_SPOT, MIDDLE_SPOT, words),
        )

    def emitters(self, setup: FireSetup, state: SteadyState, grate: Grate) -> tuple[Emitter, ...]:
        half, deep = grate.width_m * 0.4, grate.depth_m * 0.4
        plate = Rectangle(-half, half, -deep, deep, grate.height_m)
        return (Emitter("heat plate", (plate,), state.gas_c + BAFFLE_RISE_K.value, 0.95),)

    def dangers(self, setup: FireSetup) -> tuple[str, ...]:
        return (dangers.PELLETS,)

    def hours(self, setup: FireSetup, power_w: float, preheat_s: float) -> Hours:
        kg_h = power_w / fuels.PELLET_HEAT.value * 3600.0
        lasts = HOPPER_KG.value / kg_h * 3600.0
        add = say("pellet-fill-the-hopper-kg-assumed", value=quantity.general(HOPPER_KG.value))
        return Hours(preheat_s, lasts, refuelled(lasts), add, kg_h, "pellets")

    def feeding(self, setup: FireSetup, hours: Hours) -> Feeding:
        kg = HOPPER_KG.value
        how = say("pellet-feed-why", mass=quantity.mass(1000.0 * kg))
        every = FULL_SHARE * hours.usable_s
        return Feeding(hours.usable_s, every, every, kg, say("pellet-feed"), how)

    def smokes(self, setup: FireSetup, power_w: float) -> tuple[Smoke, ...]:
        hotter = (setup.set_c or 0.0) - fuels.PELLETS_SMOKE_AT_C.value
        share = fuels.PELLETS_TO_SMOKE.value * math.exp(-max(hotter, 0.0) / fuels.PELLETS_CLEANER_PER.value)
        return (Smoke(1000.0 * power_w / fuels.PELLET_HEAT.value * share, math.inf),)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        return (
            Preparation("light", "fire", say("pellet-start-it-with-the-lid-open"), STARTS_S, say("pellet-about-until-the-fire-pot-has")),
            Preparation("preheat", "fire", say("common-lid-on-preheat"), max(found.ready_s - STARTS_S, 300.0), say("pellet-until-it-holds", set=quantity.temp(setup.set_c or 0.0))),
            OIL,
        )  # fmt: skip

    def convert_name(self) -> str:
        return say("pellet-set-it-to-its-highest")

    def convert_why(self, convert_s: float, reached_c: float, most_c: float) -> str:
        return say("pellet-it-reaches-in-and-no-more", most=quantity.temp(most_c), convert=quantity.span(convert_s))
