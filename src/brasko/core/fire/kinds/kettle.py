"""A round charcoal grill of sheet steel with a lid."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar

from brasko.core.fire.coals import Charcoal
from brasko.core.fire.fuels import coal_mass_kg
from brasko.core.fire.grills import Body, Grate, Grill, Spot
from brasko.core.fire.kinds.charcoal import CharcoalKind
from brasko.core.fire.kinds.kind import GENTLE_C, MIDDLE, MIDDLE_SPOT, OVER_COALS, Ships
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.weather import Weather
from brasko.core.sourced import Sourced
from brasko.core.words import say

FUSE_C = 121.0
FUSE_KG = 1.9
"""The heat that a fuse of the usual weight of coals gives (common practice, no source)."""


@dataclass(frozen=True)
class Kettle(CharcoalKind):
    """Coals on the floor of a bowl, a vent below and one in the lid."""

    key: ClassVar[str] = "kettle"
    pace_under_lid: ClassVar[Sourced] = Sourced(0.4, "-", "", "assumed")
    """Under its lid the air comes in below the coals and passes most of them by."""

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "kettle", say("kettle-charcoal-kettle"), self,
                (
                    Grate("main", say("kettle-cooking-grate"), "round", 0.54, 0.54, 0.15),
                    Grate("upper", say("kettle-raised-rack"), "round", 0.36, 0.36, 0.25),
                ),
                Body(heat_j_k=12000.0, inner_w_k=40.0, outer_w_k=15.0, area_m2=0.26, bottom_m2=34e-4, top_m2=29e-4,
                     leak_m2=4e-4, column_m=0.55, used_share=0.52),
                floor_width_m=0.44, floor_depth_m=0.44,
            ),
        )  # fmt: skip

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        amount = coal_mass_kg("briquettes", 0.75, "chimneys")
        return FireSetup(grill, Charcoal("banked", amount), 0.3, 0.5, drip_pan=True, weather=weather)

    def lacks(self, fire: str, fire_name: str) -> str:
        return say("methods-is-laid-to-glow-for-hours", fire_name=fire_name) if fire == "kettle_ring" else ""

    def gentle_c(self, fire: str) -> float:
        return FUSE_C if fire == "kettle_ring" else super().gentle_c(fire)

    def roasts(self, fire: str) -> bool:
        return fire != "kettle_ring"

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        kettle = usual["kettle"]
        ring = replace(kettle, charcoal=Charcoal("ring", FUSE_KG, wood="chunks"), drip_pan=True)
        cool = (say("kettle-cool-side-lid-shut"), say("kettle-on-the-cool-side"))
        return (
            Ships("kettle_two_zone", say("kettle-charcoal-kettle-two-zones"), kettle, GENTLE_C, Spot(-0.15, 0.0), Spot(0.145, 0.0),
                  (cool, OVER_COALS)),
            Ships("kettle_ring", say("kettle-charcoal-kettle-fuse-of-coals-round"), ring, FUSE_C, MIDDLE_SPOT, MIDDLE_SPOT,
                  (MIDDLE, OVER_COALS)),
        )  # fmt: skip
