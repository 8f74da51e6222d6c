"""A table that runs late: what is on the fire stays as it is, what is not begun is planned anew from now."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from brasko.core.errors import InvalidInput
from brasko.core.safety.clock import WARM_ZONE_HIGH_C
from brasko.core.table.orders import orders
from brasko.core.table.plan import PlannedTable
from brasko.core.table.problem import Dish, Laid, Pin
from brasko.core.table.solver import solved_table
from brasko.core.words import quantity, say

KEPT_WARM = say("later-keep-it-covered-and-warm-below", warm_zone_high=quantity.temp(WARM_ZONE_HIGH_C))
"""Source: fsis_danger_zone."""
READY_S = 60.0
"""Nothing new is asked for sooner than this from now: to read it."""


@dataclass(frozen=True)
class Late:
    """The rest of the evening, planned anew: pins hold what is true already, by dish; past_best what has waited too
    long, words what to do then."""

    made: PlannedTable
    pins: dict[str, Pin]
    past_best: tuple[str, ...]
    words: str = ""


def gone_on(made: PlannedTable, by_s: float, now_s: float, on_at: Mapping[str, float] | None = None) -> Late:
    """The same table eaten by_s later, seen from now_s [s from the hour that was planned].

    on_at says by key which dishes are on and since when; where nobody said so, those are on whose time has come.

    Raises InvalidInput with the dish that cannot be ready by then. Checked: tests/core/test_whole_table.py.
    """
    now = now_s - by_s
    laid = {each.dish: each for each in made.schedule.laid}
    pins: dict[str, Pin] = {}
    past: list[str] = []
    dishes: list[Dish] = []
    for n, dish in enumerate(made.problem.dishes):
        each = laid.get(n)
        on_s = None if each is None else _on_since(dish, each, now_s, on_at)
        if each is not None and on_s is not None:
            wait_s = dish.serve_s + each.variant.on_s - on_s + by_s
            if wait_s < 0.0:
                raise InvalidInput(
                    f"dishes.{n}",
                    say("later-went-on-late-it-is-done", name=dish.name, wait=quantity.span(-wait_s)),
                )
            pins[dish.key] = Pin(each.variant.key, made.problem.people[each.person].key, wait_s)
            if wait_s > each.variant.most_wait_s:
                past.append(dish.name)
            dishes.append(_begun(dish, each, pins[dish.key], wait_s))
        else:
            dishes.append(_not_begun(dish, n, now))
    problem = replace(made.problem, dishes=tuple(dishes))
    schedule = solved_table(problem)
    words = say("later-past-its-best-by-then", past=", ".join(past), kept_warm=KEPT_WARM) if past else ""
    return Late(
        PlannedTable(made.asked, made.ask, problem, schedule, orders(problem, schedule)), pins, tuple(past), words
    )


def _on_since(dish: Dish, each: Laid, now_s: float, on_at: Mapping[str, float] | None) -> float | None:
    if on_at is not None:
        return on_at.get(dish.key)
    planned_s = each.at(each.variant.on_s)
    return planned_s if planned_s <= now_s else None


def _begun(dish: Dish, each: Laid, pin: Pin, wait_s: float) -> Dish:
    variant = replace(each.variant, most_wait_s=max(each.variant.most_wait_s, wait_s))
    return replace(dish, variants=(variant,), pin=pin)


def _not_begun(dish: Dish, n: int, now_s: float) -> Dish:
    """A dish whose ways are those that can still begin."""
    kept = []
    for variant in dish.variants:
        # all that is done before the food goes on may be under way: only the food itself counts
        room_s = dish.serve_s + variant.on_s - now_s - READY_S
        if room_s >= 0.0:
            kept.append(replace(variant, most_wait_s=min(variant.most_wait_s, room_s)))
    if not kept:
        least = min(-v.on_s for v in dish.variants) - dish.serve_s
        raise InvalidInput(
            f"dishes.{n}",
            say("later-is-not-on-yet-and-takes", name=dish.name, least=quantity.span(least)),
        )
    return replace(dish, variants=tuple(kept), pin=replace(dish.pin, wait_s=None))


def moved(before: PlannedTable, after: PlannedTable, by_s: float) -> tuple[tuple[str, float, float], ...]:
    """The dishes whose time on the fire changes: name, when it was to go on and when it is now [s from the old
    hour]."""
    was = {before.problem.dishes[each.dish].key: each.at(each.variant.on_s) for each in before.schedule.laid}
    found = []
    for each in after.schedule.laid:
        dish = after.problem.dishes[each.dish]
        on_s = each.at(each.variant.on_s) + by_s
        if dish.key in was and abs(on_s - was[dish.key]) > 1.0:
            found.append((dish.name, was[dish.key], on_s))
    return tuple(found)
