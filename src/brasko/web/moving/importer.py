"""A household's file read into a household, here or on another machine. Read twice, it adds nothing."""

from __future__ import annotations

import json
import zipfile
import zlib
from collections import defaultdict
from collections.abc import Callable, Collection, Iterator, Mapping
from dataclasses import dataclass, field
from itertools import islice
from typing import IO, Any
from uuid import UUID

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from pydantic import ValidationError as NotReadable

from brasko.core.errors import BraskoError, InvalidInput
from brasko.core.words import say
from brasko.web.accounts.models import Household
from brasko.web.accounts.schemas import Preferences
from brasko.web.cooks.models import Cook, Event, Photo, Piece
from brasko.web.lab.models import Experiment
from brasko.web.moving.kinds import FORMAT, KINDS, OPTIONAL_PREFERENCES, PICTURES, PREFERENCES, SHOWN, Kind
from brasko.web.moving.models import Brought
from brasko.web.moving.readings import NOT_ONE, Row, files_of, keep_new, lines_of, readings_of
from brasko.web.moving.rows import NO_JSON, TooLong, rows_of
from brasko.web.moving.trial import store, trial
from brasko.web.plans.models import Plan, PlanPiece
from brasko.web.plans.stored import held_to_its_figure
from brasko.web.tables.models import Table
from brasko.web.yard.models import Grill, LaidFire, Pan, Thermometer

MAX_FILES, MAX_JSON, MAX_PICTURE, MAX_BYTES = 20_000, 200 * 1024**2, 2 * 1024**2, 2 * 1024**3
"""Files of a zip, bytes of one of JSON or CSV, of a picture, and of all of them unpacked."""
MAX_ABOUT = 64 * 1024
"""Bytes of what a file tells of itself."""
AT_ONCE = 50
"""Rows that are kept at once: others write in between."""
LARGEST_NUMBER = 2**62
"""No row has a larger one."""
_CAUGHT = (ValidationError, NotReadable, BraskoError, ValueError, TypeError, KeyError, AttributeError, OverflowError)
"""What a document says that is none."""


Told = Callable[[str, int, int], None]
"""Is told how far it is: what is being done, how many of it are done, of how many."""


@dataclass
class Moved:
    """What came of a file: how many of each kind were added."""

    added: dict[str, int] = field(default_factory=dict)

    def more(self, kind: str, count: int) -> None:
        """Count what was added; a kind of which nothing came is not told."""
        if count:
            self.added[kind] = self.added.get(kind, 0) + count


def read_household(home: Household, owner: User, file: IO[bytes], told: Told = lambda *_: None) -> Moved:
    """Add what a file has and the household has not. Raises InvalidInput on file: nothing is added then.

    All of it is read into a store of its own and looked through there first. Then it is kept some rows at a time, so
    that others can write in between; where the machine stops on the way, the same file read again adds the rest.
    """
    moved = Moved()
    try:
        with zipfile.ZipFile(file) as opened:
            _look_at(opened)
            source = _about(opened)
            with trial(home, owner) as (copied, its_owner):
                tried = _Into(copied, its_owner, source["household"], opened, Moved())
                for n, kind in enumerate(KINDS):
                    told("looking", n, len(KINDS) + 1)
                    tried.add(kind)
                tried.add_pictures()
                told("looking", len(KINDS), len(KINDS) + 1)
                tried.look_through()
            into = _Into(home, owner, source["household"], opened, moved)
            into.make_room(source["preferences"])
            for n, kind in enumerate(KINDS):
                told("keeping", n, len(KINDS))
                into.add(kind)
            into.add_pictures()
            into.add_readings(told)
    except MemoryError as exc:
        raise _wrong(say("into-unpacks-to-too-much")) from exc
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, UnicodeDecodeError) as exc:
        raise _wrong(say("into-is-no-zip")) from exc
    return moved


def _wrong(said: str) -> InvalidInput:
    return InvalidInput("file", said)


def _unread(name: str, row: int, exc: Exception) -> InvalidInput:
    return _wrong(say("into-a-row-cannot-be-read", name=name, row=row, said=_said(exc)))


def _look_at(opened: zipfile.ZipFile) -> None:
    """That a zip unpacks to something that can be read. Raises InvalidInput."""
    told = opened.infolist()
    if len(told) > MAX_FILES or sum(each.file_size for each in told) > MAX_BYTES:
        raise _wrong(say("into-unpacks-to-too-much"))
    if any(each.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED) for each in told):
        raise _wrong(say("into-is-no-zip"))
    for each in told:
        most = MAX_PICTURE if each.filename.startswith("pictures/") else MAX_JSON
        if each.file_size > most:
            raise _wrong(say("into-holds-a-file-that-is-too-large", name=each.filename[:60]))


def _about(opened: zipfile.ZipFile) -> dict[str, Any]:
    try:
        with opened.open("about.json") as part:
            about = json.loads(part.read(MAX_ABOUT))
    except KeyError:
        about = None
    except (ValueError, RecursionError) as exc:
        raise _wrong(say("into-is-no-json", name="about.json")) from exc
    if not isinstance(about, dict) or about.get("format") != FORMAT:
        raise _wrong(say("into-is-not-of-the-format", format=FORMAT))
    try:
        preferences = {name: about["preferences"][name] for name in PREFERENCES}
        preferences |= {name: about["preferences"].get(name) for name in OPTIONAL_PREFERENCES}
        return {
            "household": UUID(about["household"]),
            "preferences": Preferences.model_validate(preferences).model_dump(exclude_none=True),
        }
    except _CAUGHT as exc:
        raise _unread("about.json", 1, exc) from exc


def _said(exc: Exception) -> str:
    if isinstance(exc, ValidationError):
        return "; ".join(exc.messages)[:200]
    if isinstance(exc, NotReadable):
        first = exc.errors(include_url=False, include_input=False)[0]
        return f"{'.'.join(map(str, first['loc'][:6]))}: {first['msg']}"[:200]
    return str(exc)[:200]


@dataclass(frozen=True)
class _Fresh:
    """A row that is not here yet: its number in the file, and the hours that its table would write by itself."""

    theirs: int
    row: Any
    hours: Mapping[str, Any]


class _Into:
    """One reading of a file.

    numbers     what a row of the file is here, by kind
    touched     rows here that are new, or that something new points at, by kind
    """

    def __init__(self, home: Household, owner: User, source: UUID, opened: zipfile.ZipFile, moved: Moved) -> None:
        self.home, self.owner, self.source, self.opened, self.moved = home, owner, source, opened, moved
        self.numbers: dict[str, dict[int, int]] = {}
        self.touched: dict[str, set[int]] = defaultdict(set)

    def make_room(self, preferences: Mapping[str, Any]) -> None:
        """Where the household has nothing of its own yet, it becomes the one of the file: what it began with goes."""
        used = any(model._base_manager.filter(owner=self.owner).exists() for model in (Plan, Cook, Table, Experiment))
        if used or Brought.objects.filter(household=self.home).exists():
            return
        for began_with in (Grill, Pan, LaidFire, Thermometer):
            began_with._base_manager.filter(owner=self.owner).delete()
        Household.objects.filter(id=self.home.id).update(**preferences)

    def add(self, kind: Kind) -> None:
        """Add the rows of a kind that are not here yet."""
        self.numbers[kind.name] = self._here(kind)
        recorded = self._recorded() if kind.model is Event else frozenset()
        made = self._fresh(kind, recorded)
        while batch := list(islice(made, AT_ONCE)):
            self._keep(kind, batch)

    def _fresh(self, kind: Kind, recorded: Collection[tuple[int, UUID]]) -> Iterator[_Fresh]:
        """The rows that are not here yet, made one after the other."""
        known, met = frozenset(self.numbers[kind.name]), set[int]()
        for n, row in self._rows(kind):
            try:
                number = _number(row["id"])
                if number in met:
                    raise ValidationError(f"the number {number} is in it twice")
                met.add(number)
                if number in known:
                    continue
                fresh = self._made(kind, number, row)
            except _CAUGHT as exc:
                raise _unread(f"{kind.name}.json", n, exc) from exc
            # events are known by what their sender called them: a cook that went on since has some more
            if kind.model is not Event or (fresh.row.cook_id, fresh.row.client_id) not in recorded:
                yield fresh

    def _keep(self, kind: Kind, fresh: list[_Fresh]) -> None:
        """Keep some rows, and what is known of them."""
        try:
            with transaction.atomic(using=store()):
                kind.model._base_manager.bulk_create([each.row for each in fresh])
                for each in fresh:
                    if each.hours:
                        kind.rows.filter(pk=each.row.pk).update(**each.hours)
                if kind.model is not Event:
                    self._remember(kind, fresh)
        except IntegrityError as exc:
            raise _unread(f"{kind.name}.json", fresh[0].theirs, exc) from exc
        self.numbers[kind.name].update({each.theirs: each.row.pk for each in fresh})
        self.touched[kind.name].update(each.row.pk for each in fresh)
        for pointing, at in kind.points.items():
            self.touched[at].update(getattr(each.row, kind.attributes[pointing]) for each in fresh)
        self.moved.more(kind.name, len(fresh))

    def _rows(self, kind: Kind) -> Iterator[tuple[int, Any]]:
        """The rows of a kind as the file has them, each with its place. Raises InvalidInput where they cannot be
        read."""
        name = f"{kind.name}.json"
        try:
            with rows_of(self.opened, name, MAX_JSON) as rows:
                yield from enumerate(rows, 1)
        except TooLong as exc:
            raise _wrong(say("into-holds-a-file-that-is-too-large", name=name)) from exc
        except (*NO_JSON, ValueError) as exc:
            raise _wrong(say("into-is-no-json", name=name)) from exc

    def _here(self, kind: Kind) -> dict[int, int]:
        """Rows of the file that are here already, by their numbers: read before, or this household's own."""
        there = set(kind.rows.filter(**{kind.of: self.owner}).values_list("pk", flat=True))
        if self.source == self.home.known_as:
            return {pk: pk for pk in there}
        brought = Brought.objects.filter(household=self.home, source=self.source, kind=kind.name)
        return {theirs: ours for theirs, ours in brought.values_list("theirs", "ours") if ours in there}

    def _recorded(self) -> frozenset[tuple[int, UUID]]:
        """Events that are here already."""
        return frozenset(Event.objects.filter(cook__owner=self.owner).values_list("cook_id", "client_id"))

    def _remember(self, kind: Kind, fresh: list[_Fresh]) -> None:
        """What was read before and taken away since is read anew, and known by its new number."""
        brought = Brought.objects.filter(household=self.home, source=self.source, kind=kind.name)
        anew = set(brought.values_list("theirs", flat=True)) & {each.theirs for each in fresh}
        brought.filter(theirs__in=anew).delete()
        Brought.objects.bulk_create(
            Brought(household=self.home, source=self.source, kind=kind.name, theirs=each.theirs, ours=each.row.pk)
            for each in fresh
        )

    def _made(self, kind: Kind, theirs: int, row: Mapping[str, Any]) -> _Fresh:
        values = kind.read(row)
        for pointing, at in kind.points.items():
            of = kind.attributes[pointing]
            if values[of] is None:
                continue
            ours = self.numbers[at].get(values[of])
            if ours is None and of != pointing:
                raise ValidationError(f"{pointing} points at {values[of]}, which is not in {at}.json")
            # what was learned of a cook that is gone since stands for itself, under a number that nothing has
            values[of] = ours if ours is not None else -self.home.pk * 10**9 - theirs
        if kind.of == "owner":
            values["owner_id"] = self.owner.pk
        made = kind.model(**values)
        if isinstance(made, Thermometer):
            made.give_token()
            made.revoked_at = made.paired_at = values["paired_at"]
        elif isinstance(made, Experiment) and made.state in (Experiment.State.WAITING, Experiment.State.RUNNING):
            made.state = Experiment.State.STOPPED
        elif isinstance(made, Piece):
            # the hidden kitchen of a practice hangs on the number that the piece had
            made.truth_of = values["truth_of"] or theirs
        if isinstance(made, PlanPiece | Piece):
            made.result = held_to_its_figure(made.asked, made.result)
        return _Fresh(theirs, made, {name: values[name] for name in kind.written_by_itself})

    def add_pictures(self) -> None:
        """Pictures of cooks that have none here."""
        taken = set(Photo.objects.filter(cook__owner=self.owner).values_list("cook_id", flat=True))
        for n, row in self._rows(PICTURES):
            try:
                values = PICTURES.read(row)
                cook = self.numbers["cooks"][values.pop("cook_id")]
                if cook in taken:
                    continue
                with self.opened.open(f"pictures/{int(row['cook'])}.jpg") as part:
                    jpeg = part.read(MAX_PICTURE)
                if not jpeg.startswith(b"\xff\xd8\xff"):
                    raise ValidationError("is no JPEG")
            except _CAUGHT as exc:
                raise _wrong(say("into-a-row-cannot-be-read", name="pictures.json", row=n, said=_said(exc))) from exc
            Photo.objects.create(cook_id=cook, jpeg=jpeg, **values)
            taken.add(cook)
            self.moved.more("pictures", 1)

    def look_through(self) -> None:
        """That all that is new can be shown, and every reading read, before anything is kept. Raises InvalidInput."""
        for kind, shown in SHOWN.items():
            for n, ours in enumerate(self.numbers[kind.name].values(), 1):
                if ours not in self.touched[kind.name]:
                    continue
                try:
                    shown(kind.rows.get(pk=ours))
                except _CAUGHT as exc:
                    raise _unread(f"{kind.name}.json", n, exc) from exc
        for name, _ in files_of(self.opened, self.numbers["cooks"]):
            for _ in self._readings(name):
                pass

    def add_readings(self, told: Told) -> None:
        """Readings that are not here yet."""
        files = list(files_of(self.opened, self.numbers["cooks"]))
        for n, (name, cook) in enumerate(files):
            told("readings", n, len(files))
            self.moved.more("readings", keep_new(cook, self._readings(name)))

    def _readings(self, name: str) -> Iterator[Row]:
        with lines_of(self.opened, name) as lines:
            try:
                yield from readings_of(lines, self.numbers["pieces"], self.numbers["thermometers"])
            except NOT_ONE as exc:
                raise _unread(name, lines.line_num, exc) from exc


def _number(raw: Any) -> int:
    if not isinstance(raw, int) or isinstance(raw, bool) or not 0 < raw < LARGEST_NUMBER:
        raise ValidationError("its id is no number of a row")
    return raw
