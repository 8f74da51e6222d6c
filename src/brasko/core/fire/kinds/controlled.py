"""Fires that a controller holds."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING, ClassVar

from brasko.core.fire.kinds.kind import Candidate, GrillKind, Rules
from brasko.core.fire.setup import FireSetup
from brasko.core.words import say

if TYPE_CHECKING:
    from brasko.core.fire.request import FireRequest

HOT_C = 200.0
"""Advised where no sear is wanted and no controller is there."""


@dataclass(frozen=True)
class Controlled(GrillKind):
    """A set temperature that is held."""

    rules: ClassVar[Rules] = "controller"
    refuge: ClassVar[str] = say("controlled-there-is-no-cooler-side-set")

    def candidates(self, base: FireSetup, request: FireRequest) -> Iterator[Candidate]:
        controller = base.grill.controller
        top = controller.highest_c if controller else HOT_C
        yield Candidate(
            base,
            (say("controlled-the-controller-holds-it"),),
            request.gentle_c if request.gentle_c is not None else top,
        )
