"""A second visitor sees and changes nothing of the first one's, on every endpoint the API has."""

from uuid import uuid4

import pytest
from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from households import RIBEYE

from brasko.web.accounts.models import Entrance, Member
from brasko.web.config.api import api
from brasko.web.cooks.models import Cook, Event, Look
from brasko.web.lab.models import Experiment
from brasko.web.plans.models import Plan
from brasko.web.tables.models import Table
from brasko.web.yard.models import Check, FireFigure, Grill, LaidFire, Pan, Teaching, Thermometer, Verdict

OPEN = {"get_session", "sign_in", "enter_demo", "sign_up", "recover_account", "join_household"}
BY_LINK = {"look_on", "see_invitation"}
"""A token in the address opens one thing to anybody, and nothing where it is not known."""
BY_TOKEN = {"post_readings", "advance_scenes"}
LISTS = {
    "list_plans",
    "list_cooks",
    "list_running_cooks",
    "list_thermometers",
    "list_grills",
    "list_pans",
    "list_fires",
    "list_past_plans",
    "list_tables",
    "list_experiments",
    "list_leaving_cooks",
}
SHARED = {
    "list_sessions",
    "get_reference",
    "tell_cook",
    "preview_plan",
    "create_plan",
    "pair_thermometer",
    "set_preferences",
    "change_password",
    "make_recovery_code",
    "begin_codes",
    "confirm_codes",
    "stop_codes",
    "end_other_sessions",
    "list_members",
    "invite",
    "take_invites_back",
    "let_household_go",
    "keep_household",
    "bring_household_in",
    "see_moving",
    "take_household_out",
    "sign_out",
    "add_grill",
    "add_pan",
    "keep_fire",
    "get_true_readings",
    "get_reach",
    "list_learned",
    "get_fire_reference",
    "look_at_fire",
    "look_at_food",
    "get_fire_course",
    "set_fire_for",
    "advise_fire",
    "get_weather",
    "pick_way",
    "compare_ways",
    "tell_details",
    "make_burger",
    "import_plan",
    "ask_school",
    "get_guide",
    "get_boards",
    "get_guide_figures",
    "get_table_reference",
    "preview_table",
    "create_table",
    "get_lab_reference",
    "see_practice",
    "ask_experiment",
    "see_differences",
    "see_season",
    "look_at_file",
    "cook_from_elsewhere",
}
OF_A_KIND = {"start_drill", "ask_feel", "answer_feel"}
"""Addresses that name a kind, not something of a household's."""
PAN = {"name": "Pan", "like": "skillet", "width_mm": 260, "depth_mm": 260, "heat_j_k": 1060}
FIRE = {
    "name": "F",
    "setup": {"grill": "kettle"},
    "gentle": {"x_mm": -140, "y_mm": 0},
    "sear": {"x_mm": 150, "y_mm": 0},
}
TABLE = {"eat_at": "2199-01-01T00:00:00Z", "people": [], "fires": [], "dishes": []}
EXPERIMENT = {"format": "brasko/experiment@1", "variants": [{"name": "A", "piece": RIBEYE}]}
BODIES = {
    "update_table": TABLE,
    "eat_table_later": {"by_min": 5, "at": "2199-01-01T00:00:00Z"},
    "update_plan": {"eat_at": "2199-01-01T00:00:00Z", "pieces": [RIBEYE]},
    "start_cook": {"practice": True},
    "start_table": {"practice": True},
    "record_event": {"client_id": str(uuid4()), "kind": "done", "task": "season"},
    "set_speed": {"speed": 60},
    "set_hands": {"hands": "plan"},
    "rate_cook": {"stars": 1},
    "change_grill": {"name": "Taken", "spec": {"like": "kamado"}},
    "change_pan": PAN,
    "change_fire": FIRE,
    "check_thermometer": {"kind": "ice", "read_c": 0.5},
    "try_thermometer_check": {"kind": "ice", "read_c": 0.5},
    "put_readings_right": {"since": "2001-01-01T00:00:00Z"},
    "check_surface": {"temp_c": 250},
    "ask_practice": {"source": "hand"},
    "name_thermometer": {"name": "Taken"},
    "leave_out": {"left_out": True},
    "leave_figure_out": {"left_out": True},
    "leave_verdict_out": {"left_out": True},
    "ask_experiment_anew": EXPERIMENT,
    "try_drill_again": {"at": "2026-01-01T00:00:00Z"},
}

FILES = {"add_photo": "photo", "readings_from_file": "file"}


def operations() -> list[tuple[str, str, str]]:
    schema = api.get_openapi_schema()
    found = []
    for path, methods in schema["paths"].items():
        found += [(op["operationId"], method.upper(), path) for method, op in methods.items()]
    return [
        *found,
        ("export_readings", "GET", "/api/cooks/{cook_id}/readings.csv"),
        ("take_household_out", "GET", "/api/household/household.zip"),
        ("get_photo", "GET", "/api/cooks/{cook_id}/photo.jpg"),
        ("export_calendar", "GET", "/api/plans/{plan_id}/plan.ics"),
        ("export_table_calendar", "GET", "/api/tables/{table_id}/table.ics"),
        ("stream", "GET", "/api/cooks/{cook_id}/stream"),
    ]


OPERATIONS = operations()


@pytest.fixture
def belongings(mara) -> dict[str, int]:
    plan = mara.plan()
    cook = mara.start(plan, practice=True)
    thermometer = mara.call("POST", "/api/thermometers", {"name": "Mine"}).json()["thermometer"]["id"]
    checked = mara.call("POST", f"/api/thermometers/{thermometer}/checks", {"kind": "ice", "read_c": 0.4}).json()
    joined = get_user_model().objects.create_user("ines", password="a pear tree in smoke")
    mara.client.get("/api/plans")
    return {
        "entrance_id": Entrance.objects.get(user=mara.user).pk,
        "member_id": Member.objects.create(user=joined, household=mara.user.household, role="hand").pk,
        "kind": "hand",
        "key": "first_fire",
        "plan_id": plan.id,
        "cook_id": cook["id"],
        "piece_id": cook["pieces"][0]["id"],
        "thermometer_id": thermometer,
        "check_id": checked["checks"][0]["id"],
        "grill_id": mara.grill.id,
        "pan_id": mara.call("POST", "/api/pans", PAN).json()["id"],
        "table_id": Table.objects.create(
            owner=mara.user, title="T", eat_at=plan.eat_at, asked_json=TABLE, told_json={}
        ).pk,
        "fire_id": mara.call("POST", "/api/fires", FIRE).json()["id"],
        "teaching_id": Teaching.objects.create(
            owner=mara.user,
            fire="kettle_two_zone",
            piece_id=1,
            title="T",
            at=plan.eat_at,
            film=0.0,
            air=0.0,
            information=[[1.0, 0.0], [0.0, 1.0]],
        ).pk,
        "figure_id": FireFigure.objects.create(
            owner=mara.user, fire="kamado", habit="gauge", piece_id=1, title="T", at=plan.eat_at, value=5.0
        ).pk,
        "verdict_id": Verdict.objects.create(
            owner=mara.user, cut="ribeye", piece_id=1, title="T", at=plan.eat_at, ate_c=55.0, crust_share=1.0
        ).pk,
        "experiment_id": Experiment.objects.create(
            owner=mara.user, title="T", asked_json=EXPERIMENT, told_json={}, state="done"
        ).pk,
    }


def snapshot() -> tuple:
    return (
        list(Plan.objects.values()),
        list(Cook.objects.values()),
        Event.objects.count(),
        list(Thermometer.objects.values()),
        list(Grill.objects.values()),
        list(Pan.objects.values()),
        list(LaidFire.objects.values()),
        Check.objects.count(),
        list(Table.objects.values()),
        list(Teaching.objects.values()),
        list(FireFigure.objects.values()),
        list(Verdict.objects.values()),
        list(Experiment.objects.values()),
        list(Member.objects.values()),
        Look.objects.count(),
    )


def test_every_endpoint_is_sorted_here():
    """A new endpoint must be put in one of the groups, so that none is forgotten."""
    about_one = {op for op, _, path in OPERATIONS if "{" in path}
    assert about_one >= OF_A_KIND
    assert {op for op, _, _ in OPERATIONS} == OPEN | BY_LINK | BY_TOKEN | LISTS | SHARED | about_one


ABOUT_ONE = [o for o in OPERATIONS if "{" in o[2] and o[0] not in OF_A_KIND | BY_LINK]


def test_another_household_finds_nothing(belongings, odell):
    assert len(ABOUT_ONE) > 60
    before = snapshot()
    for name, method, path in ABOUT_ONE:
        if name in FILES:
            response = odell.client.post(path.format(**belongings), {FILES[name]: SimpleUploadedFile("a", b"x")})
        else:
            response = odell.call(method, path.format(**belongings), BODIES.get(name))
        assert response.status_code == 404, name
        assert response["Content-Type"] == "application/problem+json", name
        assert snapshot() == before, name


@pytest.mark.parametrize(("name", "method", "path"), [o for o in OPERATIONS if o[0] in LISTS])
def test_lists_hold_only_ones_own(belongings, odell, name, method, path):
    own = {grill["id"] for grill in odell.client.get("/api/grills").json()}
    shown = {each["id"] for each in odell.call(method, path).json()}
    assert shown <= own if name == "list_grills" else shown == set()


def test_a_stranger_is_asked_to_sign_in(belongings):
    closed = [o for o in OPERATIONS if o[0] not in OPEN | BY_LINK]
    assert len(closed) > 130
    before = snapshot()
    for name, method, path in closed:
        response = Client().generic(method, path.format(**belongings), "{}", content_type="application/json")
        assert response.status_code == 401, name
        assert snapshot() == before, name


def test_a_plan_cannot_use_anothers_grill_or_thermometer(mara, odell):
    from datetime import timedelta

    from django.utils import timezone

    soon = (timezone.now() + timedelta(hours=6)).isoformat()
    body = {"eat_at": soon, "pieces": [RIBEYE], "grill_id": mara.grill.id}
    assert odell.call("POST", "/api/plans", body).status_code == 404
    thermometer = mara.call("POST", "/api/thermometers", {"name": "Mine"}).json()["thermometer"]["id"]
    plan = odell.plan()
    how = {"practice": False, "thermometer_id": thermometer}
    assert odell.call("POST", f"/api/plans/{plan.id}/start", how).status_code == 404
    assert not Cook.objects.filter(owner=odell.user).exists()
