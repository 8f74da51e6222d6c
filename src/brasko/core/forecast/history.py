"""What a running cook has been through so far, as a programme that can be simulated and gone on from.

Times count from putting the food on [s].
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from brasko.core.errors import InvalidInput
from brasko.core.fire.rests import RESTS
from brasko.core.planner.advice.late import warm_place, warm_place_c
from brasko.core.planner.solve.programme import phase_of, programme_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Baste, Programme, Side, Step, Surroundings, Until
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

AsideKind = Literal["lid", "hot", "cool", "high", "off"]

LID_OPEN_SHARE = Sourced(0.45, "-", "", "assumed")
"""Share of what the air is above the yard's that is left over a grate whose lid is open."""
RAISED = Sourced(0.6, "-", "", "assumed")
"""Share of the fire's radiant heat on a piece that is raised a hand's breadth."""
ROD_COOLS_TO = Sourced(20.0, "°C", "", "assumed")
"""Rods farther from the fire are nearer to this, by the root of that share."""
SHORTEST_S = 1.0
GOES_ON_S = 45 * 60.0
"""How far beyond its planned end the step that is on is followed."""


@dataclass(frozen=True)
class Began:
    """A programme step and when it really began."""

    step: str
    at_s: float


@dataclass(frozen=True)
class Aside:
    """A stretch in which the food was not where its step says: the lid open, over the fire, on the cool side, higher
    up, off.

    end_s is None while it lasts.
    """

    kind: AsideKind
    start_s: float
    end_s: float | None = None


@dataclass(frozen=True)
class FireChange:
    """From a moment on the fire is hotter by so much than planned: a vent or a knob was turned, fuel was added."""

    at_s: float
    delta_k: float


@dataclass(frozen=True)
class CookHistory:
    """A cook so far.

    past        what is over, every step with its real length
    current     the step that is on, with its own end and without what of it is over
    rest        what is still to come
    """

    past: Programme
    current: Step
    rest: Programme
    since_s: float

    @property
    def phase(self) -> str:
        """The phase that is on."""
        return phase_of(self.current.name)


def cook_history(
    spec: PieceSpec,
    pull_c: float,
    sear: tuple[float, float] | None,
    began: Sequence[Began],
    asides: Sequence[Aside] = (),
    changes: Sequence[FireChange] = (),
    hold_s: float = 0.0,
) -> CookHistory:
    """The cook so far from the steps that began, in the order they did. hold_s: so much longer it waits for its sear.

    Raises InvalidInput for a step not planned.
    """
    planned = {step.name: step for step in programme_of(spec, pull_c, sear)}
    if hold_s > 0.0 and "wait" in planned:
        planned["wait"] = held(planned["wait"], pull_c, hold_s)
    names = list(planned)
    if not began:
        raise InvalidInput("began", say("history-is-empty-nothing-is-on-the"))
    for each in began:
        if each.step not in planned:
            raise InvalidInput("began", say("history-names-a-step-that-is-not", step=each.step))
    started = sorted(began, key=lambda b: b.at_s)
    last = started[-1]
    cuts = _cuts(asides, changes)
    past: list[Step] = []
    for here, following in pairwise(started):
        past += _pieces(spec, planned[here.step], here.at_s, following.at_s, cuts, asides, changes)
    since = max([last.at_s, *(c for c in cuts if c > last.at_s)])
    past += _pieces(spec, planned[last.step], last.at_s, since, cuts, asides, changes)
    current = _as_it_is(spec, planned[last.step], since, asides, changes)
    left = max(current.until.max_s - (since - last.at_s), SHORTEST_S)
    current = replace(
        current,
        until=replace(current.until, max_s=left),
        flip_first=current.flip_first and not past,
        baste=_baste_after(current.baste, since - last.at_s),
    )
    later = sum(change.delta_k for change in changes)
    rest = tuple(
        replace(step, surroundings=step.surroundings.shifted(later, 1.0)) if phase_of(step.name) == "gentle" else step
        for step in (planned[name] for name in names[names.index(last.step) + 1 :])
    )
    if past and current.metal is not None and past[-1].metal is not None:
        current = replace(current, metal=replace(current.metal, start_c=None))
    return CookHistory(_one_metal(past), current, rest, since)


def _baste_after(baste: Baste | None, passed_s: float) -> Baste | None:
    return None if baste is None else baste.after(passed_s)


def _cuts(asides: Sequence[Aside], changes: Sequence[FireChange]) -> list[float]:
    found = {a.start_s for a in asides} | {a.end_s for a in asides if a.end_s is not None} | {c.at_s for c in changes}
    return sorted(found)


def _pieces(
    spec: PieceSpec,
    step: Step,
    start_s: float,
    end_s: float,
    cuts: Sequence[float],
    asides: Sequence[Aside],
    changes: Sequence[FireChange],
) -> list[Step]:
    edges = [start_s, *(c for c in cuts if start_s < c < end_s), end_s]
    found = []
    for n, (here, there) in enumerate(pairwise(edges)):
        if there - here >= SHORTEST_S:
            as_is = _as_it_is(spec, step, here, asides, changes)
            baste = _baste_after(step.baste, here - start_s)
            found.append(replace(as_is, until=Until(there - here), flip_first=step.flip_first and n == 0, baste=baste))
    return found


def _as_it_is(spec: PieceSpec, step: Step, at_s: float, asides: Sequence[Aside], changes: Sequence[FireChange]) -> Step:
    delta = sum(c.delta_k for c in changes if c.at_s <= at_s) if phase_of(step.name) == "gentle" else 0.0
    around, metal = step.surroundings.shifted(delta, 1.0), step.metal
    aside = next((a for a in asides if a.start_s <= at_s and (a.end_s is None or at_s < a.end_s)), None)
    if aside is None:
        return replace(step, surroundings=around)
    if aside.kind == "high":
        return raised(replace(step, surroundings=around))
    around, keeps_metal = elsewhere(spec, around, aside.kind)
    return replace(step, surroundings=around, metal=metal if keeps_metal else None)


def elsewhere(spec: PieceSpec, around: Surroundings, kind: AsideKind) -> tuple[Surroundings, bool]:
    """What the food feels aside of its step, and whether it still lies on the step's metal."""
    if kind == "lid":
        return lid_open(around, spec.air_c), True
    if kind == "off":
        return RESTS["open"][1], False
    if kind == "hot" and spec.sear_zone is not None:
        return spec.sear_zone.surroundings, False
    gentle = spec.gentle_zone
    if kind == "cool" and gentle is not None:
        return gentle.surroundings, False
    raise InvalidInput(
        "place", say("history-is-not-to-be-had-on", value=say("history-hot") if kind == "hot" else say("history-cool"))
    )


def held(step: Step, pull_c: float, hold_s: float) -> Step:
    """The same wait, so much longer, in a warm and still place."""
    until = replace(step.until, max_s=step.until.max_s + hold_s)
    return replace(step, surroundings=warm_place(pull_c), until=until)


def longest_hold_s(spec: PieceSpec) -> float:
    """How long it may be held: that counts as out of the fridge, as tempering does. Source: fsis."""
    return max(fridge_limit_s(spec.air_c) - spec.temper_s, 0.0)


def hold_words(pull_c: float, hold_s: float) -> str:
    """Where and how long to hold, with phrase tokens."""
    return say(
        "history-longer-on-the-coolest-place-or",
        hold=quantity.span(hold_s),
        warm_place=quantity.temp(warm_place_c(pull_c)),
    )


def raised(step: Step) -> Step:
    """The same step farther from the fire: less radiant heat from below."""
    below = step.surroundings.bottom
    fire = replace(below, view_factor=below.view_factor * RAISED.value)
    metal = step.metal
    if metal is not None:
        cool = ROD_COOLS_TO.value
        cooler = cool + RAISED.value**0.5 * (metal.around_c - cool)
        metal = replace(metal, around_c=cooler)
    return replace(step, surroundings=replace(step.surroundings, bottom=fire), metal=metal)


def lid_open(around: Surroundings, air_c: float) -> Surroundings:
    """The same place with the lid open: the air above falls towards the yard's, the coals below stay."""

    def cooled(side: Side) -> Side:
        return replace(side, air_c=air_c + LID_OPEN_SHARE.value * (side.air_c - air_c))

    sky = replace(cooled(around.top), radiant_c=air_c)
    return Surroundings(cooled(around.bottom), sky, cooled(around.edge))


def _one_metal(steps: list[Step]) -> Programme:
    """Only the first step on a metal says how hot it is; later ones go on from there."""
    found: list[Step] = []
    for n, step in enumerate(steps):
        before = steps[n - 1].metal if n else None
        again = step.metal is not None and before is not None
        found.append(replace(step, metal=replace(step.metal, start_c=None)) if again and step.metal else step)
    return tuple(found)
