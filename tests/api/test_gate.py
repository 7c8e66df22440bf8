"""Strangers: foreign pages, other names, bodies that would keep everybody waiting, titles that cannot be told; and how
pages are sent.
"""

import threading
import time

import httpx
import pytest

from factories import shoot_document
from wenlo.api.gate import named


@pytest.mark.parametrize(
    ("host", "name"),
    [
        ("localhost:80", "localhost"),
        ("[::1]:8321", "::1"),
        ("::1", "::1"),
        ("WORKSHOP.local", "workshop.local"),
        ("", ""),
    ],
)
def test_names_are_read_without_ports(host, name):
    assert named(host) == name


def test_a_name_that_was_pointed_here_elsewhere_is_not_answered(client):
    answer = client.get("/api/shoots", headers={"host": "rebound.example:8321"})
    assert answer.status_code == 403
    assert answer.json()["code"] == "foreign"
    assert "rebound.example" in answer.json()["message"]
    assert client.get("/", headers={"host": "rebound.example"}).status_code == 403


def test_a_phone_calls_the_server_by_its_address(client):
    assert client.get("/api/health", headers={"host": "192.168.1.20:8321"}).status_code == 200
    assert client.get("/api/health", headers={"host": "[fe80::1]:8321"}).status_code == 200


@pytest.mark.parametrize(
    "headers",
    [
        {"origin": "https://elsewhere.example"},
        {"origin": "null"},
        {"sec-fetch-site": "cross-site"},
        {"sec-fetch-site": "same-site"},
        {"origin": "http://127.0.0.1:1"},
    ],
)
def test_a_foreign_page_changes_nothing(client, headers):
    before = len(client.get("/api/shoots").json())
    answer = client.post("/api/shoots", json={"document": shoot_document()}, headers=headers)
    assert answer.status_code == 403
    assert "nothing was changed" in answer.json()["message"]
    assert len(client.get("/api/shoots").json()) == before
    # reading is left to the browser, which keeps answers from foreign pages
    assert client.get("/api/health", headers=headers).status_code == 200


def test_own_pages_and_programs_are_let_in(client, server):
    own = {"origin": server.url, "sec-fetch-site": "same-origin"}
    assert client.post("/api/shoots", json={"document": shoot_document()}, headers=own).status_code == 201
    assert client.post("/api/shoots", json={"document": shoot_document()}).status_code == 201


def test_a_flood_of_unknown_names_is_refused_at_once_and_keeps_nobody_waiting(client, server):
    body = b'{"document":{' + b",".join(b'"%x":1' % k for k in range(60_000)) + b"}}"
    waits = []
    over = threading.Event()

    def ask():
        with httpx.Client(base_url=server.url) as other:
            while not over.is_set():
                start = time.monotonic()
                assert other.get("/api/health").status_code == 200
                waits.append(time.monotonic() - start)

    asking = threading.Thread(target=ask)
    asking.start()
    while not waits:
        time.sleep(0.01)
    answer = client.post("/api/shoots", content=body, headers={"content-type": "application/json"})
    over.set()
    asking.join()
    assert answer.status_code == 413
    assert "values" in answer.json()["message"]
    assert len(answer.content) < 64 * 1024
    assert waits


def test_many_wrong_fields_are_told_up_to_fifty_and_briefly(client):
    document = {**shoot_document(), **{f"{'k' * 1000}{k}": 1 for k in range(400)}}
    answer = client.post("/api/shoots", json={"document": document})
    assert answer.status_code == 422
    assert 1 <= len(answer.json()["fields"]) <= 50
    assert len(answer.content) < 64 * 1024


@pytest.mark.parametrize("title", ["   ", "two\nlines", "bench\u202e", "\u200b\u200b", "tab\there"])
def test_titles_that_cannot_be_told_are_refused(client, title):
    answer = client.post("/api/shoots", json={"document": shoot_document(title=title)})
    assert answer.status_code == 422
    assert answer.json()["fields"][0]["path"] == "title"
    made = client.post("/api/shoots", json={"document": shoot_document()}).json()
    url = f"/api/shoots/{made['id']}"
    assert (
        client.put(url, json={"version": 1, "document": shoot_document(title=title), "label": "x"}).status_code == 422
    )
    assert client.get(url).json()["document"]["title"] == made["document"]["title"]
