"""A light meter over TCP: asked for one reading, with patience and without trust."""

import asyncio
import math
import re

import structlog

from wenlo.core.errors import Impossible, Unavailable

log = structlog.get_logger()

PATIENCE = 6.0
"""How long an answer is waited for. [s]"""

LONGEST = 200


async def read_meter(address: str | None) -> float:
    """One reading. [lx]

    Parameters
    ----------
    address: ``host:port`` of the meter; None where there is none.

    Raises
    ------
    Unavailable
        When there is no meter, it does not answer in time, or answers something that is no reading.
    Impossible
        When it says that it has no reading where it is held, or reads nothing.
    """
    if not address:
        raise Unavailable("No light meter is connected; type the reading.")
    host, _, port = address.rpartition(":")
    try:
        async with asyncio.timeout(PATIENCE):
            reader, writer = await asyncio.open_connection(host or "127.0.0.1", int(port))
            try:
                writer.write(b"READ?\n")
                await writer.drain()
                line = await reader.readuntil(b"\n")
            finally:
                writer.close()
    except TimeoutError:
        raise Unavailable("The light meter is too slow to answer; try again, or type the reading.") from None
    except (OSError, ValueError, asyncio.IncompleteReadError, asyncio.LimitOverrunError) as trouble:
        log.warning("meter_away", reason=str(trouble)[:200])
        raise Unavailable("The light meter does not answer; look at its cable, or type the reading.") from None
    if line.startswith(b"ERR"):
        raise Impossible("The light meter has no reading there; hold it where light falls on it, or type the reading.")
    found = re.fullmatch(rb"READ (\d{1,7}(?:\.\d{1,4})?) LXS?\s*", line[:LONGEST])
    value = float(found.group(1)) if found else math.nan
    if value == 0.0:
        raise Impossible("The light meter reads 0 lx: turn the lamp on, or hold the meter out of the dark.")
    if not found or not math.isfinite(value):
        raise Unavailable("The light meter answered something that is no reading; try again, or type it.")
    return value
