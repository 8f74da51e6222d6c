"""What cooks do when an account changes."""

from django.apps import AppConfig


class CooksConfig(AppConfig):
    name = "brasko.web.cooks"

    def ready(self) -> None:
        from brasko.web.accounts.signals import signed_out, time_goes_by
        from brasko.web.cooks.leaving import gone
        from brasko.web.cooks.notifier import bell

        signed_out.connect(lambda **_: bell.ring_all(), dispatch_uid="streams end at sign-out", weak=False)
        time_goes_by.connect(lambda **_: gone(), dispatch_uid="cooks that were let go go", weak=False)
