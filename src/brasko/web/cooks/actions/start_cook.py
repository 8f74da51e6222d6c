"""Put a plan on the fire."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import timedelta
from itertools import pairwise
from typing import Any
from uuid import uuid4

from django.contrib.auth.models import User
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from brasko.core.words import as_typed, say
from brasko.formats.meal_convert import spec_of
from brasko.web.common.problem import Conflict
from brasko.web.common.rows import room_for
from brasko.web.cooks.adapters import ToCook, ToCookPiece
from brasko.web.cooks.events import Started, TaskCompleted
from brasko.web.cooks.models import Cook, Event, Piece
from brasko.web.cooks.schemas import StartIn
from brasko.web.plans.models import Plan, PlanPiece
from brasko.web.yard.models import Thermometer
from brasko.web.yard.stand_ins import practice_devices, practice_probe

HEAD_START = timedelta(seconds=60)
MAX_COOKS = 10_000
"""A cook a day for a generation."""
LONG_WAIT_S = 2.0 * 3600.0
"""No practice waits longer than this before the food is on: salting the evening before is over as it begins."""


def start_cook(owner: User, plan: Plan, payload: StartIn) -> tuple[Cook, bool]:
    """Start a cook from a plan, once: whoever starts it too while it goes on joins that cook. Returns whether it is
    new."""
    pieces = list(plan.pieces.all())
    for each in pieces:
        _ends_as_it_must(each)
    what = [ToCookPiece(p.programme.cut_name, p.cut, p.inputs, on_the_fire(p.result), p.model_version) for p in pieces]
    with transaction.atomic():
        going_on = Cook.objects.filter(owner=owner, plan=plan, practice=payload.practice, ended_at=None).first()
        if going_on is not None:
            return going_on, False
        return put_on(owner, ToCook(plan.title, plan.eat_at, what, plan), payload), True


def put_on(owner: User, what: ToCook, payload: StartIn) -> Cook:
    """Start a cook. A practice cook's clock begins just before the first task that nobody waits long after."""
    if payload.speed != 1 and not payload.practice:
        raise Conflict(say("common-only-a-practice-cook-can-run"), "speed")
    if payload.hands == "plan" and not payload.practice:
        raise Conflict(say("common-only-in-a-practice-cook-can"), "hands")
    if payload.trouble and not payload.practice:
        raise Conflict(say("start-cook-only-a-practice-cook-can-have"), "trouble")
    room_for(Cook.objects.filter(owner=owner), MAX_COOKS, "cooks")
    real = timezone.now()
    with transaction.atomic():
        begins = real
        if payload.practice:
            begins = what.eat_at + timedelta(seconds=practice_from(what)) - HEAD_START
            practice_devices(owner)
        cook = Cook.objects.create(
            owner=owner,
            plan=what.plan,
            grill=what.plan.grill if what.plan else None,
            title=what.title,
            eat_at=what.eat_at,
            practice=payload.practice,
            hands=payload.hands,
            started_at=begins,
            clock_real_at=real,
            clock_cook_at=begins,
            clock_speed=payload.speed,
            trouble=payload.trouble,
            schedule=what.schedule.model_dump(mode="json") if what.schedule.tasks else {},
        )
        for position, each in enumerate(what.pieces):
            piece = Piece.objects.create(
                cook=cook,
                position=position,
                name=each.name,
                cut=each.cut,
                inputs=each.inputs,
                result=each.result,
                model_version=each.model_version,
                thermometer=_thermometer(owner, payload, position),
            )
            if payload.practice:
                _mark_what_is_over(cook, piece, {t.key: t.start_s for t in piece.programme.tasks})
        if payload.practice:
            _mark_what_is_over(cook, None, {t.id: t.start_s for t in what.schedule.own})
        Event(
            cook=cook,
            client_id=uuid4(),
            kind=Event.Kind.START,
            at=begins,
            payload=Started(speed=payload.speed).payload(),
        ).save()
    return cook


def _ends_as_it_must(piece: PlanPiece) -> None:
    """Raise Conflict for a plan of the time before the last heat had to end on a reading."""
    if spec_of(piece.asked).reading_c is not None and piece.programme.reading_c is None:
        raise Conflict(say("start-cook-this-plan-took-off-before-a", cut_name=piece.programme.cut_name))


def practice_from(what: ToCook) -> float:
    """When a practice begins, in seconds from the hour of eating: after the last long wait before the food is on."""
    work = [(t.start_s, t.start_s + t.lasts_s, t.key == "on") for t in what.schedule.tasks] or [
        (t["start_s"], t["end_s"], bool(t["step"])) for p in what.pieces for t in p.result["tasks"]
    ]
    on_s = min(start for start, _, goes_on in work if goes_on)
    before = sorted((start, end) for start, end, _ in work if start <= on_s)
    begins = before[0][0]
    for (_, ended), (starts, _) in pairwise(before):
        if starts - ended > LONG_WAIT_S:
            begins = starts
    return float(begins)


def _mark_what_is_over(cook: Cook, piece: Piece | None, tasks: Mapping[str, float]) -> None:
    """What was done before a long wait counts as done when it was planned [s from the hour of eating]."""
    for task, start_s in tasks.items():
        at = cook.moment(start_s)
        if at < cook.started_at:
            done = Event(cook=cook, piece=piece, client_id=uuid4(), kind=Event.Kind.DONE, at=at)
            done.payload = TaskCompleted(task=task).payload()
            done.save()


def on_the_fire(result: dict[str, Any]) -> dict[str, Any]:
    """A plan's result without what is over before a cook begins: the shopping."""
    return {**result, "tasks": [task for task in result["tasks"] if task["key"] != "shop"]}


def _thermometer(owner: User, payload: StartIn, position: int) -> Thermometer | None:
    if payload.practice:
        return practice_probe(owner, position)
    number = payload.thermometers.get(position, payload.thermometer_id if position == 0 else None)
    if number is None:
        return None
    found = get_object_or_404(Thermometer, id=number, owner=owner)
    if list(payload.thermometers.values()).count(number) > 1:
        raise Conflict(say("start-cook-cannot-be-in-two-pieces-at", name=as_typed(found.name)), "thermometers")
    if found.revoked_at is not None:
        raise Conflict(say("start-cook-is-not-paired-any-more-pair", name=as_typed(found.name)), "thermometers")
    return found
