"""A first answer at once: dish by dish, the least flexible first, each by the first way and the shortest wait that
fits."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from brasko.core.table.no_overlap import Span, allowed_of, forbidden_by_fires, forbidden_by_hands, steps_of
from brasko.core.table.problem import GRID_S, Dish, Laid, PreviousSchedule, Problem, Schedule, Stay, Variant, cost_of

STEPS = 3
"""Waits are tried so far apart, on the grid."""


def by_rule(problem: Problem, stood: Mapping[str, PreviousSchedule] | None = None) -> Schedule:
    """The rule's schedule; status "clash" with the dishes it found no room for, which need not mean that there is none.

    stood is how dishes were laid before, by key: what still fits stays so, and what was moved goes first.
    """
    if stood:
        order = sorted(range(len(problem.dishes)), key=lambda n: (problem.dishes[n].pin.wait_s is None, n))
        near = _laid_by_rule(problem, order, stood)
        if near.status != "clash":
            return near
    order = sorted(range(len(problem.dishes)), key=lambda n: (_flexibility(problem.dishes[n]), n))
    return _laid_by_rule(problem, order, {})


def _laid_by_rule(problem: Problem, order: Sequence[int], stood: Mapping[str, PreviousSchedule]) -> Schedule:
    laid: list[Laid] = []
    without: list[int] = []
    for n in order:
        found = _as_it_stood(problem, n, laid, stood.get(problem.dishes[n].key)) or _first_fit(problem, n, laid)
        if found is None:
            without.append(n)
        else:
            laid.append(found)
    done = tuple(sorted(laid, key=lambda each: each.dish))
    if without:
        return Schedule("clash", done, None, clash=tuple(sorted(without)))
    return Schedule("rule", done, cost_of(problem, done))


def _as_it_stood(problem: Problem, n: int, laid: Sequence[Laid], stood: PreviousSchedule | None) -> Laid | None:
    """The dish as it was laid before, but for what is held of it now; None where that does not fit."""
    dish = problem.dishes[n]
    if stood is None:
        return None
    variant = next((v for v in dish.variants if v.key == (dish.pin.variant or stood.variant)), None)
    person = next(
        (p for p in _people(problem, dish) if problem.people[p].key == (dish.pin.person or stood.person)), None
    )
    if variant is None or person is None:
        return None
    wait_s = stood.wait_s if dish.pin.wait_s is None else dish.pin.wait_s
    wait = min(steps_of(max(wait_s, 0.0)), steps_of(variant.most_wait_s))
    tried = Laid(n, variant, GRID_S * wait, person, dish.serve_s)
    if not allowed_of(wait, wait, _forbidden(problem, n, variant, person, laid)):
        return None
    return tried if _room(_areas(problem), tried, laid) else None


def tightened(problem: Problem, laid: tuple[Laid, ...]) -> tuple[Laid, ...]:
    """The same schedule with every dish waiting no longer than the others make it, one after the other until none
    gains."""
    found, areas = list(laid), _areas(problem)
    gained = True
    while gained:
        gained = False
        for n, each in enumerate(found):
            others = [other for m, other in enumerate(found) if m != n]
            forbidden = _forbidden(problem, each.dish, each.variant, each.person, others)
            for begin, end in allowed_of(0, round(each.wait_s / GRID_S) - 1, forbidden):
                tried = (replace(each, wait_s=GRID_S * wait) for wait in range(begin, end + 1))
                sooner = next((t for t in tried if _room(areas, t, others)), None)
                if sooner is not None:
                    found[n], gained = sooner, True
                    break
    return tuple(found)


def _areas(problem: Problem) -> dict[str, int]:
    return {key: place.area_cm2 for key, place in problem.places.items()}


def _flexibility(dish: Dish) -> float:
    return max((v.most_wait_s for v in dish.variants), default=0.0) * max(len(dish.variants), 1)


def _first_fit(problem: Problem, n: int, laid: Sequence[Laid]) -> Laid | None:
    dish, areas = problem.dishes[n], _areas(problem)
    for variant in sorted(dish.variants, key=lambda v: v.rank):
        if dish.pin.variant not in (None, variant.key):
            continue
        found = []
        for person in _people(problem, dish):
            waits = _waits(dish, variant, _forbidden(problem, n, variant, person, laid))
            tried = (Laid(n, variant, GRID_S * wait, person, dish.serve_s) for wait in waits)
            fit = next((each for each in tried if _room(areas, each, laid)), None)
            if fit is not None:
                found.append(fit)
        if found:
            return min(found, key=lambda each: each.wait_s)
    return None


def _forbidden(problem: Problem, n: int, variant: Variant, person: int, others: Sequence[Laid]) -> list[Span]:
    """The waits, on the grid, that a dish cannot have beside those that are laid."""
    dish, found = problem.dishes[n], list[Span]()
    for other in others:
        theirs, waits = problem.dishes[other.dish], round(other.wait_s / GRID_S)
        spans = forbidden_by_fires(problem, dish, variant, theirs, other.variant)
        if other.person == person:
            spans += forbidden_by_hands(dish, variant, theirs, other.variant)
        found += [(low + waits, high + waits) for low, high in spans]
    return found


def _waits(dish: Dish, variant: Variant, forbidden: list[Span]) -> Iterator[int]:
    """Waits to try, on the grid, the shortest first."""
    most = steps_of(variant.most_wait_s)
    low = high = None
    if dish.pin.wait_s is not None:
        low = high = min(steps_of(dish.pin.wait_s), most)
    for begin, end in allowed_of(low or 0, most if high is None else high, forbidden):
        yield from range(begin, end + 1, STEPS)


def _people(problem: Problem, dish: Dish) -> list[int]:
    return [
        p for p, person in enumerate(problem.people) if "fire" in person.may and dish.pin.person in (None, person.key)
    ]


def _span(each: Laid, stay: Stay) -> tuple[float, float]:
    return each.at(stay.start_s), each.at(stay.end_s)


def _room(areas: Mapping[str, int], tried: Laid, laid: Sequence[Laid]) -> bool:
    """Whether every place it takes has room for all that lies there meanwhile."""
    for stay in tried.variant.stays:
        mine = _span(tried, stay)
        there = [
            (_span(each, s), s.area_cm2) for each in (*laid, tried) for s in each.variant.stays if s.place == stay.place
        ]
        moments = [mine[0], *(span[0] for span, _ in there if mine[0] <= span[0] < mine[1])]
        for at in moments:
            if sum(area for span, area in there if span[0] <= at < span[1] - 1e-6) > areas[stay.place]:
                return False
    return True
