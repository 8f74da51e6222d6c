"""What kinds of grill a household has."""

from django.contrib.auth.models import User

from brasko.core.fire.kinds import GRILLS
from brasko.web.yard.models import Grill


def kinds_of(owner: User) -> list[str]:
    """Kinds of the grills that the household has in use, the first it made first, each once."""
    likes = [
        grill.spec.get("like", "") for grill in Grill.objects.filter(owner=owner, set_aside_at=None).order_by("id")
    ]
    return list(dict.fromkeys(GRILLS[like].kind.key for like in likes if like in GRILLS))
