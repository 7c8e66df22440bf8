"""The socket that browsers speak to."""

import errno
import socket


def listen(host: str, port: int) -> socket.socket:
    """A socket that is bound to an address, to be handed to a server; port 0 takes any free one.

    Raises OSError with a sentence when the address cannot be had.
    """
    listener = socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((host, port))
    except OSError as trouble:
        listener.close()
        words = f"Port {port} is in use; stop what uses it, or set WENLO_PORT to another."
        if trouble.errno != errno.EADDRINUSE:
            words = (
                f"This machine does not let Wenlo listen at {host}, port {port} ({trouble.strerror}); set WENLO_HOST or"
                " WENLO_PORT."
            )
        raise OSError(trouble.errno, words) from None
    listener.listen(1024)
    return listener
