"""Refuses requests larger than the limit before they are read."""

import asyncio
from contextlib import suppress

from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from wenlo.api.errors import Problem

MOST_VALUES = 40_000
"""A body of JSON with more names than that is no shoot: the largest has some thousands. What has them would keep
everybody waiting.
"""


class _TooLong(Exception):
    pass


class BodyLimit:
    """ASGI middleware; looks at the declared length first, then counts what really arrives."""

    def __init__(self, app: ASGIApp, limit: int, photograph_limit: int | None = None, *, seconds: float = 30.0) -> None:
        self._app = app
        self._limit = limit
        self._photograph_limit = photograph_limit or limit
        self._seconds = seconds

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass the request on, or answer 413."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        limit = self._photograph_limit if scope["path"].endswith("/photographs") else self._limit
        declared = Headers(scope=scope).get("content-length", "0")
        if declared.isdigit() and int(declared) > limit:
            await self._refuse(limit, scope, receive, send)
            return
        plain = "json" in Headers(scope=scope).get("content-type", "json")
        seen = names = 0
        over = started = whole = False
        late = False

        async def counted() -> Message:
            nonlocal seen, names, over, whole, late
            if whole:
                # what comes after the body is that the client went away, for which there is no hurry
                return await receive()
            try:
                message = await asyncio.wait_for(receive(), self._seconds)
            except TimeoutError:
                over = late = True
                raise _TooLong from None
            whole = not message.get("more_body", False)
            body = message.get("body", b"")
            seen += len(body)
            names += body.count(b":") if plain else 0
            if seen > limit or names > MOST_VALUES:
                over = True
                raise _TooLong
            return message

        async def noted(message: Message) -> None:
            # What a parser makes of the broken-off body is not the answer; ours is.
            nonlocal started
            if not over:
                started = True
                await send(message)

        with suppress(_TooLong):
            await self._app(scope, counted, noted)
        if late and not started:
            await self._give_up(scope, receive, send)
        elif over and not started:
            await self._refuse(limit, scope, receive, send, many=seen <= limit)

    async def _give_up(self, scope: Scope, receive: Receive, send: Send) -> None:
        words = (
            f"Nothing came for {self._seconds:g} s, so this request was given up; nothing was changed. Send it again."
        )
        response = JSONResponse(
            Problem(code="too_slow", message=words).model_dump(), status_code=408, headers={"connection": "close"}
        )
        await response(scope, receive, send)

    async def _refuse(self, limit: int, scope: Scope, receive: Receive, send: Send, *, many: bool = False) -> None:
        what = f"has more than the {MOST_VALUES} values" if many else f"is larger than the {limit / 1e6:g} MB"
        problem = Problem(code="too_large", message=f"This {what} that Wenlo reads.")
        response = JSONResponse(problem.model_dump(), status_code=413, headers={"connection": "close"})
        await response(scope, receive, send)
