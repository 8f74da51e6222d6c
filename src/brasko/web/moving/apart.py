"""A household's file read by a process of its own, held to so much memory and time: the server only waits for it."""

from __future__ import annotations

import json
import os
import resource
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import asdict, dataclass
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import IO, Any, cast

from django.conf import settings
from django.contrib.auth.models import User
from django.core.files.uploadedfile import UploadedFile
from django.db import connections
from pebble import ProcessExpired

from brasko.core.errors import InvalidInput
from brasko.core.words import quantity, say
from brasko.web.accounts.models import Household
from brasko.web.common.problem import Conflict
from brasko.web.machine.pool import LetGo, Overdue, Pool
from brasko.web.moving.importer import Moved, read_household

LONGEST_S = 1200.0
"""A file that takes longer is not read: one of 300 cooks takes some two minutes."""
MAX_MEMORY = 768 * 1024**2
"""Bytes that reading a file may take beside what the process has; one of 300 cooks takes a quarter."""

moving = Pool("households' files", processes=1, nice=settings.COMPUTE_NICE + 3)
"""One at a time, behind whatever somebody waits for at a screen."""


@dataclass(frozen=True)
class Progress:
    """How far a file is: what is being done with it, how many of it are done, of how many."""

    stage: str
    done: int
    of: int


WAITING = Progress("waiting", 0, 0)
_going: dict[int, Path] = {}
"""Where each household's file that is read now tells how far it is."""


def progress_of(home: Household) -> Progress | None:
    """How far a household's file is; None where none is read."""
    told = _going.get(home.pk)
    if told is None:
        return None
    try:
        return Progress(**json.loads(told.read_text()))
    except FileNotFoundError:
        return WAITING


def bring_in(home: Household, owner: User, upload: UploadedFile[Any]) -> Moved:
    """Add what a file has and the household has not. Raises InvalidInput on file, or Conflict where one is read."""
    if not settings.COMPUTE_APART:
        return read_household(home, owner, cast("IO[bytes]", upload.file))
    with TemporaryDirectory(prefix="moving-", dir=settings.VAR) as folder:
        file, told = Path(folder) / "household.zip", Path(folder) / "progress.json"
        if _going.setdefault(home.pk, told) is not told:
            raise Conflict(say("moving-another-file-is-read"), "file")
        try:
            with file.open("wb") as kept:
                for chunk in upload.chunks():
                    kept.write(chunk)
            job = moving.ask(home.pk, _brought, home.pk, owner.pk, str(file), str(told), limit_s=LONGEST_S)
            added, _ = job.future.result()
        except LetGo:
            raise
        except Overdue:
            minutes = quantity.number(LONGEST_S / 60)
            raise InvalidInput("file", say("moving-took-too-long", minutes=minutes)) from None
        except ProcessExpired:
            raise InvalidInput("file", say("into-unpacks-to-too-much")) from None
        finally:
            del _going[home.pk]
    return Moved(added)


def _brought(home: int, owner: int, file: str, told: str) -> dict[str, int]:
    """In the process: read the file, and tell how far it is."""

    def tell(*progress: object) -> None:
        new = Path(f"{told}.new")
        new.write_text(json.dumps(dict(zip(("stage", "done", "of"), progress, strict=True))))
        os.replace(new, told)

    try:
        with held_to(MAX_MEMORY), Path(file).open("rb") as opened:
            household, account = Household.objects.get(pk=home), User.objects.get(pk=owner)
            return dict(asdict(read_household(household, account, opened, tell))["added"])
    finally:
        connections.close_all()


@contextmanager
def held_to(more: int) -> Iterator[None]:
    """While open, this process cannot take more memory [bytes] than it has: asking for it raises MemoryError."""
    soft, hard = resource.getrlimit(resource.RLIMIT_DATA)
    status = Path("/proc/self/status").read_text()
    has = next(int(line.split()[1]) * 1024 for line in status.splitlines() if line.startswith("VmData"))
    resource.setrlimit(resource.RLIMIT_DATA, (has + more, hard))
    try:
        yield
    finally:
        resource.setrlimit(resource.RLIMIT_DATA, (soft, hard))
