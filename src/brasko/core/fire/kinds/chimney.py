"""A chimney starter with a grate on top."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, ClassVar

from brasko.core.errors import InvalidInput
from brasko.core.fire.coals import Charcoal
from brasko.core.fire.grills import Grate, Grill
from brasko.core.fire.kinds.charcoal import CharcoalKind, chimney_lit
from brasko.core.fire.kinds.kind import MIDDLE, MIDDLE_SPOT, MINUTE, Converts, Found, Ships
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest


@dataclass(frozen=True)
class Chimney(CharcoalKind):
    """Coals in a tube that draws: the strongest heat a yard has, and soon over."""

    key: ClassVar[str] = "chimney"
    is_drawn: ClassVar[bool] = True
    can_be_fed: ClassVar[bool] = False
    converts: ClassVar[Converts] = "not"
    refuge: ClassVar[str] = say("chimney-lift-it-off-with-the-tongs")

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "chimney", say("chimney-chimney-starter-with-a-grate-on"), self,
                (Grate("main", say("chimney-small-grate"), "round", 0.22, 0.22, 0.31),),
                floor_width_m=0.18, floor_depth_m=0.18,
            ),
        )  # fmt: skip

    def check_setup(self, setup: FireSetup) -> None:
        if setup.charcoal is not None and setup.charcoal.layout != "level":
            raise InvalidInput("charcoal.layout", say("chimney-must-be-level-in-a-chimney"), suggestion="level")
        super().check_setup(setup)

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, Charcoal("level", 1.6, "lump"), 1.0, 1.0, weather=weather)

    def lacks(self, fire: str, fire_name: str) -> str:
        return say("methods-has-no-gentle-side-and-no", fire_name=fire_name)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (MIDDLE, (say("common-over-the-chimney"), say("chimney-over-the-chimney-2")))
        return (
            Ships(
                "chimney",
                say("chimney-grate-on-a-lit-chimney-starter"),
                usual["chimney"],
                None,
                MIDDLE_SPOT,
                MIDDLE_SPOT,
                words,
            ),
        )

    def layouts_known(self, grill: Grill) -> tuple[str, ...]:
        return ("level",)

    def layouts(self, request: FireRequest) -> tuple[str, ...]:
        return ("level",)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        lit = chimney_lit(found)
        raised = say("chimney-raised-on-a-brick-so-that", lasts=quantity.span(lit.lasts_s))
        return (
            replace(lit, why=raised),
            Preparation("oil", "hands", say("chimney-small-grate-on-top-oil-it"), 1 * MINUTE, say("chimney-long-gloves-the-gas-above-it")),
        )  # fmt: skip
