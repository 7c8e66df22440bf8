"""A client of the running server, and a Shelf that nobody else has put anything on."""

import httpx
import pytest


@pytest.fixture
def client(server):
    with httpx.Client(base_url=server.url, timeout=60) as http:
        yield http


@pytest.fixture
def empty_shelf(client):
    """Fuzzing leaves items behind: who counts what is on the Shelf empties it first."""
    clear(client)
    yield
    clear(client)


def clear(client):
    for item in client.get("/api/shelf").json():
        client.delete(f"/api/shelf/{item['id']}", params={"version": item["version"]})
