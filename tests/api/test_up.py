"""Live and ready, own words for what is away, numbers of requests, counts, patience, photographs in and out."""

import io
import socket
import time
from contextlib import ExitStack, suppress
from types import SimpleNamespace

import httpx
import numpy as np
import psycopg.errors
import pytest
from PIL import ExifTags, Image
from sqlalchemy import create_engine, text
from sqlalchemy.exc import OperationalError, ProgrammingError
from sqlalchemy.exc import TimeoutError as NoneFree

from conftest import LiveServer
from wenlo.api import connections
from wenlo.core.errors import DatabaseAway, DiskFull, MigrationPending, Unavailable
from wenlo.db.state import newest_revision, translated
from wenlo.settings import Settings


@pytest.fixture
def beside(monkeypatch):
    """Servers without compute processes of their own, at any database."""
    monkeypatch.setattr(
        "wenlo.api.app.WorkerPool",
        lambda **_: SimpleNamespace(lanes={}, loaded=False, look_after=_never, close=lambda: None),
    )
    with ExitStack() as started:

        def start(url, **more):
            server = LiveServer(Settings(database_url=url, warm_workers=False, **more))
            started.callback(server.close)
            return started.enter_context(httpx.Client(base_url=server.url, timeout=20))

        yield start


async def _never():
    return None


def nobody_there():
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return f"postgresql+psycopg://wenlo@127.0.0.1:{probe.getsockname()[1]}/wenlo"


def test_live_and_ready_are_told_apart(client):
    assert client.get("/api/health/live").json() == {"status": "ok"}
    ready = client.get("/api/health/ready")
    assert ready.status_code == 200
    assert ready.json()["kernels"] in ("loaded", "loading")


def test_database_away_has_its_own_words_and_the_server_lives_on(beside):
    client = beside(nobody_there())
    assert client.get("/api/health/live").status_code == 200
    for path in ("/api/health/ready", "/api/shoots"):
        answer = client.get(path)
        assert (answer.status_code, answer.json()["code"]) == (503, "database_away")
        assert "nothing was lost" in answer.json()["message"]


def test_tables_of_another_version_have_their_own_words(beside, new_database):
    client = beside(new_database())
    ready = client.get("/api/health/ready")
    assert (ready.status_code, ready.json()["code"]) == (503, "migration_pending")
    assert newest_revision() in ready.json()["message"]
    listed = client.get("/api/shoots")
    assert (listed.status_code, listed.json()["code"]) == (503, "migration_pending")


@pytest.mark.parametrize(
    ("error", "kind"),
    [
        (OperationalError("insert", {}, psycopg.errors.DiskFull("could not extend file")), DiskFull),
        (OperationalError("select", {}, psycopg.errors.AdminShutdown("terminating connection")), DatabaseAway),
        (OperationalError("select", {}, psycopg.OperationalError("connection refused")), DatabaseAway),
        (ProgrammingError("select", {}, psycopg.errors.UndefinedColumn("no column")), MigrationPending),
        (NoneFree(), Unavailable),
    ],
)
def test_what_the_database_says_is_translated(error, kind):
    assert type(translated(error)) is kind


def test_what_is_our_own_fault_is_not_laid_on_the_database():
    assert translated(ProgrammingError("select", {}, psycopg.errors.SyntaxError("syntax error"))) is None
    assert translated(ProgrammingError("drop", {}, psycopg.errors.InsufficientPrivilege("must be owner"))) is None


def test_full_disk_is_said_as_one(server, client, monkeypatch):
    def full(*_, **__):
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(type(server.app.state.shoots), "lines", full)
    with httpx.Client(base_url=server.url) as other:
        answer = other.get("/api/shoots")
    assert (answer.status_code, answer.json()["code"]) == (507, "disk_full")


def test_every_answer_has_a_number_which_a_proxy_may_give(client):
    first, second = (client.get("/api/health/live").headers["x-request-id"] for _ in range(2))
    assert first != second
    given = client.get("/api/health/live", headers={"x-request-id": "from-the-proxy-1"})
    assert given.headers["x-request-id"] == "from-the-proxy-1"
    odd = client.get("/api/health/live", headers={"x-request-id": "a b"})
    assert odd.headers["x-request-id"] != "a b"


def test_access_is_logged_when_asked_for(beside, capsys):
    client = beside(nobody_there(), access_log=True)
    client.get("/api/shoots", headers={"x-request-id": "number-of-it"})
    client.get("/api/health/live")
    time.sleep(0.2)
    lines = [line for line in capsys.readouterr().out.splitlines() if "path=" in line and "ms=" in line]
    assert len(lines) == 1
    assert "status=503" in lines[0]
    assert "number-of-it" in lines[0]


def test_counts_are_those_of_what_was_asked(client):
    for _ in range(3):
        client.get("/api/shoots/6b0b5a0e-0000-0000-0000-000000000000")
    told = client.get("/api/metrics").text
    one = 'wenlo_requests_total{method="GET",route="/api/shoots/{shoot_id}",status="404"}'
    found = [line for line in told.splitlines() if line.startswith(one)]
    assert len(found) == 1
    assert float(found[0].split()[-1]) >= 3
    assert 'wenlo_compute_waiting{lane="quick"} 0.0' in told
    # the path of a route, and not of a request: there are few of the one and any number of the other
    assert "6b0b5a0e" not in told


def spoken_to(client, said, seconds=10):
    with socket.create_connection((client.base_url.host, client.base_url.port), timeout=seconds) as line:
        line.sendall(said)
        start = time.monotonic()
        with line.makefile("rb") as heard:
            answer = heard.read()
    return answer, time.monotonic() - start


@pytest.mark.parametrize("said", [b"", b"GET /api/health/live HTTP/1.1\r\nhost: loc"])
def test_who_never_says_what_is_wanted_is_sent_away(beside, monkeypatch, said):
    monkeypatch.setattr(connections, "HEAD_SECONDS", 0.5)
    client = beside(nobody_there())
    try:
        answer, waited = spoken_to(client, said)
    except ConnectionResetError:
        answer, waited = b"", 0.5
    assert answer == b""
    assert waited < 5


def test_body_that_does_not_come_is_not_waited_for(beside):
    client = beside(nobody_there(), body_seconds=0.5)
    head = (
        b"POST /api/figures HTTP/1.1\r\nhost: localhost\r\ncontent-type: application/json\r\ncontent-length:"
        b" 100\r\n\r\n{"
    )
    answer, waited = spoken_to(client, head)
    assert answer.startswith(b"HTTP/1.1 408")
    assert b"too_slow" in answer
    assert waited < 5


def test_there_is_an_end_to_open_connections(beside, monkeypatch):
    monkeypatch.setattr(connections, "MOST_CONNECTIONS", 3)
    client = beside(nobody_there())
    kept = [socket.create_connection((client.base_url.host, client.base_url.port), timeout=5) for _ in range(3)]
    time.sleep(0.2)
    address = (client.base_url.host, client.base_url.port)
    with socket.create_connection(address, timeout=5) as more, suppress(ConnectionResetError):
        assert more.recv(10) == b""
    for one in kept:
        one.close()


def photographed():
    told = Image.Exif()
    told.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.FNumber] = 4.0
    gps = told.get_ifd(ExifTags.IFD.GPSInfo)
    gps[ExifTags.GPS.GPSAreaInformation] = b"ASCII\0\0\0behind the third door"
    out = io.BytesIO()
    Image.fromarray(np.full((300, 400, 3), 120, np.uint8)).save(out, "JPEG", exif=told.tobytes())
    return out.getvalue()


@pytest.fixture
def shot(client):
    shoot = client.post("/api/shoots", json={}).json()["id"]
    return client.post(f"/api/shoots/{shoot}/shots", json={"values": {}}).json()["id"]


@pytest.mark.parametrize("keep", [False, True])
def test_where_it_was_taken_is_kept_only_if_asked_for(client, shot, keep):
    file = {"file": ("scroll.jpg", photographed())}
    added = client.post(f"/api/shots/{shot}/photographs", files=file, params={"keep_position": keep}).json()
    photograph = added["photographs"][0]["id"]
    whole = client.get(f"/api/shots/photographs/{photograph}").content
    assert (b"third door" in whole) is keep
    assert b"third door" not in client.get(f"/api/shots/photographs/{photograph}.jpg").content


def test_photographs_of_an_older_wenlo_are_completed_when_they_are_looked_at(client, shot, database):
    added = client.post(f"/api/shots/{shot}/photographs", files={"file": ("scroll.jpg", photographed())}).json()
    photograph = added["photographs"][0]["id"]
    engine = create_engine(database)
    with engine.begin() as connection:
        connection.execute(text("update shot_photographs set shown = null, working = null"))
    shown = client.get(f"/api/shots/photographs/{photograph}.jpg")
    assert shown.status_code == 200
    with engine.connect() as connection:
        kept = connection.execute(
            text("select shown, working from shot_photographs where id = :id"), {"id": photograph}
        ).one()
    engine.dispose()
    assert kept.shown == shown.content
    assert kept.working.startswith(b"\x89PNG")
