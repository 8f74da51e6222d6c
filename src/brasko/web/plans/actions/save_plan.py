"""Compute and keep a plan."""

from datetime import datetime, timedelta

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.planner.plan import PiecePlan
from brasko.core.planner.timeline import check_eating_time
from brasko.web.plans.convert import computed, filled, result_of, wish_of
from brasko.web.plans.models import Plan, PlanPiece
from brasko.web.plans.schemas import PlanIn
from brasko.web.yard.models import Grill

FARTHEST = timedelta(days=366)


def save_plan(owner: AbstractBaseUser, payload: PlanIn, plan: Plan | None = None, now: datetime | None = None) -> Plan:
    """Make a plan, or make an existing one anew. Nothing is changed when anything is wrong."""
    now = now or timezone.now()
    if payload.eat_at > now + FARTHEST:
        raise InvalidInput("eat_at", "is more than a year away. Choose a nearer day.")
    grill = get_object_or_404(Grill, id=payload.grill_id, owner=owner) if payload.grill_id else None
    plans: list[PiecePlan] = []
    for piece in payload.pieces:
        made = computed(wish_of(piece), True)
        check_eating_time(payload.eat_at, now, made.tasks, made.wish)
        plans.append(made)
    first = plans[0]
    title = (payload.title or "").strip() or f"{first.wish.the_cut.name}, {first.finish_words['kitchen']}"
    with transaction.atomic():
        plan = plan or Plan(owner=owner)
        plan.title, plan.eat_at, plan.grill = title, payload.eat_at, grill
        plan.save()
        plan.pieces.all().delete()
        for position, (piece, made) in enumerate(zip(payload.pieces, plans, strict=True)):
            PlanPiece.objects.create(
                plan=plan,
                position=position,
                cut=piece.cut,
                inputs=filled(piece).model_dump(),
                result=result_of(made, said=piece.own_fire).model_dump(mode="json"),
                model_version=made.model_version,
            )
    return plan
