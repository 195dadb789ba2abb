"""How the kitchen is reached in the home network."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Home:
    """The addresses of a kitchen that is open to the home network, those of them that its certificate is for, and its authority's certificate (DER) with its
    fingerprint."""

    host: str
    port: int
    secure_port: int
    secure_hosts: tuple[str, ...]
    certificate: bytes
    fingerprint: str

    @property
    def plain_url(self) -> str:
        """By http, which every device opens at once."""
        return f"http://{_in_url(self.host)}:{self.port}"

    def secure_url(self, host: str = "") -> str:
        """By https, which a device opens once it trusts the certificate; under the name by which it came, if it came by one of the network."""
        shown = host if host in self.secure_hosts else self.secure_hosts[0]
        return f"https://{_in_url(shown)}:{self.secure_port}"


def _in_url(host: str) -> str:
    return f"[{host}]" if ":" in host else host
