"""Whole tables: the rule, the solver and the order of work, checked by a checker written apart from them."""

import itertools
import json
from dataclasses import dataclass, replace
from pathlib import Path

import pytest
from ortools.sat.python import cp_model
from tables import random_table
from wording import refusing, worded

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.cautions import cautions
from brasko.core.table.checker import faults
from brasko.core.table.later import gone_on, moved
from brasko.core.table.model import costs_of, model_of, read_off, solver_with
from brasko.core.table.no_overlap import allowed_of
from brasko.core.table.orders import orders
from brasko.core.table.plan import plan_table
from brasko.core.table.problem import (
    GRID_S,
    Deed,
    Dish,
    Laid,
    Person,
    Pin,
    Place,
    PreviousSchedule,
    Problem,
    Schedule,
    Stay,
    TableFire,
    Variant,
    cost_of,
    merged,
)
from brasko.core.table.readings import refusal
from brasko.core.table.rule import by_rule
from brasko.core.table.solver import solved_table
from brasko.core.table.variants import problem_of

ADA, BO = Person("ada", "Ada"), Person("bo", "Bo")
GAS = FireAsk("gas", "gas")
EXAMPLES = sorted((Path(__file__).parents[2] / "docs" / "examples").glob("*.json"))


@pytest.mark.parametrize("seed", range(25))
def test_neither_the_rule_nor_the_solver_lets_anything_clash(seed):
    problem = random_table(seed)
    rule, solver = by_rule(problem), solved_table(problem)
    assert faults(problem, rule) == []
    assert faults(problem, solver) == []
    if rule.status == "rule":
        assert solver.status != "clash"
        assert solver.cost.total <= rule.cost.total


@pytest.mark.parametrize("seed", range(10))
def test_nobody_does_two_things_at_once_in_the_order_of_work(seed):
    problem = random_table(seed)
    work = orders(problem, solved_table(problem))
    for person in problem.people:
        mine = sorted((w.start_s, w.start_s + w.lasts_s) for w in work if w.person == person.key)
        assert all(a[1] <= b[0] + 1e-6 for a, b in itertools.pairwise(mine))


def small(variants=2, dishes=2, wait=60.0) -> Problem:
    """Small enough to try everything: dishes of one place, on a fire with two states."""
    places = (Place("f/hot", "f", "Hot", 500),)
    fire = TableFire("f", "F", places, {("set", "opened"): 60.0})
    made = []
    for n in range(dishes):
        ways = tuple(
            Variant(
                f"v{k}",
                "",
                "",
                k,
                "f",
                (Stay("f/hot", "opened" if k else "set", -200.0 - 20 * n, -30.0, 300),),
                (Deed("on", "", "", -200.0 - 20 * n, 20), Deed("off", "", "", -40.0, 20)),
                (),
                wait,
            )
            for k in range(variants)
        )
        made.append(Dish(f"d{n}", f"D{n}", ways))
    return Problem(tuple(made), (fire,), (ADA,))


@pytest.mark.parametrize("wait", [60.0, 240.0, 600.0])
def test_the_solver_finds_what_trying_everything_finds(wait):
    """Every combination of ways and waits, judged by the checker alone: the same least cost, or none."""
    problem = small(wait=wait)
    waits = [GRID_S * k for k in range(int(wait / GRID_S) + 1)]
    best = None
    for first, second in itertools.product(*(itertools.product(d.variants, waits) for d in problem.dishes)):
        laid = tuple(Laid(n, v, w, 0, 0.0) for n, (v, w) in enumerate((first, second)))
        if not faults(problem, Schedule("rule", laid)):
            cost = cost_of(problem, laid).total
            best = cost if best is None else min(best, cost)
    found = solved_table(problem)
    assert (found.cost.total if found.status != "clash" else None) == best


def test_the_checker_sees_each_kind_of_fault():
    problem = random_table(0)
    sound = solved_table(problem)
    assert faults(problem, sound) == []
    two = small(wait=600.0)
    both = tuple(Laid(n, two.dishes[n].variants[n], 0.0, 0, 0.0) for n in (0, 1))
    told = " ".join(faults(two, Schedule("rule", both)))
    assert "hands" in told
    assert "no room" in worded(told)
    assert "two states" in worded(told)
    late = (Laid(0, two.dishes[0].variants[0], 900.0, 0, 0.0),)
    assert "at the most" in worded(faults(two, Schedule("rule", late))[0])
    kitchen = replace(two, people=(Person("x", "X", frozenset(("kitchen",))),))
    assert any("may not work" in worded(f) for f in faults(kitchen, Schedule("rule", late)))


def test_the_same_table_gives_the_same_answer():
    problem = random_table(5)
    assert solved_table(problem).laid == solved_table(problem).laid


def test_what_is_impossible_is_told_by_a_smallest_set_and_what_would_do():
    problem = small(variants=1, wait=60.0, dishes=3)
    found = solved_table(problem)
    assert found.status == "clash"
    assert len(found.clash) == 2, "any two of the three are too many"
    assert found.laid, "what fits is laid all the same"
    assert faults(problem, found) == []


def test_pins_are_kept():
    problem = small(wait=600.0, dishes=1)
    pinned = replace(problem, dishes=(replace(problem.dishes[0], pin=Pin("v1", "ada", 120.0)),))
    (laid,) = solved_table(pinned).laid
    assert (laid.variant.key, laid.wait_s) == ("v1", 120.0)


def test_spans_and_what_is_left_of_them():
    assert merged([(0, 4), (5, 9), (30, 31)]) == [(0, 2), (6, 1)]
    assert allowed_of(-5, 5, [(-2, 1), (3, 9)]) == [(-5, -3), (2, 2)]
    assert allowed_of(0, 3, [(-9, 9)]) == []


def test_two_ribeyes_peppers_and_mushrooms_on_one_gas_row():
    """Common practice, no source: the vegetables follow on the heat that the sear needed, within a quarter of an
    hour."""
    ask = TableAsk(
        (
            DishAsk("ribeyes", PieceSpec("ribeye", 0.038, 0.45, 57.0, count=2)),
            DishAsk("peppers", side="bell_pepper"),
            DishAsk("mushrooms", side="mushroom", way="basket"),
        ),
        (GAS,),
        (ADA,),
        2,
    )
    made = plan_table(ask)
    assert made.schedule.status == "optimal"
    assert faults(made.problem, made.schedule) == []
    on = {made.problem.dishes[each.dish].key: each.at(each.variant.on_s) for each in made.schedule.laid}
    assert on["ribeyes"] < on["peppers"]
    assert on["peppers"] > -20 * 60.0
    assert on["mushrooms"] > -20 * 60.0


def test_twelve_patties_go_on_in_lots_where_the_grate_holds_no_more():
    patties = PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="light", count=12)
    ask, problem = problem_of(TableAsk((DishAsk("patties", patties),), (GAS,), (ADA, BO), 12))
    assert [d.spec.count for d in ask.dishes] == [6, 6]
    assert worded([d.name for d in problem.dishes]) == [
        "Burger patty, 80/20, lot 1 of 2",
        "Burger patty, 80/20, lot 2 of 2",
    ]
    assert all(v.most_wait_s <= 600.0 for d in problem.dishes for v in d.variants), (
        "ground meat waits ten minutes at the most"
    )


@pytest.mark.parametrize(
    ("wrong", "field", "words"),
    [
        (lambda: TableAsk((), (GAS,), (ADA,)), "dishes", "at least one dish"),
        (lambda: TableAsk((DishAsk("a", side="corn_bare"),), (), (ADA,)), "fires", "at least one fire"),
        (lambda: TableAsk((DishAsk("a", side="corn_bare"),), (GAS,), ()), "people", "Someone has to cook"),
        (
            lambda: TableAsk((DishAsk("a", side="corn_bare"),), (GAS,), (Person("x", "X", frozenset(("kitchen",))),)),
            "people",
            "nobody who can work at the fire",
        ),
        (
            lambda: TableAsk(tuple(DishAsk(f"d{n}", side="bun") for n in range(40)), (GAS,), (ADA,)),
            "dishes",
            "12 at the most (got 40)",
        ),
        (lambda: DishAsk("a", side="corn_bare", way="pot"), "way", "It goes on the grate, in foil"),
        (lambda: DishAsk("a"), "side", "a dish is one of them"),
        (lambda: DishAsk("a", side="bun", serve_s=5 * 3600.0), "serve_min", "within three hours"),
        (lambda: TableAsk((DishAsk("a", side="bun", fires=("gaz",)),), (GAS,), (ADA,)), "dishes.0.fires", "gas"),
    ],
    ids=[
        "no dish",
        "no fire",
        "nobody",
        "nobody at the fire",
        "forty dishes",
        "no such way",
        "neither",
        "too late a course",
        "unknown fire",
    ],
)
def test_bad_tables_are_told_where_they_are_wrong(wrong, field, words):
    with pytest.raises(InvalidInput) as told:
        wrong()
    assert told.value.field == field
    assert words in worded(f"{told.value.message} {told.value.suggestion or ''}")


def test_a_dish_that_no_fire_can_do_is_told_with_the_reasons():
    with refusing(InvalidInput, match="be cooked on any grill") as told:
        problem_of(TableAsk((DishAsk("a", side="asparagus"),), (FireAsk("hob", "burner_medium"),), (ADA,)))
    assert told.value.field == "dishes.0"
    with pytest.raises(UnknownName):
        FireAsk("x", "campfire")


def test_the_examples_are_invented_tables_of_the_published_format():
    assert len(EXAMPLES) == 10
    for path in EXAMPLES:
        assert json.loads(path.read_text())["format"] == "brasko/meal@2"


def cooking():
    """A table of two dishes of different lengths, planned, as it is when the first is on and the second is not."""
    ask = TableAsk(
        (DishAsk("potatoes", side="potato_half"), DishAsk("asparagus", side="asparagus")),
        (GAS, FireAsk("k", "kettle_two_zone")),
        (ADA, BO),
        4,
    )
    made = plan_table(ask)
    on = {made.problem.dishes[each.dish].key: each.at(each.variant.on_s) for each in made.schedule.laid}
    return made, on


def test_what_is_on_stays_and_what_is_not_begun_moves_with_the_hour():
    made, on = cooking()
    now_s = (on["potatoes"] + on["asparagus"]) / 2.0
    late = gone_on(made, 900.0, now_s)
    assert late.made.schedule.status == "optimal"
    assert faults(late.made.problem, late.made.schedule) == []
    then = {late.made.problem.dishes[e.dish].key: e.at(e.variant.on_s) + 900.0 for e in late.made.schedule.laid}
    assert then["potatoes"] == pytest.approx(on["potatoes"])
    assert then["asparagus"] > on["asparagus"] + 300.0
    assert set(late.pins) == {"potatoes"}
    assert [name for name, _, _ in moved(made, late.made, 900.0)] == ["Asparagus"]


def test_what_waits_past_its_best_is_told():
    made, _ = cooking()
    assert "Potatoes, halved" in worded(gone_on(made, 90 * 60.0, -60.0).past_best)


def test_a_dish_that_cannot_be_ready_any_more_is_told():
    """It was to be on long ago, and nobody put it on."""
    made, on = cooking()
    with refusing(InvalidInput, match="isn't on yet and takes") as told:
        gone_on(made, 60.0, -200.0, {"asparagus": on["asparagus"]})
    assert told.value.field == "dishes.0"


def test_what_went_on_late_is_reckoned_from_when_it_did():
    made, on = cooking()
    ten_late = {"potatoes": on["potatoes"] + 600.0}
    waited = next(e.wait_s for e in made.schedule.laid if e.dish == 0)
    with refusing(InvalidInput, match="went on late"):
        gone_on(made, 0.0, on["potatoes"] + 660.0, ten_late)
    late = gone_on(made, 900.0, on["potatoes"] + 660.0, ten_late)
    assert late.pins["potatoes"].wait_s == pytest.approx(waited + 300.0)


def test_danger_notes_stand_once_with_their_fire_or_their_dish():
    """A kettle's carbon monoxide, gas's fitter, a hob's fat, raw meat kept apart. Common practice, no source."""
    patties = PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="light", count=4)
    ask = TableAsk(
        (
            DishAsk("patties", patties, fires=("gas",)),
            DishAsk("skewers", side="chicken_skewer", fires=("k",)),
            DishAsk("beans", side="beans_pot", fires=("hob",)),
        ),
        (GAS, FireAsk("k", "kettle_two_zone"), FireAsk("hob", "burner_low"), FireAsk("unused", "kamado")),
        (ADA, BO),
        4,
    )
    made = plan_table(ask)
    notes = cautions(made.ask, made.problem, made.schedule)
    texts = [note.text for note in notes]
    assert len(texts) == len(set(texts))
    by = {key: " ".join(n.text for n in notes if n.of == key) for key in ("gas", "k", "hob", "unused")}
    assert "licensed fitter" in worded(by["gas"])
    assert "carbon monoxide" in worded(by["k"])
    assert "never water" in worded(by["hob"])
    assert by["unused"] == "", "a fire that is not lit has no dangers"
    assert sum("never share plates" in worded(text) for text in texts) == 1


@pytest.mark.parametrize("seed", range(12))
def test_what_is_called_proven_is_proven_of_the_cost_that_is_told(seed):
    """The solver's own objective is the cost, to the unit: else its bound would be of something else."""
    problem = random_table(seed)
    model = model_of(problem)
    model.cp.minimize(costs_of(problem, model))
    solver = solver_with(0.3)
    if solver.solve(model.cp) == cp_model.OPTIMAL:
        assert cost_of(problem, read_off(problem, model, solver)).total == round(solver.objective_value)


def test_skewers_of_beef_rest_as_the_agency_asks():
    """145 °F and three minutes. Source: fsis_safe_temperatures."""
    problem = problem_of(TableAsk((DishAsk("a", side="beef_skewer"),), (GAS,), (ADA,)))[1]
    for variant in problem.dishes[0].variants:
        assert max(s.end_s for s in variant.stays) <= -180.0
        assert "rests {time:180}" in worded(variant.deeds[-1].why)


@dataclass(frozen=True)
class Job:
    """A piece of work as it was told, as short as can be."""

    id: str
    of: str
    start_s: float
    least_c: float | None = None
    key: str = "off"
    name: str = ""


@pytest.mark.parametrize(
    ("job", "done", "reading_c", "words"),
    [
        (1, (), None, "must show {least:71.11}"),
        (1, (), 71.0, "Leave it over the heat"),
        (1, (), 71.11, None),
        (2, (), None, "waits for its reading"),
        (2, ("read",), None, None),
        (0, (), None, None),
        (3, (), None, None),
        (4, (), None, None),
    ],
    ids=["no reading", "too low", "enough", "off unread", "off once read", "on before it", "another dish", "a turn"],
)
def test_nothing_is_done_without_its_reading(job, done, reading_c, words):
    """Ground meat: 160 °F in the middle, whatever the rest would add. Source: fsis_safe_temperatures."""
    jobs = [
        Job("on", "patties", -600.0),
        Job("read", "patties", -100.0, 71.11, "read"),
        Job("off", "patties", -80.0),
        Job("corn", "corn", -50.0),
        Job("turn", "patties", -60.0, key="turn"),
    ]
    told = refusal(jobs[job], jobs, done, reading_c)
    assert told is None if words is None else words in worded(told)


@pytest.mark.parametrize("seed", range(12))
def test_the_rule_keeps_what_can_stay_as_it_stood(seed):
    """A dish of the solver's answer is held a little longer: nothing clashes, and most of the rest lies as it lay."""
    problem = random_table(seed)
    best = solved_table(problem)
    if best.status == "clash":
        return
    stood = {
        problem.dishes[e.dish].key: PreviousSchedule(e.variant.key, problem.people[e.person].key, e.wait_s)
        for e in best.laid
    }
    assert by_rule(problem, stood).laid == best.laid, "nothing changed, nothing moves"
    moved_dish = best.laid[0]
    pin = Pin(wait_s=min(moved_dish.wait_s + 60.0, moved_dish.variant.most_wait_s))
    dishes = (replace(problem.dishes[moved_dish.dish], pin=pin), *problem.dishes[1:])
    held = replace(problem, dishes=dishes)
    near = by_rule(held, stood)
    assert faults(held, near) == []
    if near.status == "rule":
        assert near.laid[0].wait_s == pin.wait_s // GRID_S * GRID_S
