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
from brasko.core.words import quantity, say

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
HOME = say("timeline-cold-on-the-way-home-then")
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
    each = say("timeline-the-middle") if wish.count == 1 else say("timeline-the-middle-of-each-piece")
    least = say("timeline-it") if wish.count == 1 else say("timeline-the-lowest")
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
    name = say("timeline-turn-it-in-the-fat") if bath else say("timeline-turn-it-end-for-end-and")
    why = say("timeline-off-the-hot-spots-measure-under") if bath else say("timeline-it-is-hotter-near-the-firebox")
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
            say("timeline-it-mixes-with-the-juices-on"),
            hands_s=20.0,
        )
    end = on_s + last.end_s
    start = max(end - LAST_MINUTE_S, on_s + last.start_s)
    why = say("timeline-fresh-butter-and-herbs-burn-in")
    return Task("finishing", "hands", name, start, end, why, before="rest", guide="fat:butter")


def _serving(wish: Wish) -> Task:
    serving = serving_of(wish.the_cut.key)
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
    return Task("serve", "hands", name, -SERVE_S, 0.0, why, hands_s=SERVE_S, guide=f"cut:{wish.cut}")


def _salt(wish: Wish) -> tuple[float, float, str]:
    """When to begin to salt, before the fire [s]; how long is waited at least; and why."""
    salt_g = wish.the_cut.salt_share * wish.mass_kg * wish.count * 1000.0
    dose = say(
        "timeline-salt-with-of-the-weight",
        salt=quantity.dose(salt_g),
        salt_share=quantity.number(wish.the_cut.salt_share * 100, 1),
    )
    rub = {"sugar": say("timeline-the-sugar-waits-until-the-sear"), "pepper": ""}.get(wish.rub, "")
    if wish.salt_lead_s is not None:
        wet = WET_FROM_S < wish.salt_lead_s - SALTING_S < DRY_AFTER_S
        said = say("timeline-that-is-in-the-wet-window") if wet else say("timeline-your-own-time")
        return wish.salt_lead_s, wish.salt_lead_s - SALTING_S, f"{dose}. {said}{rub}"
    if wish.salting == "just_before":
        if wish.the_cut.kind == "ground":
            return (
                SALTED_ON_S,
                0.0,
                say("timeline-on-both-faces-as-they-go", dose=dose, rub=rub),
            )
        if wish.the_cut.kind == "plant":
            return OIL_S + SALTING_S, 0.0, say("timeline-with-a-little-oil-it-sticks", dose=dose)
        return (
            OIL_S + SALTING_S,
            OIL_S,
            say("timeline-right-before-the-fire-so-that", dose=dose, rub=rub),
        )
    if wish.salting in ("overnight", "twice"):
        half = say("timeline-half-of-it-now-and-half") if wish.salting == "twice" else ""
        return (
            SALT_OVERNIGHT_S,
            OVERNIGHT_AT_LEAST_S,
            say("timeline-and-leave-it-open-in-the", dose=dose, half=half, rub=rub),
        )
    return (
        SALT_HOUR_S,
        DRY_AFTER_S,
        say("timeline-between-10-and-40-min-after", dose=dose, rub=rub),
    )


def _salting_name(wish: Wish) -> str:
    return {"ground": say("timeline-salt-them-as-they-go-on"), "plant": say("timeline-oil-and-salt")}.get(
        wish.the_cut.kind, say("timeline-salt-and-pat-dry")
    )


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
                    say("timeline-the-other-half-of-the-salt"),
                    again,
                    again + 45.0,
                    say("timeline-right-before-the-fire-what-is"),
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
                say("timeline-out-of-the-fridge"),
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
            say("timeline-in-the-fridge-on-a-tray", lasts=quantity.span(lasts))
            if wish.thaw == "fridge"
            else say("timeline-in-a-tight-bag-under-cold", lasts=quantity.span(lasts))
        )
        tasks.append(
            Task(
                "thaw",
                "meat",
                say("timeline-thaw-it"),
                thawed - lasts,
                thawed,
                say("timeline-never-on-the-counter", how=how),
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
            say("timeline-have-it-in-the-house"),
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
    state = say("timeline-frozen") if wish.frozen else ""
    return say(
        "timeline-thick",
        many=many,
        name=name,
        state=state,
        thickness=quantity.length(wish.thickness_m * 1000),
        mass=quantity.mass(wish.mass_kg * 1000),
        value=say("timeline-each") if wish.count > 1 else "",
    )


def _temper_why(wish: Wish, solution: Solution) -> str:
    done = tempered(wish, solution.pull_c, solution.sear)
    first_gentle = wish.how.phases[0] == "gentle"
    instead = say("timeline-the-gentle-phase-does-the-same") if first_gentle else ""
    return say(
        "timeline-your-choice-it-warms-the-middle",
        gain=quantity.rise(done.gain_k),
        saved=quantity.span(max(done.saved_s, 0.0)),
        instead=instead,
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
                say("timeline-warm-the-fat-on-the-cool"),
                start,
                max(at["gentle"][0], start + 30.0),
                say("timeline-hold-it-at-it-never-bubbles", air=quantity.temp(wish.gentle_zone.air_c)),
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
    what = say("timeline-lies-in-the-past") if eat_at <= now else say("timeline-is-too-soon")
    hint = (
        say("timeline-most-of-it-is-salting", salts=SALTS[wish.salting])
        if wish.salting in ("overnight", "twice")
        else ""
    )
    hint = say("timeline-most-of-it-is-thawing") if wish.frozen and wish.thaw == "fridge" else hint
    raise InvalidInput(
        "eat_at",
        say("timeline-this-cook-takes-from-the-first", what=what, lead=quantity.span(lead_s(tasks)), hint=hint),
        suggestion=earliest_eating(lead_s(tasks), now).isoformat(),
    )
