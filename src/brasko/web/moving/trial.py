"""A store beside the store, in which a file is tried before anything of it is kept: nobody waits for it."""

from __future__ import annotations

import secrets
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from tempfile import TemporaryDirectory
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import DEFAULT_DB_ALIAS, connections

from brasko.web.accounts.models import Household

TRIAL = "trial"
_now: ContextVar[str | None] = ContextVar("store", default=None)


class Router:
    """Sends what is asked for within a trial to its store."""

    def db_for_read(self, model: Any, **hints: Any) -> str | None:
        """The store to read from; None for the usual one."""
        return _now.get()

    db_for_write = db_for_read


def store() -> str:
    """The alias of the store that is written to now."""
    return _now.get() or DEFAULT_DB_ALIAS


@contextmanager
def trial(home: Household, owner: User) -> Iterator[tuple[Household, User]]:
    """While open, everything is read from and written to an empty store that has this household alone."""
    usual = connections[DEFAULT_DB_ALIAS]
    with TemporaryDirectory(prefix="trial-", dir=settings.VAR) as folder:
        beside = usual.copy(TRIAL)
        beside.settings_dict |= {"NAME": f"{folder}/trial.sqlite3", "OPTIONS": {}}
        connections[TRIAL] = beside
        try:
            _set_up()
            token = _now.set(TRIAL)
            try:
                yield _put_in(home, owner)
            finally:
                _now.reset(token)
        finally:
            beside.close()
            del connections[TRIAL]


def _set_up() -> None:
    """The tables of the store, and nothing in them; numbers that nothing else has, in this process or the next."""
    with connections[DEFAULT_DB_ALIAS].cursor() as usual:
        usual.execute("SELECT name, type, sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%'")
        made = sorted(usual.fetchall(), key=lambda each: each[1] != "table")
    first = 2**50 + secrets.randbelow(2**50)
    with connections[TRIAL].cursor() as cursor:
        # it is thrown away: nothing has to outlive a power cut
        cursor.execute("PRAGMA synchronous=OFF")
        cursor.execute("PRAGMA journal_mode=OFF")
        for name, kind, sql in made:
            cursor.execute(sql)
            if kind == "table" and "AUTOINCREMENT" in sql:
                cursor.execute("INSERT INTO sqlite_sequence (name, seq) VALUES (%s, %s)", [name, first])


def _put_in(home: Household, owner: User) -> tuple[Household, User]:
    for each in (owner, home):
        copied = each._meta.model._base_manager.using(DEFAULT_DB_ALIAS).get(pk=each.pk)
        copied.save(using=TRIAL, force_insert=True)
    return Household.objects.get(pk=home.pk), User.objects.get(pk=owner.pk)
