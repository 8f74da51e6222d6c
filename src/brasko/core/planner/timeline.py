"""The order of the work, counted back from the hour of eating."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from brasko.core.errors import InvalidInput
from brasko.core.planner.invert import Solution
from brasko.core.planner.methods import CRUSTS, SALTS
from brasko.core.planner.wish import Wish

Lane = Literal["fire", "meat", "hands"]

SERVE_S = 60.0
OIL_S = 180.0
SALTING_S = 180.0
SALT_HOUR_S = 50 * 60.0
SALT_OVERNIGHT_S = 14 * 3600.0
START_MARGIN_S = 120.0


@dataclass(frozen=True)
class Task:
    """One thing on the timeline; start_s and end_s count from the hour of eating, so they are negative.

    step    the programme step this task begins, or "" for work that the food does not feel
    """

    key: str
    lane: Lane
    name: str
    start_s: float
    end_s: float
    why: str
    step: str = ""


def timeline(wish: Wish, solution: Solution) -> tuple[Task, ...]:
    """Every task of one piece, in the order they begin."""
    fire, result = wish.the_fire, solution.result
    on_s = -(SERVE_S + result.duration_s)
    at = {s.name: (on_s + s.start_s, on_s + s.end_s) for s in result.steps}
    tasks = [*_before(wish, on_s), *_preparations(wish, on_s, at)]
    for n, step in enumerate(result.steps):
        start, end = at[step.name]
        key = "on" if n == 0 else step.name
        why = _step_why(wish, solution, step.name)
        tasks.append(Task(key, "meat", _step_name(wish, step.name), start, end, why, step.name))
    if "wait" in at and fire.convert_s > 0.0:
        tasks.append(Task("convert", "fire", fire.convert_name, at["wait"][0], at["sear"][0], fire.convert_why))
    tasks.append(Task("serve", "hands", *_serving(wish, -SERVE_S)))
    return tuple(sorted(tasks, key=lambda t: (t.start_s, t.end_s)))


def _serving(wish: Wish, start_s: float) -> tuple[str, float, float, str]:
    if wish.the_cut.kind == "plant":
        return "Serve", start_s, 0.0, "Hot, on a warm board."
    if wish.the_cut.kind == "ground":
        return "Serve", start_s, 0.0, "On a warm board."
    return "Slice and serve", start_s, 0.0, "Across the grain, on a warm board."


def _before(wish: Wish, on_s: float) -> list[Task]:
    salt_g = wish.the_cut.salt_share * wish.mass_kg * 1000.0
    if salt_g <= 0.0:
        return []
    dose = f"Salt with {salt_g:.0f} g, {wish.the_cut.salt_share * 100:.1f} % of the weight"
    if wish.salt == "just_before":
        start = on_s - OIL_S - SALTING_S
        why = f"{dose}, right before the fire, so that the surface has no time to turn wet."
    elif wish.salt == "overnight":
        start = on_s - SALT_OVERNIGHT_S
        why = f"{dose} and leave it open in the fridge: the salt goes in and the surface dries."
    else:
        start = on_s - SALT_HOUR_S
        why = f"{dose}. Between 10 and 40 min after salting the surface is wet and steams; by 50 min it is dry again."
    tasks = [Task("season", "hands", "Salt and pat dry", start, start + SALTING_S, why)]
    if wish.temper_s > 0.0:
        first_gentle = wish.how.phases[0] == "gentle"
        warm = "The gentle phase does the same work." if first_gentle else "It shortens the cook a little."
        tasks.append(Task("temper", "meat", "Out of the fridge", on_s - wish.temper_s, on_s, f"Your choice. {warm}"))
    return tasks


def _preparations(wish: Wish, on_s: float, at: dict[str, tuple[float, float]]) -> list[Task]:
    """What is done to the fire: each chain of preparations ends as the food goes on, or as its sear begins."""
    first = wish.gentle_zone if wish.how.phases[0] == "gentle" else wish.sear_zone
    shown = first.shown_c if first is not None else wish.the_fire.zones[0].shown_c
    tasks = []
    ends = {"on": on_s, "sear": at["sear"][0] if "sear" in at else on_s}
    for each in reversed(wish.the_fire.preparations):
        end = ends[each.before]
        why = each.why.replace("{target}", f"{{temp:{shown:.0f}}}")
        tasks.append(Task(each.key, each.lane, each.name, end - each.lasts_s, end, why))
        ends[each.before] = end - each.lasts_s
    if wish.how.gentle_at == "bath" and wish.gentle_zone is not None:
        start = max(at["gentle"][0] - 900.0, on_s)
        tasks.append(
            Task("melt", "fire", "Warm the fat on the cool side", start, at["gentle"][0],
                 f"Hold it at {{temp:{wish.gentle_zone.air_c:.0f}}}; it never bubbles. Enough to cover the piece.")
        )  # fmt: skip
    return tasks


def _step_name(wish: Wish, step: str) -> str:
    if step == "gentle" and wish.gentle_zone is not None:
        return wish.gentle_zone.doing
    if step == "sear" and wish.sear_zone is not None:
        place = wish.sear_zone.doing
        return f"On, {place}" if wish.how.phases[0] == "sear" else f"Sear {place}"
    return {"wait": "Pull, let it wait", "rest": "Rest"}.get(step, step)


def _step_why(wish: Wish, solution: Solution, step: str) -> str:
    result = solution.result
    rise = result.peak_core_c - solution.pull_c
    if step == "gentle":
        later = (
            "the sear and the rest add"
            if wish.how.phases[0] == "gentle" and "sear" in wish.how.phases
            else "the rest adds"
        )
        return f"Until the core reads {{temp:{solution.pull_c:.1f}}}: {later} {{rise:{rise:.1f}}}. No flipping needed."
    if step == "wait":
        return "Off the heat on a rack while the fire gets hot. The surface cools and dries: less rim, better crust."
    if step == "sear":
        if wish.how.slow == "sear":
            return (
                f"Flip every {{time:{solution.flip_every_s:.0f}}} until the core reads {{temp:{solution.pull_c:.1f}}}: "
                f"the rest adds {{rise:{rise:.1f}}}."
            )
        side = solution.sear_s / 2.0
        flips = round(solution.sear_s / solution.flip_every_s) - 1
        how = "flip once" if flips == 1 else f"flip every {{time:{solution.flip_every_s:.0f}}}, {flips} flips"
        what = "for colour" if wish.crust == "none" else f"enough for a {CRUSTS[wish.crust][0].lower()} crust"
        return f"{{time:{side:.0f}}} a side in all, {how}: {what}."
    rest = wish.minimum.rest_s if wish.minimum is not None and wish.finish_c >= wish.minimum.core_c - 0.05 else 0.0
    agency = f" The agency's {{time:{rest:.0f}}} of rest are in it." if rest > 0.0 else ""
    return f"The core climbs on and peaks at {{temp:{result.peak_core_c:.1f}}}. Slice after the peak.{agency}"


def lead_s(tasks: tuple[Task, ...]) -> float:
    """How long before eating the first task begins [s]."""
    return -min(task.start_s for task in tasks)


def check_eating_time(eat_at: datetime, now: datetime, tasks: tuple[Task, ...], wish: Wish) -> None:
    """Raise InvalidInput with the earliest possible time when eat_at is past or too soon."""
    earliest = now + timedelta(seconds=lead_s(tasks) + START_MARGIN_S)
    earliest = earliest.replace(second=0, microsecond=0) + timedelta(minutes=1)
    if eat_at >= now + timedelta(seconds=lead_s(tasks)):
        return
    what = "lies in the past" if eat_at <= now else "is too soon"
    hint = f" Most of it is salting {SALTS['overnight']}." if wish.salt == "overnight" else ""
    raise InvalidInput(
        "eat_at",
        f"{what}: this cook takes {{time:{lead_s(tasks):.0f}}} from the first task to the table.{hint} "
        "The earliest possible time is offered.",
        suggestion=earliest.isoformat(),
    )
