"""The one place where errors become problem+json (RFC 9457)."""

import logging
from typing import Any

from django.core.exceptions import PermissionDenied
from django.db import OperationalError
from django.http import Http404, HttpRequest, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from brasko.core.errors import Infeasible, InvalidInput

log = logging.getLogger(__name__)


class Conflict(Exception):
    """The request is valid, but not in the present state of things."""

    def __init__(self, detail: str, field: str = "") -> None:
        super().__init__(detail)
        self.detail, self.field = detail, field


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
    "float_parsing": "must be a number (got {input!r}).",
    "float_type": "must be a number (got {input!r}).",
    "int_parsing": "must be a whole number (got {input!r}).",
    "finite_number": "must be a finite number (got {input!r}).",
    "datetime_from_date_parsing": "must be a date and time with a time zone (got {input!r}).",
    "datetime_parsing": "must be a date and time with a time zone (got {input!r}).",
    "datetime_type": "must be a date and time with a time zone (got {input!r}).",
    "timezone_aware": "must carry a time zone (got {input!r}).",
    "uuid_parsing": "must be a UUID (got {input!r}).",
    "extra_forbidden": "is not a known field.",
}


def _validation_errors(raw: list[dict[str, Any]]) -> list[dict[str, Any]]:
    found = []
    for error in raw:
        place = [str(p) for p in error["loc"] if p not in ("body", "query", "path", "data", "payload")]
        said = _PLAIN.get(error["type"])
        message = said.format(input=error.get("input")) if said else f"{error['msg']} (got {error.get('input')!r})."
        found.append(field_error(".".join(place) or "body", message))
    return found


def install(api: NinjaAPI) -> None:
    """Teach an API to answer every error as a problem document."""

    @api.exception_handler(InvalidInput)
    def _(request: HttpRequest, exc: InvalidInput) -> JsonResponse:
        return invalid([field_error(exc.field, exc.message, exc.suggestion)])

    @api.exception_handler(Infeasible)
    def _(request: HttpRequest, exc: Infeasible) -> JsonResponse:
        errors = [field_error(exc.field, exc.reason, exc.nearest.get(exc.field))]
        errors += [field_error(f"remedy:{r.field}", r.text, r.value or None) for r in exc.remedies]
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

    @api.exception_handler(OperationalError)
    def _(request: HttpRequest, exc: OperationalError) -> JsonResponse:
        log.error("The database did not answer: %s", exc)
        said = "The store was busy for too long; nothing was kept. Send the same again in a moment."
        response = problem(503, "busy", "Busy", said)
        response["Retry-After"] = "2"
        return response

    @api.exception_handler(HttpError)
    def _(request: HttpRequest, exc: HttpError) -> JsonResponse:
        return problem(exc.status_code, "request-refused", "The request was refused", str(exc))
