"""Plans: preview while the wish changes, keep, list, set aside and bring back."""

from datetime import timedelta

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from brasko.core.planner.timeline import check_eating_time
from brasko.web.plans.actions.save_plan import save_plan
from brasko.web.plans.convert import (
    QUICK_FRAMES,
    SECTION_FRAMES,
    computed,
    earliest_eating,
    filled,
    reference,
    result_of,
    wish_of,
)
from brasko.web.plans.models import Plan
from brasko.web.plans.schemas import PlanIn, PlanLine, PlanOut, PreviewIn, PreviewOut, ReferenceOut

router = Router(tags=["plans"])


@router.get("reference", response=ReferenceOut, operation_id="get_reference")
def get_reference(request: HttpRequest) -> ReferenceOut:
    return reference()


@router.post("plans/preview", response=PreviewOut, operation_id="preview_plan")
def preview_plan(request: HttpRequest, payload: PreviewIn) -> PreviewOut:
    """Compute a plan without keeping it; quick, good to about 1 K. With eat_at, also refuse an hour that cannot be met."""
    quick = payload.quick and not payload.ranges
    made = computed(wish_of(payload.piece), payload.ranges, quick)
    now = timezone.now()
    if payload.eat_at is not None:
        check_eating_time(payload.eat_at, now, made.tasks, made.wish)
    result = result_of(made, QUICK_FRAMES if quick else SECTION_FRAMES, payload.piece.own_fire)
    return PreviewOut(piece=filled(payload.piece), result=result, earliest=earliest_eating(made.lead_s, now))


@router.get("plans", response=list[PlanLine], operation_id="list_plans")
def list_plans(request: HttpRequest) -> list[PlanLine]:
    plans = Plan.objects.filter(owner=request.user, set_aside_at=None).prefetch_related("pieces")
    return [_line(plan) for plan in plans]


@router.post("plans", response={201: PlanOut}, operation_id="create_plan")
def create_plan(request: HttpRequest, payload: PlanIn) -> Status:
    return Status(201, _out(save_plan(request.user, payload)))


@router.get("plans/{int:plan_id}", response=PlanOut, operation_id="get_plan")
def get_plan(request: HttpRequest, plan_id: int) -> dict:
    return _out(get_object_or_404(Plan, id=plan_id, owner=request.user))


@router.put("plans/{int:plan_id}", response=PlanOut, operation_id="update_plan")
def update_plan(request: HttpRequest, plan_id: int, payload: PlanIn) -> dict:
    return _out(save_plan(request.user, payload, get_object_or_404(Plan, id=plan_id, owner=request.user)))


@router.delete("plans/{int:plan_id}", response=PlanOut, operation_id="set_plan_aside")
def set_plan_aside(request: HttpRequest, plan_id: int) -> dict:
    """Take a plan off the list. It can be brought back."""
    plan = get_object_or_404(Plan, id=plan_id, owner=request.user)
    plan.set_aside_at = plan.set_aside_at or timezone.now()
    plan.save()
    return _out(plan)


@router.post("plans/{int:plan_id}/restore", response=PlanOut, operation_id="bring_plan_back")
def bring_plan_back(request: HttpRequest, plan_id: int) -> dict:
    plan = get_object_or_404(Plan, id=plan_id, owner=request.user)
    plan.set_aside_at = None
    plan.save()
    return _out(plan)


def _line(plan: Plan) -> PlanLine:
    piece = plan.pieces.all()[0]
    result = piece.result
    return PlanLine(
        id=plan.id,
        title=plan.title,
        eat_at=plan.eat_at,
        cut=result["cut_name"],
        first_task_at=plan.eat_at - timedelta(seconds=result["lead_s"]),
        pull_c=result["pull_c"],
        finish_c=result["finish_c"],
        thickness_mm=piece.inputs["thickness_mm"],
    )


def _out(plan: Plan) -> dict:
    return {
        "id": plan.id,
        "title": plan.title,
        "eat_at": plan.eat_at,
        "grill_id": plan.grill_id,
        "created_at": plan.created_at,
        "set_aside": plan.set_aside_at is not None,
        "pieces": [{"position": p.position, "inputs": p.inputs, "result": p.result} for p in plan.pieces.all()],
    }
