"""The outer faces: convection, radiation, contact and evaporation balanced in the surface's own temperature."""

from __future__ import annotations

import math

from brasko.core.heat.kernel.cells import ability, conductivity, crust_m, dried_out, dried_share, highest_of
from brasko.core.heat.kernel.columns import (
    AIR,
    C_BOIL,
    C_BROWN_EA,
    C_BROWN_MAX,
    C_BROWN_T,
    C_BROWNS_M,
    C_CHAR_EA,
    C_CHAR_T,
    C_DLIQ,
    C_FADES,
    C_FADES_M,
    C_GAS,
    C_LAT0,
    C_LAT1,
    C_MIN,
    C_MOIST,
    C_PRESSURE,
    C_TAB0,
    C_TABSTEP,
    C_WET,
    CONTACT_C,
    CONTACT_H,
    E_ABS,
    E_IN,
    E_LATENT,
    F_CONTACT,
    F_FILM,
    F_FOLLOW,
    F_HERE,
    F_LATENT,
    F_SLOPE,
    F_VAPOUR,
    KD0,
    KD1,
    KD2,
    KW0,
    KW1,
    KW2,
    MASS_H,
    METAL_H,
    METAL_HIDES,
    METAL_SHARE,
    RAD_COEFF,
    RAD_SOURCE,
    RHO_S,
    RHO_W,
    SIDE_COLUMNS,
    VAPOUR,
    W_EVAP,
    H,
)
from brasko.core.heat.kernel.jit import borrowing

BROWNS_FROM_C, CHARS_FROM_C = 100.0, 180.0
"""Below these a face is taken neither to brown nor to char (assumed: it would count for nothing)."""
NEAR_K = 0.03
"""A last step of Newton's below this is taken as the line it is: what is left is some 1e-5 K."""


@borrowing
def surface(t_cell, resistance, wet, film, creeping, side, touch, c, table, guess):
    """Balance of one face: convection + radiation + contact = conduction inward + latent heat of the vapour.

    A wet surface gives off h_m / (R_v T_film) (p_s - p_v) P / (P - p_mean), Stefan's flow at the film's temperature.
    The vapour is what the air can take from a wet surface: from its wet share no more than the film holds, from the
    rest no more than creeps up from inside (film and creeping in kg m-2 s-1). touch [W m-2 K-1] is what metal gives. On
    a surface below the dew point of the air vapour condenses instead, and the flow is negative.
    Returns heat entering the cell [W m-2], vapour leaving [kg m-2 s-1], surface °C, latent heat [J/kg], how the first
    three change with the cell's temperature, and the share of the vapour that the film gave.
    """
    ts = guess
    q = m = latent = dq = dm = from_film = share = 0.0
    hm = side[MASS_H] if c[C_MOIST] > 0.0 else 0.0
    low, high = -60.0, 1600.0
    for _ in range(40):
        tk = ts + 273.15
        t3 = tk * tk * tk
        q = side[H] * (side[AIR] - ts) + side[RAD_SOURCE] - side[RAD_COEFF] * t3 * tk
        q += touch * (side[CONTACT_C] - ts)
        dq = -side[H] - touch - 4.0 * side[RAD_COEFF] * t3
        m = dm = from_film = 0.0
        if hm > 0.0:
            at = min(max(ts, c[C_TAB0]), c[C_BOIL])
            latent = c[C_LAT0] + c[C_LAT1] * at
            position = (at - c[C_TAB0]) / c[C_TABSTEP]
            i = min(int(position), table.shape[0] - 2)
            slope = table[i + 1] - table[i]
            saturated = table[i] + slope * (position - i)
            film_k = 0.5 * (ts + side[AIR]) + 273.15
            other = c[C_PRESSURE] - 0.5 * (saturated + side[VAPOUR])
            transfer = hm * c[C_PRESSURE] / (other * c[C_GAS] * film_k)
            demand = transfer * (saturated - side[VAPOUR])
            rising = 0.0
            if ts < c[C_BOIL]:
                rising = slope / c[C_TABSTEP] * (transfer + 0.5 * demand / other) - 0.5 * demand / film_k
            if demand < 0.0:
                m = from_film = demand
                dm = rising
            else:
                from_film = min(wet * demand, film)
                from_inside = min((1.0 - wet) * demand, creeping)
                m = from_film + from_inside
                if from_film < film:
                    dm += wet * rising
                if from_inside < creeping:
                    dm += (1.0 - wet) * rising
        f = q - latent * m - (ts - t_cell) / resistance
        if f > 0.0:
            low = ts
        else:
            high = ts
        step = f / (dq - latent * dm - 1.0 / resistance)
        if abs(step) < NEAR_K:
            ts -= step
            q -= dq * step
            share = from_film / m if m != 0.0 else 0.0
            m -= dm * step
            break
        new = ts - step
        ts = new if low < new < high else 0.5 * (low + high)
    follow = 1.0 / (1.0 + resistance * (latent * dm - dq))
    return q - latent * m, m, ts, latent, (dq - latent * dm) * follow, dm * follow, follow, share


@borrowing
def skin_resistance(here, dry, d, spread, m, c, in_bone):
    """Thermal resistance from the surface of an outer cell to where its heat is taken up [m2 K/W].

    Below boiling: half the cell, at its own conductivity. Once it boils, its dry share lies as a crust between the
    surface and the wet part. spread is half the cell's own resistance.
    """
    if in_bone:
        return spread
    boiling = min(max((here - c[C_BOIL] + 5.0) / 5.0, 0.0), 1.0)
    if boiling <= 0.0 or dry >= 1.0 or c[C_MOIST] <= 0.0:
        return spread
    x = min(max(here, -40.0), 150.0)
    k_wet = m[KW0] + x * (m[KW1] + x * m[KW2])
    k_dry = m[KD0] + x * (m[KD1] + x * m[KD2])
    layered = dry * d / k_dry
    if dry < 0.5:
        layered += (0.5 - dry) * d / k_wet
    return spread + boiling * (layered - spread)


@borrowing
def creeping_supply(w, volume, area, d, m, c, tau):
    """Water that can creep up to a face from inside within a super-step [kg m-2 s-1].

    Fick's law over half the outer cell, towards a surface as dry as it gets.
    """
    spare = ability(w / volume, m[RHO_W]) - ability(c[C_MIN] * m[RHO_S], m[RHO_W])
    if spare <= 0.0 or c[C_MOIST] <= 0.0:
        return 0.0
    return min(2.0 * c[C_DLIQ] / d * spare, 0.5 * w / (area * tau))


@borrowing
def faces_prepared(
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
):
    """Linearise the three outer faces about the present temperatures. gone is what left the cells as vapour [kg].

    A boundary cell gains source - gain * T [W]. flows (face, index) keeps what booking needs (see columns).
    """
    nz, nr = t.shape
    gain[:] = 0.0
    source[:] = 0.0
    for face in range(3):
        side = sides[face]
        idle = side[H] == 0.0 and side[RAD_COEFF] == 0.0 and side[CONTACT_H] == 0.0
        for n in range(nz if face == 2 else nr):
            i = n if face == 2 else (0 if face == 0 else nz - 1)
            j = nr - 1 if face == 2 else n
            d = dr[j] if face == 2 else dz[i]
            area = face_r[nr] * dz[i] if face == 2 else area_z[j]
            here = min(t[i, j], cap[i, j])
            if idle:
                ts[face, n] = here
                flows[face, n, :] = 0.0
                flows[face, n, F_HERE], flows[face, n, F_FOLLOW] = here, 1.0
                continue
            spread = 0.5 * d * resist[i, j]
            dry = dried_out(w[i, j], gone[i, j])
            resistance = skin_resistance(here, dry, d, spread, m, c, j < bone)
            creeping = 0.0 if j < bone else creeping_supply(w[i, j], volume[i, j], area, d, m, c, tau)
            wet = min(film[face, n] / (area * c[C_WET]), 1.0)
            touch = side[CONTACT_H]
            if touch > 0.0 and face < 2 and j >= bone:
                touch *= 1.0 - c[C_FADES] * min(crust_m(w, gone, dz, face, j) / c[C_FADES_M], 1.0)
            q, mass, ts[face, n], latent, dq, dm, follow, share = surface(
                here, resistance, wet, film[face, n] / (area * tau), creeping, side, touch, c, table, ts[face, n]
            )
            gain[i, j] -= area * dq
            source[i, j] += area * (q - dq * here)
            flows[face, n, F_VAPOUR], flows[face, n, F_SLOPE] = area * mass, area * dm
            flows[face, n, F_LATENT], flows[face, n, F_HERE], flows[face, n, F_FOLLOW] = latent, here, follow
            flows[face, n, F_FILM], flows[face, n, F_CONTACT] = share, touch


@borrowing
def followed(t, cap, flows, hottest, ts, midway):
    """Let the surfaces follow their cells to the end of a super-step; midway is half-way there [°C]."""
    nz, nr = t.shape
    for face in range(3):
        for n in range(nz if face == 2 else nr):
            i = n if face == 2 else (0 if face == 0 else nz - 1)
            j = nr - 1 if face == 2 else n
            moved = flows[face, n, F_FOLLOW] * (min(t[i, j], cap[i, j]) - flows[face, n, F_HERE])
            midway[face, n] = min(ts[face, n] + 0.5 * moved, hottest)
            ts[face, n] = min(ts[face, n] + moved, hottest)


@borrowing
def booked(mean, gain, source, flows, film, tau, evaporated, tally):
    """Book the heat and vapour that crossed the outer faces in a super-step."""
    nz, nr = gain.shape
    evaporated[:] = 0.0
    vapour_heat = 0.0
    for face in range(3):
        for n in range(nz if face == 2 else nr):
            i = n if face == 2 else (0 if face == 0 else nz - 1)
            j = nr - 1 if face == 2 else n
            f = flows[face, n]
            mass = tau * (f[F_VAPOUR] + f[F_SLOPE] * (mean[i, j] - f[F_HERE]))
            if mass * f[F_VAPOUR] <= 0.0:
                continue
            from_film = min(mass * f[F_FILM], film[face, n])
            film[face, n] -= from_film
            tally[W_EVAP] += from_film
            evaporated[i, j] += mass - from_film
            vapour_heat += mass * f[F_LATENT]
    net = absolute = 0.0
    for i in range(nz):
        for j in range(0 if i == 0 or i == nz - 1 else nr - 1, nr):
            crossed = tau * (source[i, j] - gain[i, j] * mean[i, j])
            net += crossed
            absolute += abs(crossed)
    tally[E_ABS] += absolute
    tally[E_LATENT] += vapour_heat
    tally[E_IN] += net + vapour_heat


@borrowing
def sides_now(step, a_down, metal_c, sides, open_side):
    """Fill what faces a, b and the edge see. open_side is the bottom without its rods. Returns the face that is down.

    A metal below adds its contact and hides its share of the face from the air and the fire.
    """
    down = 0 if a_down else 1
    for face in range(3):
        faced = 2 if face == 2 else (0 if face == down else 1)
        for col in range(SIDE_COLUMNS):
            sides[face, col] = step[faced * SIDE_COLUMNS + col]
    share = step[METAL_SHARE]
    for col in range(SIDE_COLUMNS):
        open_side[col] = sides[down, col]
    if share > 0.0:
        for col in (H, RAD_SOURCE, RAD_COEFF, MASS_H):
            sides[down, col] *= 1.0 - step[METAL_HIDES]
        sides[down, CONTACT_C], sides[down, CONTACT_H] = metal_c, share * step[METAL_H]
    return down


@borrowing
def arrhenius(temp_c, reference_c, energy_k):
    """How much faster than at the reference temperature; energy_k is the activation energy over the gas constant
    [K]."""
    return math.exp(energy_k * (1.0 / (reference_c + 273.15) - 1.0 / (temp_c + 273.15)))


@borrowing
def browning_rate(temp_c, c):
    """Seconds at the reference temperature that a second at this one browns a dry face as much as."""
    if temp_c <= BROWNS_FROM_C:
        return 0.0
    return arrhenius(min(temp_c, c[C_BROWN_MAX]), c[C_BROWN_T], c[C_BROWN_EA])


@borrowing
def charring_rate(temp_c, c):
    """The same of char."""
    return arrhenius(temp_c, c[C_CHAR_T], c[C_CHAR_EA]) if temp_c > CHARS_FROM_C else 0.0


@borrowing
def browned(
    t, cap, w, w0, volume, area_z, dz, m, c, table, tau, ts, open_side, rods, down, mark, dose, char, marks, bone, gone
):
    """Add a super-step's browning and char to both faces, averaged over the meat, and to the marks of the rods below.

    Nothing browns while it is wet. Under a rod only the rod is felt, between rods only the air and the fire; both are
    taken over the same outer cell, whose half millimetre is thin beside the width of a rod. rods: temperature, share of
    the face, conductance.
    """
    nz, nr = t.shape
    meat = 0.0
    for n in range(bone, nr):
        meat += area_z[n]
    share = rods[1]
    for face in range(2):
        if highest_of(ts[face, :nr]) <= BROWNS_FROM_C and (face != down or share <= 0.0):
            continue
        rate = mark_rate = chars = 0.0
        i = 0 if face == 0 else nz - 1
        for n in range(bone, nr):
            crust = crust_m(w, gone, dz, face, n)
            part = area_z[n] / meat * min(crust / c[C_BROWNS_M], 1.0)
            if face != down or share <= 0.0 or share >= 1.0:
                rate += part * browning_rate(ts[face, n], c)
                chars += part * charring_rate(ts[face, n], c)
                continue
            here = min(t[i, n], cap[i, n])
            spread = 0.5 * dz[i] / conductivity(m, here, dried_share(w[i, n], w0[i, n]))
            dry = dried_out(w[i, n], gone[i, n])
            resistance = skin_resistance(here, dry, dz[i], spread, m, c, False)
            touch = rods[2] * (1.0 - c[C_FADES] * min(crust / c[C_FADES_M], 1.0))
            under_rod = (resistance * touch * rods[0] + here) / (resistance * touch + 1.0)
            creeping = creeping_supply(w[i, n], volume[i, n], area_z[n], dz[i], m, c, tau)
            between = surface(
                here, resistance, 0.0, 0.0, creeping, open_side, open_side[CONTACT_H], c, table, ts[face, n]
            )[2]
            mark_rate += part * browning_rate(under_rod, c)
            rate += part * (share * browning_rate(under_rod, c) + (1.0 - share) * browning_rate(between, c))
            chars += part * (share * charring_rate(under_rod, c) + (1.0 - share) * charring_rate(between, c))
        dose[face] += tau * rate
        char[face] += tau * chars
        if mark_rate > 0.0:
            marks[face, mark] += tau * mark_rate


@borrowing
def given_by_metal(mean, ts, flows, area_z, down, metal_c, nz, tau):
    """Heat that went from the metal into the food in a super-step [J], by the same linear surface as the food's
    books."""
    given = 0.0
    i = 0 if down == 0 else nz - 1
    for n in range(area_z.shape[0]):
        skin = ts[down, n] + flows[down, n, F_FOLLOW] * (mean[i, n] - flows[down, n, F_HERE])
        given += area_z[n] * flows[down, n, F_CONTACT] * (metal_c - skin)
    return tau * given
