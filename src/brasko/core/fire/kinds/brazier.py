"""An open fire of coals below a grate."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar

from brasko.core.fire.coals import Charcoal
from brasko.core.fire.grills import Grate, Grill
from brasko.core.fire.kinds.charcoal import CharcoalKind, chimney_lit, laid
from brasko.core.fire.kinds.kind import OIL, Converts, Found
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.words import say


@dataclass(frozen=True)
class Brazier(CharcoalKind):
    """No lid, no vents: the coals burn as they lie."""

    key: ClassVar[str] = "brazier"
    converts: ClassVar[Converts] = "not"

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "brazier", say("brazier-open-brazier"), self,
                (Grate("main", say("brazier-grate-over-the-brazier"), "rectangle", 0.60, 0.45, 0.20),),
                floor_width_m=0.56, floor_depth_m=0.42,
            ),
        )  # fmt: skip

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, Charcoal("half", 2.4), 1.0, 1.0, weather=weather)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        oiled = replace(OIL, why=say("brazier-when-the-grate-has-been-over"))
        return (*laid(setup, chimney_lit(found)), oiled)
