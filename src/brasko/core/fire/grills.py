"""Grills as bodies: grates, burners, vents, walls; and what goes onto a grate. What differs by kind is in
fire.kinds."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, Literal

from brasko.core.errors import InvalidInput, UnknownName, require_between
from brasko.core.sourced import Sourced
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.kinds.kind import GrillKind


@dataclass(frozen=True)
class Grate:
    """A cooking surface. height_m is its height over the coal bed's floor, or over the burners' plates."""

    key: str
    name: str
    shape: Literal["round", "rectangle"]
    width_m: float
    depth_m: float
    height_m: float

    def __post_init__(self) -> None:
        require_between("grate.width_mm", self.width_m * 1000, 120.0, 2500.0, "mm")
        require_between("grate.depth_mm", self.depth_m * 1000, 120.0, 1500.0, "mm")
        require_between("grate.height_mm", self.height_m * 1000, 30.0, 900.0, "mm")

    @property
    def area_m2(self) -> float:
        """Its area."""
        box = self.width_m * self.depth_m
        return box * math.pi / 4.0 if self.shape == "round" else box

    def holds(self, x_m: float, y_m: float, margin_m: float = 0.0) -> bool:
        """Whether a spot lies on it, at least a margin from its rim."""
        a, b = self.width_m / 2.0 - margin_m, self.depth_m / 2.0 - margin_m
        if a <= 0.0 or b <= 0.0:
            return False
        if self.shape == "round":
            return (x_m / a) ** 2 + (y_m / b) ** 2 <= 1.0
        return abs(x_m) <= a and abs(y_m) <= b


@dataclass(frozen=True)
class Spot:
    """A place on a grate [m from its middle]; grate None is the lowest."""

    x_m: float
    y_m: float
    grate: str | None = None


@dataclass(frozen=True)
class Burner:
    """A gas burner under its heat plate. x_m, y_m is the plate's middle; power_w is that of its highest setting."""

    key: str
    name: str
    x_m: float
    y_m: float
    width_m: float
    depth_m: float
    power_w: float
    kind: Literal["main", "sear", "side"] = "main"

    def __post_init__(self) -> None:
        require_between(
            f"{self.key}.power_w", self.power_w, 500.0, 12000.0, "W", say("grills-a-usual-main-burner-has-about")
        )
        require_between(f"{self.key}.width_mm", self.width_m * 1000, 20.0, 800.0, "mm")
        require_between(f"{self.key}.depth_mm", self.depth_m * 1000, 20.0, 900.0, "mm")


@dataclass(frozen=True)
class Body:
    """Walls and openings. Every figure is assumed for a typical grill of its kind, and is the owner's to fit.

    heat_j_k                heat that the walls hold
    inner_w_k, outer_w_k    from the gas inside to the walls, and from the walls to still air outside
    area_m2                 shell that the sun can reach from above
    bottom_m2, top_m2       vents wide open; leak_m2 stays open when they are shut
    column_m                height of the hot column that draws
    used_share              share of the oxygen passing through that the fire uses
    """

    heat_j_k: float
    inner_w_k: float
    outer_w_k: float
    area_m2: float
    bottom_m2: float = 0.0
    top_m2: float = 0.0
    leak_m2: float = 0.0
    column_m: float = 0.5
    used_share: float = 0.4

    def __post_init__(self) -> None:
        require_between("body.heat_kj_k", self.heat_j_k / 1000.0, 0.5, 400.0, "kJ/K")
        require_between("body.inner_w_k", self.inner_w_k, 1.0, 300.0, "W/K")
        require_between("body.outer_w_k", self.outer_w_k, 1.0, 300.0, "W/K")
        require_between("body.bottom_cm2", self.bottom_m2 * 1e4, 0.0, 1500.0, "cm²")
        require_between("body.top_cm2", self.top_m2 * 1e4, 0.0, 1500.0, "cm²")


@dataclass(frozen=True)
class Controller:
    """A fan and an auger that hold a set temperature: on low above it, on high below, with a band [K] between."""

    low_w: float
    high_w: float
    band_k: float
    start_s: float
    lowest_c: float
    highest_c: float

    def __post_init__(self) -> None:
        require_between("controller.high_w", self.high_w, 1000.0, 30000.0, "W")
        require_between("controller.low_w", self.low_w, 100.0, self.high_w, "W")
        require_between("controller.band_k", self.band_k, 1.0, 40.0, "K")


@dataclass(frozen=True)
class Deflector:
    """A plate of stone or steel between fire and grate: radius, gap below the grate [m] and heat [J/K]."""

    radius_m: float
    gap_m: float
    heat_j_k: float


@dataclass(frozen=True)
class Grill:
    """One grill. floor_width_m, floor_depth_m: where coals can lie; grates from the lowest up."""

    key: str
    name: str
    kind: GrillKind
    grates: tuple[Grate, ...]
    body: Body | None = None
    burners: tuple[Burner, ...] = ()
    controller: Controller | None = None
    deflector: Deflector | None = None
    floor_width_m: float = 0.0
    floor_depth_m: float = 0.0

    def __post_init__(self) -> None:
        if not self.grates:
            raise InvalidInput("grates", say("grills-need-at-least-one-cooking-surface"))
        self.kind.check(self)
        if len(self.burners) > 8:
            raise InvalidInput("burners", say("grills-can-be-at-most-8-got", burners=len(self.burners)))
        grate = self.grates[0]
        for burner in self.burners:
            if burner.kind == "main" and abs(burner.x_m) + burner.width_m / 2 > grate.width_m / 2 + 0.05:
                raise InvalidInput(
                    f"{burner.key}.x_mm",
                    say("grills-puts-the-burner-outside-the-grate", width=quantity.length(grate.width_m * 500)),
                )

    def grate(self, key: str | None = None) -> Grate:
        """The grate with this key, or the lowest. Raises UnknownName."""
        if key is None:
            return self.grates[0]
        for grate in self.grates:
            if grate.key == key:
                return grate
        raise UnknownName("grate", key, [g.key for g in self.grates])

    @property
    def burns_coal(self) -> bool:
        """Whether its fire is laid of charcoal."""
        return self.kind.is_laid


def with_size(grill: Grill, width_m: float, depth_m: float, height_m: float) -> Grill:
    """The same grill with another main grate; its floor, burners and upper grates go along in proportion."""
    old = grill.grates[0]
    if grill.deflector is not None and grill.deflector.gap_m > height_m - 0.03:
        raise InvalidInput(
            "height_mm",
            say(
                "grills-leaves-no-room-for-the-deflector",
                gap=quantity.number((grill.deflector.gap_m + 0.03) * 1000),
                height=quantity.number(height_m * 1000),
            ),
        )
    fw, fd, lift = width_m / old.width_m, depth_m / old.depth_m, height_m - old.height_m
    grates = tuple(
        replace(g, width_m=g.width_m * fw, depth_m=g.depth_m * fd, height_m=g.height_m + lift) for g in grill.grates
    )
    burners = tuple(
        replace(b, x_m=b.x_m * fw, y_m=b.y_m * fd, width_m=b.width_m * fw, depth_m=b.depth_m * fd)
        for b in grill.burners
    )
    return replace(
        grill,
        grates=grates,
        burners=burners,
        floor_width_m=grill.floor_width_m * fw,
        floor_depth_m=grill.floor_depth_m * fd,
    )


IRON_J_KGK = Sourced(460.0, "J/kgK", "incropera_2011", "measured")
STONE_J_KGK = Sourced(880.0, "J/kgK", "incropera_2011", "measured")
WATER_J_KGK = Sourced(4180.0, "J/kgK", "incropera_2011", "measured")
"""Cast iron and steel, fireclay, and water at room temperature: appendix A, from memory."""
HEAVY_FROM = Sourced(25.0, "kg/m2", "", "common practice")
VERY_HEAVY_FROM = Sourced(60.0, "kg/m2", "", "common practice")
"""Of the square that it covers: a thin sheet pan is light, a cast-iron skillet heavy, a thick plate very heavy."""


MIN_HEAT_J_K, MAX_HEAT_J_K = 50.0, 60000.0
"""What a thin tray and a large stone hold (assumed)."""


@dataclass(frozen=True)
class Cookware:
    """A pan, griddle, stone or tray that goes onto a grate: size [m], heat [J/K], how meat touches it [W/m2K] and what
    a kilogram of it holds [J/kgK]."""

    key: str
    name: str
    width_m: float
    depth_m: float
    heat_j_k: float
    contact_w_m2k: float
    specific_j_kgk: float = IRON_J_KGK.value

    def __post_init__(self) -> None:
        require_between("ware.width_mm", self.width_m * 1000, 80.0, 1200.0, "mm")
        require_between("ware.depth_mm", self.depth_m * 1000, 80.0, 1200.0, "mm")
        if not MIN_HEAT_J_K <= self.heat_j_k <= MAX_HEAT_J_K:
            least, most, got = (
                quantity.mass(heat / self.specific_j_kgk * 1000) for heat in (MIN_HEAT_J_K, MAX_HEAT_J_K, self.heat_j_k)
            )
            raise InvalidInput("ware.heat_j_k", say("grills-weighs-between", least=least, most=most, got=got))

    @property
    def mass_kg(self) -> float:
        """What it weighs."""
        return self.heat_j_k / self.specific_j_kgk

    @property
    def heft(self) -> str:
        """Light, heavy or very heavy for its size: a heavy one hardly cools when the meat lands."""
        of_area = self.mass_kg / (self.width_m * self.depth_m)
        return (
            say("grills-light") if of_area < HEAVY_FROM.value
            else say("grills-heavy") if of_area < VERY_HEAVY_FROM.value
            else say("grills-very-heavy")
        )  # fmt: skip

    def like_this(self, name: str, width_m: float, depth_m: float, heat_j_k: float) -> Cookware:
        """One of the same kind with its own name and sizes. Raises InvalidInput."""
        return replace(self, name=name, width_m=width_m, depth_m=depth_m, heat_j_k=heat_j_k)

    def fits(self, grate: Grate) -> bool:
        """Whether it is no wider and no deeper than the grate."""
        return self.width_m <= grate.width_m and self.depth_m <= grate.depth_m

    def fitting(self, grate: Grate) -> Cookware:
        """The ware itself. Raises InvalidInput where it is wider than the grate."""
        for field, size, room in (("width_mm", self.width_m, grate.width_m), ("depth_mm", self.depth_m, grate.depth_m)):
            if size > room:
                raise InvalidInput(
                    field,
                    say(
                        "grills-is-more-than-the-grate-has",
                        name=self.name,
                        size=quantity.length(size * 1000),
                        room=quantity.length(room * 1000),
                    ),
                )
        return self


COOKWARE: dict[str, Cookware] = {
    w.key: w
    for w in (
        Cookware("skillet", say("grills-cast-iron-skillet"), 0.26, 0.26, 1060.0, 400.0),
        Cookware("griddle", say("grills-steel-griddle"), 0.42, 0.34, 2900.0, 400.0),
        Cookware("stone", say("grills-baking-stone"), 0.36, 0.36, 3800.0, 250.0, STONE_J_KGK.value),
        Cookware("drip_pan", say("grills-drip-pan-with-water"), 0.30, 0.22, 4500.0, 100.0, WATER_J_KGK.value),
    )
}
"""Pans that ship, by key."""
