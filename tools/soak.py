"""A household under an hour of mishaps: readings and marks are sent without end while the server is killed at random, the
network drops, backups are taken, and now and then the disk is full or the clock jumps. At the end the books are compared:
whatever was acknowledged is there, once, and every backup restores.

BRASKO_SOAK_S=3600 python tools/soak.py      (not for continuous integration)
"""

import json
import os
import random
import resource
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
from contextlib import closing
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from pathlib import Path
from uuid import uuid4

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e")]

from server import Kitchen, Wire  # noqa: E402
from test_killed import Sender  # noqa: E402

LASTS_S = float(os.environ.get("BRASKO_SOAK_S", "3600"))
SEED = int(os.environ.get("BRASKO_SOAK_SEED", "1"))
EVERY_S = (2.0, 20.0)
"""How long between mishaps."""


@dataclass
class Books:
    """What was acknowledged, and what befell."""

    readings: set[int] = field(default_factory=set)
    marks: set[str] = field(default_factory=set)
    mishaps: dict[str, int] = field(default_factory=dict)
    backups: list[tuple[Path, set[int]]] = field(default_factory=list)
    """Beside each: the readings that were acknowledged before it began."""
    refused: int = 0

    def befell(self, what: str) -> None:
        self.mishaps[what] = self.mishaps.get(what, 0) + 1


class Household:
    """A household with one cook on the fire and a thermometer in it."""

    def __init__(self, sender: Sender) -> None:
        sender.call("GET", "/api/session")
        account = {"username": "soak", "password": "oak-and-cherry-9", "household": "Soaked"}
        sender.call("POST", "/api/accounts", account)
        soon = (datetime.now(UTC) + timedelta(hours=8)).isoformat()
        plan = sender.call("POST", "/api/plans", {"eat_at": soon, "pieces": [{"cut": "ribeye", "thickness_mm": 38.1}]})
        paired = sender.call("POST", "/api/thermometers", {"name": "Soaked"})
        self.token: str = paired["token"]
        how = {"practice": False, "thermometer_id": paired["thermometer"]["id"]}
        self.cook = sender.call("POST", f"/api/plans/{plan['id']}/start", how)
        self.piece = self.cook["pieces"][0]["id"]


def sends_readings(wire: Wire, home: Household, books: Books, over: threading.Event) -> None:
    sender, n, chance = Sender(wire), 0, random.Random(SEED)
    while not over.is_set():
        n += 1
        # now and then the clock of the device jumps
        jump = timedelta(hours=chance.choice([-3, 1])) if chance.random() < 0.02 else timedelta()
        at = (datetime.now(UTC) + jump).isoformat()
        told = [{"sequence": n, "at": at, "temp_c": 5.0 + n % 50}]
        try:
            answer = sender.until_answered("POST", "/api/device/readings", {"readings": told}, home.token)
            books.readings.update(answer["accepted"] + answer["duplicate"])
            books.refused += len(answer["refused"])
        except (urllib.error.HTTPError, AssertionError):
            books.refused += 1
        over.wait(0.1)


def sends_marks(home: Household, sender: Sender, books: Books, over: threading.Event) -> None:
    while not over.is_set():
        mark = {"client_id": str(uuid4()), "kind": "note", "text": "still burning"}
        try:
            sender.until_answered("POST", f"/api/cooks/{home.cook['id']}/events", mark)
            # a phone that did not hear the answer sends it again
            sender.until_answered("POST", f"/api/cooks/{home.cook['id']}/events", mark)
            books.marks.add(mark["client_id"])
        except (urllib.error.HTTPError, AssertionError):
            books.refused += 1
        over.wait(0.4)


def mishap(kitchen: Kitchen, wire: Wire, books: Books, chance: random.Random, folder: Path) -> None:
    """Something that befalls a server in a yard."""
    what = chance.choice(["killed", "killed", "network", "backup", "locked", "full"])
    books.befell(what)
    if what == "killed":
        kitchen.kill_server()
        time.sleep(chance.uniform(0.0, 2.0))
        kitchen.start_server()
    elif what == "network":
        wire.cut()
        time.sleep(chance.uniform(0.2, 3.0))
        wire.mend()
    elif what == "locked":
        # another process holds the store for a while
        with closing(sqlite3.connect(Path(kitchen.env["BRASKO_DB"]), timeout=30)) as db:
            db.execute("BEGIN IMMEDIATE")
            time.sleep(chance.uniform(0.5, 4.0))
            db.rollback()
    elif what == "full":
        # no file of the server may grow: every write fails as on a full disk
        assert kitchen.server is not None
        log = Path(kitchen.env["BRASKO_DB"] + "-wal")
        most = log.stat().st_size if log.exists() else 4096
        resource.prlimit(kitchen.server.pid, resource.RLIMIT_FSIZE, (most, resource.RLIM_INFINITY))
        time.sleep(chance.uniform(1.0, 5.0))
        resource.prlimit(kitchen.server.pid, resource.RLIMIT_FSIZE, (resource.RLIM_INFINITY,) * 2)
    else:
        kept, before = folder / f"kept-{len(books.backups)}.zip", set(books.readings)
        kitchen.manage("backup", str(kept))
        books.backups.append((kept, before))


def readings_of(db: sqlite3.Connection, home: Household) -> list[int]:
    """The numbers of the readings that a store has of the household's piece."""
    return [row[0] for row in db.execute("SELECT sequence FROM cooks_reading WHERE piece_id = ?", (home.piece,))]


def brought_back(kept: Path, before: set[int], home: Household) -> str | None:
    """What is wrong with a backup that is restored in an empty folder; None where it holds all that it must."""
    again = kept.with_suffix("")
    env = {name: value for name, value in os.environ.items() if name != "BRASKO_DB"} | {"BRASKO_VAR": str(again)}
    run = subprocess.run([sys.executable, ROOT / "manage.py", "restore", kept], env=env, capture_output=True)
    if run.returncode != 0:
        return f"{kept.name} does not restore: {run.stderr.decode()[-300:]}"
    with closing(sqlite3.connect(again / "brasko.sqlite3")) as db:
        lost = before - set(readings_of(db, home))
    return f"{kept.name} misses {len(lost)} readings that were acknowledged before it was begun" if lost else None


def compare(kitchen: Kitchen, home: Household, books: Books) -> list[str]:
    """What the store has, against what was acknowledged."""
    wrong = []
    with closing(sqlite3.connect(Path(kitchen.env["BRASKO_DB"]))) as db:
        readings = readings_of(db, home)
        marks = [row[0] for row in db.execute("SELECT client_id FROM cooks_event WHERE kind = 'note'")]
        sound = [row[0] for row in db.execute("PRAGMA integrity_check")]
    if lost := books.readings - set(readings):
        wrong.append(f"{len(lost)} readings were acknowledged and are lost, first {min(lost)}")
    if len(readings) != len(set(readings)) or len(marks) != len(set(marks)):
        wrong.append("something is there twice")
    if lost_marks := {m.replace("-", "") for m in books.marks} - {m.replace("-", "") for m in marks}:
        wrong.append(f"{len(lost_marks)} marks were acknowledged and are lost")
    if sound != ["ok"]:
        wrong.append(f"the store is damaged: {sound[0]}")
    return wrong


def main() -> int:
    chance, books, over = random.Random(SEED), Books(), threading.Event()
    with tempfile.TemporaryDirectory() as place:
        folder = Path(place)
        kitchen = Kitchen(folder / "kitchen")
        kitchen.manage("upgrade")
        kitchen.start_server()
        wire = Wire(kitchen)
        try:
            sender = Sender(wire)
            home = Household(sender)
            work = [
                threading.Thread(target=sends_readings, args=(wire, home, books, over)),
                threading.Thread(target=sends_marks, args=(home, sender, books, over)),
            ]
            for thread in work:
                thread.start()
            ends = time.monotonic() + LASTS_S
            while time.monotonic() < ends:
                time.sleep(min(chance.uniform(*EVERY_S), max(ends - time.monotonic(), 0.1)))
                mishap(kitchen, wire, books, chance, folder)
            over.set()
            for thread in work:
                thread.join(60)
            wrong = compare(kitchen, home, books)
        finally:
            over.set()
            wire.close()
            kitchen.stop()
        wrong += [said for kept, before in books.backups[-5:] if (said := brought_back(kept, before, home))]
    told = {
        "seconds": round(LASTS_S),
        "readings acknowledged": len(books.readings),
        "marks acknowledged": len(books.marks),
        "sent and refused": books.refused,
        "mishaps": books.mishaps,
        "backups brought back": min(len(books.backups), 5),
        "wrong": wrong,
    }
    print(json.dumps(told, indent=1))
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
