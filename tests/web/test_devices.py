"""Readings from the outside: tokens, order, repeats, nonsense; each answered, nothing lost, nothing else changed."""

from datetime import timedelta

import pytest
from django.utils import timezone
from wording import worded

from brasko.core.forecast.history import Aside, Began, cook_history
from brasko.core.practice.truth import battery_of, drawn_truth, reading_of, troubled, true_probe
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import spec_of
from brasko.web.cooks.models import Cook, Reading
from brasko.web.devices.management.commands.simulate_probe import Hub
from brasko.web.machine.batch import BatchWriter
from brasko.web.yard.models import Thermometer
from brasko.web.yard.stand_ins import hub_key, probe_token


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
            "must be between -30 and 550 °C (got 900). The reading was not kept: check the plug.",
        ),
        ({"temp_c": -200}, "temp_c", "must be between -30 and 550"),
        ({"temp_c": "hot"}, "temp_c", "must be a number (got 'hot')"),
        ({"temp_c": True}, "temp_c", "must be a number"),
        ({"sequence": -1}, "sequence", "must be a whole number from 0 up"),
        ({"sequence": "a"}, "sequence", "must be a whole number"),
        ({"at": "noon"}, "at", "must be a date and time with a time zone"),
        ({"at": "2030-06-01T18:30:00"}, "at", "must be a date and time with a time zone"),
        ({"at": "2030-13-45T18:30:00Z"}, "at", "must be a date and time"),
        ({"at": "2199-01-01T00:00:00Z"}, "at", "is in the future"),
        ({"at": "2001-01-01T00:00:00Z"}, "at", "is before this cook started"),
        ({"humidity": 3}, "readings", "has a field that is not known"),
        ({"channel": "ear"}, "channel", "must be one of tip, shaft, edge, air, pit, hand, surface (got 'ear')"),
        ({"battery": 40}, "battery", "must be between 0 and 1 (got 40)"),
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
    assert "never reuse a number" in worded(refused["message"])
    assert Reading.objects.get().temp_c == 5.0


def test_tokens_that_are_not_accepted(probe):
    def said(token: str | None = None) -> str:
        answer = probe.post(probe.row(1), token=token)
        assert answer.status_code == 401
        assert answer["Content-Type"] == "application/problem+json"
        return answer.json()["detail"]

    assert "No thermometer has this token. Pair it in Gear" in worded(said("guess"))
    Thermometer.objects.filter(id=probe.id).update(expires_at=timezone.now() - timedelta(days=1))
    assert "expired on" in worded(said())
    assert "Pair it again in Gear" in worded(said())
    probe.visitor.call("DELETE", f"/api/thermometers/{probe.id}")
    assert "was revoked" in worded(said())
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
    assert "is in no cook" in worded(answer.json()["detail"])


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
    assert client.post("/api/device/scenes", headers={"Authorization": "Bearer guess"}).status_code == 401
    assert mara.client.post("/api/device/scenes").status_code == 401
    (scene,) = client.post("/api/device/scenes", headers={"Authorization": f"Bearer {hub_key()}"}).json()
    assert scene["cook_id"] == cook["id"]
    thermometer = scene["pieces"][0]["thermometer_id"]
    assert Thermometer.objects.get(id=thermometer).token_digest == Thermometer.digest(probe_token(thermometer))


def test_the_hidden_truth_is_near_the_plan_but_not_the_plan():
    """Kitchens differ: over 20 of them the true pull comes within a third of the planned time, and never all alike."""
    piece = PieceIn(cut="ribeye", thickness_mm=38.1, crust="light")
    spec = spec_of(piece)
    so_far = cook_history(spec, 60.0, (120.0, 30.0), [Began("gentle", 0.0)])
    times = []
    for seed in range(20):
        shown = true_probe(spec, drawn_truth(seed), so_far, 4200.0)
        times.append(float(shown.time_s[(shown.channels["tip"] >= 45.0).argmax()]))
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


def test_channels_of_one_number_are_told_apart(probe):
    rows = [
        {**probe.row(7, 20.0 + n), "channel": c, "battery": 0.5} for n, c in enumerate(("tip", "shaft", "edge", "air"))
    ]
    assert probe.post(*rows).json()["accepted"] == [7, 7, 7, 7]
    assert probe.post(*rows).json()["duplicate"] == [7, 7, 7, 7]
    assert {r.source for r in Reading.objects.all()} == {"tip", "shaft", "edge", "air"}
    found = Thermometer.objects.get(id=probe.id)
    assert found.battery == 0.5
    assert found.last_seen_at is not None


def test_a_practice_probe_shows_the_edge_hotter_than_the_middle_and_the_open_lid():
    spec = spec_of(PieceIn(cut="ribeye", thickness_mm=38.1, crust="light"))
    shut = cook_history(spec, 60.0, (120.0, 30.0), [Began("gentle", 0.0)])
    shown = true_probe(spec, drawn_truth(2), shut, 1800.0)
    assert shown.at("air", 1700.0) > shown.at("edge", 1700.0) > shown.at("shaft", 1700.0) > shown.at("tip", 1700.0)
    looked = cook_history(spec, 60.0, (120.0, 30.0), [Began("gentle", 0.0)], [Aside("lid", 900.0, 1200.0)])
    opened = true_probe(spec, drawn_truth(2), looked, 1800.0)
    assert opened.at("air", 1150.0) < shown.at("air", 1150.0) - 25.0
    assert opened.at("tip", 1800.0) < shown.at("tip", 1800.0)


def test_trouble_that_is_wished_for_comes(mara):
    spec = spec_of(PieceIn(cut="ribeye", thickness_mm=38.1, crust="light"))
    shown = true_probe(spec, drawn_truth(2), cook_history(spec, 60.0, (120.0, 30.0), [Began("gentle", 0.0)]), 2400.0)
    assert troubled("slipped", "tip", 600.0, 20.0, shown) == 20.0
    assert troubled("slipped", "tip", 1200.0, 20.0, shown) == pytest.approx(shown.at("edge", 1200.0), abs=0.5)
    assert troubled("lid", "air", 840.0, 110.0, shown) < 80.0
    assert troubled("dying", "air", 1500.0, 110.0, shown) < 80.0
    assert troubled("battery", "tip", 1400.0, 30.0, shown) is None
    assert troubled("dropouts", "tip", 850.0, 30.0, shown) is None
    assert battery_of("battery", 0.0) < 0.15 < battery_of("", 0.0)
    plan = mara.plan()
    refused = mara.call("POST", f"/api/plans/{plan.id}/start", {"practice": False, "trouble": "lid"})
    assert refused.status_code == 409


def test_a_recorded_cook_is_read_in_the_order_of_time(tmp_path):
    from django.core.management.base import CommandError

    from brasko.web.devices.management.commands.replay_readings import recorded

    file = tmp_path / "cook.csv"
    file.write_text(
        "piece,thermometer,channel,at,temp_c\nStrip,P,tip,2030-06-01T18:30:10Z,6.5\nStrip,P,air,2030-06-01T18:30:00Z,110\n"
    )
    assert recorded(file) == [(0.0, 110.0, "air"), (10.0, 6.5, "tip")]
    file.write_text("at,temp_c\n2030-06-01T18:30:10Z,warm\n")
    with pytest.raises(CommandError, match="line 2: at must be a date and time with a time zone, and temp_c a number"):
        recorded(file)
    file.write_text("when,c\n")
    with pytest.raises(CommandError, match="needs the columns at and temp_c"):
        recorded(file)


# --- thermometers that lie in no piece --------------------------------------------------------------------------------


class HubHere(Hub):
    """The practice devices, asking the application without a network between."""

    def __init__(self, visitor) -> None:
        super().__init__("")
        self.visitor = visitor

    def _call(self, method, path, token, body=None):
        from django.test import Client

        content = "" if body is None else _json(body)
        headers = {"Authorization": f"Bearer {token}"}
        answer = Client().generic(method, path, content, content_type="application/json", headers=headers)
        assert answer.status_code < 300, answer.content
        return answer.json()


def put_on(visitor, pieces: int = 1, for_s: float = 900.0) -> Cook:
    """A practice cook whose pieces have been on for a while."""
    from brasko.formats.meal import PieceIn as Wanted
    from brasko.web.machine.quotas import Waiter
    from brasko.web.plans.actions.save_plan import save_plan
    from brasko.web.plans.schemas import PlanIn

    strip = Wanted(cut="strip", thickness_mm=38, salt="just_before")
    plan = save_plan(
        Waiter(visitor.user.pk),
        visitor.user,
        PlanIn(eat_at=timezone.now() + timedelta(hours=8), pieces=[strip] * pieces),
    )
    cook = Cook.objects.get(id=visitor.start(plan, practice=True)["id"])
    for piece in cook.pieces.all():
        on = cook.now() + timedelta(seconds=1)
        cook.clock_cook_at, cook.clock_real_at = on, timezone.now()
        cook.save()
        assert visitor.mark(cook.id, "on", piece_id=piece.id).status_code == 201
    cook.clock_cook_at, cook.clock_real_at = cook.now() + timedelta(seconds=for_s), timezone.now()
    cook.save()
    return cook


def test_the_practice_devices_read_the_pit_and_what_is_asked_of_them(mara):
    cook = put_on(mara, pieces=2)
    second = cook.pieces.get(position=1)
    assert mara.call("POST", f"/api/cooks/{cook.id}/pieces/{second.id}/ask", {"source": "hand"}).status_code == 202
    assert mara.call("POST", f"/api/cooks/{cook.id}/pieces/{second.id}/ask", {"source": "surface"}).status_code == 202
    hub = HubHere(mara)
    hub.tick()
    kept = cook.readings
    for piece in cook.pieces.all():
        assert kept.filter(piece=piece, source="pit", thermometer__kind="controller").count() > 60
        assert kept.filter(piece=piece, source="tip").count() > 60
    hand, surface = kept.get(source="hand"), kept.get(source="surface")
    assert hand.piece == surface.piece == second
    tip = kept.filter(piece=second, source="tip").latest("at")
    assert abs(hand.temp_c - tip.temp_c) < 6.0
    assert surface.temp_c > 100.0
    hub.tick()
    assert kept.filter(source__in=["hand", "surface"]).count() == 2


def test_a_practice_thermometer_is_read_only_where_there_is_something_to_read(mara):
    cook = mara.start(practice=True)
    path = f"/api/cooks/{cook['id']}/pieces/{cook['pieces'][0]['id']}/ask"
    assert "not on the fire" in worded(mara.call("POST", path, {"source": "hand"}).json()["detail"])
    assert mara.call("POST", path, {"source": "nose"}).status_code == 422
    real = mara.start(practice=False)
    path = f"/api/cooks/{real['id']}/pieces/{real['pieces'][0]['id']}/ask"
    assert "Use your own" in worded(mara.call("POST", path, {"source": "hand"}).json()["detail"])


def paired(visitor, kind: str) -> str:
    return visitor.call("POST", "/api/thermometers", {"name": kind.title(), "kind": kind}).json()["token"]


def test_a_hand_thermometer_reads_the_newest_cook_or_the_one_it_names(probe, odell):
    token = paired(probe.visitor, "hand")
    older, newer = probe.cook, Cook.objects.get(id=probe.visitor.start(practice=False)["id"])
    row = {"sequence": 1, "at": timezone.now().isoformat(), "temp_c": 40.0}
    assert probe.post(row, token=token).json()["accepted"] == [1]
    assert Reading.objects.get(source="hand").cook == newer
    content = _json({"readings": [{**row, "sequence": 2}], "cook": older.id})
    headers = {"Authorization": f"Bearer {token}"}
    from django.test import Client

    answer = Client().generic("POST", "/api/device/readings", content, content_type="application/json", headers=headers)
    assert answer.json()["accepted"] == [2]
    assert Reading.objects.get(source="hand", sequence=2).cook == older
    foreign = {"Authorization": f"Bearer {paired(odell, 'hand')}"}
    answer = Client().generic("POST", "/api/device/readings", content, content_type="application/json", headers=foreign)
    assert "must be a cook of yours" in worded(answer.json()["errors"][0]["message"])
    refused = probe.post({**row, "sequence": 3, "piece": 2}, token=token).json()["refused"][0]
    assert (refused["field"], refused["message"]) == ("piece", "must be a whole number from 1 to 1 (got 2).")


def test_a_file_of_readings_is_taken_in_once(mara):
    from django.core.files.uploadedfile import SimpleUploadedFile

    cook = put_on(mara)
    piece = cook.pieces.get()
    path = f"/api/cooks/{cook.id}/pieces/{piece.id}/file"

    def send(text: str, **more: str) -> dict:
        return mara.client.post(path, {"file": SimpleUploadedFile("a.csv", text.encode()), **more}).json()

    file = (
        "at,temp_c,channel\n2030-06-01T18:30:00Z,5.5,tip\n2030-06-01T18:30:10Z,110,air\n2030-06-01T18:30:20Z,9999,tip\n"
    )
    told = send(file, from_on="true")
    assert len(told["accepted"]) == 2
    assert told["refused"][0]["field"] == "temp_c"
    assert len(send(file, from_on="true")["duplicate"]) == 2
    on_at = cook.events.get(kind="done").at
    assert [(r.source, (r.at - on_at).total_seconds()) for r in cook.readings.order_by("at")] == [
        ("tip", 0.0),
        ("air", 10.0),
    ]
    early = send(file)["refused"][0]
    assert early["field"] == "at"
    assert "line 2: at must be" in worded(send("at,temp_c\nnoon,5\n")["errors"][0]["message"])
    assert "holds no reading" in worded(send("at,temp_c\n")["errors"][0]["message"])
    assert "needs the columns" in worded(send("a,b\n1,2\n")["errors"][0]["message"])


def test_what_is_refused_of_one_changes_nothing_of_those_that_wait_with_it(mara):
    from brasko.web.machine.batch import _Asked

    def rename(name: str) -> str:
        Thermometer.objects.create(owner=mara.user, name=name, token_digest=name, expires_at=timezone.now())
        if name == "bad":
            raise ValueError("not this one")
        return name

    together = BatchWriter(rename)
    batch = [_Asked(name) for name in ("first", "bad", "last")]
    together._keep(batch)
    assert [each.answer for each in batch] == ["first", None, "last"]
    assert isinstance(batch[1].error, ValueError)
    assert set(Thermometer.objects.values_list("name", flat=True)) == {"first", "last"}
    with pytest.raises(ValueError, match="not this one"):
        together("bad")
