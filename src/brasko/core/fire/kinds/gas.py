"""A gas grill: a row of burners under heat plates."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, ClassVar

import numpy as np

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire import fuels
from brasko.core.fire.coals import coal_face_c
from brasko.core.fire.emitter import Emitter
from brasko.core.fire.fuels import coal_named
from brasko.core.fire.grills import Body, Burner, Grate, Grill, Spot
from brasko.core.fire.kinds.charcoal import LIT_AHEAD_S, chimney_lit, wood_smoke
from brasko.core.fire.kinds.kind import (
    MINUTE,
    NOT_LATER_S,
    OIL,
    Candidate,
    Converts,
    Feeding,
    Floats,
    Found,
    Fuel,
    GrillKind,
    Hours,
    Rules,
    Ships,
    Smoke,
    refuelled,
)
from brasko.core.fire.setup import FireSetup, at_most
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

BOTTLE_KG = Sourced(5.0, "kg", "", "assumed")
FLAME_C = Sourced(900.0, "°C", "", "assumed")
"""Gas as it leaves a burner's plate."""
PLATE_SHARE = Sourced(0.36, "-", "", "assumed")
SEAR_PLATE_SHARE = Sourced(0.45, "-", "", "assumed")
"""Share of a burner's heat that its plate radiates upwards; a sear burner is made for it."""
TRAY_KG = (0.3, 2.0)
TRAY_COAL = "briquettes"
"""What a tray may hold, and of what (assumed)."""
TRAY_COVER = Sourced(0.92, "-", "", "assumed")
"""Share of the tray that coals fill."""
LOW, MEDIUM_LOW = 0.3, 0.4
"""Knobs at low and at medium-low (common practice, no source)."""

KNOB_MARKS: dict[str, tuple[str, float]] = {
    "off": (say("gas-knob-off"), 0.0),
    "low": (say("gas-knob-low"), LOW),
    "medium": (say("gas-knob-medium"), 0.6),
    "high": (say("gas-knob-high"), 1.0),
}
"""What people call a knob's setting, with its share of the burner's heat (common practice, no source)."""


def knob_words(share: float) -> str:
    """What people call a setting: the nearest mark."""
    return min(KNOB_MARKS.values(), key=lambda mark: abs(mark[1] - share))[0]


@dataclass(frozen=True)
class Gas(GrillKind):
    """Knobs set the heat, burner by burner."""

    key: ClassVar[str] = "gas"
    comes_with_rack: ClassVar[bool] = True
    rules: ClassVar[Rules] = "knobs"
    fuel: ClassVar[Fuel] = "gas"
    plume_under_lid: ClassVar[bool] = False
    converts: ClassVar[Converts] = "by its course"
    nitrous: ClassVar[float] = 0.3
    has_box: ClassVar[bool] = True
    refuge: ClassVar[str] = say("gas-turn-off-the-burner-at-one")

    def grills(self) -> tuple[Grill, ...]:
        return tuple(gas_grill(n, sear=n >= 4, side=n >= 3) for n in (2, 3, 4, 5, 6))

    def check(self, grill: Grill) -> None:
        if not any(b.kind == "main" for b in grill.burners):
            raise InvalidInput("burners", say("gas-need-at-least-one-main-burner"))

    def check_setup(self, setup: FireSetup) -> None:
        burners = setup.grill.burners
        if len(setup.knobs) != len(burners):
            raise InvalidInput(
                "knobs", say("gas-needs-one-setting-for-each-of", burners=len(burners), knobs=len(setup.knobs))
            )
        for i, knob in enumerate(setup.knobs):
            require_between(f"knobs.{i}", knob, 0.0, 1.0, "", say("gas-0-is-off-1-is-high"))
        if not self.has_box and (setup.coal_tray_kg != 0.0 or setup.smoker_box != "none"):
            raise InvalidInput(
                "smoker_box", say("gas-has-no-room-in-nor-has", name=setup.grill.name), suggestion="none"
            )
        if setup.coal_tray_kg != 0.0:
            require_between("coal_tray_kg", setup.coal_tray_kg, *TRAY_KG, "kg", say("gas-a-tray-holds-about-half-a"))

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        mains = [b for b in grill.burners if b.kind == "main"]
        knobs = tuple(
            0.0 if b.kind != "main" else 1.0 if b is mains[-1] else LOW if b is not mains[0] else 0.0
            for b in grill.burners
        )
        return FireSetup(grill, knobs=knobs, weather=weather)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (
            (say("gas-low-side-lid-shut"), say("gas-on-the-low-side")),
            (say("gas-over-the-high-burner"), say("gas-over-the-high-burner-2")),
        )
        row = usual["gas_3"]
        return (Ships("gas", say("gas-gas-grill-three-burners"), row, None, Spot(-0.22, 0.0), Spot(0.22, 0.0), words),)

    def dangers(self, setup: FireSetup) -> tuple[str, ...]:
        return (dangers.GAS, *((dangers.COALS_IN_GAS,) if setup.coal_tray_kg > 0.0 else ()))

    def opened(self, setup: FireSetup, x_m: float | None = None) -> FireSetup:
        """The burner under the sear high, with one made for it; the others at medium-low, so that the air above the food
        stays gentler."""
        burners = setup.grill.burners
        if x_m is None:
            x_m = math.copysign(1.0, sum(b.x_m * k for b, k in zip(burners, setup.knobs, strict=True)) or 1.0)
        under = min((b for b in burners if b.kind == "main"), key=lambda b: abs(b.x_m - x_m))
        knobs = tuple(
            0.0 if b.kind == "side" else 1.0 if b is under or b.kind == "sear" else MEDIUM_LOW for b in burners
        )
        return replace(setup, knobs=knobs, lid_open=False)

    def burners_w(self, setup: FireSetup) -> tuple[float, ...]:
        given = list(super().burners_w(setup))
        if setup.coal_tray_kg > 0.0:
            given[tray_at(setup.grill)] = tray_w(setup.coal_tray_kg)
        return tuple(given)

    def tray_burner(self, setup: FireSetup) -> int | None:
        return tray_at(setup.grill) if setup.coal_tray_kg > 0.0 else None

    def emitters(self, setup: FireSetup, state: SteadyState, grate: Grate) -> tuple[Emitter, ...]:
        air = state.zones_c[0] if state.zones_c else setup.weather.air_c
        found = []
        coals = self.tray_burner(setup)
        for n, (burner, power) in enumerate(zip(setup.grill.burners, self.burners_w(setup), strict=True)):
            if power <= 0.0:
                continue
            plate = Rectangle(
                burner.x_m - burner.width_m / 2, burner.x_m + burner.width_m / 2, burner.y_m - burner.depth_m / 2,
                burner.y_m + burner.depth_m / 2, grate.height_m,
            )  # fmt: skip
            if n == coals:
                face = float(coal_face_c(power, plate.area_m2 * TRAY_COVER.value, air))
                found.append(Emitter("coals in a tray", (plate,), face, TRAY_COVER.value, power, face))
                continue
            share = SEAR_PLATE_SHARE.value if burner.kind == "sear" else PLATE_SHARE.value
            shines = share * power / (burner.width_m * burner.depth_m) / STEFAN_BOLTZMANN.value + (air + 273.15) ** 4
            found.append(Emitter(burner.name, (plate,), shines**0.25 - 273.15, 0.9, power, FLAME_C.value))
        return tuple(found)

    def smokes(self, setup: FireSetup, power_w: float) -> tuple[Smoke, ...]:
        found = []
        if setup.coal_tray_kg > 0.0:
            coals = tray_w(setup.coal_tray_kg) / coal_named(TRAY_COAL).heat_j_kg.value * fuels.COALS_TO_SMOKE.value
            found.append(Smoke(1000.0 * coals, math.inf))
        if setup.smoker_box != "none":
            found.append(wood_smoke(setup.smoker_box))
        return tuple(found)

    def air_c(self, setup: FireSetup, state: SteadyState, grate: Grate, x_m: Floats) -> Floats:
        mains = [b for b in setup.grill.burners if b.kind == "main"]
        return np.interp(x_m, [b.x_m for b in mains], state.zones_c)

    def hours(self, setup: FireSetup, power_w: float, preheat_s: float) -> Hours:
        kg_h = power_w / fuels.PROPANE_HEAT.value * 3600.0
        lasts = BOTTLE_KG.value / kg_h * 3600.0 if kg_h > 0 else 0.0
        if setup.coal_tray_kg > 0.0:
            kg_h = max(power_w - tray_w(setup.coal_tray_kg), 0.0) / fuels.PROPANE_HEAT.value * 3600.0
            glows = setup.coal_tray_kg * coal_named(TRAY_COAL).heat_j_kg.value / tray_w(setup.coal_tray_kg)
            return Hours(preheat_s, glows, refuelled(glows), say("gas-glowing-coals-into-the-tray"), kg_h, "propane")
        return Hours(
            preheat_s,
            lasts,
            (),
            say("common-another-bottle-kg-assumed", value=quantity.general(BOTTLE_KG.value)),
            kg_h,
            "propane",
        )

    def feeding(self, setup: FireSetup, hours: Hours) -> Feeding | None:
        if hours.usable_s <= 0.0:
            return None
        lasts_s, tray_kg = hours.usable_s, setup.coal_tray_kg
        if tray_kg > 0.0:
            how = say("gas-feed-tray-why", mass=quantity.mass(1000.0 * tray_kg))
            return Feeding(lasts_s, max(lasts_s - LIT_AHEAD_S, 0.0), lasts_s, tray_kg, say("gas-feed-tray"), how)
        how = say("gas-feed-why", mass=quantity.mass(1000.0 * BOTTLE_KG.value))
        return Feeding(lasts_s, max(lasts_s - NOT_LATER_S, 0.0), lasts_s, BOTTLE_KG.value, say("gas-feed"), how)

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        burners, gentle = base.grill.burners, request.gentle_c
        mains = [b for b in burners if b.kind == "main"]
        if gentle is None:
            yield Candidate(at_most(base), (say("gas-all-burners-high-lid-shut-for"),))
        elif request.sear:
            why = say("gas-one-end-high-to-sear-the")
            yield Candidate(base, (why,), gentle, to_row=True)
        else:
            one_end = replace(base, knobs=tuple(1.0 if b is mains[-1] else 0.0 for b in burners))
            why = say("gas-the-food-lies-over-burners-that")
            yield Candidate(one_end, (why,), gentle)
            alike = replace(base, knobs=tuple(1.0 if b.kind == "main" else 0.0 for b in burners))
            yield Candidate(alike, (say("gas-all-burners-alike"),), gentle)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        ready = found.ready_s
        knobs = ", ".join(
            say("gas-burner-at", burner=burner.name, knob=knob_words(share))
            for burner, share in zip(setup.grill.burners, setup.knobs, strict=True)
            if burner.kind != "side"
        )
        coals = (chimney_lit(found), TRAY) if setup.coal_tray_kg > 0.0 else ()
        return (
            *coals,
            Preparation("light", "fire", say("gas-light-the-burners-lid-open"), 1 * MINUTE, say("gas-lid-open-to-light-hoses-tested")),
            Preparation("preheat", "fire", say("common-lid-on-preheat"), ready, say("gas-all-burners-high-at-first-then", ready=quantity.span(ready), knobs=knobs)),
            OIL,
        )  # fmt: skip

    def convert_name(self) -> str:
        return say("gas-burners-up")

    def convert_why(self, convert_s: float, reached_c: float, most_c: float) -> str:
        return say("gas-all-burners-high-lid-shut-to", convert=quantity.span(convert_s), most=quantity.temp(most_c))


TRAY = Preparation(
    "bank", "hands", say("gas-tip-the-coals-into-the-tray"), 2 * MINUTE,
    say("gas-in-place-of-the-last-burners"),
)  # fmt: skip


def tray_at(grill: Grill) -> int:
    """Which burner a tray of coals stands in for: the last of the main ones."""
    return max(n for n, b in enumerate(grill.burners) if b.kind == "main")


def tray_w(coal_kg: float) -> float:
    """Heat of glowing coals in a tray: gas grills are open below and behind, so air does not bind it [W]."""
    return coal_kg * fuels.COAL_PACE.value * coal_named(TRAY_COAL).heat_j_kg.value


def gas_grill(burners: int, *, power_w: float = 3500.0, sear: bool = False, side: bool = False) -> Grill:
    """A gas grill with so many equal main burners, side by side. Raises InvalidInput outside 2 to 6."""
    if not 2 <= burners <= 6:
        raise InvalidInput("burners", say("gas-must-be-between-2-and-6", burners=burners))
    pitch = 0.19
    width = pitch * burners + 0.08
    row = [
        Burner(
            f"burner{i + 1}", say("common-burner", i=i + 1), (i - (burners - 1) / 2.0) * pitch, 0.0, 0.13, 0.40, power_w
        )
        for i in range(burners)
    ]
    if sear:
        row.append(
            Burner("sear", say("gas-sear-burner"), (burners - 1) / 2.0 * pitch, 0.06, 0.18, 0.26, 4200.0, "sear")
        )
    if side:
        row.append(Burner("side", say("gas-side-burner"), width / 2 + 0.25, 0.0, 0.20, 0.20, 3000.0, "side"))
    return Grill(
        f"gas_{burners}", say("gas-gas-grill-burners", burners=burners), Gas(),
        (
            Grate("main", say("gas-main-grate"), "rectangle", width, 0.46, 0.09),
            Grate("upper", say("gas-warming-rack"), "rectangle", width, 0.16, 0.25),
        ),
        Body(heat_j_k=3800.0 * burners + 3000.0, inner_w_k=30.0 * burners, outer_w_k=6.8 * burners, area_m2=0.35),
        tuple(row),
    )  # fmt: skip
