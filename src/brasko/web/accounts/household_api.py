"""A household as a whole: who is in it, invitations, and letting it go."""

from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.api import enter, guarded, session_out
from brasko.web.accounts.auth import CookRequest
from brasko.web.accounts.leaving import keep, leave
from brasko.web.accounts.models import Household, Invite, Member, digest, new_token
from brasko.web.accounts.own_api import not_the_demos, proven
from brasko.web.accounts.passwords import new_account
from brasko.web.accounts.schemas import (
    InvitationOut,
    InviteIn,
    InviteOut,
    JoinIn,
    MemberOut,
    MembersOut,
    ProofIn,
    SessionOut,
)
from brasko.web.accounts.security_log import noted
from brasko.web.accounts.sessions import end_all
from brasko.web.accounts.sign_up import INVITED_FOR
from brasko.web.accounts.throttle import may_sign_up

router = Router(tags=["household"])
MAX_PEOPLE = 20
"""Members and invitations of a household."""


def _members(request: CookRequest) -> MembersOut:
    home = request.user.household
    waiting = Invite.objects.filter(household=home, expires_at__gt=timezone.now()).count()
    members = [
        MemberOut.model_validate({"id": m.id, "username": m.user.get_username(), "role": m.role, "since": m.since})
        for m in Member.objects.filter(household=home).select_related("user")
    ]
    return MembersOut(members=members, waiting=waiting)


@router.get("members", response=MembersOut, operation_id="list_members")
def list_members(request: CookRequest) -> MembersOut:
    return _members(request)


@router.post("members/invites", response={201: InviteOut}, operation_id="invite")
def invite(request: CookRequest, payload: InviteIn) -> Status[InviteOut]:
    """A link that makes one member, once, within three days."""
    not_the_demos(request)
    home, now = request.user.household, timezone.now()
    Invite.objects.filter(expires_at__lte=now).delete()
    if Invite.objects.filter(household=home).count() + Member.objects.filter(household=home).count() >= MAX_PEOPLE:
        raise InvalidInput("role", say("household-so-many-people", most=MAX_PEOPLE))
    token = new_token()
    made = Invite.objects.create(household=home, digest=digest(token), role=payload.role, expires_at=now + INVITED_FOR)
    noted("invited", request, request.person)
    return Status(201, InviteOut(path=f"/join/{token}", expires_at=made.expires_at))


@router.delete("members/invites", response=MembersOut, operation_id="take_invites_back")
def take_invites_back(request: CookRequest) -> MembersOut:
    """Nobody can take an invitation that was given so far."""
    Invite.objects.filter(household=request.user.household).delete()
    return _members(request)


@router.delete("members/{int:member_id}", response=MembersOut, operation_id="remove_member")
def remove_member(request: CookRequest, member_id: int) -> MembersOut:
    """Somebody is of the household no more: the account ends, what was done stays."""
    member = get_object_or_404(Member, id=member_id, household=request.user.household)
    noted("member-removed", request, member.user_id)
    end_all(member.user)
    member.user.delete()
    return _members(request)


def _invitation(token: str) -> tuple[Invite, Household]:
    found = (
        Invite.objects.select_related("household").filter(digest=digest(token), expires_at__gt=timezone.now()).first()
    )
    if found is None or found.household is None or found.household.leaves_at is not None:
        raise Http404
    return found, found.household


@router.get("invitations/{token}", auth=None, response=InvitationOut, operation_id="see_invitation")
def see_invitation(request: HttpRequest, token: str) -> InvitationOut:
    """What an invitation is for; there is nothing where it is used, over or was never given."""
    found, home = _invitation(token[:80])
    return InvitationOut.model_validate({"household": home.name, "role": found.role})


@router.post("accounts/join", auth=None, response={201: SessionOut}, operation_id="join_household")
def join_household(request: HttpRequest, response: HttpResponse, payload: JoinIn) -> Status[SessionOut]:
    """An account of one's own in the household that invited; the invitation is used up."""
    guarded(request)
    found, home = _invitation(payload.token)
    may_sign_up(request.META.get("REMOTE_ADDR", ""))
    with new_account(payload.username, payload.password) as user:
        taken, _ = Invite.objects.filter(id=found.id).delete()
        if not taken:
            raise Http404
        Member.objects.create(user=user, household=home, role=found.role)
    enter(request, user, response)
    noted(f"joined-as-{found.role}", request, user)
    return Status(201, session_out(request))


@router.post("household/leave", response=SessionOut, operation_id="let_household_go")
def let_household_go(request: CookRequest, payload: ProofIn) -> SessionOut:
    """The household and all it has goes for good in a day; until then it can be kept. Everybody is signed out."""
    proven(request, payload.current)
    with transaction.atomic():
        leave(request.user.household)
    noted("household-leaves", request, request.person)
    request.session.flush()
    return SessionOut(signed_in=False, demo=False)


@router.post("household/keep", response=SessionOut, operation_id="keep_household")
def keep_household(request: CookRequest) -> SessionOut:
    """Keep a household that was to go."""
    keep(request.user.household)
    noted("household-kept", request, request.person)
    return session_out(request)
