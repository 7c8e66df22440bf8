"""The built front end: one page for every address, and its files, which keep their names as long as they keep their
content.
"""

import gzip
from functools import lru_cache
from pathlib import Path

from fastapi import FastAPI, Request, Response
from fastapi.responses import FileResponse

from wenlo.core.errors import NotFound

PACKED = {
    ".js": "text/javascript; charset=utf-8",
    ".css": "text/css; charset=utf-8",
    ".svg": "image/svg+xml",
    ".html": "text/html; charset=utf-8",
    ".json": "application/json",
    ".map": "application/json",
}
"""Files that get smaller by packing; fonts and pictures are packed already."""

LOOKS = ["GET", "HEAD"]

A_YEAR = "public, max-age=31536000, immutable"


@lru_cache(maxsize=256)
def _packed(file: Path, changed: int) -> bytes:
    # once for as long as the file stays as it is
    del changed
    return gzip.compress(file.read_bytes(), compresslevel=6, mtime=0)


def _file(request: Request, file: Path, keep: str) -> Response:
    headers = {"cache-control": keep, "vary": "accept-encoding"}
    kind = PACKED.get(file.suffix)
    if kind is None or "gzip" not in request.headers.get("accept-encoding", ""):
        return FileResponse(file, headers=headers)
    return Response(
        _packed(file, file.stat().st_mtime_ns), media_type=kind, headers={**headers, "content-encoding": "gzip"}
    )


def serve_front_end(app: FastAPI, root: Path) -> None:
    """Add the page and its files.

    Parameters
    ----------
    app: gets the routes, after all of its own.
    root: folder of the built front end.
    """
    assets = (root / "assets").resolve()

    @app.api_route("/assets/{name:path}", methods=LOOKS, include_in_schema=False)
    def _asset(name: str, request: Request) -> Response:
        file = (assets / name).resolve()
        if not file.is_relative_to(assets) or not file.is_file():
            raise NotFound("There is nothing at this address.")
        return _file(request, file, A_YEAR)

    @app.api_route("/{path:path}", methods=LOOKS, include_in_schema=False)
    def _page(path: str, request: Request) -> Response:
        # The stage is in the URL, so every address that is not the API's gets the one page.
        if path.startswith("api/"):
            raise NotFound("There is nothing at this address.")
        return _file(request, root / "index.html", "no-cache")
