"""A first yard for a new account."""

from django.contrib.auth.models import User

from brasko.web.yard.models import Grill, Zone


def start_yard(owner: User, name: str = "Kettle by the back door") -> Grill:
    """A charcoal kettle with its two zones."""
    grill = Grill.objects.create(owner=owner, name=name, fire="kettle_two_zone")
    zones = (("cool", "Cool side, lid shut"), ("hot", "Over the coals, lid open"))
    Zone.objects.bulk_create([Zone(grill=grill, key=key, name=said) for key, said in zones])
    return grill
