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

if TYPE_CHECKING:
    from brasko.core.fire.advisor import Wanted


@dataclass(frozen=True)
class Chimney(CharcoalKind):
    """Coals in a tube that draws: the strongest heat a yard has, and soon over."""

    key: ClassVar[str] = "chimney"
    is_drawn: ClassVar[bool] = True
    can_be_fed: ClassVar[bool] = False
    converts: ClassVar[Converts] = "not"
    refuge: ClassVar[str] = "Lift it off with the tongs when it flares; keep a plate beside it."

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "chimney", "Chimney starter with a grate on top", self,
                (Grate("main", "Small grate", "round", 0.22, 0.22, 0.31),),
                floor_width_m=0.18, floor_depth_m=0.18,
            ),
        )  # fmt: skip

    def check_setup(self, setup: FireSetup) -> None:
        if setup.charcoal is not None and setup.charcoal.layout != "level":
            raise InvalidInput(
                "charcoal.layout", "must be level in a chimney starter: it has one way to lie.", suggestion="level"
            )
        super().check_setup(setup)

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, Charcoal("level", 1.6, "lump"), 1.0, 1.0, weather=weather)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (MIDDLE, ("Over the chimney", "over the chimney"))
        return (
            Ships("chimney", "Grate on a lit chimney starter", usual["chimney"], None, MIDDLE_SPOT, MIDDLE_SPOT, words),
        )

    def layouts_known(self, grill: Grill) -> tuple[str, ...]:
        return ("level",)

    def layouts(self, wanted: Wanted) -> tuple[str, ...]:
        return ("level",)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        lit = chimney_lit(found)
        raised = (
            f"Raised on a brick so that air gets in, on bare ground. Ready when the top glows, about "
            f"{{time:{lit.lasts_s:.0f}}}."
        )
        return (
            replace(lit, why=raised),
            Preparation("oil", "hands", "Small grate on top, oil it", 1 * MINUTE, "Long gloves: the gas above it "
                "burns."),
        )  # fmt: skip
