"""What is computed for the Table place, in a process of its own: from what was asked to what is told."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from brasko.core.errors import InvalidInput
from brasko.core.fire.custom import PLANNER_FIRES
from brasko.core.sides.kinds import WAYS, all_sides
from brasko.core.table.ask import MAX_DISHES, MAX_FIRES, MAX_PEOPLE, MAX_SITTINGS, whole_key
from brasko.core.table.later import gone_on, moved
from brasko.core.table.pieces import pieces_of
from brasko.core.table.plan import plan_table, table_effort_s
from brasko.core.table.problem import Pin, PreviousSchedule
from brasko.core.table.variants import REPEATED
from brasko.core.words import quantity, say
from brasko.formats.meal_convert import filled
from brasko.formats.table import MealTableIn, PinIn, TableOut
from brasko.formats.table_convert import made_as_told, table_ask_of, table_told
from brasko.web.cooks.adapters import ToCookPiece
from brasko.web.cooks.schedule import Helper, Schedule, ScheduledTask
from brasko.web.plans.kept import kept_plans
from brasko.web.plans.present import piece_schema
from brasko.web.tables.schemas import LaterOut, MoveOut, NameOut, SideOut, TableAskIn, TableReferenceOut

TO_BEGIN = timedelta(minutes=3)
"""From now until the first work of the earliest table that is offered: to read it and get up."""


MAX_EFFORT_S = 90.0
"""A table of more than may be is refused by what plans it, in words of its own."""


def effort_of(asked: MealTableIn) -> float:
    """CPU seconds that planning is likely to take; nothing is worked out for that, for a server waits meanwhile."""
    meats = sum(dish.piece is not None for dish in asked.dishes)
    return min(table_effort_s(meats, len(asked.dishes) - meats, len(asked.fires)), MAX_EFFORT_S)


def previewed_table(payload: TableAskIn, now: datetime) -> TableOut:
    """A table that is not kept, planned as planned_table does."""
    stood = {each.dish: PreviousSchedule(each.variant, each.person, each.wait_s) for each in payload.stood}
    return planned_table(payload.table, payload.quick, now, stood)


def planned_table(
    asked: MealTableIn, quick: bool, now: datetime, stood: dict[str, PreviousSchedule] | None = None
) -> TableOut:
    """A table, planned. Raises InvalidInput, with the earliest hour where its own cannot be met."""
    made = plan_table(table_ask_of(asked), quick=quick, plan=kept_plans.piece, stood=stood)
    told = table_told(asked, made)
    begins = asked.eat_at + timedelta(seconds=told.begins_s)
    if begins < now:
        earliest = now + TO_BEGIN - timedelta(seconds=told.begins_s)
        earliest = (earliest + timedelta(minutes=4, seconds=59)).replace(second=0, microsecond=0)
        earliest -= timedelta(minutes=earliest.minute % 5)
        raise InvalidInput(
            "table.eat_at",
            say("computing-is-too-soon-the-first-work", begins=quantity.span(-told.begins_s)),
            suggestion=earliest.astimezone(UTC).isoformat(),
        )
    return told


def late_table(
    asked: MealTableIn, told: TableOut, by_min: int, at: datetime, on_at: dict[str, datetime] | None
) -> LaterOut:
    """The rest of a table planned anew for a later hour, from a moment on; on_at is since when dishes are on, where
    that was marked. Raises InvalidInput with the dish that cannot be."""
    before = made_as_told(asked, told, kept_plans.piece)
    if before is None:
        raise InvalidInput("by_min", say("computing-was-planned-by-another-version-keep"))
    by_s = 60.0 * by_min
    since = None if on_at is None else {key: (on - asked.eat_at).total_seconds() for key, on in on_at.items()}
    late = gone_on(before, by_s, (at - asked.eat_at).total_seconds(), since)
    eat_at = asked.eat_at + timedelta(minutes=by_min)
    held = [
        dish.model_copy(update={"pin": _pin(late.pins[dish.key])}) if dish.key in late.pins else dish
        for dish in asked.dishes
    ]
    then = asked.model_copy(update={"eat_at": eat_at, "dishes": held})
    return LaterOut(
        eat_at=eat_at,
        status=late.made.schedule.status,
        clash=[late.made.problem.dishes[n].name for n in late.made.schedule.clash],
        moves=[
            MoveOut(name=name, was_at=_moment(asked.eat_at, was), is_at=_moment(asked.eat_at, is_))
            for name, was, is_ in moved(before, late.made, by_s)
        ],
        past_best=late.words,
        asked=then,
        told=table_told(then, late.made),
    )


@dataclass(frozen=True)
class MealToCook:
    """A meal, ready to go on: the keys of its dishes of meat, what is kept of each, and the schedule of everything."""

    keys: list[str]
    pieces: list[ToCookPiece]
    schedule: Schedule


def meal_to_cook(asked: MealTableIn, told: TableOut, by_s: float = 0.0) -> MealToCook:
    """A kept meal, its meat on the fires that its schedule gives it, by_s later. Raises InvalidInput where another
    version planned it."""
    made = made_as_told(asked, told, kept_plans.piece)
    if made is None:
        raise InvalidInput("table", say("computing-was-planned-by-another-version-keep-2"))
    found = pieces_of(made, kept_plans.piece, by_s)
    given = {dish.key: dish.piece for dish in asked.dishes}
    fires = {fire.key: fire for fire in asked.fires}
    pieces = []
    for each in found:
        said = given.get(each.key) or given[whole_key(each.key)]
        assert said is not None, "it was made of one"
        fire = fires[each.fire]
        piece = filled(
            said.model_copy(
                update={
                    "method": each.spec.method,
                    "count": each.spec.count,
                    "sear_fire": None,
                    "fire": None if fire.own_fire else fire.fire,
                    "own_fire": fire.own_fire,
                }
            )
        )
        result = piece_schema(each.plan, said=fire.own_fire)
        pieces.append(
            ToCookPiece(
                each.name, piece.cut, piece.model_dump(), result.model_dump(mode="json"), each.plan.model_version
            )
        )
    keys = [each.key for each in found]
    own = [{task["key"] for task in piece.result["tasks"]} for piece in pieces]
    return MealToCook(keys, pieces, _schedule(asked, told, dict(zip(keys, own, strict=True)), by_s))


def _schedule(asked: MealTableIn, told: TableOut, pieces: Mapping[str, Collection[str]], by_s: float) -> Schedule:
    """Everything that is to be done, by_s later. pieces: the tasks of each piece, by the key of its dish."""
    names = {d.key: d.name for d in told.dishes} | {f.key: f.name for f in told.fires}
    order, tasks = list(pieces), []
    notes: dict[str, list[str]] = {}
    for note in told.cautions:
        first = next((work for work in told.work if work.of == note.of), told.work[0])
        notes.setdefault(first.id, []).append(note.text)
    for work in told.work:
        own = work.of in pieces
        key = task_of(work.key) if own else work.key
        if own and key in REPEATED:
            continue  # the cook page counts its flips
        tasks.append(
            ScheduledTask(
                id=work.id,
                key=key,
                of=work.of,
                dish=names.get(work.of, ""),
                person=work.person,
                place=work.place,
                name=work.name,
                why=work.why,
                start_s=work.start_s + by_s,
                lasts_s=work.lasts_s,
                notes=tuple(notes.get(work.id, ())),
                least_c=work.least_c,
                piece=order.index(work.of) if own and key in pieces[work.of] else None,
            )
        )
    helpers = tuple(Helper(key=p.key, name=p.name) for p in asked.people)
    return Schedule(helpers=helpers, tasks=tuple(tasks))


def task_of(work: str) -> str:
    """The task of a piece that a meal's work is: dished up, it is served."""
    return "serve" if work == "plate" else work


def _pin(pin: Pin) -> PinIn:
    return PinIn(variant=pin.variant, person=pin.person, wait_min=None if pin.wait_s is None else pin.wait_s / 60.0)


def _moment(eat_at: datetime, seconds: float) -> datetime:
    return eat_at + timedelta(seconds=seconds)


def table_reference() -> TableReferenceOut:
    """What a table is put together from."""
    return TableReferenceOut(
        sides=[
            SideOut(
                key=s.key,
                name=s.name,
                group=s.group,
                each=s.each,
                ways=list(s.ways),
                least_min=s.usual_s[0] / 60.0,
                most_min=s.usual_s[1] / 60.0,
            )
            for s in all_sides().values()
        ],
        ways=[NameOut(key=key, name=name) for key, name in WAYS.items()],
        fires=[NameOut(key=key, name=name) for key, name in PLANNER_FIRES.items()],
        most_dishes=MAX_DISHES,
        most_fires=MAX_FIRES,
        most_people=MAX_PEOPLE,
        most_sittings=MAX_SITTINGS,
    )
