"""Answers that are computed and written out in another process: this one only passes them on."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse
from pydantic import BaseModel

from brasko.web.machine.quotas import computed_soon, waiter_of


def written(work: Callable[..., BaseModel], *args: Any) -> bytes:
    """What some work tells, as JSON."""
    return work(*args).model_dump_json(by_alias=True).encode()


async def computed_answer(
    request: HttpRequest, estimate_s: float, work: Callable[..., BaseModel], *args: Any
) -> HttpResponse:
    """Have an answer computed for whoever asks, in their share of the machine."""
    body = await computed_soon(waiter_of(request), estimate_s, written, work, *args)
    return HttpResponse(body, content_type="application/json; charset=utf-8")
