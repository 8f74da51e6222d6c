"""A log of what matters to the safety of accounts: who came in, who could not, what was changed. No name, password,
code or address of a page is in it: accounts by number, and where from."""

from __future__ import annotations

import logging

from django.contrib.auth.models import AnonymousUser, User
from django.http import HttpRequest

log = logging.getLogger("brasko.security")


def noted(what: str, request: HttpRequest | None, account: User | AnonymousUser | int | None = None) -> None:
    """One line: what happened, of which account, from where."""
    number = account if isinstance(account, int) else getattr(account, "pk", None)
    address = "-" if request is None else request.META.get("REMOTE_ADDR", "-")
    log.info("%s account=%s from=%s", what, "-" if number is None else number, address)
