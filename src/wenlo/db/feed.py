"""Notifications of the database, handed on to whoever listens in this process."""

import asyncio
import json
from collections import defaultdict
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from typing import Any
from uuid import UUID

import psycopg
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from wenlo.db.edits import CHANNEL, tell
from wenlo.services.edit_ports import END

AGAIN = 2.0
"""Pause before a lost database is tried again. [s]"""

MOST_WAITING = 200
"""So many notifications wait for a slow listener; the oldest go first, since the newest tells most."""


class DatabaseFeed:
    """Implements ``Feed``: a connection of an application that listens, and a queue for every page that is open."""

    def __init__(self, engine: Engine, url: str) -> None:
        self._engine = engine
        self._conninfo = url.replace("+psycopg", "", 1)
        self._listeners: dict[str, set[asyncio.Queue[str]]] = defaultdict(set)

    def tell(self, **what: Any) -> None:
        """Tell every process, now."""
        with Session(self._engine) as session, session.begin():
            tell(session, **what)

    @contextmanager
    def listening(self, target: UUID) -> Iterator[asyncio.Queue[str]]:
        """What is told of a shoot, as JSON, from now on."""
        queue: asyncio.Queue[str] = asyncio.Queue(MOST_WAITING)
        self._listeners[str(target)].add(queue)
        try:
            yield queue
        finally:
            self._listeners[str(target)].discard(queue)
            if not self._listeners[str(target)]:
                del self._listeners[str(target)]

    def end(self) -> None:
        """Let every page that listens go, since this process ends."""
        self._hand_on_to_all(END)

    async def run(self) -> None:
        """Listen until cancelled; a lost database is listened to again when it is back."""
        while True:
            with suppress(psycopg.Error, OSError):
                await self._listen()
            await asyncio.sleep(AGAIN)

    async def _listen(self) -> None:
        connection = await psycopg.AsyncConnection.connect(self._conninfo, autocommit=True)
        async with connection:
            await connection.execute(f"listen {CHANNEL}")
            # whoever missed something while nobody listened looks again
            self._hand_on_to_all('{"again":true}')
            async for notification in connection.notifies():
                target = json.loads(notification.payload).get("target", "")
                for queue in self._listeners.get(target, ()):
                    _put(queue, notification.payload)

    def _hand_on_to_all(self, payload: str) -> None:
        for queues in self._listeners.values():
            for queue in queues:
                _put(queue, payload)


def _put(queue: asyncio.Queue[str], payload: str) -> None:
    if queue.full():
        queue.get_nowait()
    queue.put_nowait(payload)
