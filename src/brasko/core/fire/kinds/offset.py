"""A long chamber with a firebox at one end that burns splits."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING, ClassVar

import numpy as np

from brasko.core.fire import fuels
from brasko.core.fire.coals import coal_face_c
from brasko.core.fire.emitter import EMBERS_M2, OPEN_BED_W_M2, Emitter
from brasko.core.fire.grills import Body, Grate, Grill, Spot
from brasko.core.fire.kinds.kind import (
    GENTLE_C,
    MIDDLE_SPOT,
    MINUTE,
    OIL,
    Candidate,
    Feeding,
    Floats,
    Found,
    Fuel,
    GrillKind,
    Hours,
    Loaded,
    Ships,
    Smoke,
    refuelled,
)
from brasko.core.fire.setup import FireSetup, with_vents
from brasko.core.fire.views import Rectangle
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest
    from brasko.core.fire.state import SteadyState

SPLITS_W = Sourced(22000.0, "W", "", "assumed")
"""What the splits in the firebox could give with all the air they want."""
LOAD_KG, GLOWING_KG, SPLITS_PACE = 60.0, 1.6, 4.0
"""Splits at hand, the bed they burn on, and how much faster than coals they burn (assumed)."""
SHELF_RISE = Sourced(0.35, "m-1", "", "assumed")
"""Hot gas lies on top: the rise of the air grows by this share for each metre of height in the chamber."""
CHAMBER_LOSES_W_MK = Sourced(14.0, "W m-1 K-1", "", "assumed")
"""What a metre of the chamber loses."""
MIN_REACH_M = 0.3
FIREBOX = "firebox"
EMBERS_COVER = 0.9
"""How much of the raked bed glows (assumed)."""
WARM_C = 150.0
"""An offset runs so where nothing else is wanted (common practice, no source)."""


@dataclass(frozen=True)
class Offset(GrillKind):
    """Hot gas enters at one end of the chamber and leaves at the other: the near end and the top are hotter."""

    key: ClassVar[str] = "offset"
    comes_with_rack: ClassVar[bool] = True
    refuge: ClassVar[str] = say("offset-move-it-to-the-end-away")
    fuel: ClassVar[Fuel] = "wood"
    hotter_end: ClassVar[bool] = True

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "offset", say("offset-offset-smoker"), self,
                (
                    Grate("main", say("offset-chamber-grate"), "rectangle", 0.90, 0.42, 0.25),
                    Grate("upper", say("offset-top-shelf"), "rectangle", 0.90, 0.26, 0.45),
                    Grate(FIREBOX, say("offset-small-grate-in-the-firebox"), "rectangle", 0.34, 0.34, 0.13),
                ),
                Body(heat_j_k=38000.0, inner_w_k=70.0, outer_w_k=28.0, area_m2=0.55, bottom_m2=180e-4, top_m2=110e-4,
                     leak_m2=12e-4, column_m=0.95, used_share=0.18),
                floor_width_m=0.40, floor_depth_m=0.40,
            ),
        )  # fmt: skip

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, None, 0.2, 1.0, weather=weather)

    def lacks(self, fire: str, fire_name: str) -> str:
        return say("methods-the-chamber-of-sees-no-fire", fire_name=fire_name)

    def roasts(self, fire: str) -> bool:
        return False

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (
            (say("offset-in-the-chamber"), say("offset-into-the-chamber")),
            (say("offset-over-the-coals-of-the-firebox"), say("offset-over-the-coals-of-the-firebox-2")),
        )
        over_coals = Spot(0.0, 0.0, FIREBOX)
        return (
            Ships("offset", say("offset-offset-smoker"), usual["offset"], GENTLE_C, MIDDLE_SPOT, over_coals, words),
        )

    def opened(self, setup: FireSetup, x_m: float | None = None) -> FireSetup:
        return with_vents(setup, 1.0, 1.0)

    def fuel_w(self, setup: FireSetup) -> float:
        return SPLITS_W.value

    def loaded(self, setup: FireSetup) -> Loaded:
        heat = fuels.SPLIT_HEAT.value
        return Loaded(LOAD_KG, GLOWING_KG, heat, heat * fuels.COAL_PACE.value * SPLITS_PACE)

    def emitters(self, setup: FireSetup, state: SteadyState, grate: Grate) -> tuple[Emitter, ...]:
        """The chamber sees no fire; a grate in the firebox lies over its embers, raked level, that burn as an open
        bed."""
        if grate.key != FIREBOX or not state.alight:
            return ()
        half = math.sqrt(EMBERS_M2.value) / 2.0
        bed = Rectangle(-half, half, -half, half, grate.height_m)
        power = min(state.power_w, OPEN_BED_W_M2.value * EMBERS_M2.value)
        face = float(coal_face_c(power, EMBERS_M2.value, setup.weather.air_c))
        return (Emitter("coals", (bed,), face, EMBERS_COVER, power, face),)

    def air_c(self, setup: FireSetup, state: SteadyState, grate: Grate, x_m: Floats) -> Floats:
        if not setup.closed:
            return super().air_c(setup, state, grate, x_m)
        outside = setup.weather.air_c
        reach = max(state.flow_kg_s * fuels.AIR_HEAT.value / CHAMBER_LOSES_W_MK.value, MIN_REACH_M)
        shelf = 1.0 + SHELF_RISE.value * (grate.height_m - setup.grill.grates[0].height_m)
        return outside + (state.gas_c - outside) * shelf * np.exp(-x_m / reach)

    def through_m_s(self, grill: Grill, flow_m3_s: float, height_m: float) -> float:
        """Along the chamber, through its section."""
        return flow_m3_s / (grill.grates[0].depth_m * height_m)

    def hours(self, setup: FireSetup, power_w: float, preheat_s: float) -> Hours:
        every = fuels.SPLIT_KG.value * fuels.SPLIT_HEAT.value / power_w
        kg_h = power_w / fuels.SPLIT_HEAT.value * 3600.0
        return Hours(preheat_s, every, refuelled(every), say("offset-one-split-warmed-on-the-firebox"), kg_h, "wood")

    def feeding(self, setup: FireSetup, hours: Hours) -> Feeding:
        kg = fuels.SPLIT_KG.value
        how = say("offset-feed-why", mass=quantity.mass(1000.0 * kg))
        return Feeding(hours.usable_s, hours.usable_s, hours.usable_s, kg, say("offset-feed"), how)

    def smokes(self, setup: FireSetup, power_w: float) -> tuple[Smoke, ...]:
        burns = power_w / fuels.SPLIT_HEAT.value
        return (Smoke(1000.0 * burns * fuels.FLAMES_TO_SMOKE.value, math.inf),)

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        why = (say("offset-small-hot-well-fed-splits-the"),)
        yield Candidate(base, why, request.gentle_c if request.gentle_c is not None else WARM_C)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        return (
            Preparation("light", "fire", say("offset-light-a-bed-of-coals-in"), 15 * MINUTE, say("offset-a-chimney-of-lit-coals-then")),
            Preparation("preheat", "fire", say("offset-bring-the-chamber-to-heat"), found.ready_s, say("offset-dampers-wide-until-the-smoke-runs")),
            OIL,
        )  # fmt: skip

    def convert_name(self) -> str:
        return say("offset-rake-the-coals-level")

    def convert_why(self, convert_s: float, reached_c: float, most_c: float) -> str:
        return say("offset-flames-down-the-embers-raked-level", convert=quantity.span(convert_s))
