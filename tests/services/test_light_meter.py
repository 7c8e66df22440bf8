"""The light meter over real TCP: a reading, and every way in which it can fail."""

import socket
from contextlib import contextmanager

import pytest

from loops import run_apart
from serving import served
from wenlo.core.errors import Impossible, Unavailable
from wenlo.services import light_meter
from wenlo.standins.light_meter import MeterStandIn


@contextmanager
def running(reading=lambda: 412.5, **options):
    with served(MeterStandIn(reading, **options)) as server:
        yield f"127.0.0.1:{server.server_address[1]}"


def read(address):
    return run_apart(light_meter.read_meter(address))


def test_a_reading_and_the_rest_of_the_protocol():
    with running() as address:
        assert read(address) == 412.5
        host, port = address.split(":")
        with socket.create_connection((host, int(port)), timeout=5) as line, line.makefile("rwb") as talk:
            for asked, answer in ((b"ID?", b"WENLO-METER 1"), (b"read?", b"READ 412.5 LX"), (b"SING", b"ERR UNKNOWN")):
                talk.write(asked + b"\n")
                talk.flush()
                assert talk.readline().strip() == answer


def test_garbled_slow_and_absent_meters_are_told(monkeypatch):
    with running(garbled=True) as address, pytest.raises(Unavailable, match="no reading"):
        read(address)
    monkeypatch.setattr(light_meter, "PATIENCE", 0.3)
    with running(delay=1.0) as address, pytest.raises(Unavailable, match="too slow"):
        read(address)
    with pytest.raises(Unavailable, match="does not answer"):
        read("127.0.0.1:9")
    with pytest.raises(Unavailable, match="No light meter is connected"):
        read(None)
    with pytest.raises(Unavailable):
        read("nonsense")


def test_a_place_without_light_is_no_fault_of_the_meter():
    def nowhere():
        raise Impossible("No meter stands there.")

    with running(nowhere) as address, pytest.raises(Impossible, match="no reading there"):
        read(address)
    with running(lambda: 0.0) as address, pytest.raises(Impossible, match="reads 0 lx"):
        read(address)
    with running(lambda: 0.1) as address:
        assert read(address) == 0.1
