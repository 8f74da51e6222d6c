"""The event stream of one cook (server-sent events).

Every message carries a cursor as its id; the browser sends the last one it saw when it connects again, so nothing is
lost and nothing comes twice.
"""

from collections import Counter
from collections.abc import AsyncIterator, Iterator
from contextlib import contextmanager
from time import monotonic, thread_time

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse

from brasko.core.words import say
from brasko.web.accounts.auth import signed_in_as, still_signed_in_as
from brasko.web.common.problem import later, problem
from brasko.web.cooks.convert import newest_of, update_since
from brasko.web.cooks.models import Cook
from brasko.web.cooks.notifier import bell
from brasko.web.cooks.schemas import UpdateOut
from brasko.web.machine.store import in_store, store_version

HEARTBEAT_S = 5.0
LOOK_AGAIN_S = 60.0
"""How long a stream takes it for granted that it may go on while nothing is written to the store: a session that
expires or stands idle ends without a write. Every other end is one, and is seen at the next heartbeat."""
RETRY_MS = 1000
MAX_STREAMS = 3
"""Of one session: browsers allow six connections to a host, and a page needs some for itself."""
_open: Counter[str | None] = Counter()
"""How many streams each session has open in this process."""
SHARE, MAX_APART_S = 0.5, 6.0
"""So much of a core all streams together take for readings; no phone waits longer for one."""


class Pace:
    """How far apart updates come that readings call for, by what one costs and how many follow."""

    def __init__(self) -> None:
        self.cost_s = 0.03

    def took(self, spent_s: float) -> None:
        """What one update cost [s of a core]."""
        self.cost_s += 0.1 * (spent_s - self.cost_s)

    def apart_s(self, streams: int) -> float:
        """The time between two updates of one stream [s], while so many are open."""
        return min(streams * self.cost_s / SHARE, MAX_APART_S)


pace = Pace()
"""Of this process."""


def _next_update(request: HttpRequest, cook_id: int, cursor: str, rang: bool) -> UpdateOut | None:
    """What is new, where anything is. Raises Over where the browser may not see it any more."""
    asks = still_signed_in_as(request)
    newest = None if asks is None else newest_of(Cook.objects.filter(id=cook_id, owner=asks.owner), cursor)
    if newest is None:
        raise Over
    # a bell that rang may tell of what has no row: a forecast, another pace of the clock
    if not rang and newest == cursor:
        return None
    begun = thread_time()
    update = update_since(cook_id, cursor)
    pace.took(thread_time() - begun)
    return update


class Over(Exception):
    """Whoever follows may not any more."""


@contextmanager
def _counted(session: str | None) -> Iterator[None]:
    _open[session] += 1
    try:
        yield
    finally:
        _open[session] -= 1
        if _open[session] <= 0:
            del _open[session]


async def cook_stream(request: HttpRequest, cook_id: int) -> HttpResponse | StreamingHttpResponse:
    """Stream updates of a cook to its owner."""
    try:
        asks = await in_store(signed_in_as, request)
    except PermissionDenied as exc:
        return problem(403, "not-allowed", say("problem-not-allowed"), str(exc))
    if asks is None:
        return problem(401, "sign-in-needed", say("common-sign-in-first"), say("common-this-needs-a-signed-in-cook"))
    if not await Cook.objects.filter(id=cook_id, owner=asks.owner).aexists():
        return problem(404, "not-found", say("stream-not-found"), say("common-there-is-nothing-here-under-that"))
    cursor = request.headers.get("Last-Event-ID") or request.GET.get("after", "")
    signed_in = request.session.session_key
    if _open[signed_in] >= MAX_STREAMS:
        said = say("stream-this-browser-follows-cooks-already", most_streams=MAX_STREAMS)
        return later(said, 5)
    response = StreamingHttpResponse(_messages(request, cook_id, cursor), content_type="text/event-stream")
    response["Cache-Control"] = "no-cache, no-transform"
    response["X-Accel-Buffering"] = "no"
    return response


async def _messages(request: HttpRequest, cook_id: int, cursor: str) -> AsyncIterator[bytes]:
    """Updates until the browser leaves or may not see them any more: looked at anew before every message, and at every
    heartbeat before which anything was written."""
    with _counted(request.session.session_key), bell.listening(cook_id) as listening:
        yield f"retry: {RETRY_MS}\n\n".encode()
        rang, seen, looked_at = True, None, 0.0
        while True:
            update, version = None, None if rang else await store_version()
            if version is None or version != seen or monotonic() - looked_at > LOOK_AGAIN_S:
                seen, looked_at = version, monotonic()
                try:
                    update = await in_store(_next_update, request, cook_id, cursor, rang)
                except Over:
                    return
            told_at = monotonic()
            if update is not None:
                cursor = update.cursor
                yield f"id: {cursor}\nevent: update\ndata: {update.model_dump_json()}\n\n".encode()
            else:
                yield b": still here\n\n"
            rang = await listening.wait(HEARTBEAT_S, told_at + pace.apart_s(_open.total()))
