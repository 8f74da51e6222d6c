"""Water inside: creeping towards dry cells, juice squeezed out to the faces, boiling."""

from __future__ import annotations

import math

import numpy as np

from brasko.core.heat.kernel.cells import ability, dry_heat, heat_capacities, liquid_heat, temperature_of
from brasko.core.heat.kernel.columns import (
    C_BOIL,
    C_CLINGS,
    C_DLIQ,
    C_FILM,
    C_HANGS,
    C_HOLD_K,
    C_LAT0,
    C_LAT1,
    C_MOIST,
    C_PASSES,
    C_SEEPS_M,
    C_SQUEEZE_C,
    C_SQUEEZE_K,
    C_SQUEEZE_S,
    E_IN,
    E_LATENT,
    E_LIQUID,
    FIRST,
    H_BONE,
    HD0,
    HD1,
    HD2,
    HOLD_C,
    HOLD_LOSS,
    HW0,
    HW1,
    HW2,
    MASS_H,
    ONE,
    OTHER,
    RHO_S,
    RHO_W,
    S_CREEP_R,
    S_CREEP_Z,
    S_DEPTH,
    S_FACE,
    S_PER_VOLUME,
    S_SOLIDS,
    S_VOLUME,
    SHOWN,
    W_DRIP,
    W_EVAP,
    WORK,
)
from brasko.core.heat.kernel.jit import borrowing, jit

HOLDING_FROM_C, HOLDING_ROWS = 30.0, 161
MAX_PASSES = 4
"""A table of what is held, a row each °C; juice is handed on so many times at the most."""


@jit
def water_holding(m, c):
    """Water a kilogram of solids can hold [kg/kg] at 30, 31, … °C, scaled so that raw meat just holds its own.

    c_eq = raw (1 - loss / (1 + exp(-(T - middle) / width))), the form of vandersman_2007 and feyissa_2013 (from
    memory). The middle of the fall and its depth belong to the food: fish falls sooner, a plant not at all.
    """
    raw = m[RHO_W] / max(m[RHO_W] + m[RHO_S], 1e-9)
    holding = np.empty(HOLDING_ROWS)
    for n in range(HOLDING_ROWS):
        held = raw * (1.0 - m[HOLD_LOSS] / (1.0 + math.exp(-(HOLDING_FROM_C + n - m[HOLD_C]) / c[C_HOLD_K])))
        holding[n] = held / (1.0 - held)
    return holding


@jit
def squeezing_pace(c):
    """How fast juice above the holding capacity leaves near a face [s-1] at 30, 31, … °C, no faster than where water
    boils."""
    pace = np.empty(HOLDING_ROWS)
    for n in range(HOLDING_ROWS):
        at = min(HOLDING_FROM_C + n, c[C_BOIL])
        pace[n] = math.exp((at - c[C_SQUEEZE_C]) / c[C_SQUEEZE_K]) / c[C_SQUEEZE_S]
    return pace


@jit
def slowed_by_depth(still, c):
    """Turn the row S_DEPTH from a depth [m] into the share of the pace that juice from there has: its way out is
    long."""
    for q in range(still.shape[1]):
        still[S_DEPTH, q] = 1.0 / (1.0 + (still[S_DEPTH, q] / c[C_SEEPS_M]) ** 2)


@borrowing
def crept(t, w, enthalpy, still, m, c, tau, flat):
    """Liquid water creeping towards drier cells by Fick's law, with the heat it carries; at most a fifth of what a cell
    holds at a time. The rows ONE, OTHER, FIRST, SHOWN and WORK of flat are written over.
    """
    nz, nr = t.shape
    n, pad = nz * nr, nr + 1
    ts, ws, hs = t.reshape(-1), w.reshape(-1), enthalpy.reshape(-1)
    at, up, right = slice(pad, pad + n), slice(pad + nr, pad + nr + n), slice(pad + 1, pad + 1 + n)
    down, left = slice(pad - nr, pad - nr + n), slice(pad - 1, pad - 1 + n)
    held, hot = flat[FIRST, at], flat[SHOWN, at]
    per_volume, wetness = still[S_PER_VOLUME, at], flat[WORK, at]
    raw = m[RHO_W]
    for q in range(n):
        held[q] = ws[q]
        wetness[q] = ability(ws[q] * per_volume[q], raw)
    part = tau * c[C_DLIQ]
    moving(wetness, flat[WORK, up], held, flat[FIRST, up], still[S_CREEP_Z, at], part, flat[ONE, at])
    moving(wetness, flat[WORK, right], held, flat[FIRST, right], still[S_CREEP_R, at], part, flat[OTHER, at])
    flat[ONE, :pad] = 0.0
    flat[OTHER, :pad] = 0.0
    gained(ws, flat[ONE, at], flat[ONE, down])
    gained(ws, flat[OTHER, at], flat[OTHER, left])
    liquid_heats(ts, hot, m[HW0], m[HW1] / 2.0, m[HW2] / 3.0, c[C_BOIL])
    carried(flat[ONE, at], hot, flat[SHOWN, up])
    carried(flat[OTHER, at], hot, flat[SHOWN, right])
    gained(hs, flat[ONE, at], flat[ONE, down])
    gained(hs, flat[OTHER, at], flat[OTHER, left])


@borrowing
def moving(wetness, wetness_on, held, held_on, shape, part, moved):
    """Water that goes from each cell to the next one [kg]."""
    for q in range(moved.shape[0]):
        flow = part * shape[q] * (wetness[q] - wetness_on[q])
        moved[q] = min(max(flow, -0.2 * held_on[q]), 0.2 * held[q])


@borrowing
def liquid_heats(ts, out, h0, h1, h2, boil):
    for q in range(out.shape[0]):
        x = min(ts[q], boil)
        out[q] = x * (h0 + x * (h1 + x * h2))


@borrowing
def carried(moved, hot, hot_on):
    """Turn moved water into the heat it carries, at the temperature of where it came from."""
    for q in range(moved.shape[0]):
        moved[q] *= hot[q] if moved[q] > 0.0 else hot_on[q]


@borrowing
def gained(values, moved, moved_before):
    for q in range(values.shape[0]):
        values[q] += moved_before[q] - moved[q]


@borrowing
def squeezed(t, w, enthalpy, still, m, c, holding, pace, tau, pressed, tally, flat, juice):
    """Take out juice above the water-holding capacity, so many times faster where it is pressed. juice gets what comes
    out at each face [kg], which is the nearest one. The row WORK of flat is written over.
    """
    nz, nr = t.shape
    n, pad = nz * nr, nr + 1
    ts, ws, hs = t.reshape(-1), w.reshape(-1), enthalpy.reshape(-1)
    lost = flat[WORK, pad : pad + n]
    seeping(ts, ws, still[S_SOLIDS, pad : pad + n], still[S_DEPTH, pad : pad + n], holding, pace, tau * pressed, lost)
    juice[:] = 0.0
    to_face = still[S_FACE, pad : pad + n]
    for q in range(n):
        if lost[q] > 0.0:
            heat = lost[q] * liquid_heat(m, min(ts[q], c[C_BOIL]))
            ws[q] -= lost[q]
            hs[q] -= heat
            tally[E_LIQUID] += heat
            juice[int(to_face[q])] += lost[q]


@borrowing
def seeping(ts, ws, solids, share, holding, pace, time_s, lost):
    """Juice that leaves each cell [kg]: of what is above its holding capacity, 1 - exp(-x) as x / (1 + x/2 + x²/12)."""
    for q in range(ts.shape[0]):
        lost[q] = 0.0
        if ts[q] <= HOLDING_FROM_C:
            continue
        position = min(ts[q] - HOLDING_FROM_C, HOLDING_ROWS - 2.0)
        row = int(position)
        part = position - row
        excess = ws[q] - solids[q] * (holding[row] + part * (holding[row + 1] - holding[row]))
        if excess > 0.0:
            x = min(time_s * share[q] * (pace[row] + part * (pace[row + 1] - pace[row])), 2.0)
            lost[q] = excess * x / (1.0 + x * (0.5 + x / 12.0))


@borrowing
def wetted(juice, film, ts, down, sides, dz, area_z, face_r, c, bone, tau, tally):
    """Spread juice evenly over the face that it came out of, but for what runs off at once: the more, the faster it
    comes, for a thin film clings and a thick one flows, and all that a skin holds back. A face that boils sheds it, the
    upper one holds a puddle, the lower one and the edge what hangs on them; the rest, and what no air takes up, drips
    off.
    """
    nz, nr = dz.shape[0], area_z.shape[0]
    upright, level = face_r[nr] * dz.sum(), area_z[bone:].sum()
    for face in range(3):
        out_of = upright if face == 2 else level
        stays = c[C_PASSES] * c[C_CLINGS] / (c[C_CLINGS] + juice[face] / (out_of * tau))
        tally[W_DRIP] += (1.0 - stays) * juice[face]
        each = stays * juice[face] / out_of
        hangs = c[C_HANGS] if face == 2 or face == down else c[C_FILM]
        for n in range(nz if face == 2 else nr):
            if face < 2 and n < bone:
                continue
            area = face_r[nr] * dz[n] if face == 2 else area_z[n]
            film[face, n] += each * area
            room = hangs * area if sides[face, MASS_H] > 0.0 and ts[face, n] <= c[C_BOIL] else 0.0
            if film[face, n] > room:
                tally[W_DRIP] += film[face, n] - room
                film[face, n] = room


@borrowing
def basted(kg_m2, film, ts, down, dz, area_z, face_r, c, bone, tally):
    """Wet the upper face and the edge with so much [kg/m2], but for what runs off: as much stays as of juice, and none
    on what boils. It has the face's own temperature; what it takes to warm it is a tenth of what it takes to dry it.
    What dries off again is no loss of the piece.
    """
    nz, nr = dz.shape[0], area_z.shape[0]
    for face in range(3):
        if face == down:
            continue
        holds = c[C_HANGS] if face == 2 else c[C_FILM]
        for n in range(nz if face == 2 else nr):
            if (face < 2 and n < bone) or ts[face, n] > c[C_BOIL]:
                continue
            area = face_r[nr] * dz[n] if face == 2 else area_z[n]
            stays = min(kg_m2 * area, max(holds * area - film[face, n], 0.0))
            film[face, n] += stays
            tally[W_EVAP] -= stays


@borrowing
def settled(t, w, enthalpy, evaporated, gone, w0, still, m, c, tally, bone, hottest, flat):
    """Take off what evaporated, boil away what is above the plateau, and read temperatures back from enthalpy. gone
    keeps what left a cell as vapour and has not been made good since.

    A cell that runs dry within the super-step was given heat as if it went on boiling. It gets no hotter than the
    hottest surface; what is left over goes to the cell behind it or, where that is dry too, was never taken up. The
    rows WORK and FIRST of flat are written over.
    """
    nz, nr = t.shape
    n, pad = nz * nr, nr + 1
    volume = still[S_VOLUME, pad : pad + n]
    if c[C_MOIST] > 0.0:
        for i in range(nz):
            outer = i == 0 or i == nz - 1
            for j in range(bone if outer else nr - 1, nr):
                taken_off(t, w, enthalpy, evaporated, gone, i, j, m, c, tally)
        latent = c[C_LAT0] + c[C_LAT1] * c[C_BOIL]
        boiling_heat = liquid_heat(m, c[C_BOIL])
        passed_on = True
        for _ in range(MAX_PASSES):
            if not passed_on:
                break
            passed_on = False
            for i in range(nz):
                for j in range(bone, nr):
                    if t[i, j] > c[C_BOIL] - 5.0 and w[i, j] > 0.0:
                        passed_on |= boiled_away(
                            t, w, enthalpy, gone, volume[i * nr + j], i, j, m, c, tally, latent, boiling_heat, hottest
                        )
                        gone[i, j] = min(gone[i, j], max(w0[i, j] - w[i, j], 0.0))
    ts, ws, hs = t.reshape(-1), w.reshape(-1), enthalpy.reshape(-1)
    missed, slope = flat[WORK, pad : pad + n], flat[FIRST, pad : pad + n]
    heat_capacities(ts, ws, volume, slope, m)
    nearer(ts, ws, hs, volume, slope, missed, m)
    for q in range(n):
        if abs(missed[q]) > 0.02:
            ts[q] = temperature_of(m, hs[q], volume[q], ws[q], ts[q])
    for i in range(nz):
        for j in range(bone):
            t[i, j] = enthalpy[i, j] / (volume[i * nr + j] * m[H_BONE])


@borrowing
def nearer(ts, ws, hs, volume, slope, missed, m):
    """One step of Newton's from temperatures to those that hold the enthalpy; missed is the step [K]."""
    hd0, hd1, hd2, hw0, hw1, hw2 = m[HD0], m[HD1] / 2.0, m[HD2] / 3.0, m[HW0], m[HW1] / 2.0, m[HW2] / 3.0
    for q in range(ts.shape[0]):
        x = ts[q]
        held = x * (volume[q] * (hd0 + x * (hd1 + x * hd2)) + ws[q] * (hw0 + x * (hw1 + x * hw2)))
        missed[q] = (held - hs[q]) / slope[q]
        ts[q] = x - missed[q]


@borrowing
def taken_off(t, w, enthalpy, evaporated, gone, i, j, m, c, tally):
    """Take what evaporated off an outer cell, with its heat."""
    lost = min(evaporated[i, j], w[i, j])
    if lost > 0.0:
        carried = lost * liquid_heat(m, min(t[i, j], c[C_BOIL]))
        w[i, j] -= lost
        gone[i, j] += lost
        enthalpy[i, j] -= carried
        tally[W_EVAP] += lost
        tally[E_LIQUID] += carried


@borrowing
def boiled_away(t, w, enthalpy, gone, volume, i, j, m, c, tally, latent, boiling_heat, hottest):
    """Boil away the water that a cell's heat above the plateau can. Returns whether heat was left over and passed
    on."""
    excess = enthalpy[i, j] - volume * dry_heat(m, c[C_BOIL]) - w[i, j] * boiling_heat
    if excess <= 0.0:
        return False
    boiled = min(excess / latent, w[i, j])
    w[i, j] -= boiled
    gone[i, j] += boiled
    enthalpy[i, j] -= boiled * (latent + boiling_heat)
    tally[W_EVAP] += boiled
    tally[E_LATENT] += boiled * latent
    tally[E_LIQUID] += boiled * boiling_heat
    if w[i, j] <= 0.0:
        over = enthalpy[i, j] - volume * dry_heat(m, hottest)
        if over > 0.0:
            nz, nr = t.shape
            enthalpy[i, j] -= over
            t[i, j] = hottest
            if nr - 1 - j < min(i, nz - 1 - i) and j > 0:
                inner_i, inner_j = i, j - 1
            else:
                inner_i, inner_j = (i + 1 if i < nz // 2 else i - 1), j
            if w[inner_i, inner_j] <= 0.0:
                tally[E_IN] -= over
                return False
            enthalpy[inner_i, inner_j] += over
            t[inner_i, inner_j] = max(t[inner_i, inner_j], c[C_BOIL])
            return True
    return False
