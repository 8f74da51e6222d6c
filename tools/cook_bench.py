"""Beside the fire, measured: kitchens of a forecast, a reading until the forecast is told, fifty cooks on one server, six
hours in as many minutes."""

import json
import sqlite3
import statistics
import sys
import tempfile
import threading
import time
import urllib.request
from datetime import UTC, datetime, timedelta
from http.cookiejar import CookieJar
from pathlib import Path
from uuid import uuid4

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e"), str(ROOT / "tests" / "reference")]

from forecast_trial import readings_of, real_cook, scene, truths  # noqa: E402
from server import Kitchen  # noqa: E402

from brasko.core.forecast.kitchens import kitchens  # noqa: E402
from brasko.core.forecast.update import forecast_of  # noqa: E402

COOKS, SECONDS = 50, 60
SHOULDER = {"cut": "pork_shoulder", "thickness_mm": 105, "mass_g": 2600, "finish_c": 90.0, "salt": "just_before"}
LOOK_S = 10.0


def p95(values: list[float]) -> float:
    return statistics.quantiles(values, n=20)[-1]


def in_process() -> None:
    wish, _, so_far, _ = scene(1)
    begun = time.perf_counter()
    known = kitchens(wish, so_far)
    print(f"| ensemble of {known.members} simulated and fitted | {time.perf_counter() - begun:.2f} s |")
    truth = truths(1)[0]
    real, share = real_cook(1, truth)
    seen = readings_of(1, truth, real, share, 0.8 * real.duration_s, ("tip", "shaft", "edge", "air"))
    took = []
    for n in range(40, len(seen), max(len(seen) // 60, 1)):
        begun = time.perf_counter()
        forecast_of(known, seen[:n])
        took.append(1000.0 * (time.perf_counter() - begun))
    print(f"| a reading weighed, p95 | {p95(took):.0f} ms |")


class Caller:
    def __init__(self, base: str) -> None:
        self.base, self.jar = base, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.call("GET", "/api/session")
        self.call("POST", "/api/session/demo")

    def call(self, method: str, path: str, body: dict | None = None, token: str = "") -> dict:
        headers = {"Content-Type": "application/json", "Referer": self.base, "Origin": self.base}
        if token:
            headers["Authorization"] = f"Bearer {token}"
        for cookie in self.jar:
            if cookie.name == "csrftoken" and cookie.value:
                headers["X-CSRFToken"] = cookie.value
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(self.base + path, data, headers, method=method)
        with self.opener.open(request, timeout=60) as answer:
            return json.load(answer)

    def start(self, pieces: int, name: str) -> tuple[dict, list[str]]:
        tokens, ids = [], {}
        for n in range(pieces):
            paired = self.call("POST", "/api/thermometers", {"name": f"{name} {n}"})
            tokens.append(paired["token"])
            ids[n] = paired["thermometer"]["id"]
        eat_at = (datetime.now(UTC) + timedelta(hours=8)).isoformat()
        piece = {"cut": "strip", "thickness_mm": 38, "salt": "just_before"}
        plan = self.call("POST", "/api/plans", {"title": name, "eat_at": eat_at, "pieces": [piece] * pieces})
        cook = self.call("POST", f"/api/plans/{plan['id']}/start", {"practice": False, "thermometers": ids})
        for each in cook["pieces"]:
            deed = {"client_id": str(uuid4()), "kind": "done", "piece_id": each["id"], "task": "on"}
            self.call("POST", f"/api/cooks/{cook['id']}/events", deed)
        return cook, tokens


def send(caller: Caller, token: str, number: int, temp_c: float) -> None:
    row = {"sequence": number, "at": datetime.now(UTC).isoformat(), "temp_c": temp_c}
    caller.call("POST", "/api/device/readings", {"readings": [row]}, token)


def four_pieces(caller: Caller) -> None:
    cook, tokens = caller.start(4, "Four")
    path = f"/api/cooks/{cook['id']}/updates?after="
    update = caller.call("GET", path)
    while not all(o["end"] for o in update["outlooks"]):
        time.sleep(0.5)
        update = caller.call("GET", path + update["cursor"])
    took = []
    for n in range(120):
        begun = time.perf_counter()
        send(caller, tokens[n % 4], n, 5.0 + n * 0.02)
        update = caller.call("GET", path + update["cursor"])
        took.append(1000.0 * (time.perf_counter() - begun))
        time.sleep(0.05)
    print(
        f"| four pieces: reading sent until the forecast is told, median / p95 | {statistics.median(took):.0f} / {p95(took):.0f} ms |"
    )


def fifty_cooks(caller: Caller, kitchen: Kitchen) -> None:
    cooks = [caller.start(1, f"Cook {n}") for n in range(COOKS)]
    took: list[float] = []
    lock = threading.Lock()

    def probe(token: str) -> None:
        mine = []
        for n in range(SECONDS):
            due = begun + n
            time.sleep(max(due - time.perf_counter(), 0.0))
            sent = time.perf_counter()
            send(caller, token, n, 5.0 + n * 0.01)
            mine.append(1000.0 * (time.perf_counter() - sent))
        with lock:
            took.extend(mine)

    begun = time.perf_counter() + 1.0
    threads = [threading.Thread(target=probe, args=(tokens[0],)) for _, tokens in cooks]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    numbers = [cook["id"] for cook, _ in cooks]
    with sqlite3.connect(Path(kitchen.env["BRASKO_DB"])) as db:
        kept = db.execute(
            f"SELECT count(*) FROM cooks_reading WHERE cook_id IN ({','.join('?' * len(numbers))})", numbers
        ).fetchone()[0]
    print(f"| {COOKS} cooks, a reading every second for {SECONDS} s: kept of sent | {kept} of {COOKS * SECONDS} |")
    print(f"| the same: answer, median / p95 | {statistics.median(took):.0f} / {p95(took):.0f} ms |")


def resident_mb(kitchen: Kitchen) -> float:
    """Memory of the server and of what it started."""
    pids = [kitchen.server.pid]
    for pid in pids:
        pids += [int(p) for p in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]
    rows = (Path(f"/proc/{pid}/status").read_text() for pid in pids)
    return sum(int(line.split()[1]) for text in rows for line in text.splitlines() if line.startswith("VmRSS")) / 1024.0


def six_hours(caller: Caller, kitchen: Kitchen) -> None:
    """A practice cook of six hours, sixty times as fast: memory, answers, and how far the readings are behind."""
    kitchen.start_probe()
    eat_at = (datetime.now(UTC) + timedelta(hours=20)).isoformat()
    plan = caller.call("POST", "/api/plans", {"title": "Shoulder", "eat_at": eat_at, "pieces": [SHOULDER]})
    how = {"practice": True, "speed": 60, "hands": "plan"}
    cook = caller.call("POST", f"/api/plans/{plan['id']}/start", how)
    looks: list[tuple[float, float, float]] = []
    update = caller.call("GET", f"/api/cooks/{cook['id']}/updates?after=")
    on = next(e for e in cook["expected"] if e["key"] == "on")
    while update["ended_at"] is None:
        time.sleep(LOOK_S)
        begun = time.perf_counter()
        update = caller.call("GET", f"/api/cooks/{cook['id']}/updates?after={update['cursor']}")
        took = 1000.0 * (time.perf_counter() - begun)
        if update["outlooks"] and update["readings"] and update["ended_at"] is None:
            clock = update["clock"]
            here = datetime.fromisoformat(clock["server_at"]) - datetime.fromisoformat(clock["real_at"])
            now = datetime.fromisoformat(clock["cook_at"]) + here * clock["speed"]
            last = max(datetime.fromisoformat(r["at"]) for r in update["readings"])
            looks.append((took, (now - last).total_seconds() / clock["speed"], resident_mb(kitchen)))
    whole = datetime.fromisoformat(update["ended_at"]) - datetime.fromisoformat(on["start_at"])
    quarter = len(looks) // 4
    print(f"| one cook of {whole.total_seconds() / 3600.0:.1f} h at 60 times its speed | {len(looks)} looks |")
    for name, some in (("first", looks[:quarter]), ("last", looks[-quarter:])):
        took, behind, memory = (statistics.median(each) for each in zip(*some, strict=True))
        print(
            f"| its {name} quarter: answer / readings behind / memory | {took:.0f} ms / {behind:.1f} s / {memory:.0f} MB |"
        )


def main() -> None:
    print("| what | measured |\n| --- | --- |")
    in_process()
    with tempfile.TemporaryDirectory() as folder:
        kitchen = Kitchen(Path(folder))
        kitchen.manage("migrate", "--no-input")
        kitchen.manage("seed_demo")
        kitchen.start_server()
        try:
            caller = Caller(kitchen.base)
            four_pieces(caller)
            six_hours(caller, kitchen)
            fifty_cooks(caller, kitchen)
        finally:
            kitchen.stop()


if __name__ == "__main__":
    main()
