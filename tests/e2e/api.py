"""What a browser test sets up through the API before it looks at a page, with that page's own session."""

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

from playwright.sync_api import BrowserContext

RIBEYE = {"cut": "ribeye", "thickness_mm": 38.1}
"""The piece that an empty Plan page begins with."""
BURGERS = {"cut": "burger_80_20", "thickness_mm": 19, "method": "direct", "crust": "light", "rest": "open", "count": 4}


class Api:
    """Brasko's API, called by a browser profile as its pages call it."""

    def __init__(self, context: BrowserContext, base: str) -> None:
        self.context, self.base = context, base

    def call(self, method: str, path: str, body: dict[str, Any] | None = None) -> Any:
        """What is answered. Raises AssertionError for a refusal, with what was said."""
        token = {c["name"]: c["value"] for c in self.context.cookies(self.base)}.get("csrftoken", "")
        headers = {"X-CSRFToken": token, "Referer": self.base}
        answer = self.context.request.fetch(f"{self.base}{path}", method=method, data=body, headers=headers)
        assert answer.ok, f"{method} {path}: {answer.status} {answer.text()[:500]}"
        return answer.json() if answer.body() else None

    def sign_in(self) -> None:
        """Into the demo household."""
        self.call("GET", "/api/session")
        self.call("POST", "/api/session/demo")

    def sign_up(self, household: str, password: str = "charcoal-and-oak-9") -> None:
        """A household of its own, named as the account is."""
        self.call("GET", "/api/session")
        name = household.lower().replace(" ", "-")
        self.call("POST", "/api/accounts", {"username": name, "password": password, "household": household})

    def save_plan(self, *pieces: dict[str, Any], hours: float = 4.0) -> int:
        """Save a plan for a dinner in so many hours, of a ribeye where nothing else is said. Returns its number."""
        eat_at = (datetime.now(UTC) + timedelta(hours=hours)).isoformat()
        return self.call("POST", "/api/plans", {"eat_at": eat_at, "pieces": list(pieces) or [RIBEYE]})["id"]

    def start_cook(self, *pieces: dict[str, Any], **how: Any) -> int:
        """Start a practice cook of a new plan; nothing of it is done yet. Returns its number."""
        plan = self.save_plan(*pieces)
        return self.call("POST", f"/api/plans/{plan}/start", {"practice": True, "speed": 1, **how})["id"]

    def put_on(self, cook_id: int) -> None:
        """Mark everything that comes before the first piece is on, and that it is on."""
        cook = self.call("GET", f"/api/cooks/{cook_id}")
        done = {event["deed"].get("task") for event in cook["events"]}
        piece = cook["pieces"][0]
        for task in piece["result"]["tasks"]:
            if task["key"] not in done:
                event = {"client_id": str(uuid4()), "kind": "done", "task": task["key"], "piece_id": piece["id"]}
                self.call("POST", f"/api/cooks/{cook_id}/events", event)
            if task["step"]:
                return
