"""The content security policy: everything from this server, nothing from elsewhere, no inline script."""

from collections.abc import Callable

from asgiref.sync import iscoroutinefunction, markcoroutinefunction
from django.http import HttpRequest, HttpResponse
from django.utils.decorators import sync_and_async_middleware

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


@sync_and_async_middleware
def content_security_policy(get_response: Callable) -> Callable:
    """Add the policy to every response."""

    def with_policy(response: HttpResponse) -> HttpResponse:
        response.headers.setdefault("Content-Security-Policy", POLICY)
        return response

    if iscoroutinefunction(get_response):

        async def middleware(request: HttpRequest) -> HttpResponse:
            return with_policy(await get_response(request))

        return markcoroutinefunction(middleware)

    def sync_middleware(request: HttpRequest) -> HttpResponse:
        return with_policy(get_response(request))

    return sync_middleware
