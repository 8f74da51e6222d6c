"""The table planned by a constraint solver: the least cost there is, or how far from it at the most. One thread, a
fixed seed and a deterministic limit: the same table gives the same answer.
"""

from __future__ import annotations

import time
from dataclasses import replace

from ortools.sat.python import cp_model

from brasko.core.table.conflict import clashing
from brasko.core.table.model import Model, costs_of, model_of, read_off, solver_with
from brasko.core.table.problem import GRID_S, Problem, Schedule, cost_of
from brasko.core.table.rule import by_rule, tightened

EFFORT = 0.5
"""Deterministic seconds of the search: one and a half of the clock on a slow machine."""


def solved_table(problem: Problem, *, effort: float = EFFORT) -> Schedule:
    """The best schedule found, with a bound; where none exists, the dishes that clash and what would help.

    Checked: tests/core/test_whole_table.py, by a checker written apart.
    """
    begun = time.perf_counter()
    first = by_rule(problem)
    found = _searched(problem, effort, first)
    if found is None:
        found = replace(first, bound=None) if first.status == "rule" else clashing(problem)
    return replace(found, seconds=time.perf_counter() - begun)


def _searched(problem: Problem, effort: float, first: Schedule | None) -> Schedule | None:
    model = model_of(problem)
    costs = costs_of(problem, model)
    model.cp.minimize(costs)
    if first is not None and first.status == "rule":
        _hint(problem, model, first)
    solver = solver_with(effort)
    status = solver.solve(model.cp)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    laid = read_off(problem, model, solver)
    if status == cp_model.FEASIBLE:
        laid = tightened(problem, laid)
    cost = cost_of(problem, laid)
    bound = min(float(solver.best_objective_bound), float(cost.total))
    optimal = status == cp_model.OPTIMAL
    if first is not None and first.cost is not None and first.cost.total < cost.total:
        return replace(first, bound=min(bound, float(first.cost.total)), status="optimal" if optimal else "feasible")
    return Schedule("optimal" if optimal else "feasible", laid, cost, bound=float(cost.total) if optimal else bound)


def _hint(problem: Problem, model: Model, first: Schedule) -> None:
    for each in first.laid:
        model.cp.add_hint(model.wait[each.dish], int(each.wait_s // GRID_S))
        for i, variant in enumerate(problem.dishes[each.dish].variants):
            model.cp.add_hint(model.chosen[each.dish, i], int(variant is each.variant))
        for (n, p), lit in model.tends.items():
            if n == each.dish:
                model.cp.add_hint(lit, int(p == each.person))
