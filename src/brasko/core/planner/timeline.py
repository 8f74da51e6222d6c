"""The order of the work, counted back from the hour of eating."""

from __future__ import annotations

from datetime import datetime, timedelta

from brasko.core.errors import InvalidInput
from brasko.core.fire.zones import Preparation
from brasko.core.foods.serving import serving_of
from brasko.core.planner.fuel import setup_of
from brasko.core.planner.invert import Solution
from brasko.core.planner.methods import FINISHES, SALTS
from brasko.core.planner.programme import flip_moments
from brasko.core.planner.reasons import fuel_for_step, step_name, step_why
from brasko.core.planner.tasks import FLIP_S, Task, busy_hands, with_free_hands, with_slack
from brasko.core.planner.tempering import tempered
from brasko.core.planner.wish import Wish
from brasko.core.safety.clock import thaw_s

SERVE_S = 60.0
HANDLING_S = 8.0
"""Putting a piece on, off or over to another place (assumed)."""
OIL_S = 180.0
SALTING_S = 180.0
SALTED_ON_S = 45.0
"""To salt what goes on at once (assumed)."""
SALT_HOUR_S = 50 * 60.0
SALT_OVERNIGHT_S = 14 * 3600.0
DRY_AFTER_S, WET_FROM_S = 40 * 60.0, 10 * 60.0
"""Between these after salting the surface is wet and steams (common practice, no source)."""
OVERNIGHT_AT_LEAST_S = 8 * 3600.0
SHOP_S, SHOP_AHEAD_S = 30 * 60.0, 2 * 3600.0
"""An errand, and how long before the first work it is over (assumed)."""
READ_S, READ_EACH_S = 20.0, 8.0
"""To read the middle of one piece, and of each further one (assumed)."""
LAST_MINUTE_S = 60.0
TURNED_FROM_S = 20 * 60.0
HOME = "Cold on the way home, then straight into the fridge."
START_MARGIN_S = 170.0
"""From now until the first task of the earliest plan that is offered: to read it and get up."""
_AT_THE_FIRE = {"light": 60.0, "bank": 120.0, "fuse": 600.0, "preheat": 20.0, "heat_pan": 20.0, "heat_oven": 20.0}
"""How long hands are busy with a preparation; others take all of theirs."""


def timeline(wish: Wish, solution: Solution) -> tuple[Task, ...]:
    """Every task of one piece, in the order they begin, each with how late it may be."""
    result = solution.result
    on_s = -(SERVE_S + result.duration_s)
    at = {s.name: (on_s + s.start_s, on_s + s.end_s) for s in result.steps}
    tasks = [*_preparations(wish, on_s, at), *_of_the_food(wish, solution, on_s, at), *_before(wish, solution, on_s)]
    tasks.append(_serving(wish))
    return with_slack(with_free_hands(tasks, busy_hands((), flip_moments(result, on_s))))


def _of_the_food(wish: Wish, solution: Solution, on_s: float, at: dict[str, tuple[float, float]]) -> list[Task]:
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
                step_name(wish, step.name),
                start,
                end,
                step_why(wish, solution, step.name),
                step.name,
                following,
                hands_s=min(HANDLING_S, end - start),
                guide=f"method:{wish.method}" if n == 0 else f"rest:{wish.rest}" if step.name == "rest" else "",
            )
        )
    if wish.reading_c is not None:
        tasks.append(_reading(wish, wish.reading_c, at[steps[-2].name][1], flip_moments(solution.result, on_s)))
    sear = at["sear"][0] if "sear" in at else on_s
    fire = wish.the_fire
    if "wait" in at and not wish.sears_elsewhere and fire.convert_s > 0.0:
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
    tasks += _turned_half_way(wish, at)
    if wish.finishing != "none":
        tasks.append(_last_touch(wish, solution, on_s))
    return tasks


def _reading(wish: Wish, reading_c: float, off_s: float, flips_s: list[float]) -> Task:
    """The reading that ends the last heat, of each piece, after the last flip."""
    begin = off_s - READ_S - READ_EACH_S * (wish.count - 1)
    free = max([begin, *(flip + FLIP_S / 2.0 for flip in flips_s if flip < off_s)])
    hands = max(off_s - free, 0.0)
    each = "the middle" if wish.count == 1 else "the middle of each piece"
    least = "It" if wish.count == 1 else "The lowest"
    return Task(
        "read",
        "hands",
        f"Read {each}",
        off_s - max(hands, 1.0),
        off_s,
        f"In from the side, the tip in the middle. {least} must show {{least:{reading_c:.2f}}} before it comes "
        f"off; below that it "
        "goes back over the heat, and is read again after a minute. What the rest adds is not counted on.",
        before="rest",
        hands_s=hands,
        guide="danger:reading",
    )


def _turned_half_way(wish: Wish, at: dict[str, tuple[float, float]]) -> list[Task]:
    """A long gentle part where one end is hotter: turned once, half-way (common practice, no source)."""
    if "gentle" not in at:
        return []
    start, end = at["gentle"][0], at["gentle_wrapped" if "gentle_wrapped" in at else "gentle"][1]
    setup = setup_of(wish)
    bath = wish.gentle_zone is not None and wish.gentle_zone.in_fat
    offset = setup is not None and setup.grill.kind.hotter_end
    if end - start < TURNED_FROM_S or not (bath or offset):
        return []
    name = "Turn it in the fat" if bath else "Turn it end for end, and over"
    why = (
        "Off the hot spots. Measure under the meat, where the fat is hottest."
        if bath
        else "It is hotter near the firebox and at the top: half-way both ends have had the same."
    )
    middle = (start + end) / 2.0
    return [Task("turn", "hands", name, middle, middle + 30.0, why, hands_s=20.0, guide=f"method:{wish.method}")]


def _last_touch(wish: Wish, solution: Solution, on_s: float) -> Task:
    name = FINISHES[wish.finishing]
    last = solution.result.steps[-2]
    if wish.finishing == "oil":
        rest = on_s + solution.result.steps[-1].start_s
        return Task(
            "finishing",
            "hands",
            name,
            rest + 2.0 * HANDLING_S,
            rest + 2.0 * HANDLING_S + 30.0,
            "It mixes with the juices on the board.",
            hands_s=20.0,
        )
    end = on_s + last.end_s
    start = max(end - LAST_MINUTE_S, on_s + last.start_s)
    why = "Fresh butter and herbs burn in a long sear: they go in at the end, and are spooned over."
    return Task("finishing", "hands", name, start, end, why, before="rest", guide="fat:butter")


def _serving(wish: Wish) -> Task:
    serving = serving_of(wish.the_cut.key)
    name, why = "Serve", "Hot, on a warm board."
    if serving.slice_m > 0.0:
        name = "Slice and serve"
        why = f"{serving.across}, {{len:{serving.slice_m * 1000:.0f}}} thick, on a warm board."
    elif serving.across != "Whole":
        name = "Pull apart and serve" if serving.across.startswith("Pull") else "Carve and serve"
        why = f"{serving.across}. Hot, on a warm board."
    return Task("serve", "hands", name, -SERVE_S, 0.0, why, hands_s=SERVE_S, guide=f"cut:{wish.cut}")


def _salt(wish: Wish) -> tuple[float, float, str]:
    """When to begin to salt, before the fire [s]; how long is waited at least; and why."""
    salt_g = wish.the_cut.salt_share * wish.mass_kg * wish.count * 1000.0
    dose = f"Salt with {{small:{salt_g:.1f}}}, {wish.the_cut.salt_share * 100:.1f} % of the weight"
    rub = {"sugar": " The sugar waits until the sear is over, or it burns.", "pepper": ""}.get(wish.rub, "")
    if wish.salt_lead_s is not None:
        wet = WET_FROM_S < wish.salt_lead_s - SALTING_S < DRY_AFTER_S
        said = (
            "That is in the wet window, 10 to 40 min: juice stands on the surface and steams. Pat it dry "
            "again, or choose another time."
            if wet
            else "Your own time."
        )
        return wish.salt_lead_s, wish.salt_lead_s - SALTING_S, f"{dose}. {said}{rub}"
    if wish.salting == "just_before":
        if wish.the_cut.kind == "ground":
            return (
                SALTED_ON_S,
                0.0,
                f"{dose}, on both faces as they go on: salted sooner, ground meat binds and turns springy.{rub}",
            )
        if wish.the_cut.kind == "plant":
            return OIL_S + SALTING_S, 0.0, f"{dose}, with a little oil: it sticks less and browns sooner."
        return (
            OIL_S + SALTING_S,
            OIL_S,
            f"{dose}, right before the fire, so that the surface has no time to turn wet.{rub}",
        )
    if wish.salting in ("overnight", "twice"):
        half = ", half of it now and half at the fire," if wish.salting == "twice" else ""
        return (
            SALT_OVERNIGHT_S,
            OVERNIGHT_AT_LEAST_S,
            f"{dose}{half} and leave it open in the fridge: the salt goes in and the surface dries.{rub}",
        )
    return (
        SALT_HOUR_S,
        DRY_AFTER_S,
        f"{dose}. Between 10 and 40 min after salting the surface is wet and steams; by 50 min it is dry again.{rub}",
    )


def _salting_name(wish: Wish) -> str:
    return {"ground": "Salt them as they go on", "plant": "Oil and salt"}.get(wish.the_cut.kind, "Salt and pat dry")


def _before(wish: Wish, solution: Solution, on_s: float) -> list[Task]:
    """Shopping, thawing, salting and tempering."""
    tasks = []
    salted = wish.the_cut.salt_share > 0.0
    if salted:
        lead, wait, why = _salt(wish)
        start, lasts = on_s - lead, min(SALTING_S, lead)
        tasks.append(
            Task(
                "season",
                "hands",
                _salting_name(wish),
                start,
                start + lasts,
                why,
                before="on",
                gap_s=wait,
                hands_s=lasts,
                movable=True,
                guide=f"salt:{wish.salting}",
            )
        )
        if wish.salting == "twice":
            again = on_s - OIL_S - 60.0
            tasks.append(
                Task(
                    "salt_again",
                    "hands",
                    "The other half of the salt",
                    again,
                    again + 45.0,
                    "Right before the fire: what is on the surface now stays there.",
                    before="on",
                    hands_s=45.0,
                    movable=True,
                )
            )
    first = tasks[0].start_s if tasks else on_s
    if wish.temper_s > 0.0:
        out = on_s - wish.temper_s
        first = min(first, out)
        tasks.append(
            Task(
                "temper",
                "meat",
                "Out of the fridge",
                out,
                on_s,
                _temper_why(wish, solution),
                before="on",
                hands_s=30.0,
                movable=True,
                guide="school:temper",
            )
        )
    waiting = "season" if salted else "temper" if wish.temper_s > 0.0 else "on"
    if wish.frozen:
        lasts = thaw_s(wish.mass_kg, wish.thaw)
        thawed = first - 300.0
        how = (
            f"{{time:{lasts:.0f}}} in the fridge, on a tray: a day for each two kilograms."
            if wish.thaw == "fridge"
            else f"{{time:{lasts:.0f}}} in a tight bag under cold water, changed every half hour; cook it at once."
        )
        tasks.append(
            Task(
                "thaw",
                "meat",
                "Thaw it",
                thawed - lasts,
                thawed,
                f"{how} Never on the counter.",
                before=waiting,
                hands_s=60.0,
                movable=True,
                guide="danger:thaw",
            )
        )
        first, waiting = thawed - lasts, "thaw"
    shop = first - SHOP_AHEAD_S - SHOP_S
    buys = tuple(filter(None, (_shopping(wish), fuel_for_step(wish).strip(), HOME)))
    tasks.append(
        Task(
            "shop",
            "hands",
            "Have it in the house",
            shop,
            shop + SHOP_S,
            " ".join(buys),
            buys=buys,
            before=waiting,
            hands_s=SHOP_S,
            movable=True,
            guide=f"cut:{wish.cut}",
        )
    )
    return tasks


def _shopping(wish: Wish) -> str:
    many = f"{wish.count} × " if wish.count > 1 else ""
    name = wish.the_cut.name.lower() if many else wish.the_cut.name
    state = "frozen, " if wish.frozen else ""
    return (
        f"{many}{name}, {state}{{len:{wish.thickness_m * 1000:.0f}}} thick, "
        f"{{mass:{wish.mass_kg * 1000:.0f}}}{' each' if wish.count > 1 else ''}."
    )


def _temper_why(wish: Wish, solution: Solution) -> str:
    done = tempered(wish, solution.pull_c, solution.sear)
    first_gentle = wish.how.phases[0] == "gentle"
    instead = " The gentle phase does the same work." if first_gentle else ""
    return (
        f"Your choice: it warms the middle by {{rise:{done.gain_k:.1f}}} and saves "
        f"{{time:{max(done.saved_s, 0.0):.0f}}} on the fire.{instead} "
        "The safe-time clock runs."
    )


def _preparations(wish: Wish, on_s: float, at: dict[str, tuple[float, float]]) -> list[Task]:
    """What is done to the fire: each chain of preparations ends as the food goes on, or as its sear begins."""
    gentle_first = wish.how.phases[0] == "gentle"
    first = wish.gentle_zone if gentle_first else wish.sear_zone
    sear_s = at["sear"][0] if "sear" in at else on_s
    shown = wish.the_fire.zones[0].shown_c if first is None else first.shown_c
    gentle_needs_it = gentle_first or wish.how.gentle_at == "gentle"
    tasks = _chain(wish.the_fire.preparations, {"on": on_s, "sear": sear_s}, shown, gentle_first, "")
    if wish.sears_elsewhere:
        zone = wish.sear_zone
        hot = 0.0 if zone is None else zone.shown_c
        tasks = [t for t in tasks if gentle_needs_it or t.before != "sear"]
        tasks = [t for t in tasks if t.key != "heat_pan"]
        tasks += _chain(wish.searing_fire.preparations, {"on": sear_s, "sear": sear_s}, hot, False, "sear_")
    if wish.how.gentle_at == "bath" and wish.gentle_zone is not None:
        start = max(at["gentle"][0] - 900.0, on_s + 2.0 * HANDLING_S) if not gentle_first else at["gentle"][0] - 900.0
        tasks.append(
            Task(
                "melt",
                "fire",
                "Warm the fat on the cool side",
                start,
                max(at["gentle"][0], start + 30.0),
                f"Hold it at {{temp:{wish.gentle_zone.air_c:.0f}}}; it never bubbles. Enough to cover the piece.",
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
        why = each.why.replace("{target}", f"{{temp:{shown_c:.0f}}}")
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


def lead_s(tasks: tuple[Task, ...]) -> float:
    """How long before eating the first task begins [s], shopping apart: who plans for tonight has the meat."""
    return -min(task.start_s for task in tasks if task.key.split(":")[-1] != "shop")


def earliest_eating(lead: float, now: datetime) -> datetime:
    """The first whole minute at which what takes so long [s] could be eaten, with a moment to begin in."""
    at = now + timedelta(seconds=lead + START_MARGIN_S)
    return at.replace(second=0, microsecond=0) + timedelta(minutes=1)


def check_eating_time(eat_at: datetime, now: datetime, tasks: tuple[Task, ...], wish: Wish) -> None:
    """Raise InvalidInput with the earliest possible time when eat_at is past or too soon."""
    if eat_at >= now + timedelta(seconds=lead_s(tasks)):
        return
    what = "lies in the past" if eat_at <= now else "is too soon"
    hint = f" Most of it is salting {SALTS[wish.salting]}." if wish.salting in ("overnight", "twice") else ""
    hint = " Most of it is thawing." if wish.frozen and wish.thaw == "fridge" else hint
    raise InvalidInput(
        "eat_at",
        f"{what}: this cook takes {{time:{lead_s(tasks):.0f}}} from the first task to the table.{hint} "
        "The earliest possible time is offered.",
        suggestion=earliest_eating(lead_s(tasks), now).isoformat(),
    )
