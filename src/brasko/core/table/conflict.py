"""A table that cannot be had: a smallest set of dishes that clash, what would do, and as many dishes as do fit."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from ortools.sat.python import cp_model

from brasko.core.table.model import Lit, model_of, read_off, solver_with
from brasko.core.table.problem import Laid, Pin, Problem, Schedule, cost_of
from brasko.core.words import say

CLASH_EFFORT = 0.04
"""Deterministic seconds for each question whether some dishes fit together at all."""


class Trials:
    """One model of a problem, asked again and again whether some of its dishes fit together."""

    def __init__(self, problem: Problem) -> None:
        self.problem, self.model = problem, model_of(problem, optional=True)
        self.there: list[Lit] = []
        for n, dish in enumerate(problem.dishes):
            there = self.model.cp.new_bool_var("")
            self.model.cp.add(sum(self.model.chosen[n, v] for v in range(len(dish.variants))) == there)
            self.there.append(there)

    def possible(self, dishes: Iterable[int]) -> bool:
        """Whether these fit together at all. What is not found in the effort there is counts as not possible."""
        wanted = set(dishes)
        self.model.cp.clear_assumptions()
        self.model.cp.add_assumptions([lit if n in wanted else lit.negated() for n, lit in enumerate(self.there)])
        return solver_with(CLASH_EFFORT).solve(self.model.cp) in (cp_model.OPTIMAL, cp_model.FEASIBLE)

    def as_many_as_fit(self) -> tuple[Laid, ...]:
        """A schedule of as many dishes as there is room for, waiting little."""
        cp = self.model.cp
        cp.clear_assumptions()
        cp.maximize(100_000 * sum(self.there) - sum(self.model.wait))
        solver = solver_with(CLASH_EFFORT)
        if solver.solve(cp) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return ()
        return read_off(self.problem, self.model, solver)


def clashing(problem: Problem) -> Schedule:
    """The smallest set of dishes found that cannot all be had, what would make it possible, and a schedule of as many
    others as there is room for."""
    trials = Trials(problem)
    clash = list(range(len(problem.dishes)))
    for n in list(clash):
        fewer = [m for m in clash if m != n]
        if not trials.possible(fewer):
            clash = fewer
    helps = tuple(_helps(problem, trials, clash))
    most = trials.as_many_as_fit()
    return Schedule("clash", most, cost_of(problem, most), clash=tuple(clash), helps=helps)


def _helps(problem: Problem, trials: Trials, clash: Sequence[int]) -> list[str]:
    helps = []
    everything = range(len(problem.dishes))
    if len(problem.people) < 3:
        more = replace(
            problem,
            people=(
                *problem.people,
                replace(problem.people[0], key=say("clash-one-more"), may=frozenset(("fire", "kitchen"))),
            ),
        )
        if Trials(more).possible(everything):
            helps.append(say("clash-one-more-pair-of-hands"))
    if any(dish.pin != Pin() for dish in problem.dishes):
        free = replace(problem, dishes=tuple(replace(d, pin=Pin()) for d in problem.dishes))
        if Trials(free).possible(everything):
            helps.append(say("clash-nothing-held-fixed-let-go-of"))
    for n in clash:
        if trials.possible(m for m in everything if m != n):
            helps.append(say("clash-in-another-course-or-on-another", name=problem.dishes[n].name))
    return helps
