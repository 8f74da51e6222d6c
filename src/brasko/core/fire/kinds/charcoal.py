"""What fires laid of charcoal have in common."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, ClassVar

from brasko.core.errors import InvalidInput
from brasko.core.fire import fuels
from brasko.core.fire.coals import LAYOUTS, Charcoal, bed_of, ring_kg_m, ring_most_m
from brasko.core.fire.fuels import coal_named
from brasko.core.fire.grills import Grill
from brasko.core.fire.kinds.kind import MINUTE, OIL, Candidate, Feeding, Found, GrillKind, Hours, Smoke
from brasko.core.fire.setup import FireSetup, opening_words, with_vents
from brasko.core.fire.zones import Preparation
from brasko.core.safety import fires as dangers
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest

FED_EVERY_S = 3600.0
"""Unlit coals are added once an hour (common practice, no source)."""
LIT_AHEAD_S = 1200.0
"""A chimney is lit so long before its coals are needed (common practice, no source)."""
LONG_H = 3.0
MAX_PORTIONS = 16
"""A fire that is wanted longer than this is laid as a fuse; more coals than so many portions no kettle holds."""


@dataclass(frozen=True)
class CharcoalKind(GrillKind):
    """Coals that are lit in a chimney, poured out and laid."""

    is_laid: ClassVar[bool] = True

    def check_setup(self, setup: FireSetup) -> None:
        if setup.charcoal is None:
            raise InvalidInput("charcoal", say("charcoal-is-missing-burns-charcoal-say-how", name=setup.grill.name))
        bed_of(setup.grill, setup.charcoal)

    def layouts_known(self, grill: Grill) -> tuple[str, ...]:
        return tuple(key for key in LAYOUTS if key != "ring" or grill.grates[0].shape == "round")

    def feeding(self, setup: FireSetup, hours: Hours) -> Feeding | None:
        """Under a lid an hour's coals, unlit, an hour before they are needed; an open bed is renewed from a chimney."""
        assert setup.charcoal is not None
        coal = setup.charcoal.coal
        if not self.can_be_fed:
            return None
        if not setup.closed:
            kg = 0.5 * coal.chimney_kg.value
            ahead_s = max(hours.usable_s - LIT_AHEAD_S, 0.0)
            return Feeding(
                hours.usable_s, ahead_s, hours.usable_s, kg, say("charcoal-feed-light"), say("charcoal-feed-lit")
            )
        first = max(hours.usable_s - FED_EVERY_S, 0.5 * FED_EVERY_S)
        pieces = max(round(hours.fuel_kg_h * FED_EVERY_S / 3600.0 / coal.piece_kg.value), 1)
        kg = pieces * coal.piece_kg.value
        count, mass = quantity.number(pieces), quantity.mass(1000.0 * kg)
        if setup.charcoal.layout == "ring":
            name, how = say("charcoal-lengthen"), say("charcoal-lengthen-why", pieces=count, mass=mass)
        else:
            name, how = say("charcoal-feed"), say("charcoal-feed-unlit", pieces=count, mass=mass)
        if self.flashes_back:
            how = f"{how} {dangers.FLASHES}"
        return Feeding(hours.usable_s, first, FED_EVERY_S, kg, name, how)

    def smokes(self, setup: FireSetup, power_w: float) -> tuple[Smoke, ...]:
        assert setup.charcoal is not None
        coals = power_w / setup.charcoal.coal.heat_j_kg.value * fuels.COALS_TO_SMOKE.value
        return Smoke(1000.0 * coals, math.inf), wood_smoke(setup.charcoal.wood)

    def layouts(self, request: FireRequest) -> tuple[str, ...]:
        """Ways to lay the coals for a wish."""
        if request.gentle_c is None:
            return ("third", "half", "level") if request.fatty else ("half", "level")
        if not request.sear and request.hours > LONG_H:
            return ("ring",)
        return ("banked", "third") if request.sear or request.fatty else ("banked", "half")

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        grill, gentle = base.grill, request.gentle_c
        portion = 0.25 * coal_named(request.fuel).chimney_kg.value
        for layout in self.layouts(request):
            for n in range(1, MAX_PORTIONS + 1):
                mass = n * portion
                if layout == "ring":
                    mass = min(mass, ring_most_m(grill) * ring_kg_m(coal_named(request.fuel)) * 0.999)
                charcoal = Charcoal(layout, mass, request.fuel)
                try:
                    bed_of(grill, charcoal)
                    setup = replace(base, charcoal=charcoal, drip_pan=layout in ("banked", "ring"))
                except InvalidInput:
                    continue
                why = (say("charcoal-layout-and-why", layout=LAYOUTS[layout][0], why=LAYOUTS[layout][1]),)
                if gentle is not None and grill.body is not None:
                    yield Candidate(replace(setup, top_share=0.5), why, gentle)
                else:
                    yield Candidate(replace(with_vents(setup, 1.0, 1.0), lid_open=grill.body is not None), why)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        lit = chimney_lit(found)
        preheat = max(found.ready_s - lit.lasts_s, 10 * MINUTE)
        return (
            *laid(setup, lit),
            Preparation("preheat", "fire", say("common-lid-on-preheat"), preheat,
                        say("charcoal-vents-wide-at-first-then-the", opening_words=opening_words(setup.bottom_share), preheat=quantity.span(preheat), target="{target}")),
            OIL,
        )  # fmt: skip


def wood_smoke(wood: str) -> Smoke:
    """What chips or chunks give that smoulder: chips a third as long."""
    lasts = fuels.CHUNK_SMOKE_S.value / (3.0 if wood == "chips" else 1.0)
    return Smoke(1000.0 * fuels.WOOD_KG[wood].value * fuels.SMOULDERS_TO_SMOKE.value / lasts, lasts)


def chimney_lit(found: Found) -> Preparation:
    """The chimney that the coals are lit in."""
    return Preparation(
        "light",
        "fire",
        say("charcoal-light-the-chimney"),
        round(found.chimney_s / 30.0) * 30.0,
        say("charcoal-ready-when-the-top-coals-are"),
    )


CHIMNEY_LEVELS = (0.375, 0.625, 0.875, 1.15)
"""Up to these shares of a chimney people call it a quarter, half, three quarters or full (assumed)."""


def _filled(charcoal: Charcoal) -> str:
    """How full the chimney is for so many coals, and how many they are."""
    coal = charcoal.coal
    count = quantity.number(max(round(charcoal.mass_kg / coal.piece_kg.value), 1))
    mass = quantity.mass(1000.0 * charcoal.mass_kg)
    level = sum(charcoal.mass_kg > top * coal.chimney_kg.value for top in CHIMNEY_LEVELS)
    name = say("in-small-letters", text=coal.name)
    if level == 0:
        return say("charcoal-fill-a-quarter", count=count, name=name, mass=mass)
    if level == 1:
        return say("charcoal-fill-half", count=count, name=name, mass=mass)
    if level == 2:
        return say("charcoal-fill-three-quarters", count=count, name=name, mass=mass)
    if level == 3:
        return say("charcoal-fill-to-the-brim", count=count, name=name, mass=mass)
    loads = quantity.number(math.ceil(charcoal.mass_kg / coal.chimney_kg.value))
    return say("charcoal-fill-again", count=count, name=name, mass=mass, loads=loads)


def laid(setup: FireSetup, lit: Preparation) -> tuple[Preparation, Preparation]:
    """Lighting and laying the coals."""
    assert setup.charcoal is not None
    layout = LAYOUTS[setup.charcoal.layout][0]
    lay = Preparation(
        "bank", "hands", say("charcoal-lay-the-coals", layout=layout), 2 * MINUTE,
        say("charcoal-of-charcoal-in-all", mass=quantity.mass(setup.charcoal.mass_kg * 1000)),
    )  # fmt: skip
    if setup.charcoal.layout != "ring":
        return replace(lit, why=say("charcoal-filled-and-ready", filled=_filled(setup.charcoal), ready=lit.why)), lay
    return (
        replace(lit, name=say("charcoal-light-a-dozen-briquettes"), why=say("charcoal-lay-them-at-one-end-of")),
        replace(
            lay, lasts_s=10 * MINUTE,
            why=say("charcoal-two-wide-and-two-high-round", why=lay.why),
        ),
    )  # fmt: skip
