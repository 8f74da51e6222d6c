"""Plain surroundings and foods for comparisons with analytic solutions."""

from brasko.core.fire.custom import planner_fire, shipped
from brasko.core.fire.zones import Fire
from brasko.core.foods.cuts import cut_named
from brasko.core.foods.properties import material_constant
from brasko.core.foods.shape import Geometry
from brasko.core.heat.simulation import Food
from brasko.core.programme.steps import Side, Step, Surroundings, Until


def chamber(temp_c: float, h_w_m2k: float, seconds: float, core_c: float | None = None) -> Step:
    """Every side in the same air, no radiation."""
    side = Side(air_c=temp_c, h_w_m2k=h_w_m2k)
    return Step("chamber", Surroundings(side, side, side), Until(seconds, core_c=core_c))


def dry_disc(
    thickness_m: float, radius_m: float, start_c: float, k: float = 0.46, rho: float = 1060.0, c: float = 3400.0
) -> Food:
    """A dry disc of constant properties, as analytic solutions know it."""
    return Food(Geometry("disc", thickness_m, radius_m), material_constant(k, rho, c), start_c, moisture=False)


def kettle() -> Fire:
    """The shipped kettle with two zones, for an ordinary ribeye."""
    return planner_fire(shipped()["kettle_two_zone"], cut_named("ribeye").geometry(0.0381, 0.45), 0.175)
