"""Where this machine is reached from in the yard: its addresses, and a certificate of its own for a secure page."""

from __future__ import annotations

import fcntl
import ipaddress
import os
import socket
import struct
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

_SIOCGIFADDR = 0x8915
"""Asks the kernel for an interface's IPv4 address (netdevice(7))."""
YARD_LIFE, PAGE_LIFE = timedelta(days=3650), timedelta(days=397)
"""Browsers take a page's certificate for 398 days at the most."""
RENEW_BEFORE = timedelta(days=30)
"""A certificate is made anew so long before it ends."""


def addresses() -> list[str]:
    """IPv4 addresses of this machine that others in the yard can reach."""
    found = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asking:
        for _, name in socket.if_nameindex():
            try:
                told = fcntl.ioctl(asking.fileno(), _SIOCGIFADDR, struct.pack("256s", name.encode()[:15]))
            except OSError:
                continue
            address = socket.inet_ntoa(told[20:24])
            if not ipaddress.ip_address(address).is_loopback:
                found.append(address)
    return found


def names() -> list[str]:
    """What a page of this machine may be called: its addresses, its name, and itself."""
    own = socket.gethostname()
    return list(dict.fromkeys([*addresses(), own, f"{own}.local", "localhost", "127.0.0.1"]))


@dataclass(frozen=True)
class Certificate:
    """Files: the page's certificate with its key, and the yard's own authority, which a phone can be told to trust."""

    page: Path
    key: Path
    yard: Path


def certificate(folder: Path) -> Certificate:
    """The certificate for every name of this machine; made anew when names have changed or it runs out soon."""
    folder.mkdir(parents=True, exist_ok=True)
    folder.chmod(0o700)
    made = Certificate(folder / "page.pem", folder / "page.key", folder / "yard.crt")
    if not _still_good(made):
        yard, yard_key = _yard(made.yard, folder / "yard.key")
        _page(made, yard, yard_key)
    return made


def _still_good(made: Certificate) -> bool:
    if not (made.page.exists() and made.key.exists() and made.yard.exists()):
        return False
    page = x509.load_pem_x509_certificate(made.page.read_bytes())
    called = page.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    known = {*called.get_values_for_type(x509.DNSName), *map(str, called.get_values_for_type(x509.IPAddress))}
    return known == set(names()) and page.not_valid_after_utc > datetime.now(UTC) + RENEW_BEFORE


def _written(file: Path, data: bytes) -> None:
    with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
        out.write(data)


def _new_key(file: Path) -> ec.EllipticCurvePrivateKey:
    key = ec.generate_private_key(ec.SECP256R1())
    pem = (serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption())
    _written(file, key.private_bytes(*pem))
    return key


def _named(name: str) -> x509.Name:
    return x509.Name(
        [x509.NameAttribute(NameOID.COMMON_NAME, name), x509.NameAttribute(NameOID.ORGANIZATION_NAME, "Brasko")]
    )


def _yard(file: Path, key_file: Path) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    """The yard's authority: kept for years, so that a phone is told to trust it once."""
    if file.exists() and key_file.exists():
        known = x509.load_pem_x509_certificate(file.read_bytes())
        key = serialization.load_pem_private_key(key_file.read_bytes(), None)
        if known.not_valid_after_utc > datetime.now(UTC) + PAGE_LIFE and isinstance(key, ec.EllipticCurvePrivateKey):
            return known, key
    key, now = _new_key(key_file), datetime.now(UTC)
    name = _named(f"Brasko in the yard of {socket.gethostname()}"[:64])
    made = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + YARD_LIFE)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.KeyUsage(False, False, False, False, False, True, True, False, False), critical=True)
        .sign(key, hashes.SHA256())
    )
    _written(file, made.public_bytes(serialization.Encoding.PEM))
    return made, key


def _page(made: Certificate, yard: x509.Certificate, yard_key: ec.EllipticCurvePrivateKey) -> None:
    key, now = _new_key(made.key), datetime.now(UTC)
    called: list[x509.GeneralName] = []
    for name in names():
        try:
            called.append(x509.IPAddress(ipaddress.ip_address(name)))
        except ValueError:
            called.append(x509.DNSName(name))
    page = (
        x509.CertificateBuilder()
        .subject_name(_named("Brasko"))
        .issuer_name(yard.subject)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + PAGE_LIFE)
        .add_extension(x509.SubjectAlternativeName(called), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(yard_key, hashes.SHA256())
    )
    _written(made.page, page.public_bytes(serialization.Encoding.PEM) + yard.public_bytes(serialization.Encoding.PEM))
