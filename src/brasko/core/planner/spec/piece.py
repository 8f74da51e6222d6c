"""What the cook wants of one piece, checked."""

from __future__ import annotations

from dataclasses import KW_ONLY, dataclass, replace
from functools import lru_cache
from typing import Annotated, NamedTuple

import numpy as np

from brasko.core.fire import custom as own_fires
from brasko.core.fire.custom import PLANNER_FIRES, OwnFire, as_set_at, planner_fire
from brasko.core.fire.fires import BURNER, KITCHEN
from brasko.core.fire.rests import RESTS
from brasko.core.fire.setup import at_most
from brasko.core.fire.zones import Fire, Role, Zone, with_gentle_air, with_held_air, with_lid
from brasko.core.foods.cuts import Cut, cut_named
from brasko.core.foods.fats import FATS, Fat
from brasko.core.foods.shape import Geometry
from brasko.core.heat.simulation import Food
from brasko.core.planner.spec.checks import checked
from brasko.core.planner.spec.fields import FieldSpec
from brasko.core.planner.spec.methods import METHODS
from brasko.core.planner.spec.methods.method import Method
from brasko.core.planner.spec.options import (
    BASTES,
    CRUSTS,
    FINISHES,
    LIDS,
    MARKS,
    RUBS,
    SALTED_SURFACE,
    SALTS,
    THAWS,
    TREATMENTS,
    WRAP_AT_C,
    WRAPS,
    crust_dose_s,
)
from brasko.core.safety.agency import Minimum, minimum_for, reading_needed_c
from brasko.core.sourced import Sourced
from brasko.core.uncertainty.unknowns import FIRE_SD
from brasko.core.words import say

BATH_ABOVE_FINISH_K = 6.0
"""Warm fat is held at the target or up to 10-15 °F above (common practice, no source)."""
BATH_SD = Sourced(2.0, "K", "", "assumed")
"""How far the fat is off what its thermometer was held at: it is turned down and up by hand."""
SURE_OF_THE_FIGURE_K = 0.4
"""A plan for an agency figure aims this much above it, so that no rounding lands below."""
REST_OF_M = ((0.015, 120.0), (0.03, 300.0), (0.038, 600.0))
"""Rests of a thin, an ordinary and a thick piece by thickness [m, s] (common practice, no source)."""
PLANT_REST_S = 120.0
"""Vegetables go to the table nearly at once (common practice, no source)."""
CARRY_OVER_S = 90.0
"""From one fire to another (assumed)."""
MAX_PIECES = 24
"""Pieces alike in one plan: more is a party of its own."""
SALTED_ON = ("ground", "plant")
"""Kinds of food that are only salted as they go on."""


AIR_AS_WANTED_K = 1.0
"""A place this near the air that is wanted has it (assumed)."""
OF_THE_FIRE = ("cut", "method", "fire", "own_fire")
"""Whose change sets back what was learned of a fire."""


class GentleHeat(NamedTuple):
    """How the heat of the gentle part differs from the one assumed: warmer by air_more_k [K], its film by a factor; and
    what is left of the usual spread of both."""

    air_more_k: float
    film_more: float
    air_spread: float
    film_spread: float


@lru_cache(maxsize=64)
def _held(fire: Fire, air_c: float) -> Fire:
    """The fire with the air of its gentle place held at another temperature."""
    held = with_held_air(fire.gentle, air_c)
    return replace(fire, zones=tuple(held if zone.role == "gentle" else zone for zone in fire.zones))


@dataclass(frozen=True)
class PieceSpec:
    """One piece, or several alike, as their eaters want them: each answer is declared here, and nowhere else.
    Temperatures in °C, lengths in m, masses in kg, times in s.

    mass_kg                 of one piece
    fire                    None takes the method's usual one
    gentle_c                air of the gentle side, or the fat's temperature; None as the fire has it
    treatment               "whole", or "tenderised": no longer intact inside
    below_agency_accepted   the eater's own, recorded choice to finish a not-intact piece below the agency figure
    own_fire                a fire of the cook's own, with places for the food, instead of one that ships
    sear_fire               another fire for the sear; None sears where the gentle part was
    marks, lid, fat         how it is turned on the rods; the lid and the fat of the sear
    wrap, wrap_c            of a long cook, once it stalls or the core is at wrap_c
    baste                   what a long cook is sprayed, mopped or glazed with
    pull_offset_k           pull so far below the finish whatever is computed; None lets Brasko find the pull
    salt_lead_s             salt so long before the fire, instead of when `salt` says
    salt_share              salt by the weight of the meat; None as is usual for the cut
    sear_side_s             the sear is so long on each side; None as long as its crust takes
    boned                   the bone is taken out of a cut that has one
    air_more_k, film_more   how the gentle side differs from the fire assumed, as the household's log has it
    air_spread, film_spread what is left of the usual spread of these
    start_more, convert_more
                            how many times the usual the fire takes to be ready, and to be opened up
    gauge_more_k            what its gauge shows above the air at the food
    sear_more_k             how much hotter its searing place is than the fire assumed
    at_risk                 a guest eats with us who must not have meat below the agency figure
    """

    # fmt: off
    cut: Annotated[str, FieldSpec("cut", say("wish-what"), group="first", guide="cut:")]
    thickness_m: Annotated[float, FieldSpec("length", say("wish-how-thick"), 6.0, 150.0, say("wish-a-1-5-in-steak-is"), slider=(8.0, 76.0),
        must=True, of_cut=lambda cut, _: cut.typical_thickness_m, reset_by=("cut",), group="first")]
    mass_kg: Annotated[float, FieldSpec("mass", say("wish-weight-of-one"), slider=(40.0, 1500.0), of_cut=Cut.usual_mass_kg,
        reset_by=("cut", "thickness_m"), spoken="weight")]
    finish_c: Annotated[float, FieldSpec("temperature", say("wish-finish"), 38.0, 98.0, say("wish-rare-starts-about"),
        of_cut=lambda cut, _: cut.default_finish_c, reset_by=("cut",), group="first", guide="school:words")]
    _: KW_ONLY
    count: Annotated[int, FieldSpec("count", say("wish-how-many-alike"), 1.0, MAX_PIECES, say("common-plan-a-larger-party-as-several"),
        slider=(1.0, 12.0), of="pieces")] = 1
    boned: Annotated[bool, FieldSpec("flag", say("wish-the-bone-is-taken-out"), reset_by=("cut",), when="bone")] = False
    treatment: Annotated[str, FieldSpec("name", say("wish-as-bought"), names=TREATMENTS, reset_by=("cut",), when="intact")] = "whole"
    frozen: Annotated[bool, FieldSpec("flag", say("wish-it-is-frozen"), reset_by=("cut",))] = False
    thaw: Annotated[str, FieldSpec("name", say("wish-thaw-it"), names=THAWS, reset_by=("cut",), when="frozen", guide="danger:thaw")] = "fridge"
    start_c: Annotated[float, FieldSpec("temperature", say("wish-out-of-the-fridge-at"), -1.0, 40.0,
        say("wish-a-fridge-is-about-4-c"), slider=(0.0, 25.0), guide="school:temper")] = 4.0
    temper_s: Annotated[float, FieldSpec("minutes", say("wish-temper-for"), 0.0, 120.0, slider=(0.0, 90.0), guide="school:temper")] = 0.0
    air_c: Annotated[float, FieldSpec("temperature", say("wish-in-an-air-of"), -30.0, 50.0, slider=(-10.0, 42.0), when="tempered")] = 22.0
    at_risk: Annotated[bool, FieldSpec("flag", say("wish-a-young-child-or-a-pregnant"),
        group="first")] = False
    below_agency_accepted: Annotated[bool, FieldSpec("flag",
        say("wish-who-eats-it-has-chosen-to"), reset_by=("cut",),
        group="first")] = False
    salt: Annotated[str, FieldSpec("name", say("wish-salt"), names=SALTS, picked=True, group="salt", guide="salt:", when="salted_ahead")] = "hour"
    salt_lead_s: Annotated[float | None, FieldSpec("minutes", say("wish-salt-this-long-before"), 5.0, 48 * 60.0, say("wish-two-days-are-the-most"),
        slider=(5.0, 180.0), reset_by=("cut",), group="salt", when="salted_ahead",
        own=say("wish-i-salt-at-my-own-time"), starts=60.0, outside="salt_min")] = None
    salt_share: Annotated[float | None, FieldSpec("percent", say("wish-salt-percent"), 0.3, 2.5, say("wish-salt-percent-hint"), slider=(0.5, 2.0),
        reset_by=("cut",), group="salt", own=say("wish-salt-percent-own"), starts=1.0)] = None
    rub: Annotated[str, FieldSpec("name", say("wish-rub"), names=RUBS, reset_by=("cut",), group="salt", guide="school:pepper")] = "none"
    fat: Annotated[str, FieldSpec("name", say("wish-fat-in-the-pan"), names=FATS, reset_by=("cut",), group="salt", when="pan")] = "oil"
    finishing: Annotated[str, FieldSpec("name", say("wish-last-touch"), names=FINISHES, reset_by=("cut",), group="salt", guide="fat:board")] = "none"
    method: Annotated[str, FieldSpec("name", say("wish-method"), names=METHODS, of_cut=lambda cut, _: cut.method, reset_by=("cut",),
        picked=True, group="fire", guide="method:")] = "low_then_sear"
    fire: Annotated[str | None, FieldSpec("name", say("wish-fire"), names=PLANNER_FIRES, reset_by=("cut", "method", "own_fire"), picked=True,
        group="fire")] = None
    own_fire: Annotated[OwnFire | None, FieldSpec("fire", say("wish-a-fire-of-the-cooks-own"), reset_by=("cut", "method", "fire"),
        picked=True, group="fire")] = None
    sear_fire: Annotated[str | None, FieldSpec("name", say("wish-sear-on"), names=PLANNER_FIRES, reset_by=("cut", "method"), picked=True,
        group="fire", when="two_parts")] = None
    gentle_c: Annotated[float | None, FieldSpec("temperature", say("common-gentle-side-at"), reset_by=("cut", "method"), picked=True,
        group="fire", guide="glossary:two-zone", when="gentle")] = None
    wrap: Annotated[str, FieldSpec("name", say("wish-wrap"), names=WRAPS, reset_by=("cut", "method"), group="fire", guide="glossary:stall", when="long")] = "none"
    wrap_c: Annotated[float | None, FieldSpec("temperature", say("wish-wrap-at"), 55.0, 90.0, say("wish-wrap-at-hint"), slider=(60.0, 80.0),
        reset_by=("cut", "method", "wrap"), group="fire", guide="glossary:stall", when="wrapped", own=say("wish-wrap-at-own"), starts=74.0,
        spoken="wrap_at")] = None
    baste: Annotated[str, FieldSpec("name", say("wish-baste"), names=BASTES, reset_by=("cut", "method"), group="fire", when="long")] = "none"
    crust: Annotated[str, FieldSpec("name", say("wish-crust"), names=CRUSTS, of_cut=lambda cut, _: cut.crust, reset_by=("cut",), picked=True,
        group="sear", guide="glossary:crust", when="browns")] = "good"
    marks: Annotated[str, FieldSpec("name", say("wish-marks"), names=MARKS, reset_by=("cut", "method", "sear_fire"), group="sear", guide="school:marks",
        when="rods")] = "none"
    flip_every_s: Annotated[float | None, FieldSpec("seconds", say("wish-flip-every"), 10.0, 600.0, slider=(10.0, 300.0),
        reset_by=("cut", "method", "marks"), group="sear", guide="school:flips", when="flipped")] = None
    sear_side_s: Annotated[float | None, FieldSpec("seconds", say("wish-sear-side"), 10.0, 300.0, say("wish-sear-side-hint"), slider=(15.0, 180.0),
        reset_by=("cut", "method", "sear_fire"), group="sear", when="two_parts", own=say("wish-sear-side-own"), starts=60.0)] = None
    lid: Annotated[str, FieldSpec("name", say("wish-lid"), names=LIDS, reset_by=("cut", "method", "sear_fire"), group="sear", guide="school:lid",
        when="lid")] = "usual"
    pull_offset_k: Annotated[float | None, FieldSpec("rise", say("wish-pull-below-the-finish-by"), 0.0, 40.0,
        say("wish-ten-f-under-is-the-usual"), slider=(0.0, 25.0), reset_by=("cut", "method"), group="rest", guide="glossary:carry-over",
        own=say("wish-i-pull-by-my-own-rule"), starts=10.0 / 1.8, outside="pull_offset", spoken="pull_offset_k")] = None
    rest: Annotated[str, FieldSpec("name", say("wish-rest"), names=RESTS, picked=True, group="rest", guide="rest:")] = "foil"
    rest_s: Annotated[float | None, FieldSpec("minutes", say("wish-rest-for"), 1.0, 300.0, slider=(1.0, 60.0), reset_by=("cut",),
        group="rest", own=say("wish-i-set-the-length-of-the"), starts=10.0)] = None
    altitude_m: Annotated[float, FieldSpec("number", say("wish-altitude"), -430.0, 5000.0, say("wish-altitude-hint"), group="log")] = 0.0
    air_more_k: Annotated[float, FieldSpec("rise", say("wish-air-more"), -40.0, 40.0, reset_by=OF_THE_FIRE, group="log")] = 0.0
    air_spread: Annotated[float, FieldSpec("number", say("wish-air-spread"), 0.05, 1.5, reset_by=OF_THE_FIRE, group="log")] = 1.0
    film_more: Annotated[float, FieldSpec("number", say("wish-film-more"), 0.5, 2.0, reset_by=OF_THE_FIRE, group="log")] = 1.0
    film_spread: Annotated[float, FieldSpec("number", say("wish-film-spread"), 0.05, 1.5, reset_by=OF_THE_FIRE, group="log")] = 1.0
    start_more: Annotated[float, FieldSpec("number", say("wish-start-more"), 0.3, 3.0, reset_by=OF_THE_FIRE, group="log")] = 1.0
    convert_more: Annotated[float, FieldSpec("number", say("wish-convert-more"), 0.3, 3.0, reset_by=OF_THE_FIRE, group="log")] = 1.0
    gauge_more_k: Annotated[float, FieldSpec("rise", say("wish-gauge-more"), -60.0, 60.0, reset_by=OF_THE_FIRE, group="log")] = 0.0
    sear_more_k: Annotated[float, FieldSpec("rise", say("wish-sear-more"), -150.0, 150.0, reset_by=OF_THE_FIRE, group="log")] = 0.0
    # fmt: on

    def __post_init__(self) -> None:
        checked(self)

    @property
    def gentle_heat(self) -> GentleHeat:
        """What is known of the gentle part's heat: of the fire's air as the log has it; fat is held by its own
        thermometer, whatever the fire about it does."""
        if self.how.gentle_at == "bath":
            return GentleHeat(0.0, 1.0, BATH_SD.value / FIRE_SD.value, 1.0)
        return GentleHeat(self.air_more_k, self.film_more, self.air_spread, self.film_spread)

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
    def salt_kg(self) -> float:
        """Salt for all pieces together."""
        share = self.the_cut.salt_share if self.salt_share is None else self.salt_share
        return share * self.mass_kg * self.count

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
        if self.gentle_c is not None or self.how.gentle_at != "gentle" or self.how.is_long:
            return self.gentle_c
        return None if self.own_fire is not None else self.the_cut.gentle_c

    @property
    def the_fire(self) -> Fire:
        """The fire of the gentle part, or of all of it, with the gentle side or the bath where the cook wants it."""
        wanted = self.air_wanted_c
        if self.own_fire is not None or self.shipped_own is not None:
            fire = self._placed_fire(self.own_as_set)
            if self.how.gentle_at != "bath":
                return fire if self.air_short_k <= 0.0 else _held(fire, wanted)
        else:
            fire = KITCHEN[self.fire_key]
        if "gentle" not in self.how.phases:
            return fire
        if wanted is None and self.how.gentle_at == "bath":
            wanted = min(max(self.finish_c + BATH_ABOVE_FINISH_K, 40.0), 95.0)
        return fire if wanted is None else with_gentle_air(fire, wanted, self.how.gentle_at)

    @property
    def air_short_k(self) -> float:
        """How far the air beside a gas grill's burners stays below what is wanted, as it is computed [K]. What is
        wanted is taken as held there all the same: cooks do (common practice, no source)."""
        own, wanted = self.own_fire or self.shipped_own, self.air_wanted_c
        if own is None or wanted is None or own.setup.grill.kind.rules != "knobs":
            return 0.0
        if "gentle" not in self.how.phases or self.how.gentle_at != "gentle":
            return 0.0
        return max(wanted - self._placed_fire(self.own_as_set).zone("gentle").air_c - AIR_AS_WANTED_K, 0.0)

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
    def searing_own(self) -> OwnFire | None:
        """The set-up behind the fire of the sear; None for a kitchen's burner."""
        if self.sear_fire is not None:
            return own_fires.shipped().get(self.sear_fire)
        return None if self.searing_fire.key in KITCHEN else self.own_as_set

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
        own = self.searing_own
        lidless = own is not None and own.setup.grill.kind.is_drawn
        return self.sear_zone is not None and not self.in_pan and not lidless

    @property
    def wraps_at_c(self) -> float:
        """The core at which a long cook is wrapped: the cook's own, or the usual."""
        return WRAP_AT_C.value if self.wrap_c is None else self.wrap_c

    @property
    def the_fat(self) -> Fat:
        """The fat of the sear."""
        return FATS[self.fat]

    @property
    def wait_s(self) -> float:
        """Between the gentle part and the sear: the fire is opened up, or the piece carried to another."""
        return CARRY_OVER_S if self.sears_elsewhere else self.convert_more * self.the_fire.convert_s

    @property
    def food(self) -> Food:
        """The raw piece, with a probe in the middle."""
        return self.food_thicker(1.0)

    def food_thicker(self, factor: float) -> Food:
        """The raw piece as it may really be: thicker by a factor, and heavier with it."""
        shape = self.the_cut.geometry(self.thickness_m * factor, self.mass_kg * factor, boned=self.boned)
        film, dried = SALTED_SURFACE[self.salting]
        return Food(
            shape,
            self.the_cut.material,
            self.start_c,
            film_kg_m2=film.value,
            dried_kg_m2=dried.value,
            altitude_m=self.altitude_m,
            skin_passes=self.the_cut.skin_passes,
            probe_by_hand=True,
            core_is_read=True,
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
        if self.how.rest_s is not None:
            return self.how.rest_s
        thin, ordinary, thick = REST_OF_M
        usual = np.interp(self.thickness_m, [thin[0], ordinary[0], thick[0]], [thin[1], ordinary[1], thick[1]])
        return max(float(usual), least)

    def with_thickness(self, factor: float) -> PieceSpec:
        """The same wish for a piece that is thicker by a factor, and heavier with it."""
        return replace(self, thickness_m=self.thickness_m * factor, mass_kg=self.mass_kg * factor)
