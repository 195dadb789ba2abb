"""What every answer carries and every request must obey: size limit, security headers."""

from starlette.datastructures import MutableHeaders
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from .problems import MEDIA_TYPE, ProblemDetails

MAX_BODY_BYTES = 1_000_000
HEADERS = {
    # Inline styles only: the drawings set widths and positions in their own style attributes. No inline script.
    "content-security-policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'",
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
}


class Guard:
    """ASGI middleware: refuses bodies over MAX_BODY_BYTES, declared or streamed, and adds the security headers."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        declared = dict(scope["headers"]).get(b"content-length", b"0")
        if declared.isdigit() and int(declared) > MAX_BODY_BYTES:
            await _too_large()(scope, receive, _with_headers(send))
            return
        seen = 0
        refused = False

        async def limited() -> Message:
            nonlocal seen
            message = await receive()
            seen += len(message.get("body", b""))
            # The app takes a lost connection as the end; what it answers to that is replaced below.
            return message if seen <= MAX_BODY_BYTES else {"type": "http.disconnect"}

        async def watched(message: Message) -> None:
            nonlocal refused
            if seen <= MAX_BODY_BYTES:
                await _with_headers(send)(message)
            elif not refused:
                refused = True
                await _too_large()(scope, receive, _with_headers(send))

        await self._app(scope, limited, watched)
        if seen > MAX_BODY_BYTES and not refused:
            await _too_large()(scope, receive, _with_headers(send))


def _too_large() -> JSONResponse:
    details = ProblemDetails(
        title="Too large",
        status=413,
        detail="This is over 1 MB, far more than a recipe card. Paste the ingredient lines alone.",
    )
    return JSONResponse(details.model_dump(mode="json"), 413, media_type=MEDIA_TYPE)


def _with_headers(send: Send) -> Send:
    async def wrapped(message: Message) -> None:
        if message["type"] == "http.response.start":
            MutableHeaders(scope=message).update(HEADERS)
        await send(message)

    return wrapped
