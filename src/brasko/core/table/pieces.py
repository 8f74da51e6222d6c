"""The meat of a planned table as plans of its own, so that a fire's readings and forecasts go on from them."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.planner.meal import AT_THE_FIRE, PlanOne
from brasko.core.planner.plan import PiecePlan
from brasko.core.planner.schedule.tasks import Task
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.table.plan import PlannedTable
from brasko.core.table.variants import on_fire
from brasko.core.words import quantity, say

LATE_FROM_S = 120.0
"""Less than this behind its plan nobody is told (assumed)."""


@dataclass(frozen=True)
class TablePiece:
    """A dish of meat on the fire that the schedule gives it; the times of its plan count from the table's hour."""

    key: str
    name: str
    fire: str
    plan: PiecePlan

    @property
    def spec(self) -> PieceSpec:
        """As it is cooked, not as it was wished."""
        return self.plan.spec


def pieces_of(made: PlannedTable, plan: PlanOne, by_s: float = 0.0) -> tuple[TablePiece, ...]:
    """The laid dishes of meat, in the order of the table, each by_s later. Checked: tests/core/test_table_pieces.py."""
    found = []
    for each in sorted(made.schedule.laid, key=lambda each: each.dish):
        dish = made.ask.dishes[each.dish]
        method, _, key = each.variant.key.partition("@")
        fire = next((fire for fire in made.ask.fires if fire.key == key), None)
        if dish.spec is None or fire is None:
            continue
        spec = on_fire(dish.spec, method, fire)
        assert spec is not None, "a variant was made of it"
        piece = plan(spec, with_ranges=False, quick=True)
        tasks = tuple(t.shifted(each.serve_s - each.wait_s + by_s) for t in piece.tasks if _of_the_piece(t))
        found.append(TablePiece(dish.key, dish.name, key, replace(piece, tasks=tasks)))
    return tuple(found)


def _of_the_piece(task: Task) -> bool:
    """Fires are lit, oiled and changed for the whole meal, not for one piece; shopping is over."""
    return task.key not in (*AT_THE_FIRE, "shop") and (task.lane != "fire" or task.step != "")


def behind(name: str, planned_s: float, forecast_s: float) -> tuple[float, str]:
    """How far a piece is behind its plan [s], and what to say of it with phrase tokens; nothing where it is near
    enough."""
    late_s = forecast_s - planned_s
    if late_s < LATE_FROM_S:
        return max(late_s, 0.0), ""
    return late_s, say("pieces-is-behind-its-plan-plan-the", name=name, late=quantity.span(late_s))
