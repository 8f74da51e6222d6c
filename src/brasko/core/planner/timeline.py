"""The order of the work, counted back from the hour of eating."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from brasko.core.errors import InvalidInput
from brasko.core.planner.invert import Solution
from brasko.core.planner.wish import CRUSTS, SALTS, Wish

Lane = Literal["fire", "meat", "hands"]

SERVE_S = 60.0
BANK_S = 120.0
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
    fire = wish.the_fire
    result = solution.result
    on_s = -(SERVE_S + result.duration_s)
    at = {s.name: (on_s + s.start_s, on_s + s.end_s) for s in result.steps}
    tasks = [*_before(wish, on_s), *_fire_tasks(wish, on_s)]
    for n, step in enumerate(result.steps):
        start, end = at[step.name]
        key = "on" if n == 0 else step.name
        tasks.append(
            Task(key, "meat", _step_name(step.name, n), start, end, _step_why(wish, solution, step.name), step.name)
        )
    if wish.method == "low_then_sear":
        tasks.append(
            Task("convert", "fire", "Open the fire up", at["wait"][0], at["sear"][0],
                 f"Vents open, lid off: {{time:{fire.convert_s:.0f}}} brings the coals to searing heat while the meat waits.")
        )  # fmt: skip
    tasks.append(Task("serve", "hands", "Slice and serve", -SERVE_S, 0.0, "Across the grain, on a warm board."))
    return tuple(sorted(tasks, key=lambda t: (t.start_s, t.end_s)))


def _before(wish: Wish, on_s: float) -> list[Task]:
    salt_g = wish.the_cut.salt_share * wish.mass_kg * 1000.0
    dose = f"Salt with {salt_g:.0f} g, {wish.the_cut.salt_share * 100:.1f} % of the weight"
    if wish.salt == "just_before":
        start, why = (
            on_s - OIL_S - SALTING_S,
            f"{dose}, right before the fire, so that the surface has no time to turn wet.",
        )
    elif wish.salt == "overnight":
        start, why = (
            on_s - SALT_OVERNIGHT_S,
            f"{dose} and leave it open in the fridge: the salt goes in and the surface dries.",
        )
    else:
        start = on_s - SALT_HOUR_S
        why = f"{dose}. Between 10 and 40 min after salting the surface is wet and steams; by 50 min it is dry again."
    tasks = [Task("season", "hands", "Salt and pat dry", start, start + SALTING_S, why)]
    if wish.temper_s > 0.0:
        warm = (
            "The gentle phase does the same work."
            if wish.method == "low_then_sear"
            else "It shortens the cook a little."
        )
        tasks.append(Task("temper", "meat", "Out of the fridge", on_s - wish.temper_s, on_s, f"Your choice. {warm}"))
    return tasks


def _fire_tasks(wish: Wish, on_s: float) -> list[Task]:
    fire = wish.the_fire
    bank = on_s - fire.preheat_s - BANK_S
    target = fire.gentle.air_c if wish.method == "low_then_sear" else fire.sear.shown_c
    return [
        Task("light", "fire", "Light the chimney", bank - fire.light_s, bank,
             f"A full chimney is ready when the top coals are ashed over, about {{time:{fire.light_s:.0f}}}."),
        Task("bank", "hands", "Bank the coals", bank, bank + BANK_S, f"Use {fire.fuel_note}."),
        Task("preheat", "fire", "Lid on, preheat", bank + BANK_S, on_s,
             f"{{time:{fire.preheat_s:.0f}}} with the lid on and the vents about half open, for about {{temp:{target:.0f}}}."),
        Task("oil", "hands", "Brush and oil the grate", on_s - OIL_S, on_s - OIL_S + 60.0,
             "After the preheat: hot residue brushes off. Look for loose bristles."),
    ]  # fmt: skip


def _step_name(step: str, n: int) -> str:
    names = {"gentle": "On the cool side", "wait": "Pull, let it wait", "sear": "Sear over the coals", "rest": "Rest"}
    return names[step] if n or step == "gentle" else "On, over the coals"


def _step_why(wish: Wish, solution: Solution, step: str) -> str:
    result = solution.result
    rise = result.peak_core_c - solution.pull_c
    if step == "gentle":
        where = "the sear and the rest add" if wish.method == "low_then_sear" else "the rest adds"
        return f"Until the core reads {{temp:{solution.pull_c:.1f}}}: {where} {{rise:{rise:.1f}}}. No flipping needed."
    if step == "wait":
        return "Off the heat on a rack while the fire gets hot. The surface cools and dries: less rim, better crust."
    if step == "sear":
        if wish.method == "direct":
            return (
                f"Flip every {{time:{solution.flip_every_s:.0f}}} until the core reads {{temp:{solution.pull_c:.1f}}}: "
                f"the rest adds {{rise:{rise:.1f}}}."
            )
        side = solution.sear_s / 2.0
        flips = round(solution.sear_s / solution.flip_every_s) - 1
        how = "flip once" if flips == 1 else f"flip every {{time:{solution.flip_every_s:.0f}}}, {flips} flips"
        return f"{{time:{side:.0f}}} a side in all, {how}: enough for a {CRUSTS[wish.crust][0].lower()} crust."
    return f"The core climbs on and peaks at {{temp:{result.peak_core_c:.1f}}}. Slice after the peak."


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
