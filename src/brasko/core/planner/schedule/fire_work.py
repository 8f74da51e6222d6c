"""What is done to the fire for a piece: getting it ready, opening it up, warming fat."""

from __future__ import annotations

from dataclasses import replace

from brasko.core.fire.burn_time import feeding_of
from brasko.core.fire.zones import Preparation
from brasko.core.planner.schedule.tasks import HANDLING_S, Task
from brasko.core.planner.solve.fuel import setup_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say

_AT_THE_FIRE = {"light": 60.0, "bank": 120.0, "fuse": 600.0, "preheat": 20.0, "heat_pan": 20.0, "heat_oven": 20.0}
"""How long hands are busy with a preparation; others take all of theirs (assumed)."""

FEEDING_S = 60.0
"""Lid up, fuel in, lid down (assumed)."""
GETS_HOT = ("light", "preheat")
"""Preparations that take as long as the fire does, and not as long as hands do."""


def of_the_fire(spec: PieceSpec, on_s: float, at: dict[str, tuple[float, float]]) -> list[Task]:
    """What is done to the fire: each chain of preparations ends as the food goes on, or as its sear begins."""
    gentle_first = spec.how.phases[0] == "gentle"
    first = spec.gentle_zone if gentle_first else spec.sear_zone
    sear_s = at["sear"][0] if "sear" in at else on_s
    shown = spec.the_fire.zones[0].shown_c if first is None else first.shown_c
    if first is not None and gentle_first and not first.in_fat:
        shown += spec.gauge_more_k
    gentle_needs_it = gentle_first or spec.how.gentle_at == "gentle"
    getting_ready = tuple(
        replace(each, lasts_s=spec.start_more * each.lasts_s) if each.key in GETS_HOT else each
        for each in spec.the_fire.preparations
    )
    tasks = _chain(getting_ready, {"on": on_s, "sear": sear_s}, shown, gentle_first, "")
    if spec.sears_elsewhere:
        zone = spec.sear_zone
        hot = 0.0 if zone is None else zone.shown_c
        tasks = [t for t in tasks if gentle_needs_it or t.before != "sear"]
        tasks = [t for t in tasks if t.key != "heat_pan"]
        tasks += _chain(spec.searing_fire.preparations, {"on": sear_s, "sear": sear_s}, hot, False, "sear_")
    if spec.how.gentle_at == "bath" and spec.gentle_zone is not None:
        start = max(at["gentle"][0] - 900.0, on_s + 2.0 * HANDLING_S) if not gentle_first else at["gentle"][0] - 900.0
        tasks.append(
            Task(
                "melt",
                "fire",
                say("timeline-warm-the-fat-on-the-cool"),
                start,
                max(at["gentle"][0], start + 30.0),
                say("timeline-hold-it-at-it-never-bubbles", air=quantity.temp(spec.gentle_zone.air_c)),
                before="gentle",
                hands_s=30.0,
                movable=True,
                guide="method:char_then_bath",
            )
        )
    return tasks


def _chain(
    preparations: tuple[Preparation, ...], ends: dict[str, float], shown_c: float, gentle_first: bool, prefix: str
) -> list[Task]:
    """Preparations one behind the other, the last of each chain ending at its moment."""
    ends = dict(ends)
    waits = {"on": "on", "sear": "sear" if gentle_first or prefix else "on"}
    if prefix:
        waits = {"on": "sear", "sear": "sear"}
    tasks = []
    for each in reversed(preparations):
        end = ends[each.before]
        key = f"{prefix}{each.key}" if prefix and each.key in ("light", "preheat", "oil", "bank") else each.key
        why = each.why.replace("{target}", quantity.temp(shown_c))
        hands = min(_AT_THE_FIRE.get(each.key, each.lasts_s), each.lasts_s)
        tasks.append(
            Task(
                key,
                each.lane,
                each.name,
                end - each.lasts_s,
                end,
                why,
                before=waits[each.before],
                hands_s=hands,
                movable=True,
                guide=f"fire:{each.key}",
            )
        )
        ends[each.before] = end - each.lasts_s
        waits[each.before] = key
    return tasks


def feeding_tasks(spec: PieceSpec, on_s: float, off_s: float) -> list[Task]:
    """Every time the fire of a long cook is fed between putting the food on and the end of its heat."""
    setup = setup_of(spec)
    feeding = None if setup is None else feeding_of(setup)
    if feeding is None:
        return []
    return [
        Task(
            f"feed_{n}",
            "fire",
            feeding.name,
            on_s + at,
            on_s + at + FEEDING_S,
            feeding.how if n == 1 else say("fire-work-feed-again"),
            hands_s=FEEDING_S,
        )
        for n, at in enumerate(feeding.moments(off_s - on_s), 1)
    ]
