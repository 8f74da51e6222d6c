"""Several pieces for one table: one pair of hands, and one fire for all that share it."""

from __future__ import annotations

from collections.abc import Callable, Collection, Hashable, Sequence
from contextlib import nullcontext
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Literal, Protocol, TypeVar

from brasko.core.errors import inside
from brasko.core.planner.plan import PiecePlan, held_longer, planned
from brasko.core.planner.schedule.reasons import fuel_for_step
from brasko.core.planner.schedule.tasks import HANDLING_S, Busy, Task, busy_hands, clash, with_free_hands, with_slack
from brasko.core.planner.schedule.timeline import lead_s
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import Caution
from brasko.core.words import quantity, say

STEP_S = 5.0
LONGEST_HOLD_S = 90 * 60.0
SAME_HEAT_K = 8.0
"""Gentle heats nearer than this are one (assumed)."""
NOTEWORTHY_S = 120.0
CROWDED_SHARE = 0.66
"""A grate covered by more than two thirds has no place left to move to (common practice, no source)."""
TYPICAL_GRATE_M2 = 0.25
"""A grate of 57 cm (assumed, where a fire has no set-up of its own)."""
AT_THE_FIRE = (
    "light",
    "bank",
    "fuse",
    "preheat",
    "oil",
    "heat_oven",
    "heat_pan",
    "convert",
    "sear_light",
    "sear_preheat",
    "sear_oil",
    "sear_bank",
)
"""Tasks that are done once for a fire, however many pieces go on it."""
_FOR_ALL = (*AT_THE_FIRE, "shop")
"""And what is bought once for all."""


Anchor = Literal["eat", "light", "on"]
"""Which moment is held fixed: of eating, of lighting the fire, of the first piece going on."""
Item = TypeVar("Item")
Found = TypeVar("Found")


@dataclass(frozen=True)
class Meal:
    """Plans that fit together. tasks are all of them in order, each knowing its piece; notes say what was moved and
    why.

    cautions of all pieces, each once, beside the task it is for or "finish".
    """

    plans: tuple[PiecePlan, ...]
    tasks: tuple[Task, ...]
    notes: tuple[str, ...]
    cautions: tuple[Caution, ...]

    @property
    def lead_s(self) -> float:
        """From the first task to the table [s], shopping apart."""
        return lead_s(self.tasks)

    def eat_at(self, what: Anchor, at: datetime) -> datetime:
        """The hour of eating that follows from one moment that is held fixed."""
        if what == "eat":
            return at
        on_s = min(plan.on_s for plan in self.plans)
        begins = min((t.start_s for t in self.tasks if t.lane == "fire"), default=on_s) if what == "light" else on_s
        return at - timedelta(seconds=begins)


class PlanOne(Protocol):
    """Plans one piece, as plan.planned does, or from what is at hand already."""

    def __call__(self, spec: PieceSpec, *, with_ranges: bool, quick: bool) -> PiecePlan: ...


def each_piece(pieces: Sequence[Item], work: Callable[[int, Item], Found]) -> list[Found]:
    """Do something with every piece; where there are several, an error's field says which one it is of."""
    done = []
    for i, piece in enumerate(pieces):
        with inside(f"pieces.{i}") if len(pieces) > 1 else nullcontext():
            done.append(work(i, piece))
    return done


def plan_meal(
    specs: Sequence[PieceSpec], *, ranged: Collection[int] = (), quick: bool = False, plan: PlanOne = planned
) -> Meal:
    """A whole meal: every piece planned, those named with ranges, and fitted to one table. Raises InvalidInput,
    Infeasible."""
    plans = each_piece(specs, lambda i, spec: plan(spec, with_ranges=i in ranged, quick=quick))
    return meal(plans, quick=quick)


def meal(plans: Sequence[PiecePlan], *, quick: bool = False) -> Meal:
    """Fit plans for one hour together.

    Pieces that share a fire leave its gentle side before it is opened up, once, for all of them; what needs it hot
    waits for that. Nothing needs hands while something else does: thick pieces, which hold their heat, go earlier and
    rest longer. Each that is moved is run anew.
    """
    holds = _one_conversion(plans)
    order = sorted(range(len(plans)), key=lambda i: plans[i].spec.thickness_m)
    busy: list[Busy] = []
    for i in order:
        fixed = _fixed(plans[i])
        while holds[i] < LONGEST_HOLD_S and clash(_earlier(fixed, holds[i]), busy):
            holds[i] += STEP_S
        busy = sorted([*busy, *_earlier(fixed, holds[i])])
    held = [held_longer(plan, holds[i], quick=quick) for i, plan in enumerate(plans)]
    kept = _opened(_with_one_fire(held))
    notes = [*_moved_notes(plans, holds), *_sharing_notes(plans), *_crowding_notes(plans)]
    return _together(kept, notes)


def _fixed(plan: PiecePlan) -> list[Busy]:
    """When a piece needs hands whatever else there is."""
    fixed = (t for t in plan.tasks if not t.movable and t.key not in ("serve", "convert"))
    return busy_hands(fixed, plan.flips_s)


def _earlier(busy: list[Busy], by_s: float) -> list[Busy]:
    return [(start - by_s, end - by_s) for start, end in busy]


def _converts(plan: PiecePlan) -> bool:
    return any(t.key == "convert" for t in plan.tasks)


def _one_conversion(plans: Sequence[PiecePlan]) -> list[float]:
    """How much earlier each piece must be so that each fire is opened up once, when nothing gentle needs it any
    more."""
    holds = [0.0] * len(plans)
    for mine in _by_fire(plans):
        converting = [i for i in mine if _converts(plans[i])]
        if not converting or len(mine) < 2:
            continue
        opening = min(_start(plans[i], "wait") for i in converting)
        for i in mine:
            if plans[i].spec.how.phases[0] == "sear":
                opening = min(opening, plans[i].on_s - plans[converting[0]].spec.wait_s)
        for i in mine:
            if i in converting:
                holds[i] = max(_start(plans[i], "wait") - opening, 0.0)
            elif plans[i].spec.how.phases == ("gentle",):
                holds[i] = max(_start(plans[i], "rest") - opening, 0.0)
    return holds


def _start(plan: PiecePlan, key: str) -> float:
    return next(t.start_s for t in plan.tasks if t.key == key)


def _with_one_fire(plans: list[PiecePlan]) -> list[PiecePlan]:
    """The plans with what is done to a fire left only with the piece that needs it first."""
    first: dict[tuple[Hashable, str], int] = {}
    for i, plan in enumerate(plans):
        for t in plan.tasks:
            if t.key in AT_THE_FIRE:
                place = _fire_of(plan, t.key), t.key
                if place not in first or t.start_s < _start(plans[first[place]], t.key):
                    first[place] = i
    fed = [
        replace(p, tasks=tuple(t for t in p.tasks if t.key not in AT_THE_FIRE or first[_fire_of(p, t.key), t.key] == i))
        for i, p in enumerate(plans)
    ]
    for mine in _by_fire(plans):
        longest = max(mine, key=lambda i: plans[i].solution.result.steps[-1].start_s)
        for i in mine:
            if i != longest:
                fed[i] = _without_fuel(fed[i])
    return fed


def _without_fuel(plan: PiecePlan) -> PiecePlan:
    """The plan of a piece beside another that is on the fire for longer: the fire is fed, and fuel bought, for that."""
    fuel = fuel_for_step(plan.spec, plan.solution)

    def bought(task: Task) -> Task:
        buys = tuple(part for part in task.buys if part != fuel)
        return task if buys == task.buys else replace(task, buys=buys, why=" ".join(buys))

    return replace(plan, tasks=tuple(bought(t) for t in plan.tasks if not _feeds(t)))


def _feeds(task: Task) -> bool:
    """Whether a task adds fuel to a fire, which is for all that lies on it."""
    return task.key.startswith("feed_")


def _fire_of(plan: PiecePlan, task: str = "") -> Hashable:
    """Which fire a task is done to: that of the gentle part, or that of the sear where it is another. Two fires of the
    cook's own are the same only where they are alike in everything."""
    spec = plan.spec
    if spec.sears_elsewhere and (task.startswith("sear_") or task == "heat_pan"):
        return spec.searing_fire.key
    return spec.fire_key if spec.own_fire is None else (spec.own_fire.name, spec.own_fire.setup)


def _by_fire(plans: Sequence[PiecePlan]) -> list[list[int]]:
    """Indices of the pieces that share a fire, fire by fire."""
    found: dict[Hashable, list[int]] = {}
    for i, plan in enumerate(plans):
        found.setdefault(_fire_of(plan), []).append(i)
    return list(found.values())


def _opened(plans: list[PiecePlan]) -> list[PiecePlan]:
    """The plans with each fire opened up when the last piece has left its gentle side and hands are free for it."""
    kept = list(plans)
    busy = sorted(b for plan in plans for b in _fixed(plan))
    for i, plan in enumerate(plans):
        convert = next((t for t in plan.tasks if t.key == "convert"), None)
        if convert is None:
            continue
        sharing = [p for p in plans if _fire_of(p) == _fire_of(plan) and any(t.key == "wait" for t in p.tasks)]
        start = max(_start(p, "wait") for p in sharing) + HANDLING_S
        end = max(min(_start(p, "sear") for p in sharing), start + 1.0)
        while start < end and clash([(start, min(start + convert.hands_s, end))], busy):
            start += 1.0
        moved = replace(
            convert, start_s=start, end_s=max(end, start + 1.0), hands_s=max(min(convert.hands_s, end - start), 0.0)
        )
        busy = sorted([*busy, *busy_hands([moved])])
        kept[i] = replace(plan, tasks=tuple(moved if t.key == "convert" else t for t in plan.tasks))
    return kept


def _together(plans: list[PiecePlan], notes: list[str]) -> Meal:
    """All tasks in one list with free hands for each, and the plans with their tasks where they ended up."""
    named: list[Task] = []
    for i, plan in enumerate(plans):
        mine = {t.key for t in plan.tasks}
        for t in plan.tasks:
            waits = f"{i}:{t.before}" if t.before in mine else ""
            alone = 0.0 if t.key == "serve" and i > 0 else t.hands_s
            named.append(
                replace(
                    t,
                    key=f"{i}:{t.key}",
                    before=waits,
                    hands_s=alone,
                    piece=None if t.key in _FOR_ALL or _feeds(t) else i,
                )
            )
    flips = [flip for p in plans for flip in p.flips_s]
    tasks = with_slack(with_free_hands(_one_errand(named), busy_hands((), flips)))
    fitted = tuple(
        replace(plan, tasks=tuple(_own(t) for t in tasks if t.key.startswith(f"{i}:"))) for i, plan in enumerate(plans)
    )
    return Meal(fitted, tasks, tuple(notes), _cautions(plans, tasks))


def _one_errand(tasks: list[Task]) -> list[Task]:
    """The tasks with one errand for all that is bought, at the first of its times."""
    errands = sorted((t for t in tasks if t.key.endswith(":shop")), key=lambda t: t.start_s)
    if len(errands) < 2:
        return tasks
    buys = tuple(dict.fromkeys(part for t in errands for part in t.buys))
    one = replace(errands[0], why=" ".join(buys), buys=buys)
    return [one, *(t for t in tasks if t not in errands)]


def _cautions(plans: Sequence[PiecePlan], tasks: Sequence[Task]) -> tuple[Caution, ...]:
    places = [t.key for t in tasks]
    found: dict[tuple[str, str], Caution] = {}
    for i, plan in enumerate(plans):
        for caution in plan.cautions:
            anywhere = next((k for k in places if k.split(":", 1)[1] == caution.place), "finish")
            place = f"{i}:{caution.place}" if f"{i}:{caution.place}" in places else anywhere
            found.setdefault((caution.key, caution.text), replace(caution, place=place))
    return tuple(found.values())


def _own(task: Task) -> Task:
    return replace(task, key=task.key.split(":", 1)[1], before=task.before.split(":", 1)[-1], piece=None)


def _moved_notes(plans: Sequence[PiecePlan], holds: list[float]) -> list[str]:
    moved = [(plan, hold) for plan, hold in zip(plans, holds, strict=True) if hold >= NOTEWORTHY_S]
    if not moved:
        return []
    names = ", ".join(say("meal", name=plan.spec.the_cut.name, hold=quantity.span(hold)) for plan, hold in moved)
    wraps = sorted({plan.spec.rest for plan, _ in moved})
    return [say("meal-off-earlier-than-alone-and-held", wraps=" or ".join(wraps), names=names)]


def _sharing_notes(plans: Sequence[PiecePlan]) -> list[str]:
    notes = []
    for together in _by_fire(plans):
        mine = [plans[i] for i in together]
        heats = [
            p.spec.gentle_zone.air_c for p in mine if p.spec.gentle_zone is not None and not p.spec.gentle_zone.in_fat
        ]
        name = mine[0].spec.the_fire.name
        if heats and max(heats) - min(heats) > SAME_HEAT_K:
            notes.append(
                say(
                    "meal-one-gentle-side-cannot-be-at",
                    name=name,
                    heats=quantity.temp(min(heats)),
                    heats2=quantity.temp(max(heats)),
                )
            )
        late = [p for p in mine if p.spec.how.phases == ("sear", "gentle")]
        if late and any(_converts(p) for p in mine):
            notes.append(say("meal-needs-the-cool-side-while-the", name=name, name2=late[0].spec.the_cut.name))
    return notes


def _crowding_notes(plans: Sequence[PiecePlan]) -> list[str]:
    notes = []
    for together in _by_fire(plans):
        mine = [plans[i] for i in together]
        area = sum(p.spec.geometry.face_m2 * p.spec.count for p in mine)
        half = 0.5 * _grate_m2(mine[0])
        share = area / max(half, 1e-6)
        if share > CROWDED_SHARE:
            notes.append(
                say(
                    "meal-the-food-covers-of-one-side",
                    name=mine[0].spec.the_fire.name,
                    share=quantity.number(min(share, 9.99) * 100),
                )
            )
    return notes


def _grate_m2(plan: PiecePlan) -> float:
    spec = plan.spec
    if spec.own_fire is None and spec.shipped_own is None:
        return TYPICAL_GRATE_M2
    grate = spec.own_as_set.setup.grill.grate(None)
    return grate.width_m * grate.depth_m
