"""Picks, other ways, amounts, shares and holding plans, as the interface shows them."""

from collections.abc import Mapping
from datetime import datetime
from functools import partial

from brasko.core.errors import Infeasible
from brasko.core.fire.custom import PLANNER_FIRES
from brasko.core.learning.fires import Learned, on_its_fire
from brasko.core.planner.advice.amounts import amounts
from brasko.core.planner.advice.burger import Patty, blend_for, blended, patty, shaped_for
from brasko.core.planner.advice.choose import Choice, alternatives, choice_of, compared, reasoned
from brasko.core.planner.advice.late import holdings
from brasko.core.planner.advice.pick import Pick, choose_method
from brasko.core.planner.advice.schools import questions, school_of
from brasko.core.planner.advice.serving import shared_out
from brasko.core.planner.plan import PiecePlan
from brasko.core.planner.schedule.cautions import warm_zone_s
from brasko.core.planner.schedule.timeline import START_MARGIN_S
from brasko.core.planner.solve.rendered_fat import weight_lost_share
from brasko.core.planner.spec.methods import METHODS
from brasko.core.safety.clock import fridge_limit_s
from brasko.core.words import quantity, say
from brasko.formats.meal import PieceIn, TableIn
from brasko.formats.meal_convert import eaters_of, filled, spec_of, wishes_of
from brasko.formats.piece import outside_changes
from brasko.web.plans.detail_schemas import (
    AmountsOut,
    BurgerIn,
    BurgerOut,
    ChoicesOut,
    DetailsOut,
    FuelOut,
    HoldingOut,
    MealAsk,
    PartOut,
    PattyOut,
    PickIn,
    PickOut,
    PieceDetails,
    RefusedOut,
    SchoolIn,
    SchoolOut,
    VariantOut,
    WayOut,
)
from brasko.web.plans.kept import kept_plans
from brasko.web.plans.present import smoke_schema
from brasko.web.plans.schemas import ChoiceOut
from brasko.web.yard.actions.learn import with_learned


def pick_of(ask: PickIn, kinds: list[str], known: Mapping[str, Learned], now: datetime) -> PickOut:
    """What Brasko takes for a cut of a thickness, and the hour, on the grills at hand and fires as they are known."""
    available = None if ask.eat_at is None else (ask.eat_at - now).total_seconds()
    pick = choose_method(ask.cut, ask.thickness_mm / 1000.0, available, kinds)
    piece = with_learned(_picked_piece(ask, pick), known)
    if available is not None and pick.salt != "just_before" and not _fits(piece, available - START_MARGIN_S):
        pick = pick.salted_at_once()
        piece = with_learned(_picked_piece(ask, pick), known)
    return PickOut(piece=filled(piece), why=pick.why)


RANGES_MOVE = 1.3
"""A plan with its ranges takes 0.79 to 1.08 times what the quick one takes (measured, all cuts): near the limit it
counts."""


def _fits(piece: PieceIn, available_s: float) -> bool:
    """Whether first task to table fits, ranges included; what cannot be had at all is refused elsewhere."""
    spec = spec_of(piece)
    try:
        quick_s = kept_plans.piece(spec, quick=True).lead_s
        near = available_s / RANGES_MOVE < quick_s < available_s * RANGES_MOVE
        return (kept_plans.piece(spec, with_ranges=True).lead_s if near else quick_s) <= available_s
    except Infeasible:
        return True


def _picked_piece(ask: PickIn, pick: Pick) -> PieceIn:
    return PieceIn(
        cut=ask.cut,
        thickness_mm=ask.thickness_mm,
        finish_c=pick.finish_c,
        method=pick.method,
        fire=pick.fire,
        gentle_c=pick.gentle_c,
        crust=pick.crust,
        salt=pick.salt,
        rest=pick.rest,
    )


def choices_of(piece: PieceIn, kinds: list[str], known: Mapping[str, Learned]) -> ChoicesOut:
    """The plan's own way beside the best others, each on its fire as that is known."""
    spec = spec_of(with_learned(piece, known))
    mine = choice_of(spec, kept_plans.piece(spec, quick=True))
    others, refused = alternatives(spec, kinds, on_its_fire=partial(on_its_fire, known=known))
    return ChoicesOut(
        questions=[ChoiceOut(key=key, name=name, why="") for key, name in questions(mine.plan).items()],
        why=reasoned(mine, others),
        mine=_way(piece, mine, ""),
        others=[_way(piece, other, compared(mine, other)) for other in others],
        refused=[RefusedOut(method=r.method, name=METHODS[r.method].name, why=r.why) for r in refused],
    )


def school_of_piece(ask: SchoolIn, known: Mapping[str, Learned]) -> SchoolOut:
    """One question where cooks disagree, every answer computed."""
    spec = spec_of(with_learned(ask.piece, known))
    told = school_of(kept_plans.piece(spec, quick=True), ask.key)
    variants = []
    for v in told.variants:
        change = {} if v.spec is None else outside_changes(spec, v.spec)
        variants.append(
            VariantOut(
                name=v.name,
                mine=v.mine,
                on_s=v.on_s,
                pull_c=v.pull_c,
                rise_k=v.rise_k,
                grey_rim_share=v.grey_rim_share,
                mass_loss_share=v.mass_loss_share,
                why=v.why,
                change=change,
            )
        )
    return SchoolOut(key=told.key, question=told.question, says=told.says, variants=variants)


def _way(piece: PieceIn, choice: Choice, trade_off: str) -> WayOut:
    spec = choice.spec
    change = outside_changes(spec_of(piece), spec)
    fire = spec.own_fire.name if spec.own_fire is not None else PLANNER_FIRES[spec.fire_key]
    return WayOut(
        piece=filled(piece.model_copy(update=change)),
        name=spec.how.name,
        fire_name=fire,
        on_s=choice.on_s,
        lead_s=choice.lead_s,
        hands_s=choice.hands_s,
        grey_rim_share=choice.grey_rim_share,
        crust_share=choice.crust_share,
        climb_k_min=choice.climb_k_min,
        fuel_kg=choice.fuel_kg,
        fuel_name=choice.fuel_name,
        mass_loss_share=choice.mass_loss_share,
        smoke=smoke_schema(choice.smoke),
        trade_off=trade_off,
    )


def details_of(ask: MealAsk) -> DetailsOut:
    """Amounts, shares, patties and what to do when guests are late, for every piece."""
    made = kept_plans.meal(wishes_of(ask.pieces), quick=True)
    pieces = [_details(plan, ask.table, ask.late_min, len(made.plans)) for plan in made.plans]
    costs = [p.amounts.cost for p in pieces if p.amounts.cost is not None]
    short = [p.amounts.words for p in pieces if p.amounts.words]
    return DetailsOut(pieces=pieces, cost=sum(costs) if costs else None, words=" ".join(short))


def _details(plan: PiecePlan, table: TableIn, late_min: float, of: int) -> PieceDetails:
    spec, solution = plan.spec, plan.solution
    told = amounts(spec, solution, table.eaters, table.appetite, table.salt_kind, table.price_kg, of)
    eaters = eaters_of(table)
    is_patty = spec.the_cut.kind == "ground" and spec.the_cut.shape == "disc"
    parts = shared_out(spec, solution, eaters) if eaters and spec.the_cut.kind != "plant" else ()
    return PieceDetails(
        amounts=AmountsOut(
            cut_name=spec.the_cut.name,
            count=spec.count,
            eaters=told.eaters,
            raw_kg=told.raw_kg,
            needed_kg=told.needed_kg,
            pieces_needed=told.pieces_needed,
            cooked_kg=told.cooked_kg,
            plate_kg=told.plate_kg,
            cost=told.cost,
            salt_g=told.salt_g,
            salt_spoons=told.salt_spoons,
            fat_g=told.fat_g,
            enough=told.enough,
            words=told.words,
            fuel=None if told.fuel is None else FuelOut.model_validate(told.fuel, from_attributes=True),
        ),
        patty=_patty(patty(spec, solution), "") if is_patty else None,
        parts=[
            PartOut(
                eater=p.eater.name,
                piece=p.piece,
                from_share=p.from_share,
                to_share=p.to_share,
                peak_c=p.peak_c,
                off_k=p.off_k,
                words=p.words,
            )
            for p in parts
        ],
        holdings=[
            HoldingOut.model_validate(h, from_attributes=True) for h in holdings(spec, solution, 60.0 * late_min)
        ],
        clock_s=spec.temper_s,
        clock_limit_s=fridge_limit_s(spec.air_c),
        warm_zone_s=warm_zone_s(solution),
    )


def _patty(made: Patty, for_bun: str) -> PattyOut:
    return PattyOut(
        mass_kg=made.mass_kg,
        width_m=made.width_m,
        thickness_m=made.thickness_m,
        cooked_width_m=made.cooked_width_m,
        cheese_s=made.cheese_s,
        words=made.words,
        for_bun=for_bun,
    )


def burger_of(ask: BurgerIn) -> BurgerOut:
    """Patties for a bun: which blend, how heavy each, and how much of two meats to mix.

    The patty is planned once to learn what it loses, shaped for the bun, and planned again.
    """
    cut = blend_for(ask.fat_share)
    lean, rich = blended(ask.fat_share, ask.lean_fat, ask.rich_fat, 1.0)
    piece = filled(
        PieceIn(cut=cut, thickness_mm=ask.thickness_mm, method="direct", crust="light", salt="just_before", rest="open")
    )
    for _ in range(2):
        spec = spec_of(piece)
        loss = weight_lost_share(spec.the_cut, kept_plans.piece(spec, quick=True).solution.result)
        mass_g = 1000.0 * shaped_for(ask.bun_mm / 1000.0, ask.thickness_mm / 1000.0, cut, loss)
        piece = piece.model_copy(update={"mass_g": round(mass_g)})
    piece = piece.model_copy(update={"count": ask.patties})
    spec = spec_of(piece)
    made = patty(spec, kept_plans.piece(spec, quick=True).solution)
    total = made.mass_kg * ask.patties * 1000.0
    return BurgerOut(
        piece=piece,
        lean_g=lean * total,
        rich_g=rich * total,
        patty=_patty(
            made,
            say(
                "details-it-ends-wide-for-a-bun",
                cooked_width=quantity.length(made.cooked_width_m * 1000),
                bun=quantity.length(ask.bun_mm),
            ),
        ),
    )
