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
from brasko.formats.piece import outside_text, renamed
from brasko.web.machine.shares import NobodyWaits, Overdrawn, TooMuch

log = logging.getLogger(__name__)


class Conflict(Exception):
    """The request is valid, but not in the present state of things."""

    def __init__(self, detail: str, field: str = "") -> None:
        super().__init__(detail)
        self.detail, self.field = detail, field


class TooOften(Exception):
    """More than may be sent in a while."""


class TokenRefused(Exception):
    """A device token that is unknown, expired or revoked; says which and what to do."""


def problem(
    status: int, kind: str, title: str, detail: str, errors: list[dict[str, Any]] | None = None
) -> JsonResponse:
    """A problem document. errors name fields, each with what is wrong and, where known, a value that would do."""
    body = {"type": f"urn:brasko:{kind}", "title": title, "status": status, "detail": detail, "errors": errors or []}
    response = JsonResponse(body, status=status)
    response["Content-Type"] = "application/problem+json"
    return response


def field_error(field: str, message: str, suggestion: str | None = None) -> dict[str, Any]:
    """One entry of a problem's errors."""
    return {"field": field, "message": message, "suggestion": suggestion}


def invalid(errors: list[dict[str, Any]]) -> JsonResponse:
    """A 422 for fields that are wrong."""
    detail = "; ".join(f"{e['field']} {e['message']}" for e in errors)
    return problem(422, "invalid-input", "Something in the input is not allowed", detail, errors)


_PLAIN = {
    "missing": "is required.",
    "float_parsing": "must be a number (got {got}).",
    "float_type": "must be a number (got {got}).",
    "int_parsing": "must be a whole number (got {got}).",
    "finite_number": "must be a finite number (got {got}).",
    "datetime_from_date_parsing": "must be a date and time with a time zone (got {got}).",
    "datetime_parsing": "must be a date and time with a time zone (got {got}).",
    "datetime_type": "must be a date and time with a time zone (got {got}).",
    "timezone_aware": "must carry a time zone (got {got}).",
    "uuid_parsing": "must be a UUID (got {got}).",
}
"""What pydantic says, as we say it."""


def _validation_errors(raw: list[dict[str, Any]]) -> list[dict[str, Any]]:
    found = []
    for error in raw:
        place = [str(p) for p in error["loc"][:8] if p not in ("body", "query", "path", "data", "payload")]
        said = _PLAIN.get(error["type"])
        if error["type"] == "extra_forbidden":
            found.append(field_error(".".join(place[:-1]) or "body", "has a field that is not known here."))
            continue
        got = _brief(error.get("input"))
        message = said.format(got=got) if said else f"{error['msg']} (got {got})."
        found.append(field_error(_brief_text(".".join(place)) or "body", message))
    return found[:MOST_TOLD]


MOST_TOLD, LONGEST_ECHO = 20, 60
"""So many errors are told at once, and so many characters of what was sent are given back."""


def _brief(got: object) -> str:
    """What came, no longer than a line; nothing of what is longer is worked through."""
    if isinstance(got, str):
        return repr(_brief_text(got))
    if isinstance(got, int) and got.bit_length() > 200:
        return "a number of very many digits"
    if isinstance(got, dict | list):
        return "a list or an object"
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
        "The disk is full",
        "The disk of this machine is full: nothing was kept. Free some space, then send the same again.",
        507,
    ),
    Trouble(
        ("readonly", "read-only", "unable to open database", "disk i/o error"),
        "read-only",
        "The store cannot be written",
        "The store cannot be written: nothing was kept. Whoever runs this machine must look at the disk and "
        "who may write to it.",
    ),
    Trouble(
        ("no such table", "no such column", "has no column"),
        "unmigrated",
        "The store is of an older version",
        "The store is of an older version than the program: nothing was kept. Whoever runs this machine must "
        "run: make serve, which updates it.",
    ),
    Trouble(
        ("locked", "busy"),
        "busy",
        "Busy",
        "The store was busy for too long; nothing was kept. Send the same again in a moment.",
        503,
        2,
    ),
)
"""What can be wrong with the store, by what the database says."""
UNKNOWN_TROUBLE = Trouble(
    (),
    "store",
    "The store failed",
    "The store failed: nothing was kept. Whoever runs this machine finds why in its log.",
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
    response = problem(429, "later", "Not so fast", said)
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
        return problem(422, "infeasible", "This cannot be had", exc.reason, errors)

    @api.exception_handler(ValidationError)
    def _(request: HttpRequest, exc: ValidationError) -> JsonResponse:
        return invalid(_validation_errors(exc.errors))

    @api.exception_handler(Conflict)
    def _(request: HttpRequest, exc: Conflict) -> JsonResponse:
        return problem(
            409, "conflict", "Not now", exc.detail, [field_error(exc.field, exc.detail)] if exc.field else []
        )

    @api.exception_handler(TokenRefused)
    def _(request: HttpRequest, exc: TokenRefused) -> JsonResponse:
        return problem(401, "token-refused", "This device token is not accepted", str(exc))

    @api.exception_handler(AuthenticationError)
    def _(request: HttpRequest, exc: AuthenticationError) -> JsonResponse:
        return problem(401, "sign-in-needed", "Sign in first", "This needs a signed-in cook. Sign in and try again.")

    @api.exception_handler(PermissionDenied)
    def _(request: HttpRequest, exc: PermissionDenied) -> JsonResponse:
        return problem(403, "not-allowed", "Not allowed", str(exc) or "This is not yours to change.")

    @api.exception_handler(Http404)
    def _(request: HttpRequest, exc: Http404) -> JsonResponse:
        return problem(404, "not-found", "Not found", "There is nothing here under that number, or it is not yours.")

    @api.exception_handler(DatabaseError)
    def _(request: HttpRequest, exc: DatabaseError) -> JsonResponse:
        return store_trouble(exc)

    @api.exception_handler(TooOften)
    def _(request: HttpRequest, exc: TooOften) -> JsonResponse:
        return later(str(exc), 60)

    @api.exception_handler(Overdrawn)
    def _(request: HttpRequest, exc: Overdrawn) -> JsonResponse:
        wait = math.ceil(exc.again_s)
        return later(
            f"This household has used its share of the machine for now. Come again in {wait} s: nothing is lost.", wait
        )

    @api.exception_handler(TooMuch)
    def _(request: HttpRequest, exc: TooMuch) -> JsonResponse:
        said = (
            f"This would take about {exc.takes_s:.0f} s to work out, longer than may be. Ask for fewer pieces at once."
        )
        return problem(422, "too-much", "Too much at once", said, [field_error("pieces", said)])

    @api.exception_handler(NobodyWaits)
    def _(request: HttpRequest, exc: NobodyWaits) -> JsonResponse:
        return problem(
            499, "nobody-waits", "Nobody waits for this", "The browser went away before the answer was there."
        )

    @api.exception_handler(RawPostDataException)
    def _(request: HttpRequest, exc: RawPostDataException) -> JsonResponse:
        return problem(
            415, "not-json", "This is not JSON", "This address takes JSON: send it with Content-Type: application/json."
        )

    @api.exception_handler(OverflowError)
    def _(request: HttpRequest, exc: OverflowError) -> JsonResponse:
        log.warning("A figure overflowed: %s", exc)
        return invalid([field_error("body", "holds a figure that is too large to reckon with. Make it smaller.")])

    @api.exception_handler(HttpError)
    def _(request: HttpRequest, exc: HttpError) -> JsonResponse:
        return problem(exc.status_code, "request-refused", "The request was refused", str(exc))
