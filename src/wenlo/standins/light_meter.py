"""A made-up light meter: a line protocol over TCP.

One line asks, one answers, both end with a line feed: ``ID?`` → ``WENLO-METER 1``; ``READ?`` → ``READ 412.5 LX`` (or
    ``READ 55.1 LXS`` of a flash); anything else → ``ERR UNKNOWN``. What it reads is set by whoever runs it; ``delay``
    and ``garbled`` make it behave badly.
"""

import socketserver
import time
from collections.abc import Callable

from wenlo.core.errors import WenloError


class MeterStandIn(socketserver.ThreadingTCPServer):
    """The meter on loopback; ``reading`` tells what it reads. [lx]"""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(
        self, reading: Callable[[], float], *, port: int = 0, delay: float = 0.0, garbled: bool = False
    ) -> None:
        self.reading = reading
        self.delay = delay
        self.garbled = garbled
        super().__init__(("127.0.0.1", port), _Talk)


class _Talk(socketserver.StreamRequestHandler):
    server: MeterStandIn

    def handle(self) -> None:
        while line := self.rfile.readline(256):
            time.sleep(self.server.delay)
            asked = line.strip().upper()
            if self.server.garbled:
                answer = "RE#D ??,?"
            elif asked == b"ID?":
                answer = "WENLO-METER 1"
            elif asked == b"READ?":
                answer = self._reading()
            else:
                answer = "ERR UNKNOWN"
            self.wfile.write(f"{answer}\n".encode())

    def _reading(self) -> str:
        try:
            return f"READ {self.server.reading():.1f} LX"
        except WenloError:
            return "ERR NO READING"
