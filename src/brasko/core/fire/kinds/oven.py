"""A kitchen's oven, with a skillet on a burner beside it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from brasko.core.fire.fires import HEAT_PAN
from brasko.core.fire.grills import Body, Controller, Grate, Grill
from brasko.core.fire.kinds.controlled import Controlled
from brasko.core.fire.kinds.kind import MIDDLE, MIDDLE_SPOT, MINUTE, Converts, Found, Fuel, Hours, Ships
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.safety import fires as dangers
from brasko.core.sourced import Sourced
from brasko.core.words import say

USUAL_C = 135.0
"""275 °F, gentle for an oven (common practice, no source)."""


@dataclass(frozen=True)
class Oven(Controlled):
    """Indoors, nearly tight, and no place to sear."""

    key: ClassVar[str] = "oven"
    fuel: ClassVar[Fuel] = "electricity"
    indoors: ClassVar[bool] = True
    sears: ClassVar[bool] = False
    nitrous: ClassVar[float] = 0.0
    converts: ClassVar[Converts] = "not"
    follows_gas: ClassVar[Sourced] = Sourced(900.0, "J K-1", "", "assumed")
    blows_w_k: ClassVar[Sourced] = Sourced(1.0, "W K-1", "", "assumed")
    stirs_w: ClassVar[Sourced | None] = Sourced(900.0, "W", "", "assumed")

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "oven", say("oven-kitchen-oven-and-skillet"), self,
                (Grate("main", say("oven-middle-rack"), "rectangle", 0.44, 0.36, 0.15),),
                Body(heat_j_k=18000.0, inner_w_k=60.0, outer_w_k=6.2, area_m2=0.0),
                controller=Controller(low_w=100.0, high_w=2900.0, band_k=5.0, start_s=30.0, lowest_c=50.0, highest_c=270.0),
            ),
        )  # fmt: skip

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, set_c=USUAL_C, weather=weather)

    def gentle_c(self, fire: str) -> float:
        return USUAL_C

    def lacks(self, fire: str, fire_name: str) -> str:
        if fire == "oven_skillet":
            return say("methods-is-for-the-order-oven-first", fire_name=fire_name)
        return say("methods-has-no-gentle-side-and-no-2", fire_name=fire_name)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = ((say("oven-middle-of-the-oven"), say("oven-into-the-oven")), MIDDLE)
        name = say("oven-kitchen-oven-and-skillet")
        return (Ships("oven_skillet", name, usual["oven"], None, MIDDLE_SPOT, MIDDLE_SPOT, words),)

    def dangers(self, setup: FireSetup) -> tuple[str, ...]:
        return (dangers.KITCHEN,)

    def hours(self, setup: FireSetup, power_w: float, preheat_s: float) -> Hours:
        return Hours(preheat_s, 24 * 3600.0, (), "", 0.0, "electricity")

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        heats = max(found.ready_s, 15 * MINUTE)
        return (
            Preparation(
                "heat_oven", "fire", say("oven-oven-on"), heats, say("oven-rack-over-a-tray-in-the", target="{target}")
            ),
            HEAT_PAN,
        )

    def convert_name(self) -> str:
        return say("common-skillet-on-high-heat")
