"""Cooks: start, follow, mark, rate, and the log of what is over."""

from typing import Annotated, Literal

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from brasko.core.words import say
from brasko.formats.bounds import Number
from brasko.formats.readings_csv import looked
from brasko.web.accounts.auth import CookRequest, signed_in
from brasko.web.accounts.permissions import HANDS_MARK
from brasko.web.accounts.security_log import noted
from brasko.web.common.versions import unchanged
from brasko.web.cooks.actions.from_elsewhere import from_elsewhere
from brasko.web.cooks.actions.photo import keep_photo
from brasko.web.cooks.actions.put_right import put_right_all
from brasko.web.cooks.actions.rate import rate
from brasko.web.cooks.actions.record import finish, record_event, set_hands, set_speed
from brasko.web.cooks.actions.start_cook import start_cook
from brasko.web.cooks.convert import cook_out, rating_out, update_since
from brasko.web.cooks.corrections import ask_practice, corrections_for, surface_for
from brasko.web.cooks.leaving import keep, leave
from brasko.web.cooks.log_schemas import (
    CookLine,
    DifferenceOut,
    ElsewhereIn,
    FileLookIn,
    FileLookOut,
    GoneLine,
    RunningLine,
    SeasonOut,
)
from brasko.web.cooks.logbook import differences_of, lines_of, running_of, season_of
from brasko.web.cooks.models import Cook, Event, Look, Photo, Piece
from brasko.web.cooks.schemas import (
    AskIn,
    CookOut,
    CorrectionsOut,
    EventIn,
    EventOut,
    HandsIn,
    LookedOut,
    LookLinkOut,
    LooksOut,
    RatingIn,
    SpeedIn,
    StartIn,
    SurfaceIn,
    SurfaceOut,
    UpdateOut,
)
from brasko.web.cooks.share_links import looked_at, made
from brasko.web.cooks.shown import as_csv
from brasko.web.machine.quotas import waiter_of
from brasko.web.machine.store import in_store
from brasko.web.plans.models import Plan
from brasko.web.yard.models import Thermometer
from brasko.web.yard.schemas import PutRightIn, PutRightOut

router = Router(tags=["cooks"])


def _mine(request: CookRequest, cook_id: int) -> Cook:
    return get_object_or_404(Cook, id=cook_id, owner=request.user)


@router.post("plans/{int:plan_id}/start", response={201: CookOut, 200: CookOut}, operation_id="start_cook")
def start(request: CookRequest, plan_id: int, payload: StartIn) -> Status[CookOut]:
    """Start a cook of a plan (201), or join the one that goes on already (200)."""
    plan = get_object_or_404(Plan, id=plan_id, owner=request.user)
    cook, is_new = start_cook(request.user, plan, payload)
    return Status(201 if is_new else 200, cook_out(cook))


@router.get("cooks", response=list[CookLine], operation_id="list_cooks")
def list_cooks(request: CookRequest, running: bool | None = None) -> list[CookLine]:
    return lines_of(request.user, running)


@router.get("cooks/running", response=list[RunningLine], operation_id="list_running_cooks")
def list_running_cooks(request: CookRequest) -> list[RunningLine]:
    return running_of(request.user)


@router.get("cooks/season", response=SeasonOut, operation_id="see_season")
def see_season(request: CookRequest) -> SeasonOut:
    """What all real cooks that are over come to."""
    return season_of(request.user)


@router.get("cooks/differences", response=list[DifferenceOut], operation_id="see_differences")
def see_differences(request: CookRequest, of: Annotated[list[Number], Query(max_length=4)]) -> list[DifferenceOut]:
    """How cooks differ from the first of them, in words."""
    cooks = [_mine(request, cook_id) for cook_id in of]
    return differences_of(cooks)


@router.post("cooks/from-elsewhere/look", response=FileLookOut, operation_id="look_at_file")
def look_at_file(request: CookRequest, payload: FileLookIn) -> FileLookOut:
    """What the columns of a CSV seem to be."""
    return FileLookOut.model_validate(looked(payload.text), from_attributes=True)


@router.post("cooks/from-elsewhere", response={201: CookOut}, operation_id="cook_from_elsewhere")
def cook_from_elsewhere(request: CookRequest, payload: ElsewhereIn) -> Status[CookOut]:
    """Keep a cook that another device recorded as one of this household's own."""
    return Status(201, cook_out(from_elsewhere(waiter_of(request), request.user, payload)))


@router.get("cooks/{int:cook_id}", response=CookOut, operation_id="get_cook")
def get_cook(request: CookRequest, cook_id: int, readings: Literal["shown", "all"] = "shown") -> CookOut:
    """A cook, with as many readings as a line on a screen shows, or all of them."""
    return cook_out(_mine(request, cook_id), every_reading=readings == "all")


@router.delete("cooks/{int:cook_id}", response=list[GoneLine], operation_id="let_cook_go")
def let_cook_go(request: CookRequest, cook_id: int) -> list[GoneLine]:
    """A cook goes for good in a day, with its readings and what was learned from it; until then it can be kept."""
    leave(_mine(request, cook_id))
    return leaving_cooks(request)


@router.get("cooks/leaving", response=list[GoneLine], operation_id="list_leaving_cooks")
def leaving_cooks(request: CookRequest) -> list[GoneLine]:
    """Cooks that were let go and can be kept still."""
    going = Cook.every.filter(owner=request.user, leaves_at__gt=timezone.now())
    return [GoneLine.model_validate(cook, from_attributes=True) for cook in going]


@router.post("cooks/{int:cook_id}/keep", response=list[GoneLine], operation_id="keep_cook")
def keep_cook(request: CookRequest, cook_id: int) -> list[GoneLine]:
    """Keep a cook that was to go."""
    keep(get_object_or_404(Cook.every, id=cook_id, owner=request.user))
    return leaving_cooks(request)


@router.get("cooks/{int:cook_id}/looks", response=LooksOut, operation_id="see_looks")
def see_looks(request: CookRequest, cook_id: int) -> LooksOut:
    """How many links to look on are open."""
    return LooksOut(open=Look.objects.filter(cook=_mine(request, cook_id), expires_at__gt=timezone.now()).count())


@router.post("cooks/{int:cook_id}/looks", response={201: LookLinkOut}, operation_id="let_look_on")
def let_look_on(request: CookRequest, cook_id: int) -> Status[LookLinkOut]:
    """A link by which anybody may look on at this cook, and change nothing."""
    token, ends = made(_mine(request, cook_id))
    noted("look-made", request, request.person)
    return Status(201, LookLinkOut(path=f"/look/{token}", expires_at=ends))


@router.delete("cooks/{int:cook_id}/looks", response=LooksOut, operation_id="end_looks")
def end_looks(request: CookRequest, cook_id: int) -> LooksOut:
    """No link shows this cook any more."""
    Look.objects.filter(cook=_mine(request, cook_id)).delete()
    noted("looks-ended", request, request.person)
    return LooksOut(open=0)


@router.get("looks/{token}", auth=None, response=LookedOut, operation_id="look_on")
def look_on(request: HttpRequest, token: str) -> LookedOut:
    """A cook as a link shows it."""
    return looked_at(token[:80])


@router.get("cooks/{int:cook_id}/updates", response=UpdateOut, operation_id="get_updates")
def get_updates(request: CookRequest, cook_id: int, after: str = "") -> UpdateOut:
    """What is new since a cursor: what the event stream sends, for those who cannot keep a stream open."""
    return update_since(_mine(request, cook_id).id, after)


@router.post("cooks/{int:cook_id}/events", response={201: EventOut}, operation_id="record_event")
def record(request: CookRequest, cook_id: int, payload: EventIn) -> Status[Event]:
    cook = _mine(request, cook_id)
    if request.role == "hand" and not _for_a_hand(cook, payload):
        raise PermissionDenied(say("people-a-hand-marks-and-reads"))
    return Status(201, record_event(cook, payload))


def _for_a_hand(cook: Cook, payload: EventIn) -> bool:
    """Whether a hand may record this: of what is taken back, what it could have recorded."""
    undone = Event.objects.filter(cook=cook, client_id=payload.undoes).first() if payload.undoes else None
    return payload.kind in HANDS_MARK and (undone is None or undone.kind in HANDS_MARK)


@router.put("cooks/{int:cook_id}/speed", response=CookOut, operation_id="set_speed")
def speed(request: CookRequest, cook_id: int, payload: SpeedIn) -> CookOut:
    return cook_out(set_speed(_mine(request, cook_id), payload.speed))


@router.put("cooks/{int:cook_id}/hands", response=CookOut, operation_id="set_hands")
def hands(request: CookRequest, cook_id: int, payload: HandsIn) -> CookOut:
    return cook_out(set_hands(_mine(request, cook_id), payload.hands))


@router.post("cooks/{int:cook_id}/finish", response=CookOut, operation_id="finish_cook")
def end(request: CookRequest, cook_id: int) -> CookOut:
    """End a cook now, served or not."""
    return cook_out(finish(_mine(request, cook_id)))


@router.put("cooks/{int:cook_id}/rating", response=CookOut, operation_id="rate_cook")
def rate_cook(request: CookRequest, cook_id: int, payload: RatingIn) -> CookOut:
    def seen(cook: Cook) -> None:
        unchanged(request, cook.version, lambda: rating_out(cook))

    return cook_out(rate(_mine(request, cook_id), payload, seen))


@router.get(
    "cooks/{int:cook_id}/pieces/{int:piece_id}/corrections", response=CorrectionsOut, operation_id="get_corrections"
)
def get_corrections(request: CookRequest, cook_id: int, piece_id: int) -> CorrectionsOut:
    """What could be done now for a piece that is on the fire, each with its computed effect."""
    cook = _mine(request, cook_id)
    return corrections_for(waiter_of(request), cook, get_object_or_404(Piece, id=piece_id, cook=cook))


@router.post("cooks/{int:cook_id}/pieces/{int:piece_id}/surface", response=SurfaceOut, operation_id="check_surface")
def check_surface(request: CookRequest, cook_id: int, piece_id: int, payload: SurfaceIn) -> SurfaceOut:
    """What a sear over a grate or pan that reads so would do, against what it needs."""
    cook = _mine(request, cook_id)
    return surface_for(waiter_of(request), cook, get_object_or_404(Piece, id=piece_id, cook=cook), payload.temp_c)


@router.post("cooks/{int:cook_id}/pieces/{int:piece_id}/ask", response={202: AskIn}, operation_id="ask_practice")
def ask_one(request: CookRequest, cook_id: int, piece_id: int, payload: AskIn) -> Status[AskIn]:
    """Have a practice thermometer read by hand: the reading comes with the stream."""
    cook = _mine(request, cook_id)
    ask_practice(cook, get_object_or_404(Piece, id=piece_id, cook=cook), payload.source)
    return Status(202, payload)


@router.post("cooks/{int:cook_id}/photo", response=CookOut, operation_id="add_photo")
def put_photo(request: CookRequest, cook_id: int, photo: File[UploadedFile]) -> CookOut:
    """Keep a picture of what came of it: made small, and without what the camera added."""
    cook = _mine(request, cook_id)
    keep_photo(cook, photo)
    return cook_out(cook)


@router.get("cooks/{int:cook_id}/photo.jpg", operation_id="get_photo", include_in_schema=False)
def get_photo(request: CookRequest, cook_id: int) -> HttpResponse:
    photo = get_object_or_404(Photo, cook=_mine(request, cook_id))
    return HttpResponse(bytes(photo.jpeg), content_type="image/jpeg")


@router.delete("cooks/{int:cook_id}/photo", response=CookOut, operation_id="remove_photo")
def remove_photo(request: CookRequest, cook_id: int) -> CookOut:
    cook = _mine(request, cook_id)
    Photo.objects.filter(cook=cook).delete()
    return cook_out(cook)


@router.post("thermometers/{int:thermometer_id}/put-right", response=PutRightOut, operation_id="put_readings_right")
def put_readings_right(request: CookRequest, thermometer_id: int, payload: PutRightIn) -> PutRightOut:
    """Correct the readings since a moment anew, from what the thermometer said, by the checks that stand now."""
    return put_right_all(get_object_or_404(Thermometer, id=thermometer_id, owner=request.user), payload.since)


@router.get("cooks/{int:cook_id}/readings.csv", auth=signed_in, operation_id="export_readings", include_in_schema=False)
async def export_readings(request: CookRequest, cook_id: int) -> StreamingHttpResponse:
    """Every reading as CSV: piece, thermometer, channel, time (ISO 8601), °C."""
    cook = await in_store(_mine, request, cook_id)
    response = StreamingHttpResponse(as_csv(cook), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="cook-{cook.pk}-readings.csv"'
    return response
