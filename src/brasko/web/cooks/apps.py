"""What cooks do when an account changes."""

from django.apps import AppConfig


class CooksConfig(AppConfig):
    name = "brasko.web.cooks"

    def ready(self) -> None:
        from brasko.web.accounts.signals import signed_out
        from brasko.web.cooks.bell import bell

        signed_out.connect(lambda **_: bell.ring_all(), dispatch_uid="streams end at sign-out", weak=False)
