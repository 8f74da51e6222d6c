"""A table as a constraint model (OR-Tools CP-SAT): each dish by one variant, with a wait and a person, so that nothing
clashes."""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import combinations
from typing import Any

from ortools.sat.python import cp_model

from brasko.core.table.no_overlap import Span, allowed_of, forbidden_by_fires, forbidden_by_hands, on_the_grid, steps_of
from brasko.core.table.problem import GRID_S, RUSH_FROM_S, WEIGHTS, Dish, Laid, Problem

LONGEST_S = 20.0
"""Of the clock, whatever the machine: only a stop, never what decides."""
Lit = Any
FURTHEST = 200_000
"""On the grid: an hour farther off than any."""


@dataclass
class Model:
    """The model of one problem, and where its answers are read off."""

    cp: cp_model.CpModel
    chosen: dict[tuple[int, int], Lit] = field(default_factory=dict)
    wait: list[Any] = field(default_factory=list)
    tends: dict[tuple[int, int], Lit] = field(default_factory=dict)
    able: dict[int, list[int]] = field(default_factory=dict)


def model_of(problem: Problem, *, optional: bool = False) -> Model:
    model = Model(cp_model.CpModel())
    cp = model.cp
    for n, dish in enumerate(problem.dishes):
        most = max((v.most_wait_s for v in dish.variants), default=0.0)
        model.wait.append(cp.new_int_var(0, steps_of(most), f"wait {n}"))
        lits = []
        for v, variant in enumerate(dish.variants):
            lit = model.chosen[n, v] = cp.new_bool_var(f"dish {n} variant {v}")
            lits.append(lit)
            cp.add(model.wait[n] <= steps_of(variant.most_wait_s)).only_enforce_if(lit)
            if dish.pin.variant not in (None, variant.key):
                cp.add(lit == 0)
        if optional:
            cp.add_at_most_one(lits)
        else:
            cp.add_exactly_one(lits)
        if dish.pin.wait_s is not None:
            cp.add(model.wait[n] == steps_of(min(dish.pin.wait_s, most)))
        _tending(problem, dish, n, model)
        if not model.able[n]:
            cp.add(sum(lits) == 0)
    _apart(problem, model)
    _room(problem, model)
    return model


def _tending(problem: Problem, dish: Dish, n: int, model: Model) -> None:
    """Who may look after a dish, each with the literal that says they do where there is a choice."""
    able = [
        p for p, person in enumerate(problem.people) if "fire" in person.may and dish.pin.person in (None, person.key)
    ]
    model.able[n] = able
    if len(able) > 1:
        for p in able:
            model.tends[n, p] = model.cp.new_bool_var(f"{p} tends {n}")
        model.cp.add_exactly_one([model.tends[n, p] for p in able])


def _same_hands(problem: Problem, model: Model) -> dict[tuple[int, int], Lit | None]:
    """Of each two dishes the literal that says that one person looks after both; None where that is so whatever is
    chosen."""
    cp = model.cp
    people = range(len(problem.people))
    found: dict[tuple[int, int], Lit | None] = {}
    for one, other in combinations(range(len(problem.dishes)), 2):
        mine, theirs = ({p: model.tends.get((n, p)) for p in people if p in model.able[n]} for n in (one, other))
        both = [p for p in mine if p in theirs]
        if not both:
            continue
        if len(mine) == 1 and len(theirs) == 1:
            found[one, other] = None
            continue
        same = cp.new_bool_var("")
        for p in both:
            lits = [lit.negated() for lit in (mine[p], theirs[p]) if lit is not None]
            cp.add_bool_or([*lits, same])
        found[one, other] = same
    return found


def _apart(problem: Problem, model: Model) -> None:
    """What two dishes cannot do at once, as the differences of their waits that keep it apart: hands of one person,
    states of one fire, raw beside ready. A whole timetable against another is one constraint."""
    cp = model.cp
    same = _same_hands(problem, model)
    for one, other in combinations(range(len(problem.dishes)), 2):
        a, b = problem.dishes[one], problem.dishes[other]
        for i, first in enumerate(a.variants):
            for j, second in enumerate(b.variants):
                chosen = [model.chosen[one, i], model.chosen[other, j]]
                difference = model.wait[one] - model.wait[other]
                least, most = -steps_of(second.most_wait_s), steps_of(first.most_wait_s)
                fires = forbidden_by_fires(problem, a, first, b, second)
                _keep(cp, difference, least, most, fires, chosen)
                if (one, other) in same:
                    lit = same[one, other]
                    hands = [*fires, *forbidden_by_hands(a, first, b, second)]
                    _keep(cp, difference, least, most, hands, chosen if lit is None else [*chosen, lit])


def _keep(cp: cp_model.CpModel, difference: Any, least: int, most: int, forbidden: list[Span], lits: list[Lit]) -> None:
    if not forbidden:
        return
    allowed = allowed_of(least, most, forbidden)
    if not allowed:
        cp.add_bool_or([lit.negated() for lit in lits])
    elif allowed != [(least, most)]:
        cp.add_linear_expression_in_domain(difference, cp_model.Domain.from_intervals(allowed)).only_enforce_if(lits)


def _room(problem: Problem, model: Model) -> None:
    """Room in every place for all that lies there at once."""
    cp = model.cp
    for place in problem.places.values():
        there, areas = [], []
        for n, dish in enumerate(problem.dishes):
            for v, variant in enumerate(dish.variants):
                for stay in variant.stays:
                    if stay.place == place.key:
                        start, end = on_the_grid(stay.start_s, stay.end_s, dish.serve_s)
                        there.append(
                            cp.new_optional_fixed_size_interval_var(
                                start - model.wait[n], end - start, model.chosen[n, v], ""
                            )
                        )
                        areas.append(stay.area_cm2)
        if sum(areas) > place.area_cm2:
            cp.add_cumulative(there, areas, place.area_cm2)


def costs_of(problem: Problem, model: Model) -> Any:
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
            steps = max(steps_of(v.most_wait_s), 1)
            share = cp.new_int_var(0, 1000, "")
            # share = 1000 · wait / most, where this variant is the one
            cp.add(steps * share >= 1000 * model.wait[n] - 1000 * steps * (1 - lit))
            waiting.append(share)
            rush += [lit * round(d.lasts_s) for d in v.deeds if d.start_s >= -RUSH_FROM_S]
    spans = []
    for fire in problem.fires:
        there = [
            (n, model.chosen[n, i], *on_the_grid(stay.start_s, stay.end_s, dish.serve_s))
            for n, dish in enumerate(problem.dishes)
            for i, v in enumerate(dish.variants)
            for stay in v.stays
            if problem.places[stay.place].fire == fire.key
        ]
        if not there:
            continue
        first = cp.new_int_var(-FURTHEST, FURTHEST, "")
        last = cp.new_int_var(-FURTHEST, FURTHEST, "")
        for n, lit, start, end in there:
            cp.add(first <= start - model.wait[n]).only_enforce_if(lit)
            cp.add(last >= end - model.wait[n]).only_enforce_if(lit)
        minutes = cp.new_int_var(0, FURTHEST, "")
        cp.add(round(60 / GRID_S) * minutes >= last - first)
        spans.append(minutes)
    return WEIGHTS[0] * changed + WEIGHTS[1] * sum(waiting) + WEIGHTS[2] * sum(rush) + WEIGHTS[3] * sum(spans)


def solver_with(effort: float) -> cp_model.CpSolver:
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 7
    solver.parameters.max_deterministic_time = effort
    # timetables against one another leave little to relax or to probe: both cost more than they gain here (measured)
    solver.parameters.linearization_level = 0
    solver.parameters.cp_model_probing_level = 0
    solver.parameters.max_time_in_seconds = LONGEST_S
    return solver


def read_off(problem: Problem, model: Model, solver: cp_model.CpSolver) -> tuple[Laid, ...]:
    laid = []
    for n, dish in enumerate(problem.dishes):
        variant = next((v for i, v in enumerate(dish.variants) if solver.boolean_value(model.chosen[n, i])), None)
        if variant is None:
            continue
        tending = [p for (m, p), lit in model.tends.items() if m == n and solver.boolean_value(lit)]
        person = tending[0] if tending else model.able[n][0]
        laid.append(Laid(n, variant, GRID_S * solver.value(model.wait[n]), person, dish.serve_s))
    return tuple(laid)
