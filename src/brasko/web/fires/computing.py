"""What is computed for the Fire place, in a process of its own."""

from dataclasses import replace

import numpy as np

from brasko.core.errors import UnknownName
from brasko.core.fire import chamber, setting
from brasko.core.fire.advisor import advised
from brasko.core.fire.custom import convert_s
from brasko.core.fire.grate import at_time, half_distance_gain
from brasko.core.fire.grills import COOKWARE, Spot
from brasko.core.fire.pans import pan_on
from brasko.core.fire.placing import laid, moved
from brasko.core.fire.setup import FireSetup
from brasko.core.fire.simulation import brought_up, poured, simulate_fire
from brasko.core.fire.stability import steadiness_of
from brasko.core.fire.state import SteadyState
from brasko.core.safety.fires import LOCAL
from brasko.formats.fire import SetupOut
from brasko.formats.fire_convert import (
    advice_schema,
    course_schema,
    food_schema,
    hours_schema,
    map_schema,
    placed_of,
    settled_schema,
    setup_of,
    setup_schema,
    side_schema,
    steps_schema,
    wanted_of,
)
from brasko.web.fires.schemas import (
    AdviseIn,
    AdviseOut,
    CourseAnswer,
    CourseAskIn,
    FoodOut,
    LookIn,
    LookOut,
    PanFelt,
    SetForIn,
    SteadinessOut,
)


def looked_at(payload: LookIn) -> LookOut:
    """The grate as this fire heats it, settled or so long after lighting, with food on it."""
    setup = setup_of(payload.setup)
    state = None if payload.at_s is None else _state_at(setup, payload.at_s)
    table = laid(setup, [placed_of(p) for p in payload.pieces], payload.grate, state)
    return LookOut(
        setup=setup_schema(setup),
        settled=settled_schema(setup),
        map=map_schema(setup, table.map),
        side=side_schema(setup, table.map),
        half_distance_gain=half_distance_gain(setup),
        pans=_pans(setup, payload),
        **food_schema(table),
    )


def food_on(payload: LookIn) -> FoodOut:
    """What food feels while it is dragged: no map."""
    setup = setup_of(payload.setup)
    table = moved(setup, [placed_of(p) for p in payload.pieces], payload.grate)
    return FoodOut(pans=_pans(setup, payload), **food_schema(table))


def _pans(setup: FireSetup, payload: LookIn) -> list[PanFelt]:
    found = []
    for given in payload.pans:
        if given.ware not in COOKWARE:
            raise UnknownName("ware", given.ware, COOKWARE)
        usual = COOKWARE[given.ware]
        ware = replace(
            usual,
            width_m=usual.width_m if given.width_mm is None else given.width_mm / 1000.0,
            depth_m=usual.depth_m if given.depth_mm is None else given.depth_mm / 1000.0,
            heat_j_k=usual.heat_j_k if given.heat_j_k is None else given.heat_j_k,
        )
        hot = pan_on(setup, ware, Spot(given.x_mm / 1000.0, given.y_mm / 1000.0, payload.grate))
        found.append(PanFelt(key=given.key, settles_c=hot.settles_c, ready_s=hot.ready_s))
    return found


def course_of(payload: CourseAskIn) -> CourseAnswer:
    """How a fire goes over the hours, and what is done to it."""
    setup = setup_of(payload.setup)
    return CourseAnswer(
        hours=hours_schema(setup),
        steps=steps_schema(setup),
        course=course_schema(setup, payload.hours),
        convert_s=convert_s(setup),
        steadiness=SteadinessOut(**vars(steadiness_of(setup))),
        dangers=[*setup.grill.kind.dangers(setup), LOCAL],
    )


def set_for(payload: SetForIn) -> SetupOut:
    """Vents, knobs or controller for a wished temperature."""
    return setup_schema(setting.set_for(setup_of(payload.setup), payload.wanted_c))


def advice_for(payload: AdviseIn) -> AdviseOut:
    """Which fire to build for wished zones, and why."""
    setup = setup_of(payload.setup)
    found = advised(setup.grill, wanted_of(payload.wished), setup.weather)
    return AdviseOut(setup=setup_schema(found.setup), advised=advice_schema(found))


def _state_at(setup: FireSetup, at_s: float) -> SteadyState:
    hours = min(max(at_s / 3600.0 + 0.05, 0.1), 24.0)
    run = simulate_fire(brought_up(setup), hours, lit=poured(setup))
    i = int(np.argmin(np.abs(run.time_s - at_s)))
    gas = float(run.grate_c[i]) if setup.grill.body is not None else chamber.steady_state(setup).gas_c
    return at_time(setup, chamber.steady_state(setup), gas, float(run.wall_c[i]), float(run.power_w[i]))
