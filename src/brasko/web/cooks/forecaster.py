"""Watches running cooks: keeps for every piece the kitchens it is compared with and the forecast they give.

Nothing here is kept on disk: whatever is lost with the process is computed anew from the records. Kitchens are
simulated by a worker process, never inside a request; until they are there the plan's own times stand. What is known
of a piece is the core's to say (core/forecast/watch).
"""

from __future__ import annotations

import logging
import threading
from collections.abc import Callable, Sequence
from concurrent.futures import CancelledError, Future
from dataclasses import dataclass, field, replace
from datetime import datetime
from typing import cast

import numpy as np
from django.conf import settings

from brasko.core.forecast.corrections import Floats
from brasko.core.forecast.ensemble import Ensemble, SamplingRegion, ensemble
from brasko.core.forecast.history import CookHistory, cook_history
from brasko.core.forecast.readings import Reading as Seen
from brasko.core.forecast.readings import Source
from brasko.core.forecast.update import PARTS, Forecast, region_near
from brasko.core.forecast.watch import (
    CLOSER_FROM,
    Sight,
    Standing,
    closer_is_worth_it,
    foreseen,
    share_of_step,
    sight_of,
)
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats.meal_convert import wish_with_flips
from brasko.web.cooks import worker
from brasko.web.cooks.history import Story, story_of
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.notifier import bell
from brasko.web.machine.pool import LetGo

MAX_WATCHED = 400
"""So many pieces are remembered; of the one that was looked at longest ago the records are read again."""
THIN_FROM, THIN_S = 1200, 5.0
"""From so many readings on, of old ones no more than one for each source in this time [s] is kept."""

log = logging.getLogger(__name__)


@dataclass
class _Watched:
    """What is known of one piece."""

    key: tuple[object, ...] = ()
    building: Future[Ensemble] | None = None
    far: Ensemble | None = None
    near: Ensemble | None = None
    so_far: CookHistory | None = None
    near_share: float | None = None
    last_reading: int = 0
    air: bool = False
    seen: list[Seen] = field(default_factory=list)
    slipped_s: float | None = None
    forecast: Forecast | None = None
    forecast_step: str = ""
    forecast_for: tuple[object, ...] = ()
    lock: threading.RLock = field(default_factory=threading.RLock)


@dataclass(frozen=True)
class Outlook(Sight):
    """What is known of a piece on the fire now, with its story and the step that goes on."""

    story: Story
    phase: str
    step: str
    since_s: float


class Watching:
    """What this process knows of the pieces on the fire, MOST_WATCHED of them at the most."""

    def __init__(self, most: int = MAX_WATCHED) -> None:
        self._most = most
        self._lock = threading.Lock()
        self._watched: dict[int, _Watched] = {}

    def forget(self) -> None:
        """Forget everything that is watched."""
        with self._lock:
            self._watched.clear()

    def forget_cook(self, cook: Cook) -> None:
        """Forget what was seen of a cook: its readings are read again."""
        with self._lock:
            for number in cook.pieces.values_list("id", flat=True):
                self._watched.pop(number, None)

    def _of(self, piece: Piece) -> _Watched:
        with self._lock:
            kept = self._watched.pop(piece.id, None) or _Watched()
            self._watched[piece.id] = kept
            if len(self._watched) > self._most:
                self._watched.pop(next(iter(self._watched)))
        return kept

    def outlook(self, cook: Cook, piece: Piece, events: Sequence[Event], now: datetime) -> Outlook | None:
        """How a piece stands and when it will be done; None before it is on."""
        story = story_of(piece, events)
        if story.on_at is None or not story.began:
            return None
        spec = wish_for(piece)
        now_s = max((now - story.on_at).total_seconds(), 0.0)
        kept = self._of(piece)
        with kept.lock:
            _take_in(kept, piece, story)
            so_far = _so_far(cook, piece, kept, spec, story)
            forecast = _forecast(kept, story, so_far)
            if (
                kept.far is not None
                and not kept.building
                and closer_is_worth_it(forecast, so_far, now_s, kept.near_share)
            ):
                _look_closer(cook, piece, kept, spec, now_s)
            sight = sight_of(
                _standing(piece, spec, story, kept, now_s), kept.near or kept.far, forecast, kept.slipped_s
            )
            kept.slipped_s = sight.slipped_s
            return Outlook(
                **vars(sight), story=story, phase=so_far.phase, step=so_far.current.name, since_s=so_far.since_s
            )

    def standing(
        self, piece: Piece, events: Sequence[Event], now: datetime
    ) -> tuple[PieceSpec, CookHistory, Floats, float] | None:
        """What the piece is now in the likeliest kitchen (see core twin); None before it is on."""
        story = story_of(piece, events)
        if story.on_at is None or not story.began:
            return None
        spec = wish_for(piece)
        kept = self._watched.get(piece.id)
        known = None if kept is None else kept.forecast
        z = np.zeros(PARTS) if known is None else known.posterior.z
        return spec, _history(spec, story), z, max((now - story.on_at).total_seconds(), 0.0)


watching = Watching()
"""Of this process."""


def wish_for(piece: Piece) -> PieceSpec:
    """The core's wish of a piece, with the flips and the rest its plan settled on."""
    rest = piece.programme.steps[-1]
    spec = wish_with_flips(piece.asked, piece.programme.flip_every_s)
    return replace(spec, rest_s=rest.end_s - rest.start_s)


def seen_of(piece: Piece, story: Story) -> list[Seen]:
    """All that thermometers said of a piece."""
    all_of_it = _Watched()
    _take_in(all_of_it, piece, story)
    return all_of_it.seen


def _history(spec: PieceSpec, story: Story) -> CookHistory:
    return cook_history(spec, story.pull_c, story.sear, story.began, story.asides, story.changes, story.hold_s)


def _so_far(cook: Cook, piece: Piece, kept: _Watched, spec: PieceSpec, story: Story) -> CookHistory:
    """The cook until now; where it has changed, kitchens are simulated anew."""
    key = (story.began, story.asides, story.changes, story.pull_c, story.sear, story.hold_s)
    if key != kept.key or kept.so_far is None:
        kept.key, kept.so_far = key, _history(spec, story)
        _build(cook, piece, kept, spec, kept.so_far)
    return kept.so_far


def _standing(piece: Piece, spec: PieceSpec, story: Story, kept: _Watched, now_s: float) -> Standing:
    assert kept.so_far is not None
    programme = piece.programme
    slow = programme.step(kept.so_far.current.name)
    aside = [a for a in story.asides if a.end_s is None]
    return Standing(
        spec,
        kept.so_far,
        kept.seen,
        story.by_hand,
        story.lid_open,
        aside=bool(aside),
        away=any(a.kind != "high" for a in aside),
        own_sear=story.sear[0] > programme.sear_s + 1.0,
        slow_step=programme.slow_step,
        slow_s=slow.end_s - programme.step(story.began[0].step).start_s,
        battery=None if piece.thermometer is None else piece.thermometer.battery,
        now_s=now_s,
    )


def _take_in(kept: _Watched, piece: Piece, story: Story) -> None:
    """Read what is new of a piece's readings. Where no probe lies in the air, the pit's is taken for it."""
    assert story.on_at is not None
    fresh = (
        Reading.objects.filter(piece=piece, id__gt=kept.last_reading)
        .order_by("id")
        .values_list("id", "at", "temp_c", "source")
    )
    for number, at, temp_c, source in fresh:
        kept.last_reading = number
        kept.air = kept.air or source == Reading.Source.AIR
        if source == Reading.Source.PIT:
            source = "air"
            if kept.air:
                continue
        kept.seen.append(Seen((at - story.on_at).total_seconds(), temp_c, cast("Source", source)))
    if len(kept.seen) > THIN_FROM:
        kept.seen = _thinned(kept.seen)


def _thinned(seen: list[Seen]) -> list[Seen]:
    """Of old readings no more than one for each source every few seconds."""
    last = max(r.at_s for r in seen)
    spacing = max(THIN_S, last / 400.0)
    found: dict[tuple[object, ...], Seen] = {}
    for reading in seen:
        recent = reading.at_s > last - 900.0
        key = (reading.source, reading.at_s if recent else int(reading.at_s / spacing))
        found[key] = reading
    return sorted(found.values(), key=lambda r: r.at_s)


def _build(cook: Cook, piece: Piece, kept: _Watched, spec: PieceSpec, so_far: CookHistory) -> None:
    """Simulate the kitchens of a new state of things: near the likely ones where these are known."""
    key, found = kept.key, kept.forecast
    near = None if found is None or found.readings < CLOSER_FROM else region_near(found.posterior)

    def take(found: Ensemble) -> None:
        if kept.key == key:
            kept.far, kept.near, kept.near_share, kept.forecast_for = found, None, None, ()

    kept.far, kept.near, kept.near_share = None, None, None
    if kept.building is not None:
        kept.building.cancel()
    _start(cook, piece, kept, (spec, so_far, near), take)


def _look_closer(cook: Cook, piece: Piece, kept: _Watched, spec: PieceSpec, now_s: float) -> None:
    """Simulate again, near the kitchens that the readings point to."""
    found, so_far, key = kept.forecast, kept.so_far, kept.key
    assert found is not None
    assert so_far is not None
    share = share_of_step(found, so_far, now_s)

    def take(closer: Ensemble) -> None:
        if kept.key == key:
            kept.near, kept.near_share, kept.forecast_for = closer, share, ()

    _start(cook, piece, kept, (spec, so_far, region_near(found.posterior)), take)


def _start(
    cook: Cook,
    piece: Piece,
    kept: _Watched,
    what: tuple[PieceSpec, CookHistory, SamplingRegion | None],
    take: Callable[[Ensemble], None],
) -> None:
    """Have kitchens simulated, and take them up when they are there."""
    if settings.FORECASTS == "never":
        return
    if settings.FORECASTS == "at once":
        spec, so_far, near = what
        take(ensemble(spec, so_far, near, settings.FORECAST_MEMBERS))
        return
    cook_id, piece_id = cook.id, piece.id
    job = worker.simulated(cook.owner_id, *what)
    kept.building = job

    def there(done: Future[Ensemble]) -> None:
        try:
            found = done.result()
        except (CancelledError, LetGo):
            return
        except Exception:
            log.exception("No forecast for piece %s", piece_id)
            found = None
        with kept.lock:
            if kept.building is job:
                kept.building = None
            if found is not None:
                take(found)
        bell.ring(cook_id)

    job.add_done_callback(there)


def _forecast(kept: _Watched, story: Story, so_far: CookHistory) -> Forecast | None:
    """The forecast by what was read until now; computed when there is something new."""
    kitchens, step = kept.near or kept.far, so_far.current.name
    if kitchens is None:
        return kept.forecast if kept.forecast_step == step else None
    kept.forecast_step = step
    what = (id(kitchens), kept.last_reading, story.by_hand, kept.slipped_s)
    if what != kept.forecast_for:
        kept.forecast = foreseen(kitchens, kept.seen, story.by_hand, kept.slipped_s)
        kept.forecast_for = what
    return kept.forecast
