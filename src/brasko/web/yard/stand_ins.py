"""The practice probes: simulated thermometers whose tokens a local hub can work out.

The hub is a separate process. It and the server share one key file, as a real hub would be paired once.
"""

import hashlib
import hmac
import secrets

from django.conf import settings
from django.contrib.auth.models import User

from brasko.core.words import say
from brasko.web.accounts.plainly import plainly
from brasko.web.yard.models import Thermometer
from brasko.words import LANGUAGES, rendered


def hub_key() -> str:
    """The key in the data folder, made at first use."""
    kept = settings.VAR / "probe-hub-key"
    if not kept.exists():
        kept.parent.mkdir(parents=True, exist_ok=True)
        kept.write_text(secrets.token_urlsafe(32))
        kept.chmod(0o600)
    return kept.read_text().strip()


def probe_token(thermometer_id: int) -> str:
    """The token of a practice probe."""
    return hmac.new(hub_key().encode(), f"probe-{thermometer_id}".encode(), hashlib.sha256).hexdigest()


STAND_INS = {
    Thermometer.Kind.CONTROLLER: "Practice pit controller",
    Thermometer.Kind.HAND: "Practice hand thermometer",
    Thermometer.Kind.INFRARED: "Practice infrared thermometer",
}
"""Practice devices by kind."""


def practice_probe(owner: User, position: int) -> Thermometer:
    """The owner's practice probe for a piece, paired anew."""
    return _stand_in(owner, f"Practice probe {position + 1}", Thermometer.Kind.PROBE)


def practice_devices(owner: User) -> None:
    """The owner's other practice devices, paired anew."""
    for kind, name in STAND_INS.items():
        _stand_in(owner, name, kind)


def _stand_in(owner: User, name: str, kind: str) -> Thermometer:
    found = Thermometer.objects.filter(owner=owner, name=name, simulated=True).first()
    if found is None:
        found = Thermometer(owner=owner, name=name, simulated=True, kind=kind)
        found.give_token(secrets.token_urlsafe(24))
        found.save()
    found.give_token(probe_token(found.id))
    found.save()
    return found


def stand_ins_of(owner_id: int) -> dict[str, int]:
    """The numbers of an owner's practice devices that are paired, by kind."""
    found = Thermometer.objects.filter(owner=owner_id, simulated=True, revoked_at=None, kind__in=STAND_INS)
    return {t.kind: t.id for t in found}


FILE_NAMES = tuple(rendered(say("from-file-from-files"), language=tag) for tag in LANGUAGES)
"""What it is called in each language."""


def files_of(owner: User) -> Thermometer:
    """What readings from files stand under: a thermometer that nobody holds."""
    found = Thermometer.objects.filter(owner=owner, name__in=FILE_NAMES, kind=Thermometer.Kind.HAND).first()
    if found is None:
        found = Thermometer(owner=owner, name=plainly(owner, say("from-file-from-files")), kind=Thermometer.Kind.HAND)
        found.give_token(secrets.token_urlsafe(24))
        found.revoked_at = found.paired_at
        found.save()
    return found
