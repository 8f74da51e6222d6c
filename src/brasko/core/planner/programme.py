"""The programme a method makes of a wish: one representation for planning, simulating, cooking and logging."""

from __future__ import annotations

from brasko.core.fire.rests import RESTS
from brasko.core.planner.wish import Wish
from brasko.core.programme.steps import Metal, Programme, Step, Until

MAX_SEAR_S = 10 * 60.0
LEAST_SLOW_PHASE_K = 2.0
"""A slow phase warms the middle by at least this much."""
SEARCH_REFINE = 0.5
"""Grid of searches and trials (see heat.geometry)."""
OUT_OF_HAND_S = 45 * 60.0
"""Nothing is over a fierce fire for longer: what is not done by then wants a gentler one."""

Sear = tuple[float, float]
"""Length of a sear and time between flips [s]."""


def programme_of(
    wish: Wish, pull_c: float, sear: Sear | None = None, *, slow_at_most_s: float | None = None
) -> Programme:
    """The steps of the wish's method when its slow phase ends at pull_c.

    Over a fierce fire the middle is what counts, as a probe reads it: between flips a face can be colder than that.

    sear fixes the length and flip interval of a sear that is there for the crust; left out, it ends when both faces
    have theirs. Where the whole cook is over the fire only its flip interval counts.
    """
    how, fire = wish.how, wish.the_fire
    flips = wish.flips_s if sear is None else sear[1]
    metal = _metal(wish)
    steps: list[Step] = []
    for phase in how.phases:
        if phase == "wait":
            steps.append(Step("wait", RESTS["open"][1], Until(fire.convert_s)))
        elif phase == "gentle":
            until = Until(slow_at_most_s or how.longest_s, core_c=pull_c)
            steps.append(Step("gentle", fire.zone(how.gentle_at).surroundings, until))
        else:
            if how.slow == "sear":
                until = Until(min(slow_at_most_s or OUT_OF_HAND_S, OUT_OF_HAND_S), probe_c=pull_c)
            elif sear is not None:
                until = Until(sear[0])
            else:
                until = Until(MAX_SEAR_S, crust_s=max(wish.crust_s, 1.0))
            around = fire.zone(how.sear_at).surroundings
            steps.append(Step("sear", around, until, flip_every_s=flips, metal=metal))
    return (*steps, Step("rest", RESTS[wish.rest][1], Until(wish.resting_s)))


def _metal(wish: Wish) -> Metal | None:
    zone = wish.sear_zone
    return None if zone is None else zone.metal(wish.food.geometry.face_m2)
