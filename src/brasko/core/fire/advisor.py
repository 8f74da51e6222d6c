"""From wished zones to a fire: layout, amount, vents or knobs and when to light, with the reason for each."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from brasko.core.errors import Infeasible, InvalidInput, Remedy
from brasko.core.fire import chamber, setting
from brasko.core.fire.burn_time import hours_of
from brasko.core.fire.custom import convert_s, opened_for_sear, preparations_of
from brasko.core.fire.grate import GrateMap, grate_map
from brasko.core.fire.grills import Grill, Spot
from brasko.core.fire.kinds.kind import Candidate, Hours
from brasko.core.fire.request import FireRequest
from brasko.core.fire.setup import FireSetup, opening_words, usual_setup
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.words import quantity, say

SEAR_HAND_S = 3.5
"""A spot sears where a palm bears no longer than this, the lid off (common practice: one to three seconds)."""
SEAR_EQUIVALENT_C = 290.0
"""A spot under a lid, or over plates and burners, sears from about this equivalent temperature (550 °F, common
practice)."""


@dataclass(frozen=True)
class Advised:
    """A fire for the wish. gentle_c, sear_c and sear_hand_s are what it gives at its spots; why tells each choice."""

    setup: FireSetup
    why: tuple[str, ...]
    steps: tuple[Preparation, ...]
    hours: Hours
    gentle: Spot | None
    gentle_c: float | None
    sear: Spot | None
    sear_c: float | None
    sear_hand_s: float | None
    convert_s: float

    @property
    def light_before_s(self) -> float:
        """How long before the food goes on the fire is lit."""
        return sum(s.lasts_s for s in self.steps if s.lane == "fire")


def advised(grill: Grill, request: FireRequest, weather: Weather | None = None) -> Advised:
    """The fire to build. Raises Infeasible, with the nearest that can be had, where this grill cannot do it."""
    sky = weather or Weather()
    if request.gentle_c is not None and grill.body is None:
        raise Infeasible(
            say("advisor-has-no-lid-the-air-over", name=grill.name),
            (
                Remedy(say("common-wish-for-a-searing-place-alone")),
                Remedy(say("advisor-do-the-gentle-part-on-a")),
            ),
            "gentle_low_c",
        )
    failed: Infeasible | None = None
    for candidate in grill.kind.candidates(usual_setup(grill, sky), request):
        try:
            found = _judged(_set(candidate), candidate.why, request)
        except InvalidInput:
            continue
        except Infeasible as exc:
            failed = exc
            continue
        return found
    raise failed or Infeasible(
        say("advisor-does-not-hold-enough-charcoal-for", name=grill.name, hours=quantity.general(request.hours)),
        (Remedy(say("advisor-ask-for-fewer-hours-and-add"), "hours", f"{request.hours / 2:g}"),),
        "hours",
    )


def _set(candidate: Candidate) -> FireSetup:
    """A candidate with its vents, knobs or controller set. Raises Infeasible where it does not get there."""
    if candidate.set_for_c is None:
        return candidate.setup
    if candidate.to_row:
        return _gas_row(candidate.setup, candidate.set_for_c)
    return setting.set_for(candidate.setup, candidate.set_for_c)


def _gas_row(base: FireSetup, gentle_c: float) -> FireSetup:
    """One end high (and the sear burner), the first burner off, those between as high as the gentle end needs."""
    mains = [b for b in base.grill.burners if b.kind == "main"]

    def at(share: float) -> FireSetup:
        return replace(
            base,
            knobs=tuple(
                0.0 if b.kind == "side" else 1.0 if b is mains[-1] or b.kind == "sear" else share
                for b in base.grill.burners
            ),
        )

    shares = np.linspace(0.0, 1.0, 41)
    cool = [chamber.steady_state(at(float(s))).zones_c[0] for s in shares]
    return at(float(np.interp(gentle_c, cool, shares)))


def spots_of(shown: GrateMap, gentle_c: float | None = None) -> tuple[Spot, Spot]:
    """The gentlest place, or that nearest to a wished air, and the hottest, a hand's breadth from the rim."""
    xs, ys = np.meshgrid(shown.x_m, shown.y_m)
    inside = np.vectorize(lambda x, y: shown.grate.holds(x, y, 0.06))(xs, ys)
    heat = np.where(inside, shown.equivalent_c, np.nan)
    central = 40.0 * np.abs(ys) / shown.grate.depth_m
    far = (
        heat if gentle_c is None else np.where(inside, np.abs(shown.air_c - gentle_c) + 600.0 * shown.fire_view, np.nan)
    )
    low, high = np.nanargmin(far + 0.2 * central), np.nanargmax(heat - central)
    return Spot(float(xs.flat[low]), float(ys.flat[low]), shown.grate.key), Spot(
        float(xs.flat[high]), float(ys.flat[high]), shown.grate.key
    )


def _near(values: np.ndarray, shown: GrateMap, spot: Spot) -> float:
    return float(values[int(np.argmin(np.abs(shown.y_m - spot.y_m))), int(np.argmin(np.abs(shown.x_m - spot.x_m)))])


def _judged(setup: FireSetup, why: tuple[str, ...], request: FireRequest) -> Advised:
    shown = grate_map(setup)
    cool, hot = spots_of(shown, request.gentle_c)
    gentle_c = sear_c = hand = None
    reasons = list(why)
    if request.gentle_low_c is not None and request.gentle_high_c is not None:
        gentle_c = _near(shown.air_c, shown, cool)
        if not request.gentle_low_c - 1.0 <= gentle_c <= request.gentle_high_c + 1.0:
            raise Infeasible(
                say("advisor-its-gentlest-place-is-at-so", name=setup.grill.name, gentle=quantity.temp(gentle_c)),
                (
                    Remedy(
                        say("advisor-ask-for-there", gentle=quantity.temp(gentle_c)),
                        "gentle_low_c",
                        f"{gentle_c - 8:.0f}",
                    ),
                ),
                "gentle_low_c",
            )
    opened = opened_for_sear(setup)
    if request.sear:
        hotter = grate_map(opened)
        _, hot = spots_of(hotter)
        sear_c, hand = _near(hotter.equivalent_c, hotter, hot), _near(hotter.hand_s, hotter, hot)
        if not (
            sear_c >= SEAR_EQUIVALENT_C
            and ((setup.grill.body is not None and not opened.lid_open) or hand <= SEAR_HAND_S)
        ):
            raise Infeasible(
                say("advisor-so-laid-sears-too-slowly-at", name=setup.grill.name, sear=quantity.temp(sear_c)),
                (
                    *(setting.gains(setup)[1:] if setup.grill.body is not None else ()),
                    Remedy(say("advisor-sear-in-a-skillet-that-is")),
                ),
                "sear",
            )
    hours = hours_of(setup)
    if setup.grill.burns_coal and hours.usable_s < request.hours * 3600.0:
        raise Infeasible(
            say("advisor-so-much-charcoal-lasts", usable=quantity.span(hours.usable_s)),
            (Remedy(say("advisor-ask-for-fewer-hours-and-add"), "hours", f"{hours.usable_s / 3600:.1f}"),),
            "hours",
        )
    reasons += _reasons(setup, hours, gentle_c, sear_c, hand)
    gentle_spot = cool if gentle_c is not None else None
    return Advised(
        setup,
        tuple(reasons),
        preparations_of(setup),
        hours,
        gentle_spot,
        gentle_c,
        hot if request.sear else None,
        sear_c,
        hand,
        convert_s(setup) if request.sear and gentle_c is not None else 0.0,
    )


def _reasons(
    setup: FireSetup, hours: Hours, gentle_c: float | None, sear_c: float | None, hand: float | None
) -> list[str]:
    found = []
    if setup.charcoal is not None and setup.grill.burns_coal:
        found.append(
            say(
                "advisor-of-last-so",
                mass=quantity.mass(setup.charcoal.mass_kg * 1000),
                name=setup.charcoal.coal.name,
                usable=quantity.span(hours.usable_s),
            )
        )
    if gentle_c is not None and setup.grill.burns_coal and setup.grill.body is not None:
        both = say("advisor-both-vents") if setup.grill.kind.vents_together else say("advisor-the-bottom-vent")
        found.append(
            say(
                "advisor-for-on-the-gentle-side-open",
                gentle=quantity.temp(gentle_c),
                both=both,
                opening_words=opening_words(setup.bottom_share),
            )
        )
    if sear_c is not None and hand is not None:
        how = say("advisor-a-palm-bears-s-there", hand=quantity.number(hand)) if hand < 20 else say("advisor-lid-shut")
        found.append(say("advisor-the-searing-place-gives-to-food", sear=quantity.temp(sear_c), how=how))
    if setup.weather.wind_m_s > 3.0:
        found.append(say("advisor-the-wind-costs-heat-and-fuel"))
    return found
