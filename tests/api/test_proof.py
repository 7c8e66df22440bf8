"""The log, the next setting, photographs and the light meter over HTTP."""

import io
import json

import numpy as np
import pytest
from pypdf import PdfReader

from factories import shoot_document
from photographs import photographed, picture
from wenlo.core.calibration.wishes_read import way_of


@pytest.fixture
def shoot(client):
    document = shoot_document(meters=[{"name": "far cheek", "x": 0.09, "y": 0.05, "z": 1.25, "facing": "right"}])
    return client.post("/api/shoots", json={"document": document}).json()


def shot(client, shoot, **values):
    answer = client.post(f"/api/shoots/{shoot['id']}/shots", json={"values": values})
    assert answer.status_code == 201, answer.text
    return answer.json()


def test_shots_are_kept_in_order_and_written_by_version(client, shoot):
    first, second = shot(client, shoot, iso=400.0), shot(client, shoot, iso=800.0, changed="ISO up a stop")
    assert [first["number"], second["number"]] == [1, 2]
    assert first["revision"] == 1
    url = f"/api/shots/{first['id']}"
    saved = client.put(url, json={"version": 1, "values": {**first["values"], "verdict": "too dark"}}).json()
    assert (saved["version"], saved["values"]["verdict"]) == (2, "too dark")
    stale = client.put(url, json={"version": 1, "values": first["values"]})
    assert stale.status_code == 409
    assert [s["number"] for s in client.get(f"/api/shoots/{shoot['id']}/shots").json()] == [1, 2]
    assert client.delete(url, params={"version": 1}).status_code == 409
    assert client.delete(url, params={"version": 2}).status_code == 204
    # numbers are not used again
    assert shot(client, shoot)["number"] == 3
    assert client.get("/api/shoots/00000000-0000-0000-0000-000000000001/shots").status_code == 404


def test_bad_values_are_told_at_their_field(client, shoot):
    for field, value in (("iso", 4.0), ("verdict", "splendid"), ("aperture", "wide"), ("sky", 1)):
        answer = client.post(f"/api/shoots/{shoot['id']}/shots", json={"values": {field: value}})
        assert answer.status_code == 422
        assert any(field in problem["path"] for problem in answer.json()["fields"])


def test_the_log_of_all_shoots_is_searched(client, shoot):
    shot(client, shoot, notes="violin scroll by the north window", look="by day")
    shot(client, shoot, notes="100 % of it_ burned")
    found = client.get("/api/shots", params={"words": "scroll north"}).json()
    assert found[0]["values"]["look"] == "by day"
    assert client.get("/api/shots", params={"words": "scroll cellar"}).json() == []
    # what the database would read as a wildcard is looked for as it is
    assert [s["values"]["notes"] for s in client.get("/api/shots", params={"words": "100 % it_"}).json()][:1] == [
        "100 % of it_ burned"
    ]


def test_a_photograph_is_measured_and_foreign_files_are_refused(client, shoot):
    taken = shot(client, shoot)
    url = f"/api/shots/{taken['id']}/photographs"
    for content in (b"not a picture", picture()[:200]):
        assert client.post(url, files={"file": ("shot.jpg", content)}).status_code == 422
    assert client.get(f"/api/shoots/{shoot['id']}/shots").json()[0]["photographs"] == []
    held = client.post(url, files={"file": ("shot.jpg", picture(1.5))}).json()
    (photo,) = held["photographs"]
    assert client.get(f"/api/shots/photographs/{photo['id']}.jpg").headers["content-type"] == "image/jpeg"
    areas = [
        {"name": "lit", "x": 0.05, "y": 0.1, "width": 0.35, "height": 0.8},
        {"name": "shade", "x": 0.6, "y": 0.1, "width": 0.35, "height": 0.8},
    ]
    edge = {"x1": 0.1, "y1": 0.5, "x2": 0.9, "y2": 0.5, "metres": 0.2}
    told = client.post(f"/api/shots/photographs/{photo['id']}/measures", json={"areas": areas, "lines": [edge]}).json()
    lit, shade = told["levels"]
    assert lit["stops"] == 0.0
    assert abs(shade["stops"] + 1.5) <= shade["error"] + 0.02
    assert told["lines"][0]["value"] < 0.01
    assert told["exposure"] is None
    bright = client.post(url, files={"file": ("bright.jpg", picture(1.0, bright=1.0))}).json()["photographs"][1]
    clipped = client.post(f"/api/shots/photographs/{bright['id']}/measures", json={"areas": areas}).json()
    assert "clipped" in clipped["levels"][0]["problem"]
    assert client.delete(f"/api/shots/photographs/{photo['id']}").status_code == 204
    assert client.post(f"/api/shots/photographs/{photo['id']}/measures", json={"areas": areas}).status_code == 404


def test_wishes_are_read_off_a_photograph_and_bad_marks_are_told(client):
    y, x = (np.mgrid[0:240, 0:240] + 0.5) / 240.0
    u, v = (x - 0.5) / 0.25, (0.5 - y) / 0.25
    toward = np.stack([u, v, np.sqrt(np.maximum(1.0 - u * u - v * v, 0.0))], axis=2) @ way_of(50.0, 20.0)
    light = np.where(u * u + v * v < 1.0, 0.6 * np.maximum(toward, 0.0) + 0.05, 0.1)
    file = {"file": ("liked.jpg", photographed(light, form="JPEG", noise=0.01))}
    head = {"name": "head", "x": 0.25, "y": 0.25, "width": 0.5, "height": 0.5}
    asked = client.post("/api/wishes", files=file, data={"marks": json.dumps({"head": head})})
    told = {wish["key"]: wish for wish in asked.json()["wishes"]}
    assert set(told) == {"key_side", "key_height", "contrast"}
    assert abs(told["key_side"]["value"] - 50.0) < told["key_side"]["error"]
    assert abs(told["key_height"]["value"] - 20.0) < told["key_height"]["error"]
    for marks in ("head", "{}x", json.dumps({"head": {**head, "width": 4.0}}), json.dumps({"backdrop": "tartan"})):
        refused = client.post("/api/wishes", files=file, data={"marks": marks})
        assert refused.status_code == 422, marks
        assert refused.json()["message"]
    for content in (b"no picture", photographed(light)[:200]):
        files = {"file": ("liked.jpg", content)}
        assert client.post("/api/wishes", files=files, data={"marks": "{}"}).status_code == 422


def test_the_next_setting_from_words_and_from_a_reading(client, shoot):
    document = shoot["document"]
    down = client.post("/api/next-setting", json={"document": document, "judgement": "one stop down"}).json()
    assert down["stops"] == -1.0
    power = next(m for m in down["marks"] if m["control"] == "power")
    assert power["path"] == "brief.lamp.power"
    assert power["value"] == pytest.approx(document["brief"]["lamp"]["power"] / 2)
    kept = client.post(
        "/api/next-setting", json={"document": document, "judgement": "one stop down", "locked": ["power"]}
    ).json()
    assert "power" not in {m["control"] for m in kept["marks"]}
    read = client.post("/api/next-setting", json={"document": document, "read": 200.0, "wanted": 400.0}).json()
    assert read["stops"] == 1.0
    bad = client.post("/api/next-setting", json={"document": document, "judgement": "nicer"})
    assert bad.status_code == 422
    assert "two thirds down" in bad.json()["message"]
    step = client.post("/api/next-trial", json={"tried": [{"stops": 0.0, "verdict": "too bright"}]}).json()
    assert step["next"] == -3.0


def test_readings_against_the_prediction_and_what_explains_them(client, shoot):
    document = shoot["document"]
    told = client.post("/api/predicted", json={"document": document, "meters": ["far cheek"]}).json()["lines"]
    assert [line["meter"] for line in told] == ["key", "far cheek"]
    assert told[0]["lux"] > told[1]["lux"] > 0.0
    # a sheet that lets through less: both read low
    readings = [{"meter": line["meter"], "lux": line["lux"] * 0.6} for line in told]
    found = client.post("/api/fit", json={"document": document, "readings": readings}).json()
    assert found["rivals"]
    assert found["says"]
    assert max(abs(m["after"]) for m in found["misses"]) < max(abs(m["before"]) for m in found["misses"])
    assert client.post("/api/fit", json={"document": document, "readings": readings[:1]}).status_code == 422
    unknown = client.post("/api/predicted", json={"document": document, "meters": ["attic"]})
    assert unknown.status_code == 422
    assert "No meter called" in unknown.json()["message"]


def test_the_contact_sheet_has_every_photograph_with_its_words(client, shoot):
    url = f"/api/shoots/{shoot['id']}/contact-sheet.pdf"
    assert "Nothing is in the log" in text_of(client.get(url))
    first = client.post(
        f"/api/shoots/{shoot['id']}/shots", json={"values": {"aperture": 4.0, "iso": 800, "changed": "flag in"}}
    ).json()
    for name, stops in (("a.jpg", 1.0), ("b.jpg", 2.0)):
        client.post(f"/api/shots/{first['id']}/photographs", files={"file": (name, picture(stops))})
    for _ in range(11):
        client.post(f"/api/shoots/{shoot['id']}/shots", json={"values": {"look": "harder"}})
    sheet = client.get(url, params={"paper": "letter"})
    pages = PdfReader(io.BytesIO(sheet.content)).pages
    # thirteen prints, twelve on a page
    assert len(pages) == 2
    assert len(list(pages[0].images)) == 2
    words = text_of(sheet)
    assert words.count("f/4, ISO 800") == 2
    assert "changed: flag in" in words
    assert "12. harder" in words


def text_of(answer):
    assert answer.status_code == 200, answer.text
    return " ".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)
