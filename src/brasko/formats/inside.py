"""Where in a document a field stands that the core refuses."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from brasko.core.errors import InvalidInput


@contextmanager
def inside(place: str) -> Iterator[None]:
    """Name the place of a field that the core refuses: food.thickness_mm instead of thickness_mm."""
    try:
        yield
    except InvalidInput as exc:
        raise InvalidInput(f"{place}.{exc.field}", exc.message, suggestion=exc.suggestion) from exc
