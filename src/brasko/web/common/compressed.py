"""Answers of the API made small on their way: a reference is a twelfth of its size.

Not those that hold a secret. Where an answer has a secret beside something that a stranger's page can choose, its
length tells of the secret bit by bit (CVE-2013-3587, "BREACH"): what is of accounts, links and tokens goes as it is.
"""

from __future__ import annotations

import gzip
import re
from collections.abc import Awaitable, Callable
from typing import Any, cast

import brotli
from asgiref.sync import iscoroutinefunction, markcoroutinefunction, sync_to_async
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.utils.cache import patch_vary_headers
from django.utils.decorators import sync_and_async_middleware

LEAST, LARGE = 1_000, 30_000
"""Bytes: smaller answers are not worth it, larger ones are made small in a thread."""
BROTLI_LEVEL, GZIP_LEVEL = 4, 5
"""As small as a fast one gets."""
SECRET = re.compile(
    r"^/api/(session|sessions|accounts|members|household|invitations|looks|thermometers|device)(/|$)|looks"
)
"""Where answers hold a token, a code or a link."""
KINDS = ("application/json", "application/problem+json", "text/csv", "text/calendar", "text/html", "text/plain")


def coding_for(request: HttpRequest, response: Any) -> str | None:
    """How an answer goes: "br", "gzip" or as it is."""
    if (
        isinstance(response, StreamingHttpResponse)
        or not request.path.startswith("/api/")
        or SECRET.search(request.path)
    ):
        return None
    if response.has_header("Content-Encoding") or len(response.content) < LEAST:
        return None
    if response.get("Content-Type", "").partition(";")[0] not in KINDS:
        return None
    wanted = request.headers.get("Accept-Encoding", "")
    taken = {name.strip() for name, _, q in (each.partition(";") for each in wanted.split(",")) if q.strip() != "q=0"}
    return next((coding for coding in ("br", "gzip") if coding in taken), None)


def _small(content: bytes, coding: str) -> bytes:
    if coding == "br":
        return bytes(brotli.compress(content, quality=BROTLI_LEVEL))
    return gzip.compress(content, GZIP_LEVEL)


def _put(response: HttpResponse, content: bytes, coding: str) -> HttpResponse:
    if len(content) < len(response.content):
        response.content = content
        response["Content-Encoding"] = coding
        response["Content-Length"] = str(len(content))
        if (tag := response.get("ETag", "")).startswith('"'):
            response["ETag"] = f"W/{tag}"
    patch_vary_headers(response, ("Accept-Encoding",))
    return response


@sync_and_async_middleware
def compressed(get_response: Callable[..., Any]) -> Callable[..., Any]:
    """Make answers of the API small for whoever takes them so."""
    if iscoroutinefunction(get_response):

        async def middleware(request: HttpRequest) -> HttpResponse:
            response = await cast("Awaitable[HttpResponse]", get_response(request))
            coding = coding_for(request, response)
            if coding is None:
                return response
            if len(response.content) < LARGE:
                return _put(response, _small(response.content, coding), coding)
            small = await sync_to_async(_small, thread_sensitive=False)(response.content, coding)
            return _put(response, small, coding)

        return markcoroutinefunction(middleware)

    def sync_middleware(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        coding = coding_for(request, response)
        return response if coding is None else _put(response, _small(response.content, coding), coding)

    return sync_middleware
