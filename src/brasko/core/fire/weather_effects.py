"""What rain and wind that come up meanwhile do to a fire that stays set as it is."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from brasko.core.errors import UnknownName
from brasko.core.fire import custom as own_fires
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.custom import OwnFire
from brasko.core.fire.state import SteadyState
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

HARDLY = Sourced(1.5, "K", "", "assumed")
"""Less than this is not worth a word: a gauge on a lid shows no difference."""
OUTDOORS = say("weather-effects-a-lit-fire-never-goes-under")
"""Against carbon monoxide and burning houses (common practice, no source); local codes come first."""


@dataclass(frozen=True)
class Sky:
    """A strength of rain [mm/h] or of wind [m/s], as a cook would call it."""

    name: str
    value: Sourced


RAINS = {
    "none": Sky(say("weather-effects-no-rain"), Sourced(0.0, "mm h-1", "", "common practice")),
    "light": Sky(say("weather-effects-light-rain"), Sourced(1.0, "mm h-1", "ams_glossary", "from memory", 0.1, 2.5)),
    "steady": Sky(say("weather-effects-steady-rain"), Sourced(4.0, "mm h-1", "ams_glossary", "from memory", 2.5, 7.6)),
    "heavy": Sky(say("weather-effects-heavy-rain"), Sourced(10.0, "mm h-1", "ams_glossary", "from memory", 7.6, 50.0)),
}
"""By the glossary: light up to 2.5, moderate up to 7.6 mm in an hour, heavy above."""
WINDS = {
    "still": Sky(say("weather-effects-still"), Sourced(1.0, "m s-1", "wmo_beaufort", "from memory", 0.0, 1.5)),
    "breeze": Sky(say("weather-effects-breeze"), Sourced(4.5, "m s-1", "wmo_beaufort", "from memory", 3.4, 5.4)),
    "windy": Sky(say("weather-effects-windy"), Sourced(9.0, "m s-1", "wmo_beaufort", "from memory", 8.0, 10.7)),
}
"""Beaufort 1, 3 and 5: smoke drifts; leaves move all the time; small trees sway."""


@dataclass(frozen=True)
class Shift:
    """What a sky does: how much hotter the air at the gentle place settles [K], whether the fire lives, and in
    words."""

    shift_k: float
    alight: bool
    words: str


@lru_cache(maxsize=256)
def shift_of(own: OwnFire | None, rain: str, wind: str) -> Shift:
    """Of a fire with its vents, knobs or controller left as they are. None is a fire indoors, or on no grill that is
    known.

    It is what the fire settles at after a quarter of an hour or so. Raises UnknownName for a sky that is not in the
    tables.
    """
    if rain not in RAINS:
        raise UnknownName("rain", rain, RAINS)
    if wind not in WINDS:
        raise UnknownName("wind", wind, WINDS)
    if own is None or own.setup.grill.kind.indoors:
        return Shift(0.0, True, say("weather-effects-it-does-not-reach-this-fire"))
    if own.setup.grill.body is None:
        return Shift(0.0, True, say("weather-effects-over-an-open-fire-the-coals"))
    now = replace(own.setup.weather, rain_mm_h=RAINS[rain].value.value, wind_m_s=WINDS[wind].value.value)
    before, after = steady_state(own.setup), steady_state(replace(own.setup, weather=now))
    shift = _air_c(own, after) - _air_c(own, before)
    if not after.alight:
        return Shift(shift, False, say("weather-effects-as-it-is-set-the-fire", outdoors=OUTDOORS))
    if abs(shift) < HARDLY.value:
        held = own.setup.grill.controller is not None
        return Shift(
            shift,
            True,
            say("weather-effects-the-controller-holds-it-and-burns")
            if held
            else say("weather-effects-hardly-any-difference"),
        )
    said = say("weather-effects-left-as-it-is-the-air", shift=quantity.rise(abs(shift)))
    if shift > 0.0:
        return Shift(shift, True, say("weather-effects-higher-close-down-to-hold-it", said=said))
    return Shift(shift, True, say("weather-effects-lower-open-up-to-hold-it", said=said, outdoors=OUTDOORS))


def fire_of(key: str, own: OwnFire | None) -> OwnFire | None:
    """The set-up behind a planner's fire, where there is one."""
    return own or own_fires.shipped().get(key)


def _air_c(own: OwnFire, state: SteadyState) -> float:
    """At the gentle place: over a gas grill's row it differs from burner to burner."""
    mains = [b.x_m for b in own.setup.grill.burners if b.kind == "main"]
    return float(np.interp(own.gentle.x_m, mains, state.zones_c)) if state.zones_c else state.gas_c
