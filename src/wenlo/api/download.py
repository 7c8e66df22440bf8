"""Answers that browsers save as files."""

import re
from urllib.parse import quote

from fastapi import Response


def download(content: bytes, kind: str, name: str) -> Response:
    """A file of a media type; its name in plain letters and in whole (RFC 6266)."""
    plain = re.sub(r"[^A-Za-z0-9._-]+", "-", name).strip("-") or "wenlo"
    disposition = f"attachment; filename=\"{plain}\"; filename*=UTF-8''{quote(name, safe='')}"
    return Response(content, media_type=kind, headers={"content-disposition": disposition})
