"""Corrections of a running cook and checks of a surface, from the core."""

from brasko.core.forecast.corrections import Correction, Floats, corrections, twin
from brasko.core.forecast.history import CookHistory
from brasko.core.forecast.searing import SearCheck, sear_check
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import say
from brasko.web.common.problem import Conflict
from brasko.web.cooks.forecaster import watching, wish_for
from brasko.web.cooks.history import story_of, table_at
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.reading_requests import wanted
from brasko.web.cooks.schemas import CorrectionOut, CorrectionsOut, SurfaceOut
from brasko.web.machine.quotas import Waiter, computed_by

SERVED_AFTER_S = 60.0
SOME_S = 10.0
"""What weighing all that could be done may take, at the most."""


def corrections_for(waiter: Waiter, cook: Cook, piece: Piece) -> CorrectionsOut:
    """What can be done now. Raises Conflict before the piece is on the fire."""
    events, now = list(cook.events.all()), cook.now()
    story, stands = story_of(piece, events), watching.standing(piece, events, now)
    if stands is None or story.on_at is None or cook.ended_at is not None:
        raise Conflict(say("corrections-is-not-on-the-fire-there", name=piece.name))
    on_s, table = cook.seconds(story.on_at), table_at(cook, events)
    found = computed_by(waiter, SOME_S, _weighed, *stands, cook.seconds(table) - on_s - SERVED_AFTER_S)
    return CorrectionsOut(
        table_at=table,
        late_s=on_s + found[0].done_s + SERVED_AFTER_S - cook.seconds(table),
        options=[
            CorrectionOut(
                key=c.key,
                name=c.name,
                how=c.how,
                done_at=cook.moment(on_s + c.done_s + SERVED_AFTER_S),
                sooner_s=c.sooner_s,
                peak_c=c.peak_c,
                grey_rim_share=c.grey_rim_share,
                crust_share=c.crust_share,
                words=c.words,
                event=c.event,
            )
            for c in found
        ],
    )


def surface_for(waiter: Waiter, cook: Cook, piece: Piece, temp_c: float) -> SurfaceOut:
    """What a sear over a surface of this temperature would be. Raises Conflict before the piece is on the fire."""
    stands = watching.standing(piece, list(cook.events.all()), cook.now())
    if stands is None:
        raise Conflict(say("corrections-is-not-on-the-fire-yet", name=piece.name))
    return SurfaceOut.model_validate(computed_by(waiter, SOME_S, _checked, *stands, temp_c), from_attributes=True)


def _weighed(spec: PieceSpec, so_far: CookHistory, z: Floats, now_s: float, eat_s: float) -> tuple[Correction, ...]:
    return corrections(twin(spec, so_far, z, now_s), eat_s)


def _checked(spec: PieceSpec, so_far: CookHistory, z: Floats, now_s: float, temp_c: float) -> SearCheck:
    return sear_check(twin(spec, so_far, z, now_s), temp_c)


def ask_practice(cook: Cook, piece: Piece, source: str) -> None:
    """Have a practice thermometer read by hand. Raises Conflict where there is nothing to read it from."""
    if not cook.practice or cook.ended_at is not None:
        raise Conflict(say("corrections-only-a-practice-cook-that-goes"))
    if story_of(piece, list(cook.events.all())).on_at is None:
        raise Conflict(say("corrections-is-not-on-the-fire-there-2", name=piece.name))
    if source == "surface" and wish_for(piece).sear_zone is None:
        raise Conflict(say("corrections-is-not-seared-there-is-no", name=piece.name), "source")
    wanted.ask(piece.id, source)
