"""Rows of a file of JSON, one after the other: never the whole file, and no row that is larger than one can be."""

from __future__ import annotations

import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from typing import IO, Any

import ijson

MAX_ROWS, MAX_ROW = 200_000, 2 * 1024**2
"""Rows of a file, and bytes of a row: the largest that Brasko writes has half a megabyte."""
DEEPEST = 20_000
"""Lists and objects within one another, and brackets of texts; a note has four thousand characters."""
CHUNK = 64 * 1024
"""Bytes that are read at once."""
NO_JSON = (ijson.JSONError, UnicodeDecodeError, RecursionError)
"""What is raised by text that is none."""


class TooLong(Exception):
    """A file that goes on for longer than it may."""


class _Measured:
    """A part of a zip that tells how much of it was read since it was last asked."""

    def __init__(self, part: IO[bytes], most: int) -> None:
        self.part, self.left, self.since, self.deep = part, most, 0, 0

    def read(self, size: int = -1) -> bytes:
        """The next bytes. Raises TooLong where they are more than a row, or the file, may have."""
        data = self.part.read(CHUNK if size < 0 else min(size, CHUNK))
        # a header may lie about the size: no more is read than it may have
        self.left -= len(data)
        self.since += len(data)
        # brackets within text count too: a reader of JSON takes the square of the depth to go down
        self.deep += data.count(b"[") + data.count(b"{") - data.count(b"]") - data.count(b"}")
        if self.left < 0 or self.since > MAX_ROW + CHUNK or self.deep > DEEPEST:
            raise TooLong
        return data


@contextmanager
def rows_of(opened: zipfile.ZipFile, name: str, most: int) -> Iterator[Iterator[Any]]:
    """The rows of one file, of which no more than so many bytes are read; none where there is no such file.

    Going through them raises TooLong, one of NO_JSON, or ValueError where the file holds no list.
    """
    if name not in opened.NameToInfo:
        yield iter(())
        return
    with opened.open(name) as begins:
        if not begins.read(CHUNK).lstrip().startswith(b"["):
            raise ValueError(f"{name} holds no list")
    with opened.open(name) as part:
        yield _rows(_Measured(part, most))


def _rows(text: _Measured) -> Iterator[Any]:
    for n, row in enumerate(ijson.items(text, "item", buf_size=CHUNK, use_float=True), 1):
        if n > MAX_ROWS:
            raise TooLong
        text.since = 0
        yield row
