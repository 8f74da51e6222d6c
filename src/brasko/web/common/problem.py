"""The one place where errors become problem+json (RFC 9457)."""

import logging
import math
from dataclasses import dataclass
from typing import Any

from django.core.exceptions import PermissionDenied
from django.db import DatabaseError
from django.http import Http404, HttpRequest, JsonResponse, RawPostDataException
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from brasko.core.errors import Infeasible, InvalidInput
from brasko.core.words import quantity, say
from brasko.formats.piece import outside_text, renamed
from brasko.web.common.versions import Stale
from brasko.web.machine.pool import LetGo
from brasko.web.machine.quotas import ClientGone, QuotaExceeded, TooMuch
from brasko.words import rendered

log = logging.getLogger(__name__)


class Conflict(Exception):
    """The request is valid, but not in the present state of things."""

    def __init__(self, detail: str, field: str = "") -> None:
        super().__init__(detail)
        self.detail, self.field = detail, field


class TooOften(Exception):
    """More than may be sent in a while; wait_s is when to come again."""

    def __init__(self, said: str, wait_s: int = 60) -> None:
        super().__init__(said)
        self.wait_s = wait_s


class TokenRefused(Exception):
    """A device token that is unknown, expired or revoked; says which and what to do."""


def problem(
    status: int, kind: str, title: str, detail: str, errors: list[dict[str, Any]] | None = None, **more: Any
) -> JsonResponse:
    """A problem document. errors name fields, each with what is wrong and, where known, a value that would do.

    Sentences are written out in English and metric units for whoever calls; as said they are messages, which the
    interface writes out in its reader's language and units.
    """
    body = {
        "type": f"urn:brasko:{kind}",
        "title": rendered(title),
        "status": status,
        "detail": rendered(detail),
        "said": detail,
        "errors": [
            {**error, "message": rendered(error["message"]), "said": error["message"]} for error in errors or []
        ],
        **more,
    }
    response = JsonResponse(body, status=status)
    response["Content-Type"] = "application/problem+json"
    return response


def field_error(field: str, message: str, suggestion: str | None = None) -> dict[str, Any]:
    """One entry of a problem's errors."""
    return {"field": field, "message": message, "suggestion": suggestion}


def invalid(errors: list[dict[str, Any]]) -> JsonResponse:
    """A 422 for fields that are wrong."""
    detail = "; ".join(f"{e['field']} {e['message']}" for e in errors)
    return problem(422, "invalid-input", say("problem-something-in-the-input-is-not"), detail, errors)


_PLAIN = {
    "missing": say("problem-is-required"),
    "float_parsing": say("common-must-be-a-number-got", got="{got}"),
    "float_type": say("common-must-be-a-number-got", got="{got}"),
    "int_parsing": say("problem-must-be-a-whole-number-got", got="{got}"),
    "finite_number": say("problem-must-be-a-finite-number-got", got="{got}"),
    "datetime_from_date_parsing": say("problem-must-be-a-date-and-time", got="{got}"),
    "datetime_parsing": say("problem-must-be-a-date-and-time", got="{got}"),
    "datetime_type": say("problem-must-be-a-date-and-time", got="{got}"),
    "timezone_aware": say("problem-must-carry-a-time-zone-got", got="{got}"),
    "uuid_parsing": say("problem-must-be-a-uuid-got", got="{got}"),
}
"""What pydantic says, as we say it."""


def _validation_errors(raw: list[dict[str, Any]]) -> list[dict[str, Any]]:
    found = []
    for error in raw:
        place = [str(p) for p in error["loc"][:8] if p not in ("body", "query", "path", "data", "payload")]
        said = _PLAIN.get(error["type"])
        if error["type"] == "extra_forbidden":
            found.append(field_error(".".join(place[:-1]) or "body", say("problem-has-a-field-that-is-not")))
            continue
        got = _brief(error.get("input"))
        message = said.format(got=got) if said else say("problem-got", error=error["msg"], got=got)
        found.append(field_error(_brief_text(".".join(place)) or "body", message))
    return found[:MAX_TOLD]


MAX_TOLD, LONGEST_ECHO = 20, 60
"""So many errors are told at once, and so many characters of what was sent are given back."""


def _brief(got: object) -> str:
    """What came, no longer than a line; nothing of what is longer is worked through."""
    if isinstance(got, str):
        return repr(_brief_text(got))
    if isinstance(got, int) and got.bit_length() > 200:
        return say("problem-a-number-of-very-many-digits")
    if isinstance(got, dict | list):
        return say("problem-a-list-or-an-object")
    return _brief_text(repr(got))


def _brief_text(text: str) -> str:
    return text if len(text) <= LONGEST_ECHO else f"{text[: LONGEST_ECHO - 3]}..."


@dataclass(frozen=True)
class Trouble:
    """Something that is wrong with the store: how SQLite says it, what it is called, and what a person can do."""

    said: tuple[str, ...]
    kind: str
    title: str
    detail: str
    status: int = 503
    again_s: int | None = None


TROUBLES = (
    Trouble(
        ("disk is full",),
        "disk-full",
        say("problem-the-disk-is-full"),
        say("problem-the-disk-of-this-machine-is"),
        507,
    ),
    Trouble(
        ("readonly", "read-only", "unable to open database", "disk i/o error"),
        "read-only",
        say("problem-the-store-cannot-be-written"),
        say("problem-the-store-cannot-be-written-nothing"),
    ),
    Trouble(
        ("no such table", "no such column", "has no column"),
        "unmigrated",
        say("problem-the-store-is-of-an-older"),
        say("problem-the-store-is-of-an-older-2"),
    ),
    Trouble(
        ("locked", "busy"),
        "busy",
        "Busy",
        say("problem-the-store-was-busy-for-too"),
        503,
        2,
    ),
)
"""What can be wrong with the store, by what the database says."""
UNKNOWN_TROUBLE = Trouble(
    (),
    "store",
    say("problem-the-store-failed"),
    say("problem-the-store-failed-nothing-was-kept"),
)
"""Where the database says something else."""


def trouble_of(exc: Exception) -> Trouble:
    """What is wrong with the store, by what its error says."""
    said = str(exc).lower()
    return next((t for t in TROUBLES if any(words in said for words in t.said)), UNKNOWN_TROUBLE)


def store_trouble(exc: Exception) -> JsonResponse:
    """The answer where the store fails: told as what it is."""
    trouble = trouble_of(exc)
    log.error("The store failed (%s): %s", trouble.kind, exc)
    response = problem(trouble.status, trouble.kind, trouble.title, trouble.detail)
    if trouble.again_s is not None:
        response["Retry-After"] = str(trouble.again_s)
    return response


def later(said: str, wait_s: int) -> JsonResponse:
    """A 429 that says when to come again."""
    response = problem(429, "later", say("problem-not-so-fast"), said)
    response["Retry-After"] = str(max(wait_s, 1))
    return response


def install(api: NinjaAPI) -> None:
    """Teach an API to answer every error as a problem document."""

    @api.exception_handler(InvalidInput)
    def _(request: HttpRequest, exc: InvalidInput) -> JsonResponse:
        return invalid([field_error(renamed(exc.field), exc.message, exc.suggestion)])

    @api.exception_handler(Infeasible)
    def _(request: HttpRequest, exc: Infeasible) -> JsonResponse:
        offered = {r.field: outside_text(r.field, r.value) for r in exc.remedies if r.field}
        errors = [field_error(renamed(exc.field), exc.reason, offered.get(exc.field))]
        errors += [field_error(f"remedy:{renamed(r.field)}", r.text, offered.get(r.field)) for r in exc.remedies]
        return problem(422, "infeasible", say("problem-this-cannot-be-had"), exc.reason, errors)

    @api.exception_handler(ValidationError)
    def _(request: HttpRequest, exc: ValidationError) -> JsonResponse:
        return invalid(_validation_errors(exc.errors))

    @api.exception_handler(Conflict)
    def _(request: HttpRequest, exc: Conflict) -> JsonResponse:
        return problem(
            409,
            "conflict",
            say("problem-not-now"),
            exc.detail,
            [field_error(exc.field, exc.detail)] if exc.field else [],
        )

    @api.exception_handler(Stale)
    def _(request: HttpRequest, exc: Stale) -> JsonResponse:
        return problem(
            412,
            "changed-meanwhile",
            say("problem-changed-meanwhile"),
            say("problem-somebody-changed-this-meanwhile"),
            current=exc.current,
        )

    @api.exception_handler(TokenRefused)
    def _(request: HttpRequest, exc: TokenRefused) -> JsonResponse:
        return problem(401, "token-refused", say("problem-this-device-token-is-not-accepted"), str(exc))

    @api.exception_handler(AuthenticationError)
    def _(request: HttpRequest, exc: AuthenticationError) -> JsonResponse:
        return problem(401, "sign-in-needed", say("common-sign-in-first"), say("common-this-needs-a-signed-in-cook"))

    @api.exception_handler(PermissionDenied)
    def _(request: HttpRequest, exc: PermissionDenied) -> JsonResponse:
        return problem(
            403, "not-allowed", say("problem-not-allowed"), str(exc) or say("problem-this-is-not-yours-to-change")
        )

    @api.exception_handler(Http404)
    def _(request: HttpRequest, exc: Http404) -> JsonResponse:
        return problem(404, "not-found", say("problem-not-found"), say("common-there-is-nothing-here-under-that"))

    @api.exception_handler(DatabaseError)
    def _(request: HttpRequest, exc: DatabaseError) -> JsonResponse:
        return store_trouble(exc)

    @api.exception_handler(TooOften)
    def _(request: HttpRequest, exc: TooOften) -> JsonResponse:
        return later(str(exc), exc.wait_s)

    @api.exception_handler(QuotaExceeded)
    def _(request: HttpRequest, exc: QuotaExceeded) -> JsonResponse:
        wait = math.ceil(exc.again_s)
        return later(say("problem-this-household-has-used-its-share", wait=wait), wait)

    @api.exception_handler(TooMuch)
    def _(request: HttpRequest, exc: TooMuch) -> JsonResponse:
        said = say("problem-this-would-take-about-s-to", takes=quantity.number(exc.takes_s))
        return problem(422, "too-much", say("problem-too-much-at-once"), said, [field_error("pieces", said)])

    @api.exception_handler(LetGo)
    def _(request: HttpRequest, exc: LetGo) -> JsonResponse:
        response = problem(503, "ends", say("problem-the-server-ends"), say("problem-the-server-ends-try-again"))
        response["Retry-After"] = "10"
        return response

    @api.exception_handler(ClientGone)
    def _(request: HttpRequest, exc: ClientGone) -> JsonResponse:
        return problem(
            499, "nobody-waits", say("problem-nobody-waits-for-this"), say("problem-the-browser-went-away-before-the")
        )

    @api.exception_handler(RawPostDataException)
    def _(request: HttpRequest, exc: RawPostDataException) -> JsonResponse:
        return problem(415, "not-json", say("problem-this-is-not-json"), say("problem-this-address-takes-json-send-it"))

    @api.exception_handler(OverflowError)
    def _(request: HttpRequest, exc: OverflowError) -> JsonResponse:
        log.warning("A figure overflowed: %s", exc)
        return invalid([field_error("body", say("problem-holds-a-figure-that-is-too"))])

    @api.exception_handler(HttpError)
    def _(request: HttpRequest, exc: HttpError) -> JsonResponse:
        return problem(exc.status_code, "request-refused", say("problem-the-request-was-refused"), str(exc))
