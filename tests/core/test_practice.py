"""Practice: drills, what counts, what mattered, feel and look."""

import math
from dataclasses import replace

import pytest
from plans import planned

from brasko.core.fire.hand import PAIN_THRESHOLD, hand_seconds
from brasko.core.forecast.history import Aside, Began, FireChange
from brasko.core.practice.debrief import Went, as_it_went, moments, other_hands
from brasko.core.practice.drills import DRILLS, changes_for, drill_named, truth_for
from brasko.core.practice.feel import COLOURS_C, KINDS, PLACES_C, QUESTIONS, mixed, palm_seconds, round_of
from brasko.core.practice.score import UNSAFE_MAX, WEIGHTS, Came, scored, together
from brasko.core.practice.truth import drawn_truth
from brasko.core.words import BEGIN
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import spec_of
from brasko.words import rendered

GOOD = Came(55.0, 55.0, 0.15, 0.15, 1.0, 0.0, 2)
EVEN = replace(
    drawn_truth(1), film_factor=1.0, thickness_factor=1.0, start_offset_k=0.0, fire_offset_k=0.0, probe_depth_share=0.5
)


# --- drills -----------------------------------------------------------------------------------------------------------


def test_there_are_a_dozen_drills_each_with_its_story():
    assert len(DRILLS) == 12
    assert len({d.key for d in DRILLS}) == 12
    for drill in DRILLS:
        assert all(len(rendered(text)) > 5 for text in (drill.name, drill.story, drill.watch))


@pytest.mark.parametrize("drill", DRILLS, ids=lambda d: d.key)
def test_every_drill_can_be_planned(drill):
    for piece in drill.pieces:
        plan = planned(spec_of(PieceIn(**piece)), quick=True)
        over_k = plan.solution.result.peak_core_c - plan.spec.finish_c
        # where a reading ends the heat the rest adds to it
        assert (-0.5 < over_k < 8.0) if plan.spec.reading_c is not None else abs(over_k) < 2.5


def test_a_drills_kitchen_is_its_own_and_a_plain_practices_is_drawn():
    first = drill_named("first_fire")
    assert truth_for("first_fire", 7).fire_offset_k == first.truth["fire_offset_k"] == 0.0
    assert truth_for("", 7) == drawn_truth(7)
    assert truth_for("first_fire", 7) == truth_for("first_fire", 7)


def test_what_happens_behind_the_back_comes_in_its_time():
    done = [FireChange(400.0, 10.0)]
    assert changes_for("dying", done, 300.0) == done
    later = changes_for("dying", done, 3600.0)
    assert len(later) == 7
    assert [c.at_s for c in later] == sorted(c.at_s for c in later)
    assert sum(c.delta_k for c in later) < -25.0
    assert changes_for("", done, 9999.0) == done


# --- score ------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("change", "key"),
    [
        ({"peak_c": 59.0}, "finish"),
        ({"peak_c": 51.0}, "finish"),
        ({"late_s": 900.0}, "time"),
        ({"late_s": -900.0}, "time"),
        ({"rim_share": 0.3}, "rim"),
        ({"crust_share": 0.4}, "crust"),
        ({"crust_share": 4.0}, "crust"),
        ({"readings": 12}, "readings"),
    ],
)
def test_a_perfect_cook_has_full_marks_and_each_fault_costs_its_own(change, key):
    assert scored(GOOD).points == 100
    worse = scored(replace(GOOD, **change))
    assert worse.points < 100
    assert [p.key for p in worse.parts if p.mark < 1.0] == [key]
    assert worse.points == pytest.approx(
        100.0 * (1.0 - WEIGHTS[key] * (1.0 - next(p.mark for p in worse.parts if p.key == key))), abs=0.51
    )


def test_what_is_unsafe_is_never_worth_much():
    """The agency's figure is not the eater's choice: USDA FSIS, poultry 165 °F."""
    safe = replace(GOOD, reading_needed_c=73.9, reading_c=74.0, peak_c=75.0, finish_c=75.0)
    assert scored(safe).points == 100
    raw = scored(replace(safe, reading_c=70.0))
    assert not raw.safe
    assert raw.points <= 100 * UNSAFE_MAX
    assert not scored(replace(safe, reading_c=None)).safe
    assert together([scored(GOOD), raw]) <= 100 * UNSAFE_MAX
    assert "Don't eat it like that" in rendered(raw.parts[-1].words)


# --- debrief ----------------------------------------------------------------------------------------------------------


@pytest.fixture(scope="module")
def plan():
    return planned(spec_of(PieceIn(cut="ribeye", thickness_mm=38, finish_c=55, method="low_then_sear")), quick=True)


def went(plan, late_s=0.0, sear_more_s=0.0, asides=(), done=(), happened=()):
    steps = plan.solution.result.steps
    began, shift = [], 0.0
    for step in steps:
        began.append(Began(step.name, step.start_s + shift))
        if step.name == "gentle":
            shift += late_s
        if step.name == "sear":
            shift += sear_more_s
    over = steps[-1].end_s + shift
    return Went(tuple(began), asides, done, happened, plan.solution.pull_c, plan.solution.sear, over)


def told(plan, story):
    steps = [(s.name, s.start_s, s.end_s) for s in plan.solution.result.steps]
    return moments(plan.spec, EVEN, story, steps)


def test_followed_in_the_kitchen_that_was_planned_it_comes_out_as_planned(plan):
    result = as_it_went(plan.spec, EVEN, went(plan))
    assert result.peak_core_c == pytest.approx(plan.solution.result.peak_core_c, abs=1.0)
    assert all(abs(m.cost_k) < 1.5 for m in told(plan, went(plan)))


def test_what_was_done_wrong_is_the_moment_that_is_told(plan):
    late = told(plan, went(plan, late_s=600.0))[0]
    assert late.key == "gentle"
    assert late.cost_k > 2.0
    assert "after the probe was there" in rendered(late.words)
    seared = told(plan, went(plan, sear_more_s=150.0))[0]
    assert seared.key == "sear"
    assert seared.cost_k > 1.0


def test_pulled_too_soon_it_is_told_how_long_it_would_have_stayed(plan):
    soon = told(plan, went(plan, late_s=-600.0))[0]
    assert soon.cost_k < -2.0
    assert soon.cost_s == pytest.approx(-600.0, abs=240.0)
    assert soon.probe_c < plan.solution.pull_c - 1.0


def test_a_lid_that_stood_open_has_its_cost(plan):
    gentle = plan.solution.result.steps[0]
    open_ = Aside("lid", 0.3 * gentle.end_s, 0.3 * gentle.end_s + 600.0)
    (moment,) = [m for m in told(plan, went(plan, asides=(open_,))) if m.key == "lid"]
    assert moment.cost_k < -0.4
    assert moment.at_s == open_.start_s


def test_the_truth_answers_what_is_done_to_the_fire(plan):
    plain = as_it_went(plan.spec, EVEN, went(plan)).peak_core_c
    hot = as_it_went(plan.spec, EVEN, went(plan, done=(FireChange(300.0, 30.0),))).peak_core_c
    sagging = as_it_went(plan.spec, EVEN, went(plan, happened=(FireChange(300.0, -30.0),))).peak_core_c
    assert hot > plain + 2.0
    assert sagging < plain - 2.0


def test_other_hands_pull_by_the_probe_in_the_same_kitchen(plan):
    """In another kitchen the plan to the letter still ends near its finish, for it pulls by what the probe shows; who
    knew the kitchen does no worse."""
    truth = replace(EVEN, fire_offset_k=-12.0, film_factor=0.9)
    letter, knew = other_hands(plan.spec, truth, (FireChange(600.0, -10.0),))
    assert (letter.key, knew.key) == ("plan", "knew")
    assert abs(letter.peak_c - 55.0) < 4.0
    assert abs(knew.peak_c - 55.0) < 1.0


# --- feel and look ----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("kind", KINDS)
def test_a_round_of_feel_is_computed_and_repeatable(kind):
    one = round_of(kind, 5)
    assert one == round_of(kind, 5)
    assert one != round_of(kind, 6)
    assert len(one) == QUESTIONS
    for question in one:
        assert len(set(question.choices)) == 4
        assert 0 <= question.right < 4
        assert BEGIN not in rendered(question.asked) + rendered(question.why)


def test_a_palm_bears_a_place_as_the_table_of_pain_has_it():
    """API 521: 4.73 kW/m2 hurts after 16 s, 11.67 after 4 s; hotter places are borne for less."""
    seconds = [palm_seconds(c) for c in PLACES_C]
    assert seconds == sorted(seconds, reverse=True)
    flux, borne = PAIN_THRESHOLD[3]
    assert float(hand_seconds(flux)) == pytest.approx(borne)
    assert 1.0 < palm_seconds(350.0) < 6.0
    assert math.isclose(palm_seconds(110.0), palm_seconds(110.0))


def test_colours_lie_between_those_that_are_painted():
    from brasko.core.foods.colour import COLOURS

    for at, colour, _ in COLOURS["red"][:-1]:
        assert mixed(at) == colour
    assert len({mixed(c) for c in COLOURS_C}) == len(COLOURS_C)
