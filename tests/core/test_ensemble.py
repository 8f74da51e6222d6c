"""The forecast: kitchens as polynomials, readings weighed against them, and what is told from the answer."""

import sys
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "reference"))

from forecast_trial import WANDER_K, alarmed, judged, readings_of, real_cook, scene, truths
from plans import solve_piece
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.forecast.ensemble import (
    MIN_MEMBERS,
    depth_share,
    ensemble,
    slopes_of_terms,
    terms,
    varied_food,
    varied_steps,
)
from brasko.core.forecast.faults import faults
from brasko.core.forecast.history import Aside, Began, FireChange, cook_history
from brasko.core.forecast.lessons import learned
from brasko.core.forecast.readings import Reading
from brasko.core.forecast.update import forecast_of
from brasko.core.forecast.why import probe_off_m, why
from brasko.core.heat.simulation import simulate
from brasko.core.planner.spec.piece import PieceSpec
from brasko.words import rendered

STRIP, FIRST_SEARED = 1, 4


@pytest.fixture(scope="module")
def strip():
    return scene(STRIP)


# --- what a cook has been through
# --------------------------------------------------------------------------------------


def test_the_past_lasts_as_long_as_it_lasted(strip):
    spec, solution, _, _ = strip
    began = [Began("gentle", 0.0), Began("wait", 2500.0), Began("sear", 2700.0)]
    so_far = cook_history(spec, solution.pull_c, solution.sear, began)
    assert [(s.name, s.until.max_s) for s in so_far.past] == [("gentle", 2500.0), ("wait", 200.0)]
    assert worded(so_far.current.name) == "sear"
    assert [s.name for s in so_far.rest] == ["rest"]


def test_stretches_aside_are_cut_out_of_their_step(strip):
    spec, solution, _, _ = strip
    asides = [Aside("lid", 300.0, 420.0), Aside("off", 600.0, None)]
    so_far = cook_history(
        spec, solution.pull_c, solution.sear, [Began("gentle", 0.0)], asides, [FireChange(500.0, 14.0)]
    )
    assert [s.until.max_s for s in so_far.past] == pytest.approx([300.0, 120.0, 80.0, 100.0])
    lid, after, changed = so_far.past[1], so_far.past[2], so_far.past[3]
    assert lid.surroundings.top.air_c < after.surroundings.top.air_c - 30.0
    assert changed.surroundings.top.air_c == pytest.approx(after.surroundings.top.air_c + 14.0)
    assert so_far.current.surroundings.top.air_c == pytest.approx(22.0)
    assert sum(s.until.max_s for s in so_far.past) == pytest.approx(so_far.since_s)


def test_a_step_that_was_never_planned_is_refused(strip):
    spec, solution, _, _ = strip
    with refusing(InvalidInput, match="not planned"):
        cook_history(spec, solution.pull_c, solution.sear, [Began("bath", 0.0)])
    with refusing(InvalidInput, match="nothing is on the fire"):
        cook_history(spec, solution.pull_c, solution.sear, [])


def test_the_air_about_warm_fat_says_nothing_of_it():
    """A probe on the grate reads the kettle, and the fat is far cooler: no forecast moves by it."""
    spec = PieceSpec("ribeye", 0.0381, 0.45, 57.0, method="char_then_bath")
    solution = solve_piece(spec)
    began = [Began("sear", 0.0), Began("gentle", 240.0)]
    so_far = cook_history(spec, solution.pull_c, solution.sear, began)
    assert ensemble(spec, so_far, members=8).air_c is None
    kettle = replace(spec, method="sear_then_low")
    other = solve_piece(kettle)
    assert ensemble(kettle, cook_history(kettle, other.pull_c, other.sear, began), members=8).air_c > 90.0


# --- kitchens
# ----------------------------------------------------------------------------------------------------------


def test_slopes_are_those_of_the_terms():
    z = np.array([0.3, -0.7, 1.1])
    small = 1e-6
    for n in range(3):
        moved = z.copy()
        moved[n] += small
        numeric = (terms(moved[None], 4) - terms(z[None], 4))[0] / small
        assert slopes_of_terms(z, 4)[n] == pytest.approx(numeric, abs=1e-4)


@pytest.mark.parametrize(
    "z", [np.zeros(5), np.array([1.1, -0.3, 0.2, -1.0, 0.9]), np.array([-0.6, 1.0, -0.7, 0.8, -1.3])]
)
def test_polynomials_agree_with_the_simulation(strip, z):
    """The fit against the heat core on its usual grid, in kitchens that were not among those it was made from."""
    spec, _, so_far, known = strip
    step = replace(so_far.current, until=replace(so_far.current.until, max_s=9000.0))
    food = replace(varied_food(spec, z), probe_depth_share=depth_share(spec.thickness_m, z[4]))
    real = simulate(food, varied_steps((step,), z), every_s=10.0)
    length = float(np.exp((known.terms(z[None], 4) @ known.ends_of)[0, 0]))
    assert length == pytest.approx(real.duration_s, rel=0.02)
    moments = np.linspace(120.0, real.duration_s - 60.0, 8)
    shown = np.interp(moments, known.time_s, (known.terms(z[None], 5) @ known.sensors["tip"].of)[0])
    assert shown == pytest.approx(np.interp(moments, real.time_s, real.probe_c), abs=0.5)


def test_as_few_kitchens_as_a_server_may_be_given_are_nearly_as_good(strip):
    """In the usual kitchen, and in one that is most of a standard deviation off. A bound of our own."""
    spec, _, so_far, known = strip
    few = ensemble(spec, so_far, members=MIN_MEMBERS)
    for z in (np.zeros(4), np.array([0.7, -0.5, 0.4, -0.8])):
        length, by_few = (float(np.exp((e.terms(z[None], 4) @ e.ends_of)[0, 0])) for e in (known, few))
        assert by_few == pytest.approx(length, rel=0.02)


def test_without_readings_the_plan_stands(strip):
    _, solution, _, known = strip
    found = forecast_of(known, [])
    assert found.end_s == pytest.approx(solution.result.steps[0].end_s, rel=0.01)
    assert found.peak_c == pytest.approx(solution.result.peak_core_c, abs=0.4)
    assert found.end_span_s.low < found.end_s < found.end_span_s.high
    assert found.end_span_s.high - found.end_span_s.low > 600.0


def test_readings_narrow_the_range_and_order_does_not_matter(strip):
    _, _, _, known = strip
    truth = truths(1)[0]
    real, share = real_cook(STRIP, truth)
    seen = readings_of(STRIP, truth, real, share, 0.6 * real.duration_s, ("tip", "shaft", "edge", "air"))
    found, mixed = forecast_of(known, seen), forecast_of(known, seen[::-1])
    wide = forecast_of(known, [])
    assert found.end_span_s.high - found.end_span_s.low < 0.5 * (wide.end_span_s.high - wide.end_span_s.low)
    assert mixed.end_s == pytest.approx(found.end_s, abs=1e-6)
    assert (found.core_low_c <= found.core_c).all()
    assert (found.core_c <= found.core_high_c).all()


def test_one_wild_reading_changes_little(strip):
    _, _, _, known = strip
    truth = truths(2)[1]
    real, share = real_cook(STRIP, truth)
    seen = readings_of(STRIP, truth, real, share, 0.5 * real.duration_s, ("tip",))
    calm = forecast_of(known, seen)
    wild = forecast_of(known, [*seen, Reading(seen[-1].at_s + 1.0, 240.0)])
    assert abs(wild.end_s - calm.end_s) < 60.0


def test_a_hand_reading_counts_with_its_own_error(strip):
    _, _, _, known = strip
    plain = forecast_of(known, [])
    usual_c = float(np.interp(1200.0, known.time_s, (known.terms(np.zeros((1, 5)), 5) @ known.sensors["tip"].of)[0]))
    low = forecast_of(known, [Reading(1200.0, usual_c - 2.0, "hand")])
    assert low.end_s > plain.end_s + 120.0

    def width(found):
        return (found.end_span_s.high - found.end_span_s.low) / found.end_s

    assert width(low) < 0.9 * width(plain)


def test_hand_readings_are_taken_for_what_a_thermometer_shows(strip):
    """Readings just as the plan would give them leave its pull where it is."""
    _, _, _, known = strip
    core = (known.terms(np.zeros((1, 4)), 4) @ known.core_of)[0]
    seen = [Reading(t, float(np.interp(t, known.time_s, core)), "hand") for t in (900.0, 1200.0, 1500.0)]
    assert forecast_of(known, seen).end_s == pytest.approx(forecast_of(known, []).end_s, abs=30.0)


def test_a_third_of_the_way_the_pull_is_known(strip):
    """A few of the cooks of tools/forecast_trial; the whole table is in docs/validation.md."""
    found = [judged(STRIP, truth, ("tip", "shaft", "edge", "air")) for truth in truths(5, seed=8)]
    assert sum(abs(j.error_s) <= j.allowed_s for j in found) >= 4


def test_it_says_why(strip):
    spec, solution, _, known = strip
    cold = truths(1)[0]
    cold = replace(cold, film=0.0, thickness=0.0, start=0.0, fire=-0.9, probe=0.0)
    real, share = real_cook(STRIP, cold)
    found = forecast_of(
        known, readings_of(STRIP, cold, real, share, 0.5 * real.duration_s, ("tip", "shaft", "edge", "air"))
    )
    said = why(spec, known, found, solution.result.steps[0].end_s)
    assert rendered(said, "us").startswith("Runs ")
    assert "behind: the cool side is nearer" in worded(said)
    assert why(spec, known, forecast_of(known, []), solution.result.steps[0].end_s) == ""


@pytest.mark.parametrize(("fire", "word"), [(-1.0, "hotter"), (1.0, "cooler")])
def test_a_finished_phase_teaches_what_the_air_was(strip, fire, word):
    """The truth of the air is 20 K off; the lesson's figure lies within 6 K of it, and says which way to go."""
    spec, _, so_far, known = strip
    truth = replace(truths(1)[0], film=0.0, thickness=0.0, start=0.0, fire=fire)
    real, share = real_cook(STRIP, truth)
    seen = readings_of(STRIP, truth, real, share, real.duration_s, ("tip", "shaft", "edge", "air"))
    said = next(s for s in learned(spec, known, forecast_of(known, seen)) if worded(s).startswith("The air"))
    told_c = float(worded(said).split("{temp:")[1].split("}")[0])
    assert told_c == pytest.approx(so_far.current.surroundings.top.air_c + 20.0 * fire, abs=6.0)
    assert word in rendered(said, "us").split("Next time")[1]


def test_a_cook_that_went_as_planned_teaches_nothing(strip):
    spec, _, _, known = strip
    truth = replace(truths(1)[0], film=0.0, thickness=0.0, start=0.0, fire=0.0)
    real, share = real_cook(STRIP, truth)
    seen = readings_of(STRIP, truth, real, share, real.duration_s, ("tip", "shaft", "edge", "air"))
    assert learned(spec, known, forecast_of(known, seen)) == ()
    assert learned(spec, known, forecast_of(known, [])) == ()


def test_a_probe_off_the_middle_is_told():
    _, _, _, known = scene(STRIP)
    truth = replace(truths(1)[0], film=0.0, thickness=0.0, start=0.0, fire=0.0, probe=1.0)
    real, share = real_cook(STRIP, truth)
    seen = readings_of(STRIP, truth, real, share, 0.9 * real.duration_s, ("tip", "shaft", "edge", "air"))
    seen += [
        Reading(t, float(np.interp(t, real.time_s, real.core_c)) + 0.4, "hand") for t in np.arange(900.0, 2100.0, 150.0)
    ]
    off = probe_off_m(forecast_of(known, seen))
    assert off is not None
    assert 0.002 < off < 0.006
    assert probe_off_m(forecast_of(known, [])) is None


# --- faults
# ------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("injected", ["slipped", "lid", "dying"])
def test_faults_are_named_within_three_minutes(injected):
    """Six of eight at least, a dying fire give or take a look at the air; the rate over hundreds is in
    docs/validation.md."""
    found = [alarmed(STRIP, truth, injected) for truth in truths(8, seed=3)]
    assert sum(a.named_after_s is not None and a.named_after_s <= 200.0 for a in found) >= 6


def test_a_sound_cook_rings_no_alarm():
    assert WANDER_K > 0.0
    found = [alarmed(STRIP, truth, "none").false_alarms for truth in truths(8, seed=11)]
    assert sum(bool(alarms) for alarms in found) <= 1
    assert not {"slipped", "lid", "silent"} & set().union(*found)


def rising(upto_s: float, every_s: float = 10.0, source: str = "tip") -> list[Reading]:
    return [Reading(float(t), 5.0 + 0.015 * float(t), source) for t in np.arange(0.0, upto_s, every_s)]  # type: ignore[arg-type]


def keys(readings, now_s, **more):
    return {f.key for f in faults(readings, now_s, **more)}


def test_silence_low_battery_and_a_hand_that_disagrees():
    assert keys(rising(900.0), 905.0) == set()
    assert "silent" in keys(rising(900.0), 1100.0)
    assert "battery" in keys(rising(900.0), 905.0, battery=0.1)
    assert "off_centre" in keys([*rising(900.0), Reading(880.0, 10.0, "hand")], 905.0)
    assert "disagree" in keys([*rising(900.0), Reading(880.0, 26.0, "hand")], 905.0)


def test_a_flare_a_stall_and_what_no_meat_does():
    air = [Reading(float(t), 110.0 + (80.0 if t > 880.0 else 0.0), "air") for t in np.arange(0.0, 905.0, 10.0)]
    assert "flare" in keys([*rising(900.0), *air], 905.0)
    flat = [Reading(float(t), 68.0) for t in np.arange(0.0, 4000.0, 20.0)]
    assert "stall" in keys(flat, 4000.0)
    assert "bone" in keys(rising(900.0), 905.0, misfit_k=2.0, early_gap_k=1.0)
    assert "fat" in keys(rising(900.0), 905.0, misfit_k=2.0, early_gap_k=-1.0)


# --- corrections
