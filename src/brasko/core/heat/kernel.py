"""The time loop, compiled. Everything jitted lives in this one file, so that the compile cache cannot go stale.

Heat is stepped by stabilised Runge-Kutta-Legendre super-steps of second order (meyer_rkl2_2014): explicit, and
every joule that leaves one cell enters the next, so balances close to rounding. Water boils away on an enthalpy
plateau at the boiling point; a cell that still holds water never shows its neighbours more than that. A drying
outer cell is resolved below the grid: its dry share lies as a crust between the surface and the wet part.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numba import njit

# columns of a side
AIR, H, RAD_SOURCE, RAD_COEFF, CONTACT_C, CONTACT_H, VAPOUR, MASS_H, SIDE_COLUMNS = range(9)
# columns of a step, after three sides
UNTIL_CORE, UNTIL_S, UNTIL_CRUST, UNTIL_FALL, FLIP_EVERY, FLIP_CRUST = (3 * SIDE_COLUMNS + i for i in range(6))
STEP_COLUMNS = 3 * SIDE_COLUMNS + 6
# material vector
HD0, HD1, HD2, HW0, HW1, HW2, KW0, KW1, KW2, KD0, KD1, KD2, RHO_W, RHO_S, MATERIAL_SIZE = range(15)
# constants vector
(C_LAT0, C_LAT1, C_BOIL, C_DVAP, C_DLIQ, C_SORPX, C_SORPB, C_DRIP, C_BROWN_T, C_BROWN_K, C_D_REF, C_T_REF, C_Z,
 C_MOIST, C_TAB0, C_TABSTEP, C_TAU_MAX, C_CHAR, CONSTANTS_SIZE) = range(19)  # fmt: skip
# tallies
(E_START, E_END, E_IN, E_ABS, E_LATENT, E_LIQUID, W_START, W_END, W_EVAP, W_DRIP, LOG_CORE, LOG_SURFACE, PEAK_CORE,
 TALLY_SIZE) = range(14)  # fmt: skip
# why a step ended
ENDED_TIME, ENDED_CORE, ENDED_CRUST, ENDED_PEAK = 0, 1, 2, 3

MAX_STAGES = 13
OFF = 1e9

jit: Any = njit(cache=True, nogil=True, error_model="numpy")


@jit
def stage_weights(stages, mu, nu, mu_t, gamma_t, omega):
    """Fill the RKL2 coefficients for a number of stages, and each stage's weight in the final sum."""
    b = np.empty(stages + 1)
    b[0] = b[1] = 1.0 / 3.0
    for j in range(2, stages + 1):
        b[j] = (j * j + j - 2.0) / (2.0 * j * (j + 1.0))
    w1 = 4.0 / (stages * stages + stages - 2.0)
    mu_t[1] = b[1] * w1
    y = np.zeros((3, stages))
    y[1, 0] = mu_t[1]
    for j in range(2, stages + 1):
        mu[j] = (2.0 * j - 1.0) / j * b[j] / b[j - 1]
        nu[j] = -(j - 1.0) / j * b[j] / b[j - 2]
        mu_t[j] = mu[j] * w1
        gamma_t[j] = -(1.0 - b[j - 1]) * mu_t[j]
        for s in range(stages):
            y[2, s] = mu[j] * y[1, s] + nu[j] * y[0, s]
        y[2, j - 1] += mu_t[j]
        y[2, 0] += gamma_t[j]
        for s in range(stages):
            y[0, s] = y[1, s]
            y[1, s] = y[2, s]
    for s in range(stages):
        omega[s] = y[1, s]


@jit
def liquid_heat(m, t):
    return t * (m[HW0] + t * (m[HW1] / 2.0 + t * m[HW2] / 3.0))


@jit
def dry_heat(m, t):
    return t * (m[HD0] + t * (m[HD1] / 2.0 + t * m[HD2] / 3.0))


@jit
def temperature_of(m, enthalpy, volume, water, guess):
    """Temperature at which a cell of this volume and water holds this enthalpy."""
    t = guess
    for _ in range(8):
        f = volume * dry_heat(m, t) + water * liquid_heat(m, t) - enthalpy
        slope = volume * (m[HD0] + t * (m[HD1] + t * m[HD2])) + water * (m[HW0] + t * (m[HW1] + t * m[HW2]))
        step = f / slope
        t -= step
        if abs(step) < 0.02:
            break
    return t


@jit
def surface(t_cell, resistance, vapour_resistance, activity, cap, side, c, table, guess):
    """Surface balance of one face.

    Returns heat entering the cell [W m-2], vapour leaving [kg m-2 s-1], surface °C, latent heat [J/kg], and how the
    first two change with the cell's temperature.
    """
    ts = guess
    q = m = latent = hm = dq = dm = 0.0
    if side[MASS_H] > 0.0 and activity > 0.0:
        hm = 1.0 / (1.0 / side[MASS_H] + vapour_resistance)
    low, high = -60.0, 1600.0
    for _ in range(40):
        tk = ts + 273.15
        t3 = tk * tk * tk
        q = side[H] * (side[AIR] - ts) + side[RAD_SOURCE] - side[RAD_COEFF] * t3 * tk
        q += side[CONTACT_H] * (side[CONTACT_C] - ts)
        dq = -side[H] - side[CONTACT_H] - 4.0 * side[RAD_COEFF] * t3
        m = dm = 0.0
        if hm > 0.0:
            at = min(max(ts, c[C_TAB0]), c[C_BOIL])
            latent = c[C_LAT0] + c[C_LAT1] * at
            position = (at - c[C_TAB0]) / c[C_TABSTEP]
            i = min(int(position), table.shape[0] - 2)
            slope = table[i + 1] - table[i]
            m = hm * (activity * (table[i] + slope * (position - i)) - side[VAPOUR])
            if m <= 0.0:
                m = 0.0
            elif m > cap:
                m = cap
            elif ts < c[C_BOIL]:
                dm = hm * activity * slope / c[C_TABSTEP]
        f = q - latent * m - (ts - t_cell) / resistance
        if f > 0.0:
            low = ts
        else:
            high = ts
        step = f / (dq - latent * dm - 1.0 / resistance)
        if abs(step) < 1e-3:
            ts -= step
            break
        new = ts - step
        ts = new if low < new < high else 0.5 * (low + high)
    follow = 1.0 / (1.0 + resistance * (latent * dm - dq))
    return q - latent * m, m, ts, latent, (dq - latent * dm) * follow, dm * follow


@jit
def prepare(t, w, w0, dz, dr, area_z, face_r, m, kz, kr, heat, cap, kcell, c):
    """Conductances [W/K], heat capacities [J/K], plateau caps, and the fastest rate of any cell [1/s].

    Arrays are padded by one cell all round: cell (i, j) is at [i + 1, j + 1]; kz[i + 1, j + 1] joins it to the next
    one in z, kr[i + 1, j + 1] to the next one outwards, and the padding conducts nothing.
    """
    nz, nr = t.shape
    for i in range(nz):
        for j in range(nr):
            x = t[i, j]
            xk = min(max(x, -40.0), 150.0)
            dry = 0.0
            if w0[i, j] > 0.0:
                dry = min(max(1.0 - w[i, j] / w0[i, j], 0.0), 1.0)
            wet_k = m[KW0] + xk * (m[KW1] + xk * m[KW2])
            kcell[i, j] = wet_k + dry * dry * (m[KD0] + xk * (m[KD1] + xk * m[KD2]) - wet_k)
            volume = dz[i] * area_z[j]
            heat[i, j] = volume * (m[HD0] + x * (m[HD1] + x * m[HD2])) + w[i, j] * (m[HW0] + x * (m[HW1] + x * m[HW2]))
            cap[i + 1, j + 1] = c[C_BOIL] if w[i, j] > 1e-9 * w0[i, j] else OFF
    for i in range(nz - 1):
        for j in range(nr):
            k1, k2 = kcell[i, j], kcell[i + 1, j]
            kz[i + 1, j + 1] = 2.0 * area_z[j] * k1 * k2 / (dz[i] * k2 + dz[i + 1] * k1)
    for i in range(nz):
        for j in range(nr - 1):
            k1, k2 = kcell[i, j], kcell[i, j + 1]
            kr[i + 1, j + 1] = 2.0 * face_r[j + 1] * dz[i] * k1 * k2 / (dr[j] * k2 + dr[j + 1] * k1)
    fastest = 0.0
    for i in range(nz):
        for j in range(nr):
            total = kz[i + 1, j + 1] + kz[i, j + 1] + kr[i + 1, j + 1] + kr[i + 1, j]
            if i == 0 or i == nz - 1:
                total += 2.0 * kcell[i, j] * area_z[j] / dz[i]
            if j == nr - 1:
                total += 2.0 * kcell[i, j] * face_r[nr] * dz[i] / dr[j]
            fastest = max(fastest, 2.0 * total / heat[i, j])
    return fastest


@jit
def crust_resistances(dry, d, k_wet, k_dry, d_vapour):
    """Heat and vapour resistance from the surface of an outer cell to where its heat is taken up."""
    crust = dry * d
    if dry >= 1.0:
        return 0.5 * d / k_dry, 0.5 * d / d_vapour
    if dry > 0.5:
        return crust / k_dry, crust / d_vapour
    return crust / k_dry + (0.5 - dry) * d / k_wet, crust / d_vapour


@jit
def faces_prepared(t, cap, w, w0, dz, dr, area_z, face_r, m, c, table, tau, sides, ts, gain, source, flows):
    """Linearise the three outer faces about the present temperatures.

    A boundary cell gains source - gain * T [W]. flows (face, index) keeps vapour [kg/s], its slope with the cell's
    temperature, latent heat, and the temperature it was taken at.
    """
    nz, nr = t.shape
    gain[:] = 0.0
    source[:] = 0.0
    for face in range(3):
        count = nz if face == 2 else nr
        side = sides[face]
        idle = side[H] == 0.0 and side[RAD_COEFF] == 0.0 and side[CONTACT_H] == 0.0
        for n in range(count):
            i = n if face == 2 else (0 if face == 0 else nz - 1)
            j = nr - 1 if face == 2 else n
            d = dr[j] if face == 2 else dz[i]
            area = face_r[nr] * dz[i] if face == 2 else area_z[j]
            here = min(t[i, j], cap[i + 1, j + 1])
            if idle:
                ts[face, n] = here
                flows[face, n, 0] = flows[face, n, 1] = flows[face, n, 2] = flows[face, n, 3] = 0.0
                continue
            x = min(max(here, -40.0), 150.0)
            k_wet = m[KW0] + x * (m[KW1] + x * m[KW2])
            k_dry = m[KD0] + x * (m[KD1] + x * m[KD2])
            dry = 0.0
            if w0[i, j] > 0.0:
                dry = min(max(1.0 - w[i, j] / w0[i, j], 0.0), 1.0)
                if w[i, j] <= 1e-9 * w0[i, j]:
                    dry = 1.0
            resistance, vapour_resistance = crust_resistances(dry, d, k_wet, k_dry, c[C_DVAP])
            activity = 0.0
            if c[C_MOIST] > 0.0 and dry < 1.0 and side[MASS_H] > 0.0:
                moisture = w[i, j] / (m[RHO_S] * dz[i] * area_z[j])
                activity = 1.0 / (1.0 + (c[C_SORPX] / moisture) ** (1.0 / c[C_SORPB]))
            q, mass, ts[face, n], latent, dq, dm = surface(
                here, resistance, vapour_resistance, activity, 0.5 * w[i, j] / (area * tau), side, c, table, ts[face, n]
            )
            gain[i, j] -= area * dq
            source[i, j] += area * (q - dq * here)
            flows[face, n, 0], flows[face, n, 1] = area * mass, area * dm
            flows[face, n, 2], flows[face, n, 3] = latent, here


@jit
def coupled(kz, kr, heat, gain, source, south, north, west, east, own, drive):
    """Per-cell coefficients of dT/dt, so that a stage is one pass over plain arrays."""
    nz, nr = heat.shape
    for i in range(nz):
        for j in range(nr):
            p, q = i + 1, j + 1
            per = 1.0 / heat[i, j]
            north[p, q], south[p, q] = kz[p, q] * per, kz[p - 1, q] * per
            east[p, q], west[p, q] = kr[p, q] * per, kr[p, q - 1] * per
            own[p, q] = (kz[p, q] + kz[p - 1, q] + kr[p, q] + kr[p, q - 1] + gain[i, j]) * per
            drive[p, q] = source[i, j] * per


@jit
def first_stage(shown, cap, south, north, west, east, own, drive, y0, y1, y2, l0, mean, share, ahead):
    nz, nr = y0.shape[0] - 2, y0.shape[1] - 2
    for p in range(1, nz + 1):
        for q in range(1, nr + 1):
            shown[p, q] = min(y0[p, q], cap[p, q])
    for p in range(1, nz + 1):
        for q in range(1, nr + 1):
            rate = north[p, q] * shown[p + 1, q] + south[p, q] * shown[p - 1, q] + east[p, q] * shown[p, q + 1]
            rate += west[p, q] * shown[p, q - 1] - own[p, q] * shown[p, q] + drive[p, q]
            l0[p, q] = rate
            y1[p, q] = y0[p, q]
            y2[p, q] = y0[p, q] + ahead * rate
            mean[p, q] = share * shown[p, q]


@jit
def later_stage(shown, cap, south, north, west, east, own, drive, y0, y1, y2, l0, mean, share, a, b, d, e):
    """One RKL2 stage; mean gathers what each cell showed its neighbours, weighted by share."""
    nz, nr = y0.shape[0] - 2, y0.shape[1] - 2
    for p in range(1, nz + 1):
        for q in range(1, nr + 1):
            shown[p, q] = min(y2[p, q], cap[p, q])
    rest = 1.0 - a - b
    for p in range(1, nz + 1):
        for q in range(1, nr + 1):
            rate = north[p, q] * shown[p + 1, q] + south[p, q] * shown[p - 1, q] + east[p, q] * shown[p, q + 1]
            rate += west[p, q] * shown[p, q - 1] - own[p, q] * shown[p, q] + drive[p, q]
            mean[p, q] += share * shown[p, q]
            new = a * y2[p, q] + b * y1[p, q] + rest * y0[p, q] + d * rate + e * l0[p, q]
            y1[p, q] = y2[p, q]
            y2[p, q] = new


@jit
def booked(mean, gain, source, flows, tau, evaporated, tally):
    """Book the heat and vapour that crossed the outer faces in a super-step."""
    nz, nr = gain.shape
    evaporated[:] = 0.0
    vapour_heat = 0.0
    for face in range(3):
        for n in range(nz if face == 2 else nr):
            i = n if face == 2 else (0 if face == 0 else nz - 1)
            j = nr - 1 if face == 2 else n
            f = flows[face, n]
            mass = tau * max(f[0] + f[1] * (mean[i + 1, j + 1] - f[3]), 0.0)
            evaporated[i, j] += mass
            vapour_heat += mass * f[2]
    net = 0.0
    for i in range(nz):
        for j in range(nr):
            crossed = tau * (source[i, j] - gain[i, j] * mean[i + 1, j + 1])
            net += crossed
            tally[E_ABS] += abs(crossed)
    tally[E_LATENT] += vapour_heat
    tally[E_IN] += net + vapour_heat


@jit
def moved_water(t, w, enthalpy, dz, dr, area_z, face_r, m, c, holding, tau, tally):
    """Liquid water creeping towards dry cells, and juice lost above the water-holding capacity."""
    nz, nr = t.shape
    for i in range(nz):
        for j in range(nr):
            here = w[i, j] / (dz[i] * area_z[j])
            for way in range(2):
                i2 = i + 1 if way == 0 else i
                j2 = j if way == 0 else j + 1
                if i2 >= nz or j2 >= nr:
                    continue
                there = w[i2, j2] / (dz[i2] * area_z[j2])
                if abs(here - there) < 0.1:
                    continue
                if way == 0:
                    conductance = c[C_DLIQ] * area_z[j] / (0.5 * (dz[i] + dz[i2]))
                else:
                    conductance = c[C_DLIQ] * face_r[j + 1] * dz[i] / (0.5 * (dr[j] + dr[j2]))
                moved = tau * conductance * (here - there)
                moved = min(max(moved, -0.2 * w[i2, j2]), 0.2 * w[i, j])
                carried = moved * liquid_heat(m, min(t[i, j], c[C_BOIL]) if moved > 0.0 else min(t[i2, j2], c[C_BOIL]))
                w[i, j] -= moved
                w[i2, j2] += moved
                enthalpy[i, j] -= carried
                enthalpy[i2, j2] += carried
    part = 1.0 - math.exp(-tau / c[C_DRIP])
    for i in range(nz):
        for j in range(nr):
            if t[i, j] < 38.0:
                continue
            position = min(t[i, j] - 38.0, 150.0)
            n = int(position)
            ratio = holding[n] + (position - n) * (holding[n + 1] - holding[n])
            excess = w[i, j] - m[RHO_S] * dz[i] * area_z[j] * ratio
            if excess > 0.0:
                lost = excess * part
                carried = lost * liquid_heat(m, min(t[i, j], c[C_BOIL]))
                w[i, j] -= lost
                enthalpy[i, j] -= carried
                tally[W_DRIP] += lost
                tally[E_LIQUID] += carried


@jit
def water_holding(m):
    """Water a kilogram of solids can hold [kg/kg] at 38, 39, … °C, scaled so that raw meat just holds its own.

    c_eq = 0.745 - 0.345 / (1 + 30 exp(-0.25 (T - 52))), vandersman_2007 and feyissa_2013 (from memory).
    """
    raw = m[RHO_W] / max(m[RHO_W] + m[RHO_S], 1e-9)
    holding = np.empty(153)
    for n in range(153):
        held = raw * (1.0 - 0.345 / 0.745 / (1.0 + 30.0 * math.exp(-0.25 * (38.0 + n - 52.0))))
        holding[n] = held / (1.0 - held)
    return holding


@jit
def settled(t, w, enthalpy, evaporated, dz, area_z, m, c, tally):
    """Take off what evaporated, boil away what is above the plateau, and read temperatures back from enthalpy."""
    nz, nr = t.shape
    latent = c[C_LAT0] + c[C_LAT1] * c[C_BOIL]
    boiling_heat = liquid_heat(m, c[C_BOIL])
    for i in range(nz):
        for j in range(nr):
            volume = dz[i] * area_z[j]
            gone = evaporated[i, j]
            if gone > 0.0:
                gone = min(gone, w[i, j])
                carried = gone * liquid_heat(m, min(t[i, j], c[C_BOIL]))
                w[i, j] -= gone
                enthalpy[i, j] -= carried
                tally[W_EVAP] += gone
                tally[E_LIQUID] += carried
            if t[i, j] > c[C_BOIL] - 5.0 and w[i, j] > 0.0 and c[C_MOIST] > 0.0:
                excess = enthalpy[i, j] - volume * dry_heat(m, c[C_BOIL]) - w[i, j] * boiling_heat
                if excess > 0.0:
                    boiled = min(excess / latent, w[i, j])
                    w[i, j] -= boiled
                    enthalpy[i, j] -= boiled * (latent + boiling_heat)
                    tally[W_EVAP] += boiled
                    tally[E_LATENT] += boiled * latent
                    tally[E_LIQUID] += boiled * boiling_heat
            t[i, j] = temperature_of(m, enthalpy[i, j], volume, w[i, j], t[i, j])


@jit
def stages_for(tau, fastest):
    """Smallest odd number of stages that is stable for this super-step."""
    explicit = 2.0 / fastest
    s = 3
    while s < MAX_STAGES and tau > 0.9 * explicit * (s * s + s - 2.0) / 4.0:
        s += 2
    return s


@jit
def coldest(t):
    low = t[0, 0]
    for i in range(t.shape[0]):
        for j in range(t.shape[1]):
            low = min(low, t[i, j])
    return low


@jit
def probe_at(t, i, fraction, j):
    return t[i, j] + fraction * (t[i + 1, j] - t[i, j])


@jit
def run(
    dz, dr, area_z, face_r, m, c, table, steps, every_s, frame_s, probe_i, probe_fraction, probe_j,
    t, w, w0, a_down_start, peak, dose, samples, frames_t, frames_peak, frame_times, flips, step_ends, tally,
):  # fmt: skip
    """Run a programme. Returns counts of samples, frames, flips and whether face a is down at the end.

    samples rows: time, core, face a, face b, probe, browning a, browning b. step_ends rows: end s, core °C, why.
    """
    nz, nr = t.shape
    enthalpy = np.empty((nz, nr))
    tally[W_START] = 0.0
    tally[E_START] = 0.0
    for i in range(nz):
        for j in range(nr):
            enthalpy[i, j] = dz[i] * area_z[j] * dry_heat(m, t[i, j]) + w[i, j] * liquid_heat(m, t[i, j])
            tally[E_START] += enthalpy[i, j]
            tally[W_START] += w[i, j]
    kz, kr, cap, shown = (
        np.zeros((nz + 2, nr + 2)), np.zeros((nz + 2, nr + 2)), np.zeros((nz + 2, nr + 2)), np.zeros((nz + 2, nr + 2)),
    )  # fmt: skip
    heat, kcell, gain, source, evaporated = (
        np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr)), np.zeros((nz, nr)),
    )  # fmt: skip
    padded = np.zeros((11, nz + 2, nr + 2))
    south, north, west, east, own, drive = padded[0], padded[1], padded[2], padded[3], padded[4], padded[5]
    y0, y1, y2, l0, mean = padded[6], padded[7], padded[8], padded[9], padded[10]
    keep_t, keep_w, keep_h = np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr))
    keep_tally = np.empty(TALLY_SIZE)
    keep_dose = np.empty(2)
    widest = max(nz, nr)
    flows = np.zeros((3, widest, 4))
    ts = np.zeros((3, widest))
    keep_ts = np.zeros((3, widest))
    for n in range(nr):
        ts[0, n] = t[0, n]
        ts[1, n] = t[nz - 1, n]
    for n in range(nz):
        ts[2, n] = t[n, nr - 1]
    rkl = np.zeros((4, MAX_STAGES + 1))
    mu, nu, mu_t, gamma_t = rkl[0], rkl[1], rkl[2], rkl[3]
    omega = np.zeros(MAX_STAGES)
    weights_for = 0
    sides = np.empty((3, SIDE_COLUMNS))
    total_area = area_z.sum()
    holding = water_holding(m)

    a_down = a_down_start
    now = 0.0
    core = coldest(t)
    tally[PEAK_CORE] = max(tally[PEAK_CORE], core)
    n_samples = n_frames = n_flips = 0
    before = np.empty(6)
    after = np.empty(6)
    for n_step in range(steps.shape[0]):
        step = steps[n_step]
        began = now
        changed = now
        next_flip = now + step[FLIP_EVERY]
        flip_on_crust = step[FLIP_CRUST]
        why = ENDED_TIME
        highest = core
        while True:
            for face in range(3):
                faced = 2 if face == 2 else (0 if (face == 0) == a_down else 1)
                for col in range(SIDE_COLUMNS):
                    sides[face, col] = step[faced * SIDE_COLUMNS + col]
            before[0], before[1], before[2] = core, ts[0, 0], ts[1, 0]
            before[3], before[4], before[5] = probe_at(t, probe_i, probe_fraction, probe_j), dose[0], dose[1]
            if n_samples == 0:
                samples[0, 0] = 0.0
                for col in range(6):
                    samples[0, col + 1] = before[col]
                n_samples = 1
            if n_frames * frame_s <= now and n_frames < frame_times.shape[0]:
                frame_times[n_frames] = now
                frames_t[n_frames] = t
                frames_peak[n_frames] = peak
                n_frames += 1
            left = began + step[UNTIL_S] - now
            if left <= 1e-9:
                break
            if core >= step[UNTIL_CORE] - 0.004:
                why = ENDED_CORE
                break
            if min(dose[0], dose[1]) >= step[UNTIL_CRUST]:
                why = ENDED_CRUST
                break
            highest = max(highest, core)
            if core < highest - step[UNTIL_FALL]:
                why = ENDED_PEAK
                break
            fastest = prepare(t, w, w0, dz, dr, area_z, face_r, m, kz, kr, heat, cap, kcell, c)
            boiling = False
            for n in range(nr):
                if ts[0, n] > 99.0 or ts[1, n] > 99.0:
                    boiling = True
            tau = min(max(0.5, 0.1 * (now - changed)), c[C_TAU_MAX])
            if boiling:
                tau = min(tau, 2.0)
            tau = min(tau, 0.9 * (2.0 / fastest) * (MAX_STAGES * MAX_STAGES + MAX_STAGES - 2.0) / 4.0)
            tau = min(tau, left)
            if next_flip > now + 1e-9:
                tau = min(tau, next_flip - now)
            keep_t[:] = t
            keep_w[:] = w
            keep_h[:] = enthalpy
            keep_ts[:] = ts
            keep_tally[:] = tally
            keep_dose[:] = dose
            for attempt in range(6):
                s = stages_for(tau, fastest)
                if s != weights_for:
                    stage_weights(s, mu, nu, mu_t, gamma_t, omega)
                    weights_for = s
                faces_prepared(t, cap, w, w0, dz, dr, area_z, face_r, m, c, table, tau, sides, ts, gain, source, flows)
                coupled(kz, kr, heat, gain, source, south, north, west, east, own, drive)
                y0[1 : nz + 1, 1 : nr + 1] = t
                first_stage(shown, cap, south, north, west, east, own, drive, y0, y1, y2, l0, mean, omega[0],
                            mu_t[1] * tau)  # fmt: skip
                for stage in range(2, s + 1):
                    later_stage(shown, cap, south, north, west, east, own, drive, y0, y1, y2, l0, mean,
                                omega[stage - 1], mu[stage], nu[stage], mu_t[stage] * tau, gamma_t[stage] * tau)  # fmt: skip
                booked(mean, gain, source, flows, tau, evaporated, tally)
                for i in range(nz):
                    for j in range(nr):
                        enthalpy[i, j] += heat[i, j] * (y2[i + 1, j + 1] - t[i, j])
                        t[i, j] = y2[i + 1, j + 1]
                if c[C_MOIST] > 0.0:
                    moved_water(t, w, enthalpy, dz, dr, area_z, face_r, m, c, holding, tau, tally)
                settled(t, w, enthalpy, evaporated, dz, area_z, m, c, tally)
                new_core = coldest(t)
                if attempt < 5 and core < step[UNTIL_CORE] and new_core > step[UNTIL_CORE] + 0.02:
                    tau *= min(max((step[UNTIL_CORE] - core) / (new_core - core), 0.02), 0.95)
                    t[:] = keep_t
                    w[:] = keep_w
                    enthalpy[:] = keep_h
                    ts[:] = keep_ts
                    tally[:] = keep_tally
                    continue
                break
            for i in range(nz):
                for j in range(nr):
                    peak[i, j] = max(peak[i, j], t[i, j])
            for face in range(2):
                rate = 0.0
                for n in range(nr):
                    if ts[face, n] > 100.0:
                        rate += area_z[n] * 2.0 ** ((min(ts[face, n], c[C_CHAR]) - c[C_BROWN_T]) / c[C_BROWN_K])
                dose[face] = keep_dose[face] + tau * rate / total_area
            cold = 0.5 * (core + new_core)
            tally[LOG_CORE] += tau * 10.0 ** ((min(cold, 100.0) - c[C_T_REF]) / c[C_Z]) / c[C_D_REF]
            skin = min(ts[0, nr // 2], ts[1, nr // 2])
            tally[LOG_SURFACE] += tau * 10.0 ** ((min(skin, 100.0) - c[C_T_REF]) / c[C_Z]) / c[C_D_REF]
            core = new_core
            tally[PEAK_CORE] = max(tally[PEAK_CORE], core)
            after[0], after[1], after[2] = core, ts[0, 0], ts[1, 0]
            after[3], after[4], after[5] = probe_at(t, probe_i, probe_fraction, probe_j), dose[0], dose[1]
            while n_samples < samples.shape[0] and n_samples * every_s <= now + tau:
                part = (n_samples * every_s - now) / tau
                samples[n_samples, 0] = n_samples * every_s
                for col in range(6):
                    samples[n_samples, col + 1] = before[col] + part * (after[col] - before[col])
                n_samples += 1
            now += tau
            flip = False
            if next_flip <= now + 1e-9:
                flip = True
                next_flip += step[FLIP_EVERY]
            if dose[0 if a_down else 1] >= flip_on_crust:
                flip = True
                flip_on_crust = OFF * OFF
            if flip and now < began + step[UNTIL_S] - 1e-9:
                a_down = not a_down
                changed = now
                if n_flips < flips.shape[0]:
                    flips[n_flips] = now
                    n_flips += 1
        step_ends[n_step, 0], step_ends[n_step, 1], step_ends[n_step, 2] = now, core, why
    tally[E_END] = 0.0
    tally[W_END] = 0.0
    for i in range(nz):
        for j in range(nr):
            tally[E_END] += dz[i] * area_z[j] * dry_heat(m, t[i, j]) + w[i, j] * liquid_heat(m, t[i, j])
            tally[W_END] += w[i, j]
    return n_samples, n_frames, n_flips, a_down
