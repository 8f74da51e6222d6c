"""Compute and keep a plan."""

from collections.abc import Callable
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from brasko.core.errors import InvalidInput
from brasko.core.planner.meal import each_piece
from brasko.core.words import say
from brasko.formats.meal import PieceIn
from brasko.formats.meal_convert import wishes_of
from brasko.web.accounts.plainly import plainly
from brasko.web.common.rows import room_for
from brasko.web.machine.quotas import Waiter, computed_by
from brasko.web.plans.computing import Prepared, effort_of, planned_alone, prepared
from brasko.web.plans.models import Plan, PlanPiece
from brasko.web.plans.schemas import PlanIn
from brasko.web.yard.actions.learn import as_learned
from brasko.web.yard.models import Grill

MAX_PLANS = 3000
"""Kept by one household, set aside or not."""
WRITTEN = ("title", "eat_at", "grill", "table", "notes", "order", "updated_at")
"""What making a plan anew writes: whether it is set aside meanwhile is not its business."""
FARTHEST = timedelta(days=366)
"""No plan is kept for a later day."""


def prepared_for(
    waiter: Waiter, pieces: list[PieceIn], eat_at: datetime | None, now: datetime | None = None
) -> Prepared:
    """A whole plan, computed piece by piece, so that other households have their turns in between."""
    wishes_of(pieces)
    whole_s = effort_of(pieces, ranged=range(len(pieces)))
    unlike = {piece.model_dump_json() for piece in pieces} if len(pieces) > 1 else set()

    def planned(_: int, piece: PieceIn) -> None:
        asked = piece.model_dump_json()
        if asked in unlike:
            unlike.remove(asked)
            computed_by(waiter, whole_s, planned_alone, piece)

    each_piece(pieces, planned)
    return computed_by(waiter, whole_s, prepared, pieces, eat_at, now or timezone.now())


def save_plan(
    waiter: Waiter,
    owner: User,
    payload: PlanIn,
    plan: Plan | None = None,
    now: datetime | None = None,
    may_write: Callable[[Plan], None] = lambda plan: None,
) -> Plan:
    """Make a plan, or make an existing one anew. Nothing is changed when anything is wrong, or may_write raises: it is
    asked before anything is computed, and in the transaction that writes."""
    now = now or timezone.now()
    if payload.eat_at > now + FARTHEST:
        raise InvalidInput("eat_at", say("common-is-more-than-a-year-away"))
    if plan is not None:
        may_write(plan)
    else:
        room_for(Plan.objects.filter(owner=owner), MAX_PLANS, "plans")
    grill = get_object_or_404(Grill, id=payload.grill_id, owner=owner) if payload.grill_id else None
    pieces = as_learned(owner, payload.pieces)
    made = prepared_for(waiter, pieces, payload.eat_at, now)
    with transaction.atomic():
        if plan is not None:
            plan.refresh_from_db()
            may_write(plan)
        plan = plan or Plan(owner=owner)
        plan.title, plan.eat_at, plan.grill = payload.title or plainly(owner, made.title), payload.eat_at, grill
        plan.table, plan.notes, plan.order = payload.table.model_dump(), made.notes, made.order
        plan.save(update_fields=None if plan.pk is None else WRITTEN)
        plan.pieces.all().delete()
        for position, (cut, inputs, result, version) in enumerate(made.pieces):
            PlanPiece.objects.create(
                plan=plan, position=position, cut=cut, inputs=inputs, result=result, model_version=version
            )
    return plan
