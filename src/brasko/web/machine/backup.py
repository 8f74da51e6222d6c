"""A backup of the store that is one: made while it is written to, checked, in one file; and the way back.

The file is a zip of the store (an SQLite database) and about.json (brasko/backup@1): when it was made, its digest, and
the migrations it has, so that nothing damaged and nothing newer than this Brasko is ever put in place.
"""

from __future__ import annotations

import hashlib
import json
import os
import sqlite3
import tempfile
import zipfile
from contextlib import closing
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from brasko.web.machine.upgrade import copied

FORMAT = "brasko/backup@1"
STORE, ABOUT = "store.sqlite3", "about.json"
LARGEST_BYTES = 64 * 1024**3
PATIENCE_S = 60.0
"""How long a store that is written to is waited for."""


class NotKept(Exception):
    """Why a backup could not be made or read, in a sentence that says what to do."""


@dataclass(frozen=True)
class Backup:
    """What a backup says of itself."""

    made_at: str
    sha256: str
    migrations: tuple[str, ...]


def problems(store: Path) -> list[str]:
    """What is wrong with a store, by the database's own checks; nothing where it is sound."""
    if not store.exists():
        return [f"{store} is not there."]
    try:
        with closing(sqlite3.connect(f"file:{store}?mode=ro", uri=True, timeout=PATIENCE_S)) as db:
            found = [str(row[0]) for row in db.execute("PRAGMA integrity_check")]
            lost = [
                f"{table}, row {row}: points at nothing" for table, row, *_ in db.execute("PRAGMA foreign_key_check")
            ]
    except sqlite3.DatabaseError as exc:
        return [f"{store} is no database that can be read: {exc}."]
    return [line for line in found if line != "ok"] + lost


def backup(store: Path, to: Path) -> Backup:
    """Keep a store, in use or not, in one file. The file appears whole or not at all. Raises NotKept."""
    if not store.exists():
        raise NotKept(f"There is no store at {store} to keep.")
    if not to.parent.is_dir():
        raise NotKept(f"The folder {to.parent} is not there. Make it first.")
    try:
        with tempfile.TemporaryDirectory(dir=to.parent, prefix=".brasko-") as folder:
            copy = Path(folder) / STORE
            with (
                closing(sqlite3.connect(store, timeout=PATIENCE_S)) as source,
                closing(sqlite3.connect(copy)) as target,
            ):
                source.backup(target)
            if wrong := problems(copy):
                raise NotKept(f"The store is damaged, so it was not kept over {to}: {wrong[0]}")
            told = Backup(datetime.now().astimezone().isoformat(timespec="seconds"), _digest(copy), _migrations(copy))
            made = Path(folder) / "made.zip"
            with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as file:
                file.writestr(ABOUT, json.dumps({"format": FORMAT, **told.__dict__}, indent=1))
                file.write(copy, STORE)
            made.chmod(0o600)
            with made.open("rb") as written:
                os.fsync(written.fileno())
            made.replace(to)
    except (OSError, sqlite3.Error) as exc:
        raise NotKept(f"The backup could not be made: {exc}. {to} is as it was.") from exc
    return told


def restore(store: Path, file: Path, copies: Path, known: frozenset[str]) -> Path | None:
    """Put a backup in place of a store that may be in use. Returns the copy of what was there, None where nothing was.

    known is every migration this Brasko has. Nothing is changed unless the file is whole. Raises NotKept.
    """
    with tempfile.TemporaryDirectory(prefix="brasko-") as folder:
        fresh = Path(folder) / STORE
        told = _taken_out(file, fresh)
        newer = sorted(set(told.migrations) - known)
        if newer:
            raise NotKept(f"{file} was made by a newer Brasko ({newer[0]}). Bring this one up to date first.")
        try:
            before = copied(store, copies) if store.exists() else None
            store.parent.mkdir(parents=True, exist_ok=True)
            with (
                closing(sqlite3.connect(fresh)) as source,
                closing(sqlite3.connect(store, timeout=PATIENCE_S)) as target,
            ):
                source.backup(target)
                target.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            store.chmod(0o600)
        except (OSError, sqlite3.Error) as exc:
            raise NotKept(f"The store could not be written: {exc}. Stop Brasko, and restore again.") from exc
        if wrong := problems(store):
            raise NotKept(f"What was restored is not sound: {wrong[0]} What was there before is {before}.")
    return before


def _taken_out(file: Path, to: Path) -> Backup:
    """The store of a backup, once all of it has been looked at."""
    try:
        with zipfile.ZipFile(file) as opened:
            about = json.loads(opened.read(ABOUT))
            if about.get("format") != FORMAT:
                raise NotKept(f"{file} is no backup of Brasko: its format is not {FORMAT}.")
            if opened.getinfo(STORE).file_size > LARGEST_BYTES:
                raise NotKept(f"{file} holds more than {LARGEST_BYTES // 1024**3} GiB. It is not opened.")
            with opened.open(STORE) as packed, to.open("wb") as out:
                while part := packed.read(1 << 20):
                    out.write(part)
        told = Backup(str(about["made_at"]), str(about["sha256"]), tuple(map(str, about["migrations"])))
    except FileNotFoundError as exc:
        raise NotKept(f"{file} is not there.") from exc
    except (OSError, zipfile.BadZipFile, KeyError, TypeError, ValueError, AttributeError) as exc:
        raise NotKept(f"{file} is no backup of Brasko, or it is damaged: {exc}.") from exc
    if _digest(to) != told.sha256 or problems(to):
        raise NotKept(f"{file} is damaged: what is in it is not what was kept. Take another backup.")
    return told


def _digest(file: Path) -> str:
    with file.open("rb") as read:
        return hashlib.file_digest(read, "sha256").hexdigest()


def _migrations(store: Path) -> tuple[str, ...]:
    with closing(sqlite3.connect(store)) as db:
        tables = {row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        if "django_migrations" not in tables:
            return ()
        return tuple(f"{app}.{name}" for app, name in db.execute("SELECT app, name FROM django_migrations ORDER BY id"))
