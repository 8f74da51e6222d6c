"""What a cell holds and how it conducts."""

from __future__ import annotations

from brasko.core.heat.kernel.columns import (
    C_BOIL,
    C_MOIST,
    H_BONE,
    HD0,
    HD1,
    HD2,
    HW0,
    HW1,
    HW2,
    K_BONE,
    KD0,
    KD1,
    KD2,
    KW0,
    KW1,
    KW2,
    OFF,
)  # fmt: skip
from brasko.core.heat.kernel.jit import jit


@jit
def liquid_heat(m, t):
    """Heat of liquid water above 0 °C [J/kg]."""
    return t * (m[HW0] + t * (m[HW1] / 2.0 + t * m[HW2] / 3.0))


@jit
def dry_heat(m, t):
    """Heat of all but the water above 0 °C [J/m3 of raw food]."""
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
def dried_share(w, w0):
    """How much of its raw water a cell has lost, 0 to 1; 0 where it never had any."""
    if w0 <= 0.0:
        return 0.0
    if w <= 1e-9 * w0:
        return 1.0
    return min(max(1.0 - w / w0, 0.0), 1.0)


@jit
def conductivity(m, t, dry):
    """Between raw and dried out; what little water is lost at first hardly matters."""
    x = min(max(t, -40.0), 150.0)
    wet_k = m[KW0] + x * (m[KW1] + x * m[KW2])
    if dry <= 0.0:
        return wet_k
    return wet_k + dry * dry * (m[KD0] + x * (m[KD1] + x * m[KD2]) - wet_k)


@jit
def prepare(t, w, w0, volume, dz, dr, area_z, face_r, m, kz, kr, heat, cap, kcell, c, bone):
    """Conductances [W/K], heat capacities [J/K], plateau caps, and the fastest rate of any cell [1/s].

    Arrays are padded by one cell all round: cell (i, j) is at [i + 1, j + 1]; kz[i + 1, j + 1] joins it to the next
    one in z, kr[i + 1, j + 1] to the next one outwards, and the padding conducts nothing.
    """
    nz, nr = t.shape
    moist = c[C_MOIST] > 0.0
    for i in range(nz):
        for j in range(nr):
            x = t[i, j]
            kcell[i, j] = conductivity(m, x, dried_share(w[i, j], w0[i, j]))
            dry_part = volume[i, j] * (m[HD0] + x * (m[HD1] + x * m[HD2]))
            heat[i, j] = dry_part + w[i, j] * (m[HW0] + x * (m[HW1] + x * m[HW2]))
            cap[i + 1, j + 1] = c[C_BOIL] if moist and w[i, j] > 1e-9 * w0[i, j] else OFF
        for j in range(bone):
            kcell[i, j], heat[i, j] = m[K_BONE], volume[i, j] * m[H_BONE]
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
def heat_of(t, w, volume, m, bone, enthalpy):
    """Fill the enthalpy of every cell above 0 °C [J] and return the sum."""
    total = 0.0
    for i in range(t.shape[0]):
        for j in range(t.shape[1]):
            if j < bone:
                enthalpy[i, j] = volume[i, j] * m[H_BONE] * t[i, j]
            else:
                enthalpy[i, j] = volume[i, j] * dry_heat(m, t[i, j]) + w[i, j] * liquid_heat(m, t[i, j])
            total += enthalpy[i, j]
    return total


@jit
def core_of(t, peak, bone, inner):
    """Temperature of the core: the point that has been heated least, in the columns from the bone to `inner`.

    While a piece warms this is its coldest point. While it rests its surface is colder than its middle, but has been
    hot: that is no core.
    """
    least, found = 1e30, 0.0
    for i in range(t.shape[0]):
        for j in range(bone, inner):
            hottest = max(peak[i, j], t[i, j])
            if hottest < least - 1e-9:
                least, found = hottest, t[i, j]
            elif hottest <= least + 1e-9:
                found = max(found, t[i, j])
    return found


@jit
def probe_at(t, i, fraction, j):
    """Temperature between two cells of a column."""
    return t[i, j] + fraction * (t[i + 1, j] - t[i, j])
