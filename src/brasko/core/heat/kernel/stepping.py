"""Super-steps of second order, after meyer_rkl2_2014, over plain padded arrays laid out flat.

A field of (nz, nr) cells is kept with a cell of padding all round, so that a stage is one pass over contiguous
memory: `up`, `down`, `left` and `right` are the same memory seen a row or a cell further on.
"""

from __future__ import annotations

import numpy as np

from brasko.core.heat.kernel.jit import jit

MAX_STAGES = 25


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
def longest_stable(fastest):
    """The longest super-step the most stages allow [s]."""
    return 0.9 * (2.0 / fastest) * (MAX_STAGES * MAX_STAGES + MAX_STAGES - 2.0) / 4.0


@jit
def stages_for(tau, fastest):
    """Smallest odd number of stages that is stable for this super-step."""
    explicit = 2.0 / fastest
    s = 3
    while s < MAX_STAGES and tau > 0.9 * explicit * (s * s + s - 2.0) / 4.0:
        s += 2
    return s


@jit
def coupled(kz, kr, heat, gain, source, south, north, west, east, own, drive):
    """Per-cell coefficients of dT/dt, padded, so that a stage is one pass over plain arrays."""
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
def rates(up, down, right, left, here, north, south, east, west, own, drive, rate):
    """dT/dt of every cell from what its neighbours show."""
    n = here.shape[0]
    for q in range(n):
        rate[q] = north[q] * up[q] + south[q] * down[q]
    for q in range(n):
        rate[q] += east[q] * right[q] + west[q] * left[q]
    for q in range(n):
        rate[q] += drive[q] - own[q] * here[q]


@jit
def super_step(flat, width, tau, stages, mu, nu, mu_t, gamma_t, omega):
    """One super-step. Returns which of the work rows holds the new temperatures.

    flat rows: 0 shown, 1 cap, 2 south, 3 north, 4 west, 5 east, 6 own, 7 drive, 8 old temperatures, 9 and 10 work,
    11 first rate, 12 the mean each cell showed (filled), 13 rate.
    """
    size = flat.shape[1] - 2 * width
    shown = flat[0]
    up, down = shown[2 * width : 2 * width + size], shown[:size]
    right, left = shown[width + 1 : width + 1 + size], shown[width - 1 : width - 1 + size]
    here, cap = shown[width : width + size], flat[1, width : width + size]
    south, north = flat[2, width : width + size], flat[3, width : width + size]
    west, east = flat[4, width : width + size], flat[5, width : width + size]
    own, drive = flat[6, width : width + size], flat[7, width : width + size]
    y0, older, newer = (
        flat[8, width : width + size], flat[9, width : width + size], flat[10, width : width + size],
    )  # fmt: skip
    first, mean, rate = (
        flat[11, width : width + size], flat[12, width : width + size], flat[13, width : width + size],
    )  # fmt: skip
    for q in range(size):
        here[q] = min(y0[q], cap[q])
    rates(up, down, right, left, here, north, south, east, west, own, drive, first)
    ahead = mu_t[1] * tau
    for q in range(size):
        older[q] = y0[q]
        newer[q] = y0[q] + ahead * first[q]
    for q in range(size):
        mean[q] = omega[0] * here[q]
    row = 10
    for stage in range(2, stages + 1):
        a, b, d, e = mu[stage], nu[stage], mu_t[stage] * tau, gamma_t[stage] * tau
        rest, share = 1.0 - a - b, omega[stage - 1]
        for q in range(size):
            here[q] = min(newer[q], cap[q])
        rates(up, down, right, left, here, north, south, east, west, own, drive, rate)
        for q in range(size):
            rate[q] = d * rate[q] + e * first[q] + rest * y0[q]
        for q in range(size):
            older[q] = a * newer[q] + b * older[q] + rate[q]
        for q in range(size):
            mean[q] += share * here[q]
        older, newer = newer, older
        row = 19 - row
    return row
