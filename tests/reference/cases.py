"""What the computation is checked against from outside: one case a row of docs/validation.md.

A case gives a range that the source allows and computes one number. `known_miss` is how far a case is known to land
outside, with the reason; tests hold every case to that, so that a miss can neither hide nor grow.
"""

from dataclasses import replace
from functools import cache

import psychrolib
from case import MEMORY, TRADE, Case
from fire_cases import FIRE_CASES
from plan_cases import PLAN_CASES
from thermal import chamber, dry_disc

from brasko.core.fire.custom import planner_fire, shipped
from brasko.core.fire.fires import SKILLET_ZONE
from brasko.core.fire.rests import RESTS
from brasko.core.foods.cuts import cut_named
from brasko.core.foods.shape import Geometry
from brasko.core.heat.simulation import Food, Result, simulate
from brasko.core.planner.solve.invert import solve_piece
from brasko.core.planner.solve.programme import programme_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Metal, Programme, Side, Step, Surroundings, Until
from brasko.core.units import celsius, fahrenheit

# --- FSIS, Baldwin, Thiffeault, PsychroLib ---------------------------------------------------------------------------


def held_log10(temp_f: float, seconds: float) -> float:
    """Decimal reductions in a disc that is held at a temperature from the start."""
    temp = celsius(temp_f)
    food = Food(Geometry("disc", 0.02, 0.05), cut_named("ribeye").material, temp, moisture=False)
    return simulate(food, (chamber(temp, 500.0, seconds),)).salmonella_log10_core


def slab_minutes(thickness_mm: float) -> float:
    """A wide slab from 5 °C in a stirred bath of 55 °C, until its middle is within half a degree."""
    side = Side(air_c=55.0, h_w_m2k=95.0)
    food = dry_disc(thickness_mm / 1000.0, 0.10, 5.0, k=0.48, rho=1060.0, c=3450.0)
    run = simulate(food, (Step("bath", Surroundings(side, side), Until(6 * 3600.0, core_c=54.5)),), every_s=60.0)
    return run.duration_s / 60.0


def flipping_gain() -> float:
    """How much sooner [%] a patty is done when flipped every 10 s than when flipped once, at its best moment."""
    around = Surroundings(bottom=Side(contact_c=200.0, contact_w_m2k=900.0), top=Side(air_c=25.0, h_w_m2k=60.0))

    def seconds(flip_s: float) -> float:
        step = Step("s", around, Until(3600.0, core_c=70.0), flip_every_s=flip_s)
        food = dry_disc(0.01, 0.1, 5.0, k=0.40, rho=1000.0, c=3500.0)
        return simulate(food, (step,), every_s=5.0).duration_s

    once = min(_once(around, flip) for flip in range(40, 130, 5))
    return 100.0 * (1.0 - seconds(10.0) / once)


def _once(around: Surroundings, flip_s: float) -> float:
    first = Step("first", around, Until(float(flip_s)))
    then = Step("then", around, Until(3600.0, core_c=70.0), flip_first=True)
    return simulate(dry_disc(0.01, 0.1, 5.0, k=0.40, rho=1000.0, c=3500.0), (first, then), every_s=5.0).duration_s


STALL_AIR_C, STALL_RH = 95.0, 0.35


def wet_bulb_c() -> float:
    """Wet bulb of the stall's air by PsychroLib at sea level."""
    psychrolib.SetUnitSystem(psychrolib.SI)
    return float(psychrolib.GetTWetBulbFromRelHum(STALL_AIR_C, STALL_RH, 101325.0))


@cache
def stalled() -> Result:
    """Four hours of a thick, lean piece in moist, slow air without radiation, as a wet bulb has it."""
    import numpy as np

    from brasko.core.heat.vapour import saturation_density_kg_m3

    vapour = STALL_RH * float(saturation_density_kg_m3(np.array([STALL_AIR_C]))[0])
    side = Side(air_c=STALL_AIR_C, h_w_m2k=8.0, vapour_kg_m3=vapour)
    cut = cut_named("top_round")
    food = Food(cut.geometry(0.06, 1.2), cut.material, 5.0, film_kg_m2=0.05)
    return simulate(food, (Step("pit", Surroundings(side, side, side), Until(5 * 3600.0)),), every_s=60.0)


def stall_above_wet_bulb() -> float:
    """Core above the wet bulb [K] four hours in, where it has stopped rising."""
    run = stalled()
    return float(run.core_c[240]) - wet_bulb_c()


# --- the trade -------------------------------------------------------------------------------------------------------

RIBEYE = PieceSpec("ribeye", 0.0381, 0.45, 57.0)
KETTLE = planner_fire(shipped()["kettle_two_zone"], RIBEYE.geometry, 0.175)


def _food(cut: str, thickness_m: float, mass_kg: float, start_c: float) -> Food:
    found = cut_named(cut)
    return Food(found.geometry(thickness_m, mass_kg), found.material, start_c)


def gentle_minutes(cut: str, thickness_in: float, mass_kg: float, air_f: float, core_f: float) -> float:
    """Minutes on the cool side of a kettle."""
    spec = PieceSpec(cut, thickness_in * 0.0254, mass_kg, 57.0, gentle_c=celsius(air_f))
    first = programme_of(spec, celsius(core_f))[0]
    return simulate(spec.food, (first,), every_s=60.0).duration_s / 60.0


@cache
def reverse() -> Result:
    return solve_piece(RIBEYE).result


@cache
def straight() -> Result:
    return solve_piece(replace(RIBEYE, method="direct")).result


def rise_after_pull(method: str) -> float:
    """What follows the pull adds [°F], for a finish of 125 °F."""
    found = solve_piece(replace(RIBEYE, method=method, finish_c=celsius(125.0)))
    return fahrenheit(found.result.peak_core_c) - fahrenheit(found.pull_c)


def skillet_finish(first_min: float, second_min: float) -> float:
    """1.5 in strip from room temperature in a hot skillet, one flip, rested on a board: the finish [°F]."""
    zone = SKILLET_ZONE
    pan = zone.metal(0.01)
    assert pan is not None
    steps: Programme = (
        Step("first", zone.surroundings, Until(first_min * 60.0), metal=pan),
        Step("second", zone.surroundings, Until(second_min * 60.0), flip_first=True, metal=replace(pan, start_c=None)),
        Step("rest", RESTS["board"][1], Until(600.0)),
    )
    return fahrenheit(simulate(_food("strip", 0.0381, 0.38, 21.0), steps).peak_core_c)


def chimney_finish() -> float:
    """3/4 in ribeye over a chimney, four times 90 s, rest 2 min: the core [°F]."""
    zone = planner_fire(shipped()["chimney"], RIBEYE.geometry, 0.175).sear
    food = _food("ribeye", 0.019, 0.28, 4.0)
    over = Step("over", zone.surroundings, Until(360.0), flip_every_s=90.0, metal=zone.metal(food.geometry.face_m2))
    return fahrenheit(simulate(food, (over, Step("rest", RESTS["board"][1], Until(120.0)))).peak_core_c)


def burger_minutes_a_side() -> float:
    """3/4 in patty of 80/20 over the coals with one flip, to the agency figure."""
    food = _food("burger_80_20", 0.019, 0.17, 4.0)
    zone = KETTLE.sear
    metal = zone.metal(food.geometry.face_m2)

    def done(a_side: float) -> float:
        over = Step("over", zone.surroundings, Until(2 * a_side), flip_every_s=a_side, metal=metal)
        return simulate(food, (over, Step("rest", RESTS["board"][1], Until(180.0)))).peak_core_c

    a_side = 120.0
    while done(a_side) < celsius(160.0) and a_side < 900.0:
        a_side += 10.0
    return a_side / 60.0


def crust_of_skillet(temp_f: float) -> float:
    """Browning [s at 140 °C] of the first face in 90 s in a skillet kept at a temperature."""
    pan = Metal(contact_w_m2k=400.0, heat_j_k=1e5, start_c=celsius(temp_f))
    top = Side(air_c=50.0, h_w_m2k=8.0)
    step = Step("pan", Surroundings(top=top, edge=top), Until(90.0), metal=pan)
    warm = simulate(_food("strip", 0.0381, 0.38, 45.0), (step,))
    return float(warm.end.browning_s[0])


CASES: tuple[Case, ...] = (
    *(
        Case(
            f"fsis_{t:.0f}",
            f"fsis_appendix_a, {MEMORY}",
            f"log10 of Salmonella after {text} at {t:.0f} °F",
            6.45,
            7.6,
            "log10",
            lambda t=t, s=s: held_log10(t, s),
        )
        for t, s, text in (
            (130.0, 6720.0, "112 min"),
            (135.0, 2160.0, "36 min"),
            (140.0, 720.0, "12 min"),
            (145.0, 240.0, "4 min"),
            (150.0, 67.0, "67 s"),
            (155.0, 22.0, "22 s"),
        )
    ),
    *(
        Case(
            f"slab_{mm:.0f}",
            f"baldwin_2020, {MEMORY}",
            f"slab of {mm:.0f} mm from 5 °C to within 0.5 °C of a bath",
            0.88 * minutes,
            1.12 * minutes,
            "min",
            lambda mm=mm: slab_minutes(mm),
        )
        for mm, minutes in ((10.0, 19.0), (20.0, 50.0), (25.0, 75.0), (30.0, 90.0), (40.0, 150.0))
    ),
    Case(
        "flips",
        f"thiffeault_2022, {MEMORY}",
        "a patty flipped all the time is done sooner than with one flip at its best, by",
        10.0,
        29.0,
        "%",
        flipping_gain,
    ),
    Case(
        "stall",
        "PsychroLib",
        f"core of a long cook, stalled in air of {STALL_AIR_C:.0f} °C and {100 * STALL_RH:.0f} % above its wet "
        f"bulb, by",
        -2.0,
        2.0,
        "K",
        stall_above_wet_bulb,
    ),
    Case(
        "steak",
        TRADE,
        "1.25 in strip, indirect at 240 °F, to 117 °F",
        30.0,
        45.0,
        "min",
        lambda: gentle_minutes("strip", 1.25, 0.32, 240.0, 117.0),
    ),
    Case(
        "thick",
        TRADE,
        "1.75 in bone-in ribeye, indirect at 237 °F, to 110 °F",
        50.0,
        70.0,
        "min",
        lambda: gentle_minutes("ribeye_bone_in", 1.75, 0.9, 237.0, 110.0),
        2.5,
        "weight and draught are not said",
    ),
    Case(
        "twice",
        TRADE,
        "indirect then sear takes as many times as long as direct",
        1.6,
        3.2,
        "times",
        lambda: reverse().duration_s / straight().duration_s,
        0.2,
        "the kettle's drip pan keeps the gentle part slow",
    ),
    Case(
        "rim",
        TRADE,
        "its grey rim, of that of direct (far thinner)",
        0.0,
        0.75,
        "of it",
        lambda: reverse().grey_rim_share / straight().grey_rim_share,
    ),
    Case(
        "rise_coals",
        TRADE,
        "pulled before a sear over coals for 125 °F, what follows adds",
        10.0,
        20.0,
        "°F",
        lambda: rise_after_pull("low_then_sear"),
        6.0,
        "the searing side is modelled fierce: a wide bed seen at a third of the view",
    ),
    Case(
        "rise_skillet",
        TRADE,
        "pulled before a sear in a skillet for 125 °F, what follows adds",
        10.0,
        20.0,
        "°F",
        lambda: rise_after_pull("oven_then_skillet"),
        5.5,
        "held at 480 °F our pan takes a minute a side for a good crust",
    ),
    Case(
        "skillet_rare",
        TRADE,
        "1.5 in strip in a hot skillet, 5 + 4 min: rare",
        118.0,
        130.0,
        "°F",
        lambda: skillet_finish(5, 4),
        8.0,
        "the burner and the pan are not said; ours takes up 1.3 kW",
    ),
    Case(
        "skillet_medium",
        TRADE,
        "the same, 7 + 6 min: medium",
        132.0,
        147.0,
        "°F",
        lambda: skillet_finish(7, 6),
        12.0,
        "ours grows a thicker crust, which insulates",
    ),
    Case(
        "skillet_medium_well",
        TRADE,
        "the same, 8 + 7 min: medium well",
        140.0,
        155.0,
        "°F",
        lambda: skillet_finish(8, 7),
        18.0,
        "as above",
    ),
    Case(
        "chimney",
        TRADE,
        "3/4 in steak over the chimney, four times 90 s: about 130 °F",
        120.0,
        140.0,
        "°F",
        chimney_finish,
        19.0,
        "thickness and draught are not said; our chimney burns harder",
    ),
    Case(
        "burger",
        TRADE,
        "3/4 in patty over the coals, one flip",
        4.0,
        5.0,
        "min a side",
        burger_minutes_a_side,
        2.0,
        "ours is taken to the agency figure, from the fridge, in the open",
    ),
    Case(
        "cool_pan",
        TRADE,
        "crust from a 400 °F skillet, of that from one of 550 °F (browns too slowly)",
        0.0,
        0.33,
        "of it",
        lambda: crust_of_skillet(400.0) / crust_of_skillet(550.0),
    ),
    *PLAN_CASES,
    *FIRE_CASES,
)
