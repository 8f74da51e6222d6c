"""Between the published table format and the core."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Literal

from brasko.core.errors import InvalidInput, inside
from brasko.core.heat.simulation import MODEL_VERSION
from brasko.core.planner.meal import PlanOne
from brasko.core.sides.exposure import size_of
from brasko.core.sides.kinds import Rgb
from brasko.core.table.ask import DishAsk, FireAsk, Sitting, TableAsk, whole_key
from brasko.core.table.cautions import cautions
from brasko.core.table.later import KEPT_WARM
from brasko.core.table.orders import Work, orders
from brasko.core.table.places import state_words
from brasko.core.table.plan import PlannedTable
from brasko.core.table.problem import Laid, Person, Pin, Schedule, Skill, Variant, cost_of
from brasko.core.table.servings import kept_for_later
from brasko.core.table.variants import problem_of
from brasko.core.words import as_typed, quantity, say
from brasko.formats.fire_convert import own_of
from brasko.formats.meal_convert import spec_of
from brasko.formats.piece import OUTSIDE, renamed
from brasko.formats.table import (
    BarOut,
    DishIn,
    DishOut,
    DishWayOut,
    MealTableIn,
    NoteOut,
    SideLookOut,
    TableFireIn,
    TableFireOut,
    TableOut,
    TablePlaceOut,
    WorkOut,
)
from brasko.words import rendered

_COLOURS: dict[str, Literal["meat", "plant", "bread", "other"]] = {
    "bread": "bread",
    "meat": "meat",
    "seafood": "meat",
    "cheese": "other",
    "pot": "other",
}
"""How groups of sides are told apart on a board."""


def table_ask_of(given: MealTableIn) -> TableAsk:
    """The core's table. Raises InvalidInput with the whole path of the field."""
    dishes = []
    for n, dish in enumerate(given.dishes):
        with inside(f"dishes.{n}"):
            dishes.append(_dish(dish))
    fires = []
    for n, fire in enumerate(given.fires):
        with inside(f"fires.{n}"):
            fires.append(_fire(fire))
    people = tuple(Person(p.key, as_typed(p.name), frozenset[Skill](p.may)) for p in given.people)
    sittings = tuple(Sitting(s.eaters, 60.0 * s.after_min) for s in given.sittings)
    return TableAsk(tuple(dishes), tuple(fires), people, given.eaters, sittings)


def _dish(dish: DishIn) -> DishAsk:
    spec = None
    if dish.piece is not None:
        with inside("piece"):
            try:
                spec = spec_of(dish.piece)
            except InvalidInput as exc:
                exc.field = renamed(exc.field, OUTSIDE)
                raise
    wait_s = None if dish.pin.wait_min is None else max(60.0 * dish.pin.wait_min, 0.0)
    return DishAsk(
        dish.key,
        spec,
        dish.side,
        dish.way,
        dish.count,
        tuple(dish.fires),
        60.0 * dish.course_min,
        Pin(dish.pin.variant, dish.pin.person, wait_s),
    )


def _fire(fire: TableFireIn) -> FireAsk:
    own = None
    if fire.own_fire is not None:
        with inside("own_fire"):
            own = own_of(fire.own_fire)
    return FireAsk(fire.key, fire.fire if own is None else None, own)


def table_told(given: MealTableIn, made: PlannedTable) -> TableOut:
    """What is told of a planned table."""
    laid = {each.dish: each for each in made.schedule.laid}
    names = [dish.name for dish in made.problem.dishes]
    return TableOut(
        model_version=MODEL_VERSION,
        title=given.title or rendered(", ".join(dict.fromkeys(names)))[:120],
        eat_at=given.eat_at,
        status=made.schedule.status,
        gap=made.schedule.gap,
        reasons=list(_reasons(made)),
        clash=[names[n] for n in made.schedule.clash],
        helps=list(made.schedule.helps),
        begins_s=made.begins_s,
        dishes=[_told(made, n, laid.get(n)) for n in range(len(names))],
        fires=[
            TableFireOut(
                key=fire.key,
                name=fire.name,
                places=[TablePlaceOut(key=p.key, name=p.name, area_cm2=p.area_cm2) for p in fire.places],
            )
            for fire in made.problem.fires
        ],
        cautions=[NoteOut(of=note.of, text=note.text) for note in cautions(made.ask, made.problem, made.schedule)],
        work=[
            WorkOut(
                id=id_,
                key=w.key,
                of=w.of,
                person=w.person,
                place=w.place,
                name=w.name,
                why=w.why,
                start_s=w.start_s,
                lasts_s=w.lasts_s,
                least_c=w.least_c,
            )
            for id_, w in zip(_ids(made.work), made.work, strict=True)
        ],
    )


def _told(made: PlannedTable, n: int, laid: Laid | None) -> DishOut:
    dish, asked = made.problem.dishes[n], made.ask.dishes[n]
    colour = "meat" if asked.kind is None else _COLOURS.get(asked.kind.group, "plant")
    if asked.spec is not None and asked.spec.the_cut.kind == "plant":
        colour = "plant"
    ways = [
        DishWayOut(key=v.key, label=v.label, on_s=v.on_s, most_wait_s=v.most_wait_s, as_wished=v.rank == 0)
        for v in (*dish.variants, *dish.spare)
    ]
    if laid is None:
        return DishOut(key=dish.key, of=whole_key(dish.key), name=dish.name, colour=colour, left_out=True, ways=ways)
    variant = laid.variant
    bars = [
        BarOut(
            place=s.place,
            state=s.state,
            state_words=state_words(s.state),
            start_s=laid.at(s.start_s),
            end_s=laid.at(s.end_s),
            area_cm2=s.area_cm2,
        )
        for s in variant.stays
    ]
    return DishOut(
        key=dish.key,
        of=whole_key(dish.key),
        name=dish.name,
        colour=colour,
        left_out=False,
        piece=asked.spec is not None,
        variant=variant.key,
        label=variant.label,
        why=variant.why,
        done_words=variant.done_words,
        look=_look(asked, variant),
        person=made.problem.people[laid.person].key,
        on_s=laid.at(variant.on_s),
        done_s=max(bar.end_s for bar in bars),
        serve_s=dish.serve_s,
        wait_s=laid.wait_s,
        most_wait_s=variant.most_wait_s,
        bars=bars,
        ways=ways,
    )


def _look(asked: DishAsk, variant: Variant) -> SideLookOut | None:
    look, kind = variant.look, asked.kind
    if look is None or kind is None:
        return None
    width_m, _, thickness_m = size_of(kind.geometry())
    return SideLookOut(
        face=_hexed(look.face),
        marks=_hexed(look.marks),
        inside=_hexed(look.inside),
        marks_share=look.marks_share,
        black_share=look.black_share,
        width_mm=1000.0 * width_m,
        thickness_mm=1000.0 * thickness_m,
        words=look.words,
    )


def _hexed(rgb: Rgb) -> str:
    return "#{:02x}{:02x}{:02x}".format(*rgb)


def _ids(work: Sequence[Work]) -> list[str]:
    """What each is known by, the same however often the table is planned anew: of what, what, and which time."""
    seen: Counter[str] = Counter()
    found = []
    for each in work:
        stem = f"{each.of}:{each.key}"
        found.append(f"{stem}:{seen[stem]}")
        seen[stem] += 1
    return found


def made_as_told(given: MealTableIn, told: TableOut, plan: PlanOne) -> PlannedTable | None:
    """A table as it was told before, with its ways at hand again; None where this version has other ways."""
    ask = table_ask_of(given)
    for others in (False, True):
        posed, problem = problem_of(ask, plan, others=others)
        people = [person.key for person in problem.people]
        laid = []
        for n, dish in enumerate(problem.dishes):
            was = next((d for d in told.dishes if d.key == dish.key and not d.left_out), None)
            variant = None if was is None else next((v for v in dish.variants if v.key == was.variant), None)
            if was is None or variant is None or was.person not in people:
                break
            laid.append(Laid(n, variant, was.wait_s, people.index(was.person), dish.serve_s))
        else:
            schedule = Schedule("feasible", tuple(laid), cost_of(problem, tuple(laid)))
            return PlannedTable(ask, posed, problem, schedule, orders(problem, schedule))
    return None


def _reasons(made: PlannedTable) -> list[str]:
    """Why the schedule is as it is, in a few sentences."""
    told = [
        say(
            "table-convert-is-for-all-alike-those-who",
            name=dish.name,
            after=quantity.span(after_s),
            kept_warm=KEPT_WARM,
        )
        for dish, after_s in kept_for_later(made.asked)
    ]
    for each in made.schedule.laid:
        dish = made.problem.dishes[each.dish]
        if each.variant.rank > 0 and made.ask.dishes[each.dish].spec is not None:
            told.append(say("table-convert-by-another-way-than-wished-for", name=dish.name, label=each.variant.label))
        if each.wait_s >= 120.0:
            told.append(
                say(
                    "table-convert-waits-under-cover-of-that-it",
                    name=dish.name,
                    wait=quantity.span(each.wait_s),
                    most_wait=quantity.span(each.variant.most_wait_s),
                )
            )
    return told
