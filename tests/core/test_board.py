"""Cuts on the board: drawn to the size of the usual piece, probed and sliced as the trade does it."""

import math

import pytest
import shapely
from shapely import LineString, Point, Polygon

from brasko.core.foods.board import KEPT_FROM_BONE_M, _counters, board_of, counter_of
from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.serving import serving_of

CUTS = list(all_cuts().values())
EVERY = pytest.mark.parametrize("cut", CUTS, ids=lambda c: c.key)


def turned(line) -> float:
    """Direction of a line [degrees, 0 to 180)."""
    (x0, y0), (x1, y1) = line[0], line[-1]
    return math.degrees(math.atan2(y1 - y0, x1 - x0)) % 180.0


def test_every_cut_is_drawn_and_no_other():
    assert set(_counters()) == set(all_cuts())
    assert all(counter_of(cut).ask for cut in all_cuts().values())


@EVERY
def test_it_covers_what_a_usual_piece_covers(cut):
    # mass = area × thickness × density; a bone that sticks out is no part of it
    face = cut.typical_mass_kg / cut.material.density_kg_m3 / cut.typical_thickness_m
    assert Polygon(board_of(cut).outline).area == pytest.approx(face, rel=0.01)


@EVERY
def test_a_bar_is_as_long_as_the_table_of_cuts_says(cut):
    low, _, high, _ = Polygon(board_of(cut).outline).bounds
    if cut.length_m and not cut.bone_m:
        assert high - low == pytest.approx(cut.length_m, rel=0.01)


@EVERY
def test_the_tip_is_in_the_thick_of_the_meat_and_off_the_bone(cut):
    # common practice, no source: through the side into the thickest part, away from bone, fat and gristle
    board = board_of(cut)
    meat = Polygon(board.outline)
    for n, probe in enumerate(board.probes):
        tip = Point(probe.tip)
        assert meat.contains(tip)
        # at least two fifths of the way to the innermost point there is; a second one is in a limb
        assert n == 1 or meat.exterior.distance(tip) > 0.4 * shapely.maximum_inscribed_circle(meat).length
        assert meat.exterior.distance(Point(probe.enters)) < 0.001
        assert not any(Polygon(t).contains(tip) for t in board.thin)
        assert not any(Polygon(f).contains(tip) for f in board.fat)
        for bone in board.bones:
            assert LineString([probe.enters, probe.tip]).distance(Polygon(bone)) >= KEPT_FROM_BONE_M


@EVERY
def test_slices_lie_across_the_fibres(cut):
    # common practice, no source: short fibres are tender
    board = board_of(cut)
    if not board.grain or not board.slices:
        return
    ways = {round(turned(g)) % 180 for g in board.grain}
    for cut_line in board.slices:
        assert any(abs((turned(cut_line) - way) % 180.0 - 90.0) < 2.0 for way in ways)


@EVERY
def test_as_many_slices_as_its_serving_says(cut):
    board = board_of(cut)
    assert bool(board.slices) == (serving_of(cut.key).slice_m > 0.0)


def test_the_grain_of_a_tri_tip_turns_half_way_and_flank_runs_lengthwise():
    # common practice, no source
    cuts = all_cuts()
    ways = [turned(g) for g in board_of(cuts["tri_tip"]).grain]
    assert all(min(abs(way - 52.0), abs(way - 152.0)) < 2.0 for way in ways)
    assert any(way < 60.0 for way in ways)
    assert any(way > 140.0 for way in ways)
    assert {round(turned(g)) % 180 for g in board_of(cuts["flank"]).grain} == {0}
    assert all(abs(turned(g) - 88.0) < 1.0 for g in board_of(cuts["skirt"]).grain)


def test_a_fatter_cut_is_flecked_more():
    cuts = all_cuts()
    assert len(board_of(cuts["ribeye"]).flecks) > 2 * len(board_of(cuts["top_round"]).flecks) > 0
    assert len(board_of(cuts["burger_70_30"]).flecks) > 2 * len(board_of(cuts["burger_93_7"]).flecks) > 0
    assert board_of(cuts["chicken_breast"]).flecks == ()


@EVERY
def test_bone_goes_towards_the_fire_and_a_thin_part_away(cut):
    # common practice, no source: bone shields, a thin end is done first
    board = board_of(cut)
    middle = Polygon(board.outline).centroid
    if board.fire_deg is None:
        assert counter_of(cut).to_fire.startswith(("Any", "Lay", "The rim", "The fat", "The cap"))
        return
    way = math.radians(board.fire_deg)

    def ahead(of: Polygon) -> float:
        return (of.centroid.x - middle.x) * math.cos(way) + (of.centroid.y - middle.y) * math.sin(way)

    for thin in board.thin:
        assert ahead(Polygon(thin)) < 0.0
    if board.bones and cut.key not in {"t_bone", "chicken_thigh"}:
        assert ahead(Polygon(board.bones[0])) > 0.0
