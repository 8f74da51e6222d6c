"""The headers of every answer: everything from this server, nothing from elsewhere, no inline script, in no frame."""

from collections.abc import Callable
from typing import Any

from asgiref.sync import iscoroutinefunction, markcoroutinefunction
from django.conf import settings
from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse
from django.utils.decorators import sync_and_async_middleware

from brasko.core.words import say
from brasko.web.common.problem import problem

POLICY = "; ".join(
    [
        "default-src 'self'",
        "script-src 'self'",
        # Radix positions its floating parts with style attributes
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data: blob:",
        "font-src 'self'",
        "connect-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "frame-ancestors 'none'",
        "form-action 'self'",
    ]
)
"""What a page may load, and from where."""


HEADERS = {
    "Content-Security-Policy": POLICY,
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Permissions-Policy": "camera=(), geolocation=(), microphone=(), payment=(), usb=(), screen-wake-lock=(self)",
    **(
        {"Strict-Transport-Security": f"max-age={settings.SECURE_HSTS_SECONDS}"} if settings.SECURE_HSTS_SECONDS else {}
    ),
}
"""One pass for all of them: each middleware more is a change of threads in every request."""


def refused_host(request: HttpRequest) -> HttpResponse | None:
    """A request for a name that this server does not have is answered here: a stranger's page may have sent it."""
    try:
        request.get_host()
    except DisallowedHost:
        return problem(400, "unknown-host", say("policy-unknown-name"), say("policy-this-server-does-not-go-by"))
    return None


@sync_and_async_middleware
def safe_headers(get_response: Callable[..., Any]) -> Callable[..., Any]:
    """Add them to every response, and refuse what is meant for another server."""

    def with_policy(request: HttpRequest, response: HttpResponse) -> HttpResponse:
        for name, value in HEADERS.items():
            response.headers.setdefault(name, value)
        if request.path.startswith("/api/"):
            # a household's data stay in no cache of a browser that somebody else may use
            response.headers.setdefault("Cache-Control", "no-store")
        return response

    if iscoroutinefunction(get_response):

        async def middleware(request: HttpRequest) -> HttpResponse:
            return with_policy(request, refused_host(request) or await get_response(request))

        return markcoroutinefunction(middleware)

    def sync_middleware(request: HttpRequest) -> HttpResponse:
        return with_policy(request, refused_host(request) or get_response(request))

    return sync_middleware
