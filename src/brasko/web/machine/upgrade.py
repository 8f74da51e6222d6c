"""Bring a store up to date, with a copy made first."""

from __future__ import annotations

import shutil
import sqlite3
from collections.abc import Callable
from datetime import datetime
from pathlib import Path

COPIES_KEPT = 5
"""Copies of the store from before an upgrade; older ones go."""


class UpgradeFailed(Exception):
    """The store could not be brought up to date; it is as it was before."""


def copied(store: Path, copies: Path) -> Path:
    """A whole copy of a store that may be in use, through the database's own backup; the newest few are kept."""
    copies.mkdir(parents=True, exist_ok=True)
    copies.chmod(0o700)
    copy = copies / f"{store.stem}-{datetime.now().astimezone():%Y%m%d-%H%M%S-%f}.sqlite3"
    with sqlite3.connect(store) as source, sqlite3.connect(copy) as target:
        source.backup(target)
    source.close()
    target.close()
    copy.chmod(0o600)
    for old in sorted(copies.glob(f"{store.stem}-*.sqlite3"))[:-COPIES_KEPT]:
        old.unlink()
    return copy


def upgraded(store: Path, copies: Path, pending: int, migrate: Callable[[], None]) -> Path | None:
    """Run what is pending. Where that fails the store is put back as it was. Returns the copy, if one was needed.

    Raises UpgradeFailed.
    """
    if not pending:
        return None
    if not store.exists():
        migrate()
        return None
    copy = copied(store, copies)
    try:
        migrate()
    except Exception as exc:
        for part in (store, store.with_name(store.name + "-wal"), store.with_name(store.name + "-shm")):
            part.unlink(missing_ok=True)
        shutil.copy(copy, store)
        raise UpgradeFailed(f"{exc}. The store is as it was; its copy is {copy}.") from exc
    return copy
