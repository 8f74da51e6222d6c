"""A fire as its cook sets it: a grill, what lies or burns in it, and where vents, knobs and lid stand."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from brasko.core.errors import InvalidInput, require_between
from brasko.core.fire.coals import Charcoal, CoalBed, bed_of
from brasko.core.fire.fuels import coal_mass_kg
from brasko.core.fire.grills import Grill
from brasko.core.fire.weather import Weather


@dataclass(frozen=True)
class FireSetup:
    """Everything that decides the heat.

    bottom_share, top_share   how far the vents are open, 0 to 1
    knobs                     one for each burner, 0 (off) to 1 (high)
    set_c                     what a controller is set to (pellet, oven)
    deflector                 the plate is in (kamado)
    drip_pan                  a pan stands under the cool side, or under the food where there is a deflector
    """

    grill: Grill
    charcoal: Charcoal | None = None
    bottom_share: float = 0.5
    top_share: float = 0.5
    knobs: tuple[float, ...] = ()
    set_c: float | None = None
    lid_open: bool = False
    deflector: bool = False
    drip_pan: bool = False
    weather: Weather = field(default_factory=Weather)

    def __post_init__(self) -> None:
        grill = self.grill
        for name, share in (("bottom_share", self.bottom_share), ("top_share", self.top_share)):
            if not 0.0 <= share <= 1.0:
                raise InvalidInput(
                    name, f"must be between 0 and 1, shut to wide open (got {share:g}, that is {share * 100:g} %)."
                )
        if grill.burns_coal:
            if self.charcoal is None:
                raise InvalidInput(
                    "charcoal", f"is missing: {grill.name.lower()} burns charcoal. Say how much and how it lies."
                )
            if grill.kind == "chimney" and self.charcoal.layout != "level":
                raise InvalidInput(
                    "charcoal.layout", "must be level in a chimney starter: it has one way to lie.", suggestion="level"
                )
            bed_of(grill, self.charcoal)
        if grill.kind == "gas":
            if len(self.knobs) != len(grill.burners):
                raise InvalidInput(
                    "knobs", f"needs one setting for each of the {len(grill.burners)} burners (got {len(self.knobs)})."
                )
            for i, knob in enumerate(self.knobs):
                require_between(f"knobs.{i}", knob, 0.0, 1.0, "", "0 is off, 1 is high; low is about 0.3.")
        if grill.controller is not None:
            if self.set_c is None:
                raise InvalidInput("set_c", "is missing: say what the controller is set to.")
            least, most = grill.controller.lowest_c, grill.controller.highest_c
            if not least <= self.set_c <= most:
                raise InvalidInput(
                    "set_c",
                    f"must be between {{temp:{least:.1f}}} and {{temp:{most:.1f}}} on this grill (got {{temp:{self.set_c:.1f}}}).",
                    suggestion=f"{min(max(self.set_c, least), most):.1f}",
                )
        if self.deflector and grill.deflector is None:
            raise InvalidInput("deflector", f"is not something that {grill.name.lower()} has.")

    @property
    def bed(self) -> CoalBed | None:
        """The coals as they lie, or None where nothing lies."""
        return bed_of(self.grill, self.charcoal) if self.charcoal is not None and self.grill.burns_coal else None

    @property
    def closed(self) -> bool:
        """Whether there is a lid and it is shut."""
        return self.grill.body is not None and not self.lid_open


def usual_setup(grill: Grill, weather: Weather | None = None) -> FireSetup:
    """A sensible fire to start from."""
    sky = weather or Weather()
    if grill.kind == "kettle":
        amount = coal_mass_kg("briquettes", 0.75, "chimneys")
        return FireSetup(grill, Charcoal("banked", amount), 0.5, 0.5, drip_pan=True, weather=sky)
    if grill.kind == "kamado":
        return FireSetup(grill, Charcoal("level", 2.0, "lump"), 0.07, 0.07, deflector=True, weather=sky)
    if grill.kind == "offset":
        return FireSetup(grill, None, 0.2, 1.0, weather=sky)
    if grill.kind == "gas":
        mains = [b for b in grill.burners if b.kind == "main"]
        knobs = tuple(
            0.0 if b.kind != "main" else 1.0 if b is mains[-1] else 0.3 if b is not mains[0] else 0.0
            for b in grill.burners
        )
        return FireSetup(grill, knobs=knobs, weather=sky)
    if grill.kind in ("pellet", "oven"):
        return FireSetup(grill, set_c=121.0 if grill.kind == "pellet" else 135.0, weather=sky)
    if grill.kind == "chimney":
        return FireSetup(grill, Charcoal("level", 1.6, "lump"), 1.0, 1.0, weather=sky)
    return FireSetup(grill, Charcoal("half", 2.4), 1.0, 1.0, weather=sky)


def with_vents(setup: FireSetup, bottom_share: float, top_share: float | None = None) -> FireSetup:
    """The same fire with its vents elsewhere."""
    return replace(setup, bottom_share=bottom_share, top_share=setup.top_share if top_share is None else top_share)
