"""A server that is killed at any moment, and a network that drops, repeats and reorders: the record equals what was
sent."""

import json
import os
import random
import sqlite3
import threading
import time
import urllib.error
import urllib.request
from datetime import UTC, datetime, timedelta
from http.cookiejar import CookieJar
from pathlib import Path
from uuid import uuid4

import pytest
from server import Kitchen

KILLS = int(os.environ.get("BRASKO_KILLS", "2"))
"""`make fault-test` asks for fifty."""


class Sender:
    """Sends until it is answered, as a probe and a phone do."""

    def __init__(self, kitchen: Kitchen) -> None:
        self.kitchen, self.jar = kitchen, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def call(self, method: str, path: str, body: dict | None = None, token: str = "") -> dict:
        base = self.kitchen.base
        headers = {"Content-Type": "application/json", "Referer": base, "Origin": base}
        if token:
            headers["Authorization"] = f"Bearer {token}"
        for cookie in self.jar:
            if cookie.name == "csrftoken" and cookie.value:
                headers["X-CSRFToken"] = cookie.value
        data = None if body is None else json.dumps(body).encode()
        with self.opener.open(urllib.request.Request(base + path, data, headers, method=method), timeout=20) as answer:
            return json.load(answer)

    def until_answered(self, method: str, path: str, body: dict, token: str = "") -> dict:
        for _ in range(600):
            try:
                return self.call(method, path, body, token)
            except urllib.error.HTTPError as exc:
                if exc.code < 500:
                    raise
            except OSError:
                pass
            time.sleep(0.05)
        raise AssertionError("no answer in half a minute")


class Killing(threading.Thread):
    """Kills the server so much later, while something is on its way, and starts it again."""

    def __init__(self, kitchen: Kitchen | None, after_s: float) -> None:
        super().__init__()
        self.kitchen, self.after_s = kitchen, after_s

    def run(self) -> None:
        if self.kitchen is None:
            return
        time.sleep(self.after_s)
        self.kitchen.kill_server()
        self.kitchen.start_server()


@pytest.fixture
def own_kitchen(tmp_path, seeded):
    kitchen = Kitchen(tmp_path)
    kitchen.furnish(seeded)
    kitchen.start_server()
    yield kitchen
    kitchen.stop()


@pytest.mark.long
def test_what_was_sent_is_what_is_kept(own_kitchen):
    dice = random.Random(7)
    sender = Sender(own_kitchen)
    sender.call("GET", "/api/session")
    sender.call("POST", "/api/session/demo")
    paired = sender.call("POST", "/api/thermometers", {"name": "Leave-in"})
    eat_at = (datetime.now(UTC) + timedelta(hours=6)).isoformat()
    plan = sender.call(
        "POST", "/api/plans", {"title": "Killed", "eat_at": eat_at, "pieces": [{"cut": "strip", "thickness_mm": 32}]}
    )
    started = sender.call(
        "POST", f"/api/plans/{plan['id']}/start", {"practice": False, "thermometer_id": paired["thermometer"]["id"]}
    )
    cook = started["id"]
    began = datetime.fromisoformat(started["started_at"])

    truth = {n: round(4.0 + n * 0.05 + dice.gauss(0.0, 0.2), 2) for n in range(KILLS * 16)}
    notes: dict[str, str] = {}
    pending = list(truth)
    dice.shuffle(pending)
    kills, killing = 0, Killing(None, 0.0)
    killing.start()
    while pending:
        some = [pending.pop() for _ in range(min(dice.randint(1, 6), len(pending)))]
        rows = [
            {"sequence": n, "at": (began + timedelta(milliseconds=n)).isoformat(), "temp_c": truth[n]} for n in some
        ]
        rows += [dict(dice.choice(rows)) for _ in range(dice.randint(0, 3))]
        dice.shuffle(rows)
        dropped = dice.random() < 0.15
        if dropped:
            pending = [*some, *pending]
        if kills < KILLS and dice.random() < 0.6:
            killing.join()
            killing = Killing(own_kitchen, dice.uniform(0.0, 0.08))
            killing.start()
            kills += 1
        if not dropped:
            sender.until_answered("POST", "/api/device/readings", {"readings": rows}, paired["token"])
        if dice.random() < 0.5:
            deed = {"client_id": str(uuid4()), "kind": "note", "text": f"note {len(notes)}"}
            notes[deed["client_id"]] = deed["text"]
            for _ in range(dice.randint(1, 3)):
                sender.until_answered("POST", f"/api/cooks/{cook}/events", deed)
    killing.join()
    assert kills == KILLS
    with sqlite3.connect(Path(own_kitchen.env["BRASKO_DB"])) as db:
        kept = dict(db.execute("SELECT sequence, temp_c FROM cooks_reading WHERE cook_id = ?", [cook]).fetchall())
        count = db.execute("SELECT count(*) FROM cooks_reading WHERE cook_id = ?", [cook]).fetchone()[0]
        told = db.execute("SELECT payload FROM cooks_event WHERE cook_id = ? AND kind = 'note'", [cook]).fetchall()
    assert kept == truth
    assert count == len(truth)
    assert sorted(json.loads(row[0])["text"] for row in told) == sorted(notes.values())
