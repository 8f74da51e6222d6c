"""Long cooks that are sprayed, mopped, glazed and wrapped."""

from __future__ import annotations

from dataclasses import replace

import pytest
from plans import planned as plan_of
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.planner.spec.fields import declared
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Baste, Step, Surroundings, Until, interrupted

FLAT = PieceSpec("brisket_flat", 0.05, 2.2, 93.0, method="low_and_slow", fire="offset", crust="none")
LATENT_J_KG = 2.36e6
"""Heat that dries water at about 60 °C. Source: iapws_if97, in the steam tables of every handbook."""


def hours(spec: PieceSpec) -> float:
    return plan_of(spec).solution.result.duration_s / 3600.0


def basting(spec: PieceSpec):
    return [task for task in plan_of(spec).tasks if task.key.startswith("baste")]


def test_a_spray_costs_about_the_heat_that_dries_it():
    """A hand estimate: the water of one spray over the heat that a face takes in; cooks know that it takes longer."""
    plain, sprayed = hours(FLAT), hours(replace(FLAT, baste="spritz"))
    times = len(basting(replace(FLAT, baste="spritz")))
    each_s = (sprayed - plain) * 3600.0 / times
    flux_w_m2 = 700.0  # air 45 K and walls 60 K warmer than a moist face: 14 W/m2K by air, 7 by radiation
    wetted = 0.6  # the upper face and the edge, of all the surface that takes heat in
    assert wetted * 0.08 * LATENT_J_KG / flux_w_m2 == pytest.approx(each_s, rel=0.5)


def test_it_is_sprayed_again_and_again_once_the_outside_has_set():
    tasks = basting(replace(FLAT, baste="spritz"))
    on_s = next(task.start_s for task in plan_of(replace(FLAT, baste="spritz")).tasks if task.key == "on")
    assert [round((task.start_s - on_s) / 60.0) for task in tasks] == [90 + 45 * n for n in range(len(tasks))]


def test_what_was_sprayed_on_is_no_loss_of_the_piece():
    plain = plan_of(FLAT).solution.result
    mopped = plan_of(replace(FLAT, baste="mop")).solution.result
    assert mopped.mass_loss_share == pytest.approx(plain.mass_loss_share, abs=0.01)
    assert mopped.balance.water_relative_error < 1e-9


def test_a_glaze_goes_on_twenty_minutes_before_the_end_and_changes_no_time():
    glazed = replace(FLAT, baste="glaze")
    (task,) = basting(glazed)
    rest = next(t for t in plan_of(glazed).tasks if t.key == "rest")
    assert rest.start_s - task.start_s == pytest.approx(1200.0)
    assert hours(glazed) == hours(FLAT)


def test_nothing_is_sprayed_once_it_is_wrapped():
    both = replace(FLAT, baste="spritz", wrap="foil")
    wrapped = next(task for task in plan_of(both).tasks if task.key == "gentle_wrapped")
    assert all(task.start_s < wrapped.start_s for task in basting(both))


@pytest.mark.parametrize("cut", ["brisket_flat", "pork_shoulder"])
def test_paper_is_sooner_than_open_and_foil_sooner_than_paper(cut):
    """Why pitmasters wrap (common practice, no source)."""
    spec = (
        replace(FLAT, cut=cut)
        if cut == FLAT.cut
        else PieceSpec(cut, 0.1, 2.5, 93.0, method="low_and_slow", crust="none")
    )
    bare, paper, foil = (hours(replace(spec, wrap=wrap)) for wrap in ("none", "paper", "foil"))
    assert foil < paper < bare


def test_what_is_cooked_until_soft_says_when_it_is_wrapped_and_by_what_sign():
    task = next(t for t in plan_of(replace(FLAT, wrap="foil", wrap_c=74.0)).tasks if t.key == "gentle_wrapped")
    assert "In foil from {temp:74} on" in worded(task.why)
    assert "mahogany" in worded(task.why)


def test_only_the_first_spray_is_explained():
    first, second, *_ = basting(replace(FLAT, baste="spritz"))
    assert "marinade" in worded(first.why)
    assert len(worded(second.why)) < 30


def test_foil_from_an_earlier_reading_on_is_done_sooner():
    early, late = (hours(replace(FLAT, wrap="foil", wrap_c=at)) for at in (66.0, 77.0))
    assert early < late


@pytest.mark.parametrize(
    ("change", "message"),
    [
        ({"wrap_c": 70.0}, "nothing is wrapped"),
        ({"baste": "mop", "method": "low_then_sear"}, "low and slow"),
        ({"wrap": "foil", "wrap_c": 40.0}, "wrap_c must be between 55 and 90"),
        ({"baste": "butter"}, "baste is not known"),
    ],
)
def test_what_cannot_be_basted_or_wrapped_is_refused(change, message):
    with refusing(InvalidInput, match=message):
        replace(FLAT, **change)


def test_a_step_that_is_interrupted_is_sprayed_when_it_would_have_been():
    step = Step("gentle", Surroundings(), Until(4 * 3600.0), baste=Baste(0.1, 5400.0, 2700.0))
    first, pause, again = interrupted(step, 6000.0, 300.0, Surroundings())
    assert first.baste is not None
    assert first.baste.moments(6000.0) == (5400.0,)
    assert pause.baste is None
    assert again.baste is not None
    assert again.baste.moments(4000.0) == (1800.0,)


def test_no_two_answers_have_one_name_outside():
    for names in (
        [each.spoken for each in declared(PieceSpec).values()],
        [each.outside for each in declared(PieceSpec).values()],
    ):
        assert len(set(names)) == len(names)
