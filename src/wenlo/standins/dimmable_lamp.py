"""A made-up lamp of two colours that listens to DMX512 over IP (sACN, ANSI E1.31).

Its slots: 1 and 2 are its power in 65536 steps, coarse and fine; 3 its colour from 2700 K (0) to 6500 K (255). It holds
what it was told last when nobody speaks any more, and passes over whatever is no data packet for its universe.
"""

import socketserver
import struct

from wenlo.standins.simulated_set import COOLEST, WARMEST, LampSignal

IDENTIFIER = b"ASC-E1.17\x00\x00\x00"
ROOT_DATA, FRAMING_DATA, PROPERTIES = 4, 2, 2
SLOTS = 3
LATE = 20
"""A packet up to so many behind the last one came late and is passed over (E1.31, 6.7.2)."""


def slots_of(packet: bytes, universe: int) -> tuple[bytes, int] | None:
    """The slots of a data packet and its number; None when it is none, is cut short, or is for another universe."""
    if len(packet) < 126 + SLOTS:
        return None
    preamble, _, identifier, _, root = struct.unpack_from(">HH12sHI", packet, 0)
    framing = struct.unpack_from(">I", packet, 40)[0]
    number, options, meant = packet[111], packet[112], struct.unpack_from(">H", packet, 113)[0]
    properties, kind, first, step, count = struct.unpack_from(">BBHHH", packet, 117)
    told = (preamble, identifier, root, framing, meant, properties, kind, first, step, packet[125])
    wanted = (16, IDENTIFIER, ROOT_DATA, FRAMING_DATA, universe, PROPERTIES, 0xA1, 0, 1, 0)
    preview_only = bool(options & 0x80)
    if told != wanted or preview_only or not SLOTS < count <= len(packet) - 125:
        return None
    return packet[126 : 125 + count], number


class Lamp(socketserver.UDPServer):
    """The lamp on loopback; ``signal`` is what it does."""

    def __init__(self, signal: LampSignal, *, universe: int = 1, port: int = 0) -> None:
        self.signal = signal
        self.universe = universe
        self.last: int | None = None
        super().__init__(("127.0.0.1", port), _Listen)

    def hear(self, packet: bytes) -> None:
        """Do what a packet says, if it is one."""
        found = slots_of(packet, self.universe)
        if found is None:
            return
        slots, number = found
        if self.last is not None and -LATE < _behind(number, self.last) <= 0:
            return
        self.last = number
        self.signal.power = (slots[0] * 256 + slots[1]) / 65535.0
        self.signal.kelvin = WARMEST + (COOLEST - WARMEST) * slots[2] / 255.0


def _behind(number: int, last: int) -> int:
    # as a signed byte
    return (number - last + 128) % 256 - 128


class _Listen(socketserver.BaseRequestHandler):
    server: Lamp

    def handle(self) -> None:
        self.server.hear(self.request[0])
