"""Plans that were made lately, kept in the process that made them: what was just previewed costs nothing more."""

from __future__ import annotations

from functools import lru_cache

from brasko.core.planner.meal import Meal, plan_meal
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.solve.near import alike
from brasko.core.planner.spec.piece import PieceSpec


class KeptPlans:
    """So many plans of pieces, of meals, and quick ones to begin the next from. Plans do not depend on the clock."""

    def __init__(self, most: int = 64) -> None:
        self.most = most
        self._quick: dict[PieceSpec, PiecePlan] = {}
        self._piece = lru_cache(maxsize=most)(self._planned)
        self._meal = lru_cache(maxsize=most)(self._planned_meal)

    def piece(self, spec: PieceSpec, *, with_ranges: bool = False, quick: bool = False) -> PiecePlan:
        """The plan of a wish. Raises InvalidInput or Infeasible."""
        return self._piece(spec, with_ranges, quick)

    def meal(self, specs: tuple[PieceSpec, ...], *, ranged: tuple[int, ...] = (), quick: bool = False) -> Meal:
        """The plan of a meal, with ranges for the pieces named. Raises InvalidInput or Infeasible."""
        return self._meal(specs, ranged, quick)

    def _planned_meal(self, specs: tuple[PieceSpec, ...], ranged: tuple[int, ...], quick: bool) -> Meal:
        return plan_meal(specs, ranged=ranged, quick=quick, plan=self.piece)

    def _planned(self, spec: PieceSpec, with_ranges: bool, quick: bool) -> PiecePlan:
        """A quick one begins from the last that was much alike: a slider moves by small steps."""
        if not quick:
            return planned(spec, with_ranges=with_ranges)
        key = alike(spec)
        made = planned(spec, quick=True, near=self._quick.get(key))
        if len(self._quick) >= self.most:
            self._quick.clear()
        self._quick[key] = made
        return made


kept_plans = KeptPlans()
"""Those of this process."""
