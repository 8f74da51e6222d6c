"""Whether this server can do its work: the store can be written, is up to date, and has room."""

from __future__ import annotations

import shutil

from django.conf import settings
from django.db import DatabaseError, connection, transaction
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, JsonResponse

from brasko.core.words import say
from brasko.web.common.problem import problem, store_trouble
from brasko.web.cooks.worker import forecasting
from brasko.web.machine.quotas import computing

MIN_FREE = 50 * 1024 * 1024
"""With less room on the disk the next readings may not be kept (assumed)."""
_up_to_date: set[str] = set()
"""Stores that were found up to date: that does not change while the server runs."""


def health(request: HttpRequest) -> JsonResponse:
    """200 where all is well, else the trouble as a problem document."""
    trouble = found()
    if trouble is not None:
        return trouble
    return JsonResponse({"status": "well", "waiting": computing.waiting}, headers={"Cache-Control": "no-store"})


def ready(request: HttpRequest) -> JsonResponse:
    """200 where all is well and whoever computes is there, else the trouble as a problem document."""
    if any(pool.missing() for pool in (computing, forecasting)):
        return problem(503, "no-worker", say("health-no-worker"), say("health-so-many-workers-are-missing"))
    return health(request)


def found() -> JsonResponse | None:
    """What is wrong; None where nothing is."""
    try:
        store = str(settings.DATABASES["default"]["NAME"])
        if store not in _up_to_date:
            executor = MigrationExecutor(connection)
            if executor.migration_plan(executor.loader.graph.leaf_nodes()):
                raise DatabaseError("no such table or column: migrations are pending")
            _up_to_date.add(store)
        with transaction.atomic(), connection.cursor() as cursor:
            cursor.execute("UPDATE django_migrations SET app = app WHERE id = (SELECT min(id) FROM django_migrations)")
    except DatabaseError as exc:
        return store_trouble(exc)
    free = shutil.disk_usage(settings.VAR).free
    if free < MIN_FREE:
        said = say("health-only-mb-are-free-on-this", free=free // 2**20)
        return problem(507, "disk-full", say("health-the-disk-is-nearly-full"), said)
    return None
