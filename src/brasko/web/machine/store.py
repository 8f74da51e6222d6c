"""Threads of their own for what comes every second: each keeps its connection to the store open.

A thread and a connection made anew for every request cost more than the request.
"""

from __future__ import annotations

import asyncio
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import ParamSpec, TypeVar

from asgiref.sync import sync_to_async
from django.conf import settings
from django.db import DatabaseError, connection

P = ParamSpec("P")
R = TypeVar("R")

THREADS = 4
"""More than one, so that what arrives together is committed together (see together); one writes at a time."""
_threads = ThreadPoolExecutor(THREADS, thread_name_prefix="store")
_reader = ThreadPoolExecutor(1, thread_name_prefix="store-version")
"""Its connection never writes, so that what any other commits changes the version that it sees."""


async def in_store(work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """Do some work with the store off the event loop; in tests on the test's own connection."""
    if not settings.STORE_THREADS:
        return await sync_to_async(work, thread_sensitive=True)(*args, **kwargs)
    return await asyncio.get_running_loop().run_in_executor(_threads, lambda: kept_open(work, *args, **kwargs))


def kept_open(work: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """Do some work with the store in this thread, which keeps its connection."""
    try:
        return work(*args, **kwargs)
    except DatabaseError:
        # a connection that failed is not used again: the file may be another one by now
        connection.close()
        raise


async def store_version() -> int | None:
    """Return a number that changes with every commit to the store, by whatever process; None in tests, where one
    connection does everything and cannot see its own.

    Source: SQLite, PRAGMA data_version. Checked: test_every_commit_changes_the_version_of_the_store
    """
    if not settings.STORE_THREADS:
        return None
    return await asyncio.get_running_loop().run_in_executor(_reader, lambda: kept_open(_data_version))


def _data_version() -> int:
    with connection.cursor() as cursor:
        return int(cursor.execute("PRAGMA data_version").fetchone()[0])
