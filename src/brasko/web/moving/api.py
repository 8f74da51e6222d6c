"""Everything a household has, out and in again."""

import io
from typing import IO, cast

from django.http import HttpResponse
from ninja import File, Router, Schema, UploadedFile

from brasko.web.accounts.auth import CookRequest
from brasko.web.accounts.own_api import not_the_demos
from brasko.web.accounts.security_log import noted
from brasko.web.moving.into import read_household
from brasko.web.moving.out import write_household

router = Router(tags=["household"])


class MovedOut(Schema):
    """How many of each kind were added; nothing of what was here already."""

    added: dict[str, int]


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
    moved = read_household(request.user.household, request.user, cast("IO[bytes]", file.file))
    noted("household-brought-in", request, request.person)
    return MovedOut(added=moved.added)
