"""The event stream: complete, in order, from where the browser left off, and only for the owner."""

import asyncio
import json
from datetime import timedelta
from time import monotonic
from uuid import uuid4

import pytest
from asgiref.sync import sync_to_async
from django.db.utils import ConnectionHandler
from django.test import AsyncClient
from households import Visitor
from wording import worded

from brasko.web.cooks import stream
from brasko.web.cooks.actions.record import finish, record_event
from brasko.web.cooks.models import Cook
from brasko.web.cooks.notifier import bell
from brasko.web.cooks.schemas import EventIn
from brasko.web.cooks.stream import MAX_APART_S, Pace
from brasko.web.devices.actions import take_readings
from brasko.web.machine import store
from brasko.web.yard.models import Thermometer

pytestmark = pytest.mark.django_db(transaction=True)


def prepared() -> tuple[Visitor, Cook]:
    visitor = Visitor("ingrid")
    return visitor, Cook.objects.get(id=visitor.start(practice=True)["id"])


def add_readings(cook: Cook, first: int, count: int) -> None:
    rows = [
        {"sequence": n, "at": (cook.started_at + timedelta(seconds=n)).isoformat(), "temp_c": 20.0 + n}
        for n in range(first, first + count)
    ]
    assert len(take_readings(Thermometer.objects.get(owner=cook.owner, kind="probe"), rows).accepted) == count


async def messages(response, wanted: int, first: asyncio.Event | None = None) -> list[dict]:
    """The next updates, with the id each carried; `first` is set when one is there."""
    found: list[dict] = []
    async for chunk in response:
        lines = dict(
            line.split(": ", 1)
            for line in chunk.decode().strip().splitlines()
            if ": " in worded(line) and line[0] != ":"
        )
        if "data" in lines:
            found.append({"id": lines["id"], **json.loads(lines["data"])})
        if found and first is not None:
            first.set()
        if len(found) == wanted:
            return found
    return found


async def opened(visitor: Visitor, cook: Cook, cursor: str = "", header: str | None = None):
    client = AsyncClient()
    await sync_to_async(client.force_login)(visitor.user)
    headers = {"last-event-id": header} if header else {}
    return await client.get(f"/api/cooks/{cook.id}/stream?after={cursor}", headers=headers)


async def test_a_stream_brings_what_is_new_and_goes_on_from_its_cursor():
    visitor, cook = await sync_to_async(prepared)()
    await sync_to_async(add_readings)(cook, 0, 5)
    response = await opened(visitor, cook)
    assert response["Content-Type"] == "text/event-stream"
    (first,) = await messages(response, 1)
    assert [r["temp_c"] for r in first["readings"]] == [20.0, 21.0, 22.0, 23.0, 24.0]
    assert [e["deed"]["kind"] for e in first["events"]] == ["start"]
    await sync_to_async(add_readings)(cook, 5, 3)
    for how in ({"cursor": first["id"]}, {"cursor": "0-0", "header": first["id"]}):
        (second,) = await messages(await opened(visitor, cook, **how), 1)
        assert [r["temp_c"] for r in second["readings"]] == [25.0, 26.0, 27.0]
        assert second["events"] == []


async def test_a_recorded_mark_wakes_the_stream(monkeypatch):
    monkeypatch.setattr(stream, "HEARTBEAT_S", 30.0)
    visitor, cook = await sync_to_async(prepared)()
    response = await opened(visitor, cook)
    first = asyncio.Event()
    waiting = asyncio.create_task(messages(response, 2, first))
    await first.wait()
    mark = EventIn(client_id=uuid4(), kind="done", task="season")
    await sync_to_async(record_event)(cook, mark)
    _, woken = await asyncio.wait_for(waiting, 10)
    assert [(e["deed"]["kind"], e["deed"]["task"]) for e in woken["events"]] == [("done", "season")]
    assert next(e for e in woken["expected"] if e["key"] == "season")["state"] == "done"


async def test_the_end_of_a_cook_is_always_told():
    """The cook is read after its events, so that an update never holds the last event of a cook that seems to run."""
    visitor, cook = await sync_to_async(prepared)()
    response = await opened(visitor, cook)
    first = asyncio.Event()
    waiting = asyncio.create_task(messages(response, 2, first))
    await first.wait()
    await sync_to_async(finish)(cook)
    _, last = await asyncio.wait_for(waiting, 10)
    assert last["ended_at"] is not None
    assert [e["deed"]["kind"] for e in last["events"]] == ["finish"]


async def test_a_quiet_stream_says_that_it_is_still_here(monkeypatch):
    monkeypatch.setattr(stream, "HEARTBEAT_S", 0.05)
    visitor, cook = await sync_to_async(prepared)()
    response = await opened(visitor, cook)
    chunks = []
    async for chunk in response:
        chunks.append(chunk)
        if len(chunks) == 4:
            break
    assert chunks[0] == b"retry: 1000\n\n"
    assert chunks[3] == b": still here\n\n"


async def test_a_stream_asks_the_store_again_once_something_was_written(monkeypatch):
    """What nobody writes costs a heartbeat and no query; a session that ends by itself is noticed within the minute."""
    monkeypatch.setattr(stream, "HEARTBEAT_S", 0.02)
    versions, looks = [7], []

    async def version() -> int:
        return versions[-1]

    def look(*asked: object) -> None:
        looks.append(asked)

    monkeypatch.setattr(stream, "store_version", version)
    monkeypatch.setattr(stream, "_next_update", look)
    visitor, cook = await sync_to_async(prepared)()
    parts = aiter(await opened(visitor, cook))
    for _ in range(8):
        await anext(parts)
    # as it opens, and once more because something could have been written meanwhile
    assert len(looks) == 2
    versions.append(8)
    for _ in range(5):
        await anext(parts)
    assert len(looks) == 3
    monkeypatch.setattr(stream, "LOOK_AGAIN_S", 0.0)
    for _ in range(3):
        await anext(parts)
    assert len(looks) >= 5


def test_every_commit_changes_the_version_of_the_store(tmp_path, monkeypatch):
    databases = {"default": {"ENGINE": "django.db.backends.sqlite3", "NAME": tmp_path / "store.sqlite3"}}
    reader, writer = (ConnectionHandler(databases)["default"] for _ in range(2))
    monkeypatch.setattr(store, "connection", reader)
    with writer.cursor() as cursor:
        cursor.execute("PRAGMA journal_mode=WAL")
        cursor.execute("CREATE TABLE marks (text)")
        versions = [store._data_version()]
        for _ in range(3):
            cursor.execute("INSERT INTO marks VALUES ('flip')")
            versions += [store._data_version(), store._data_version()]
    reader.close()
    writer.close()
    assert versions[1::2] == versions[2::2]
    assert len({versions[0], *versions[1::2]}) == 4


async def test_readings_wait_a_little_where_many_follow_and_a_mark_does_not():
    with bell.listening(1) as phone:
        bell.ring(1, for_readings=True)
        begun = monotonic()
        assert await phone.wait(1.0, begun + 0.2) is True
        assert 0.19 <= monotonic() - begun < 1.0
        bell.ring(1, for_readings=True)
        bell.ring(1)
        assert await phone.wait(1.0, monotonic() + 60.0) is True
        # what is late already waits no more
        bell.ring(1, for_readings=True)
        assert await phone.wait(1.0, monotonic() - 1.0) is True
        assert await phone.wait(0.05, monotonic() + 60.0) is False


def test_all_streams_together_take_half_a_core_for_readings():
    pace = Pace()
    for _ in range(200):
        pace.took(0.05)
    assert pace.apart_s(1) == pytest.approx(0.1, rel=0.01)
    assert pace.apart_s(40) == pytest.approx(4.0, rel=0.01)
    assert pace.apart_s(4000) == MAX_APART_S


async def test_a_bell_rings_only_for_its_cook():
    with bell.listening(1) as one, bell.listening(2) as two:
        bell.ring(1)
        assert await one.wait(1.0) is True
        assert await two.wait(0.05) is False
        assert await one.wait(0.05) is False
    bell.ring(1)
