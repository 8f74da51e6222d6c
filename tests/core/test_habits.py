"""What a household's marks say of a fire besides its gentle side."""

import math

import pytest

from brasko.core.learning.habits import HABITS, habit_known, lasted
from brasko.core.learning.series import CLIPPED, STAYS


@pytest.mark.parametrize("key", HABITS)
def test_without_cooks_a_habit_is_the_usual(key):
    has = habit_known(HABITS[key], [])
    assert has.figure == HABITS[key].usual
    assert has.cooks == 0


def test_one_cook_moves_it_as_a_normal_prior_has_it():
    """Conjugate normal model (Gelman et al., Bayesian Data Analysis, section 2.5): the one figure is read with the
    reading's own variance and what is new with every cook."""
    gauge = HABITS["gauge"]
    stays = STAYS.value * gauge.prior.value**2
    noise = (1.0 - STAYS.value) * gauge.prior.value**2 + gauge.read**2
    # what is usual fades a little before the first cook too, and stays what it is
    has = habit_known(gauge, [10.0])
    assert has.figure == pytest.approx(10.0 * stays / (stays + noise))
    assert has.sd == pytest.approx(math.sqrt(stays * noise / (stays + noise)))


@pytest.mark.parametrize("key", HABITS)
def test_a_habit_is_what_its_cooks_say_the_more_the_more_there_are(key):
    habit = HABITS[key]
    said = habit.figure(0.9)
    found = [habit_known(habit, [said] * n) for n in (1, 3, 8)]
    away = [habit.away(f.figure) for f in found]
    assert 0.0 < away[0] < away[1] < away[2] < 0.9
    assert away[2] == pytest.approx(0.9, abs=0.12)
    assert found[0].sd > found[1].sd > found[2].sd


@pytest.mark.parametrize("key", HABITS)
def test_one_wild_figure_does_little_harm_and_is_held(key):
    habit = HABITS[key]
    calm = [habit.figure(0.5)] * 6
    moved = habit.away(habit_known(habit, calm).figure) - habit.away(
        habit_known(habit, [*calm, habit.figure(-9.0)]).figure
    )
    assert 0.0 < moved < 0.25, "plain averaging of what is believed would move it by 0.4"
    alone = habit.away(habit_known(habit, [habit.figure(40.0)] * 3).figure)
    assert alone <= CLIPPED


def test_slower_and_faster_are_alike():
    start = HABITS["start"]
    slow, fast = habit_known(start, [1.25] * 3).figure, habit_known(start, [0.8] * 3).figure
    assert slow * fast == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("measured_s", "planned_s", "times"),
    [(1500.0, 1200.0, 1.25), (900.0, 1200.0, 0.75), (60.0, 1200.0, None), (9000.0, 1200.0, None), (60.0, 0.0, None)],
)
def test_a_mark_at_the_wrong_moment_says_nothing(measured_s, planned_s, times):
    assert lasted(measured_s, planned_s) == times
