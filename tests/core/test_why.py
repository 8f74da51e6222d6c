"""Why it runs early or late: the unknown that explains most of it is the one that is named."""

import sys
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "reference"))

from forecast_trial import scene
from wording import worded

from brasko.core.forecast.update import forecast_from, posterior_of
from brasko.core.forecast.why import why
from brasko.core.uncertainty.unknowns import FIRE_SD, START_SD, THICKNESS_SD
from brasko.words import rendered

STRIP = 1


def said(z: list[float], units: str = "metric") -> str:
    """What is told of the kitchen z, without any doubt about it."""
    spec, _, _, known = scene(STRIP)
    found = replace(posterior_of(known, []), z=np.array([*z, 0.0, 0.0, 0.0]))
    usual = forecast_from(known, replace(found, z=np.zeros(7)), 50).end_s
    return rendered(why(spec, known, forecast_from(known, found, 50), usual), units)


@pytest.mark.parametrize(
    ("z", "words"),
    [
        ([0.0, 0.0, 0.0, -1.5], "behind: the cool side is nearer"),
        ([0.0, 0.0, 0.0, 1.5], "ahead: the cool side is nearer"),
        ([0.0, 1.5, 0.0, 0.0], "behind: it cooks like a piece"),
        ([0.0, 0.0, -1.5, 0.0], "behind: it went on at about"),
        ([-1.5, 0.0, 0.0, 0.0], "behind: heat goes into it"),
        ([1.5, 0.0, 0.0, 0.0], "ahead: heat goes into it"),
    ],
)
def test_the_cause_is_named(z, words):
    assert words in said(z)


def test_figures_are_those_of_the_kitchen_in_the_readers_units():
    spec, _, _, known = scene(STRIP)
    fire = round(known.air_c - 1.5 * FIRE_SD.value)
    assert f"nearer {fire} °C" in worded(said([0.0, 0.0, 0.0, -1.5]))
    assert " °F." in worded(said([0.0, 0.0, 0.0, -1.5], "us"))
    thick = 1000.0 * spec.thickness_m * (1.0 + 1.5 * THICKNESS_SD.value)
    assert f"{thick:.0f} mm thick" in worded(said([0.0, 1.5, 0.0, 0.0]))
    assert f"at about {round(spec.start_c - 1.5 * START_SD.value)} °C" in worded(said([0.0, 0.0, -1.5, 0.0]))


def test_of_two_causes_the_greater_is_told():
    assert "the cool side" in worded(said([0.0, 0.4, 0.0, -1.6]))
    assert "like a piece" in worded(said([0.0, 1.6, 0.0, -0.3]))


def test_small_differences_need_no_reason():
    assert said([0.0, 0.0, 0.0, 0.0]) == ""
