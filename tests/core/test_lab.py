"""Ways beside one another, sweeps, and what matters most."""

import math
import re
from concurrent.futures import ProcessPoolExecutor, ThreadPoolExecutor
from multiprocessing import get_context

import numpy as np
import pytest
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.lab.ensemble import OUTCOMES, UNKNOWNS, drawn, kitchen, matters
from brasko.core.lab.experiment import Asked, Experiment, Sweep, carried_out
from brasko.core.lab.report import than_first
from brasko.core.lab.sweep import Axis, evenly, point, points_of
from brasko.core.lab.variants import Variant, told
from brasko.core.planner.plan import planned
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats.cook import CookIn
from brasko.formats.cook_convert import cook_of

STEAK = PieceSpec("ribeye", 0.038, 0.4, 55.0)
THIN = PieceSpec("ribeye", 0.019, 0.2, 55.0, method="direct")
COOK = CookIn.model_validate(
    {
        "format": "brasko/cook@1",
        "piece": {"cut": "strip", "thickness": "1.5 in"},
        "steps": [
            {"name": "gentle", "on": {"fire": "kettle_two_zone"}, "until": {"core": "110 F", "minutes": 90}},
            {"name": "sear", "on": {"fire": "kettle_two_zone", "place": "sear"}, "until": {"crust": "good"}},
            {"name": "rest", "on": {"rest": "foil"}, "until": {"minutes": 8}},
        ],
    }
)


@pytest.fixture(scope="module")
def low():
    return told(Variant("low", STEAK))


@pytest.fixture(scope="module")
def direct():
    return told(Variant("direct", PieceSpec("ribeye", 0.038, 0.4, 55.0, method="direct")))


def test_a_plan_in_the_lab_is_the_plan(low):
    plan = planned(STEAK)
    assert low.figures.peak_c == pytest.approx(plan.solution.result.peak_core_c, abs=0.05)
    assert low.figures.minutes_s == pytest.approx(plan.solution.result.duration_s, abs=1.0)
    assert low.figures.rim_share == pytest.approx(plan.solution.result.grey_rim_share, abs=0.002)


def test_a_plan_and_the_cook_it_describes_are_told_alike(low):
    """The plan's own steps, said in a cook's words, end alike: two ways through the code to one physics."""
    steps = low.plan.solution.result.steps
    gentle = next(s for s in steps if s.name == "gentle")
    sear = next(s for s in steps if s.name == "sear")
    said = CookIn.model_validate(
        {
            "format": "brasko/cook@1",
            "piece": {"cut": "ribeye", "thickness": 38, "weight": 400},
            "steps": [
                {
                    "name": "gentle",
                    "on": {"fire": "kettle_two_zone", "air": low.plan.spec.gentle_zone.air_c},
                    "until": {"reading": low.plan.solution.pull_c, "minutes": 120},
                },
                {"name": "wait", "on": {"rest": "open"}, "until": {"minutes": (sear.start_s - gentle.end_s) / 60.0}},
                {
                    "name": "sear",
                    "on": {"fire": "kettle_two_zone", "place": "sear"},
                    "until": {"minutes": (sear.end_s - sear.start_s) / 60.0},
                    "flip_every_s": low.plan.solution.flip_every_s,
                },
                {"name": "rest", "on": {"rest": "foil"}, "until": {"minutes": low.plan.solution.rest_s / 60.0}},
            ],
        }
    )
    other = told(Variant("told", cook_of(said), 55.0))
    assert other.figures.peak_c == pytest.approx(low.figures.peak_c, abs=0.6)
    assert other.figures.minutes_s == pytest.approx(low.figures.minutes_s, rel=0.03)
    assert other.figures.chance == pytest.approx(low.figures.chance, abs=0.12)


def test_straight_over_the_fire_is_sooner_and_less_forgiving(low, direct):
    """Common practice, no source: a direct steak is quick, has the wider grey rim, and a minute costs more."""
    assert direct.figures.minutes_s < 0.75 * low.figures.minutes_s
    assert direct.figures.rim_share > low.figures.rim_share
    assert direct.figures.late_k > low.figures.late_k > 0.0
    assert 0.0 <= direct.figures.chance <= low.figures.chance <= 1.0
    said = worded(than_first(direct.figures, low.figures, "low"))
    assert said.startswith('Than "low":')
    assert "shorter" in said


def test_a_hotter_fire_is_sooner_done(low, direct):
    for way in (low, direct):
        assert way.figures.hotter_s > 0.0


def test_what_cannot_be_cooked_says_why_and_where():
    there = told(Variant("thin", PieceSpec("ribeye", 0.006, 0.1, 38.0, method="low_then_sear")))
    assert there.figures is None
    assert "can't end at" in worded(there.why)
    assert there.field == "finish_c"


def test_a_cook_without_a_finish_has_no_chance_of_meeting_it():
    way = told(Variant("told", cook_of(COOK)))
    assert way.figures.chance is None
    assert way.figures.readings == 1
    assert way.figures.hands_s is None


# --- sweeps -----------------------------------------------------------------------------------------------------------


def test_a_point_of_a_sweep_is_the_plan_of_that_wish():
    there = point(THIN, ("thickness_m", "finish_c"), (0.025, 57.0))
    plan = planned(PieceSpec("ribeye", 0.025, 0.2 * 25 / 19, 57.0, method="direct"), quick=True)
    assert there.pull_c == pytest.approx(plan.solution.pull_c)
    assert there.minutes_s == pytest.approx(plan.solution.result.duration_s)
    sear = next(s for s in plan.solution.result.steps if s.name == "sear")
    assert there.sear_s == pytest.approx(sear.end_s - sear.start_s)


def test_time_grows_faster_than_thickness():
    """A slab's time to a temperature goes with the square of its thickness where the inside resists, and with its first
    power where the film does (Incropera et al., Fundamentals of Heat and Mass Transfer, chapter 5): in between here."""
    thin, thick = (point(STEAK, ("thickness_m",), (t,)) for t in (0.025, 0.05))
    slow = [p.minutes_s - planned(STEAK, quick=True).spec.resting_s for p in (thin, thick)]
    assert 2.0 < slow[1] / slow[0] < 4.0


def test_a_point_that_cannot_be_had_says_why():
    there = point(STEAK, ("method",), ("nonsense",))
    assert math.isnan(there.minutes_s)
    assert there.why


@pytest.mark.parametrize(
    ("axes", "field"),
    [
        ((), "axes"),
        ((Axis("thickness_m", (0.02,)),), "axes.0.values"),
        ((Axis("thickness_m", (0.02, 0.03)), Axis("thickness_m", (0.02, 0.03))), "axes.1.field"),
        ((Axis("thickness_m", evenly(0.01, 0.08, 1_000_000)),), "axes"),
    ],
)
def test_a_sweep_that_makes_no_sense_is_refused(axes, field):
    with pytest.raises(InvalidInput) as refused:
        points_of(STEAK, axes)
    assert refused.value.field == field


def test_a_million_points_are_refused_with_how_long_they_take_and_what_would_do():
    axes = (Axis("thickness_m", evenly(0.01, 0.08, 1000)), Axis("finish_c", evenly(48.0, 60.0, 1000)))
    with refusing(InvalidInput, "1000000 points") as refused:
        points_of(STEAK, axes)
    fewer = int(refused.value.suggestion)
    points_of(STEAK, (Axis("thickness_m", evenly(0.01, 0.08, fewer)), Axis("finish_c", evenly(48.0, 60.0, fewer))))


# --- what matters -----------------------------------------------------------------------------------------------------


def test_variance_is_shared_out_as_a_sum_of_normals_has_it():
    """A weighted sum of independent normals has its variance in squares of the weights, and nothing together (Saltelli
    et al., Global Sensitivity Analysis: The Primer, section 1.2)."""
    z = drawn(4096)
    weights = np.arange(1.0, len(UNKNOWNS) + 1.0)
    found = np.tile((z @ weights)[:, None], (1, len(OUTCOMES)))
    shares = weights**2 / np.sum(weights**2)
    for each in matters(found):
        assert each.whole == pytest.approx(shares, abs=0.03)
        assert each.alone == pytest.approx(shares, abs=0.05)
        assert each.sd == pytest.approx(math.sqrt(float(np.sum(weights**2))), rel=0.05)


def test_what_never_changes_has_no_shares():
    found = np.ones((len(drawn(64)), len(OUTCOMES)))
    assert all(set(each.whole) == {0.0} for each in matters(found))


def test_the_kitchen_assumed_is_the_cook_itself(low):
    here, plain = kitchen(low.run, np.zeros(len(UNKNOWNS))), low.run.coarse()
    assert here.peak_core_c == pytest.approx(plain.peak_core_c, abs=1.2), "pulled by a probe, not by the coldest point"
    assert here.duration_s == pytest.approx(plain.duration_s, rel=0.05)


@pytest.mark.parametrize(("unknown", "way"), [("fire", -1.0), ("film", -1.0), ("thickness", 1.0)])
def test_each_unknown_does_to_the_time_what_it_should(low, unknown, way):
    z = np.zeros(len(UNKNOWNS))
    plain = kitchen(low.run, z).duration_s
    z[[u.key for u in UNKNOWNS].index(unknown)] = 1.0
    assert way * (kitchen(low.run, z).duration_s - plain) > 60.0


def test_a_thermometer_that_reads_high_pulls_too_soon(low):
    z = np.zeros(len(UNKNOWNS))
    plain = kitchen(low.run, z).peak_core_c
    z[[u.key for u in UNKNOWNS].index("shown")] = 2.0
    assert plain - 3.0 < kitchen(low.run, z).peak_core_c < plain - 0.5


# --- whole experiments ------------------------------------------------------------------------------------------------


WHOLE = Experiment(
    (Variant("direct", THIN), Variant("told", cook_of(COOK))),
    Sweep(0, (Axis("thickness_m", (0.015, 0.019, 0.025)),)),
    Asked(0, 64),
)


def answers(executor):
    return [f for f in carried_out(WHOLE, executor) if f is not None]


def figures_in(told: str) -> list[float]:
    """Every number of what is told; last digits hang on what a process has at hand from before."""
    return [float(n) for n in re.findall(r"nan|-?\d+\.?\d*(?:e-?\d+)?", told)]


def test_an_experiment_is_the_same_from_every_executor():
    with ThreadPoolExecutor(1) as one, ProcessPoolExecutor(2, mp_context=get_context("spawn")) as two:
        here, there = answers(one), answers(two)

    def told_by(kind):
        return [sorted(f"{f.number} {kind(f.what)}" for f in some if kind(f.what)) for some in (here, there)]

    ways = told_by(lambda what: getattr(what, "figures", ""))
    swept = told_by(lambda what: what if hasattr(what, "at") else "")
    shares = told_by(lambda what: what if isinstance(what, tuple) else "")
    for here_told, there_told in (ways, swept, shares):
        for one, other in zip(here_told, there_told, strict=True):
            assert figures_in(one) == pytest.approx(figures_in(other), rel=1e-4, abs=1e-3, nan_ok=True)
    assert (len(ways[0]), len(swept[0]), len(shares[0])) == (2, 3, 1)


def test_what_was_worked_out_before_is_not_again():
    with ThreadPoolExecutor(1) as pool:
        whole = answers(pool)
        ways = {f.number: f.what for f in whole if hasattr(f.what, "figures")}
        again = [f for f in carried_out(WHOLE, pool, known=ways.get, skip=frozenset({0, 2})) if f is not None]
    assert [f.number for f in again if hasattr(f.what, "at")] == [1]
    assert not any(hasattr(f.what, "figures") for f in again)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"variants": ()}, "variants"),
        ({"variants": (Variant("a", STEAK), Variant("a", THIN))}, "variants.1.name"),
        ({"sweep": Sweep(7, (Axis("thickness_m", (0.02, 0.03)),))}, "sweep.of"),
        ({"sweep": Sweep(1, (Axis("thickness_m", (0.02, 0.03)),))}, "sweep.of"),
        ({"matters": Asked(4)}, "matters.of"),
        ({"matters": Asked(0, 9_999_999)}, "matters.runs"),
    ],
)
def test_an_experiment_that_makes_no_sense_names_the_field(change, field):
    with pytest.raises(InvalidInput) as refused:
        Experiment(**{"variants": WHOLE.variants, **change})
    assert refused.value.field == field
