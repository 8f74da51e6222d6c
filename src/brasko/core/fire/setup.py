"""A fire as its cook sets it: a grill, what lies or burns in it, and where vents, knobs and lid stand."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from brasko.core.errors import InvalidInput, UnknownName
from brasko.core.fire import fuels
from brasko.core.fire.coals import WOODS, Charcoal, CoalBed, bed_of
from brasko.core.fire.grills import Grill
from brasko.core.fire.weather import Weather
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

FUSE_USES = Sourced(0.77, "-", "", "assumed")
"""Oxygen that a fuse uses, of what a heap of coals does."""


@dataclass(frozen=True)
class FireSetup:
    """Everything that decides the heat.

    bottom_share, top_share   how far the vents are open, 0 to 1
    knobs                     one for each burner, 0 (off) to 1 (high)
    set_c                     what a controller is set to (pellet, oven)
    deflector                 the plate is in (kamado)
    drip_pan                  a pan stands under the cool side, or under the food where there is a deflector
    smoker_box                wood in a box over a burner: none, chips or chunks
    coal_tray_kg              glowing charcoal in a tray in place of a gas grill's last burner
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
    smoker_box: str = "none"
    coal_tray_kg: float = 0.0
    weather: Weather = field(default_factory=Weather)

    def __post_init__(self) -> None:
        grill = self.grill
        for name, share in (("bottom_share", self.bottom_share), ("top_share", self.top_share)):
            if not 0.0 <= share <= 1.0:
                raise InvalidInput(
                    name,
                    say(
                        "setup-must-be-between-0-and-1",
                        share=quantity.general(share),
                        share2=quantity.general(share * 100),
                    ),
                )
        if self.smoker_box not in WOODS:
            raise UnknownName("smoker_box", self.smoker_box, WOODS)
        if (self.smoker_box != "none" or self.coal_tray_kg != 0.0) and grill.kind.rules != "knobs":
            field = "smoker_box" if self.smoker_box != "none" else "coal_tray_kg"
            raise InvalidInput(field, say("setup-is-for-a-gas-grill-not", name=grill.name))
        grill.kind.check_setup(self)
        if grill.controller is not None:
            if self.set_c is None:
                raise InvalidInput("set_c", say("setup-is-missing-say-what-the-controller"))
            least, most = grill.controller.lowest_c, grill.controller.highest_c
            if not least <= self.set_c <= most:
                raise InvalidInput(
                    "set_c",
                    say(
                        "setup-must-be-between-and-on-this",
                        least=quantity.temp(least),
                        most=quantity.temp(most),
                        set=quantity.temp(self.set_c),
                    ),
                    suggestion=f"{min(max(self.set_c, least), most):.1f}",
                )
        if self.deflector and grill.deflector is None:
            raise InvalidInput("deflector", say("setup-is-not-something-that-has", name=grill.name))

    @property
    def bed(self) -> CoalBed | None:
        """The coals as they lie, or None where nothing lies."""
        return bed_of(self.grill, self.charcoal) if self.charcoal is not None and self.grill.burns_coal else None

    @property
    def pace(self) -> float:
        """How much faster its coals burn than an open bed."""
        kind = self.grill.kind
        if self.closed:
            return kind.pace_under_lid.value
        return fuels.DRAUGHT_PACE.value if kind.is_drawn else 1.0

    @property
    def used_share(self) -> float:
        """Share of the oxygen passing through that the fire uses: much of the air passes a thin fuse by."""
        if self.grill.body is None:
            return fuels.COAL_USED.value
        passed = self.charcoal is not None and self.charcoal.layout == "ring"
        return self.grill.body.used_share * (FUSE_USES.value if passed else 1.0)

    @property
    def closed(self) -> bool:
        """Whether there is a lid and it is shut."""
        return self.grill.body is not None and not self.lid_open


def usual_setup(grill: Grill, weather: Weather | None = None) -> FireSetup:
    """A sensible fire to start from."""
    return grill.kind.usual(grill, weather or Weather())


def with_vents(setup: FireSetup, bottom_share: float, top_share: float | None = None) -> FireSetup:
    """The same fire with its vents elsewhere."""
    return replace(setup, bottom_share=bottom_share, top_share=setup.top_share if top_share is None else top_share)


def at_most(setup: FireSetup) -> FireSetup:
    """The same fire with everything open."""
    if setup.grill.kind.rules == "knobs":
        return replace(
            setup, knobs=tuple(0.0 if b.kind == "side" else 1.0 for b in setup.grill.burners), lid_open=False
        )
    if setup.grill.controller is not None:
        return replace(setup, set_c=setup.grill.controller.highest_c, lid_open=False)
    return with_vents(replace(setup, lid_open=False), 1.0, 1.0)


def opening_words(share: float) -> str:
    """A share of a vent in words: a third, half, nearly all."""
    for most, words in (
        (0.02, say("setup-shut")),
        (0.08, say("setup-a-crack")),
        (0.15, say("setup-an-eighth")),
        (0.22, say("setup-a-fifth")),
        (0.29, say("setup-a-quarter")),
        (0.41, say("setup-a-third")),
        (0.58, say("setup-half")),
        (0.70, say("setup-two-thirds")),
        (0.85, say("setup-three-quarters")),
        (0.95, say("setup-nearly-all")),
    ):
        if share < most:
            return words
    return say("setup-all-the-way")
