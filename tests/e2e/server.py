"""A whole Brasko for browser tests: a server and the practice probe as processes, with a data folder of their own."""

import fcntl
import os
import shutil
import signal
import socket
import sqlite3
import subprocess
import sys
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from contextlib import closing, suppress
from datetime import UTC, datetime
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]


def eventually(holds: Callable[[], object], within_s: float = 150.0) -> None:
    """Wait until something holds: a shared machine may be slow. Raises AssertionError where it does not come about."""
    ends = time.monotonic() + within_s
    while not holds():
        assert time.monotonic() < ends, f"it did not come about in {within_s:.0f} s"
        time.sleep(0.1)


class Kitchen:
    """Start, kill and start again on one port and one database."""

    def __init__(self, folder: Path) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.base = f"http://127.0.0.1:{self.port}"
        self.env = {
            **os.environ,
            "BRASKO_VAR": str(folder),
            "BRASKO_DB": str(folder / "brasko.sqlite3"),
            "BRASKO_DEMO": "1",
            "BRASKO_SIGN_UP": "open",
            # browsers drawn by software share these cores: computing that gives way to them would wait for minutes
            "BRASKO_COMPUTE_NICE": "0",
            "BRASKO_FORECAST_MEMBERS": "40",
            "TZ": "UTC",
        }
        self.snapshot = folder
        self.server: subprocess.Popen | None = None
        self.probe: subprocess.Popen | None = None

    def manage(self, *words: str) -> None:
        subprocess.run([sys.executable, "manage.py", *words], cwd=ROOT, env=self.env, check=True, capture_output=True)

    def furnish(self, seeded: Path) -> None:
        """The demo household, copied from a folder that all kitchens of a run share."""
        shutil.copytree(seed(seeded), self.env["BRASKO_VAR"], dirs_exist_ok=True)
        self.snapshot = seeded / "var" / "brasko.sqlite3"

    def furnish_empty(self, seeded: Path) -> None:
        """A store that nobody has used yet."""
        seed(seeded)
        shutil.copy(seeded / "empty.sqlite3", self.env["BRASKO_DB"])

    def database(self) -> sqlite3.Connection:
        """The server's own database, to look at and to set up what no person could do."""
        return sqlite3.connect(self.env["BRASKO_DB"], timeout=30.0)

    def restore(self) -> None:
        """Put the demo household back as it was seeded, under a running server.

        Numbers of rows go on: what the server remembers of a row is never taken for that of another.
        """
        with closing(sqlite3.connect(self.snapshot)) as seeded, closing(self.database()) as live:
            used = live.execute("SELECT seq, name FROM sqlite_sequence").fetchall()
            seeded.backup(live)
            with live:
                live.execute("DELETE FROM sqlite_sequence")
                live.executemany("INSERT INTO sqlite_sequence (seq, name) VALUES (?, ?)", used)

    def run_clock(self, cook_id: int, speed: float) -> None:
        """Let a practice cook's clock run so fast from now on: faster than anybody is offered."""
        real = datetime.now(UTC).replace(tzinfo=None)
        with closing(self.database()) as db, db:
            cook_at, real_at, was = db.execute(
                "SELECT clock_cook_at, clock_real_at, clock_speed FROM cooks_cook WHERE id = ?", [cook_id]
            ).fetchone()
            now = datetime.fromisoformat(cook_at) + (real - datetime.fromisoformat(real_at)) * was
            db.execute(
                "UPDATE cooks_cook SET clock_cook_at = ?, clock_real_at = ?, clock_speed = ? WHERE id = ?",
                [now.isoformat(" "), real.isoformat(" "), speed, cook_id],
            )

    def start_server(self) -> None:
        words = ["uvicorn", "brasko.web.config.asgi:application", "--app-dir", "src", "--port", str(self.port)]
        words += ["--lifespan", "on", "--timeout-graceful-shutdown", "1", "--log-level", "warning"]
        self.server = subprocess.Popen([sys.executable, "-m", *words], cwd=ROOT, env=self.env)
        self.is_up("/api/session")

    def is_up(self, path: str) -> None:
        """Wait until the server answers, whatever it says."""

        def answers() -> bool:
            try:
                urllib.request.urlopen(f"{self.base}{path}", timeout=1)
            except urllib.error.HTTPError:
                return True
            except OSError:
                assert self.server is not None
                assert self.server.poll() is None, "the server did not start"
                return False
            return True

        eventually(answers)

    def kill_server(self) -> None:
        assert self.server is not None
        self.server.send_signal(signal.SIGKILL)
        self.server.wait()

    def rest_probe(self) -> None:
        """Let the practice probe stand still: with nobody's cook to look at it would only take from the machine."""
        if self.probe is not None:
            self.probe.send_signal(signal.SIGSTOP)

    def wake_probe(self) -> None:
        """Let the practice probe go on, for the cooks of this test alone: the demo's own one is over."""
        with closing(self.database()) as db, db:
            db.execute("UPDATE cooks_cook SET ended_at = clock_cook_at WHERE ended_at IS NULL")
        if self.probe is not None:
            self.probe.send_signal(signal.SIGCONT)

    def start_probe(self) -> None:
        words = [sys.executable, "manage.py", "simulate_probe", "--server", self.base]
        self.probe = subprocess.Popen(words, cwd=ROOT, env=self.env)

    def stop(self) -> None:
        for process in (self.probe, self.server):
            if process is not None and process.poll() is None:
                process.send_signal(signal.SIGCONT)
                process.terminate()
                process.wait(60)


def seed(folder: Path) -> Path:
    """Fill the demo household into a folder, unless another process of this run has. Returns where its data are."""
    folder.mkdir(exist_ok=True, parents=True)
    with (folder / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not (folder / "done").exists():
            first = Kitchen(folder / "var")
            first.manage("migrate", "--no-input")
            shutil.copy(folder / "var" / "brasko.sqlite3", folder / "empty.sqlite3")
            first.manage("seed_demo")
            (folder / "done").touch()
    return folder / "var"


class Wire:
    """The network between one browser and the kitchen: another port, which can be cut and mended."""

    def __init__(self, kitchen: Kitchen) -> None:
        self.port, self.whole = kitchen.port, True
        self.ends: list[socket.socket] = []
        self.listening = socket.create_server(("127.0.0.1", 0))
        self.base = f"http://127.0.0.1:{self.listening.getsockname()[1]}"
        threading.Thread(target=self._answer, daemon=True).start()

    def _answer(self) -> None:
        while True:
            try:
                near, _ = self.listening.accept()
            except OSError:
                return
            try:
                far = socket.create_connection(("127.0.0.1", self.port)) if self.whole else None
            except OSError:
                far = None
            if far is None:
                near.close()
                continue
            self.ends += [near, far]
            for here, there in ((near, far), (far, near)):
                threading.Thread(target=self._carry, args=(here, there), daemon=True).start()

    def _carry(self, here: socket.socket, there: socket.socket) -> None:
        with suppress(OSError):
            while self.whole and (some := here.recv(65536)):
                there.sendall(some)
        self._part(here, there)

    def _part(self, *ends: socket.socket) -> None:
        for end in ends:
            with suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)
            end.close()

    def cut(self) -> None:
        self.whole = False
        self._part(*self.ends)
        self.ends.clear()

    def mend(self) -> None:
        self.whole = True

    def close(self) -> None:
        self.cut()
        self.listening.close()


if __name__ == "__main__":
    seed(Path(sys.argv[1]))
