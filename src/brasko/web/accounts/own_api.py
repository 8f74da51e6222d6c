"""What somebody does with an account of their own: its password, ways back in, codes of a clock, its sessions."""

from django.contrib.auth import update_session_auth_hash
from django.http import Http404, HttpResponse
from ninja import Router

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts import two_factor
from brasko.web.accounts.api import session_out
from brasko.web.accounts.auth import CookRequest
from brasko.web.accounts.models import Entrance
from brasko.web.accounts.passwords import change, new_code, prove
from brasko.web.accounts.permissions import current_actor
from brasko.web.accounts.remembered import own, remember
from brasko.web.accounts.schemas import CodeClockOut, CodeIn, EntranceOut, PasswordIn, ProofIn, RecoveryOut, SessionOut
from brasko.web.accounts.security_log import noted
from brasko.web.accounts.sessions import end, end_all, entrances_of

router = Router(tags=["accounts"])


def not_the_demos(request: CookRequest) -> None:
    """That the account is somebody's: the demo's is nobody's to change. Raises InvalidInput on current."""
    asks = current_actor(request.person)
    if asks is None or asks.household.demo:
        raise InvalidInput("current", say("api-the-demo-household-has-no-password"))


def proven(request: CookRequest, current: str) -> None:
    """That it is its owner who asks. Raises InvalidInput on current, or TooOften."""
    not_the_demos(request)
    prove(request.person, current, own(request, request.person))


@router.put("accounts/password", response=SessionOut, operation_id="change_password")
def change_password(request: CookRequest, response: HttpResponse, payload: PasswordIn) -> SessionOut:
    """Another password for whoever is signed in; every other session of the account ends."""
    not_the_demos(request)
    change(request.person, payload.current, payload.new, own(request, request.person))
    request.user = request.person
    update_session_auth_hash(request, request.person)
    # its own goes on under another key, which nothing is known of yet
    end_all(request.person)
    remember(request, response, request.person)
    noted("password-changed", request, request.person)
    return session_out(request)


@router.post("accounts/recovery", response=RecoveryOut, operation_id="make_recovery_code")
def make_recovery_code(request: CookRequest, payload: ProofIn) -> RecoveryOut:
    """A code that opens the account once should its password be lost; an earlier one no longer does."""
    proven(request, payload.current)
    noted("recovery-code-made", request, request.person)
    return RecoveryOut(code=new_code(request.person))


@router.post("accounts/codes", response=CodeClockOut, operation_id="begin_codes")
def begin_codes(request: CookRequest, payload: ProofIn) -> CodeClockOut:
    """What a clock of codes needs to know; codes are asked for once one was right."""
    proven(request, payload.current)
    return CodeClockOut(address=two_factor.begun(request.person))


@router.post("accounts/codes/confirm", response=SessionOut, operation_id="confirm_codes")
def confirm_codes(request: CookRequest, payload: CodeIn) -> SessionOut:
    """Ask for codes at sign-in from now on."""
    two_factor.confirm(request.person, payload.code, own(request, request.person))
    noted("codes-begun", request, request.person)
    return session_out(request)


@router.post("accounts/codes/stop", response=SessionOut, operation_id="stop_codes")
def stop_codes(request: CookRequest, payload: ProofIn) -> SessionOut:
    """Ask for no code any more."""
    proven(request, payload.current)
    two_factor.stop(request.person)
    noted("codes-stopped", request, request.person)
    return session_out(request)


def _sessions(request: CookRequest) -> list[EntranceOut]:
    if request.user.household.demo:
        return []
    here = request.session.session_key
    return [
        EntranceOut.model_validate(
            {**{f: getattr(e, f) for f in EntranceOut.model_fields if f != "here"}, "here": e.session == here}
        )
        for e in entrances_of(request.person)
    ]


@router.get("sessions", response=list[EntranceOut], operation_id="list_sessions")
def list_sessions(request: CookRequest) -> list[EntranceOut]:
    """Where this account is signed in; nothing for the demo, whose visitors are strangers to each other."""
    return _sessions(request)


@router.delete("sessions", response=list[EntranceOut], operation_id="end_other_sessions")
def end_other_sessions(request: CookRequest) -> list[EntranceOut]:
    """End every other session of this account."""
    if not request.user.household.demo:
        end(*(e for e in entrances_of(request.person) if e.session != request.session.session_key))
        noted("other-sessions-ended", request, request.person)
    return _sessions(request)


@router.delete("sessions/{int:entrance_id}", response=list[EntranceOut], operation_id="end_session")
def end_session(request: CookRequest, entrance_id: int) -> list[EntranceOut]:
    """End one session of this account."""
    found = Entrance.objects.filter(id=entrance_id, user=request.person).first()
    if found is None or request.user.household.demo:
        raise Http404
    end(found)
    noted("session-ended", request, request.person)
    return _sessions(request)
