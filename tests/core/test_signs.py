"""A first cook: what is laid out follows from the order of work, and nothing seen or felt ends the heat."""

from plans import planned
from wording import worded as written

from brasko.core.foods.cuts import all_cuts
from brasko.core.planner.meal import meal
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.signs import SIGNS, kit_for, sign_of


def test_every_step_of_a_first_steak_has_its_sign():
    spec = PieceSpec("ribeye", 0.038, 0.45, 57.0)
    tasks = [task.key for task in planned(spec, quick=True).tasks]
    for task in tasks:
        assert sign_of(task, all_cuts()["ribeye"], tasks), task


def test_burners_are_told_nothing_of_coals():
    # flames out of the top of a gas grill are no sign that it goes well
    tasks = [task.key for task in planned(PieceSpec("ribeye", 0.038, 0.45, 57.0, fire="gas"), quick=True).tasks]
    assert "light" in tasks
    assert sign_of("light", all_cuts()["ribeye"], tasks) == sign_of("convert", all_cuts()["ribeye"], tasks) == ""
    assert not any("harcoal" in written(thing) for thing in kit_for(f"0:{task}" for task in tasks))


def test_signs_of_a_steak_are_told_of_no_other_food():
    # a burger that "gives under a finger", or chicken that is "pink from edge to edge", is not safe
    for key in ("burger_80_20", "chicken_thigh", "salmon", "pork_chop", "sausage"):
        assert not any(sign_of(task, all_cuts()[key], SIGNS) for task in SIGNS)


def test_the_kit_follows_the_fire():
    # common practice, no source
    spec = PieceSpec("ribeye", 0.038, 0.45, 57.0)
    coals = [written(t) for t in kit_for(task.key for task in meal([planned(spec, quick=True)], quick=True).tasks)]
    gas = [written(t) for t in kit_for(["0:season", "0:preheat", "0:on", "0:rest", "0:serve"])]
    assert any("chimney" in t for t in coals)
    assert not any("chimney" in t for t in gas)
    assert len(set(coals)) == len(coals)
    # the agency's rule against carrying germs from raw to cooked; fire codes' rule for burning fat
    for kit in (coals, gas):
        assert any("clean" in t for t in kit)
        assert any("never water on burning fat" in t for t in kit)


def test_what_goes_straight_over_the_fire_is_not_said_to_lie_quietly():
    steak = all_cuts()["ribeye"]
    assert sign_of("on", steak, ["light", "bank", "on", "rest", "serve"]) == ""
    assert "Hardly a sizzle" in written(sign_of("on", steak, ["bank", "on", "wait", "sear"]))


def test_the_thermometer_decides():
    assert "The thermometer decides" in written(SIGNS["wait"])
