"""The practice probes: simulated thermometers whose tokens a local hub can work out.

The hub is a separate process. It and the server share one key file, as a real hub would be paired once.
"""

import hashlib
import hmac
import secrets

from django.conf import settings
from django.contrib.auth.models import AbstractBaseUser

from brasko.web.yard.models import Thermometer


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


def practice_probe(owner: AbstractBaseUser, position: int) -> Thermometer:
    """The owner's practice probe for a piece, paired anew."""
    name = f"Practice probe {position + 1}"
    probe = Thermometer.objects.filter(owner=owner, name=name, simulated=True).first()
    if probe is None:
        probe = Thermometer(owner=owner, name=name, simulated=True)
        probe.give_token(secrets.token_urlsafe(24))
        probe.save()
    probe.give_token(probe_token(probe.id))
    probe.save()
    return probe
