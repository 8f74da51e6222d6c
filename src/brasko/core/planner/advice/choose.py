"""Which way to cook: what makes sense for a cut, what Brasko takes, and what the others would give, all computed."""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import dataclass

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.fire.custom import AT_HAND, PLANNER_FIRES, fires_of_kind
from brasko.core.foods.cuts import Cut
from brasko.core.planner.advice.smoke import SmokeResult, smoke_of
from brasko.core.planner.plan import PiecePlan, planned
from brasko.core.planner.solve.fuel import fuel_of
from brasko.core.planner.solve.programme import the_phase
from brasko.core.planner.solve.rendered_fat import weight_lost_share
from brasko.core.planner.spec.fields import with_answers
from brasko.core.planner.spec.methods import METHODS, why_unsuited
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.words import quantity, say


@dataclass(frozen=True)
class Choice:
    """One way to cook a piece, computed. Times in s.

    on_s        from the fire to the table; lead_s from the first task
    hands_s     hands busy from the lighting on
    climb_k_min how much a minute too late costs
    crust_share of the crust asked for; mass_loss_share  juice, vapour and fat
    """

    spec: PieceSpec
    plan: PiecePlan
    on_s: float
    lead_s: float
    hands_s: float
    grey_rim_share: float
    crust_share: float
    climb_k_min: float
    fuel_kg: float
    fuel_name: str
    mass_loss_share: float
    smoke: SmokeResult
    trade_off: str = ""

    @property
    def cost(self) -> float:
        """How much speaks against it: the rim of red meat, a missing crust, time, work, risk and loss, weighed
        (assumed)."""
        rim = self.grey_rim_share if self.spec.the_cut.kind == "intact" and self.spec.finish_c < 68.0 else 0.0
        return (
            3.0 * rim
            + 1.0 * max(1.0 - self.crust_share, 0.0)
            + self.on_s / 7200.0
            + self.hands_s / 2400.0
            + 0.12 * self.climb_k_min
            + 2.0 * self.mass_loss_share
        )


@dataclass(frozen=True)
class Refused:
    """A way that was not taken, and why."""

    method: str
    fire: str
    why: str


def choice_of(spec: PieceSpec, plan: PiecePlan | None = None) -> Choice:
    """A way, computed. Raises InvalidInput or Infeasible."""
    plan = plan or planned(spec, quick=True)
    result = plan.solution.result
    fuel = fuel_of(spec, result.steps[-1].start_s)
    crust = float(min(result.end.browning_s)) / spec.crust_s if spec.crust_s > 0.0 else 1.0
    return Choice(
        spec,
        plan,
        -plan.on_s,
        plan.lead_s,
        plan.hands_s,
        result.grey_rim_share,
        min(crust, 1.5),
        plan.climb_k_min,
        0.0 if fuel is None else max(fuel.used_kg, fuel.laid_kg),
        "" if fuel is None else fuel.name,
        weight_lost_share(spec.the_cut, result),
        smoke_of(spec, plan.solution),
    )


def alternatives(
    spec: PieceSpec,
    kinds: Collection[str] = (),
    most: int = 2,
    on_its_fire: Callable[[PieceSpec], PieceSpec] = lambda spec: spec,
) -> tuple[tuple[Choice, ...], tuple[Refused, ...]]:
    """The best other ways for the same piece and finish, each on its first fire at hand, and those refused with
    reasons. on_its_fire says what else is known of a fire."""
    found: list[Choice] = []
    refused: list[Refused] = []
    at_hand = [f for kind in (*kinds, *AT_HAND) for f in fires_of_kind(kind)]
    for key, how in METHODS.items():
        if key == spec.method:
            continue
        fire = next((f for f in at_hand if f in how.fires), how.fires[0])
        why = why_unsuited(spec.the_cut, spec.thickness_m, spec.finish_c, key, spec.mass_kg, spec.boned)
        if not why:
            try:
                found.append(choice_of(on_its_fire(_other(spec, key, fire))))
                continue
            except Infeasible as exc:
                why = exc.reason
            except InvalidInput as exc:
                why = str(exc)
        refused.append(Refused(key, fire, why))
    found.sort(key=lambda c: c.cost)
    return tuple(found[:most]), tuple(refused)


def _other(spec: PieceSpec, method: str, fire: str) -> PieceSpec:
    crust = spec.crust if METHODS[method].browns else "none"
    return with_answers(spec, method=method, fire=fire, crust=crust)


def compared(mine: Choice, other: Choice) -> str:
    """What another way gains and costs beside mine, in a sentence: the figures that differ enough to matter."""
    gains: list[str] = []
    costs: list[str] = []
    minutes = round((other.on_s - mine.on_s) / 60.0)
    if abs(minutes) >= 3:
        (gains if minutes < 0 else costs).append(
            say(
                "choose-min-on-the-fire",
                minutes=abs(minutes),
                value=say("choose-less") if minutes < 0 else say("choose-more"),
            )
        )
    rim = round(100.0 * (other.grey_rim_share - mine.grey_rim_share))
    if abs(rim) >= 3 and mine.spec.the_cut.kind == "intact":
        (gains if rim < 0 else costs).append(
            say(
                "choose-grey-rim-instead-of",
                grey_rim_share=quantity.number(other.grey_rim_share * 100),
                grey_rim_share2=quantity.number(mine.grey_rim_share * 100),
            )
        )
    climb = other.climb_k_min - mine.climb_k_min
    if abs(climb) >= 0.7:
        (gains if climb < 0 else costs).append(
            say(
                "choose-a-minute-too-late-costs-instead",
                climb_k_min=quantity.rise(other.climb_k_min),
                climb_k_min2=quantity.rise(mine.climb_k_min),
            )
        )
    crust = other.crust_share - mine.crust_share
    if abs(crust) >= 0.15 and mine.spec.crust_s > 0.0:
        (gains if crust > 0 else costs).append(say("choose-more-crust") if crust > 0 else say("choose-less-crust"))
    hands = round((other.hands_s - mine.hands_s) / 60.0)
    if abs(hands) >= 2:
        (gains if hands < 0 else costs).append(
            say(
                "choose-min-work-at-the-fire",
                hands=abs(hands),
                value=say("choose-less") if hands < 0 else say("choose-more"),
            )
        )
    if other.fuel_kg < 0.7 * mine.fuel_kg:
        gains.append(say("choose-less-to-burn"))
    elif other.fuel_kg > 1.4 * mine.fuel_kg:
        costs.append(say("choose-more-to-burn"))
    good = say("choose-gains", gains=", ".join(gains)) if gains else say("choose-gains-nothing-that-shows")
    return say("choose-costs", good=good, costs=", ".join(costs)) if costs else f"{good}."


def reasoned(mine: Choice, others: Collection[Choice]) -> str:
    """Why the plan's own way, from the figures: what it does better than the best of the others; empty without any."""
    if not others:
        return ""
    best = next(iter(others))
    slow = the_phase(mine.plan.solution.result, mine.spec.how.slow)
    if mine.spec.the_cut.kind == "intact" and mine.grey_rim_share < best.grey_rim_share - 0.03:
        return say(
            "choose-it-leaves-grey-instead-of-for",
            grey_rim_share=quantity.number(mine.grey_rim_share * 100),
            grey_rim_share2=quantity.number(best.grey_rim_share * 100),
            name=best.spec.how.name,
            end=quantity.span(slow.end_s - slow.start_s),
        )
    if mine.on_s < best.on_s - 180.0:
        return say("choose-it-is-at-the-table-sooner", on=quantity.span(best.on_s - mine.on_s), name=best.spec.how.name)
    if mine.climb_k_min < best.climb_k_min - 0.5:
        return say(
            "choose-a-minute-too-late-costs-with",
            climb_k_min=quantity.rise(mine.climb_k_min),
            name=best.spec.how.name,
            climb_k_min2=quantity.rise(best.climb_k_min),
        )
    told = compared(mine, best)
    return say("choose-by-the-figures-does-as-well", name=best.spec.how.name, told=told)


@dataclass(frozen=True)
class Row:
    """One cell of the table of everything: a plan, or why there is none. Times in s."""

    cut: str
    method: str
    fire: str
    choice: Choice | None
    why: str
    kind: str


def row_of(cut: Cut, method: str, fire: str) -> Row:
    """What comes of a cut at its usual size by a method on a fire: "plan", "unsuited", "no such fire" or "refused"."""
    if fire not in METHODS[method].fires:
        return Row(cut.key, method, fire, None, METHODS[method].why_not_on(fire, PLANNER_FIRES[fire]), "no such fire")
    why = why_unsuited(cut, cut.typical_thickness_m, cut.default_finish_c, method)
    if why:
        return Row(cut.key, method, fire, None, why, "unsuited")
    crust = cut.crust if METHODS[method].browns else "none"
    spec = PieceSpec(
        cut.key,
        cut.typical_thickness_m,
        cut.typical_mass_kg,
        cut.default_finish_c,
        method=method,
        fire=fire,
        crust=crust,
    )
    try:
        return Row(cut.key, method, fire, choice_of(spec), "", "plan")
    except Infeasible as exc:
        return Row(cut.key, method, fire, None, exc.reason, "refused")
