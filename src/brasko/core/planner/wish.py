"""What the cook wants of one piece, checked."""

from __future__ import annotations

from dataclasses import dataclass, replace

from brasko.core.fire import own as own_fires
from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.fire.own import OwnFire, as_set_at, planner_fire
from brasko.core.fire.setup import at_most
from brasko.core.fire.zones import Fire, Role, Zone, with_gentle_air, with_lid
from brasko.core.foods.cuts import Cut, cut_named
from brasko.core.foods.fats import FATS, Fat
from brasko.core.foods.shape import Geometry
from brasko.core.heat.simulation import Food
from brasko.core.planner.checks import checked
from brasko.core.planner.methods import MARKS, METHODS, Method, crust_dose_s
from brasko.core.safety.agency import Minimum, minimum_for, reading_needed_c

BATH_ABOVE_FINISH_K = 6.0
"""Warm fat is held at the target or up to 10-15 °F above (common practice, no source)."""
SURE_OF_THE_FIGURE_K = 0.4
"""A plan for an agency figure aims this much above it, so that no rounding lands below."""
PLANT_REST_S = 120.0
"""Vegetables go to the table nearly at once (common practice, no source)."""
CARRY_OVER_S = 90.0
"""From one fire to another (assumed)."""
SALTED_ON = ("ground", "plant")
"""Kinds of food that are only salted as they go on."""


@dataclass(frozen=True)
class Wish:
    """One piece, or several alike, as their eaters want them. Temperatures in °C, lengths in m, masses in kg, times in s.

    mass_kg                 of one piece
    fire                    None takes the method's usual one
    gentle_c                air of the gentle side, or the fat's temperature; None as the fire has it
    treatment               "whole", or "tenderised": no longer intact inside
    below_agency_accepted   the eater's own, recorded choice to finish a not-intact piece below the agency figure
    own_fire                a fire of the cook's own, with places for the food, instead of one that ships
    sear_fire               another fire for the sear; None sears where the gentle part was
    marks, lid, fat         how it is turned on the rods; the lid and the fat of the sear
    wrap                    of a long cook, once it stalls
    pull_offset_k           pull so far below the finish whatever is computed; None lets Brasko find the pull
    salt_lead_s             salt so long before the fire, instead of when `salt` says
    boned                   the bone is taken out of a cut that has one
    at_risk                 a guest eats with us who must not have meat below the agency figure
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
    sear_fire: str | None = None
    marks: str = "none"
    lid: str = "usual"
    fat: str = "oil"
    wrap: str = "none"
    pull_offset_k: float | None = None
    salt_lead_s: float | None = None
    rub: str = "none"
    finishing: str = "none"
    boned: bool = False
    frozen: bool = False
    thaw: str = "fridge"
    at_risk: bool = False
    count: int = 1

    def __post_init__(self) -> None:
        checked(self)

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
    def searing_key(self) -> str:
        """The fire that sears."""
        return self.sear_fire or self.fire_key

    @property
    def minimum(self) -> Minimum | None:
        """The agency figure that holds for this piece."""
        return minimum_for(cut_named(self.cut), self.treatment == "tenderised")

    @property
    def reading_c(self) -> float | None:
        """The reading in the middle that ends the last heat [°C]; None where that is the eater's own choice."""
        tenderised = self.treatment == "tenderised"
        return reading_needed_c(self.the_cut, self.finish_c, tenderised=tenderised, at_risk=self.at_risk)

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
    def geometry(self) -> Geometry:
        """The size of one piece. Raises InvalidInput where it cannot be."""
        return self.the_cut.geometry(self.thickness_m, self.mass_kg, boned=self.boned)

    @property
    def shipped_own(self) -> OwnFire | None:
        """The set-up behind a shipped fire; None for a kitchen's burner."""
        return own_fires.shipped().get(self.fire_key) if self.own_fire is None else None

    @property
    def air_wanted_c(self) -> float | None:
        """Air of the gentle side: as wished, or as the cut is usually roasted; None as the fire is set."""
        if self.gentle_c is not None or self.how.gentle_at != "gentle" or self.method == "low_and_slow":
            return self.gentle_c
        return None if self.own_fire is not None else self.the_cut.gentle_c

    @property
    def the_fire(self) -> Fire:
        """The fire of the gentle part, or of all of it, with the gentle side or the bath where the cook wants it."""
        wanted = self.air_wanted_c
        if self.own_fire is not None or self.shipped_own is not None:
            fire = self._placed_fire(self.own_as_set)
            if self.how.gentle_at != "bath":
                return fire
        else:
            fire = KITCHEN[self.fire_key]
        if "gentle" not in self.how.phases:
            return fire
        if wanted is None and self.how.gentle_at == "bath":
            wanted = min(max(self.finish_c + BATH_ABOVE_FINISH_K, 40.0), 95.0)
        return fire if wanted is None else with_gentle_air(fire, wanted, self.how.gentle_at)

    def _placed_fire(self, own: OwnFire) -> Fire:
        return planner_fire(own, self.geometry, round(self.the_cut.composition.fat, 3))

    @property
    def searing_fire(self) -> Fire:
        """The fire of the sear: the same, another that was asked for, or a pan where this one cannot sear."""
        if self.sear_fire is not None:
            other = own_fires.shipped().get(self.sear_fire)
            return KITCHEN[self.sear_fire] if other is None else self._placed_fire(other)
        fire = self.the_fire
        if "sear" in self.how.phases and not fire.has(self.how.sear_at):
            return BURNER
        return fire

    @property
    def sears_elsewhere(self) -> bool:
        """Whether the sear is on another fire than the gentle part."""
        return "sear" in self.how.phases and (
            (self.sear_fire is not None and self.sear_fire != self.fire_key) or not self.the_fire.has(self.how.sear_at)
        )

    @property
    def own_as_set(self) -> OwnFire:
        """The set-up behind the fire, set for the wished gentle heat where there is one."""
        own = self.own_fire or self.shipped_own
        assert own is not None
        gentle = "gentle" in self.how.phases and self.how.gentle_at == "gentle"
        if not gentle and own.setup.grill.controller is not None and self.how.sear_at == "sear":
            return replace(own, setup=at_most(own.setup))
        return as_set_at(
            own, self.air_wanted_c if gentle else None, self.geometry, round(self.the_cut.composition.fat, 3)
        )

    @property
    def gentle_zone(self) -> Zone | None:
        """Where the gentle phase happens, if there is one."""
        return self.the_fire.zone(self.how.gentle_at) if "gentle" in self.how.phases else None

    @property
    def sear_zone(self) -> Zone | None:
        """Where the sear happens, if there is one."""
        if "sear" not in self.how.phases:
            return None
        fire = self.searing_fire
        role: Role = self.how.sear_at
        if not fire.has(role):
            role = "pan" if fire.has("pan") else "sear"
        return with_lid(fire.zone(role), self.lid).greased(self.the_fat.contact.value)

    @property
    def can_mark(self) -> bool:
        """Whether the sear is on rods that are hot enough to mark."""
        return self.sear_zone is not None and self.sear_zone.rods is not None

    @property
    def in_pan(self) -> bool:
        """Whether the sear is in a pan."""
        return self.sear_zone is not None and self.sear_zone.pan is not None

    @property
    def has_lid(self) -> bool:
        """Whether there is a lid to open or shut over the sear."""
        return self.sear_zone is not None and not self.in_pan and self.searing_key != "chimney"

    @property
    def the_fat(self) -> Fat:
        """The fat of the sear."""
        return FATS[self.fat]

    @property
    def wait_s(self) -> float:
        """Between the gentle part and the sear: the fire is opened up, or the piece carried to another."""
        return CARRY_OVER_S if self.sears_elsewhere else self.the_fire.convert_s

    @property
    def food(self) -> Food:
        """The raw piece, with a probe in the middle."""
        return self.food_thicker(1.0)

    def food_thicker(self, factor: float) -> Food:
        """The raw piece as it may really be: thicker by a factor, and heavier with it."""
        shape = self.the_cut.geometry(self.thickness_m * factor, self.mass_kg * factor, boned=self.boned)
        return Food(
            shape,
            self.the_cut.material,
            self.start_c,
            skin_passes=self.the_cut.skin_passes,
            is_whole=self.reading_c is not None,
        )

    @property
    def flips_s(self) -> float:
        """Time between flips: as wished, or as is usual for the method."""
        return self.how.flips_s[0] if self.flip_every_s is None else self.flip_every_s

    @property
    def turn_deg(self) -> float:
        """The turn on the rods that makes the marks; 0 without."""
        return MARKS[self.marks][1]

    @property
    def crust_s(self) -> float:
        """Browning dose wanted on each face."""
        return crust_dose_s(self.crust) if self.how.browns else 0.0

    @property
    def salting(self) -> str:
        """When it is salted: ground meat only as it goes on, or it turns to sausage; plants right before the fire."""
        return "just_before" if self.the_cut.kind in SALTED_ON else self.salt

    @property
    def resting_s(self) -> float:
        """Rest: 2 min thin, 5 min ordinary, 10 min from 1.5 in up (common practice, no source); burgers and the like
        are served sooner, what was cooked for hours later. Never shorter than the agency asks for."""
        least = 0.0 if self.minimum is None else self.minimum.rest_s
        if self.rest_s is not None:
            return max(self.rest_s, least)
        if self.the_cut.kind == "plant":
            return PLANT_REST_S
        if self.method == "low_and_slow":
            return 1800.0
        if self.thickness_m >= 0.0375:
            return 600.0
        return max(300.0 if self.thickness_m >= 0.0195 else 120.0, least)

    def with_thickness(self, factor: float) -> Wish:
        """The same wish for a piece that is thicker by a factor, and heavier with it."""
        return replace(self, thickness_m=self.thickness_m * factor, mass_kg=self.mass_kg * factor)
