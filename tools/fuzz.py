"""Nonsense of two kinds against a real server with a signed-in household: none of it may be answered with a 5xx.

`make fuzz` sends 20,000 requests of our own making, mutations of bodies that are right, and has schemathesis make more
from the published description. BRASKO_FUZZ sets how many; the seed is fixed, so that a run can be run again.
"""

import http.client
import json
import os
import random
import subprocess
import sys
import tempfile
import threading
import time
from collections import Counter
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e"), str(ROOT / "tools")]

from mutations import RAW, mutated  # noqa: E402
from server import Kitchen  # noqa: E402

REQUESTS = int(os.environ.get("BRASKO_FUZZ", "20000"))
SEED, THREADS = 20_301, 4
EXAMPLES = max(2, REQUESTS // 400)
"""What schemathesis makes of each operation, and so about as many again in all."""
NEVER = {"sign_out", "enter_demo", "sign_in", "sign_up", "end_session"}
"""Calls that would end the session, or are slow on purpose."""


class Household:
    """Signed in, with something of everything."""

    def __init__(self, port: int) -> None:
        self.port, self.cookies, self.local = port, {}, threading.local()
        self.call("GET", "/api/session")
        self.call("POST", "/api/session/demo")
        eat_at = (datetime.now(UTC) + timedelta(hours=8)).isoformat()
        self.piece = {
            "cut": "ribeye",
            "thickness_mm": 38.0,
            "mass_g": 450.0,
            "finish_c": 57.0,
            "method": "low_then_sear",
            "fire": "gas",
            "crust": "light",
            "flip_every_s": 60.0,
            "count": 2,
        }
        plan = self.call(
            "POST",
            "/api/plans",
            {"eat_at": eat_at, "pieces": [{"cut": "skirt", "thickness_mm": 12.0, "method": "direct", "crust": "none"}]},
        )
        cook = self.call("POST", f"/api/plans/{plan['id']}/start", {"practice": True})
        paired = self.call("POST", "/api/thermometers", {"name": "Fuzzed"})
        self.token = paired["token"]
        setup = {"grill": {"like": "kettle"}, "charcoal": {"layout": "half", "mass_kg": 1.6}}
        look = {"setup": setup, "pieces": [{"key": "a", "x_mm": 0.0, "y_mm": 50.0}], "pans": []}
        client_id = "11111111-1111-4111-8111-111111111111"
        plan_id, cook_id, piece_id = plan["id"], cook["id"], cook["pieces"][0]["id"]
        thermometer = paired["thermometer"]["id"]
        grill = self.call("POST", "/api/grills", {"name": "Fuzzed", "spec": {"like": "kettle"}})["id"]
        anchored = {"pieces": [self.piece], "anchor": {"what": "eat", "at": eat_at}, "quick": True}
        self.bodies: list[tuple[str, str, Any]] = [
            ("POST", "/api/plans/preview", anchored),
            (
                "POST",
                "/api/plans/preview",
                {
                    "pieces": [
                        {
                            **self.piece,
                            "own_fire": {
                                "name": "Mine",
                                "setup": setup,
                                "gentle": {"x_mm": 100.0, "y_mm": 0.0},
                                "sear": {"x_mm": -100.0, "y_mm": 0.0},
                            },
                            "fire": None,
                        }
                    ],
                    "quick": True,
                },
            ),
            ("POST", "/api/plans/pick", {"cut": "strip", "thickness_mm": 30.0, "eat_at": eat_at}),
            ("POST", "/api/plans/school", {"piece": self.piece, "key": "temper"}),
            ("POST", "/api/plans/choices", {"pieces": [self.piece], "table": {"eaters": 2}}),
            (
                "POST",
                "/api/plans/details",
                {
                    "pieces": [self.piece],
                    "table": {"eaters": 2, "wishes": [{"name": "Wren", "finish_c": 55.0}]},
                    "late_min": 30.0,
                },
            ),
            (
                "POST",
                "/api/plans/burger",
                {
                    "bun_mm": 105.0,
                    "thickness_mm": 19.0,
                    "fat_share": 0.2,
                    "lean_fat": 0.07,
                    "rich_fat": 0.3,
                    "patties": 4,
                },
            ),
            ("POST", "/api/plans", {"eat_at": eat_at, "pieces": [self.piece], "table": {"eaters": 2}}),
            ("PUT", f"/api/plans/{plan_id}", {"eat_at": eat_at, "pieces": [self.piece]}),
            ("POST", "/api/plans/import", {"format": "brasko/meal@1", "eat_at": eat_at, "pieces": [self.piece]}),
            ("POST", f"/api/plans/{plan_id}/start", {"practice": True, "speed": 10, "thermometers": {}}),
            (
                "POST",
                f"/api/cooks/{cook_id}/events",
                {"client_id": client_id, "kind": "done", "task": "on", "piece_id": piece_id},
            ),
            (
                "POST",
                f"/api/cooks/{cook_id}/events",
                {
                    "client_id": client_id,
                    "kind": "reading",
                    "temp_c": 50.0,
                    "source": "hand",
                    "piece_id": piece_id,
                    "at": eat_at,
                },
            ),
            (
                "POST",
                f"/api/cooks/{cook_id}/events",
                {
                    "client_id": client_id,
                    "kind": "pull",
                    "pull_c": 50.0,
                    "sear_more_s": 30.0,
                    "hold_more_s": 60.0,
                    "piece_id": piece_id,
                },
            ),
            ("PUT", f"/api/cooks/{cook_id}/speed", {"speed": 60}),
            ("PUT", f"/api/cooks/{cook_id}/hands", {"hands": "plan"}),
            ("PUT", f"/api/cooks/{cook_id}/rating", {"stars": 4, "note": "Good"}),
            ("POST", f"/api/cooks/{cook_id}/pieces/{piece_id}/surface", {"temp_c": 260.0}),
            ("POST", f"/api/cooks/{cook_id}/pieces/{piece_id}/ask", {"source": "hand"}),
            ("POST", "/api/fire/look", look),
            ("POST", "/api/fire/food", look),
            ("POST", "/api/fire/course", {"setup": setup, "hours": 3.0}),
            ("POST", "/api/fire/set", {"setup": setup, "wanted_c": 120.0}),
            ("POST", "/api/fire/advise", {"setup": setup, "wished": {"gentle_c": 115.0, "sear_c": 280.0}}),
            ("POST", "/api/grills", {"name": "G", "spec": {"like": "gas_3"}}),
            (
                "POST",
                "/api/pans",
                {"name": "P", "like": "skillet", "width_mm": 260.0, "depth_mm": 260.0, "heat_j_k": 1060.0},
            ),
            (
                "POST",
                "/api/fires",
                {
                    "name": "F",
                    "setup": setup,
                    "gentle": {"x_mm": 100.0, "y_mm": 0.0},
                    "sear": {"x_mm": -100.0, "y_mm": 0.0},
                },
            ),
            ("POST", "/api/thermometers", {"name": "T", "kind": "hand"}),
            ("PUT", f"/api/thermometers/{thermometer}/name", {"name": "T"}),
            ("POST", f"/api/thermometers/{thermometer}/checks", {"kind": "ice", "read_c": 0.4, "altitude_m": 100.0}),
            (
                "POST",
                f"/api/thermometers/{thermometer}/checks/try",
                {"kind": "boiling", "read_c": 99.0, "altitude_m": 100.0},
            ),
            ("POST", f"/api/thermometers/{thermometer}/put-right", {"since": eat_at}),
            ("POST", "/api/tables/preview", {"table": self.table(eat_at), "quick": True}),
            ("POST", "/api/tables", self.table(eat_at)),
            (
                "POST",
                "/api/lab/experiments",
                {
                    "format": "brasko/experiment@1",
                    "title": "E",
                    "variants": [{"name": "A", "piece": {"cut": "ribeye", "thickness_mm": 38.1}}],
                },
            ),
            ("POST", "/api/practice/feel/palm", {"seed": 1, "answers": [0, 1]}),
            ("PUT", f"/api/grills/{grill}", {"name": "G", "spec": {"like": "gas_3"}}),
            ("PATCH", "/api/preferences", {"name": "F", "units": "us", "scale": "home", "scheme": "dark"}),
            (
                "POST",
                "/api/device/readings",
                {
                    "readings": [
                        {"sequence": 1, "at": eat_at, "temp_c": 20.0, "channel": "tip", "battery": 0.5, "piece": 1}
                    ],
                    "cook": cook_id,
                },
            ),
        ]
        self.looks = [
            f"/api/cooks/{cook_id}/updates?after=",
            "/api/cooks?running=",
            "/api/yard/true?altitude_m=",
            "/api/reach?path=",
            "/api/plans/",
            "/api/cooks/",
            "/healthz?",
            "/api/cooks/1/stream/?after=",
        ]

    @staticmethod
    def table(eat_at: str) -> dict[str, Any]:
        """A small table."""
        return {
            "format": "brasko/meal@2",
            "title": "T",
            "eat_at": eat_at,
            "eaters": 2,
            "people": [{"key": "ada", "name": "Ada"}],
            "fires": [{"key": "row", "fire": "gas"}],
            "dishes": [{"key": "steak", "piece": {"cut": "ribeye", "thickness_mm": 38, "count": 2}}],
        }

    @property
    def headers(self) -> dict[str, str]:
        base = f"http://127.0.0.1:{self.port}"
        cookie = "; ".join(f"{k}={v}" for k, v in self.cookies.items())
        return {"Cookie": cookie, "X-CSRFToken": self.cookies.get("csrftoken", ""), "Referer": base, "Origin": base}

    def send(
        self, method: str, path: str, body: bytes | None, kind: str = "application/json", token: str = ""
    ) -> tuple[int, bytes, Any]:
        connection = getattr(self.local, "connection", None)
        if connection is None:
            connection = self.local.connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=150)
        headers = {**self.headers, "Content-Type": kind, **({"Authorization": f"Bearer {token}"} if token else {})}
        try:
            connection.request(method, path, body, headers)
            answer = connection.getresponse()
            return answer.status, answer.read(), answer
        except (OSError, http.client.HTTPException):
            connection.close()
            self.local.connection = None
            raise

    def call(self, method: str, path: str, body: Any = None) -> Any:
        status, data, answer = self.send(method, path, None if body is None else json.dumps(body).encode())
        for name, value in answer.getheaders():
            if name.lower() == "set-cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.split(";", 1)[0]
        assert status < 300, (method, path, status, data[:400])
        return json.loads(data)


def fuzzed(home: Household) -> tuple[Counter[int], list[str]]:
    """Send mutations from a few threads; what was answered, and every 5xx with what was sent."""
    answers: Counter[int] = Counter()
    failures: list[str] = []
    lock = threading.Lock()

    def run(seed: int) -> None:
        dice = random.Random(seed)
        for n in range(REQUESTS // THREADS):
            method, path, body = dice.choice(home.bodies)
            kind, token = "application/json", home.token if "device" in path else ""
            chance = dice.random()
            if chance < 0.06:
                method, path, data = (
                    "GET",
                    dice.choice(home.looks)
                    + dice.choice(("", "1-%C2%B2", "9" * 5000, "%00", "a", "-1", "1e400", "2030")),
                    None,
                )
            elif chance < 0.12:
                data = dice.choice(RAW)
            elif chance < 0.14:
                kind, data = (
                    "multipart/form-data; boundary=x",
                    b'--x\r\nContent-Disposition: form-data; name="a"\r\n\r\n1\r\n--x--\r\n',
                )
            else:
                data = json.dumps(mutated(body, dice)).encode("utf-8", "surrogatepass")
            try:
                status, said, _ = home.send(method, path, data, kind, token)
            except (OSError, http.client.HTTPException) as exc:
                status, said = 599, repr(exc).encode()
            with lock:
                answers[status] += 1
                if status >= 500 and status != 507:
                    failures.append(f"{status} {method} {path} {(data or b'')[:300]!r} -> {said[:200]!r}")
            if n % 1000 == 999 and seed == SEED:
                print(f"  {sum(answers.values())} requests, {len(failures)} answered with a 5xx", flush=True)

    threads = [threading.Thread(target=run, args=(SEED + n,)) for n in range(THREADS)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return answers, failures


def by_description(home: Household) -> tuple[bool, str]:
    """Let schemathesis make requests from the published description."""
    words = [
        sys.executable,
        "-m",
        "schemathesis.cli",
        "run",
        str(ROOT / "docs/formats/openapi.json"),
        "--url",
        f"http://127.0.0.1:{home.port}",
    ]
    words = [str(Path(sys.executable).parent / "schemathesis"), *words[3:]]
    words += [
        "--checks",
        "not_a_server_error",
        "--max-examples",
        str(EXAMPLES),
        "--phases",
        "fuzzing",
        "--seed",
        str(SEED),
        "--request-timeout",
        "150",
        "--workers",
        "3",
        "--suppress-health-check",
        "all",
        "--no-color",
    ]
    for name in NEVER:
        words += ["--exclude-operation-id", name]
    for name, value in home.headers.items():
        words += ["-H", f"{name}: {value}"]
    done = subprocess.run(words, capture_output=True, text=True, cwd=tempfile.gettempdir())
    return done.returncode == 0, done.stdout


def main() -> int:
    with tempfile.TemporaryDirectory() as folder:
        kitchen = Kitchen(Path(folder))
        kitchen.env.update(BRASKO_BUDGET_S="1000000", BRASKO_LOG="ERROR")
        kitchen.furnish(Path(os.environ.get("BRASKO_SEEDED", f"{folder}-seeded")))
        kitchen.start_server()
        try:
            home = Household(kitchen.port)
            begun = time.monotonic()
            answers, failures = fuzzed(home)
            for failure in failures[:20]:
                print(failure)
            counts = ", ".join(f"{status}: {many}" for status, many in sorted(answers.items()))
            print(
                f"| mutations | {sum(answers.values())} requests in {time.monotonic() - begun:.0f} s | "
                f"{len(failures)} x 5xx | {counts} |",
                flush=True,
            )
            well, told = by_description(home)
            kept = [
                line
                for line in told.splitlines()
                if "generated" in line.lower() or "server error" in line.lower() or "passed" in line.lower()
            ]
            print(
                f"| by description, {EXAMPLES} examples an operation | {'no 5xx' if well else 'FAILED'} | "
                f"{' '.join(kept)[:300]} |"
            )
            if not well:
                print(told[-6000:])
            home.local.connection = None
            status, _, _ = home.send("GET", "/healthz", None)
            print(f"| the server afterwards | {status} |")
        finally:
            kitchen.stop()
    return 0 if not failures and well and status == 200 else 1


if __name__ == "__main__":
    raise SystemExit(main())
