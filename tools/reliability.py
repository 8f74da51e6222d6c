"""What must hold when things go wrong, each tried on real servers, into docs/reliability.md. Bounded: about a quarter
of an hour.

A store that is full or cannot be written is a small file system of its own, which only root can make; without it these
two rows say so.
"""

import http.client
import io
import json
import os
import re
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
import zipfile
from collections.abc import Callable
from contextlib import closing, contextmanager, suppress
from datetime import UTC, datetime, timedelta
from pathlib import Path

from PIL import Image

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e"), str(ROOT / "tools"), str(ROOT / "tests" / "reference")]

from cook_bench import Caller  # noqa: E402
from server import Kitchen  # noqa: E402

KILLS = os.environ.get("BRASKO_KILLS", "20")
RACES = os.environ.get("BRASKO_RACES", "100")
FUZZ = os.environ.get("BRASKO_FUZZ", "20000")
rows: list[tuple[str, str, str, bool]] = []


def note(what: str, asked: str, found: str, well: bool) -> None:
    rows.append((what, asked, found, well))
    table = "".join(f"| {w} | {a} | {f} | {'yes' if ok else '**no**'} |\n" for w, a, f, ok in rows)
    (ROOT / "docs" / "reliability.md").write_text(HEAD + table, encoding="utf-8")
    print(f"| {what} | {asked} | {found} | {'yes' if well else 'NO'} |", flush=True)


def tests(what: str, asked: str, *words: str, **env: str) -> None:
    begun = time.monotonic()
    run = subprocess.run(
        [sys.executable, "-m", "pytest", "-q", "--no-header", "-m", "long or not long", *words],
        cwd=ROOT,
        env={**os.environ, **env},
        capture_output=True,
        text=True,
    )
    last = next((line for line in reversed(run.stdout.splitlines()) if line.strip()), "")
    counted = len(re.findall(r"\.", "".join(re.findall(r"^[.FEsx]+", run.stdout, re.M))))
    note(
        what,
        asked,
        f"{counted} tests passed in {time.monotonic() - begun:.0f} s" if run.returncode == 0 else last[:160],
        run.returncode == 0,
    )


def kitchen_in(folder: Path) -> Kitchen:
    kitchen = Kitchen(folder)
    kitchen.manage("migrate", "--no-input")
    kitchen.manage("seed_demo")
    return kitchen


def answer(base: str, path: str = "/healthz") -> tuple[int, dict]:
    try:
        with urllib.request.urlopen(base + path, timeout=30) as told:
            return told.status, json.load(told)
    except urllib.error.HTTPError as exc:
        return exc.code, json.load(exc)


def posted(kitchen: Kitchen, token: str, number: int) -> tuple[int, dict]:
    row = {"sequence": number, "at": datetime.now(UTC).isoformat(), "temp_c": 20.0}
    headers = {"Content-Type": "application/json", "Authorization": f"Bearer {token}"}
    request = urllib.request.Request(
        f"{kitchen.base}/api/device/readings", json.dumps({"readings": [row]}).encode(), headers, method="POST"
    )
    try:
        with urllib.request.urlopen(request, timeout=60) as told:
            return told.status, json.load(told)
    except urllib.error.HTTPError as exc:
        return exc.code, json.load(exc)


@contextmanager
def small_disk(megabytes: int):
    """A file system of its own of so many megabytes; None where it cannot be made."""
    place = Path(tempfile.mkdtemp())
    made = subprocess.run(
        ["mount", "-t", "tmpfs", "-o", f"size={megabytes}m", "tmpfs", str(place)], capture_output=True
    )
    try:
        yield place if made.returncode == 0 else None
    finally:
        if made.returncode == 0:
            subprocess.run(["umount", "-l", str(place)], check=False)
        shutil.rmtree(place, ignore_errors=True)


def stores_that_fail() -> None:
    with small_disk(90) as place:
        if place is None:
            for what in ("a full disk", "a store that cannot be written"):
                note(what, "told as what it is", "not tried: only root can make a disk of its own", True)
            return
        kitchen = kitchen_in(place / "var")
        kitchen.start_server()
        try:
            caller = Caller(kitchen.base)
            _, tokens = caller.start(1, "Small")
            before = posted(kitchen, tokens[0], 1)[0]
            with (place / "ballast").open("wb", buffering=0) as ballast, suppress(OSError):
                while True:
                    ballast.write(b"\0" * 4096)
            numbers, told = 2, (200, {})
            while told[0] == 200 and numbers < 4000:
                told = posted(kitchen, tokens[0], numbers)
                numbers += 1
            health = answer(kitchen.base)
            (place / "ballast").unlink()
            after = posted(kitchen, tokens[0], numbers)[0]
            with closing(sqlite3.connect(kitchen.env["BRASKO_DB"])) as db:
                kept = db.execute(
                    "SELECT count(DISTINCT sequence) FROM cooks_reading r JOIN yard_thermometer t ON t.id = "
                    "r.thermometer_id WHERE t.name = 'Small 0'"
                ).fetchone()[0]
            well = (
                before == after == 200
                and told[0] == 507
                and "full" in told[1]["detail"]
                and health[0] == 507
                and kept == numbers - 1
            )
            note(
                "a full disk",
                "507, said as what it is; health fails; goes on once there is room; what was acknowledged is kept",
                f"{told[0]} “{told[1].get('title', '')}”, health {health[0]}, afterwards {after}, {kept} of "
                f"{numbers - 1} kept",
                well,
            )
            # nothing may hold a file open for writing while the disk is made read-only
            kitchen.stop()
            subprocess.run(["mount", "-o", "remount,ro", str(place)], check=True)
            kitchen.start_server()
            told, health = posted(kitchen, tokens[0], numbers + 1), answer(kitchen.base)
            kitchen.stop()
            subprocess.run(["mount", "-o", "remount,rw", str(place)], check=True)
            kitchen.start_server()
            after = posted(kitchen, tokens[0], numbers + 1)[0]
            well = told[0] == health[0] == 503 and told[1]["type"].endswith("read-only") and after == 200
            note(
                "a store that cannot be written",
                "503, said as what it is, not “busy”; health fails; goes on afterwards",
                f"{told[0]} “{told[1].get('title', '')}”, health {health[0]}, afterwards {after}",
                well,
            )
        finally:
            kitchen.stop()


def unmigrated(folder: Path) -> None:
    kitchen = Kitchen(folder)
    kitchen.manage("migrate", "cooks", "0006", "--no-input")
    kitchen.start_server()
    try:
        health = answer(kitchen.base)
        opened = http.client.HTTPConnection(kitchen.base.removeprefix("http://"))
        opened.request("GET", "/")
        page = opened.getresponse().status
        kitchen.manage("upgrade")
        copies = list((folder / "copies").glob("*.sqlite3"))
        well = health[0] == 503 and health[1]["type"].endswith("unmigrated") and page == 200 and len(copies) == 1
        note(
            "a store of an older version",
            "503 from health, said as what it is; `upgrade` copies it first",
            f"health {health[0]} “{health[1]['title']}”; upgraded, {len(copies)} copy",
            well,
        )
    finally:
        kitchen.stop()


def two_servers(kitchen: Kitchen) -> None:
    """Two processes on one store: each takes half of what is sent."""
    second = Kitchen(Path(tempfile.mkdtemp()))
    second.env.update({k: kitchen.env[k] for k in ("BRASKO_VAR", "BRASKO_DB")})
    second.start_server()
    try:
        caller = Caller(kitchen.base)
        _, tokens = caller.start(1, "Two")
        answers: list[int] = []

        def send(to: Kitchen, numbers: range) -> None:
            for number in numbers:
                answers.append(posted(to, tokens[0], number)[0])

        threads = [threading.Thread(target=send, args=(to, range(n, 400, 2))) for n, to in enumerate((kitchen, second))]
        for each in threads:
            each.start()
        for each in threads:
            each.join()
        with closing(sqlite3.connect(kitchen.env["BRASKO_DB"])) as db:
            kept = db.execute(
                "SELECT count(*) FROM cooks_reading r JOIN yard_thermometer t ON t.id = r.thermometer_id WHERE "
                "t.name = 'Two 0'"
            ).fetchone()[0]
        note(
            "two servers on one store",
            "every reading kept, whichever took it",
            f"{kept} of 400 kept, {sum(a != 200 for a in answers)} not answered 200",
            kept == 400,
        )
    finally:
        second.stop()


def resident_mb(pid: int) -> float:
    text = Path(f"/proc/{pid}/status").read_text()
    return int(re.search(r"VmHWM:\s+(\d+)", text).group(1)) / 1024.0


def bombs(kitchen: Kitchen) -> None:
    caller = Caller(kitchen.base)
    cook, _ = caller.start(1, "Bombs")
    out = io.BytesIO()
    Image.new("1", (40_000, 40_000)).save(out, "PNG")
    pid = kitchen.server.pid
    before = resident_mb(pid)
    body = (
        b'--x\r\nContent-Disposition: form-data; name="photo"; filename="a.png"\r\nContent-Type: image/png\r\n\r\n'
        + out.getvalue()
        + b"\r\n--x--\r\n"
    )
    headers = {"Content-Type": "multipart/form-data; boundary=x", **cookies_of(caller)}
    found = []

    def send(method: str, path: str, data: bytes | Callable[[], object], more: dict[str, str]) -> None:
        connection = http.client.HTTPConnection(kitchen.base.removeprefix("http://"), timeout=60)
        try:
            connection.request(method, path, data, {**headers, **more})
            found.append(connection.getresponse().status)
        except OSError:
            found.append(0)
        connection.close()

    send("POST", f"/api/cooks/{cook['id']}/photo", body, {})
    send("POST", "/api/plans/preview", b"[" * (250 * 1024), {"Content-Type": "application/json"})
    send("POST", "/api/plans/preview", b"x", {"Content-Type": "application/json", "Content-Length": str(10**9)})
    send(
        "POST",
        "/api/plans/preview",
        (b"x" * 65536 for _ in range(2000)),
        {"Content-Type": "application/json", "Transfer-Encoding": "chunked"},
    )
    grown = resident_mb(pid) - before
    well = (
        found[0] == 422
        and found[1] in (400, 422)
        and found[2] == 413
        and found[3] in (413, 0)
        and grown < 60.0
        and answer(kitchen.base)[0] == 200
    )
    note(
        "bombs: a picture of 1.6 thousand million pixels in 200 kB, a quarter of a million brackets, a body "
        "said to be a gigabyte, one that never ends",
        "refused; the server grows by less than 60 MB and stays well",
        f"answered {', '.join(map(str, found))}; grew by {grown:.0f} MB",
        well,
    )


def cookies_of(caller: Caller) -> dict[str, str]:
    """What a browser of this caller sends with a call that changes something."""
    cookies = {c.name: c.value for c in caller.jar}
    return {
        "Referer": caller.base,
        "Origin": caller.base,
        "X-CSRFToken": cookies["csrftoken"],
        "Cookie": "; ".join(f"{k}={v}" for k, v in cookies.items()),
    }


def household_bomb(kitchen: Kitchen) -> None:
    """A household's file of some 120 kB that unpacks to 120 MB of empty rows, while another household cooks."""
    sample, out = ROOT / "tests" / "web" / "samples" / "household-1.zip", io.BytesIO()
    with zipfile.ZipFile(sample) as good, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for each in good.infolist():
            if each.filename != "grills.json":
                made.writestr(each.filename, good.read(each))
        with made.open("grills.json", "w") as part:
            part.write(b"[")
            for _ in range(120):
                part.write((1024 * 1024 // 3) * b"{},")
            part.write(b"{}]")
    stranger = Caller(kitchen.base, f"zip-{time.time():.0f}")
    _, tokens = Caller(kitchen.base).start(1, "Beside a bomb")
    before, took, told, over = resident_mb(kitchen.server.pid), [], [], threading.Event()
    head = b'--x\r\nContent-Disposition: form-data; name="file"; filename="h.zip"\r\n\r\n'
    body = head + out.getvalue() + b"\r\n--x--\r\n"

    def send() -> None:
        for _ in range(3):
            connection = http.client.HTTPConnection(kitchen.base.removeprefix("http://"), timeout=120)
            headers = {"Content-Type": "multipart/form-data; boundary=x", **cookies_of(stranger)}
            connection.request("POST", "/api/household/household.zip", body, headers)
            told.append(connection.getresponse().status)
            connection.close()
        over.set()

    sending = threading.Thread(target=send)
    sending.start()
    number = 1
    while not over.is_set() or number < 40:
        begun = time.perf_counter()
        posted(kitchen, tokens[0], number)
        took.append(1000.0 * (time.perf_counter() - begun))
        number += 1
        time.sleep(0.05)
    sending.join()
    p95 = sorted(took)[int(0.95 * len(took))]
    grown = resident_mb(kitchen.server.pid) - before
    note(
        f"a household's file of {len(body) // 1000} kB that unpacks to 120 MB of empty rows, three times",
        "refused; another household's reading p95 at most 300 ms meanwhile; the server grows by at most 60 MB",
        f"answered {', '.join(map(str, told))}; reading p95 {p95:.0f} ms; grew by {grown:.0f} MB",
        set(told) == {422} and p95 <= 300.0 and grown <= 60.0,
    )


def cpu_s(pid: int) -> float:
    """What a process has computed so far."""
    told = Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()
    return (int(told[11]) + int(told[12])) / os.sysconf("SC_CLK_TCK")


def streams_open(kitchen: Kitchen, many: int) -> list[http.client.HTTPResponse]:
    """So many streams of one cook, three to a session."""
    owner = Caller(kitchen.base)
    cook, _ = owner.start(1, "Looked at")
    sessions = [Caller(kitchen.base) for _ in range(0, many, 3)]
    opened = []
    for n in range(many):
        connection = http.client.HTTPConnection(kitchen.base.removeprefix("http://"), timeout=60)
        connection.request("GET", f"/api/cooks/{cook['id']}/stream", headers=cookies_of(sessions[n // 3]))
        answered = connection.getresponse()
        assert answered.status == 200, answered.status
        answered.read1(16)
        opened.append(answered)
    return opened


def streams(kitchen: Kitchen) -> None:
    pid, lasts_s = kitchen.server.pid, 20.0
    opened = streams_open(kitchen, 10)
    time.sleep(15.0)
    begun = cpu_s(pid)
    time.sleep(lasts_s)
    share = 100.0 * (cpu_s(pid) - begun) / lasts_s
    note("ten streams on which nothing happens", "at most 2 % of a core", f"{share:.1f} %", share <= 2.0)
    begun = time.monotonic()
    kitchen.server.terminate()
    kitchen.server.wait(60)
    took = time.monotonic() - begun
    for stream in opened:
        stream.close()
    note("the server is told to end while ten streams are open", "within 5 s", f"{took:.1f} s", took <= 5.0)
    kitchen.start_server()
    sessions_ended_elsewhere(kitchen)


def sessions_ended_elsewhere(kitchen: Kitchen) -> None:
    """A session that another process ends wakes no stream here; only the store shows it."""
    opened = streams_open(kitchen, 3)
    time.sleep(12.0)
    with closing(sqlite3.connect(kitchen.env["BRASKO_DB"])) as db, db:
        db.execute("DELETE FROM django_session")
    begun = time.monotonic()
    for stream in opened:
        while stream.read1(65536):
            pass
    took = time.monotonic() - begun
    note("streams of sessions that another process ends", "over within 6 s", f"{took:.1f} s", took <= 6.0)


def readings_file(kitchen: Kitchen) -> None:
    """What a cook's readings as a file cost the server that everybody else waits for."""
    caller, many = Caller(kitchen.base), 10_000
    cook, _ = caller.start(1, "Long")
    with closing(sqlite3.connect(kitchen.env["BRASKO_DB"])) as db, db:
        piece, thermometer = db.execute(
            "SELECT p.id, (SELECT max(id) FROM yard_thermometer) FROM cooks_piece p WHERE p.cook_id = ?", (cook["id"],)
        ).fetchone()
        begun = datetime.now(UTC)
        stamps = [str((begun + timedelta(seconds=n)).replace(tzinfo=None)) for n in range(many)]
        db.executemany(
            "INSERT INTO cooks_reading (cook_id, piece_id, thermometer_id, source, sequence, at, recorded_at, temp_c) "
            "VALUES (?, ?, ?, 'tip', ?, ?, ?, 20.0)",
            [(cook["id"], piece, thermometer, 10**6 + n, stamp, stamp) for n, stamp in enumerate(stamps)],
        )
    before, times = cpu_s(kitchen.server.pid), 5
    for _ in range(times):
        with caller.opener.open(f"{kitchen.base}/api/cooks/{cook['id']}/readings.csv", timeout=60) as file:
            lines = file.read().count(b"\n")
    each_us = 1e6 * (cpu_s(kitchen.server.pid) - before) / (times * many)
    note(
        f"a cook's {many} readings as a file",
        "all of them; at most 20 µs of a core each",
        f"{lines - 1} lines, {each_us:.0f} µs each",
        lines > many and each_us <= 20.0,
    )


def eight_shoulders(kitchen: Kitchen) -> None:
    caller = Caller(kitchen.base, "eight")
    piece = {"cut": "pork_shoulder", "finish_c": 93.0, "method": "low_and_slow", "crust": "none", "wrap": "foil"}
    eat_at = (datetime.now(UTC) + timedelta(hours=40)).isoformat()
    took: list[float] = []
    over = threading.Event()

    def look() -> None:
        while not over.is_set():
            begun = time.perf_counter()
            answer(kitchen.base)
            took.append(1000.0 * (time.perf_counter() - begun))
            time.sleep(0.1)

    watcher = threading.Thread(target=look)
    watcher.start()
    begun = time.monotonic()
    pieces = [{**piece, "thickness_mm": 123.0 + n} for n in range(8)]
    caller.opener.addheaders = []
    try:
        caller.call("POST", "/api/plans", {"eat_at": eat_at, "pieces": pieces})
        said = f"kept after {time.monotonic() - begun:.0f} s"
    except urllib.error.HTTPError as exc:
        said = f"{exc.code}: {json.load(exc)['title']}"
    except TimeoutError:
        said = f"not there after {time.monotonic() - begun:.0f} s"
    over.set()
    watcher.join()
    worst = max(took)
    note(
        "a plan of eight unlike wrapped shoulders",
        "planned, or refused before it begins; nobody else waits 500 ms",
        f"{said}; the longest health answer meanwhile {worst:.0f} ms",
        worst <= 500.0,
    )


def load() -> None:
    run = subprocess.run([sys.executable, "tools/cook_bench.py", "load"], cwd=ROOT, capture_output=True, text=True)
    told = {
        line.split("|")[1].strip(): line.split("|")[2].strip()
        for line in run.stdout.splitlines()
        if line.startswith("| ")
    }
    limits = {
        "spread over the second": 300,
        "all in the same moment": 1000,
        "people move a slider: answer": 300,
        "the health answer meanwhile": 200,
        "four plans of four": 500,
    }
    for what, found in told.items():
        limit = next((most for words, most in limits.items() if words in what), None)
        if limit is not None:
            last = float(re.findall(r"\d+", found)[-1])
            note(what, f"at most {limit} ms", found, last <= limit)
        elif "readings kept" in what:
            kept, sent = map(int, re.findall(r"\d+", found))
            note(what, "all", found, kept == sent)


def fuzz() -> None:
    run = subprocess.run(
        [sys.executable, "tools/fuzz.py"],
        cwd=ROOT,
        env={**os.environ, "BRASKO_FUZZ": FUZZ},
        capture_output=True,
        text=True,
    )
    for line in run.stdout.splitlines():
        if line.startswith("| mutations"):
            parts = [part.strip() for part in line.strip("| ").split("|")]
            note(
                "fuzz: mutations of right bodies",
                "no 5xx",
                f"{parts[1]}: {parts[2]} ({parts[3]})",
                parts[2].startswith("0 "),
            )
        elif line.startswith("| by description"):
            parts = [part.strip() for part in line.strip("| ").split("|")]
            made = re.search(r"(\d+) generated", line)
            note(
                "fuzz: from the published description, signed in",
                "no 5xx",
                f"{parts[1]}{f', {made[1]} requests' if made else ''}",
                parts[1] == "no 5xx",
            )


HEAD = """# What holds when things go wrong

Made by `make reliability` on real servers, each on a data folder of its own. The figures are of the machine it ran on, with
everything on the same two cores: the server, its computing processes and whatever sends to it.

| tried | asked | found | holds |
| --- | --- | --- | --- |
"""


def main() -> int:
    stores_that_fail()
    with tempfile.TemporaryDirectory() as folder:
        unmigrated(Path(folder) / "old")
        kitchen = kitchen_in(Path(folder) / "var")
        kitchen.start_server()
        try:
            two_servers(kitchen)
            bombs(kitchen)
            household_bomb(kitchen)
            streams(kitchen)
            readings_file(kitchen)
            eight_shoulders(kitchen)
        finally:
            kitchen.stop()
    load()
    tests(
        "a clock set back by an hour",
        "nothing lost, the order kept, no end before its beginning",
        "tests/web/test_nothing_corrupted.py",
        "-k",
        "clock or end_is",
    )
    tests(
        f"races, {RACES} times each: end and verdict, two ends, two marks, one mark three times, one name three times",
        "one record of each, no 500",
        "tests/web/test_nothing_corrupted.py",
        "-k",
        "undoes or are_one or taken_once",
        BRASKO_RACES=RACES,
    )
    fuzz()
    tests(
        "the phone on the Wi-Fi, plainly and over TLS; marks of two households; nothing left after sign-out",
        "works, and nothing mixed up",
        "tests/e2e/test_yard.py",
    )
    tests(
        f"kills: the server is ended {KILLS} times while marks and readings are on their way",
        "the record equals what was sent",
        "tests/e2e/test_killed.py",
        BRASKO_KILLS=KILLS,
    )
    return 0 if all(row[3] for row in rows) else 1


if __name__ == "__main__":
    raise SystemExit(main())
