"""Django's own middlewares for sessions, forged requests and sign-in, without a change of threads in every request.

Under ASGI each of their steps would be taken to a thread and back. None of the steps taken here on the event loop waits
for anything: a session is read by whoever asks for it, and what has to be written still is written in a thread.
"""

from __future__ import annotations

from collections.abc import Awaitable
from typing import cast

from asgiref.sync import sync_to_async
from django.contrib.auth.middleware import AuthenticationMiddleware
from django.contrib.sessions.middleware import SessionMiddleware
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import CsrfViewMiddleware


class Sessions(SessionMiddleware):
    """Writes only where something has changed."""

    async def __acall__(self, request: HttpRequest) -> HttpResponse:
        self.process_request(request)
        response = await cast("Awaitable[HttpResponse]", self.get_response(request))
        if request.session.modified:
            return await sync_to_async(self.process_response, thread_sensitive=True)(request, response)
        return self.process_response(request, response)


class Csrf(CsrfViewMiddleware):
    """The token is in a cookie: nothing is waited for."""

    async def __acall__(self, request: HttpRequest) -> HttpResponse:
        self.process_request(request)
        answered = await cast("Awaitable[HttpResponse]", self.get_response(request))
        return cast("HttpResponse", self.process_response(request, answered))


class SignedInUser(AuthenticationMiddleware):
    """The user is looked up when somebody asks for it."""

    async def __acall__(self, request: HttpRequest) -> HttpResponse:
        self.process_request(request)
        return await cast("Awaitable[HttpResponse]", self.get_response(request))
