"""The order of work of a table: every call on hands with its person, place and time, fires and preparation included.

What is fixed to the food is as the schedule has it; what may be done sooner goes to whoever is free, as late as it can.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from brasko.core.planner.schedule.fire_work import FEEDING_S
from brasko.core.table.places import OPENED
from brasko.core.table.problem import Deed, Laid, Problem, Schedule
from brasko.core.words import quantity, say

FED_EARLIER_S = 600.0
"""A fire may be fed so much sooner than it has to be (assumed)."""
CHANGE_HANDS_S = 30.0
"""To turn knobs, or take off a lid and open vents (assumed)."""


@dataclass(frozen=True)
class Work:
    """One call on somebody's hands, from the hour of eating [s].

    of is the key of a dish or of a fire; place where it is done, or "" in the kitchen; least_c what a reading must
    show.
    """

    key: str
    of: str
    person: str
    place: str
    name: str
    why: str
    start_s: float
    lasts_s: float
    least_c: float | None = None


def orders(problem: Problem, schedule: Schedule) -> tuple[Work, ...]:
    """Everybody's work in the order it begins. Nobody does two things at once. Checked:
    tests/core/test_whole_table.py."""
    fixed = [_fixed(problem, each, deed) for each in schedule.laid for deed in each.variant.deeds]
    movable: list[tuple[Deed, str, str, float]] = []
    for fire in problem.fires:
        first = _first_on(problem, schedule.laid, fire.key)
        if first is None:
            continue
        movable += [(deed, fire.key, fire.key, first) for deed in fire.getting_ready]
        movable += _changes(problem, schedule.laid, fire.key)
        movable += _fed(problem, schedule.laid, fire.key)
    for each in schedule.laid:
        key = problem.dishes[each.dish].key
        movable += [(deed, key, "", each.serve_s - each.wait_s) for deed in each.variant.before]
    busy: dict[str, list[tuple[float, float]]] = {p.key: [] for p in problem.people}
    for work in fixed:
        busy[work.person].append((work.start_s, work.start_s + work.lasts_s))
    done = list(fixed)
    for deed, of, place, zero in sorted(movable, key=lambda m: -(m[3] + m[0].start_s)):
        person, start = _free(problem, deed, zero + deed.start_s, busy)
        busy[person].append((start, start + deed.lasts_s))
        done.append(Work(deed.key, of, person, place, deed.name, deed.why, start, deed.lasts_s))
    return tuple(sorted(done, key=lambda w: (w.start_s, w.of, w.key)))


def _fixed(problem: Problem, each: Laid, deed: Deed) -> Work:
    start = each.at(deed.start_s)
    place = next((s.place for s in reversed(each.variant.stays) if s.start_s <= deed.start_s + deed.lasts_s), "")
    return Work(
        deed.key,
        problem.dishes[each.dish].key,
        problem.people[each.person].key,
        "" if deed.skill == "kitchen" else place,
        deed.name,
        deed.why,
        start,
        deed.lasts_s,
        deed.least_c,
    )


def _stays(problem: Problem, laid: Iterable[Laid], fire: str) -> list[tuple[float, float, str]]:
    return sorted(
        (each.at(s.start_s), each.at(s.end_s), s.state)
        for each in laid
        for s in each.variant.stays
        if problem.places[s.place].fire == fire
    )


def _first_on(problem: Problem, laid: Sequence[Laid], fire: str) -> float | None:
    there = _stays(problem, laid, fire)
    return there[0][0] if there else None


def _changes(problem: Problem, laid: Sequence[Laid], fire: str) -> list[tuple[Deed, str, str, float]]:
    """The changes of a fire: each begun when the last food of the state before is off, so that it is ready in time."""
    found: list[tuple[Deed, str, str, float]] = []
    there = _stays(problem, laid, fire)
    known = problem.fire(fire)
    state, free_from = (there[0][2], there[0][1]) if there else ("", 0.0)
    for start, end, wanted in there[1:]:
        if wanted != state:
            takes = known.changes.get((state, wanted), 0.0)
            name = known.change_words if wanted == OPENED else _set_words(wanted)
            # as late as it can be, but not sooner than the food before it is off
            begin = max(start - takes, free_from)
            why = say("orders-it-takes-about", takes=quantity.span(takes))
            found.append(
                (Deed("change", name, why, 0.0, CHANGE_HANDS_S, max(begin - free_from, 0.0)), fire, fire, begin)
            )
            state, free_from = wanted, end
        free_from = max(free_from, end)
    return found


def _fed(problem: Problem, laid: Sequence[Laid], fire: str) -> list[tuple[Deed, str, str, float]]:
    """Every time a fire is fed while food is on it."""
    feeding, there = problem.fire(fire).feeding, _stays(problem, laid, fire)
    if feeding is None or not there:
        return []
    first, last = there[0][0], max(end for _, end, _ in there)
    deed = Deed("feed", feeding.name, feeding.how, 0.0, FEEDING_S, FED_EARLIER_S)
    return [(deed, fire, fire, first + at) for at in feeding.moments(last - first)]


def _set_words(state: str) -> str:
    heat = state.partition(":")[2]
    return say("orders-set-it-for", heat=quantity.temp(float(heat))) if heat else say("orders-back-to-its-gentle-heat")


def _free(problem: Problem, deed: Deed, at_s: float, busy: dict[str, list[tuple[float, float]]]) -> tuple[str, float]:
    """Who is free soonest before a moment, and when: as late as can be, preferring whoever has least to do."""
    able = [p.key for p in problem.people if deed.skill in p.may] or [problem.people[0].key]
    best: tuple[float, float, str] | None = None
    for person in able:
        start = at_s
        for _ in range(len(busy[person]) + 1):
            blocking = [b for b in busy[person] if start < b[1] - 1e-6 and b[0] < start + deed.lasts_s - 1e-6]
            if not blocking:
                break
            start = min(b[0] for b in blocking) - deed.lasts_s
        load = sum(end - begin for begin, end in busy[person])
        better = (-start, load, person)
        best = better if best is None or better < best else best
    assert best is not None
    return best[2], -best[0]
