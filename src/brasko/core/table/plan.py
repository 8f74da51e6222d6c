"""A whole table, planned: from what is wanted to a schedule with everybody's work."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from brasko.core.planner.meal import PlanOne
from brasko.core.planner.plan import planned
from brasko.core.table.ask import TableAsk
from brasko.core.table.orders import Work, orders
from brasko.core.table.problem import PreviousSchedule, Problem, Schedule
from brasko.core.table.rule import by_rule
from brasko.core.table.solver import solved_table
from brasko.core.table.variants import problem_of

SECONDS_A_WAY = 0.12
"""What a variant takes to compute, on the average (measured)."""
WAYS_OF_MEAT, WAYS_OF_A_SIDE = 1, 3
"""On each fire, on the average."""
SOLVER_S = 3.0
"""And the solver at the most, on the average."""


@dataclass(frozen=True)
class PlannedTable:
    """A table as it fits together. Nothing in it depends on the clock: times count from the hour of eating.

    asked is what was wished for, ask the same with lots and sittings as dishes of their own.
    """

    asked: TableAsk
    ask: TableAsk
    problem: Problem
    schedule: Schedule
    work: tuple[Work, ...]

    @property
    def begins_s(self) -> float:
        """When the first work begins [s from eating]."""
        return min((w.start_s for w in self.work), default=0.0)


def plan_table(
    ask: TableAsk, *, quick: bool = False, plan: PlanOne = planned, stood: Mapping[str, PreviousSchedule] | None = None
) -> PlannedTable:
    """Plan a table: quick by the rule, else by the solver. Where no schedule does what was wished, other methods are
    tried for the meat; where none exists at all, the schedule tells what clashes and what would help. A quick one keeps
    what it can of how the table stood, and tries nothing else.

    Raises InvalidInput with the dish that no fire can do.
    """
    posed, problem = problem_of(ask, plan)
    schedule = by_rule(problem, stood) if quick else solved_table(problem)
    if schedule.status == "clash" and not quick:
        posed_wider, wider = problem_of(ask, plan, others=True)
        if wider.dishes != problem.dishes:
            other = solved_table(wider)
            if other.status != "clash" or len(other.laid) > len(schedule.laid):
                posed, problem, schedule = posed_wider, wider, other
    return PlannedTable(ask, posed, problem, schedule, orders(problem, schedule))


def table_effort_s(meats: int, sides: int, fires: int) -> float:
    """CPU seconds that planning a table is likely to take."""
    return SECONDS_A_WAY * fires * (WAYS_OF_MEAT * meats + WAYS_OF_A_SIDE * sides) + SOLVER_S
