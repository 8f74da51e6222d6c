"""Water inside: creeping towards dry cells, juice squeezed out to the faces, boiling."""

from __future__ import annotations

import math

import numpy as np

from brasko.core.heat.kernel.cells import dry_heat, liquid_heat, temperature_of
from brasko.core.heat.kernel.columns import (
    C_BOIL,
    C_DLIQ,
    C_DRIP,
    C_FILM,
    C_LAT0,
    C_LAT1,
    C_MOIST,
    C_STAYS,
    E_LATENT,
    E_LIQUID,
    H_BONE,
    HOLD_C,
    HOLD_LOSS,
    MASS_H,
    RHO_S,
    RHO_W,
    W_DRIP,
    W_EVAP,
)  # fmt: skip
from brasko.core.heat.kernel.jit import jit

HOLDING_FROM_C, HOLDING_ROWS = 30.0, 161


@jit
def water_holding(m):
    """Water a kilogram of solids can hold [kg/kg] at 30, 31, … °C, scaled so that raw meat just holds its own.

    c_eq = 0.745 - 0.345 / (1 + 30 exp(-0.25 (T - 52))), vandersman_2007 and feyissa_2013 (from memory). The middle of
    the fall and its depth belong to the food: fish falls sooner, a plant not at all.
    """
    raw = m[RHO_W] / max(m[RHO_W] + m[RHO_S], 1e-9)
    holding = np.empty(HOLDING_ROWS)
    for n in range(HOLDING_ROWS):
        held = raw * (1.0 - m[HOLD_LOSS] / (1.0 + 30.0 * math.exp(-0.25 * (HOLDING_FROM_C + n - m[HOLD_C]))))
        holding[n] = held / (1.0 - held)
    return holding


@jit
def creeping(w, enthalpy, t, i, j, i2, j2, moved, m, c):
    """Move water from one cell to the next with the heat it carries; at most a fifth of what either holds."""
    moved = min(max(moved, -0.2 * w[i2, j2]), 0.2 * w[i, j])
    carried = moved * liquid_heat(m, min(t[i, j], c[C_BOIL]) if moved > 0.0 else min(t[i2, j2], c[C_BOIL]))
    w[i, j] -= moved
    w[i2, j2] += moved
    enthalpy[i, j] -= carried
    enthalpy[i2, j2] += carried


@jit
def crept(t, w, enthalpy, volume, dz, dr, area_z, face_r, m, c, tau, bone, wetness):
    """Liquid water creeping towards drier cells, by Fick's law."""
    nz, nr = t.shape
    for i in range(nz):
        for j in range(nr):
            wetness[i, j] = w[i, j] / volume[i, j]
    part = tau * c[C_DLIQ]
    for i in range(nz):
        for j in range(bone, nr):
            here = wetness[i, j]
            if i + 1 < nz and abs(here - wetness[i + 1, j]) > 0.1:
                moved = part * area_z[j] / (0.5 * (dz[i] + dz[i + 1])) * (here - wetness[i + 1, j])
                creeping(w, enthalpy, t, i, j, i + 1, j, moved, m, c)
            if j + 1 < nr and abs(here - wetness[i, j + 1]) > 0.1:
                moved = part * face_r[j + 1] * dz[i] / (0.5 * (dr[j] + dr[j + 1])) * (here - wetness[i, j + 1])
                creeping(w, enthalpy, t, i, j, i, j + 1, moved, m, c)


@jit
def squeezed(t, w, enthalpy, volume, m, c, holding, tau, tally, bone):
    """Take out juice above the water-holding capacity. Returns how much [kg]."""
    nz, nr = t.shape
    part = 1.0 - math.exp(-tau / c[C_DRIP])
    total = 0.0
    for i in range(nz):
        for j in range(bone, nr):
            if t[i, j] < HOLDING_FROM_C:
                continue
            position = min(t[i, j] - HOLDING_FROM_C, HOLDING_ROWS - 2.0)
            n = int(position)
            ratio = holding[n] + (position - n) * (holding[n + 1] - holding[n])
            excess = w[i, j] - m[RHO_S] * volume[i, j] * ratio
            if excess > 0.0:
                lost = excess * part
                carried = lost * liquid_heat(m, min(t[i, j], c[C_BOIL]))
                w[i, j] -= lost
                enthalpy[i, j] -= carried
                tally[E_LIQUID] += carried
                total += lost
    return total


@jit
def wetted(juice, film, sides, dz, area_z, face_r, c, bone, tally):
    """Spread juice evenly over the outer faces: a share stays as a film, the rest runs off in drops.

    What a face cannot hold, or has no air to take up, drips off too.
    """
    nz, nr = dz.shape[0], area_z.shape[0]
    whole = face_r[nr] * dz.sum() + 2.0 * area_z[bone:].sum()
    tally[W_DRIP] += (1.0 - c[C_STAYS]) * juice
    for face in range(3):
        for n in range(nz if face == 2 else nr):
            if face < 2 and n < bone:
                continue
            area = face_r[nr] * dz[n] if face == 2 else area_z[n]
            film[face, n] += c[C_STAYS] * juice * area / whole
            room = c[C_FILM] * area if sides[face, MASS_H] > 0.0 else 0.0
            if film[face, n] > room:
                tally[W_DRIP] += film[face, n] - room
                film[face, n] = room


@jit
def settled(t, w, enthalpy, evaporated, volume, m, c, tally, bone, hottest):
    """Take off what evaporated, boil away what is above the plateau, and read temperatures back from enthalpy.

    A cell that runs dry within the super-step was given heat as if it went on boiling. It gets no hotter than the
    hottest surface; what is left over goes to the cell below.
    """
    nz, nr = t.shape
    latent = c[C_LAT0] + c[C_LAT1] * c[C_BOIL]
    boiling_heat = liquid_heat(m, c[C_BOIL])
    moist = c[C_MOIST] > 0.0
    for i in range(nz):
        for j in range(bone):
            t[i, j] = enthalpy[i, j] / (volume[i, j] * m[H_BONE])
        for j in range(bone, nr):
            gone = evaporated[i, j]
            if gone > 0.0:
                gone = min(gone, w[i, j])
                carried = gone * liquid_heat(m, min(t[i, j], c[C_BOIL]))
                w[i, j] -= gone
                enthalpy[i, j] -= carried
                tally[W_EVAP] += gone
                tally[E_LIQUID] += carried
            if moist and t[i, j] > c[C_BOIL] - 5.0 and w[i, j] > 0.0:
                excess = enthalpy[i, j] - volume[i, j] * dry_heat(m, c[C_BOIL]) - w[i, j] * boiling_heat
                if excess > 0.0:
                    boiled = min(excess / latent, w[i, j])
                    w[i, j] -= boiled
                    enthalpy[i, j] -= boiled * (latent + boiling_heat)
                    tally[W_EVAP] += boiled
                    tally[E_LATENT] += boiled * latent
                    tally[E_LIQUID] += boiled * boiling_heat
                    if w[i, j] <= 0.0:
                        over = enthalpy[i, j] - volume[i, j] * dry_heat(m, hottest)
                        if over > 0.0:
                            enthalpy[i, j] -= over
                            inner_i = i + 1 if i < nz // 2 else i - 1
                            enthalpy[inner_i, j] += over
                            t[i, j] = hottest
            t[i, j] = temperature_of(m, enthalpy[i, j], volume[i, j], w[i, j], t[i, j])
