"""Smoke: what hangs in a chamber, what a face takes up, how deep a ring. Common practice, no source, unless said."""

from dataclasses import replace

import numpy as np
import pytest
from plans import solve_piece

from brasko.core.fire import custom
from brasko.core.fire.chamber import steady_state
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setup import usual_setup
from brasko.core.fire.smoke import smoke_g_m3
from brasko.core.planner.advice.smoke import HALF_DOSE_G_M2, smoke_of, smoke_result, taken_up_m_s
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Side

STEAK = PieceSpec("ribeye", 0.0381, 0.45, 54.0, crust="light")
SHOULDER = PieceSpec("pork_shoulder", 0.13, 2.8, 93.0, method="low_and_slow", crust="none")


def hanging(setup, since_s: float) -> float:
    """In the chamber at one moment [g m-3]."""
    return float(smoke_g_m3(setup, np.array([since_s]))[0])


def wooded(key: str, wood: str) -> custom.OwnFire:
    fire = custom.shipped()[key]
    assert fire.setup.charcoal is not None
    return replace(fire, setup=replace(fire.setup, charcoal=replace(fire.setup.charcoal, wood=wood)))


def test_a_pellet_grill_smokes_most_at_its_lowest_setting():
    """At 200 °F it gives the most."""
    hangs = [hanging(replace(usual_setup(GRILLS["pellet"]), set_c=c), 600.0) for c in (93.0, 121.0, 177.0, 260.0)]
    assert hangs == sorted(hangs, reverse=True)
    assert hangs[0] > 2.0 * hangs[2]


def test_chunks_smoke_for_longer_than_chips_and_none_is_none():
    chips, chunks, none = (wooded("kettle_two_zone", w).setup for w in ("chips", "chunks", "none"))
    assert hanging(chips, 100.0) > 10.0 * hanging(none, 100.0)
    assert hanging(chips, 1800.0) == pytest.approx(hanging(none, 1800.0))
    assert hanging(chunks, 1800.0) > 10.0 * hanging(none, 1800.0)
    assert hanging(replace(chunks, lid_open=True), 100.0) == 0.0
    assert hanging(usual_setup(GRILLS["oven"]), 100.0) == 0.0


def test_what_is_given_off_leaves_with_the_draught():
    """Conservation: concentration times the volume that leaves is what smokes."""
    setup = usual_setup(GRILLS["offset"])
    state = steady_state(setup)
    given = sum(s.rate_g_s for s in setup.grill.kind.smokes(setup, state.power_w))
    volume_m3_s = state.flow_kg_s * (state.gas_c + 273.15) * 287.05 / 101325.0
    assert hanging(setup, 0.0) * volume_m3_s == pytest.approx(given, rel=0.02)


def test_a_cool_face_takes_up_more_and_a_hot_one_hardly_any():
    """It clings while the surface is cool and wet."""
    side = Side(air_c=115.0, h_w_m2k=11.0)
    speeds = [taken_up_m_s(side, c) for c in (10.0, 40.0, 60.0, 80.0, 110.0)]
    assert speeds == sorted(speeds, reverse=True)
    assert speeds[0] > 8.0 * speeds[-1]


def test_a_dose_in_words():
    assert smoke_result(0.0, 0.0).word == "none"
    assert smoke_result(HALF_DOSE_G_M2.value, 0.0).index == 5.0
    words = [smoke_result(d, 0.0).word for d in (0.05, 0.6, 2.0, 4.0, 12.0)]
    assert words == ["none", "a hint", "light", "clear", "strong"]


def test_wood_and_a_long_cook_smoke_and_a_kitchen_does_not():
    plain, chunks = (
        smoke_of(w, solve_piece(w))
        for w in (replace(STEAK, own_fire=wooded("kettle_two_zone", x)) for x in ("none", "chunks"))
    )
    assert plain.index < 1.0 < chunks.index
    assert 0.0 < chunks.ring_m < 0.005, "a ring of some millimetres in an hour"
    oven = replace(STEAK, method="oven_then_skillet", fire="oven_skillet")
    assert smoke_of(oven, solve_piece(oven)).word == "none"
    gas = replace(STEAK, fire="gas")
    assert smoke_of(gas, solve_piece(gas)).word == "none"


def test_a_shoulder_over_a_fuse_has_a_ring():
    """Six to twelve millimetres after a night; clearly smoked."""
    found = smoke_of(SHOULDER, solve_piece(SHOULDER))
    assert 0.004 <= found.ring_m <= 0.013
    assert found.index > 2.0
    assert np.isfinite(found.dose_g_m2)


def test_wood_in_a_box_smokes_on_a_gas_grill_and_gas_alone_does_not():
    """Chips in a smoker box are the usual way to smoke on gas."""
    plain = replace(usual_setup(GRILLS["gas_3"]), lid_open=False)
    boxed = replace(plain, smoker_box="chips")
    assert hanging(plain, 100.0) == 0.0
    assert hanging(boxed, 100.0) > 0.0
    assert hanging(boxed, 3600.0) == 0.0
    assert hanging(replace(plain, coal_tray_kg=0.8), 3000.0) > 0.0
