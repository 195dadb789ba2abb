"""The kitchen's own authority: kept private, good for the home alone, renewed in time; and a real server that speaks by it."""

import ipaddress
import json
import socket
import ssl
import stat
import subprocess
import sys
import time
import urllib.request
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from cryptography import x509
from cryptography.x509.verification import PolicyBuilder, Store, VerificationError

from finebatch.certificates import SERVER_DAYS, Certificates, at_home, own_addresses, own_name

NOW = datetime(2026, 11, 20, tzinfo=UTC)
ADDRESSES = (ipaddress.ip_address("192.168.1.7"), ipaddress.ip_address("fd00::7"))
NAME = "kitchen.local"


@pytest.fixture
def own(tmp_path: Path) -> Certificates:
    found = Certificates(tmp_path)
    found.ready(ADDRESSES, NAME, NOW)
    return found


def vouched(own: Certificates, name: str, at: datetime = NOW) -> None:
    """As a tablet verifies (RFC 5280, webpki rules)."""
    authority = x509.load_pem_x509_certificate(own.authority_file.read_bytes())
    server = x509.load_pem_x509_certificate(own.server_file.read_bytes())
    try:
        subject: x509.IPAddress | x509.DNSName = x509.IPAddress(ipaddress.ip_address(name))
    except ValueError:
        subject = x509.DNSName(name)
    PolicyBuilder().store(Store([authority])).time(at).build_server_verifier(subject).verify(server, [])


@pytest.mark.parametrize("name", ["192.168.1.7", "fd00::7", NAME])
def test_a_tablet_that_trusts_the_authority_trusts_the_kitchen(own: Certificates, name: str) -> None:
    vouched(own, name)
    with pytest.raises(VerificationError):
        vouched(own, name, NOW + timedelta(days=SERVER_DAYS + 1))


@pytest.mark.parametrize("name", ["192.168.1.8", "bank.example", "other.local"])
def test_it_is_good_for_no_other_name(own: Certificates, name: str) -> None:
    with pytest.raises(VerificationError):
        vouched(own, name)


def test_the_authority_itself_is_bound_to_the_home(own: Certificates) -> None:
    """Whoever steals its key can vouch for nothing beyond the home."""
    authority = x509.load_pem_x509_certificate(own.authority_file.read_bytes())
    bound = authority.extensions.get_extension_for_class(x509.NameConstraints)
    assert bound.critical
    networks = [one.value for one in bound.value.permitted_subtrees or [] if isinstance(one, x509.IPAddress)]
    assert all(isinstance(one, ipaddress.IPv4Network | ipaddress.IPv6Network) and not one.is_global for one in networks)
    assert not at_home(ipaddress.ip_address("8.8.8.8"))
    own.ready((*ADDRESSES, ipaddress.ip_address("8.8.8.8")), NAME, NOW)
    vouched(own, "192.168.1.7")
    with pytest.raises(VerificationError):
        vouched(own, "8.8.8.8")


def test_keys_are_for_this_user_alone(own: Certificates, tmp_path: Path) -> None:
    for file in (tmp_path / "home").iterdir():
        assert stat.S_IMODE(file.stat().st_mode) == 0o600, file
    assert stat.S_IMODE((tmp_path / "home").stat().st_mode) == 0o700


def test_what_is_good_stays_what_runs_out_or_moved_is_made_anew(own: Certificates) -> None:
    authority, server = own.authority_file.read_bytes(), own.server_file.read_bytes()
    own.ready(ADDRESSES, NAME, NOW + timedelta(days=100))
    assert own.server_file.read_bytes() == server
    moved = (ipaddress.ip_address("192.168.1.9"),)
    own.ready(moved, NAME, NOW)
    assert own.server_file.read_bytes() != server
    vouched(own, "192.168.1.9")
    later = NOW + timedelta(days=SERVER_DAYS - 10)
    own.ready(moved, NAME, later)
    vouched(own, "192.168.1.9", NOW + timedelta(days=SERVER_DAYS + 100))
    assert own.authority_file.read_bytes() == authority  # tablets go on trusting it
    own.server_file.write_text("spoiled")
    own.ready(moved, NAME, later)
    vouched(own, "192.168.1.9", later)


def asked_by_tls(port: int, authority: Path) -> bytes:
    """What the kitchen answers to one who trusts its authority and asks for it by its name."""
    context = ssl.create_default_context(cafile=str(authority))
    with (
        socket.create_connection(("127.0.0.1", port), timeout=5) as plain,
        context.wrap_socket(plain, server_hostname=own_name()) as secure,
    ):
        secure.sendall(f"GET /api/door HTTP/1.1\r\nhost: {own_name()}\r\nconnection: close\r\n\r\n".encode())
        answer = b""
        while part := secure.recv(65536):
            answer += part
    return answer


def test_a_kitchen_open_to_the_home_speaks_https_by_it(tmp_path: Path) -> None:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    command = [sys.executable, "-m", "finebatch.cli", "serve", "--home", "--data", str(tmp_path), "--port", str(port)]
    with subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True) as served:
        try:
            assert served.stdout is not None
            said = served.stdout.readline() + served.stdout.readline()
            assert "In the home network" in said
            answer = b""
            for _ in range(100):
                try:
                    answer = asked_by_tls(port + 1, tmp_path / "home" / "authority.pem")
                    break
                except ConnectionError:
                    time.sleep(0.1)
            assert answer.startswith(b"HTTP/1.1 200")
            assert json.loads(answer.split(b"\r\n\r\n", 1)[1])["secure"] is True
            # Both speak for one kitchen.
            posted = urllib.request.Request(f"http://127.0.0.1:{port}/api/door/invitation", b"", method="POST")
            code = json.loads(urllib.request.urlopen(posted, timeout=5).read())["code"]
            knock = json.dumps({"code": code, "name": "Tablet"}).encode()
            kind = {"content-type": "application/json"}
            let_in = urllib.request.Request(f"http://127.0.0.1:{port}/api/door/pairing", knock, kind, method="POST")
            token = urllib.request.urlopen(let_in, timeout=5).headers["set-cookie"].split("=")[1].split(";")[0]
            for address in own_addresses()[:1]:
                with pytest.raises(urllib.error.HTTPError, match="401"):
                    urllib.request.urlopen(f"http://{address}:{port}/api/doughs", timeout=5)
        finally:
            served.terminate()
            served.wait(timeout=10)
        logged = said + served.stdout.read()
        assert code not in logged
        assert token not in logged
