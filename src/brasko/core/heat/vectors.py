"""What the compiled kernel is told: materials, constants and steps as rows of numbers."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from brasko.core.errors import InvalidInput
from brasko.core.foods.properties import Material
from brasko.core.heat import constants as known
from brasko.core.heat import vapour
from brasko.core.heat.kernel import columns as kernel
from brasko.core.programme.steps import Baste, Metal, Side, Step
from brasko.core.uncertainty.general import general
from brasko.core.words import say

Floats = NDArray[np.float64]


def material_vector(m: Material) -> Floats:
    """A material's polynomials, densities and its bone, as the kernel counts them."""
    g = general()
    holding = (g.holding_mid_c + m.holding_shift_k, g.holding_loss * m.holding_share)
    k_dry = tuple(g.crust_conducts * k for k in m.k_dry)
    bone = (known.BONE_CONDUCTIVITY.value, known.BONE_DENSITY.value * known.BONE_SPECIFIC_HEAT.value)
    return np.array([*m.heat_dry, *m.heat_water, *m.k_wet, *k_dry, m.water_kg_m3, m.solids_kg_m3, *holding, *bone])


def constants_vector(moisture: bool, refine: float = 1.0, skin_passes: float = 1.0, altitude_m: float = 0.0) -> Floats:
    """The kernel's constants. A grid finer than the default takes steps that are shorter in the same measure.

    Juice gets through a skin as badly as vapour does: the rest runs off under it.
    """
    d_reference = known.FSIS_SECONDS_AT_REFERENCE.value / known.FSIS_LOG10.value
    finer, g = max(1.0, refine), general()
    return np.array(
        [
            known.LATENT_AT_0C.value,
            known.LATENT_SLOPE.value,
            known.BOILING_C.value if altitude_m == 0.0 else vapour.boiling_c(altitude_m),
            g.creeps_m2_s,
            known.MIN_MOISTURE.value,
            known.WHOLLY_WET.value,
            known.FILM_MAX.value,
            known.FILM_HANGS.value,
            known.HOLDING_WIDTH.value,
            g.squeeze_s,
            known.SQUEEZE_AT_C.value,
            known.SQUEEZE_PER_K.value,
            known.BROWNING_REFERENCE_C.value,
            g.browning_j_mol / known.GAS_CONSTANT.value,
            known.BROWNS_NO_FASTER_C.value,
            known.BROWNS_WHEN_DRY.value,
            g.contact_fades,
            known.FADES_WHEN_DRY.value,
            known.CHAR_AT_C.value,
            known.CHAR_ENERGY.value / known.GAS_CONSTANT.value,
            known.GREY_AT_C.value,
            known.GREY_PER.value,
            g.grey_s,
            d_reference,
            known.FSIS_REFERENCE_C.value,
            known.SALMONELLA_Z_K.value,
            1.0 if moisture else 0.0,
            vapour.TABLE_START_C,
            vapour.TABLE_STEP_C,
            (known.LONGEST_STEP if moisture else known.LONGEST_STEP_DRY).value / finer,
            (known.BOILING_STEP if refine >= 1.0 else known.BOILING_STEP_COARSE).value / finer,
            (known.STEP_GROWTH if refine >= 1.0 else known.STEP_GROWTH_COARSE).value / finer,
            vapour.GAS_CONSTANT_VAPOUR_J_KGK,
            vapour.pressure_pa(altitude_m),
            g.clings_kg_m2s,
            known.SEEPS_AS_FAST_M.value,
            skin_passes,
        ]
    )


def side_row(side: Side, passes: float, thin: float = 1.0) -> list[float]:
    """What one side sees: film, radiation made into source and coefficient, contact, vapour; passes is the skin's share
    of it.

    thin is the air's pressure, in parts of that at the sea: a film carries less heat, by its square root, as a laminar
    one does, and more vapour, which finds its way through thin air the faster.
    """
    coefficient = known.STEFAN_BOLTZMANN.value * side.view_factor * side.emissivity
    source = 0.0
    if side.radiant_c is None:
        coefficient = 0.0
    else:
        source = coefficient * (side.radiant_c + 273.15) ** 4
    film_k = 273.15 + 0.5 * (min(side.air_c, 300.0) + 60.0)
    air_heat = 353.0 / film_k * 1007.0
    film = side.h_w_m2k * math.sqrt(thin)
    passes *= side.vapour_passes if side.vapour_open else 0.0
    mass_h = passes * film / (thin * air_heat * known.LEWIS_FACTOR.value)
    contact = 0.0 if side.contact_c is None else side.contact_w_m2k
    pressure = side.vapour_kg_m3 * vapour.GAS_CONSTANT_VAPOUR_J_KGK * (side.air_c + 273.15)
    pressure = min(pressure, 0.99 * thin * known.AIR_PRESSURE.value)
    return [side.air_c, film, source, coefficient, side.contact_c or 0.0, contact, pressure, mass_h]


def step_row(step: Step, passes: float, angles: tuple[float, ...], thin: float = 1.0) -> list[float]:
    """One step: its three sides, when it ends, how it is flipped, what lies under it. Raises InvalidInput."""
    around, until, off = step.surroundings, step.until, kernel.OFF
    if step.metal is not None and around.bottom.contact_c is not None:
        raise InvalidInput("contact_c", say("vectors-and-metal-cannot-both-be-below"))

    def temp(value: float | None) -> float:
        return off if value is None else value

    def endless(value: float | None) -> float:
        return math.inf if value is None else value

    return [
        *side_row(around.bottom, passes, thin),
        *side_row(around.top, passes, thin),
        *side_row(around.edge, passes, thin),
        temp(until.core_c),
        until.max_s,
        endless(until.crust_s),
        temp(until.fallen_k),
        temp(until.probe_c),
        temp(step.flip_every_s),
        endless(step.flip_at_crust_s),
        float(step.flip_first),
        float(angles.index(step.turn_deg % 180.0)),
        *metal_row(step.metal),
        step.pressed,
        *baste_row(step.baste),
    ]


def baste_row(baste: Baste | None) -> list[float]:
    """When it is basted and with how much; never where it is not."""
    if baste is None:
        return [kernel.OFF, kernel.OFF, 0.0]
    return [baste.first_s, baste.every_s, baste.kg_m2]


def metal_row(metal: Metal | None) -> list[float]:
    """What lies under the food, or zeros."""
    if metal is None:
        return [0.0] * 9
    start = -2.0 * kernel.OFF if metal.start_c is None else metal.start_c
    return [
        metal.share,
        metal.hides,
        metal.contact_w_m2k,
        metal.heat_j_k,
        metal.power_w,
        metal.loss_w_k,
        metal.around_c,
        start,
        math.inf if metal.most_c is None else metal.most_c,
    ]
