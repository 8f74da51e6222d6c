"""Everything a household has, out and in again."""

import io
from typing import Literal

from django.http import HttpResponse
from ninja import File, Router, Schema, UploadedFile

from brasko.web.accounts.auth import CookRequest
from brasko.web.accounts.own_api import not_the_demos
from brasko.web.accounts.security_log import noted
from brasko.web.moving.apart import Progress, bring_in, progress_of
from brasko.web.moving.exporter import write_household

router = Router(tags=["household"])


class MovedOut(Schema):
    """How many of each kind were added; nothing of what was here already."""

    added: dict[str, int]


class MovingOut(Schema):
    """How far a file is that is being read: so many of what there is to do are done."""

    stage: Literal["waiting", "looking", "keeping", "readings"]
    done: int
    of: int


@router.get("household/moving", response=MovingOut | None, operation_id="see_moving")
def see_moving(request: CookRequest) -> Progress | None:
    """How far the household's file is; nothing where none is read now."""
    return progress_of(request.user.household)


@router.get("household/household.zip", operation_id="take_household_out", include_in_schema=False)
def take_household_out(request: CookRequest) -> HttpResponse:
    """One zip with all there is (brasko/household@1)."""
    made = io.BytesIO()
    write_household(request.user.household, request.user, made)
    noted("household-taken-out", request, request.person)
    answer = HttpResponse(made.getbuffer(), content_type="application/zip")
    answer["Content-Disposition"] = 'attachment; filename="brasko-household.zip"'
    return answer


@router.post("household/household.zip", response=MovedOut, operation_id="bring_household_in")
def bring_household_in(request: CookRequest, file: File[UploadedFile]) -> MovedOut:
    """Add what such a zip has and this household has not."""
    not_the_demos(request)
    moved = bring_in(request.user.household, request.user, file)
    noted("household-brought-in", request, request.person)
    return MovedOut(added=moved.added)
