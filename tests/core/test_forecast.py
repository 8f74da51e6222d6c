"""A running cook and its end: where it stands, what is next, and what was learned."""

import numpy as np
import pytest

from brasko.core.forecast.compare import compared
from brasko.core.forecast.progress import Planned, SlowPhase, progress, stretch_of
from brasko.core.phrases import rendered

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
SLOW = SlowPhase("on", "wait", TIME, CORE, 44.0)


def at(found, key):
    return next(e for e in found if e.key == key)


def readings_with_stretch(stretch: float, upto_s: float, began: float) -> list[tuple[float, float]]:
    times = np.arange(10.0, upto_s, 10.0)
    return [(began + t, float(np.interp(t / stretch, TIME, CORE))) for t in times]


def test_before_anything_the_plan_stands():
    found = progress(TASKS, {}, -5000.0, SLOW)
    assert [e.start_s for e in found] == [t.start_s for t in TASKS]
    assert at(found, "light").state == "next"
    assert at(found, "on").state == "later"


def test_a_late_mark_moves_what_follows():
    found = progress(TASKS, {"light": -4500.0}, -4400.0, SLOW)
    assert at(found, "on").start_s == -3300.0
    assert at(found, "serve").start_s == pytest.approx(240.0)


def test_nothing_unmarked_is_expected_before_now():
    found = progress(TASKS, {"light": -4800.0}, -3000.0, SLOW)
    assert at(found, "on").start_s == -3000.0
    assert at(found, "on").state == "now"
    assert at(found, "wait").start_s == pytest.approx(-600.0)


@pytest.mark.parametrize("stretch", [0.85, 1.0, 1.2])
def test_readings_move_the_pull(stretch):
    """A cook that runs so much slower pulls so much later: known after a third of the phase to within 2 min."""
    began = -3600.0
    seen = readings_with_stretch(stretch, 800.0, began)
    found = progress(TASKS, {"light": -4800.0, "on": began}, began + 800.0, SLOW, seen)
    assert at(found, "wait").start_s == pytest.approx(began + 2400.0 * stretch, abs=120.0)
    assert at(found, "on").end_s == at(found, "wait").start_s


def test_the_pull_is_due_when_the_probe_says_so():
    began = -3600.0
    seen = readings_with_stretch(0.8, 1930.0, began)
    found = progress(TASKS, {"light": -4800.0, "on": began}, began + 1930.0, SLOW, seen)
    assert at(found, "wait").state == "now"


def test_stretch_needs_some_readings_and_stays_within_reason():
    assert stretch_of(SLOW, [], []) == 1.0
    assert stretch_of(SLOW, [60.0], [30.0]) == 1.0
    assert stretch_of(SLOW, [2000.0] * 5, [8.0] * 5) == 2.0


def test_done_steps_last_until_the_next_begins():
    done = {"light": -4800.0, "on": -3600.0, "wait": -1100.0, "sear": -500.0}
    found = progress(TASKS, done, -450.0, SLOW)
    assert at(found, "wait").end_s == -500.0
    assert at(found, "rest").start_s == pytest.approx(-300.0)
    assert [e.state for e in found] == ["done", "done", "done", "done", "next", "later"]


def compare(readings, measured_s):
    return compared(TIME, CORE, 2400.0, 44.0, 57.0, readings, measured_s)


def test_a_cook_as_foreseen_teaches_to_keep_the_plan():
    found = compare([(t, float(c)) for t, c in zip(TIME, CORE, strict=True)] + [(2500.0, 57.2)], 2410.0)
    assert found.mean_gap_k == pytest.approx(0.0, abs=1e-9)
    assert found.peak_measured_c == 57.2
    assert found.lessons == ("It went as foreseen: keep this plan.",)


def test_lessons_name_the_difference():
    found = compare([(t * 1.3, float(c)) for t, c in zip(TIME, CORE, strict=True)] + [(3200.0, 61.0)], 3000.0)
    said = [rendered(lesson, "metric") for lesson in found.lessons]
    assert any(s.startswith("The slow phase took 10 min longer than foreseen: the cool side was cooler") for s in said)
    assert any("The core peaked 4 °C above the plan" in s for s in said)


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
        ("{len:38.1} thick", "38.1 mm thick", "1.5 in thick"),
        ("{mass:454}", "454 g", "1 lb"),
        ("for {time:90}, {time:150} or {time:1500}", "for 90 s, 2½ min or 25 min", "for 90 s, 2½ min or 25 min"),
    ],
)
def test_phrases_are_written_in_the_readers_units(text, metric, us):
    assert rendered(text, "metric") == metric
    assert rendered(text, "us") == us
