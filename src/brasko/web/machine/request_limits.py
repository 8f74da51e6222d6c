"""The door of the server, before anything is parsed: how large a body may be, and whether its sender still waits."""

from __future__ import annotations

import asyncio
import io
import json
import re
import threading
from collections.abc import Awaitable, Callable, Mapping, MutableMapping
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.core.handlers.asgi import ASGIRequest
from django.http import HttpRequest, HttpResponse

from brasko.core.words import say
from brasko.web.machine.store import kept_open

Scope = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[MutableMapping[str, Any]]]
Send = Callable[[MutableMapping[str, Any]], Awaitable[None]]
App = Callable[[Any, Any, Any], Awaitable[None]]

KB, MB = 1024, 1024 * 1024
"""Bytes."""
BODIES: tuple[tuple[re.Pattern[str], int], ...] = (
    (re.compile(r"^/api/cooks/\d+/photo$"), 13 * MB),
    (re.compile(r"^/api/cooks/\d+/pieces/\d+/file$"), 3 * MB),
    (re.compile(r"^/api/household/household\.zip$"), 300 * MB),
    (re.compile(r"^/api/device/readings$"), 1 * MB),
)
"""How much may be sent where, by the path."""
USUAL_BODY = 256 * KB
"""And everywhere else."""


def most_bytes(path: str) -> int:
    """How large a body may be there."""
    return next((most for pattern, most in BODIES if pattern.match(path)), USUAL_BODY)


class TooLarge(Exception):
    """A body went on for longer than it may."""


class RequestLimitMiddleware:
    """Wraps the application. What is to be told at_once has a thread of its own and stands in no line behind those who
    plan."""

    def __init__(
        self,
        app: App,
        on_stop: Callable[[], None] = lambda: None,
        at_once: Mapping[str, Callable[[HttpRequest], HttpResponse]] | None = None,
    ) -> None:
        self.app, self.on_stop, self.at_once = app, on_stop, at_once or {}
        self.thread = ThreadPoolExecutor(1, thread_name_prefix="door")

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await self._lifespan(receive, send)
            return
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        if (tell := self.at_once.get(scope["path"])) is not None:
            asked = ASGIRequest(scope, io.BytesIO())
            await _tell(send, await asyncio.get_running_loop().run_in_executor(self.thread, kept_open, tell, asked))
            return
        most = most_bytes(scope["path"])
        told = next((value for name, value in scope["headers"] if name == b"content-length"), b"0")
        if not told.isdigit() or len(told) > 12 or int(told) > most:
            await _refuse(send, most)
            return
        gone = threading.Event()
        scope["brasko.gone"] = gone
        came, begun = 0, False

        async def counted() -> MutableMapping[str, Any]:
            nonlocal came
            message = await receive()
            if message["type"] == "http.disconnect":
                gone.set()
            came += len(message.get("body", b""))
            if came > most:
                raise TooLarge
            return message

        async def watched(message: MutableMapping[str, Any]) -> None:
            nonlocal begun
            begun = True
            await send(message)

        try:
            await self.app(scope, counted, watched)
        except TooLarge:
            if not begun:
                await _refuse(send, most)

    async def _lifespan(self, receive: Receive, send: Send) -> None:
        while True:
            message = await receive()
            if message["type"] == "lifespan.shutdown":
                self.on_stop()
                await send({"type": "lifespan.shutdown.complete"})
                return
            await send({"type": "lifespan.startup.complete"})


async def _tell(send: Send, answer: HttpResponse) -> None:
    head = [(name.lower().encode(), value.encode()) for name, value in answer.items()]
    head.append((b"content-length", str(len(answer.content)).encode()))
    await send({"type": "http.response.start", "status": answer.status_code, "headers": head})
    await send({"type": "http.response.body", "body": answer.content})


async def _refuse(send: Send, most: int) -> None:
    size = say("door-mb", most=most // MB) if most >= MB else say("door-kb", most=most // KB)
    said = say("door-this-is-too-large-is-the", size=size)
    body = {"type": "urn:brasko:too-large", "title": say("door-too-large"), "status": 413, "detail": said, "errors": []}
    head = [(b"content-type", b"application/problem+json"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": 413, "headers": head})
    await send({"type": "http.response.body", "body": json.dumps(body).encode()})
