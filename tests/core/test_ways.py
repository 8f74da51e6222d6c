"""Every way of cooking a wish allows: marks, lids, wraps, fats, two fires, own pulls, guests at risk, and what is
refused."""

from dataclasses import replace

import numpy as np
import pytest
from examples import some_of
from plans import planned, solve_piece
from wording import refusing, worded

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.fire.custom import PLANNER_FIRES
from brasko.core.foods.cuts import all_cuts
from brasko.core.heat.simulation import simulate
from brasko.core.planner.advice.choose import alternatives, choice_of, compared, reasoned, row_of
from brasko.core.planner.advice.pick import choose_method
from brasko.core.planner.solve.ending import off_aim_k
from brasko.core.planner.solve.programme import phase_of, programme_of, stretch, the_phase
from brasko.core.planner.spec.methods import METHODS, why_unsuited
from brasko.core.planner.spec.options import WRAP_AT_C
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.units import fahrenheit

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0, crust="light")
SHOULDER = PieceSpec("pork_shoulder", 0.09, 1.6, 93.0, method="low_and_slow", crust="none")


# --- marks, lid, fat -------------------------------------------------------------------------------------------------


def test_quarter_turns_as_the_trade_has_them():
    """T-bone over a very hot fire: quarter turn after 2 min, flip after 4, the same again (common practice, no
    source)."""
    spec = PieceSpec("t_bone", 0.038, 0.7, 55.0, method="direct", crust="none", marks="quarter")
    steps = programme_of(spec, 45.0, (480.0, 240.0))
    assert [s.until.max_s for s in steps[:3]] == [120.0, 120.0, 120.0]
    assert [s.turn_deg for s in steps[:4]] == [0.0, 90.0, 90.0, 0.0]
    assert [s.flip_first for s in steps[:4]] == [False, False, True, False]
    assert steps[3].until.core_c == 45.0
    assert phase_of(steps[3].name) == "sear"


@pytest.mark.parametrize(("marks", "angle"), [("quarter", 90.0), ("diamond", 45.0)])
def test_marks_are_on_both_faces_at_two_angles(marks, angle):
    solution = solve_piece(replace(RIBEYE, marks=marks))
    found = {(m.face, m.turn_deg) for m in solution.result.marks if m.browning_s > 1.0}
    assert found == {(face, turn) for face in "ab" for turn in (0.0, angle)}
    assert len(solution.result.flips_s) == 1
    assert solution.result.peak_core_c == pytest.approx(57.0, abs=0.3)


def test_an_open_lid_takes_heat_from_above():
    """With the lid open less heat comes from above (common practice, no source), so the same minutes bring less."""
    gas = replace(RIBEYE, method="direct", fire="gas")
    shut, opened = (programme_of(replace(gas, lid=lid), 50.0) for lid in ("shut", "open"))
    until = [replace(p[0], until=replace(p[0].until, max_s=420.0, core_c=None)) for p in (shut, opened)]
    cores = [simulate(gas.food, (step,)).core_c[-1] for step in until]
    assert cores[1] < cores[0]


def test_a_dry_pan_touches_less():
    """Fat fills the gaps between meat and metal: in a dry pan the crust comes slower (assumed, contact 0.6 of it)."""
    doses = []
    for fat in ("oil", "none"):
        step = programme_of(replace(RIBEYE, method="skillet", fat=fat), 50.0)[0]
        step = replace(step, until=replace(step.until, max_s=240.0, core_c=None), flip_every_s=None)
        doses.append(float(simulate(RIBEYE.food, (step,)).end.browning_s[0]))
    assert doses[1] < 0.8 * doses[0]


def test_butter_in_a_hot_pan_is_warned_of():
    """Butter smokes at about 150 °C (from memory); a searing pan is far above."""
    keys = {c.key for c in planned(replace(RIBEYE, method="skillet", fat="butter"), quick=True).cautions}
    assert "smoking_fat" in keys
    assert "smoking_fat" not in {c.key for c in planned(replace(RIBEYE, method="skillet"), quick=True).cautions}


@pytest.mark.parametrize(("rub", "warned"), [("none", False), ("pepper", True), ("sugar", True)])
def test_rubs_are_warned_of_by_the_surface(rub, warned):
    """Sugar burns first, pepper next (common practice, no source)."""
    plan = planned(replace(RIBEYE, rub=rub, method="direct"), quick=True)
    assert ("scorched_rub" in {c.key for c in plan.cautions}) is warned
    gentle = planned(replace(SHOULDER, rub="sugar"), quick=True)
    assert "scorched_rub" not in {c.key for c in gentle.cautions}


# --- two fires, wraps, own pull --------------------------------------------------------------------------------------


def test_gentle_on_one_fire_and_seared_on_another():
    """The device for the gentle part and that for the sear may differ (common practice, no source)."""
    spec = replace(RIBEYE, fire="offset", sear_fire="chimney")
    plan = planned(spec, quick=True)
    keys = [t.key for t in plan.tasks]
    assert spec.sears_elsewhere
    assert {"light", "sear_light", "sear_oil"} <= set(keys)
    assert "convert" not in keys
    lit = next(t for t in plan.tasks if t.key == "sear_oil")
    assert lit.end_s <= next(t for t in plan.tasks if t.key == "sear").start_s + 1e-6
    assert plan.solution.result.peak_core_c == pytest.approx(57.0, abs=1.0)


def test_an_offset_sears_over_the_coals_of_its_firebox():
    """Its chamber sees no fire; a small grate over the raked embers does (common practice, no source)."""
    spec = replace(RIBEYE, fire="offset")
    assert spec.sear_zone.pan is None
    assert spec.sear_zone.shown_c > 250.0
    assert not spec.sears_elsewhere
    assert spec.gentle_zone.shown_c < 130.0


@pytest.mark.parametrize("fire", METHODS["low_and_slow"].fires)
def test_computed_fires_are_set_for_the_wished_gentle_heat(fire):
    spec = replace(SHOULDER, fire=fire, gentle_c=125.0)
    assert spec.gentle_zone.air_c == pytest.approx(125.0, abs=8.0)
    assert len(spec.the_fire.preparations) >= 2


def test_foil_ends_the_stall_sooner_than_patience():
    """Wrapping stops evaporation, and with it the stall (common practice, no source): less is lost, and it is done no
    later."""
    bare, foil = (solve_piece(replace(SHOULDER, wrap=wrap), quick=True).result for wrap in ("none", "foil"))
    assert foil.mass_loss_share < bare.mass_loss_share
    assert the_phase(foil, "gentle").end_s < the_phase(bare, "gentle").end_s
    steps = {s.name: s for s in foil.steps}
    assert steps["gentle"].core_c == pytest.approx(WRAP_AT_C.value, abs=1.0)
    assert stretch(foil, "sear") is None


def test_a_pull_of_ones_own_is_kept_and_its_peak_told():
    """ "Pull 10 °F under" is the usual rule (common practice, no source); after gentle heat and a long sear over
    burners it ends above."""
    plan = planned(replace(RIBEYE, fire="gas", pull_offset_k=10.0 / 1.8))
    assert plan.solution.pull_c == pytest.approx(57.0 - 10.0 / 1.8)
    assert plan.solution.result.peak_core_c > 57.9
    assert "With your own pull it ends" in worded(plan.headline)
    assert "Your own pull" in worded(next(t.why for t in plan.tasks if t.key == "on"))


@pytest.mark.parametrize(
    ("method", "fire"), [("direct", "gas"), ("skillet", "burner_skillet"), ("sear_then_low", "gas")]
)
def test_a_pull_of_ones_own_is_waited_for_however_long_it_takes(method, fire):
    """A thick piece takes more than ten minutes to its pull; the heat ends by the pull and not by the clock."""
    plan = planned(PieceSpec("ribeye", 0.05, 0.6, 60.0, method=method, fire=fire, pull_offset_k=4.0))
    slow = the_phase(plan.solution.result, plan.spec.how.slow)
    assert slow.reached in ("core", "probe")
    assert slow.end_s - slow.start_s > 600.0


def test_a_bone_makes_it_slower_and_can_be_taken_out():
    """Meat beside the bone lags (common practice, no source)."""
    spec = PieceSpec("lamb_chop", 0.032, 0.16, 57.0, crust="none")
    bare = replace(spec, boned=True)
    assert spec.geometry.bone_m > 0.0 == bare.geometry.bone_m
    with refusing(InvalidInput, match=r"boned won't work: ribeye has no bone"):
        replace(RIBEYE, boned=True)


# --- refusals --------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"at_risk": True}, r"finish_c must reach the safe minimum .* pregnant, older or immune-weakened"),
        ({"marks": "quarter", "method": "skillet"}, r"marks need the rods of a hot grate"),
        ({"marks": "quarter", "flip_every_s": 30.0}, r"flip_every_s doesn't go with marks"),
        ({"lid": "open", "method": "skillet"}, r"lid isn't there"),
        ({"wrap": "foil"}, r"wrap is for the long cooks"),
        ({"sear_fire": "kettle_ring"}, r"sear_fire can't sear: Charcoal kettle, fuse"),
        ({"sear_fire": "chimney", "method": "direct"}, r"sear_fire is for a cook in two parts"),
        ({"pull_offset_k": 60.0}, r"pull_offset_k must be between 0 and 40"),
        ({"pull_offset_k": 39.0, "start_c": 20.0}, r"pull_offset_k is so large"),
        ({"salt_lead_s": 60.0}, r"salt_lead_s must be between 5 and 2880 min"),
        ({"count": 0}, r"count must be between 1 and 24"),
        ({"fire": "kamado", "method": "sear_then_low"}, r"fire can't do this: Kamado that has seared takes an hour"),
        ({"gentle_c": 400.0, "fire": "gas"}, r"gentle_c must be between 80 and 290"),
    ],
)
def test_what_does_not_go_together_is_refused_at_its_field(change, said):
    with refusing(InvalidInput, match=said):
        replace(RIBEYE, **change)


@pytest.mark.parametrize("field", ["marks", "lid", "wrap", "fat", "rub", "finishing", "thaw", "sear_fire"])
def test_unknown_ways_are_refused(field):
    with refusing(UnknownName, match=f"{field} is not known"):
        replace(RIBEYE, **{field: "nothing like it"})


def test_a_grill_that_sears_too_cool_offers_the_pan():
    """Some pellet grills top out at 500 °F (common practice, no source): less of a deep crust there, and a skillet is
    offered and works."""
    spec = replace(RIBEYE, fire="pellet", crust="deep")
    told = next(c for c in planned(spec).cautions if c.key == "short_of_crust")
    assert told.remedy.field == "sear_fire"
    assert solve_piece(replace(spec, sear_fire=told.remedy.value), quick=True).result.peak_core_c == pytest.approx(
        57.0, abs=1.0
    )


@pytest.mark.parametrize("method", list(METHODS))
def test_every_fire_does_a_method_or_says_why_not(method):
    for fire, name in PLANNER_FIRES.items():
        if fire not in METHODS[method].fires:
            assert len(METHODS[method].why_not_on(fire, name)) > 30


# --- choosing --------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("cut", "thickness_m", "method"),
    [
        ("strip", 0.019, "direct"),
        ("strip", 0.0381, "low_then_sear"),
        ("skirt", 0.012, "direct"),
        ("flank", 0.04, "low_then_sear"),
        ("burger_80_20", 0.019, "direct"),
        ("pork_shoulder", 0.13, "low_and_slow"),
    ],
)
def test_the_pick_is_the_trades(cut, thickness_m, method):
    """Direct under an inch, for skirt, flank and burgers; low first for thick cuts; low and slow for shoulder (common
    practice, no source)."""
    pick = choose_method(cut, thickness_m, 6 * 3600.0)
    assert pick.method == method
    assert pick.why
    assert why_unsuited(all_cuts()[cut], thickness_m, pick.finish_c, method) == ""


def test_the_pick_takes_the_grill_and_the_time_at_hand():
    assert choose_method("strip", 0.0381, 6 * 3600.0, ("gas",)).fire == "gas"
    assert choose_method("strip", 0.0381, 6 * 3600.0, ("offset",)).fire == "offset"
    assert choose_method("strip", 0.0381, 20 * 3600.0).salt == "overnight"
    assert choose_method("strip", 0.0381, 6 * 3600.0).salt == "hour"
    assert choose_method("strip", 0.0381, 3600.0).salt == "just_before"
    assert choose_method("chicken_thigh", 0.032).gentle_c > 150.0
    assert choose_method("ribeye", 0.0381).gentle_c is None


@pytest.mark.parametrize("cut", some_of(all_cuts()))
def test_every_pick_can_be_planned(cut):
    own = all_cuts()[cut]
    pick = choose_method(cut, own.typical_thickness_m, 6 * 3600.0)
    spec = pick.spec(own, own.typical_thickness_m)
    plan = planned(spec, quick=True)
    off_k = off_aim_k(plan.solution.result, spec)
    # what is left on until it is soft gets hotter than it has to
    assert -1.5 <= off_k <= (10.0 if own.softens_s else 1.5)


def test_other_ways_are_computed_and_compared():
    mine = choice_of(replace(RIBEYE, method="direct"))
    others, refused = alternatives(mine.spec)
    assert len(others) == 2
    assert others[0].cost <= others[1].cost
    assert all(other.spec.finish_c == 57.0 and other.spec.method != "direct" for other in others)
    assert {r.method for r in refused} >= {"low_and_slow"}
    assert all(r.why for r in refused)
    low = next(o for o in (*others, choice_of(RIBEYE)) if o.spec.how.slow == "gentle")
    assert "gray rim" in worded(compared(mine, low))
    assert low.climb_k_min < mine.climb_k_min, "gentle heat is slow at the pull, so a minute late costs less"
    assert reasoned(mine, others)
    assert reasoned(mine, ()) == ""


@pytest.mark.parametrize(
    ("cut", "method", "fire", "kind"),
    [
        ("ribeye", "low_then_sear", "kettle_two_zone", "plan"),
        ("skirt", "low_then_sear", "kettle_two_zone", "unsuited"),
        ("ribeye", "chimney", "chimney", "unsuited"),
        ("ribeye", "direct", "offset", "no such fire"),
        ("strip", "low_then_sear", "pellet", "plan"),
        ("pork_shoulder", "direct", "gas", "unsuited"),
    ],
)
def test_a_cell_of_the_table_of_everything(cut, method, fire, kind):
    row = row_of(all_cuts()[cut], method, fire)
    assert row.kind == kind
    assert (row.choice is not None) is (kind == "plan")
    assert bool(row.why) is (kind != "plan")


def test_times_of_the_table_are_no_nonsense():
    """Skirt in minutes, shoulder in many hours, an ordinary steak within the hour (common practice, no source)."""
    minutes = {
        cut: choice_of(
            PieceSpec(cut, c.typical_thickness_m, c.typical_mass_kg, c.default_finish_c, method=c.method, crust=c.crust)
        ).on_s
        / 60.0
        for cut, c in all_cuts().items()
        if cut in ("skirt", "flank", "pork_shoulder", "strip", "sausage")
    }
    assert minutes["skirt"] < 15.0
    assert minutes["flank"] < 25.0
    assert 5 * 60.0 < minutes["pork_shoulder"] < 14 * 60.0
    assert 40.0 < minutes["strip"] < 75.0
    assert np.isfinite(list(minutes.values())).all()
    assert fahrenheit(all_cuts()["pork_shoulder"].default_finish_c) > 195.0


def test_a_pellet_grill_is_brought_to_its_highest_for_a_cook_over_it():
    """It is set once, to what it is cooked at: no preheat to gentle heat where there is no gentle part."""
    direct = replace(RIBEYE, method="direct", fire="pellet")
    assert direct.own_as_set.setup.set_c == pytest.approx(260.0, abs=1.0)
    preheat = next(p for p in direct.the_fire.preparations if p.key == "preheat")
    assert "{temp:260}" in worded(preheat.why)
    assert replace(RIBEYE, fire="pellet").own_as_set.setup.set_c == pytest.approx(115.0, abs=1.0)
