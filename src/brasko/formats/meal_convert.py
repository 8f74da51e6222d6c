"""From a piece as it was sent to the core's wish."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from brasko.core.planner.advice.serving import Eater
from brasko.core.planner.meal import each_piece
from brasko.core.planner.spec.piece import PieceSpec
from brasko.formats.meal import PieceIn, TableIn
from brasko.formats.piece import filled_values, sent_values


def filled(piece: PieceIn) -> PieceIn:
    """The piece with what its cut and its method bring where nothing was said; a thicker cut weighs in proportion."""
    return piece.model_copy(update=filled_values(piece))


def spec_of(piece: PieceIn) -> PieceSpec:
    """The core's wish. Raises InvalidInput with the core's name of the field."""
    return PieceSpec(**sent_values(filled(piece)))


def eaters_of(table: TableIn) -> tuple[Eater, ...]:
    """Those at the table who said how they like it."""
    return tuple(Eater(e.name, e.finish_c) for e in table.wishes)


def wishes_of(pieces: Sequence[PieceIn]) -> tuple[PieceSpec, ...]:
    """The core's wishes. Raises InvalidInput; where there are several pieces its field says which one it is of."""
    return tuple(each_piece(pieces, lambda _, piece: spec_of(piece)))


def wish_with_flips(piece: PieceIn, flip_every_s: float) -> PieceSpec:
    """The core's wish with the flips that its plan settled on; marks have their own."""
    spec = spec_of(piece)
    return replace(spec, flip_every_s=flip_every_s) if flip_every_s > 0.0 and not spec.turn_deg else spec
