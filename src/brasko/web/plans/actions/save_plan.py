"""Compute and keep a plan."""

from datetime import datetime, timedelta

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.planner.meal import Meal
from brasko.core.planner.timeline import check_eating_time
from brasko.formats.meal_convert import filled, for_each, wish_of
from brasko.web.plans.convert import computed, joined, result_of, task_out
from brasko.web.plans.models import Plan, PlanPiece
from brasko.web.plans.schemas import PlanIn
from brasko.web.yard.models import Grill

WRITTEN = ("title", "eat_at", "grill", "table", "notes", "order", "updated_at")
"""What making a plan anew writes: whether it is set aside meanwhile is not its business."""
FARTHEST = timedelta(days=366)


def save_plan(owner: AbstractBaseUser, payload: PlanIn, plan: Plan | None = None, now: datetime | None = None) -> Plan:
    """Make a plan, or make an existing one anew. Nothing is changed when anything is wrong."""
    now = now or timezone.now()
    if payload.eat_at > now + FARTHEST:
        raise InvalidInput("eat_at", "is more than a year away. Choose a nearer day.")
    grill = get_object_or_404(Grill, id=payload.grill_id, owner=owner) if payload.grill_id else None
    for_each(payload.pieces, lambda piece: computed(wish_of(piece), True))
    wishes = tuple(wish_of(piece) for piece in payload.pieces)
    made = joined(wishes, tuple(range(len(wishes))))
    check_eating_time(payload.eat_at, now, made.tasks, made.plans[0].wish)
    title = (payload.title or "").strip() or titled(made)
    with transaction.atomic():
        plan = plan or Plan(owner=owner)
        plan.title, plan.eat_at, plan.grill = title, payload.eat_at, grill
        plan.table, plan.notes = payload.table.model_dump(), list(made.notes)
        plan.order = [task_out(task).model_dump() for task in made.tasks]
        plan.save(update_fields=None if plan.pk is None else WRITTEN)
        plan.pieces.all().delete()
        for position, (piece, each) in enumerate(zip(payload.pieces, made.plans, strict=True)):
            PlanPiece.objects.create(
                plan=plan,
                position=position,
                cut=piece.cut,
                inputs=filled(piece).model_dump(),
                result=result_of(each, said=piece.own_fire).model_dump(mode="json"),
                model_version=each.model_version,
            )
    return plan


def titled(made: Meal) -> str:
    """What a plan is called when nobody named it."""
    first = made.plans[0]
    if len(made.plans) > 1:
        return ", ".join(dict.fromkeys(p.wish.the_cut.name for p in made.plans))[:120]
    word = first.finish_words.get("kitchen")
    return first.wish.the_cut.name if word is None else f"{first.wish.the_cut.name}, {word}"
