"""A backup that is one: whole under load, checked, never half written; a way back that changes nothing in doubt."""

import json
import shutil
import sqlite3
import stat
import threading
import zipfile
from contextlib import closing
from pathlib import Path

import pytest
from django.core.management import call_command
from django.core.management.base import CommandError

from brasko.web.machine.backup import ABOUT, FORMAT, STORE, NotKept, backup, problems, restore

KNOWN = frozenset({"yard.0001_initial"})


@pytest.fixture
def store(tmp_path: Path) -> Path:
    """A store as the application has it: readings, a write-ahead log, migrations."""
    made = tmp_path / "brasko.sqlite3"
    with closing(sqlite3.connect(made)) as db:
        db.executescript(
            """PRAGMA journal_mode = WAL;
            CREATE TABLE django_migrations (id INTEGER PRIMARY KEY, app TEXT, name TEXT);
            INSERT INTO django_migrations (app, name) VALUES ('yard', '0001_initial');
            CREATE TABLE reading (id INTEGER PRIMARY KEY, temp_c REAL);"""
        )
    return made


def readings(store: Path) -> int:
    with closing(sqlite3.connect(store)) as db:
        return db.execute("SELECT count(*) FROM reading").fetchone()[0]


class Writer:
    """A server that writes readings all the while; acknowledged counts what it was told is kept."""

    def __init__(self, store: Path) -> None:
        self.store, self.acknowledged, self._stop = store, 0, threading.Event()
        self._thread = threading.Thread(target=self._write)

    def _write(self) -> None:
        with closing(sqlite3.connect(self.store, timeout=30.0)) as db:
            db.execute("PRAGMA wal_autocheckpoint = 0")
            while not self._stop.is_set():
                with db:
                    db.execute("INSERT INTO reading (temp_c) VALUES (54.0)")
                self.acknowledged += 1

    def __enter__(self) -> "Writer":
        self._thread.start()
        while self.acknowledged < 200:
            pass
        return self

    def __exit__(self, *_: object) -> None:
        self._stop.set()
        self._thread.join()


def test_what_was_acknowledged_before_is_in_it_where_a_plain_copy_misses_it(store, tmp_path):
    with Writer(store) as writer:
        before = writer.acknowledged
        shutil.copy(store, tmp_path / "plain.sqlite3")
        backup(store, tmp_path / "kept.zip")
    with zipfile.ZipFile(tmp_path / "kept.zip") as file:
        file.extract(STORE, tmp_path / "out")
    assert problems(tmp_path / "out" / STORE) == []
    assert readings(tmp_path / "out" / STORE) >= before
    assert readings(tmp_path / "plain.sqlite3") < before


def test_only_its_owner_reads_it_and_it_says_what_it_is(store, tmp_path):
    told = backup(store, tmp_path / "kept.zip")
    assert stat.S_IMODE((tmp_path / "kept.zip").stat().st_mode) == 0o600
    with zipfile.ZipFile(tmp_path / "kept.zip") as file:
        about = json.loads(file.read(ABOUT))
    assert about["format"] == FORMAT
    assert about["migrations"] == ["yard.0001_initial"]
    assert about["sha256"] == told.sha256
    assert [p.name for p in tmp_path.iterdir() if p.name.startswith(".brasko")] == []


def test_a_damaged_store_is_not_kept_over_a_good_backup(store, tmp_path):
    backup(store, tmp_path / "kept.zip")
    good = (tmp_path / "kept.zip").read_bytes()
    with closing(sqlite3.connect(store)) as db:
        db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    raw = bytearray(store.read_bytes())
    raw[4096:8192] = b"\xff" * 4096
    store.write_bytes(raw)
    with pytest.raises(NotKept):
        backup(store, tmp_path / "kept.zip")
    assert (tmp_path / "kept.zip").read_bytes() == good


def test_it_is_put_back_under_load_and_what_was_there_is_kept(store, tmp_path):
    with closing(sqlite3.connect(store)) as db, db:
        db.executemany("INSERT INTO reading (temp_c) VALUES (?)", [(21.0,)] * 50)
    backup(store, tmp_path / "kept.zip")
    seen: list[str] = []
    with Writer(store) as writer:
        before = restore(store, tmp_path / "kept.zip", tmp_path / "copies", KNOWN)
        with closing(sqlite3.connect(store)) as db:
            seen += [row[0] for row in db.execute("PRAGMA integrity_check")]
        at_restore = writer.acknowledged
    assert seen == ["ok"]
    assert problems(store) == []
    with closing(sqlite3.connect(store)) as db:
        assert db.execute("SELECT count(*) FROM reading WHERE temp_c = 21.0").fetchone() == (50,)
    assert before is not None
    assert 50 < readings(before) <= 50 + at_restore


@pytest.mark.parametrize(
    "damage", ["nothing there", "no zip", "another zip", "cut off", "one byte", "newer", "no store"]
)
def test_what_is_no_backup_changes_nothing(store, tmp_path, damage):
    file = tmp_path / "kept.zip"
    backup(store, file)
    known = KNOWN
    if damage == "nothing there":
        file.unlink()
    elif damage == "no zip":
        file.write_text("a plan for tonight")
    elif damage == "another zip":
        with zipfile.ZipFile(file, "w") as made:
            made.writestr(ABOUT, json.dumps({"format": "brasko/meal@1"}))
    elif damage == "cut off":
        file.write_bytes(file.read_bytes()[:200])
    elif damage == "one byte":
        with zipfile.ZipFile(file) as made:
            about, raw = json.loads(made.read(ABOUT)), bytearray(made.read(STORE))
        raw[-1] ^= 1
        with zipfile.ZipFile(file, "w") as made:
            made.writestr(ABOUT, json.dumps(about))
            made.writestr(STORE, bytes(raw))
    elif damage == "no store":
        with zipfile.ZipFile(file, "w") as made:
            made.writestr(ABOUT, json.dumps({"format": FORMAT, "made_at": "", "sha256": "", "migrations": []}))
    else:
        known = frozenset()
    was = store.read_bytes()
    with pytest.raises(NotKept) as told:
        restore(store, file, tmp_path / "copies", known)
    assert str(file) in str(told.value)
    assert ("newer" in str(told.value)) == (damage == "newer")
    assert store.read_bytes() == was


def test_it_is_restored_where_nothing_was(store, tmp_path):
    backup(store, tmp_path / "kept.zip")
    elsewhere = tmp_path / "another machine" / "brasko.sqlite3"
    elsewhere.parent.mkdir()
    assert restore(elsewhere, tmp_path / "kept.zip", tmp_path / "copies", KNOWN) is None
    assert readings(elsewhere) == readings(store)


def test_commands_say_what_to_do(settings, tmp_path, capsys):
    settings.DATABASES["default"] = {**settings.DATABASES["default"], "NAME": str(tmp_path / "none.sqlite3")}
    with pytest.raises(CommandError, match="There is no store"):
        call_command("backup", str(tmp_path / "kept.zip"))
    with pytest.raises(CommandError, match="not sound"):
        call_command("check_store")
