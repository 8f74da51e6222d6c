"""Tough cuts: collagen over time and temperature, and the hours that pitmasters give them."""

import numpy as np
import pytest
from plans import planned
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.softness import softness
from brasko.core.planner.advice.pick import choose_method
from brasko.core.planner.spec.piece import PieceSpec

HOUR = 3600.0
USUAL_H = {
    "baby_back_ribs": (3.5, 7.0),
    "spare_ribs": (4.5, 8.5),
    "beef_short_ribs": (5.0, 11.0),
    "brisket": (9.0, 20.0),
    "brisket_flat": (9.0, 20.0),
    "brisket_point": (9.0, 20.0),
    "pork_belly": (3.0, 8.0),
    "turkey_breast": (1.25, 4.0),
    "chicken_wing": (0.5, 1.25),
    "chicken_drumstick": (0.5, 1.25),
    "pork_tenderloin": (0.25, 1.0),
    "picanha": (0.5, 1.75),
    "rack_of_lamb": (1.0 / 3.0, 1.0),
}
"""Hours on the fire that are widely taught (common practice, no source), written down before any was computed."""


@pytest.mark.parametrize(("core_c", "hours"), [(57.0, (48.0, 80.0)), (68.0, (18.0, 30.0)), (85.0, (5.0, 8.0))])
def test_a_brisket_in_a_bath_is_tender_when_cooks_say(core_c, hours):
    """Two to three days at 57 °C, a day at 68 °C, a working day at 85 °C (long baths, from memory)."""
    whole_s = all_cuts()["brisket"].softens_s
    low, high = (softness([0.0, h * HOUR], [core_c, core_c], whole_s) for h in hours)
    assert low < 1.0 < high


def test_softness_adds_up_and_grows_with_heat():
    time_s = np.linspace(0.0, 4.0 * HOUR, 200)
    core_c = np.linspace(60.0, 95.0, 200)
    whole = softness(time_s, core_c, 4.0 * HOUR)
    assert softness(time_s[:100], core_c[:100], 4.0 * HOUR) + softness(
        time_s[99:], core_c[99:], 4.0 * HOUR
    ) == pytest.approx(whole, rel=1e-9)
    assert softness(time_s, core_c + 5.0, 4.0 * HOUR) > whole
    assert softness([0.0, HOUR], [50.0, 50.0], HOUR) == 0.0
    with refusing(InvalidInput, match="softens_s must be between"):
        softness([0.0, 1.0], [80.0, 80.0], 0.0)


SOONER = {("chicken_wing", "offset")}
"""On an offset a wing reads 165 °F after 26 minutes; cooks leave it on for its skin, which is not computed."""


@pytest.mark.parametrize(
    ("cut", "kind"), [(c, k) for c in USUAL_H for k in ("kettle", "offset") if (c, k) not in SOONER]
)
def test_on_the_fire_for_the_usual_hours(cut, kind):
    thickness = all_cuts()[cut].typical_thickness_m
    plan = planned(choose_method(cut, thickness, None, (kind,)).spec(all_cuts()[cut], thickness))
    low, high = USUAL_H[cut]
    assert low <= plan.solution.result.steps[-1].start_s / HOUR <= high


def test_ribs_are_done_when_they_are_soft_and_not_when_they_are_hot():
    cut = all_cuts()["spare_ribs"]
    plan = planned(
        choose_method("spare_ribs", cut.typical_thickness_m, None, ("kettle",)).spec(cut, cut.typical_thickness_m)
    )
    result = plan.solution.result
    names = [step.name for step in result.steps]
    assert names == ["gentle", "gentle_soft", "rest"]
    assert softness(result.time_s, result.core_c, cut.softens_s) == pytest.approx(1.0, abs=0.05)
    (task,) = (t for t in plan.tasks if t.key == "gentle_soft")
    assert "until it's soft" in worded(task.name)
    assert "toothpick" in worded(task.why)
    (on,) = (t for t in plan.tasks if t.key == "on")
    assert "stays on after that, until it's soft" in worded(on.why)
    assert "adds" not in worded(plan.headline)
    assert "leave it on until it's soft" in worded(plan.headline)
    # a shoulder has had its hours by the time that it is hot
    shoulder = planned(PieceSpec("pork_shoulder", 0.13, 2.8, 93.0, method="low_and_slow", fire="offset", crust="none"))
    assert [step.name for step in shoulder.solution.result.steps] == ["gentle", "rest"]


def test_a_shoulder_in_a_cooler_falls_six_to_twelve_degrees_an_hour():
    """Common practice, no source."""
    spec = PieceSpec(
        "pork_shoulder",
        0.13,
        3.6,
        93.0,
        method="low_and_slow",
        fire="offset",
        crust="none",
        rest="cooler",
        rest_s=4 * HOUR,
    )
    rest = planned(spec).solution.result
    from_s = rest.steps[-1].start_s
    at = np.interp([from_s + 1.0 * HOUR, from_s + 4.0 * HOUR], rest.time_s, rest.core_c)
    assert 6.0 <= 1.8 * (at[0] - at[1]) / 3.0 <= 12.0


def test_only_a_cooler_holds_it_for_hours():
    with refusing(InvalidInput, match="or 5 h in a cooler"):
        PieceSpec("pork_shoulder", 0.13, 3.6, 93.0, method="low_and_slow", crust="none", rest_s=4 * HOUR)
