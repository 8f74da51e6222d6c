"""What a log of cooks says: a season, differences, next time."""

from dataclasses import replace

import numpy as np
import pytest

from brasko.core.logbook.differences import asked_differently, came_out_differently
from brasko.core.logbook.next_time import next_time
from brasko.core.logbook.season import Past, season
from brasko.core.planner.spec.piece import PieceSpec
from brasko.words import rendered as worded

STEAK = PieceSpec("ribeye", 0.038, 0.4, 55.0, method="low_then_sear")


def cooks(gaps, slow=0.0):
    return [Past("Ribeye" if n % 3 else "Flank", gap, slow, 4) for n, gap in enumerate(gaps)]


def test_a_season_is_counted_and_its_middle_told():
    told = season([Past("Ribeye", 3.0, 0.1, 5), Past("Ribeye", -1.0, 0.0, 3), Past("Flank", None, None, None)])
    assert (told.cooks, told.gap_k, told.slow_off, told.stars) == (3, 2.0, 0.05, 4.0)
    assert [(c.cut, c.cooks) for c in told.cuts] == [("Ribeye", 2), ("Flank", 1)]
    assert told.near_share == 0.5
    assert "Too few cooks for a trend" in worded(told.words)


def test_an_empty_season_says_what_is_missing():
    assert season([]).gap_k is None
    assert "No readings yet" in worded(season([]).words)


def test_a_season_that_gets_better_says_so():
    """Theil-Sen slope of a straight line is its slope (Sen 1968); with noise about it the line is found again."""
    told = season(cooks([6.0 - 0.5 * n for n in range(9)]))
    assert told.trend_k == pytest.approx(-4.0)
    assert worded(told.words).startswith("Plans are getting closer: 4 °C")
    noisy = 6.0 - 0.5 * np.arange(12) + np.random.default_rng(2).normal(0.0, 0.4, 12)
    assert season(cooks(noisy.tolist())).trend_k == pytest.approx(-5.5, abs=1.2)
    assert "miss by more" in worded(season(cooks([1.0 + 0.4 * n for n in range(9)])).words)


def test_one_wild_cook_does_not_turn_a_trend():
    gaps = [6.0 - 0.5 * n for n in range(9)]
    gaps[7] = 30.0
    assert season(cooks(gaps)).trend_k < -2.0


def test_no_trend_is_made_of_noise():
    told = season(cooks(np.random.default_rng(4).uniform(0.0, 3.0, 9).tolist()))
    assert "Neither closer nor further off" in worded(told.words)


def test_cooks_asked_alike_do_not_differ():
    assert asked_differently(STEAK, replace(STEAK, air_more_k=4.0)) == []
    assert came_out_differently(56.0, 1800.0, 56.3, 1850.0) == []


def test_every_answer_that_differs_is_told_with_both():
    other = replace(STEAK, thickness_m=0.035, rest="open", temper_s=1800.0, at_risk=False, gentle_c=130.0)
    said = [worded(s) for s in asked_differently(STEAK, other)]
    assert "thickness 38 mm, not 35 mm" in said
    assert any(s.startswith("rest ") and ", not " in s for s in said)
    assert any("out of the fridge" in s and "30 min" in s for s in said)
    assert any("as computed, not 130" in s for s in said)
    assert len(said) == 4


def test_what_came_of_it_is_told_too():
    said = [worded(s) for s in came_out_differently(58.0, 2400.0, 55.0, 1800.0)]
    assert said == ["its middle was 3 °C warmer", "its gentle part took 10 min longer"]


@pytest.mark.parametrize(
    ("verdict", "field", "way"),
    [
        (("over", "", ""), "finish_c", -1),
        (("under", "", ""), "finish_c", 1),
        (("", "", "wide"), "gentle_c", -1),
    ],
)
def test_each_verdict_moves_the_next_plan_its_own_way(verdict, field, way):
    (change,) = next_time(STEAK, *verdict)
    was = STEAK.gentle_zone.air_c if field == "gentle_c" else getattr(STEAK, field)
    assert way * (change.answers[field] - was) > 1.0
    assert worded(change.words)


def test_a_crust_goes_up_and_down_by_one():
    assert next_time(STEAK, "", "thin", "")[0].answers == {"crust": "deep"}
    assert next_time(STEAK, "", "heavy", "")[0].answers == {"crust": "light"}
    assert next_time(replace(STEAK, crust="deep"), "", "thin", "") == (), "there is no deeper one"


def test_what_was_right_changes_nothing():
    assert next_time(STEAK, "right", "right", "right") == ()
    assert next_time(STEAK, "", "", "") == ()


def test_no_verdict_moves_a_finish_below_what_an_agency_asks():
    """FSIS safe minimum internal temperatures: poultry 165 °F, ground 160 °F, whole cuts 145 °F."""
    thigh = PieceSpec("chicken_thigh", 0.03, 0.15, 75.0)
    assert next_time(thigh, "over", "", "") == ()
    pork = PieceSpec("pork_chop", 0.03, 0.25, 62.8)
    assert next_time(pork, "over", "", "") == ()
    (warmer,) = next_time(pork, "under", "", "")
    assert warmer.answers["finish_c"] > 62.8


def test_a_direct_steak_with_a_wide_rim_is_cooked_gently_first():
    (change,) = next_time(replace(STEAK, method="direct"), "", "", "wide")
    assert change.answers == {"method": "low_then_sear"}
