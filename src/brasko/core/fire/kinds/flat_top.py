"""A flat-top griddle: a steel plate over a row of burners, no lid and no rods."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, ClassVar

from brasko.core.errors import Infeasible, Remedy
from brasko.core.fire import fuels
from brasko.core.fire.emitter import Emitter
from brasko.core.fire.grills import Burner, Cookware, Grate, Grill, Spot
from brasko.core.fire.kinds.gas import BOTTLE_KG, FLAME_C, Gas
from brasko.core.fire.kinds.kind import MINUTE, Candidate, Converts, Found, Hours, Ships
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.views import Rectangle
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.heat.constants import STEFAN_BOLTZMANN
from brasko.core.safety import fires as dangers
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest
    from brasko.core.fire.state import SteadyState

PLATE_J_M2K = Sourced(22000.0, "J m-2 K-1", "", "from memory")
"""Steel, six millimetres."""
SPREAD_M = 0.24
"""As much of the plate as a piece draws from: heat creeps some 8 cm along 6 mm of steel (the fin length,
incropera_2011, ch. 3)."""
FLAME_SHARE = Sourced(0.4, "-", "", "assumed")
"""Share of a burner's heat that shines up from it: a bare flame and the tray about it."""
READY_S = 15 * MINUTE
"""A quarter of an hour (common practice, no source): a drop of water dances on it well before."""


@dataclass(frozen=True)
class FlatTop(Gas):
    """Knobs heat parts of a plate; food lies in its own fat on it."""

    key: ClassVar[str] = "flat_top"
    converts: ClassVar[Converts] = "not"
    sears: ClassVar[bool] = False
    has_box: ClassVar[bool] = False
    refuge: ClassVar[str] = say("flat-top-turn-the-burner-at-one-end")

    def grills(self) -> tuple[Grill, ...]:
        return tuple(flat_top(n) for n in (2, 3, 4))

    def plate(self, grill: Grill) -> Cookware | None:
        return Cookware(
            "plate", say("flat-top-griddle-plate"), SPREAD_M, SPREAD_M, PLATE_J_M2K.value * SPREAD_M**2, 400.0
        )

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, knobs=tuple(0.3 if n == 0 else 0.8 for n in range(len(grill.burners))), weather=weather)

    def lacks(self, fire: str, fire_name: str) -> str:
        return say("methods-has-no-gentle-side-no-lid", fire_name=fire_name)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (
            (say("flat-top-low-end-of-the-plate"), say("flat-top-on-the-low-end")),
            (say("flat-top-hot-end-of-the-plate"), say("common-at-the-hot-end-of-the")),
        )
        row = usual["flat_top_3"]
        return (
            Ships(
                "flat_top",
                say("flat-top-flat-top-griddle-three-burners"),
                row,
                None,
                Spot(-0.22, 0.0),
                Spot(0.22, 0.0),
                words,
            ),
        )

    def emitters(self, setup: FireSetup, state: SteadyState, grate: Grate) -> tuple[Emitter, ...]:
        found = []
        for burner, power in zip(setup.grill.burners, self.burners_w(setup), strict=True):
            if power > 0.0:
                width, depth = burner.width_m / 2.0, burner.depth_m / 2.0
                under = Rectangle(burner.x_m - width, burner.x_m + width, -depth, depth, grate.height_m)
                outside = (setup.weather.air_c + 273.15) ** 4
                shines = (
                    FLAME_SHARE.value * power / (burner.width_m * burner.depth_m) / STEFAN_BOLTZMANN.value + outside
                )
                found.append(Emitter(burner.name, (under,), shines**0.25 - 273.15, 0.9, power, FLAME_C.value))
        return tuple(found)

    def dangers(self, setup: FireSetup) -> tuple[str, ...]:
        return (dangers.PLATE, dangers.GAS)

    def hours(self, setup: FireSetup, power_w: float, preheat_s: float) -> Hours:
        kg_h = power_w / fuels.PROPANE_HEAT.value * 3600.0
        lasts = BOTTLE_KG.value / kg_h * 3600.0 if kg_h > 0 else 0.0
        return Hours(
            READY_S,
            lasts,
            (),
            say("common-another-bottle-kg-assumed", value=quantity.general(BOTTLE_KG.value)),
            kg_h,
            "propane",
        )

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        if request.gentle_c is not None:
            raise Infeasible(
                say("flat-top-a-plate-has-no-gentle-air"),
                (Remedy(say("common-wish-for-a-searing-place-alone")),),
                "gentle_low_c",
            )
        yield Candidate(replace(base, knobs=tuple(1.0 for _ in base.knobs)), (say("flat-top-all-burners-high"),))

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        return (
            Preparation("light", "fire", say("flat-top-light-the-burners"), 1 * MINUTE, say("flat-top-one-after-the-other-hoses-tested")),
            Preparation("preheat", "fire", say("flat-top-let-the-plate-get-hot"), READY_S, say("flat-top-until-a-drop-of-water-dances")),
            Preparation("oil", "hands", say("flat-top-scrape-and-oil-the-plate"), 3 * MINUTE, say("flat-top-a-thin-film-spread-with-a")),
        )  # fmt: skip


def flat_top(burners: int, *, power_w: float = 3500.0) -> Grill:
    """A griddle with so many equal burners, side by side; sizes are assumed for a typical one."""
    pitch = 0.22
    row = tuple(
        Burner(
            f"burner{i + 1}",
            say("common-burner", i=i + 1),
            (i - (burners - 1) / 2.0) * pitch,
            0.0,
            0.12,
            0.36,
            power_w,
        )
        for i in range(burners)
    )
    plate = Grate("main", say("flat-top-griddle-plate"), "rectangle", pitch * burners + 0.02, 0.46, 0.04)
    return Grill(
        f"flat_top_{burners}",
        say("flat-top-flat-top-griddle-burners", burners=burners),
        FlatTop(),
        (plate,),
        burners=row,
    )
