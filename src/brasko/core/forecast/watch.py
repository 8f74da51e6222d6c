"""A piece on the fire, looked at now: what was seen of it and kitchens to compare with → what is known of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from brasko.core.forecast.corrections import twin
from brasko.core.forecast.ensemble import Ensemble
from brasko.core.forecast.faults import Fault, faults
from brasko.core.forecast.history import CookHistory
from brasko.core.forecast.readings import Reading
from brasko.core.forecast.searing import SearCoach, sear_coach
from brasko.core.forecast.update import PARTS, Forecast, early_gap_k, forecast_of
from brasko.core.forecast.why import probe_off_m, why
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import say

FALLEN_K, FALLEN_FOR = 0.4, 6
"""A peak is over when the last so many readings of the tip lie so far below their highest [K] (assumed)."""
BACK_K, BACK_S, BACK_FOR = 3.0, 60.0, 3
"""A slipped tip is back when so many readings of the last minute lie within this of the foreseen core (assumed)."""
COACHED_S = 240.0
"""A cook that is all sear is coached so long before its end (assumed)."""
CLOSER_FROM = 24
"""So many readings are needed to say which kitchens are likely (assumed)."""
CLOSER_SHARE, CLOSER_AGAIN = 0.18, 0.22
"""Kitchens near the likely ones are worth it from this share of a step on, and again after so much more of it."""


@dataclass(frozen=True)
class Standing:
    """A piece as it stands. Times count from putting it on [s].

    seen, by_hand   what thermometers said
    aside, away     whether it is aside now, and whether that is elsewhere than over more of the same heat
    own_sear        the cook chose a longer sear than was planned
    slow_step       name of its slow step, planned to last slow_s
    battery         of its thermometer, as a share; None where it has none
    """

    spec: PieceSpec
    so_far: CookHistory
    seen: Sequence[Reading]
    by_hand: Sequence[Reading]
    lid_open: bool
    aside: bool
    away: bool
    own_sear: bool
    slow_step: str
    slow_s: float
    battery: float | None
    now_s: float


@dataclass(frozen=True)
class Sight:
    """What is known of a piece now. Times count from putting it on [s].

    slipped_s   since when its probe is not in its place; None where it is
    peak_s, slice_now, at_least_s   of a rest: when the middle peaks, whether it is over, and the least it lasts
    """

    forecast: Forecast | None
    why: str
    faults: tuple[Fault, ...]
    slipped_s: float | None
    probe_off_m: float | None
    coach: SearCoach | None
    peak_s: float | None
    slice_now: bool
    at_least_s: float


def foreseen(
    kitchens: Ensemble, seen: Sequence[Reading], by_hand: Sequence[Reading], slipped_s: float | None
) -> Forecast:
    """The forecast by all readings but those of a probe that has slipped."""
    return forecast_of(kitchens, [*in_place(seen, slipped_s), *by_hand])


def in_place(seen: Sequence[Reading], slipped_s: float | None) -> list[Reading]:
    """The readings without those of a probe that has slipped."""
    return [r for r in seen if slipped_s is None or r.source == "air" or r.at_s < slipped_s]


def share_of_step(forecast: Forecast, so_far: CookHistory, now_s: float) -> float:
    """How much of the step that goes on is over, as it is foreseen."""
    return (now_s - so_far.since_s) / max(forecast.end_s - so_far.since_s, 1.0)


def closer_is_worth_it(forecast: Forecast | None, so_far: CookHistory, now_s: float, closer_at: float | None) -> bool:
    """Whether kitchens near the likely ones would tell more; closer_at is the share at which it was done last."""
    if forecast is None or forecast.readings < CLOSER_FROM:
        return False
    share = share_of_step(forecast, so_far, now_s)
    return share >= CLOSER_SHARE if closer_at is None else share > closer_at + CLOSER_AGAIN


def sight_of(here: Standing, kitchens: Ensemble | None, forecast: Forecast | None, slipped_s: float | None) -> Sight:
    """What is known of a piece now: faults, why it runs as it does, how to sear and when to slice.

    Checked: tests/web/test_watch.py::test_a_slipped_probe_is_named_and_not_believed.
    """
    spec, so_far = here.spec, here.so_far
    seen = [*here.seen, *here.by_hand]
    wrong = faults(
        seen,
        here.now_s,
        phase_since_s=so_far.since_s,
        gentle=so_far.phase == "gentle" and not here.aside,
        lid_told=here.lid_open,
        misfit_k=0.0 if kitchens is None or forecast is None else forecast.posterior.misfit_k,
        early_gap_k=0.0 if kitchens is None or forecast is None else early_gap_k(kitchens, forecast.posterior, seen),
        battery=here.battery,
    )
    slipped_s = _slipped(here, wrong, forecast, slipped_s)
    if slipped_s is not None and not any(f.key == "slipped" for f in wrong):
        fault = Fault("slipped", slipped_s, say("watch-the-probe-is-not-in-the"), say("watch-put-it-back-in-from-the"))
        wrong = (fault, *wrong)
    reason = ""
    if kitchens is not None and forecast is not None and so_far.current.name == here.slow_step:
        reason = why(spec, kitchens, forecast, here.slow_s)
    ends_soon = forecast is not None and forecast.end_s - here.now_s < COACHED_S
    coach = None
    if so_far.phase == "sear" and not here.away and (spec.how.slow != "sear" or ends_soon):
        z = np.zeros(PARTS) if forecast is None else forecast.posterior.z
        coach = sear_coach(twin(spec, so_far, z, here.now_s), here.own_sear)
    peak_s, slice_now, least = None, False, 0.0
    if so_far.phase == "rest":
        least = 0.0 if spec.minimum is None else spec.minimum.rest_s
        peak_s, slice_now = _rested(forecast, seen, so_far.since_s, here.now_s, least)
    off = None if forecast is None else probe_off_m(forecast)
    return Sight(forecast, reason, wrong, slipped_s, off, coach, peak_s, slice_now, least)


def _slipped(
    here: Standing, wrong: Sequence[Fault], forecast: Forecast | None, slipped_s: float | None
) -> float | None:
    """Since when the probe is out of its place: until it is back where the forecast has the middle."""
    fault = next((f for f in wrong if f.key == "slipped"), None)
    if fault is not None:
        return fault.since_s if slipped_s is None else min(slipped_s, fault.since_s)
    if slipped_s is None or forecast is None:
        return slipped_s
    lately = [r for r in here.seen if r.source == "tip" and r.at_s > here.now_s - BACK_S]
    core = np.interp([r.at_s for r in lately], forecast.time_s, forecast.core_c)
    near = bool((np.abs(np.array([r.temp_c for r in lately]) - core) < BACK_K).all())
    return None if len(lately) >= BACK_FOR and near else slipped_s


def _rested(
    forecast: Forecast | None, seen: Sequence[Reading], since_s: float, now_s: float, least_s: float
) -> tuple[float | None, bool]:
    """When the middle peaks in the rest, and whether it is time to slice: the peak is over and the least rest is
    kept."""
    peak_s = None
    if forecast is not None:
        resting = forecast.time_s >= since_s
        peak_s = float(forecast.time_s[resting][int(np.argmax(forecast.core_c[resting]))])
    tip = sorted((r.at_s, r.temp_c) for r in seen if r.source == "tip" and r.at_s > since_s)
    if len(tip) > 2 * FALLEN_FOR:
        temps = np.array([c for _, c in tip])
        if float(temps.max() - np.median(temps[-FALLEN_FOR:])) > FALLEN_K:
            peak_s = tip[int(temps.argmax())][0]
    rested = peak_s is not None and now_s >= peak_s and now_s >= since_s + least_s
    return peak_s, rested
