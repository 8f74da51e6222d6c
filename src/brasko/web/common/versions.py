"""Nobody's change is written over by somebody who has not seen it.

What can be edited has a version, which goes with it to the screen and comes back as If-Match (RFC 9110, 13.1.1). Where
it is another one by then nothing is written: the answer, 412, has what is there now, and the page lets people choose.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable
from typing import Any, ClassVar

from django.core.serializers.json import DjangoJSONEncoder
from django.http import HttpRequest
from pydantic import BaseModel


class Versioned:
    """A row whose version is a digest of what can be edited of it."""

    EDITED: ClassVar[tuple[str, ...]]

    @property
    def version(self) -> str:
        """Another one after each change of what can be edited."""
        return digest_of([getattr(self, name) for name in self.EDITED])


def digest_of(told: Any) -> str:
    """A short digest of plain data."""
    written = json.dumps(told, cls=DjangoJSONEncoder, sort_keys=True)
    return hashlib.sha256(written.encode()).hexdigest()[:16]


class Stale(Exception):
    """Somebody else has changed it meanwhile: current is how it is now."""

    def __init__(self, current: Any) -> None:
        super().__init__("changed meanwhile")
        self.current = current


def unchanged(request: HttpRequest, version: str, shown: Callable[[], BaseModel]) -> None:
    """That whoever writes has seen this version, or does not say. In the transaction that writes. Raises Stale."""
    seen = request.headers.get("If-Match", "*").strip()
    if seen != "*" and f'"{version}"' not in [each.strip().removeprefix("W/") for each in seen.split(",")]:
        raise Stale(json.loads(shown().model_dump_json(by_alias=True, context={"request": request})))
