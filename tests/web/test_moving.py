"""A household out of one place and into another: the same there, field by field; twice, and it is still once.

Cases of our own; the samples are files that an earlier Brasko wrote.
"""

import json
from uuid import uuid4

import pytest
from django.utils import timezone
from household_files import FORMATS, SAMPLES, files_of, furnished, into, out_of, renumbered
from households import Visitor
from jsonschema import Draft202012Validator

from brasko.web.accounts.models import Household
from brasko.web.cooks.models import Cook, Event, Reading
from brasko.web.tables.models import Table
from brasko.web.yard.models import Thermometer


@pytest.fixture
def full(mara: Visitor) -> Visitor:
    return furnished(mara)


def test_a_household_is_the_same_elsewhere_field_by_field(full, odell):
    file = out_of(full)
    moved = into(odell, file)
    assert moved.status_code == 200, moved.content
    assert moved.json()["added"]["readings"] == 40
    there = renumbered(out_of(odell))
    here = renumbered(file)
    here["experiments.json"][0]["state"] = "stopped"
    assert there == here
    for name in ("plans", "cooks", "events", "readings", "pictures", "teachings", "attempts", "experiments", "checks"):
        assert there[name if name in there else f"{name}.json"], name
    home = Household.objects.get(user=odell.user)
    assert (home.name, home.units, home.eaters) == ("mara household", "metric", 5)


def test_its_pages_are_the_same(full, odell):
    into(odell, out_of(full))

    def pages(visitor: Visitor) -> dict[str, object]:
        told = {
            p: visitor.client.get(p).json()
            for p in ("/api/plans", "/api/cooks", "/api/grills", "/api/fires", "/api/pans")
        }
        for cook in told["/api/cooks"]:
            told[f"cook {cook['title']}"] = visitor.client.get(f"/api/cooks/{cook['id']}").json()
        return told

    def without_numbers(value: object) -> object:
        if isinstance(value, dict):
            gone = ("id", "cursor", "server_at")
            return {k: without_numbers(v) for k, v in value.items() if k not in gone and not k.endswith("_id")}
        return [without_numbers(v) for v in value] if isinstance(value, list) else value

    assert without_numbers(pages(odell)) == without_numbers(pages(full))


def test_read_twice_it_adds_nothing_and_what_came_since_is_added(full, odell):
    into(odell, out_of(full))
    before = renumbered(out_of(odell))
    assert into(odell, out_of(full)).json()["added"] == {}
    assert into(full, out_of(full)).json()["added"] == {}
    assert renumbered(out_of(odell)) == before
    cook = Cook.objects.get(owner=full.user)
    Event(cook=cook, client_id=uuid4(), kind="note", at=timezone.now(), payload={"text": "since"}).save()
    probe = Thermometer.objects.filter(owner=full.user, name="=Mine").get()
    Reading.objects.create(
        cook=cook, piece=cook.pieces.get(), thermometer=probe, sequence=99, at=cook.started_at, temp_c=50.0
    )
    assert into(odell, out_of(full)).json()["added"] == {"events": 1, "readings": 1}


def test_what_was_taken_away_since_is_brought_back(full, odell):
    file = out_of(full)
    into(odell, file)
    Cook.every.filter(owner=odell.user).delete()
    added = into(odell, file).json()["added"]
    assert (added["cooks"], added["readings"]) == (1, 40)
    assert into(odell, file).json()["added"] == {}


def test_a_household_that_has_something_of_its_own_keeps_it(full, odell):
    own = odell.plan()
    into(odell, out_of(full))
    assert odell.client.get(f"/api/plans/{own.id}").status_code == 200
    assert len(odell.client.get("/api/plans").json()) == 3
    assert Household.objects.get(user=odell.user).name == "odell household"


def test_a_token_opens_no_other_machine(full, odell):
    into(odell, out_of(full))
    theirs = Thermometer.objects.get(owner=odell.user, name="=Mine")
    assert theirs.revoked_at is not None
    assert theirs.token_digest not in {t.token_digest for t in Thermometer.objects.filter(owner=full.user)}
    assert "token" not in files_of(out_of(full))["thermometers.json"].decode()


def test_its_files_are_as_published(full):
    schema = json.loads((FORMATS / "household-1.schema.json").read_text())
    told = {name: json.loads(data) for name, data in files_of(out_of(full)).items() if name.endswith(".json")}
    Draft202012Validator(schema).validate(told)


@pytest.mark.parametrize("sample", sorted(SAMPLES.glob("household-*.zip")), ids=lambda p: p.stem)
def test_what_an_earlier_brasko_wrote_is_still_read(odell, sample):
    moved = into(odell, sample.read_bytes())
    assert moved.status_code == 200, moved.content
    assert moved.json()["added"]["cooks"] >= 1
    for cook in odell.client.get("/api/cooks").json():
        assert odell.client.get(f"/api/cooks/{cook['id']}").status_code == 200


def test_there_is_a_sample_to_read():
    assert list(SAMPLES.glob("household-*.zip"))


def test_nothing_of_another_household_is_in_it(full, odell):
    odell.plan()
    odell.start()
    told = json.dumps(renumbered(out_of(full)), default=str)
    assert Table.objects.count() == 0
    assert json.loads(files_of(out_of(full))["cooks.json"])[0]["id"] in {
        c.id for c in Cook.objects.filter(owner=full.user)
    }
    assert "odell" not in told
    assert len(json.loads(files_of(out_of(odell))["cooks.json"])) == 1
