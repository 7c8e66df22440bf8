"""A supplier's price list over HTTP: asked for, checked, kept for a minute. What it sends is not trusted."""

import asyncio
import time
from collections.abc import Mapping
from typing import Annotated, Any, Literal

import httpx
import structlog
from pydantic import BaseModel, Field, ValidationError

log = structlog.get_logger()

KEPT_SECONDS = 60.0
"""How long a list serves."""

PATIENCE = 2.0
"""How long an answer is waited for. [s]"""

MOST_BYTES = 1_000_000


class OfferRow(BaseModel):
    """One offer as it is sent."""

    id: Annotated[str, Field(min_length=1, max_length=120)]
    price: Annotated[float, Field(ge=0.0, le=1e6, allow_inf_nan=False)]
    pack: Annotated[float, Field(gt=0.0, le=1e6, allow_inf_nan=False)] = 1.0
    packs: Annotated[float, Field(ge=0.0, le=1e9, allow_inf_nan=False)] | None = None


class PriceList(BaseModel):
    """A price list; only euros are understood."""

    currency: Literal["EUR"]
    offers: Annotated[list[OfferRow], Field(max_length=5000)]


class Supplier:
    """The supplier at an address; ``None`` is no supplier."""

    def __init__(self, url: str | None) -> None:
        self._url = url
        self._kept: tuple[float, Mapping[str, dict[str, Any]]] | None = None
        self._lock = asyncio.Lock()

    async def offers(self) -> Mapping[str, dict[str, Any]] | None:
        """Offers by id, as plain values; None when there is no answer, or none that can be understood."""
        async with self._lock:
            if self._kept is not None and time.monotonic() - self._kept[0] < KEPT_SECONDS:
                return self._kept[1]
            found = await self._ask()
            if found is not None:
                self._kept = (time.monotonic(), found)
            return found

    async def _ask(self) -> Mapping[str, dict[str, Any]] | None:
        if self._url is None:
            return None
        try:
            async with httpx.AsyncClient(timeout=PATIENCE, follow_redirects=False) as client:
                content = bytearray()
                async with (
                    asyncio.timeout(2 * PATIENCE),
                    client.stream("GET", f"{self._url.rstrip('/')}/prices") as answer,
                ):
                    answer.raise_for_status()
                    async for part in answer.aiter_bytes():
                        content += part
                        if len(content) > MOST_BYTES:
                            raise ValueError("the list is too long")
            prices = PriceList.model_validate_json(bytes(content))
        except (httpx.HTTPError, TimeoutError, ValidationError, ValueError) as trouble:
            log.warning("supplier_away", reason=str(trouble)[:200])
            return None
        return {row.id: {"price": row.price, "pack": row.pack, "packs": row.packs} for row in prices.offers}
