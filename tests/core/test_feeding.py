"""A fire that is too short for its cook is fed: when, with how much, and no more often than cooks do."""

from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from plans import planned
from wording import worded

from brasko.core.fire.burn_time import feeding_of
from brasko.core.fire.custom import preparations_of, shipped
from brasko.core.fire.kinds.kind import NOT_LATER_S, Feeding
from brasko.core.planner.meal import plan_meal
from brasko.core.planner.solve.fuel import fuel_of, setup_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.plan import plan_table
from brasko.core.table.problem import Person

SHOULDER = {"cut": "pork_shoulder", "thickness_m": 0.10, "mass_kg": 3.6, "finish_c": 94.0, "method": "low_and_slow"}


def fed(fire: str) -> tuple[list, Feeding | None, float]:
    """The feeding tasks of a shoulder, how its fire is fed, and how long its heat lasts."""
    plan = planned(PieceSpec(**SHOULDER, fire=fire))
    tasks = [t for t in plan.tasks if t.key.startswith("feed_")]
    setup = setup_of(plan.spec)
    return tasks, None if setup is None else feeding_of(setup), plan.solution.result.steps[-1].start_s


def test_a_kettle_gets_a_dozen_or_two_coals_an_hour():
    """8 to 10 briquettes a side once an hour keep a kettle low. Common practice, no source."""
    tasks, feeding, _ = fed("kettle_two_zone")
    gaps = {round(b.start_s - a.start_s) for a, b in pairwise(tasks)}
    assert gaps == {3600}
    assert 8 <= feeding.kg / 0.025 <= 24
    assert "unlit coals" in worded(tasks[0].why)


def test_an_offset_gets_a_split_every_half_hour_to_hour_and_a_half():
    """Small splits every 30 to 60 minutes; ours are of the larger kind (0.9 kg). Common practice, no source."""
    tasks, feeding, lasts_s = fed("offset")
    assert 1800.0 <= feeding.every_s <= 5400.0
    assert len(tasks) >= lasts_s / 5400.0 - 1


def test_a_fuse_that_is_too_short_is_lengthened_and_says_nothing_of_running_out():
    tasks, _, lasts_s = fed("kettle_ring")
    plan = planned(PieceSpec(**SHOULDER, fire="kettle_ring"))
    assert [worded(t.name) for t in tasks] == ["Lengthen the fuse"]
    assert fuel_of(plan.spec, lasts_s).short_s == 0.0
    assert not any(c.key == "short_of_fuel" for c in plan.cautions)


@pytest.mark.parametrize("fire", ["kamado", "gas", "pellet"])
def test_what_lasts_by_itself_is_left_alone(fire):
    """A kamado burns 12 to 18 h on a load, a hopper a day at 225 °F. Common practice, no source."""
    assert fed(fire)[0] == []


def test_a_steak_needs_no_feeding():
    plan = planned(PieceSpec("ribeye", 0.038, 0.45, 54.0))
    assert not [t for t in plan.tasks if t.key.startswith("feed_")]


def test_the_fuel_to_buy_covers_what_is_laid_and_added():
    for fire in ("kettle_two_zone", "kettle_ring", "offset"):
        tasks, _, lasts_s = fed(fire)
        need = fuel_of(PieceSpec(**SHOULDER, fire=fire), lasts_s)
        assert need.refuels == len(tasks)
        assert need.bought_kg >= need.used_kg


@given(
    lasts=st.floats(600.0, 40_000.0),
    every=st.floats(900.0, 20_000.0),
    until=st.floats(0.0, 90_000.0),
)
def test_feeding_begins_in_time_and_never_near_the_end(lasts, every, until):
    found = Feeding(lasts, min(lasts, every), every, 1.0, "", "").moments(until)
    assert all(at < until - NOT_LATER_S for at in found)
    if until <= lasts:
        assert found == ()
    elif len(found) < 60:
        covered = lasts + len(found) * every
        assert covered >= until or min(lasts, every) + len(found) * every >= until - NOT_LATER_S


def test_a_meal_feeds_its_fire_once_for_all_its_dishes():
    """A shoulder and a chicken on one kettle: the coals are somebody's task, and are added for both at once."""
    fire = FireAsk("kettle", fire="kettle_two_zone")
    dishes = (
        DishAsk("shoulder", spec=PieceSpec(**SHOULDER, fire="kettle_two_zone")),
        DishAsk("bird", spec=PieceSpec("chicken_thigh", 0.035, 0.2, 75.0)),
    )
    made = plan_table(TableAsk(dishes, (fire,), (Person("ada", "Ada"),), eaters=4), quick=True)
    fed_at = [w.start_s for w in made.work if w.key == "feed"]
    assert fed_at
    assert len(fed_at) == len(set(fed_at))
    assert all(w.of == "kettle" and w.person == "ada" for w in made.work if w.key == "feed")


@pytest.mark.parametrize(
    ("share", "words"),
    [(0.25, "A quarter of"), (0.5, "Half the"), (0.75, "Three quarters"), (1.0, "A full"), (1.3, "2 chimneys, one")],
)
def test_the_chimney_is_as_full_as_its_coals(share, words):
    """A chimney takes about 2.4 kg of briquettes of 25 g: 96 of them. Common practice, no source."""
    usual = shipped()["kettle_two_zone"].setup
    setup = replace(usual, charcoal=replace(usual.charcoal, layout="level", mass_kg=share * 2.4))
    light = next(p for p in preparations_of(setup) if p.key == "light")
    assert worded(light.why).startswith(words)
    assert f"about {round(share * 96)} briquettes" in worded(light.why)


def test_two_pieces_on_one_fire_feed_it_once():
    spec = PieceSpec(**SHOULDER, fire="kettle_two_zone")
    tasks = plan_meal([spec, replace(spec, thickness_m=0.09, mass_kg=2.8)], quick=True).tasks
    fed_at = [t.start_s for t in tasks if ":feed_" in t.key]
    assert fed_at
    assert min(b - a for a, b in pairwise(sorted(fed_at))) > 1800.0
    assert all(t.piece is None for t in tasks if ":feed_" in t.key)


def test_a_bottle_is_changed_with_everything_off_and_before_it_is_empty():
    """Burners and valve off before it is taken off; soapy water on the fitting; lid open to light. Common practice, no
    source."""
    feeding = feeding_of(shipped()["gas"].setup)
    (first, *_) = feeding.moments(feeding.lasts_s + 60.0)
    assert first < feeding.lasts_s
    assert "Turn off every burner and close the valve" in worded(feeding.how)


def test_a_lid_that_can_flash_says_so_where_coals_are_added():
    assert "flash" in worded(feeding_of(shipped()["kamado"].setup).how)
