"""Plans: preview while the wish changes, compare, keep, take along, set aside and bring back."""

from datetime import timedelta
from typing import Any

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from brasko.core.errors import InvalidInput
from brasko.core.programme.signs import kit_for
from brasko.core.words import as_typed, say
from brasko.formats.cook import CookIn, CookOut
from brasko.formats.cook_convert import cook_effort_s, told
from brasko.formats.meal import MealIn
from brasko.formats.meal_convert import wishes_of
from brasko.web.accounts.auth import CookRequest, signed_in
from brasko.web.accounts.plainly import plainly
from brasko.web.common.versions import unchanged
from brasko.web.machine.answers import computed_answer
from brasko.web.machine.quotas import waiter_of
from brasko.web.machine.store import in_store
from brasko.web.plans.actions.save_plan import prepared_for, save_plan
from brasko.web.plans.actions.take_along import calendar_of, hour_to_come, meal_of
from brasko.web.plans.computing import effort_of, previewed
from brasko.web.plans.detail_schemas import (
    BurgerIn,
    BurgerOut,
    ChoicesOut,
    DetailsOut,
    MealAsk,
    PickIn,
    PickOut,
    SchoolIn,
    SchoolOut,
)
from brasko.web.plans.details import burger_of, choices_of, details_of, pick_of, school_of_piece
from brasko.web.plans.models import Plan
from brasko.web.plans.reference import reference
from brasko.web.plans.reference_schemas import ReferenceOut
from brasko.web.plans.schemas import PastLine, PlanIn, PlanLine, PlanOut, PreviewIn, PreviewOut, TaskOut
from brasko.web.yard.actions.learn import as_learned, learned_of
from brasko.web.yard.kinds import kinds_of

router = Router(tags=["plans"])
SOME_S = 3.0
"""What picking a way may take: a few quick plans."""
WAYS = 8.0
"""Comparing ways takes about so many quick plans."""


def _mine(request: CookRequest, plan_id: int) -> Plan:
    return get_object_or_404(Plan, id=plan_id, owner=request.user)


@router.get("reference", response=ReferenceOut, operation_id="get_reference")
def get_reference(request: CookRequest) -> ReferenceOut:
    return reference()


@router.post("cooked", response=CookOut, auth=signed_in, operation_id="tell_cook")
async def tell_cook(request: CookRequest, payload: CookIn) -> HttpResponse:
    """What comes of a cook that is told forwards, step by step (brasko/cook@1)."""
    return await computed_answer(request, cook_effort_s(payload), told, payload)


@router.post("plans/preview", response=PreviewOut, auth=signed_in, operation_id="preview_plan")
async def preview_plan(request: CookRequest, payload: PreviewIn) -> HttpResponse:
    """Compute a plan without keeping it; quick, good to about 1 K. With an anchor, also refuse an hour that cannot be
    met."""
    if payload.focus >= len(payload.pieces):
        raise InvalidInput(
            "focus", say("api-must-be-one-of-the-pieces", pieces=len(payload.pieces), focus=payload.focus)
        )
    payload = payload.model_copy(update={"pieces": await in_store(as_learned, request.user, payload.pieces)})
    ranged = (payload.focus,) if payload.ranges else ()
    effort = effort_of(payload.pieces, quick=payload.quick and not payload.ranges, ranged=ranged)
    return await computed_answer(request, effort, previewed, payload, timezone.now())


@router.post("plans/pick", response=PickOut, auth=signed_in, operation_id="pick_way")
async def pick_way(request: CookRequest, payload: PickIn) -> HttpResponse:
    """Method, fire, finish, salt and rest for a cut, on the household's own grills."""
    return await computed_answer(
        request,
        SOME_S,
        pick_of,
        payload,
        await in_store(kinds_of, request.user),
        await in_store(learned_of, request.user),
        timezone.now(),
    )


@router.post("plans/choices", response=ChoicesOut, auth=signed_in, operation_id="compare_ways")
async def compare_ways(request: CookRequest, payload: MealAsk) -> HttpResponse:
    """The first piece's own way beside the two best others, computed."""
    effort = WAYS * effort_of(payload.pieces[:1], quick=True)
    known = await in_store(learned_of, request.user)
    kinds = await in_store(kinds_of, request.user)
    return await computed_answer(request, effort, choices_of, payload.pieces[0], kinds, known)


@router.post("plans/school", response=SchoolOut, auth=signed_in, operation_id="ask_school")
async def ask_school(request: CookRequest, payload: SchoolIn) -> HttpResponse:
    """The same piece by each answer to a question where cooks disagree."""
    known = await in_store(learned_of, request.user)
    return await computed_answer(
        request, WAYS * effort_of([payload.piece], quick=True), school_of_piece, payload, known
    )


@router.post("plans/details", response=DetailsOut, auth=signed_in, operation_id="tell_details")
async def tell_details(request: CookRequest, payload: MealAsk) -> HttpResponse:
    """Amounts, shares of the eaters, and what to do when guests are late."""
    wishes_of(payload.pieces)
    payload = payload.model_copy(update={"pieces": await in_store(as_learned, request.user, payload.pieces)})
    return await computed_answer(request, WAYS * effort_of(payload.pieces, quick=True), details_of, payload)


@router.post("plans/burger", response=BurgerOut, auth=signed_in, operation_id="make_burger")
async def make_burger(request: CookRequest, payload: BurgerIn) -> HttpResponse:
    return await computed_answer(request, SOME_S, burger_of, payload)


@router.get("plans", response=list[PlanLine], operation_id="list_plans")
def list_plans(request: CookRequest) -> list[PlanLine]:
    plans = Plan.objects.filter(owner=request.user, set_aside_at=None).prefetch_related("pieces")
    return [_line(plan) for plan in plans]


@router.get("plans/past", response=list[PastLine], operation_id="list_past_plans")
def list_past_plans(request: CookRequest) -> list[PastLine]:
    """Plans that were cooked or set aside, newest first, to plan again from."""
    plans = Plan.objects.filter(owner=request.user).exclude(set_aside_at=None).prefetch_related("pieces", "cook_set")
    return [_past(plan) for plan in plans.order_by("-eat_at")[:40]]


@router.post("plans/import", response={201: PlanOut}, operation_id="import_plan")
def import_plan(request: CookRequest, payload: MealIn) -> Status[dict[str, Any]]:
    """Keep a plan from a file; an hour that is past moves to the next day on which it can be met."""
    lead_s = prepared_for(waiter_of(request), payload.pieces, None).lead_s
    eat_at = hour_to_come(payload.eat_at, lead_s)
    wanted = PlanIn(title=payload.title or None, eat_at=eat_at, pieces=payload.pieces, table=payload.table)
    return Status(201, plan_out(save_plan(waiter_of(request), request.user, wanted)))


@router.post("plans", response={201: PlanOut}, operation_id="create_plan")
def create_plan(request: CookRequest, payload: PlanIn) -> Status[dict[str, Any]]:
    return Status(201, plan_out(save_plan(waiter_of(request), request.user, payload)))


@router.get("plans/{int:plan_id}", response=PlanOut, operation_id="get_plan")
def get_plan(request: CookRequest, plan_id: int) -> dict[str, Any]:
    return plan_out(_mine(request, plan_id))


@router.put("plans/{int:plan_id}", response=PlanOut, operation_id="update_plan")
def update_plan(request: CookRequest, plan_id: int, payload: PlanIn) -> dict[str, Any]:
    def seen(plan: Plan) -> None:
        unchanged(request, plan.version, lambda: PlanOut.model_validate(plan_out(plan)))

    plan = _mine(request, plan_id)
    return plan_out(save_plan(waiter_of(request), request.user, payload, plan, may_write=seen))


@router.post("plans/{int:plan_id}/duplicate", response={201: PlanOut}, operation_id="duplicate_plan")
def duplicate_plan(request: CookRequest, plan_id: int) -> Status[dict[str, Any]]:
    """The same plan once more, at its hour on the next day on which it can be met."""
    plan = _mine(request, plan_id)
    meal = meal_of(plan)
    lead = max(piece.programme.lead_s for piece in plan.pieces.all())
    wanted = PlanIn(
        title=plainly(request.user, say("api-again", title=as_typed(plan.title)))[:120],
        eat_at=hour_to_come(plan.eat_at + timedelta(days=1), lead),
        pieces=meal.pieces,
        table=meal.table,
    )
    return Status(201, plan_out(save_plan(waiter_of(request), request.user, wanted)))


@router.get("plans/{int:plan_id}/plan.json", response=MealIn, operation_id="export_plan")
def export_plan(request: CookRequest, plan_id: int) -> MealIn:
    """The plan as brasko/meal@1."""
    return meal_of(_mine(request, plan_id))


@router.get("plans/{int:plan_id}/plan.ics", operation_id="export_calendar", include_in_schema=False)
def export_calendar(request: CookRequest, plan_id: int) -> HttpResponse:
    """The order of the work as iCalendar."""
    plan, home = _mine(request, plan_id), request.user.household
    response = HttpResponse(calendar_of(plan, home.units, home.language), content_type="text/calendar; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="plan-{plan.id}.ics"'
    return response


@router.delete("plans/{int:plan_id}", response=PlanOut, operation_id="set_plan_aside")
def set_plan_aside(request: CookRequest, plan_id: int) -> dict[str, Any]:
    """Take a plan off the list. It can be brought back."""
    plan = _mine(request, plan_id)
    plan.set_aside_at = plan.set_aside_at or timezone.now()
    plan.save(update_fields=["set_aside_at"])
    return plan_out(plan)


@router.post("plans/{int:plan_id}/restore", response=PlanOut, operation_id="bring_plan_back")
def bring_plan_back(request: CookRequest, plan_id: int) -> dict[str, Any]:
    plan = _mine(request, plan_id)
    plan.set_aside_at = None
    plan.save(update_fields=["set_aside_at"])
    return plan_out(plan)


def _line(plan: Plan) -> PlanLine:
    pieces = list(plan.pieces.all())
    first = pieces[0].programme
    return PlanLine(
        id=plan.id,
        title=plan.title,
        eat_at=plan.eat_at,
        first_task_at=plan.eat_at - timedelta(seconds=max(p.programme.lead_s for p in pieces)),
        pull_c=first.pull_c,
        reading_c=first.reading_c,
        finish_c=first.finish_c,
        thickness_mm=pieces[0].asked.thickness_mm,
        pieces=[p.programme.cut_name for p in pieces],
    )


def _past(plan: Plan) -> PastLine:
    cooks = [cook for cook in plan.cook_set.all() if cook.ended_at is not None]
    stars = [cook.stars for cook in cooks if cook.stars]
    piece = plan.pieces.all()[0]
    return PastLine(
        id=plan.id,
        title=plan.title,
        eat_at=plan.eat_at,
        cut=piece.programme.cut_name,
        finish_c=piece.programme.finish_c,
        thickness_mm=piece.asked.thickness_mm,
        cooked=len(cooks),
        stars=max(stars, default=None),
    )


def plan_out(plan: Plan) -> dict[str, Any]:
    """A plan as its page has it (PlanOut)."""
    return {
        "id": plan.id,
        "version": plan.version,
        "title": plan.title,
        "eat_at": plan.eat_at,
        "grill_id": plan.grill_id,
        "created_at": plan.created_at,
        "set_aside": plan.set_aside_at is not None,
        "table": plan.table,
        "order": plan.order,
        "kit": kit_for(TaskOut.model_validate(task).key for task in plan.order),
        "notes": plan.notes,
        "pieces": [{"position": p.position, "inputs": p.asked, "result": p.result} for p in plan.pieces.all()],
    }
