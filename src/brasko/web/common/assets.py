"""The built front end, served by WhiteNoise."""

import re
from collections.abc import AsyncIterator, Callable
from typing import Any

from asgiref.sync import iscoroutinefunction, markcoroutinefunction
from django.http import FileResponse, HttpRequest
from whitenoise.middleware import WhiteNoiseMiddleware
from whitenoise.responders import StaticFile

_HASHED = re.compile(r"^/assets/.+-[\w-]{8}\.\w+$")
"""A file whose name changes with what is in it."""


async def _chunks(handle: object, size: int = 65536) -> AsyncIterator[bytes]:
    while block := handle.read(size):  # type: ignore[attr-defined]
        yield block


class Assets(WhiteNoiseMiddleware):  # type: ignore[misc]  # its package says no types
    """WhiteNoise that knows Vite's hashed names, stays on the event loop, and streams without a warning there."""

    sync_capable = async_capable = True

    def __init__(self, get_response: Callable[[HttpRequest], Any]) -> None:
        super().__init__(get_response)
        self.is_async = iscoroutinefunction(get_response)
        if self.is_async:
            markcoroutinefunction(self)

    def __call__(self, request: HttpRequest) -> Any:
        if not self.is_async:
            return super().__call__(request)
        return self._on_the_loop(request)

    async def _on_the_loop(self, request: HttpRequest) -> Any:
        found = self.find_file(request.path_info) if self.autorefresh else self.files.get(request.path_info)
        return await self.get_response(request) if found is None else self.serve(found, request)

    def immutable_file_test(self, path: str, url: str) -> bool:
        return bool(_HASHED.match(url))

    @staticmethod
    def serve(static_file: StaticFile, request: object) -> FileResponse:
        response: FileResponse = WhiteNoiseMiddleware.serve(static_file, request)
        handle = getattr(response, "file_to_stream", None)
        if handle is not None and hasattr(request, "scope"):
            response.streaming_content = _chunks(handle)
        return response
