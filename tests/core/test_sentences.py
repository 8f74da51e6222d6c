"""Sentences that judge are chosen by the figure they stand beside. No source: it is what is meant by saying so."""

from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from plans import planned, ways
from wording import worded

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.foods.cuts import all_cuts
from brasko.core.planner.schedule.cautions import LARGE_CARRY_OVER_K, MIN_TOLD_K
from brasko.core.planner.solve.ending import carry_over_k
from brasko.core.planner.solve.fuel import fuel_of
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.options import CRUST_ENOUGH, CRUSTS, crust_dose_s
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.clock import fridge_limit_s

WAYS = ways(plants=True)


@examples(16)
@given(
    way=st.sampled_from(WAYS),
    crust=st.sampled_from(["golden", "light", "good", "deep"]),
    temper_s=st.sampled_from([0.0, 1800.0, 5400.0]),
)
def test_what_is_said_of_a_plan_is_what_its_figures_say(way, crust, temper_s):
    key, method, fire = way
    cut = all_cuts()[key]
    crust = crust if METHODS[method].browns else "none"
    try:
        spec = PieceSpec(
            key,
            cut.typical_thickness_m,
            cut.typical_mass_kg,
            cut.default_finish_c,
            method=method,
            fire=fire,
            crust=crust,
            temper_s=temper_s,
        )
        plan = planned(spec, quick=True)
    except (Infeasible, InvalidInput):
        return
    result, told = plan.solution.result, {c.key for c in plan.cautions}
    browned_s = float(min(result.end.browning_s))
    said = " ".join(worded(task.why) for task in plan.tasks)
    for name in CRUSTS:
        if f"enough for a {name} crust" in said:
            assert browned_s >= CRUST_ENOUGH * crust_dose_s(name)
    assert ("short_of_crust" in told) is (browned_s < CRUST_ENOUGH * spec.crust_s)
    fuel = fuel_of(spec, result.steps[-1].start_s)
    assert ("short_of_fuel" in told) is (fuel is not None and fuel.short_s > 0.0)
    if fuel is not None:
        assert fuel.bought_kg > max(fuel.laid_kg, fuel.used_kg)
    end = result.steps[-2]
    if spec.reading_c is not None:
        assert ("least_part" in told) is (end.least_peak_c < spec.reading_c - MIN_TOLD_K)
    elif cut.kind in ("intact", "fish"):
        assert ("carry_over" in told) is (carry_over_k(result) > LARGE_CARRY_OVER_K.value)
    if spec.minimum is not None and temper_s:
        assert temper_s + 600.0 <= fridge_limit_s(spec.air_c)
