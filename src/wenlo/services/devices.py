"""The devices that Wenlo talks to: a light meter, a lamp, a camera; any of them may be missing or away."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from wenlo.services.camera import take_frame, tell_set
from wenlo.services.lamp_desk import DeskState, LampDesk
from wenlo.services.light_meter import read_meter


@dataclass(frozen=True, kw_only=True)
class Connected:
    """Which devices there are; ``simulated`` when the set before them is."""

    meter: bool
    camera: bool
    simulated: bool
    lamp: DeskState


@dataclass(frozen=True, kw_only=True)
class Devices:
    """Addresses of the devices; None where there is none. Every call may raise Unavailable."""

    meter: str | None
    camera: str | None
    desk: LampDesk
    simulated_set: str | None

    def connected(self) -> Connected:
        """Which devices there are."""
        return Connected(
            meter=bool(self.meter), camera=bool(self.camera), simulated=bool(self.simulated_set), lamp=self.desk.state
        )

    async def read(self, document: Mapping[str, Any] | None, held: str) -> float:
        """What the meter reads, held at a place of the shoot. [lx]"""
        if document is not None:
            await tell_set(self.simulated_set, document, held)
        return await read_meter(self.meter)

    async def frame(
        self, document: Mapping[str, Any], *, aperture: float, shutter: float, iso: float, auto: bool
    ) -> bytes:
        """A frame of the set, as the camera sends it."""
        await tell_set(self.simulated_set, document, "key")
        return await take_frame(self.camera, aperture=aperture, shutter=shutter, iso=iso, auto=auto)

    async def close(self) -> None:
        """Let go of what is held."""
        await self.desk.close()
