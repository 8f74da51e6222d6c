"""Watches running cooks: keeps for every piece the kitchens it is compared with and the forecast they give.

Nothing here is kept on disk: whatever is lost with the process is computed anew from the records. Kitchens are
simulated by a worker process, never inside a request; until they are there the plan's own times stand.
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

from brasko.core.forecast.corrections import Floats, twin
from brasko.core.forecast.ensemble import Ensemble, SamplingRegion, ensemble
from brasko.core.forecast.faults import Fault, faults
from brasko.core.forecast.history import CookHistory, cook_history
from brasko.core.forecast.readings import Reading as Seen
from brasko.core.forecast.readings import Source
from brasko.core.forecast.searing import SearCoach, sear_coach
from brasko.core.forecast.update import Forecast, early_gap_k, forecast_of, region_near
from brasko.core.forecast.why import probe_off_m, why
from brasko.core.planner.wish import Wish
from brasko.core.words import say
from brasko.formats.meal_convert import wish_with_flips
from brasko.web.cooks import worker
from brasko.web.cooks.bell import ring
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.cooks.story import Story, story_of

MOST_WATCHED = 400
CLOSER_FROM = 24
CLOSER_SHARE, CLOSER_AGAIN = 0.18, 0.22
"""Kitchens near the likely ones are simulated from this share of a step on, and again after so much more of it."""
THIN_FROM, THIN_S = 1200, 5.0
FALLEN_K, FALLEN_FOR = 0.4, 6
BACK_K = 3.0
COACHED_S = 240.0
"""A cook that is all sear is coached so long before its end."""
SLIPPED_WORDS = say("watch-the-probe-is-not-in-the")
SLIPPED_ADVICE = say("watch-put-it-back-in-from-the")
"""Said as long as a probe is out of its place."""

log = logging.getLogger(__name__)
_lock = threading.Lock()
_watched: dict[int, _Watched] = {}


@dataclass
class _Watched:
    key: tuple[object, ...] = ()
    building: Future[Ensemble] | None = None
    far: Ensemble | None = None
    near: Ensemble | None = None
    so_far: CookHistory | None = None
    near_share: float = 0.0
    last_reading: int = 0
    air: bool = False
    seen: list[Seen] = field(default_factory=list)
    slipped_s: float | None = None
    forecast: Forecast | None = None
    forecast_step: str = ""
    forecast_for: tuple[object, ...] = ()
    lock: threading.RLock = field(default_factory=threading.RLock)


@dataclass(frozen=True)
class Outlook:
    """What is known of a piece on the fire now. Times count from putting it on [s]."""

    story: Story
    phase: str
    step: str
    since_s: float
    forecast: Forecast | None
    why: str
    faults: tuple[Fault, ...]
    probe_off_m: float | None
    coach: SearCoach | None
    peak_s: float | None
    slice_now: bool
    at_least_s: float


def forget() -> None:
    """Forget everything that is watched; for tests."""
    with _lock:
        _watched.clear()


def forget_cook(cook: Cook) -> None:
    """Forget what was seen of a cook: its readings are read again."""
    with _lock:
        for number in cook.pieces.values_list("id", flat=True):
            _watched.pop(number, None)


def wish_for(piece: Piece) -> Wish:
    """The core's wish of a piece, with the flips and the rest its plan settled on."""
    rest = piece.programme.steps[-1]
    wish = wish_with_flips(piece.asked, piece.programme.flip_every_s)
    return replace(wish, rest_s=rest.end_s - rest.start_s)


def outlook(cook: Cook, piece: Piece, events: Sequence[Event], now: datetime) -> Outlook | None:
    """How a piece stands and when it will be done; None before it is on."""
    story = story_of(piece, events)
    if story.on_at is None or not story.began:
        return None
    wish = wish_for(piece)
    now_s = max((now - story.on_at).total_seconds(), 0.0)
    with _lock:
        kept = _watched.setdefault(piece.id, _Watched())
        if len(_watched) > MOST_WATCHED:
            _watched.pop(next(iter(_watched)))
    with kept.lock:
        _take_in(kept, piece, story)
        key = (story.began, story.asides, story.changes, story.pull_c, story.sear, story.hold_s)
        if key != kept.key:
            so_far = cook_history(
                wish, story.pull_c, story.sear, story.began, story.asides, story.changes, story.hold_s
            )
            kept.key, kept.so_far = key, so_far
            _build(cook.owner_id, cook.id, piece.id, kept, wish, so_far, key)
        assert kept.so_far is not None
        forecast = _forecast(kept, story)
        if (forecast is not None and kept.near is None) or _much_further(kept, now_s):
            _look_closer(cook.owner_id, cook.id, piece.id, kept, wish, now_s)
        return _outlook(cook, piece, wish, story, kept, forecast, now_s)


def standing(piece: Piece, events: Sequence[Event], now: datetime) -> tuple[Wish, CookHistory, Floats, float] | None:
    """What the piece is now in the likeliest kitchen (see core twin); None before it is on."""
    story = story_of(piece, events)
    if story.on_at is None or not story.began:
        return None
    wish = wish_for(piece)
    so_far = cook_history(wish, story.pull_c, story.sear, story.began, story.asides, story.changes, story.hold_s)
    kept = _watched.get(piece.id)
    known = None if kept is None else kept.forecast
    z = np.zeros(7) if known is None else known.posterior.z
    return wish, so_far, z, max((now - story.on_at).total_seconds(), 0.0)


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


def seen_of(piece: Piece, story: Story) -> list[Seen]:
    """All that thermometers said of a piece."""
    all_of_it = _Watched()
    _take_in(all_of_it, piece, story)
    return all_of_it.seen


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


def _build(
    owner: int, cook_id: int, piece_id: int, kept: _Watched, wish: Wish, so_far: CookHistory, key: tuple[object, ...]
) -> None:
    """Simulate the kitchens of a new state of things: near the likely ones where these are known."""
    near = (
        None if kept.forecast is None or kept.forecast.readings < CLOSER_FROM else region_near(kept.forecast.posterior)
    )

    def take(found: Ensemble) -> None:
        if kept.key == key:
            kept.far, kept.near, kept.near_share, kept.forecast_for = found, None, 0.0, ()

    kept.far, kept.near = None, None
    if kept.building is not None:
        kept.building.cancel()
    _start(owner, cook_id, piece_id, kept, (wish, so_far, near), take)


def _look_closer(owner: int, cook_id: int, piece_id: int, kept: _Watched, wish: Wish, now_s: float) -> None:
    """Simulate again, near the kitchens that the readings point to."""
    found, so_far, key = kept.forecast, kept.so_far, kept.key
    if kept.building or found is None or so_far is None or found.readings < CLOSER_FROM or kept.far is None:
        return
    share = _share(found, so_far, now_s)
    if share < CLOSER_SHARE:
        return

    def take(closer: Ensemble) -> None:
        if kept.key == key:
            kept.near, kept.near_share, kept.forecast_for = closer, share, ()

    _start(owner, cook_id, piece_id, kept, (wish, so_far, region_near(found.posterior)), take)


def _start(
    owner: int,
    cook_id: int,
    piece_id: int,
    kept: _Watched,
    what: tuple[Wish, CookHistory, SamplingRegion | None],
    take: Callable[[Ensemble], None],
) -> None:
    """Have kitchens simulated, and take them up when they are there."""
    if settings.FORECASTS == "never":
        return
    if settings.FORECASTS == "at once":
        wish, so_far, near = what
        take(ensemble(wish, so_far) if near is None else ensemble(wish, so_far, near))
        return
    job = worker.simulated(owner, *what)
    kept.building = job

    def there(done: Future[Ensemble]) -> None:
        try:
            found = done.result()
        except CancelledError:
            return
        except Exception:
            log.exception("No forecast for piece %s", piece_id)
            found = None
        with kept.lock:
            if kept.building is job:
                kept.building = None
            if found is not None:
                take(found)
        ring(cook_id)

    job.add_done_callback(there)


def _share(found: Forecast, so_far: CookHistory, now_s: float) -> float:
    return (now_s - so_far.since_s) / max(found.end_s - so_far.since_s, 1.0)


def _much_further(kept: _Watched, now_s: float) -> bool:
    if kept.near is None or kept.forecast is None or kept.so_far is None or kept.building:
        return False
    return _share(kept.forecast, kept.so_far, now_s) > kept.near_share + CLOSER_AGAIN


def _forecast(kept: _Watched, story: Story) -> Forecast | None:
    known = kept.near or kept.far
    step = "" if kept.so_far is None else kept.so_far.current.name
    if known is None:
        return kept.forecast if kept.forecast_step == step else None
    kept.forecast_step = step
    what = (id(known), kept.last_reading, story.by_hand, kept.slipped_s)
    if what != kept.forecast_for:
        kept.forecast = forecast_of(known, [*_in_place(kept), *story.by_hand])
        kept.forecast_for = what
    return kept.forecast


def _in_place(kept: _Watched) -> list[Seen]:
    """The readings without those of a probe that has slipped."""
    if kept.slipped_s is None:
        return kept.seen
    return [r for r in kept.seen if r.source == "air" or r.at_s < kept.slipped_s]


def _slipped(kept: _Watched, wrong: Sequence[Fault], now_s: float) -> None:
    """Leave out what a slipped probe says, until it is back where the forecast has the middle."""
    fault = next((f for f in wrong if f.key == "slipped"), None)
    if fault is not None:
        kept.slipped_s = fault.since_s if kept.slipped_s is None else min(kept.slipped_s, fault.since_s)
        return
    if kept.slipped_s is None or kept.forecast is None:
        return
    lately = [r for r in kept.seen if r.source == "tip" and r.at_s > now_s - 60.0]
    core = np.interp([r.at_s for r in lately], kept.forecast.time_s, kept.forecast.core_c)
    if len(lately) >= 3 and bool((np.abs(np.array([r.temp_c for r in lately]) - core) < BACK_K).all()):
        kept.slipped_s = None


def _outlook(
    cook: Cook, piece: Piece, wish: Wish, story: Story, kept: _Watched, forecast: Forecast | None, now_s: float
) -> Outlook:
    so_far = kept.so_far
    assert so_far is not None
    known = kept.near or kept.far
    seen = [*kept.seen, *story.by_hand]
    gentle = so_far.phase == "gentle"
    aside = any(a.end_s is None for a in story.asides)
    wrong = faults(
        seen,
        now_s,
        phase_since_s=so_far.since_s,
        gentle=gentle and not aside,
        lid_told=story.lid_open,
        misfit_k=0.0 if forecast is None or known is None else forecast.posterior.misfit_k,
        early_gap_k=0.0 if known is None or forecast is None else early_gap_k(known, forecast.posterior, seen),
        battery=None if piece.thermometer is None else piece.thermometer.battery,
    )
    _slipped(kept, wrong, now_s)
    if kept.slipped_s is not None and not any(f.key == "slipped" for f in wrong):
        wrong = (Fault("slipped", kept.slipped_s, SLIPPED_WORDS, SLIPPED_ADVICE), *wrong)
    step = piece.programme.step(so_far.current.name)
    begun = piece.programme.step(story.began[0].step)
    reason = ""
    if forecast is not None and known is not None and so_far.current.name == piece.programme.slow_step:
        reason = why(wish, known, forecast, step.end_s - begun.start_s)
    coach = None
    ends_soon = forecast is not None and forecast.end_s - now_s < COACHED_S
    away = any(a.end_s is None and a.kind != "high" for a in story.asides)
    if so_far.phase == "sear" and not away and (wish.how.slow != "sear" or ends_soon):
        z = np.zeros(7) if forecast is None else forecast.posterior.z
        coach = sear_coach(twin(wish, so_far, z, now_s), story.sear[0] > piece.programme.sear_s + 1.0)
    peak_s, slice_now, least = None, False, 0.0
    if so_far.phase == "rest":
        least = 0.0 if wish.minimum is None else wish.minimum.rest_s
        peak_s, slice_now = _rested(forecast, seen, so_far.since_s, now_s, least)
    return Outlook(
        story,
        so_far.phase,
        so_far.current.name,
        so_far.since_s,
        forecast,
        reason,
        wrong,
        None if forecast is None else probe_off_m(forecast),
        coach,
        peak_s,
        slice_now,
        least,
    )


def _rested(
    forecast: Forecast | None, seen: Sequence[Seen], since_s: float, now_s: float, least_s: float
) -> tuple[float | None, bool]:
    """When the middle peaks in the rest, and whether it is time to slice: the peak is over and the least rest is
    kept."""
    peak_s = None
    if forecast is not None:
        resting = forecast.time_s >= since_s
        peak_s = float(forecast.time_s[resting][int(np.argmax(forecast.core_c[resting]))])
    tip = sorted((r.at_s, r.temp_c) for r in seen if r.source == "tip" and r.at_s > since_s)
    if len(tip) > 2 * FALLEN_FOR:
        temps = np.array([c for _, c in tip])
        if float(temps.max() - np.median(temps[-FALLEN_FOR:])) > FALLEN_K:
            peak_s = tip[int(temps.argmax())][0]
    rested = peak_s is not None and now_s >= peak_s and now_s >= since_s + least_s
    return peak_s, rested
