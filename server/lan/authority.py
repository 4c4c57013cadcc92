"""The checkout's own certificate authority, and the server's certificate that it signs.

A tablet that has been given the authority once trusts the server under all names that it is given later. Keys are
P-256; a server's certificate holds for 397 days, the most that browsers take.
"""

import ipaddress
import os
import socket
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

AUTHORITY_DAYS, SERVER_DAYS, RENEW_DAYS = 3650, 397, 30


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


def authority(folder: Path):
    """The authority's certificate and key, made once and kept in a folder (`authority.pem`, `authority-key.pem`)."""
    if not (folder / "authority.pem").is_file():
        folder.mkdir(parents=True, exist_ok=True)
        key, name = ec.generate_private_key(ec.SECP256R1()), _name(f"Hollowmist on {socket.gethostname()}")
        made = (
            _begun(name, name, key, AUTHORITY_DAYS)
            .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
            .add_extension(_usage(True), critical=True)
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
    return known == set(names) and certificate.not_valid_after_utc > later and certificate.issuer == issuer.subject


def certify(folder: Path, names: list[str]) -> tuple[Path, Path]:
    """The server's certificate for names and addresses, made anew where it must be.

    Returns
    -------
    tuple of Path
        The certificate and its key, PEM.
    """
    issuer, issuer_key = authority(folder)
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
