"""A cook that was over before it was told of: put down as it went."""

from __future__ import annotations

from datetime import datetime
from uuid import uuid4

from django.utils import timezone

from brasko.web.cooks.actions.start_cook import on_the_fire
from brasko.web.cooks.events import Started, TaskCompleted
from brasko.web.cooks.models import Cook, Event, Piece
from brasko.web.plans.models import Plan
from brasko.web.yard.models import Thermometer


def begun(plan: Plan, thermometer: Thermometer, *, practice: bool, started: datetime) -> tuple[Cook, Piece]:
    """A cook of a plan's first piece with its clock at wall-clock speed, since then."""
    real = timezone.now()
    cook = Cook.objects.create(
        owner=plan.owner,
        plan=plan,
        grill=plan.grill,
        title=plan.title,
        eat_at=plan.eat_at,
        practice=practice,
        hands="plan" if practice else "mine",
        created_at=started,
        started_at=started,
        clock_real_at=real,
        clock_cook_at=real,
    )
    each = plan.pieces.all()[0]
    piece = Piece.objects.create(
        cook=cook,
        position=0,
        name=each.programme.cut_name,
        cut=each.cut,
        inputs=each.inputs,
        result=on_the_fire(each.result),
        model_version=each.model_version,
        thermometer=thermometer,
    )
    said = Started(speed=1).payload()
    Event(cook=cook, client_id=uuid4(), kind=Event.Kind.START, at=started, payload=said).save()
    return cook, piece


def marked(cook: Cook, piece: Piece, task: str, at: datetime, **shown: object) -> None:
    """That a task was done then."""
    said = TaskCompleted.model_validate({"task": task, **shown}).payload()
    Event(cook=cook, piece=piece, client_id=uuid4(), kind=Event.Kind.DONE, at=at, payload=said).save()
