"""What the cook wants of one piece, checked."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.errors import InvalidInput, UnknownName, require_between
from brasko.core.fire.fires import fire_named
from brasko.core.fire.own import OwnFire, as_set, planner_fire
from brasko.core.fire.rests import RESTS
from brasko.core.fire.zones import Fire, Zone, with_gentle_air
from brasko.core.foods.cuts import Cut, cut_named
from brasko.core.heat.simulation import Food
from brasko.core.planner.methods import CRUSTS, METHODS, SALTS, TREATMENTS, Method
from brasko.core.safety.agency import Minimum, minimum_for, needs_choice

BATH_ABOVE_FINISH_K = 6.0
"""Warm fat is held at the target or up to 10-15 °F above (common practice, no source)."""
SURE_OF_THE_FIGURE_K = 0.4
"""A plan for an agency figure aims this much above it, so that no rounding lands below."""


@dataclass(frozen=True)
class Wish:
    """One piece as its eater wants it. Temperatures in °C, lengths in m, masses in kg, times in s.

    fire                    None takes the method's usual one
    gentle_c                air of the gentle side, or the fat's temperature; None as the fire has it
    treatment               "whole", or "tenderised": no longer intact inside
    below_agency_accepted   the eater's own, recorded choice to finish a not-intact piece below the agency figure
    own_fire                a fire of the cook's own, with places for the food, instead of one that ships
    """

    cut: str
    thickness_m: float
    mass_kg: float
    finish_c: float
    start_c: float = 4.0
    method: str = "low_then_sear"
    fire: str | None = None
    gentle_c: float | None = None
    crust: str = "good"
    flip_every_s: float | None = None
    rest: str = "foil"
    rest_s: float | None = None
    salt: str = "hour"
    temper_s: float = 0.0
    air_c: float = 22.0
    treatment: str = "whole"
    below_agency_accepted: bool = False
    own_fire: OwnFire | None = None

    def __post_init__(self) -> None:
        cut = cut_named(self.cut)
        for field, got, known in (
            ("method", self.method, METHODS), ("crust", self.crust, CRUSTS), ("rest", self.rest, RESTS),
            ("salt", self.salt, SALTS), ("treatment", self.treatment, TREATMENTS),
        ):  # fmt: skip
            if got not in known:
                raise UnknownName(field, got, known)
        self._check_sizes(cut)
        self._check_fire()
        self._check_finish(cut)

    def _check_sizes(self, cut: Cut) -> None:
        require_between("thickness_mm", self.thickness_m * 1000, 6.0, 150.0, "mm", "A 1.5 in steak is 38 mm.")
        cut.geometry(self.thickness_m, self.mass_kg)
        require_between("start_c", self.start_c, -1.0, 40.0, "°C", "A fridge is about 4 °C; thaw frozen meat first.")
        require_between(
            "finish_c", self.finish_c, 38.0, 98.0, "°C", "Rare starts about 48 °C, well done is above 70 °C."
        )
        if self.flip_every_s is not None:
            require_between("flip_every_s", self.flip_every_s, 10.0, 600.0, "s")
        require_between("temper_min", self.temper_s / 60.0, 0.0, 120.0, "min")
        require_between("air_c", self.air_c, -30.0, 50.0, "°C")
        if self.rest_s is not None:
            require_between("rest_min", self.rest_s / 60.0, 1.0, 120.0, "min")

    def _check_fire(self) -> None:
        if self.own_fire is not None:
            self._check_own_fire()
            return
        fire = fire_named(self.fire_key)
        if self.fire_key not in self.how.fires:
            usable = ", ".join(self.how.fires)
            raise InvalidInput(
                "fire", f"cannot do this: {self.how.name} needs one of {usable} (got {self.fire_key}).",
                suggestion=self.how.fires[0],
            )  # fmt: skip
        if self.gentle_c is not None and "gentle" in self.how.phases:
            with_gentle_air(fire, self.gentle_c, self.how.gentle_at)
            self._check_warm_enough(self.gentle_c)

    def _check_own_fire(self) -> None:
        fire = self.the_fire
        for phase, role in (("gentle", self.how.gentle_at), ("sear", self.how.sear_at)):
            if phase in self.how.phases:
                fire.zone(role)
        if "gentle" in self.how.phases:
            self._check_warm_enough(fire.zone(self.how.gentle_at).air_c)

    def _check_warm_enough(self, gentle_c: float) -> None:
        if gentle_c <= self.finish_c:
            raise InvalidInput(
                "gentle_c",
                f"must be above the wanted finish of {{temp:{self.finish_c:g}}} (got {{temp:{gentle_c:.0f}}}), "
                "or the middle never gets there.",
            )

    def _check_finish(self, cut: Cut) -> None:
        if self.start_c >= self.finish_c - 1.0:
            raise InvalidInput(
                "start_c",
                f"must be below the wanted finish (start {{temp:{self.start_c:g}}}, finish {{temp:{self.finish_c:g}}}). "
                "Lower the start temperature or raise the finish.",
            )
        minimum = self.minimum
        if minimum is None or self.finish_c >= minimum.core_c - 0.05:
            return
        choice = needs_choice(cut, self.treatment == "tenderised")
        if choice == "never":
            raise InvalidInput(
                "finish_c", f"must reach the agency figure for {minimum.words}.", suggestion=f"{minimum.core_c:.1f}"
            )
        if choice == "recorded" and not self.below_agency_accepted:
            raise InvalidInput(
                "finish_c",
                f"is below the agency figure for {minimum.words}. Raise it, or record that the eater has chosen this: "
                "what lies inside such a piece has been on the outside.",
                suggestion=f"{minimum.core_c:.1f}",
            )

    @property
    def how(self) -> Method:
        """The method by its key."""
        return METHODS[self.method]

    @property
    def fire_key(self) -> str:
        """The fire asked for, or the method's usual one; "own" for a fire of the cook's own."""
        if self.own_fire is not None:
            return "own"
        return self.fire or self.how.fires[0]

    @property
    def minimum(self) -> Minimum | None:
        """The agency figure that holds for this piece."""
        return minimum_for(cut_named(self.cut), self.treatment == "tenderised")

    @property
    def aim_c(self) -> float:
        """The peak to plan for: the finish, or a little above where the finish is an agency figure."""
        minimum = self.minimum
        if minimum is not None and minimum.core_c - 0.05 <= self.finish_c < minimum.core_c + SURE_OF_THE_FIGURE_K:
            return minimum.core_c + SURE_OF_THE_FIGURE_K
        return self.finish_c

    @property
    def the_cut(self) -> Cut:
        """The cut by its key."""
        return cut_named(self.cut)

    @property
    def the_fire(self) -> Fire:
        """The fire, with the gentle side or the bath where the cook wants it."""
        wanted = self.gentle_c
        if self.own_fire is not None:
            shape = self.the_cut.geometry(self.thickness_m, self.mass_kg)
            fire = planner_fire(self.own_as_set, shape, round(self.the_cut.composition.fat, 3))
            if self.how.gentle_at != "bath":
                return fire
        else:
            fire = fire_named(self.fire_key)
        if "gentle" not in self.how.phases:
            return fire
        if wanted is None and self.how.gentle_at == "bath":
            wanted = min(max(self.finish_c + BATH_ABOVE_FINISH_K, 40.0), 95.0)
        return fire if wanted is None else with_gentle_air(fire, wanted, self.how.gentle_at)

    @property
    def own_as_set(self) -> OwnFire:
        """The cook's own fire, set for the wished gentle heat where there is one."""
        assert self.own_fire is not None
        gentle = "gentle" in self.how.phases and self.how.gentle_at == "gentle"
        return as_set(self.own_fire, self.gentle_c if gentle else None)

    @property
    def gentle_zone(self) -> Zone | None:
        """Where the gentle phase happens, if there is one."""
        return self.the_fire.zone(self.how.gentle_at) if "gentle" in self.how.phases else None

    @property
    def sear_zone(self) -> Zone | None:
        """Where the sear happens, if there is one."""
        return self.the_fire.zone(self.how.sear_at) if "sear" in self.how.phases else None

    @property
    def food(self) -> Food:
        """The raw piece, with a probe in the middle."""
        cut = self.the_cut
        return Food(cut.geometry(self.thickness_m, self.mass_kg), cut.material, self.start_c)

    @property
    def flips_s(self) -> float:
        """Time between flips: as wished, or as is usual for the method."""
        return self.how.flips_s[0] if self.flip_every_s is None else self.flip_every_s

    @property
    def crust_s(self) -> float:
        """Browning dose wanted on each face."""
        return CRUSTS[self.crust][1].value if self.how.browns else 0.0

    @property
    def resting_s(self) -> float:
        """Rest: 2 min thin, 5 min ordinary, 10 min from 1.5 in up (common practice, no source); burgers and the like
        are served sooner, what was cooked for hours later. Never shorter than the agency asks for."""
        least = 0.0 if self.minimum is None else self.minimum.rest_s
        if self.rest_s is not None:
            return max(self.rest_s, least)
        if self.method == "low_and_slow":
            return 1800.0
        if self.thickness_m >= 0.0375:
            return 600.0
        return max(300.0 if self.thickness_m >= 0.0195 else 120.0, least)

    def with_thickness(self, factor: float) -> Wish:
        """The same wish for a piece that is thicker by a factor, and heavier with it."""
        return replace(self, thickness_m=self.thickness_m * factor, mass_kg=self.mass_kg * factor)
