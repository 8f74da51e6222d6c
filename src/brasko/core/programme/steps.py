"""A programme: named steps, each with its surroundings, an end and a flip rule.

One representation serves planning, simulating, cooking and logging.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.errors import InvalidInput, require_between

MAX_STEP_S = 48 * 3600.0


@dataclass(frozen=True)
class Side:
    """What one side of the food sees.

    air_c, h_w_m2k          convection: q = h (T_air - T_surface)
    radiant_c, view_factor, emissivity
                            radiation: q = ε σ F (T_radiant⁴ - T_surface⁴); no radiation where radiant_c is None
    contact_c, contact_w_m2k
                            contact with a hot solid: q = h_c (T_contact - T_surface)
    vapour_kg_m3            water vapour in the air beside the surface
    """

    air_c: float = 20.0
    h_w_m2k: float = 0.0
    radiant_c: float | None = None
    view_factor: float = 1.0
    emissivity: float = 0.9
    contact_c: float | None = None
    contact_w_m2k: float = 0.0
    vapour_kg_m3: float = 0.010

    def __post_init__(self) -> None:
        require_between("air_c", self.air_c, -40.0, 1000.0, "°C")
        require_between("h_w_m2k", self.h_w_m2k, 0.0, 5000.0, "W/m2K")
        require_between("view_factor", self.view_factor, 0.0, 1.0, "")
        require_between("emissivity", self.emissivity, 0.0, 1.0, "")
        require_between("contact_w_m2k", self.contact_w_m2k, 0.0, 5000.0, "W/m2K")
        require_between("vapour_kg_m3", self.vapour_kg_m3, 0.0, 1.0, "kg/m3")
        if self.radiant_c is not None:
            require_between("radiant_c", self.radiant_c, -40.0, 1500.0, "°C")
        if self.contact_c is not None:
            require_between("contact_c", self.contact_c, -40.0, 800.0, "°C")

    def shifted(self, delta_c: float, h_factor: float) -> Side:
        """The same side with every source warmer by delta_c and every film coefficient scaled."""
        return replace(
            self,
            air_c=self.air_c + delta_c,
            h_w_m2k=self.h_w_m2k * h_factor,
            radiant_c=None if self.radiant_c is None else self.radiant_c + delta_c,
            contact_c=None if self.contact_c is None else self.contact_c + delta_c,
            contact_w_m2k=self.contact_w_m2k * h_factor,
        )


INSULATED = Side()


@dataclass(frozen=True)
class Surroundings:
    """The three sides of a piece; "bottom" is the side towards the fire, whichever face is down."""

    bottom: Side = INSULATED
    top: Side = INSULATED
    edge: Side = INSULATED

    def shifted(self, delta_c: float, h_factor: float) -> Surroundings:
        """Every side shifted alike (see Side.shifted)."""
        return Surroundings(*(s.shifted(delta_c, h_factor) for s in (self.bottom, self.top, self.edge)))


@dataclass(frozen=True)
class Until:
    """When a step ends: whichever of its conditions comes first.

    max_s       seconds since the step began
    core_c      the coldest point reaches this temperature from below
    crust_s     both faces have this browning dose [equivalent seconds at 140 °C]
    fallen_k    the coldest point has fallen this far below its highest in the step: the peak is over
    """

    max_s: float
    core_c: float | None = None
    crust_s: float | None = None
    fallen_k: float | None = None

    def __post_init__(self) -> None:
        require_between("until.max_s", self.max_s, 0.0, MAX_STEP_S, "s")
        if self.core_c is not None:
            require_between("until.core_c", self.core_c, -20.0, 250.0, "°C")
        if self.crust_s is not None and not self.crust_s > 0:
            raise InvalidInput("until.crust_s", f"must be above 0 (got {self.crust_s:g}).")
        if self.fallen_k is not None:
            require_between("until.fallen_k", self.fallen_k, 0.0, 100.0, "K")


@dataclass(frozen=True)
class Step:
    """One named stretch of a cook in unchanging surroundings.

    flip_every_s    turn the piece over at this interval; None leaves it
    flip_at_crust_s turn it over once, when the face that is down has this browning dose
    """

    name: str
    surroundings: Surroundings
    until: Until
    flip_every_s: float | None = None
    flip_at_crust_s: float | None = None

    def __post_init__(self) -> None:
        if self.flip_every_s is not None:
            require_between("flip_every_s", self.flip_every_s, 1.0, MAX_STEP_S, "s")


Programme = tuple[Step, ...]


def shifted(programme: Programme, delta_c: float, h_factor: float) -> Programme:
    """The programme over a fire that is warmer by delta_c with film coefficients scaled by h_factor."""
    return tuple(replace(s, surroundings=s.surroundings.shifted(delta_c, h_factor)) for s in programme)
