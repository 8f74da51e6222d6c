"""The fire's own loop, compiled: explicit steps of gas, walls and glow."""

from __future__ import annotations

import math

from brasko.core.heat.kernel.jit import jit

(OUT_T, OUT_GAS, OUT_WALL, OUT_PLATE, OUT_POWER, OUT_FUEL, OUT_LIT, OUT_FLUE, OUT_SHELL, OUT_CAME) = range(10)
(ROW_START, ROW_BOTTOM, ROW_TOP, ROW_LID, ROW_PLATE, ROW_WATTS, ROW_SET, ROW_ADD_LIT, ROW_ADD, ROW_END) = range(10)
MODE_COAL, MODE_KNOBS, MODE_CONTROLLER = range(3)
"""Columns of what a run tells and of what it is given, and how a fire is driven."""


@jit
def burn(p, k, rows, steps, every, mode, out):
    """Explicit steps of two nodes, gas and walls, the fire on one side and outside on the other. Returns samples."""
    heat_w, inner0, outer0, bottom_m2, top_m2, leak, column = p[0], p[1], p[2], p[3], p[4], p[5], p[6]
    used, air, wind, shell, sun = p[7], p[8], p[9], p[10], p[11]
    mass, lit, per_j, per_kg, fuse = p[12], p[13], p[14], p[15], p[16]
    low, high, band, start, fan, heat_g = p[19], p[20], p[21], p[22], p[23], p[24]
    wet, boils = p[25], p[26]
    rho0, cp, g, cd, draws, grows = k[0], k[1], k[2], k[3], k[4], k[5]
    oxygen, pace, least, dying, open_w_k, film, dt = k[6], k[7], k[8], k[9], k[10], k[11], k[12]
    gas, wall, plate = p[17], p[17], p[17]
    outside = air + 273.15
    rho = rho0 / outside
    flue = left = came = 0.0
    on_high = True
    row, n = 0, 0
    mass += rows[0, ROW_ADD_LIT] + rows[0, ROW_ADD]
    lit += rows[0, ROW_ADD_LIT]
    power = 0.0
    for i in range(steps + 1):
        t = i * dt
        while row + 1 < rows.shape[0] and t >= rows[row, ROW_END]:
            row += 1
            mass += rows[row, ROW_ADD_LIT] + rows[row, ROW_ADD]
            lit += rows[row, ROW_ADD_LIT]
        lid = rows[row, ROW_LID] > 0.5
        inside = max(gas, air + k[16]) + 273.15
        factor = 1.0 + grows * max(gas - air, 0.0)
        inner, outer = inner0 * factor, outer0 * factor * shell
        bottom, top = bottom_m2 * rows[row, ROW_BOTTOM] + leak / 2.0, top_m2 * rows[row, ROW_TOP] + leak / 2.0
        flow = 0.0
        if bottom > 0.0 and top > 0.0:
            area = 1.0 / math.sqrt(1.0 / bottom**2 + inside / outside / top**2)
            pressure = g * column * rho * (1.0 - outside / inside) + draws * 0.5 * rho * wind**2
            flow = cd * area * math.sqrt(2.0 * rho * max(pressure, 0.0))
        if mode == MODE_COAL:
            given = 1e9 if lid else flow * oxygen * used
            could = lit * per_kg * (1.0 if lid else k[14])
            if fuse > 0.0:
                could = min(could, fuse)
            power = min(given, could)
            if mass <= 0.0:
                power = 0.0
            starved = 1.0 - min(given / max(could, 1e-9), 1.0)
            burnt = power * dt / per_j * (1.0 + k[15] * starved)
            ample = min(max(given / max(could, 1e-9) - 1.0, 0.0), 1.0)
            spread = pace * ample * lit * max(1.0 - lit / max(mass, 1e-9), 0.0) * dt if fuse <= 0.0 else burnt
            if power < least:
                spread = -lit * dt / dying
            mass = max(mass - burnt, 0.0)
            lit = min(max(lit + spread - burnt, 0.0), mass)
        elif mode == MODE_KNOBS:
            power = rows[row, ROW_WATTS]
            flow = power / oxygen * k[13]
        else:
            if gas > rows[row, ROW_SET] + band / 2.0:
                on_high = False
            elif gas < rows[row, ROW_SET] - band / 2.0:
                on_high = True
            power = high if on_high else low
            if t < start:
                power = low * 0.5
            flow = fan / cp
        away = flow * cp + (open_w_k if lid else 0.0)
        if i % every == 0:
            out[n, OUT_T], out[n, OUT_GAS], out[n, OUT_WALL], out[n, OUT_PLATE], out[n, OUT_POWER] = (
                t,
                gas,
                wall,
                plate,
                power,
            )
            out[n, OUT_FUEL], out[n, OUT_LIT], out[n, OUT_FLUE], out[n, OUT_SHELL], out[n, OUT_CAME] = (
                mass,
                lit,
                flue,
                left,
                came,
            )
            n += 1
        to_wall = inner * (gas - wall)
        out_flue, out_shell = away * (gas - air), outer * (wall - air) + wet * (min(wall, boils) - air)
        came += (power + sun) * dt
        flue += out_flue * dt
        left += out_shell * dt
        gas += (power - to_wall - out_flue) * dt / heat_g
        wall += (to_wall + sun - out_shell) * dt / heat_w
        if rows[row, ROW_PLATE] > 0.5:
            plate += film * (gas - plate) * dt / p[18]
        else:
            plate = plate + (air - plate) * dt / 1200.0
    return n
