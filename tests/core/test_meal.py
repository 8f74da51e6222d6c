"""Meals: one helper, one opening of a fire, slack and order, for whatever is asked."""

import itertools
from dataclasses import replace
from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from plans import planned
from wording import worded

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire.custom import OwnFire
from brasko.core.fire.grills import Spot
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.setup import usual_setup
from brasko.core.heat.simulation import simulate
from brasko.core.planner import plan as planner
from brasko.core.planner.meal import meal, plan_meal
from brasko.core.planner.plan import held_longer
from brasko.core.planner.schedule.reasons import fuel_for_step
from brasko.core.planner.schedule.tasks import Task, busy_hands, clash, fitted, with_free_hands, with_slack
from brasko.core.planner.schedule.timeline import timeline
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.clock import HOT_AIR_C, fridge_limit_s, thaw_s

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0, crust="light")
FILET = PieceSpec("filet", 0.044, 0.23, 53.0, crust="light")
BURGER = PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="none", salt="just_before")
POOL = (
    RIBEYE,
    FILET,
    BURGER,
    replace(RIBEYE, fire="gas", salt="twice"),
    replace(RIBEYE, method="sear_then_low", flip_every_s=15.0),
    replace(RIBEYE, marks="quarter", temper_s=1500.0, finishing="butter"),
    replace(FILET, method="skillet", count=3),
    PieceSpec("flank", 0.02, 0.7, 54.5, method="direct", crust="none", flip_every_s=20.0),
    replace(RIBEYE, method="char_then_bath", frozen=True),
    PieceSpec("pork_chop", 0.032, 0.32, 63.0, crust="light", method="oven_then_skillet", sear_fire="chimney"),
)

quickly = examples(15)


@quickly
@given(st.lists(st.sampled_from(POOL), min_size=1, max_size=3))
def test_one_pair_of_hands_does_one_thing_at_a_time(specs):
    made = meal([planned(spec, quick=True) for spec in specs], quick=True)
    busy = busy_hands(made.tasks, [flip for plan in made.plans for flip in plan.flips_s])
    for (_, before), (after, _) in itertools.pairwise(busy):
        assert after >= before - 1e-6
    assert max(t.end_s for t in made.tasks) == pytest.approx(0.0, abs=1e-6)


@quickly
@given(st.lists(st.sampled_from(POOL), min_size=1, max_size=3))
def test_nothing_begins_before_what_it_waits_for_is_over(specs):
    made = meal([planned(spec, quick=True) for spec in specs], quick=True)
    begins = {t.key: t.start_s for t in made.tasks}
    for task in made.tasks:
        if task.before in begins and task.movable:
            assert task.end_s + task.gap_s <= begins[task.before] + 1e-6, (task.key, task.before)
        assert task.slack_s >= 0.0
        assert task.why
    assert any(task.critical for task in made.tasks)


@examples(30)
@given(
    cut=st.sampled_from(["ribeye", "burger_80_20", "chicken_breast", "salmon", "pork_chop"]),
    finish=st.floats(45.0, 80.0),
    temper_min=st.floats(0.0, 120.0),
    air=st.floats(10.0, 45.0),
    treatment=st.sampled_from(["whole", "tenderised"]),
    accepted=st.booleans(),
    at_risk=st.booleans(),
)
def test_no_figure_of_safety_is_broken_unseen(cut, finish, temper_min, air, treatment, accepted, at_risk):
    """Below the agency's figure: refused, or allowed to be asked with a caution; the clock of the fridge: never
    over."""
    plan, refusal = None, None
    try:
        spec = PieceSpec(
            cut,
            0.03,
            0.3,
            finish,
            method="skillet",
            crust="none",
            temper_s=60.0 * temper_min,
            air_c=air,
            treatment=treatment,
            below_agency_accepted=accepted,
            at_risk=at_risk,
        )
        plan = planned(spec, quick=True)
    except (InvalidInput, Infeasible) as exc:
        refusal = exc
    if plan is None:
        assert isinstance(refusal, Infeasible) or refusal.field == "finish_c"
        return
    keys = {c.key for c in plan.cautions}
    below = finish < spec.minimum.core_c - 1e-9
    assert ("below_agency" in keys) is below
    if below:
        assert not at_risk
        assert cut != "chicken_breast"
        assert accepted or (spec.the_cut.kind in ("intact", "fish") and treatment == "whole")
    limit = 3600.0 if air > HOT_AIR_C.value else 7200.0
    assert spec.temper_s + 600.0 <= limit or spec.temper_s == 0.0
    whole = spec.the_cut.kind in ("intact", "fish") and treatment == "whole"
    assert ("lethality" in keys) is (below and not whole)
    assert {c.place for c in plan.cautions} <= {t.key for t in plan.tasks} | {"finish"}


@quickly
@given(st.sampled_from(POOL))
def test_planning_again_gives_the_same_plan(spec):
    one, two = planned(spec, quick=True), planner.planned(replace(spec), quick=True)
    assert one.tasks == two.tasks
    assert one.cautions == two.cautions
    assert one.solution.pull_c == two.solution.pull_c


def test_a_fire_is_opened_up_once_for_all():
    made = meal([planned(RIBEYE, quick=True), planned(FILET, quick=True)], quick=True)
    converts = [t for t in made.tasks if t.key.endswith(":convert")]
    assert len(converts) == 1
    opening = converts[0].start_s
    waits = [t.start_s for t in made.tasks if t.key.endswith(":wait")]
    assert max(abs(opening - w) for w in waits) < 100.0
    assert len([t for t in made.tasks if t.key.endswith(":light")]) == 1
    assert [t.piece for t in made.tasks if t.key.endswith((":light", ":oil", ":shop"))] == [None] * 3


def test_fuel_is_bought_once_for_a_fire_as_much_as_its_longest_piece_takes():
    """Two pieces on one pellet grill, which burns on while either is on it (common practice, no source)."""
    pieces = [planned(replace(spec, fire="pellet"), quick=True) for spec in (RIBEYE, FILET)]
    shop = next(t for t in meal(pieces, quick=True).tasks if t.key.endswith(":shop"))
    fuels = [part for part in shop.buys if "Fuel" in worded(part)]
    longest = max(pieces, key=lambda p: p.solution.result.steps[-1].start_s)
    assert fuels == [fuel_for_step(longest.spec, longest.solution)]


def test_what_is_over_the_fire_waits_until_it_is_hot():
    made = meal([planned(RIBEYE, quick=True), planned(BURGER, quick=True)], quick=True)
    convert = next(t for t in made.tasks if t.key.endswith(":convert"))
    assert made.plans[1].on_s >= convert.end_s - 30.0
    assert made.plans[0].on_s < made.plans[1].on_s


def test_a_piece_held_longer_cools_and_keeps_its_peak():
    plan = planned(FILET, quick=True)
    longer = held_longer(plan, 600.0, quick=True)
    assert longer.on_s == pytest.approx(plan.on_s - 600.0, abs=1.0)
    assert longer.solution.result.peak_core_c == pytest.approx(plan.solution.result.peak_core_c, abs=0.3)
    assert longer.solution.result.core_c[-1] < plan.solution.result.core_c[-1]
    assert held_longer(plan, 0.0) is plan


def test_a_rest_that_goes_on_is_the_same_as_a_longer_one():
    """Run in two parts or in one: the same curves and books, to the steps in which the rest is taken."""
    plan = planned(FILET, quick=True)
    longer = held_longer(plan, 420.0, quick=True).solution
    whole = simulate(FILET.food, longer.programme, every_s=20.0, refine=0.5)
    part = longer.result
    assert part.duration_s == pytest.approx(whole.duration_s)
    moments = np.linspace(60.0, whole.duration_s, 50)
    np.testing.assert_allclose(
        np.interp(moments, part.time_s, part.core_c), np.interp(moments, whole.time_s, whole.core_c), atol=0.15
    )
    assert part.mass_loss_share == pytest.approx(whole.mass_loss_share, abs=1e-3)
    assert part.grey_rim_share == pytest.approx(whole.grey_rim_share, abs=0.01)
    assert part.salmonella_log10_core == pytest.approx(whole.salmonella_log10_core, abs=0.05)
    assert (np.diff(part.time_s) >= 0.0).all()
    assert len(part.time_s) == len(part.core_c) == len(part.probe_c)


def test_two_heats_on_one_side_and_a_crowded_grate_are_told():
    cool, warm = replace(RIBEYE, gentle_c=100.0), replace(FILET, gentle_c=130.0)
    notes = " ".join(meal([planned(cool, quick=True), planned(warm, quick=True)], quick=True).notes)
    assert "one gentle side can't be at {temp:100} and {temp:130}" in worded(notes)
    crowd = meal([planned(replace(RIBEYE, count=12), quick=True)], quick=True)
    assert "cook in two batches" in worded(" ".join(crowd.notes))
    assert meal([planned(RIBEYE, quick=True)], quick=True).notes == ()


def test_every_danger_of_every_piece_stands_at_a_task():
    plans = [planned(RIBEYE, quick=True), planned(BURGER, quick=True)]
    made = meal(plans, quick=True)
    keys = {t.key for t in made.tasks} | {"finish"}
    assert {c.place for c in made.cautions} <= keys
    assert {c.key for c in made.cautions} == {c.key for plan in plans for c in plan.cautions}
    assert sum(c.key == "carbon_monoxide" for c in made.cautions) == 1


# --- slack and hands, by hand ----------------------------------------------------------------------------------------


def task(key: str, start: float, end: float, **more) -> Task:
    return Task(key, "hands", key, start, end, "why", **more)


def test_slack_is_that_of_the_critical_path_method():
    """A worked network: c waits for a and for b; b has 60 s to spare, a none (critical path method, common
    practice)."""
    found = {
        t.key: t
        for t in with_slack([task("a", -300, -100, before="c"), task("b", -260, -160, before="c"), task("c", -100, 0)])
    }
    assert (found["a"].slack_s, found["b"].slack_s, found["c"].slack_s) == (0.0, 60.0, 0.0)
    assert found["a"].critical
    assert not found["b"].critical
    gapped = {t.key: t for t in with_slack([task("s", -300, -280, before="c", gap_s=100.0), task("c", -100, 0)])}
    assert gapped["s"].slack_s == 80.0


def test_a_movable_task_goes_before_what_is_in_its_way():
    assert fitted(task("x", -100, -90, hands_s=10.0), [(-105.0, -95.0)]).start_s == -115.0
    assert fitted(task("x", -100, -90, hands_s=10.0), [(-105.0, -95.0), (-118.0, -106.0)]).start_s == -128.0
    assert fitted(task("x", -100, -90, hands_s=10.0), [(-50.0, -40.0)]).start_s == -100.0
    fixed, free = task("f", -100, -80, hands_s=20.0), task("m", -95, -90, hands_s=5.0, movable=True, before="f")
    moved = {t.key: t for t in with_free_hands([fixed, free], [])}
    assert (moved["f"].start_s, moved["m"].start_s) == (-100, -105)
    assert not clash([(0.0, 1.0)], [(1.0, 2.0)])
    assert clash([(0.0, 1.5)], [(1.0, 2.0)])


# --- the timeline ----------------------------------------------------------------------------------------------------


def test_the_whole_order_from_shopping_to_slicing():
    spec = replace(RIBEYE, frozen=True, salt="twice", temper_s=1800.0, finishing="herbs")
    plan = planned(spec, quick=True)
    keys = [t.key for t in plan.tasks]
    wanted = ["shop", "thaw", "season", "light", "temper", "preheat", "oil", "on", "wait", "sear", "rest", "serve"]
    assert [k for k in keys if k in wanted] == wanted
    assert {"salt_again", "convert", "finishing", "bank"} <= set(keys)
    assert plan.lead_s < -plan.tasks[0].start_s, "shopping does not count into how long it takes"
    assert meal([plan], quick=True).lead_s == pytest.approx(plan.lead_s)


@pytest.mark.parametrize(
    ("change", "name"), [({"fire": "offset"}, "end for end"), ({"method": "char_then_bath"}, "in the fat"), ({}, "")]
)
def test_what_has_a_hot_end_is_turned_half_way(change, name):
    """Offset: turn the piece end for end and flip it half-way; warm bath: rotate it off hot spots (common practice)."""
    tasks = {t.key: t for t in planned(replace(RIBEYE, **change), quick=True).tasks}
    assert ("turn" in tasks) is bool(name)
    if name:
        gentle = tasks["on" if tasks["on"].step == "gentle" else "gentle"]
        assert name in worded(tasks["turn"].name)
        assert tasks["turn"].start_s == pytest.approx((gentle.start_s + gentle.end_s) / 2.0, abs=1.0)


@pytest.mark.parametrize(
    ("salt", "least_s", "most_s"),
    [
        ("just_before", 0.0, 600.0),
        ("hour", 2700.0, 3600.0),
        ("overnight", 8 * 3600.0, 24 * 3600.0),
        ("twice", 8 * 3600.0, 24 * 3600.0),
    ],
)
def test_schools_of_salt(salt, least_s, most_s):
    """Right before; 45-60 min before; the night before; again at the grill (common practice, no source)."""
    tasks = timeline(replace(RIBEYE, salt=salt), planned(RIBEYE, quick=True).solution)
    ahead = next(t.start_s for t in tasks if t.key == "on") - next(t.start_s for t in tasks if t.key == "season")
    assert least_s <= ahead <= most_s


@pytest.mark.parametrize(("minutes", "wet"), [(5.0, False), (25.0, True), (42.0, True), (60.0, False)])
def test_a_time_of_ones_own_in_the_wet_window_is_warned_of(minutes, wet):
    """Between about 10 and 40 min after salting the surface is wet (common practice, no source)."""
    plan = planned(replace(RIBEYE, salt_lead_s=60.0 * minutes), quick=True)
    assert ("wet_window" in {c.key for c in plan.cautions}) is wet
    assert ("wet window" in worded(next(t.why for t in plan.tasks if t.key == "season"))) is wet


def test_thawing_takes_what_the_agency_says():
    """A day in the fridge for every 4-5 lb, half an hour in cold water for a pound (fsis_big_thaw, from memory)."""
    pound = 0.45359237
    assert thaw_s(0.9 * pound, "fridge") == 24 * 3600.0
    assert 2 * 86400.0 <= thaw_s(10 * pound, "fridge") <= 2.5 * 86400.0
    assert thaw_s(pound, "cold_water") == pytest.approx(1800.0)
    assert thaw_s(3.5 * pound, "cold_water") == pytest.approx(3.5 * 1800.0)


def test_the_clock_of_the_fridge():
    """Two hours, one above 90 °F (fsis_safe_temperatures)."""
    assert fridge_limit_s(20.0) == 7200.0
    assert fridge_limit_s((91.0 - 32.0) / 1.8) == 3600.0


def test_what_is_moved_is_told_in_one_note():
    made = meal([planned(w, quick=True) for w in (RIBEYE, replace(FILET, rest_s=240.0), BURGER)], quick=True)
    told = [note for note in made.notes if "Off earlier than on its own" in worded(note)]
    assert len(told) == 1
    assert "{time:" in worded(told[0])
    assert "opened up once for all" in worded(told[0])


def test_two_fires_to_sear_on_are_both_lit():
    """What is done to different fires is never taken for one: two pieces from one kettle, seared on two others."""
    made = meal([planned(replace(RIBEYE, sear_fire=f), quick=True) for f in ("chimney", "gas")], quick=True)
    keys = [t.key for t in made.tasks]
    assert {"0:sear_light", "1:sear_light"} <= set(keys)
    assert len([k for k in keys if k.endswith(":light")]) == 1
    shared = meal([planned(replace(w, sear_fire="chimney"), quick=True) for w in (RIBEYE, FILET)], quick=True)
    assert len([t for t in shared.tasks if t.key.endswith(":sear_light")]) == 1


def test_two_fires_of_ones_own_are_two():
    kettle, kamado = (
        OwnFire(f"My {k}", usual_setup(GRILLS[k]), Spot(-0.1, 0.0), Spot(0.1, 0.0)) for k in ("kettle", "kamado")
    )
    made = meal([planned(replace(RIBEYE, own_fire=own), quick=True) for own in (kettle, kamado)], quick=True)
    assert {"0:light", "1:light"} <= {t.key for t in made.tasks}
    one = meal([planned(replace(w, own_fire=kettle), quick=True) for w in (RIBEYE, FILET)], quick=True)
    assert len([t for t in one.tasks if t.key.endswith(":light")]) == 1


def test_a_whole_meal_is_planned_by_one_call_with_ranges_where_they_are_asked():
    asked = []

    def plan(spec, *, with_ranges, quick):
        asked.append((spec.cut, with_ranges, quick))
        return planned(spec, quick=True)

    made = plan_meal((RIBEYE, FILET), ranged=(1,), quick=True, plan=plan)
    assert asked == [("ribeye", False, True), ("filet", True, True)]
    assert made.tasks == meal([planned(RIBEYE, quick=True), planned(FILET, quick=True)], quick=True).tasks


def test_what_cannot_be_had_names_the_piece_where_there_are_several():
    cold = replace(RIBEYE, finish_c=38.0, start_c=36.0)
    with pytest.raises(Infeasible) as alone:
        plan_meal((cold,), quick=True)
    with pytest.raises(Infeasible) as second:
        plan_meal((FILET, cold), quick=True)
    assert second.value.field == f"pieces.1.{alone.value.field}"
    assert (second.value.reason, second.value.remedies) == (alone.value.reason, alone.value.remedies)


@pytest.mark.parametrize(("what", "task"), [("eat", None), ("light", "light"), ("on", "on")])
def test_the_hour_of_eating_follows_from_whichever_moment_is_held(what, task):
    made = plan_meal((RIBEYE,), quick=True)
    fixed = datetime(2030, 6, 1, 17, 0, tzinfo=UTC)
    begins = 0.0 if task is None else next(t.start_s for t in made.tasks if t.key == f"0:{task}")
    assert made.eat_at(what, fixed) == fixed - timedelta(seconds=begins)


def test_two_errands_are_one_with_every_sentence_once():
    made = plan_meal((RIBEYE, FILET), quick=True)
    shop = next(t for t in made.tasks if t.key.endswith(":shop"))
    assert len([t for t in made.tasks if t.key.endswith(":shop")]) == 1
    assert len(shop.buys) == len(set(shop.buys))
    assert shop.why == " ".join(shop.buys)
    assert {"Ribeye, {len:38.1} thick, {mass:450}.", "Filet, {len:44} thick, {mass:230}."} <= set(worded(shop.buys))
