"""The meat of a table as plans of its own: the same cook at the same moments as the schedule has it."""

import pytest
from plans import planned
from wording import worded

from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.pieces import LATE_FROM_S, behind, pieces_of
from brasko.core.table.plan import plan_table
from brasko.core.table.problem import Person, Pin

TOGETHER_S = 5.0
"""A schedule lies on a grid of so many seconds."""


def table(wait_s: float = 0.0) -> TableAsk:
    ribeye = DishAsk("ribeye", PieceSpec("ribeye", 0.038, 0.45, 57.0), pin=Pin(wait_s=wait_s))
    return TableAsk((ribeye, DishAsk("bread", side="bun")), (FireAsk("row", "gas"),), (Person("ada", "Ada"),))


@pytest.mark.parametrize("wait_s", [0.0, 300.0])
def test_a_piece_goes_on_and_comes_off_when_the_schedule_says(wait_s):
    made = plan_table(table(wait_s))
    (piece,) = pieces_of(made, planned)
    (laid,) = [each for each in made.schedule.laid if made.problem.dishes[each.dish].key == "ribeye"]
    assert piece.plan.on_s == pytest.approx(laid.at(laid.variant.on_s), abs=TOGETHER_S)
    off_s = next(t.start_s for t in piece.plan.tasks if t.step == piece.plan.solution.result.steps[-1].name)
    assert off_s == pytest.approx(laid.at(max(s.end_s for s in laid.variant.stays)), abs=TOGETHER_S)


def test_fires_are_lit_for_the_table_and_not_for_a_piece():
    (piece,) = pieces_of(plan_table(table()), planned)
    assert {t.key for t in piece.plan.tasks}.isdisjoint({"shop", "preheat", "light"})
    assert {"on", "serve"} <= {t.key for t in piece.plan.tasks}


def test_later_moves_all_of_it():
    made = plan_table(table())
    (now,), (later,) = pieces_of(made, planned), pieces_of(made, planned, 600.0)
    assert later.plan.on_s - now.plan.on_s == pytest.approx(600.0)


def test_a_little_behind_is_not_told():
    assert behind("Ribeye", -600.0, -700.0) == (0.0, "")
    assert behind("Ribeye", -600.0, -600.0 + LATE_FROM_S - 1.0)[1] == ""
    late_s, words = behind("Ribeye", -600.0, -300.0)
    assert late_s == 300.0
    assert "{time:300} behind" in worded(words)
