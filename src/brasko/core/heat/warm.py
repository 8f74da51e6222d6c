"""Compile the kernel, or load it from the cache, before anybody waits for it."""

from brasko.core.foods.cuts import cut_named
from brasko.core.foods.shape import Geometry
from brasko.core.heat.simulation import Food, simulate
from brasko.core.programme.steps import Side, Step, Surroundings, Until


def warm() -> float:
    """Run one second of a tiny cook. Returns its core temperature [°C], which nobody needs."""
    side = Side(air_c=100.0, h_w_m2k=10.0)
    food = Food(Geometry("disc", 0.02, 0.03), cut_named("ribeye").material, 5.0)
    return float(simulate(food, (Step("warm", Surroundings(side, side, side), Until(1.0)),)).core_c[-1])
