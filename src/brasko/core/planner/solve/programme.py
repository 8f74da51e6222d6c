"""The programme a method makes of a wish: one representation for planning, simulating, cooking and logging.

A phase may be several steps: a sear with marks is four, a long cook that is wrapped is two. Their names begin with the
phase's ("sear", "sear_turned", "sear_over", "sear_over_turned"; "gentle", "gentle_wrapped", "gentle_soft").
"""

from __future__ import annotations

from dataclasses import replace

from brasko.core.fire.rests import RESTS, wrapped
from brasko.core.heat.simulation import Result, StepEnd
from brasko.core.planner.spec.options import BASTES
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Metal, Programme, Step, Surroundings, Until, over_hotter, shifted

MAX_SEAR_S = 5 * 60.0
"""A sear that browns too slowly is no longer a sear: it cooks (assumed)."""
MIN_SLOW_PHASE_K = 2.0
"""A slow phase warms the middle by at least this much."""
SEARCH_REFINE = 0.5
"""Grid of searches and trials (see heat.geometry)."""
SHORTEST_SEAR_S = 60.0
"""Half a minute a side: cooks do no less (common practice, no source)."""
NO_FLIP_BEFORE_S = 6.0
"""So shortly before it comes off nobody turns it over (assumed)."""
OUT_OF_HAND_S = 45 * 60.0
"""Nothing is over a fierce fire for longer: what is not done by then wants a gentler one."""

Sear = tuple[float, float]
"""Length of a sear and time between flips [s]."""
USUAL_SEAR_S = 120.0
"""How often a sear is turned over does not change with its length: as often as is usual in so much (assumed)."""


def sides(spec: PieceSpec, length_s: float) -> Sear:
    """A sear of so long, in equal sides."""
    if spec.turn_deg:
        return length_s, length_s / 2.0
    whole_s = USUAL_SEAR_S if spec.flip_every_s is None else length_s
    return length_s, length_s / (2.0 * max(1, round(whole_s / (2.0 * spec.flips_s))))


def own_sear(spec: PieceSpec) -> Sear | None:
    """The sear of a cook who sets its length; None where it is as long as its crust takes."""
    return None if spec.sear_side_s is None else sides(spec, 2.0 * spec.sear_side_s)


def phase_of(step: str) -> str:
    """The phase a step belongs to."""
    return step.split("_", 1)[0]


def stretch(result: Result, phase: str) -> StepEnd | None:
    """A whole phase as one step: from its first step's beginning to its last one's end; None where it is not done."""
    steps = [s for s in result.steps if phase_of(s.name) == phase]
    return replace(steps[-1], start_s=steps[0].start_s) if steps else None


def flip_moments(result: Result, on_s: float) -> list[float]:
    """Flips that are not the beginning of a step, nor so near its end that a cook takes it off instead; counted as on_s
    is [s]."""
    begins, ends = [s.start_s for s in result.steps], [s.end_s for s in result.steps]
    return [
        on_s + flip
        for flip in result.flips_s
        if min(abs(flip - b) for b in begins) > 1.0 and not any(0.0 <= end - flip < NO_FLIP_BEFORE_S for end in ends)
    ]


def the_phase(result: Result, phase: str) -> StepEnd:
    """A phase that is done (see stretch)."""
    found = stretch(result, phase)
    assert found is not None
    return found


def programme_of(
    spec: PieceSpec, pull_c: float, sear: Sear | None = None, *, slow_at_most_s: float | None = None
) -> Programme:
    """The steps of the wish's method when its slow phase ends at pull_c.

    The core is what a thermometer put into the middle shows.

    sear fixes the length and flip interval of a sear that is there for the crust; left out, it ends when both faces
    have theirs. Where the whole cook is over the fire its flip interval counts, and with marks its length says when to
    turn. Where there is no sear its length is how much longer a tough cut stays in the heat until it is soft.
    """
    how, fire = spec.how, spec.the_fire
    flips = spec.flips_s if sear is None else sear[1]
    steps: list[Step] = []
    for phase in how.phases:
        if phase == "wait":
            steps.append(Step("wait", RESTS["open"][1], Until(spec.wait_s)))
        elif phase == "gentle":
            around = fire.zone(how.gentle_at).surroundings
            gentle = _gentle(spec, around, Until(slow_at_most_s or how.longest_s, core_c=pull_c))
            if "sear" not in how.phases and sear is not None and sear[0] > 0.0:
                gentle = (*gentle, replace(gentle[-1], name="gentle_soft", until=Until(sear[0]), baste=None))
            steps += shifted(gentle, spec.gentle_heat.air_more_k, spec.gentle_heat.film_more)
        else:
            if how.slow == "sear":
                longest = min(slow_at_most_s or OUT_OF_HAND_S, OUT_OF_HAND_S)
                until = Until(longest, core_c=pull_c)
            elif sear is not None:
                until = Until(sear[0])
            elif spec.crust_s > 0.0:
                until = Until(MAX_SEAR_S, crust_s=spec.crust_s)
            else:
                until = Until(SHORTEST_SEAR_S)
            zone = spec.sear_zone
            assert zone is not None
            base = Step("sear", zone.surroundings, until, flip_every_s=flips, metal=_metal(spec))
            if spec.sear_more_k and zone.pan is None:
                base = over_hotter(base, zone.searing_c + spec.sear_more_k, zone.searing_c, spec.air_c)
            steps += _marked(base, spec.turn_deg, sear[0]) if spec.turn_deg and sear else (base,)
    return (*steps, Step("rest", RESTS[spec.rest][1], Until(spec.resting_s)))


def _gentle(spec: PieceSpec, around: Surroundings, until: Until) -> Programme:
    _, baste = BASTES[spec.baste]
    if spec.wrap == "none":
        return (Step("gentle", around, until, baste=baste),)
    wrap_c = min(spec.wraps_at_c, until.core_c or spec.wraps_at_c)
    open_ = Step("gentle", around, replace(until, core_c=wrap_c), baste=baste)
    return open_, Step("gentle_wrapped", wrapped(around, spec.wrap), until)


def _marked(step: Step, turn_deg: float, length_s: float) -> Programme:
    """A quarter of the time, a turn, a quarter, over; and the same again. The last quarter keeps the step's own end."""
    quarter = replace(step, until=Until(max(length_s / 4.0, 1.0)), flip_every_s=None)
    on = None if step.metal is None else replace(step.metal, start_c=None)
    going_on = replace(quarter, metal=on)
    last_s = step.until.max_s if step.until.core_c is not None else quarter.until.max_s
    return (
        quarter,
        replace(going_on, name="sear_turned", turn_deg=turn_deg),
        replace(going_on, name="sear_over", turn_deg=turn_deg, flip_first=True),
        replace(going_on, name="sear_over_turned", until=replace(step.until, max_s=last_s)),
    )


def _metal(spec: PieceSpec) -> Metal | None:
    zone = spec.sear_zone
    return None if zone is None else zone.metal(spec.food.geometry.face_m2)
