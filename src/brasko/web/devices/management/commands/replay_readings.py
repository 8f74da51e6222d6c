"""Play a recorded cook back: a CSV of readings is sent as a probe would send it, from now on."""

import json
import time
import urllib.error
import urllib.request
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from brasko.core.errors import InvalidInput
from brasko.web.devices.from_file import rows_of
from brasko.words import rendered


def recorded(path: Path) -> list[tuple[float, float, str]]:
    """Rows of a CSV as (seconds since the first, °C, channel), in the order of time. Raises CommandError naming the
    line."""
    try:
        with path.open(newline="", encoding="utf-8") as file:
            rows = rows_of(file)
    except InvalidInput as exc:
        raise CommandError(rendered(f"{path} {exc.message}")) from exc
    return [((row.at - rows[0].at).total_seconds(), row.temp_c, row.channel) for row in rows]


class Command(BaseCommand):
    help = "Send a recorded cook's readings (CSV) as if it happened now."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--token", required=True)
        parser.add_argument("--speed", type=float, default=1.0)
        parser.add_argument("--server", default="http://127.0.0.1:8000")

    def handle(self, *args: object, file: Path, token: str, speed: float, server: str, **options: object) -> None:
        rows = recorded(file)
        begun = datetime.now(UTC)
        numbers = int(begun.timestamp() * 1000)
        for n, (since, temp_c, channel) in enumerate(rows):
            due = begun + timedelta(seconds=since / speed)
            time.sleep(max((due - datetime.now(UTC)).total_seconds(), 0.0))
            reading = {"sequence": numbers + n, "at": due.isoformat(), "temp_c": temp_c, "channel": channel}
            self._send(server, token, reading)
        self.stdout.write(f"{len(rows)} readings sent.")

    def _send(self, server: str, token: str, reading: dict[str, Any]) -> None:
        """Until it is answered, as a probe does."""
        headers = {"Authorization": f"Bearer {token}", "Content-Type": "application/json"}
        request = urllib.request.Request(
            server.rstrip("/") + "/api/device/readings",
            json.dumps({"readings": [reading]}).encode(),
            headers,
            method="POST",
        )
        while True:
            try:
                with urllib.request.urlopen(request, timeout=10) as response:
                    refused = json.load(response)["refused"]
                if refused:
                    self.stderr.write(f"Refused: {refused[0]['field']} {refused[0]['message']}")
                return
            except urllib.error.HTTPError as exc:
                if exc.code < 500:
                    raise CommandError(json.load(exc).get("detail", f"The server answered {exc.code}.")) from exc
                time.sleep(1.0)
            except OSError:
                time.sleep(1.0)
