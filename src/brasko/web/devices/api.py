"""The door for thermometers: a token in the Authorization header, batches of readings, safe to repeat."""

import hmac

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router, UploadedFile
from ninja.security import HttpBearer

from brasko.core.words import say
from brasko.web.accounts.auth import CookRequest
from brasko.web.common.problem import TokenRefused
from brasko.web.cooks.actions.record import advance
from brasko.web.cooks.history import Story, story_of
from brasko.web.cooks.models import Cook, Piece
from brasko.web.cooks.reading_requests import wanted
from brasko.web.devices.actions import take_readings, thermometer_for
from brasko.web.devices.from_file import readings_from_file
from brasko.web.devices.schemas import ReadingsIn, ReadingsOut, Scene, ScenePiece
from brasko.web.machine.store import in_store
from brasko.web.yard.models import Thermometer
from brasko.web.yard.stand_ins import hub_key, stand_ins_of


class DeviceToken(HttpBearer):
    """A thermometer's own token."""

    async def authenticate(self, request: HttpRequest, token: str) -> Thermometer:
        return await in_store(thermometer_for, token)


class HubKey(HttpBearer):
    """The key of the practice hub on this machine."""

    def authenticate(self, request: HttpRequest, token: str) -> str:
        if not hmac.compare_digest(token.encode(), hub_key().encode()):
            raise TokenRefused(say("api-this-is-not-the-practice-hubs"))
        return "hub"


router = Router(tags=["device"])
files = Router(tags=["cooks"])


@router.post("readings", auth=DeviceToken(), response=ReadingsOut, operation_id="post_readings")
async def post_readings(request: CookRequest, payload: ReadingsIn) -> ReadingsOut:
    return await in_store(take_readings, request.auth, payload.readings, payload.cook)


@files.post("cooks/{int:cook_id}/pieces/{int:piece_id}/file", response=ReadingsOut, operation_id="readings_from_file")
def from_file(
    request: CookRequest, cook_id: int, piece_id: int, file: File[UploadedFile], from_on: Form[bool] = False
) -> ReadingsOut:
    """Take in a CSV of readings; from_on lines its first one up with putting the piece on."""
    cook = get_object_or_404(Cook, id=cook_id, owner=request.user)
    return readings_from_file(cook, get_object_or_404(Piece, id=piece_id, cook=cook), file, from_on)


@router.post("scenes", auth=HubKey(), response=list[Scene], operation_id="advance_scenes")
def advance_scenes(request: CookRequest) -> list[Scene]:
    """Every running practice cook, after marking what is due in those whose steps mark themselves."""
    found = []
    for cook in Cook.objects.filter(practice=True, ended_at=None):
        advance(cook)
        found.append(_scene(cook))
    return found


def _scene(cook: Cook) -> Scene:
    events = list(cook.events.all())
    return Scene(
        cook_id=cook.id,
        now=cook.now(),
        speed=cook.clock_speed,
        trouble=cook.trouble,
        drill=cook.drill,
        devices=stand_ins_of(cook.owner_id),
        pieces=[_scene_piece(p, story_of(p, events)) for p in cook.pieces.exclude(thermometer=None)],
    )


def _scene_piece(piece: Piece, story: Story) -> ScenePiece:
    assert piece.thermometer_id is not None
    return ScenePiece(
        piece_id=piece.id,
        seed=piece.truth_of or piece.id,
        position=piece.position,
        thermometer_id=piece.thermometer_id,
        inputs=piece.asked,
        on_at=story.on_at,
        began=[(b.step, b.at_s) for b in story.began],
        asides=[(a.kind, a.start_s, a.end_s) for a in story.asides],
        changes=[(c.at_s, c.delta_k) for c in story.changes],
        pull_c=story.pull_c,
        sear=story.sear,
        hold_s=story.hold_s,
        wanted=wanted.of(piece.id),
    )
