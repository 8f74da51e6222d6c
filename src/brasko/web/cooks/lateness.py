"""How far the pieces of a meal are behind their plans."""

from __future__ import annotations

from datetime import datetime

from brasko.core.table.pieces import behind
from brasko.web.cooks.forecaster import Outlook, watching
from brasko.web.cooks.models import Cook, Piece


def late_by(cook: Cook) -> dict[int, float]:
    """How far each piece is behind its plan [s], by its id; nothing of a cook that is over."""
    if cook.ended_at is not None:
        return {}
    events, now = list(cook.events.all()), cook.now()
    return {
        piece.pk: behind_plan(cook, piece, watching.outlook(cook, piece, events, now), now)[0]
        for piece in cook.pieces.all()
    }


def behind_plan(cook: Cook, piece: Piece, seen: Outlook | None, now: datetime) -> tuple[float, str]:
    """How far a piece is behind its plan [s], and what to say of it; nothing to say where it is near enough."""
    planned = piece.programme
    ends_s = next((t.start_s for t in planned.tasks if t.step == planned.step_names[-1]), 0.0)
    on_s = next((t.start_s for t in planned.tasks if t.key == "on"), ends_s)
    forecast_s = ends_s
    if seen is None or seen.story.on_at is None:
        forecast_s += max(cook.seconds(now) - on_s, 0.0)
    elif seen.forecast is not None and seen.phase != "rest":
        rest = planned.steps[-1]
        forecast_s = cook.seconds(seen.story.on_at) + seen.forecast.done_s - (rest.end_s - rest.start_s)
    return behind(piece.name, ends_s, forecast_s)
