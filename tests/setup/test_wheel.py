"""The wheel, in an environment that has nothing of this tree: installed, served, kept, and brought back elsewhere.

What it needs is taken from this tree's environment, for tests run without a network; that it says so is looked at.
"""

import json
import os
import re
import signal
import socket
import subprocess
import sys
import sysconfig
import time
import urllib.error
import urllib.request
import venv
import zipfile
from datetime import UTC, datetime, timedelta
from http.cookiejar import CookieJar
from pathlib import Path
from uuid import uuid4

import pytest

ROOT = Path(__file__).resolve().parents[2]
PATIENCE_S = 600
PASSWORD = "oak-and-cherry-9"


@pytest.fixture(scope="module")
def wheel(tmp_path_factory, bill_folder) -> Path:
    folder = tmp_path_factory.mktemp("wheel")
    subprocess.run([ROOT / "tools/wheel.sh", folder, bill_folder], check=True, capture_output=True, text=True)
    return next(folder.glob("brasko-*.whl"))


@pytest.fixture(scope="module")
def installed(wheel, tmp_path_factory) -> Path:
    """The folder of programs of an environment with the wheel; what it depends on is found, this tree is not."""
    folder = tmp_path_factory.mktemp("environment")
    venv.create(folder, symlinks=True)
    to_there = ["--python", folder / "bin/python", "install", "-q", "--no-deps", "--no-index", wheel]
    subprocess.run([sys.executable, "-m", "pip", *to_there], check=True)
    packages = next((folder / "lib").glob("python*/site-packages"))
    (packages / "of_the_tree.pth").write_text(sysconfig.get_paths()["purelib"] + "\n")
    return folder / "bin"


class Browser:
    """Somebody's cookies."""

    def __init__(self) -> None:
        self.cookies = CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.cookies))


class Served:
    """`brasko serve` of the wheel, asked by a browser."""

    def __init__(self, programs: Path, folder: Path) -> None:
        self.programs = programs
        free = socket.socket()
        free.bind(("127.0.0.1", 0))
        self.port = free.getsockname()[1]
        free.close()
        self.env = {"PATH": os.environ["PATH"], "HOME": str(folder), "NUMBA_CACHE_DIR": str(programs.parent / "numba")}
        self.owner = Browser()
        self.process: subprocess.Popen[bytes] | None = None

    def brasko(self, *words: str) -> subprocess.CompletedProcess[str]:
        command = [self.programs / "brasko", *words]
        return subprocess.run(command, env=self.env, capture_output=True, text=True, cwd="/", timeout=PATIENCE_S)

    def begin(self) -> None:
        command = [self.programs / "brasko", "serve", "--port", str(self.port)]
        self.process = subprocess.Popen(command, env=self.env, cwd="/")
        ends = time.monotonic() + PATIENCE_S
        while time.monotonic() < ends:
            assert self.process.poll() is None, "it has ended"
            try:
                if self.ask("/readyz")[0] == 200:
                    return
            except OSError:
                time.sleep(0.5)
        raise AssertionError("not ready in time")

    def end(self) -> None:
        if self.process is not None:
            self.process.send_signal(signal.SIGTERM)
            self.process.wait(60)

    def ask(self, path: str, body: dict | None = None, by: Browser | None = None, **headers: str) -> tuple[int, bytes]:
        by = by or self.owner
        token = {c.name: c.value for c in by.cookies}.get("csrftoken", "")
        request = urllib.request.Request(
            f"http://127.0.0.1:{self.port}{path}",
            None if body is None else json.dumps(body).encode(),
            {"Content-Type": "application/json", "X-CSRFToken": token or ""} | headers,
        )
        try:
            with by.opener.open(request, timeout=120) as answer:
                return answer.status, answer.read()
        except urllib.error.HTTPError as exc:
            return exc.code, exc.read()

    def told(self, path: str, body: dict | None = None, by: Browser | None = None, **headers: str) -> dict:
        """What is answered, where it is not refused."""
        status, answer = self.ask(path, body, by, **headers)
        assert status < 300, (path, answer)
        return json.loads(answer)

    def takes(self, readings: range, token: str, begun: str) -> list[int]:
        """Which readings of a thermometer are taken, sent as it sends them."""
        at = [datetime.fromisoformat(begun) + timedelta(milliseconds=10 * n) for n in readings]
        sent = [{"sequence": n, "at": t.isoformat(), "temp_c": 5.0} for n, t in zip(readings, at, strict=True)]
        bearer = {"Authorization": f"Bearer {token}"}
        return self.told("/api/device/readings", {"readings": sent}, Browser(), **bearer)["accepted"]

    def marks(self, cook: int, text: str, by: Browser) -> None:
        """Somebody's mark on a cook."""
        self.told(f"/api/cooks/{cook}/events", {"client_id": str(uuid4()), "kind": "note", "text": text}, by)


@pytest.mark.long
def test_it_carries_the_interface_and_says_what_it_needs(wheel):
    with zipfile.ZipFile(wheel) as opened:
        names = opened.namelist()
        about = next(n for n in names if n.endswith("METADATA"))
        needs = re.findall(r"^Requires-Dist: (\S+)", opened.read(about).decode(), re.MULTILINE)
    assert "brasko/web/built/index.html" in names
    assert [n for n in names if re.match(r"brasko/web/built/assets/.*\.js$", n)]
    assert not [n for n in names if "/tests/" in n or n.startswith("var/")]
    assert {"brasko/web/bill/python.cdx.json", "brasko/web/bill/interface.cdx.json"} <= set(names)
    wanted = (ROOT / "requirements/app.in").read_text().split()
    plain = [re.split(r"[=~>]", name)[0].lower() for name in wanted]
    assert sorted(re.split(r"[=~>]", n)[0].lower() for n in needs) == sorted(plain)


@pytest.mark.long
def test_installed_it_runs_from_where_it_lies_and_has_no_store_yet(installed, tmp_path):
    """The long run serves it too."""
    asked = [installed / "python", "-c", "import brasko; print(brasko.__file__)"]
    assert subprocess.run(asked, capture_output=True, text=True, cwd="/").stdout.startswith(str(installed.parent))
    served = Served(installed, tmp_path)
    assert served.brasko("plan", "--help").returncode == 0
    refused = served.brasko("backup", str(tmp_path / "kept.zip"))
    assert refused.returncode != 0
    assert "Traceback" not in refused.stderr


@pytest.mark.long
def test_installed_it_serves_keeps_and_comes_back_elsewhere(installed, tmp_path):
    here, there = Served(installed, tmp_path / "here"), Served(installed, tmp_path / "there")
    kept = tmp_path / "kept.zip"
    try:
        here.begin()
        status, page = here.ask("/")
        assert status == 200
        script = re.search(rb'src="(/assets/[^"]+\.js)"', page).group(1).decode()
        assert here.ask(script)[0] == 200
        here.ask("/api/session")
        here.told("/api/accounts", {"username": "tove", "password": PASSWORD, "household": "Tove's yard"})
        tonight = datetime.now(UTC) + timedelta(hours=6)
        piece = {"cut": "ribeye", "thickness_mm": 38.1}
        plan = here.told("/api/plans", {"eat_at": tonight.isoformat(), "pieces": [piece]})["id"]
        invited = here.told("/api/members/invites", {"role": "hand"})["path"].removeprefix("/join/")
        hand = Browser()
        here.ask("/api/session", by=hand)
        here.told("/api/accounts/join", {"username": "odo", "password": PASSWORD, "token": invited}, hand)
        paired = here.told("/api/thermometers", {"name": "Long fork"})
        how = {"practice": False, "thermometer_id": paired["thermometer"]["id"]}
        started = here.told(f"/api/plans/{plan}/start", how)
        cook, sent = started["id"], (paired["token"], started["started_at"])
        assert here.takes(range(1, 21), *sent) == list(range(1, 21))
        here.marks(cook, "lid shut", hand)
        assert here.brasko("backup", str(kept)).returncode == 0
    finally:
        here.end()
    store = tmp_path / "here/.local/share/brasko"
    assert store.stat().st_mode & 0o077 == 0
    assert [f.name for f in store.rglob("*") if f.is_file() and f.stat().st_mode & 0o077] == []
    assert there.brasko("restore", str(kept)).returncode == 0
    try:
        there.begin()
        for name, by in (("tove", there.owner), ("odo", hand)):
            by.cookies.clear()
            there.ask("/api/session", by=by)
            told = there.told("/api/session", {"username": name, "password": PASSWORD}, by)
            assert told["household"]["name"] == "Tove's yard"
        # the thermometer sends what it was not sure of again, and goes on
        assert there.takes(range(15, 31), *sent) == list(range(21, 31))
        there.marks(cook, "turned", hand)
        seen = there.told(f"/api/cooks/{cook}")
        assert len(seen["readings"]) == 30
        assert [e["deed"]["text"] for e in seen["events"] if e["deed"]["kind"] == "note"] == ["lid shut", "turned"]
    finally:
        there.end()
    assert there.brasko("check").returncode == 0
