"""The programme, step by step: super-steps until a condition is met, flips, samples and frames on the way."""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numpy as np

from brasko.core.heat.kernel.cells import core_of, heat_of, highest_of, laid_out, least_of, outer_rows, prepare, read_at
from brasko.core.heat.kernel.columns import (
    C_BOIL,
    C_D_REF,
    C_GREY_K,
    C_GREY_S,
    C_GREY_T,
    C_MOIST,
    C_T_REF,
    C_TAU_BOIL,
    C_TAU_GROWS,
    C_TAU_MAX,
    C_Z,
    CAP,
    DOSE_A,
    DOSE_B,
    E_END,
    E_START,
    ENDED_CORE,
    ENDED_CRUST,
    ENDED_PEAK,
    ENDED_PROBE,
    ENDED_TIME,
    FLAT_ROWS,
    FLIP_CRUST,
    FLIP_EVERY,
    FLIP_FIRST,
    FLOW_COLUMNS,
    LOG_CORE,
    LOG_SURFACE,
    MARK,
    MEAN,
    METAL_AROUND,
    METAL_GIVEN,
    METAL_H,
    METAL_HEAT,
    METAL_IN,
    METAL_LOSS,
    METAL_MAX,
    METAL_OUT,
    METAL_POWER,
    METAL_SHARE,
    METAL_START,
    OFF,
    PEAK_CORE,
    PER,
    PRESSED,
    RESIST,
    S_VOLUME,
    SAMPLE_COLUMNS,
    SIDE_COLUMNS,
    STILL_ROWS,
    T_COLDEST,
    T_CORE,
    T_FACE_A,
    T_FACE_B,
    T_METAL,
    T_PROBE,
    T_S,
    TALLY_SIZE,
    UNTIL_CORE,
    UNTIL_CRUST,
    UNTIL_FALL,
    UNTIL_PROBE,
    UNTIL_S,
    W_END,
    W_START,
    WET_EVERY,
    WET_FROM,
    WET_KG_M2,
)
from brasko.core.heat.kernel.jit import borrowing, jit
from brasko.core.heat.kernel.skin import booked, browned, faces_prepared, followed, given_by_metal, sides_now
from brasko.core.heat.kernel.stepping import MAX_STAGES, coupled, longest_stable, stage_weights, stages_for, super_step
from brasko.core.heat.kernel.water import (
    basted,
    crept,
    settled,
    slowed_by_depth,
    squeezed,
    squeezing_pace,
    water_holding,
    wetted,
)

FIRST_STEP_S = 0.5
BOILING_GROWTH = 0.02
"""Super-steps after any change of the surroundings: short at first, then a share of the time since the change."""
GREYS_WITHIN_K = 30.0
"""Further from C_GREY_T nothing changes: colder meat keeps its red for days, hotter loses it at once (assumed)."""
RED_BELOW_C = 45.0
"""Below this meat looks as warm as it has been, however short that was (assumed)."""


@borrowing
def part_to_event(value, new, target):
    """How much of a super-step may be taken so that a rising value lands on its target; 1 where it does not pass it."""
    if value < target and new > target + 0.02:
        return min(max((target - value) / (new - value), 0.02), 0.95)
    return 1.0


@borrowing
def bow(earlier, before, after, bent, tau, part):
    """How far a parabola through the ends of the last two super-steps, `bent` and `tau` long, bends off the line."""
    curved = ((after - before) / tau - (before - earlier) / bent) / (tau + bent)
    return -curved * tau * tau * part * (1.0 - part)


@borrowing
def killed_per_second(temp_c, c):
    """Decimal reductions of Salmonella each second."""
    return 10.0 ** ((min(temp_c, 100.0) - c[C_T_REF]) / c[C_Z]) / c[C_D_REF]


@borrowing
def step_length(since_change, fastest, ts, nz, nr, step, face_area, c):
    """How long the next super-step may be [s]."""
    tau = min(max(FIRST_STEP_S, c[C_TAU_GROWS] * since_change), c[C_TAU_MAX])
    if max(highest_of(ts[0, :nr]), highest_of(ts[1, :nr]), highest_of(ts[2, :nz])) > 99.0:
        tau = min(tau, max(c[C_TAU_BOIL], BOILING_GROWTH * since_change))
    if step[METAL_SHARE] > 0.0:
        coupling = step[METAL_SHARE] * step[METAL_H] * face_area + step[METAL_LOSS]
        tau = min(tau, max(0.25 * step[METAL_HEAT] / coupling, 0.02))
    return min(tau, longest_stable(fastest))


@borrowing
def ended(step, began, now, core, probe, highest, dose):
    """Why the step is over, or -1 while it goes on."""
    if began + step[UNTIL_S] - now <= 1e-9:
        return ENDED_TIME
    if core >= step[UNTIL_CORE] - 0.004:
        return ENDED_CORE
    if probe >= step[UNTIL_PROBE] - 0.004:
        return ENDED_PROBE
    if min(dose[0], dose[1]) >= step[UNTIL_CRUST]:
        return ENDED_CRUST
    if core < highest - step[UNTIL_FALL]:
        return ENDED_PEAK
    return -1


@borrowing
def noted(row, core, coldest, probe, ts, column, dose, metal_c):
    """Fill a sample, but for its time."""
    row[T_CORE], row[T_FACE_A], row[T_FACE_B], row[T_PROBE] = core, ts[0, column], ts[1, column], probe
    row[DOSE_A], row[DOSE_B], row[T_METAL], row[T_COLDEST] = dose[0], dose[1], metal_c, coldest


@borrowing
def warmed(t, change, per, heat, enthalpy):
    """Take over a super-step's scaled change of temperature, with the heat it stands for."""
    ts, heats, hs = t.reshape(-1), heat.reshape(-1), enthalpy.reshape(-1)
    for q in range(ts.shape[0]):
        rise = change[q] * per[q]
        ts[q] += rise
        hs[q] += heats[q] * rise


@borrowing
def may_boil(t, ts, nr):
    """Whether cells may reach the boiling point within a super-step."""
    for n in range(nr):
        if ts[0, n] > 95.0 or ts[1, n] > 95.0:
            return True
    return highest_of(t.reshape(-1)) > 85.0


@borrowing
def peaked(t, peak):
    """Keep the highest temperature of each cell."""
    ts, peaks = t.reshape(-1), peak.reshape(-1)
    for q in range(ts.shape[0]):
        peaks[q] = ts[q] if ts[q] > peaks[q] else peaks[q]


@borrowing
def greyed(t, tau, grey, c):
    """Add a super-step to the seconds at C_GREY_T that take as much of each cell's red."""
    ts, greys = t.reshape(-1), grey.reshape(-1)
    lowest, highest, per = c[C_GREY_T] - GREYS_WITHIN_K, c[C_GREY_T] + GREYS_WITHIN_K, math.log(10.0) / c[C_GREY_K]
    for q in range(ts.shape[0]):
        if ts[q] > lowest:
            greys[q] += tau * math.exp(per * (min(ts[q], highest) - c[C_GREY_T]))


@borrowing
def coloured(peak, grey, colour, c):
    """The temperature that each cell looks as if it had been at: what was hot for a moment has kept some of its red."""
    peaks, greys, colours = peak.reshape(-1), grey.reshape(-1), colour.reshape(-1)
    for q in range(peaks.shape[0]):
        colours[q] = peaks[q]
        if peaks[q] > RED_BELOW_C:
            lasting = c[C_GREY_T] + c[C_GREY_K] * math.log10(max(greys[q], 1e-9) / c[C_GREY_S])
            colours[q] = min(peaks[q], max(lasting, RED_BELOW_C))


class Body(NamedTuple):
    """The grid of a piece: cells through its thickness and from its middle outwards, areas and radii between them.

    The first bone columns are bone, and those before inner may hold the core.
    """

    dz: Any
    dr: Any
    area_z: Any
    face_r: Any
    bone: int
    inner: int


class Looks(NamedTuple):
    """How often it is looked at, and what thermometers feel: rows, columns and weights of cells, each (2, n), first for
    face b down; of the probe, and of one in the middle that shows the core. Where that one has no cells, the core is
    the coldest point."""

    every_s: float
    frame_s: float
    probe: Any
    middle: Any
    column: int


class Begins(NamedTuple):
    """The state in which it begins; the arrays are changed to that in which it ends. w0 is the raw piece's water."""

    t: Any
    w: Any
    w0: Any
    film: Any
    a_down: bool
    metal_c: float
    gone: Any
    peak: Any
    grey: Any
    dose: Any
    char: Any
    marks: Any


class Kept(NamedTuple):
    """Where what is seen on the way is written. step_ends rows: end s, core °C, why,
    coldest point °C, the highest of the part heated least."""

    samples: Any
    frames_t: Any
    frames_colour: Any
    frame_times: Any
    flips: Any
    step_ends: Any
    tally: Any


@jit
def run(body, m, c, table, steps, looks, begins, kept):
    """Run a programme. Returns counts of samples, frames, flips, whether face a is down, and the metal's last °C.

    m is the material's vector, c that of constants, table the tabulated water vapour, steps a row each.
    """
    dz, dr, area_z, face_r, bone, inner = body
    every_s, frame_s, probe_stem, middle_stem, column = looks
    t, w, w0, film, a_down_start, metal_start, gone, peak, grey, dose, char, marks = begins
    samples, frames_t, frames_colour, frame_times, flips, step_ends, tally = kept
    nz, nr = t.shape
    pad, n = nr + 1, nz * nr
    juice = np.zeros(3)
    outer = outer_rows(dz)
    still, flat = np.zeros((STILL_ROWS, n + 2 * pad)), np.zeros((FLAT_ROWS, n + 2 * pad))
    laid_out(dz, dr, area_z, face_r, w0, m, bone, still)
    volume = still[S_VOLUME, pad : pad + n].reshape((nz, nr))
    cap, mean = flat[CAP, pad : pad + n].reshape((nz, nr)), flat[MEAN, pad : pad + n].reshape((nz, nr))
    resist = flat[RESIST, pad : pad + n].reshape((nz, nr))
    enthalpy = np.empty((nz, nr))
    tally[E_START] = heat_of(t, w, volume, m, bone, enthalpy)
    tally[W_START] = w.sum() + film.sum()
    cellwise = np.zeros((4, nz, nr))
    heat, gain, source, evaporated = cellwise[0], cellwise[1], cellwise[2], cellwise[3]
    keep_t, keep_w, keep_h = np.empty((nz, nr)), np.empty((nz, nr)), np.empty((nz, nr))
    keep_film, keep_gone, keep_tally = np.empty(film.shape), np.empty((nz, nr)), np.empty(TALLY_SIZE)
    flows = np.zeros((3, max(nz, nr), FLOW_COLUMNS))
    skins = np.zeros((3, 3, max(nz, nr)))
    ts, keep_ts, midway = skins[0], skins[1], skins[2]
    ts[0, :nr], ts[1, :nr], ts[2, :nz] = t[0], t[nz - 1], t[:, nr - 1]
    rkl = np.zeros((4, MAX_STAGES + 1))
    mu, nu, mu_t, gamma_t = rkl[0], rkl[1], rkl[2], rkl[3]
    omega = np.zeros(MAX_STAGES)
    weights_for, fastest = 0, 1e-3
    sides, open_side, rods = np.empty((3, SIDE_COLUMNS)), np.empty(SIDE_COLUMNS), np.zeros(3)
    face_area, holding, pace = area_z.sum(), water_holding(m, c), squeezing_pace(c)
    slowed_by_depth(still, c)

    a_down, metal_c, now = a_down_start, metal_start, 0.0
    is_read = middle_stem[0].shape[1] > 0
    coldest, probe = core_of(t, peak, bone, inner, outer), read_at(t, probe_stem, a_down)
    core = read_at(t, middle_stem, a_down) if is_read else coldest
    tally[PEAK_CORE] = max(tally[PEAK_CORE], core)
    n_samples = n_frames = n_flips = 0
    before, after, earlier = np.zeros(SAMPLE_COLUMNS), np.zeros(SAMPLE_COLUMNS), np.zeros(SAMPLE_COLUMNS)
    for n_step in range(steps.shape[0]):
        step = steps[n_step]
        began = changed = now
        bent = 0.0
        next_flip = now + step[FLIP_EVERY]
        flip_on_crust = step[FLIP_CRUST]
        next_wet = now + step[WET_FROM]
        on_metal = step[METAL_SHARE] > 0.0
        if on_metal and step[METAL_START] > -OFF:
            metal_c = step[METAL_START]
        if step[FLIP_FIRST] > 0.0:
            a_down = not a_down
            if n_flips < flips.shape[0]:
                flips[n_flips] = now
                n_flips += 1
        highest = core
        while True:
            down = sides_now(step, a_down, metal_c, sides, open_side)
            noted(before, core, coldest, probe, ts, column, dose, metal_c)
            if n_samples == 0:
                samples[0] = before
                n_samples = 1
            if n_frames * frame_s <= now and n_frames < frame_times.shape[0]:
                frame_times[n_frames] = now
                frames_t[n_frames] = t
                coloured(peak, grey, frames_colour[n_frames], c)
                n_frames += 1
            highest = max(highest, core)
            why = ended(step, began, now, core, probe, highest, dose)
            if why >= 0:
                break
            prepare(t, w, still, m, flat, heat, c, bone)
            tau = step_length(now - changed, fastest, ts, nz, nr, step, face_area, c)
            tau = min(tau, began + step[UNTIL_S] - now)
            if next_flip > now + 1e-9:
                tau = min(tau, next_flip - now)
            if next_wet > now + 1e-9:
                tau = min(tau, next_wet - now)
            boiling = c[C_MOIST] > 0.0 and may_boil(t, ts, nr)
            keep_t[:], keep_w[:], keep_h[:], keep_film[:] = t, w, enthalpy, film
            keep_ts[:], keep_tally[:], keep_gone[:] = ts, tally, gone
            for attempt in range(8):
                if attempt > 0:
                    t[:], w[:], enthalpy[:], film[:] = keep_t, keep_w, keep_h, keep_film
                    ts[:], tally[:], gone[:] = keep_ts, keep_tally, keep_gone
                if c[C_MOIST] > 0.0:
                    squeezed(t, w, enthalpy, still, m, c, holding, pace, tau, step[PRESSED], tally, flat, juice)
                    wetted(juice, film, ts, down, sides, dz, area_z, face_r, c, bone, tau, tally)
                faces_prepared(
                    t,
                    cap,
                    resist,
                    w,
                    w0,
                    film,
                    volume,
                    dz,
                    dr,
                    area_z,
                    face_r,
                    m,
                    c,
                    table,
                    tau,
                    sides,
                    ts,
                    gain,
                    source,
                    flows,
                    bone,
                    gone,
                )
                fastest = coupled(flat, t, heat, gain, source)
                if tau > longest_stable(fastest):
                    tau = longest_stable(fastest)
                    continue
                s = stages_for(tau, fastest)
                if s != weights_for:
                    stage_weights(s, mu, nu, mu_t, gamma_t, omega)
                    weights_for = s
                row = super_step(flat, t, tau, s, mu, nu, mu_t, gamma_t, omega, boiling)
                booked(mean, gain, source, flows, film, tau, evaporated, tally)
                warmed(t, flat[row, pad : pad + n], flat[PER, pad : pad + n], heat, enthalpy)
                if c[C_MOIST] > 0.0:
                    crept(t, w, enthalpy, still, m, c, tau, flat)
                hottest = max(ts[0, :nr].max(), ts[1, :nr].max(), ts[2, :nz].max(), c[C_BOIL])
                settled(t, w, enthalpy, evaporated, gone, w0, still, m, c, tally, bone, hottest, flat)
                new_coldest, new_probe = core_of(t, peak, bone, inner, outer), read_at(t, probe_stem, a_down)
                new_core = read_at(t, middle_stem, a_down) if is_read else new_coldest
                part = min(
                    part_to_event(core, new_core, step[UNTIL_CORE]), part_to_event(probe, new_probe, step[UNTIL_PROBE])
                )
                if part == 1.0 or attempt == 7:
                    break
                tau *= part
            rods[1] = 0.0
            if on_metal:
                given = given_by_metal(mean, ts, flows, area_z, down, metal_c, nz, tau)
                loss = step[METAL_LOSS] * (metal_c - step[METAL_AROUND])
                rods[0], rods[1], rods[2] = metal_c, step[METAL_SHARE], step[METAL_H]
                power = step[METAL_POWER]
                if metal_c >= step[METAL_MAX]:
                    power = min(power, max(loss + given / tau, 0.0))
                metal_c += (tau * (power - loss) - given) / step[METAL_HEAT]
                tally[METAL_IN] += tau * power
                tally[METAL_OUT] += tau * loss
                tally[METAL_GIVEN] += given
            peaked(t, peak)
            greyed(t, tau, grey, c)
            followed(t, cap, flows, hottest, ts, midway)
            browned(
                keep_t,
                cap,
                keep_w,
                w0,
                volume,
                area_z,
                dz,
                m,
                c,
                table,
                tau,
                midway,
                open_side,
                rods,
                down,
                int(step[MARK]),
                dose,
                char,
                marks,
                bone,
                keep_gone,
            )
            tally[LOG_CORE] += tau * killed_per_second(0.5 * (coldest + new_coldest), c)
            tally[LOG_SURFACE] += tau * killed_per_second(min(ts[0, nr // 2], ts[1, nr // 2]), c)
            core, probe, coldest = new_core, new_probe, new_coldest
            tally[PEAK_CORE] = max(tally[PEAK_CORE], core)
            noted(after, core, coldest, probe, ts, column, dose, metal_c)
            while n_samples < samples.shape[0] and n_samples * every_s <= now + tau:
                part = (n_samples * every_s - now) / tau
                for col in range(1, SAMPLE_COLUMNS):
                    samples[n_samples, col] = before[col] + part * (after[col] - before[col])
                if bent > 0.0:
                    for col in (T_CORE, T_PROBE, T_COLDEST):
                        samples[n_samples, col] += bow(earlier[col], before[col], after[col], bent, tau, part)
                samples[n_samples, T_S] = n_samples * every_s
                n_samples += 1
            earlier[:] = before
            now, bent = now + tau, tau
            flip = next_flip <= now + 1e-9
            if flip:
                next_flip += step[FLIP_EVERY]
            if dose[0 if a_down else 1] >= flip_on_crust:
                flip = True
                flip_on_crust = OFF * OFF
            if flip and now < began + step[UNTIL_S] - 1e-9:
                a_down = not a_down
                changed, bent = now, 0.0
                if n_flips < flips.shape[0]:
                    flips[n_flips] = now
                    n_flips += 1
            if next_wet <= now + 1e-9:
                next_wet += step[WET_EVERY]
                if c[C_MOIST] > 0.0:
                    basted(step[WET_KG_M2], film, ts, down, dz, area_z, face_r, c, bone, tally)
                changed, bent = now, 0.0
        step_ends[n_step, 0], step_ends[n_step, 1], step_ends[n_step, 2] = now, core, why
        step_ends[n_step, 3], step_ends[n_step, 4] = coldest, least_of(t, peak, bone, inner)
    if n_samples < samples.shape[0] and now > samples[n_samples - 1, T_S] + 1e-6:
        samples[n_samples] = after
        samples[n_samples, T_S] = now
        n_samples += 1
    tally[E_END] = heat_of(t, w, volume, m, bone, enthalpy)
    tally[W_END] = w.sum() + film.sum()
    return n_samples, n_frames, n_flips, a_down, metal_c
