"""Answers that stay as they are while the server runs: packed once, and not sent again to who has them."""

import gzip
from collections.abc import Callable, Hashable
from dataclasses import dataclass
from functools import lru_cache
from hashlib import blake2b
from typing import Any

from fastapi import Request, Response
from pydantic import TypeAdapter


@dataclass(frozen=True, kw_only=True)
class _Kept:
    body: bytes
    packed: bytes
    tag: str


@lru_cache(maxsize=16)
def _kept(make: Callable[..., Any], asked: tuple[Hashable, ...]) -> _Kept:
    body = TypeAdapter(Any).dump_json(make(*asked))
    tag = f'"{blake2b(body, digest_size=12).hexdigest()}"'
    return _Kept(body=body, packed=gzip.compress(body, compresslevel=6, mtime=0), tag=tag)


def unchanging(request: Request, make: Callable[..., Any], *asked: Hashable) -> Response:
    """What ``make`` answers to ``asked``, as JSON; 304 without it where the browser has it (RFC 9110, 13.1.2).

    Parameters
    ----------
    request: its headers say what the browser has and takes.
    make: makes the answer; asked once.
    asked: its arguments.
    """
    kept = _kept(make, asked)
    headers = {"etag": kept.tag, "cache-control": "no-cache", "vary": "accept-encoding"}
    if kept.tag in [tag.strip().removeprefix("W/") for tag in request.headers.get("if-none-match", "").split(",")]:
        return Response(status_code=304, headers=headers)
    if "gzip" not in request.headers.get("accept-encoding", ""):
        return Response(kept.body, media_type="application/json", headers=headers)
    return Response(kept.packed, media_type="application/json", headers={**headers, "content-encoding": "gzip"})
