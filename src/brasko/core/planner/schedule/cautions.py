"""The danger notes of one plan, each at the step where it matters, with what the computation says of it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from brasko.core.heat.simulation import Result
from brasko.core.planner.schedule.tasks import Task
from brasko.core.planner.solve.ending import carry_over_k
from brasko.core.planner.solve.fuel import fuel_of
from brasko.core.planner.solve.gentler import way_remedy
from brasko.core.planner.solve.infeasible import more_crust
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.methods.method import GENTLE_NEEDS_M
from brasko.core.planner.spec.options import CRUST_ENOUGH, CRUSTS, RUBS
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.safety.agency import Caution, cautions_for, needs_choice
from brasko.core.safety.clock import (
    THROUGH_WARM_ZONE_S,
    WARM_ZONE_HIGH_C,
)
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

A_LITTLE_SMOKE_K = 25.0
"""A fat this far above its smoke point burns; a little smoke is part of a sear (assumed)."""
LARGE_CARRY_OVER_K = Sourced(15.0 / 1.8, "K", "", "common practice")
"""15 °F: more than that after the heat is a gamble."""
MIN_TOLD_K = 0.5
"""A degree Fahrenheit; less is within what a thermometer is good for."""
_GENTLER = ("low_then_sear", "sear_then_low", "oven_then_skillet")
SALMONELLA_GOAL_LOG10 = 6.5
"""What the agency's time and temperature tables for red meat aim at. Source: fsis_appendix_a."""
_FLASH_BACK = Caution(
    "flash_back",
    "convert",
    say("cautions-a-kamado-short-of-air-can"),
)
_BRISTLES = Caution("bristles", "oil", say("cautions-wire-bristles-break-off-and-end"))
_THAW = Caution(
    "thaw",
    "thaw",
    say("cautions-never-thaw-on-the-counter-or"),
)
"""Cautions that depend on nothing computed (common practice, no source)."""


def placed_cautions(spec: PieceSpec, solution: Solution, tasks: tuple[Task, ...]) -> tuple[Caution, ...]:
    """Every caution of a plan, beside a task that is there: where its own is not, beside the first at the fire."""
    notes = [*_known(spec), *_computed(spec, solution)]
    keys = {task.key for task in tasks} | {"finish"}
    first = next((t.key for t in tasks if t.lane == "fire"), tasks[0].key)
    return tuple(c if c.place in keys else replace(c, place=first) for c in notes)


def _known(spec: PieceSpec) -> list[Caution]:
    fires = [spec.the_fire, *([spec.searing_fire] if spec.sears_elsewhere else [])]
    zone, gentle = spec.sear_zone, spec.gentle_zone
    notes = list(
        cautions_for(
            spec.the_cut,
            spec.finish_c,
            charcoal=any(f.charcoal for f in fires),
            chimney=any(f.chimney for f in fires),
            gas=any(f.gas for f in fires),
            in_pan=zone is not None and zone.pan is not None,
            in_fat=gentle is not None and gentle.in_fat,
            tenderised=spec.treatment == "tenderised",
        )
    )
    fire = spec.own_fire or spec.shipped_own
    if fire is not None and fire.setup.grill.kind.flashes_back:
        notes.append(_FLASH_BACK)
    on_plate = fire is not None and fire.setup.grill.kind.plate(fire.setup.grill) is not None
    if not on_plate and any(p.key == "oil" for f in fires for p in f.preparations):
        notes.append(_BRISTLES)
    if spec.frozen:
        notes.append(_THAW)
    return notes


def _computed(spec: PieceSpec, solution: Solution) -> list[Caution]:
    result = solution.result
    notes = []
    zone = spec.sear_zone
    smoke = spec.the_fat.smoke_c
    if (
        zone is not None
        and zone.pan is not None
        and smoke is not None
        and (zone.pan.start_c or 0.0) > smoke.value + A_LITTLE_SMOKE_K
    ):
        notes.append(
            Caution(
                "smoking_fat",
                "sear" if spec.how.phases[0] == "gentle" else "on",
                say(
                    "cautions-smokes-and-burns-from-on-and",
                    name=spec.the_fat.name,
                    value=quantity.temp(smoke.value),
                    start=quantity.temp(zone.pan.start_c or 0.0),
                ),
            )
        )
    scorch = RUBS[spec.rub][1]
    hottest = float(result.end.peak_c.max())
    if scorch is not None and hottest > scorch.value:
        notes.append(
            Caution(
                "scorched_rub",
                "season",
                say(
                    "cautions-the-surface-reaches-scorch-from-about",
                    hottest=quantity.temp(hottest),
                    rubs=RUBS[spec.rub][0],
                    value=quantity.temp(scorch.value),
                ),
            )
        )
    if spec.minimum is not None:
        notes += _germs(spec, solution)
    notes += _large_carry_over(spec, result)
    notes += _short_of_crust(spec, result)
    notes += _short_of_fuel(spec, result)
    if spec.air_short_k > 0.0 and spec.air_wanted_c is not None:
        air_c = spec.air_wanted_c - spec.air_short_k
        notes.append(Caution("air_short", "on", say("cautions-beside-the-burners-the-air", air=quantity.temp(air_c))))
    if spec.salt_lead_s is not None and 600.0 < spec.salt_lead_s - 180.0 < 2400.0:
        notes.append(
            Caution(
                "wet_window",
                "season",
                say("cautions-salted-10-to-40-min-before"),
            )
        )
    return notes


def _large_carry_over(spec: PieceSpec, result: Result) -> list[Caution]:
    """A whole cut that gains much after the heat: nobody sees that coming, and a minute at the fire more is a lot of
    it."""
    adds = carry_over_k(result)
    if spec.the_cut.kind not in ("intact", "fish") or spec.reading_c is not None or adds <= LARGE_CARRY_OVER_K.value:
        return []
    way = next((m for m in _GENTLER if m != spec.method and spec.fire_key in (*METHODS[m].fires, "own")), None)
    thick = spec.thickness_m >= GENTLE_NEEDS_M
    remedy = (
        way_remedy(spec, way or _GENTLER[0], spec.fire_key if way else METHODS[_GENTLER[0]].fires[0]) if thick else None
    )
    gentler = say("cautions-gentler", text=remedy.text) if remedy else ""
    return [
        Caution(
            "carry_over",
            "rest",
            say("cautions-it-gains-after-it-is-off", adds=quantity.rise(adds), gentler=gentler),
            remedy,
        )
    ]


def _short_of_crust(spec: PieceSpec, result: Result) -> list[Caution]:
    """What a piece gets of the crust that was wished for, where that is clearly less, and how to more."""
    share = float(min(result.end.browning_s)) / spec.crust_s if spec.crust_s > 0.0 else 1.0
    if share >= CRUST_ENOUGH:
        return []
    if spec.sear_side_s is not None:
        text = say(
            "cautions-own-sear-browns-little",
            side=quantity.span(spec.sear_side_s),
            share=quantity.number(round(20.0 * share) * 5.0),
        )
        return [Caution("short_of_crust", "sear" if spec.how.phases[0] == "gentle" else "on", text)]
    ways, remedy = more_crust(spec)
    press = say("cautions-or", text=remedy.text) if remedy else ""
    when = (
        say("cautions-before-the-middle-is-done")
        if spec.how.slow == "sear"
        else say("cautions-in-a-sear-that-does-not")
    )
    return [
        Caution(
            "short_of_crust",
            "sear" if spec.how.phases[0] == "gentle" else "on",
            say(
                "cautions-it-gets-about-of-a-crust",
                share=quantity.number(round(100 * share, -1 if share > 0.1 else 0)),
                crusts=CRUSTS[spec.crust][0],
                when=when,
                ways=ways,
                press=press,
            ),
            remedy,
        )
    ]


def _short_of_fuel(spec: PieceSpec, result: Result) -> list[Caution]:
    """A fire that nothing can be added to and that is out before the food is done."""
    fuel = fuel_of(spec, result.steps[-1].start_s)
    if fuel is None or fuel.short_s <= 0.0:
        return []
    said = say(
        "cautions-as-laid-the-fire-runs-out",
        short=quantity.span(fuel.short_s),
        enough=quantity.mass(fuel.enough_kg * 1000),
        name=fuel.name,
    )
    return [Caution("short_of_fuel", "light", said)]


def _germs(spec: PieceSpec, solution: Solution) -> list[Caution]:
    """What the cook does to Salmonella, and how long the middle is where germs grow."""
    result = solution.result
    notes = []
    below = spec.minimum is not None and spec.finish_c < spec.minimum.core_c - 0.05
    # inside a whole piece there are none to speak of
    if below and needs_choice(spec.the_cut, spec.treatment == "tenderised") != "free":
        said = say(
            "cautions-at-the-coldest-point-salmonella-falls",
            middle=_fall_words(result.salmonella_log10_core),
            also=say("cautions-on-the-surface", outside=_fall_words(result.salmonella_log10_surface)),
            salmonella_goal_log10=quantity.general(SALMONELLA_GOAL_LOG10),
        )
        notes.append(Caution("lethality", "finish", said))
    end = result.steps[-2]
    if spec.reading_c is not None and end.least_peak_c < spec.reading_c - MIN_TOLD_K:
        said = say("cautions-the-part-heated-least", least=quantity.temp(end.least_peak_c))
        notes.append(Caution("least_part", "rest", said))
    coldest = result.steps[-1].coldest_c
    if spec.rest == "cooler" and coldest < WARM_ZONE_HIGH_C:
        said = say("cautions-too-cold-in-the-cooler", coldest=quantity.temp(coldest))
        notes.append(Caution("cooler", "rest", said))
    warm_s = warm_zone_s(solution)
    if warm_s > THROUGH_WARM_ZONE_S.value:
        notes.append(
            Caution(
                "warm_zone",
                "on",
                say("cautions-the-middle-takes-to-four-hours", warm=quantity.span(warm_s)),
            )
        )
    return notes


def _fall_words(log10: float) -> str:
    return (
        say("cautions-by-more-than-nine-powers-of")
        if log10 > 9.0
        else say("cautions-by-powers-of-ten", log10=quantity.number(log10, 1))
    )


def warm_zone_s(solution: Solution) -> float:
    """How long the coldest point is between fridge and 60 °C [s], from when it goes on until it has passed it, or is
    eaten."""
    result = solution.result
    above = np.nonzero(result.core_c >= WARM_ZONE_HIGH_C)[0]
    return float(result.time_s[above[0]]) if len(above) else 0.0
