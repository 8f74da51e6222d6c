"""A programme: named steps, each with its surroundings, an end and a flip rule.

One representation serves planning, simulating, cooking and logging.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from brasko.core.errors import InvalidInput, require_between
from brasko.core.words import quantity, say

MAX_STEP_S = 48 * 3600.0
"""No step lasts longer."""


@dataclass(frozen=True)
class Side:
    """What one side of the food sees.

    air_c, h_w_m2k          convection: q = h (T_air - T_surface)
    radiant_c, view_factor, emissivity
                            radiation: q = ε σ F (T_radiant⁴ - T_surface⁴); no radiation where radiant_c is None
    contact_c, contact_w_m2k
                            contact with a hot solid: q = h_c (T_contact - T_surface)
    vapour_kg_m3            water vapour in the air beside the surface
    vapour_open             False under a liquid: water cannot evaporate below its boiling point
    vapour_passes           share of the vapour that what is about the piece lets through
    """

    air_c: float = 20.0
    h_w_m2k: float = 0.0
    radiant_c: float | None = None
    view_factor: float = 1.0
    emissivity: float = 0.9
    contact_c: float | None = None
    contact_w_m2k: float = 0.0
    vapour_kg_m3: float = 0.010
    vapour_open: bool = True
    vapour_passes: float = 1.0

    def __post_init__(self) -> None:
        require_between("air_c", self.air_c, -40.0, 1000.0, "°C")
        require_between("h_w_m2k", self.h_w_m2k, 0.0, 5000.0, "W/m2K")
        require_between("view_factor", self.view_factor, 0.0, 1.0, "")
        require_between("emissivity", self.emissivity, 0.0, 1.0, "")
        require_between("contact_w_m2k", self.contact_w_m2k, 0.0, 5000.0, "W/m2K")
        require_between("vapour_kg_m3", self.vapour_kg_m3, 0.0, 1.0, "kg/m3")
        require_between("vapour_passes", self.vapour_passes, 0.0, 1.0, "")
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
"""A face that gives and takes nothing."""


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
class Metal:
    """What the piece lies on, a body with its own heat: a skillet, a griddle, a stone, or the rods of a grate.

    It cools when the meat lands and recovers: C dT/dt = power - loss (T - T_around) - contact with the food.

    share               of the face that touches: 1 in a pan, less on rods, which leave marks
    hidden              share of the face it hides from the air and the coals below; as much as touches, if not given
    contact_w_m2k       conductance where it touches
    heat_j_k            heat capacity of the metal that serves this piece
    power_w             heat it takes up from burner or coals
    loss_w_k, around_c  heat it loses to, or gains from, what is about it
    start_c             its temperature when the food lands; None goes on from the step before
    most_c              the cook turns the heat down so that it gets no hotter; None leaves the heat as it is
    """

    contact_w_m2k: float
    heat_j_k: float
    share: float = 1.0
    hidden: float | None = None
    power_w: float = 0.0
    loss_w_k: float = 0.0
    around_c: float = 20.0
    start_c: float | None = None
    most_c: float | None = None

    def __post_init__(self) -> None:
        require_between("metal.contact_w_m2k", self.contact_w_m2k, 1.0, 5000.0, "W/m2K")
        require_between("metal.heat_j_k", self.heat_j_k, 10.0, 1e6, "J/K", say("common-a-cast-iron-skillet-has-about"))
        require_between("metal.share", self.share, 0.01, 1.0, "")
        if self.hidden is not None:
            require_between("metal.hidden", self.hidden, self.share, 1.0, "")
        require_between("metal.power_w", self.power_w, 0.0, 20000.0, "W")
        require_between("metal.loss_w_k", self.loss_w_k, 0.0, 1000.0, "W/K")
        require_between("metal.around_c", self.around_c, -40.0, 1200.0, "°C")
        if self.start_c is not None:
            require_between("metal.start_c", self.start_c, -40.0, 800.0, "°C")

    @property
    def hides(self) -> float:
        """Share of the face that the air and the fire below do not reach."""
        return self.share if self.hidden is None else self.hidden

    def shifted(self, delta_c: float, h_factor: float) -> Metal:
        """The same metal, hotter by delta_c and touching better or worse."""
        return replace(
            self,
            contact_w_m2k=self.contact_w_m2k * h_factor,
            around_c=self.around_c + delta_c,
            start_c=None if self.start_c is None else self.start_c + delta_c,
            most_c=None if self.most_c is None else self.most_c + delta_c,
        )


@dataclass(frozen=True)
class Until:
    """When a step ends: whichever of its conditions comes first.

    max_s       seconds since the step began
    core_c      the coldest point reaches this temperature from below
    probe_c     the point where a probe's tip sits reaches this temperature from below
    crust_s     both faces have this browning dose [equivalent seconds at 140 °C]
    fallen_k    the coldest point has fallen this far below its highest in the step: the peak is over
    """

    max_s: float
    core_c: float | None = None
    probe_c: float | None = None
    crust_s: float | None = None
    fallen_k: float | None = None

    def __post_init__(self) -> None:
        require_between("until.max_s", self.max_s, 0.0, MAX_STEP_S, "s")
        for name in ("core_c", "probe_c"):
            if getattr(self, name) is not None:
                require_between(f"until.{name}", getattr(self, name), -20.0, 250.0, "°C")
        if self.crust_s is not None and not self.crust_s > 0:
            raise InvalidInput("until.crust_s", say("steps-must-be-above-0-got", crust=quantity.general(self.crust_s)))
        if self.fallen_k is not None:
            require_between("until.fallen_k", self.fallen_k, 0.0, 100.0, "K")


@dataclass(frozen=True)
class Baste:
    """Water brushed or sprayed on the upper side and the edge: kg_m2 of it, first_s into the step and every_s after."""

    kg_m2: float
    first_s: float
    every_s: float

    def __post_init__(self) -> None:
        require_between("baste.kg_m2", self.kg_m2, 0.0, 2.0, "kg/m2")
        require_between("baste.first_s", self.first_s, 0.0, MAX_STEP_S, "s")
        require_between("baste.every_s", self.every_s, 60.0, MAX_STEP_S, "s")

    def moments(self, length_s: float) -> tuple[float, ...]:
        """When it is done within a step of this length [s]."""
        return tuple(float(at) for at in np.arange(self.first_s, length_s, self.every_s))

    def after(self, passed_s: float) -> Baste:
        """The same for what is left of a step of which so much is over."""
        left = self.first_s - passed_s
        return replace(self, first_s=left if left >= 0.0 else left % self.every_s)


@dataclass(frozen=True)
class Step:
    """One named stretch of a cook in unchanging surroundings.

    flip_every_s    turn the piece over at this interval; None leaves it
    flip_at_crust_s turn it over once, when the face that is down has this browning dose
    flip_first      turn it over as the step begins
    turn_deg        how it lies to the rods: another angle makes another set of marks
    metal           what it lies on, where that has its own heat
    pressed         how many times faster juice leaves than where nothing presses on the piece
    baste           what it is sprayed or mopped with on the way
    """

    name: str
    surroundings: Surroundings
    until: Until
    flip_every_s: float | None = None
    flip_at_crust_s: float | None = None
    flip_first: bool = False
    turn_deg: float = 0.0
    metal: Metal | None = None
    pressed: float = 1.0
    baste: Baste | None = None

    def __post_init__(self) -> None:
        require_between("pressed", self.pressed, 1.0, 20.0, "")
        require_between("turn_deg", self.turn_deg, -360.0, 360.0, "°")
        if self.flip_every_s is not None:
            require_between("flip_every_s", self.flip_every_s, 1.0, MAX_STEP_S, "s")


Programme = tuple[Step, ...]


def shifted(programme: Programme, delta_c: float, h_factor: float) -> Programme:
    """The programme over a fire that is warmer by delta_c with film coefficients scaled by h_factor."""
    return tuple(
        replace(
            s,
            surroundings=s.surroundings.shifted(delta_c, h_factor),
            metal=None if s.metal is None else s.metal.shifted(delta_c, h_factor),
        )
        for s in programme
    )


def over_hotter(step: Step, read_c: float, needed_c: float, air_c: float) -> Step:
    """The same step over a fire whose grate or pan is so hot instead: air by its excess over that outside, what
    radiates by the excess of the fourth power of its kelvins."""
    outside = (air_c + 273.15) ** 4
    radiant = max((read_c + 273.15) ** 4 - outside, 0.0) / max((needed_c + 273.15) ** 4 - outside, 1.0)
    excess = max(read_c - air_c, 1.0) / max(needed_c - air_c, 1.0)

    def other(side: Side) -> Side:
        seen = side.radiant_c
        fire = None
        if seen is not None:
            fourth = outside + radiant * ((seen + 273.15) ** 4 - outside)
            fire = min(max(fourth, 0.5 * outside) ** 0.25 - 273.15, 1500.0)
        return replace(side, air_c=min(air_c + excess * (side.air_c - air_c), 1000.0), radiant_c=fire)

    around = step.surroundings
    metal = step.metal
    if metal is not None:
        around_c = air_c + excess * (metal.around_c - air_c)
        begins = metal.around_c if metal.start_c is None else metal.start_c
        metal = replace(metal, around_c=around_c, start_c=air_c + excess * (begins - air_c))
    return replace(
        step, surroundings=Surroundings(other(around.bottom), other(around.top), other(around.edge)), metal=metal
    )


def interrupted(step: Step, after_s: float, for_s: float, meanwhile: Surroundings) -> Programme:
    """A step that is broken by something else: the lid is opened, the piece is moved away and back.

    The rest of the step follows under the same name and with what is left of its time. Each part keeps the step's
    other conditions, so a part whose condition is already met is over at once.
    """
    require_between("after_s", after_s, 0.0, step.until.max_s, "s")
    left = max(step.until.max_s - after_s - for_s, 0.0)
    first = replace(step, until=replace(step.until, max_s=after_s))
    pause = Step(f"{step.name}, interrupted", meanwhile, replace(step.until, max_s=for_s), metal=step.metal)
    baste = None if step.baste is None else step.baste.after(after_s + for_s)
    again = replace(step, until=replace(step.until, max_s=left), flip_first=False, baste=baste)
    going_on = None if step.metal is None else replace(step.metal, start_c=None)
    return (first, replace(pause, metal=going_on), replace(again, metal=going_on))
