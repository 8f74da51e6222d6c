"""What smoke does to a plan: how much of it the faces take up, and how deep a ring it likely leaves.

Smoke settles by thermophoresis, from hot gas towards a cooler face: v = 0.55 ν/T dT/dz, with dT/dz = h (T_air - T_face)
/ k.
Source: the usual law for fine particles, from memory. A cool, moist face takes up its vapours as well. The ring is
where gases of the fire bind to the red of the meat before heat has set it: they creep in by diffusion until a depth
reaches SETS_C.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from brasko.core.fire.setup import FireSetup
from brasko.core.fire.smoke import smoke_g_m3
from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.solve.programme import phase_of
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.programme.steps import Side
from brasko.core.sourced import Sourced
from brasko.core.words import say

THERMOPHORESIS = Sourced(0.55, "-", "", "from memory")
AIR_W_MK, AIR_M2_S = 0.031, 2.4e-5
"""Air at about 100 °C. Source: incropera_2011, table A.4."""
ABSORBS_M_S = Sourced(0.0015, "m s-1", "", "assumed")
"""Speed at which a cool, moist face takes up the vapours of smoke."""
COOL_C, TOO_HOT_C = Sourced(40.0, "°C", "", "assumed"), Sourced(80.0, "°C", "", "assumed")
"""A face takes them up in full below the first and no more above the second, when it has dried."""
HALF_DOSE_G_M2 = Sourced(4.0, "g m-2", "", "assumed")
"""What tastes half as smoky as can be: about an hour in the smoke of two fists of wood."""
SETS_C = Sourced(60.0, "°C", "", "from memory")
"""Where the red of the meat sets, so that no ring grows any more."""
RING_M2_S = Sourced(1.5e-9, "m2 s-1", "", "assumed")
"""Diffusivity of the gases that make the ring: some eight millimetres in a long cook."""
MIN_RING_SMOKE_G_M2 = Sourced(0.05, "g m-2", "", "assumed")
"""Without so much there is no ring to speak of."""
WORDS = ((0.5, "none"), (2.0, "a hint"), (4.0, "light"), (6.5, "clear"), (10.1, "strong"))
"""Words for the index, each up to so much (assumed)."""
ASSUMED = say("smoke-wood-is-assumed-to-be-two")
"""What is said to be assumed of smoke."""


@dataclass(frozen=True)
class SmokeResult:
    """index 0 to 10, in a word; dose_g_m2 on the face that has more; ring_m likely depth of the ring; assumed says what
    is."""

    index: float
    word: str
    dose_g_m2: float
    ring_m: float
    assumed: str = ASSUMED


def smoke_of(spec: PieceSpec, solution: Solution) -> SmokeResult:
    """The smoke of a plan, over its gentle part under a lid. Checked: tests/core/test_smoke.py."""
    gentle = spec.gentle_zone
    if gentle is None or gentle.in_fat or (spec.own_fire is None and spec.shipped_own is None):
        return smoke_result(0.0, 0.0)
    setup, around = spec.own_as_set.setup, gentle.surroundings
    result = solution.result
    begun = next((s.start_s for s in result.steps if phase_of(s.name) == "gentle"), 0.0)
    doses = {"a": 0.0, "b": 0.0}
    for step in (s for s in result.steps if s.name == "gentle"):
        within = (result.time_s >= step.start_s) & (result.time_s <= step.end_s)
        time_s = result.time_s[within]
        hangs = smoke_g_m3(setup, time_s - begun)
        for face, curve in (("a", result.face_a_c), ("b", result.face_b_c)):
            speed = np.array([taken_up_m_s(around.top, float(c)) for c in curve[within]])
            doses[face] += float(np.trapezoid(hangs * speed, time_s)) if len(time_s) > 1 else 0.0
    dose = max(doses.values())
    return smoke_result(dose, _ring_m(solution, setup) if dose > MIN_RING_SMOKE_G_M2.value else 0.0)


def taken_up_m_s(side: Side, face_c: float) -> float:
    """Speed at which smoke settles on a face [m/s]: towards cold, and into what is cool and moist."""
    steep = side.h_w_m2k * max(side.air_c - face_c, 0.0) / AIR_W_MK
    settles = THERMOPHORESIS.value * AIR_M2_S / ((side.air_c + face_c) / 2.0 + 273.15) * steep
    cool = (TOO_HOT_C.value - face_c) / (TOO_HOT_C.value - COOL_C.value)
    return settles + ABSORBS_M_S.value * min(max(cool, 0.0), 1.0)


def smoke_result(dose_g_m2: float, ring_m: float) -> SmokeResult:
    """A dose as an index and in a word."""
    index = 10.0 * (1.0 - math.exp2(-dose_g_m2 / HALF_DOSE_G_M2.value))
    return SmokeResult(round(index, 1), next(word for most, word in WORDS if index < most), dose_g_m2, ring_m)


def _ring_m(solution: Solution, setup: FireSetup) -> float:
    """The deepest point that the gases reach before it is set."""
    result, column = solution.result, solution.result.grid.middle_column
    z, deepest = result.grid.z_m, 0.0
    for rows in (range(len(z) // 2), range(len(z) - 1, len(z) // 2, -1)):
        for row in rows:
            depth = float(min(z[row], result.grid.dz_m.sum() - z[row]))
            set_at = np.flatnonzero(result.frame_temp_c[:, row, column] >= SETS_C.value)
            until = float(result.frame_s[set_at[0]]) if set_at.size else float(result.steps[-1].start_s)
            if depth > math.sqrt(2.0 * RING_M2_S.value * setup.grill.kind.nitrous * until):
                break
            deepest = max(deepest, depth)
    return deepest
