"""Score a drill that is over, once, and explain it."""

from __future__ import annotations

from datetime import timedelta

from brasko.core.practice.debrief import Went
from brasko.core.practice.drills import Drill, drill_named
from brasko.core.practice.score import UNSAFE_MAX
from brasko.core.words import quantity, say
from brasko.web.common.problem import Conflict
from brasko.web.cooks import reading
from brasko.web.cooks.events import ReadingLogged
from brasko.web.cooks.history import done_at, standing_events, story_of
from brasko.web.cooks.models import Cook, Event, Piece, Reading
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.plans.schemas import CurveOut
from brasko.web.practice.computing import OnePiece, debriefed
from brasko.web.practice.models import Attempt
from brasko.web.practice.schemas import DebriefOut, PieceDebriefed

TAKES_S = 8.0
"""Scoring one piece, with every moment tried otherwise (measured on two cores)."""


def debrief(waiter: Waiter, cook: Cook) -> DebriefOut:
    """A drill, scored and explained. Raises Conflict where it is none, is still on, or nothing was put on."""
    drill = drill_named(cook.drill)
    if drill is None:
        raise Conflict(say("practice-not-a-drill-of-yours"))
    if cook.ended_at is None:
        raise Conflict(say("practice-is-over-only"))
    pieces, events = list(cook.pieces.all()), list(cook.events.all())
    found = []
    for piece in pieces:
        one = _one_piece(cook, piece, drill, events)
        if one is not None:
            told = computed_by(waiter, TAKES_S, debriefed, one)
            on_at = story_of(piece, events).on_at
            assert on_at is not None
            found.append(PieceDebriefed(**told.model_dump(), on_at=on_at))
    if not found:
        raise Conflict(say("practice-nothing-went-on"))
    points = round(sum(p.points for p in found) / len(pieces))
    if not all(p.safe for p in found):
        points = min(points, round(100.0 * UNSAFE_MAX))
    Attempt.objects.get_or_create(
        cook_id=cook.pk, defaults={"owner": cook.owner, "drill": drill.key, "points": points, "at": cook.ended_at}
    )
    best = max(a.points for a in Attempt.objects.filter(owner=cook.owner, drill=drill.key))
    return DebriefOut(
        cook_id=cook.pk,
        drill=drill.key,
        name=drill.name,
        watch=drill.watch,
        points=points,
        best=best,
        said=_seen_to(cook, pieces[0], drill, events),
        pieces=found,
    )


def _one_piece(cook: Cook, piece: Piece, drill: Drill, events: list[Event]) -> OnePiece | None:
    story, programme = story_of(piece, events), piece.programme
    if story.on_at is None or not story.began or cook.ended_at is None:
        return None
    served = done_at(events, piece).get("serve", cook.ended_at)
    over_s = max((served - story.on_at).total_seconds(), story.began[-1].at_s + 1.0)
    happened = tuple(drill.hidden(over_s))
    due = cook.eat_at + timedelta(minutes=drill.guests_late_min)
    by_hand = sum(isinstance(e.deed, ReadingLogged) and e.piece_id in (None, piece.id) for e in standing_events(events))
    asked = Reading.objects.filter(piece=piece, source=Reading.Source.HAND).count()
    curve = CurveOut.model_validate(piece.result["curve"])
    return OnePiece(
        name=piece.name,
        asked=piece.asked,
        truth=drill.truth_of(piece.truth_of or piece.id),
        went=Went(story.began, story.asides, story.changes, happened, story.pull_c, story.sear, over_s),
        happened=happened,
        steps=tuple((s.name, s.start_s, s.end_s) for s in programme.steps),
        planned_rim_share=programme.grey_rim_share,
        planned_peak_c=programme.peak_core_c,
        planned_time_s=tuple(curve.time_s),
        planned_core_c=tuple(curve.core_c),
        late_s=(served - due).total_seconds(),
        readings=by_hand + asked,
        reading_needed_c=reading.needed_c(piece),
    )


def _seen_to(cook: Cook, piece: Piece, drill: Drill, events: list[Event]) -> list[str]:
    """What happened, and how soon it was seen to."""
    on_at = story_of(piece, events).on_at
    if on_at is None:
        return []
    found = []
    for told in drill.told:
        at = on_at + timedelta(seconds=told.at_s)
        if cook.ended_at is None or at > cook.ended_at:
            continue
        after = [e.at for e in standing_events(events) if e.kind in drill.mending and e.at >= at]
        answer = (
            say("debrief-seen-to", after=quantity.span((min(after) - at).total_seconds()))
            if after
            else say("debrief-never-seen-to")
        )
        found.append(say("two-sentences", one=told.words, other=answer))
    return found
