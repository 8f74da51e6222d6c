"""Thin ends and caps beside the thickest middle. Common practice, no source, unless said."""

import csv
from dataclasses import replace
from importlib import resources

import pytest
from plans import solve_piece
from wording import worded

from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.parts import all_parts
from brasko.core.heat.simulation import simulate
from brasko.core.planner.solve.parts import edge_peak_c, part_results
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Until
from brasko.core.units import celsius

TRI_TIP = PieceSpec("tri_tip", 0.050, 1.0, 54.5, crust="light")
THREE_F = 5.0 / 3.0


@pytest.fixture(scope="module")
def tri_tip():
    return solve_piece(TRI_TIP, quick=True)


def test_every_row_is_of_a_cut_and_thinner_than_it():
    text = resources.files("brasko.core.foods").joinpath("data/parts.csv").read_text(encoding="utf-8")
    assert {row["cut"] for row in csv.DictReader(text.splitlines())} == set(all_parts()) <= set(all_cuts())
    assert all(0.3 <= p.share <= 1.0 for parts in all_parts().values() for p in parts)


def test_an_even_piece_has_none(tri_tip):
    strip = PieceSpec("strip", 0.038, 0.38, 54.5)
    assert part_results(strip, solve_piece(strip, quick=True)) == ()


def test_a_tri_tip_is_medium_at_its_thin_end_when_the_middle_is_medium_rare(tri_tip):
    """One roast serves two wishes: 130 °F in the middle, 140 to 155 °F at the tip."""
    (end,) = part_results(TRI_TIP, tri_tip)
    assert celsius(138.0) < end.peak_c < celsius(158.0)
    assert end.thickness_m == pytest.approx(0.55 * 0.050)


def test_cut_off_as_said_a_thin_end_has_the_finish(tri_tip):
    """Checked by running it: the slow phase so much shorter, all else alike."""
    (end,) = part_results(TRI_TIP, tri_tip)
    assert end.sooner_s is not None
    spans = {s.name: s.end_s - s.start_s for s in tri_tip.result.steps}
    spans["gentle"] -= end.sooner_s
    steps = tuple(replace(step, until=Until(spans[step.name])) for step in tri_tip.programme)
    alone = simulate(TRI_TIP.food_thicker(0.55), steps)
    assert alone.peak_core_c == pytest.approx(54.5, abs=THREE_F)


def test_quick_plans_leave_the_search_out(tri_tip):
    (quick,), (whole,) = part_results(TRI_TIP, tri_tip, quick=True), part_results(TRI_TIP, tri_tip)
    assert quick.sooner_s is None
    assert quick.peak_c == whole.peak_c


def test_a_thin_end_is_more_done_the_thinner_it_is(tri_tip, monkeypatch):
    (part,) = all_parts()["tri_tip"]
    peaks = []
    for share in (0.9, 0.7, 0.5):
        monkeypatch.setitem(all_parts(), "tri_tip", (replace(part, share=share),))
        peaks.append(part_results(TRI_TIP, tri_tip, quick=True)[0].peak_c)
    assert peaks == sorted(peaks)


def test_a_cap_ends_above_the_eye_and_less_so_after_gentle_heat():
    """The cap lies at the outside: over the fire all the way it goes much further than low first."""
    low = PieceSpec("ribeye", 0.038, 0.45, 54.5, crust="light")
    direct = replace(low, method="direct")
    gentle, fierce = (edge_peak_c(solve_piece(w, quick=True).result, 0.012) for w in (low, direct))
    assert 54.5 < gentle < fierce
    (cap,) = part_results(low, solve_piece(low, quick=True))
    assert (cap.name, cap.at, cap.wanted_c) == ("Cap", "edge", 57.5)


def test_the_thin_tail_of_a_breast_is_told_to_be_folded_and_never_ends_below_the_figure():
    breast = PieceSpec("chicken_breast", 0.032, 0.23, 74.5, method="sear_then_low", crust="light")
    (tail,) = part_results(breast, solve_piece(breast, quick=True), quick=True)
    assert tail.peak_c > 74.5
    assert "Fold it under" in worded(tail.words)


@pytest.mark.parametrize(
    "spec",
    [
        PieceSpec("chicken_breast", 0.032, 0.23, 74.5, method="sear_then_low", crust="light"),
        replace(TRI_TIP, finish_c=62.8, at_risk=True),
    ],
    ids=["poultry", "a guest at risk"],
)
def test_what_must_read_a_figure_is_never_taken_off_sooner_by_a_forecast(spec):
    """A thin end of it stays until a thermometer shows the figure: no minutes, no cooler place. Source:
    fsis_safe_temperatures."""
    assert spec.reading_c is not None
    (end,) = part_results(spec, solve_piece(spec, quick=True))
    assert end.sooner_s is None
    assert end.turned_c is None
    assert "cut it off" not in worded(end.words)
