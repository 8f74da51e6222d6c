"""Properties, vapour and view factors against published values."""

import numpy as np
import pytest
from scipy.integrate import dblquad
from thermal import kettle
from wording import refusing

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.fire.custom import shipped
from brasko.core.fire.fires import BURNER
from brasko.core.fire.grate import grate_map
from brasko.core.fire.views import Rectangle, corner_view_factor, seen
from brasko.core.fire.zones import Zone, radiant_equivalent_c, with_gentle_air
from brasko.core.foods.cuts import all_cuts, cut_named
from brasko.core.foods.doneness import SCALES, scale_named
from brasko.core.foods.properties import Composition, material_constant, material_from_composition
from brasko.core.heat.vapour import saturation_density_kg_m3, saturation_pressure_pa, saturation_temperature_c


@pytest.mark.parametrize(
    ("kelvin", "megapascal"), [(300.0, 0.353658941e-2), (500.0, 0.263889776e1), (600.0, 0.123443146e2)]
)
def test_saturation_pressure_matches_its_standard(kelvin, megapascal):
    """iapws_if97, table 35: the check values printed for equation 30."""
    computed = saturation_pressure_pa(np.array([kelvin - 273.15]))[0] / 1e6
    assert computed == pytest.approx(megapascal, rel=1e-8)


@pytest.mark.parametrize(("megapascal", "kelvin"), [(0.1, 0.372755919e3), (1.0, 0.453035632e3), (10.0, 0.584149488e3)])
def test_saturation_temperature_matches_its_standard(megapascal, kelvin):
    """iapws_if97, table 36: the check values printed for equation 31 (from memory)."""
    assert saturation_temperature_c(megapascal * 1e6) + 273.15 == pytest.approx(kelvin, rel=2e-9)


def test_saturation_density_near_steam_tables():
    """Saturated vapour at 40 and 100 °C: 0.0512 and 0.598 kg/m3 (incropera_2011, table A.6 as 1/v_g, from memory);
    2.5 % for taking it as an ideal gas."""
    computed = saturation_density_kg_m3(np.array([40.0, 100.0]))
    np.testing.assert_allclose(computed, [0.0512, 0.598], rtol=0.025)


def test_water_alone_has_the_properties_of_water():
    """Water at 20 °C: 0.598 W/mK, 4182 J/kgK, 998 kg/m3 (handbook values, from memory); 1.5 % for the food fits."""
    water = material_from_composition(Composition(1.0, 0.0, 0.0, ash=0.0))
    assert water.conductivity_w_mk(20.0) == pytest.approx(0.598, rel=0.015)
    assert water.specific_heat_j_kgk(20.0) == pytest.approx(4182.0, rel=0.015)
    assert water.density_kg_m3 == pytest.approx(998.2, rel=0.005)


def test_lean_beef_lies_where_handbooks_put_it():
    """Lean beef of 75 % water: 0.45 to 0.50 W/mK and 3.4 to 3.6 kJ/kgK above freezing (ashrae_refrigeration, tables of
    unfrozen foods, from memory)."""
    lean = material_from_composition(Composition(0.75, 0.22, 0.02))
    assert 0.45 < lean.conductivity_w_mk(5.0) < 0.51
    assert 3400.0 < lean.specific_heat_j_kgk(20.0) < 3650.0
    assert 1040.0 < lean.density_kg_m3 < 1090.0


def test_fat_insulates():
    lean = material_from_composition(Composition(0.72, 0.22, 0.05))
    fatty = material_from_composition(Composition(0.55, 0.17, 0.27))
    assert fatty.conductivity_w_mk(40.0) < lean.conductivity_w_mk(40.0)
    assert fatty.specific_heat_j_kgk(40.0) < lean.specific_heat_j_kgk(40.0)


def test_composition_must_add_up():
    with refusing(InvalidInput, match=r"must add up to 1 within 0\.02 \(got 1\.110\)"):
        Composition(0.8, 0.2, 0.1)
    with refusing(InvalidInput, match=r"composition\.fat must be between 0 and 1"):
        Composition(0.8, 0.2, -0.1)


def test_constant_material_refuses_nonsense():
    with refusing(InvalidInput, match="conductivity_w_mk must be between"):
        material_constant(-1.0, 1000.0, 3000.0)


def test_every_cut_is_complete():
    for cut in all_cuts().values():
        assert cut.basis in {"measured", "fitted", "assumed", "from memory", "common practice"}
        assert 0.005 <= cut.salt_share <= 0.02 or cut.key == "sausage", "a sausage is salted inside"
        assert 900.0 < cut.material.density_kg_m3 < 1100.0


def test_unknown_names_offer_the_nearest():
    with refusing(UnknownName, match=r"cut is not known \(got 'ribye'\)\. Did you mean ribeye"):
        cut_named("ribye")
    with refusing(UnknownName, match="scale is not known"):
        scale_named("none")


@pytest.mark.parametrize(
    ("fahrenheit", "kitchen", "home"),
    [(122, "rare", "blue"), (132, "medium rare", "rare"), (140, "medium", "medium"), (165, "well done", "well done")],
)
def test_doneness_words(fahrenheit, kitchen, home):
    """The trade's two scales: common practice, no source."""
    temp = (fahrenheit - 32) / 1.8
    assert SCALES["kitchen"].word_for(temp) == kitchen
    assert SCALES["home"].word_for(temp) == home


BED = Rectangle(0.06, 0.25, -0.18, 0.18, 0.11)


def direct_view_factor(left: float, right: float, front: float, back: float, gap: float) -> float:
    """∫ cos θ₁ cos θ₂ / (π s²) dA over the rectangle, the definition (incropera_2011 eq. 13.1)."""
    value, _ = dblquad(lambda y, x: gap**2 / (np.pi * (x * x + y * y + gap**2) ** 2), left, right, front, back)
    return value


@pytest.mark.parametrize("spot", [(0.0, 0.0), (0.145, 0.0), (-0.15, 0.0), (0.2, 0.1), (0.06, -0.2)])
def test_view_factor_matches_its_integral(spot):
    x, y = spot
    exact = direct_view_factor(BED.left_m - x, BED.right_m - x, BED.front_m - y, BED.back_m - y, BED.gap_m)
    assert float(seen(BED, np.array([x]), np.array([y]))[0]) == pytest.approx(exact, rel=1e-6, abs=1e-9)


def test_view_factor_of_an_endless_bed_is_a_quarter_per_corner():
    far = np.array(1e7)
    assert float(corner_view_factor(far, far)) == pytest.approx(0.25, abs=1e-5)


def test_grate_is_hottest_over_the_coals():
    grate = grate_map(shipped()["kettle_two_zone"].setup)
    row = grate.equivalent_c[len(grate.y_m) // 2]
    coals = grate.emitters[0]
    assert coals.strips[0].left_m < grate.x_m[int(np.nanargmax(row))] < coals.strips[-1].right_m
    assert np.nanmin(row) < 130.0
    assert np.nanmax(row) > 250.0


def test_radiant_equivalent_of_one_source_is_itself():
    assert radiant_equivalent_c(((0.4, 300.0), (0.6, 300.0))) == pytest.approx(300.0)


def test_fire_refuses_what_it_cannot_be():
    with refusing(InvalidInput, match=r"gentle_c must be between 80 and 290 °C \(got 300\)"):
        with_gentle_air(kettle(), 300.0)
    with refusing(InvalidInput, match=r"fire has no gentle side \(Skillet on a burner, high\)"):
        with_gentle_air(BURNER, 110.0)
    with refusing(InvalidInput, match="coal_view must be between"):
        Zone("z", "z", "sear", "Sear", air_c=100.0, film_w_m2k=10.0, lid_c=50.0, coal_view=1.4)
