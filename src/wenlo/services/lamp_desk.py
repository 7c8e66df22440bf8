"""A lamp's desk: power and colour sent as DMX512 over IP (sACN, ANSI E1.31), again and again while the lamp is held.

Slots from the lamp's first on: power coarse and fine, colour from the warmest to the coolest that it mixes.
"""

import asyncio
import contextlib
from dataclasses import dataclass

import structlog
from sacn.messages.data_packet import DataPacket

from wenlo.core.errors import Unavailable

log = structlog.get_logger()

IDENTITY = tuple(b"wenlo lamp desk.")
"""16 bytes that tell this sender from others (CID)."""

KEEP_ALIVE = 0.8
"""Unchanged levels are sent so often, E1.31 asks for 0.8 to 1 s. [s]"""

AT_ONCE = 3
"""A change is sent so often, since nothing tells that it arrived."""

WARMEST, COOLEST = 2700.0, 6500.0
"""What the slot for colour goes from and to. [K]"""


@dataclass(frozen=True, kw_only=True)
class DeskState:
    """What the lamp is told: None before anything was sent; ``away`` when nobody listens at its address."""

    connected: bool
    power: float | None
    kelvin: float | None
    away: bool


class LampDesk:
    """The desk of one lamp at ``host:port``; None is no lamp."""

    def __init__(self, address: str | None, *, universe: int = 1) -> None:
        self._address = address
        self._universe = universe
        self._told: tuple[float, float] | None = None
        self._number = 0
        self._line: asyncio.DatagramTransport | None = None
        self._task: asyncio.Task[None] | None = None
        self._listener = _Listener()

    @property
    def state(self) -> DeskState:
        """What the lamp is told."""
        power, kelvin = self._told or (None, None)
        return DeskState(connected=bool(self._address), power=power, kelvin=kelvin, away=self._listener.refused)

    async def tell(self, power: float, kelvin: float) -> DeskState:
        """Set the lamp and hold it there.

        Parameters
        ----------
        power: share of its light.
        kelvin: its colour. [K]

        Raises
        ------
        Unavailable
            When there is no lamp, or nobody listens at its address.
        """
        if not self._address:
            raise Unavailable("No lamp is connected; turn it by hand.")
        host, _, port = self._address.rpartition(":")
        try:
            if self._line is None or self._line.is_closing():
                self._line, _ = await asyncio.get_running_loop().create_datagram_endpoint(
                    lambda: self._listener, remote_addr=(host or "127.0.0.1", int(port))
                )
        except (OSError, ValueError) as trouble:
            log.warning("lamp_away", reason=str(trouble)[:200])
            raise Unavailable("The lamp cannot be reached; look at its cable, or turn it by hand.") from None
        self._listener.refused = False
        self._told = (power, kelvin)
        for _ in range(AT_ONCE):
            self._send(self._line)
            await asyncio.sleep(0.02)
        if self._listener.refused:
            self._line.close()
            raise Unavailable("Nobody listens where the lamp should be; look at its cable, or turn it by hand.")
        if self._task is None or self._task.done():
            self._task = asyncio.create_task(self._hold(self._line))
        return self.state

    async def close(self) -> None:
        """Say that nothing more will come, and stop."""
        if self._task is not None:
            self._task.cancel()
            with contextlib.suppress(asyncio.CancelledError):
                await self._task
        if self._line is not None:
            self._send(self._line, last=True)
            self._line.close()

    async def _hold(self, line: asyncio.DatagramTransport) -> None:
        while not line.is_closing():
            await asyncio.sleep(KEEP_ALIVE)
            self._send(line)

    def _send(self, line: asyncio.DatagramTransport, *, last: bool = False) -> None:
        if self._told is None:
            return
        packet = DataPacket(
            cid=IDENTITY,
            sourceName="Wenlo",
            universe=self._universe,
            dmxData=levels(*self._told),
            sequence=self._number,
            streamTerminated=last,
        )
        line.sendto(bytes(packet.getBytes()))
        self._number = (self._number + 1) % 256


def levels(power: float, kelvin: float) -> tuple[int, int, int]:
    """The three slots of the lamp.

    >>> levels(1.0, 6500.0), levels(0.5, 2700.0)
    ((255, 255, 255), (128, 0, 0))
    """
    coarse, fine = divmod(round(min(max(power, 0.0), 1.0) * 65535), 256)
    share = (kelvin - WARMEST) / (COOLEST - WARMEST)
    return coarse, fine, round(min(max(share, 0.0), 1.0) * 255)


class _Listener(asyncio.DatagramProtocol):
    """Hears that nobody is there: the machine's own answer to a packet for a port without a listener."""

    def __init__(self) -> None:
        self.refused = False

    def error_received(self, exc: Exception) -> None:
        self.refused = True
