"""A first yard for a new account."""

from django.contrib.auth.models import AbstractBaseUser

from brasko.core.fire.fires import FIRES
from brasko.web.yard.models import Grill, Zone


def start_yard(owner: AbstractBaseUser, name: str = "Kettle by the back door") -> Grill:
    """A charcoal kettle with its two zones."""
    fire = FIRES["kettle_two_zone"]
    grill = Grill.objects.create(owner=owner, name=name, fire=fire.key)
    Zone.objects.bulk_create([Zone(grill=grill, key=z.key, name=z.name) for z in (fire.gentle, fire.sear)])
    return grill
