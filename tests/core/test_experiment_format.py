"""brasko/experiment@1: what is read, what is refused, what is told."""

import json
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from pathlib import Path

import jsonschema
import pytest
from pydantic import ValidationError

from brasko.core.errors import InvalidInput
from brasko.core.lab.ensemble import OUTCOMES, UNKNOWNS, Matters
from brasko.core.lab.experiment import carried_out
from brasko.core.lab.questions import QUESTIONS
from brasko.core.lab.report import matters_words, than_first
from brasko.core.lab.sweep import SWEEPABLE
from brasko.core.lab.variants import Figures
from brasko.core.planner.spec.fields import declared
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import BEGIN
from brasko.formats.experiment import ExperimentIn, ExperimentOut
from brasko.formats.experiment_convert import SWEPT, blank, experiment_of, filled_in
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import spec_of
from brasko.words import rendered

SCHEMAS = Path(__file__).resolve().parents[2] / "docs" / "formats"
THIN = {"cut": "ribeye", "thickness_mm": 19, "method": "direct"}
ASKED = {
    "format": "brasko/experiment@1",
    "title": "Thin",
    "variants": [
        {"name": "planned", "piece": THIN},
        {
            "name": "told",
            "finish": "130 F",
            "cook": {
                "format": "brasko/cook@1",
                "piece": {"cut": "ribeye", "thickness": "0.75 in"},
                "steps": [{"name": "pan", "on": {"pan": "480 F"}, "until": {"core": "120 F", "minutes": 12}}],
            },
        },
    ],
    "sweep": {"of": 0, "axes": [{"field": "finish_c", "low": 50, "high": 60, "n": 3}]},
    "matters": {"of": 0, "runs": 64},
}


def read(**change) -> ExperimentIn:
    return ExperimentIn.model_validate({**ASKED, **change})


@pytest.fixture(scope="module")
def answered() -> ExperimentOut:
    given = read()
    experiment = experiment_of(given)
    told = blank(given, experiment)
    with ThreadPoolExecutor(2) as pool:
        for found in carried_out(experiment, pool):
            if found is not None:
                filled_in(told, experiment, found)
    return told


def test_an_experiment_comes_through_its_file_unchanged():
    given = read()
    again = ExperimentIn.model_validate_json(given.model_dump_json())
    assert again == given
    assert experiment_of(again) == experiment_of(given)


@pytest.mark.parametrize(("name", "document"), [("experiment-1", ASKED)])
def test_what_is_asked_is_as_the_published_schema_has_it(name, document):
    schema = json.loads((SCHEMAS / f"{name}.schema.json").read_text())
    jsonschema.validate(document, schema)


def test_what_is_answered_is_as_the_published_schema_has_it(answered):
    schema = json.loads((SCHEMAS / "experiment-result-1.schema.json").read_text())
    jsonschema.validate(json.loads(answered.model_dump_json()), schema)


def test_an_answer_has_all_that_was_asked(answered):
    planned, told = answered.variants
    assert planned.finish_c is not None
    assert told.finish_c == pytest.approx(54.44, abs=0.01)
    assert planned.pull_c is not None
    assert told.pull_c is None
    assert told.words.startswith(f"{BEGIN}lab-")
    assert [p.at for p in answered.sweep.points] == [[50.0], [55.0], [60.0]]
    assert [p.peak_c for p in answered.sweep.points] == sorted(p.peak_c for p in answered.sweep.points)
    assert [m.outcome for m in answered.matters] == list(OUTCOMES)
    for each in answered.matters:
        assert [s.whole for s in each.shares] == sorted((s.whole for s in each.shares), reverse=True)
        assert {s.key for s in each.shares} == {u.key for u in UNKNOWNS}


def test_time_hangs_on_fire_and_thickness_not_on_where_a_thermometer_is_off(answered):
    """A thin steak over the fire: how hot it is and how thick it is say how long (Incropera: t ~ L² / ΔT); what a
    thermometer is off moves the pull by half a degree."""
    minutes = next(m for m in answered.matters if m.outcome == "minutes")
    shares = {s.key: s.whole for s in minutes.shares}
    assert shares["thickness"] + shares["fire"] + shares["film"] > 3 * shares["shown"]


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"variants": [{"name": "x"}]}, "exactly one of piece and cook"),
        ({"variants": [{"name": "x", "piece": THIN, "finish": "130 F"}]}, "belongs to cook only"),
        ({"variants": [{"name": "", "piece": THIN}]}, "at least 1 character"),
        ({"sweep": {"axes": []}}, "at least 1 item"),
        ({"sweep": {"axes": [{"field": "finish_c", "low": 1}]}}, "low, high and n, or values"),
        ({"sweep": {"axes": [{"field": "finish_c", "low": 1, "high": 2, "n": 3, "values": [1]}]}}, "or values"),
        ({"matters": {"runs": 3}}, "greater than or equal to 64"),
        ({"matters": {"runs": 10**9}}, "less than or equal to 4096"),
        ({"wings": 2}, "Extra inputs"),
        ({"format": "brasko/experiment@2"}, "brasko/experiment@1"),
    ],
)
def test_a_document_that_makes_no_sense_is_refused(change, said):
    with pytest.raises(ValidationError, match=said):
        read(**change)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"variants": [{"name": "x", "piece": {**THIN, "finish_c": 200}}]}, "variants.0.piece.finish_c"),
        ({"variants": [{"name": "x", "piece": {**THIN, "cut": "walrus"}}]}, "variants.0.piece.cut"),
        ({"variants": [{**ASKED["variants"][1], "finish": "warm"}]}, "variants.0.finish"),
        ({"sweep": {"axes": [{"field": "title", "values": [1, 2]}]}}, "sweep.axes.0.field"),
        ({"sweep": {"axes": [{"field": "finish_c", "low": 5, "high": 5, "n": 3}]}}, "sweep.axes.0.high"),
        ({"sweep": {"axes": [{"field": "finish_c", "low": 5, "high": 9, "n": 1}]}}, "sweep.axes.0.n"),
        ({"sweep": {"of": 1, "axes": [{"field": "finish_c", "low": 5, "high": 9, "n": 3}]}}, "sweep.of"),
        ({"matters": {"of": 7}, "sweep": None}, "matters.of"),
    ],
)
def test_what_the_core_refuses_names_the_whole_path(change, field):
    with pytest.raises(InvalidInput) as refused:
        experiment_of(read(**{"sweep": None, "matters": None, **change}))
    assert refused.value.field == field


def test_what_can_be_swept_is_answered_by_a_piece():
    answers = declared(PieceSpec)
    assert set(SWEEPABLE) <= set(answers)
    assert set(SWEPT) <= set(PieceIn.model_fields)


@pytest.mark.parametrize("question", QUESTIONS, ids=lambda q: q.key)
def test_every_question_is_one_that_can_be_asked(question):
    assert 2 <= len(question.ways) <= 4
    specs = [spec_of(PieceIn(**way.piece)) for way in question.ways]
    assert len(set(specs)) == len(specs), "its ways are not the same"
    assert BEGIN not in rendered(question.words) + rendered(question.why)


FIRST = Figures(1800.0, 4000.0, 500.0, 1.8, 55.0, 8.0, 0.15, 1.0, 0.12, 1, 0.6, 60.0, 0.5, 0.9)


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"minutes_s": 2400.0}, "10 min longer"),
        ({"minutes_s": 1200.0}, "10 min shorter"),
        ({"hands_s": 800.0}, "hands busy 5 min more"),
        ({"hands_s": 200.0}, "hands busy 5 min less"),
        ({"rim_share": 0.25}, "10 % of the thickness more gray rim"),
        ({"rim_share": 0.05}, "10 % of the thickness less gray rim"),
        ({"crust_share": 2.0}, "more crust"),
        ({"crust_share": 0.5}, "less crust"),
        ({"loss_share": 0.2}, "loses 8 % more of its weight"),
        ({"loss_share": 0.05}, "loses 7 % less of its weight"),
        ({"peak_c": 58.0}, "ends 3 °C warmer"),
        ({"peak_c": 52.0}, "ends 3 °C cooler"),
        ({"late_k": 2.6}, "a minute late costs more: 3 °C"),
        ({"minutes_s": 1830.0, "hands_s": None, "late_k": None}, "No difference"),
    ],
)
def test_each_difference_that_shows_is_told_and_no_other(change, said):
    told = rendered(than_first(replace(FIRST, **change), FIRST, "first"))
    assert said in told
    assert told.count(";") == 0


@pytest.mark.parametrize(
    ("outcome", "sd", "said"),
    [("minutes", 300.0, "6 min"), ("peak", 2.0, "3 °C"), ("rim", 0.05, "6 %"), ("crust", 0.3, "38 %")],
)
def test_what_matters_is_said_in_its_own_unit(outcome, sd, said):
    """Eight in ten of a normal spread lie within 1.28 standard deviations."""
    shares = (0.1, 0.2, 0.0, 0.6, 0.05, 0.05)
    told = rendered(matters_words(Matters(outcome, shares, shares, shares, sd)))
    assert told.startswith("Mostly how hot the fire is: 60 % of it.")
    assert told.endswith(f"within {said}.")
    nothing = Matters(outcome, (0.0,) * 6, (0.0,) * 6, (0.0,) * 6, 0.0)
    assert "Nothing" in rendered(matters_words(nothing))
