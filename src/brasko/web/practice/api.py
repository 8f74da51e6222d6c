"""Practice: drills begun, told, scored and taken up again; rounds of feel and look."""

from __future__ import annotations

import secrets
from datetime import timedelta

from django.shortcuts import get_object_or_404
from ninja import Router, Status

from brasko.core.errors import UnknownName
from brasko.core.practice.drills import DRILLS, drill_named
from brasko.core.practice.feel import KINDS, QUESTIONS, round_of
from brasko.web.accounts.auth import CookRequest
from brasko.web.cooks.history import story_of
from brasko.web.cooks.models import Cook
from brasko.web.machine.quotas import waiter_of
from brasko.web.practice.actions.debrief import debrief
from brasko.web.practice.actions.start_drill import start_drill, try_again
from brasko.web.practice.models import Attempt, FeelRound
from brasko.web.practice.schemas import (
    AgainIn,
    AnsweredOut,
    AnswersIn,
    AskedOut,
    BegunOut,
    DebriefOut,
    DrillLine,
    DrillStartIn,
    FeelLine,
    FeelOut,
    FeelResult,
    Kind,
    PracticeOut,
    SaidOut,
    StoryOut,
)

router = Router(tags=["practice"])
LATEST = 12
"""So many attempts are shown."""


@router.get("practice", response=PracticeOut, operation_id="see_practice")
def see_practice(request: CookRequest) -> PracticeOut:
    """Every drill, and what this household has made of it."""
    attempts = list(Attempt.objects.filter(owner=request.user))
    rounds = list(FeelRound.objects.filter(owner=request.user))
    running = dict(Cook.objects.filter(owner=request.user, ended_at=None).exclude(drill="").values_list("drill", "id"))
    drills = []
    for d in DRILLS:
        points = [a.points for a in attempts if a.drill == d.key]
        drills.append(
            DrillLine(
                key=d.key,
                name=d.name,
                story=d.story,
                watch=d.watch,
                pieces=len(d.pieces),
                attempts=points[-LATEST:],
                best=max(points, default=None),
                running=running.get(d.key),
            )
        )
    feel = [
        FeelLine(kind=kind, name=name, rounds=[r.right for r in rounds if r.kind == kind][-LATEST:], of=QUESTIONS)
        for kind, name in KINDS.items()
    ]
    return PracticeOut(drills=drills, feel=feel)


@router.post("practice/drills/{key}/start", response={201: BegunOut}, operation_id="start_drill")
def begin(request: CookRequest, key: str, payload: DrillStartIn) -> Status[BegunOut]:
    drill = drill_named(key)
    if drill is None:
        raise UnknownName("key", key, [d.key for d in DRILLS])
    cook = start_drill(waiter_of(request), request.user, drill, payload.speed)
    return Status(201, BegunOut(cook_id=cook.pk))


def _mine(request: CookRequest, cook_id: int) -> Cook:
    return get_object_or_404(Cook, id=cook_id, owner=request.user)


@router.get("practice/cooks/{int:cook_id}/story", response=StoryOut, operation_id="tell_story")
def tell_story(request: CookRequest, cook_id: int) -> StoryOut:
    """What the cook of a drill has been told by now."""
    cook = _mine(request, cook_id)
    drill = drill_named(cook.drill)
    if drill is None:
        return StoryOut(drill="", name="", story="", watch="", said=[])
    on_at = story_of(cook.pieces.all()[0], cook.events.all()).on_at
    said = [] if on_at is None else drill.said((cook.now() - on_at).total_seconds())
    return StoryOut(
        drill=drill.key,
        name=drill.name,
        story=drill.story,
        watch=drill.watch,
        said=[SaidOut(at=on_at + timedelta(seconds=s.at_s), words=s.words) for s in said if on_at is not None],
    )


@router.get("practice/cooks/{int:cook_id}/debrief", response=DebriefOut, operation_id="get_debrief")
def get_debrief(request: CookRequest, cook_id: int) -> DebriefOut:
    """A drill that is over, scored and explained."""
    return debrief(waiter_of(request), _mine(request, cook_id))


@router.post("practice/cooks/{int:cook_id}/again", response={201: BegunOut}, operation_id="try_drill_again")
def again(request: CookRequest, cook_id: int, payload: AgainIn) -> Status[BegunOut]:
    """Take a drill up again from a moment of it."""
    return Status(201, BegunOut(cook_id=try_again(_mine(request, cook_id), payload.at, payload.speed).pk))


@router.get("practice/feel/{kind}", response=FeelOut, operation_id="ask_feel")
def ask_feel(request: CookRequest, kind: Kind) -> FeelOut:
    """A fresh round of questions."""
    seed = secrets.randbelow(10**9)
    return FeelOut(
        kind=kind,
        name=KINDS[kind],
        seed=seed,
        questions=[AskedOut(asked=q.asked, colour=q.colour, choices=list(q.choices)) for q in round_of(kind, seed)],
    )


@router.post("practice/feel/{kind}", response=FeelResult, operation_id="answer_feel")
def answer_feel(request: CookRequest, kind: Kind, payload: AnswersIn) -> FeelResult:
    """What a round came to; what was not answered is wrong."""
    given = [*payload.answers, *[-1] * QUESTIONS]
    answers = [
        AnsweredOut(right=q.right, given=g, why=q.why)
        for q, g in zip(round_of(kind, payload.seed), given[:QUESTIONS], strict=True)
    ]
    right = sum(a.right == a.given for a in answers)
    FeelRound.objects.create(owner=request.user, kind=kind, right=right, of=QUESTIONS)
    return FeelResult(right=right, of=QUESTIONS, answers=answers)
