"""A client of the running server."""

import httpx
import pytest


@pytest.fixture
def client(server):
    with httpx.Client(base_url=server.url, timeout=60) as http:
        yield http
