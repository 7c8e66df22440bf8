"""Connections that ask for nothing are not kept: a head must come in time, and there is an end to how many are open."""

import asyncio
from collections.abc import Callable
from types import FrameType

import uvicorn
from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

HEAD_SECONDS = 15.0
"""How long the head of a request may take to come. [s]"""

KEPT_SECONDS = 30
"""How long a connection is kept between two requests. [s]"""

MOST_CONNECTIONS = 1000


class PatientProtocol(HttpToolsProtocol):
    """Uvicorn's own protocol with an end to its patience."""

    _waiting: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Take a connection, unless there are too many."""
        super().connection_made(transport)
        if len(self.connections) > MOST_CONNECTIONS:
            transport.abort()
            return
        self._wait_for_head()

    def on_message_begin(self) -> None:
        """A request begins."""
        self._wait_for_head()
        super().on_message_begin()

    def on_headers_complete(self) -> None:
        """Its head is there."""
        self._stop_waiting()
        super().on_headers_complete()

    def connection_lost(self, exc: Exception | None) -> None:
        """It is gone."""
        self._stop_waiting()
        super().connection_lost(exc)

    def _wait_for_head(self) -> None:
        self._stop_waiting()
        self._waiting = self.loop.call_later(HEAD_SECONDS, self.transport.close)

    def _stop_waiting(self) -> None:
        if self._waiting is not None:
            self._waiting.cancel()
            self._waiting = None


class LeavingServer(uvicorn.Server):
    """A server that lets streams go which never end by themselves, when it is told to end."""

    def __init__(self, config: uvicorn.Config, leave: Callable[[], None]) -> None:
        super().__init__(config)
        self._leave = leave

    def handle_exit(self, sig: int, frame: FrameType | None) -> None:
        """A signal to end."""
        self._leave()
        super().handle_exit(sig, frame)
