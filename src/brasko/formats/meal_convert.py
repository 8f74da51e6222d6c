"""From a piece as it was sent to the core's wish."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import TypeVar

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.foods.cuts import cut_named
from brasko.core.planner.methods import METHODS
from brasko.core.planner.serving import Eater
from brasko.core.planner.wish import Wish
from brasko.formats.fire_convert import own_of
from brasko.formats.meal import PieceIn, TableIn

T = TypeVar("T")


def filled(piece: PieceIn) -> PieceIn:
    """The piece with the cut's own mass and finish where none was given; a thicker cut weighs in proportion."""
    cut = cut_named(piece.cut)
    mass = cut.usual_mass_kg(piece.thickness_mm / 1000.0) * 1000.0
    return piece.model_copy(
        update={
            "mass_g": piece.mass_g if piece.mass_g is not None else round(max(mass, 0.0)),
            "finish_c": piece.finish_c if piece.finish_c is not None else cut.default_finish_c,
            "fire": piece.fire or _usual_fire(piece.method) if piece.own_fire is None else None,
        }
    )


def _usual_fire(method: str) -> str | None:
    return METHODS[method].fires[0] if method in METHODS else None


def wish_of(piece: PieceIn) -> Wish:
    """The core's wish. Raises InvalidInput with the field's name."""
    whole = filled(piece)
    assert whole.mass_g is not None
    assert whole.finish_c is not None
    return Wish(
        cut=whole.cut,
        thickness_m=whole.thickness_mm / 1000.0,
        mass_kg=whole.mass_g / 1000.0,
        finish_c=whole.finish_c,
        start_c=whole.start_c,
        method=whole.method,
        fire=whole.fire,
        gentle_c=whole.gentle_c,
        crust=whole.crust,
        flip_every_s=whole.flip_every_s,
        rest=whole.rest,
        rest_s=None if whole.rest_min is None else whole.rest_min * 60.0,
        salt=whole.salt,
        temper_s=whole.temper_min * 60.0,
        air_c=whole.air_c,
        treatment=whole.treatment,
        below_agency_accepted=whole.below_agency_accepted,
        own_fire=None if whole.own_fire is None else own_of(whole.own_fire),
        sear_fire=whole.sear_fire,
        marks=whole.marks,
        lid=whole.lid,
        fat=whole.fat,
        wrap=whole.wrap,
        pull_offset_k=whole.pull_offset,
        salt_lead_s=None if whole.salt_min is None else whole.salt_min * 60.0,
        rub=whole.rub,
        finishing=whole.finishing,
        boned=whole.boned,
        frozen=whole.frozen,
        thaw=whole.thaw,
        at_risk=whole.at_risk,
        count=whole.count,
    )


def eaters_of(table: TableIn) -> tuple[Eater, ...]:
    """Those at the table who said how they like it."""
    return tuple(Eater(e.name, e.finish_c) for e in table.wishes)


def for_each(pieces: Sequence[PieceIn], work: Callable[[PieceIn], T]) -> list[T]:
    """Do something with every piece; where there are several, an error's field says which one it is of."""
    done = []
    for i, piece in enumerate(pieces):
        try:
            done.append(work(piece))
        except InvalidInput as exc:
            if len(pieces) == 1:
                raise
            raise InvalidInput(f"pieces.{i}.{exc.field}", exc.message, suggestion=exc.suggestion) from exc
        except Infeasible as exc:
            if len(pieces) == 1:
                raise
            raise Infeasible(exc.reason, exc.remedies, f"pieces.{i}.{exc.field}") from exc
    return done


def wish_with_flips(piece: PieceIn, flip_every_s: float) -> Wish:
    """The core's wish with the flips that its plan settled on; marks have their own."""
    wish = wish_of(piece)
    return replace(wish, flip_every_s=flip_every_s) if flip_every_s > 0.0 and not wish.turn_deg else wish
