"""What the yard does when an account changes."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django.apps import AppConfig

if TYPE_CHECKING:
    from django.contrib.auth.models import User


class YardConfig(AppConfig):
    name = "brasko.web.yard"

    def ready(self) -> None:
        from brasko.web.accounts.signals import signed_up
        from brasko.web.yard.actions.start_yard import start_yard

        def begin(user: User, **_: Any) -> None:
            start_yard(user)

        signed_up.connect(begin, dispatch_uid="a new account has a yard", weak=False)
