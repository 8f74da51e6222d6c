"""How those who eat with a household like each cut, from what they said."""

from __future__ import annotations

import math
from collections import defaultdict
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

from django.contrib.auth.models import User

from brasko.core.foods.cuts import Cut, all_cuts
from brasko.core.learning.tastes import CRUST, FINISH, LEAST, Liked, Side, liked
from brasko.core.planner.spec.options import CRUSTS
from brasko.core.safety.agency import minimum_for, needs_choice
from brasko.web.yard.models import Verdict

MAX_COUNTED = 40
"""So many verdicts of an eater on a cut count, the latest ones."""
STEP_K = 0.5
"""A finish is planned to the half degree."""
OF_DONENESS: dict[str, Side] = {"under": "less", "right": "right", "over": "more"}
OF_CRUST: dict[str, Side] = {"thin": "less", "right": "right", "heavy": "more"}
"""What a verdict's words mean."""


@dataclass(frozen=True)
class Taste:
    """What one eater said of one cut, the oldest first."""

    eater: str
    the_cut: Cut
    verdicts: list[Verdict]

    @cached_property
    def finish(self) -> Liked | None:
        """The finish that is liked; None while too little was said, or where the finish is an agency's to say."""
        said = [(v.ate_c, OF_DONENESS[v.doneness]) for v in self._counted if v.doneness]
        if len(said) < LEAST or not free_to_choose(self.the_cut):
            return None
        return liked(FINISH, self.the_cut.default_finish_c, said)

    @property
    def planned_c(self) -> float | None:
        """What to plan for, to the half degree."""
        if self.finish is None:
            return None
        at_c = round(self.finish.at / STEP_K) * STEP_K
        figure = minimum_for(self.the_cut)
        # what usually is planned for an agency's figure is not moved below it by a taste
        if figure is not None and self.the_cut.default_finish_c >= figure.core_c - 0.1:
            return max(at_c, self.the_cut.default_finish_c)
        return at_c

    @cached_property
    def crust(self) -> str | None:
        """The crust that is liked, by its key; None while too little was said."""
        said = [(math.log(v.crust_share), OF_CRUST[v.crust]) for v in self._counted if v.crust and v.crust_share > 0.0]
        if len(said) < LEAST or self.the_cut.crust not in _DOSES:
            return None
        at = liked(CRUST, math.log(_DOSES[self.the_cut.crust]), said).at
        return min(_DOSES, key=lambda key: abs(math.log(_DOSES[key]) - at))

    @property
    def crust_verdicts(self) -> int:
        """How many spoke of the crust."""
        return sum(1 for v in self._counted if v.crust)

    @property
    def _counted(self) -> list[Verdict]:
        return [v for v in self.verdicts if not v.left_out]


_DOSES = {key: share.value for key, (_, share) in CRUSTS.items() if share.value > 0.0}


def free_to_choose(cut: Cut) -> bool:
    """Whether the finish is the eater's own choice."""
    return cut.kind != "plant" and needs_choice(cut) == "free"


def keep_verdict(
    owner: User,
    eater: str,
    cut: str,
    piece_id: int,
    title: str,
    at: datetime,
    ate_c: float,
    crust_share: float,
    doneness: str,
    crust: str,
) -> None:
    """Keep what an eater said of a piece, in place of what they said before; nothing said takes it back."""
    if not doneness and not crust:
        Verdict.objects.filter(owner=owner, piece_id=piece_id, eater=eater).delete()
        return
    values = {
        "owner": owner,
        "cut": cut,
        "title": title,
        "at": at,
        "ate_c": ate_c,
        "crust_share": crust_share,
        "doneness": doneness,
        "crust": crust,
    }
    Verdict.objects.update_or_create(piece_id=piece_id, eater=eater, defaults=values)


def tastes_of(owner: User) -> list[Taste]:
    """Every eater and cut that something was said of; nothing where the household does not want to learn."""
    found: dict[tuple[str, str], list[Verdict]] = defaultdict(list)
    if owner.household.learns:
        for each in Verdict.objects.filter(owner=owner).order_by("at", "id"):
            found[each.eater, each.cut].append(each)
    cuts = all_cuts()
    return [Taste(eater, cuts[cut], some[-MAX_COUNTED:]) for (eater, cut), some in found.items() if cut in cuts]
