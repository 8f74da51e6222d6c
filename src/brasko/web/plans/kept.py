"""Plans that were made lately, kept in the process that made them: what was just previewed costs nothing more."""

from __future__ import annotations

from functools import lru_cache

from brasko.core.planner.meal import Meal, plan_meal
from brasko.core.planner.near import alike
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.wish import Wish


class KeptPlans:
    """So many plans of pieces, of meals, and quick ones to begin the next from. Plans do not depend on the clock."""

    def __init__(self, most: int = 64) -> None:
        self.most = most
        self._quick: dict[Wish, PiecePlan] = {}
        self._piece = lru_cache(maxsize=most)(self._planned)
        self._meal = lru_cache(maxsize=most)(self._planned_meal)

    def piece(self, wish: Wish, *, with_ranges: bool = False, quick: bool = False) -> PiecePlan:
        """The plan of a wish. Raises InvalidInput or Infeasible."""
        return self._piece(wish, with_ranges, quick)

    def meal(self, wishes: tuple[Wish, ...], *, ranged: tuple[int, ...] = (), quick: bool = False) -> Meal:
        """The plan of a meal, with ranges for the pieces named. Raises InvalidInput or Infeasible."""
        return self._meal(wishes, ranged, quick)

    def _planned_meal(self, wishes: tuple[Wish, ...], ranged: tuple[int, ...], quick: bool) -> Meal:
        return plan_meal(wishes, ranged=ranged, quick=quick, plan=self.piece)

    def _planned(self, wish: Wish, with_ranges: bool, quick: bool) -> PiecePlan:
        """A quick one begins from the last that was much alike: a slider moves by small steps."""
        if not quick:
            return planned(wish, with_ranges=with_ranges)
        key = alike(wish)
        made = planned(wish, quick=True, near=self._quick.get(key))
        if len(self._quick) >= self.most:
            self._quick.clear()
        self._quick[key] = made
        return made


kept_plans = KeptPlans()
"""Those of this process."""
