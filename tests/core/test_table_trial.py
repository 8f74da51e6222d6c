"""Random tables out of real dishes on real fires, a few of those that `make table-trial` runs two hundred of."""

import itertools
import random

import pytest
import table_trial as trial

from brasko.core.table.orders import orders
from brasko.core.table.problem import cost_of

TABLES = 12


@pytest.fixture(scope="module")
def known():
    few = pytest.MonkeyPatch()
    few.setattr(trial, "MEATS", trial.MEATS[:3])
    few.setattr(trial, "SIDES", ("asparagus", "bun", "beans_pot", "onion", "potato_half", "halloumi"))
    yield trial.dishes()
    few.undo()


@pytest.fixture(scope="module")
def tables(known):
    rng = random.Random(trial.SEED)
    return [(problem, trial.tried(problem)) for problem in (trial.table(known, rng) for _ in range(TABLES))]


def test_every_dish_can_be_cooked_somewhere_in_more_than_one_way(known):
    assert len(known.dishes) == 9
    assert all(dish.variants for dish in known.dishes)
    assert sum(len(dish.variants) for dish in known.dishes) > 20


def test_none_has_a_fault_and_the_solver_is_never_dearer(tables):
    assert [told.faults for _, told in tables if told.faults] == []
    for _, told in tables:
        if told.rule.status == "rule":
            assert told.solver.cost.total <= told.rule.cost.total


def test_costs_are_those_of_what_is_laid(tables):
    for problem, told in tables:
        assert told.solver.cost == cost_of(problem, told.solver.laid)
        if told.solver.status == "feasible":
            assert 0.0 <= told.solver.gap <= 1.0


def test_everybodys_work_is_one_thing_after_another_with_preparation_and_fires(tables):
    for problem, told in tables:
        work = orders(problem, told.solver)
        for person in problem.people:
            mine = sorted((w.start_s, w.start_s + w.lasts_s) for w in work if w.person == person.key)
            assert all(a[1] <= b[0] + 1e-6 for a, b in itertools.pairwise(mine))
        first = {
            f.key: min((w.start_s for w in work if w.place.startswith(f"{f.key}/")), default=0.0) for f in problem.fires
        }
        for fire in problem.fires:
            lit = [w for w in work if w.of == fire.key and w.key in ("light", "preheat")]
            assert all(w.start_s < first[fire.key] for w in lit), "a fire is lit before its first food"
