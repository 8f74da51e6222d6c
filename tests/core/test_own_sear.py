"""A sear and salt of the cook's own: as long and as much as they say, whatever Brasko would take."""

import pytest
from plans import planned
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.planner.advice.amounts import amounts
from brasko.core.planner.spec.piece import PieceSpec

RIBEYE = {"thickness_m": 0.038, "mass_kg": 0.45, "finish_c": 54.0, "fire": "kettle_two_zone"}


def steak(**more) -> PieceSpec:
    return PieceSpec("ribeye", **{**RIBEYE, **more})


@pytest.mark.parametrize("method", ["low_then_sear", "sear_then_low"])
@pytest.mark.parametrize("side_s", [20.0, 90.0])
def test_a_sear_is_as_long_as_the_cook_says_and_the_peak_is_still_the_finish(method, side_s):
    found = planned(steak(method=method, sear_side_s=side_s)).solution
    assert found.sear_s == pytest.approx(2.0 * side_s)
    assert found.result.peak_core_c == pytest.approx(54.0, abs=0.2)


def test_a_longer_sear_is_pulled_earlier_and_browns_more():
    short, long = (planned(steak(sear_side_s=s)).solution for s in (30.0, 90.0))
    assert short.pull_c > long.pull_c + 2.0
    assert min(short.result.end.browning_s) < min(long.result.end.browning_s)


def test_a_short_sear_says_what_it_lacks():
    plan = planned(steak(sear_side_s=20.0))
    said = worded(next(c.text for c in plan.cautions if c.key == "short_of_crust"))
    assert "a side gives about 5 % of a good crust" in said


def test_an_own_pull_and_an_own_sear_are_both_kept():
    found = planned(steak(sear_side_s=45.0, pull_offset_k=8.0)).solution
    assert (found.pull_c, found.sear_s) == (pytest.approx(46.0), pytest.approx(90.0))


@pytest.mark.parametrize(
    ("more", "words"),
    [
        ({"sear_side_s": 3600.0}, "between 10 and 300 s"),
        ({"sear_side_s": 60.0, "method": "direct"}, "two parts"),
        ({"salt_share": 0.12}, "between 0.3 and 2.5 %"),
    ],
)
def test_what_nobody_does_is_refused_in_the_words_of_the_trade(more, words):
    with refusing(InvalidInput, words):
        steak(**more)


def test_salt_is_weighed_by_the_meat():
    """1.5 % of 450 g is 6.75 g: arithmetic."""
    plan = planned(steak(salt_share=0.015))
    season = worded(next(t.why for t in plan.tasks if t.key == "season"))
    assert "1.5 % of the weight" in season
    assert amounts(plan.spec, plan.solution).salt_g == pytest.approx(6.75)
