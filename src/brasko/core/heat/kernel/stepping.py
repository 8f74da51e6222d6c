"""Super-steps of second order, after meyer_rkl2_2014, over plain rows of cells.

A field of (nz, nr) cells is one row of numbers, padded by nr + 1 at both ends, so that `up`, `down`, `left` and
`right` are the same memory seen nr cells or one cell further on. Where a line of cells ends its joint to the next is 0.
"""

from __future__ import annotations

import math

import numpy as np

from brasko.core.heat.kernel.columns import (
    CAP,
    FIRST,
    JOINT_R,
    JOINT_Z,
    KR,
    KZ,
    MEAN,
    ONE,
    OTHER,
    OWN,
    PER,
    ROOM,
    SHOWN,
    SOURCE,
)
from brasko.core.heat.kernel.jit import borrowing, jit

MAX_STAGES = 41
"""A super-step has no more stages."""


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


@borrowing
def longest_stable(fastest):
    """The longest super-step the most stages allow [s]."""
    return 0.9 * (2.0 / fastest) * (MAX_STAGES * MAX_STAGES + MAX_STAGES - 2.0) / 4.0


@borrowing
def stages_for(tau, fastest):
    """Smallest odd number of stages that is stable for this super-step."""
    explicit = 2.0 / fastest
    s = 3
    while s < MAX_STAGES and tau > 0.9 * explicit * (s * s + s - 2.0) / 4.0:
        s += 2
    return s


@borrowing
def coupled(flat, t, heat, gain, source):
    """The rows a super-step works on, from conductances and surface gains; returns the fastest rate of any cell [1/s].

    Each cell's temperature is scaled by the root of its heat capacity, which makes its joints the same from both
    sides. The rate is Gershgorin's bound on the largest eigenvalue.
    """
    nz, nr = t.shape
    n, pad = nz * nr, nr + 1
    ts, heats, gains, sources = t.reshape(-1), heat.reshape(-1), gain.reshape(-1), source.reshape(-1)
    at, up, right = slice(pad, pad + n), slice(pad + nr, pad + nr + n), slice(pad + 1, pad + 1 + n)
    down, left = slice(pad - nr, pad - nr + n), slice(pad - 1, pad - 1 + n)
    per, shown, own = flat[PER, at], flat[SHOWN, at], flat[OWN, at]
    inverse_roots(heats, per)
    joined(flat[KZ, at], per, flat[PER, up], flat[JOINT_Z, at])
    joined(flat[KR, at], per, flat[PER, right], flat[JOINT_R, at])
    own_rates(flat[KZ, at], flat[KZ, down], flat[KR, at], flat[KR, left], per, own)
    fastest = 0.0
    for q in range(n):
        at_face = gains[q] * per[q] * per[q]
        fastest = max(fastest, 2.0 * own[q] + abs(at_face))
        own[q] += at_face
    shown_first(ts, flat[CAP, at], per, shown, flat[ROOM, at])
    scaled(sources, per, flat[SOURCE, at])
    first_rate(
        shown,
        flat[SHOWN, up],
        flat[SHOWN, down],
        flat[SHOWN, right],
        flat[SHOWN, left],
        flat[JOINT_Z, at],
        flat[JOINT_Z, down],
        flat[JOINT_R, at],
        flat[JOINT_R, left],
        own,
        flat[SOURCE, at],
        flat[FIRST, at],
    )
    return fastest


@borrowing
def inverse_roots(heats, per):
    for q in range(heats.shape[0]):
        per[q] = 1.0 / math.sqrt(heats[q])


@borrowing
def joined(conductance, per, per_on, joint):
    for q in range(joint.shape[0]):
        joint[q] = conductance[q] * per[q] * per_on[q]


@borrowing
def own_rates(kz, kz_before, kr, kr_before, per, own):
    for q in range(own.shape[0]):
        own[q] = (kz[q] + kz_before[q] + kr[q] + kr_before[q]) * per[q] * per[q]


@borrowing
def shown_first(ts, cap, per, shown, room):
    for q in range(ts.shape[0]):
        at_most = min(ts[q], cap[q])
        shown[q] = at_most / per[q]
        room[q] = (cap[q] - at_most) / per[q]


@borrowing
def scaled(values, by, out):
    for q in range(out.shape[0]):
        out[q] = values[q] * by[q]


@borrowing
def first_rate(here, up, down, right, left, jz, jz_before, jr, jr_before, own, source, first):
    for q in range(first.shape[0]):
        first[q] = (
            jz[q] * up[q]
            + jz_before[q] * down[q]
            + jr[q] * right[q]
            + jr_before[q] * left[q]
            + source[q]
            - own[q] * here[q]
        )


@borrowing
def stage_on(z, up, down, right, left, jz, jz_before, jr, jr_before, own, first, older, mu, nu, d, e):
    """One stage, written over the one before the last. A single loop over so few rows runs in vectors."""
    for q in range(older.shape[0]):
        older[q] = (
            nu * older[q]
            + (mu - d * own[q]) * z[q]
            + e * first[q]
            + d * (jz[q] * up[q] + jz_before[q] * down[q] + jr[q] * right[q] + jr_before[q] * left[q])
        )


@borrowing
def capped_stage_on(z, here, up, down, right, left, jz, jz_before, jr, jr_before, own, first, older, mu, nu, d, e):
    """The same where cells may boil: what they show is not what they hold."""
    for q in range(older.shape[0]):
        older[q] = nu * older[q] + mu * z[q] + e * first[q] - d * own[q] * here[q]
    for q in range(older.shape[0]):
        older[q] += d * (jz[q] * up[q] + jz_before[q] * down[q] + jr[q] * right[q] + jr_before[q] * left[q])


@borrowing
def capped(z, room, shown):
    for q in range(shown.shape[0]):
        shown[q] = min(z[q], room[q])


@borrowing
def met(mean, here, share, nz, nr):
    """Add a stage's share to the mean that each outer cell showed."""
    last = (nz - 1) * nr
    for j in range(nr):
        mean[j] += share * here[j]
        mean[last + j] += share * here[last + j]
    for i in range(1, nz - 1):
        mean[i * nr + nr - 1] += share * here[i * nr + nr - 1]


@borrowing
def begun(old, new, first, part):
    """The first two stages: no change, and the first rate's."""
    for q in range(first.shape[0]):
        old[q] = 0.0
        new[q] = part * first[q]


@borrowing
def super_step(flat, t, tau, stages, mu, nu, mu_t, gamma_t, omega, boiling):
    """One super-step after `coupled`. Returns which row, ONE or OTHER, holds the scaled change of temperature.

    MEAN is filled with what each outer cell showed its surroundings [°C]. boiling says that cells may reach their
    plateau. Rows are padded by nr + 1 cells at both ends.
    """
    nz, nr = t.shape
    n, pad = nz * nr, nr + 1
    at, up, right = slice(pad, pad + n), slice(pad + nr, pad + nr + n), slice(pad + 1, pad + 1 + n)
    down, left = slice(pad - nr, pad - nr + n), slice(pad - 1, pad - 1 + n)
    jz, jz_before, jr, jr_before = flat[JOINT_Z, at], flat[JOINT_Z, down], flat[JOINT_R, at], flat[JOINT_R, left]
    own, first, mean = flat[OWN, at], flat[FIRST, at], flat[MEAN, at]
    old, new = ONE, OTHER
    begun(flat[old], flat[new], flat[FIRST], mu_t[1] * tau)
    mean[:] = 0.0
    for stage in range(2, stages + 1):
        a, b, d, e = mu[stage], nu[stage], mu_t[stage] * tau, (mu_t[stage] + gamma_t[stage]) * tau
        if boiling:
            capped(flat[new, at], flat[ROOM, at], flat[SHOWN, at])
            met(mean, flat[SHOWN, at], omega[stage - 1], nz, nr)
            capped_stage_on(
                flat[new, at],
                flat[SHOWN, at],
                flat[SHOWN, up],
                flat[SHOWN, down],
                flat[SHOWN, right],
                flat[SHOWN, left],
                jz,
                jz_before,
                jr,
                jr_before,
                own,
                first,
                flat[old, at],
                a,
                b,
                d,
                e,
            )
        else:
            met(mean, flat[new, at], omega[stage - 1], nz, nr)
            stage_on(
                flat[new, at],
                flat[new, up],
                flat[new, down],
                flat[new, right],
                flat[new, left],
                jz,
                jz_before,
                jr,
                jr_before,
                own,
                first,
                flat[old, at],
                a,
                b,
                d,
                e,
            )
        old, new = new, old
    showed(t.reshape(-1), flat[CAP, at], flat[PER, at], mean)
    return new


@borrowing
def showed(ts, cap, per, mean):
    for q in range(mean.shape[0]):
        mean[q] = min(ts[q], cap[q]) + mean[q] * per[q]
