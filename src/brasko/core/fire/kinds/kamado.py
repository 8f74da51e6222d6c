"""A thick-walled ceramic cooker with a plate over its coals."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, ClassVar

from brasko.core.fire.coals import Charcoal
from brasko.core.fire.fuels import coal_named
from brasko.core.fire.grills import Body, Deflector, Grate, Grill
from brasko.core.fire.kinds.charcoal import CharcoalKind
from brasko.core.fire.kinds.kind import GENTLE_C, MIDDLE_SPOT, MINUTE, OIL, Candidate, Converts, Found, Ships
from brasko.core.fire.setup import FireSetup, opening_words, with_vents
from brasko.core.fire.weather import Weather
from brasko.core.fire.zones import Preparation
from brasko.core.words import quantity, say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest


@dataclass(frozen=True)
class Kamado(CharcoalKind):
    """Lump lit in one place; both vents together set a small fire; the plate out for a sear."""

    key: ClassVar[str] = "kamado"
    lit_in_place: ClassVar[bool] = True
    vents_together: ClassVar[bool] = True
    wastes_starved: ClassVar[bool] = False
    seared_on_the_way_up: ClassVar[bool] = True
    converts: ClassVar[Converts] = "by its course"
    flashes_back: ClassVar[bool] = True
    refuge: ClassVar[str] = say("kamado-put-the-plate-in-under-it")

    def grills(self) -> tuple[Grill, ...]:
        return (
            Grill(
                "kamado", "Kamado", self,
                (
                    Grate("main", say("kamado-cooking-grate"), "round", 0.46, 0.46, 0.24),
                    Grate("upper", say("kamado-raised-rack"), "round", 0.34, 0.34, 0.36),
                ),
                Body(heat_j_k=62000.0, inner_w_k=15.0, outer_w_k=12.0, area_m2=0.22, bottom_m2=90e-4, top_m2=65e-4,
                     leak_m2=0.5e-4, column_m=0.60, used_share=0.45),
                deflector=Deflector(radius_m=0.19, gap_m=0.10, heat_j_k=4000.0),
                floor_width_m=0.32, floor_depth_m=0.32,
            ),
        )  # fmt: skip

    def usual(self, grill: Grill, weather: Weather) -> FireSetup:
        return FireSetup(grill, Charcoal("level", 2.0, "lump"), 0.07, 0.07, deflector=True, weather=weather)

    def ships(self, usual: dict[str, FireSetup]) -> tuple[Ships, ...]:
        words = (
            (say("kamado-over-the-plate-lid-shut"), say("kamado-on-over-the-plate")),
            (say("kamado-over-the-coals-plate-out"), say("common-over-the-coals")),
        )
        return (Ships("kamado", "Kamado", usual["kamado"], GENTLE_C, MIDDLE_SPOT, MIDDLE_SPOT, words),)

    def opened(self, setup: FireSetup, x_m: float | None = None) -> FireSetup:
        return replace(with_vents(setup, 1.0, 1.0), deflector=False)

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        gentle, portion = request.gentle_c, 0.25 * coal_named(request.fuel).chimney_kg.value
        for n in range(3, 13):
            setup = replace(base, charcoal=Charcoal("level", n * portion, "lump"), deflector=gentle is not None)
            if gentle is None:
                yield Candidate(with_vents(setup, 1.0, 1.0), (say("kamado-no-plate-the-sear-wants-to"),))
            else:
                yield Candidate(setup, (say("kamado-the-plate-goes-in-it-turns"),), gentle)

    def preparations(self, setup: FireSetup, found: Found) -> tuple[Preparation, ...]:
        first = found.first_closed_s if found.first_closed_s is not None else 300.0
        return (
            Preparation("light", "fire", say("kamado-light-the-lump-in-one-place"), max(first, 5 * MINUTE), say("kamado-one-place-only-lid-open-a")),
            Preparation("preheat", "fire", say("kamado-close-the-vents-in-steps"), max(found.ready_s - first, 10 * MINUTE),
                        say("kamado-to-as-the-walls-warm-catch", opening_words=opening_words(setup.bottom_share))),
            OIL,
        )  # fmt: skip

    def convert_name(self) -> str:
        return say("kamado-plate-out-vents-open")

    def convert_why(self, convert_s: float, reached_c: float, most_c: float) -> str:
        return say(
            "kamado-heavy-gloves-ease-the-lid-up", convert=quantity.span(convert_s), reached=quantity.temp(reached_c)
        )
