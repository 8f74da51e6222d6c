"""A stand-in for a wireless probe hub: a process of its own that posts readings over HTTP with device tokens."""

import json
import time
import urllib.error
import urllib.request
from datetime import datetime, timedelta

import numpy as np
from django.core.management.base import BaseCommand, CommandParser

from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import wish_of
from brasko.web.devices.hub import hub_key, probe_token
from brasko.web.devices.truth import drawn_truth, reading_of, true_core

EVERY_S = 10.0
POLL_S = 1.0
FASTEST_POLL_S = 0.5


class Hub:
    """Polls the scenes, works out the hidden truth, and posts what its probes would read."""

    def __init__(self, base: str) -> None:
        self.base = base.rstrip("/")
        self.sent_upto: dict[int, datetime] = {}

    def _call(self, method: str, path: str, token: str, body: dict | None = None) -> object:
        data = None if body is None else json.dumps(body).encode()
        headers = {"Authorization": f"Bearer {token}", "Content-Type": "application/json"}
        request = urllib.request.Request(self.base + path, data=data, headers=headers, method=method)
        with urllib.request.urlopen(request, timeout=10) as response:
            return json.load(response)

    def tick(self) -> float:
        """One round. Returns how long to wait until the next [s]."""
        scenes = self._call("GET", "/api/device/scenes", hub_key())
        for scene in scenes:
            for piece in scene["pieces"]:
                self._post_readings(scene, piece)
        fast = any(scene["speed"] > 1 for scene in scenes)
        return FASTEST_POLL_S if fast else POLL_S

    def _post_readings(self, scene: dict, piece: dict) -> None:
        began = {key: datetime.fromisoformat(at) for key, at in piece["done_at"].items()}
        if "on" not in began:
            return
        on_at, now = began["on"], datetime.fromisoformat(scene["now"])
        first = self.sent_upto.get(piece["piece_id"], on_at)
        count = int((now - first).total_seconds() // EVERY_S)
        if count < 1:
            return
        steps = sorted(
            (
                (piece["step_of_task"][k], (at - on_at).total_seconds())
                for k, at in began.items()
                if k in piece["step_of_task"]
            ),
            key=lambda s: s[1],
        )
        truth = drawn_truth(piece["piece_id"])
        time_s, temp_c = true_core(
            wish_of(PieceIn(**piece["inputs"])),
            truth,
            steps,
            piece["pull_c"],
            (piece["sear_s"], piece["flip_every_s"]),
            (now - on_at).total_seconds(),
        )
        rows = []
        for n in range(1, count + 1):
            at = first + timedelta(seconds=n * EVERY_S)
            since = (at - on_at).total_seconds()
            temp = reading_of(truth, float(np.interp(since, time_s, temp_c)), at, piece["piece_id"])
            if temp is not None:
                rows.append({"sequence": int(since * 10), "at": at.isoformat(), "temp_c": temp})
        if rows:
            self._call("POST", "/api/device/readings", probe_token(piece["thermometer_id"]), {"readings": rows})
        self.sent_upto[piece["piece_id"]] = first + timedelta(seconds=count * EVERY_S)


class Command(BaseCommand):
    help = "Run the simulated probe hub against a server."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--server", default="http://127.0.0.1:8000")

    def handle(self, *args: object, server: str, **options: object) -> None:
        hub = Hub(server)
        failing = False
        while True:
            try:
                wait = hub.tick()
                failing = False
            except (urllib.error.URLError, OSError, TimeoutError) as exc:
                if not failing:
                    self.stderr.write(f"The probe hub cannot reach {server} ({exc}); it keeps trying.")
                failing, wait = True, 2.0
            time.sleep(wait)
