"""The data tables hold together: no gaps, no turning back, every row usable."""

from itertools import pairwise

import pytest

from brasko.core.fire.custom import PLANNER_FIRES, planner_fire, shipped
from brasko.core.fire.rests import RESTS
from brasko.core.foods.colour import COLOURS, TISSUES, tissue_of
from brasko.core.foods.cuts import all_cuts, cut_named
from brasko.core.foods.doneness import SCALES
from brasko.core.heat.warm import warm
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.options import CRUSTS, SALTS, TREATMENTS
from brasko.core.planner.spec.piece import PieceSpec

STEAK = cut_named("strip").geometry(0.0381, 0.4)


@pytest.mark.parametrize("scale", SCALES.values(), ids=list(SCALES))
def test_bands_follow_one_another_without_a_gap(scale):
    for before, after in pairwise(scale.bands):
        assert before.high_c == pytest.approx(after.low_c)
        assert before.word != after.word
    for band in scale.bands:
        assert scale.word_for(band.low_c + 0.01) == band.word
    assert scale.word_for(500.0) == scale.bands[-1].word


def test_the_hotter_scale_is_hotter():
    """The home scale calls the same word at a higher temperature (common practice, no source)."""
    lows = {key: {band.word: band.low_c for band in scale.bands} for key, scale in SCALES.items()}
    for word in ("rare", "medium", "well done"):
        assert lows["home"][word] > lows["kitchen"][word]


def lightness(colour: str) -> float:
    """CIE L* of an sRGB colour (IEC 61966-2-1; CIE 15)."""
    parts = [int(colour[i : i + 2], 16) / 255.0 for i in (1, 3, 5)]
    linear = [p / 12.92 if p <= 0.04045 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
    y = 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]
    return 116.0 * y ** (1.0 / 3.0) - 16.0 if y > 0.008856 else 903.3 * y


def redness(colour: str) -> int:
    return int(colour[1:3], 16) - int(colour[3:5], 16)


@pytest.mark.parametrize("tissue", TISSUES)
def test_colours_of_a_cut_face_rise_and_are_colours(tissue):
    temps = [temp for temp, _, _ in COLOURS[tissue]]
    assert temps == sorted(set(temps))
    assert all(len(colour) == 7 and int(colour[1:], 16) >= 0 for _, colour, _ in COLOURS[tissue])


def test_red_goes_with_heat_and_white_meat_grows_lighter_until_it_browns():
    # from memory: myoglobin is denatured by 75 °C; breast and fish turn opaque, and so lighter, by 65 °C
    def at(tissue, c):
        return min(COLOURS[tissue], key=lambda a: abs(a[0] - c))[1]

    assert redness(at("red", 54)) > redness(at("red", 63)) > redness(at("red", 75)) > 0
    assert redness(at("pork", 56)) > redness(at("pork", 75))
    for tissue in ("poultry", "fish"):
        assert lightness(at(tissue, 63)) > lightness(at(tissue, 0)) + 5
    for tissue in TISSUES:
        browned = [lightness(colour) for temp, colour, _ in COLOURS[tissue] if temp >= 95]
        assert browned == sorted(browned, reverse=True)
    # at one temperature lamb looks like beef and chicken like neither
    assert tissue_of(all_cuts()["lamb_chop"]) == tissue_of(all_cuts()["ribeye"]) == "red"
    assert tissue_of(all_cuts()["sausage"]) == "pork"
    assert tissue_of(all_cuts()["chicken_thigh"]) == "poultry"


@pytest.mark.parametrize("cut", all_cuts().values(), ids=list(all_cuts()))
def test_every_cut_makes_a_wish_at_its_own_size(cut):
    spec = PieceSpec(
        cut.key, cut.typical_thickness_m, cut.typical_mass_kg, cut.default_finish_c, method=cut.method, crust=cut.crust
    )
    geometry = spec.food.geometry
    width = geometry.half_width_m if geometry.bone_m else 2.0 * geometry.half_width_m
    assert 0.02 < width < 0.35
    assert geometry.volume_m3 * cut.material.density_kg_m3 == pytest.approx(cut.typical_mass_kg)
    assert spec.resting_s >= 120.0
    if spec.minimum is not None:
        assert spec.aim_c > spec.minimum.core_c or cut.kind in ("intact", "fish")


def test_choices_have_names_reasons_and_an_order():
    for method in METHODS.values():
        assert method.name
        assert method.why
        assert method.slow in method.phases
        assert set(method.fires) <= set(PLANNER_FIRES)
        for fire in (planner_fire(shipped()[key], STEAK, 0.1) for key in method.fires if key in shipped()):
            assert "gentle" not in method.phases or fire.has(method.gentle_at)
            assert "sear" not in method.phases or fire.has(method.sear_at) or fire.has("pan")
    assert set(TREATMENTS) == {"whole", "tenderised"}
    doses = [dose.value for _, dose in CRUSTS.values()]
    assert doses == sorted(doses)
    assert "hour" in SALTS
    assert all(name for name, _ in RESTS.values())


def test_a_searing_zone_outshines_a_gentle_one():
    both = [
        fire for own in shipped().values() if (fire := planner_fire(own, STEAK, 0.1)).has("sear") and fire.has("gentle")
    ]
    assert len(both) >= 4
    for fire in both:
        assert fire.sear.shown_c > fire.gentle.shown_c + 100.0
        assert fire.gentle.shown_c == fire.gentle.air_c
        gentle, sear = fire.gentle.surroundings, fire.sear.surroundings
        assert sear.bottom.radiant_c > sear.top.radiant_c
        assert gentle.bottom.radiant_c >= gentle.top.radiant_c - 15.0


def test_warming_up_runs_a_cook():
    assert warm() == pytest.approx(5.0, abs=0.1)
