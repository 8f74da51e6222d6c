"""Everything a household has, in one zip of open formats (see kinds)."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from datetime import datetime
from typing import IO

from django.contrib.auth.models import User
from django.utils import timezone

from brasko import __version__
from brasko.web.accounts.models import Household
from brasko.web.cooks.models import Photo, Reading
from brasko.web.moving.kinds import (
    FORMAT,
    KINDS,
    OPTIONAL_PREFERENCES,
    PICTURES,
    PREFERENCES,
    READING_COLUMNS,
    READINGS,
)


def write_household(home: Household, owner: User, to: IO[bytes]) -> None:
    """Write a household's file."""
    with zipfile.ZipFile(to, "w", zipfile.ZIP_DEFLATED, compresslevel=4) as file:
        about = {
            "format": FORMAT,
            "household": str(home.known_as),
            "made_at": timezone.now().isoformat(),
            "brasko": __version__,
            "preferences": {name: getattr(home, name) for name in (*PREFERENCES, *OPTIONAL_PREFERENCES)},
        }
        file.writestr("about.json", _json(about))
        for kind in KINDS:
            rows = kind.rows.filter(**{kind.of: owner}).order_by("pk")
            file.writestr(f"{kind.name}.json", _json([kind.told(row) for row in rows]))
        _write_pictures(file, owner)
        _write_readings(file, owner)


def _json(told: object) -> str:
    return json.dumps(told, ensure_ascii=False, separators=(",", ":"))


def _write_pictures(file: zipfile.ZipFile, owner: User) -> None:
    photos = Photo.objects.filter(cook__owner=owner).order_by("cook_id")
    file.writestr("pictures.json", _json([PICTURES.told(photo) for photo in photos.defer("jpeg")]))
    for photo in photos.iterator(20):
        file.writestr(f"pictures/{photo.cook_id}.jpg", bytes(photo.jpeg))


def _write_readings(file: zipfile.ZipFile, owner: User) -> None:
    columns = [READINGS.attributes[name] for name in READING_COLUMNS]
    cooks = Reading.objects.filter(cook__owner=owner).order_by().values_list("cook_id", flat=True).distinct()
    for cook_id in sorted(cooks):
        with file.open(f"readings/{cook_id}.csv", "w") as raw, io.TextIOWrapper(raw, "utf-8", newline="") as out:
            writer = csv.writer(out)
            writer.writerow(READING_COLUMNS)
            rows = Reading.objects.filter(cook_id=cook_id).order_by("id").values_list(*columns)
            writer.writerows([v.isoformat() if isinstance(v, datetime) else v for v in row] for row in rows.iterator())
