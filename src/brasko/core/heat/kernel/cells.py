"""What a cell holds and how it conducts."""

from __future__ import annotations

from brasko.core.heat.kernel.columns import (
    C_BOIL,
    C_MOIST,
    CAP,
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
    KR,
    KW0,
    KW1,
    KW2,
    KZ,
    OFF,
    RESIST,
    RHO_S,
    S_CREEP_R,
    S_CREEP_Z,
    S_DEPTH,
    S_DR,
    S_DZ,
    S_FACE,
    S_HELD,
    S_JOINT_R,
    S_JOINT_Z,
    S_PER_RAW,
    S_PER_VOLUME,
    S_SOLIDS,
    S_VOLUME,
)
from brasko.core.heat.kernel.jit import borrowing


@borrowing
def liquid_heat(m, t):
    """Heat of liquid water above 0 °C [J/kg]."""
    return t * (m[HW0] + t * (m[HW1] / 2.0 + t * m[HW2] / 3.0))


@borrowing
def dry_heat(m, t):
    """Heat of all but the water above 0 °C [J/m3 of raw food]."""
    return t * (m[HD0] + t * (m[HD1] / 2.0 + t * m[HD2] / 3.0))


@borrowing
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


@borrowing
def dried_share(w, w0):
    """How much of its raw water a cell has lost, 0 to 1; 0 where it never had any."""
    if w0 <= 0.0:
        return 0.0
    if w <= 1e-9 * w0:
        return 1.0
    return min(max(1.0 - w / w0, 0.0), 1.0)


@borrowing
def dried_out(w, gone):
    """Share of a cell that what left it as vapour has dried, 0 to 1: its crust, with what water there is below that."""
    whole = gone + max(w, 0.0)
    return gone / whole if gone > 0.0 and whole > 0.0 else 0.0


@borrowing
def crust_m(w, gone, dz, face, n):
    """Thickness of the dried layer below a face [m]: whole dry cells, and of the next its dry share."""
    nz = dz.shape[0]
    thick = 0.0
    for depth in range(nz // 2):
        i = depth if face == 0 else nz - 1 - depth
        dry = dried_out(w[i, n], gone[i, n])
        thick += dry * dz[i]
        if dry < 0.98:
            break
    return thick


@borrowing
def ability(wetness, raw):
    """Integral of the relative diffusivity of water over its content [kg m-3], from dry to `wetness`.

    Water creeps the slower the drier the meat is: relative diffusivity (wetness / raw)^2 (drying of meat, from memory).
    What creeps between two places is the difference of this between them, whatever lies between (Kirchhoff's
    transform).
    """
    share = wetness / raw
    return wetness * share * share / 3.0


@borrowing
def conductivity(m, t, dry):
    """Between raw and dried out; what little water is lost at first hardly matters."""
    x = min(max(t, -40.0), 150.0)
    wet_k = m[KW0] + x * (m[KW1] + x * m[KW2])
    if dry <= 0.0:
        return wet_k
    return wet_k + dry * dry * (m[KD0] + x * (m[KD1] + x * m[KD2]) - wet_k)


@borrowing
def nearest_face(z, r, deep, wide):
    """The face nearest to a point at height z, r outwards: 0 face a, 1 face b, 2 the edge."""
    upright = wide - r
    if upright < min(z, deep - z):
        return 2.0
    return 0.0 if z <= deep - z else 1.0


@borrowing
def laid_out(dz, dr, area_z, face_r, w0, m, bone, still):
    """Fill what stays the same for a whole run, cell by cell in one flat row each (see columns, S_...).

    A joint towards the next row or column is 0 where there is none.
    """
    nz, nr = w0.shape
    pad = nr + 1
    still[:] = 0.0
    deep, wide = dz.sum(), dr.sum()
    z = 0.0
    still[S_DZ], still[S_DR] = 1.0, 1.0
    for i in range(nz):
        z += dz[i]
        r = 0.0
        for j in range(nr):
            r += dr[j]
            q = pad + i * nr + j
            volume = dz[i] * area_z[j]
            still[S_DEPTH, q] = min(z - 0.5 * dz[i], deep - z + 0.5 * dz[i], wide - r + 0.5 * dr[j])
            still[S_FACE, q] = nearest_face(z - 0.5 * dz[i], r - 0.5 * dr[j], deep, wide)
            still[S_VOLUME, q], still[S_PER_VOLUME, q] = volume, 1.0 / volume
            still[S_DZ, q], still[S_DR, q] = dz[i], dr[j]
            if w0[i, j] > 0.0:
                still[S_HELD, q], still[S_PER_RAW, q] = w0[i, j], 1.0 / w0[i, j]
            joint_z = 2.0 * area_z[j] if i < nz - 1 else 0.0
            joint_r = 2.0 * face_r[j + 1] * dz[i] if j < nr - 1 else 0.0
            still[S_JOINT_Z, q], still[S_JOINT_R, q] = joint_z, joint_r
            if j >= bone:
                still[S_SOLIDS, q] = m[RHO_S] * volume
                still[S_CREEP_Z, q] = joint_z / (dz[i] + dz[min(i + 1, nz - 1)])
                still[S_CREEP_R, q] = joint_r / (dr[j] + dr[min(j + 1, nr - 1)])


@borrowing
def prepare(t, w, still, m, flat, heat, c, bone):
    """Conductances [W/K] in the rows KZ and KR of flat, plateau caps in CAP, heat capacities [J/K] in heat.

    Rows are padded by nr + 1 cells at both ends; KZ joins a cell to the next row, KR to the next column.
    """
    nz, nr = t.shape
    n, pad = nz * nr, nr + 1
    ts, ws, heats = t.reshape(-1), w.reshape(-1), heat.reshape(-1)
    volume, held, per_raw = (
        still[S_VOLUME, pad : pad + n],
        still[S_HELD, pad : pad + n],
        still[S_PER_RAW, pad : pad + n],
    )
    cap, resist = flat[CAP, pad : pad + n], flat[RESIST, pad : pad + n]
    plateau = c[C_BOIL] if c[C_MOIST] > 0.0 else OFF
    resistivities(ts, ws, held, per_raw, resist, m[KW0], m[KW1], m[KW2], m[KD0], m[KD1], m[KD2])
    heat_capacities(ts, ws, volume, heats, m)
    for q in range(n):
        cap[q] = plateau if ws[q] > 1e-9 * held[q] else OFF
    for i in range(nz):
        for j in range(bone):
            resist[i * nr + j], heat[i, j] = 1.0 / m[K_BONE], volume[i * nr + j] * m[H_BONE]
    at, up, right = slice(pad, pad + n), slice(pad + nr, pad + nr + n), slice(pad + 1, pad + 1 + n)
    conductances(still[S_JOINT_Z, at], still[S_DZ, at], still[S_DZ, up], resist, flat[RESIST, up], flat[KZ, at])
    conductances(still[S_JOINT_R, at], still[S_DR, at], still[S_DR, right], resist, flat[RESIST, right], flat[KR, at])


@borrowing
def resistivities(ts, ws, held, per_raw, resist, kw0, kw1, kw2, kd0, kd1, kd2):
    for q in range(ts.shape[0]):
        x = min(max(ts[q], -40.0), 150.0)
        wet_k = kw0 + x * (kw1 + x * kw2)
        dry = max((held[q] - ws[q]) * per_raw[q], 0.0)
        resist[q] = 1.0 / (wet_k + dry * dry * (kd0 + x * (kd1 + x * kd2) - wet_k))


@borrowing
def heat_capacities(ts, ws, volume, heats, m):
    """Heat capacity of each cell [J/K]."""
    hd0, hd1, hd2, hw0, hw1, hw2 = m[HD0], m[HD1], m[HD2], m[HW0], m[HW1], m[HW2]
    for q in range(ts.shape[0]):
        x = ts[q]
        heats[q] = volume[q] * (hd0 + x * (hd1 + x * hd2)) + ws[q] * (hw0 + x * (hw1 + x * hw2))


@borrowing
def conductances(joint, width, width_on, resist, resist_on, out):
    for q in range(out.shape[0]):
        out[q] = joint[q] / (width[q] * resist[q] + width_on[q] * resist_on[q])


@borrowing
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


@borrowing
def outer_rows(dz):
    """Rows of cells at either face that are nearer to it than three tenths of the thickness: no core."""
    deep, z, rows = dz.sum(), 0.0, 0
    for i in range(dz.shape[0] // 2):
        z += dz[i]
        if z - 0.5 * dz[i] < 0.3 * deep:
            rows = i + 1
    return min(rows, (dz.shape[0] - 1) // 2)


@borrowing
def core_of(t, peak, bone, inner, outer):
    """Temperature of the core: the point that has been heated least, in the columns from the bone to `inner` and
    without `outer` rows at either face.

    While a piece warms this is its coldest point. While it rests its surface is colder than its middle, but has been
    hot: that is no core.
    """
    least, found = 1e30, 0.0
    for i in range(outer, t.shape[0] - outer):
        for j in range(bone, inner):
            hottest = max(peak[i, j], t[i, j])
            if hottest < least - 1e-9:
                least, found = hottest, t[i, j]
            elif hottest <= least + 1e-9:
                found = max(found, t[i, j])
    return found


@borrowing
def least_of(t, peak, bone, inner):
    """The highest that the part heated least has been, of all depths in the columns from the bone to `inner`."""
    least = 1e30
    for i in range(t.shape[0]):
        for j in range(bone, inner):
            least = min(least, max(peak[i, j], t[i, j]))
    return least


@borrowing
def read_at(t, stem, a_down):
    """What a thermometer shows: the mean over the cells along its stem, for the side it comes from."""
    rows, columns, weights = stem
    side = 1 if a_down else 0
    shown = 0.0
    for n in range(rows.shape[1]):
        shown += weights[side, n] * t[rows[side, n], columns[side, n]]
    return shown


@borrowing
def highest_of(values):
    """The largest of a row of numbers."""
    found = values[0]
    for q in range(values.shape[0]):
        found = max(found, values[q])
    return found
