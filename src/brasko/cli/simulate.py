"""`brasko simulate`: from the published format to the core and back."""

from __future__ import annotations

import numpy as np

from brasko.cli.simulation_format import (
    BalanceOut,
    FacesOut,
    FieldOut,
    FoodIn,
    LethalityOut,
    MarkOut,
    MoistAirIn,
    SideIn,
    SimulationIn,
    SimulationOut,
    StepIn,
    StepOut,
)
from brasko.core.errors import inside
from brasko.core.foods.cuts import cut_named
from brasko.core.foods.properties import Composition, Material, material_constant, material_from_composition
from brasko.core.foods.shape import piece
from brasko.core.heat.constants import PATTED_DRY
from brasko.core.heat.simulation import MODEL_VERSION, Food, Result, simulate
from brasko.core.heat.vapour import saturation_density_kg_m3
from brasko.core.programme.steps import INSULATED, MAX_STEP_S, Metal, Side, Step, Surroundings, Until


def simulated(given: SimulationIn) -> SimulationOut:
    """Run what was asked for. Raises InvalidInput with the whole path of the field."""
    with inside("food"):
        food = _food(given.food)
    programme = []
    for n, step in enumerate(given.steps):
        with inside(f"steps.{n}"):
            programme.append(_step(step))
    result = simulate(food, tuple(programme), every_s=given.every_s)
    return _out(result, given)


def _food(given: FoodIn) -> Food:
    if given.cut is not None:
        material = cut_named(given.cut).material
    else:
        material = _material(given)
    shape = piece(
        given.thickness_mm / 1000.0,
        given.mass_g / 1000.0,
        material.density_kg_m3,
        given.shape,
        (given.length_mm or 0.0) / 1000.0,
        given.bone_mm / 1000.0,
    )
    film = PATTED_DRY.value if given.film_kg_m2 is None else given.film_kg_m2
    return Food(shape, material, given.start_c, _moist(given), film, given.probe_depth_share)


def _moist(given: FoodIn) -> bool:
    return given.properties is None if given.moisture is None else given.moisture


def _material(given: FoodIn) -> Material:
    if given.composition is not None:
        return material_from_composition(Composition(**given.composition.model_dump()))
    assert given.properties is not None
    with inside("properties"):
        return material_constant(**given.properties.model_dump())


def _step(given: StepIn) -> Step:
    sides = []
    for name in ("bottom", "top", "edge"):
        with inside(name):
            sides.append(_side(getattr(given, name), given.surroundings))
    until = given.until.model_dump()
    until["max_s"] = MAX_STEP_S if until["max_s"] is None else until["max_s"]
    return Step(
        given.name,
        Surroundings(*sides),
        Until(**until),
        flip_every_s=given.flip_every_s,
        flip_at_crust_s=given.flip_at_crust_s,
        flip_first=given.flip_first,
        turn_deg=given.turn_deg,
        metal=None if given.metal is None else Metal(**given.metal.model_dump()),
    )


def _side(given: SideIn | None, about: MoistAirIn | None) -> Side:
    if given is None:
        return INSULATED
    vapour = given.vapour_kg_m3 if given.vapour_kg_m3 is not None else _vapour(about)
    return Side(
        air_c=20.0 if given.air_c is None else given.air_c,
        h_w_m2k=given.h_w_m2k,
        radiant_c=given.radiant_c,
        view_factor=given.view_factor,
        emissivity=given.emissivity,
        contact_c=given.contact_c,
        contact_w_m2k=given.contact_w_m2k or 0.0,
        vapour_open=not given.in_liquid,
        **({} if vapour is None else {"vapour_kg_m3": vapour}),
    )


def _vapour(about: MoistAirIn | None) -> float | None:
    if about is None or about.vapour_kg_m3 is not None:
        return None if about is None else about.vapour_kg_m3
    assert about.air_c is not None
    assert about.relative_humidity is not None
    return about.relative_humidity * float(saturation_density_kg_m3(np.array([about.air_c]))[0])


def _list(values: np.ndarray) -> list[float]:
    return [float(v) for v in values]


def _out(result: Result, given: SimulationIn) -> SimulationOut:
    grid, end = result.grid, result.end
    has_metal = any(step.metal is not None for step in given.steps)
    return SimulationOut(
        format="brasko/simulation-result@1",
        model_version=MODEL_VERSION,
        time_s=_list(result.time_s),
        core_c=_list(result.core_c),
        face_a_c=_list(result.face_a_c),
        face_b_c=_list(result.face_b_c),
        probe_c=_list(result.probe_c),
        metal_c=_list(result.metal_c) if has_metal else None,
        steps=[StepOut.model_validate(s, from_attributes=True) for s in result.steps],
        flips_s=list(result.flips_s),
        peak_core_c=result.peak_core_c,
        grey_rim_share=result.grey_rim_share,
        mass_loss_share=result.mass_loss_share,
        evaporated_share=result.evaporated_share,
        drip_share=result.drip_share,
        browning=FacesOut(a=float(end.browning_s[0]), b=float(end.browning_s[1])),
        marks=[MarkOut.model_validate(m, from_attributes=True) for m in result.marks],
        salmonella_log10=LethalityOut(core=result.salmonella_log10_core, surface=result.salmonella_log10_surface),
        balance=BalanceOut.model_validate(result.balance, from_attributes=True),
        field=FieldOut(
            z_mm=_list(grid.z_m * 1000.0),
            r_mm=_list(grid.r_m * 1000.0),
            temp_c=[_list(row) for row in end.temp_c],
            peak_c=[_list(row) for row in end.peak_c],
        )
        if given.field
        else None,
    )
