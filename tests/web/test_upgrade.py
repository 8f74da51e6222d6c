"""A store is brought up to date behind a copy, and the health answer tells what is wrong with it. Cases of our own."""

import sqlite3
from pathlib import Path

import pytest
from django.db import OperationalError, connection

from brasko.web.config import health
from brasko.web.machine.upgrade import COPIES_KEPT, UpgradeFailed, copied, upgraded


@pytest.fixture
def store(tmp_path) -> Path:
    file = tmp_path / "brasko.sqlite3"
    with sqlite3.connect(file) as db:
        db.executescript(
            "PRAGMA journal_mode=WAL; CREATE TABLE cooks (title TEXT); INSERT INTO cooks VALUES ('Ribeye');"
        )
    db.close()
    return file


def titles(file: Path) -> list[str]:
    db = sqlite3.connect(file)
    found = [row[0] for row in db.execute("SELECT title FROM cooks")]
    db.close()
    return found


def write(file: Path, statement: str) -> None:
    with sqlite3.connect(file) as db:
        db.execute(statement)
    db.close()


def test_a_copy_is_made_before_anything_changes(store, tmp_path):
    copy = upgraded(store, tmp_path / "copies", 2, lambda: write(store, "DELETE FROM cooks"))
    assert titles(store) == []
    assert titles(copy) == ["Ribeye"]
    assert (copy.stat().st_mode & 0o777, copy.parent.stat().st_mode & 0o777) == (0o600, 0o700)


def test_where_it_fails_the_store_is_as_it_was(store, tmp_path):
    def half_way() -> None:
        write(store, "DELETE FROM cooks")
        raise RuntimeError("no such column")

    with pytest.raises(UpgradeFailed, match=r"no such column. The store is as it was"):
        upgraded(store, tmp_path / "copies", 1, half_way)
    assert titles(store) == ["Ribeye"]


def test_nothing_is_copied_where_nothing_is_to_do(store, tmp_path):
    assert upgraded(store, tmp_path / "copies", 0, lambda: pytest.fail("nothing to do")) is None
    assert not (tmp_path / "copies").exists()
    ran = []
    assert upgraded(tmp_path / "new.sqlite3", tmp_path / "copies", 3, lambda: ran.append(1)) is None
    assert ran == [1]


def test_a_copy_of_a_store_in_use_is_whole_and_only_a_few_are_kept(store, tmp_path):
    """A plain copy misses what is still in the write-ahead log."""
    open_ = sqlite3.connect(store)
    open_.execute("PRAGMA wal_autocheckpoint=0")
    open_.execute("INSERT INTO cooks VALUES ('Strip')")
    open_.commit()
    for _ in range(COPIES_KEPT + 2):
        last = copied(store, tmp_path / "copies")
    assert titles(last) == ["Ribeye", "Strip"]
    assert len(list((tmp_path / "copies").iterdir())) == COPIES_KEPT
    open_.close()


@pytest.mark.django_db
def test_health_is_well_or_says_what_is_wrong(client, monkeypatch):
    assert client.get("/healthz").json()["status"] == "well"
    monkeypatch.setattr(health, "MIN_FREE", 10**18)
    assert client.get("/healthz").status_code == 507
    monkeypatch.setattr(health, "MIN_FREE", 0)

    def readonly(*_: object, **__: object):
        raise OperationalError("attempt to write a readonly database")

    monkeypatch.setattr(connection, "cursor", readonly)
    answer = client.get("/healthz")
    assert (answer.status_code, answer.json()["type"]) == (503, "urn:brasko:read-only")


@pytest.mark.django_db
def test_health_tells_a_store_of_an_older_version(client, monkeypatch):
    monkeypatch.setattr(health, "_up_to_date", set())
    monkeypatch.setattr(health.MigrationExecutor, "migration_plan", lambda *_: [("a step", False)])
    answer = client.get("/healthz")
    assert (answer.status_code, answer.json()["type"]) == (503, "urn:brasko:unmigrated")


def test_addresses_of_the_api_that_are_none_are_problems(client, db):
    answer = client.get("/api/nowhere")
    assert (answer.status_code, answer["Content-Type"]) == (404, "application/problem+json")
    assert client.get("/yard.crt").status_code == 404
    for name in ("Content-Security-Policy", "X-Frame-Options", "X-Content-Type-Options", "Referrer-Policy"):
        assert name in answer.headers


def test_whoever_watches_over_the_machine_asks_on_it_by_no_name(client, db, settings):
    settings.ALLOWED_HOSTS = ["grill.example"]
    for path in ("/healthz", "/readyz"):
        assert client.get(path, headers={"host": "127.0.0.1:8000"}).json().get("type") != "urn:brasko:unknown-host"
    assert client.get("/api/session", headers={"host": "127.0.0.1:8000"}).json()["type"] == "urn:brasko:unknown-host"


def test_a_name_that_this_server_does_not_have_is_refused(client, db):
    """Else a stranger's page could speak to it by a name of its own (DNS rebinding)."""
    for path in ("/api/session", "/", "/healthz"):
        answer = client.get(path, headers={"host": "elsewhere.example"})
        assert (answer.status_code, answer["Content-Type"]) == (400, "application/problem+json")
