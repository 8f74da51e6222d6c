"""An invitation to make a household on this machine, by whoever owns it."""

from django.core.management.base import BaseCommand

from brasko.web.accounts.sign_up import INVITED_FOR, invitation


class Command(BaseCommand):
    help = "Make a code by which one new household can be made, once, within three days."

    def handle(self, *args: object, **options: object) -> None:
        self.stdout.write(invitation())
        self.stdout.write(f"· for one new household, once, within {INVITED_FOR.days} days; it is not shown again")
