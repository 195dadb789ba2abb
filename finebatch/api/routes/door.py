"""Letting tablets and phones in."""

from enum import StrEnum
from typing import Annotated

import segno
from fastapi import APIRouter, Request
from fastapi.responses import Response
from pydantic import Field
from starlette.datastructures import Headers

from ...core.base import OneLine, Value
from ...store import paired
from ...store.paired import Device
from ..deps import TheDoor, TheStore
from ..door import COOKIE, COOKIE_S, is_here, token_of
from ..home import Home
from ..problems import ApiProblemError, ProblemDetails
from ..requests import Done

router = APIRouter(prefix="/api/door", tags=["door"])
CERTIFICATE = "application/x-x509-ca-cert"
_CERTIFICATE = {"content": {CERTIFICATE: {"schema": {"type": "string", "format": "binary"}}}}


class Who(StrEnum):
    """Who asks: this computer itself, a device that was let in, or nobody that is known."""

    HERE = "here"
    LET_IN = "let_in"
    STRANGER = "stranger"


class DoorNow(Value):
    """How the door stands for whoever asks. `secure_url` is the kitchen by https, where a tablet keeps its screen on, notifies and works offline; none where
    the kitchen is not open to the home network. `fingerprint` is the certificate's."""

    who: Who
    device: str
    secure: bool
    secure_url: str | None
    fingerprint: str | None


class Invitation(Value):
    """A code that lets one device in, for so many seconds. `qr` is its address as a square of dark (1) and light (0), row by row."""

    code: str
    url: str
    good_s: float
    qr: tuple[str, ...]


class Knock(Value):
    """A code, and what the device is to be called."""

    code: str = Field(max_length=40)
    name: Annotated[OneLine, Field(min_length=1, max_length=60)]


class Name(Value):
    """What a device is to be called."""

    name: Annotated[OneLine, Field(min_length=1, max_length=60)]


@router.get("", operation_id="getDoor")
def get_door(request: Request, door: TheDoor) -> DoorNow:
    """Who you are to this kitchen."""
    device = door.device(token_of(Headers(scope=request.scope)))
    who = Who.HERE if is_here(request.scope) else Who.LET_IN if device else Who.STRANGER
    home: Home | None = request.app.state.home
    return DoorNow(
        who=who, device=device.name if device else "", secure=request.url.scheme == "https" or is_here(request.scope),
        secure_url=home.secure_url(_host(request)) if home else None, fingerprint=home.fingerprint if home else None,
    )  # fmt: skip


@router.post("/invitation", operation_id="invite", status_code=201)
def invite(request: Request, door: TheDoor) -> Invitation:
    """A new code for one device; only this computer gives any."""
    _only_here(request)
    home: Home | None = request.app.state.home
    if home is None:
        raise ApiProblemError(
            422, "Not open to the home network", "Only this computer sees the kitchen now. Start it with `finebatch serve --home`."
        )  # fmt: skip
    code, good_s = door.invite()
    url = f"{home.plain_url}/let-in#{code}"
    rows = tuple("".join("1" if dark else "0" for dark in row) for row in segno.make(url, error="m").matrix)
    return Invitation(code=code, url=url, good_s=good_s, qr=rows)


@router.post("/pairing", operation_id="pair", status_code=201, responses={429: {"model": ProblemDetails}})
def pair(knock: Knock, request: Request, response: Response, door: TheDoor) -> Device:
    """Come in by a code. The device is told its token as a cookie, once."""
    device, token = door.pair(knock.code, knock.name)
    response.set_cookie(
        COOKIE, token, max_age=COOKIE_S, httponly=True, samesite="strict", secure=request.url.scheme == "https"
    )
    return device


@router.get("/devices", operation_id="listDevices")
def list_devices(request: Request, store: TheStore) -> tuple[Device, ...]:
    """All that are let in."""
    _only_here(request)
    with store.reading() as session:
        return paired.listed(session)


@router.patch("/devices/{device_id}", operation_id="renameDevice")
def rename_device(device_id: str, name: Name, request: Request, door: TheDoor) -> Device:
    """Call a device otherwise."""
    _only_here(request)
    return door.rename(device_id, name.name)


@router.delete("/devices/{device_id}", operation_id="withdrawDevice")
def withdraw_device(device_id: str, request: Request, door: TheDoor) -> Done:
    """Let a device in no more."""
    _only_here(request)
    door.withdraw(device_id)
    return Done()


@router.get("/certificate", operation_id="getCertificate", response_class=Response, responses={200: _CERTIFICATE})
def get_certificate(request: Request) -> Response:
    """The certificate of this kitchen's own authority, for a tablet to trust."""
    home: Home | None = request.app.state.home
    if home is None:
        raise ApiProblemError(404, "Not found", "This kitchen is not open to the home network, and has no certificate.")
    named = {"Content-Disposition": 'attachment; filename="fine-batch-kitchen.crt"'}
    return Response(home.certificate, media_type=CERTIFICATE, headers=named)


def _host(request: Request) -> str:
    return request.url.hostname or ""


def _only_here(request: Request) -> None:
    if not is_here(request.scope):
        raise ApiProblemError(
            403, "Only on the kitchen computer", "Who is let in is said on the kitchen computer alone."
        )
