"""Exercises over real HTTP: made, seen, answered; the truth is not sent before the answer."""

import io
import json

import pytest
from PIL import Image

KINDS = ("second lamp", "darker wall", "which layer", "one card")


@pytest.mark.parametrize("kind", KINDS)
def test_an_exercise_is_made_and_scored(client, kind):
    made = client.get(f"/api/practice/{kind}/4")
    assert made.status_code == 200, made.text
    exercise = made.json()
    assert "truth" not in json.dumps(exercise)
    given = {
        "plan": {"x": 0.5, "y": 0.5},
        "side": {"x": -0.5, "y": 1.5},
        "stops": {"stops": 1.0},
        "choice": {"choice": "sheet"},
    }
    score = client.post(f"/api/practice/{kind}/4", json=given[exercise["answered"]]).json()
    assert 0 <= score["points"] <= 100
    assert score["says"]
    best = client.post(f"/api/practice/{kind}/4", json=score["truth"]).json()
    assert best["points"] == 100
    assert client.post(f"/api/practice/{kind}/4", json={}).status_code == 422


def test_its_frames_are_pictures(client):
    for which in ("before", "after"):
        got = client.get(f"/api/practice/which layer/1/{which}.jpg")
        assert got.headers["content-type"] == "image/jpeg"
        assert Image.open(io.BytesIO(got.content)).size == (360, 240)


def test_what_is_no_exercise_is_refused(client):
    assert client.get("/api/practice/juggling/1").status_code == 422
    assert client.get("/api/practice/one card/-1").status_code == 422
    assert client.post("/api/practice/one card/1", json={"x": 900.0, "y": 0.0}).status_code == 422
