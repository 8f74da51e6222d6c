"""What could be changed now, each with its computed effect: simulated on from the kitchen the readings point to."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from brasko.core.fire.rests import RESTS
from brasko.core.forecast.ensemble import varied_food, varied_steps
from brasko.core.forecast.history import CookHistory, elsewhere, held, hold_words, longest_hold_s, raised
from brasko.core.heat.simulation import Food, Result, State, simulate
from brasko.core.planner.solve.programme import SEARCH_REFINE, phase_of
from brasko.core.planner.solve.search import tempered_start
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Programme, Step, Until
from brasko.core.words import quantity, say

Floats = NDArray[np.float64]

HOTTER_K = (14.0, 28.0)
COOLER_K = 14.0
"""Steps of 25 °F at the vents or knobs (common practice, no source)."""
EARLY_PULLS_K = (4.0, 8.0)
LONGER_SEARS = (1.25, 1.6, 2.0)
READ_NEARLY_K = 0.3
"""A thermometer does not tell less apart (assumed)."""
WORTH_S = 60.0
FAR_OFF_K = 1.2
"""Less time to spare, or a finish nearer than this, is not worth a word (assumed)."""


@dataclass(frozen=True)
class Correction:
    """One thing that could be done now, and what comes of it.

    done_s      when it has rested [s since putting it on];  sooner_s  how much sooner than going on as it is
    event       what to record when it is chosen: a kind of event and its payload
    """

    key: str
    name: str
    how: str
    done_s: float
    sooner_s: float
    peak_c: float
    grey_rim_share: float
    crust_share: float
    words: str
    event: dict[str, object]


@dataclass(frozen=True)
class Twin:
    """The cook as it is now in the likeliest kitchen, ready to go on from."""

    spec: PieceSpec
    so_far: CookHistory
    z: Floats
    food: Food
    state: State
    now_s: float
    refine: float

    def on(self, steps: Programme) -> Result:
        """Go on through these steps."""
        return simulate(self.food, varied_steps(steps, self.z), every_s=15.0, refine=self.refine, start=self.state)

    def more(self, seconds: float) -> Programme:
        """So much more of the step that is on, flipped when it would have been."""
        current, every_s = self.current, self.so_far.current.flip_every_s
        to_flip = math.inf if every_s is None else every_s - (self.now_s - self.so_far.since_s) % every_s
        if seconds <= 0.0:
            return ()
        if seconds <= to_flip:
            return (replace(current, flip_every_s=None, until=Until(seconds)),)
        still = replace(current, flip_every_s=None, until=Until(to_flip))
        return (still, replace(current, flip_first=True, until=Until(seconds - to_flip)))

    @property
    def current(self) -> Step:
        """The step that is on, with what is left of it."""
        step = self.so_far.current
        gone = self.now_s - self.so_far.since_s
        left = max(step.until.max_s - gone, 1.0)
        metal = None if step.metal is None else replace(step.metal, start_c=None)
        baste = None if step.baste is None else step.baste.after(gone)
        return replace(step, until=replace(step.until, max_s=left), flip_first=False, metal=metal, baste=baste)


def twin(spec: PieceSpec, so_far: CookHistory, z: Floats, now_s: float) -> Twin:
    """The cook as it is now in the kitchen z. One that is all sear needs the usual grid: the coarse one is a kelvin
    off."""
    food = varied_food(spec, z)
    refine = 1.0 if spec.how.slow == "sear" else SEARCH_REFINE
    start = tempered_start(replace(spec, start_c=food.start_c), food, refine)
    gone = max(now_s - so_far.since_s, 1.0)
    steps = (*so_far.past, replace(so_far.current, until=Until(gone)))
    state = simulate(food, varied_steps(steps, z), every_s=30.0, refine=refine, start=start).end
    return Twin(spec, so_far, z, food, state, now_s, refine)


def heat_end_of(here: Twin, result: Result) -> float:
    """The core as the last heat ends when it goes on so [°C]; as it is now where no heat is to come."""
    heated = [s.core_c for s in result.steps if phase_of(s.name) not in ("rest", "hold")]
    return heated[-1] if heated else float(here.state.peak_c.min())


def ends_too_low(here: Twin, result: Result) -> bool:
    """Whether going on so takes it off the heat below the reading that has to end it."""
    reading = here.spec.reading_c
    return reading is not None and here.so_far.phase != "rest" and heat_end_of(here, result) < reading - READ_NEARLY_K


def corrections(here: Twin, eat_s: float | None = None) -> tuple[Correction, ...]:
    """What can be done now, going on as it is first. eat_s is when it should be on the table [s since putting it
    on]."""
    current, rest = here.current, here.so_far.rest
    found: list[tuple[str, str, str, Programme, dict[str, object]]] = [
        ("as_is", say("corrections-go-on-as-it-is"), say("corrections-change-nothing"), (current, *rest), {})
    ]
    if here.so_far.phase == "gentle":
        found += _gentle(here, current, rest, eat_s)
    elif here.so_far.phase == "wait":
        found += _late_table(here, current, rest, eat_s)
    elif here.so_far.phase == "sear":
        found += _over_fire(here, current, rest)
    elif here.so_far.phase == "rest":
        found += _resting(here, current, eat_s)
    return _judged(here, found)


def _gentle(
    here: Twin, current: Step, rest: Programme, eat_s: float | None
) -> list[tuple[str, str, str, Programme, dict[str, object]]]:
    air = current.surroundings.top.air_c
    found: list[tuple[str, str, str, Programme, dict[str, object]]] = []
    for delta in (*HOTTER_K, -COOLER_K):
        word = say("corrections-open-up") if delta > 0.0 else say("corrections-close-down")
        changed = replace(current, surroundings=current.surroundings.shifted(delta, 1.0))
        where = (
            say("corrections-the-vents-or-turn-the-knob")
            if delta > 0.0
            else say("corrections-the-vents-a-little-or-turn")
        )
        found.append(
            (
                f"fire_{delta:+.0f}",
                say("corrections-on-the-cool-side", word=word, air=quantity.temp(air + delta)),
                say("corrections-give-it-some-minutes", word=word, where=where),
                (changed, *rest),
                {"kind": "vent", "delta_k": delta},
            )
        )
    if here.spec.sear_zone is not None and here.spec.sear_zone.pan is None and not here.spec.sears_elsewhere:
        around, _ = elsewhere(here.spec, current.surroundings, "hot")
        over = replace(
            current, surroundings=around, metal=None, flip_every_s=45.0, until=replace(current.until, max_s=900.0)
        )
        found.append(
            (
                "hot",
                say("corrections-move-it-over-the-fire"),
                say("corrections-over-the-coals-turned-every-45"),
                (over, *rest),
                {"kind": "move", "place": "hot"},
            )
        )
    found += _earlier_pull(here, current, rest)
    return found + _late_table(here, current, rest, eat_s)


def _late_table(
    here: Twin, current: Step, rest: Programme, eat_s: float | None
) -> list[tuple[str, str, str, Programme, dict[str, object]]]:
    """Holding it, where it would be ready before the table is."""
    if eat_s is None:
        return []
    spare = eat_s - here.now_s - here.on((current, *rest)).duration_s
    return [_held(here, current, rest, spare)] if spare > WORTH_S else []


def _earlier_pull(
    here: Twin, current: Step, rest: Programme
) -> list[tuple[str, str, str, Programme, dict[str, object]]]:
    """Pull sooner and sear longer, so that the middle ends where it was to."""
    pull_c = current.until.core_c
    if pull_c is None or not any(phase_of(s.name) == "sear" for s in rest):
        return []
    best: tuple[float, float, float] | None = None
    for early in EARLY_PULLS_K:
        for longer in LONGER_SEARS:
            off = abs(here.on(_pulled(current, rest, early, longer)).peak_core_c - here.spec.aim_c)
            if best is None or off < best[0]:
                best = off, early, longer
    assert best is not None
    _, early, longer = best
    sear_s = sum(s.until.max_s for s in rest if phase_of(s.name) == "sear") * longer
    return [
        (
            "pull_early",
            say("corrections-pull-at-and-sear-longer", pull=quantity.temp(pull_c - early)),
            say("corrections-take-it-off-sooner-sear-in", early=quantity.rise(early), sear=quantity.span(sear_s)),
            _pulled(current, rest, early, longer),
            {"kind": "pull", "pull_c": pull_c - early, "sear_factor": longer},
        )
    ]


def _pulled(current: Step, rest: Programme, early_k: float, longer: float) -> Programme:
    core_c = (current.until.core_c or 0.0) - early_k
    sooner = replace(current, until=replace(current.until, core_c=core_c))
    later = tuple(
        replace(s, until=replace(s.until, max_s=s.until.max_s * longer)) if phase_of(s.name) == "sear" else s
        for s in rest
    )
    return (sooner, *later)


def _held(
    here: Twin, current: Step, rest: Programme, spare_s: float
) -> tuple[str, str, str, Programme, dict[str, object]]:
    """Wait so much longer, before the sear where there is one to come: from the pull on, or from now if it is off
    already."""
    pull_c = current.until.core_c if current.until.core_c is not None else here.spec.aim_c
    if current.name == "wait":
        pull_c = float(here.state.peak_c.min())
    waits = any(s.name == "wait" for s in (current, *rest))
    if waits:
        longer = [held(s, pull_c, spare_s) if s.name == "wait" else s for s in (current, *rest)]
    else:
        empty = Step("hold", current.surroundings, Until(0.0))
        longer = [current, held(empty, pull_c, spare_s), *rest]
    name = say("corrections-hold-it-before-the-sear") if waits else say("corrections-hold-it-before-the-rest")
    first = say("corrections-let-it-wait") if current.name == "wait" else say("corrections-pull-as-planned-then-let-it")
    most_s = longest_hold_s(here.spec)
    within = spare_s <= most_s
    clock = say("corrections-it-counts-as-out-of-the", most=quantity.span(most_s))
    if not within:
        clock = say("corrections-do-not-it-counts-as-out", most=quantity.span(most_s))
    how = f"{first} {hold_words(pull_c, spare_s)}. {clock}"
    return (
        "hold",
        name,
        how,
        tuple(longer),
        {"kind": "pull", "hold_more_s": spare_s} if waits and within else {"kind": "note"},
    )


def _over_fire(here: Twin, current: Step, rest: Programme) -> list[tuple[str, str, str, Programme, dict[str, object]]]:
    cooler = raised(current)
    found: list[tuple[str, str, str, Programme, dict[str, object]]] = []
    if current.metal is None or current.metal.share < 1.0:
        found.append(
            (
                "raise",
                say("corrections-raise-it-a-hands-breadth"),
                say("corrections-on-a-higher-grate-or-a"),
                (cooler, *rest),
                {"kind": "move", "place": "high"},
            )
        )
    # a piece that is done over the fire alone ends by its core, not after so long
    ends_by_time = here.spec.how.slow != "sear"
    for more in (30.0, 60.0):
        longer = replace(current, until=replace(current.until, max_s=current.until.max_s + more, crust_s=None))
        found.append(
            (
                f"sear+{more:.0f}",
                say("corrections-sear-longer", more=quantity.span(more)),
                say("corrections-for-more-crust-it-costs-the"),
                (longer, *rest),
                {"kind": "pull", "sear_more_s": more} if ends_by_time else {"kind": "note"},
            )
        )
    found.append(
        ("stop", say("corrections-take-it-off-now"), say("corrections-the-crust-is-what-it-is"), rest, {"kind": "done"})
    )
    return found


def _resting(
    here: Twin, current: Step, eat_s: float | None
) -> list[tuple[str, str, str, Programme, dict[str, object]]]:
    found: list[tuple[str, str, str, Programme, dict[str, object]]] = []
    spare = 0.0 if eat_s is None else eat_s - here.now_s - current.until.max_s
    if spare > WORTH_S:
        foil = Step("hold", RESTS["foil"][1], Until(spare))
        found.append(
            (
                "foil",
                say("corrections-keep-it-under-foil"),
                say("corrections-more-slice-only-when-they-sit", spare=quantity.span(spare)),
                (current, foil),
                {"kind": "note"},
            )
        )
    return found


def _judged(
    here: Twin, options: Sequence[tuple[str, str, str, Programme, dict[str, object]]]
) -> tuple[Correction, ...]:
    found: list[Correction] = []
    first_s, first_peak = 0.0, 0.0
    wanted = max(here.spec.crust_s, 1.0)
    for key, name, how, steps, event in options:
        if not steps:
            continue
        result = here.on(steps)
        too_low = ends_too_low(here, result)
        if too_low and found:
            continue
        done_s, peak = here.now_s + result.duration_s, max(result.peak_core_c, float(here.state.peak_c.min()))
        if not found:
            first_s, first_peak = done_s, peak
        crust = float(min(result.end.browning_s)) / wanted if here.spec.crust_s else 1.0
        said = _said(here.spec, peak, first_peak, result.grey_rim_share, key == "as_is")
        if too_low and here.spec.reading_c is not None:
            said += say("corrections-by-the-plan-it-comes-off", reading=quantity.least(here.spec.reading_c))
        found.append(
            Correction(key, name, how, done_s, first_s - done_s, peak, result.grey_rim_share, crust, said, dict(event))
        )
    return tuple(found)


def _said(spec: PieceSpec, peak_c: float, first_c: float, rim: float, as_is: bool) -> str:
    off = peak_c - spec.aim_c
    if abs(off) > FAR_OFF_K:
        said = say(
            "corrections-it-would-end-the-finish",
            off=quantity.rise(abs(off)),
            value=say("corrections-above") if off > 0.0 else say("corrections-below"),
        )
    else:
        said = say("corrections-it-ends-at-the-finish")
    said += say("corrections-with-grey-rim", rim=quantity.number(100.0 * rim))
    minimum = spec.minimum
    if minimum is not None and peak_c < minimum.core_c - 0.05 <= max(first_c, spec.finish_c):
        said += say("corrections-that-is-below-the-agency-figure", core=quantity.least(minimum.core_c))
    return said if as_is or abs(peak_c - first_c) > 0.05 else say("corrections-as-if-nothing-were-changed", said=said)
