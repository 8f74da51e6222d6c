"""Beside the sear: when to stop, by crust or by core, and whether the grate is hot enough to begin."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import InvalidInput
from brasko.core.forecast.corrections import Twin, heat_end_of
from brasko.core.planner.solve.programme import phase_of
from brasko.core.programme.steps import Step, Until, over_hotter
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

Floats = NDArray[np.float64]

CRUST_IS_THERE = Sourced(0.95, "-", "", "assumed")
"""Share of the wished crust that is taken for all of it: nobody sees the rest."""
PAST = Sourced(0.3, "K", "", "assumed")
"""So far over the finish the middle has had enough: less than a thermometer tells apart."""
MORE_S = (0.0, 15.0, 30.0, 60.0, 90.0, 120.0)
"""How much longer is looked at (assumed)."""


@dataclass(frozen=True)
class SearCoach:
    """How long the sear still goes on: until its crust or until the middle must not take more, whichever is first.

    All from now [s]. crust_s is None where the crust does not come in time; after_k is what each half minute past the
    limit adds to the middle.
    """

    stop_s: float
    by: str
    crust_s: float | None
    core_limit_s: float | None
    after_k: float
    crust_share: float
    words: str


def sear_coach(here: Twin, asked: bool = False) -> SearCoach:
    """When to stop a sear that is on. asked: the cook chose its length, knowing the cost. Raises InvalidInput in
    another phase."""
    if here.so_far.phase != "sear":
        raise InvalidInput("step", say("searing-is-no-sear"))
    rest = here.so_far.rest
    wanted = max(here.spec.crust_s, 1.0)
    crusts, peaks, ends = [], [], []
    for more in MORE_S:
        result = here.on((*here.more(more), *rest) or here.more(1.0))
        crusts.append(float(min(result.end.browning_s)) / wanted)
        peaks.append(result.peak_core_c)
        ends.append(heat_end_of(here, result) if more or not rest else float(here.state.peak_c.min()))
    more_s = np.array(MORE_S)
    crust_at = _reaches(more_s, np.array(crusts), CRUST_IS_THERE.value)
    limit_at = _reaches(more_s, np.maximum.accumulate(np.array(peaks)), here.spec.aim_c + PAST.value)
    after = (peaks[-1] - peaks[0]) / MORE_S[-1] * 30.0
    if here.spec.reading_c is not None and here.spec.how.phases[-1] == "sear":
        read_at = _reaches(more_s, np.maximum.accumulate(np.array(ends)), here.spec.reading_c)
        return _by_reading(here.spec.reading_c, read_at, crust_at, limit_at, crusts, after)
    if here.spec.how.slow == "sear":
        return _whole_over_fire(limit_at, crust_at, crusts, after)
    if asked:
        left = sum(s.until.max_s for s in (here.current, *rest) if phase_of(s.name) == "sear")
        over = here.on((*here.more(here.current.until.max_s), *rest)).peak_core_c - here.spec.aim_c
        cost = (
            say("searing-it-ends-over-the-finish", over=quantity.rise(over))
            if over > PAST.value
            else say("searing-the-middle-has-room-for-it")
        )
        return SearCoach(
            left, "asked", crust_at, limit_at, after, crusts[0], say("searing-as-long-as-you-chose", cost=cost)
        )
    stop, by = MORE_S[-1], "longer"
    if limit_at is not None and (crust_at is None or limit_at <= crust_at):
        stop, by = limit_at, "core"
    elif crust_at is not None:
        stop, by = crust_at, "crust"
    if by == "crust":
        said = say("searing-stop-when-both-faces-have-their")
    elif by == "core":
        share = float(np.interp(stop, more_s, crusts))
        said = say(
            "searing-stop-for-the-middle-at-of",
            share=quantity.number(100.0 * min(share, 1.0)),
            after=quantity.rise(after),
        )
    else:
        said = say("searing-neither-crust-nor-middle-is-there")
    return SearCoach(stop, by, crust_at, limit_at, after, crusts[0], said)


def _by_reading(
    reading_c: float,
    read_s: float | None,
    crust_s: float | None,
    limit_s: float | None,
    crusts: Sequence[float],
    after_k: float,
) -> SearCoach:
    """Where a reading ends the heat neither crust nor forecast does: the thermometer says when."""
    stop = MORE_S[-1] if read_s is None else read_s
    when = (
        say("searing-the-middle-needs-longer-than-two")
        if read_s is None
        else say("searing-the-middle-should-be-there-now")
        if read_s <= 0.0
        else say("searing-the-middle-should-be-there-in", read=quantity.span(read_s))
    )
    dark = say("searing-the-crust-is-there-if-it") if crusts[0] >= 1.0 and stop > 30.0 else ""
    said = say("searing-off-only-when-a-thermometer-shows", when=when, reading=quantity.least(reading_c), dark=dark)
    return SearCoach(stop, "reading", crust_s, limit_s, after_k, crusts[0], said)


def _whole_over_fire(
    limit_s: float | None, crust_s: float | None, crusts: Sequence[float], after_k: float
) -> SearCoach:
    """Where the sear is the whole cook the middle says when to stop; the crust is what holding on would buy."""
    if limit_s is None:
        there = crusts[0] >= 1.0
        said = say("searing-the-crust-is-there-and-the") if there else say("searing-go-on-the-middle-needs-longer")
        return SearCoach(MORE_S[-1], "longer", crust_s, None, after_k, crusts[0], said)
    share = 100.0 * min(float(np.interp(limit_s, MORE_S, crusts)), 1.0)
    said = say("searing-off-for-the-middle-with-of", share=quantity.number(share), after=quantity.rise(after_k))
    return SearCoach(limit_s, "core", crust_s, limit_s, after_k, crusts[0], said)


def _reaches(at: Floats, values: Floats, level: float) -> float | None:
    if values[0] >= level:
        return 0.0
    above = np.nonzero(values >= level)[0]
    if not len(above):
        return None
    n = int(above[0])
    share = (level - values[n - 1]) / (values[n] - values[n - 1])
    return float(at[n - 1] + share * (at[n] - at[n - 1]))


@dataclass(frozen=True)
class SearCheck:
    """A reading of the grate or the pan before the sear, against what the plan needs."""

    read_c: float
    needed_c: float
    sear_s: float | None
    planned_s: float
    peak_c: float
    words: str


def sear_check(here: Twin, read_c: float) -> SearCheck:
    """What a sear over a fire of this temperature would be. Raises InvalidInput where there is no sear to come."""
    steps = here.so_far.rest if here.so_far.phase != "sear" else (here.current, *here.so_far.rest)
    zone = here.spec.sear_zone
    if zone is None or not any(phase_of(s.name) == "sear" for s in steps):
        raise InvalidInput("temp_c", say("searing-is-of-a-grate-or-pan"))
    needed = zone.searing_c
    planned_s = sum(s.until.max_s for s in steps if phase_of(s.name) == "sear")
    steps_then: list[Step] = []
    for step in steps:
        if phase_of(step.name) != "sear":
            steps_then.append(step)
        elif not any(phase_of(s.name) == "sear" for s in steps_then):
            until = Until(900.0, crust_s=max(CRUST_IS_THERE.value * here.spec.crust_s, 1.0))
            steps_then.append(replace(over_hotter(step, read_c, needed, here.spec.air_c), until=until))
    result = here.on(tuple(steps_then))
    sear = next(s for s in result.steps if phase_of(s.name) == "sear")
    length = None if sear.reached == "time" else sear.end_s - sear.start_s
    over = result.peak_core_c - here.spec.aim_c
    if length is None:
        said = say("searing-at-it-never-gets-its-crust", read=quantity.temp(read_c), needed=quantity.temp(needed))
    elif read_c < needed - 12.0 and (over > 1.0 or length > 1.2 * planned_s):
        said = say(
            "searing-too-cool-at-the-crust-takes",
            read=quantity.temp(read_c),
            length=quantity.span(length),
            planned=quantity.span(planned_s),
            over=quantity.rise(max(over, 0.0)),
            needed=quantity.temp(needed),
        )
    else:
        said = say("searing-hot-enough-in-all-gives-the", length=quantity.span(length))
    return SearCheck(read_c, needed, length, planned_s, result.peak_core_c, said)
