"""The built front end, served by WhiteNoise."""

import re
from collections.abc import AsyncIterator

from django.http import FileResponse
from whitenoise.middleware import WhiteNoiseMiddleware
from whitenoise.responders import StaticFile

_HASHED = re.compile(r"^/assets/.+-[\w-]{8}\.\w+$")


async def _chunks(handle: object, size: int = 65536) -> AsyncIterator[bytes]:
    while block := handle.read(size):  # type: ignore[attr-defined]
        yield block


class Assets(WhiteNoiseMiddleware):
    """WhiteNoise that knows Vite's hashed names, and streams without a warning under ASGI."""

    def immutable_file_test(self, path: str, url: str) -> bool:
        return bool(_HASHED.match(url))

    @staticmethod
    def serve(static_file: StaticFile, request: object) -> FileResponse:
        response = WhiteNoiseMiddleware.serve(static_file, request)
        handle = getattr(response, "file_to_stream", None)
        if handle is not None and hasattr(request, "scope"):
            response.streaming_content = _chunks(handle)
        return response
