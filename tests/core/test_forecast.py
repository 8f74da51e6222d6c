"""A running cook and its end: where it stands, what is next, and what was learned."""

from pathlib import Path

import numpy as np
import pytest
from wording import worded

from brasko.core.forecast.compare import compared
from brasko.core.forecast.progress import Ahead, Planned, held_longer, progress
from brasko.core.words import quantity
from brasko.formats.older_words import of_now
from brasko.words import rendered

TASKS = (
    Planned("light", -4800.0, -3900.0),
    Planned("on", -3600.0, -1200.0, "gentle"),
    Planned("wait", -1200.0, -900.0, "wait"),
    Planned("sear", -900.0, -700.0, "sear"),
    Planned("rest", -700.0, -60.0, "rest"),
    Planned("serve", -60.0, 0.0),
)
TIME = np.linspace(0.0, 2400.0, 241)
CORE = 4.0 + 40.0 * (TIME / 2400.0) ** 1.2


def at(found, key):
    return next(e for e in found if e.key == key)


def test_before_anything_the_plan_stands():
    found = progress(TASKS, {}, -5000.0)
    assert [e.start_s for e in found] == [t.start_s for t in TASKS]
    assert at(found, "light").state == "next"
    assert at(found, "on").state == "later"


def test_a_late_mark_moves_what_follows():
    found = progress(TASKS, {"light": -4500.0}, -4400.0)
    assert at(found, "on").start_s == -3300.0
    assert at(found, "serve").start_s == pytest.approx(240.0)


def test_nothing_unmarked_is_expected_before_now():
    found = progress(TASKS, {"light": -4800.0}, -3000.0)
    assert at(found, "on").start_s == -3000.0
    assert at(found, "on").state == "now"
    assert at(found, "wait").start_s == pytest.approx(-600.0)


@pytest.mark.parametrize("late_s", [-400.0, 0.0, 700.0])
def test_the_forecast_moves_the_pull_and_all_that_follows(late_s):
    began = -3500.0
    ahead = Ahead("wait", -1200.0 + late_s)
    found = progress(TASKS, {"light": -4800.0, "on": began}, began + 800.0, ahead)
    assert at(found, "wait").start_s == pytest.approx(-1200.0 + late_s)
    assert at(found, "on").end_s == at(found, "wait").start_s
    assert at(found, "serve").start_s == pytest.approx(-60.0 + late_s)


def test_a_hold_lengthens_the_wait_and_moves_what_follows():
    held = held_longer(TASKS, "wait", 1800.0)
    assert [t.start_s for t in held] == [-4800.0, -3600.0, -1200.0, 900.0, 1100.0, 1740.0]
    assert at(held, "wait").end_s == 900.0
    found = progress(held, {"light": -4800.0, "on": -3600.0}, -3000.0, Ahead("wait", -1000.0))
    assert at(found, "sear").start_s == pytest.approx(1100.0)
    assert held_longer(TASKS, "wait", 0.0) == list(TASKS)


def test_what_lies_in_the_middle_of_a_step_stays_there():
    turned = (*TASKS[:2], Planned("turn", -2400.0, -2370.0, amid=True), *TASKS[2:])
    found = progress(turned, {"light": -4800.0, "on": -3600.0}, -3500.0, Ahead("wait", 1200.0))
    assert at(found, "turn").start_s == pytest.approx(-1200.0)


def test_what_makes_the_fire_hot_moves_with_the_pull():
    """A skillet is heated so long before the pull, whenever that is."""
    skillet = (*TASKS[:2], Planned("heat_pan", -1500.0, -1200.0), *TASKS[2:])
    found = progress(skillet, {"light": -4800.0, "on": -3600.0}, -3000.0, Ahead("wait", -600.0))
    assert at(found, "wait").start_s - at(found, "heat_pan").start_s == pytest.approx(300.0)


def test_what_nobody_marked_is_over_once_the_food_is_past_it():
    found = progress(TASKS, {"on": -3500.0}, -3400.0)
    assert at(found, "light").state == "done"
    assert at(found, "wait").start_s == pytest.approx(-1100.0)
    assert at(found, "wait").state == "next"


def test_an_overdue_pull_is_due_now():
    found = progress(TASKS, {"light": -4800.0, "on": -3600.0}, -900.0, Ahead("wait", -1000.0))
    assert at(found, "wait").state == "now"
    assert at(found, "wait").start_s == -900.0
    assert (
        at(
            progress(TASKS, {"on": -3600.0, "light": -4800.0}, -900.0, Ahead("wait", -1000.0), overdue_moves_on=False),
            "wait",
        ).start_s
        == -1000.0
    )


def test_done_steps_last_until_the_next_begins():
    done = {"light": -4800.0, "on": -3600.0, "wait": -1100.0, "sear": -500.0}
    found = progress(TASKS, done, -450.0)
    assert at(found, "wait").end_s == -500.0
    assert at(found, "rest").start_s == pytest.approx(-300.0)
    assert [e.state for e in found] == ["done", "done", "done", "done", "next", "later"]


def compare(readings, measured_s):
    return compared(TIME, CORE, 2400.0, 44.0, 57.0, readings, measured_s)


def test_a_cook_as_foreseen_teaches_to_keep_the_plan():
    found = compare([(t, float(c)) for t, c in zip(TIME, CORE, strict=True)] + [(2500.0, 57.2)], 2410.0)
    assert found.mean_gap_k == pytest.approx(0.0, abs=1e-9)
    assert found.peak_measured_c == 57.2
    assert worded(found.lessons) == ["It went as forecast. Keep this plan."]


def test_lessons_name_the_difference():
    found = compare([(t * 1.3, float(c)) for t, c in zip(TIME, CORE, strict=True)] + [(3200.0, 61.0)], 3000.0)
    said = [rendered(lesson) for lesson in found.lessons]
    assert any(
        worded(s).startswith("The gentle phase took 10 min longer than forecast: the cool side was cooler")
        for s in said
    )
    assert any("The core peaked 4 °C above the plan" in worded(s) for s in said)


def test_without_readings_there_is_nothing_to_compare():
    found = compare([], None)
    assert found.peak_measured_c is None
    assert found.mean_gap_k is None
    assert found.lessons == ()


@pytest.mark.parametrize(
    ("text", "metric", "us"),
    [
        ("Pull at {temp:44.4}.", "Pull at 44 °C.", "Pull at 112 °F."),
        ("adds {rise:10}", "adds 10 °C", "adds 18 °F"),
        ("{len:38.1} thick", "38 mm thick", "1 ½ in thick"),
        ("{mass:454}", "454 g", "1 lb"),
        ("for {time:90}, {time:150} or {time:1500}", "for 90 s, 2½ min or 25 min", "for 90 s, 2½ min or 25 min"),
    ],
)
def test_phrases_are_written_in_the_readers_units(text, metric, us):
    assert rendered(of_now(text), "metric") == metric
    assert rendered(of_now(text), "us") == us


QUANTITIES = (Path(__file__).parents[1] / "quantities.csv").read_text(encoding="utf-8").splitlines()[1:]


@pytest.mark.parametrize("row", QUANTITIES)
def test_a_quantity_is_written_as_in_the_interface(row):
    """The one table that the front end is tested with too. Whole degrees, three figures: common practice, no source."""
    readable, metric, us, german = row.split(";")
    token = of_now(readable)
    assert (rendered(token, "metric"), rendered(token, "us"), rendered(token, "metric", "de")) == (metric, us, german)


@pytest.mark.parametrize(
    ("said_c", "us", "metric"),
    [
        (71.111, "160 °F", "71.1 °C"),
        (73.889, "165 °F", "73.9 °C"),
        (62.778, "145 °F", "62.8 °C"),
        (56.9, "135 °F", "56.9 °C"),
    ],
)
def test_a_figure_that_must_be_reached_is_never_rounded_down(said_c, us, metric):
    """The agency's figures in both units (fsis_safe_temperatures); the front end is tested with the same table."""
    assert rendered(quantity.least(said_c), "us") == us
    assert rendered(quantity.least(said_c), "metric") == metric
