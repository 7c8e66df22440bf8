"""A camera over HTTP: asked for a frame, with patience and without trust; and the simulated set, told what stands in
it.
"""

import asyncio
from collections.abc import Mapping
from typing import Any

import httpx
import structlog

from wenlo.core.errors import Unavailable

log = structlog.get_logger()

PATIENCE = 30.0
"""How long a frame is waited for. [s]"""

MOST_BYTES = 30_000_000


async def take_frame(url: str | None, *, aperture: float, shutter: float, iso: float, auto: bool) -> bytes:
    """A frame, as the camera sends it.

    Raises
    ------
    Unavailable
        When there is no camera, it does not answer in time, or sends no picture.
    """
    if not url:
        raise Unavailable("No camera is connected; add the photograph from a file.")
    asked = {"aperture": aperture, "shutter": shutter, "iso": iso, "auto": auto}
    content = bytearray()
    try:
        async with (
            asyncio.timeout(PATIENCE + shutter),
            httpx.AsyncClient(timeout=PATIENCE + shutter, follow_redirects=False) as client,
            client.stream("POST", f"{url.rstrip('/')}/frame", json=asked) as answer,
        ):
            answer.raise_for_status()
            async for part in answer.aiter_bytes():
                content += part
                if len(content) > MOST_BYTES:
                    raise Unavailable("The camera sends more than a photograph; add it from a file.")
    except (TimeoutError, httpx.TimeoutException):
        raise Unavailable("The camera is too slow to answer; try again, or add the photograph from a file.") from None
    except httpx.HTTPError as trouble:
        log.warning("camera_away", reason=str(trouble)[:200])
        raise Unavailable("The camera does not answer; look at its cable, or add the photograph from a file.") from None
    return bytes(content)


async def tell_set(url: str | None, document: Mapping[str, Any], held: str) -> None:
    """Tell the simulated set what stands in it and where the meter is held; nothing is told to real devices."""
    if not url:
        return
    try:
        async with httpx.AsyncClient(timeout=PATIENCE) as client:
            answer = await client.put(f"{url.rstrip('/')}/set", json={"document": dict(document), "held": held})
            answer.raise_for_status()
    except httpx.HTTPError as trouble:
        log.warning("simulated_set_away", reason=str(trouble)[:200])
        raise Unavailable("The simulated set does not answer; start Wenlo again, or type the reading.") from None
