"""Who may speak to the server: pages that it served itself, and programs that name it as it is named."""

from collections.abc import Iterable
from ipaddress import ip_address
from urllib.parse import urlsplit

from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Receive, Scope, Send

from wenlo.api.errors import Problem

LOOPBACK = frozenset({"localhost", "127.0.0.1", "::1"})
CHANGES = frozenset({"POST", "PUT", "PATCH", "DELETE"})
OWN_PAGES = frozenset({"same-origin", "none"})
"""What a browser says of a request that a page of this server, or the user, made."""


def named(host: str) -> str:
    """The name in a Host header, without its port and brackets.

    >>> named("127.0.0.1:8321"), named("[::1]:80"), named("Workshop.local")
    ('127.0.0.1', '::1', 'workshop.local')
    """
    bare = host.strip().lower()
    if bare.startswith("["):
        return bare[1:].split("]", 1)[0]
    return bare.rsplit(":", 1)[0] if bare.count(":") == 1 else bare


def _is_number(name: str) -> bool:
    # a plain address cannot be pointed elsewhere: a phone on the same network calls the server by it
    try:
        ip_address(name)
    except ValueError:
        return False
    return True


class Gate:
    """ASGI middleware. A name that was pointed at this address elsewhere, so that a foreign page could read through it,
    is not answered; nor is a change that a foreign page sends.
    """

    def __init__(self, app: ASGIApp, names: Iterable[str]) -> None:
        self._app = app
        self._names = LOOPBACK | {name.strip().lower() for name in names if name.strip()}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass the request on, or answer 403."""
        if scope["type"] == "http":
            message = self._foreign(scope["method"], Headers(scope=scope))
            if message:
                problem = Problem(code="foreign", message=message)
                await JSONResponse(problem.model_dump(), status_code=403)(scope, receive, send)
                return
        await self._app(scope, receive, send)

    def _foreign(self, method: str, headers: Headers) -> str:
        host = headers.get("host", "")
        if named(host) not in self._names and not _is_number(named(host)):
            return (
                f"Wenlo does not go by the name “{named(host)[:60]}” here. Open it by the address that it printed, or"
                " add the name to WENLO_ALLOWED_HOSTS."
            )
        if method not in CHANGES:
            return ""
        # programs send neither of the two; browsers send both, and a page cannot forge them
        origin, site = headers.get("origin"), headers.get("sec-fetch-site", "none")
        if site not in OWN_PAGES or (origin is not None and urlsplit(origin).netloc.lower() != host.strip().lower()):
            return "Another site's page sent this; nothing was changed."
        return ""
