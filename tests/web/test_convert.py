"""Between records and core: rasters, defaults, comparisons of cooks with several pieces."""

import base64
from datetime import timedelta
from typing import get_args

import numpy as np
import pytest
from django.utils import timezone
from pydantic import ValidationError

from brasko.core.heat.simulation import simulate
from brasko.core.planner.schedule.timeline import earliest_eating
from brasko.core.planner.solve.programme import programme_of
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import filled, spec_of
from brasko.web.cooks.convert import cursor_parts, outcome_of, slow_curve
from brasko.web.cooks.events import Deed, PullSet, ReadingLogged, deed_of
from brasko.web.cooks.history import done_at
from brasko.web.cooks.models import Cook, Event
from brasko.web.devices.actions import take_readings
from brasko.web.plans.kept import kept_plans
from brasko.web.plans.models import Plan
from brasko.web.plans.present import piece_schema, section_schema
from brasko.web.plans.stored import stored_programme
from brasko.web.yard.models import Thermometer

RIBEYE = PieceIn(cut="ribeye", thickness_mm=38.1)


def test_a_thicker_piece_weighs_in_proportion():
    one, two = filled(RIBEYE), filled(PieceIn(cut="ribeye", thickness_mm=76.2))
    assert one.mass_g == pytest.approx(451, abs=1)
    assert two.mass_g == pytest.approx(2 * one.mass_g, abs=1)
    assert one.finish_c == 57.0
    assert filled(PieceIn(cut="ribeye", thickness_mm=38, mass_g=600, finish_c=50)).mass_g == 600


def test_a_wish_is_si():
    spec = spec_of(PieceIn(cut="filet", thickness_mm=50, mass_g=250, temper_min=30, rest_min=8, gentle_c=120))
    assert (spec.thickness_m, spec.mass_kg, spec.temper_s, spec.rest_s) == (0.05, 0.25, 1800.0, 480.0)
    assert spec.the_fire.gentle.air_c == pytest.approx(120.0, abs=0.01)


def test_the_same_wish_is_computed_once():
    assert kept_plans.piece(spec_of(RIBEYE)) is kept_plans.piece(spec_of(PieceIn(cut="ribeye", thickness_mm=38.1)))


def test_a_section_is_the_computed_field_on_an_even_raster():
    """Middle and faces of the raster agree with the fields of the run, to the whole degree it is stored in and the
    distance between a raster row and its nearest cell."""
    spec = spec_of(RIBEYE)
    result = simulate(spec.food, programme_of(spec, 45.0, (120.0, 30.0)), frame_s=60.0)
    section = section_schema(result)
    size = (len(section.time_s), section.rows, section.columns)
    temp = np.frombuffer(base64.b64decode(section.temp), np.uint8).reshape(size)
    peak = np.frombuffer(base64.b64decode(section.peak), np.uint8).reshape(size)
    assert temp[0].min() == temp[0].max() == 4
    last = int(np.argmin(np.abs(result.frame_s - section.time_s[-1])))
    middle = result.frame_temp_c[last][len(result.grid.dz_m) // 2, 0]
    assert temp[-1][section.rows // 2, 0] == pytest.approx(middle, abs=1.5)
    assert (peak[-1].astype(int) >= temp[-1].astype(int) - 1).all()
    assert (np.diff(peak.astype(int), axis=0) >= -1).all()
    assert section.thickness_mm == pytest.approx(38.1)


def test_a_result_names_its_slow_phase_for_every_method():
    for method, step, task in (
        ("low_then_sear", "gentle", "on"),
        ("sear_then_low", "gentle", "gentle"),
        ("direct", "sear", "on"),
        ("skillet", "sear", "on"),
        ("char_then_bath", "gentle", "gentle"),
        ("low_and_slow", "gentle", "on"),
    ):
        result = piece_schema(
            kept_plans.piece(spec_of(PieceIn(cut="ribeye", thickness_mm=38.1, method=method, crust="light")))
        )
        assert (result.slow_step, result.slow_task) == (step, task)
        assert result.model_version
        assert {z.role for z in result.zones} == {s.name for s in result.steps} - {"wait", "rest"}


def test_a_piece_with_a_bone_shows_it():
    result = piece_schema(kept_plans.piece(spec_of(PieceIn(cut="tomahawk", thickness_mm=55))))
    assert result.section.bone_mm == pytest.approx(18.0)
    assert 0 < result.section.middle_column < result.section.columns
    assert result.minimum is not None
    assert result.browning_a_s > 0.0
    assert {mark.face for mark in result.marks} == {"a", "b"}


def test_the_earliest_hour_is_a_whole_minute_ahead_of_all_work():
    now = timezone.now()
    earliest = earliest_eating(3600.0, now)
    assert earliest.second == 0
    assert timedelta(seconds=3600) < earliest - now < timedelta(seconds=3600 + 240)


OLD_TASKS = ("hands_s", "slack_s", "critical", "guide", "piece")


def test_a_record_of_an_older_version_is_read_with_what_it_lacked(mara):
    """Figures and answers that came later have their usual; answers that are not asked any more are left out."""
    eat_at = (timezone.now() + timedelta(hours=6)).isoformat()
    plan_id = mara.call(
        "POST", "/api/plans", {"eat_at": eat_at, "pieces": [{"cut": "ribeye", "thickness_mm": 38.1}]}
    ).json()["id"]
    piece = Plan.objects.get(id=plan_id).pieces.get()
    fresh = piece.programme
    for later in ("reading_c", "zones", "model_version", "parts", "smoke", "fat_lost_share", "evaporated_share"):
        piece.result.pop(later, None)
    piece.result["tasks"] = [{k: v for k, v in t.items() if k not in OLD_TASKS} for t in piece.result["tasks"]]
    piece.inputs = {"cut": "ribeye", "thickness_mm": 38.1, "spit": "yes"}
    piece.save()
    old = Plan.objects.get(id=plan_id).pieces.get()
    assert (old.programme.reading_c, old.programme.zones, old.programme.model_version) == (None, [], "")
    assert old.programme.step_names == fresh.step_names
    assert old.asked == PieceIn(cut="ribeye", thickness_mm=38.1)
    assert mara.call("GET", f"/api/plans/{plan_id}/plan.json").json()["pieces"][0]["cut"] == "ribeye"
    piece.result.pop("pull_c")
    with pytest.raises(ValidationError, match="pull_c"):
        stored_programme(piece.result)
    with pytest.raises(KeyError, match="char"):
        fresh.step("char")


@pytest.mark.parametrize(
    ("cursor", "parts"), [("12-7", (12, 7)), ("", (0, 0)), ("x-1", (0, 0)), ("5", (0, 0)), ("-3-4", (0, 0))]
)
def test_a_cursor_that_makes_no_sense_starts_over(cursor, parts):
    assert cursor_parts(cursor) == parts


def test_each_piece_of_a_cook_has_its_own_tasks_probe_and_outcome(mara):
    eat_at = (timezone.now() + timedelta(hours=6)).isoformat()
    pieces = [{"cut": "ribeye", "thickness_mm": 38.1}, {"cut": "filet", "thickness_mm": 50, "crust": "light"}]
    plan_id = mara.call("POST", "/api/plans", {"eat_at": eat_at, "pieces": pieces}).json()["id"]
    cook_out = mara.call("POST", f"/api/plans/{plan_id}/start", {"practice": True}).json()
    first, second = (p["id"] for p in cook_out["pieces"])
    assert [p["thermometer"] for p in cook_out["pieces"]] == ["Practice probe 1", "Practice probe 2"]
    assert {e["piece_id"] for e in cook_out["expected"]} == {first, second}
    starts = [e["start_at"] for e in cook_out["expected"]]
    assert starts == sorted(starts)
    assert mara.mark(cook_out["id"], "season").status_code == 422
    assert mara.mark(cook_out["id"], "season", piece_id=second).status_code == 201
    cook = Cook.objects.get(id=cook_out["id"])
    marked, other = cook.pieces.get(id=second), cook.pieces.get(id=first)
    assert set(done_at(cook.events.all(), marked)) == {"season"}
    assert done_at(cook.events.all(), other) == {}
    mara.mark(cook.id, "on", piece_id=second)
    at = done_at(cook.events.all(), marked)["on"]
    probe = Thermometer.objects.get(owner=mara.user, name="Practice probe 2")
    take_readings(probe, [{"sequence": 1, "at": at.isoformat(), "temp_c": 5.0}])
    assert outcome_of(cook, marked)["peak_measured_c"] == 5.0
    assert outcome_of(cook, other) is None
    for piece in (first, second):
        mara.mark(cook.id, "serve", piece_id=piece)
    assert Cook.objects.get(id=cook.id).ended_at is not None


def test_the_slow_phase_ends_at_the_pull(mara):
    cook = Cook.objects.get(id=mara.start(practice=True)["id"])
    (begins, ends), task, then, pull_c = slow_curve(cook.pieces.get())
    assert (task, then) == ("on", "wait")
    steps = {s["name"]: s for s in cook.pieces.get().result["steps"]}
    assert steps["gentle"]["core_c"] == pytest.approx(pull_c, abs=0.05)
    assert ends > begins


def test_every_kind_of_event_has_a_model_and_comes_back_as_it_was_told():
    kinds = {get_args(model.model_fields["kind"].annotation)[0] for model in get_args(get_args(Deed)[0])}
    assert kinds == set(Event.Kind.values)
    told = PullSet(pull_c=51.5, hold_s=60.0)
    assert deed_of("pull", told.payload()) == told
    assert deed_of("reading", {"temp_c": 40.0, "source": "hand", "later": "unknown here"}) == ReadingLogged(temp_c=40.0)
    with pytest.raises(ValidationError, match="place"):
        deed_of("move", {})
