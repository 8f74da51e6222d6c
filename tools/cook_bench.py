"""Beside the fire, measured, in under six minutes: kitchens of a forecast, a reading until the forecast is told, fifty
cooks on one server, people who preview and save meanwhile, and a cook of hours at sixty times its speed. It prints as
it goes."""

import http.client
import json
import sqlite3
import statistics
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from http.cookiejar import CookieJar
from pathlib import Path
from uuid import uuid4

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e"), str(ROOT / "tests" / "reference")]

from forecast_trial import readings_of, real_cook, scene, truths  # noqa: E402
from server import Kitchen  # noqa: E402

from brasko.core.forecast.ensemble import ensemble  # noqa: E402
from brasko.core.forecast.update import forecast_of  # noqa: E402

COOKS, SECONDS = 50, 15
LONG = {"cut": "tri_tip", "thickness_mm": 30, "mass_g": 600, "finish_c": 57.0, "salt": "just_before"}
"""A cook of about an hour, so that sixty times its speed fits into the time there is."""
SHOULDER = {
    "cut": "pork_shoulder",
    "thickness_mm": 130,
    "mass_g": 2800,
    "finish_c": 93.0,
    "method": "low_and_slow",
    "crust": "none",
    "wrap": "foil",
}
LOOK_S = 5.0
CLIENTS = 20


def say(line: str) -> None:
    print(line, flush=True)


def p95(values: list[float]) -> float:
    return statistics.quantiles(values, n=20)[-1]


def in_process() -> None:
    spec, _, so_far, _ = scene(1)
    begun = time.perf_counter()
    known = ensemble(spec, so_far)
    say(f"| ensemble of {known.members} simulated and fitted | {time.perf_counter() - begun:.2f} s |")
    truth = truths(1)[0]
    real, share = real_cook(1, truth)
    seen = readings_of(1, truth, real, share, 0.8 * real.duration_s, ("tip", "shaft", "edge", "air"))
    took = []
    for n in range(40, len(seen), max(len(seen) // 60, 1)):
        begun = time.perf_counter()
        forecast_of(known, seen[:n])
        took.append(1000.0 * (time.perf_counter() - begun))
    say(f"| a reading weighed, p95 | {p95(took):.0f} ms |")


class Caller:
    def __init__(self, base: str, name: str = "") -> None:
        """A browser: of the demo household, or of a new one."""
        self.base, self.jar = base, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.call("GET", "/api/session")
        if name:
            self.call("POST", "/api/accounts", {"username": name, "password": "charcoal-and-oak", "household": name})
        else:
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
    say(
        f"| four pieces: reading sent until the forecast is told, median / p95 | {statistics.median(took):.0f} "
        f"/ {p95(took):.0f} ms |"
    )


class Probes:
    """Leave-in probes that post a reading every second for a while, each over a connection that it keeps."""

    def __init__(self, base: str, tokens: list[str], first: int, apart: bool) -> None:
        self.host, self.tokens, self.first, self.apart = base.removeprefix("http://"), tokens, first, apart
        self.took: list[float] = []
        self.lock = threading.Lock()

    def run(self, seconds: int) -> list[float]:
        """How long each answer took [ms]: all at once at every full second, or spread over it."""
        begun = time.perf_counter() + 1.0
        threads = [
            threading.Thread(target=self._probe, args=(n, token, begun, seconds)) for n, token in enumerate(self.tokens)
        ]
        for each in threads:
            each.start()
        for each in threads:
            each.join()
        return self.took

    def _probe(self, place: int, token: str, begun: float, seconds: int) -> None:
        connection = http.client.HTTPConnection(self.host, timeout=60)
        headers = {"Content-Type": "application/json", "Authorization": f"Bearer {token}"}
        mine = []
        for n in range(seconds):
            due = begun + n + (place / len(self.tokens) if self.apart else 0.0)
            time.sleep(max(due - time.perf_counter(), 0.0))
            row = {"sequence": self.first + n, "at": datetime.now(UTC).isoformat(), "temp_c": 5.0 + n * 0.01}
            sent = time.perf_counter()
            connection.request("POST", "/api/device/readings", json.dumps({"readings": [row]}), headers)
            answer = connection.getresponse()
            answer.read()
            assert answer.status == 200, answer.status
            mine.append(1000.0 * (time.perf_counter() - sent))
        with self.lock:
            self.took += mine


def fifty_cooks(kitchen: Kitchen) -> None:
    """A household each; their probes spread over the second, all in the same moment, and with twenty people
    planning."""
    begun = time.perf_counter()
    homes = [Caller(kitchen.base, f"home-{n}") for n in range(COOKS)]
    cooks = [home.start(1, f"Cook {n}") for n, home in enumerate(homes)]
    tokens = [tokens[0] for _, tokens in cooks]
    say(f"| {COOKS} households with a cook each, made in | {time.perf_counter() - begun:.0f} s |")
    for name, first, apart in (("spread over the second", 0, True), ("all in the same moment", 1000, False)):
        took = Probes(kitchen.base, tokens, first, apart).run(SECONDS)
        say(
            f"| {COOKS} cooks, a reading each second, {name}: answer, median / p95 | "
            f"{statistics.median(took):.0f} / {p95(took):.0f} ms |"
        )
    alone = watched(kitchen.base, homes[:CLIENTS], lambda: time.sleep(SECONDS))
    say(
        f"| {CLIENTS} people move a slider: {len(alone.previews)} previews, median / p95 | "
        f"{statistics.median(alone.previews):.0f} / {p95(alone.previews):.0f} ms |"
    )
    say(
        f"| the health answer meanwhile, median / p95 | {statistics.median(alone.health):.0f} / "
        f"{p95(alone.health):.0f} ms |"
    )
    probes = Probes(kitchen.base, tokens, 2000, True)
    busy = watched(kitchen.base, homes[:CLIENTS], lambda: probes.run(SECONDS))
    say(
        f"| {COOKS} cooks and {CLIENTS} people who move a slider: a reading's answer, median / p95 | "
        f"{statistics.median(probes.took):.0f} / {p95(probes.took):.0f} ms |"
    )
    say(f"| both: the health answer, median / p95 | {statistics.median(busy.health):.0f} / {p95(busy.health):.0f} ms |")
    say(
        f"| both: {len(busy.previews)} previews, median / p95; refused until later | "
        f"{statistics.median(busy.previews):.0f} / {p95(busy.previews):.0f} ms; {busy.refused + alone.refused} "
        f"|"
    )
    savers = [threading.Thread(target=save_shoulders, args=(home,)) for home in homes[-4:]]
    for each in savers:
        each.start()
    took = Probes(kitchen.base, tokens[:10], 3000, True).run(SECONDS)
    for each in savers:
        each.join()
    say(
        f"| four plans of four unlike shoulders at once: a reading's answer, p95 / longest | {p95(took):.0f} / "
        f"{max(took):.0f} ms |"
    )
    with sqlite3.connect(Path(kitchen.env["BRASKO_DB"])) as db:
        kept = db.execute(
            f"SELECT count(*) FROM cooks_reading WHERE cook_id IN ({','.join('?' * COOKS)})",
            [c["id"] for c, _ in cooks],
        ).fetchone()[0]
    say(f"| readings kept of those answered | {kept} of {3 * COOKS * SECONDS + 10 * SECONDS} |")


@dataclass
class Busy:
    """What was seen while people planned: answers [ms], and how many were told to come later."""

    previews: list[float] = field(default_factory=list)
    health: list[float] = field(default_factory=list)
    refused: int = 0


def watched(base: str, people: list[Caller], meanwhile: Callable[[], object]) -> Busy:
    """Have people move sliders, and look whether the server is well, while something goes on."""
    seen, over = Busy(), threading.Event()
    threads = [threading.Thread(target=preview, args=(each, over, seen)) for each in people]
    threads.append(threading.Thread(target=look, args=(base, over, seen.health)))
    for each in threads:
        each.start()
    meanwhile()
    over.set()
    for each in threads:
        each.join()
    return seen


def preview(home: Caller, over: threading.Event, seen: Busy) -> None:
    """Somebody who moves the slider of thickness."""
    n = 0
    while not over.is_set():
        n += 1
        piece = {"cut": "ribeye", "thickness_mm": 30.0 + n % 20, "crust": "light"}
        begun = time.perf_counter()
        try:
            home.call("POST", "/api/plans/preview", {"pieces": [piece], "quick": True})
        except urllib.error.HTTPError as exc:
            if exc.code != 429:
                raise
            seen.refused += 1
            time.sleep(1.0)
            continue
        seen.previews.append(1000.0 * (time.perf_counter() - begun))


def look(base: str, over: threading.Event, took: list[float]) -> None:
    while not over.is_set():
        begun = time.perf_counter()
        urllib.request.urlopen(f"{base}/healthz", timeout=30).read()
        took.append(1000.0 * (time.perf_counter() - begun))
        time.sleep(0.2)


def save_shoulders(home: Caller) -> None:
    eat_at = (datetime.now(UTC) + timedelta(hours=30)).isoformat()
    pieces = [{**SHOULDER, "thickness_mm": 110 + 5 * n} for n in range(4)]
    home.call("POST", "/api/plans", {"title": "Big", "eat_at": eat_at, "pieces": pieces})


def resident_mb(kitchen: Kitchen) -> float:
    """Memory of the server and of what it started."""
    pids = [kitchen.server.pid]
    for pid in pids:
        pids += [int(p) for p in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]
    rows = (Path(f"/proc/{pid}/status").read_text() for pid in pids)
    return sum(int(line.split()[1]) for text in rows for line in text.splitlines() if line.startswith("VmRSS")) / 1024.0


def for_hours(caller: Caller, kitchen: Kitchen) -> None:
    """A practice cook of hours, sixty times as fast: memory, answers, and how far the readings are behind."""
    kitchen.start_probe()
    eat_at = (datetime.now(UTC) + timedelta(hours=20)).isoformat()
    plan = caller.call("POST", "/api/plans", {"title": "Long", "eat_at": eat_at, "pieces": [LONG]})
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
    say(f"| one cook of {whole.total_seconds() / 3600.0:.1f} h at 60 times its speed | {len(looks)} looks |")
    for name, some in (("first", looks[:quarter]), ("last", looks[-quarter:])):
        took, behind, memory = (statistics.median(each) for each in zip(*some, strict=True))
        say(
            f"| its {name} quarter: answer / readings behind / memory | {took:.0f} ms / {behind:.1f} s / "
            f"{memory:.0f} MB |"
        )


def main() -> None:
    say("| what | measured |\n| --- | --- |")
    only_load = "load" in sys.argv[1:]
    if not only_load:
        in_process()
    with tempfile.TemporaryDirectory() as folder:
        kitchen = Kitchen(Path(folder))
        kitchen.manage("migrate", "--no-input")
        kitchen.manage("seed_demo")
        kitchen.start_server()
        try:
            caller = Caller(kitchen.base)
            if not only_load:
                four_pieces(caller)
                for_hours(caller, kitchen)
            fifty_cooks(kitchen)
        finally:
            kitchen.stop()


if __name__ == "__main__":
    main()
