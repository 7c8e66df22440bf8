"""Whose turn it is when many ask at once: one client after another, whatever each of them has asked for."""

import asyncio
from collections import OrderedDict
from collections.abc import AsyncIterator, Hashable
from contextlib import asynccontextmanager

from wenlo.core.errors import Unavailable, WenloError

MOST_WAITING = 400
"""More than so many that wait are sent away at once: none of them would be answered in time."""


class Superseded(WenloError):
    """A newer request of the same editor took the place of this one."""

    code = "superseded"

    def __init__(self) -> None:
        super().__init__("A newer edit took the place of this one.")


class Turns:
    """Some places that are given out in turn; for one key the newest takes the place of the one that waits."""

    def __init__(self, places: int) -> None:
        self._free = list(range(places))
        self._waiting: OrderedDict[str, dict[Hashable, asyncio.Future[int]]] = OrderedDict()

    @asynccontextmanager
    async def turn(self, client: str, key: Hashable) -> AsyncIterator[int]:
        """Wait for a place, and have it until the block ends.

        Parameters
        ----------
        client: who asks; clients take turns.
        key: what for; who waits for the same is sent away, and this one waits in its place.

        Raises
        ------
        Superseded
            When somebody else came for the same before it was this one's turn.
        Unavailable
            When too many wait.
        """
        place = await self._place(client, key)
        try:
            yield place
        finally:
            self._free.append(place)
            self._give_out()

    @property
    def waiting(self) -> int:
        """How many wait."""
        return sum(map(len, self._waiting.values()))

    def drop(self, client: str, key: Hashable) -> None:
        """Send away whoever waits for this."""
        waits = self._waiting.get(client, {}).pop(key, None)
        if waits is not None and not waits.done():
            waits.set_exception(Superseded())

    async def _place(self, client: str, key: Hashable) -> int:
        mine = self._waiting.setdefault(client, {})
        before = mine.get(key)
        if before is None and self.waiting >= MOST_WAITING:
            raise Unavailable("Too many ask at once; nothing was lost. Try again in a moment.")
        given = mine[key] = asyncio.get_running_loop().create_future()
        if before is not None and not before.done():
            before.set_exception(Superseded())
        self._give_out()
        try:
            place: int = await given
            return place
        except asyncio.CancelledError:
            if given.done() and not given.cancelled():
                self._free.append(given.result())
                self._give_out()
            elif mine.get(key) is given:
                del mine[key]
            raise

    def _give_out(self) -> None:
        while self._free and self._waiting:
            client, asked = self._waiting.popitem(last=False)
            if not asked:
                continue
            key = next(iter(asked))
            given = asked.pop(key)
            if asked:
                self._waiting[client] = asked
            if not given.done():
                given.set_result(self._free.pop())
