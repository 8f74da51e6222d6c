"""What mattered in a practice: each moment beside what would have come of it otherwise."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from brasko.core.forecast.history import Aside, Began, FireChange, cook_history
from brasko.core.heat.simulation import Result, simulate
from brasko.core.planner.plan import planned
from brasko.core.planner.solve.programme import phase_of, programme_of
from brasko.core.planner.spec.options import crust_dose_s
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.practice.truth import Truth, true_food, true_run, truly
from brasko.core.programme.steps import Programme, Step
from brasko.core.words import quantity, say

NEAR_S = 25.0
"""What was done within so long of the plan was as planned (assumed)."""
LITTLE_K = 0.4
"""What changes the middle by less did not matter (assumed)."""
CORRECTED = 4
"""So often hands that know the kitchen think again where to pull."""
MAX = 5
"""So many moments are told, the weightiest."""


@dataclass(frozen=True)
class Went:
    """A practice of one piece as it went, in seconds since putting it on: its steps, what was aside, what was done to
    the fire and what happened to it, and when it was over."""

    began: tuple[Began, ...]
    asides: tuple[Aside, ...]
    done: tuple[FireChange, ...]
    happened: tuple[FireChange, ...]
    pull_c: float
    sear: tuple[float, float]
    over_s: float

    @property
    def changes(self) -> tuple[FireChange, ...]:
        """All that changed the fire, in order."""
        return tuple(sorted((*self.done, *self.happened), key=lambda c: c.at_s))


@dataclass(frozen=True)
class Moment:
    """A moment that mattered: what was done, what the probe showed then, what it cost, and what to try.

    cost_k      what the middle ended higher by for it, below 0 lower
    cost_s      what it made later, below 0 sooner
    """

    key: str
    at_s: float
    words: str
    probe_c: float
    cost_k: float
    cost_s: float
    instead: str


@dataclass(frozen=True)
class Hands:
    """How other hands would have done in the same kitchen."""

    key: str
    name: str
    peak_c: float
    rim_share: float
    crust_share: float


def as_it_went(spec: PieceSpec, truth: Truth, went: Went) -> Result:
    """The piece as it truly came out."""
    history = cook_history(spec, went.pull_c, went.sear, went.began, went.asides, went.changes)
    return true_run(spec, truth, history, went.over_s)[1]


def crust_of(spec: PieceSpec, result: Result) -> float:
    """Crust of the face that has less, as a share of the one that was wished."""
    dose = crust_dose_s(spec.crust) if spec.crust_s > 0.0 else crust_dose_s("good")
    return float(min(result.end.browning_s)) / max(dose, 1.0)


def moments(spec: PieceSpec, truth: Truth, went: Went, steps: Sequence[tuple[str, float, float]]) -> tuple[Moment, ...]:
    """What mattered, the weightiest first. steps: as they were planned, (name, begin, end) since going on.

    Checked: tests/core/test_practice.py::test_what_was_done_wrong_is_the_moment_that_is_told.
    """
    real = as_it_went(spec, truth, went)
    probe = _reader(real)
    found: list[Moment] = []
    lengths = {name: end - begin for name, begin, end in steps}
    for n, here in enumerate(went.began):
        ends_s = went.began[n + 1].at_s if n + 1 < len(went.began) else went.over_s
        phase = phase_of(here.step)
        if phase not in ("gentle", "sear", "wait") or here.step not in lengths:
            continue
        slow = phase == spec.how.slow
        pulled = _when_probe_reaches(real, went.pull_c, here.at_s, ends_s) if slow else None
        wanted_s = lengths[here.step] if not slow else (ends_s - here.at_s if pulled is None else pulled - here.at_s)
        longer = (ends_s - here.at_s) - wanted_s
        if slow and pulled is None and probe(ends_s) < went.pull_c - 1.0:
            found.append(_too_soon(spec, truth, went, real, n, ends_s, probe))
        elif abs(longer) > NEAR_S:
            found.append(_too_long(spec, truth, went, real, n, ends_s, longer, phase, probe))
    for aside in went.asides:
        found.append(_away(spec, truth, went, real, aside, probe))
    for change in went.done:
        found.append(_vent(spec, truth, went, real, change, probe))
    weighty = [each for each in found if abs(each.cost_k) >= LITTLE_K or abs(each.cost_s) >= 120.0]
    return tuple(sorted(weighty, key=lambda m: -(abs(m.cost_k) + abs(m.cost_s) / 300.0))[:MAX])


def _reader(result: Result) -> Callable[[float], float]:
    import numpy as np

    return lambda at_s: float(np.interp(at_s, result.time_s, result.probe_c))


def _when_probe_reaches(result: Result, temp_c: float, from_s: float, to_s: float) -> float | None:
    for at, c in zip(result.time_s, result.probe_c, strict=True):
        if from_s <= at <= to_s and c >= temp_c:
            return float(at)
    return None


def _moved(went: Went, n: int, by_s: float) -> Went:
    """The same with everything after a step so much later."""
    began = tuple(replace(b, at_s=b.at_s + by_s) if i > n else b for i, b in enumerate(went.began))
    return replace(went, began=began, over_s=went.over_s + by_s)


def _too_long(
    spec: PieceSpec,
    truth: Truth,
    went: Went,
    real: Result,
    n: int,
    ends_s: float,
    longer_s: float,
    phase: str,
    probe: Callable[[float], float],
) -> Moment:
    other = as_it_went(spec, truth, _moved(went, n, -longer_s))
    by = quantity.span(abs(longer_s))
    if phase == spec.how.slow:
        words = say("debrief-pulled-late", by=by) if longer_s > 0.0 else say("debrief-pulled-early", by=by)
        instead = say("debrief-pull-at", pull=quantity.temp(went.pull_c))
    elif phase == "sear":
        words = say("debrief-seared-longer", by=by) if longer_s > 0.0 else say("debrief-seared-shorter", by=by)
        instead = say("debrief-sear-as-planned")
    else:
        words = say("debrief-waited-longer", by=by) if longer_s > 0.0 else say("debrief-waited-shorter", by=by)
        instead = say("debrief-wait-as-planned")
    return Moment(phase, ends_s, words, probe(ends_s), real.peak_core_c - other.peak_core_c, longer_s, instead)


def _too_soon(
    spec: PieceSpec,
    truth: Truth,
    went: Went,
    real: Result,
    n: int,
    ends_s: float,
    probe: Callable[[float], float],
) -> Moment:
    """It came off before the probe was at the pull: how long it would have had to stay is worked out."""
    stays = replace(went, began=went.began[: n + 1], over_s=ends_s + 3600.0)
    longer = as_it_went(spec, truth, stays)
    reached = _when_probe_reaches(longer, went.pull_c, ends_s, ends_s + 3600.0)
    short_s = 3600.0 if reached is None else reached - ends_s
    other = as_it_went(spec, truth, _moved(went, n, short_s))
    missing = quantity.rise(went.pull_c - probe(ends_s))
    return Moment(
        "gentle",
        ends_s,
        say("debrief-pulled-too-cool", missing=missing),
        probe(ends_s),
        real.peak_core_c - other.peak_core_c,
        -short_s,
        say("debrief-pull-at", pull=quantity.temp(went.pull_c)),
    )


_AWAY = {
    "lid": say("debrief-lid-open"),
    "hot": say("debrief-over-the-fire"),
    "cool": say("debrief-on-the-cool-side"),
    "high": say("debrief-raised"),
    "off": say("debrief-off-the-grate"),
}


def _away(
    spec: PieceSpec, truth: Truth, went: Went, real: Result, aside: Aside, probe: Callable[[float], float]
) -> Moment:
    other = as_it_went(spec, truth, replace(went, asides=tuple(a for a in went.asides if a is not aside)))
    lasted = (went.over_s if aside.end_s is None else aside.end_s) - aside.start_s
    words = say("debrief-away", where=_AWAY[aside.kind], lasted=quantity.span(lasted))
    cost = real.peak_core_c - other.peak_core_c
    return Moment(aside.kind, aside.start_s, words, probe(aside.start_s), cost, 0.0, say("debrief-without-it"))


def _vent(
    spec: PieceSpec, truth: Truth, went: Went, real: Result, change: FireChange, probe: Callable[[float], float]
) -> Moment:
    other = as_it_went(spec, truth, replace(went, done=tuple(c for c in went.done if c is not change)))
    by = quantity.rise(abs(change.delta_k))
    words = say("debrief-fire-up", by=by) if change.delta_k > 0.0 else say("debrief-fire-down", by=by)
    cost = real.peak_core_c - other.peak_core_c
    return Moment("vent", change.at_s, words, probe(change.at_s), cost, 0.0, say("debrief-leave-the-fire"))


def other_hands(spec: PieceSpec, truth: Truth, happened: Sequence[FireChange]) -> tuple[Hands, ...]:
    """How the plan, followed to the letter, and pulled where one who knew the kitchen would, had come out there."""
    plan = planned(spec, quick=True)
    pull_c, sear = plan.solution.pull_c, plan.solution.sear

    def pulled_at(temp_c: float) -> Result:
        return _carried_out(spec, truth, programme_of(spec, temp_c, sear), happened)

    letter = best = pulled_at(pull_c)
    for _ in range(CORRECTED):
        missed = plan.solution.result.peak_core_c - best.peak_core_c
        if abs(missed) < LITTLE_K:
            break
        pull_c = max(pull_c + missed, spec.start_c + 5.0)
        best = pulled_at(pull_c)
    return (
        _hands("plan", say("debrief-hands-plan"), spec, letter),
        _hands("knew", say("debrief-hands-knew"), spec, best),
    )


def _hands(key: str, name: str, spec: PieceSpec, result: Result) -> Hands:
    return Hands(key, name, result.peak_core_c, result.grey_rim_share, crust_of(spec, result))


def _carried_out(spec: PieceSpec, truth: Truth, steps: Programme, happened: Sequence[FireChange]) -> Result:
    """Steps ended by the probe as they are planned to, over the fire as it really was."""
    told: list[Step] = []
    for step in steps:
        until = step.until
        by_probe = replace(until, core_c=None, probe_c=until.probe_c if until.core_c is None else until.core_c)
        step = replace(step, until=by_probe)
        if phase_of(step.name) == spec.how.slow and happened:
            told += _through(step, happened)
        else:
            told.append(step)
    return simulate(true_food(spec, truth), truly(tuple(told), truth), every_s=10.0, refine=0.5)


def _through(step: Step, happened: Sequence[FireChange]) -> list[Step]:
    """A step over a fire that changes: cut where it does, each part ending sooner where the step does."""
    parts: list[Step] = []
    at = by = 0.0
    for change in sorted(happened, key=lambda c: c.at_s):
        lasts = max(change.at_s - at, 1.0)
        parts.append(_part(step, lasts, by, bool(parts)))
        at, by = change.at_s, by + change.delta_k
    parts.append(_part(step, max(step.until.max_s - at, 1.0), by, bool(parts)))
    return parts


def _part(step: Step, lasts_s: float, by_k: float, goes_on: bool) -> Step:
    metal = step.metal if step.metal is None or not goes_on else replace(step.metal, start_c=None)
    return replace(
        step,
        surroundings=step.surroundings.shifted(by_k, 1.0),
        until=replace(step.until, max_s=lasts_s),
        metal=metal,
        flip_first=step.flip_first and not goes_on,
    )
