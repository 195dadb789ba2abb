"""What every answer carries and every request must obey: whose name and page it came by, size limit, headers."""

from ipaddress import ip_address
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from .problems import problem_response

MAX_BODY_BYTES = 1_000_000
MAX_ARCHIVE_BYTES = 1_000_000_000  # years of bakes with their pictures
ARCHIVES = "/api/archives"
JSON_TYPES = ("application/json",)
ARCHIVE_TYPES = ("application/octet-stream", "application/zip")
SAFE = ("GET", "HEAD", "OPTIONS")
HEADERS = {
    # No inline script and no style attribute in markup. Style elements are let be: sheets and lists make some of their own, whose text hangs on the width of
    # the window's scroll bar, so that no hash of it can be named here.
    "content-security-policy": "default-src 'self'; style-src-elem 'self' 'unsafe-inline'; style-src-attr 'none'; img-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'",
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}
FOR_EVER = "public, max-age=31536000, immutable"


class Guard:
    """ASGI middleware. Refuses requests to names that are not ours, changes asked for by foreign pages or of foreign kinds, and bodies over
    MAX_BODY_BYTES (an archive's MAX_ARCHIVE_BYTES), declared or streamed; adds the headers of safety and of caching."""

    def __init__(self, app: ASGIApp, hosts: tuple[str, ...]) -> None:
        self._app, self._hosts = app, hosts

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        send = _with_headers(scope["path"], send)
        headers = Headers(scope=scope)
        most = MAX_ARCHIVE_BYTES if scope["path"] == ARCHIVES else MAX_BODY_BYTES
        refusal = (
            self._stranger(scope, headers) or _foreign(scope["method"], headers) or _declared_too_large(headers, most)
        )
        if refusal is not None:
            await refusal(scope, receive, send)
            return
        seen = 0
        refused = False

        async def limited() -> Message:
            nonlocal seen
            message = await receive()
            seen += len(message.get("body", b""))
            # The app takes a lost connection as the end; what it answers to that is replaced below.
            return message if seen <= most else {"type": "http.disconnect"}

        async def watched(message: Message) -> None:
            nonlocal refused
            if seen <= most:
                await send(message)
            elif not refused:
                refused = True
                await _too_large(most)(scope, receive, send)

        await self._app(scope, limited, watched)
        if seen > most and not refused:
            await _too_large(most)(scope, receive, send)

    def _stranger(self, scope: Scope, headers: Headers) -> JSONResponse | None:
        """A page of elsewhere may get its own name to point here; it is not answered by that name. The address by which a request came in is no name
        that anybody can point elsewhere."""
        try:
            name = urlsplit(f"//{headers.get('host', '')}").hostname or ""
        except ValueError:
            name = ""
        if "*" in self._hosts or name in self._hosts or _is_address_it_came_by(name, scope):
            return None
        return problem_response(
            400,
            "Not by that name",
            "Fine Batch is not to be reached by this address. Use the one it printed at its start.",
        )


def _is_address_it_came_by(name: str, scope: Scope) -> bool:
    try:
        came_by = ip_address((scope.get("server") or ("",))[0])
        return ip_address(name) == getattr(came_by, "ipv4_mapped", None) or ip_address(name) == came_by
    except ValueError:
        return False


def _foreign(method: str, headers: Headers) -> JSONResponse | None:
    """A change that a page of another origin asks for, by what the browser says of it; programs that say nothing may."""
    if method in SAFE:
        return None
    site, origin = headers.get("sec-fetch-site"), headers.get("origin")
    own = origin is None or urlsplit(origin).netloc == headers.get("host")
    if site in (None, "same-origin", "none") and own:
        return None
    return problem_response(403, "Not from there", "Another web page asked for this change. Nothing was done.")


def _unfit(scope: Scope, headers: Headers) -> JSONResponse | None:
    """A change whose body says to be of a kind that no page here sends. What a foreign form can send without asking is of such kinds."""
    has_body = headers.get("content-length", "0") != "0" or "transfer-encoding" in headers
    if scope["method"] in SAFE or not has_body:
        return None
    kind = headers.get("content-type", "").split(";")[0].strip().lower()
    if kind in (ARCHIVE_TYPES if scope["path"] == ARCHIVES else JSON_TYPES):
        return None
    return problem_response(415, "Not in this form", "A change is sent as JSON (content type application/json).")


def _declared_too_large(headers: Headers, most: int) -> JSONResponse | None:
    declared = headers.get("content-length", "0")
    return _too_large(most) if declared.isdigit() and int(declared) > most else None


def _too_large(most: int) -> JSONResponse:
    if most > MAX_BODY_BYTES:
        return problem_response(413, "Too large", "This is over 1 GB, more than a kitchen's archive comes to.")
    return problem_response(
        413, "Too large", "This is over 1 MB, far more than a recipe card. Paste the ingredient lines alone."
    )


def _with_headers(path: str, send: Send) -> Send:
    """Files with a fingerprint in their name are kept for ever, the page itself is asked for each time, the kitchen's data
    never lies in a browser's store."""

    async def wrapped(message: Message) -> None:
        if message["type"] == "http.response.start":
            headers = MutableHeaders(scope=message)
            headers.update(HEADERS)
            lasting = path.startswith("/assets/") and message["status"] in (200, 304)
            kept = "no-store" if path.startswith("/api/") else FOR_EVER if lasting else "no-cache"
            headers["cache-control"] = kept
        await send(message)

    return wrapped
