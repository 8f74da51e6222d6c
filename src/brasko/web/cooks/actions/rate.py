"""Keep what was said of a cook, and what it says of how those who eat like it."""

from __future__ import annotations

from collections.abc import Callable

from django.db import transaction

from brasko.core.errors import InvalidInput
from brasko.core.planner.spec.options import crust_dose_s
from brasko.core.words import say
from brasko.web.cooks.clock import fresh
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.schemas import RatingIn
from brasko.web.yard.actions.taste import keep_verdict
from brasko.web.yard.models import Verdict


def rate(cook: Cook, verdict: RatingIn, may_write: Callable[[Cook], None] = lambda cook: None) -> Cook:
    """Keep the verdict of the household and of its eaters, and nothing else of the cook. A practice is eaten by nobody:
    it says nothing of a taste. may_write is asked in the transaction that writes. Raises InvalidInput for a piece of
    another cook."""
    pieces = {piece.id: piece for piece in cook.pieces.all()}
    for n, each in enumerate(verdict.eaters):
        if each.piece_id not in pieces:
            raise InvalidInput(f"eaters.{n}.piece_id", say("record-is-not-a-piece-of-this", piece_id=each.piece_id))
    with transaction.atomic():
        may_write(Cook.objects.get(id=cook.id))
        Cook.objects.filter(id=cook.id).update(**verdict.model_dump(exclude={"eaters"}))
        Verdict.objects.filter(owner=cook.owner, piece_id__in=pieces).exclude(eater="").delete()
        if not cook.practice:
            _taste(cook, list(pieces.values()), verdict)
    return fresh(cook)


def _taste(cook: Cook, pieces: list[Piece], verdict: RatingIn) -> None:
    """What was said of the whole is said of each piece of the first one's cut."""
    for piece in pieces:
        if piece.cut == pieces[0].cut:
            _keep(cook, piece, "", verdict.doneness, verdict.crust)
    by_id = {piece.id: piece for piece in pieces}
    for each in verdict.eaters:
        _keep(cook, by_id[each.piece_id], each.eater.strip(), each.doneness, each.crust)


def _keep(cook: Cook, piece: Piece, eater: str, doneness: str, crust: str) -> None:
    found, foreseen = piece.outcome or {}, piece.programme
    measured_c = found.get("peak_measured_c")
    keep_verdict(
        cook.owner,
        eater,
        piece.cut,
        piece.id,
        f"{cook.title}: {piece.name}",
        cook.ended_at or cook.started_at,
        foreseen.peak_core_c if measured_c is None else measured_c,
        min(foreseen.browning_a_s, foreseen.browning_b_s) / crust_dose_s("good"),
        doneness,
        crust,
    )
