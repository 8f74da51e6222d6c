"""What any cook knows of two plans that differ in one thing. Common practice and plain heat conduction, no source."""

from dataclasses import replace

import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from plans import solve_piece

from brasko.core.cook.run import run_cook
from brasko.core.planner.solve.programme import the_phase
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats.cook_convert import cook_of
from brasko.formats.cook_of_plan import cook_of_plan

STRIP = PieceSpec("strip", 0.0381, 0.41, 54.4)
POOL = (
    STRIP,
    replace(STRIP, fire="gas"),
    replace(STRIP, method="direct", fire="gas"),
    replace(STRIP, method="sear_then_low"),
    replace(STRIP, method="oven_then_skillet"),
    PieceSpec("filet", 0.044, 0.25, 51.7, fire="kamado"),
    PieceSpec("pork_chop", 0.032, 0.32, 63.0, fire="pellet", crust="light"),
    PieceSpec("salmon", 0.028, 0.25, 52.0, method="direct", crust="light"),
)
specs = st.sampled_from(POOL)
NOISE = 1.005
"""Two searches end within so much of one another for one answer."""


def heat_s(spec: PieceSpec) -> float:
    """From going on to the end of the last heat [s]."""
    return solve_piece(spec).result.steps[-1].start_s


@examples(6)
@given(spec=specs, times=st.sampled_from([1.05, 1.15, 1.3]))
def test_a_thicker_piece_takes_longer(spec, times):
    thicker = spec.with_thickness(times)
    assert NOISE * heat_s(thicker) > heat_s(spec)


@examples(6)
@given(spec=specs, colder_k=st.sampled_from([2.0, 5.0]))
def test_a_colder_piece_takes_longer(spec, colder_k):
    assert NOISE * heat_s(replace(spec, start_c=spec.start_c - min(colder_k, 4.5))) > heat_s(spec)


@examples(6)
@given(spec=specs, more_k=st.sampled_from([1.0, 3.0, 5.0]))
def test_a_higher_finish_is_pulled_later_and_loses_more(spec, more_k):
    more = replace(spec, finish_c=spec.finish_c + more_k)
    mine, theirs = solve_piece(spec), solve_piece(more)
    assert theirs.pull_c > mine.pull_c - 0.1
    assert NOISE * heat_s(more) > heat_s(spec)
    assert theirs.result.mass_loss_share > mine.result.mass_loss_share - 0.001


@pytest.mark.parametrize(
    ("spec", "least_f"), [(STRIP, 2.0), (replace(STRIP, method="direct", fire="gas"), 3.0)], ids=["low", "direct"]
)
def test_five_degrees_more_at_the_pull_are_so_many_at_the_peak(spec, least_f):
    """Low then seared they are less than half: what is pulled later is drier outside, and brown sooner."""
    earlier, later = (solve_piece(replace(spec, pull_offset_k=off / 1.8)) for off in (13.0, 8.0))
    assert least_f <= 1.8 * (later.result.peak_core_c - earlier.result.peak_core_c) <= 7.0


@examples(4)
@given(spec=specs, minutes=st.sampled_from([5.0, 15.0]))
def test_a_longer_rest_never_raises_a_peak_that_is_past(spec, minutes):
    rested = solve_piece(replace(spec, rest_s=1500.0))
    longer = solve_piece(replace(spec, rest_s=1500.0 + 60.0 * minutes))
    assert longer.pull_c == pytest.approx(rested.pull_c, abs=0.2)


@examples(5)
@given(spec=st.sampled_from([w for w in POOL if w.method != "direct"]))
def test_foil_carries_more_and_is_pulled_no_later(spec):
    foil, bare = (
        solve_piece(replace(spec, rest="foil", rest_s=900.0)),
        solve_piece(replace(spec, rest="open", rest_s=900.0)),
    )
    assert foil.pull_c <= bare.pull_c + 0.1


@examples(6)
@given(spec=specs, field=st.sampled_from(["thickness", "start", "finish", "air"]))
def test_one_per_cent_moves_no_time_by_more_than_three(spec, field):
    """Of a thickness its hundredth; of temperatures a hundredth of how far they are apart."""
    zone, apart = spec.gentle_zone, 0.01 * (spec.finish_c - spec.start_c)
    base = spec if field != "air" or zone is None else replace(spec, gentle_c=zone.air_c)
    moved = {
        "thickness": spec.with_thickness(1.01),
        "start": replace(spec, start_c=spec.start_c + apart),
        "finish": replace(spec, finish_c=spec.finish_c + apart),
        "air": spec if zone is None else replace(spec, gentle_c=zone.air_c + 1.0),
    }[field]
    assert solve_piece(moved).result.duration_s == pytest.approx(solve_piece(base).result.duration_s, rel=0.03)


@examples(3)
@given(spec=specs)
def test_a_finer_grid_takes_as_long(spec):
    steps = cook_of(cook_of_plan(spec, solve_piece(spec)))
    usual, finer = run_cook(steps), run_cook(steps, refine=2.0)
    assert usual.steps[-1].end_s == pytest.approx(finer.steps[-1].end_s, rel=0.01)


def test_often_turned_is_no_slower():
    often, seldom = (solve_piece(replace(STRIP, method="direct", flip_every_s=s)).result for s in (30.0, 120.0))
    assert the_phase(often, "sear").end_s <= 1.05 * the_phase(seldom, "sear").end_s
