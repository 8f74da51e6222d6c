"""The headers of every answer: everything from this server, nothing from elsewhere, no inline script, in no frame."""

import ipaddress
from collections.abc import Callable
from typing import Any

from asgiref.sync import iscoroutinefunction, markcoroutinefunction
from django.conf import settings
from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse
from django.http.request import split_domain_port
from django.utils.decorators import sync_and_async_middleware

from brasko.core.words import say
from brasko.web.common.problem import problem
from brasko.web.machine.lan import addresses

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
        said = say("policy-this-server-does-not-go-by", name=request.headers.get("Host", "")[:80])
        return problem(400, "unknown-host", say("policy-unknown-name"), said)
    return None


YARDS = tuple(
    map(
        ipaddress.ip_network,
        ("10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "fc00::/7", "fe80::/10"),
    )
)
"""Networks of homes (RFC 1918, 3927, 4193, 4291): nobody beyond the router has such an address."""


def refused_plain(request: HttpRequest) -> HttpResponse | None:
    """Plain HTTP is served to this machine, and to the yard where that is asked for; to nobody else, half-working.

    A proxy that is known (BRASKO_PROXIES, or on this machine) has been taken out of the request before this: then the
    address is that of whoever asked it, and the scheme theirs. Where headers of one are left over, it is not known.
    """
    address, scheme = request.META.get("REMOTE_ADDR") or "127.0.0.1", request.scheme
    told, passed_on = request.headers.get("X-Forwarded-Proto"), request.headers.get("X-Forwarded-For", "")
    via = [part.strip() for part in passed_on.split(",")] if passed_on else []
    if (told is not None and told != scheme) or (via and address not in via):
        said = say("policy-the-proxy-at-is-not-known", address=address)
        return problem(403, "unknown-proxy", say("policy-a-proxy-that-is-not-known"), said)
    if scheme == "http" and f"https://{request.get_host()}" in settings.CSRF_TRUSTED_ORIGINS:
        said = say("policy-the-proxy-does-not-say", name=request.get_host())
        return problem(403, "silent-proxy", say("policy-a-proxy-that-says-nothing"), said)
    if scheme == "https" or _is_near(address, own=not settings.LOCAL):
        return None
    said = say("policy-plain-http-from-beyond-the-yard", address=address)
    return problem(403, "https-needed", say("policy-plain-http-from-beyond"), said)


def _is_near(address: str, own: bool) -> bool:
    """Whether an address is one of this machine's, or, where not its own alone, one of the yard's network."""
    try:
        found = ipaddress.ip_address(address)
    except ValueError:
        return False
    if found.is_loopback or address in addresses():
        return True
    return not own and any(found in network for network in YARDS)


HOW_IT_IS = ("/healthz", "/readyz")
"""Who watches over the machine asks these on it, by no name."""


def refused(request: HttpRequest) -> HttpResponse | None:
    """What is not even looked at; None for everything else."""
    by_name, _ = split_domain_port(request.headers.get("Host", ""))
    if request.path in HOW_IT_IS and by_name in ("127.0.0.1", "[::1]", "localhost"):
        return None
    return refused_host(request) or refused_plain(request)


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
            return with_policy(request, refused(request) or await get_response(request))

        return markcoroutinefunction(middleware)

    def sync_middleware(request: HttpRequest) -> HttpResponse:
        return with_policy(request, refused(request) or get_response(request))

    return sync_middleware
