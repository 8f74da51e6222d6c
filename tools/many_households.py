"""How many households one machine carries: each has a piece on the fire, a thermometer that posts every two seconds, and
a phone that follows its cook and opens its log now and then. More come until answers take too long or a forecast waits.

python tools/many_households.py      (prints as it goes; about ten minutes)
"""

import asyncio
import json
import os
import statistics
import sys
import tempfile
import time
from dataclasses import dataclass, field
from datetime import UTC, datetime
from pathlib import Path

import httpx

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e"), str(ROOT / "tools")]

from cook_bench import Caller, p95  # noqa: E402
from server import Kitchen  # noqa: E402

STAGES = [int(n) for n in os.environ.get("BRASKO_HOUSEHOLDS", "5,10,20,40").split(",")]
LASTS_S = 60.0
POSTS_EVERY_S, LOOKS_EVERY_S = 2.0, 10.0
PATIENCE_S = 600.0
"""So long a forecast is waited for."""


@dataclass
class Home:
    """A household with one cook on the fire."""

    caller: Caller
    cook: int
    token: str
    sent: int = 0
    at: dict[int, float] = field(default_factory=dict)
    """When each reading was posted that a phone has not seen yet, by its number in the cook."""


@dataclass
class Took:
    """Milliseconds of everything that was asked in a stage."""

    posts: list[float] = field(default_factory=list)
    looks: list[float] = field(default_factory=list)
    seen: list[float] = field(default_factory=list)
    failed: int = 0


def moved_in(base: str, n: int) -> Home:
    caller = Caller(base, f"household-{n}")
    cook, tokens = caller.start(1, f"Household {n}")
    return Home(caller, cook["id"], tokens[0])


def headers_of(home: Home) -> dict[str, str]:
    return {"Cookie": "; ".join(f"{c.name}={c.value}" for c in home.caller.jar)}


async def posts(client: httpx.AsyncClient, home: Home, took: Took, ends: float) -> None:
    bearer = {"Authorization": f"Bearer {home.token}"}
    # thermometers do not send at the same moment
    await asyncio.sleep(POSTS_EVERY_S * (0.618 * home.cook % 1.0))
    while time.monotonic() < ends:
        home.sent += 1
        row = {"sequence": home.sent, "at": datetime.now(UTC).isoformat(), "temp_c": 5.0 + 0.02 * home.sent}
        begun = time.perf_counter()
        home.at[home.sent] = begun
        answer = await client.post("/api/device/readings", json={"readings": [row]}, headers=bearer)
        took.posts.append(1000.0 * (time.perf_counter() - begun))
        took.failed += answer.status_code >= 300
        await asyncio.sleep(max(0.0, POSTS_EVERY_S - (time.perf_counter() - begun)))


async def looks(client: httpx.AsyncClient, home: Home, took: Took, ends: float) -> None:
    pages = ("/api/cooks", f"/api/cooks/{home.cook}", "/api/plans", "/api/grills")
    n = home.cook
    while time.monotonic() < ends:
        await asyncio.sleep(LOOKS_EVERY_S * (0.618 * home.cook % 1.0 if n == home.cook else 1.0))
        n += 1
        begun = time.perf_counter()
        answer = await client.get(pages[n % len(pages)], headers=headers_of(home))
        took.looks.append(1000.0 * (time.perf_counter() - begun))
        took.failed += answer.status_code >= 300


async def follows(client: httpx.AsyncClient, home: Home, took: Took, ends: float) -> None:
    stream = client.stream("GET", f"/api/cooks/{home.cook}/stream", headers=headers_of(home), timeout=None)
    async with stream as answer:
        async for line in answer.aiter_lines():
            if time.monotonic() > ends:
                return
            if not line.startswith("data: "):
                continue
            now, update = time.perf_counter(), json.loads(line[6:])
            for reading in update["readings"]:
                number = round((reading["temp_c"] - 5.0) / 0.02)
                if (posted := home.at.pop(number, None)) is not None:
                    took.seen.append(1000.0 * (now - posted))


async def stage(base: str, homes: list[Home]) -> Took:
    """So many households for a while."""
    took, ends = Took(), time.monotonic() + LASTS_S
    limits = httpx.Limits(max_connections=None, max_keepalive_connections=None)
    async with httpx.AsyncClient(base_url=base, timeout=60.0, limits=limits) as client:
        work = [each(client, home, took, ends) for home in homes for each in (posts, looks)]
        following = [asyncio.create_task(follows(client, home, took, ends)) for home in homes]
        await asyncio.gather(*work)
        for task in following:
            task.cancel()
        await asyncio.gather(*following, return_exceptions=True)
    return took


def waits(homes: list[Home], begun: float) -> float:
    """How long the last of them waited for its first forecast [s], where all begin in the same minute."""
    for home in homes:
        while time.monotonic() - begun < PATIENCE_S:
            update = home.caller.call("GET", f"/api/cooks/{home.cook}/updates?after=")
            if any(o["members"] > 0 for o in update["outlooks"]):
                break
            time.sleep(1.0)
    return time.monotonic() - begun


def main() -> int:
    print(
        "| households | posts p50 / p95 ms | looks p50 / p95 ms | seen on the phone p50 / p95 ms | failed | last first forecast |"
    )
    print("| --- | --- | --- | --- | --- | --- |", flush=True)
    with tempfile.TemporaryDirectory() as place:
        kitchen = Kitchen(Path(place))
        kitchen.env["BRASKO_COMPUTE_NICE"] = "12"
        kitchen.manage("upgrade")
        kitchen.start_server()
        try:
            homes: list[Home] = []
            for many in STAGES:
                begun = time.monotonic()
                fresh = [moved_in(kitchen.base, n) for n in range(len(homes), many)]
                homes += fresh
                last = waits(fresh, begun)
                took = asyncio.run(stage(kitchen.base, homes))
                told = [f"{statistics.median(v):.0f} / {p95(v):.0f}" for v in (took.posts, took.looks, took.seen)]
                print(f"| {many} | {' | '.join(told)} | {took.failed} | {last:.0f} s |", flush=True)
        finally:
            kitchen.stop()
    return 0


if __name__ == "__main__":
    sys.exit(main())
