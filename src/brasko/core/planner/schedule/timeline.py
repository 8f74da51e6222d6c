"""The order of the work, counted back from the hour of eating."""

from __future__ import annotations

from datetime import datetime, timedelta

from brasko.core.errors import InvalidInput
from brasko.core.foods.serving import serving_of
from brasko.core.planner.schedule.beforehand import before
from brasko.core.planner.schedule.fire_work import feeding_tasks, of_the_fire
from brasko.core.planner.schedule.reasons import step_name, step_why
from brasko.core.planner.schedule.tasks import FLIP_S, HANDLING_S, Task, busy_hands, with_free_hands, with_slack
from brasko.core.planner.solve.fuel import setup_of
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import flip_moments
from brasko.core.planner.spec.options import FINISHES, GLAZED_BEFORE_S, SALTS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

SERVE_S = 60.0
"""To slice and serve (assumed)."""
READ_S, READ_EACH_S = 20.0, 8.0
"""To read the middle of one piece, and of each further one (assumed)."""
LAST_MINUTE_S = 60.0
"""Butter and herbs go in so long before the end (common practice, no source)."""
BASTING_S = 45.0
"""Lid up, sprayed or brushed, lid down (assumed)."""
BASTE_NAMES = {"spritz": say("timeline-spritz"), "mop": say("timeline-mop"), "glaze": say("timeline-glaze")}
BASTE_WHYS = {
    "spritz": say("timeline-spritz-why"),
    "mop": say("timeline-mop-why"),
    "glaze": say("timeline-glaze-why"),
}
TURNED_FROM_S = 20 * 60.0
"""A shorter gentle part is not turned (assumed)."""
START_MARGIN_S = 170.0
"""From now until the first task of the earliest plan that is offered: to read it and get up."""


def timeline(spec: PieceSpec, solution: Solution) -> tuple[Task, ...]:
    """Every task of one piece, in the order they begin, each with how late it may be."""
    result = solution.result
    on_s = -(SERVE_S + result.duration_s)
    at = {s.name: (on_s + s.start_s, on_s + s.end_s) for s in result.steps}
    tasks = [*of_the_fire(spec, on_s, at), *_of_the_food(spec, solution, on_s, at), *before(spec, solution, on_s)]
    tasks.append(_serving(spec))
    return with_slack(with_free_hands(tasks, busy_hands((), flip_moments(result, on_s))))


def _of_the_food(spec: PieceSpec, solution: Solution, on_s: float, at: dict[str, tuple[float, float]]) -> list[Task]:
    """The steps that the food goes through, what is done to the fire between them, and the last touch."""
    steps = solution.result.steps
    tasks = []
    for n, step in enumerate(steps):
        start, end = at[step.name]
        following = steps[n + 1].name if n + 1 < len(steps) else "serve"
        tasks.append(
            Task(
                "on" if n == 0 else step.name,
                "meat",
                step_name(spec, step.name),
                start,
                end,
                step_why(spec, solution, step.name),
                step.name,
                following,
                hands_s=min(HANDLING_S, end - start),
                guide=f"method:{spec.method}" if n == 0 else f"rest:{spec.rest}" if step.name == "rest" else "",
            )
        )
    if spec.reading_c is not None:
        tasks.append(_reading(spec, spec.reading_c, at[steps[-2].name][1], flip_moments(solution.result, on_s)))
    sear = at["sear"][0] if "sear" in at else on_s
    fire = spec.the_fire
    if "wait" in at and not spec.sears_elsewhere and fire.convert_s > 0.0:
        start = at["wait"][0] + 2.0 * HANDLING_S
        tasks.append(
            Task(
                "convert",
                "fire",
                fire.convert_name,
                start,
                sear,
                fire.convert_why,
                before="sear",
                hands_s=min(30.0, sear - start),
                guide="glossary:convert",
            )
        )
    tasks += feeding_tasks(spec, on_s, at[steps[-1].name][0])
    tasks += _turned_half_way(spec, at)
    tasks += _basted(spec, solution, on_s)
    if spec.finishing != "none":
        tasks.append(_last_touch(spec, solution, on_s))
    return tasks


def _reading(spec: PieceSpec, reading_c: float, off_s: float, flips_s: list[float]) -> Task:
    """The reading that ends the last heat, of each piece, after the last flip."""
    begin = off_s - READ_S - READ_EACH_S * (spec.count - 1)
    free = max([begin, *(flip + FLIP_S / 2.0 for flip in flips_s if flip < off_s)])
    hands = max(off_s - free, 0.0)
    each = say("timeline-the-middle") if spec.count == 1 else say("timeline-the-middle-of-each-piece")
    least = say("timeline-it") if spec.count == 1 else say("timeline-the-lowest")
    return Task(
        "read",
        "hands",
        say("timeline-read", each=each),
        off_s - max(hands, 1.0),
        off_s,
        say("timeline-in-from-the-side-the-tip", least=least, reading=quantity.least(reading_c)),
        before="rest",
        hands_s=hands,
        guide="danger:reading",
    )


def _turned_half_way(spec: PieceSpec, at: dict[str, tuple[float, float]]) -> list[Task]:
    """A long gentle part where one end is hotter: turned once, half-way (common practice, no source)."""
    if "gentle" not in at:
        return []
    start, end = at["gentle"][0], at["gentle_wrapped" if "gentle_wrapped" in at else "gentle"][1]
    setup = setup_of(spec)
    bath = spec.gentle_zone is not None and spec.gentle_zone.in_fat
    offset = setup is not None and setup.grill.kind.hotter_end
    if end - start < TURNED_FROM_S or not (bath or offset):
        return []
    name = say("timeline-turn-it-in-the-fat") if bath else say("timeline-turn-it-end-for-end-and")
    why = say("timeline-off-the-hot-spots-measure-under") if bath else say("timeline-it-is-hotter-near-the-firebox")
    middle = (start + end) / 2.0
    return [Task("turn", "hands", name, middle, middle + 30.0, why, hands_s=20.0, guide=f"method:{spec.method}")]


def _basted(spec: PieceSpec, solution: Solution, on_s: float) -> list[Task]:
    """What a long cook is sprayed or mopped with, each time a task; or the glaze at its end."""
    if spec.baste == "none":
        return []
    name, why = BASTE_NAMES[spec.baste], BASTE_WHYS[spec.baste]
    moments = [
        (step.start_s + at, step.end_s)
        for planned, step in zip(solution.programme, solution.result.steps, strict=True)
        if planned.baste is not None
        for at in planned.baste.moments(step.end_s - step.start_s)
    ]
    if spec.baste == "glaze":
        off_s = solution.result.steps[-2].end_s
        moments = [(max(off_s - GLAZED_BEFORE_S, 0.0), off_s)]
    return [
        Task(
            f"baste_{n}",
            "hands",
            name,
            on_s + at,
            on_s + min(at + BASTING_S, end),
            why if n == 1 else say("timeline-baste-again"),
            hands_s=min(BASTING_S, end - at),
            guide="glossary:stall",
        )
        for n, (at, end) in enumerate(moments, 1)
    ]


def _last_touch(spec: PieceSpec, solution: Solution, on_s: float) -> Task:
    name = FINISHES[spec.finishing]
    last = solution.result.steps[-2]
    if spec.finishing == "oil":
        rest = on_s + solution.result.steps[-1].start_s
        return Task(
            "finishing",
            "hands",
            name,
            rest + 2.0 * HANDLING_S,
            rest + 2.0 * HANDLING_S + 30.0,
            say("timeline-it-mixes-with-the-juices-on"),
            hands_s=20.0,
        )
    end = on_s + last.end_s
    start = max(end - LAST_MINUTE_S, on_s + last.start_s)
    why = say("timeline-fresh-butter-and-herbs-burn-in")
    return Task("finishing", "hands", name, start, end, why, before="rest", guide="fat:butter")


def _serving(spec: PieceSpec) -> Task:
    serving = serving_of(spec.the_cut.key)
    name, why = say("timeline-serve"), say("timeline-hot-on-a-warm-board")
    if serving.slice_m > 0.0:
        name = say("timeline-slice-and-serve")
        why = say(
            "timeline-thick-on-a-warm-board", across=serving.across, slice=quantity.length(serving.slice_m * 1000)
        )
    elif serving.across != "Whole":
        name = (
            say("timeline-pull-apart-and-serve")
            if serving.across.startswith("Pull")
            else say("timeline-carve-and-serve")
        )
        why = say("timeline-hot-on-a-warm-board-2", across=serving.across)
    return Task("serve", "hands", name, -SERVE_S, 0.0, why, hands_s=SERVE_S, guide=f"cut:{spec.cut}")


def lead_s(tasks: tuple[Task, ...]) -> float:
    """How long before eating the first task begins [s], shopping apart: who plans for tonight has the meat."""
    return -min(task.start_s for task in tasks if task.key.split(":")[-1] != "shop")


def earliest_eating(lead: float, now: datetime) -> datetime:
    """The first whole minute at which what takes so long [s] could be eaten, with a moment to begin in."""
    at = now + timedelta(seconds=lead + START_MARGIN_S)
    return at.replace(second=0, microsecond=0) + timedelta(minutes=1)


def check_eating_time(eat_at: datetime, now: datetime, tasks: tuple[Task, ...], spec: PieceSpec) -> None:
    """Raise InvalidInput with the earliest possible time when eat_at is past or too soon."""
    if eat_at >= now + timedelta(seconds=lead_s(tasks)):
        return
    what = say("timeline-lies-in-the-past") if eat_at <= now else say("timeline-is-too-soon")
    hint = (
        say("timeline-most-of-it-is-salting", salts=SALTS[spec.salting])
        if spec.salting in ("overnight", "twice")
        else ""
    )
    hint = say("timeline-most-of-it-is-thawing") if spec.frozen and spec.thaw == "fridge" else hint
    raise InvalidInput(
        "eat_at",
        say("timeline-this-cook-takes-from-the-first", what=what, lead=quantity.span(lead_s(tasks)), hint=hint),
        suggestion=earliest_eating(lead_s(tasks), now).isoformat(),
    )
