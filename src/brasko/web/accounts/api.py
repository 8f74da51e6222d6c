"""Sign-up, sign-in, sign-out and preferences."""

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest, HttpResponse
from django.middleware.csrf import CsrfViewMiddleware, get_token
from ninja import Router, Status

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.auth import CookRequest
from brasko.web.accounts.models import Household
from brasko.web.accounts.passwords import new_account, recover
from brasko.web.accounts.permissions import HANDS_MARK, current_actor, person_of
from brasko.web.accounts.remembered import remember, trying
from brasko.web.accounts.schemas import HouseholdOut, Preferences, RecoverIn, SessionOut, SignIn, SignUp
from brasko.web.accounts.security_log import noted
from brasko.web.accounts.sessions import end_all, entered
from brasko.web.accounts.sign_up import let_in, rule
from brasko.web.accounts.signals import signed_out, signed_up
from brasko.web.accounts.throttle import may_sign_up, may_try, was_wrong
from brasko.web.accounts.two_factor import are_asked, pass_second, stop

router = Router(tags=["accounts"])

DEMO_USERNAME = "demo"
"""Whom a look round signs in."""


def guarded(request: HttpRequest) -> None:
    """Ask for the CSRF token on the few calls that need no session."""
    check = CsrfViewMiddleware(lambda r: None)  # type: ignore[arg-type]
    if check.process_view(request, lambda r: None, (), {}) is not None:  # type: ignore[arg-type, return-value]
        raise PermissionDenied(say("api-the-page-is-out-of-date"))


def enter(request: HttpRequest, user: User, response: HttpResponse) -> None:
    """Begin a session of somebody who has shown who they are, in a browser that is remembered for it."""
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    request.user = request.person = user  # type: ignore[attr-defined]
    remember(request, response, user)


def session_out(request: HttpRequest) -> SessionOut:
    """Who is signed in, and the household they are in."""
    get_token(request)
    user = person_of(request)
    asks = current_actor(user) if isinstance(user, User) else None
    if asks is None or not entered(request, asks.person):
        return SessionOut(signed_in=False, demo=settings.DEMO, sign_up=rule())
    home = asks.household
    return SessionOut(
        signed_in=True,
        demo=settings.DEMO,
        household=HouseholdOut.model_validate(
            {
                "name": home.name,
                "username": asks.person.username,
                "units": home.units,
                "clock": home.clock,
                "eaters": home.eaters,
                "altitude_m": home.altitude_m,
                "scale": home.scale,
                "scheme": home.scheme,
                "language": home.language,
                "learns": home.learns,
                "has_recovery": bool((home if asks.role == "owner" else asks.person.member).recovery),
                "role": asks.role,
                "marks": sorted(HANDS_MARK) if asks.role == "hand" else None,
                "asks_codes": are_asked(asks.person),
                "leaves_at": home.leaves_at,
            }
        ),
    )


@router.get("session", auth=None, response=SessionOut, operation_id="get_session")
def get_session(request: HttpRequest) -> SessionOut:
    return session_out(request)


@router.post("session", auth=None, response=SessionOut, operation_id="sign_in")
def sign_in(request: HttpRequest, response: HttpResponse, payload: SignIn) -> SessionOut:
    guarded(request)
    who_tries = trying(request, payload.username)
    may_try(who_tries)
    user = authenticate(request, username=payload.username, password=payload.password)
    if user is None:
        was_wrong(who_tries)
        noted("sign-in-refused", request)
        raise InvalidInput("password", say("api-does-not-fit-this-name-check"))
    try:
        pass_second(user, payload.code, who_tries)
    except InvalidInput:
        noted("second-step-refused", request, user)
        raise
    enter(request, user, response)
    noted("signed-in", request, user)
    return session_out(request)


@router.post("session/demo", auth=None, response=SessionOut, operation_id="enter_demo")
def enter_demo(request: HttpRequest, response: HttpResponse) -> SessionOut:
    guarded(request)
    user = get_user_model().objects.filter(household__demo=True).first() if settings.DEMO else None
    if user is None:
        raise Http404
    enter(request, user, response)
    return session_out(request)


@router.delete("session", response=SessionOut, operation_id="sign_out")
def sign_out(request: CookRequest) -> SessionOut:
    noted("signed-out", request, request.person)
    logout(request)
    request.person = request.user
    signed_out.send(sender=None)
    return session_out(request)


@router.post("accounts", auth=None, response={201: SessionOut}, operation_id="sign_up")
def sign_up(request: HttpRequest, response: HttpResponse, payload: SignUp) -> Status[SessionOut]:
    guarded(request)
    may_sign_up(request.META.get("REMOTE_ADDR", ""))
    with new_account(payload.username, payload.password) as user:
        let_in(payload.invitation)
        Household.objects.create(user=user, name=payload.household)
        signed_up.send(sender=None, user=user)
    enter(request, user, response)
    noted("signed-up", request, user)
    return Status(201, session_out(request))


@router.post("session/recovery", auth=None, response=SessionOut, operation_id="recover_account")
def recover_account(request: HttpRequest, response: HttpResponse, payload: RecoverIn) -> SessionOut:
    """Sign in with a recovery code and a new password; the code is used up, every session that was is ended.

    Codes of a clock are stopped: whoever lost the password may have lost the clock with it.
    """
    guarded(request)
    user = recover(payload.username, payload.code, payload.password, trying(request, payload.username))
    stop(user)
    end_all(user)
    enter(request, user, response)
    noted("recovered", request, user)
    return session_out(request)


@router.patch("preferences", response=SessionOut, operation_id="set_preferences")
def set_preferences(request: CookRequest, payload: Preferences) -> SessionOut:
    home = request.user.household
    Household.objects.filter(id=home.id).update(**payload.model_dump(exclude_none=True))
    home.refresh_from_db()
    return session_out(request)
