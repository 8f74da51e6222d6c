"""A first answer at once: dish by dish, the least flexible first, each by the first way and the shortest wait that fits."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from brasko.core.table.problem import GRID_S, Deed, Dish, Laid, Problem, Schedule, Stay, Variant, cost_of

Span = tuple[float, float]
STEP_S = 3.0 * GRID_S
"""Waits are tried so far apart."""


def by_rule(problem: Problem) -> Schedule:
    """The rule's schedule; status "clash" with the dishes it found no room for, which need not mean that there is none."""
    order = sorted(range(len(problem.dishes)), key=lambda n: (_flexibility(problem.dishes[n]), n))
    laid: list[Laid] = []
    without: list[int] = []
    for n in order:
        found = _first_fit(problem, n, laid)
        if found is None:
            without.append(n)
        else:
            laid.append(found)
    done = tuple(sorted(laid, key=lambda each: each.dish))
    if without:
        return Schedule("clash", done, None, clash=tuple(sorted(without)))
    return Schedule("rule", done, cost_of(problem, done))


def tightened(problem: Problem, laid: tuple[Laid, ...]) -> tuple[Laid, ...]:
    """The same schedule with every dish waiting no longer than the others make it, one after the other until none gains."""
    found = list(laid)
    gained = True
    while gained:
        gained = False
        for n, each in enumerate(found):
            others = [other for m, other in enumerate(found) if m != n]
            for wait_s in (GRID_S * k for k in range(int(each.wait_s // GRID_S))):
                tried = replace(each, wait_s=wait_s)
                if all(_fit(problem, tried, other) for other in others) and _room(problem, tried, others):
                    found[n], gained = tried, True
                    break
    return tuple(found)


def _flexibility(dish: Dish) -> float:
    return max((v.most_wait_s for v in dish.variants), default=0.0) * max(len(dish.variants), 1)


def _first_fit(problem: Problem, n: int, laid: Sequence[Laid]) -> Laid | None:
    dish = problem.dishes[n]
    for variant in sorted(dish.variants, key=lambda v: v.rank):
        if dish.pin.variant not in (None, variant.key):
            continue
        for wait_s in _waits(dish, variant):
            for person in _people(problem, dish):
                tried = Laid(n, variant, wait_s, person, dish.serve_s)
                if all(_fit(problem, tried, other) for other in laid) and _room(problem, tried, laid):
                    return tried
    return None


def _waits(dish: Dish, variant: Variant) -> list[float]:
    if dish.pin.wait_s is not None:
        return [min(dish.pin.wait_s, variant.most_wait_s)]
    return [STEP_S * k for k in range(int(variant.most_wait_s // STEP_S) + 1)]


def _people(problem: Problem, dish: Dish) -> list[int]:
    return [
        p for p, person in enumerate(problem.people) if "fire" in person.may and dish.pin.person in (None, person.key)
    ]


def _span(each: Laid, part: Stay | Deed) -> Span:
    end = part.end_s if isinstance(part, Stay) else part.start_s + part.lasts_s
    return each.at(part.start_s), each.at(end)


def _apart(one: Span, other: Span, gap_before_s: float | None, gap_after_s: float | None) -> bool:
    """Whether one ends in time before the other begins, or the other way round; None where that order cannot be."""
    if gap_before_s is not None and one[1] + gap_before_s <= other[0] + 1e-6:
        return True
    return gap_after_s is not None and other[1] + gap_after_s <= one[0] + 1e-6


def _fit(problem: Problem, one: Laid, other: Laid) -> bool:
    """Hands, states of a fire, and raw beside ready: whether two dishes get along."""
    if one.person == other.person:
        for mine in one.variant.deeds:
            for theirs in other.variant.deeds:
                if not _apart(_span(one, mine), _span(other, theirs), 0.0, 0.0):
                    return False
    for a in one.variant.stays:
        for b in other.variant.stays:
            if problem.places[a.place].fire != problem.places[b.place].fire:
                continue
            if a.state != b.state and not _apart(
                _span(one, a),
                _span(other, b),
                problem.change_s(a.place, a.state, b.state),
                problem.change_s(a.place, b.state, a.state),
            ):
                return False
            if (
                a.place == b.place
                and {a.kept, b.kept} == {"raw", "ready"}
                and not _apart(_span(one, a), _span(other, b), 0.0, 0.0)
            ):
                return False
    return True


def _room(problem: Problem, tried: Laid, laid: Sequence[Laid]) -> bool:
    """Whether every place it takes has room for all that lies there meanwhile."""
    for stay in tried.variant.stays:
        mine = _span(tried, stay)
        there = [
            (_span(each, s), s.area_cm2) for each in (*laid, tried) for s in each.variant.stays if s.place == stay.place
        ]
        moments = [mine[0], *(span[0] for span, _ in there if mine[0] <= span[0] < mine[1])]
        for at in moments:
            if (
                sum(area for span, area in there if span[0] <= at < span[1] - 1e-6)
                > problem.places[stay.place].area_cm2
            ):
                return False
    return True
