"""The body limit as an ASGI middleware, without a server."""

import json

import pytest

from loops import run_apart
from wenlo.api.limits import BodyLimit


def call(limit, chunks, *, declared=None, app=None, path="/", photographs=None):
    """Send chunks through the middleware; returns the messages it sent and what the application saw."""
    seen = []

    async def reads_all(scope, receive, send):
        while True:
            message = await receive()
            seen.append(message["body"])
            if not message.get("more_body"):
                break
        await send({"type": "http.response.start", "status": 200, "headers": []})
        await send({"type": "http.response.body", "body": b"fine"})

    queue = [{"type": "http.request", "body": c, "more_body": i + 1 < len(chunks)} for i, c in enumerate(chunks)]
    sent = []

    async def receive():
        return queue.pop(0)

    async def send(message):
        sent.append(message)

    headers = [] if declared is None else [(b"content-length", declared)]
    scope = {"type": "http", "method": "POST", "path": path, "headers": headers}
    run_apart(BodyLimit(app or reads_all, limit, photographs)(scope, receive, send))
    return sent, seen


def test_small_bodies_pass_unchanged():
    sent, seen = call(10, [b"12345", b"67890"])
    assert sent[0]["status"] == 200
    assert b"".join(seen) == b"1234567890"


def test_declared_length_is_enough_to_refuse():
    sent, seen = call(10, [b"x"], declared=b"11")
    assert sent[0]["status"] == 413
    assert seen == []
    assert "larger than" in json.loads(sent[1]["body"])["message"]


def test_photographs_may_be_larger_than_documents():
    path = "/api/shots/3/photographs"
    assert call(4, [b"12345"], path=path, photographs=8)[0][0]["status"] == 200
    assert call(4, [b"12345", b"67890"], path=path, photographs=8)[0][0]["status"] == 413
    assert call(4, [b"12345"], path="/api/shots", photographs=8)[0][0]["status"] == 413


def test_lying_about_the_length_does_not_help():
    sent, seen = call(10, [b"12345", b"67890", b"more"], declared=b"3")
    assert sent[0]["status"] == 413
    assert len(seen) == 2


@pytest.mark.parametrize("declared", [b"", b"-5", b"many", b"1e9"])
def test_odd_lengths_are_counted_instead(declared):
    assert call(10, [b"12345"], declared=declared)[0][0]["status"] == 200
    assert call(4, [b"12345"], declared=declared)[0][0]["status"] == 413


def test_answer_of_a_parser_that_swallows_the_break_is_replaced():
    async def swallows(scope, receive, send):
        try:
            while (await receive()).get("more_body"):
                pass
        except Exception:
            await send({"type": "http.response.start", "status": 400, "headers": []})
            await send({"type": "http.response.body", "body": b"parser says no"})

    sent, _ = call(4, [b"123", b"456", b"789"], app=swallows)
    assert [m["status"] for m in sent if "status" in m] == [413]


def test_what_is_no_request_goes_through():
    through = []

    async def app(scope, receive, send):
        through.append(scope["type"])

    run_apart(BodyLimit(app, 1)({"type": "lifespan"}, None, None))
    assert through == ["lifespan"]
