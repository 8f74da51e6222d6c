"""A plan is a cook: told forwards, step by step, it gives itself. No source: it is what is meant by a plan."""

from dataclasses import replace

import numpy as np
import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from plans import solve_piece, ways

from brasko.core.cook.run import run_cook
from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.foods.cuts import all_cuts
from brasko.core.forecast.ensemble import ensemble
from brasko.core.forecast.history import Began, cook_history
from brasko.core.forecast.readings import Reading
from brasko.core.forecast.update import forecast_of
from brasko.core.planner.solve.programme import the_phase
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats.cook_convert import cook_of
from brasko.formats.cook_of_plan import cook_of_plan

NEAR_K, NEAR_SHARE = 0.2 / 1.8, 0.01
WAYS = ways()
RIBEYE = PieceSpec("ribeye", 0.038, 0.45, 54.4)


def gives_itself(spec: PieceSpec) -> None:
    solution = solve_piece(spec)
    told, planned = run_cook(cook_of(cook_of_plan(spec, solution))), solution.result
    assert told.peak_probe_c == pytest.approx(planned.peak_core_c, abs=NEAR_K)
    assert told.steps[-1].end_s - spec.temper_s == pytest.approx(planned.duration_s, rel=NEAR_SHARE)
    for mine, theirs in zip(told.steps[-len(planned.steps) :], planned.steps, strict=True):
        assert mine.end_s - mine.start_s == pytest.approx(theirs.end_s - theirs.start_s, rel=NEAR_SHARE, abs=5.0)
        assert mine.probe_c == pytest.approx(theirs.core_c, abs=2.0 * NEAR_K)


@examples(8)
@given(way=st.sampled_from(WAYS), scale=st.sampled_from([0.85, 1.0, 1.2]), temper_s=st.sampled_from([0.0, 1200.0]))
def test_a_plan_told_forwards_gives_itself(way, scale, temper_s):
    key, method, fire = way
    cut = all_cuts()[key]
    scale = min(scale, 0.15 / cut.typical_thickness_m)
    try:
        spec = PieceSpec(
            key,
            scale * cut.typical_thickness_m,
            scale * cut.typical_mass_kg,
            cut.default_finish_c,
            method=method,
            fire=fire,
            crust=cut.crust if METHODS[method].browns else "none",
            temper_s=temper_s,
        )
        gives_itself(spec)
    except (Infeasible, InvalidInput):
        return


LOW = "low_and_slow"


@pytest.mark.parametrize(
    "spec",
    [
        PieceSpec("spare_ribs", 0.036, 1.7, 95.0, method="low_and_slow", fire="kettle_ring", crust="none"),
        PieceSpec("spare_ribs", 0.036, 1.7, 95.0, method="low_and_slow", fire="pellet", crust="none", wrap="foil"),
        replace(RIBEYE, salt="overnight", altitude_m=1500.0),
        PieceSpec("pork_shoulder", 0.1, 2.0, 93.0, method="low_and_slow", fire="offset", crust="none", rest="cooler"),
    ],
    ids=["soft", "wrapped and soft", "salted and high", "cooler"],
)
def test_so_does_one_that_is_soft_salted_high_or_in_a_cooler(spec):
    gives_itself(spec)


@pytest.mark.parametrize(
    "spec",
    [
        replace(RIBEYE, method="direct", fire="gas", marks="quarter"),
        replace(RIBEYE, fire="gas", gentle_c=140.0, pull_offset_k=6.0),
        replace(RIBEYE, fire="gas", gentle_c=200.0),
        replace(RIBEYE, fire="offset", sear_fire="kettle_two_zone", lid="open"),
        replace(RIBEYE, method="skillet", fire="burner_skillet", fat="none"),
        PieceSpec("pork_shoulder", 0.1, 2.5, 93.0, method=LOW, fire="kettle_ring", crust="none", wrap="paper"),
        PieceSpec("chicken_breast", 0.032, 0.25, 74.0, fire="kamado", crust="light"),
    ],
    ids=["marks", "own pull", "beside burners", "two fires", "dry pan", "wrapped", "reading"],
)
def test_whatever_is_wished_is_told(spec):
    gives_itself(spec)


@pytest.mark.parametrize(
    "spec",
    [
        RIBEYE,
        replace(RIBEYE, method="sear_then_low"),
        PieceSpec("pork_chop", 0.032, 0.32, 63.0, fire="pellet", crust="light"),
    ],
    ids=["low", "seared first", "chop"],
)
def test_a_forecast_of_a_plans_own_readings_ends_where_the_plan_does(spec):
    solution = solve_piece(spec)
    result, slow = solution.result, the_phase(solution.result, spec.how.slow)
    began = [Began(step.name, step.start_s) for step in result.steps if step.start_s <= slow.start_s]
    known = ensemble(spec, cook_history(spec, solution.pull_c, solution.sear, began))
    at_s = slow.start_s + np.linspace(0.1, 0.7, 12) * (slow.end_s - slow.start_s)
    seen = [Reading(float(t), float(np.interp(t, result.time_s, result.core_c)), "tip") for t in at_s]
    found = forecast_of(known, seen)
    assert found.end_s == pytest.approx(slow.end_s, rel=0.03)
    assert found.peak_c == pytest.approx(result.peak_core_c, abs=0.6)
