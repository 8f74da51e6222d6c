"""Readings from the outside: tokens, order, repeats, nonsense; each answered, nothing lost, nothing else changed."""

from datetime import timedelta

import pytest
from django.utils import timezone

from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import wish_of
from brasko.web.cooks.models import Cook, Reading
from brasko.web.devices.hub import hub_key, probe_token
from brasko.web.devices.truth import drawn_truth, reading_of, true_core
from brasko.web.yard.models import Thermometer


class Probe:
    """A real thermometer in a real cook."""

    def __init__(self, mara) -> None:
        paired = mara.call("POST", "/api/thermometers", {"name": "Leave-in"}).json()
        self.visitor, self.token, self.id = mara, paired["token"], paired["thermometer"]["id"]
        self.cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=self.id)["id"])

    def post(self, *rows: dict, token: str | None = None):
        from django.test import Client

        headers = {"Authorization": f"Bearer {token or self.token}"}
        return Client().generic(
            "POST",
            "/api/device/readings",
            _json({"readings": list(rows)}),
            content_type="application/json",
            headers=headers,
        )

    def row(self, sequence: int, temp_c: float = 20.0, after_s: float = 0.0) -> dict:
        return {
            "sequence": sequence,
            "at": (self.cook.started_at + timedelta(seconds=after_s)).isoformat(),
            "temp_c": temp_c,
        }


def _json(body: dict) -> str:
    import json

    return json.dumps(body)


@pytest.fixture
def probe(mara) -> Probe:
    return Probe(mara)


def test_readings_are_kept(probe):
    answer = probe.post(probe.row(1, 5.0), probe.row(2, 5.5, 1.0)).json()
    assert answer == {"accepted": [1, 2], "duplicate": [], "refused": []}
    assert [r.temp_c for r in Reading.objects.all()] == [5.0, 5.5]


def test_a_repeat_is_known_and_kept_once(probe):
    probe.post(probe.row(1))
    assert probe.post(probe.row(1), probe.row(2)).json() == {"accepted": [2], "duplicate": [1], "refused": []}
    assert Reading.objects.count() == 2


def test_out_of_order_readings_are_kept_in_their_own_time(probe):
    probe.post(probe.row(3, 7.0, 2.0))
    probe.post(probe.row(1, 5.0, 0.0), probe.row(2, 6.0, 1.0))
    assert [r.temp_c for r in Reading.objects.all()] == [5.0, 6.0, 7.0]


@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        (
            {"temp_c": 900.0},
            "temp_c",
            "must be between -30 and 350 °C (got 900). The reading was not kept: check the plug.",
        ),
        ({"temp_c": -200}, "temp_c", "must be between -30 and 350"),
        ({"temp_c": "hot"}, "temp_c", "must be a number (got 'hot')"),
        ({"temp_c": True}, "temp_c", "must be a number"),
        ({"sequence": -1}, "sequence", "must be a whole number from 0 up"),
        ({"sequence": "a"}, "sequence", "must be a whole number"),
        ({"at": "noon"}, "at", "must be a date and time with a time zone"),
        ({"at": "2030-06-01T18:30:00"}, "at", "must be a date and time with a time zone"),
        ({"at": "2030-13-45T18:30:00Z"}, "at", "must be a date and time"),
        ({"at": "2199-01-01T00:00:00Z"}, "at", "lies in the future"),
        ({"at": "2001-01-01T00:00:00Z"}, "at", "lies before this cook began"),
        ({"humidity": 3}, "humidity", "is not a known field"),
    ],
)
def test_nonsense_is_refused_and_its_neighbours_kept(probe, change, field, said):
    answer = probe.post(probe.row(1), {**probe.row(2), **change}, probe.row(3)).json()
    assert answer["accepted"] == [1, 3]
    (refused,) = answer["refused"]
    assert (refused["index"], refused["field"]) == (1, field)
    assert said in refused["message"]
    assert Reading.objects.count() == 2


def test_a_number_used_for_another_reading_is_refused(probe):
    probe.post(probe.row(1, 5.0))
    (refused,) = probe.post(probe.row(1, 9.0)).json()["refused"]
    assert "never use a number twice" in refused["message"]
    assert Reading.objects.get().temp_c == 5.0


def test_tokens_that_are_not_accepted(probe):
    def said(token: str | None = None) -> str:
        answer = probe.post(probe.row(1), token=token)
        assert answer.status_code == 401
        assert answer["Content-Type"] == "application/problem+json"
        return answer.json()["detail"]

    assert "No thermometer has this token. Pair it in the Yard" in said("guess")
    Thermometer.objects.filter(id=probe.id).update(expires_at=timezone.now() - timedelta(days=1))
    assert "expired on" in said()
    assert "Pair it again in the Yard" in said()
    probe.visitor.call("DELETE", f"/api/thermometers/{probe.id}")
    assert "was revoked" in said()
    fresh = probe.visitor.call("POST", f"/api/thermometers/{probe.id}/token").json()["token"]
    assert probe.post(probe.row(1), token=fresh).json()["accepted"] == [1]
    assert Reading.objects.count() == 1


def test_a_thermometer_in_no_cook_is_told_so(mara):
    from django.test import Client

    token = mara.call("POST", "/api/thermometers", {"name": "Idle"}).json()["token"]
    body = _json({"readings": [{"sequence": 1, "at": timezone.now().isoformat(), "temp_c": 20}]})
    answer = Client().generic(
        "POST",
        "/api/device/readings",
        body,
        content_type="application/json",
        headers={"Authorization": f"Bearer {token}"},
    )
    assert answer.status_code == 409
    assert "is in no cook" in answer.json()["detail"]


def test_late_readings_reach_a_cook_that_is_over(probe):
    probe.visitor.mark(probe.cook.id, "on")
    probe.visitor.call("POST", f"/api/cooks/{probe.cook.id}/finish")
    assert probe.post(probe.row(1, 55.0, 0.0)).json()["accepted"] == [1]
    piece = Cook.objects.get(id=probe.cook.id).pieces.get()
    assert piece.outcome["peak_measured_c"] == 55.0


def test_tokens_are_kept_as_digests_only(probe):
    assert probe.token not in str(Thermometer.objects.values_list())


def test_scenes_are_for_the_hub_alone(mara, client):
    cook = mara.start(practice=True, speed=10)
    assert client.get("/api/device/scenes", headers={"Authorization": "Bearer guess"}).status_code == 401
    assert mara.client.get("/api/device/scenes").status_code == 401
    (scene,) = client.get("/api/device/scenes", headers={"Authorization": f"Bearer {hub_key()}"}).json()
    assert scene["cook_id"] == cook["id"]
    thermometer = scene["pieces"][0]["thermometer_id"]
    assert Thermometer.objects.get(id=thermometer).token_digest == Thermometer.digest(probe_token(thermometer))


def test_the_hidden_truth_is_near_the_plan_but_not_the_plan():
    """Kitchens differ: over 20 of them the true pull comes within a third of the planned time, and never all alike."""
    piece = PieceIn(cut="ribeye", thickness_mm=38.1, crust="light")
    times = []
    for seed in range(20):
        time_s, temp_c = true_core(wish_of(piece), drawn_truth(seed), [("gentle", 0.0)], 45.0, (120.0, 30.0), 5400.0)
        times.append(float(time_s[(temp_c >= 45.0).argmax()]))
    spread = max(times) - min(times)
    assert spread > 180.0
    assert max(times) < 1.5 * min(times)
    assert drawn_truth(3) == drawn_truth(3)
    assert drawn_truth(3) != drawn_truth(4)


def test_the_probe_has_noise_and_gaps():
    start = timezone.now()
    read = [reading_of(drawn_truth(1), 50.0, start + timedelta(seconds=10 * n), 1) for n in range(400)]
    present = [r for r in read if r is not None]
    assert 0.85 < len(present) / len(read) < 0.99
    assert 0.2 < max(present) - min(present) < 3.0
    assert len(set(present)) > 20
