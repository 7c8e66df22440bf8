"""Servers of stand-ins in threads of their own, stopped afterwards."""

import socketserver
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import TypeVar

Server = TypeVar("Server", bound=socketserver.BaseServer)


@contextmanager
def served(server: Server) -> Iterator[Server]:
    """Serve until the block ends."""
    thread = threading.Thread(target=server.serve_forever, kwargs={"poll_interval": 0.05})
    thread.start()
    try:
        yield server
    finally:
        server.shutdown()
        thread.join()
        server.server_close()
