"""Lessons of a cook that is over: its slow phase is compared with kitchens once more, by the worker."""

import logging
from collections.abc import Callable
from concurrent.futures import Future
from datetime import datetime

import numpy as np
from django.conf import settings
from django.db import connection

from brasko.core.forecast.ensemble import Ensemble, ensemble
from brasko.core.forecast.faults import ODD_MISFIT_K
from brasko.core.forecast.history import CookHistory, cook_history
from brasko.core.forecast.lessons import learned
from brasko.core.forecast.readings import Reading as Seen
from brasko.core.forecast.update import Forecast, forecast_of
from brasko.core.learning.fires import taught
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.uncertainty.unknowns import FIRE_SD
from brasko.web.cooks import worker
from brasko.web.cooks.convert import outcome_of, slow_curve
from brasko.web.cooks.figures import figures_of, gauge_off_k
from brasko.web.cooks.forecaster import seen_of, wish_for
from brasko.web.cooks.history import done_at, story_of
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.notifier import bell
from brasko.web.machine.batch import OnceEach
from brasko.web.machine.pool import LetGo
from brasko.web.yard.actions.learn import fire_of, keep_figure, keep_teaching

LEAST = 24
"""Fewer readings teach nothing."""

log = logging.getLogger(__name__)
_at_work = OnceEach()
"""Pieces whose kitchens are being simulated."""


def learn(cook: Cook) -> None:
    """Work out what each piece's readings taught, and keep it with its outcome."""
    note_figures(cook)
    if settings.FORECASTS == "never":
        return
    for piece in cook.pieces.all():
        found = _slow_phase(cook, piece)
        if found is None:
            continue
        spec, so_far, seen = found
        if settings.FORECASTS == "at once":
            _keep(cook, piece, spec, ensemble(spec, so_far, members=settings.FORECAST_MEMBERS), seen)
            continue
        if _at_work.begin(piece.id):
            worker.simulated(cook.owner_id, spec, so_far, None).add_done_callback(_when_there(cook, piece, spec))


def _slow_phase(cook: Cook, piece: Piece) -> tuple[PieceSpec, CookHistory, list[Seen]] | None:
    """The cook up to its slow phase, and the readings of it; None where it was not gone through or hardly read."""
    events = list(cook.events.all())
    story, done = story_of(piece, events), done_at(events, piece)
    _, _, following, _ = slow_curve(piece)
    names = [b.step for b in story.began]
    if story.on_at is None or piece.programme.slow_step not in names or following not in done:
        return None
    upto_s = (done[following] - story.on_at).total_seconds()
    began = story.began[: names.index(piece.programme.slow_step) + 1]
    seen = [r for r in [*seen_of(piece, story), *story.by_hand] if 0.0 <= r.at_s <= upto_s]
    if sum(r.source != "air" for r in seen) < LEAST:
        return None
    spec = wish_for(piece)
    asides = tuple(a for a in story.asides if a.end_s is not None and a.end_s <= upto_s)
    changes = tuple(c for c in story.changes if c.at_s <= upto_s)
    return spec, cook_history(spec, story.pull_c, story.sear, began, asides, changes), seen


def _when_there(cook: Cook, piece: Piece, spec: PieceSpec) -> Callable[[Future[Ensemble]], None]:
    def keep(job: Future[Ensemble]) -> None:
        _at_work.end(piece.id)
        if job.cancelled() or isinstance(job.exception(), LetGo):
            # the server ends, and its loop says so itself: the store is not for it
            return
        try:
            # what came late meanwhile counts too
            if found := _slow_phase(cook, piece):
                _keep(cook, piece, spec, job.result(), found[2])
        except Exception:
            log.exception("No lessons for piece %s", piece.id)
        finally:
            connection.close()

    return keep


def learn_here(cook: Cook, members: int) -> None:
    """The same in this process, by fewer kitchens; for a season that is filled in."""
    for piece in cook.pieces.all():
        if found := _slow_phase(cook, piece):
            spec, so_far, seen = found
            _keep(cook, piece, spec, ensemble(spec, so_far, members=members), seen)


def _keep(cook: Cook, piece: Piece, spec: PieceSpec, known: Ensemble, seen: list[Seen]) -> None:
    forecast = forecast_of(known, seen)
    _teach(cook, piece, spec, forecast)
    because = learned(spec, known, forecast)
    if because:
        Piece.objects.filter(id=piece.id).update(outcome=outcome_of(cook, piece, because))
        bell.ring(cook.id)


SURE_OF_THE_AIR = 0.5
"""The air at the food is known from readings where they leave less than this of what was not known (assumed)."""
FIRE = [0, 3]
"""Which of a kitchen's unknowns are its fire's: film and air."""


def _teach(cook: Cook, piece: Piece, spec: PieceSpec, forecast: Forecast) -> None:
    """Keep what a real cook's gentle part said of its fire; a practice says nothing of the yard, and readings that no
    kitchen agrees with (a slipped probe, a bone) say nothing at all. Warm fat says nothing of the air about it."""
    if (
        forecast.posterior.misfit_k > ODD_MISFIT_K
        or cook.practice
        or spec.how.slow != "gentle"
        or spec.how.gentle_at == "bath"
        or not cook.owner.household.learns
    ):
        return
    draws = forecast.posterior.draws[:, FIRE]
    factors = (spec.film_more, spec.air_more_k, spec.film_spread, spec.air_spread)
    said = taught(draws.mean(axis=0), np.cov(draws.T), *factors)
    if said is not None:
        keep_teaching(cook.owner, fire_of(piece.asked), *_as_kept(cook, piece), said)
    zone = spec.gentle_zone
    if zone is not None and float(draws[:, 1].std()) < SURE_OF_THE_AIR:
        air_c = zone.air_c + spec.air_more_k + FIRE_SD.value * float(draws[:, 1].mean())
        off_k = gauge_off_k(piece, air_c)
        if off_k is not None:
            keep_figure(cook.owner, fire_of(piece.asked), "gauge", *_as_kept(cook, piece), off_k)


def note_figures(cook: Cook) -> None:
    """Keep what the marks and the readings from above of a real cook say of its fire."""
    if cook.practice or not cook.owner.household.learns:
        return
    for piece in cook.pieces.all():
        for habit, value in figures_of(cook, piece).items():
            keep_figure(cook.owner, fire_of(piece.asked), habit, *_as_kept(cook, piece), value)


def _as_kept(cook: Cook, piece: Piece) -> tuple[int, str, datetime]:
    return piece.id, f"{cook.title}: {piece.name}", cook.ended_at or cook.started_at
