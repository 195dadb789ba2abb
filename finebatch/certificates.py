"""A certificate authority of the kitchen's own, for https in the home network: made at the first start, kept private, and good for nothing
beyond the home. Made with the cryptography package; forms as in RFC 5280."""

import ipaddress
import os
import socket
from datetime import UTC, datetime, timedelta
from pathlib import Path

import ifaddr
from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

HOME = "home"
CA_FILE, CA_KEY, SERVER_FILE, SERVER_KEY = "authority.pem", "authority-key.pem", "server.pem", "server-key.pem"
CA_DAYS = 3650
SERVER_DAYS = 390  # browsers take no longer ones
RENEW_DAYS = 30
# All that the authority may vouch for: names and addresses that exist in a home alone (RFC 1918, 3927, 4193, 4291, 6762).
HOME_NETWORKS = (
    "10.0.0.0/8",
    "172.16.0.0/12",
    "192.168.0.0/16",
    "169.254.0.0/16",
    "127.0.0.0/8",
    "fc00::/7",
    "fe80::/10",
    "::1/128",
)
LOCAL = "local"

Address = ipaddress.IPv4Address | ipaddress.IPv6Address


def own_addresses() -> tuple[Address, ...]:
    """The addresses of this machine in its networks, the likeliest to be reached first: IPv4 of homes, other IPv4, IPv6; none that only it sees."""
    found: list[Address] = []
    for adapter in ifaddr.get_adapters():
        for ip in adapter.ips:
            address = ipaddress.ip_address(ip.ip if isinstance(ip.ip, str) else ip.ip[0])
            if not address.is_loopback and not address.is_link_local:
                found.append(address)
    return tuple(sorted(set(found), key=lambda one: (one.version, not at_home(one), one)))


def own_name() -> str:
    """This machine's name in the home network, as machines there call one another."""
    plain = "".join(c for c in socket.gethostname().split(".")[0].lower() if c.isascii() and (c.isalnum() or c == "-"))
    return f"{plain.strip('-') or 'kitchen'}.{LOCAL}"


class Certificates:
    """The kitchen's own authority and its server's certificate, as files in the data folder that only this user can read."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder / HOME
        self.server_file, self.server_key = self._folder / SERVER_FILE, self._folder / SERVER_KEY
        self.authority_file = self._folder / CA_FILE

    def ready(self, addresses: tuple[Address, ...], name: str, now: datetime | None = None) -> None:
        """Make what is missing, has run out, or was made for other addresses. The authority stays for as long as it is good: tablets trust it."""
        now = now or datetime.now(UTC)
        self._folder.mkdir(mode=0o700, exist_ok=True)
        if not self._good(self.authority_file, now):
            self._make_authority(now)
            self.server_file.unlink(missing_ok=True)
        if not self._good(self.server_file, now) or not _is_for(self.server_file, addresses, name):
            self._make_server(addresses, name, now)

    def _good(self, path: Path, now: datetime) -> bool:
        key = path.with_name(path.stem + "-key.pem")
        if not path.exists() or not key.exists():
            return False
        try:
            found = x509.load_pem_x509_certificate(path.read_bytes())
        except ValueError:
            return False
        return found.not_valid_before_utc <= now <= found.not_valid_after_utc - timedelta(days=RENEW_DAYS)

    def _make_authority(self, now: datetime) -> None:
        key = ec.generate_private_key(ec.SECP256R1())
        # Two kitchens have two authorities, told apart in a tablet's list by their machine.
        name = _named(f"Fine Batch at {socket.gethostname()[:40]}")
        networks = [x509.IPAddress(ipaddress.ip_network(one)) for one in HOME_NETWORKS]
        certificate = (
            _begun(name, name, key.public_key(), now, CA_DAYS)
            .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
            .add_extension(_usage(signs_others=True), critical=True)
            .add_extension(x509.NameConstraints([x509.DNSName(LOCAL), *networks], None), critical=True)
            .sign(key, hashes.SHA256())
        )
        _write(self._folder / CA_KEY, _private(key))
        _write(self.authority_file, certificate.public_bytes(serialization.Encoding.PEM))

    def _make_server(self, addresses: tuple[Address, ...], name: str, now: datetime) -> None:
        authority = x509.load_pem_x509_certificate(self.authority_file.read_bytes())
        authority_key = serialization.load_pem_private_key((self._folder / CA_KEY).read_bytes(), None)
        if not isinstance(authority_key, ec.EllipticCurvePrivateKey):
            raise ValueError(
                f"{self._folder / CA_KEY} is not the key that was made here. Move the folder {self._folder} away."
            )
        key = ec.generate_private_key(ec.SECP256R1())
        those_at_home = [one for one in addresses if at_home(one)]
        names: list[x509.GeneralName] = [x509.DNSName(name), *(x509.IPAddress(one) for one in those_at_home)]
        certificate = (
            _begun(_named(name), authority.subject, key.public_key(), now, SERVER_DAYS)
            .add_extension(x509.SubjectAlternativeName(names), critical=False)
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
            .add_extension(_usage(signs_others=False), critical=True)
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
            .add_extension(
                x509.AuthorityKeyIdentifier.from_issuer_public_key(authority_key.public_key()), critical=False
            )
            .sign(authority_key, hashes.SHA256())
        )
        _write(self.server_key, _private(key))
        _write(self.server_file, certificate.public_bytes(serialization.Encoding.PEM))

    def authority_der(self) -> bytes:
        """The authority's certificate as tablets take it in."""
        found = x509.load_pem_x509_certificate(self.authority_file.read_bytes())
        return found.public_bytes(serialization.Encoding.DER)

    def fingerprint(self) -> str:
        """The SHA-256 of the authority, in pairs, to be compared with what a tablet shows."""
        found = x509.load_pem_x509_certificate(self.authority_file.read_bytes()).fingerprint(hashes.SHA256())
        return found.hex(":").upper()


def at_home(address: Address) -> bool:
    """Whether an address is one that exists in a home alone, so that the authority may vouch for it."""
    networks = (ipaddress.ip_network(one) for one in HOME_NETWORKS)
    return any(address in network for network in networks if network.version == address.version)


def _named(name: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, name)])


def _begun(
    subject: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePublicKey, now: datetime, days: int
) -> x509.CertificateBuilder:
    # A day back: a tablet's clock may be behind.
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=days))
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key), critical=False)
    )


def _usage(signs_others: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs_others, key_cert_sign=signs_others, crl_sign=signs_others, content_commitment=False,
        key_encipherment=False, data_encipherment=False, key_agreement=False, encipher_only=False, decipher_only=False,
    )  # fmt: skip


def _is_for(path: Path, addresses: tuple[Address, ...], name: str) -> bool:
    found = x509.load_pem_x509_certificate(path.read_bytes())
    names = found.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    asked = {one for one in addresses if at_home(one)}
    return set(names.get_values_for_type(x509.IPAddress)) == asked and names.get_values_for_type(x509.DNSName) == [name]


def _private(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )


def _write(path: Path, data: bytes) -> None:
    """Whole or not at all, and for this user's eyes alone."""
    aside = path.with_name(path.name + ".part")
    aside.unlink(missing_ok=True)
    with os.fdopen(os.open(aside, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as file:
        file.write(data)
    aside.replace(path)
