"""What is wrong with a household's file: it is told with its row and nothing is kept, or all of it is shown."""

import io
import json
import os
import random
import sys
import tracemalloc
import zipfile
from collections.abc import Iterable
from pathlib import Path

import pytest
from examples import some_of
from household_files import SAMPLES, changed, files_of, furnished, into, out_of, packed, renumbered
from households import Visitor, errors
from pebble import ProcessPool
from test_whole_tables import table
from wording import worded

from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.reading import needed_c
from brasko.web.moving.apart import held_to
from brasko.web.plans.models import Plan
from brasko.web.tables.models import Table

sys.path.insert(0, str(Path(__file__).resolve().parents[2] / "tools"))
from mutations import ODD, mutated


@pytest.fixture
def full(mara: Visitor) -> Visitor:
    return furnished(mara)


def one_more(file: bytes, **other: str) -> bytes:
    """The first file of readings with a copy of its last line, some of it changed."""
    files = files_of(file)
    name = min(n for n in files if n.startswith("readings/"))
    head, *_, last = files[name].decode().splitlines()
    line = dict(zip(head.split(","), last.split(","), strict=True)) | other
    return packed(files | {name: files[name] + ",".join(line.values()).encode() + b"\r\n"})


BAD = {
    "no zip": (lambda file: b"PK but not really", "isn't a zip"),
    "cut short": (lambda file: file[: len(file) // 2], "isn't a zip"),
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
    "a habit that is none": (lambda file: changed(file, "figures.json", habit="flavour"), "no habit flavour"),
}  # fmt: skip


@pytest.mark.parametrize("what", some_of(BAD))
def test_a_file_that_is_damaged_says_where_and_nothing_is_kept(full, odell, what):
    spoil, said = BAD[what]
    before = out_of(odell)
    refused = into(odell, spoil(out_of(full)))
    assert refused.status_code == 422, refused.content
    assert said in worded(errors(refused)["file"])
    assert renumbered(out_of(odell)) == renumbered(before)


@pytest.mark.parametrize("seed", range(int(os.environ.get("BRASKO_SPOILT", "10"))))
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
    assert "isn't a zip" in worded(errors(into(odell, out.getvalue()))["file"])


def test_what_unpacks_to_too_much_is_not_unpacked(odell, monkeypatch):
    monkeypatch.setattr("brasko.web.moving.importer.MAX_JSON", 1000)
    bomb = io.BytesIO()
    with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as made:
        made.writestr("about.json", b" " * 100_000)
    refused = into(odell, bomb.getvalue())
    assert "too large" in worded(errors(refused)["file"])


def bomb(name: str, parts: Iterable[bytes]) -> bytes:
    """The sample with one file that goes on and on."""
    files, out = files_of((SAMPLES / "household-1.zip").read_bytes()), io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for other, data in files.items():
            if other != name:
                made.writestr(other, data)
        with made.open(name, "w") as part:
            for each in parts:
                part.write(each)
    return out.getvalue()


MB = 1024**2
BOMBS = {
    "rows of nothing": lambda: bomb("grills.json", [b"[", *(40 * [(MB // 3) * b"{},"]), b"{}]"]),
    "one row of rows": lambda: bomb("grills.json", [b"[[", *(40 * [(MB // 3) * b"{},"]), b"{}]]"]),
    "a name without end": lambda: bomb("grills.json", [b'[{"id":1,"name":"', *(40 * [MB * b"a"]), b'"}]']),
    "a number without end": lambda: bomb("grills.json", [b'[{"id":', *(40 * [MB * b"9"]), b"}]"]),
    "a list in a list in a list": lambda: bomb("grills.json", 40 * [MB * b"["]),
    "what it tells of itself": lambda: bomb("about.json", [b'{"format":"', *(40 * [MB * b"b"]), b'"}']),
    "a line without end": lambda: bomb(
        next(name for name in files_of((SAMPLES / "household-1.zip").read_bytes()) if name.startswith("readings/")),
        40 * [MB * b"1"],
    ),
}


@pytest.mark.parametrize("what", BOMBS)
def test_a_small_file_that_unpacks_to_a_large_one_takes_no_room(odell, what):
    """40 MB out of some 40 kB: no more of it is held than a row may have, whose 2 MB of text are 50 MB of empty
    rows (measured by tracemalloc). Kinds of such files: OWASP ASVS 4.0, 12.1.2 (from memory)."""
    file = BOMBS[what]()
    assert len(file) < MB
    before = renumbered(out_of(odell))
    tracemalloc.start()
    try:
        refused = into(odell, file)
        most = tracemalloc.get_traced_memory()[1]
    finally:
        tracemalloc.stop()
    assert refused.status_code == 422, refused.content
    assert most < 100 * MB
    assert renumbered(out_of(odell)) == before


def test_a_file_of_too_many_rows_is_refused(odell, monkeypatch):
    monkeypatch.setattr("brasko.web.moving.rows.MAX_ROWS", 1)
    file = (SAMPLES / "household-1.zip").read_bytes()
    said = worded(errors(into(odell, file))["file"])
    assert "zones.json" in said
    assert "too many rows" in said


def test_a_process_is_held_to_its_memory():
    """In a process of its own, for the limit is one of the process."""
    with ProcessPool(max_workers=1) as pool, pytest.raises(MemoryError):
        pool.schedule(_takes_too_much).result()


def _takes_too_much() -> None:
    with held_to(50 * MB):
        bytearray(8000 * MB)


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
