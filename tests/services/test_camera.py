"""The camera over real HTTP: a frame with its EXIF, and every way in which it can fail."""

import io

import httpx
import pytest
from PIL import Image

from factories import shoot_document
from loops import run_apart
from serving import served
from wenlo.core.calibration.simulated import Truth
from wenlo.core.errors import Unavailable, UnsupportedFile
from wenlo.formats.measured_photograph import read_photograph
from wenlo.services import camera
from wenlo.standins.camera import CameraStandIn
from wenlo.standins.simulated_set import SimulatedSet

SETTINGS = {"aperture": 4.0, "shutter": 1 / 125, "iso": 800.0, "auto": False}


def asked(server, **changes):
    return run_apart(camera.take_frame(f"http://127.0.0.1:{server.server_address[1]}", **{**SETTINGS, **changes}))


def test_a_frame_comes_with_how_it_was_taken():
    with served(CameraStandIn(SimulatedSet(truth=Truth(seed=1)))) as server:
        photo = read_photograph(asked(server))
        assert photo.exposure == pytest.approx((4.0, 1 / 125, 800.0), rel=1e-3)
        own = read_photograph(asked(server, auto=True))
        assert own.exposure[0] == 4.0
        assert own.exposure[1] != pytest.approx(1 / 125, rel=0.01)
        assert Image.open(io.BytesIO(asked(server))).size == (480, 320)


def test_the_set_that_stands_there_is_told_and_what_is_wrong_is_refused():
    seen = SimulatedSet(truth=Truth())
    with served(CameraStandIn(seen)) as server:
        url = f"http://127.0.0.1:{server.server_address[1]}"
        before = seen.read()
        document = shoot_document(brief__lamp__power=0.25)
        run_apart(camera.tell_set(url, document, "key"))
        assert seen.read() / before == pytest.approx(0.25, rel=0.3)
        with pytest.raises(Unavailable, match="simulated set"):
            run_apart(camera.tell_set(url, {"schema": 999}, "key"))
        run_apart(camera.tell_set(None, document, "key"))
        for content in (b"", b"[", b"[1]", b'{"aperture": "wide"}'):
            assert httpx.post(f"{url}/frame", content=content).status_code == 400
        assert httpx.post(f"{url}/other", content=b"{}").status_code == 404
        assert httpx.put(f"{url}/other", content=b"{}").status_code == 400


def test_garbled_slow_and_absent_cameras_are_told(monkeypatch):
    seen = SimulatedSet(truth=Truth())
    with served(CameraStandIn(seen, garbled=True)) as server, pytest.raises(UnsupportedFile):
        read_photograph(asked(server))
    with pytest.raises(Unavailable, match="No camera is connected"):
        run_apart(camera.take_frame(None, **SETTINGS))
    with pytest.raises(Unavailable, match="does not answer"):
        run_apart(camera.take_frame("http://127.0.0.1:9", **SETTINGS))
    monkeypatch.setattr(camera, "PATIENCE", 0.2)
    with served(CameraStandIn(seen, delay=1.0)) as server, pytest.raises(Unavailable, match="too slow"):
        asked(server)
