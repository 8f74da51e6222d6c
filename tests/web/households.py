"""Households with browsers of their own, and how to read a problem document."""

import json
from datetime import timedelta
from typing import Any
from uuid import uuid4

from asgiref.sync import async_to_sync
from django.contrib.auth import get_user_model
from django.test import AsyncClient, Client
from django.utils import timezone

from brasko.formats.meal import PieceIn
from brasko.web.accounts.models import Household
from brasko.web.machine.quotas import Waiter
from brasko.web.plans.actions.save_plan import save_plan
from brasko.web.plans.models import Plan
from brasko.web.plans.schemas import PlanIn
from brasko.web.yard.actions.start_yard import start_yard

RIBEYE = {"cut": "ribeye", "thickness_mm": 38.1, "crust": "light"}


class Visitor:
    """A household with a browser of its own."""

    def __init__(self, name: str) -> None:
        self.user = get_user_model().objects.create_user(name, password="charcoal-and-oak")
        Household.objects.create(user=self.user, name=f"{name} household")
        self.grill = start_yard(self.user)
        self.client = Client()
        self.client.force_login(self.user)

    def call(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        data = None if body is None else json.dumps(body)
        return self.client.generic(method, path, data or "", content_type="application/json", headers=headers)

    def plan(self, hours: float = 6.0, **piece: Any) -> Plan:
        wanted = PlanIn(eat_at=timezone.now() + timedelta(hours=hours), pieces=[PieceIn(**{**RIBEYE, **piece})])
        return save_plan(Waiter(self.user.pk), self.user, wanted)

    def start(self, plan: Plan | None = None, **how: Any) -> dict:
        plan = plan or self.plan()
        response = self.call("POST", f"/api/plans/{plan.id}/start", how)
        assert response.status_code == 201, response.content
        return response.json()

    def mark(self, cook_id: int, task: str, **more: Any) -> Any:
        body = {"client_id": str(uuid4()), "kind": "done", "task": task, **more}
        return self.call("POST", f"/api/cooks/{cook_id}/events", body)


def errors(response: Any) -> dict[str, str]:
    """Messages of a problem by the last part of their field."""
    assert response["Content-Type"] == "application/problem+json", response.content
    return {e["field"].split(".")[-1]: e["message"] for e in response.json()["errors"]}


def csv_of(visitor: Visitor, cook_id: int) -> str:
    """The readings of a cook as a browser has them once all have come."""
    client = AsyncClient()
    client.cookies = visitor.client.cookies

    async def whole() -> bytes:
        answer = await client.get(f"/api/cooks/{cook_id}/readings.csv")
        assert answer.status_code == 200
        return b"".join([part async for part in answer.streaming_content])

    return async_to_sync(whole)().decode()
