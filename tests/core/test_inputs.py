"""What the core refuses, field by field, before anything is computed."""

from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from wording import refusing, worded

import brasko.core
from brasko.core import errors
from brasko.core.errors import BraskoError, Infeasible, InvalidInput, UnknownName, require_between
from brasko.core.foods.cuts import all_cuts, cut_named
from brasko.core.foods.shape import Geometry, piece
from brasko.core.guide.entries import all_entries
from brasko.core.heat.simulation import Food, simulate
from brasko.core.planner.spec.fields import declared, with_answers
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Side, Step, Surroundings, Until, shifted
from brasko.core.units import celsius, fahrenheit, inches, metres

MATERIAL = cut_named("strip").material
DISC = Geometry("disc", 0.03, 0.05)


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"air_c": 5000.0}, r"air_c must be between -40 and 1000 °C \(got 5000\)"),
        ({"h_w_m2k": -1.0}, r"h_w_m2k must be between 0 and 5000 W/m2K \(got -1\)"),
        ({"view_factor": 1.2}, "view_factor must be between 0 and 1"),
        ({"emissivity": -0.1}, "emissivity must be between 0 and 1"),
        ({"radiant_c": 3000.0}, "radiant_c must be between -40 and 1500"),
        ({"contact_c": 900.0}, "contact_c must be between -40 and 800"),
        ({"contact_w_m2k": -5.0}, "contact_w_m2k must be between 0 and 5000"),
        ({"vapour_kg_m3": 2.0}, "vapour_kg_m3 must be between 0 and 1"),
    ],
)
def test_a_side_within_physics(change, said):
    with refusing(InvalidInput, match=said):
        Side(**change)


@pytest.mark.parametrize(
    ("arguments", "said"),
    [
        ({"max_s": -1.0}, r"until\.max_s must be between 0 and 172800 s \(got -1\)"),
        ({"max_s": 60.0, "core_c": 400.0}, r"until\.core_c must be between -20 and 250"),
        ({"max_s": 60.0, "crust_s": 0.0}, r"until\.crust_s must be above 0 \(got 0\)"),
    ],
)
def test_an_until_that_can_be_reached(arguments, said):
    with refusing(InvalidInput, match=said):
        Until(**arguments)


def test_a_flip_takes_a_second_at_least():
    with refusing(InvalidInput, match="flip_every_s must be between 1 and"):
        Step("s", Surroundings(), Until(10.0), flip_every_s=0.1)


@pytest.mark.parametrize(
    ("call", "said"),
    [
        (
            lambda: piece(0.0015, 0.45, 1050.0),
            r"thickness_m must be between 3 and 200 mm \(got 1\.5\)\. A 1\.5 in steak is 38 mm\.",
        ),
        (lambda: piece(0.03, 500.0, 1050.0), r"mass_kg must be between 5 and 200000 g \(got 500000\)"),
        (lambda: piece(0.03, 0.45, 1050.0, "bar", 0.0), "length_mm must be between 10 and 2000 mm"),
        (lambda: piece(0.03, 0.45, 1050.0, "sphere"), r"""shape must be "disc" or "bar" \(got 'sphere'\)"""),
        (lambda: Food(DISC, MATERIAL, 300.0), "start_c must be between -5 and 150"),
        (lambda: Food(DISC, MATERIAL, 5.0, probe_depth_share=2.0), "probe_depth_share must be between 0 and 1"),
        (lambda: simulate(Food(DISC, MATERIAL, 5.0), ()), r"steps must be between 1 and 100 steps \(got 0\)"),
    ],
)
def test_a_piece_that_can_be(call, said):
    with refusing(InvalidInput, match=said):
        call()


def test_mass_and_thickness_make_the_size():
    """A disc and a bar of the same mass hold the same volume: mass over density."""
    disc = piece(0.038, 0.45, 1050.0)
    bar = piece(0.038, 0.45, 1050.0, "bar", 0.2)
    assert disc.volume_m3 == pytest.approx(0.45 / 1050.0)
    assert bar.volume_m3 == pytest.approx(0.45 / 1050.0)


def test_a_warmer_fire_is_warmer_on_every_side():
    side = Side(air_c=100.0, h_w_m2k=10.0, radiant_c=200.0, contact_c=150.0, contact_w_m2k=50.0)
    step = Step("s", Surroundings(side, side, Side()), Until(60.0))
    (warmer,) = shifted((step,), 10.0, 1.5)
    assert warmer.surroundings.bottom == Side(
        air_c=110.0, h_w_m2k=15.0, radiant_c=210.0, contact_c=160.0, contact_w_m2k=75.0
    )
    assert warmer.surroundings.edge.radiant_c is None
    assert warmer.until == step.until


def test_units_at_their_fixed_points():
    assert [fahrenheit(0.0), fahrenheit(100.0), fahrenheit(-40.0)] == [32.0, 212.0, -40.0]
    assert celsius(fahrenheit(54.4)) == pytest.approx(54.4)
    assert inches(metres(1.5)) == pytest.approx(1.5)
    assert metres(1.0) == 0.0254


def test_require_between_refuses_what_is_no_number():
    for wrong in (float("nan"), float("inf"), -1.0):
        with refusing(InvalidInput, match="x must be between 0 and 1 m"):
            require_between("x", wrong, 0.0, 1.0, "m")


def test_errors_form_one_tree():
    assert issubclass(InvalidInput, BraskoError)
    assert issubclass(InvalidInput, ValueError)
    assert issubclass(UnknownName, InvalidInput)
    assert issubclass(Infeasible, BraskoError)
    public = {n for n, each in vars(errors).items() if isinstance(each, type) and issubclass(each, Exception)}
    assert public == {"BraskoError", "InvalidInput", "UnknownName", "Infeasible"}
    for name in public:
        assert name in (errors.__doc__ or "")


def test_every_source_that_is_named_is_in_the_bibliography():
    """A key used in the core stands in references.bib."""
    root = Path(brasko.core.__file__).parent
    bibliography = (root / "references.bib").read_text()
    keys = {line.split("{")[1].split(",")[0] for line in bibliography.splitlines() if line.startswith("@")}
    from brasko.core.heat import constants

    used = {v.source for v in vars(constants).values() if hasattr(v, "source") and v.source}
    assert used <= keys
    assert len(keys) >= 10


def test_what_goes_with_a_method_is_set_back_and_nothing_else():
    set_ = PieceSpec(
        "ribeye",
        0.038,
        0.45,
        55.0,
        fire="kettle_two_zone",
        gentle_c=110.0,
        flip_every_s=20.0,
        sear_fire="chimney",
        pull_offset_k=5.0,
        salt="overnight",
        rest_s=600.0,
        count=3,
    )
    other = with_answers(set_, method="direct")
    back = {"fire": None, "gentle_c": None, "flip_every_s": None, "sear_fire": None, "pull_offset_k": None}
    assert other == replace(set_, method="direct", **back)
    assert with_answers(set_, method="direct", fire="gas").fire == "gas"
    assert with_answers(set_, finish_c=60.0) == replace(set_, finish_c=60.0)


@given(st.sampled_from(list(declared(PieceSpec).values())), st.floats(0.1, 500.0))
def test_an_answer_comes_back_from_outside_as_it_went(each, value):
    assert each.to_core(each.to_outside(value)) == pytest.approx(value, rel=1e-12)


def test_every_answer_that_resets_another_is_declared():
    answers = declared(PieceSpec)
    assert len(answers) >= 32
    for each in answers.values():
        assert set(each.answer.reset_by) <= answers.keys(), each.name
        assert each.has_default or each.answer.of_cut is not None or worded(each.name) == "cut"
        assert (each.answer.low is None) == (each.answer.high is None)


def test_what_explains_an_answer_is_in_the_guide():
    """Every answer of every choice leads to an entry; a cut does for every cut."""
    entries = all_entries()
    explained = [each.answer for each in declared(PieceSpec).values() if each.answer.guide]
    keys = {"cut": list(all_cuts())}
    for answer in explained:
        answers = keys.get(answer.guide.rstrip(":")) or list(answer.names or {"": ""})
        assert [a for a in answers if answer.explained(a) not in entries] == [], answer.guide
    assert len(explained) > 12


def test_before_the_sear_the_fire_is_opened_up_or_the_piece_is_carried():
    """Ninety seconds from one fire to another (common practice, no source)."""
    here = PieceSpec("strip", 0.0381, 0.41, 54.4, fire="kettle_two_zone", convert_more=1.5)
    assert here.wait_s == pytest.approx(1.5 * here.the_fire.convert_s)
    assert here.the_fire.convert_s > 100.0
    assert replace(here, sear_fire="chimney").wait_s == 90.0
