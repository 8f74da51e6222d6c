"""What must hold for any fire: more never gives less, and nothing sees more than everything."""

from dataclasses import replace

import numpy as np
from examples import examples
from hypothesis import given
from hypothesis import strategies as st

from brasko.core.fire import chamber
from brasko.core.fire.burn_time import hours_of
from brasko.core.fire.coals import Charcoal
from brasko.core.fire.grate import grate_map, heat_at
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setup import FireSetup, usual_setup
from brasko.core.fire.weather import Weather

KETTLE = usual_setup(GRILLS["kettle"])
SHARE = st.floats(0.0, 1.0)


@examples(25)
@given(st.lists(SHARE, min_size=3, max_size=3), st.integers(0, 2), SHARE)
def test_a_knob_turned_up_cools_no_zone(knobs, which, up):
    """The knob's own zone and its neighbours gain or stay; more gas moves more air through, so the far end may lose a
    little."""
    side = (0.0,)
    low = FireSetup(GRILLS["gas_3"], knobs=(*knobs, *side))
    more = [max(k, up) if i == which else k for i, k in enumerate(knobs)]
    high = FireSetup(GRILLS["gas_3"], knobs=(*more, *side))
    assert chamber.steady_state(high).zones_c[which] >= chamber.steady_state(low).zones_c[which] - 1e-6


@examples(20)
@given(st.floats(0.3, 1.4), st.floats(0.05, 0.9))
def test_more_charcoal_never_serves_shorter(mass, more):
    one, other = (hours_of(replace(KETTLE, charcoal=Charcoal("banked", m))).usable_s for m in (mass, mass + more))
    assert other >= one - 1.0


@examples(20)
@given(st.floats(0.5, 8.0), st.floats(0.0, 6.0))
def test_more_wind_never_saves_fuel_on_a_controller(wind, more):
    pellet = usual_setup(GRILLS["pellet"])
    calm, rough = (chamber.steady_state(replace(pellet, weather=Weather(15.0, w))).power_w for w in (wind, wind + more))
    assert rough >= calm - 1e-6


@examples(20)
@given(st.sampled_from(sorted(GRILLS)), st.booleans())
def test_no_spot_sees_more_than_everything(key, lid_open):
    setup = usual_setup(GRILLS[key])
    setup = replace(setup, lid_open=lid_open and setup.grill.body is not None)
    shown = grate_map(setup, step_m=0.04)
    on = np.isfinite(shown.equivalent_c)
    assert np.all(shown.fire_view[on] <= 0.98 + 1e-9)
    assert np.all(shown.fire_view[on] >= 0.0)
    assert np.all(shown.equivalent_c[on] >= setup.weather.air_c - 1.0)


@examples(20)
@given(st.floats(0.0, 0.08), st.floats(0.01, 0.05))
def test_higher_over_the_coals_is_never_hotter_in_the_middle(lower, more):
    level = replace(KETTLE, charcoal=Charcoal("level", 2.4), drip_pan=False, lid_open=True)
    state, grate, middle = chamber.steady_state(level), level.grill.grates[0], (np.zeros(1), np.zeros(1))
    near, far = (heat_at(level, state, grate, *middle, lower_m=-d).flux_w_m2()[0] for d in (lower, lower + more))
    assert far <= near + 1e-6
