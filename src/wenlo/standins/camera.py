"""A made-up camera over HTTP: ``POST /frame`` takes one of the simulated set and answers with the file.

``PUT /set`` tells what stands before it and where the meter is held; a real camera needs no telling and has nothing of
the kind.
"""

import json
import time
from collections.abc import Mapping
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

from wenlo.core.calibration.simulated import SimulatedExposure
from wenlo.core.document.shoot import read_shoot
from wenlo.core.errors import WenloError
from wenlo.standins.simulated_set import SimulatedSet

MOST_BYTES = 5_000_000


class CameraStandIn(ThreadingHTTPServer):
    """The camera on loopback; ``delay`` and ``garbled`` make it behave badly."""

    daemon_threads = True

    def __init__(self, seen: SimulatedSet, *, port: int = 0, delay: float = 0.0, garbled: bool = False) -> None:
        self.seen = seen
        self.delay = delay
        self.garbled = garbled
        super().__init__(("127.0.0.1", port), _Answer)


class _Answer(BaseHTTPRequestHandler):
    server: CameraStandIn

    def do_POST(self) -> None:
        time.sleep(self.server.delay)
        if self.path != "/frame":
            self._send(404, b"", "text/plain")
            return
        if self.server.garbled:
            self._send(200, b"\xff\xd8 half a picture", "image/jpeg")
            return
        asked = self._body()
        if asked is None:
            self._send(400, b"", "text/plain")
            return
        try:
            taken = SimulatedExposure(
                aperture=float(asked["aperture"]),
                shutter=float(asked["shutter"]),
                iso=float(asked["iso"]),
                auto=bool(asked.get("auto")),
            )
        except (KeyError, TypeError, ValueError):
            self._send(400, b"", "text/plain")
            return
        self._send(200, self.server.seen.photograph(taken), "image/jpeg")

    def do_PUT(self) -> None:
        told = self._body()
        try:
            if self.path != "/set" or told is None:
                raise ValueError
            self.server.seen.put(read_shoot(told["document"]), str(told.get("held", "key")))
        except (KeyError, TypeError, ValueError, WenloError):
            self._send(400, b"", "text/plain")
            return
        self._send(204, b"", "text/plain")

    def _body(self) -> Mapping[str, Any] | None:
        length = int(self.headers.get("content-length", 0))
        if not 0 < length <= MOST_BYTES:
            return None
        try:
            found = json.loads(self.rfile.read(length))
        except ValueError:
            return None
        return found if isinstance(found, dict) else None

    def _send(self, status: int, content: bytes, media: str) -> None:
        self.send_response(status)
        self.send_header("content-type", media)
        self.send_header("content-length", str(len(content)))
        self.end_headers()
        self.wfile.write(content)

    def log_message(self, format: str, *args: Any) -> None:
        return
