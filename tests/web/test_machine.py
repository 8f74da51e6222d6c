"""Fair shares of the machine: turns, time limits, budgets, what nobody waits for, and what is too large at the door.

Cases of our own; no outside source.
"""

import asyncio
import os
import subprocess
import sys
import threading
import time
from concurrent.futures import CancelledError
from pathlib import Path

import numpy as np
import pytest
from asgiref.sync import sync_to_async
from django.http import JsonResponse
from django.test import AsyncClient, RequestFactory
from households import RIBEYE, Visitor, errors
from machine_work import burned, died_once, echoed, held, noted, own_pid, until_begun
from wording import refusing, worded

import brasko
from brasko.core.errors import InvalidInput
from brasko.core.forecast.history import Began, cook_history
from brasko.core.planner.solve.effort import effort_s
from brasko.core.planner.solve.invert import solve_piece
from brasko.core.planner.spec.piece import PieceSpec
from brasko.web.common.policy import safe_headers
from brasko.web.common.problem import Conflict
from brasko.web.common.rows import room_for
from brasko.web.cooks import worker
from brasko.web.cooks.models import Cook
from brasko.web.machine import quotas
from brasko.web.machine.now_and_then import NowAndThen
from brasko.web.machine.pool import Overdue, Pool
from brasko.web.machine.quotas import ClientGone, QuotaExceeded, TooMuch, Waiter, computed_by
from brasko.web.machine.request_limits import USUAL_BODY, RequestLimitMiddleware


@pytest.fixture(scope="module")
def one():
    pool = Pool("one", processes=1, nice=0)
    pool.start()
    pool.ask("warm", echoed, 1, limit_s=120.0).future.result(120)
    yield pool
    pool.stop()


@pytest.fixture
def apart(settings, one, monkeypatch):
    settings.COMPUTE_APART = True
    monkeypatch.setattr(quotas, "computing", one)
    quotas.forgive()
    yield one
    quotas.forgive()


def test_households_take_turns(one, tmp_path):
    """One that asks for ten things does not make another wait for all of them."""
    file, gate = str(tmp_path / "order"), tmp_path / "gate"
    jobs = [one.ask("a", held, str(gate), limit_s=60.0)]
    jobs += [one.ask("a", noted, file, f"a{n}", limit_s=60.0) for n in range(1, 6)]
    jobs += [one.ask("b", noted, file, f"b{n}", limit_s=60.0) for n in range(2)]
    gate.touch()
    for job in jobs:
        job.future.result(60)
    assert Path(file).read_text().split() == ["a1", "b0", "a2", "b1", "a3", "a4", "a5"]


def test_what_takes_too_long_is_ended_and_the_next_goes_on(one, tmp_path):
    with pytest.raises(Overdue):
        one.ask("a", held, str(tmp_path / "never"), limit_s=0.3).future.result(20)
    assert one.ask("a", echoed, 7, limit_s=60.0).future.result(60)[0] == 7


def test_who_waits_when_it_stops_is_told(tmp_path):
    """What runs and what is in line: neither is begun anew by a server that ends, nor waited for by it for ever."""
    ending = Pool("ending", processes=1, nice=0)
    ending.start()
    gate = str(tmp_path / "never")
    jobs = [ending.ask("a", held, gate, limit_s=300.0) for _ in range(2)]
    until_begun(gate)
    ending.stop()
    for job in jobs:
        with pytest.raises(Overdue):
            job.future.result(5)
    assert ending.waiting == 0


def test_what_nobody_waits_for_is_not_begun(one, tmp_path):
    file, gate = str(tmp_path / "order"), tmp_path / "gate"
    first = one.ask("a", held, str(gate), limit_s=60.0)
    second = one.ask("a", noted, file, "second", limit_s=60.0)
    one.let_go(second)
    gate.touch()
    first.future.result(60)
    with pytest.raises(CancelledError):
        second.future.result(30)
    one.ask("a", echoed, 1, limit_s=60.0).future.result(60)
    assert not Path(file).exists()


def test_a_process_that_dies_is_followed_by_another_and_the_work_done(one, tmp_path):
    before = one.ask("a", own_pid, limit_s=60.0).future.result(60)[0]
    assert one.ask("a", died_once, str(tmp_path / "died"), limit_s=60.0).future.result(60)[0] == "alive"
    assert one.ask("a", own_pid, limit_s=60.0).future.result(60)[0] != before


SERVES = """
import sys
from machine_work import held
from brasko.web.machine.pool import Pool

if __name__ == "__main__":
    Pool("killed", processes=1, nice=0).ask("a", held, sys.argv[1], limit_s=300.0).future.result(300)
"""


def is_running(pid: int) -> bool:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rsplit(") ", 1)[1][0] != "Z"
    except FileNotFoundError:
        return False


def test_no_process_outlives_a_server_that_is_killed(tmp_path):
    script = tmp_path / "serves.py"
    script.write_text(SERVES)
    paths = [str(Path(brasko.__file__).parents[1]), str(Path(__file__).parent)]
    env = {**os.environ, "PYTHONPATH": os.pathsep.join(paths)}
    gate = str(tmp_path / "never")
    with subprocess.Popen([sys.executable, script, gate], env=env) as server:
        until_begun(gate)
        pid = int(Path(f"{gate}.begun").read_text())
        assert is_running(pid)
        server.kill()
        server.wait()
        ends = time.monotonic() + 30.0
        while is_running(pid):
            assert time.monotonic() < ends, "it still computes"
            time.sleep(0.02)


def test_a_process_that_cannot_read_what_is_asked_is_replaced(one):
    job = one.ask("a", echoed, Unreadable(), limit_s=60.0)
    with pytest.raises(Exception, match=r"expired|ended|Abnormal"):
        job.future.result(60)
    assert one.ask("a", echoed, 3, limit_s=60.0).future.result(60)[0] == 3


class Unreadable:
    """Something that ends whoever unpacks it."""

    def __reduce__(self):
        return os._exit, (3,)


def test_a_refusal_comes_through_whole(apart):
    with refusing(InvalidInput, match="cut is not known") as caught:
        computed_by(Waiter("a"), 1.0, PieceSpec, "ribey", 0.038, 0.45, 57.0)
    assert (caught.value.field, caught.value.suggestion) == ("cut", "ribeye")


def test_a_budget_is_used_up_and_comes_back(apart, monkeypatch):
    monkeypatch.setattr(quotas, "_budget", quotas.RateLimitItemPerMinute(30, 1))
    assert computed_by(Waiter("greedy"), 1.0, burned, 0.4) == 0.4
    with pytest.raises(QuotaExceeded) as caught:
        computed_by(Waiter("greedy"), 1.0, echoed, 1)
    assert 1.0 <= caught.value.again_s <= 61.0
    assert computed_by(Waiter("modest"), 1.0, echoed, 1) == 1, "another household has its own"


def test_an_overdrawn_household_is_told_when_to_come_again(mara, monkeypatch):
    async def overdrawn(*_: object) -> None:
        raise QuotaExceeded(12.3)

    monkeypatch.setattr("brasko.web.machine.answers.computed_soon", overdrawn)
    answer = mara.call("POST", "/api/plans/preview", {"pieces": [RIBEYE]})
    assert (answer.status_code, answer["Retry-After"]) == (429, "13")
    assert "Nothing is lost" in worded(answer.json()["detail"])


def test_what_is_estimated_to_take_too_long_is_not_begun(apart):
    with pytest.raises(TooMuch):
        computed_by(Waiter("a"), 1e4, echoed, 1)
    assert effort_s(0.13, ranges=True) > 3.0 * effort_s(0.038, ranges=True) > effort_s(0.038, quick=True)


def test_a_browser_that_has_gone_is_not_computed_for(apart, tmp_path):
    """What it asked for would not be done before it leaves."""
    gone, gate = threading.Event(), str(tmp_path / "never")

    def leave() -> None:
        until_begun(gate)
        gone.set()

    threading.Thread(target=leave, daemon=True).start()
    with pytest.raises(ClientGone):
        computed_by(Waiter("a", gone), 1.0, held, gate)
    Path(gate).touch()
    apart.ask("a", echoed, 1, limit_s=60.0).future.result(60)


@pytest.mark.long
def test_kitchens_come_from_a_process_of_their_own(monkeypatch):
    # a test run keeps both cores busy: a process that gives way to it would wait for minutes
    monkeypatch.setattr(worker.forecasting, "nice", 0)
    spec = PieceSpec("strip", 0.032, 0.34, 54.0)
    plan = solve_piece(spec)
    so_far = cook_history(
        spec, plan.pull_c, plan.sear, [Began("gentle", 0.0), Began("wait", 1500.0), Began("sear", 1700.0)]
    )
    try:
        first = worker.simulated(1, spec, so_far, None).result(600)
        again = worker.simulated(2, spec, so_far, None).result(600)
        assert again.members == first.members > 0
        assert np.array_equal(again.ends_of, first.ends_of)
        with pytest.raises((InvalidInput, AttributeError)):
            worker.simulated(1, None, so_far, None).result(600)
    finally:
        worker.forecasting.stop()


# --- the door --------------------------------------------------------------------------------------------------------


def knocked(path: str, sizes: list[int], told: int | None = None) -> tuple[int, int]:
    """What the door answers to a body in parts, and how much of it was read."""
    read, answers = 0, []

    async def app(scope, receive, send):
        more = True
        while more:
            more = (await receive()).get("more_body", False)
        await send({"type": "http.response.start", "status": 200, "headers": []})

    async def receive():
        nonlocal read
        size = sizes.pop(0)
        read += size
        return {"type": "http.request", "body": b"x" * size, "more_body": bool(sizes)}

    async def send(message):
        answers.append(message)

    headers = [] if told is None else [(b"content-length", str(told).encode())]
    asyncio.run(RequestLimitMiddleware(app)({"type": "http", "path": path, "headers": headers}, receive, send))
    return answers[0]["status"], read


def test_the_door_reads_nothing_of_what_is_too_large():
    assert knocked("/api/plans", [10], 10) == (200, 10)
    assert knocked("/api/plans", [10], USUAL_BODY + 1) == (413, 0)
    status, read = knocked("/api/plans", [USUAL_BODY // 2] * 9)
    assert status == 413
    assert read <= 2 * USUAL_BODY, "one that does not say how large it is, is cut off"
    assert knocked("/api/cooks/1/photo", [10], 12 * 1024 * 1024)[0] == 200
    assert knocked("/api/plans", [1], -1)[0] == 413


@pytest.mark.parametrize(("host", "status"), [("localhost", 200), ("elsewhere.example", 400)])
def test_what_is_told_at_once_waits_for_no_application_and_refuses_other_names(host, status):
    """The application never answers here: twenty people who plan did not keep the health answer waiting."""
    answers = []

    async def app(scope, receive, send):
        raise AssertionError("asked")

    async def send(message):
        answers.append(message)

    door = RequestLimitMiddleware(
        app, at_once={"/healthz": safe_headers(lambda request: JsonResponse({"status": "well"}))}
    )
    scope = {"type": "http", "method": "GET", "path": "/healthz", "headers": [(b"host", host.encode())]}
    asyncio.run(door(scope, None, send))
    assert answers[0]["status"] == status
    head = dict(answers[0]["headers"])
    assert head[b"x-content-type-options"] == b"nosniff"
    assert int(head[b"content-length"]) == len(answers[1]["body"])


def a_practice_cook() -> tuple[Visitor, Cook]:
    visitor = Visitor("ingrid")
    return visitor, Cook.objects.get(id=visitor.start(practice=True)["id"])


@pytest.mark.django_db(transaction=True)
async def test_no_more_than_three_streams_a_session():
    visitor, cook = await sync_to_async(a_practice_cook)()
    client = AsyncClient()
    await sync_to_async(client.force_login)(visitor.user)
    opened = [await client.get(f"/api/cooks/{cook.id}/stream") for _ in range(3)]
    streams = [aiter(each) for each in opened]
    for each in streams:
        await anext(each)
    refused = await client.get(f"/api/cooks/{cook.id}/stream")
    assert (refused.status_code, refused.headers["Retry-After"]) == (429, "5")
    await opened[0]._iterator.aclose()
    assert (await client.get(f"/api/cooks/{cook.id}/stream")).status_code == 200


@pytest.mark.django_db(transaction=True)
async def test_a_stream_ends_with_its_session():
    visitor, cook = await sync_to_async(a_practice_cook)()
    client = AsyncClient()
    await sync_to_async(client.force_login)(visitor.user)
    stream = aiter(await client.get(f"/api/cooks/{cook.id}/stream"))
    for _ in range(2):
        await anext(stream)
    assert (await client.delete("/api/session")).status_code == 200
    rest = [part async for part in stream]
    assert not any(b"event: update" in part for part in rest[1:]), "at most what was on its way"


def test_a_household_keeps_only_so_much(mara):
    mara.plan()
    with refusing(Conflict, match="has 1 plans, the most"):
        room_for(mara.user.plans.all(), 1, "plans")


def test_unknown_keys_and_long_words_are_not_echoed(mara):
    answer = mara.call("POST", "/api/plans/preview", {"pieces": [RIBEYE], "k" * 5000: 1})
    assert answer.status_code == 422
    assert b"kkkk" not in answer.content
    assert "not known" in worded(errors(answer)["body"])


def test_a_device_may_post_so_much_a_minute(mara, monkeypatch):
    from brasko.web.devices import actions

    monkeypatch.setattr(actions, "POSTED", actions.RateLimitItemPerMinute(3, 1))
    paired = mara.call("POST", "/api/thermometers", {"name": "Leave-in"}).json()
    cook = Cook.objects.get(id=mara.start(practice=False, thermometer_id=paired["thermometer"]["id"])["id"])
    rows = [{"sequence": n, "at": cook.started_at.isoformat(), "temp_c": 20.0} for n in range(4)]

    def post(some):
        headers = {"Authorization": f"Bearer {paired['token']}"}
        return mara.call("POST", "/api/device/readings", {"readings": some}, **headers)

    assert post(rows[:3]).status_code == 200
    assert post(rows[3:]).status_code == 429


def test_requests_without_a_scope_wait_for_nobody(mara):
    request = RequestFactory().get("/")
    request.user = mara.user
    assert quotas.waiter_of(request).gone is None


def test_what_is_done_now_and_then_is_done_at_once_again_and_after_a_failure_until_it_is_ended():
    done, enough = [], threading.Event()

    def work() -> None:
        done.append(1)
        if len(done) == 2:
            raise RuntimeError("once")
        if len(done) == 4:
            enough.set()

    often = NowAndThen(work, 0.01)
    often.begin()
    assert enough.wait(30)
    often.end()
    assert "now and then" not in {thread.name for thread in threading.enumerate()}
