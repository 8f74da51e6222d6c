"""Between the published cook format and the core: a cook in a cook's own words, run forwards."""

from __future__ import annotations

from brasko.core.cook.run import CookResult, run_cook
from brasko.core.cook.steps import AtFire, AtRest, Cook, CookStep, Ends, InBath, InPan, OnCounter, OnIron, Where
from brasko.core.errors import InvalidInput, inside
from brasko.core.fire.custom import PLANNER_FIRES, OwnFire, placed, shipped
from brasko.core.fire.fires import KITCHEN
from brasko.core.fire.grills import Spot
from brasko.core.fire.rests import RESTS
from brasko.core.fire.zones import Fire
from brasko.core.foods.cuts import Cut, all_cuts
from brasko.core.foods.fats import FATS
from brasko.core.heat.constants import FILM_MAX, PATTED_DRY
from brasko.core.heat.simulation import MODEL_VERSION, Food
from brasko.core.planner.spec.options import CRUSTS, SALTED_SURFACE
from brasko.core.programme.steps import Baste
from brasko.formats import words
from brasko.formats.cook import CookedPieceIn, CookIn, CookOut, CookStepIn, CookStepOut, GrateSpotIn, OnIn
from brasko.formats.fire import OwnFireIn
from brasko.formats.fire_convert import own_of, setup_of
from brasko.formats.piece import SPOKEN, renamed

OPEN_ENDED_H = 4.0
"""What a step without a number of minutes is likely to take."""
SURFACES = {
    "patted dry": (PATTED_DRY.value, 0.0),
    "wet": (FILM_MAX.value, 0.0),
    "dry": (0.0, 0.0),
    **{
        f"salted {key}": (film.value, dried.value) for key, (film, dried) in SALTED_SURFACE.items() if dried.value > 0.0
    },
}
"""Water on the surface by what it is called, and what its outside has lost to the air of a fridge [kg m-2 each]."""


def told(given: CookIn) -> CookOut:
    """Run what was told. Raises InvalidInput with the whole path of the field."""
    return _out(run_cook(cook_of(given), every_s=given.every_s))


def cook_effort_s(given: CookIn) -> float:
    """CPU seconds that a cook is likely to take: a simulated day and a fire to be settled take about one each
    (measured)."""
    hours = sum(OPEN_ENDED_H if s.until.minutes is None else max(s.until.minutes, 0.0) / 60.0 for s in given.steps)
    fires = sum(s.on.fire is not None for s in given.steps)
    return 0.3 + 0.04 * hours + 0.3 * fires


def cook_of(given: CookIn) -> Cook:
    """The core's cook. Raises InvalidInput with the whole path of the field."""
    with inside("piece"):
        cut = all_cuts()[words.key_of("cut", given.piece.cut, {c.key: c.name for c in all_cuts().values()})]
        food = _food(given.piece, cut)
    steps = []
    for number, step in enumerate(given.steps):
        with inside(f"steps.{number}"):
            steps.append(_step(step))
    return Cook(food, round(cut.composition.fat, 3), tuple(steps))


def _food(given: CookedPieceIn, cut: Cut) -> Food:
    thickness_m = words.length_mm("thickness", given.thickness) / 1000.0
    mass_kg = cut.usual_mass_kg(thickness_m) if given.weight is None else words.mass_g("weight", given.weight) / 1000.0
    start_c = words.temperature_c("start", given.start)
    try:
        return Food(
            cut.geometry(thickness_m, mass_kg, boned=given.boned),
            cut.material,
            start_c,
            film_kg_m2=SURFACES[given.surface][0],
            dried_kg_m2=SURFACES[given.surface][1],
            altitude_m=given.altitude_m,
            skin_passes=cut.skin_passes,
            probe_by_hand=True,
        )
    except InvalidInput as exc:
        raise InvalidInput(renamed(exc.field, SPOKEN), exc.message, suggestion=exc.suggestion) from exc


def _step(given: CookStepIn) -> CookStep:
    until = given.until
    crust = None
    if until.crust is not None:
        crust = words.key_of("until.crust", until.crust, {k: name for k, (name, _) in CRUSTS.items()})
    core_c = None if until.core is None else words.temperature_c("until.core", until.core)
    reading_c = None if until.reading is None else words.temperature_c("until.reading", until.reading)
    with inside("on"):
        where = _where(given.on)
    ends = Ends(until.minutes, core_c, crust, reading_c)
    baste = None
    if given.baste is not None:
        each = given.baste
        baste = Baste(each.g_m2 / 1000.0, each.first_min * 60.0, each.every_min * 60.0)
    return CookStep(given.name, where, ends, given.flip_every_s, given.flip_first, given.turn_deg, baste)


def _where(given: OnIn) -> Where:
    if given.fire is not None:
        return _at_fire(given)
    if given.pan is not None:
        return InPan(words.temperature_c("pan", given.pan), given.power_w)
    if given.iron is not None:
        return OnIron(words.temperature_c("iron", given.iron))
    if given.plates is not None:
        return OnIron(words.temperature_c("plates", given.plates), both=True)
    if given.bath is not None:
        return InBath(words.temperature_c("bath", given.bath), given.of or "bag")
    if given.rest is not None:
        return AtRest(words.key_of("rest", given.rest, {k: name for k, (name, _) in RESTS.items()}))
    assert given.counter is not None
    return OnCounter(words.temperature_c("counter", given.counter))


def _at_fire(given: OnIn) -> AtFire:
    fire: OwnFire | Fire
    if isinstance(given.fire, str):
        key = words.key_of("fire", given.fire, PLANNER_FIRES)
        fire = KITCHEN[key] if key in KITCHEN else shipped()[key]
    else:
        assert given.fire is not None
        with inside("fire"):
            if isinstance(given.fire, OwnFireIn):
                fire = own_of(given.fire)
            else:
                setup = setup_of(given.fire)
                fire = placed(setup.grill.name, setup)
    air_c = None if given.air is None else words.temperature_c("air", given.air)
    said = given.place or "gentle"
    place = Spot(said.x_mm / 1000.0, said.y_mm / 1000.0) if isinstance(said, GrateSpotIn) else said
    fat = "oil" if given.fat is None else words.key_of("fat", given.fat, {k: f.name for k, f in FATS.items()})
    return AtFire(
        fire,
        place,
        air_c,
        given.lid or "usual",
        fat,
        given.wrap or "none",
        given.warmer_by_k,
        given.film_times,
        given.hotter_by_k,
    )


def _out(found: CookResult) -> CookOut:
    return CookOut(
        format="brasko/cook-result@1",
        model_version=MODEL_VERSION,
        time_s=found.time_s.tolist(),
        core_c=found.core_c.tolist(),
        probe_c=found.probe_c.tolist(),
        face_a_c=found.face_a_c.tolist(),
        face_b_c=found.face_b_c.tolist(),
        steps=[CookStepOut.model_validate(step, from_attributes=True) for step in found.steps],
        peak_core_c=found.peak_core_c,
        peak_probe_c=found.peak_probe_c,
        grey_rim_share=found.grey_rim_share,
        crust_share=found.crust_share,
        char_share=found.char_share,
        mass_loss_share=found.mass_loss_share,
        salmonella_log10=found.salmonella_log10,
    )
