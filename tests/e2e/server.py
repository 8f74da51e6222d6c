"""A whole Brasko for browser tests: a server and the practice probe as processes, with a data folder of their own."""

import fcntl
import os
import shutil
import signal
import socket
import subprocess
import sys
import threading
import time
import urllib.request
from contextlib import suppress
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]


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
            # browsers drawn by software share these cores: computing that gives way to them would wait for minutes
            "BRASKO_COMPUTE_NICE": "0",
            "TZ": "UTC",
        }
        self.server: subprocess.Popen | None = None
        self.probe: subprocess.Popen | None = None

    def manage(self, *words: str) -> None:
        subprocess.run([sys.executable, "manage.py", *words], cwd=ROOT, env=self.env, check=True, capture_output=True)

    def furnish(self, seeded: Path) -> None:
        """The demo household, copied from a folder that all kitchens of a run share: the first one seeds it."""
        seeded.mkdir(exist_ok=True)
        with (seeded / "lock").open("w") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX)
            if not (seeded / "done").exists():
                first = Kitchen(seeded / "var")
                first.manage("migrate", "--no-input")
                first.manage("seed_demo")
                (seeded / "done").touch()
        shutil.copytree(seeded / "var", self.env["BRASKO_VAR"], dirs_exist_ok=True)

    def start_server(self) -> None:
        words = ["uvicorn", "brasko.web.config.asgi:application", "--app-dir", "src", "--port", str(self.port)]
        words += ["--lifespan", "on", "--timeout-graceful-shutdown", "1", "--log-level", "warning"]
        self.server = subprocess.Popen([sys.executable, "-m", *words], cwd=ROOT, env=self.env)
        for _ in range(600):
            try:
                urllib.request.urlopen(f"{self.base}/api/session", timeout=1)
                return
            except OSError:
                assert self.server.poll() is None, "the server did not start"
                time.sleep(0.25)
        raise AssertionError("the server did not answer in two minutes and a half")

    def kill_server(self) -> None:
        assert self.server is not None
        self.server.send_signal(signal.SIGKILL)
        self.server.wait()

    def start_probe(self) -> None:
        words = [sys.executable, "manage.py", "simulate_probe", "--server", self.base]
        self.probe = subprocess.Popen(words, cwd=ROOT, env=self.env)

    def stop(self) -> None:
        for process in (self.probe, self.server):
            if process is not None and process.poll() is None:
                process.terminate()
                process.wait(60)


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
