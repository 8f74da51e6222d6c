"""The table planned by a constraint solver (OR-Tools CP-SAT): every dish by one variant, each with a wait, a person and its
places, so that nothing clashes and the cost is least. One thread, a fixed seed and a deterministic limit: the same table
gives the same answer.
"""

from __future__ import annotations

import time
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from math import ceil, floor
from typing import Any

from ortools.sat.python import cp_model

from brasko.core.table.problem import (
    GRID_S,
    RUSH_FROM_S,
    WEIGHTS,
    Dish,
    Laid,
    Pin,
    Problem,
    Schedule,
    Variant,
    cost_of,
)
from brasko.core.table.rule import by_rule

EFFORT = 1.2
"""Deterministic seconds of the search: about as many on a quick machine."""
LONGEST_S = 20.0
"""Of the clock, whatever the machine: only a stop, never what decides."""
CLASH_EFFORT = 0.3
Lit = Any


@dataclass
class _Model:
    """The model of one problem, and where its answers are read off."""

    cp: cp_model.CpModel
    present: list[Lit] = field(default_factory=list)
    chosen: dict[tuple[int, int], Lit] = field(default_factory=dict)
    wait: list[Any] = field(default_factory=list)
    tends: dict[tuple[int, int], Lit] = field(default_factory=dict)


@dataclass(frozen=True)
class _Part:
    """A stay or deed of a dish's variant on the grid: begins at serve - wait + start."""

    dish: int
    lit: Lit
    start: int
    length: int
    serve: int


def solved_table(problem: Problem, *, effort: float = EFFORT) -> Schedule:
    """The best schedule found, with a bound; where none exists, the dishes that clash and what would help.

    Checked: tests/core/test_table.py, by a checker written apart.
    """
    begun = time.perf_counter()
    first = by_rule(problem)
    found = _searched(problem, effort, first)
    if found is None:
        found = replace(first, bound=None) if first.status == "rule" else _clashing(problem)
    return replace(found, seconds=time.perf_counter() - begun)


def _searched(problem: Problem, effort: float, first: Schedule | None) -> Schedule | None:
    model = _model(problem)
    costs = _costs(problem, model)
    model.cp.minimize(costs)
    if first is not None and first.status == "rule":
        _hint(problem, model, first)
    solver = _solver(effort)
    status = solver.solve(model.cp)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    laid = _read(problem, model, solver)
    cost = cost_of(problem, laid)
    # the bound counts fire time to the grid, the cost to the minute: never above it
    bound = min(float(solver.best_objective_bound), float(cost.total))
    optimal = status == cp_model.OPTIMAL
    if first is not None and first.cost is not None and first.cost.total < cost.total:
        return replace(first, bound=min(bound, float(first.cost.total)), status="optimal" if optimal else "feasible")
    return Schedule("optimal" if optimal else "feasible", laid, cost, bound=float(cost.total) if optimal else bound)


def _solver(effort: float) -> cp_model.CpSolver:
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 7
    solver.parameters.max_deterministic_time = effort
    solver.parameters.max_time_in_seconds = LONGEST_S
    return solver


def _model(problem: Problem, dishes: Iterable[int] | None = None, *, optional: bool = False) -> _Model:
    wanted = set(range(len(problem.dishes)) if dishes is None else dishes)
    model = _Model(cp_model.CpModel())
    cp = model.cp
    deeds: dict[int, list[_Part]] = {p: [] for p in range(len(problem.people))}
    stays: list[tuple[_Part, Any]] = []
    for n, dish in enumerate(problem.dishes):
        most = max((v.most_wait_s for v in dish.variants), default=0.0)
        model.wait.append(cp.new_int_var(0, int(most // GRID_S), f"wait {n}"))
        lits = []
        for v, variant in enumerate(dish.variants):
            lit = model.chosen[n, v] = cp.new_bool_var(f"dish {n} variant {v}")
            lits.append(lit)
            cp.add(model.wait[n] <= int(variant.most_wait_s // GRID_S)).only_enforce_if(lit)
            if dish.pin.variant not in (None, variant.key):
                cp.add(lit == 0)
        if optional:
            cp.add_at_most_one(lits)
        elif n in wanted:
            cp.add_exactly_one(lits)
        else:
            cp.add(sum(lits) == 0)
        if dish.pin.wait_s is not None:
            cp.add(model.wait[n] == int(min(dish.pin.wait_s, most) // GRID_S))
        tending = _tending(problem, dish, n, model)
        for v, variant in enumerate(dish.variants):
            _lay(problem, dish, n, variant, model.chosen[n, v], tending, deeds, stays, model)
    for parts in deeds.values():
        if len(parts) > 1:
            cp.add_no_overlap([_interval(model, part) for part in parts])
    _share(problem, model, stays)
    return model


def _tending(problem: Problem, dish: Dish, n: int, model: _Model) -> list[tuple[int, Lit | None]]:
    """Who may look after a dish, each with the literal that says they do; None where there is no choice."""
    able = [
        p for p, person in enumerate(problem.people) if "fire" in person.may and dish.pin.person in (None, person.key)
    ]
    if len(able) <= 1:
        return [(p, None) for p in able]
    for p in able:
        model.tends[n, p] = model.cp.new_bool_var(f"{p} tends {n}")
    model.cp.add_exactly_one([model.tends[n, p] for p in able])
    return [(p, model.tends[n, p]) for p in able]


def _lay(
    problem: Problem, dish: Dish, n: int, variant: Variant, lit: Lit, tending: Sequence[tuple[int, Lit | None]],
    deeds: dict[int, list[_Part]], stays: list[tuple[_Part, Any]], model: _Model,
) -> None:  # fmt: skip
    serve = round(dish.serve_s / GRID_S)
    if not tending:
        model.cp.add(lit == 0)
    for person, tends in tending:
        both = lit
        if tends is not None:
            both = model.cp.new_bool_var("")
            model.cp.add_bool_and([lit, tends]).only_enforce_if(both)
            model.cp.add_bool_or([lit.negated(), tends.negated(), both])
        for start, length in merged((d.start_s, d.start_s + d.lasts_s) for d in variant.deeds):
            deeds[person].append(_Part(n, both, start, length, serve))
    for stay in variant.stays:
        start = floor(stay.start_s / GRID_S)
        stays.append((_Part(n, lit, start, max(ceil(stay.end_s / GRID_S) - start, 1), serve), stay))


def merged(spans: Iterable[tuple[float, float]]) -> list[tuple[int, int]]:
    """Spans of work on the grid as (start, length), those that touch as one."""
    found: list[list[int]] = []
    for begin, end in sorted(spans):
        a = floor(begin / GRID_S + 1e-6)
        b = max(ceil(end / GRID_S - 1e-6), a + 1)
        if found and a <= found[-1][1]:
            found[-1][1] = max(found[-1][1], b)
        else:
            found.append([a, b])
    return [(a, b - a) for a, b in found]


def _start(model: _Model, part: _Part) -> Any:
    return part.serve + part.start - model.wait[part.dish]


def _interval(model: _Model, part: _Part) -> Any:
    return model.cp.new_optional_fixed_size_interval_var(_start(model, part), part.length, part.lit, "")


def _share(problem: Problem, model: _Model, stays: Sequence[tuple[_Part, Any]]) -> None:
    """Room in every place, one state of a fire at a time, raw apart from ready."""
    cp = model.cp
    for place in problem.places.values():
        there = [(part, stay) for part, stay in stays if stay.place == place.key]
        if there:
            cp.add_cumulative(
                [_interval(model, part) for part, _ in there], [s.area_cm2 for _, s in there], place.area_cm2
            )
    for i, (one, a) in enumerate(stays):
        for other, b in stays[i + 1 :]:
            if one.dish == other.dish or problem.places[a.place].fire != problem.places[b.place].fire:
                continue
            if a.state != b.state:
                forth = problem.change_s(a.place, a.state, b.state)
                back = problem.change_s(a.place, b.state, a.state)
                _in_order(model, one, other, forth, back)
            elif a.place == b.place and {a.kept, b.kept} == {"raw", "ready"}:
                _in_order(model, one, other, 0.0, 0.0)


def _in_order(model: _Model, one: _Part, other: _Part, forth_s: float | None, back_s: float | None) -> None:
    """One is over so long before the other begins, or the other way round, where both are."""
    orders = []
    for a, b, gap in ((one, other, forth_s), (other, one, back_s)):
        if gap is not None:
            order = model.cp.new_bool_var("")
            ends = _start(model, a) + a.length + ceil(gap / GRID_S)
            model.cp.add(ends <= _start(model, b)).only_enforce_if(order)
            orders.append(order)
    model.cp.add_bool_or([one.lit.negated(), other.lit.negated(), *orders])


def _costs(problem: Problem, model: _Model) -> Any:
    """The cost as the solver sees it; see problem.Cost."""
    cp = model.cp
    changed = sum(
        v.rank * model.chosen[n, i] for n, dish in enumerate(problem.dishes) for i, v in enumerate(dish.variants)
    )
    waiting: list[Any] = []
    rush: list[Any] = []
    for n, dish in enumerate(problem.dishes):
        for i, v in enumerate(dish.variants):
            lit = model.chosen[n, i]
            steps = max(int(v.most_wait_s // GRID_S), 1)
            share = cp.new_int_var(0, 1000, "")
            # share = 1000 · wait / most, where this variant is the one
            cp.add(steps * share >= 1000 * model.wait[n] - 1000 * steps * (1 - lit))
            waiting.append(share)
            # what a wait moves out of the last quarter of an hour is no rush: counted as of no wait
            rush += [lit * round(d.lasts_s) for d in v.deeds if d.start_s >= -RUSH_FROM_S]
    spans = []
    for fire in problem.fires:
        lit_parts = [
            (_Part(n, model.chosen[n, i], floor(s.start_s / GRID_S), ceil((s.end_s - s.start_s) / GRID_S), round(dish.serve_s / GRID_S)))
            for n, dish in enumerate(problem.dishes) for i, v in enumerate(dish.variants) for s in v.stays
            if problem.places[s.place].fire == fire.key
        ]  # fmt: skip
        if not lit_parts:
            continue
        first = cp.new_int_var(-200_000, 200_000, "")
        last = cp.new_int_var(-200_000, 200_000, "")
        for part in lit_parts:
            cp.add(first <= _start(model, part)).only_enforce_if(part.lit)
            cp.add(last >= _start(model, part) + part.length).only_enforce_if(part.lit)
        minutes = cp.new_int_var(0, 10_000, "")
        cp.add(round(60 / GRID_S) * minutes >= last - first)
        spans.append(minutes)
    return WEIGHTS[0] * changed + WEIGHTS[1] * sum(waiting) + WEIGHTS[2] * sum(rush) + WEIGHTS[3] * sum(spans)


def _hint(problem: Problem, model: _Model, first: Schedule) -> None:
    for each in first.laid:
        model.cp.add_hint(model.wait[each.dish], int(each.wait_s // GRID_S))
        for i, variant in enumerate(problem.dishes[each.dish].variants):
            model.cp.add_hint(model.chosen[each.dish, i], int(variant is each.variant))
        for (n, p), lit in model.tends.items():
            if n == each.dish:
                model.cp.add_hint(lit, int(p == each.person))


def _read(problem: Problem, model: _Model, solver: cp_model.CpSolver) -> tuple[Laid, ...]:
    laid = []
    for n, dish in enumerate(problem.dishes):
        variant = next((v for i, v in enumerate(dish.variants) if solver.boolean_value(model.chosen[n, i])), None)
        if variant is None:
            continue
        tending = [p for (m, p), lit in model.tends.items() if m == n and solver.boolean_value(lit)]
        alone = [
            p
            for p, person in enumerate(problem.people)
            if "fire" in person.may and dish.pin.person in (None, person.key)
        ]
        person = tending[0] if tending else alone[0]
        laid.append(Laid(n, variant, GRID_S * solver.value(model.wait[n]), person, dish.serve_s))
    return tuple(laid)


def _possible(problem: Problem, dishes: Iterable[int]) -> bool:
    """Whether these dishes fit together at all. What is not found in the effort there is counts as not possible."""
    status = _solver(CLASH_EFFORT).solve(_model(problem, dishes).cp)
    return status in (cp_model.OPTIMAL, cp_model.FEASIBLE)


def _clashing(problem: Problem) -> Schedule:
    """The smallest set of dishes found that cannot all be had, what would make it possible, and a schedule of as many others
    as there is room for."""
    clash = list(range(len(problem.dishes)))
    for n in list(clash):
        fewer = [m for m in clash if m != n]
        if not _possible(problem, fewer):
            clash = fewer
    helps = tuple(_helps(problem, clash))
    most = _as_many_as_fit(problem)
    return Schedule("clash", most, cost_of(problem, most), clash=tuple(clash), helps=helps)


def _as_many_as_fit(problem: Problem) -> tuple[Laid, ...]:
    model = _model(problem, optional=True)
    count = sum(model.chosen.values())
    model.cp.maximize(100_000 * count - sum(model.wait))
    solver = _solver(CLASH_EFFORT)
    if solver.solve(model.cp) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return ()
    return _read(problem, model, solver)


def _helps(problem: Problem, clash: Sequence[int]) -> list[str]:
    helps = []
    everything = range(len(problem.dishes))
    if len(problem.people) < 3:
        more = replace(
            problem,
            people=(*problem.people, replace(problem.people[0], key="one more", may=frozenset(("fire", "kitchen")))),
        )
        if _possible(more, everything):
            helps.append("One more pair of hands.")
    if any(dish.pin != Pin() for dish in problem.dishes):
        free = replace(problem, dishes=tuple(replace(d, pin=Pin()) for d in problem.dishes))
        if _possible(free, everything):
            helps.append("Nothing held fixed: let go of what is pinned.")
    for n in clash:
        if _possible(problem, [m for m in everything if m != n]):
            helps.append(f"{problem.dishes[n].name} in another course, or on another fire.")
    return helps
