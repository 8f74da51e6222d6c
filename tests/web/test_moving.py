"""A household out of one place and into another: the same there, field by field; twice, and it is still once.

Cases of our own; the samples are files that an earlier Brasko wrote.
"""

import io
import json
import os
import random
import sys
import zipfile
from datetime import timedelta
from pathlib import Path
from uuid import uuid4

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone
from households import Visitor, errors
from jsonschema import Draft202012Validator
from PIL import Image
from test_whole_tables import table
from wording import worded

from brasko.formats.experiment import ExperimentIn
from brasko.formats.experiment_convert import blank, experiment_of
from brasko.web.accounts.models import Household
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.reading import needed_c
from brasko.web.lab.models import Experiment
from brasko.web.lab.schemas import ResultOut
from brasko.web.moving.kinds import KINDS
from brasko.web.plans.models import Plan
from brasko.web.practice.models import Attempt, FeelRound
from brasko.web.tables.models import Table, TableMark
from brasko.web.yard.models import FireFigure, Teaching, Thermometer, Verdict

sys.path.insert(0, str(Path(__file__).resolve().parents[2] / "tools"))
from mutations import ODD, mutated

FORMATS = Path(__file__).resolve().parents[2] / "docs" / "formats"
SAMPLES = Path(__file__).parent / "samples"
FIRE = {
    "name": "Oak on the left",
    "setup": {"grill": "kettle"},
    "gentle": {"x_mm": -140, "y_mm": 0},
    "sear": {"x_mm": 150, "y_mm": 0},
}
EXPERIMENT = {
    "format": "brasko/experiment@1",
    "variants": [{"name": "A", "piece": {"cut": "ribeye", "thickness_mm": 38.1}}],
}


def out_of(visitor: Visitor) -> bytes:
    answer = visitor.client.get("/api/household/household.zip")
    assert answer.status_code == 200
    return answer.content


def into(visitor: Visitor, file: bytes):
    visitor.user.refresh_from_db()
    return visitor.client.post("/api/household/household.zip", {"file": SimpleUploadedFile("h.zip", file)})


def files_of(file: bytes) -> dict[str, bytes]:
    with zipfile.ZipFile(io.BytesIO(file)) as opened:
        return {name: opened.read(name) for name in opened.namelist()}


def packed(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as made:
        for name, data in files.items():
            made.writestr(name, data)
    return out.getvalue()


def changed(file: bytes, name: str, **change) -> bytes:
    """The same file, the first row of one of its lists changed."""
    files = files_of(file)
    rows = json.loads(files[name])
    rows[0] |= change
    return packed(files | {name: json.dumps(rows).encode()})


@pytest.fixture
def full(mara: Visitor) -> Visitor:
    """A household with something of every kind."""
    mara.call("POST", "/api/fires", FIRE)
    mara.call(
        "POST", "/api/pans", {"name": "Pan", "like": "skillet", "width_mm": 260, "depth_mm": 260, "heat_j_k": 1060}
    )
    probe = mara.call("POST", "/api/thermometers", {"name": "=Mine"}).json()["thermometer"]["id"]
    mara.call("POST", f"/api/thermometers/{probe}/checks", {"kind": "ice", "read_c": 0.4})
    plan = mara.plan()
    cook = mara.start(plan, practice=True)
    mara.plan(hours=9.0, cut="strip", thickness_mm=25.0)
    mara.mark(cook["id"], "season")
    row = Cook.objects.get(id=cook["id"])
    piece = row.pieces.get()
    Reading.objects.bulk_create(
        Reading(
            cook=row, piece=piece, thermometer_id=probe, sequence=n, at=row.started_at + timedelta(seconds=n),
            temp_c=4.0 + n / 7, raw_c=None if n % 2 else 4.4 + n / 7,
        )
        for n in range(40)
    )  # fmt: skip
    picture = io.BytesIO()
    Image.new("RGB", (60, 40), "brown").save(picture, "JPEG")
    mara.client.post(f"/api/cooks/{row.id}/photo", {"photo": SimpleUploadedFile("a.jpg", picture.getvalue())})
    mara.call("POST", f"/api/cooks/{row.id}/finish")
    mara.call("PUT", f"/api/cooks/{row.id}/rating", {"stars": 4, "note": "the neighbour's plums"})
    own = {"owner": mara.user, "piece_id": piece.id, "title": "T", "at": row.started_at}
    Teaching.objects.get_or_create(
        piece_id=piece.id,
        defaults=own | {"fire": "kettle", "film": 0.1, "air": -3.0, "information": [[1.0, 0.0], [0.0, 2.0]]},
    )
    FireFigure.objects.create(**own, fire="kettle", habit="gauge", value=5.0)
    Verdict.objects.create(**own, cut="ribeye", ate_c=55.0, crust_share=0.8)
    asked = ExperimentIn.model_validate(EXPERIMENT)
    told = ResultOut(**blank(asked, experiment_of(asked)).model_dump()).model_dump(mode="json")
    Experiment.objects.create(owner=mara.user, title="E", asked_json=EXPERIMENT, told_json=told, state="running")
    Attempt.objects.create(owner=mara.user, cook_id=row.id, drill="first_fire", points=71)
    FeelRound.objects.create(owner=mara.user, kind="hand", right=7, of=10)
    mara.call("PATCH", "/api/preferences", {"units": "metric", "eaters": 5})
    return mara


def renumbered(file: bytes) -> dict[str, object]:
    """A file's rows with every number by the order in which it comes: what is left to differ is what was lost."""
    files = files_of(file)
    told = {name: json.loads(data) for name, data in files.items() if name.endswith(".json")}
    numbers = {kind.name: {row["id"]: n for n, row in enumerate(told[f"{kind.name}.json"])} for kind in KINDS}
    for kind in KINDS:
        for n, row in enumerate(told[f"{kind.name}.json"]):
            row["id"] = n
            for field, at in kind.points.items():
                row[field] = None if row[field] is None else numbers[at][row[field]]
            row.pop("truth_of", None)
    readings = {}
    for name, data in files.items():
        if name.startswith("readings/"):
            lines = [line.split(",") for line in data.decode().splitlines()[1:]]
            readings[numbers["cooks"][int(Path(name).stem)]] = [
                [numbers["pieces"][int(p)], numbers["thermometers"][int(t)], *rest] for p, t, *rest in lines
            ]
    pictures = {numbers["cooks"][int(Path(n).stem)]: d for n, d in files.items() if n.endswith(".jpg")}
    del told["about.json"], told["pictures.json"]
    return told | {"readings": readings, "pictures": pictures}


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


def one_more(file: bytes, **other: str) -> bytes:
    """The first file of readings with a copy of its last line, some of it changed."""
    files = files_of(file)
    name = min(n for n in files if n.startswith("readings/"))
    head, *_, last = files[name].decode().splitlines()
    line = dict(zip(head.split(","), last.split(","), strict=True)) | other
    return packed(files | {name: files[name] + ",".join(line.values()).encode() + b"\r\n"})


BAD = {
    "no zip": (lambda file: b"PK but not really", "is no zip"),
    "cut short": (lambda file: file[: len(file) // 2], "is no zip"),
    "of something else": (lambda file: packed({"about.json": b'{"format": "else/1"}'}), "brasko/household@1"),
    "no about": (lambda file: packed({"plans.json": b"[]"}), "brasko/household@1"),
    "no list": (lambda file: packed(files_of(file) | {"plans.json": b"{}x"}), "plans.json, which is no list"),
    "a title that is a list": (lambda file: changed(file, "plans.json", title=["x"]), "plans.json, row 1: title"),
    "no hour": (lambda file: changed(file, "cooks.json", eat_at="soon"), "cooks.json, row 1: eat_at"),
    "an hour of nowhere": (lambda file: changed(file, "cooks.json", eat_at="2026-01-01T00:00:00"), "time zone"),
    "no such kind": (lambda file: changed(file, "events.json", kind="dance"), "events.json, row 1: kind"),
    "a plan of nobody": (lambda file: changed(file, "plan_pieces.json", plan=10**9), "which is not in plans.json"),
    "no such cut": (lambda file: changed(file, "pieces.json", cut="unicorn"), "pieces.json, row 1"),
    "no programme": (lambda file: changed(file, "pieces.json", result={"steps": 4}), "pieces.json, row 1"),
    "a table that is none": (lambda file: changed(file, "plans.json", order=[4]), "plans.json, row 1"),
    "a picture that is none": (
        lambda file: packed({n: (b"<svg>" if n.endswith(".jpg") else d) for n, d in files_of(file).items()}),
        "is no JPEG",
    ),
    "a reading of a furnace": (
        lambda file: packed(
            {n: d.replace(b",4.0,", b",4e9,", 1) if n[:9] == "readings/" else d for n, d in files_of(file).items()}
        ),
        "no temperature",
    ),
    "a reading of nobody": (lambda file: one_more(file, piece="999999"), "row 42"),
    "a reading's number beyond all": (lambda file: one_more(file, sequence="1" + 30 * "0"), "no number of a reading"),
    "a reading before the calendar": (lambda file: one_more(file, at="0001-01-01T00:00:00+14:00"), "row 42"),
    "an hour before the calendar": (
        lambda file: changed(file, "cooks.json", eat_at="0001-01-01T00:00:00+14:00"),
        "cooks.json, row 1",
    ),
    "a row twice": (
        lambda file: packed(
            {n: json.dumps(2 * json.loads(d)).encode() if n == "plans.json" else d for n, d in files_of(file).items()}
        ),
        "twice",
    ),
    "a row without a number": (lambda file: changed(file, "plans.json", id=True), "plans.json, row 1: its id"),
    "a word that is none": (lambda file: changed(file, "verdicts.json", doneness="thin"), "verdicts.json, row 1"),
    "a habit that is none": (lambda file: changed(file, "figures.json", habit="flavour"), "figures.json, row 1"),
}  # fmt: skip


@pytest.mark.parametrize("what", BAD)
def test_a_file_that_is_damaged_says_where_and_nothing_is_kept(full, odell, what):
    spoil, said = BAD[what]
    before = out_of(odell)
    refused = into(odell, spoil(out_of(full)))
    assert refused.status_code == 422, refused.content
    assert said in worded(errors(refused)["file"])
    assert renumbered(out_of(odell)) == renumbered(before)


@pytest.mark.parametrize("seed", range(int(os.environ.get("BRASKO_SPOILT", "40"))))
def test_whatever_is_in_a_file_is_read_or_refused_and_every_page_opens(odell, seed):
    """Values of the sample are made something else, anywhere: nothing breaks, and what was taken in can be shown."""
    dice = random.Random(seed)
    files = files_of((SAMPLES / "household-1.zip").read_bytes())
    name = dice.choice([n for n in files if n.endswith(".json") and len(files[n]) > 2])
    told = mutated(json.loads(files[name]), dice) if dice.random() < 0.97 else dice.choice(ODD)
    answer = into(odell, packed(files | {name: json.dumps(told).encode()}))
    assert answer.status_code in (200, 422), (name, seed)
    for path in (
        "cooks",
        "plans",
        "cooks/season",
        "grills",
        "fires",
        "pans",
        "thermometers",
        "yard/learned",
        "practice",
    ):
        assert odell.client.get(f"/api/{path}").status_code == 200, (path, name, seed)
    for kind in ("cooks", "plans", "lab/experiments"):
        for one in odell.client.get(f"/api/{kind}").json():
            shown = odell.client.get(f"/api/{kind}/{one['id']}")
            assert shown.status_code == 200, (kind, name, seed)


@pytest.mark.parametrize("seed", range(12))
def test_a_file_with_turned_bits_is_read_or_refused(odell, seed):
    """Whatever a disk or a network does to it: the compressed rows too."""
    dice = random.Random(seed)
    file = bytearray((SAMPLES / "household-1.zip").read_bytes())
    for _ in range(dice.choice((1, 3, 40))):
        file[dice.randrange(len(file))] ^= 1 << dice.randrange(8)
    assert into(odell, bytes(file)).status_code in (200, 422)


def test_a_file_packed_in_a_way_that_is_not_read_says_so(odell):
    files, out = files_of((SAMPLES / "household-1.zip").read_bytes()), io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_BZIP2) as made:
        for name, data in files.items():
            made.writestr(name, data)
    assert "is no zip" in worded(errors(into(odell, out.getvalue()))["file"])


def test_what_unpacks_to_too_much_is_not_unpacked(odell, monkeypatch):
    monkeypatch.setattr("brasko.web.moving.into.MOST_JSON", 1000)
    bomb = io.BytesIO()
    with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as made:
        made.writestr("about.json", b" " * 100_000)
    refused = into(odell, bomb.getvalue())
    assert "too large" in worded(errors(refused)["file"])


@pytest.mark.parametrize("told", [None, 40.0, "low"])
def test_no_file_takes_poultry_or_ground_meat_below_its_figure(mara, odell, told):
    """Figures of the food-safety agency, as the core has them: 74 °C for poultry, 71 for ground meat. Whoever wrote the
    file, an end of the heat waits for the reading."""
    for cut, figure in (("chicken_breast", 73.9), ("burger_80_20", 71.1)):
        mara.start(mara.plan(cut=cut, thickness_mm=25.0, crust="light"), practice=True)
        file = out_of(mara)
        for name in ("plan_pieces.json", "pieces.json"):
            result = json.loads(files_of(file)[name])[0]["result"]
            file = changed(file, name, result=result | {"reading_c": told})
        assert into(odell, file).status_code in ((200,) if told != "low" else (200, 422))
        for piece in Piece.objects.filter(cook__owner=odell.user, cut=cut):
            assert needed_c(piece) >= figure - 0.1
        Plan.objects.all().delete()
        Cook.every.all().delete()


def test_no_file_takes_a_table_off_below_its_figure(mara, odell):
    """The same of a whole table: it is refused, for its order of work has the reading in it."""
    asked = table(dishes=[{"key": "thighs", "piece": {"cut": "chicken_thigh", "thickness_mm": 25.0}}])
    assert mara.call("POST", "/api/tables", asked).status_code == 201
    file = out_of(mara)
    told = json.loads(files_of(file)["tables.json"])[0]["told_json"]
    assert [w["least_c"] for w in told["work"] if w["least_c"] is not None] == [pytest.approx(73.9, abs=0.1)]
    assert into(odell, file).json()["added"]["tables"] == 1
    Table.objects.filter(owner=odell.user).delete()
    for least_c in (60.0, None):
        work = [w | {"least_c": w["least_c"] and least_c} for w in told["work"]]
        refused = into(odell, changed(file, "tables.json", told_json=told | {"work": work}))
        assert "below its figure" in worded(errors(refused)["file"])
    assert Table.objects.filter(owner=odell.user).count() == 0


def test_nothing_of_another_household_is_in_it(full, odell):
    odell.plan()
    odell.start()
    told = json.dumps(renumbered(out_of(full)), default=str)
    assert Table.objects.count() == TableMark.objects.count() == 0
    assert json.loads(files_of(out_of(full))["cooks.json"])[0]["id"] in {
        c.id for c in Cook.objects.filter(owner=full.user)
    }
    assert "odell" not in told
    assert len(json.loads(files_of(out_of(odell))["cooks.json"])) == 1
