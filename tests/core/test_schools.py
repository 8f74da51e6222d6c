"""Where cooks disagree: each answer is computed, and the sentence says what the figures do."""

from dataclasses import replace

import pytest
from plans import planned
from wording import refusing, worded

from brasko.core.errors import UnknownName
from brasko.core.planner.advice.schools import questions, school_of
from brasko.core.planner.spec.piece import PieceSpec

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0, crust="light")


def every(spec):
    mine = planned(spec, quick=True)
    return {key: school_of(mine, key) for key in questions(mine)}


@pytest.fixture(scope="module")
def asked():
    return every(replace(RIBEYE, method="direct"))


def test_every_question_is_asked(asked):
    assert set(asked) == {"flips", "temper", "marks", "lid", "rest", "rest_for", "rub"}
    for school in asked.values():
        assert len(school.variants) >= 2
        assert school.says
        assert sum(v.mine for v in school.variants) <= 1
    assert asked["temper"].variants[0].mine


def test_frequent_flips_are_sooner_and_leave_less_rim(asked):
    """Flipping often cooks faster and more evenly (thiffeault_2022, from memory)."""
    had = [v for v in asked["flips"].variants if not v.why]
    once = next(v for v in had if worded(v.name) == "once")
    often = min(had, key=lambda v: v.grey_rim_share)
    assert worded(often.name) != "once"
    assert often.grey_rim_share < once.grey_rim_share
    assert "% gray" in worded(asked["flips"].says)


def test_tempering_saves_a_few_minutes(asked):
    """Half an hour or an hour out saves little (common practice, no source)."""
    straight, half, hour = asked["temper"].variants
    assert 0.0 < straight.on_s - hour.on_s < 600.0
    assert straight.on_s - half.on_s < straight.on_s - hour.on_s + 60.0


def test_foil_carries_over_further_than_an_open_rack(asked):
    """Foil keeps heat in: the core climbs further (common practice, no source)."""
    by_name = {worded(v.name): v for v in asked["rest"].variants}
    assert by_name["On a board under loose foil"].rise_k >= by_name["On a rack, open"].rise_k


def test_rubs_are_judged_by_the_surface(asked):
    salt, pepper, sugar = asked["rub"].variants
    assert salt.why == ""
    assert "scorches" in worded(sugar.why)
    assert pepper.spec.rub == "pepper"


def test_a_long_cook_is_asked_whether_it_is_wrapped():
    found = every(PieceSpec("pork_shoulder", 0.09, 1.6, 93.0, method="low_and_slow", crust="none"))
    assert {"wrap", "baste", "temper", "rest", "rub"} == set(found)
    bare, _, foil = found["wrap"].variants
    assert bare.mine
    assert foil.mass_loss_share < bare.mass_loss_share
    assert "{time:" in worded(found["wrap"].says) or "No difference" in worded(found["wrap"].says)


def test_a_longer_rest_is_pulled_earlier():
    """The middle of a thick steak climbs for minutes: served at two it is pulled later (common practice, no source)."""
    short, *_, long = sorted(every(RIBEYE)["rest_for"].variants, key=lambda v: v.spec.rest_s)
    assert short.pull_c >= long.pull_c


def test_two_parts_are_asked_how_long_the_sear_and_how_hot_the_rest():
    """Hotter gentle air is sooner; a longer sear is pulled earlier (common practice, no source)."""
    asked = every(RIBEYE)
    low, *_, high = asked["gentle"].variants
    assert low.on_s > high.on_s
    short, *_, long = asked["sear_for"].variants
    assert short.pull_c > long.pull_c
    assert short.grey_rim_share <= long.grey_rim_share + 0.01


def test_an_unknown_question_is_refused():
    with refusing(UnknownName, match="school is not known"):
        school_of(planned(RIBEYE, quick=True), "colour")
