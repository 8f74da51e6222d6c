"""Put a plan on the fire."""

from datetime import timedelta
from uuid import uuid4

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from brasko.web.common.problem import Conflict
from brasko.web.cooks.models import Cook, Event, Piece
from brasko.web.cooks.schemas import StartIn
from brasko.web.devices.hub import practice_probe
from brasko.web.plans.models import Plan
from brasko.web.yard.models import Thermometer

HEAD_START = timedelta(seconds=60)


def start_cook(owner: AbstractBaseUser, plan: Plan, payload: StartIn) -> Cook:
    """Start a cook from a plan. A practice cook's clock begins just before the first task."""
    if payload.speed != 1 and not payload.practice:
        raise Conflict("Only a practice cook can run faster than the wall clock.", "speed")
    if payload.hands == "plan" and not payload.practice:
        raise Conflict("Only in a practice cook can steps mark themselves.", "hands")
    real = timezone.now()
    with transaction.atomic():
        begins = real
        if payload.practice:
            lead = max(p.result["lead_s"] for p in plan.pieces.all())
            begins = plan.eat_at - timedelta(seconds=lead) - HEAD_START
        cook = Cook.objects.create(
            owner=owner,
            plan=plan,
            grill=plan.grill,
            title=plan.title,
            eat_at=plan.eat_at,
            practice=payload.practice,
            hands=payload.hands,
            started_at=begins,
            clock_real_at=real,
            clock_cook_at=begins,
            clock_speed=payload.speed,
        )
        for each in plan.pieces.all():
            Piece.objects.create(
                cook=cook,
                position=each.position,
                name=each.result["cut_name"],
                cut=each.cut,
                inputs=each.inputs,
                result=on_the_fire(each.result),
                model_version=each.model_version,
                thermometer=_thermometer(owner, payload, each.position),
            )
        Event(cook=cook, client_id=uuid4(), kind=Event.Kind.START, at=begins, payload={"speed": payload.speed}).save()
    return cook


def on_the_fire(result: dict) -> dict:
    """A plan's result without what is over before a cook begins: the shopping."""
    return {**result, "tasks": [task for task in result["tasks"] if task["key"] != "shop"]}


def _thermometer(owner: AbstractBaseUser, payload: StartIn, position: int) -> Thermometer | None:
    if payload.practice:
        return practice_probe(owner, position)
    if payload.thermometer_id is None or position > 0:
        return None
    return get_object_or_404(Thermometer, id=payload.thermometer_id, owner=owner)
