"""No plan counts on carry-over for safety: where the agency's figure is not the eater's own choice, a reading of it
ends the heat.

Source of the figures: fsis_safe_temperatures (ground meat 160 °F, poultry 165 °F, whole cuts 145 °F and 3 min rest).
"""

from dataclasses import replace

import pytest
from examples import examples, some_of
from hypothesis import given
from hypothesis import strategies as st
from plans import planned, ways
from wording import refusing, worded

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.foods.cuts import all_cuts
from brasko.core.foods.serving import serving_of
from brasko.core.heat.simulation import simulate
from brasko.core.planner.advice.pick import choose_method
from brasko.core.planner.solve.ending import BURNT_FOR_S, burnt_s, carry_over_k, heat_end_c
from brasko.core.planner.solve.near import solved_near
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import minimum_for
from brasko.core.units import celsius

FIGURE_C = {"ground": celsius(160.0), "poultry": celsius(165.0), "intact": celsius(145.0), "fish": celsius(145.0)}
OVERSHOOT_TOLD_K = 0.8


def usual(key, method, fire, **change):
    cut = all_cuts()[key]
    crust = cut.crust if METHODS[method].browns else "none"
    return PieceSpec(
        key,
        cut.typical_thickness_m,
        cut.typical_mass_kg,
        cut.default_finish_c,
        method=method,
        fire=fire,
        crust=crust,
        rest="open",
        **change,
    )


MUST = [key for key, cut in all_cuts().items() if cut.kind in ("ground", "poultry")]


WAYS = ways()


@examples(24)
@given(
    way=st.sampled_from(WAYS),
    at_risk=st.booleans(),
    treatment=st.sampled_from(["whole", "tenderised"]),
    below=st.floats(0.0, 8.0),
    scale=st.sampled_from([0.85, 1.0, 1.2]),
    quick=st.booleans(),
)
def test_the_heat_ends_on_the_figure_over_cuts_methods_fires_guests_and_treatments(
    way, at_risk, treatment, below, scale, quick
):
    """Run anew from its programme, the middle is at the figure as the last heat ends, however long the rest adds more.

    The finish is the agency's figure or a recorded choice so much below it; a whole cut of one's own choice is free.
    """
    key, method, fire = way
    cut = all_cuts()[key]
    scale = min(scale, 0.15 / cut.typical_thickness_m)
    treatment = treatment if cut.kind == "intact" else "whole"
    figure = minimum_for(cut, treatment == "tenderised").core_c
    own_choice = not at_risk and cut.kind != "poultry" and below > 1.0
    finish = figure - below if own_choice else max(figure, cut.default_finish_c)
    spec = PieceSpec(
        key,
        scale * cut.typical_thickness_m,
        scale * cut.typical_mass_kg,
        finish,
        method=method,
        fire=fire,
        crust=cut.crust if METHODS[method].browns else "none",
        at_risk=at_risk,
        treatment=treatment,
        rest="open",
        below_agency_accepted=own_choice,
    )
    chosen = cut.kind in ("intact", "fish") and treatment == "whole" and not at_risk
    assert (spec.reading_c is None) == chosen
    if chosen:
        return
    assert spec.reading_c == pytest.approx(min(figure, finish))
    try:
        plan = planned(spec, quick=quick)
    except Infeasible as exc:
        told = exc
    else:
        told = None
    if told is not None:
        assert told.remedies, told.reason
        return
    again = simulate(spec.food, plan.solution.programme, every_s=10.0, refine=0.5 if quick else 1.0)
    assert heat_end_c(again, spec) >= spec.reading_c - 0.02
    assert plan.solution.result.steps[-2].core_c >= spec.reading_c - 0.02
    if spec.minimum.rest_s and finish >= figure - 0.05:
        assert plan.solution.rest_s >= spec.minimum.rest_s - 1e-6
    read = next(t for t in plan.tasks if t.key == "read")
    off = next(t for t in plan.tasks if t.step == "rest")
    assert read.start_s < off.start_s
    assert read.end_s == pytest.approx(off.start_s)
    assert 0.0 <= read.hands_s <= read.end_s - read.start_s
    assert burnt_s(plan.solution.result) <= BURNT_FOR_S.value


@pytest.mark.parametrize("key", MUST)
def test_as_little_above_the_figure_as_can_be(key):
    """Its own method leaves the middle on the figure, hardly above it, where a gentle part or the fire itself ends
    it."""
    cut = all_cuts()[key]
    plan = planned(usual(key, "sear_then_low", "kettle_two_zone"))
    wanted = plan.spec.reading_c
    assert heat_end_c(plan.solution.result, plan.spec) >= wanted
    if cut.default_finish_c < wanted + 1.0:
        assert heat_end_c(plan.solution.result, plan.spec) == pytest.approx(wanted, abs=OVERSHOOT_TOLD_K)


@pytest.mark.parametrize(
    ("key", "method", "fire"), [("sausage", "chimney", "chimney"), ("chicken_thigh", "direct", "kettle_two_zone")]
)
def test_what_burns_outside_first_is_answered_with_what_does_work(key, method, fire):
    """Over the fiercest fire all the way; each way offered is planned, ends on the figure and is not burnt."""
    with refusing(Infeasible, match="outside burns") as refused:
        planned(usual(key, method, fire))
    ways = [r for r in refused.value.remedies if r.field == "way"]
    assert ways
    for way in ways:
        other, on = way.value.split("@")
        plan = planned(usual(key, other, on))
        assert heat_end_c(plan.solution.result, plan.spec) >= plan.spec.reading_c
        assert burnt_s(plan.solution.result) <= BURNT_FOR_S.value


KITCHENS = [["kettle"], ["gas"], ["kamado"], ["pellet"], ["offset"], ["oven"], ["chimney"], []]


@pytest.mark.parametrize(("key", "kinds"), some_of((key, kinds) for key in MUST for kinds in KITCHENS))
def test_what_brasko_picks_can_be_done_without_burning(key, kinds):
    cut = all_cuts()[key]
    pick = choose_method(key, cut.typical_thickness_m, kinds=kinds)
    spec = replace(usual(key, pick.method, pick.fire), gentle_c=pick.gentle_c, crust=pick.crust)
    plan = planned(spec, quick=True)
    assert heat_end_c(plan.solution.result, plan.spec) >= FIGURE_C[cut.kind]


def test_a_pull_of_ones_own_never_ends_below_the_reading():
    spec = usual("burger_80_20", "direct", "kettle_two_zone")
    with refusing(InvalidInput, match="pull_offset_k would take it off before"):
        replace(spec, pull_offset_k=5.0)
    with refusing(InvalidInput, match="pull_offset_k would take it off before"):
        PieceSpec("ribeye", 0.038, 0.45, 63.5, at_risk=True, pull_offset_k=3.0)
    shoulder = usual("pork_shoulder", "low_and_slow", "kettle_ring", at_risk=True, pull_offset_k=3.0)
    assert shoulder.reading_c == pytest.approx(celsius(145.0))


def test_a_slider_keeps_the_rule():
    spec = usual("burger_80_20", "direct", "kettle_two_zone")
    last = planned(spec, quick=True).solution
    moved = replace(spec, thickness_m=0.021)
    near = solved_near(moved, last, spec.aim_c)
    if near is not None:
        assert heat_end_c(near.result, moved) >= FIGURE_C["ground"]


def test_a_large_carry_over_of_a_whole_cut_is_told_at_the_pull_with_a_gentler_way():
    """Over about 15 °F (common practice, no source)."""
    fierce = planned(usual("ribeye", "direct", "kettle_two_zone"), quick=True)
    note = next(c for c in fierce.cautions if c.key == "carry_over")
    assert note.place == "rest"
    assert "{rise:" in worded(note.text)
    assert note.remedy is not None
    method, fire = note.remedy.value.split("@")
    gentler = planned(usual("ribeye", method, fire), quick=True)
    rise = carry_over_k(fierce.solution.result)
    assert carry_over_k(gentler.solution.result) < 0.7 * rise
    assert not any(c.key == "carry_over" for c in gentler.cautions)


@pytest.mark.parametrize("key", some_of(all_cuts()))
def test_nothing_that_a_cook_would_laugh_at(key):
    """Words of the tasks by what the food is (common practice, no source)."""
    cut = all_cuts()[key]
    pick = choose_method(key, cut.typical_thickness_m)
    spec = replace(usual(key, pick.method, pick.fire), gentle_c=pick.gentle_c, crust=pick.crust, salt="hour")
    tasks = {t.key: t for t in planned(spec, quick=True).tasks}
    said = " ".join(f"{t.name}. {t.why}" for t in tasks.values())
    lead_s = tasks["on"].start_s - tasks["season"].start_s if "season" in tasks else 0.0
    if cut.kind == "ground":
        assert lead_s < 600.0
        assert "lice" not in said
        assert "pat dry" not in worded(said)
        if key.startswith("burger"):
            assert "go on" in worded(tasks["season"].name)
    if key == "sausage":
        assert "season" not in tasks
    if cut.kind == "plant":
        assert lead_s < 600.0
        assert not any(word in said for word in ("core", "carry", "pat dry", "lice", "juices"))
    if key in ("chicken_thigh", "chicken_spatchcock"):
        assert "lice after the peak" not in worded(said)
    if serving_of(key).slice_m == 0.0 and "spatchcock" not in key:
        assert "lice and serve" not in worded(said)
    if cut.kind == "intact" and serving_of(key).slice_m > 0.0:
        assert "lice" in said
