"""The checkout's own certificate authority, and the server's certificate that it signs.

A tablet that has been given the authority once trusts the server at whatever address the local network gives it, and
under the names that it had when the authority was made: for nobody else could the authority vouch (RFC 5280, 4.2.1.10),
whoever takes its key. Keys are P-256; a server's certificate holds for 397 days, the most that browsers take.
"""

import ipaddress
import os
import socket
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.exceptions import InvalidSignature
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

AUTHORITY_DAYS, SERVER_DAYS, RENEW_DAYS = 3650, 397, 30

LOCAL = ("10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "127.0.0.0/8", "fc00::/7", "fe80::/10")
"""Addresses of local networks (RFC 1918, 3927, 4193, 4291), which change while the authority stays."""


def _name(common: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, common[:64])])


def _alternative(name: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(name))
    except ValueError:
        return x509.DNSName(name)


def _begun(subject: x509.Name, issuer: x509.Name, key, days: int) -> x509.CertificateBuilder:
    now = datetime.now(UTC)
    # A tablet's clock may be a day behind.
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=2))
        .not_valid_after(now + timedelta(days=days))
    )


def _usage(signs_certificates: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs_certificates,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        key_cert_sign=signs_certificates,
        crl_sign=signs_certificates,
        encipher_only=False,
        decipher_only=False,
    )


def _keep(path: Path, data: bytes) -> None:
    """Write a file that only its owner reads; it appears whole or not at all."""
    made = path.with_suffix(".new")
    with os.fdopen(os.open(made, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as file:
        file.write(data)
    made.replace(path)


def _keep_pair(folder: Path, name: str, certificate: x509.Certificate, key) -> None:
    pem = serialization.Encoding.PEM
    secret = key.private_bytes(pem, serialization.PrivateFormat.PKCS8, serialization.NoEncryption())
    _keep(folder / f"{name}-key.pem", secret)
    _keep(folder / f"{name}.pem", certificate.public_bytes(pem))


def _pair(folder: Path, name: str):
    certificate = x509.load_pem_x509_certificate((folder / f"{name}.pem").read_bytes())
    return certificate, serialization.load_pem_private_key((folder / f"{name}-key.pem").read_bytes(), None)


def _bounds(names: list[str]) -> x509.NameConstraints:
    """For whom an authority may vouch: the names of its server, and addresses of local networks."""
    may = [one for one in map(_alternative, names) if isinstance(one, x509.DNSName)]
    return x509.NameConstraints([*may, *(x509.IPAddress(ipaddress.ip_network(one)) for one in LOCAL)], None)


def _vouches(folder: Path, names: list[str]) -> bool:
    """Whether the authority that is kept is bounded, and those names lie within its bounds."""
    if not (folder / "authority.pem").is_file():
        return False
    certificate, _ = _pair(folder, "authority")
    try:
        bounds = certificate.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
    except x509.ExtensionNotFound:
        return False
    known = [one.value for one in bounds]
    return all(
        one.value in known
        if isinstance(one, x509.DNSName)
        else any(one.value in net for net in known if not isinstance(net, str) and net.version == one.value.version)
        for one in map(_alternative, names)
    )


def fingerprint(folder: Path) -> str:
    """SHA-256 of the authority's certificate, in pairs of hexadecimal digits as devices show it."""
    certificate = x509.load_pem_x509_certificate((folder / "authority.pem").read_bytes())
    return certificate.fingerprint(hashes.SHA256()).hex(":").upper()


def authority(folder: Path, names: list[str]):
    """The authority's certificate and key, kept in a folder (`authority.pem`, `authority-key.pem`).

    Made once, and anew where it may not vouch for all of the names: tablets have to be given that one then.

    Raises
    ------
    ValueError
        An address is none of a local network.
    """
    local = [ipaddress.ip_network(one) for one in LOCAL]
    for one in map(_alternative, names):
        if isinstance(one, x509.IPAddress) and not any(
            one.value in net for net in local if net.version == one.value.version
        ):
            raise ValueError(f"{one.value} is no address of a local network. Give this machine's name alone.")
    if not _vouches(folder, names):
        folder.mkdir(parents=True, exist_ok=True)
        key, name = ec.generate_private_key(ec.SECP256R1()), _name(f"Hollowmist on {socket.gethostname()}")
        made = (
            _begun(name, name, key, AUTHORITY_DAYS)
            .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
            .add_extension(_usage(True), critical=True)
            .add_extension(_bounds(names), critical=True)
            .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
            .sign(key, hashes.SHA256())
        )
        _keep_pair(folder, "authority", made, key)
    return _pair(folder, "authority")


def _holds(folder: Path, names: list[str], issuer: x509.Certificate) -> bool:
    """Whether the server's certificate is for these names, from this authority, and good for a while."""
    if not (folder / "server.pem").is_file():
        return False
    certificate, _ = _pair(folder, "server")
    found = certificate.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    known = {str(one.value) for one in found}
    later = datetime.now(UTC) + timedelta(days=RENEW_DAYS)
    try:
        certificate.verify_directly_issued_by(issuer)
    except (InvalidSignature, ValueError):
        return False
    return known == set(names) and certificate.not_valid_after_utc > later


def certify(folder: Path, names: list[str]) -> tuple[Path, Path]:
    """The server's certificate for names and addresses, made anew where it must be.

    Returns
    -------
    tuple of Path
        The certificate and its key, PEM.
    """
    issuer, issuer_key = authority(folder, names)
    if not _holds(folder, names, issuer):
        key = ec.generate_private_key(ec.SECP256R1())
        made = (
            _begun(_name(names[0]), issuer.subject, key, SERVER_DAYS)
            .add_extension(x509.SubjectAlternativeName([_alternative(name) for name in names]), critical=False)
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
            .add_extension(_usage(False), critical=True)
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
            .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(issuer_key.public_key()), critical=False)
            .sign(issuer_key, hashes.SHA256())
        )
        _keep_pair(folder, "server", made, key)
    return folder / "server.pem", folder / "server-key.pem"
