"""What is done to a piece before it goes on: shopping, thawing, salting, tempering."""

from __future__ import annotations

from brasko.core.planner.schedule.reasons import fuel_for_step
from brasko.core.planner.schedule.tasks import Task
from brasko.core.planner.schedule.tempering import tempered
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.clock import thaw_s
from brasko.core.words import quantity, say

OIL_S = 180.0
"""Between salting right before the fire and going on: what it takes to oil the grate (assumed)."""
SALTING_S = 180.0
"""To salt a piece and pat it dry (assumed)."""
SALTED_ON_S = 45.0
"""To salt what goes on at once (assumed)."""
SALT_HOUR_S = 50 * 60.0
SALT_OVERNIGHT_S = 14 * 3600.0
"""So long before the fire is salted, by choice (common practice, no source)."""
DRY_AFTER_S, WET_FROM_S = 40 * 60.0, 10 * 60.0
"""Between these after salting the surface is wet and steams (common practice, no source)."""
OVERNIGHT_AT_MIN_S = 8 * 3600.0
"""What is salted overnight waits so long at least (common practice, no source)."""
SHOP_S, SHOP_AHEAD_S = 30 * 60.0, 2 * 3600.0
"""An errand, and how long before the first work it is over (assumed)."""
HOME = say("timeline-cold-on-the-way-home-then")
"""Said with every errand."""


def _salt(spec: PieceSpec) -> tuple[float, float, str]:
    """When to begin to salt, before the fire [s]; how long is waited at least; and why."""
    salt_g = 1000.0 * spec.salt_kg
    dose = say(
        "timeline-salt-with-of-the-weight",
        salt=quantity.dose(salt_g),
        salt_share=quantity.number(100.0 * spec.salt_kg / (spec.mass_kg * spec.count), 1),
    )
    rub = {"sugar": say("timeline-the-sugar-waits-until-the-sear"), "pepper": ""}.get(spec.rub, "")
    if spec.salt_lead_s is not None:
        wet = WET_FROM_S < spec.salt_lead_s - SALTING_S < DRY_AFTER_S
        said = say("timeline-that-is-in-the-wet-window") if wet else say("timeline-your-own-time")
        return spec.salt_lead_s, spec.salt_lead_s - SALTING_S, f"{dose}. {said}{rub}"
    if spec.salting == "just_before":
        if spec.the_cut.kind == "ground":
            return (
                SALTED_ON_S,
                0.0,
                say("timeline-on-both-faces-as-they-go", dose=dose, rub=rub),
            )
        if spec.the_cut.kind == "plant":
            return OIL_S + SALTING_S, 0.0, say("timeline-with-a-little-oil-it-sticks", dose=dose)
        return (
            OIL_S + SALTING_S,
            OIL_S,
            say("timeline-right-before-the-fire-so-that", dose=dose, rub=rub),
        )
    if spec.salting in ("overnight", "twice"):
        half = say("timeline-half-of-it-now-and-half") if spec.salting == "twice" else ""
        return (
            SALT_OVERNIGHT_S,
            OVERNIGHT_AT_MIN_S,
            say("timeline-and-leave-it-open-in-the", dose=dose, half=half, rub=rub),
        )
    return (
        SALT_HOUR_S,
        DRY_AFTER_S,
        say("timeline-between-10-and-40-min-after", dose=dose, rub=rub),
    )


def _salting_name(spec: PieceSpec) -> str:
    return {"ground": say("timeline-salt-them-as-they-go-on"), "plant": say("timeline-oil-and-salt")}.get(
        spec.the_cut.kind, say("timeline-salt-and-pat-dry")
    )


def before(spec: PieceSpec, solution: Solution, on_s: float) -> list[Task]:
    """Shopping, thawing, salting and tempering of a piece that goes on at on_s, as tasks."""
    tasks = []
    salted = spec.salt_kg > 0.0
    if salted:
        lead, wait, why = _salt(spec)
        start, lasts = on_s - lead, min(SALTING_S, lead)
        tasks.append(
            Task(
                "season",
                "hands",
                _salting_name(spec),
                start,
                start + lasts,
                why,
                before="on",
                gap_s=wait,
                hands_s=lasts,
                movable=True,
                guide=f"salt:{spec.salting}",
            )
        )
        if spec.salting == "twice":
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
    if spec.temper_s > 0.0:
        out = on_s - spec.temper_s
        first = min(first, out)
        tasks.append(
            Task(
                "temper",
                "meat",
                say("timeline-out-of-the-fridge"),
                out,
                on_s,
                _temper_why(spec, solution),
                before="on",
                hands_s=30.0,
                movable=True,
                guide="school:temper",
            )
        )
    waiting = "season" if salted else "temper" if spec.temper_s > 0.0 else "on"
    if spec.frozen:
        lasts = thaw_s(spec.mass_kg, spec.thaw)
        thawed = first - 300.0
        how = (
            say("timeline-in-the-fridge-on-a-tray", lasts=quantity.span(lasts))
            if spec.thaw == "fridge"
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
    buys = tuple(filter(None, (_shopping(spec), fuel_for_step(spec, solution), HOME)))
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
            guide=f"cut:{spec.cut}",
        )
    )
    return tasks


def _shopping(spec: PieceSpec) -> str:
    many = f"{spec.count} × " if spec.count > 1 else ""
    name = spec.the_cut.name.lower() if many else spec.the_cut.name
    state = say("timeline-frozen") if spec.frozen else ""
    return say(
        "timeline-thick",
        many=many,
        name=name,
        state=state,
        thickness=quantity.length(spec.thickness_m * 1000),
        mass=quantity.mass(spec.mass_kg * 1000),
        value=say("timeline-each") if spec.count > 1 else "",
    )


def _temper_why(spec: PieceSpec, solution: Solution) -> str:
    done = tempered(spec, solution.pull_c, solution.sear)
    first_gentle = spec.how.phases[0] == "gentle"
    instead = say("timeline-the-gentle-phase-does-the-same") if first_gentle else ""
    return say(
        "timeline-your-choice-it-warms-the-middle",
        gain=quantity.rise(done.gain_k),
        saved=quantity.span(max(done.saved_s, 0.0)),
        instead=instead,
    )
