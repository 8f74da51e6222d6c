"""Corrections and the coach beside the sear: each does what it says."""

import sys
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "reference"))

from forecast_trial import scene
from plans import solve_piece
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.forecast.corrections import corrections, raised, twin
from brasko.core.forecast.history import Aside, Began, cook_history
from brasko.core.forecast.searing import sear_check, sear_coach
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Until

STRIP, FIRST_SEARED = 1, 4


@pytest.fixture(scope="module")
def strip():
    return scene(STRIP)


# -------------------------------------------------------------------------------------------------------


@pytest.fixture(scope="module")
def half_way(strip):
    spec, _, so_far, _ = strip
    return twin(spec, so_far, np.zeros(7), 1200.0)


def of(found, key):
    return next(c for c in found if c.key == key)


def test_going_on_as_it_is_ends_as_planned(strip, half_way):
    spec, solution, _, _ = strip
    first = corrections(half_way)[0]
    assert first.key == "as_is"
    planned_s = solution.result.duration_s - solution.rest_s + spec.resting_s
    assert first.done_s == pytest.approx(planned_s, rel=0.02)
    assert first.peak_c == pytest.approx(solution.result.peak_core_c, abs=0.6)


def test_each_correction_does_what_it_says(half_way):
    found = corrections(half_way, eat_s=6000.0)
    assert of(found, "fire_+28").sooner_s > of(found, "fire_+14").sooner_s > 60.0
    assert of(found, "fire_-14").sooner_s < -60.0
    assert of(found, "hot").sooner_s > of(found, "fire_+28").sooner_s
    assert of(found, "hot").grey_rim_share > of(found, "as_is").grey_rim_share
    early = of(found, "pull_early")
    assert early.sooner_s > 60.0
    assert early.event["kind"] == "pull"
    assert of(found, "hold").done_s == pytest.approx(6000.0, abs=5.0)


def test_a_pull_below_the_agency_figure_is_never_offered_unsaid():
    spec = replace(scene(STRIP)[0], cut="burger_80_20", finish_c=71.5, thickness_m=0.025, mass_kg=0.2, crust="none")
    so_far = cook_history(spec, 66.0, (60.0, 30.0), [Began("gentle", 0.0)])
    for each in corrections(twin(spec, so_far, np.zeros(7), 900.0)):
        if each.peak_c < 71.0:
            assert "below the safe minimum" in worded(each.words) or each.key == "as_is"


def seared(strip, for_s, z=None, early_s=0.0):
    spec, solution, _, _ = strip
    off_s = solution.result.steps[0].end_s - early_s
    began = [Began("gentle", 0.0), Began("wait", off_s), Began("sear", off_s + 300.0)]
    so_far = cook_history(spec, solution.pull_c, solution.sear, began)
    return twin(spec, so_far, np.zeros(7) if z is None else z, off_s + 300.0 + for_s)


def test_a_sear_stops_by_crust_or_by_core(strip):
    plain = sear_coach(seared(strip, 120.0, early_s=300.0))
    assert plain.by == "crust"
    assert 10.0 < plain.stop_s < 120.0
    late_s = strip[1].result.steps[0].end_s + 950.0
    late = cook_history(
        strip[0],
        strip[1].pull_c,
        strip[1].sear,
        [Began("gentle", 0.0), Began("wait", late_s - 200.0), Began("sear", late_s)],
    )
    hot = sear_coach(twin(strip[0], late, np.zeros(7), late_s + 30.0))
    assert hot.by == "core"
    assert "Every half minute more adds" in worded(hot.words)
    assert hot.after_k > 0.3


def test_a_longer_sear_that_was_chosen_goes_on_and_tells_its_cost(strip):
    """The cook's own choice stands (common practice, no source), and never without what it costs."""
    spec, solution, _, _ = strip
    said = []
    off_s = solution.result.steps[0].end_s
    for sear in (off_s - 900.0, off_s + 950.0):
        began = [Began("gentle", 0.0), Began("wait", sear - 250.0), Began("sear", sear)]
        longer = cook_history(spec, solution.pull_c, (solution.sear_s + 60.0, solution.flip_every_s), began)
        chosen = sear_coach(twin(spec, longer, np.zeros(7), sear + 60.0), asked=True)
        assert chosen.by == "asked"
        assert chosen.stop_s == pytest.approx(solution.sear_s)
        said.append(chosen.words)
    assert chosen.stop_s > sear_coach(seared(strip, 60.0)).stop_s
    assert "has room" in worded(said[0])
    assert "over the finish" in worded(said[1])


def test_what_is_offered_over_the_fire_can_be_done(strip):
    offered = {c.key: c.event for c in corrections(seared(strip, 20.0))}
    assert offered["raise"] == {"kind": "move", "place": "high"}
    assert offered["sear+30"] == {"kind": "pull", "sear_more_s": 30.0}


def test_a_hold_that_was_chosen_is_followed_and_can_be_made_longer(strip):
    """A warm place no hotter than the pull and a little: it neither cools nor cooks on much (common practice, no
    source). Two hours out of the fridge in all: fsis_safe_temperatures, from memory."""
    spec, solution, _, _ = strip
    began = [Began("gentle", 0.0), Began("wait", 2350.0)]
    cores = []
    for hold_s in (0.0, 1500.0):
        so_far = cook_history(spec, solution.pull_c, solution.sear, began, hold_s=hold_s)
        now = twin(spec, so_far, np.zeros(7), 2500.0)
        assert now.current.until.max_s == pytest.approx(spec.wait_s + hold_s - 150.0)
        found = {c.key: c for c in corrections(now, 6000.0)}
        assert found["hold"].done_s == pytest.approx(6000.0, abs=20.0)
        assert found["hold"].event["hold_more_s"] == pytest.approx(
            found["hold"].done_s - found["as_is"].done_s, abs=5.0
        )
        cores.append(found["hold"].peak_c)
    assert max(cores) < spec.aim_c + 4.0
    assert "{time:7200} at most" in worded(found["hold"].how)
    late = {c.key: c for c in corrections(now, 6000.0 + 2.5 * 3600.0)}
    assert "Don't: it counts" in worded(late["hold"].how)
    assert late["hold"].event == {"kind": "note"}


def test_a_raised_piece_is_followed_where_it_is(strip):
    spec, solution, _, _ = strip
    began = [Began("gentle", 0.0), Began("wait", 2350.0), Began("sear", 2650.0)]
    high = cook_history(spec, solution.pull_c, solution.sear, began, [Aside("high", 2670.0)])
    raised_now = twin(spec, high, np.zeros(7), 2730.0)
    assert min(raised_now.state.browning_s) < min(seared(strip, 80.0).state.browning_s)


def test_a_cook_that_is_all_sear_stops_for_the_middle():
    spec = PieceSpec("strip", 0.028, 0.35, 57.0, method="direct")
    found = solve_piece(spec)
    so_far = cook_history(spec, found.pull_c, found.sear, [Began(found.result.steps[0].name, 0.0)])
    ends_s = found.result.steps[0].end_s
    near, far = (sear_coach(twin(spec, so_far, np.zeros(7), ends_s - left)) for left in (15.0, 240.0))
    assert near.by == "core"
    assert near.stop_s == pytest.approx(15.0, abs=12.0)
    assert "of the crust. Every half minute more adds" in worded(near.words)
    assert far.by == "longer"
    assert far.core_limit_s is None


def test_no_coach_without_a_sear(half_way):
    with refusing(InvalidInput, match="isn't a sear"):
        sear_coach(half_way)


def test_a_grate_that_is_too_cool_is_told_with_what_it_costs(half_way):
    cool, hot = sear_check(half_way, 205.0), sear_check(half_way, 430.0)
    assert "Wait for" in worded(cool.words)
    assert worded(hot.words).startswith("Hot enough")
    assert cool.sear_s is None or cool.sear_s > hot.sear_s
    for cold_c in (5.0, 60.0, 140.0):
        assert "it never gets its crust" in worded(sear_check(half_way, cold_c).words)


def test_raised_it_browns_slower(strip):
    here = seared(strip, 20.0)
    step = replace(here.current, until=Until(90.0))
    assert min(here.on((raised(step),)).end.browning_s) < min(here.on((step,)).end.browning_s)
