"""The page and its files: packed where it helps, kept for a year where the name changes with the content, never
anything else.
"""

import asyncio

import httpx
import pytest
from fastapi import FastAPI

from wenlo.api import errors
from wenlo.api.pages import serve_front_end


@pytest.fixture
def folder(tmp_path):
    (tmp_path / "assets").mkdir()
    (tmp_path / "index.html").write_text("<!doctype html><p>" + "bench " * 500)
    (tmp_path / "assets" / "app-1a2b.js").write_text("let bench = 1;\n" * 500)
    (tmp_path / "assets" / "face.woff2").write_bytes(bytes(range(256)) * 10)
    (tmp_path / "secret.txt").write_text("hidden")
    return tmp_path


def test_files_are_packed_and_kept_for_a_year(folder):
    answer, size = _got(folder, "/assets/app-1a2b.js"), (folder / "assets" / "app-1a2b.js").stat().st_size
    assert answer.headers["content-encoding"] == "gzip"
    assert int(answer.headers["content-length"]) < size / 5
    assert "immutable" in answer.headers["cache-control"]
    assert answer.text.startswith("let bench")
    plain = _got(folder, "/assets/app-1a2b.js", {"accept-encoding": "identity"})
    assert "content-encoding" not in plain.headers
    assert plain.text == answer.text


def test_fonts_are_not_packed_twice_and_the_page_is_asked_for_anew(folder):
    font = _got(folder, "/assets/face.woff2")
    assert "content-encoding" not in font.headers
    assert len(font.content) == 2560
    page = _got(folder, "/shoots/1/rig")
    assert page.headers["cache-control"] == "no-cache"
    assert page.headers["content-encoding"] == "gzip"
    assert _got(folder, "/", method="HEAD").status_code == 200
    # a changed page is sent as it is now
    (folder / "index.html").write_text("<p>new")
    assert _got(folder, "/").text == "<p>new"


@pytest.mark.parametrize(
    "path", ["/assets/../secret.txt", "/assets/%2e%2e/secret.txt", "/assets/none.js", "/api/none", "/assets/"]
)
def test_nothing_else_is_sent(folder, path):
    assert _got(folder, path).status_code == 404 or "bench" in _got(folder, path).text
    assert "hidden" not in _got(folder, path).text


def _got(folder, path, headers=None, method="GET"):
    app = FastAPI()
    errors.install(app)
    serve_front_end(app, folder)

    async def ask():
        transport = httpx.ASGITransport(app, raise_app_exceptions=False)
        async with httpx.AsyncClient(transport=transport, base_url="http://localhost") as client:
            return await client.request(method, path, headers=headers)

    return asyncio.run(ask())
