"""What a piece can lie on, in or beside: metal with its own heat, rods, warm fat, a bone; lids, films, films of
juice."""

from dataclasses import replace

import numpy as np
import pytest
from examples import examples
from ht import Nu_vertical_plate_Churchill
from hypothesis import given
from hypothesis import strategies as st
from thermal import kettle
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.fire.zones import lid_open
from brasko.core.foods.cuts import cut_named
from brasko.core.foods.properties import material_constant
from brasko.core.foods.shape import Geometry
from brasko.core.heat.films import STILL_AIR_W_M2K, fat_film_w_m2k, vertical_plate_nusselt
from brasko.core.heat.geometry import graded_grid
from brasko.core.heat.simulation import Food, char_share, simulate
from brasko.core.planner.solve.programme import programme_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Metal, Side, Step, Surroundings, Until, interrupted

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0)
TOP = Side(air_c=50.0, h_w_m2k=8.0, radiant_c=40.0)
PAN = Metal(contact_w_m2k=400.0, heat_j_k=1060.0, power_w=1300.0, loss_w_k=4.0, around_c=30.0, start_c=250.0)


def in_pan(seconds: float, pan: Metal = PAN, flip_s: float | None = None) -> Step:
    return Step("pan", Surroundings(top=TOP, edge=TOP), Until(seconds), flip_every_s=flip_s, metal=pan)


@given(rayleigh=st.floats(1e2, 1e11), prandtl=st.floats(0.5, 500.0))
def test_vertical_plate_is_churchill_and_chu(rayleigh, prandtl):
    """The same correlation in the `ht` library (takes Grashof; incropera_2011 eq. 9.26)."""
    assert vertical_plate_nusselt(rayleigh, prandtl) == pytest.approx(
        Nu_vertical_plate_Churchill(Pr=prandtl, Gr=rayleigh / prandtl), rel=1e-9
    )


def test_still_air_is_as_ht_has_it():
    """A steak 40 mm high, 35 K warmer than the room: air at 40 °C, k 0.027 W/mK, ν 1.7e-5, α 2.4e-5 m2/s."""
    grashof = 9.81 / 313.0 * 35.0 * 0.04**3 / 1.7e-5**2
    h = Nu_vertical_plate_Churchill(Pr=0.71, Gr=grashof) * 0.027 / 0.04
    assert STILL_AIR_W_M2K.value == pytest.approx(h, rel=0.25)


def test_fat_gives_more_the_colder_the_piece():
    assert fat_film_w_m2k(0.04, 30.0) > fat_film_w_m2k(0.04, 5.0)
    with refusing(InvalidInput, match="difference_k must be between"):
        fat_film_w_m2k(0.04, 0.0)


def test_a_pan_pays_for_what_it_gives():
    """C ΔT = power - losses - heat into the food: the pan's books close with the food's."""
    result = simulate(RIBEYE.food, (in_pan(300.0, flip_s=60.0),))
    assert result.balance.metal_relative_error < 1e-9
    assert result.balance.energy_relative_error < 1e-9


def test_a_dry_slab_and_a_pan_share_their_heat():
    """Two bodies left alone meet at the mean of their temperatures, weighted by heat capacity (first law)."""
    food = Food(Geometry("disc", 0.02, 0.05), material_constant(0.5, 1000.0, 3500.0), 5.0, moisture=False)
    pan = Metal(contact_w_m2k=500.0, heat_j_k=1000.0, start_c=200.0)
    alone = Step("alone", Surroundings(), Until(6 * 3600.0), metal=pan)
    result = simulate(food, (alone,), every_s=60.0)
    capacity = food.geometry.volume_m3 * 1000.0 * 3500.0
    expected = (capacity * 5.0 + 1000.0 * 200.0) / (capacity + 1000.0)
    np.testing.assert_allclose(result.end.temp_c, expected, atol=0.05)
    assert result.metal_c[-1] == pytest.approx(expected, abs=0.05)


def test_a_pan_is_held_by_turning_the_knob():
    """Left alone a pan under a crust gets hotter and hotter; held, it comes back to its heat and stays, and its books
    close."""
    alone = simulate(RIBEYE.food, (in_pan(600.0, flip_s=120.0),))
    held = simulate(RIBEYE.food, (in_pan(600.0, replace(PAN, most_c=250.0), flip_s=120.0),))
    assert alone.metal_c.max() > 290.0
    assert held.metal_c.max() < 253.0
    assert held.metal_c[-1] == pytest.approx(250.0, abs=3.0)
    assert held.balance.metal_relative_error < 1e-9
    assert held.balance.energy_relative_error < 1e-9


def test_what_was_hot_for_a_moment_keeps_its_red():
    """Grey goes with time and temperature (myoglobin, from memory): a minute at 70 °C takes less red than twenty."""
    bath = Side(air_c=70.0, h_w_m2k=2000.0, vapour_open=False)
    rims = [
        simulate(RIBEYE.food, (Step("bath", Surroundings(bath, bath, bath), Until(seconds)),)).grey_rim_share
        for seconds in (60.0, 1200.0, 3600.0)
    ]
    assert rims[0] == 0.0
    assert rims[0] < rims[1] < rims[2]


def test_char_is_apart_from_brown():
    """A pan of 200 °C browns and hardly chars; one of 330 °C chars (common practice, no source)."""
    ends = [
        simulate(RIBEYE.food, (in_pan(240.0, replace(PAN, start_c=c, most_c=c, power_w=4000.0)),)).end
        for c in (200.0, 330.0)
    ]
    assert ends[0].browning_s[0] > 100.0
    assert char_share(ends[0]) < 0.1 < 0.5 < char_share(ends[1])


def test_a_light_pan_cools_when_the_meat_lands():
    """A pan loses its heat to the meat, a light one more (common practice, no source)."""
    off = replace(PAN, power_w=0.0)
    light = simulate(RIBEYE.food, (in_pan(90.0, replace(off, heat_j_k=300.0)),))
    heavy = simulate(RIBEYE.food, (in_pan(90.0, off),))
    assert light.metal_c.min() < heavy.metal_c.min() - 5.0
    assert light.face_a_c.max() < heavy.face_a_c.max()


def test_rods_mark_and_a_turn_crosses_the_marks():
    """Turned by 60° the rods make a second set; under a rod it browns more than on the whole face (common practice)."""
    sear = programme_of(RIBEYE, 45.0, (240.0, 120.0))[2]
    steps = (
        replace(sear, until=Until(120.0), flip_every_s=None),
        replace(sear, until=Until(120.0), flip_every_s=None, turn_deg=60.0),
    )
    warm = simulate(replace(RIBEYE.food, start_c=45.0), steps)
    assert {(m.face, m.turn_deg) for m in warm.marks} == {("a", 0.0), ("a", 60.0)}
    assert max(m.browning_s for m in warm.marks) > 0.5 * warm.end.browning_s[0]
    assert worded(warm.marks_words).startswith("rod marks")
    assert simulate(RIBEYE.food, (in_pan(10.0),)).marks_words == ""
    with refusing(InvalidInput, match="at most 4 different angles"):
        simulate(RIBEYE.food, tuple(replace(sear, turn_deg=20.0 * n) for n in range(5)))


def test_metal_needs_a_temperature_and_a_place():
    with refusing(InvalidInput, match=r"metal\.start_c is needed"):
        simulate(RIBEYE.food, (in_pan(10.0, replace(PAN, start_c=None)),))
    both = Surroundings(bottom=Side(contact_c=200.0, contact_w_m2k=300.0))
    with refusing(InvalidInput, match="contact_c and metal cannot both"):
        simulate(RIBEYE.food, (Step("s", both, Until(10.0), metal=PAN),))


def test_meat_beside_the_bone_lags():
    """The meat beside a bone is done last (common practice, no source): half-way up, colder at the bone than as far in
    from the open edge."""
    cut = cut_named("tomahawk")
    food = Food(cut.geometry(0.055, 1.2), cut.material, 5.0)
    result = simulate(food, (Step("g", kettle().gentle.surroundings, Until(2400.0)),))
    middle = result.end.temp_c[len(result.grid.dz_m) // 2]
    r, bone = result.grid.r_m, result.grid.bone_columns
    width = float(result.grid.dr_m.sum())
    beside = float(np.interp(r[bone] + 0.005, r, middle))
    opposite = float(np.interp(width - 0.005, r, middle))
    assert beside < opposite - 3.0
    assert result.balance.energy_relative_error < 1e-9
    assert graded_grid(food.geometry).volume_m3.sum() == pytest.approx(food.geometry.volume_m3)


def test_warm_fat_is_gentler_than_a_grate_and_quicker_than_air():
    """Under fat at 63 °C nothing passes 63 °C, nothing evaporates, and it is there sooner than in air of 107 °C."""
    fat = programme_of(replace(RIBEYE, method="char_then_bath"), 50.0)[1]
    air = programme_of(RIBEYE, 50.0)[0]
    in_fat = simulate(RIBEYE.food, (fat,), every_s=60.0)
    assert in_fat.end.temp_c.max() < 63.1
    assert in_fat.evaporated_share < 1e-6
    assert in_fat.duration_s < simulate(RIBEYE.food, (air,), every_s=60.0).duration_s


def test_looking_costs_time():
    """Every look under the lid delays the cook (common practice, no source): one minute open, by less than two."""
    zone = kettle().gentle
    step = Step("gentle", zone.surroundings, Until(4 * 3600.0, core_c=45.0))
    shut = simulate(RIBEYE.food, (step,), every_s=60.0).duration_s
    looked = simulate(RIBEYE.food, interrupted(step, 900.0, 60.0, lid_open(zone, 10.0)), every_s=60.0).duration_s
    assert 5.0 < looked - shut < 120.0


def test_a_wet_surface_steams():
    """Pat the surface dry: a wet one browns later (common practice, no source)."""
    sear = programme_of(RIBEYE, 45.0, (36.0, 1e3))[2]
    warm = replace(RIBEYE.food, start_c=45.0)
    dry = simulate(replace(warm, film_kg_m2=0.0), (sear,))
    wet = simulate(replace(warm, film_kg_m2=0.12), (sear,))
    assert wet.end.browning_s[0] < 0.7 * dry.end.browning_s[0]


def test_dew_on_cold_meat_is_booked():
    """In air with a dew point of 60 °C a cold piece gains water at first; the books still close."""
    side = Side(air_c=70.0, h_w_m2k=10.0, vapour_kg_m3=0.13)
    result = simulate(RIBEYE.food, (Step("steam", Surroundings(side, side, side), Until(120.0)),))
    assert result.evaporated_share < 0.0
    assert result.balance.water_relative_error < 1e-12
    assert result.balance.energy_relative_error < 1e-9


def rim_at_finish(food: Food, flip_s: float, finish_c: float) -> float:
    """Grey rim of a piece cooked over the coals with flips so that its peak after a rest is the finish."""
    zone = replace(kettle().sear, rods=None)
    rest = Step("rest", Surroundings(TOP, TOP, TOP), Until(600.0))
    low, high = food.start_c + 1.0, finish_c
    for _ in range(9):
        pull = 0.5 * (low + high)
        sear = Step("sear", zone.surroundings, Until(7200.0, probe_c=pull), flip_every_s=flip_s)
        result = simulate(food, (sear, rest), every_s=30.0, refine=0.5)
        low, high = (pull, high) if result.peak_core_c < finish_c else (low, pull)
    return result.grey_rim_share


@examples(8)
@given(thickness=st.floats(0.028, 0.045), finish=st.floats(50.0, 62.0), often=st.sampled_from([15.0, 30.0]))
def test_more_flips_never_a_thicker_rim(thickness, finish, often):
    """Over the same fire to the same finish, flipping often leaves no thicker a grey rim than flipping rarely: the heat
    is spread (thiffeault_2022, for conduction alone; half a cell is let pass). A real face that is turned rarely dries
    more, and its crust insulates, so there the difference may be lost, but by no more than a cell on each face."""
    spec = replace(RIBEYE, thickness_m=thickness, mass_kg=0.45 * thickness / 0.0381)
    cell = 0.0015 / thickness
    for food, spare in ((replace(spec.food, moisture=False), 0.5 * cell), (spec.food, 2.0 * cell)):
        rims = [rim_at_finish(food, flip, finish) for flip in (often, 8.0 * often)]
        assert rims[0] <= rims[1] + spare


@examples(10)
@given(
    cut=st.sampled_from(["filet", "burger_80_20", "salmon", "potato", "bell_pepper", "tomahawk"]),
    seconds=st.floats(30.0, 900.0),
    pan_c=st.floats(80.0, 350.0),
    flip=st.floats(20.0, 400.0),
)
def test_every_kind_of_food_stays_in_bounds_in_a_pan(cut, seconds, pan_c, flip):
    """Between the coldest and the hottest thing about it, with both books closed, whatever it is made of."""
    found = cut_named(cut)
    food = Food(found.geometry(found.typical_thickness_m, found.typical_mass_kg), found.material, 5.0)
    result = simulate(food, (in_pan(seconds, replace(PAN, start_c=pan_c), flip),), refine=0.5)
    assert result.end.temp_c.min() > 0.0
    assert result.end.temp_c.max() <= float(np.max(result.metal_c)) + 1.0
    assert result.balance.energy_relative_error < 1e-6
    assert result.balance.water_relative_error < 1e-6
    assert (result.end.water_kg >= 0.0).all()
