"""The way back: what to open or turn for a wished temperature, the most a grill reaches, and how to gain more."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from scipy.optimize import brentq

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.setup import FireSetup, at_most, with_vents
from brasko.core.words import quantity, say

MIN_KNOB = 0.001
VENT_STEPS = 1e-4
"""Vents and knobs are found this finely."""


def highest_c(setup: FireSetup) -> float:
    """The most that this grill can reach with this fuel: vents wide open, knobs or controller at their highest."""
    return steady_state(at_most(setup)).gas_c


def set_for(setup: FireSetup, wanted_c: float) -> FireSetup:
    """The same fire set so that the air settles at a wished temperature.

    Charcoal: both vents of a kamado together; otherwise the bottom vent, with the top as it is, or opened where that is
    not enough. Gas: all lit knobs in proportion. Controller: its setting.
    Raises Infeasible above what it can do, with the highest and how to gain more; InvalidInput below outside air.
    """
    check_reach(setup, wanted_c)
    if setup.grill.controller is not None:
        return replace(setup, set_c=max(wanted_c, setup.grill.controller.lowest_c), lid_open=False)
    if setup.grill.kind.rules == "knobs":
        return _knobs_for(setup, wanted_c)
    return _vents_for(replace(setup, lid_open=False), wanted_c)


def check_reach(setup: FireSetup, wanted_c: float) -> None:
    """Raise Infeasible above what the grill can do, with the highest and how to gain more; InvalidInput below outside
    air."""
    air = setup.weather.air_c
    if not wanted_c > air + 15.0:
        raise InvalidInput(
            "wanted_c",
            say("setting-must-be-well-above-the-air", air=quantity.temp(air), wanted=quantity.temp(wanted_c)),
        )
    if setup.grill.body is None:
        raise InvalidInput(
            "wanted_c",
            say("setting-cannot-be-had-of-without-a", name=setup.grill.name),
        )
    most = highest_c(setup)
    if wanted_c > most + 0.5:
        raise Infeasible(
            say("setting-with-this-fuel-reaches-at-the", name=setup.grill.name, most=quantity.temp(most)),
            gains(setup),
            "wanted_c",
        )


def gains(setup: FireSetup) -> tuple[Remedy, ...]:
    """How to get hotter, each way tried: the highest that can be had first."""
    found = [
        Remedy(
            say("setting-ask-for", highest=quantity.temp(highest_c(setup) - 3.0)),
            "wanted_c",
            f"{highest_c(setup) - 3.0:.1f}",
        )
    ]
    if setup.charcoal is not None:
        kinds = [
            (
                say("setting-a-second-load-of-lit-coals"),
                replace(setup.charcoal, layout="level", mass_kg=setup.charcoal.mass_kg * 2.0),
            )
        ]
        if setup.charcoal.layout == "ring":
            kinds.insert(0, (say("setting-a-level-layer-of-lit-coals"), replace(setup.charcoal, layout="level")))
        for words, charcoal in kinds:
            try:
                if highest_c(replace(setup, charcoal=charcoal)) > highest_c(setup) + 5.0:
                    found.append(
                        Remedy(
                            say(
                                "setting-use",
                                words=words,
                                highest=quantity.temp(highest_c(replace(setup, charcoal=charcoal))),
                            )
                        )
                    )
            except InvalidInput:
                continue
    if setup.grill.burns_coal and steady_state(at_most(setup)).limited_by == "air":
        found.append(Remedy(say("setting-take-the-lid-off-and-cook")))
    if setup.weather.wind_m_s > 2.0:
        calm = replace(setup, weather=replace(setup.weather, wind_m_s=0.5))
        found.append(Remedy(say("setting-find-shelter-from-the-wind", highest=quantity.temp(highest_c(calm)))))
    if setup.grill.controller is not None:
        found.append(Remedy(say("setting-sear-on-another-fire-or-in")))
    return tuple(found)


def _knobs_for(setup: FireSetup, wanted_c: float) -> FireSetup:
    lit = [k > 0.0 for k in setup.knobs] if any(setup.knobs) else [b.kind == "main" for b in setup.grill.burners]

    def at(knob: float) -> FireSetup:
        return replace(setup, lid_open=False, knobs=tuple(knob if on else 0.0 for on in lit))

    if steady_state(at(0.0)).gas_c >= wanted_c:
        return at(0.0)
    if steady_state(at(1.0)).gas_c < wanted_c:
        lit = [b.kind != "side" for b in setup.grill.burners]
    return at(float(brentq(lambda k: steady_state(at(k)).gas_c - wanted_c, MIN_KNOB, 1.0, xtol=VENT_STEPS)))


def knobs_beside(setup: FireSetup, x_m: float) -> tuple[Callable[[float], FireSetup], ...]:
    """Ways to light a grill for food at x_m, the usual one first: the main burners that are lit, then all of them, all
    alike at a share; the burner under the food stays off."""
    mains = [n for n, b in enumerate(setup.grill.burners) if b.kind == "main"]
    under = min(mains, key=lambda n: abs(setup.grill.burners[n].x_m - x_m))
    beside = [n for n in mains if n != under]
    as_lit = [n for n in beside if setup.knobs[n] > 0.0]

    def lighting(lit: list[int]) -> Callable[[float], FireSetup]:
        def at(share: float) -> FireSetup:
            knobs = tuple(share if n in lit else 0.0 for n in range(len(setup.knobs)))
            return replace(setup, lid_open=False, knobs=knobs)

        return at

    return tuple(lighting(lit) for lit in ([as_lit, beside] if 0 < len(as_lit) < len(beside) else [beside]))


def _vents_for(setup: FireSetup, wanted_c: float) -> FireSetup:
    both = setup.grill.kind.vents_together

    def at(share: float, top: float) -> FireSetup:
        return with_vents(setup, share, share if both else top)

    top = setup.top_share if steady_state(at(1.0, setup.top_share)).gas_c >= wanted_c else 1.0
    if steady_state(at(0.0, top)).gas_c >= wanted_c:
        return at(0.0, top)
    share = float(brentq(lambda s: steady_state(at(s, top)).gas_c - wanted_c, 0.0, 1.0, xtol=VENT_STEPS))
    return at(share, top)
