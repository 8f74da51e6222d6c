"""The description of the API (OpenAPI): made once, in another process as it takes two seconds, known by a digest."""

from __future__ import annotations

import hashlib
import json
from functools import cache

from django.http import HttpRequest, HttpResponse, HttpResponseNotModified
from ninja.responses import NinjaJSONEncoder

from brasko.web.config.api import api, for_the_signed_in
from brasko.web.machine.quotas import Waiter, computed_by

TAKES_S = 3.0


def described() -> bytes:
    """The description as JSON."""
    return json.dumps(api.get_openapi_schema(), cls=NinjaJSONEncoder).encode()


@cache
def _kept() -> tuple[bytes, str]:
    body = computed_by(Waiter("description"), TAKES_S, described)
    return body, f'"{hashlib.sha256(body).hexdigest()[:32]}"'


@for_the_signed_in
def description(request: HttpRequest) -> HttpResponse:
    """The description, or that the browser has it already."""
    body, digest = _kept()
    headers = {"ETag": digest, "Cache-Control": "private, no-cache"}
    if request.headers.get("If-None-Match", "").removeprefix("W/") == digest:
        return HttpResponseNotModified(headers=headers)
    return HttpResponse(body, content_type="application/json; charset=utf-8", headers=headers)
