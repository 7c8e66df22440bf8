"""What is known of every request: a number that logs and answers share, a line in the access log, counts for whoever
watches.
"""

import re
import time
from collections.abc import Callable
from functools import partial
from uuid import uuid4

import structlog
from prometheus_client import CollectorRegistry, Counter, Gauge, Histogram
from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from wenlo.jobs.lane import Lane
from wenlo.jobs.pool import WorkerPool, asking

log = structlog.get_logger()

OWN_NUMBER = re.compile(r"[A-Za-z0-9-]{8,64}")
"""Numbers of requests that are taken over from whoever stands before the server."""

SECURITY_HEADERS = {
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "content-security-policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self' data:; frame-ancestors 'none'",
}

QUIET = ("/api/health", "/api/metrics")
"""What asks every few seconds for ever is not written down."""

SECONDS = (0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1.0, 2.5, 5.0, 10.0, 30.0)


class RequestCounts:
    """Counts of one application, as Prometheus reads them."""

    def __init__(self) -> None:
        self.registry = CollectorRegistry()
        self.requests = Counter(
            "wenlo_requests", "Requests that were answered.", ("method", "route", "status"), registry=self.registry
        )
        self.seconds = Histogram(
            "wenlo_request_seconds",
            "Time until an answer was sent whole. [s]",
            ("method", "route"),
            buckets=SECONDS,
            registry=self.registry,
        )
        self.under_way = Gauge("wenlo_requests_under_way", "Requests that are being answered.", registry=self.registry)

    def watch(self, engine: WorkerPool) -> None:
        """Add what the compute processes are at."""
        found: tuple[tuple[str, str, Callable[[Lane], float]], ...] = (
            ("busy", "Compute processes at work.", lambda lane: lane.busy),
            ("waiting", "Computations that wait for one.", lambda lane: lane.waiting),
            ("replaced", "Compute processes that died or hung and were replaced.", lambda lane: lane.replaced),
        )
        for name, words, count in found:
            gauge = Gauge(f"wenlo_compute_{name}", words, ("lane",), registry=self.registry)
            for lane, made in engine.lanes.items():
                gauge.labels(lane).set_function(partial(count, made))


class Trace:
    """ASGI middleware, the outermost."""

    def __init__(self, app: ASGIApp, counts: RequestCounts, *, access_log: bool) -> None:
        self._app, self._counts, self._access_log = app, counts, access_log

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass the request on."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        came = Headers(scope=scope).get("x-request-id", "")
        number = came if OWN_NUMBER.fullmatch(came) else uuid4().hex[:12]
        client = (scope.get("client") or ("",))[0]
        structlog.contextvars.bind_contextvars(request=number)
        asking.set(client)
        began, status, size = time.perf_counter(), 0, 0

        async def noted(message: Message) -> None:
            nonlocal status, size
            if message["type"] == "http.response.start":
                status = message["status"]
                headers = MutableHeaders(scope=message)
                headers["x-request-id"] = number
                for name, value in SECURITY_HEADERS.items():
                    headers.setdefault(name, value)
            else:
                size += len(message.get("body", b""))
            await send(message)

        self._counts.under_way.inc()
        try:
            await self._app(scope, receive, noted)
        finally:
            self._counts.under_way.dec()
            taken = time.perf_counter() - began
            self._note(scope, client, status, size, taken)
            structlog.contextvars.unbind_contextvars("request")

    def _note(self, scope: Scope, client: str, status: int, size: int, taken: float) -> None:
        # the path of a route and not of a request: there are few of the one and any number of the other
        route = getattr(scope.get("route"), "path", "other")
        method = scope["method"]
        self._counts.requests.labels(method, route, str(status)).inc()
        self._counts.seconds.labels(method, route).observe(taken)
        if self._access_log and not scope["path"].startswith(QUIET):
            log.info(
                "request",
                method=method,
                path=scope["path"],
                status=status,
                bytes=size,
                ms=round(taken * 1000, 1),
                client=client,
            )
