"""What is wrong with a schedule, second by second: written apart from the rule and the solver, to check both.

It does not reason about pairs: it walks over every second at which anything begins and looks at what is going on then.
"""

from __future__ import annotations

from collections import defaultdict

from brasko.core.table.problem import Problem, Schedule
from brasko.core.words import quantity, say

CLOSE_S = 0.51
"""What touches within half a second does not overlap."""


def faults(problem: Problem, schedule: Schedule) -> list[str]:
    """Every fault in words; none of a sound schedule. A dish that a clash left out is no fault of what is laid."""
    found: list[str] = []
    events: list[tuple[float, float, str, str, int, str, str]] = []
    for each in schedule.laid:
        dish = problem.dishes[each.dish]
        if each.variant not in dish.variants:
            found.append(say("checker-a-way-that-it-does-not", name=dish.name))
        if not -1e-6 <= each.wait_s <= each.variant.most_wait_s + 1e-6:
            found.append(
                say(
                    "checker-waits-s-at-the-most",
                    name=dish.name,
                    wait=quantity.number(each.wait_s),
                    most_wait=quantity.number(each.variant.most_wait_s),
                )
            )
        if "fire" not in problem.people[each.person].may:
            found.append(
                say("checker-may-not-work-at-the-fire", name=dish.name, name2=problem.people[each.person].name)
            )
        if dish.pin.variant not in (None, each.variant.key):
            found.append(say("checker-not-by-the-way-that-is", name=dish.name))
        if dish.pin.person not in (None, problem.people[each.person].key):
            found.append(say("checker-not-with-the-one-who-is", name=dish.name))
        zero = dish.serve_s - each.wait_s
        for deed in each.variant.deeds:
            events.append(
                (zero + deed.start_s, zero + deed.start_s + deed.lasts_s, "hands", str(each.person), 1, dish.key, "")
            )
        for stay in each.variant.stays:
            fire = next(f.key for f in problem.fires for p in f.places if p.key == stay.place)
            span = zero + stay.start_s, zero + stay.end_s
            events.append((*span, "room", stay.place, stay.area_cm2, dish.key, stay.kept))
            events.append((*span, "state", fire, 0, dish.key, stay.state))
    for moment in sorted({event[0] for event in events}):
        going_on = [e for e in events if e[0] <= moment + CLOSE_S and e[1] > moment + CLOSE_S]
        by: dict[tuple[str, str], list[tuple[float, float, str, str, int, str, str]]] = defaultdict(list)
        for event in going_on:
            by[event[2], event[3]].append(event)
        for (what, where), here in by.items():
            dishes = sorted({e[5] for e in here})
            if what == "hands" and len(dishes) > 1:
                found.append(
                    say("checker-hands-at", moment=quantity.number(moment), where=where, dishes=" and ".join(dishes))
                )
            if what == "room":
                most = next(p.area_cm2 for f in problem.fires for p in f.places if p.key == where)
                if sum(e[4] for e in here) > most:
                    found.append(
                        say(
                            "checker-has-no-room-for",
                            moment=quantity.number(moment),
                            where=where,
                            dishes=", ".join(dishes),
                        )
                    )
                if {"raw", "ready"} <= {e[6] for e in here}:
                    found.append(say("checker-raw-beside-ready-on", moment=quantity.number(moment), where=where))
            if what == "state" and len({e[6] for e in here}) > 1:
                found.append(say("checker-in-two-states", moment=quantity.number(moment), where=where))
    found += _changes(problem, events)
    return found


def _changes(problem: Problem, events: list[tuple[float, float, str, str, int, str, str]]) -> list[str]:
    """States of a fire that follow one another sooner than it can change, or as it cannot at all."""
    found = []
    for fire in problem.fires:
        here = sorted(e for e in events if e[2] == "state" and e[3] == fire.key)
        for earlier in here:
            for later in here:
                if earlier[6] == later[6] or later[0] < earlier[1] - CLOSE_S or earlier[5] == later[5]:
                    continue
                takes = fire.changes.get((earlier[6], later[6]))
                if takes is None:
                    found.append(say("checker-cannot-go-from-to", which=fire.key, earlier=earlier[6], later=later[6]))
                elif later[0] - earlier[1] < takes - CLOSE_S:
                    found.append(
                        say(
                            "checker-goes-from-to-in-s-needed",
                            which=fire.key,
                            earlier=earlier[6],
                            later=later[6],
                            later2=quantity.number(later[0] - earlier[1]),
                            takes=quantity.number(takes),
                        )
                    )
    return found
