"""Sign-up, sign-in, sign-out and preferences."""

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout, update_session_auth_hash
from django.core.exceptions import PermissionDenied
from django.core.exceptions import ValidationError as DjangoValidationError
from django.db import IntegrityError, transaction
from django.http import Http404, HttpRequest
from django.middleware.csrf import CsrfViewMiddleware, get_token
from ninja import Router, Status

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.accounts.auth import CookRequest
from brasko.web.accounts.guard import may_try, was_wrong
from brasko.web.accounts.models import Household
from brasko.web.accounts.passwords import accept, change, new_code, prove, recover
from brasko.web.accounts.schemas import (
    HouseholdOut,
    PasswordIn,
    Preferences,
    ProofIn,
    RecoverIn,
    RecoveryOut,
    SessionOut,
    SignIn,
    SignUp,
)
from brasko.web.accounts.signals import signed_out, signed_up

router = Router(tags=["accounts"])

DEMO_USERNAME = "demo"
"""Whom a look round signs in."""
TAKEN = say("api-is-taken-choose-another")
"""Said of a name that somebody has."""


def _guarded(request: HttpRequest) -> None:
    """Ask for the CSRF token on the few calls that need no session."""
    check = CsrfViewMiddleware(lambda r: None)  # type: ignore[arg-type]
    if check.process_view(request, lambda r: None, (), {}) is not None:  # type: ignore[arg-type, return-value]
        raise PermissionDenied(say("api-the-page-is-out-of-date"))


def _session(request: HttpRequest) -> SessionOut:
    get_token(request)
    user = request.user
    if not user.is_authenticated:
        return SessionOut(signed_in=False, demo=settings.DEMO)
    home = user.household
    return SessionOut(
        signed_in=True,
        demo=settings.DEMO,
        household=HouseholdOut.model_validate(
            {
                "name": home.name,
                "username": user.username,
                "units": home.units,
                "clock": home.clock,
                "eaters": home.eaters,
                "scale": home.scale,
                "scheme": home.scheme,
                "language": home.language,
                "learns": home.learns,
                "has_recovery": bool(home.recovery),
            }
        ),
    )


@router.get("session", auth=None, response=SessionOut, operation_id="get_session")
def get_session(request: HttpRequest) -> SessionOut:
    return _session(request)


@router.post("session", auth=None, response=SessionOut, operation_id="sign_in")
def sign_in(request: HttpRequest, payload: SignIn) -> SessionOut:
    _guarded(request)
    address = request.META.get("REMOTE_ADDR", "")
    may_try(payload.username, address)
    user = authenticate(request, username=payload.username, password=payload.password)
    if user is None:
        was_wrong(payload.username, address)
        raise InvalidInput("password", say("api-does-not-fit-this-name-check"))
    login(request, user)
    return _session(request)


@router.post("session/demo", auth=None, response=SessionOut, operation_id="enter_demo")
def enter_demo(request: HttpRequest) -> SessionOut:
    _guarded(request)
    user = get_user_model().objects.filter(household__demo=True).first() if settings.DEMO else None
    if user is None:
        raise Http404
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request)


@router.delete("session", response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    logout(request)
    signed_out.send(sender=None)
    return _session(request)


@router.post("accounts", auth=None, response={201: SessionOut}, operation_id="sign_up")
def sign_up(request: HttpRequest, payload: SignUp) -> Status[SessionOut]:
    _guarded(request)
    users = get_user_model()
    if users.objects.filter(username__iexact=payload.username).exists():
        raise InvalidInput("username", TAKEN)
    draft = users(username=payload.username)
    try:
        draft.full_clean(exclude=["password"])
    except DjangoValidationError as exc:
        field, said = next(iter(exc.message_dict.items()))
        raise InvalidInput(field, " ".join(said)) from exc
    accept(draft, payload.password, "password")
    try:
        with transaction.atomic():
            user = users.objects.create_user(payload.username, password=payload.password)
            Household.objects.create(user=user, name=payload.household)
            signed_up.send(sender=None, user=user)
    except IntegrityError:
        raise InvalidInput("username", TAKEN) from None
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return Status(201, _session(request))


@router.put("accounts/password", response=SessionOut, operation_id="change_password")
def change_password(request: CookRequest, payload: PasswordIn) -> SessionOut:
    """Another password for whoever is signed in; every other session of the account ends."""
    _own(request)
    change(request.user, payload.current, payload.new, request.META.get("REMOTE_ADDR", ""))
    update_session_auth_hash(request, request.user)
    return _session(request)


@router.post("accounts/recovery", response=RecoveryOut, operation_id="make_recovery_code")
def make_recovery_code(request: CookRequest, payload: ProofIn) -> RecoveryOut:
    """A code that opens the account once should its password be lost; an earlier one no longer does."""
    _own(request)
    prove(request.user, payload.current, request.META.get("REMOTE_ADDR", ""))
    return RecoveryOut(code=new_code(request.user))


@router.post("session/recovery", auth=None, response=SessionOut, operation_id="recover_account")
def recover_account(request: HttpRequest, payload: RecoverIn) -> SessionOut:
    """Sign in with a recovery code and a new password; the code is used up, every session that was is ended."""
    _guarded(request)
    user = recover(payload.username, payload.code, payload.password, request.META.get("REMOTE_ADDR", ""))
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request)


def _own(request: CookRequest) -> None:
    """That the account is somebody's: the demo's password is nobody's to change."""
    if request.user.household.demo:
        raise InvalidInput("current", say("api-the-demo-household-has-no-password"))


@router.patch("preferences", response=SessionOut, operation_id="set_preferences")
def set_preferences(request: CookRequest, payload: Preferences) -> SessionOut:
    home = request.user.household
    Household.objects.filter(id=home.id).update(**payload.model_dump(exclude_none=True))
    home.refresh_from_db()
    return _session(request)
