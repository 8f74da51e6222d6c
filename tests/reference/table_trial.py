"""Random tables out of real dishes on real fires, with a fixed seed: what the rule and the solver make of them."""

from __future__ import annotations

import random
import time
from dataclasses import dataclass, replace

from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.checker import faults
from brasko.core.table.problem import Dish, Person, Problem, Schedule
from brasko.core.table.rule import by_rule
from brasko.core.table.solver import solved_table
from brasko.core.table.variants import problem_of

FIRES = ("kettle_two_zone", "gas", "burner_medium")
MEATS = (
    PieceSpec("ribeye", 0.038, 0.45, 57.0, count=2),
    PieceSpec("filet", 0.044, 0.23, 53.0, count=2),
    PieceSpec("tri_tip", 0.05, 1.0, 55.0),
    PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="light", count=4),
    PieceSpec("pork_chop", 0.032, 0.32, 63.0, count=2),
)
SIDES = (
    "asparagus",
    "bell_pepper",
    "corn_husk",
    "mushroom",
    "onion",
    "potato_half",
    "bun",
    "flatbread",
    "green_beans",
    "halloumi",
    "beans_pot",
    "sauce_pot",
    "carrot",
    "tomato",
    "peach",
)
SEED, EATERS = 20, 4


@dataclass(frozen=True)
class Tried:
    """One table: how many dishes, fires and people, and what came of it by the rule and by the solver."""

    size: tuple[int, int, int]
    rule: Schedule
    solver: Schedule
    faults: tuple[str, ...]
    seconds: float


def dishes() -> Problem:
    """Every dish with its ways on every fire."""
    asked = tuple(DishAsk(w.cut, w) for w in MEATS) + tuple(DishAsk(key, side=key) for key in SIDES)
    fires = tuple(FireAsk(key, key) for key in FIRES)
    # more dishes than a table may have: posed in halves
    halves = [TableAsk(asked[n::2], fires, (Person("a", "Ada"),), EATERS) for n in (0, 1)]
    posed = [problem_of(half)[1] for half in halves]
    changes = {f.key: {**f.changes, **g.changes} for f, g in zip(posed[0].fires, posed[1].fires, strict=True)}
    merged = tuple(replace(f, changes=changes[f.key]) for f in posed[0].fires)
    return Problem((*posed[0].dishes, *posed[1].dishes), merged, posed[0].people)


def table(known: Problem, rng: random.Random) -> Problem:
    """A table of 2 to 10 dishes on 1 to 3 fires with 1 to 3 people; each dish has at least one way there."""
    fires = rng.sample(known.fires, rng.randint(1, len(known.fires)))
    keys = {fire.key for fire in fires}
    able: list[Dish] = []
    for dish in known.dishes:
        variants = tuple(v for v in dish.variants if {s.place.split("/")[0] for s in v.stays} <= keys)
        if variants:
            able.append(replace(dish, variants=variants))
    some = rng.sample(able, min(rng.randint(2, 10), len(able)))
    people = tuple(Person(f"p{n}", f"P{n}") for n in range(rng.randint(1, 3)))
    return Problem(tuple(some), tuple(fires), people)


def tried(problem: Problem) -> Tried:
    """Both answers to a table, checked apart."""
    begun = time.perf_counter()
    rule, solver = by_rule(problem), solved_table(problem)
    found = (*faults(problem, rule), *faults(problem, solver))
    size = len(problem.dishes), len(problem.fires), len(problem.people)
    return Tried(size, rule, solver, found, time.perf_counter() - begun)
