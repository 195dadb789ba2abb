"""Who may come in: this computer always; a tablet or phone by a token it was given for a code that was shown here; nobody else."""

import contextlib
import ipaddress
import secrets
import time
from dataclasses import dataclass
from http.cookies import CookieError, SimpleCookie
from threading import Lock

from fastapi.concurrency import run_in_threadpool
from sqlalchemy.exc import DatabaseError
from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from ..store import paired
from ..store.database import Store
from ..store.paired import SEEN_EVERY, Device
from ..store.revisions import NotThereError
from .problems import ApiProblemError, problem_response

COOKIE = "finebatch_device"
COOKIE_S = 400 * 86_400  # as long as browsers keep one
CODE_SIGNS = "ABCDEFGHJKMNPQRSTVWXYZ23456789"  # none that is taken for another
CODE_LENGTH = 8
CODE_S = 600.0
MOST_WRONG = 5  # then the code is void
MOST_TRIES, WITHIN_S = 12, 60.0
# What a stranger may ask: whether it is let in, to be let in, and the kitchen's certificate.
OPEN = ("/api/health", "/api/door", "/api/door/pairing", "/api/door/certificate")


@dataclass
class _Invitation:
    code: str
    ends_at: float
    wrong: int = 0


class Door:
    """The devices that are let in, and the one code that is out. Only one server has a folder, so what is known here is all there is."""

    def __init__(self, store: Store) -> None:
        self._store = store
        self._invitation: _Invitation | None = None
        self._tries: list[float] = []
        with store.reading() as session:
            self._known = paired.by_hash(session)
        self._seen: dict[str, float] = {}
        self._changing = Lock()

    def invite(self) -> tuple[str, float]:
        """A new code, which makes an older one void, and for how many seconds it is good."""
        code = "".join(secrets.choice(CODE_SIGNS) for _ in range(CODE_LENGTH))
        self._invitation = _Invitation(code, time.monotonic() + CODE_S)
        return code, CODE_S

    def pair(self, code: str, name: str) -> tuple[Device, str]:
        """Let a device in for the code that is out; its token, told once. ApiProblemError where the code is not the one, or too many were tried."""
        with self._changing:  # a code that two devices type in one moment lets one of them in
            self._spend(code)
            with self._store.session() as session:
                device, token = paired.let_in(session, name)
            self._known = {**self._known, paired.hash_of(token): device}
        return device, token

    def _spend(self, code: str) -> None:
        now = time.monotonic()
        self._tries = [at for at in self._tries if now - at < WITHIN_S]
        if len(self._tries) >= MOST_TRIES:
            raise ApiProblemError(429, "Too many tries", "Too many codes were tried. Wait a minute, then try again.")
        self._tries.append(now)
        out = self._invitation
        typed = "".join(code.upper().split()).replace("-", "")
        if out is None or now > out.ends_at or not secrets.compare_digest(out.code.encode(), typed.encode()):
            if out is not None:
                out.wrong += 1
                if out.wrong >= MOST_WRONG:
                    self._invitation = None
            raise ApiProblemError(
                403, "Not this code", "This is not the code that is shown on the kitchen computer, or it has run out. Ask for a new one there."
            )  # fmt: skip
        self._invitation = None

    def rename(self, id: str, name: str) -> Device:
        """Call a device otherwise."""
        with self._changing:
            with self._store.session() as session:
                device = paired.rename(session, id, name)
            self._known = {hash: device if one.id == id else one for hash, one in self._known.items()}
        return device

    def withdraw(self, id: str) -> None:
        """Let a device in no more, from this moment on."""
        with self._changing:
            if not any(one.id == id for one in self._known.values()):
                raise NotThereError("device")
            self._known = {hash: one for hash, one in self._known.items() if one.id != id}
            with self._store.session() as session:
                paired.withdraw(session, id)

    def device(self, token: str) -> Device | None:
        """Who comes by this token; None for a stranger."""
        return self._known.get(paired.hash_of(token)) if token else None

    def came(self, device: Device) -> None:
        """It was here; written down now and then. On a full disk, or while the file is held, it may read all the same."""
        now = time.monotonic()
        if now - self._seen.get(device.id, -1e9) < SEEN_EVERY.total_seconds():
            return
        self._seen[device.id] = now
        with contextlib.suppress(DatabaseError), self._store.session() as session:
            paired.seen(session, device.id)


def token_of(headers: Headers) -> str:
    """The token a request brings."""
    try:
        cookies = SimpleCookie(headers.get("cookie", ""))
    except CookieError:
        return ""
    return cookies[COOKIE].value if COOKIE in cookies else ""


def is_here(scope: Scope) -> bool:
    """Whether a request comes from this very computer."""
    client = scope.get("client")
    try:
        address = ipaddress.ip_address(client[0]) if client else None
    except ValueError:
        return False
    mapped = getattr(address, "ipv4_mapped", None)
    return address is not None and (mapped or address).is_loopback


class Doorkeeper:
    """ASGI middleware. Whoever is not of this computer and has no token sees the interface's shell and the way in, nothing else; an answer under way
    to a device that is withdrawn meanwhile ends."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        path = scope.get("path", "")
        if scope["type"] != "http" or not path.startswith("/api/") or path in OPEN or is_here(scope):
            await self._app(scope, receive, send)
            return
        door: Door = scope["app"].state.door
        token = token_of(Headers(scope=scope))
        device = door.device(token)
        if device is None:
            await _not_let_in()(scope, receive, send)
            return
        await run_in_threadpool(door.came, device)
        over = False

        async def while_let_in(message: Message) -> None:
            nonlocal over
            if over:
                return
            if door.device(token) is not None:
                await send(message)
                return
            over = True
            if message["type"] == "http.response.start":
                await _not_let_in()(scope, receive, send)
            else:
                await send({"type": "http.response.body", "body": b"", "more_body": False})

        await self._app(scope, receive, while_let_in)


def _not_let_in() -> JSONResponse:
    return problem_response(
        401, "Not let in", "This device is not let into the kitchen. Ask for a code on the kitchen computer: Kitchen, Tablets and phones."
    )  # fmt: skip
