"""A piece that is done and waits: its rest goes on from where it ended."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np

from brasko.core.heat.simulation import Balance, Food, Result, simulate
from brasko.core.programme.steps import Programme, Until


def rested_longer(
    food: Food, programme: Programme, result: Result, by_s: float, *, every_s: float, frame_s: float, refine: float
) -> tuple[Programme, Result]:
    """The programme with a rest so much longer, and its result: only the added time is run, from the state at the
    end."""
    rest = programme[-1]
    longer = replace(rest, until=Until(rest.until.max_s + by_s))
    more = simulate(
        food, (replace(rest, until=Until(by_s)),), every_s=every_s, frame_s=frame_s, refine=refine, start=result.end
    )
    at, last = result.duration_s, result.steps[-1]

    def after(name: str) -> np.ndarray:
        return np.concatenate([getattr(result, name), getattr(more, name)[1:]])

    curves: dict[str, Any] = {
        name: after(name)
        for name in (
            "core_c",
            "coldest_c",
            "face_a_c",
            "face_b_c",
            "probe_c",
            "browning_a_s",
            "browning_b_s",
            "metal_c",
            "frame_temp_c",
            "frame_colour_c",
        )
    }
    ended = replace(more.steps[-1], name=last.name, start_s=last.start_s, end_s=at + more.duration_s)
    lost: dict[str, Any] = {
        name: getattr(result, name) + getattr(more, name)
        for name in (
            "mass_loss_share",
            "evaporated_share",
            "drip_share",
            "salmonella_log10_core",
            "salmonella_log10_surface",
        )
    }
    return (*programme[:-1], longer), replace(
        result,
        **curves,
        **lost,
        time_s=np.concatenate([result.time_s, at + more.time_s[1:]]),
        frame_s=np.concatenate([result.frame_s, at + more.frame_s[1:]]),
        steps=(*result.steps[:-1], ended),
        end=more.end,
        peak_core_c=max(result.peak_core_c, more.peak_core_c),
        grey_rim_share=more.grey_rim_share,
        balance=_worse(result.balance, more.balance),
    )


def _worse(one: Balance, other: Balance) -> Balance:
    return Balance(
        max(one.energy_relative_error, other.energy_relative_error),
        max(one.water_relative_error, other.water_relative_error),
        max(one.metal_relative_error, other.metal_relative_error),
    )
