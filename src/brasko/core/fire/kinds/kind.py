"""What a kind of grill is: everything that differs from one kind to the next, and nothing else.

The machinery of fires (chamber, course, grate, hours, setting) asks a grill's kind and never which kind it is. A new
kind is one file here and a row in the registry.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, ClassVar, Literal

import numpy as np
from numpy.typing import NDArray

from brasko.core.fire import fuels
from brasko.core.fire.emitter import Emitter
from brasko.core.fire.grills import Cookware, Grate, Grill, Spot
from brasko.core.fire.setup import FireSetup, at_most, with_vents
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.safety import fires as dangers
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest
    from brasko.core.fire.state import SteadyState

Floats = NDArray[np.float64]
MINUTE = 60.0
Rules = Literal["air", "knobs", "controller"]
"""What sets the heat: the air that vents let in, knobs, or a controller."""
Fuel = Literal["charcoal", "wood", "gas", "pellets", "electricity"]
Converts = Literal["by its course", "in minutes", "not"]
Words = tuple[str, str]
"""Of a place: its name, and where food goes."""

GAS_HEAT = Sourced(1800.0, "J K-1", "", "assumed")
"""What follows the gas at once: the grate, the gauge, the gas itself."""
NOTHING = Sourced(0.0, "W K-1", "", "assumed")
STILL = Sourced(0.0, "m s-1", "", "assumed")


@dataclass(frozen=True)
class Hours:
    """How long a fire serves, counted from when it is ready.

    ready_s         from lighting until food may go on
    usable_s        while it stays near its heat without a hand's touch
    refuel_s        moments, from ready, to add what keeps it going for ten hours; empty where nothing can be added
    add_words       what to add each time
    fuel_kg_h       what it burns in an hour, of charcoal, wood, pellets or propane
    smoke_s         for how long the wood that was put on smokes
    fuse_m          length of a fuse [m]
    """

    ready_s: float
    usable_s: float
    refuel_s: tuple[float, ...]
    add_words: str
    fuel_kg_h: float
    fuel_name: str
    smoke_s: float = 0.0
    fuse_m: float | None = None


@dataclass(frozen=True)
class Feeding:
    """How a fire is kept going [s, from when it is ready]: it lasts so long by itself, is fed first at first_s and then
    so far apart, which each time is as long as that serves; what that is called, and how it is done."""

    lasts_s: float
    first_s: float
    every_s: float
    kg: float
    name: str
    how: str

    def moments(self, until_s: float) -> tuple[float, ...]:
        """When to feed a fire that serves so long: none so late that the food would not feel it."""
        needed = min(max(math.ceil((until_s - self.lasts_s) / self.every_s), 0), MAX_FEEDINGS)
        found = (self.first_s + n * self.every_s for n in range(needed))
        return tuple(at for at in found if at < until_s - NOT_LATER_S)


NOT_LATER_S = 1800.0
"""What is added in the last half hour does not catch in time (common practice, no source)."""
MAX_FEEDINGS = 60
"""Of one cook: a day and a half of hourly coals (assumed)."""


@dataclass(frozen=True)
class Found:
    """What was computed of a fire before words are put to it [s]: from lighting until it is ready, how long the coals
    in a chimney take, when vents are first closed (None where they are not)."""

    ready_s: float
    chimney_s: float
    first_closed_s: float | None


@dataclass(frozen=True)
class Loaded:
    """Fuel at the beginning: its mass, of it glowing, heat [J/kg], heat of a glowing kilogram [W/kg], most of a fuse
    [W]."""

    mass_kg: float
    glowing_kg: float
    heat_j_kg: float
    pace_w_kg: float
    fuse_w: float = 0.0


@dataclass(frozen=True)
class Candidate:
    """A fire to try for a wish, with its reasons. set_for_c: still to be set for this air; to_row: one end high, the
    others as high as the gentle end wants."""

    setup: FireSetup
    why: tuple[str, ...]
    set_for_c: float | None = None
    to_row: bool = False


@dataclass(frozen=True)
class Smoke:
    """What gives smoke: grams a second from when the food goes on, for so long [s]."""

    rate_g_s: float
    lasts_s: float


@dataclass(frozen=True)
class Ships:
    """A planner's fire of this kind: set for this air (None as it is), food at these places, called so."""

    key: str
    name: str
    setup: FireSetup
    set_for_c: float | None
    gentle: Spot
    sear: Spot
    words: tuple[Words, Words]


MIDDLE_SPOT = Spot(0.0, 0.0)
MIDDLE: Words = (say("kind-middle-of-the-grate-lid-shut"), say("kind-on-in-the-middle"))
OVER_COALS: Words = (say("kind-over-the-coals-lid-open"), say("common-over-the-coals"))
GENTLE_C = 115.0
"""What shipped grills with a lid are set for: 240 °F (common practice, no source)."""
OIL = Preparation(
    "oil",
    "hands",
    say("kind-brush-and-oil-the-grate"),
    3 * MINUTE,
    say("kind-after-the-preheat-hot-residue-brushes"),
)
"""The last thing before food goes on any grate."""


@dataclass(frozen=True)
class GrillKind:
    """One kind of grill. What stands here is the usual; a kind says what is other about it.

    rules, fuel         what sets its heat, and what burns
    is_laid             its fire is laid of charcoal
    is_drawn            a draught is drawn through its coals, lid or no lid
    lit_in_place        its coals are lit where they lie, not in a chimney
    vents_together      both vents are set alike
    pace_under_lid      how much faster its coals burn under a shut lid than in the open, with air enough
    wastes_starved      coals short of air waste some of their heat
    can_be_fed          something can be added while it burns
    plume_under_lid     gas rises from the fire straight past the food under a shut lid
    hotter_end          one end of its grate is hotter: long cooks are turned
    indoors, sears      it stands in a kitchen; its own grate can sear
    seared_on_the_way_up
                        it is opened up for a sear and not left to settle: that would be far too hot
    nitrous             how much of the gases that make a smoke ring its fire gives, of a wood fire (assumed)
    comes_with_rack     its upper grate is part of it, not bought beside it
    converts            how it comes from gentle to searing heat
    flashes_back        air let in at once makes it flash
    has_box             there is room in it for a box of wood and a tray of coals
    refuge              how a cool place to flee to is made on it
    """

    key: ClassVar[str]
    rules: ClassVar[Rules] = "air"
    fuel: ClassVar[Fuel] = "charcoal"
    is_laid: ClassVar[bool] = False
    is_drawn: ClassVar[bool] = False
    lit_in_place: ClassVar[bool] = False
    vents_together: ClassVar[bool] = False
    pace_under_lid: ClassVar[Sourced] = fuels.DRAUGHT_PACE
    wastes_starved: ClassVar[bool] = True
    can_be_fed: ClassVar[bool] = True
    plume_under_lid: ClassVar[bool] = True
    hotter_end: ClassVar[bool] = False
    indoors: ClassVar[bool] = False
    sears: ClassVar[bool] = True
    seared_on_the_way_up: ClassVar[bool] = False
    comes_with_rack: ClassVar[bool] = False
    converts: ClassVar[Converts] = "in minutes"
    flashes_back: ClassVar[bool] = False
    has_box: ClassVar[bool] = False
    refuge: ClassVar[str] = say("kind-bank-the-coals-on-one-side")
    nitrous: ClassVar[float] = 1.0
    follows_gas: ClassVar[Sourced] = GAS_HEAT
    blows_w_k: ClassVar[Sourced] = NOTHING
    """Heat that the air through a controlled fire carries off for each kelvin."""
    fan_m_s: ClassVar[Sourced] = STILL
    stirs_w: ClassVar[Sourced | None] = None
    """What stirs its air where that is not its whole heat."""

    def grills(self) -> tuple[Grill, ...]:
        """The typical ones that ship, assumed from common practice."""
        raise NotImplementedError

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        """The planner's fires of this kind, of the usual set-ups of its grills."""
        return ()

    def lacks(self, fire: str, fire_name: str) -> str:
        """What one of its fires lacks for ways of cooking that it can't do, in a sentence; empty where nothing."""
        return ""

    def gentle_c(self, fire: str) -> float:
        """The usual gentle heat of one of its fires [°C]."""
        return GENTLE_C

    def roasts(self, fire: str) -> bool:
        """Whether one of its fires is also run at roasting heat."""
        return True

    def check(self, grill: Grill) -> None:
        """Raises InvalidInput for a grill of this kind that cannot be."""

    def check_setup(self, setup: FireSetup) -> None:
        """Raises InvalidInput for a fire in it that cannot be."""

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        """A sensible fire to start from."""
        raise NotImplementedError

    def opened(self, setup: FireSetup, x_m: float | None = None) -> FireSetup:
        """The fire as it is for a sear at x_m, or at its hottest place."""
        if self.rules != "air":
            return at_most(setup)
        return replace(with_vents(setup, 1.0, 1.0), lid_open=True)

    def fuel_w(self, setup: FireSetup) -> float:
        """Heat that its fuel could give with air enough [W], where no charcoal is laid."""
        return sum(self.burners_w(setup))

    def burners_w(self, setup: FireSetup) -> tuple[float, ...]:
        """Heat that each burner gives under the grate [W]; none from one at the side."""
        pairs = zip(setup.grill.burners, setup.knobs, strict=True)
        return tuple(0.0 if b.kind == "side" else b.power_w * k for b, k in pairs)

    def tray_burner(self, setup: FireSetup) -> int | None:
        """The burner, by its place in the row, that a tray of coals stands in for; None without one."""
        return None

    def loaded(self, setup: FireSetup) -> Loaded:
        """Fuel at the beginning, where no charcoal is laid."""
        return Loaded(0.0, 0.0, 1.0, 0.0)

    def emitters(self, setup: FireSetup, state: SteadyState, grate: Grate) -> tuple[Emitter, ...]:
        """What glows below a grate beside coals and a deflector."""
        return ()

    def air_c(self, setup: FireSetup, state: SteadyState, grate: Grate, x_m: Floats) -> Floats:
        """The chamber's air along a grate, without what rises straight from the fire [°C]."""
        return np.full_like(x_m, state.gas_c)

    def through_m_s(self, grill: Grill, flow_m3_s: float, height_m: float) -> float:
        """Speed of what is drawn through the chamber past the food [m/s]; height_m of the gas above the fire. Usually
        it goes up through the grate."""
        return flow_m3_s / grill.grates[0].area_m2

    def hours(self, setup: FireSetup, power_w: float, preheat_s: float) -> Hours:
        """How long it serves, where no charcoal is laid."""
        raise NotImplementedError

    def feeding(self, setup: FireSetup, hours: Hours) -> Feeding | None:
        """How it is kept going once it burns; None where nothing can be added."""
        return None

    def smokes(self, setup: FireSetup, power_w: float) -> tuple[Smoke, ...]:
        """What smokes in it while it gives so much heat."""
        return ()

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        """Fires to try for a wish, the thriftiest first."""
        raise NotImplementedError

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        """What is done to the fire beforehand, in order, each with its time and reason. {target} stands for its
        heat."""
        raise NotImplementedError

    def dangers(self, setup: FireSetup) -> tuple[str, ...]:
        """What to take care of with a fire in it, besides what local codes say."""
        return (dangers.COAL, *((dangers.FLASHES,) if self.flashes_back else ()))

    def layouts_known(self, grill: Grill) -> tuple[str, ...]:
        """Ways in which its coals can lie; none where nothing is laid."""
        return ()

    def plate(self, grill: Grill) -> Cookware | None:
        """What food lies on instead of rods, as much of it as one piece draws heat from; None for a grate."""
        return None

    def convert_name(self) -> str:
        """The change to searing heat."""
        return say("kind-open-the-fire-up")

    def convert_why(self, convert_s: float, reached_c: float, most_c: float) -> str:
        """Its reason: so long, to so hot; most_c is what it would reach in the end."""
        return say("kind-vents-open-lid-off-brings-the", convert=quantity.span(convert_s))


def refuelled(span_s: float, within_s: float = 10 * 3600.0) -> tuple[float, ...]:
    """Moments to add fuel that lasts so long."""
    return tuple(span_s * (i + 1) for i in range(min(40, int(within_s / max(span_s, 60.0)))))
