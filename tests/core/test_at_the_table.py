"""Amounts, patties, shares and holding: what is on the table."""

from dataclasses import replace

import numpy as np
import pytest
from plans import planned
from wording import refusing, worded

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.salts import SALT_KINDS, salt_named, spoon_words
from brasko.core.foods.serving import all_servings, serving_of
from brasko.core.planner.advice.amounts import amounts
from brasko.core.planner.advice.burger import blend_for, blended, patty, shaped_for, width_kept
from brasko.core.planner.advice.choose import choice_of
from brasko.core.planner.advice.late import holdings
from brasko.core.planner.advice.schools import school_of
from brasko.core.planner.advice.serving import Eater, longer_s, shared_out, slices
from brasko.core.planner.solve.fuel import fuel_of
from brasko.core.planner.solve.rendered_fat import fat_lost_share, weight_lost_share
from brasko.core.planner.spec.piece import PieceSpec

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0, crust="light")


@pytest.fixture(scope="module")
def steak():
    return planned(RIBEYE, quick=True)


@pytest.fixture(scope="module")
def burger():
    return planned(PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="none"), quick=True)


# --- amounts ---------------------------------------------------------------------------------------------------------


def test_a_balance_of_what_is_bought_and_what_is_eaten(steak):
    told = amounts(steak.spec, steak.solution, 2, price_kg=30.0)
    edible = (1.0 - serving_of("ribeye").trim_share) * 0.45
    assert told.cooked_kg == pytest.approx(
        edible * (1.0 - weight_lost_share(steak.spec.the_cut, steak.solution.result))
    )
    assert told.plate_kg == pytest.approx(told.cooked_kg / 2)
    assert told.cost == pytest.approx(13.5)
    assert told.enough
    many = amounts(steak.spec, steak.solution, 6)
    assert not many.enough
    assert many.pieces_needed == 3
    assert "6 people need about" in worded(many.words)
    assert many.needed_kg == pytest.approx(6 * 0.225 / (1.0 - 0.06))
    assert amounts(steak.spec, steak.solution, 6, dishes=3).needed_kg == pytest.approx(many.needed_kg / 3)
    assert amounts(steak.spec, steak.solution, 6, appetite="large").needed_kg > many.needed_kg


def test_a_pan_wants_a_tablespoon_more_than_a_grate():
    """A teaspoon of oil on a steak, 4.6 g; a tablespoon in the pan, 13.8 g (0.92 g/ml). Common practice, no source."""
    fried = planned(PieceSpec("ribeye", 0.038, 0.45, 55.0, method="skillet"), quick=True)
    dry = planned(PieceSpec("ribeye", 0.038, 0.45, 55.0, method="skillet", fat="none"), quick=True)
    coat, with_pan = (amounts(p.spec, p.solution).fat_g for p in (dry, fried))
    assert coat == pytest.approx(4.6, rel=0.5)
    assert with_pan - coat == pytest.approx(13.8, rel=0.5)


def test_salt_is_a_share_of_the_weight():
    """About 1 % of the weight, up to 2 % for fatty cuts, less for lean ones (common practice, no source)."""
    shares = {key: cut.salt_share for key, cut in all_cuts().items() if cut.kind == "intact"}
    assert 0.0075 <= min(shares.values()) < max(shares.values()) <= 0.02
    assert shares["venison_loin"] < shares["strip"] < shares["ribeye"]
    plan = planned(replace(RIBEYE, count=2), quick=True)
    assert amounts(plan.spec, plan.solution).salt_g == pytest.approx(0.012 * 900.0)
    assert "{small:10.8}" in worded(next(t.why for t in plan.tasks if t.key == "season"))


def test_a_teaspoon_of_salt():
    """Table salt: 6 g a teaspoon (usda_fdc, from memory); hollow grains hold about half of that."""
    assert worded(spoon_words(6.0, "table")) == "1 tsp"
    assert worded(spoon_words(9.0, "table")) == "1½ tsp"
    assert worded(spoon_words(18.0, "table")) == "1 tbsp"
    assert worded(spoon_words(40.5, "table")) == "2 tbsp and ¾ tsp"
    assert worded(spoon_words(0.2, "table")) == "a pinch"
    assert salt_named("coarse_light").teaspoon_g.value < 0.55 * salt_named("table").teaspoon_g.value
    assert all(spoon_words(10.0, kind) for kind in SALT_KINDS)
    with refusing(UnknownName, match="salt_kind is not known"):
        salt_named("pink")


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"eaters": 0}, "eaters must be between 1 and 60"),
        ({"appetite": "huge"}, "appetite is not known"),
        ({"price_kg": -1.0}, "price_kg must be between 0 and 5000"),
    ],
)
def test_amounts_refuse_what_makes_no_sense(steak, change, said):
    with refusing(InvalidInput, match=said):
        amounts(steak.spec, steak.solution, **change)


BONES_ALL_THROUGH = {
    "corn", "chicken_spatchcock", "half_chicken", "turkey_spatchcock", "turkey_breast",
    "baby_back_ribs", "spare_ribs", "beef_short_ribs",
}  # fmt: skip
"""What has its bones, or its cob, inside and not along one edge."""


def test_every_cut_can_be_served():
    assert set(all_servings()) == set(all_cuts())
    for key, serving in all_servings().items():
        assert 0.05 <= serving.portion_kg <= 0.5, key
        assert 0.0 <= serving.trim_share + serving.bone_share < 0.6
        assert (serving.bone_share > 0.0) == (all_cuts()[key].bone_m > 0.0) or key in BONES_ALL_THROUGH
        assert serving.across


def test_fuel_of_a_cook():
    """A kettle lays three quarters of a chimney; gas burns by the hour; a kitchen burner costs no fuel of ours."""
    kettle, gas, oven = (
        replace(RIBEYE, fire=f, method=m)
        for f, m in (
            ("kettle_two_zone", "low_then_sear"),
            ("gas", "low_then_sear"),
            ("oven_skillet", "oven_then_skillet"),
        )
    )
    assert fuel_of(kettle, 3600.0).laid_kg == pytest.approx(1.8, abs=0.3)
    one, two = fuel_of(gas, 3600.0), fuel_of(gas, 7200.0)
    assert 0.1 < one.used_kg < two.used_kg < 2.0
    assert fuel_of(oven, 3600.0) is None


# --- patties ---------------------------------------------------------------------------------------------------------


def test_a_patty_is_shaped_so_that_it_fits_when_done(burger):
    """Volume that is lost leaves the width: shaped for a bun and planned again, it ends as wide as the bun."""
    loss = weight_lost_share(burger.spec.the_cut, burger.solution.result)
    mass = shaped_for(0.105, 0.019, "burger_80_20", loss)
    again = planned(replace(burger.spec, mass_kg=mass), quick=True)
    made = patty(again.spec, again.solution)
    assert made.cooked_width_m == pytest.approx(0.105, abs=0.003)
    assert made.width_m > 0.105
    assert made.dimple_width_m == pytest.approx(0.6 * made.width_m)
    assert made.cheese_s == pytest.approx(again.solution.result.steps[-1].start_s - 60.0), "on for the last minute"
    assert "Never press it" in worded(made.words)


def test_weight_lost_is_one_figure_with_its_fat(burger):
    """The patty, the comparison of ways, the schools and what is on the plate speak of one loss."""
    whole = weight_lost_share(burger.spec.the_cut, burger.solution.result)
    fat = fat_lost_share(burger.spec.the_cut, burger.solution.result)
    assert whole == pytest.approx(burger.solution.result.mass_loss_share + fat)
    assert fat > 0.02
    assert patty(burger.spec, burger.solution).mass_loss_share == pytest.approx(whole)
    assert choice_of(burger.spec, burger).mass_loss_share == pytest.approx(whole)
    (mine,) = (v for v in school_of(burger, "rest").variants if v.mine)
    assert mine.mass_loss_share == pytest.approx(whole, abs=0.005)
    serving = serving_of(burger.spec.cut)
    eaten = burger.spec.mass_kg * (1.0 - serving.trim_share) * (1.0 - serving.bone_share) * (1.0 - whole)
    assert amounts(burger.spec, burger.solution).cooked_kg == pytest.approx(eaten)


def test_width_kept_is_that_of_the_volume():
    """By hand: 19 % of the mass lost and 5 % thicker leave 0.81/1.05 of the face."""
    assert width_kept(0.19) ** 2 == pytest.approx(0.81 / 1.05)


def test_blends_by_the_cross_of_alligation():
    """Alligation, worked by hand: 20 % from 5 and 30 % is three parts rich to two lean."""
    assert blended(0.2, 0.05, 0.3, 1.0) == (pytest.approx(0.4), pytest.approx(0.6))
    assert blended(0.05, 0.05, 0.3, 2.0) == (pytest.approx(2.0), pytest.approx(0.0))
    assert blend_for(0.2) == "burger_80_20"
    assert blend_for(0.28) == "burger_70_30"
    with refusing(InvalidInput, match=r"fat_share must be between the two meats, 5 and 15 % \(got 20 %\)"):
        blended(0.2, 0.05, 0.15, 1.0)
    with refusing(InvalidInput, match="bun_mm must be between 50 and 200"):
        shaped_for(0.4, 0.019, "burger_80_20", 0.1)
    with refusing(InvalidInput, match="cut isn't a patty"):
        patty(RIBEYE, planned(RIBEYE, quick=True).solution)


# --- who gets what ---------------------------------------------------------------------------------------------------


def test_slices_are_more_done_towards_the_ends(steak):
    reached, peak = slices(steak.spec, steak.solution)
    assert reached[0] == 0.0
    assert reached[-1] == pytest.approx(1.0)
    assert (np.diff(reached) >= 0.0).all()
    assert peak[0] > peak[-1] + 5.0
    assert peak[-1] == pytest.approx(steak.solution.result.peak_core_c, abs=3.0)


def test_a_chord_of_a_disc_holds_its_segment(steak):
    """Share of a circle beyond half its radius: 0.1955 (circular segment, closed form); from one end to the middle,
    twice that of the half."""
    reached, _ = slices(steak.spec, steak.solution)
    x = np.linspace(1.0, 0.0, len(reached))
    segment = (np.arccos(0.5) - 0.5 * np.sqrt(0.75)) / np.pi
    assert float(np.interp(-0.5, -x, reached)) == pytest.approx(2.0 * segment, abs=0.005)


def test_who_wants_it_most_done_gets_the_ends(steak):
    parts = shared_out(steak.spec, steak.solution, (Eater("A", 54.0), Eater("B", 66.0), Eater("C", 57.0)))
    assert [p.eater.name for p in parts] == ["A", "B", "C"]
    assert parts[1].peak_c > parts[2].peak_c > parts[0].peak_c
    assert parts[1].from_share == 0.0
    assert parts[0].to_share == pytest.approx(1.0)
    assert "ends" in worded(parts[1].words)
    assert "middle" in worded(parts[0].words)


def test_who_cannot_be_served_so_is_told_what_would_do(steak):
    (well,) = shared_out(steak.spec, steak.solution, (Eater("W", 75.0),))
    assert well.off_k < -5.0
    assert "longer" in worded(well.words)
    assert 300.0 < longer_s(steak.spec, steak.solution, 65.0) < longer_s(steak.spec, steak.solution, 75.0)
    (blue,) = shared_out(steak.spec, steak.solution, (Eater("R", 46.0),))
    assert "more done than you wanted" in worded(blue.words)
    each = shared_out(replace(steak.spec, count=2), steak.solution, (Eater("A", 57.0), Eater("B", 57.0)))
    assert {worded(p.words) for p in each} == {"Piece 1.", "Piece 2."}
    with refusing(InvalidInput, match="eaters must be between 1 and 12"):
        shared_out(steak.spec, steak.solution, ())


# --- late guests -----------------------------------------------------------------------------------------------------


def test_holding_is_computed_for_each_way(steak):
    found = {h.key: h for h in holdings(steak.spec, steak.solution, 1800.0)}
    assert set(found) == {"later", "foil", "warm", "wait"}
    rest = steak.solution.result.core_c[-1]
    assert found["foil"].served_core_c < rest, "half an hour more on the board cools it"
    assert found["warm"].served_core_c > found["foil"].served_core_c
    assert found["foil"].peak_core_c == pytest.approx(steak.solution.result.peak_core_c, abs=0.5)
    assert all(h.words and h.when for h in found.values())


def test_a_shoulder_stays_hot_in_its_box_and_the_clock_is_watched(steak):
    """A wrapped roast keeps above 140 °F for an hour and more (common practice, no source)."""
    shoulder = planned(PieceSpec("pork_shoulder", 0.1, 2.0, 93.0, method="low_and_slow", crust="none"), quick=True)
    box = next(h for h in holdings(shoulder.spec, shoulder.solution, 3600.0) if h.key == "box")
    assert box.served_core_c > 60.0
    assert box.within_clock
    long = next(h for h in holdings(steak.spec, steak.solution, 150 * 60.0) if h.key == "foil")
    assert not long.within_clock
    assert "past the safe time" in worded(long.words)
    with refusing(InvalidInput, match="late_min must be between 5 and 180"):
        holdings(steak.spec, steak.solution, 10.0)
