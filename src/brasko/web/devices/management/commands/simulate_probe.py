"""Stand-ins for wireless probes, a pit controller, a hand and an infrared thermometer: a process of its own that posts
readings over HTTP with device tokens."""

import json
import random
import time
import urllib.error
import urllib.request
from datetime import datetime, timedelta
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from brasko.core.forecast.history import Aside, Began, CookHistory, FireChange, cook_history
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.practice.drills import changes_for, truth_for
from brasko.core.practice.truth import (
    Shown,
    Truth,
    battery_of,
    hand_of,
    pit_of,
    reading_of,
    surface_of,
    troubled,
    true_probe,
)
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import wish_with_flips
from brasko.web.yard.stand_ins import hub_key, probe_token

EVERY_S = 10.0
CHANNELS = ("tip", "shaft", "edge", "air")
MAX_ROWS = 1500
POLL_S = 1.0
FASTEST_POLL_S = 0.5
"""A probe reads so often, in these channels; the hub posts so many rows at once and looks so often for what is
wanted."""


class Hub:
    """Polls the scenes, works out the hidden truth, and posts what its probes would read."""

    def __init__(self, base: str) -> None:
        self.base = base.rstrip("/")
        self.sent_upto: dict[int, datetime] = {}

    def _call(self, method: str, path: str, token: str, body: dict[str, Any] | None = None) -> Any:
        data = None if body is None else json.dumps(body).encode()
        headers = {"Authorization": f"Bearer {token}", "Content-Type": "application/json"}
        request = urllib.request.Request(self.base + path, data=data, headers=headers, method=method)
        with urllib.request.urlopen(request, timeout=10) as response:
            return json.load(response)

    def tick(self) -> float:
        """One round. Returns how long to wait until the next [s]."""
        scenes = self._call("POST", "/api/device/scenes", hub_key(), {})
        for scene in scenes:
            for piece in scene["pieces"]:
                self._post_readings(scene, piece)
        fast = any(scene["speed"] > 1 for scene in scenes)
        return FASTEST_POLL_S if fast else POLL_S

    def _post_readings(self, scene: dict[str, Any], piece: dict[str, Any]) -> None:
        if piece["on_at"] is None or not piece["began"]:
            return
        on_at, now = datetime.fromisoformat(piece["on_at"]), datetime.fromisoformat(scene["now"])
        first = self.sent_upto.get(piece["piece_id"], on_at)
        count = int((now - first).total_seconds() // EVERY_S)
        if count < 1 and not piece["wanted"]:
            return
        now_s = (now - on_at).total_seconds()
        spec = wish_with_flips(PieceIn(**piece["inputs"]), piece["sear"][1])
        so_far = cook_history(
            spec,
            piece["pull_c"],
            tuple(piece["sear"]),
            [Began(*b) for b in piece["began"]],
            [Aside(*a) for a in piece["asides"]],
            changes_for(scene["drill"], [FireChange(*c) for c in piece["changes"]], now_s),
            piece["hold_s"],
        )
        truth = truth_for(scene["drill"], piece["seed"])
        shown = true_probe(spec, truth, so_far, now_s)
        self._by_hand(scene, piece, spec, truth, so_far, shown, now_s)
        rows, pit = [], []
        for n in range(1, count + 1):
            at = first + timedelta(seconds=n * EVERY_S)
            since = (at - on_at).total_seconds()
            if piece["position"] == 0:
                pit.append({"sequence": int(since * 10), "at": at.isoformat(), "temp_c": pit_of(truth, shown, since)})
            for number, channel in enumerate(CHANNELS):
                true_c = troubled(scene["trouble"], channel, since, shown.at(channel, since), shown)
                temp = None if true_c is None else reading_of(truth, true_c, at, piece["seed"], channel)
                if temp is not None:
                    rows.append(
                        {
                            "sequence": int(since * 10) * len(CHANNELS) + number,
                            "at": at.isoformat(),
                            "temp_c": temp,
                            "channel": channel,
                            "battery": battery_of(scene["trouble"], since),
                        }
                    )
        self._send(piece["thermometer_id"], rows)
        if "controller" in scene["devices"]:
            self._send(scene["devices"]["controller"], pit, scene["cook_id"])
        self.sent_upto[piece["piece_id"]] = first + timedelta(seconds=count * EVERY_S)

    def _by_hand(
        self,
        scene: dict[str, Any],
        piece: dict[str, Any],
        spec: PieceSpec,
        truth: Truth,
        so_far: CookHistory,
        shown: Shown,
        now_s: float,
    ) -> None:
        """Read once what somebody asked for."""
        dice = random.Random(f"{piece['piece_id']}-{now_s:.1f}")
        for source in piece["wanted"]:
            temp_c = hand_of(shown, now_s, dice) if source == "hand" else surface_of(spec, truth, so_far, now_s, dice)
            device = scene["devices"].get("hand" if source == "hand" else "infrared")
            if temp_c is None or device is None:
                continue
            row = {"sequence": int(now_s * 10), "at": scene["now"], "temp_c": temp_c, "piece": piece["position"] + 1}
            self._send(device, [row], scene["cook_id"])

    def _send(self, device: int, rows: list[dict[str, Any]], cook_id: int | None = None) -> None:
        for begin in range(0, len(rows), MAX_ROWS):
            body = {"readings": rows[begin : begin + MAX_ROWS], "cook": cook_id}
            self._call("POST", "/api/device/readings", probe_token(device), body)


class Command(BaseCommand):
    help = "Run the simulated probes, pit controller, hand and infrared thermometer against a server."

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
