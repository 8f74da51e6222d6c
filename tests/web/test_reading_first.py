"""Beside the fire nothing that must reach the agency's figure is called done without a reading of it (160 °F ground
meat, 165 °F poultry: fsis_safe_temperatures)."""

from datetime import timedelta
from uuid import uuid4

import pytest
from households import errors
from test_cooks import wind_to
from wording import refusing, worded

from brasko.web.common.problem import Conflict
from brasko.web.cooks.actions.record import advance
from brasko.web.cooks.actions.start_cook import start_cook
from brasko.web.cooks.models import Cook, Reading
from brasko.web.cooks.reading_requests import wanted
from brasko.web.cooks.schemas import StartIn
from brasko.web.plans.actions.take_along import calendar_of

PATTY = {"cut": "burger_80_20", "thickness_mm": 19.0, "crust": "light", "method": "direct", "rest": "open"}


@pytest.fixture
def cook(mara) -> Cook:
    """A patty on its last heat."""
    started = mara.start(mara.plan(**PATTY), practice=True)
    found = wind_to(Cook.objects.get(id=started["id"]), "read")
    for key in ("season", "light", "bank", "preheat", "oil", "on"):
        task = next(t for t in found.pieces.all()[0].result["tasks"] if t["key"] == key)
        assert mara.mark(found.id, key, at=found.moment(task["start_s"]).isoformat()).status_code == 201
    return found


def tip(cook: Cook, temp_c: float, number: int = 1, ago_s: float = 5.0, source: str = "tip") -> None:
    piece = cook.pieces.all()[0]
    at = cook.now() - timedelta(seconds=ago_s)
    Reading(
        cook=cook, piece=piece, thermometer=piece.thermometer, source=source, sequence=number, at=at, temp_c=temp_c
    ).save()


def by_hand(mara, cook: Cook, temp_c: float):
    body = {"client_id": str(uuid4()), "kind": "reading", "temp_c": temp_c, "source": "hand"}
    return mara.call("POST", f"/api/cooks/{cook.id}/events", body)


def ask(mara, cook: Cook) -> dict:
    return mara.call("GET", f"/api/cooks/{cook.id}").json()["outlooks"][0]["reading"]


def test_it_does_not_come_off_without_a_reading(mara, cook):
    for task in ("read", "rest", "serve"):
        assert "must show 71.1 °C" in worded(errors(mara.mark(cook.id, task))["task"])
    assert ask(mara, cook)["read_c"] is None
    assert not ask(mara, cook)["enough"]


def test_a_reading_too_low_sends_it_back_and_one_by_hand_lets_it_off(mara, cook):
    by_hand(mara, cook, 66.0)
    assert "shows {temp:66}" in worded(ask(mara, cook)["words"])
    assert "check again after a minute" in worded(errors(mara.mark(cook.id, "rest"))["task"])
    assert by_hand(mara, cook, 71.5).status_code == 201
    told = mara.call("GET", f"/api/cooks/{cook.id}").json()
    assert next(e for e in told["expected"] if e["key"] == "read")["state"] == "done"
    assert mara.mark(cook.id, "rest").status_code == 201
    assert mara.mark(cook.id, "serve").status_code == 201
    outcome = mara.call("GET", f"/api/cooks/{cook.id}").json()["pieces"][0]["outcome"]
    assert (outcome["reading_needed_c"], outcome["reading_c"]) == (pytest.approx(71.1, abs=0.05), 71.5)


def test_the_same_reading_sent_twice_marks_once(mara, cook):
    body = {"client_id": str(uuid4()), "kind": "reading", "temp_c": 72.0, "source": "hand"}
    for _ in range(2):
        assert mara.call("POST", f"/api/cooks/{cook.id}/events", body).status_code == 201
    assert cook.events.filter(kind="done", payload__task="read").count() == 1


def test_the_probe_counts_while_it_is_in_the_middle(mara, cook):
    tip(cook, 70.0)
    assert mara.mark(cook.id, "read").status_code == 409
    tip(cook, 71.3, 2, 1.0)
    assert ask(mara, cook)["by"] == "probe"
    assert mara.mark(cook.id, "read").status_code == 201


def test_a_probe_that_jumped_or_is_silent_does_not_count(mara, cook):
    tip(cook, 90.0, 1, 400.0)
    assert mara.mark(cook.id, "read").status_code == 409, "an old reading says nothing of now"
    for n in range(20):
        tip(cook, 40.0 + 0.2 * n, 10 + n, 300.0 - 10.0 * n)
    for n in range(8):
        tip(cook, 85.0 + 0.1 * n, 40 + n, 100.0 - 10.0 * n)
    assert mara.mark(cook.id, "read").status_code == 409, "the tip has slipped out"
    by_hand(mara, cook, 60.0)
    assert "shows 60 °C" in worded(errors(mara.mark(cook.id, "read"))["task"]), "what was read by hand counts"


def test_the_lowest_reading_is_the_middle(mara, cook):
    """A probe that shows much less than the hand did counts: draw the thermometer through, the lowest is the middle
    (trade)."""
    tip(cook, 55.0)
    by_hand(mara, cook, 73.0)
    told = ask(mara, cook)
    assert (told["by"], told["enough"]) == ("probe", False)
    assert "lowest reading is the middle" in worded(told["words"])
    assert mara.mark(cook.id, "rest").status_code == 409
    tip(cook, 71.5, 2, 1.0)
    by_hand(mara, cook, 73.0)
    assert mara.mark(cook.id, "rest").status_code == 201


def test_a_reading_from_before_the_last_heat_does_not_count(mara):
    found = Cook.objects.get(id=mara.start(mara.plan(**{**PATTY, "method": "sear_then_low"}), practice=True)["id"])
    found = wind_to(found, "on", 60.0)
    on = next(t for t in found.pieces.all()[0].result["tasks"] if t["key"] == "on")
    mara.mark(found.id, "on", at=found.moment(on["start_s"]).isoformat())
    by_hand(mara, found, 75.0)
    assert mara.mark(found.id, "gentle").status_code == 201
    assert mara.mark(found.id, "rest").status_code == 409


def test_a_pull_below_the_figure_is_refused(mara, cook):
    body = {"client_id": str(uuid4()), "kind": "pull", "pull_c": 66.0}
    assert "must be at least 71.1 °C" in worded(
        errors(mara.call("POST", f"/api/cooks/{cook.id}/events", body))["pull_c"]
    )


def test_a_practice_that_marks_itself_waits_for_the_reading(mara):
    found = Cook.objects.get(id=mara.start(mara.plan(**PATTY), practice=True, hands="plan")["id"])
    found = wind_to(found, "serve", 30.0)
    advance(found)
    done = set(found.events.filter(kind="done").values_list("payload__task", flat=True))
    assert "on" in done
    assert not {"read", "rest"} & done
    assert wanted.of(found.pieces.all()[0].id) == ["hand"], "the practice thermometer is asked for it"
    tip(found, 72.0, 7, 1.0, source="hand")
    advance(found)
    assert {"read", "rest"} <= set(found.events.filter(kind="done").values_list("payload__task", flat=True))


def test_a_whole_cut_of_ones_own_choice_is_not_asked(mara):
    told = mara.start(practice=True)
    assert told["pieces"][0]["result"]["reading_c"] is None
    assert not [e for e in told["expected"] if e["key"] == "read"]


def test_a_plan_from_before_is_planned_again_first(mara):
    plan = mara.plan(**PATTY)
    piece = plan.pieces.all()[0]
    piece.result["reading_c"] = None
    piece.save()
    with refusing(Conflict, match="save it again"):
        start_cook(mara.user, plan, StartIn())
    assert not Cook.objects.exists()


def test_the_reading_is_in_the_calendar(mara):
    assert b"SUMMARY:Check the middle" in calendar_of(mara.plan(**PATTY), "us", "en")
